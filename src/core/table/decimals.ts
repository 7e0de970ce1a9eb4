import { decimalsOf } from '../text/number.ts';
import type { Column } from './column.ts';

const SAMPLE = 1000;
/** Values with more decimals than this came out of a calculation and are rounded for reading. */
const MOST_DECIMALS = 4;

/**
 * How many decimals show the values of a number column: what was set by hand,
 * else what its values have; where that is endless, enough for four digits of
 * the largest.
 */
export function decimalsShown(column: Column): number {
  if (column.kind !== 'number') return 0;
  if (column.decimals !== undefined) return column.decimals;
  if (column.whole) return 0;
  let needed = 0;
  let size = 0;
  for (const cell of column.cells.slice(0, SAMPLE))
    if (typeof cell === 'number' && cell !== 0) {
      needed = Math.max(needed, decimalsOf(cell));
      size = Math.max(size, Math.abs(cell));
    }
  if (needed <= MOST_DECIMALS) return needed;
  const before = Math.floor(Math.log10(size || 1)) + 1;
  return Math.max(1, Math.min(MOST_DECIMALS, MOST_DECIMALS - before));
}
