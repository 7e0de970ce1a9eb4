/** What a line changes by from one period to the next, or on the year, as a rule: a change that is smaller is no news. */
import { type Known, lastEntries } from './known.ts';
import { periodOf } from './places.ts';
import { entryYearBefore } from './year-before.ts';

export interface UsualStep {
  /** half of all changes are not above it: per cent of ratios, else a difference; NaN where there are none */
  middle: number;
  count: number;
}

/** How far apart two values are, by the scale of the line; what rises from nothing rises without end. */
function stepBetween({ of, scale }: Known, before: number, entry: number): number {
  const difference = Math.abs(of(entry) - of(before));
  if (scale !== 'ratio' || difference === 0) return difference;
  return of(before) > 0 ? (difference / of(before)) * 100 : Number.POSITIVE_INFINITY;
}

/** The median change of a line between what is shown and what was earlier, worked out once. */
function usualOver(earlierOf: (known: Known, entry: number, before: number | undefined) => number | undefined) {
  const kept = new WeakMap<Known, UsualStep>();
  return (known: Known): UsualStep => {
    const before = kept.get(known);
    if (before) return before;
    // All entries of long lines are looked at, for every line: loops and numbers in one block of memory.
    const entries = lastEntries(known);
    const steps = new Float64Array(entries.length);
    let count = 0;
    for (let index = 0; index < entries.length; index++) {
      const entry = entries[index] ?? 0;
      const earlier = earlierOf(known, entry, entries[index - 1]);
      if (earlier !== undefined) steps[count++] = stepBetween(known, earlier, entry);
    }
    const sorted = steps.subarray(0, count).sort();
    const found = { middle: sorted[Math.ceil(count / 2) - 1] ?? Number.NaN, count };
    kept.set(known, found);
    return found;
  };
}

/** The median change from one period to the next within what is shown. */
export const usualStep = usualOver((known, entry, before) => {
  const follows = before !== undefined && (periodOf(known, entry) ?? 0) === (periodOf(known, before) ?? 0) + 1;
  return follows ? before : undefined;
});

/** The median change on the year of what is shown. */
export const usualYearStep = usualOver(entryYearBefore);
