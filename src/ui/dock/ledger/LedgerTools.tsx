import type { DressedFigure, DressedLine } from '../../../core/figure/spec.ts';
import { isCalled } from '../../../core/table/called.ts';
import { chosenLines } from '../../report/lines.ts';
import { useView } from '../../report/view.ts';
import { ChosenTools } from './ChosenTools.tsx';
import { NamesWords } from './NamesWords.tsx';

interface LedgerToolsProps {
  figure: DressedFigure;
  named: readonly { line: DressedLine; name: string }[];
  filter: string;
  onFilter(filter: string): void;
}

/** From so many lines on, a field finds those that are meant. */
const MANY = 7;

/** What is done to the chosen lines at once, how lines are named, and a field that finds lines by their names. */
export function LedgerTools({ figure, named, filter, onFilter }: LedgerToolsProps) {
  // The chosen lines are read anew whenever the part or the choice changes.
  useView((view) => view.part);
  useView((view) => view.picked);
  const chosen = chosenLines(figure);
  const [first] = chosen;
  const found = named.filter(({ name }) => isCalled(name, filter.trim()));
  const firstName = named.find(({ line }) => line.id === first?.id)?.name;
  const names = named.flatMap(({ line, name }) => (chosen.some(({ id }) => id === line.id) ? [name] : []));
  return (
    <div className="sticky top-0 z-10 flex h-9 items-center gap-x-4 border-b border-rule bg-base-200 px-4 text-[13px]">
      <div className="flex h-full min-w-0 flex-1 items-center gap-x-2.5 overflow-x-auto overflow-y-hidden">
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
          <ChosenTools figure={figure} chosen={chosen} first={first} name={firstName ?? ''} names={names} />
        ) : (
          <span className="text-quiet">Click to choose lines; hold Ctrl or Shift for several.</span>
        )}
      </div>
      <span className="ml-auto inline-flex shrink-0 items-baseline gap-x-1.5">
        <NamesWords figure={figure} />
      </span>
    </div>
  );
}
