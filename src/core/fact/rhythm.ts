/** Whether a line moves in a rhythm, such as that of the week or the year, so that its next move is no news. */
import { partsOf } from '../time/interval.ts';
import { type Known, lastEntries, partOfYear, periodOf } from './known.ts';

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
const partOf = ({ series }: Known, entry: number, length: number): number | null => {
  // Weeks and months of a year are told by the calendar.
  const part = partOfYear(series, entry);
  const period = periodOf(series, entry);
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
  const sums = new Map<number, { sum: number; count: number; squares: number }>();
  let [sum, squares, count] = [0, 0, 0];
  for (let place = 1; place < all.length; place++) {
    const [earlier, entry] = [all[place - 1] ?? 0, all[place] ?? 0];
    const part = partOf(known, entry, length);
    if (part === null || (periodOf(series, entry) ?? 0) !== (periodOf(series, earlier) ?? 0) + 1) continue;
    const change = of(entry) - of(earlier);
    const own = sums.get(part) ?? { sum: 0, count: 0, squares: 0 };
    sums.set(part, { sum: own.sum + change, count: own.count + 1, squares: own.squares + change * change });
    sum += change;
    squares += change * change;
    count++;
  }
  const total = squares - (sum * sum) / Math.max(1, count);
  const left = [...sums.values()].reduce((rest, own) => rest + own.squares - (own.sum * own.sum) / own.count, 0);
  const free = count - sums.size;
  if (count < LEAST_ROUNDS * length || free < 1 || !(total > 0)) return null;
  return 1 - left / free / (total / (count - 1)) > MOSTLY ? length : null;
}

/** Whether what happened between two entries may be the rhythm alone: they are not of one part of it, or within one round. */
export function isInRhythm(known: Known, before: number, at: number): boolean {
  const length = rhythmOf(known);
  if (length === null) return false;
  return partOf(known, before, length) !== partOf(known, at, length);
}
