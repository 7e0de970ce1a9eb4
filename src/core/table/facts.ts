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

const kept = new WeakMap<readonly Cell[], CellFacts>();

/** The facts of a list of cells. */
export function factsOf(cells: readonly Cell[]): CellFacts {
  const known = kept.get(cells);
  if (known) return known;
  const facts: CellFacts = { low: Infinity, high: -Infinity, whole: true, texts: false, gaps: false, rising: true };
  let before = -Infinity;
  for (const cell of cells) {
    if (typeof cell !== 'number') {
      if (cell === null) facts.gaps = true;
      else facts.texts = true;
      facts.rising = false;
      continue;
    }
    if (cell < facts.low) facts.low = cell;
    if (cell > facts.high) facts.high = cell;
    if (cell <= before) facts.rising = false;
    before = cell;
    if (facts.whole && !Number.isInteger(cell)) facts.whole = false;
  }
  kept.set(cells, facts);
  return facts;
}

/** Largest size of the numbers among cells, 0 when there is none. */
export function sizeOf(cells: readonly Cell[]): number {
  const { low, high } = factsOf(cells);
  return low > high ? 0 : Math.max(Math.abs(low), Math.abs(high));
}
