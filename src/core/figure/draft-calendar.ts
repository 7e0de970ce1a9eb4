/** The first settings of a calendar: which columns of a table say where its rows begin and end, and what they are called. */
import type { Column, Table } from '../table/column.ts';
import { Calendar, type MarkOf } from './marks.ts';

/** The columns of a table that can say where something stands along an axis across of this kind. */
export const placesFor = (table: Pick<Table, 'columns'>, kind: Column['kind']): Column[] =>
  table.columns.filter((column) => column.kind === kind);

/** Whether a column holds ends: some are there, and none lies before where its row begins. */
function isEndOf(from: Column, to: Column): boolean {
  const both = to.cells.flatMap((cell, row) => {
    const start = from.cells[row];
    return typeof cell === 'number' && typeof start === 'number' ? [cell >= start] : [];
  });
  return both.length > 0 && both.every(Boolean);
}

/**
 * A calendar of a table for an axis across of a kind; null where the table has
 * no column of that kind. Rows end at the first column after the one they begin
 * at that is never before it, and are called by the first column of texts that
 * differ.
 */
export function draftCalendar(
  id: string,
  tableId: string,
  table: Table,
  kind: Column['kind'],
): MarkOf<'calendar'> | null {
  const [from, ...others] = placesFor(table, kind);
  if (!from) return null;
  const to = kind === 'text' ? undefined : others.find((column) => isEndOf(from, column));
  const texts = table.columns.filter((column) => column.kind === 'text' && column !== from);
  const named = texts.find(({ cells }) => new Set(cells).size > 1) ?? texts[0];
  return Calendar.parse({
    kind: 'calendar',
    id,
    name: '',
    table: tableId,
    from: from.key,
    to: to?.key ?? null,
    named: named?.key ?? null,
  });
}
