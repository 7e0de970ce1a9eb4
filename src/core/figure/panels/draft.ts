/** First settings of a figure in panels. */
import type { Column, Table } from '../../table/column.ts';
import { rowLength } from './arrange.ts';
import { Panels, type Split } from './spec.ts';

/** Fewer categories need no panels, and more could not be read. */
const LEAST = 2;
const MOST_PANELS = 100;
/** More panels than this do not stand side by side on a page. */
const MOST_ACROSS = 6;
/** Heights in millimetres: of a row of panels, and of words and axis around them; and the most that a page holds. */
const ROW = 34;
const AROUND = 38;
const PAGE = 230;

const countOf = ({ cells }: Column) => new Set(cells).size;

/** The columns a figure can be split by: texts that repeat, but are not one for each row. */
export function splitColumns(table: Table, across: string): Column[] {
  return table.columns.filter((column) => {
    if (column.kind !== 'text' || column.key === across) return false;
    const count = countOf(column);
    return count >= LEAST && count <= MOST_PANELS && count <= table.rows / 2;
  });
}

/** Panels for one column, or a grid for two: on a page more stand above each other than side by side. */
export function draftPanels(columns: readonly Column[]): Panels | null {
  const [first, second] = columns;
  if (!first) return null;
  const split = ({ key }: Column): Split => ({ kind: 'category', column: key });
  if (!second) return Panels.parse({ by: split(first) });
  const [few, many] = countOf(first) <= countOf(second) ? [first, second] : [second, first];
  const [by, down] = countOf(many) <= MOST_ACROSS ? [many, few] : [few, many];
  return Panels.parse({ by: split(by), down: split(down) });
}

/** A height in millimetres at which the panels of a figure can be read, no less than `height`; its lines are counted where it is split by them. */
export function heightFor(
  { by, down, perRow }: Panels,
  table: Table,
  lines: number,
  { width, height }: { width: number; height: number },
): number {
  const count = (split: Split) => {
    if (split.kind === 'lines') return lines;
    const column = table.columns.find(({ key }) => key === split.column);
    return column ? countOf(column) : 1;
  };
  const all = count(by);
  let rows = down ? count(down) : 1;
  // The least count of rows that is enough for the panels at the height that they take.
  if (!down) while (rows < all && Math.ceil(all / rowLength(perRow, all, width, ROW * rows)) > rows) rows++;
  return Math.max(height, Math.min(PAGE, AROUND + ROW * rows));
}
