/** The value of the same period a year earlier. */
import { periodNumber, yearBefore } from '../table/periods.ts';
import type { Interval } from '../time/interval.ts';
import type { Known } from './known.ts';
import { entryOfPeriod, periodOf } from './places.ts';

/** Whether there is a value at an entry. */
export const hasValue = (known: Known, entry: number | undefined): entry is number =>
  typeof known.series.values[entry ?? -1] === 'number';

/** Of how many periods a year is made, where it always is of as many. */
const PER_YEAR: Readonly<Partial<Record<Interval, number>>> = { month: 12, quarter: 4, 'half-year': 2, year: 1 };

/** The number of the period a year before that of an entry. */
function periodBefore(known: Known, at: number, key: number, interval: Interval): number | null {
  const count = PER_YEAR[interval];
  if (count !== undefined) return (periodOf(known, at) ?? Number.NaN) - count;
  const earlier = yearBefore(key, interval);
  return earlier === null ? null : periodNumber(earlier, interval);
}

/** The entry a year before one, where it has a finished value. */
export function entryYearBefore(known: Known, at: number): number | undefined {
  const { interval, keys } = known.series;
  const key = keys[at];
  if (interval === null || typeof key !== 'number') return undefined;
  const period = periodBefore(known, at, key, interval);
  const entry = period === null ? undefined : entryOfPeriod(known, period);
  return hasValue(known, entry) ? entry : undefined;
}
