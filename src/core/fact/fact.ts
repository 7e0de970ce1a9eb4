/**
 * Facts about one line: worked out from its finished values, and offered only
 * where they hold of the numbers as they are written as well.
 */
import { periodNumber, yearBefore } from '../table/periods.ts';
import { decimalsOfSeries, type FactSeries, scaleOf } from './series.ts';

type Way = 'up' | 'down';
type End = 'high' | 'low';

/** How much a value changed: in per cent, in points of a percentage, or as the values are. */
export interface Change {
  of: 'percent' | 'points' | 'value';
  /** without its sign */
  size: number;
  decimals: number;
}

/** What a fact says. Indices are entries of its series; `at` is the one it speaks of. */
type Claim =
  | { kind: 'latest'; at: number }
  | { kind: 'previous' | 'year'; way: Way; at: number; before: number; change: Change }
  | { kind: 'first'; at: number; from: number }
  | { kind: End; at: number; ties: readonly number[] }
  | { kind: 'since'; end: End; at: number; since: number }
  | { kind: 'record'; end: End; at: number }
  | { kind: 'streak'; way: Way; at: number; count: number };

export interface Fact {
  series: FactSeries;
  claim: Claim;
  /** the entries it rests on */
  points: readonly number[];
  /** how telling it is; the most telling first */
  weight: number;
}

interface Known {
  series: FactSeries;
  /** entries that have a finished value, in order */
  entries: readonly number[];
  /** the value of an entry */
  of(entry: number): number;
  /** the value as it is written */
  written(entry: number): number;
}

/** A value as it is written with a count of decimals. */
export const roundedTo = (value: number, decimals: number) => Number(value.toFixed(decimals)) + 0;

function knownOf(series: FactSeries): Known {
  const decimals = decimalsOfSeries(series);
  const of = (entry: number) => series.values[entry] ?? 0;
  return {
    series,
    entries: series.values.flatMap((value, entry) => (value === null || entry >= series.finished ? [] : [entry])),
    of,
    written: (entry) => roundedTo(of(entry), decimals),
  };
}

/** True for a value that would be written as zero and is none. */
const isHidden = ({ of, written }: Known, entry: number) => of(entry) !== 0 && written(entry) === 0;

/** The number of an entry's period; entries without dates have none. */
function periodOf({ keys, interval }: FactSeries, entry: number): number | null {
  const key = keys[entry];
  return interval !== null && typeof key === 'number' ? periodNumber(key, interval) : null;
}

/** A change that is seen in the numbers as they are written, or null. */
function changeOf(known: Known, before: number, at: number): { way: Way; change: Change } | null {
  const [was, now] = [known.of(before), known.of(at)];
  const difference = now - was;
  const seen = known.written(at) - known.written(before);
  if (difference === 0 || Math.sign(difference) !== Math.sign(seen)) return null;
  const way = difference > 0 ? 'up' : 'down';
  const scale = scaleOf(known.series);
  const made = (of: Change['of'], size: number, decimals: number): { way: Way; change: Change } | null =>
    roundedTo(size, decimals) === 0 ? null : { way, change: { of, size, decimals } };
  if (scale === 'ratio') {
    if (was <= 0) return null;
    const percent = Math.abs(difference / was) * 100;
    // What more than tripled is said better by its values.
    return percent > 300 ? null : made('percent', percent, percent < 9.95 ? 1 : 0);
  }
  const decimals = decimalsOfSeries(known.series);
  return made(
    scale === 'points' ? 'points' : 'value',
    Math.abs(difference),
    Math.max(decimals, scale === 'points' ? 1 : 0),
  );
}

const changeWeight = ({ of, size }: Change) => (of === 'percent' ? Math.min(30, size) : 10);

function changes(known: Known, at: number): Fact[] {
  const { series, entries } = known;
  const { interval, keys } = series;
  const key = keys[at];
  if (interval === null || typeof key !== 'number') return [];
  const entryOf = (period: number) => entries.find((entry) => periodOf(series, entry) === period);
  const earlier = yearBefore(key, interval);
  const found = [
    {
      kind: 'year' as const,
      before: earlier === null ? undefined : entryOf(periodNumber(earlier, interval)),
      base: 45,
    },
    { kind: 'previous' as const, before: entryOf((periodOf(series, at) ?? 0) - 1), base: 10 },
  ];
  const isYearly = found[0]?.before !== undefined && found[0].before === found[1]?.before;
  return found.flatMap(({ kind, before, base }): Fact[] => {
    // Of yearly values the previous one is the one a year earlier.
    if (before === undefined || (isYearly && kind === 'previous')) return [];
    const seen = changeOf(known, before, at);
    if (!seen) return [];
    return [
      { series, claim: { kind, at, before, ...seen }, points: [before, at], weight: base + changeWeight(seen.change) },
    ];
  });
}

/** Highest and lowest, with ties; never where another value is written alike and is none of them. */
function extremes(known: Known): Fact[] {
  const { series, entries, of, written } = known;
  if (entries.length < 3) return [];
  return (['high', 'low'] as const).flatMap((kind): Fact[] => {
    const sign = kind === 'high' ? 1 : -1;
    const best = entries.reduce((top, entry) => (of(entry) * sign > of(top) * sign ? entry : top));
    const ties = entries.filter((entry) => of(entry) === of(best));
    const isClear = entries.every((entry) => of(entry) === of(best) || written(entry) * sign < written(best) * sign);
    // What nearly always is so is no height.
    if (!isClear || ties.length > entries.length / 4 + 1 || ties.length === entries.length) return [];
    const at = ties.at(-1) ?? best;
    return [{ series, claim: { kind, at, ties }, points: ties, weight: ties.length > 1 ? 15 : 30 }];
  });
}

/** That the latest value is the highest or lowest for some time, or of all. */
function records(known: Known, at: number): Fact[] {
  const { series, entries, of, written } = known;
  if (series.interval === null || entries.length < 4) return [];
  return (['high', 'low'] as const).flatMap((end): Fact[] => {
    const sign = end === 'high' ? 1 : -1;
    const place = entries.indexOf(at);
    let since = place - 1;
    while (since >= 0 && of(entries[since] ?? 0) * sign < of(at) * sign) since--;
    const between = entries.slice(since + 1, place);
    if (!between.every((entry) => written(entry) * sign < written(at) * sign)) return [];
    const entry = entries[since];
    if (entry === undefined)
      return [
        { series, claim: { kind: 'record', end, at }, points: [at], weight: 90 + Math.min(10, entries.length / 10) },
      ];
    if (between.length < 3 || written(entry) * sign < written(at) * sign) return [];
    const weight = 50 + Math.min(30, between.length);
    return [{ series, claim: { kind: 'since', end, at, since: entry }, points: [entry, at], weight }];
  });
}

/** That the latest value is one of at least three rises or falls without a break. */
function streaks(known: Known, at: number): Fact[] {
  const { series, entries, of, written } = known;
  if (series.interval === null) return [];
  const place = entries.indexOf(at);
  const wayTo = (step: number): Way | null => {
    const [entry, before] = [entries[step], entries[step - 1]];
    if (entry === undefined || before === undefined) return null;
    if ((periodOf(series, entry) ?? 0) !== (periodOf(series, before) ?? 0) + 1) return null;
    if (of(entry) > of(before) && written(entry) > written(before)) return 'up';
    return of(entry) < of(before) && written(entry) < written(before) ? 'down' : null;
  };
  const way = wayTo(place);
  if (way === null) return [];
  let first = place - 1;
  while (wayTo(first) === way) first--;
  const count = place - first;
  if (count < 3) return [];
  const weight = 40 + Math.min(40, 4 * count);
  return [{ series, claim: { kind: 'streak', way, at, count }, points: entries.slice(first, place + 1), weight }];
}

/** Facts without those that would write zero for what is none, or say twice that something is the highest; the most telling first. */
function seen(known: Known, facts: readonly Fact[]): Fact[] {
  // A record says already that it is the highest.
  const recorded = new Set<End>(facts.flatMap(({ claim }) => (claim.kind === 'record' ? [claim.end] : [])));
  return facts
    .filter(({ claim }) => !((claim.kind === 'high' || claim.kind === 'low') && recorded.has(claim.kind)))
    .filter(({ points }) => points.every((point) => !isHidden(known, point)))
    .sort((a, b) => b.weight - a.weight);
}

/**
 * What can be said of a line, the most telling first. Unfinished values are left
 * out; a line without a finished value has none.
 */
export function factsOfSeries(series: FactSeries): Fact[] {
  const known = knownOf(series);
  const { entries, written } = known;
  const at = entries.at(-1);
  const [from] = entries;
  if (at === undefined || from === undefined) return [];
  const facts: Fact[] = [...records(known, at), ...streaks(known, at), ...changes(known, at), ...extremes(known)];
  // Names have no first and no latest.
  if (typeof series.keys[at] === 'string') return seen(known, facts);
  facts.push({ series, claim: { kind: 'latest', at }, points: [at], weight: 5 });
  if (entries.length >= 3 && written(from) !== written(at))
    facts.push({ series, claim: { kind: 'first', at, from }, points: [from, at], weight: 25 });
  return seen(known, facts);
}
