/** What was done in the galley, as commands on the report. */
import { type Block, type BlockOf, nearBefore } from '../../core/document/manuscript.ts';
import { isSame } from '../../core/named/same.ts';
import type { GalleyBlock } from './galley-document.ts';

/** A command that one edit in the galley comes to. */
export type GalleyCall =
  | {
      name: 'manuscript.write';
      args: { block: string; was: BlockOf<'words'>['words']; words: BlockOf<'words'>['words'] };
    }
  | { name: 'manuscript.set'; args: { blocks: string[]; set: { path: string[]; to: unknown }[] } }
  | { name: 'manuscript.add'; args: { blocks: Block[]; after: string | null; near?: string[] } }
  | { name: 'manuscript.move'; args: { blocks: string[]; after: string | null; near?: string[] } }
  | { name: 'manuscript.remove'; args: { blocks: string[] } };

/** Places of a longest rising run among some numbers (patience sorting; Fredman, "On computing the length of longest increasing subsequences", 1975). */
function longestRise(numbers: readonly number[]): Set<number> {
  const ends: number[] = [];
  const before: number[] = [];
  numbers.forEach((number, at) => {
    let [low, high] = [0, ends.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((numbers[ends[middle] ?? 0] ?? 0) < number) low = middle + 1;
      else high = middle;
    }
    before[at] = low > 0 ? (ends[low - 1] ?? -1) : -1;
    ends[low] = at;
  });
  const rise = new Set<number>();
  for (let at = ends.at(-1) ?? -1; at >= 0; at = before[at] ?? -1) rise.add(at);
  return rise;
}

const PARTS = ['role', 'level', 'frame'] as const;

/**
 * The commands that lead from the blocks which stood in the galley to those
 * that stand there now: words that were written, what paragraphs are, blocks
 * that came, moved and went.
 */
export function galleyCalls(before: readonly Block[], now: readonly GalleyBlock[]): GalleyCall[] {
  const calls: GalleyCall[] = [];
  const known = new Map(before.map((block) => [block.id, block]));
  const left = new Set(now.map(({ id }) => id));
  for (const block of now) {
    const was = known.get(block.id);
    if (block.type !== 'words' || was?.type !== 'words') continue;
    if (!isSame(was.words, block.words))
      calls.push({ name: 'manuscript.write', args: { block: block.id, was: was.words, words: block.words } });
    const set = PARTS.flatMap((part) => (was[part] === block[part] ? [] : [{ path: [part], to: block[part] }]));
    if (set.length > 0) calls.push({ name: 'manuscript.set', args: { blocks: [block.id], set } });
  }
  const order = new Map(before.filter(({ id }) => left.has(id)).map(({ id }, at) => [id, at]));
  const stayed = now.filter(({ id }) => order.has(id));
  const rise = longestRise(stayed.map(({ id }) => order.get(id) ?? 0));
  // Blocks that stay come into their order first, so that what is new finds its place among them.
  const ids = stayed.map(({ id }) => id);
  const place = (after: string | null) => {
    const near = nearBefore(ids, after);
    return { after, ...(near.length > 0 && { near }) };
  };
  ids.forEach((id, at) => {
    if (!rise.has(at)) calls.push({ name: 'manuscript.move', args: { blocks: [id], ...place(ids[at - 1] ?? null) } });
  });
  let adding: Block[] = [];
  let behind: string | null = null;
  const add = () => {
    if (adding.length > 0) calls.push({ name: 'manuscript.add', args: { blocks: adding, ...place(behind) } });
    adding = [];
  };
  for (const block of now) {
    if (known.has(block.id)) {
      add();
      behind = block.id;
    } else if (block.type === 'words') adding.push(block);
    else if (block.pasted) adding.push(block.pasted);
  }
  add();
  const gone = before.filter(({ id }) => !left.has(id)).map(({ id }) => id);
  if (gone.length > 0) calls.push({ name: 'manuscript.remove', args: { blocks: gone } });
  return calls;
}
