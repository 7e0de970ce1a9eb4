import { type NamePlace, namePlaceOf, namePlaces } from '../../../core/figure/name-places.ts';
import type { FigureSpec, Line } from '../../../core/figure/spec.ts';
import { isCalled } from '../../../core/table/called.ts';
import { PhraseChoice } from '../../controls/Phrase.tsx';
import { chosenLines, duplicate, layLook, pickUpLook, remove, resetLook } from '../../report/lines.ts';
import { useView } from '../../report/view.ts';
import { run, useReport } from '../../state/store.ts';

interface LedgerToolsProps {
  figure: FigureSpec;
  named: readonly { line: Line; name: string }[];
  filter: string;
  onFilter(filter: string): void;
}

/** From so many lines on, a field finds those that are meant. */
const MANY = 7;

const PLACE_NAMES: Record<NamePlace, string> = {
  lines: 'at their lines',
  'top left': 'in a box at the top left',
  'top right': 'in a box at the top right',
  'bottom left': 'in a box at the bottom left',
  'bottom right': 'in a box at the bottom right',
  above: 'in a box above',
  below: 'in a box below',
  outside: 'in a box beside the plot',
};

/** How lines are named, at themselves or in a box; nothing to choose where the names of panels say it. */
function NamesWords({ figure }: { figure: FigureSpec }) {
  const places = namePlaces(figure);
  const place = namePlaceOf(figure);
  if (place === null) return <span className="text-quiet">Each panel is named; its line needs no other name.</span>;
  return (
    <>
      Names stand
      <PhraseChoice
        label="How lines are named"
        value={place}
        options={places.map((value) => ({ value, name: PLACE_NAMES[value] }))}
        onCommit={(chosen) =>
          run('figure.setNames', {
            figure: figure.id,
            ...(chosen === 'lines' ? { kind: 'lines' as const } : { kind: 'box' as const, box: chosen }),
          })
        }
      />
    </>
  );
}

/** What is done to the chosen lines at once, how lines are named, and a field that finds lines by their names. */
export function LedgerTools({ figure, named, filter, onFilter }: LedgerToolsProps) {
  const style = useReport((state) => state.report.style);
  const look = useView((view) => view.look);
  // The chosen lines are read anew whenever the part or the choice changes.
  useView((view) => view.part);
  useView((view) => view.picked);
  const chosen = chosenLines(figure);
  const [first] = chosen;
  const found = named.filter(({ name }) => isCalled(name, filter.trim()));
  const firstName = named.find(({ line }) => line.id === first?.id)?.name;
  return (
    <div className="sticky top-0 z-10 flex min-h-9 flex-wrap items-baseline gap-x-3 gap-y-1 border-b border-rule bg-base-200 px-4 py-1 text-[13px]">
      {named.length >= MANY && (
        <>
          <input
            type="search"
            aria-label="Find lines"
            placeholder={`Find among ${named.length}, * for any`}
            className="input input-xs w-44"
            value={filter}
            onChange={(event) => onFilter(event.target.value)}
          />
          {filter.trim() !== '' && (
            <button
              type="button"
              className="phrase"
              onClick={() => {
                const ids = found.map(({ line }) => line.id);
                useView.setState({ picked: ids, part: ids[0] ? `line:${ids[0]}` : null });
              }}
            >
              choose {found.length === 1 ? 'the one found' : `all ${found.length} found`}
            </button>
          )}
        </>
      )}
      {first ? (
        <>
          <b className="font-semibold">
            {chosen.length > 1 ? `${chosen.length} lines, set together:` : `${firstName}:`}
          </b>
          <button type="button" className="phrase" onClick={() => pickUpLook(first)}>
            pick up its look
          </button>
          {look && (
            <>
              <button type="button" className="phrase" onClick={() => layLook(look, false)(figure, chosen)}>
                lay the look on
              </button>
              <button type="button" className="phrase" onClick={() => layLook(look, true)(figure, chosen)}>
                with its colour
              </button>
            </>
          )}
          <button type="button" className="phrase" onClick={() => resetLook(style)(figure, chosen)}>
            house style
          </button>
          <button type="button" className="phrase" onClick={() => duplicate(figure, chosen)}>
            duplicate
          </button>
          <button type="button" className="phrase" onClick={() => remove(figure, chosen)}>
            remove
          </button>
        </>
      ) : (
        <span className="text-quiet">Choose lines by a click, with Ctrl or Shift for several.</span>
      )}
      <span className="ml-auto inline-flex items-baseline gap-x-1.5">
        <NamesWords figure={figure} />
      </span>
    </div>
  );
}
