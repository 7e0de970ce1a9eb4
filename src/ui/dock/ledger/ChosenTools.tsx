import type { DressedFigure, DressedLine, Line } from '../../../core/figure/spec.ts';
import { chosenColour } from '../../../core/style/by-house.ts';
import { colourNamed } from '../../../core/style/names.ts';
import { PATTERNS } from '../../../core/style/vocabulary.ts';
import { PhraseNumber } from '../../controls/Phrase.tsx';
import { duplicate, layLook, pickUpLook, remove, resetLook, showOnly, standOut } from '../../report/lines.ts';
import { useView } from '../../report/view.ts';
import { run } from '../../state/store.ts';
import { useStyle } from '../../state/style.ts';
import { StrokeSample } from './samples.tsx';

interface ChosenToolsProps {
  figure: DressedFigure;
  chosen: readonly DressedLine[];
  first: DressedLine;
  name: string;
  /** of all chosen lines */
  names: readonly string[];
}

/** The stroke of the chosen lines in one look: colour, weight and pattern, each one click or entry away. */
function StrokeTools({ figure, chosen, first, names }: Omit<ChosenToolsProps, 'name'>) {
  const house = useStyle();
  const { palette } = house;
  const isNamed = names.some((name) => colourNamed(house, name) !== null);
  const style = (change: { colour?: Line['colour']; weight?: number; pattern?: DressedLine['pattern'] }) =>
    run('figure.styleLines', { figure: figure.id, lines: chosen.map(({ id }) => id), ...change });
  return (
    <>
      <fieldset className="flex items-center gap-0.5">
        <legend className="sr-only">Colour of the chosen lines</legend>
        {palette.map((entry) => (
          <button
            key={entry.name}
            type="button"
            aria-label={`Draw the chosen lines in ${entry.name}`}
            title={entry.name}
            aria-pressed={chosen.every(({ colour }) => colour.toLowerCase() === entry.colour.toLowerCase())}
            className="h-6 w-5.5 rounded border-2 border-transparent p-px aria-pressed:border-base-content"
            onClick={() => style({ colour: isNamed ? entry.colour : chosenColour(house, entry.colour) })}
          >
            <span className="block h-full w-full rounded-sm" style={{ background: entry.colour }} />
          </button>
        ))}
      </fieldset>
      <span className="flex items-baseline gap-1">
        <PhraseNumber
          label="Weight of the chosen lines, points"
          value={first.weight}
          className="w-8"
          onCommit={(weight) => style({ weight: weight ?? first.weight })}
        />
        pt
      </span>
      <fieldset className="flex items-center gap-0.5">
        <legend className="sr-only">Pattern of the chosen lines</legend>
        {PATTERNS.map((pattern) => (
          <button
            key={pattern}
            type="button"
            aria-label={`Draw the chosen lines with ${pattern === 'solid' ? 'a solid stroke' : pattern}`}
            title={pattern}
            aria-pressed={chosen.every((line) => line.pattern === pattern)}
            className="h-6 rounded border-2 border-transparent aria-pressed:border-base-content"
            onClick={() => style({ pattern })}
          >
            <StrokeSample colour={first.colour} weight={1.4} pattern={pattern} width={24} />
          </button>
        ))}
      </fieldset>
    </>
  );
}

/** What is done to the chosen lines at once. */
export function ChosenTools({ figure, chosen, first, name, names }: ChosenToolsProps) {
  const look = useView((view) => view.look);
  const lines = [...chosen];
  const word = (says: string, does: () => unknown, title?: string) => (
    <button type="button" className="phrase shrink-0 whitespace-nowrap" title={title} onClick={does}>
      {says}
    </button>
  );
  return (
    <>
      <b className="max-w-40 shrink-0 truncate font-semibold">
        {chosen.length > 1 ? `${chosen.length} lines:` : `${name}:`}
      </b>
      <StrokeTools figure={figure} chosen={chosen} first={first} names={names} />
      {word(chosen.length > 1 ? 'only these' : 'only this', () => showOnly(figure, lines), 'Hide all other lines')}
      {figure.lines.length > chosen.length &&
        word(
          'stand out',
          () => standOut(figure, lines),
          'In the accent colour of the house style; all other lines step back',
        )}
      {word('pick up look', () => pickUpLook(figure, first))}
      {look && word('apply the look', () => layLook(look, false)(figure, lines))}
      {look && word('with its colour', () => layLook(look, true)(figure, lines))}
      {word('house style', () => resetLook(figure, lines))}
      {word('duplicate', () => duplicate(figure, lines))}
      {word('remove', () => remove(figure, lines))}
    </>
  );
}
