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

/** Where the cells are that show each of the facts, -1 where none does: while these stay, so does what they show. */
interface Witnesses {
  low: number;
  high: number;
  fraction: number;
  text: number;
  gap: number;
  /** a cell that is no number, or not above the one before it */
  fall: number;
}

const kept = new WeakMap<readonly Cell[], { facts: CellFacts; shown: Witnesses }>();

/** Takes one more cell into what is known of others. */
function take(shown: Witnesses, cells: readonly Cell[], at: number): void {
  const cell = cells[at];
  if (typeof cell !== 'number') {
    if (cell === null) shown.gap = shown.gap < 0 ? at : shown.gap;
    else shown.text = shown.text < 0 ? at : shown.text;
    shown.fall = at;
    return;
  }
  const [low, high] = [cells[shown.low], cells[shown.high]];
  if (typeof low !== 'number' || cell < low) shown.low = at;
  if (typeof high !== 'number' || cell > high) shown.high = at;
  if (shown.fraction < 0 && !Number.isInteger(cell)) shown.fraction = at;
  const before = at === 0 ? -Infinity : cells[at - 1];
  if (typeof before !== 'number' || cell <= before) shown.fall = at;
}

function keep(cells: readonly Cell[], shown: Witnesses): CellFacts {
  const [low, high] = [cells[shown.low], cells[shown.high]];
  const facts: CellFacts = {
    low: typeof low === 'number' ? low : Infinity,
    high: typeof high === 'number' ? high : -Infinity,
    whole: shown.fraction < 0,
    texts: shown.text >= 0,
    gaps: shown.gap >= 0,
    rising: shown.fall < 0,
  };
  kept.set(cells, { facts, shown });
  return facts;
}

/** One pass over all cells; numbers are compared with numbers at hand, since lists of a hundred thousand are looked through. */
function pass(cells: readonly Cell[]): Witnesses {
  const shown: Witnesses = { low: -1, high: -1, fraction: -1, text: -1, gap: -1, fall: -1 };
  let [low, high, before] = [Infinity, -Infinity, -Infinity];
  for (let at = 0; at < cells.length; at++) {
    const cell = cells[at];
    if (typeof cell !== 'number') {
      if (cell === null) shown.gap = at;
      else shown.text = at;
      shown.fall = at;
      continue;
    }
    if (cell < low) {
      low = cell;
      shown.low = at;
    }
    if (cell > high) {
      high = cell;
      shown.high = at;
    }
    if (cell <= before) shown.fall = at;
    before = cell;
    if (shown.fraction < 0 && !Number.isInteger(cell)) shown.fraction = at;
  }
  return shown;
}

/** The facts of a list of cells. */
export const factsOf = (cells: readonly Cell[]): CellFacts => kept.get(cells)?.facts ?? keep(cells, pass(cells));

/**
 * Finds the facts of cells that differ from others at some places only, without
 * a pass over all of them, where those that showed the facts are still there: a
 * key pressed in a long table must not read the whole column again.
 */
export function factsFollow(cells: readonly Cell[], before: readonly Cell[], changed: readonly number[]): void {
  const known = kept.get(before);
  if (!known || before.length !== cells.length) return;
  const { low, high, fraction, text, gap, fall } = known.shown;
  const places = new Set(changed);
  const isGone = [low, high, fraction, text, gap].some((at) => places.has(at));
  if (isGone || (fall >= 0 && (places.has(fall) || places.has(fall - 1)))) return;
  const shown = { ...known.shown };
  for (const at of changed) {
    take(shown, cells, at);
    // What stands behind a changed cell may no longer be above it.
    if (at + 1 < cells.length) take(shown, cells, at + 1);
  }
  keep(cells, shown);
}

/** Largest size of the numbers among cells, 0 when there is none. */
export function sizeOf(cells: readonly Cell[]): number {
  const { low, high } = factsOf(cells);
  return low > high ? 0 : Math.max(Math.abs(low), Math.abs(high));
}
