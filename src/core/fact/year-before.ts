/** The value of the same period a year earlier. */
import { periodNumber, yearBefore } from '../table/periods.ts';
import { entryOfPeriod, type Known } from './known.ts';

/** Whether there is a value at an entry. */
export const hasValue = (known: Known, entry: number | undefined): entry is number =>
  typeof known.series.values[entry ?? -1] === 'number';

/** The entry a year before one, where it has a finished value. */
export function entryYearBefore(known: Known, at: number): number | undefined {
  const { interval, keys } = known.series;
  const key = keys[at];
  if (interval === null || typeof key !== 'number') return undefined;
  const earlier = yearBefore(key, interval);
  const entry = earlier === null ? undefined : entryOfPeriod(known.series, periodNumber(earlier, interval));
  return hasValue(known, entry) ? entry : undefined;
}
