/** From where to where sparklines reach: the ends of their cells. */

import type { Locale } from '../text/locale.ts';
import { decimalsOf, formatNumber } from '../text/number.ts';
import type { SparkSeries } from './data.ts';
import { placesOf } from './data.ts';
import { isBars } from './look.ts';
import { groupsOf, type SparkRecord } from './records.ts';
import { type Grid, type Places, pastBandOf } from './series.ts';
import type { SparkException, Sparkline, SparkScale } from './spec.ts';

/** Lowest and highest value at a cell's foot and head. */
export type Domain = readonly [low: number, high: number];

const NOTHING: Domain = [Infinity, -Infinity];

/** Lowest and highest of each record's values, as two rows of numbers; low is above high where it has none. */
interface Domains {
  lows: Float64Array;
  highs: Float64Array;
}

/** Widens a record's domain by what a grid holds in a window. */
function widen({ lows, highs }: Domains, { data, stride }: Grid, record: number, { from, to }: Places): void {
  let [low, high] = [lows[record] ?? Infinity, highs[record] ?? -Infinity];
  for (let at = record * stride + from; at < record * stride + to; at++) {
    const value = data[at] ?? Number.NaN;
    if (value < low) low = value;
    if (value > high) high = value;
  }
  lows[record] = low;
  highs[record] = high;
}

function widenBy({ lows, highs }: Domains, record: number, value: number): void {
  lows[record] = Math.min(lows[record] ?? Infinity, value);
  highs[record] = Math.max(highs[record] ?? -Infinity, value);
}

/** Widens a record's domain by what its sparkline draws. */
function widenByDrawn(
  all: Domains,
  series: SparkSeries,
  spark: Pick<Sparkline, 'draw' | 'gaps' | 'reference'>,
  record: number,
): void {
  const places = placesOf(series, record);
  const { grid, edge } = series;
  const { data, stride } = grid;
  widen(all, grid, record, places);
  if (spark.draw === 'range band') {
    if (edge) widen(all, edge, record, places);
    else
      for (let place = places.from; place < places.to; place++) {
        const before = places.course.yearBefore[place] ?? -1;
        const value = before < 0 ? Number.NaN : (data[record * stride + before] ?? Number.NaN);
        if (!Number.isNaN(value)) widenBy(all, record, value);
      }
  }
  if (typeof spark.reference === 'object' && 'years' in spark.reference) {
    const { low, high } = pastBandOf(grid, record, places, spark.reference);
    for (const value of [...low, ...high]) if (value !== null) widenBy(all, record, value);
  }
  // A missing value between others that counts as zero is drawn there.
  const isSomething = (all.lows[record] ?? 0) <= (all.highs[record] ?? -1);
  if (spark.gaps !== 'zero' || !isSomething) return;
  let isBegun = false;
  let isHole = false;
  for (let place = places.from; place < places.to; place++) {
    const isMissing = Number.isNaN(data[record * stride + place] ?? Number.NaN);
    if (isMissing) isHole = isBegun;
    else if (isHole) {
      widenBy(all, record, 0);
      return;
    } else isBegun = true;
  }
}

/** The ends of a cell for a domain, as a scale asks; columns always stand on zero. */
export function endsOf(domain: Domain, { floor, ceiling }: SparkScale, draw: Sparkline['draw']): Domain {
  let [low, high] = domain;
  if (floor === 'zero' || draw === 'columns') low = Math.min(0, low);
  if (ceiling === 'zero' || (draw === 'columns' && ceiling === 'highest')) high = Math.max(0, high);
  if (typeof floor === 'number') low = floor;
  if (typeof ceiling === 'number') high = ceiling;
  return [Math.min(low, high), Math.max(low, high)];
}

/** Which scale a sum stands on: a sum of rows would dwarf a scale that they share, so it has its own. */
const ofSum = (scale: SparkScale, sums: 'sum' | 'mean'): SparkScale =>
  sums === 'sum' && (scale.of === 'all rows' || scale.of === 'group') ? { ...scale, of: 'each row' } : scale;

/**
 * The ends of each record's cell, low and high in turn; NaN where it has no
 * values. What rows share is pooled over all of them, shown or filtered, but
 * not over sums and rows with a scale of their own.
 */
export function allEnds(
  series: SparkSeries,
  spark: Sparkline,
  records: readonly SparkRecord[],
  exceptions: ReadonlyMap<number, SparkException>,
  sums: 'sum' | 'mean',
): Float64Array {
  const ends = new Float64Array(records.length * 2).fill(Number.NaN);
  const domains: Domains = {
    lows: new Float64Array(records.length).fill(Infinity),
    highs: new Float64Array(records.length).fill(-Infinity),
  };
  for (let record = 0; record < records.length; record++) {
    const draw = exceptions.get(record)?.draw ?? spark.draw;
    widenByDrawn(
      domains,
      series,
      draw === spark.draw ? spark : { draw, gaps: spark.gaps, reference: spark.reference },
      record,
    );
  }
  const { lows, highs } = domains;
  const poolOf = (members: Iterable<number>): Domain => {
    let [low, high] = [Infinity, -Infinity];
    for (const record of members) {
      if (records[record]?.members || exceptions.get(record)?.scale) continue;
      low = Math.min(low, lows[record] ?? Infinity);
      high = Math.max(high, highs[record] ?? -Infinity);
    }
    return [low, high];
  };
  const isAsked = (of: SparkScale['of']) =>
    spark.scale.of === of || [...exceptions.values()].some(({ scale }) => scale?.of === of);
  const all = isAsked('all rows') ? poolOf(records.keys()) : NOTHING;
  const byGroup = new Map<string | null, Domain>();
  if (isAsked('group')) for (const [group, members] of groupsOf(records)) byGroup.set(group, poolOf(members));
  records.forEach(({ members, group }, record) => {
    const own: Domain = [lows[record] ?? Infinity, highs[record] ?? -Infinity];
    if (own[0] > own[1]) return;
    const exception = exceptions.get(record);
    const scale = exception?.scale ?? (members ? ofSum(spark.scale, sums) : spark.scale);
    const shared = scale.of === 'all rows' ? all : scale.of === 'group' ? (byGroup.get(group) ?? NOTHING) : own;
    const [low, high] = endsOf(shared[0] <= shared[1] ? shared : own, scale, exception?.draw ?? spark.draw);
    ends[2 * record] = low;
    ends[2 * record + 1] = high;
  });
  return ends;
}

/** How a header says the scale; empty where there is nothing to say. */
export function sayScale({ scale, draw }: Pick<Sparkline, 'scale' | 'draw'>, hasSums: boolean, locale: Locale): string {
  const write = (value: number) =>
    formatNumber(value, Number.isInteger(value) ? 0 : Math.min(6, decimalsOf(value)), locale);
  if (draw === 'win / loss') return '';
  const apart = hasSums && scale.of !== 'each row' && scale.of !== 'fixed' ? ', totals on their own' : '';
  const floor =
    typeof scale.floor === 'number' ? write(scale.floor) : scale.floor === 'zero' || isBars(draw) ? '0' : 'lowest';
  const ceiling = typeof scale.ceiling === 'number' ? write(scale.ceiling) : scale.ceiling === 'zero' ? '0' : 'highest';
  switch (scale.of) {
    case 'each row':
      return 'each row its own scale';
    case 'all rows':
      return `one scale${apart}`;
    case 'group':
      return `one scale per group${apart}`;
    case 'fixed':
      return `${floor} to ${ceiling}`;
  }
}
