/** What one pass over the cells of a column tells. Cells never change, so it is kept for each list of them. */
import type { Cell } from './column.ts';

export interface CellFacts {
  /** lowest and highest number; Infinity and -Infinity when there is none */
  low: number;
  high: number;
  /** true when every number is a whole one */
  whole: boolean;
  /** true when some cell is text, and when some cell is missing */
  texts: boolean;
  gaps: boolean;
  /** true when every cell is a number above the one before it */
  rising: boolean;
}

/** So many cells are read again where one of them changes. */
const STRETCH = 1000;

/** The facts of a list of cells, and those of its stretches that they are put together from. */
const kept = new WeakMap<readonly Cell[], { facts: CellFacts; stretches: readonly CellFacts[] }>();

/** One pass over a stretch; numbers are compared with numbers at hand, since lists of a hundred thousand are looked through. */
function factsOfStretch(cells: readonly Cell[], stretch: number): CellFacts {
  const from = stretch * STRETCH;
  const until = Math.min(from + STRETCH, cells.length);
  let [low, high, whole, texts, gaps, rising] = [Infinity, -Infinity, true, false, false, true];
  // What stands before the stretch is what its first cell is to be above.
  const first = from === 0 ? -Infinity : cells[from - 1];
  let before = typeof first === 'number' ? first : -Infinity;
  for (let at = from; at < until; at++) {
    const cell = cells[at];
    if (typeof cell !== 'number') {
      if (cell === null) gaps = true;
      else texts = true;
      rising = false;
      continue;
    }
    if (cell < low) low = cell;
    if (cell > high) high = cell;
    if (cell <= before) rising = false;
    if (whole && !Number.isInteger(cell)) whole = false;
    before = cell;
  }
  return { low, high, whole, texts, gaps, rising };
}

function keep(cells: readonly Cell[], stretches: readonly CellFacts[]): CellFacts {
  const facts = { low: Infinity, high: -Infinity, whole: true, texts: false, gaps: false, rising: true };
  for (const stretch of stretches) {
    facts.low = Math.min(facts.low, stretch.low);
    facts.high = Math.max(facts.high, stretch.high);
    facts.whole &&= stretch.whole;
    facts.texts ||= stretch.texts;
    facts.gaps ||= stretch.gaps;
    facts.rising &&= stretch.rising;
  }
  kept.set(cells, { facts, stretches });
  return facts;
}

function pass(cells: readonly Cell[]): CellFacts {
  const count = Math.ceil(cells.length / STRETCH);
  return keep(
    cells,
    Array.from({ length: count }, (_, stretch) => factsOfStretch(cells, stretch)),
  );
}

/** The facts of a list of cells. */
export const factsOf = (cells: readonly Cell[]): CellFacts => kept.get(cells)?.facts ?? pass(cells);

/**
 * Finds the facts of cells that differ from others at some places only, by a
 * pass over the stretches in which these are: a key pressed in a long table must
 * not read the whole column again.
 */
export function factsFollow(cells: readonly Cell[], before: readonly Cell[], changed: readonly number[]): void {
  const known = kept.get(before);
  if (!known || before.length !== cells.length) return;
  const stretches = [...known.stretches];
  // What stands behind a changed cell may no longer be above it.
  const touched = new Set(changed.flatMap((at) => [at, at + 1]).map((at) => Math.floor(at / STRETCH)));
  for (const stretch of touched) if (stretch < stretches.length) stretches[stretch] = factsOfStretch(cells, stretch);
  keep(cells, stretches);
}

/** Largest size of the numbers among cells, 0 when there is none. */
export function sizeOf(cells: readonly Cell[]): number {
  const { low, high } = factsOf(cells);
  return low > high ? 0 : Math.max(Math.abs(low), Math.abs(high));
}
