/** What is known of a line before anything is said of it, and how numbers are written. */

import { factsOf } from '../table/facts.ts';
import { decimalsOfValues } from '../text/number.ts';
import { roundedTo } from '../text/rounding.ts';
import type { Change, Moved, Way } from './claim.ts';
import { type Places, placesAlong } from './places.ts';
import { decimalsOfSeries, type FactSeries, type Scale, scaleOf } from './series.ts';

export interface Known {
  series: FactSeries;
  /** where its entries stand along the axis; null where no dates run across */
  places: Places | null;
  scale: Scale;
  decimals: number;
  /** entries that have a finished value, in order */
  all: readonly number[];
  /** those of them that the window holds */
  entries: readonly number[];
  /** whether the window leaves some out */
  part: boolean;
  /** true where every value is a whole number, which is always written in full */
  isWhole: boolean;
  /** the value of an entry */
  of(entry: number): number;
  /** the value as it is written */
  written(entry: number): number;
}

/** What is usual of a line is judged by so many of its last values; a line that goes on for longer may have been another one once. */
const MOST_JUDGED = 5000;
export const lastEntries = ({ entries }: Pick<Known, 'entries'>): readonly number[] =>
  entries.length > MOST_JUDGED ? entries.slice(-MOST_JUDGED) : entries;

/** The entries before one that have a value, in order. */
function entriesUntil(values: readonly (number | null)[], last: number): number[] {
  const found = new Array<number>(last);
  let count = 0;
  for (let entry = 0; entry < last; entry++) if (values[entry] !== null) found[count++] = entry;
  found.length = count;
  return found;
}

const known = new WeakMap<FactSeries, Known>();

/** What is known of a line, worked out once. */
export function knownOf(series: FactSeries): Known {
  const before = known.get(series);
  if (before) return before;
  const decimals = decimalsOfSeries(series);
  const { from, until } = series.shown;
  const of = (entry: number) => series.values[entry] ?? 0;
  const last = Math.min(series.finished, series.values.length);
  const all = entriesUntil(series.values, last);
  const entries = from <= 0 && until >= last ? all : all.filter((entry) => entry >= from && entry < until);
  // Rounding goes by way of text, which is slow, and the same values are asked for again and again; whole ones stand as they are.
  const rounded = new Map<number, number>();
  const written = (entry: number) => {
    const value = of(entry);
    if (Number.isInteger(value)) return value + 0;
    const seen = rounded.get(entry);
    if (seen !== undefined) return seen;
    const made = roundedTo(value, decimals);
    rounded.set(entry, made);
    return made;
  };
  const found = {
    series,
    places: series.interval === null ? null : placesAlong(series.keys, series.interval),
    scale: scaleOf(series),
    decimals,
    all,
    entries,
    part: entries.length < all.length,
    isWhole: factsOf(series.values).whole,
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
