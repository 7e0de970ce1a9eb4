/** What a line changes by from one period to the next, as a rule: a change that is smaller is no news. */
import { type Known, periodOf } from './known.ts';

export interface UsualStep {
  /** half of all changes are not above it: per cent of ratios, else a difference; NaN where there are none */
  middle: number;
  count: number;
}

const kept = new WeakMap<Known, UsualStep>();

/** Changes from one period to the next within what is shown, by the scale of the line; what rises from nothing rises without end. */
function stepsOf({ series, entries, of, scale }: Known): number[] {
  return entries.flatMap((entry, index) => {
    const before = entries[index - 1];
    if (before === undefined || (periodOf(series, entry) ?? 0) !== (periodOf(series, before) ?? 0) + 1) return [];
    const difference = Math.abs(of(entry) - of(before));
    if (scale !== 'ratio' || difference === 0) return [difference];
    return of(before) > 0 ? [(difference / of(before)) * 100] : [Number.POSITIVE_INFINITY];
  });
}

/** The median change of a line from one period to the next, worked out once. */
export function usualStep(known: Known): UsualStep {
  const before = kept.get(known);
  if (before) return before;
  const steps = stepsOf(known).sort((a, b) => a - b);
  const found = { middle: steps[Math.ceil(steps.length / 2) - 1] ?? Number.NaN, count: steps.length };
  kept.set(known, found);
  return found;
}
