/** How lines stand to each other: crossings, places among them, and shares of their total. */
import { addsOverParts } from '../../table/measure/kind.ts';
import { isTotalTitle } from '../../table/titles.ts';
import { roundedTo } from '../../text/rounding.ts';
import type { Change, Fact, SideOf } from '../claim.ts';
import { type Known, moved } from '../known.ts';
import { entryOfPeriod, periodOf } from '../places.ts';
import { entryYearBefore } from '../year-before.ts';
import { sumOf } from './sums.ts';

/** The entry of another line at the same place along the axis, where it has a finished value. */
function beside(known: Known, at: number, other: Known): number | undefined {
  const entry = placeBeside(known, at, other);
  return entry !== undefined && entry >= 0 && entry < other.series.finished && other.series.values[entry] !== null
    ? entry
    : undefined;
}

function placeBeside(known: Known, at: number, other: Known): number | undefined {
  // The lines of one plot share their places.
  if (known.series.keys === other.series.keys) return at;
  const period = periodOf(known, at);
  return period === null ? other.series.keys.indexOf(known.series.keys[at] ?? '') : entryOfPeriod(other, period);
}

/** Since when a line stands above or below another of its unit, where it once stood on the other side. */
export function crossings(known: Known, at: number, others: readonly Known[]): Fact[] {
  const { series, entries, of, decimals } = known;
  if (series.interval === null) return [];
  return others.flatMap((other): Fact[] => {
    if (other.series === series || other.series.unit !== series.unit || other.series.interval !== series.interval)
      return [];
    const places = Math.min(decimals, other.decimals);
    const unit = 10 ** -places;
    const sideAt = (entry: number): SideOf | 'one' | null => {
      const there = beside(known, entry, other);
      if (there === undefined) return null;
      const difference = of(entry) - other.of(there);
      const side = difference > 0 ? 'above' : 'below';
      // What is more than a unit of the last decimal apart is written apart.
      if (Math.abs(difference) > unit) return side;
      // Readers compare what each of them prints: 30 beside 29.68.
      const seen = known.written(entry) - other.written(there);
      return difference === 0 || Math.sign(seen) !== Math.sign(difference) ? 'one' : side;
    };
    const last = entries.indexOf(at);
    const side = sideAt(at);
    if (side !== 'above' && side !== 'below') return [];
    const opposite = side === 'above' ? 'below' : 'above';
    let first = last;
    while (first > 0 && sideAt(entries[first - 1] ?? -1) === side) first--;
    const since = entries[first];
    // Right before, and where they are one, the last place at which they were not.
    let before = first - 1;
    while (before >= 0 && ['one', null].includes(sideAt(entries[before] ?? -1))) before--;
    const crossedFrom = before >= 0 ? sideAt(entries[before] ?? -1) : undefined;
    const isGap = first > 0 && sideAt(entries[first - 1] ?? -1) === null;
    if (since === undefined || crossedFrom !== opposite || isGap) return [];
    const weight = Math.max(14, 56 - 2 * (last - first));
    return [{ series, claim: { kind: 'crossing', side, other: other.series, since, at }, points: [since, at], weight }];
  });
}

/** A total may differ so much from the sum of its parts where each was rounded, or a small part is not shown. */
const NEARLY = 0.02;
/** So many of the latest places tell a total from a part that happens to be half of the whole. */
const LATEST = 12;

/** Whether a line is (nearly) the sum of the others at most of the latest places. */
function isSumOf(one: Known, others: readonly Known[], known: Known): boolean {
  const at = (line: Known, place: number) => {
    const entry = line === known ? place : beside(known, place, line);
    return entry === undefined ? null : line.of(entry);
  };
  const seen = known.entries.slice(-LATEST).flatMap((place): boolean[] => {
    const [value, ...parts] = [one, ...others].map((line) => at(line, place));
    if (value == null || !parts.every((part) => part !== null)) return [];
    return [Math.abs(value - sumOf(parts)) <= NEARLY * Math.abs(value)];
  });
  return seen.filter((isSum) => isSum).length * 4 >= seen.length * 3;
}

/**
 * Whether lines are the parts of one whole: of a measure that adds up over
 * parts, none of them (nearly) the sum of the others or called a total, and none of the table's left out.
 */
function arePartsOfOne(lines: readonly Known[], known: Known): boolean {
  const { measure } = known.series;
  return (
    addsOverParts(measure) &&
    lines.every(
      (one) =>
        one.series.measure === measure &&
        one.series.fellows <= lines.length &&
        !isTotalTitle(one.series.name) &&
        !isSumOf(
          one,
          lines.filter((other) => other !== one),
          known,
        ),
    )
  );
}

/** Ranks among fewer say nothing. */
const LEAST_RANKED = 4;

/** The place of the latest value among the lines, and its share of their total. */
export function amongLines(known: Known, at: number, others: readonly Known[]): Fact[] {
  const { series, of, written } = known;
  const rivals = others.filter((other) => other.series !== series);
  if (rivals.length < 2 || rivals.some((other) => other.series.unit !== series.unit)) return [];
  const values = rivals.flatMap((other) => {
    const entry = beside(known, at, other);
    return entry === undefined ? [] : [other.of(entry)];
  });
  // Without one of them neither a place nor a total is right.
  if (values.length < rivals.length) return [];
  const count = values.length + 1;
  const facts: Fact[] = [];
  const alike = values.some((value) => roundedTo(value, known.decimals) === written(at));
  for (const end of ['high', 'low'] as const) {
    const place = 1 + values.filter((value) => (end === 'high' ? value > of(at) : value < of(at))).length;
    if (!alike && count >= LEAST_RANKED && place <= count / 2)
      facts.push({
        series,
        claim: {
          kind: 'rank',
          among: 'lines',
          end,
          at,
          place,
          count,
          length: { record: false },
          drawn: series.fellows > count,
        },
        points: [at],
        weight: place === 1 ? 16 : 4,
      });
  }
  const total = of(at) + sumOf(values);
  const percent = (of(at) / total) * 100;
  const decimals = percent < 9.95 ? 1 : 0;
  const isShare = [of(at), ...values].every((value) => value >= 0) && arePartsOfOne([known, ...rivals], known);
  // All of it, or none, is said only of what is so.
  const isSeen = roundedTo(percent, decimals) > 0 && (roundedTo(percent, decimals) < 100 || percent === 100);
  if (isShare && total > 0 && isSeen)
    facts.push({ series, claim: { kind: 'share', at, percent, decimals, count }, points: [at], weight: 6 });
  return facts;
}

type Moving = { readonly way: string; readonly change: Change };

const signed = ({ way, change }: Moving) => change.size * (way === 'down' ? -1 : 1);

/** Whether a reader cannot tell two changes apart as they are written, each with decimals of its own: 101.1 and 101. */
function isWrittenAlike(one: Moving, other: Moving): boolean {
  const decimals = Math.min(one.change.decimals, other.change.decimals);
  return roundedTo(signed(one), decimals) === roundedTo(signed(other), decimals);
}

/**
 * Which of several lines of one measure rose and fell most on the year; nothing
 * where one of them has no year before, or where two are written alike.
 */
export function spread(lines: readonly Known[]): Fact[] {
  const [first] = lines;
  const isOne = lines.every(({ scale, series }) => scale === first?.scale && series.unit === first.series.unit);
  if (!isOne || lines.length < 2) return [];
  const changes = lines.flatMap((known) => {
    const at = known.entries.at(-1);
    const before = at === undefined ? undefined : entryYearBefore(known, at);
    const seen = at === undefined || before === undefined ? null : moved(known, before, at);
    return at === undefined || before === undefined || !seen?.change
      ? []
      : [{ known, at, before, period: periodOf(known, at), way: seen.way, change: seen.change }];
  });
  const isWhole = changes.length === lines.length && new Set(changes.map(({ period }) => period)).size === 1;
  const ordered = changes.sort((a, b) => signed(b) - signed(a));
  const [most, second, least, nextToLeast] = [ordered[0], ordered[1], ordered.at(-1), ordered.at(-2)];
  if (!isWhole || !most || !second || !least || !nextToLeast) return [];
  if (isWrittenAlike(most, second) || isWrittenAlike(least, nextToLeast)) return [];
  const way = least.way === 'up' ? 'up' : most.way === 'down' ? 'down' : 'both';
  return [
    {
      series: most.known.series,
      claim: {
        kind: 'spread',
        at: most.at,
        change: most.change,
        other: least.known.series,
        otherChange: least.change,
        way,
      },
      points: [most.before, most.at],
      weight: 60,
    },
  ];
}
