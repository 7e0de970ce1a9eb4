/** The cells of a column as they are kept and sent: a block, with what was received of it where that is more than its cells tell. */
import * as z from 'zod';
import { Cell, type Column, ReceivedTexts } from './column.ts';

const Cells = z.array(Cell).max(2_000_000);

/** Takes cells out at a row and puts others in. */
export const Splice = z.strictObject({
  at: z.number().int().min(0),
  remove: z.number().int().min(0),
  insert: Cells,
  /** what was typed or received in the inserted cells, a text or null for each; absent where the values tell it */
  received: ReceivedTexts.optional(),
});
export type Splice = z.infer<typeof Splice>;

/** All cells of a block, and their texts as received where some are not what the values are written as. */
export const WholeBlock = z.union([
  Cells,
  z
    .strictObject({ cells: Cells, received: ReceivedTexts })
    .refine(({ cells, received }) => cells.length === received.length, 'Send a received text or null for each cell.'),
]);
export type WholeBlock = z.infer<typeof WholeBlock>;

export interface KeptCells {
  cells: readonly Cell[];
  received: ReceivedTexts | null;
}

export const keptCells = (block: WholeBlock): KeptCells =>
  Array.isArray(block) ? { cells: block, received: null } : block;

/** The block that keeps a column's cells. */
export const blockOf = ({
  cells,
  received,
}: Pick<Column, 'cells'> & { received?: ReceivedTexts | null }): WholeBlock =>
  received ? { cells: [...cells], received: [...received] } : (cells as Cell[]);

/** A list after a splice; the given list stays as it was. */
export function spliceCells(cells: readonly Cell[], { at, remove, insert }: Splice): Cell[] {
  return [...cells.slice(0, at), ...insert, ...cells.slice(at + remove)];
}

/** Texts as received after a splice of cells; null where there are none before and none come. */
export function spliceReceived(
  received: ReceivedTexts | null,
  rows: number,
  { at, remove, insert, received: typed }: Splice,
): ReceivedTexts | null {
  if (!received && !typed) return null;
  const before = received ?? new Array<null>(rows).fill(null);
  const inserted = insert.map((_, index) => typed?.[index] ?? null);
  return [...before.slice(0, at), ...inserted, ...before.slice(at + remove)];
}
