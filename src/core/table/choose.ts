import type { Column, Table } from './column.ts';
import { factsOf, sizeOf } from './facts.ts';

const isRising = ({ kind, cells }: Column) => kind === 'number' && cells.length > 1 && factsOf(cells).rising;

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

/** Lines of one figure share an axis: they need one unit and sizes that can be compared. */
const COMPARABLE = 20;

/**
 * The number columns to draw as lines at first: the first one and those with
 * the same unit whose sizes are within a factor of 20 of it, at most `most`.
 */
export function chooseLines(table: Table, across: string, most = 6): Column[] {
  const measures = table.columns.filter(
    (column) => column.kind === 'number' && !column.total && column.key !== across && sizeOf(column.cells) > 0,
  );
  const [first] = measures;
  if (first?.kind !== 'number') return [];
  const size = sizeOf(first.cells);
  return measures
    .filter((column) => {
      const ratio = sizeOf(column.cells) / size;
      return column.kind === 'number' && column.unit === first.unit && ratio < COMPARABLE && ratio > 1 / COMPARABLE;
    })
    .slice(0, most);
}
