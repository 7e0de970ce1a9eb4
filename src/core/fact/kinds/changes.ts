/** How much the latest value differs from an earlier one. */
import type { Change, Fact, Moved } from '../claim.ts';
import { type Known, moved } from '../known.ts';
import { differInSeason, entryOfPeriod, periodOf } from '../places.ts';
import { isInRhythm } from '../rhythm.ts';
import { type UsualStep, usualStep, usualYearStep } from '../usual-step.ts';
import { entryYearBefore, hasValue } from '../year-before.ts';

const weightOf = (change: Change | null) =>
  change === null ? 4 : change.of === 'percent' ? Math.min(30, change.size) : 10;

/** So many changes tell what is usual. */
const ENOUGH_STEPS = 8;

/** Whether a change on the previous period is no larger than what such changes mostly are; none at all is said where something mostly changes. */
function isUsual(known: Known, { change }: Moved): boolean {
  const { middle, count } = usualStep(known);
  return change !== null && count >= ENOUGH_STEPS && change.size <= middle;
}

/** Less than this share of what such changes mostly are is little. */
const LITTLE = 0.25;
/** A change by so many per cent is not little, whatever is usual. */
const MOST_PERCENT = 3;

/** Whether a line that mostly changes has hardly changed, which is the news then. */
function isLittle(known: Known, kind: 'year' | 'previous' | 'change', { change }: Moved): boolean {
  if (change === null || kind === 'change' || (change.of === 'percent' && change.size > MOST_PERCENT)) return false;
  const usual: UsualStep = kind === 'year' ? usualYearStep(known) : usualStep(known);
  return usual.count >= ENOUGH_STEPS && change.size < LITTLE * usual.middle;
}

/** The changes of the latest value on the year, on the period before, and since the first one shown or the one asked for. */
export function changes(known: Known, at: number, since?: number | string): Fact[] {
  const { series, entries } = known;
  if (typeof series.keys[at] === 'string') return [];
  const previous = entryOfPeriod(known, (periodOf(known, at) ?? Number.NaN) - 1);
  const year = entryYearBefore(known, at);
  const start = since === undefined ? entries[0] : series.keys.indexOf(since);
  const found = [
    { kind: 'year' as const, before: year, base: 45 },
    // Of yearly values the previous one is the one a year earlier.
    { kind: 'previous' as const, before: previous, base: previous === year ? 0 : 10 },
    {
      kind: 'change' as const,
      before: start,
      base: start === undefined || start === previous || start === year || differInSeason(known, start, at) ? 0 : 18,
    },
  ];
  return found.flatMap(({ kind, before, base }): Fact[] => {
    if (!hasValue(known, before) || before >= at) return [];
    const seen = moved(known, before, at);
    if (!seen) return [];
    const little = isLittle(known, kind, seen);
    const isNews =
      base > 0 && (little || !(kind === 'previous' && isUsual(known, seen))) && !isInRhythm(known, before, at);
    return [
      {
        series,
        claim: { kind, at, before, ...seen, ...(little && { little }) },
        points: [before, at],
        weight: isNews ? (little ? base / 2 : base + weightOf(seen.change)) : 0,
      },
    ];
  });
}
