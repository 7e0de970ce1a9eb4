/** How much the latest value differs from an earlier one. */
import { periodNumber, yearBefore } from '../../table/periods.ts';
import type { Change, Fact, Moved } from '../claim.ts';
import { differInSeason, entryOfPeriod, type Known, moved, periodOf } from '../known.ts';
import { isInRhythm } from '../rhythm.ts';
import { usualStep } from '../usual-step.ts';

const weightOf = (change: Change | null) =>
  change === null ? 4 : change.of === 'percent' ? Math.min(30, change.size) : 10;

const hasValue = (known: Known, entry: number | undefined): entry is number =>
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

/** So many changes tell what is usual. */
const ENOUGH_STEPS = 8;

/** Whether a change on the period before is no larger than what such changes mostly are; none at all is said where something mostly changes. */
function isUsual(known: Known, { change }: Moved): boolean {
  const { middle, count } = usualStep(known);
  return change !== null && count >= ENOUGH_STEPS && change.size <= middle;
}

/** The changes of the latest value on the year, on the period before, and since the first one shown or the one asked for. */
export function changes(known: Known, at: number, since?: number | string): Fact[] {
  const { series, entries } = known;
  if (typeof series.keys[at] === 'string') return [];
  const previous = entryOfPeriod(series, (periodOf(series, at) ?? Number.NaN) - 1);
  const year = entryYearBefore(known, at);
  const start = since === undefined ? entries[0] : series.keys.indexOf(since);
  const found = [
    { kind: 'year' as const, before: year, base: 45 },
    // Of yearly values the previous one is the one a year earlier.
    { kind: 'previous' as const, before: previous, base: previous === year ? 0 : 10 },
    {
      kind: 'change' as const,
      before: start,
      base: start === undefined || start === previous || start === year || differInSeason(series, start, at) ? 0 : 18,
    },
  ];
  return found.flatMap(({ kind, before, base }): Fact[] => {
    if (!hasValue(known, before) || before >= at) return [];
    const seen = moved(known, before, at);
    if (!seen) return [];
    const isNews = base > 0 && !(kind === 'previous' && isUsual(known, seen)) && !isInRhythm(known, before, at);
    return [
      {
        series,
        claim: { kind, at, before, ...seen },
        points: [before, at],
        weight: isNews ? base + weightOf(seen.change) : 0,
      },
    ];
  });
}
