/** Changes that are not saved yet, kept in the browser so that a crash or a closed window loses none of them. */
import { del, delMany, get, getMany, set } from 'idb-keyval';
import type { PendingChange } from '../../core/report/rebase.ts';
import type { BlockCells } from '../../core/report/save.ts';
import type { Blocks } from './cells.ts';

interface Outbox {
  base: number;
  pending: PendingChange[];
  blocks: Blocks;
}

/** As it is stored: blocks stand beside it, each written once, so that a small change writes little. */
interface Kept extends Omit<Outbox, 'blocks'> {
  blocks: string[];
}

const keyOf = (report: string) => `outbox:${report}`;
const blockKey = (report: string, block: string) => `cells:${report}:${block}`;
/** The blocks that stand in the browser for each report. */
const written = new Map<string, Set<string>>();
// Writes follow one another, so that an older state never ends up on top of a newer one.
let last: Promise<void> = Promise.resolve();

async function write(report: string, { base, pending, blocks }: Outbox): Promise<void> {
  const there = written.get(report) ?? new Set<string>();
  written.set(report, there);
  const wanted = pending.length > 0 ? Object.keys(blocks) : [];
  for (const id of wanted)
    if (!there.has(id)) {
      await set(blockKey(report, id), blocks[id]);
      there.add(id);
    }
  const kept: Kept = { base, pending, blocks: wanted };
  await (pending.length > 0 ? set(keyOf(report), kept) : del(keyOf(report)));
  const stale = [...there].filter((id) => !wanted.includes(id));
  if (stale.length > 0) await delMany(stale.map((id) => blockKey(report, id)));
  for (const id of stale) there.delete(id);
}

/** Keeps the outbox of a report; an empty one is removed. */
export function keepOutbox(report: string, outbox: Outbox): Promise<void> {
  const next = () => write(report, outbox);
  last = last.then(next, next);
  return last;
}

/** The outbox that an earlier page left, if any. */
export async function readOutbox(report: string): Promise<Outbox | undefined> {
  const kept = await get<Kept>(keyOf(report));
  if (!kept) return undefined;
  const cells = await getMany<BlockCells>(kept.blocks.map((id) => blockKey(report, id)));
  written.set(report, new Set(kept.blocks));
  return { ...kept, blocks: Object.fromEntries(kept.blocks.map((id, index) => [id, cells[index] ?? []])) };
}
