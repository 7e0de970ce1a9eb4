import type { Column, Table } from './column.ts';

const isRising = (column: Column) =>
  column.kind === 'number' &&
  column.cells.length > 1 &&
  column.cells.every((cell, row) => typeof cell === 'number' && (row === 0 || cell > Number(column.cells[row - 1])));

/**
 * The column that runs across: a date column, else ordered categories, else
 * other text, else a first column of ever rising numbers. Never a measure.
 */
export function chooseAcross(table: Table): Column | undefined {
  const { columns } = table;
  const [first] = columns;
  return (
    columns.find((column) => column.kind === 'date') ??
    columns.find((column) => column.kind === 'text' && column.ordered) ??
    columns.find((column) => column.kind === 'text') ??
    (first && isRising(first) ? first : undefined)
  );
}

/** The columns that could run across: dates, texts and ever rising numbers, never a measure. */
export function acrossCandidates(table: Table): Column[] {
  return table.columns.filter((column) => column.kind !== 'number' || isRising(column));
}

/** Largest size of the values of a column, 0 when it has none. */
function sizeOf(column: Column): number {
  let size = 0;
  for (const cell of column.cells) if (typeof cell === 'number') size = Math.max(size, Math.abs(cell));
  return size;
}

/** Lines of one figure share an axis: they need one unit and sizes that can be compared. */
const COMPARABLE = 20;

/**
 * The number columns to draw as lines at first: the first one and those with
 * the same unit whose sizes are within a factor of 20 of it, at most `most`.
 */
export function chooseLines(table: Table, across: string, most = 6): Column[] {
  const measures = table.columns.filter(
    (column) => column.kind === 'number' && !column.total && column.key !== across && sizeOf(column) > 0,
  );
  const [first] = measures;
  if (first?.kind !== 'number') return [];
  const size = sizeOf(first);
  return measures
    .filter((column) => {
      const ratio = sizeOf(column) / size;
      return column.kind === 'number' && column.unit === first.unit && ratio < COMPARABLE && ratio > 1 / COMPARABLE;
    })
    .slice(0, most);
}
