/** Whether a line moves in a rhythm, such as that of the week or the year, so that its next move is no news. */
import { partsOf } from '../time/interval.ts';
import { type Known, lastEntries } from './known.ts';
import { partOfYear, periodOf } from './places.ts';

/** How many periods a rhythm has, by the interval of the line. */
const PERIODS: Readonly<Partial<Record<string, number>>> = {
  hour: 24,
  day: 7,
  'business day': 5,
  week: 52,
  month: 12,
  quarter: 4,
  'half-year': 2,
};

/** A rhythm must have come round so often to be one. */
const LEAST_ROUNDS = 2;
/** What of the changes from one period to the next it explains, at least. */
const MOSTLY = 0.5;

const kept = new WeakMap<Known, number | null>();

/** Which part of its rhythm an entry is. */
const partOf = (known: Known, entry: number, length: number): number | null => {
  // Weeks and months of a year are told by the calendar.
  const part = partOfYear(known, entry);
  const period = periodOf(known, entry);
  return part ?? (period === null ? null : ((period % length) + length) % length);
};

/**
 * Of how many periods the rhythm is in which a line moves; null where it has
 * none. It has one where the mean change into each part of the rhythm explains
 * most of the variance of all changes, adjusted for how many parts there are
 * (the adjusted coefficient of determination of a one-way analysis of variance).
 */
export function rhythmOf(known: Known): number | null {
  const before = kept.get(known);
  if (before !== undefined) return before;
  const found = findRhythm(known);
  kept.set(known, found);
  return found;
}

function findRhythm(known: Known): number | null {
  const { series, of } = known;
  const all = lastEntries({ entries: known.all });
  const { base, every } = series.interval === null ? { base: '', every: 1 } : partsOf(series.interval);
  const length = every === 1 ? PERIODS[base] : undefined;
  if (length === undefined || all.length < LEAST_ROUNDS * length + 1) return null;
  // By part: the weeks of a year are the most there are, and counted from 1.
  const [sums, counts] = [new Float64Array(length + 2), new Float64Array(length + 2)];
  const periods = all.map((entry) => periodOf(known, entry) ?? Number.NaN);
  let [sum, squares, count] = [0, 0, 0];
  for (let place = 1; place < all.length; place++) {
    const [earlier, entry] = [all[place - 1] ?? 0, all[place] ?? 0];
    const part = partOf(known, entry, length);
    if (part === null || periods[place] !== (periods[place - 1] ?? 0) + 1) continue;
    const change = of(entry) - of(earlier);
    sums[part] = (sums[part] ?? 0) + change;
    counts[part] = (counts[part] ?? 0) + 1;
    sum += change;
    squares += change * change;
    count++;
  }
  const total = squares - (sum * sum) / Math.max(1, count);
  let [left, parts] = [squares, 0];
  for (let part = 0; part < sums.length; part++) {
    const own = counts[part] ?? 0;
    if (own === 0) continue;
    left -= (sums[part] ?? 0) ** 2 / own;
    parts++;
  }
  const free = count - parts;
  if (count < LEAST_ROUNDS * length || free < 1 || !(total > 0)) return null;
  return 1 - left / free / (total / (count - 1)) > MOSTLY ? length : null;
}

/** Whether what happened between two entries may be the rhythm alone: they are not of one part of it, or within one round. */
export function isInRhythm(known: Known, before: number, at: number): boolean {
  const length = rhythmOf(known);
  if (length === null) return false;
  return partOf(known, before, length) !== partOf(known, at, length);
}
