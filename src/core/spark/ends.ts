/** From where to where sparklines reach: the ends of their cells. */

import type { Locale } from '../text/locale.ts';
import { decimalsOf, formatNumber } from '../text/number.ts';
import type { SparkSeries } from './data.ts';
import { placesOf } from './data.ts';
import { isBars } from './look.ts';
import { groupsOf, type SparkRecord } from './records.ts';
import type { Grid, Places } from './series.ts';
import type { SparkException, Sparkline, SparkScale } from './spec.ts';

/** Lowest and highest value at a cell's foot and head. */
export type Domain = readonly [low: number, high: number];

const NOTHING: Domain = [Infinity, -Infinity];
const isSomething = ([low, high]: Domain) => low <= high;
const pooled = (a: Domain, b: Domain): Domain => [Math.min(a[0], b[0]), Math.max(a[1], b[1])];

/** Lowest and highest of a record's values in a window; low is above high where there is none. */
function domainAt({ data, stride }: Grid, record: number, { from, to }: Places): Domain {
  let [low, high] = NOTHING;
  for (let at = record * stride + from; at < record * stride + to; at++) {
    const value = data[at] ?? Number.NaN;
    if (value < low) low = value;
    if (value > high) high = value;
  }
  return [low, high];
}

/** Lowest and highest of what a record's sparkline draws. */
function drawnDomain(series: SparkSeries, spark: Pick<Sparkline, 'draw' | 'gaps'>, record: number): Domain {
  const places = placesOf(series, record);
  const { grid, edge } = series;
  let domain = domainAt(grid, record, places);
  if (spark.draw === 'range band') {
    if (edge) domain = pooled(domain, domainAt(edge, record, places));
    else
      for (let place = places.from; place < places.to; place++) {
        const value = grid.data[record * grid.stride + (places.course.yearBefore[place] ?? -1)] ?? Number.NaN;
        if ((places.course.yearBefore[place] ?? -1) >= 0 && !Number.isNaN(value))
          domain = pooled(domain, [value, value]);
      }
  }
  // A missing value that counts as zero is drawn there.
  if (spark.gaps === 'zero' && isSomething(domain))
    for (let place = places.from; place < places.to; place++)
      if (Number.isNaN(grid.data[record * grid.stride + place] ?? Number.NaN)) return pooled(domain, [0, 0]);
  return domain;
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
  const domains = records.map((_, record) => {
    const draw = exceptions.get(record)?.draw ?? spark.draw;
    return drawnDomain(series, { draw, gaps: spark.gaps }, record);
  });
  const shares = (record: number) => !records[record]?.members && !exceptions.get(record)?.scale;
  const poolOf = (members: readonly number[]) =>
    members.filter(shares).reduce<Domain>((pool, record) => pooled(pool, domains[record] ?? NOTHING), NOTHING);
  let all: Domain = NOTHING;
  const byGroup = new Map<string | null, Domain>();
  if (spark.scale.of === 'all rows' || [...exceptions.values()].some(({ scale }) => scale?.of === 'all rows'))
    all = poolOf(records.map((_, record) => record));
  if (spark.scale.of === 'group' || [...exceptions.values()].some(({ scale }) => scale?.of === 'group'))
    for (const [group, members] of groupsOf(records)) byGroup.set(group, poolOf(members));
  records.forEach(({ members, group }, record) => {
    const own = domains[record] ?? NOTHING;
    if (!isSomething(own)) return;
    const exception = exceptions.get(record);
    const scale = exception?.scale ?? (members ? ofSum(spark.scale, sums) : spark.scale);
    const shared = scale.of === 'all rows' ? all : scale.of === 'group' ? (byGroup.get(group) ?? NOTHING) : own;
    const [low, high] = endsOf(isSomething(shared) ? shared : own, scale, exception?.draw ?? spark.draw);
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
      return `one scale a group${apart}`;
    case 'fixed':
      return `${floor} to ${ceiling}`;
  }
}
