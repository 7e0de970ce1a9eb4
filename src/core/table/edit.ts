/** Editing cells: what is typed, by the names of rows and columns. */
import { Refusal } from '../refusal.ts';
import { isoOf } from '../time/calendar.ts';
import type { Cell, Column, ColumnMeta, Table } from './column.ts';
import { ALL_SHAPES, DATE_SHAPES, YEAR_SHAPE } from './dates.ts';
import { isMissing } from './missing.ts';
import { isCurrency } from './number-text.ts';
import { readNumber } from './numbers.ts';
import { type InsertedRun, type RowName, type Rows, type Run, rowName } from './row-names.ts';
import { textOfCell } from './written.ts';

/** A cell as a text that its column reads as just that cell again. */
export function exactText(column: Column, cell: Cell): string {
  const text = textOfCell(column, cell);
  // A day in a column of months, say, is written in full.
  return column.kind === 'date' && typeof cell === 'number' && readTyped(column, text) !== cell
    ? isoOf(cell).replace('T', ' ')
    : text;
}

/** Texts to be typed into cells, null where one is emptied, by the keys of their columns and the names of their rows. */
export interface CellsEdit {
  cells: Record<string, Record<RowName, string | null>>;
  /** rows put in below the last for what reaches beyond it */
  rows?: InsertedRun[];
}

/** Texts from a row on, by the keys of their columns; undefined for a cell that stays as it is. */
export type TextsDown = ReadonlyMap<string, readonly (string | undefined)[]>;

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

/** A blank text empties its cell. */
const kept = (text: string) => (text.trim() === '' ? null : text);

/** Types texts from row `at` on; rows are put in, called after `id`, where they reach beyond the last. */
export function setTexts(rows: Rows, at: number, texts: TextsDown, id: string): CellsEdit {
  const reach = at + Math.max(0, ...[...texts.values()].map(({ length }) => length));
  const added = Math.max(0, reach - rows.count);
  const nameAt = (row: number) => (row < rows.count ? rows.nameAt(row) : rowName(id, row - rows.count));
  const cells: CellsEdit['cells'] = {};
  for (const [key, down] of texts) {
    const own: Record<RowName, string | null> = {};
    down.forEach((text, index) => {
      const row = at + index;
      if (text === undefined) return;
      // A row that comes is empty of itself.
      if (row < rows.count || kept(text) !== null) own[nameAt(row)] = kept(text);
    });
    if (Object.keys(own).length > 0) cells[key] = own;
  }
  const after = rows.count > 0 ? rows.nameAt(rows.count - 1) : null;
  return { cells, ...(added > 0 && { rows: [{ id, count: added, after }] }) };
}

/** Empty rows before row `at`, called after `id`. */
export const rowsBefore = (rows: Rows, at: number, count: number, id: string): InsertedRun => ({
  id,
  count,
  after: at > 0 ? rows.nameAt(Math.min(at, rows.count) - 1) : null,
});

/** Rows from one place up to another, as runs of names. */
export function runsBetween(rows: Rows, from: number, until: number): Run[] {
  const runs: Run[] = [];
  let at = 0;
  for (const { of, from: first, count } of rows.stretches) {
    const [low, high] = [Math.max(from, at), Math.min(until, at + count)];
    if (low < high) runs.push({ of, from: first + low - at, count: high - low });
    at += count;
  }
  return runs;
}

/** The first selected row over and over, for the rows below it. */
export function filledDown(table: Table, chosen: readonly string[], from: number, to: number): TextsDown {
  if (to <= from) throw new Refusal('First select the cell to repeat and the rows below it.');
  const columns = table.columns.filter(({ key }) => chosen.includes(key));
  return new Map(
    columns.map((column) => {
      const text = exactText(column, column.cells[from] ?? null);
      return [column.key, new Array<string>(to - from).fill(text)] as const;
    }),
  );
}
