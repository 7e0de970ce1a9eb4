/** From what a spark table shows and how it looks to what stands in each cell. */

import { isHouseColour } from '../style/by-house.ts';
import { colourNamed } from '../style/names.ts';
import type { HouseStyle } from '../style/style.ts';
import type { Table } from '../table/column.ts';
import type { Locale } from '../text/locale.ts';
import { pluralOf } from '../time/interval.ts';
import { type ColumnData, placesOf, type SparkData, type SparkSeries, sparkData } from './data.ts';
import { dressSparkTable } from './dress.ts';
import { allEnds, type Domain, sayScale } from './ends.ts';
import type { NumberCells } from './number-cells.ts';
import { countOf, finishedOf, type PastBand, type Places, pastBandOf, valuesAt, yearBeforeAt } from './series.ts';
import type {
  DressedBars,
  DressedColumn,
  DressedException,
  DressedSparkline,
  DressedSparkTable,
  SparkTableSpec,
} from './spec.ts';

export type ResolvedColumn =
  | { kind: 'text'; spec: DressedColumn; title: string; cells: readonly string[] }
  | { kind: 'number'; spec: DressedColumn; title: string; cells: NumberCells }
  | {
      kind: 'level bars';
      spec: DressedBars;
      title: string;
      values: Float64Array;
      ceiling: number;
      own: ReadonlyMap<number, string>;
    }
  | {
      kind: 'sparkline';
      spec: DressedSparkline;
      title: string;
      series: SparkSeries;
      /** low and high of each record's cell in turn; NaN for a record without values */
      ends: Float64Array;
      exceptions: ReadonlyMap<number, DressedException>;
    };
export type ResolvedOf<Kind extends ResolvedColumn['kind']> = Extract<ResolvedColumn, { kind: Kind }>;
export type ResolvedSparkline = ResolvedOf<'sparkline'>;

export interface ResolvedSparkTable {
  spec: DressedSparkTable;
  data: SparkData;
  columns: ResolvedColumn[];
}

/** A sparkline with all that is needed to draw it. */
export interface SparkCell {
  /** with the exceptions of its row */
  spark: DressedSparkline;
  values: readonly (number | null)[];
  /** values a year before, where wins and losses are told by them */
  before: (number | null)[];
  edge: (number | null)[];
  reference: (number | null)[];
  /** the band of years before that stands behind it */
  past: PastBand | null;
  places: Places;
  /** index of the first value that is not finished */
  finished: number;
  ends: Domain;
}

/** A sum's stroke is so much stronger. */
const STRONGER = 1.4;

const effective = new WeakMap<DressedSparkline, Map<DressedException | 'sum', DressedSparkline>>();

/** A column's sparkline with a row's exceptions; the same object for the same row. */
function withException(
  spark: DressedSparkline,
  exception: DressedException | undefined,
  isSum: boolean,
): DressedSparkline {
  const key = exception ?? (isSum ? 'sum' : null);
  if (key === null) return spark;
  const known = effective.get(spark) ?? new Map<DressedException | 'sum', DressedSparkline>();
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
    past:
      typeof spark.reference === 'object' && 'years' in spark.reference
        ? pastBandOf(grid, record, places, spark.reference)
        : null,
    places,
    finished: finishedOf(places),
    ends: [low, high],
  };
}

function sparkTitle(spec: DressedSparkline, { places }: SparkSeries, hasSums: boolean, locale: Locale): string {
  const count = countOf(places);
  const noun = places.course.interval === null ? 'values' : pluralOf(places.course.interval);
  if (spec.title !== null) return spec.title;
  const name = spec.draw === 'win / loss' ? 'Up or down' : `${count} ${noun}`;
  const scaled = sayScale(spec, hasSums, locale);
  return scaled === '' ? name : `${name} · ${scaled}`;
}

/** Rows whose names have a colour of their own in the house are drawn in that, where nobody set another. */
function withNamed(
  exceptions: Map<number, DressedException>,
  { records }: SparkData,
  names: HouseStyle | null,
): ReadonlyMap<number, DressedException> {
  if (!names || names.names.length === 0) return exceptions;
  records.forEach(({ key, name, members }, record) => {
    const colour = members === null ? colourNamed(names, name) : null;
    const own = exceptions.get(record);
    if (colour !== null && own?.colour === undefined) exceptions.set(record, { row: key, ...own, colour });
  });
  return exceptions;
}

function resolveColumn(
  spec: DressedColumn,
  data: ColumnData,
  all: SparkData,
  sums: 'sum' | 'mean',
  locale: Locale,
  /** the house, where it decides on the colour of the column */
  names: HouseStyle | null,
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
  const exceptions = withNamed(byKey(spec.exceptions), all, names);
  const ends = allEnds(data, spec, all.records, exceptions, sums);
  const title = sparkTitle(spec, data, all.records.length > all.own && sums === 'sum', locale);
  return { kind: 'sparkline', spec, title, series: data, ends, exceptions };
}

interface ResolvedBefore {
  data: ColumnData;
  records: SparkData['records'];
  sums: 'sum' | 'mean';
  locale: Locale;
  resolved: ResolvedColumn | never[];
}

const resolvedColumns = new WeakMap<DressedColumn, ResolvedBefore>();

/** Whether the colour of a column is the house's, so that names may bring theirs. */
const followsNames = ({ columns }: SparkTableSpec, { id }: DressedColumn): boolean => {
  const found = columns.find((column) => column.id === id);
  return found?.kind === 'sparkline' && isHouseColour(found.colour);
};

/** Joins the look of a spark table with its data; a column whose data are not there yet is left out. */
export function resolveLooks(
  stored: SparkTableSpec,
  data: SparkData,
  style: HouseStyle,
  locale: Locale,
): ResolvedSparkTable {
  const spec = dressSparkTable(stored, style);
  const byId = new Map(data.columns.map((column) => [column.id, column]));
  const columns = spec.columns.flatMap((column) => {
    const found = byId.get(column.id);
    if (!found) return [];
    // A column that neither looks nor shows otherwise than before is as it was.
    const known = resolvedColumns.get(column);
    if (
      known?.data === found &&
      known.records === data.records &&
      known.sums === spec.order.sums &&
      known.locale === locale
    )
      return known.resolved;
    const resolved =
      resolveColumn(column, found, data, spec.order.sums, locale, followsNames(stored, column) ? style : null) ?? [];
    resolvedColumns.set(column, { data: found, records: data.records, sums: spec.order.sums, locale, resolved });
    return resolved;
  });
  return { spec, data, columns };
}

/** Puts the values of a table to the columns of a spark table. */
export const resolveSparkTable = (
  spec: SparkTableSpec,
  table: Table,
  style: HouseStyle,
  locale: Locale,
): ResolvedSparkTable => resolveLooks(spec, sparkData(spec, table, locale), style, locale);
