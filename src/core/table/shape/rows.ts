import type { Cell, Column, Table } from '../column.ts';

/** A column with other cells. */
export const withCells = (column: Column, cells: readonly Cell[]): Column => ({ ...column, cells });

/** A table of some rows of another, in the given order. */
export function takeRows(table: Table, rows: readonly number[]): Table {
  const totals = new Set(table.totals);
  return {
    ...table,
    rows: rows.length,
    columns: table.columns.map((column) =>
      withCells(
        column,
        rows.map((row) => column.cells[row] ?? null),
      ),
    ),
    totals: rows.flatMap((row, index) => (totals.has(row) ? [index] : [])),
  };
}

/** A table without its total rows, which would count twice in what follows. */
export function withoutTotals(table: Table): Table {
  if (table.totals.length === 0) return table;
  const totals = new Set(table.totals);
  return takeRows(
    table,
    Array.from({ length: table.rows }, (_, row) => row).filter((row) => !totals.has(row)),
  );
}

/** What number columns that become one have in common. */
export function commonMeta(columns: readonly Column[]): { unit: string | null; whole: boolean } {
  const measures = columns.filter((column) => column.kind === 'number');
  const [first] = measures;
  const unit = first && measures.every((column) => column.unit === first.unit) ? first.unit : null;
  return { unit, whole: measures.every((column) => column.whole) };
}
