/** Cells that could not be read as their column's kind. */
import type { Table } from '../../core/table/column.ts';
import { factsOf } from '../../core/table/facts.ts';
import { areaOf, at, type Selection } from '../grid/selection.ts';

/** Whether some cell of a row that is no total could not be read as its column's kind. */
export const hasUnreadCells = (table: Table) =>
  table.columns.some(({ kind, cells }) => kind !== 'text' && factsOf(cells).texts) &&
  nextUnread(table, at(0, 0), 1) !== null;

/** The next cell after the cursor (or before it) that could not be read, column after column within a row. */
export function nextUnread(table: Table, selection: Selection, step: 1 | -1): { row: number; col: number } | null {
  const totals = new Set(table.totals);
  const { rows, columns } = table;
  const width = columns.length;
  const size = rows * width;
  const { top, left } = areaOf({ from: selection.at, at: selection.at });
  const start = Math.min(top, Math.max(0, rows - 1)) * width + left;
  for (let count = 1; count <= size; count++) {
    const place = (((start + step * count) % size) + size) % size;
    const [row, col] = [Math.floor(place / width), place % width];
    const column = columns[col];
    if (column && column.kind !== 'text' && !totals.has(row) && typeof column.cells[row] === 'string')
      return { row, col };
  }
  return null;
}
