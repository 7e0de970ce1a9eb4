/** From what a spark table shows and how it looks to what stands in each cell. */

import type { Table } from '../table/column.ts';
import type { Locale } from '../text/locale.ts';
import { pluralOf } from '../time/interval.ts';
import { type ColumnData, placesOf, type SparkData, type SparkSeries, sparkData } from './data.ts';
import { allEnds, type Domain, sayScale } from './ends.ts';
import type { NumberCells } from './number-cells.ts';
import { countOf, finishedOf, type Places, valuesAt, yearBeforeAt } from './series.ts';
import type { LevelBars, SparkColumn, SparkException, Sparkline, SparkTableSpec } from './spec.ts';

export type ResolvedColumn =
  | { kind: 'text'; spec: SparkColumn; title: string; cells: readonly string[] }
  | { kind: 'number'; spec: SparkColumn; title: string; cells: NumberCells }
  | {
      kind: 'level bars';
      spec: LevelBars;
      title: string;
      values: Float64Array;
      ceiling: number;
      own: ReadonlyMap<number, string>;
    }
  | {
      kind: 'sparkline';
      spec: Sparkline;
      title: string;
      series: SparkSeries;
      /** low and high of each record's cell in turn; NaN for a record without values */
      ends: Float64Array;
      exceptions: ReadonlyMap<number, SparkException>;
    };
export type ResolvedOf<Kind extends ResolvedColumn['kind']> = Extract<ResolvedColumn, { kind: Kind }>;
export type ResolvedSparkline = ResolvedOf<'sparkline'>;

export interface ResolvedSparkTable {
  spec: SparkTableSpec;
  data: SparkData;
  columns: ResolvedColumn[];
}

/** A sparkline with all that is needed to draw it. */
export interface SparkCell {
  /** with the exceptions of its row */
  spark: Sparkline;
  values: (number | null)[];
  /** values a year before, where wins and losses are told by them */
  before: (number | null)[];
  edge: (number | null)[];
  reference: (number | null)[];
  places: Places;
  /** index of the first value that is not finished */
  finished: number;
  ends: Domain;
}

/** A sum's stroke is so much stronger. */
const STRONGER = 1.4;

const effective = new WeakMap<Sparkline, Map<SparkException | 'sum', Sparkline>>();

/** A column's sparkline with a row's exceptions; the same object for the same row. */
function withException(spark: Sparkline, exception: SparkException | undefined, isSum: boolean): Sparkline {
  const key = exception ?? (isSum ? 'sum' : null);
  if (key === null) return spark;
  const known = effective.get(spark) ?? new Map<SparkException | 'sum', Sparkline>();
  effective.set(spark, known);
  let found = known.get(key);
  if (!found) {
    const { row: _, ...own } = exception ?? { row: '' };
    found = { ...spark, ...(isSum && { weight: Math.min(12, spark.weight * STRONGER) }), ...own };
    known.set(key, found);
  }
  return found;
}

/** What stands in a sparkline's cell; null for a record without values. */
export function cellOf(
  { spec, series, ends, exceptions }: ResolvedSparkline,
  { records }: SparkData,
  record: number,
): SparkCell | null {
  const [low, high] = [ends[2 * record], ends[2 * record + 1]];
  if (low === undefined || high === undefined || Number.isNaN(low)) return null;
  const places = placesOf(series, record);
  const spark = withException(spec, exceptions.get(record), records[record]?.members != null);
  const needsBefore = spark.draw === 'win / loss' && spark.sign === 'year';
  const { grid, edge, reference } = series;
  const before = needsBefore || (spark.draw === 'range band' && !edge) ? yearBeforeAt(grid, record, places) : [];
  return {
    spark,
    values: valuesAt(grid, record, places),
    before,
    edge: spark.draw !== 'range band' ? [] : edge ? valuesAt(edge, record, places) : before,
    reference: reference ? valuesAt(reference, record, places) : [],
    places,
    finished: finishedOf(places),
    ends: [low, high],
  };
}

function sparkTitle(spec: Sparkline, { places }: SparkSeries, hasSums: boolean, locale: Locale): string {
  const count = countOf(places);
  const noun = places.course.interval === null ? 'values' : pluralOf(places.course.interval);
  if (spec.title !== null) return spec.title;
  const name = spec.draw === 'win / loss' ? 'Up or down' : `${count} ${noun}`;
  const scaled = sayScale(spec, hasSums, locale);
  return scaled === '' ? name : `${name} · ${scaled}`;
}

function resolveColumn(
  spec: SparkColumn,
  data: ColumnData,
  all: SparkData,
  sums: 'sum' | 'mean',
  locale: Locale,
): ResolvedColumn | null {
  if (data.kind === 'text') return { kind: 'text', spec, title: spec.title ?? data.name, cells: data.cells };
  if (data.kind === 'number') {
    const title = spec.title ?? [data.name, data.unit].filter(Boolean).join(', ');
    return { kind: 'number', spec, title, cells: data };
  }
  const byKey = <T extends { row: string }>(exceptions: readonly T[]): Map<number, T> => {
    const found = new Map<number, T>();
    if (exceptions.length === 0) return found;
    const wanted = new Map(exceptions.map((exception) => [exception.row, exception]));
    all.records.forEach(({ key }, record) => {
      const own = wanted.get(key);
      if (own) found.set(record, own);
    });
    return found;
  };
  if (data.kind === 'level bars' && spec.kind === 'level bars') {
    let highest = spec.target ?? 0;
    for (const value of data.values) if (value > highest) highest = value;
    // Where nothing is above zero every bar is empty, whatever its ceiling.
    const ceiling = spec.ceiling === 'highest' ? highest || 1 : spec.ceiling;
    const title = [spec.title ?? data.name, spec.target !== null ? `target ${spec.target}` : '']
      .filter(Boolean)
      .join(', ');
    const own = new Map([...byKey(spec.exceptions)].map(([record, { colour }]) => [record, colour]));
    return { kind: 'level bars', spec, title, values: data.values, ceiling, own };
  }
  if (data.kind !== 'sparkline' || spec.kind !== 'sparkline') return null;
  const exceptions = byKey(spec.exceptions);
  const ends = allEnds(data, spec, all.records, exceptions, sums);
  const title = sparkTitle(spec, data, all.records.length > all.own && sums === 'sum', locale);
  return { kind: 'sparkline', spec, title, series: data, ends, exceptions };
}

interface ResolvedBefore {
  data: ColumnData;
  records: SparkData['records'];
  key: string;
  resolved: ResolvedColumn | never[];
}

const resolvedColumns = new WeakMap<SparkColumn, ResolvedBefore>();

/** Joins the look of a spark table with its data; a column whose data are not there yet is left out. */
export function resolveLooks(spec: SparkTableSpec, data: SparkData, locale: Locale): ResolvedSparkTable {
  const byId = new Map(data.columns.map((column) => [column.id, column]));
  const columns = spec.columns.flatMap((column) => {
    const found = byId.get(column.id);
    if (!found) return [];
    // A column that neither looks nor shows otherwise than before is as it was.
    const key = `${spec.order.sums} ${locale.id}`;
    const known = resolvedColumns.get(column);
    if (known?.data === found && known.records === data.records && known.key === key) return known.resolved;
    const resolved = resolveColumn(column, found, data, spec.order.sums, locale) ?? [];
    resolvedColumns.set(column, { data: found, records: data.records, key, resolved });
    return resolved;
  });
  return { spec, data, columns };
}

/** Puts the values of a table to the columns of a spark table. */
export const resolveSparkTable = (spec: SparkTableSpec, table: Table, locale: Locale): ResolvedSparkTable =>
  resolveLooks(spec, sparkData(spec, table, locale), locale);
