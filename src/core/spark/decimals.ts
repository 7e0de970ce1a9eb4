import { decimalsOfValues } from '../text/number.ts';
import type { SparkSeries } from './data.ts';

const SAMPLE = 2000;
const decimals = new WeakMap<SparkSeries, number>();

/** Decimals with which the values of a column of sparklines are written, at most those that a house allows. */
export function decimalsOfSeries(series: SparkSeries, most = Infinity): number {
  const known = decimals.get(series);
  if (known !== undefined) return Math.min(known, most);
  const values = [...series.grid.data.subarray(0, SAMPLE)].filter((value) => !Number.isNaN(value));
  const found = decimalsOfValues(values, null);
  decimals.set(series, found);
  return Math.min(found, most);
}
