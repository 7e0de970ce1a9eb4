/**
 * Facts about lines: worked out from their finished values, and true of them
 * both as they are and as they are written.
 */
import type { Fact, Target } from './claim.ts';
import { changes } from './kinds/changes.ts';
import { extremes, records } from './kinds/extremes.ts';
import { againstTarget, beyond } from './kinds/levels.ts';
import { amongLines, crossings } from './kinds/lines.ts';
import { ranks } from './kinds/ranks.ts';
import { streaks, turns } from './kinds/runs.ts';
import { missing, steadiness } from './kinds/steadiness.ts';
import { summaries, yearToDate } from './kinds/sums.ts';
import { isHidden, type Known, knownOf } from './known.ts';
import { differInSeason } from './places.ts';
import { isInRhythm } from './rhythm.ts';
import type { FactSeries } from './series.ts';

/** What stands beside a line that something is said of. */
export interface Beside {
  /** the lines that stand in one picture, itself among them */
  lines?: readonly FactSeries[];
  targets?: readonly Target[];
  /** the place along the axis since which a change is told; the first one shown when absent */
  since?: number | string | undefined;
}

const isUnordered = ({ keys, ordered }: FactSeries, entry: number) => typeof keys[entry] === 'string' && !ordered;

/** First and last place that is shown, and what of it is not finished. */
function courseOf(known: Known): Fact[] {
  const { series, entries } = known;
  const [from, at] = [entries[0], entries.at(-1)];
  const facts: Fact[] = [];
  const isNamed = isUnordered(series, series.shown.from);
  if (series.shown.until > series.shown.from && series.interval !== null)
    facts.push({
      series,
      claim: { kind: 'span', from: series.shown.from, at: series.shown.until - 1 },
      points: [],
      weight: 0,
    });
  let unfinished = Math.max(series.finished, series.shown.from);
  while (unfinished < series.shown.until && series.values[unfinished] === null) unfinished++;
  if (unfinished < Math.min(series.shown.until, series.values.length))
    facts.push({ series, claim: { kind: 'unfinished', at: unfinished }, points: [], weight: 1 });
  // Names without an order have no first and no latest.
  if (from === undefined || at === undefined || (isNamed && entries.length > 1)) return facts;
  facts.push({ series, claim: { kind: 'latest', at }, points: [at], weight: 5 });
  const isSeen =
    entries.length >= 3 &&
    known.written(from) !== known.written(at) &&
    !differInSeason(known, from, at) &&
    !isInRhythm(known, from, at);
  facts.push({ series, claim: { kind: 'first', at, from }, points: [from, at], weight: isSeen ? 25 : 0 });
  return facts;
}

/** Facts without those that would write zero for what is none, or say less than another does. */
function worthSaying(known: Known, facts: readonly Fact[]): Fact[] {
  const recorded = new Set<string>(facts.flatMap(({ claim }) => (claim.kind === 'record' ? [claim.end] : [])));
  return facts
    .filter(
      ({ claim, points }) =>
        known.isWhole ||
        claim.kind === 'target' ||
        claim.kind === 'mean' ||
        points.every((point) => !isHidden(known, point)),
    )
    .map((fact) => (recorded.has(fact.claim.kind) ? { ...fact, weight: 0 } : fact))
    .sort((a, b) => b.weight - a.weight);
}

/** Of a line with more values than this only what one pass finds is said unasked. */
const LONG = 5000;

/** What one pass over a line finds: where it is, its highest and lowest value, its latest changes, and how long it was not so high. */
export function quickFactsOf(series: FactSeries): Fact[] {
  const known = knownOf(series);
  const at = known.entries.at(-1);
  const facts = courseOf(known);
  if (at === undefined) return facts;
  facts.push(...extremes(known));
  if (typeof series.keys[at] !== 'string') facts.push(...records(known, at), ...changes(known, at));
  return worthSaying(known, facts);
}

export const isLong = ({ values }: FactSeries) => values.length > LONG;

/**
 * All that can be said of a line, the most telling first, also what is only
 * said when asked for (weight 0). Unfinished values are left out; a line
 * without a finished value has nothing but that.
 */
export function allFactsOf(series: FactSeries, { lines = [], targets = [], since }: Beside = {}): Fact[] {
  const known = knownOf(series);
  const at = known.entries.at(-1);
  const facts = courseOf(known);
  if (at === undefined) return facts;
  const others = lines.map((line) => (line === series ? known : knownOf(line)));
  facts.push(...extremes(known), ...summaries(known), ...targets.flatMap((target) => againstTarget(known, target)));
  if (typeof series.keys[at] === 'string') return worthSaying(known, facts);
  facts.push(
    ...records(known, at),
    ...streaks(known, at),
    ...changes(known, at, since),
    ...yearToDate(known, at),
    ...ranks(known, at),
    ...turns(known),
    ...steadiness(known),
    ...missing(known),
    ...beyond(known, at, targets),
    ...crossings(known, at, others),
    ...amongLines(known, at, others),
  );
  return worthSaying(known, facts);
}

/** What can be offered to be said of a line, the most telling first. */
export const factsOfSeries = (series: FactSeries, beside: Beside = {}): Fact[] =>
  allFactsOf(series, beside).filter(({ weight }) => weight > 0);
