/** Blocks of cells in the page. A block never changes, so what was fetched or made once is kept. */
import type { Call } from '../../core/change/change.ts';
import type { BlockCells } from '../../core/change/wire.ts';
import type { Cell } from '../../core/table/column.ts';
import { keptCells, spliceCells } from '../../core/table/kept.ts';

export type Blocks = Readonly<Record<string, BlockCells>>;

/** null for one that is not stored any more */
const cells = new Map<string, readonly Cell[] | null>();

/** Keeps blocks that were made or edited here. */
export function rememberBlocks(blocks: Blocks): void {
  for (const [id, block] of Object.entries(blocks)) {
    if (!('of' in block)) cells.set(id, keptCells(block).cells);
    else {
      const before = cells.get(block.of);
      if (before) cells.set(id, spliceCells(before, block.splice));
    }
  }
}

/** Keeps a block that was fetched; null where it is not stored any more. */
export const rememberCells = (id: string, values: readonly Cell[] | null) => cells.set(id, values);

/** The cells of a block: null where they are gone, undefined where the page does not have them. */
export const cellsOf = (id: string): readonly Cell[] | null | undefined => cells.get(id);

/** Those of some blocks that calls name, and what they are made of. */
export function blocksNamed(calls: readonly Call[], blocks: Blocks): Blocks {
  if (Object.keys(blocks).length === 0) return blocks;
  const args = calls.map((call) => JSON.stringify(call.args));
  const named: Record<string, Blocks[string]> = {};
  const put = (id: string): void => {
    const block = blocks[id];
    if (!block || Object.hasOwn(named, id)) return;
    named[id] = block;
    if ('of' in block) put(block.of);
  };
  for (const id of Object.keys(blocks)) if (args.some((one) => one.includes(id))) put(id);
  return named;
}
