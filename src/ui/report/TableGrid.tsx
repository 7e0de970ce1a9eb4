import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef } from 'react';
import type { Column, Table } from '../../core/table/column.ts';
import { LOCALES, localeOf } from '../../core/text/locale.ts';
import { decimalsOf, formatNumber } from '../../core/text/number.ts';
import { formatPeriod } from '../../core/time/format.ts';

const LOCALE = localeOf(LOCALES[0]);
const ROW = 26;

/** How a column is called under its title: "date, one a month", "number, %". */
function kindWords(column: Column): string {
  if (column.kind === 'date') return `date, one a ${column.interval}`;
  if (column.kind === 'number') return [column.total ? 'total' : 'number', column.unit].filter(Boolean).join(', ');
  return column.ordered ? 'text, in order' : 'text';
}

/** Writes the cells of one column; numbers share their count of decimals so that they align. */
function writerOf(column: Column): (row: number) => string {
  let decimals = 0;
  if (column.kind === 'number' && !column.whole)
    for (const cell of column.cells.slice(0, 1000))
      if (typeof cell === 'number' && cell !== 0) decimals = Math.max(decimals, Math.min(6, decimalsOf(cell)));
  return (row) => {
    const cell = column.cells[row];
    if (cell === null || cell === undefined) return '';
    if (typeof cell === 'string') return cell;
    return column.kind === 'date' ? formatPeriod(cell, column.interval, LOCALE) : formatNumber(cell, decimals, LOCALE);
  };
}

interface TableGridProps {
  table: Table;
  /** keys of the number columns that are ticked; without it columns have no ticks */
  chosen?: ReadonlySet<string>;
  onChoose?(key: string, chosen: boolean): void;
}

/** The rows of a table under typed column heads; only the rows in sight are drawn. */
export function TableGrid({ table, chosen, onChoose }: TableGridProps) {
  const box = useRef<HTMLElement>(null);
  const writers = useMemo(() => table.columns.map(writerOf), [table]);
  const rows = useVirtualizer({
    count: table.rows,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const items = rows.getVirtualItems();
  const totals = useMemo(() => new Set(table.totals), [table]);
  const before = items[0]?.start ?? 0;
  const after = rows.getTotalSize() - (items.at(-1)?.end ?? 0);
  const width = table.columns.length + 1;
  return (
    <section
      ref={box}
      className="min-h-0 min-w-0 flex-1 overflow-auto rounded-box border border-rule bg-white text-[#2b2530]"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling region must be reachable by keyboard
      tabIndex={0}
      aria-label={`Rows of ${table.title}`}
    >
      <table className="border-separate border-spacing-0 text-[13px]" aria-rowcount={table.rows + 1}>
        <thead className="sticky top-0 z-10 bg-[#fbf9f6]">
          <tr>
            <th scope="col" className="border-b border-[#dcd5cb] px-2 text-right font-normal text-[#6e6574]">
              <span className="sr-only">Row</span>
            </th>
            {table.columns.map((column) => (
              <th
                key={column.key}
                scope="col"
                className={`border-b border-l border-[#dcd5cb] px-3 py-1.5 align-bottom ${column.kind === 'number' ? 'text-right' : 'text-left'}`}
              >
                <span className="block font-semibold whitespace-nowrap">
                  {chosen && column.kind === 'number' && (
                    <input
                      type="checkbox"
                      className="checkbox checkbox-xs mr-1.5 border-[#6e6574]"
                      aria-label={`Choose ${column.title}`}
                      checked={chosen.has(column.key)}
                      onChange={(event) => onChoose?.(column.key, event.target.checked)}
                    />
                  )}
                  {column.title}
                </span>
                <span className="block text-xs font-normal whitespace-nowrap text-[#6e6574]">{kindWords(column)}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {before > 0 && (
            <tr>
              <td colSpan={width} style={{ height: before }} />
            </tr>
          )}
          {items.map((item) => (
            <tr
              key={item.key}
              aria-rowindex={item.index + 2}
              style={{ height: ROW }}
              className={totals.has(item.index) ? 'font-semibold' : ''}
            >
              <td className="border-b border-[#efeae3] px-2 text-right text-[#6e6574] tabular-nums">
                {item.index + 1}
              </td>
              {table.columns.map((column, index) => {
                const cell = column.cells[item.index];
                const unread = typeof cell === 'string' && column.kind !== 'text' && !totals.has(item.index);
                return (
                  <td
                    key={column.key}
                    title={unread ? `Could not be read as a ${column.kind}; counts as missing` : undefined}
                    className={`border-b border-l border-[#efeae3] px-3 whitespace-nowrap tabular-nums ${column.kind === 'number' ? 'text-right' : ''} ${unread ? 'bg-[#fbe9e4] text-[#8c331d]' : ''} ${cell === null ? 'bg-[#f6f2ed]' : ''}`}
                  >
                    {writers[index]?.(item.index)}
                  </td>
                );
              })}
            </tr>
          ))}
          {after > 0 && (
            <tr>
              <td colSpan={width} style={{ height: after }} />
            </tr>
          )}
        </tbody>
      </table>
    </section>
  );
}

/** What Rizo understood and what it could not, in sentences. */
export function Remarks({ table }: { table: Table }) {
  if (table.remarks.length === 0) return null;
  return (
    <ul
      aria-label="Remarks on this table"
      className="max-h-28 shrink-0 list-none overflow-y-auto text-[13px] text-quiet"
    >
      {table.remarks.map((remark) => (
        <li key={remark.text} className="border-l-2 border-accent py-0.5 pl-2">
          {remark.text}
        </li>
      ))}
    </ul>
  );
}
