/** What a spark table shows, before it is known how it looks: rows in their order, values, and written numbers. */
import { type Column, columnOf, numberAt, type Table } from '../table/column.ts';
import { decimalsShown } from '../table/decimals.ts';
import { writtenIn } from '../table/measure/years.ts';
import { readTitle } from '../table/titles.ts';
import type { Locale } from '../text/locale.ts';
import { missingSign } from '../text/number.ts';
import { formatPeriod } from '../time/format.ts';
import { type Derived, derive } from './derive.ts';
import { goneInSpark, type SparkGone } from './gone.ts';
import { type NumberCells, numberCells } from './number-cells.ts';
import { type Records, recordsOf, type ShownRow, type SparkRecord, shownRows } from './records.ts';
import {
  areAlike,
  besideOf,
  type Course,
  courseOf,
  finishedOf,
  type Grid,
  gridOf,
  type Places,
  placesIn,
  sumUp,
  valuesAt,
  yearBeforeAt,
} from './series.ts';
import type { SparkColumn, SparkColumnOf, Sparkline, SparkTableSpec } from './spec.ts';
import { type SumUnfit, sumsUnfit } from './sums-unfit.ts';

/** What the sparklines of a column run through. */
export interface SparkSeries {
  kind: 'sparkline';
  id: string;
  grid: Grid;
  /** the other edge of a range band; null for the same periods a year before */
  edge: Grid | null;
  /** a column that stands behind the sparklines */
  reference: Grid | null;
  places: Places;
  /** windows that rows have of their own, by record */
  own: ReadonlyMap<number, Places>;
}

export type ColumnData =
  | { kind: 'text'; id: string; name: string; cells: string[] }
  | ({ kind: 'number'; id: string; name: string } & NumberCells)
  | { kind: 'level bars'; id: string; name: string; values: Float64Array }
  | SparkSeries;

export interface SparkData {
  records: SparkRecord[];
  /** how many records are no sums */
  own: number;
  rows: ShownRow[];
  columns: ColumnData[];
  /** what it names and its table lacks */
  gone: readonly SparkGone[];
  /** the columns whose rows do not add up */
  unfit: readonly SumUnfit[];
}

const DERIVED_NAMES: Record<SparkColumnOf<'derived'>['what'], string> = {
  last: 'Latest',
  first: 'First',
  high: 'High',
  low: 'Low',
  mean: 'Mean',
  change: 'Change',
  'change on the year': 'On the year',
  slope: 'Per period',
};
const SIGNED = new Set(['change', 'change on the year', 'slope']);

/** Indices of the records that are shown, from the top; with `own`, without sums. */
export const shownRecords = ({ rows, records }: SparkData, own = false): number[] =>
  rows.flatMap((row) => (row.kind === 'record' && !(own && records[row.index]?.members) ? [row.index] : []));

/** The places of a record: its own window, or that of its column. */
export const placesOf = ({ places, own }: SparkSeries, record: number): Places => own.get(record) ?? places;

/** A derived number of one record. */
export function derivedOf(series: SparkSeries, record: number, what: SparkColumnOf<'derived'>['what']): Derived | null {
  const places = placesOf(series, record);
  const before = what === 'change on the year' ? yearBeforeAt(series.grid, record, places) : [];
  return derive(what, valuesAt(series.grid, record, places), finishedOf(places), before);
}

/** How a place is written in words, such as "Aug 2026". */
export function sayPlace({ at, interval, dates }: Course, place: number, locale: Locale): string {
  const date = dates?.[place];
  return interval && date !== undefined ? formatPeriod(date, interval, locale) : (at[place] ?? '');
}

class Reader {
  readonly all: Records;
  private readonly series = new Map<string, SparkSeries>();

  constructor(
    private readonly spec: SparkTableSpec,
    private readonly table: Table,
    private readonly locale: Locale,
  ) {
    this.all = recordsOf(spec, table);
  }

  seriesOf(spark: Sparkline): SparkSeries {
    const known = this.series.get(spark.id);
    if (known) return known;
    const { spec, table, all } = this;
    const course = courseOf(spec, spark, table);
    const summed = (grid: Grid) => {
      sumUp(grid, all, spec.order, spark.gaps === 'zero');
      return grid;
    };
    const { edge, reference } = spark;
    const windows = new Map(spark.exceptions.flatMap(({ row, window }) => (window ? [[row, window] as const] : [])));
    const own = new Map<number, Places>();
    if (windows.size > 0)
      all.records.forEach(({ key }, record) => {
        const window = windows.get(key);
        if (window) own.set(record, placesIn(course, window));
      });
    const found: SparkSeries = {
      kind: 'sparkline',
      id: spark.id,
      grid: summed(gridOf(spec, spark, table, all)),
      edge: edge === 'year before' ? null : summed(besideOf(spec, spark, edge.column, table, all)),
      reference:
        typeof reference === 'object' && 'column' in reference
          ? summed(besideOf(spec, spark, reference.column, table, all))
          : null,
      places: placesIn(course, spark.window),
      own,
    };
    this.series.set(spark.id, found);
    return found;
  }

  /** Unit of each record's values under a column. */
  private unitOf(key: string): (record: number) => string | null {
    const column = columnOf(this.table, key);
    const unit = column?.kind === 'number' ? column.unit : null;
    const { records } = this.all;
    if (this.spec.rows.kind !== 'columns') return () => unit;
    return (record) => {
      const { column: own, members } = records[record] ?? {};
      const first = own ?? records[members?.[0] ?? -1]?.column;
      return first?.kind === 'number' ? first.unit : null;
    };
  }

  private derived({ of, what, decimals }: SparkColumnOf<'derived'>): NumberCells {
    const spark = this.spec.columns.find((column) => column.kind === 'sparkline' && column.id === of);
    const { records } = this.all;
    if (spark?.kind !== 'sparkline')
      return {
        values: new Float64Array(records.length).fill(Number.NaN),
        texts: records.map(() => missingSign(this.locale)),
        asides: null,
        unit: null,
      };
    const series = this.seriesOf(spark);
    const places: (number | null)[] = [];
    const values = Float64Array.from(records, (_, record) => {
      const found = derivedOf(series, record, what);
      places.push(found?.at ?? null);
      return found?.value ?? Number.NaN;
    });
    const hasPeriod = what === 'high' || what === 'low';
    const percent = what === 'change on the year';
    return numberCells(
      values,
      {
        decimals,
        signed: SIGNED.has(what),
        percent,
        own: this.all.own,
        unitOf: percent ? () => null : this.unitOf(spark.column),
        ...(hasPeriod && {
          asideOf: (record: number) => {
            const at = places[record];
            const own = placesOf(series, record);
            return at === null || at === undefined ? '' : sayPlace(own.course, own.from + at, this.locale);
          },
        }),
      },
      this.locale,
    );
  }

  /** Values of a column of the table by record; those of sums are sums or means of their rows. */
  private tableValues(column: Column | undefined): Float64Array {
    const { records, own } = this.all;
    const data = Float64Array.from(records, ({ row }) =>
      row === null || column?.kind !== 'number' ? Number.NaN : (numberAt(column.cells, row) ?? Number.NaN),
    );
    sumUp({ data, stride: 1 }, { records, own }, this.spec.order, false);
    return data;
  }

  private textCells(column: Column | undefined): string[] {
    const { records } = this.all;
    const isName = column?.key === this.nameKey();
    return records.map(({ row, name, members }) => {
      if (members) return isName ? name : '';
      const cell = row === null ? null : (column?.cells[row] ?? null);
      if (cell === null) return '';
      if (column?.kind === 'date' && typeof cell === 'number') return formatPeriod(cell, column.interval, this.locale);
      return String(cell);
    });
  }

  /** The column in which sums say what they are. */
  private nameKey(): string | null {
    const first = this.spec.columns.find(({ kind, tucked }) => kind === 'text' && !tucked);
    return first?.kind === 'text' ? first.column : null;
  }

  private bars(key: string): Float64Array {
    if (this.spec.rows.kind === 'rows') {
      const { records, own } = this.all;
      const values = this.tableValues(columnOf(this.table, key));
      // A sum of rows has no place on the scale that their bars share.
      return this.spec.order.sums === 'mean' ? values : values.fill(Number.NaN, own, records.length);
    }
    // Where rows are no rows of the table, a bar is their latest value.
    const { all, spec } = this;
    const spark = spec.columns.find((column) => column.kind === 'sparkline');
    if (spark?.kind !== 'sparkline') return new Float64Array(all.records.length).fill(Number.NaN);
    const series =
      spec.rows.kind === 'columns'
        ? this.seriesOf(spark)
        : this.seriesOf({ ...spark, id: `bar:${key}`, column: key, exceptions: [] });
    return Float64Array.from(all.records, ({ members }, record) =>
      members && (spec.order.sums === 'sum' || !areAlike(all.records, members))
        ? Number.NaN
        : (derivedOf(series, record, 'last')?.value ?? Number.NaN),
    );
  }

  column(spec: SparkColumn): ColumnData {
    const { id } = spec;
    switch (spec.kind) {
      case 'sparkline':
        return this.seriesOf(spec);
      case 'name':
        return { kind: 'text', id, name: '', cells: this.all.records.map(({ name }) => name) };
      case 'derived':
        return { kind: 'number', id, name: DERIVED_NAMES[spec.what], ...this.derived(spec) };
      case 'text':
      case 'number':
      case 'level bars': {
        const column = columnOf(this.table, spec.column);
        const { name, unit } = readTitle(column?.title ?? spec.column);
        const known = (column?.kind === 'number' && column.unit) || unit;
        if (spec.kind === 'level bars')
          return { kind: 'level bars', id, name: known ? `${name}, ${known}` : name, values: this.bars(spec.column) };
        if (spec.kind === 'text') return { kind: 'text', id, name, cells: this.textCells(column) };
        const decimals = spec.decimals ?? (column ? decimalsShown(column) : 0);
        const writing = { decimals, signed: false, percent: false, own: this.all.own, unitOf: () => known };
        const locale = column ? writtenIn(column, this.locale) : this.locale;
        return { kind: 'number', id, name, ...numberCells(this.tableValues(column), writing, locale) };
      }
    }
  }
}

/** Compares records by what a column shows; those without a value come last in both directions. */
function comparing(data: ColumnData, descending: boolean, locale: Locale): ((a: number, b: number) => number) | null {
  const sign = descending ? -1 : 1;
  if (data.kind === 'text') {
    const collator = new Intl.Collator(locale.id, { numeric: true });
    return (a, b) => {
      const [one = '', other = ''] = [data.cells[a], data.cells[b]];
      if (one === '' || other === '') return Number(one === '') - Number(other === '');
      return sign * collator.compare(one, other);
    };
  }
  const values =
    data.kind === 'sparkline'
      ? Float64Array.from(
          { length: data.grid.data.length / Math.max(1, data.grid.stride) },
          (_, record) => derivedOf(data, record, 'last')?.value ?? Number.NaN,
        )
      : data.values;
  return (a, b) => {
    const [one = Number.NaN, other = Number.NaN] = [values[a], values[b]];
    if (Number.isNaN(one) || Number.isNaN(other)) return Number(Number.isNaN(one)) - Number(Number.isNaN(other));
    return sign * (one - other);
  };
}

/** The same data with its rows in the order that a spark table asks for. */
export function inOrder(data: SparkData, spec: SparkTableSpec, locale: Locale): SparkData {
  const { sort } = spec.order;
  const by = sort && data.columns.find(({ id }) => id === sort.by);
  const compare = by ? comparing(by, sort.descending, locale) : null;
  return { ...data, rows: shownRows(spec, data, compare) };
}

/** Puts a table's values to the rows and columns of a spark table. A column that the table lacks stays empty. */
export function sparkData(spec: SparkTableSpec, table: Table, locale: Locale): SparkData {
  const reader = new Reader(spec, table, locale);
  const columns = spec.columns.map((column) => reader.column(column));
  const { records, own } = reader.all;
  const [gone, unfit] = [goneInSpark(spec, table), sumsUnfit(spec, table)];
  return inOrder({ records, own, rows: [], columns, gone, unfit }, spec, locale);
}

/** What of a column decides about its data. */
function dataPart(column: SparkColumn): unknown {
  if (column.kind !== 'sparkline') {
    const { title: _, width: __, ...rest } = column;
    return rest;
  }
  const { id, column: key, over, window, edge, gaps, reference, exceptions } = column;
  const windows = exceptions.flatMap(({ row, window: own }) => (own ? [{ row, own }] : []));
  const beside = typeof reference === 'object' && 'column' in reference ? reference.column : null;
  return { id, key, over, window, edge, gaps: gaps === 'zero', beside, windows };
}

/** Two spark tables with the same key show the same data of one table, however they look and whatever the order of their rows. */
export const dataKey = ({ rows, order, columns }: SparkTableSpec): string =>
  JSON.stringify([rows, { ...order, sort: null }, columns.map(dataPart)]);
