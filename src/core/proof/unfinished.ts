import { placeWriter } from '../figure/fields.ts';
import type { ResolvedLine } from '../figure/resolve.ts';
import { listed } from '../table/words.ts';
import { LOCALES, localeOf } from '../text/locale.ts';
import type { Check } from './note.ts';

const ENGLISH = localeOf(LOCALES[0]);
const MOST_NAMED = 6;

const saidOf = (lines: readonly ResolvedLine[]) =>
  lines.length > MOST_NAMED ? `${lines.length} lines` : listed(lines.map(({ name }) => name));

/** A last period that is not over, drawn as if it were. */
export const unfinished: Check = {
  id: 'unfinished',
  find({ figure }) {
    const drawn = figure.lines.filter(
      ({ line, values, finishedBy }) =>
        line.unfinished === 'none' && values.slice(finishedBy).some((value) => value !== null),
    );
    const [first] = drawn;
    if (!first) return null;
    const where = placeWriter(figure, ENGLISH)(first.at(first.finishedBy));
    return {
      part: `line:${first.line.id}`,
      title: `${where} is unfinished`,
      text: `${saidOf(drawn)} ${drawn.length > 1 ? 'run' : 'runs'} into it as if it were complete; what looks like a change may not be one.`,
      facts: `${where} ${drawn.map(({ line }) => line.id).join()}`,
      mends: [
        {
          say: 'Dot the last stretch',
          call: {
            name: 'figure.styleLines',
            args: { figure: figure.spec.id, lines: [...new Set(drawn.map(({ line }) => line.id))], unfinished: 'auto' },
          },
        },
      ],
    };
  },
};
