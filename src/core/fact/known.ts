/** What is known of a line before anything is said of it, and how numbers are written. */

import { periodNumber } from '../table/periods.ts';
import { decimalsOfValues } from '../text/number.ts';
import { roundedTo } from '../text/rounding.ts';
import { DAY } from '../time/calendar.ts';
import { isoWeek } from '../time/format.ts';
import type { Interval } from '../time/interval.ts';
import type { Change, Moved, Way } from './claim.ts';
import { decimalsOfSeries, type FactSeries, type Scale, scaleOf } from './series.ts';

export interface Known {
  series: FactSeries;
  scale: Scale;
  decimals: number;
  /** entries that have a finished value, in order */
  all: readonly number[];
  /** those of them that the window holds */
  entries: readonly number[];
  /** whether the window leaves some out */
  part: boolean;
  /** the value of an entry */
  of(entry: number): number;
  /** the value as it is written */
  written(entry: number): number;
}

/** What is usual of a line is judged by so many of its last values; a line that goes on for longer may have been another one once. */
const MOST_JUDGED = 5000;
export const lastEntries = ({ entries }: Pick<Known, 'entries'>): readonly number[] =>
  entries.length > MOST_JUDGED ? entries.slice(-MOST_JUDGED) : entries;

const known = new WeakMap<FactSeries, Known>();

/** What is known of a line, worked out once. */
export function knownOf(series: FactSeries): Known {
  const before = known.get(series);
  if (before) return before;
  const decimals = decimalsOfSeries(series);
  const { from, until } = series.shown;
  const of = (entry: number) => series.values[entry] ?? 0;
  const all: number[] = [];
  const last = Math.min(series.finished, series.values.length);
  for (let entry = 0; entry < last; entry++) if (series.values[entry] !== null) all.push(entry);
  const entries = from <= 0 && until >= last ? all : all.filter((entry) => entry >= from && entry < until);
  // Rounding goes by way of text, which is slow, and the same values are asked for again and again.
  const rounded = new Map<number, number>();
  const written = (entry: number) => {
    const seen = rounded.get(entry);
    if (seen !== undefined) return seen;
    const value = roundedTo(of(entry), decimals);
    rounded.set(entry, value);
    return value;
  };
  const found = {
    series,
    scale: scaleOf(series),
    decimals,
    all,
    entries,
    part: entries.length < all.length,
    of,
    written,
  };
  known.set(series, found);
  return found;
}

/** True for a value that would be written as zero and is none. */
export function isHidden({ of, written, decimals }: Known, entry: number): boolean {
  const size = Math.abs(of(entry));
  // Only what is less than one of the last decimal can be written as zero.
  return size > 0 && size < 10 ** -decimals && written(entry) === 0;
}

/** What is found of the places along an axis, NaN or -1 where that was not asked for yet; the lines of a table share them. */
interface Places {
  periods: Float64Array;
  parts: Int16Array;
}

const places = new WeakMap<readonly (number | string)[], Map<Interval, Places>>();
/** The same by line: it is asked for each entry, again and again. */
const placesOfSeries = new WeakMap<FactSeries, Places>();

function placesOf(series: FactSeries, interval: Interval): Places {
  const known = placesOfSeries.get(series);
  if (known) return known;
  const { keys } = series;
  const ofKeys = places.get(keys) ?? new Map<Interval, Places>();
  const found = ofKeys.get(interval) ?? {
    periods: new Float64Array(keys.length).fill(Number.NaN),
    parts: new Int16Array(keys.length).fill(-1),
  };
  places.set(keys, ofKeys.set(interval, found));
  placesOfSeries.set(series, found);
  return found;
}

/** The number of an entry's period; entries without dates have none. */
export function periodOf(series: FactSeries, entry: number): number | null {
  const { keys, interval } = series;
  const key = keys[entry];
  if (interval === null || typeof key !== 'number') return null;
  const { periods } = placesOf(series, interval);
  const seen = periods[entry] ?? Number.NaN;
  if (!Number.isNaN(seen)) return seen;
  const number = periodNumber(key, interval);
  periods[entry] = number;
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
export function partOfYear(series: FactSeries, entry: number): number | null {
  const { interval, keys } = series;
  if (interval === null) return null;
  const { parts } = placesOf(series, interval);
  const seen = parts[entry] ?? -1;
  if (seen >= 0) return seen;
  const part = partIn(interval, Number(keys[entry]));
  if (part !== null) parts[entry] = part;
  return part;
}

const YEAR_MS = 366 * DAY;

/**
 * True where two entries are not of the same season: a year or more apart but
 * of different parts of it. What differs between them may be the season alone.
 */
export function differInSeason(series: FactSeries, before: number, at: number): boolean {
  const apart = Number(series.keys[at]) - Number(series.keys[before]);
  const part = partOfYear(series, at);
  return part !== null && apart >= YEAR_MS - DAY && part !== partOfYear(series, before);
}

/** The entry of a period, by its number; undefined where it has none. The entries rise along the axis, so it is searched by halves. */
export function entryOfPeriod(series: FactSeries, period: number): number | undefined {
  let [low, high] = [0, series.keys.length - 1];
  // Most lines lack no period.
  const first = periodOf(series, 0);
  const straight = first === null ? -1 : period - first;
  if (straight >= 0 && straight <= high && periodOf(series, straight) === period) return straight;
  while (low <= high) {
    const middle = (low + high) >> 1;
    const number = periodOf(series, middle);
    if (number === null) return undefined;
    if (number === period) return middle;
    if (number < period) low = middle + 1;
    else high = middle - 1;
  }
  return undefined;
}

/** What more than tripled is said better by its values. */
const MOST_PERCENT = 300;

/** Decimals of a difference between values: those that the values are said with, and two figures where the values have them. */
export function decimalsOfMove(size: number, { scale, decimals, series }: Known): number {
  if (scale === 'points') return Math.max(decimals, 1);
  if (series.whole || size === 0) return decimals;
  return Math.max(decimals, Math.min(decimalsOfValues([size], null), 1 - Math.floor(Math.log10(size))));
}

/** How a number moved to another, by the scale of its line: null where the move is not to be seen as it is written. */
export function moveBetween(was: number, now: number, known: Known): Moved | null {
  const { scale, decimals } = known;
  const difference = now - was;
  if (difference === 0) return { way: 'same', change: null };
  const seen = roundedTo(now, decimals) - roundedTo(was, decimals);
  if (Math.sign(difference) !== Math.sign(seen)) return null;
  const way: Way = difference > 0 ? 'up' : 'down';
  const made = (of: Change['of'], size: number, written: number): Moved | null =>
    roundedTo(size, written) === 0 ? null : { way, change: { of, size, decimals: written } };
  if (scale === 'ratio') {
    if (was <= 0) return null;
    // All of it is gone: that is said by what there was.
    if (now === 0) return made('value', was, decimalsOfMove(was, known));
    const percent = Math.abs(difference / was) * 100;
    // A thing that fell to something has not lost all of it.
    if (percent > MOST_PERCENT || (now !== 0 && roundedTo(percent, percent < 9.95 ? 1 : 0) === 100 && way === 'down'))
      return null;
    return made('percent', percent, percent < 9.95 ? 1 : 0);
  }
  const size = Math.abs(difference);
  return made(scale === 'points' ? 'points' : 'value', size, decimalsOfMove(size, known));
}

/** How the value of one entry moved to that of another. */
export const moved = (known: Known, before: number, at: number) => moveBetween(known.of(before), known.of(at), known);
