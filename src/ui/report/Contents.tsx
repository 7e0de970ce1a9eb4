import { FilePlus2, Trash2 } from 'lucide-react';
import { lazy, Suspense } from 'react';
import { kindOf } from '../../core/item/kinds.ts';
import { type Report, type ReportItem, tableIn } from '../../core/report/report.ts';
import { run, useReport } from '../state/store.ts';
import { show, useView } from './view.ts';

const Miniature = lazy(async () => ({ default: (await import('./Miniature.tsx')).Miniature }));

function Entry({ id, kind, name, children }: { id: string; kind: string; name: string; children: React.ReactNode }) {
  const chosen = useView((view) => view.shown?.kind === 'item' && view.shown.id === id);
  return (
    <li className="group relative">
      <button
        type="button"
        aria-current={chosen}
        onClick={() => show({ kind: 'item', id })}
        className="w-full rounded-lg border border-transparent px-2.5 py-2 text-left hover:bg-base-100 aria-[current=true]:border-primary/40 aria-[current=true]:border-l-4 aria-[current=true]:border-l-primary aria-[current=true]:bg-base-100"
      >
        <span className="mr-1.5 text-[13px] text-quiet">{kind}</span>
        <span className="font-semibold">{name}</span>
        {children}
      </button>
      <button
        type="button"
        aria-label={`Remove ${kind} ${name}`}
        title="Remove (can be undone)"
        onClick={() => run('item.remove', { item: id })}
        className="btn btn-xs btn-square absolute top-1.5 right-1.5 h-7 w-7 border-transparent bg-base-100 opacity-0 group-hover:opacity-100 focus:opacity-100"
      >
        <Trash2 size={13} aria-hidden="true" />
      </button>
    </li>
  );
}

/** What a table holds, or where it is from. */
function sizeOf(item: ReportItem, report: Report): string {
  const from = kindOf(item).tableOf(item);
  if (from !== null) return `from ${tableIn(report, from)?.name ?? 'a table'}`;
  if (item.type !== 'table') return '';
  return `${item.rows.toLocaleString('en-GB')} rows × ${item.columns.length + item.calculations.length} columns`;
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** What stands in the report, in reading order. */
export function Contents() {
  const report = useReport((state) => state.report);
  const { items } = report;
  const seen = useView((view) => view.seen);
  const adding = useView((view) => view.shown?.kind === 'new-table');
  const counts = new Map<string, number>();
  return (
    <nav
      aria-label="In this report"
      className="flex w-[188px] shrink-0 flex-col overflow-y-auto border-r border-rule bg-base-200 p-2.5"
    >
      <h2 className="mt-1.5 mb-2 px-1 text-xs font-semibold tracking-wider text-quiet uppercase">In this report</h2>
      <ul className="flex flex-col gap-1.5">
        {items.map((item) => {
          const { noun, set } = kindOf(item);
          const number = (counts.get(noun) ?? 0) + 1;
          counts.set(noun, number);
          return (
            <Entry key={item.id} id={item.id} kind={`${capital(noun)} ${number}`} name={item.name}>
              {set && !seen ? (
                <div className="mt-1 h-[34px]" />
              ) : set ? (
                <Suspense fallback={<div className="mt-1 h-[34px]" />}>
                  <Miniature item={item} />
                </Suspense>
              ) : (
                <span className="block text-[13px] text-quiet">{sizeOf(item, report)}</span>
              )}
            </Entry>
          );
        })}
      </ul>
      <button
        type="button"
        aria-current={adding}
        onClick={() => show({ kind: 'new-table' })}
        className="mt-3 flex items-center gap-2 rounded-lg border border-dashed border-rule px-2.5 py-2 text-quiet hover:border-primary hover:text-primary aria-[current=true]:border-primary aria-[current=true]:bg-base-100"
      >
        <FilePlus2 size={15} aria-hidden="true" /> Bring in a table
      </button>
    </nav>
  );
}
