import { type Cell, numberAt, type Table } from '../column.ts';
import { periodNumber } from '../periods.ts';
import type { Periods } from '../series.ts';

/**
 * Weights of a rolling mean by offset from the row's period. A centred mean of
 * an even count takes one period more and halves the weight of both ends, so
 * that it is truly in the middle (the "2×m moving average" of classical
 * decomposition: Hyndman and Athanasopoulos, Forecasting, 3rd ed., section 3.3).
 */
function weightsOf(count: number, place: 'trailing' | 'centred'): { offset: number; weight: number }[] {
  if (place === 'trailing')
    return Array.from({ length: count }, (_, index) => ({ offset: index - count + 1, weight: 1 / count }));
  const half = Math.floor(count / 2);
  return Array.from({ length: 2 * half + 1 }, (_, index) => ({
    offset: index - half,
    weight: count % 2 === 0 && (index === 0 || index === 2 * half) ? 0.5 / count : 1 / count,
  }));
}

/** The mean of `count` periods up to or around each row; null when any of them is missing. */
export function rollingMean(
  table: Table,
  periods: Periods,
  cells: readonly Cell[],
  count: number,
  place: 'trailing' | 'centred',
): (number | null)[] {
  const weights = weightsOf(count, place);
  const values = new Array<number | null>(table.rows).fill(null);
  for (const { rows, rowOf } of periods.series)
    rows.forEach((row, index) => {
      const period =
        periods.kind === 'order' ? index : periodNumber(Number(periods.column.cells[row]), periods.interval);
      let sum = 0;
      for (const { offset, weight } of weights) {
        const at = rowOf.get(period + offset);
        const value = at === undefined ? null : numberAt(cells, at);
        if (value === null) return;
        sum += weight * value;
      }
      values[row] = Number.isFinite(sum) ? sum : null;
    });
  return values;
}
