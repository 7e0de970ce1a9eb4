/**
 * What was typed into cells, by name, laid over the blocks of received cells:
 * a text for a cell, or null for one that was emptied. It is read as its
 * column's kind whenever the table is made, so that nothing of it is lost where
 * the kind is changed and changed back.
 */
import * as z from 'zod';
import type { Cell, ColumnMeta, ReceivedTexts } from './column.ts';
import { readTyped } from './edit.ts';
import { factsFollow } from './facts.ts';
import type { KeptCells } from './kept.ts';
import { MOST_LETTERS } from './limits.ts';
import { RowName, type Rows } from './row-names.ts';
import { textOfCell } from './written.ts';

/** A text of a cell, null where it was emptied, and false where it is as it was received, whatever a layer below says (./layer.ts). */
const TypedText = z
  .union([
    z.string().max(MOST_LETTERS, `A cell holds at most ${MOST_LETTERS.toLocaleString('en-GB')} characters.`),
    z.literal(false),
  ])
  .nullable();

/** What was typed into cells of a column, by the names of their rows. */
export const TypedTexts = z.record(RowName, TypedText);
export type TypedTexts = Readonly<Record<RowName, string | null | false>>;

/** Texts with others laid over them. */
export function withTyped(under: TypedTexts, typed: TypedTexts): TypedTexts {
  const all: Record<RowName, string | null | false> = { ...under, ...typed };
  for (const [row, text] of Object.entries(typed)) if (text === false) delete all[row];
  return all;
}

const NOTHING: TypedTexts = {};

/** What texts are as a kind, found once for each: thousands of typed cells are read again with every key that is pressed. */
const known = new WeakMap<ColumnMeta, Map<string, Cell>>();
function cellOf(meta: ColumnMeta, text: string): Cell {
  const own = known.get(meta) ?? new Map<string, Cell>();
  known.set(meta, own);
  const found = own.get(text);
  if (found !== undefined) return found;
  const cell = readTyped(meta, text);
  own.set(text, cell);
  return cell;
}

/** What lists in the order of the rows of a table are for a while: typing goes on in the same rows. */
const ordered = new WeakMap<readonly Cell[], { rows: Rows; cells: readonly Cell[] }>();

/** Received cells in the order of the rows; the same list for as long as these stay. */
function cellsInOrder(received: readonly Cell[], rows: Rows): readonly Cell[] {
  if (isAsReceived(rows, received.length)) return received;
  const known = ordered.get(received);
  if (known?.rows === rows) return known.cells;
  const cells = inOrder<Cell>(received, rows, null);
  // Columns without received cells share one empty list.
  if (received.length > 0) ordered.set(received, { rows, cells });
  return cells;
}

/** The received cells in the order of the rows; those of rows that were put in are empty. */
function inOrder<T>(cells: readonly T[], rows: Rows, empty: T): T[] {
  const ordered: T[] = new Array(rows.count).fill(empty);
  let at = 0;
  for (const { base, count } of rows.stretches) {
    if (base !== null) for (let n = 0; n < count; n++) ordered[at + n] = cells[base + n] ?? empty;
    at += count;
  }
  return ordered;
}

const isAsReceived = ({ stretches }: Rows, rows: number) =>
  rows === 0
    ? stretches.length === 0
    : stretches.length === 1 && stretches[0]?.base === 0 && stretches[0].count === rows;

/**
 * The cells of a column as they stand in its table. `received` is the block, as
 * many cells as there are received rows; what was typed into rows that are not
 * there counts for nothing. The block's own list where nothing was changed.
 */
export function cellsInRows(
  meta: ColumnMeta,
  received: readonly Cell[],
  rows: Rows,
  typed: TypedTexts = NOTHING,
): readonly Cell[] {
  return typedOver(meta, cellsInOrder(received, rows), rows, typed);
}

interface Laid {
  meta: ColumnMeta;
  rows: Rows;
  typed: TypedTexts;
  cells: readonly Cell[];
}

/** What was last typed over a list of cells: with the next key one cell of it changes. */
const laid = new WeakMap<readonly Cell[], Laid>();

/** Names whose texts differ, of all that are in one of two. */
const changedNames = (before: TypedTexts, typed: TypedTexts): string[] => [
  ...Object.keys(typed).filter((name) => typed[name] !== before[name]),
  ...Object.keys(before).filter((name) => !(name in typed)),
];

/** Cells in the rows of their table with what was typed over them; the list itself where nothing was. */
export function typedOver(meta: ColumnMeta, under: readonly Cell[], rows: Rows, typed: TypedTexts): readonly Cell[] {
  const isBare = Object.keys(typed).length === 0;
  if (isBare) return under;
  const known = laid.get(under);
  const last = known?.meta === meta && known.rows === rows ? known : { meta, rows, typed: NOTHING, cells: under };
  const cells = last.cells.slice();
  const changed: number[] = [];
  for (const name of changedNames(last.typed, typed)) {
    const row = rows.indexOf(name);
    if (row === null) continue;
    const text = typed[name];
    // One that is typed no longer, or is as it was received, is what lies under it.
    if (text === undefined || text === false) cells[row] = under[row] ?? null;
    else cells[row] = text === null ? null : cellOf(meta, text);
    changed.push(row);
  }
  factsFollow(cells, last.cells, changed);
  laid.set(under, { meta, rows, typed, cells });
  return cells;
}

/** As `cellsInRows`, with the texts that stood there where the values are not written as them. */
export function keptInRows(meta: ColumnMeta, block: KeptCells, rows: Rows, typed: TypedTexts = NOTHING): KeptCells {
  const cells = cellsInRows(meta, block.cells, rows, typed);
  const texts: (string | null)[] = inOrder<string | null>(block.received ?? [], rows, null);
  for (const [name, text] of Object.entries(typed)) {
    const row = rows.indexOf(name);
    if (row !== null && text !== false)
      texts[row] = text === null || text === textOfCell(meta, cells[row] ?? null) ? null : text;
  }
  const received: ReceivedTexts | null = texts.some((text) => text !== null) ? texts : null;
  return { cells, received };
}
