/** Numbers that stand for no value in what sensors and registers send, such as -9999. */
import type { Cell } from './column.ts';

/** What counters of two and four bytes hold at their ends. */
const ENDS = new Set([32_767, 32_768, 65_535, 2_147_483_647, 2_147_483_648, 4_294_967_295]);
const NINES = /^9{3,8}(?:\.9{1,4})?$/;
/** No amount of anything; formats of the weather fill with 9.97E+36. */
const BEYOND = 1e19;

const mayStandIn = (value: number) => {
  const size = Math.abs(value);
  if (size < 99) return false;
  // Of most numbers the last figure before the point tells that they are none of nines.
  return size >= BEYOND || ENDS.has(size) || (Math.floor(size) % 10 === 9 && NINES.test(String(size)));
};

/** So many other numbers show what is usual. */
const ENOUGH = 5;
/** It is so many times as far from zero as all others. */
const APART = 4;

/** The number among cells that looks like none: it is one that programs put in, and stands apart from all others. */
export function standInAmong(cells: readonly Cell[]): number | null {
  let [found, count, most, least] = [Number.NaN, 0, 0, Infinity];
  for (const cell of cells) {
    if (typeof cell !== 'number') continue;
    if (mayStandIn(cell) && (Number.isNaN(found) || found === cell)) {
      found = cell;
      continue;
    }
    count++;
    most = Math.max(most, Math.abs(cell));
    least = Math.min(least, cell);
  }
  if (Number.isNaN(found) || count < ENOUGH) return null;
  const isBelow = found < 0 && least >= 0 && Math.abs(found) > most;
  return isBelow || Math.abs(found) >= APART * most ? found : null;
}
