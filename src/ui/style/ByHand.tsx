import { byHandOf, sayByHand } from '../../core/item/by-hand-words.ts';
import type { Report } from '../../core/report/report.ts';
import { Popover } from '../controls/Popover.tsx';

interface ByHandProps {
  report: Report;
  /** lets all that was set by hand in these things follow the style again */
  onBack(items: string[]): void;
}

/** What of a report was set by hand although its style has something for it. */
export function ByHand({ report, onBack }: ByHandProps) {
  const all = byHandOf(report);
  if (all.length === 0) return <span className="text-quiet">Nothing in “{report.title}” departs from its style.</span>;
  return (
    <span className="inline-flex flex-wrap items-baseline gap-x-1.5">
      <span className="text-quiet">Set by hand:</span>
      <Popover label={`${sayByHand(all)}, set by hand`} className="phrase" width="w-96" face={sayByHand(all)}>
        {(close) => (
          <ul>
            {all.map(({ item, count }) => (
              <li key={item.id} className="flex items-baseline gap-2 leading-7">
                <span className="min-w-0 flex-1 truncate">{item.name}</span>
                <span className="text-quiet">
                  {count} {count === 1 ? 'setting' : 'settings'}
                </span>
                <button
                  type="button"
                  className="phrase"
                  aria-label={`Bring “${item.name}” back`}
                  onClick={() => {
                    onBack([item.id]);
                    if (all.length === 1) close();
                  }}
                >
                  bring back
                </button>
              </li>
            ))}
          </ul>
        )}
      </Popover>
      <button type="button" className="phrase" onClick={() => onBack(all.map(({ item }) => item.id))}>
        bring them all back
      </button>
    </span>
  );
}
