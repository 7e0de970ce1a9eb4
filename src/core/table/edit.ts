/** Editing cells: what an edit does to each column, as splices that the server can repeat. */
import { Refusal } from '../refusal.ts';
import type { Cell, Column, ColumnMeta, Table } from './column.ts';
import { ALL_SHAPES, DATE_SHAPES, YEAR_SHAPE } from './dates.ts';
import type { Splice } from './kept.ts';
import { isCurrency, isMissing } from './number-text.ts';
import { readNumber } from './numbers.ts';
import { textOfCell } from './written.ts';

/** An edit of some columns of a table, each with one splice. */
export interface TableEdit {
  /** count of rows after the edit */
  rows: number;
  columns: { key: string; splice: Splice }[];
  totals: number[];
}

/** Whether a letter after a typed number may multiply it: right at the figures or as a longer word, and not beside a unit that is no currency. */
const mayMultiply = (unit: string | null, text: string) =>
  (unit === null || isCurrency(unit)) && /\d(?:\p{L}|\s?\p{L}{2,}\.?)$/u.test(text.trim());

/**
 * Reads what was typed into a cell as its column's kind. A word for "missing"
 * gives null; what cannot be read stays as typed.
 */
export function readTyped(column: ColumnMeta, text: string): Cell {
  if (column.kind === 'text') return text.trim() === '' ? null : text;
  if (isMissing(text)) return null;
  if (column.kind === 'number') {
    const decimal = column.decimal ?? '.';
    const mark = decimal === '.' ? ',' : '.';
    // The column's own mark first; the other only where the text cannot mean anything else.
    const style = { magnitudes: mayMultiply(column.unit, text), unit: column.unit };
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

/** Cells to be put in, and their texts as typed where the values are written otherwise. */
export type TypedCells = Pick<Splice, 'insert' | 'received'>;

/** Reads what was typed into cells of a column, and keeps the texts that its values are not written as. */
export function readAllTyped(column: Column, texts: readonly string[]): TypedCells {
  const insert = texts.map((text) => readTyped(column, text));
  const typed = texts.map((text, row) => (text === textOfCell(column, insert[row] ?? null) ? null : text));
  return typed.some((text) => text !== null) ? { insert, received: typed } : { insert };
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
  cells: ReadonlyMap<string, TypedCells>,
): TableEdit {
  const reach = Math.max(0, ...[...cells.values()].map(({ insert }) => at + insert.length));
  const rows = Math.max(table.rows, reach);
  const added = rows - table.rows;
  const columns = table.columns.flatMap(({ key }) => {
    const typed = cells.get(key);
    if (!typed) {
      // New rows need cells in every column of the table's own.
      const blank = { at: table.rows, remove: 0, insert: new Array<Cell>(added).fill(null) };
      return added > 0 && keys.includes(key) ? [{ key, splice: blank }] : [];
    }
    const from = Math.min(at, table.rows);
    const lead = new Array<null>(at - from).fill(null);
    const rest = new Array<null>(Math.max(0, rows - Math.max(table.rows, at + typed.insert.length))).fill(null);
    const insert = [...lead, ...typed.insert, ...rest];
    const received = typed.received && [...lead, ...typed.received, ...rest];
    const remove = Math.min(insert.length, table.rows - from);
    return [{ key, splice: { at: from, remove, insert, ...(received && { received }) } }];
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
      .map((column) => [column.key, { insert: new Array<Cell>(to - from).fill(column.cells[from] ?? null) }] as const),
  );
  return setCells(table, keys, from + 1, cells);
}
