/**
 * Changes that the server does not have yet, kept in the browser so that a
 * crash or a closed window loses none of them. Each window has an outbox of its
 * own; what a closed one left is taken over by the next that opens the report.
 */
import { delMany, entries, getMany, keys, set } from 'idb-keyval';
import type { Call } from '../../core/change/change.ts';
import type { Refused } from '../../core/change/meet.ts';
import type { BlockCells } from '../../core/change/wire.ts';
import { renamedCall } from '../../core/report/renamed.ts';
import type { Blocks } from './cells.ts';
import { forClosed, thisWindow } from './session.ts';

export interface Outbox {
  calls: readonly Call[];
  /** calls that could not be done, until their maker lets go of them */
  refused: readonly Refused[];
  blocks: Blocks;
}

/** As it is stored: blocks stand beside it, each written once, so that a small change writes little. */
interface Kept {
  calls: Call[];
  refused: Refused[];
  blocks: string[];
}

const prefixOf = (report: string) => `outbox:${report}:`;
const blockKey = (report: string, window: string, block: string) => `cells:${report}:${window}:${block}`;

/** The blocks that stand in the browser for this window, by report. */
const written = new Map<string, Set<string>>();
// Writes follow one another, so that an older state never ends up on top of a newer one.
let last: Promise<void> = Promise.resolve();

async function write(report: string, { calls, refused, blocks }: Outbox): Promise<void> {
  const window = await thisWindow();
  const there = written.get(report) ?? new Set<string>();
  written.set(report, there);
  const isEmpty = calls.length === 0 && refused.length === 0;
  const wanted = isEmpty ? [] : Object.keys(blocks);
  for (const id of wanted)
    if (!there.has(id)) {
      await set(blockKey(report, window, id), blocks[id]);
      there.add(id);
    }
  const key = prefixOf(report) + window;
  if (isEmpty) await delMany([key]);
  else await set(key, { calls: [...calls], refused: [...refused], blocks: wanted } satisfies Kept);
  const stale = [...there].filter((id) => !wanted.includes(id));
  if (stale.length > 0) await delMany(stale.map((id) => blockKey(report, window, id)));
  for (const id of stale) there.delete(id);
}

/** Keeps the outbox of this window; an empty one is removed. */
export function keepOutbox(report: string, outbox: Outbox): Promise<void> {
  const next = () => write(report, outbox);
  last = last.then(next, next);
  return last;
}

const EMPTY: Outbox = { calls: [], refused: [], blocks: {} };

async function withBlocks(report: string, window: string, kept: Kept): Promise<Outbox> {
  const cells = await getMany<BlockCells>(kept.blocks.map((id) => blockKey(report, window, id)));
  const blocks = Object.fromEntries(kept.blocks.map((id, index) => [id, cells[index] ?? []]));
  // A window that was closed before this version was opened kept them in older names.
  const refused = kept.refused.map((one) => ({ ...one, call: renamedCall(one.call) }));
  return { calls: kept.calls.map(renamedCall), refused, blocks };
}

const joined = (one: Outbox, other: Outbox): Outbox => ({
  calls: [...one.calls, ...other.calls],
  refused: [...one.refused, ...other.refused],
  blocks: { ...one.blocks, ...other.blocks },
});

/**
 * What this window kept before it was reloaded, and what closed windows left.
 * Theirs is written to this window's outbox before it is taken from them.
 */
export async function takeOutboxes(report: string): Promise<Outbox> {
  const window = await thisWindow();
  const prefix = prefixOf(report);
  const found = (await entries<string, Kept>()).filter(([key]) => typeof key === 'string' && key.startsWith(prefix));
  let outbox = EMPTY;
  const own = found.find(([key]) => key === prefix + window);
  if (own) {
    outbox = await withBlocks(report, window, own[1]);
    written.set(report, new Set(own[1].blocks));
  }
  for (const [key] of found) {
    const other = key.slice(prefix.length);
    if (other === window) continue;
    await forClosed(other, async () => {
      const [kept] = await getMany<Kept>([key]);
      if (!kept) return;
      outbox = joined(await withBlocks(report, other, kept), outbox);
      await keepOutbox(report, outbox);
      const theirs = (await keys<string>()).filter((name) => name.startsWith(blockKey(report, other, '')));
      await delMany([key, ...theirs]);
    });
  }
  return outbox;
}
