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
import type { ReportState } from './report-state.ts';
import { forClosed, knownWindow, thisWindow } from './session.ts';

export interface Outbox {
  calls: readonly Call[];
  /** calls that could not be done, until their maker lets go of them */
  refused: readonly Refused[];
  blocks: Blocks;
}

/** What of an open report the server does not have. */
export const outboxOf = ({ window, refused, blocks }: Pick<ReportState, 'window' | 'refused' | 'blocks'>): Outbox => ({
  calls: window.pending.map(({ call }) => call),
  refused,
  blocks,
});

/** As it is stored: blocks stand beside it, each written once, so that a small change writes little. */
interface Kept {
  calls: Call[];
  refused: Refused[];
  blocks: string[];
}

const prefixOf = (report: string) => `outbox:${report}:`;
const blockKey = (report: string, window: string, block: string) => `cells:${report}:${window}:${block}`;

/** How often a page was left; a page may come back. */
let parted = 0;
const partingPrefix = (report: string) => `parting:${report}:`;

/**
 * Keeps the outbox of a page that is being left, at once: what else such a page
 * begins may never be done.
 */
export function keepParting(report: string, { calls, refused, blocks }: Outbox): void {
  const window = knownWindow();
  if (window === null || (calls.length === 0 && refused.length === 0)) return;
  parted++;
  try {
    localStorage.setItem(partingPrefix(report) + window, JSON.stringify({ calls, refused, blocks }));
  } catch (error) {
    // There is no room for it; what is begun beside it may still be done.
    console.warn('Changes could not be kept at once.', error);
  }
}

const renamedRefused = (one: Refused): Refused => ({ ...one, call: renamedCall(one.call) });

/** The windows that were left with something that may not have been kept otherwise. */
function partings(report: string): string[] {
  const prefix = partingPrefix(report);
  return Object.keys(localStorage).flatMap((key) => (key.startsWith(prefix) ? [key.slice(prefix.length)] : []));
}

/** What a window left with, put to what is known of it. */
function withParting(report: string, window: string, outbox: Outbox): Outbox {
  const text = localStorage.getItem(partingPrefix(report) + window);
  if (text === null) return outbox;
  const { calls, refused, blocks } = JSON.parse(text) as Outbox;
  const there = new Set([...outbox.calls, ...outbox.refused.map(({ call }) => call)].map(({ id }) => id));
  const isNew = ({ id }: Call) => !there.has(id);
  return {
    calls: [...outbox.calls, ...calls.filter(isNew).map(renamedCall)],
    refused: [...outbox.refused, ...refused.filter(({ call }) => isNew(call)).map(renamedRefused)],
    blocks: { ...blocks, ...outbox.blocks },
  };
}

/** The blocks that stand in the browser for this window, by report. */
const written = new Map<string, Set<string>>();
// Writes follow one another, so that an older state never ends up on top of a newer one.
let last: Promise<void> = Promise.resolve();

async function write(report: string, { calls, refused, blocks }: Outbox, partedBefore: number): Promise<void> {
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
  // What was kept at leaving after this was asked for is not in it.
  if (partedBefore === parted) localStorage.removeItem(partingPrefix(report) + window);
  const stale = [...there].filter((id) => !wanted.includes(id));
  if (stale.length > 0) await delMany(stale.map((id) => blockKey(report, window, id)));
  for (const id of stale) there.delete(id);
}

/** Keeps the outbox of this window; an empty one is removed. */
export function keepOutbox(report: string, outbox: Outbox): Promise<void> {
  const now = parted;
  const next = () => write(report, outbox, now);
  last = last.then(next, next);
  return last;
}

const EMPTY: Outbox = { calls: [], refused: [], blocks: {} };

async function withBlocks(report: string, window: string, kept: Kept): Promise<Outbox> {
  const cells = await getMany<BlockCells>(kept.blocks.map((id) => blockKey(report, window, id)));
  const blocks = Object.fromEntries(kept.blocks.map((id, index) => [id, cells[index] ?? []]));
  // A window that was closed before this version was opened kept them in older names.
  const refused = kept.refused.map(renamedRefused);
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
  outbox = withParting(report, window, outbox);
  const others = new Set([...found.map(([key]) => key.slice(prefix.length)), ...partings(report)]);
  for (const other of others) {
    if (other === window) continue;
    const key = prefix + other;
    await forClosed(other, async () => {
      const [kept] = await getMany<Kept>([key]);
      const theirs = withParting(report, other, kept ? await withBlocks(report, other, kept) : EMPTY);
      outbox = joined(theirs, outbox);
      await keepOutbox(report, outbox);
      localStorage.removeItem(partingPrefix(report) + other);
      const cells = (await keys<string>()).filter((name) => name.startsWith(blockKey(report, other, '')));
      await delMany([key, ...cells]);
    });
  }
  return outbox;
}
