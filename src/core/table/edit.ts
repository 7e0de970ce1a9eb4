/** Editing cells: what an edit does to each column, as splices that the server can repeat. */
import * as z from 'zod';
import { Refusal } from '../refusal.ts';
import { Cell, type Column, type Table } from './column.ts';
import { ALL_SHAPES, DATE_SHAPES, YEAR_SHAPE } from './dates.ts';
import { isMissing } from './number-text.ts';
import { readNumber } from './numbers.ts';

/** Takes cells out at a row and puts others in. */
export const Splice = z.strictObject({
  at: z.number().int().min(0),
  remove: z.number().int().min(0),
  insert: z.array(Cell).max(2_000_000),
});
export type Splice = z.infer<typeof Splice>;

/** The cells after a splice; the given list stays as it was. */
export function spliceCells(cells: readonly Cell[], { at, remove, insert }: Splice): Cell[] {
  return [...cells.slice(0, at), ...insert, ...cells.slice(at + remove)];
}

/** An edit of some columns of a table, each with one splice. */
export interface TableEdit {
  /** count of rows after the edit */
  rows: number;
  columns: { key: string; splice: Splice }[];
  totals: number[];
}

/**
 * Reads what was typed into a cell as its column's kind. A word for "missing"
 * gives null; what cannot be read stays as typed.
 */
export function readTyped(column: Column, text: string): Cell {
  if (column.kind === 'text') return text.trim() === '' ? null : text;
  if (isMissing(text)) return null;
  if (column.kind === 'number') {
    const decimal = column.decimal ?? '.';
    const mark = decimal === '.' ? ',' : '.';
    // The column's own mark first; the other only where the text cannot mean anything else.
    const style = { magnitudes: true, unit: column.unit };
    const value = readNumber(text, { ...style, decimal }) ?? readNumber(text, { ...style, decimal: mark });
    return value ?? text;
  }
  const own = ALL_SHAPES.find((shape) => shape.id === column.shape);
  // A bare number is a date only in a column that is written so.
  const strong = DATE_SHAPES.filter(({ weak }) => !weak);
  const shapes = [...(own ? [own] : []), ...(column.interval === 'year' ? [YEAR_SHAPE] : []), ...strong];
  for (const shape of shapes) {
    const at = shape.read(text);
    if (at !== null) return at;
  }
  return text;
}

/** Each splice as wide as the whole table, for edits that change the count of rows. */
const everywhere = (table: Table, keys: readonly string[], splice: (column: Column) => Splice) =>
  table.columns.filter(({ key }) => keys.includes(key)).map((column) => ({ key: column.key, splice: splice(column) }));

/** Puts empty rows before row `at`; `keys` are the table's own columns. */
export function insertRows(table: Table, keys: readonly string[], at: number, count: number): TableEdit {
  const empty = new Array<Cell>(count).fill(null);
  return {
    rows: table.rows + count,
    columns: everywhere(table, keys, () => ({ at, remove: 0, insert: empty })),
    totals: table.totals.map((row) => (row >= at ? row + count : row)),
  };
}

/** Takes rows out. */
export function removeRows(table: Table, keys: readonly string[], at: number, count: number): TableEdit {
  return {
    rows: table.rows - count,
    columns: everywhere(table, keys, () => ({ at, remove: count, insert: [] })),
    totals: table.totals.flatMap((row) => (row < at ? [row] : row >= at + count ? [row - count] : [])),
  };
}

/** Sets the cells of some columns from row `at` on; rows are added when they reach beyond the last. */
export function setCells(
  table: Table,
  keys: readonly string[],
  at: number,
  cells: ReadonlyMap<string, readonly Cell[]>,
): TableEdit {
  const reach = Math.max(0, ...[...cells.values()].map((list) => at + list.length));
  const rows = Math.max(table.rows, reach);
  const added = rows - table.rows;
  const columns = table.columns.flatMap(({ key }) => {
    const list = cells.get(key);
    if (!list) {
      // New rows need cells in every column of the table's own.
      const blank = { at: table.rows, remove: 0, insert: new Array<Cell>(added).fill(null) };
      return added > 0 && keys.includes(key) ? [{ key, splice: blank }] : [];
    }
    const insert = [...list, ...new Array<Cell>(Math.max(0, rows - Math.max(table.rows, at + list.length))).fill(null)];
    return [{ key, splice: { at, remove: Math.min(insert.length, table.rows - at), insert } }];
  });
  return { rows, columns, totals: [...table.totals] };
}

/** Repeats the first selected row in the rows below it. */
export function fillDown(
  table: Table,
  keys: readonly string[],
  chosen: readonly string[],
  from: number,
  to: number,
): TableEdit {
  if (to <= from) throw new Refusal('Select the cell to repeat and the rows below it first.');
  const cells = new Map(
    table.columns
      .filter(({ key }) => chosen.includes(key))
      .map((column) => [column.key, new Array<Cell>(to - from).fill(column.cells[from] ?? null)] as const),
  );
  return setCells(table, keys, from + 1, cells);
}
