import { type ReactNode, useMemo } from 'react';
import { sayPath } from '../../core/change/say-path.ts';
import { byHandIn } from '../../core/item/by-hand.ts';
import type { Path } from '../../core/named/fields.ts';
import { Popover } from '../controls/Popover.tsx';
import { run, useReport } from '../state/store.ts';
import { useStyle } from '../state/style.ts';

/** More settings than these are not listed one by one. */
const MOST_LISTED = 40;

interface StyleAsideProps {
  /** id of the thing that is shown */
  item: string;
  /** where the settings of the open strip stand in it; null for a strip that has none which follow the style */
  within: Path | null;
  children?: ReactNode;
}

/** The style of what is shown, and what the open strip sets by hand although the style has something for it. */
export function StyleAside({ item: id, within, children }: StyleAsideProps) {
  const report = useReport((state) => state.report);
  const open = useReport((state) => state.id);
  const style = useStyle();
  const item = report.items.find((candidate) => candidate.id === id);
  const byHand = useMemo(() => (item ? byHandIn(item).map(({ path }) => path) : []), [item]);
  const paths = within ? byHand.filter((path) => within.every((step, index) => path[index] === step)) : [];
  const back = (wanted: readonly Path[]) =>
    run('style.bringBack', { things: [{ item: id, paths: wanted.map((path) => [...path]) }] });
  return (
    <span className="inline-flex items-center gap-x-2.5 pr-2 whitespace-nowrap">
      <span className="max-xl:hidden">{children}</span>
      {paths.length > 0 && (
        <Popover
          label={`${paths.length} set by hand in this strip`}
          className="phrase inline-flex min-h-6 min-w-6 items-center justify-center"
          width="w-[30rem]"
          face={
            <>
              {paths.length}
              <span className="max-xl:hidden">&nbsp;set by hand</span>
            </>
          }
        >
          {(close) => (
            <div className="text-left text-base-content">
              <p className="pb-1">
                <button
                  type="button"
                  className="phrase"
                  onClick={() => {
                    back(paths);
                    close();
                  }}
                >
                  Bring {paths.length === 1 ? 'it' : `all ${paths.length}`} back to the style
                </button>
              </p>
              <ul>
                {paths.slice(0, MOST_LISTED).map((path) => {
                  const said = sayPath(report, ['items', id, ...path]);
                  return (
                    <li key={path.join(' ')} className="flex items-baseline gap-2 leading-6">
                      <span className="min-w-0 flex-1 truncate">{said}</span>
                      <button
                        type="button"
                        className="phrase"
                        aria-label={`Bring back: ${said}`}
                        onClick={() => back([path])}
                      >
                        bring back
                      </button>
                    </li>
                  );
                })}
              </ul>
            </div>
          )}
        </Popover>
      )}
      <a
        className="phrase inline-flex min-h-6 items-center !font-normal max-xl:hidden"
        href={`/styles/${open}`}
        title="Set the style of this report"
      >
        Style: {style.name}
      </a>
    </span>
  );
}
