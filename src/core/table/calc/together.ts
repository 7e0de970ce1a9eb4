/** What several values that belong together come to: those of the same period in years before, or of one longer period. */
import * as z from 'zod';
import { DAY, floorTo } from '../../time/calendar.ts';
import { type Cell, numberAt, type Table } from '../column.ts';
import { fiscalYear, periodNumber, yearBefore } from '../periods.ts';
import type { Periods } from '../series.ts';

type Dated = Periods & { kind: 'dates' };

export const STATISTICS = ['lowest', 'lower quartile', 'mean', 'upper quartile', 'highest'] as const;
export type Statistic = (typeof STATISTICS)[number];

/** How wide a band is, and the statistics at its edges. */
export const SPREADS = {
  'lowest to highest': ['lowest', 'highest'],
  'the middle half': ['lower quartile', 'upper quartile'],
} as const satisfies Record<string, readonly [Statistic, Statistic]>;
export type Spread = keyof typeof SPREADS;
export const SpreadName = z.enum(['lowest to highest', 'the middle half']);

/**
 * A quantile of values that rise, by linear interpolation between the two
 * nearest ranks (definition 7 of Hyndman and Fan, "Sample quantiles in
 * statistical packages", The American Statistician 50, 1996).
 */
function quantile(rising: readonly number[], share: number): number {
  const at = (rising.length - 1) * share;
  const [low, high] = [rising[Math.floor(at)] ?? 0, rising[Math.ceil(at)] ?? 0];
  return low + (high - low) * (at - Math.floor(at));
}

/** A statistic of values; null for none. */
export function statistic(values: readonly number[], of: Statistic): number | null {
  if (values.length === 0) return null;
  if (of === 'mean') return values.reduce((sum, value) => sum + value, 0) / values.length;
  const rising = [...values].sort((a, b) => a - b);
  const share = { lowest: 0, 'lower quartile': 0.25, 'upper quartile': 0.75, highest: 1 }[of];
  return quantile(rising, share);
}

/** For each row the values of the same period in so many years before, as far as there are any. */
export function yearsBefore(table: Table, periods: Dated, cells: readonly Cell[], years: number): number[][] {
  const found: number[][] = Array.from({ length: table.rows }, () => []);
  for (const { rows, rowOf } of periods.series)
    for (const row of rows) {
      let at: number | null = Number(periods.column.cells[row]);
      for (let back = 0; back < years && at !== null; back++) {
        at = yearBefore(at, periods.interval);
        const from = at === null ? undefined : rowOf.get(periodNumber(at, periods.interval));
        const value = from === undefined ? null : numberAt(cells, from);
        if (value !== null) found[row]?.push(value);
      }
    }
  return found;
}

export const LONGER = ['week', 'month', 'quarter', 'year'] as const;
export type Longer = (typeof LONGER)[number];

/** A whole number for the longer period that a row belongs to; a week belongs to that of its Thursday. */
function longerPeriod(ms: number, { interval }: Dated, to: Longer): number {
  if (to === 'year') return fiscalYear(ms, interval, 1);
  return periodNumber(interval === 'week' && to !== 'week' ? floorTo(ms, 'week') + 3 * DAY : ms, to);
}

/** For each row the values of all rows of its series in the same longer period. */
export function ofLongerPeriod(table: Table, periods: Dated, cells: readonly Cell[], to: Longer): number[][] {
  const found: number[][] = Array.from({ length: table.rows }, () => []);
  for (const { rows } of periods.series) {
    const together = new Map<number, number[]>();
    for (const row of rows) {
      const period = longerPeriod(Number(periods.column.cells[row]), periods, to);
      const values = together.get(period) ?? [];
      together.set(period, values);
      found[row] = values;
      const value = numberAt(cells, row);
      if (value !== null) values.push(value);
    }
  }
  return found;
}
