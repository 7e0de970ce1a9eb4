/** What is sent to change a report. */
import * as z from 'zod';
import { Id } from '../named/id.ts';
import { Splice, WholeBlock } from '../table/kept.ts';
import { Call, Revision } from './change.ts';

/** The cells of a new block: all of them, or what makes them of an older block. */
const BlockCells = z.union([...WholeBlock.options, z.strictObject({ of: Id, splice: Splice })]);
export type BlockCells = z.infer<typeof BlockCells>;

/** Cells of columns that calls bring, by the block's id. */
export const Blocks = z.record(Id, BlockCells);

/** What a window sends: the revision it knows, its calls in order, and the cells they bring. */
export const CallsRequest = z.strictObject({
  base: Revision,
  commands: z.array(Call).min(1).max(1000),
  blocks: Blocks.default({}),
  /** id of the author; absent for a program */
  by: z.string().min(1).max(80).default('program'),
});
export type CallsRequest = z.infer<typeof CallsRequest>;
