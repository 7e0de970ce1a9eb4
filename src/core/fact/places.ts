/** Where the entries of a line stand along its axis: the number of their period, and which part of its year it is. */
import { periodNumber } from '../table/periods.ts';
import { DAY } from '../time/calendar.ts';
import { isoWeek } from '../time/format.ts';
import type { Interval } from '../time/interval.ts';
import type { FactSeries } from './series.ts';

/** What is found of the places along an axis, NaN or -1 where that was not asked for yet. */
export interface Places {
  interval: Interval;
  periods: Float64Array;
  parts: Int16Array;
}

/** A line with its places. */
interface Placed {
  series: Pick<FactSeries, 'keys'>;
  places: Places | null;
}

const found = new WeakMap<readonly (number | string)[], Map<Interval, Places>>();

/** The places of some dates; the lines of a table share them. */
export function placesAlong(keys: readonly (number | string)[], interval: Interval): Places {
  const ofKeys = found.get(keys) ?? new Map<Interval, Places>();
  const places = ofKeys.get(interval) ?? {
    interval,
    periods: new Float64Array(keys.length).fill(Number.NaN),
    parts: new Int16Array(keys.length).fill(-1),
  };
  found.set(keys, ofKeys.set(interval, places));
  return places;
}

/** The number of an entry's period; entries without dates have none. */
export function periodOf({ series, places }: Placed, entry: number): number | null {
  if (places === null) return null;
  const seen = places.periods[entry] ?? Number.NaN;
  if (!Number.isNaN(seen)) return seen;
  const key = series.keys[entry];
  if (typeof key !== 'number') return null;
  const number = periodNumber(key, places.interval);
  places.periods[entry] = number;
  return number;
}

/** Which part of its year a date (ms UTC) of an interval is; null where the interval has no such parts. */
function partIn(interval: Interval, key: number): number | null {
  switch (interval) {
    case 'month':
      return new Date(key).getUTCMonth();
    case 'quarter':
      return Math.floor(new Date(key).getUTCMonth() / 3);
    case 'half-year':
      return Math.floor(new Date(key).getUTCMonth() / 6);
    case 'week':
      return isoWeek(key).week;
    default:
      return null;
  }
}

/** Which part of its year a period is: the same number for the same month of every year; null for what has no such part. */
export function partOfYear({ series, places }: Placed, entry: number): number | null {
  if (places === null) return null;
  const seen = places.parts[entry] ?? -1;
  if (seen >= 0) return seen;
  const part = partIn(places.interval, Number(series.keys[entry]));
  if (part !== null) places.parts[entry] = part;
  return part;
}

const YEAR_MS = 366 * DAY;

/**
 * True where two entries are not of the same season: a year or more apart but
 * of different parts of it. What differs between them may be the season alone.
 */
export function differInSeason(line: Placed, before: number, at: number): boolean {
  const apart = Number(line.series.keys[at]) - Number(line.series.keys[before]);
  const part = partOfYear(line, at);
  return part !== null && apart >= YEAR_MS - DAY && part !== partOfYear(line, before);
}

/** The entry of a period, by its number; undefined where it has none. The entries rise along the axis, so it is searched by halves. */
export function entryOfPeriod(line: Placed, period: number): number | undefined {
  let [low, high] = [0, line.series.keys.length - 1];
  // Most lines lack no period.
  const first = periodOf(line, 0);
  const straight = first === null ? -1 : period - first;
  if (straight >= 0 && straight <= high && periodOf(line, straight) === period) return straight;
  while (low <= high) {
    const middle = (low + high) >> 1;
    const number = periodOf(line, middle);
    if (number === null) return undefined;
    if (number === period) return middle;
    if (number < period) low = middle + 1;
    else high = middle - 1;
  }
  return undefined;
}
