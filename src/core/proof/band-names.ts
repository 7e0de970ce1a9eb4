import { isNamedAs, sayBand } from '../figure/band-names.ts';
import { SPREADS, type Spread } from '../table/calc/together.ts';
import type { Check, Finding } from './note.ts';

const WHATS = [...(Object.keys(SPREADS) as Spread[]), 'mean'] as const;

/** What a name says of so many years, where these are not the ones its values are of; null where it says nothing of the kind. */
function saidOtherwise(name: string, years: number): { years: number; what: Spread | 'mean' } | null {
  const said = Number(/\d+/.exec(name)?.[0] ?? years);
  if (said === years) return null;
  const what = WHATS.find((one) =>
    isNamedAs(name, { kind: 'past years', years: said, spread: 'lowest to highest' }, one),
  );
  return what ? { years: said, what } : null;
}

/** Bands and means of past years whose names say another number of years than their calculations have. */
export const bandNames: Check = {
  id: 'band-names',
  find({ figure, locale }) {
    const { id } = figure.spec;
    const note = (name: string, said: number, years: number): Omit<Finding, 'part' | 'mends'> => ({
      title: 'A name gives the wrong years',
      text: `“${name}” says ${said} years, but its values cover ${years}.`,
      facts: `${name} ${years}`,
    });
    const nameOf = (what: Spread | 'mean', years: number) =>
      sayBand({ kind: 'past years', years, spread: 'lowest to highest' }, what, locale);
    for (const mark of figure.marks) {
      const years = figure.bands.get(mark.id)?.restsOn?.said;
      const wrong = years === undefined ? null : saidOtherwise(mark.name, years);
      if (years !== undefined && wrong)
        return {
          part: `mark:${mark.id}`,
          ...note(mark.name, wrong.years, years),
          mends: [
            {
              say: 'Rename it',
              call: {
                name: 'figure.setMark',
                args: { figure: id, mark: mark.id, set: [{ path: ['name'], to: nameOf(wrong.what, years) }] },
              },
            },
          ],
        };
    }
    for (const { line, years } of figure.lines) {
      const wrong = years === null || line.name === null ? null : saidOtherwise(line.name, years);
      if (years !== null && line.name !== null && wrong)
        return {
          part: `line:${line.id}`,
          ...note(line.name, wrong.years, years),
          mends: [
            {
              say: 'Rename it',
              call: { name: 'figure.renameLine', args: { figure: id, line: line.id, name: nameOf(wrong.what, years) } },
            },
          ],
        };
    }
    return null;
  },
};
