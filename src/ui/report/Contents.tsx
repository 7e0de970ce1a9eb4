import { FilePlus2, Trash2 } from 'lucide-react';
import { useDeferredValue, useMemo } from 'react';
import { miniature } from '../../core/figure/miniature.ts';
import { resolveFigure } from '../../core/figure/panels/resolve.ts';
import type { FigureSpec } from '../../core/figure/spec.ts';
import { isTable, type Report, type TableItem, tableIn } from '../../core/report/report.ts';
import type { Scene } from '../../core/scene/scene.ts';
import { toSvg } from '../../core/scene/svg.ts';
import { sparkMiniature } from '../../core/spark/miniature.ts';
import type { SparkTableSpec } from '../../core/spark/spec.ts';
import type { Table } from '../../core/table/column.ts';
import { LOCALES, localeOf } from '../../core/text/locale.ts';
import { run, useReport } from '../state/store.ts';
import { useTable } from '../state/tables.ts';
import { show, useView } from './view.ts';

const ENGLISH = localeOf(LOCALES[0]);
const MINI_WIDTH = 146 / 3.78;
const MINI_HEIGHT = 34 / 3.78;

function drawSmall(thing: FigureSpec | SparkTableSpec, table: Table): Scene {
  return thing.type === 'figure'
    ? miniature(resolveFigure(thing, table), MINI_WIDTH, MINI_HEIGHT)
    : sparkMiniature(thing, table, ENGLISH, MINI_WIDTH, MINI_HEIGHT);
}

function Miniature({ thing: now }: { thing: FigureSpec | SparkTableSpec }) {
  // The sheet is drawn first.
  const thing = useDeferredValue(now);
  const item = useReport((state) => tableIn(state.report, thing.table));
  const loaded = useTable(item);
  const table = 'table' in loaded ? loaded.table : null;
  const address = useMemo(
    () => table && `data:image/svg+xml,${encodeURIComponent(toSvg(drawSmall(thing, table)))}`,
    [thing, table],
  );
  return address ? (
    <img src={address} alt="" width={146} height={34} className="mt-1 rounded-sm bg-white" />
  ) : (
    <div className="mt-1 h-[34px]" />
  );
}

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

function sizeOf(item: TableItem, report: Report): string {
  if (item.type === 'shaped') return `from ${tableIn(report, item.of)?.name ?? 'a table'}`;
  return `${item.rows.toLocaleString('en-GB')} rows × ${item.columns.length + item.calculations.length} columns`;
}

/** What stands in the report, in reading order. */
export function Contents() {
  const report = useReport((state) => state.report);
  const { items } = report;
  const adding = useView((view) => view.shown?.kind === 'new-table');
  const counts = { table: 0, figure: 0, spark: 0 };
  return (
    <nav
      aria-label="In this report"
      className="flex w-[188px] shrink-0 flex-col overflow-y-auto border-r border-rule bg-base-200 p-2.5"
    >
      <h2 className="mt-1.5 mb-2 px-1 text-xs font-semibold tracking-wider text-quiet uppercase">In this report</h2>
      <ul className="flex flex-col gap-1.5">
        {items.map((item) => {
          const number = ++counts[isTable(item) ? 'table' : item.type];
          return isTable(item) ? (
            <Entry key={item.id} id={item.id} kind={`Table ${number}`} name={item.name}>
              <span className="block text-[13px] text-quiet">{sizeOf(item, report)}</span>
            </Entry>
          ) : (
            <Entry
              key={item.id}
              id={item.id}
              kind={`${item.type === 'figure' ? 'Figure' : 'Spark table'} ${number}`}
              name={item.name}
            >
              <Miniature thing={item} />
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
