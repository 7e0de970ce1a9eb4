import { z } from 'zod';
import { Id } from '../figure/spec.ts';
import { Cell } from '../table/column.ts';
import { Splice } from '../table/edit.ts';

const Patch = z.strictObject({
  op: z.enum(['replace', 'remove', 'add']),
  path: z.array(z.union([z.string().max(200), z.number().int().min(0)])).max(20),
  value: z.unknown().optional(),
});

/** One change on its way to be saved. Its id makes sending it twice harmless. */
export const SentChange = z.strictObject({
  id: z.uuid(),
  kind: z.enum(['do', 'undo', 'redo']),
  label: z.string().max(200),
  patches: z.array(Patch).max(100_000),
  inverse: z.array(Patch).max(100_000),
});
export type SentChange = z.infer<typeof SentChange>;

/** The cells of a new block: all of them, or what makes them of an older block. */
const BlockCells = z.union([z.array(Cell).max(2_000_000), z.strictObject({ of: Id, splice: Splice })]);
export type BlockCells = z.infer<typeof BlockCells>;

/** What a page sends to save: the revision it began from, its changes in order, and the cells of new columns. */
export const SaveRequest = z.strictObject({
  base: z.number().int().min(0),
  changes: z.array(SentChange).min(1).max(1000),
  blocks: z.record(Id, BlockCells).default({}),
});
export type SaveRequest = z.infer<typeof SaveRequest>;
