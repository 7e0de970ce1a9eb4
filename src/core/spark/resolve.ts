import { decimalsFor } from '../figure/fields.ts';
import { type Column, columnOf, numberAt, type Table } from '../table/column.ts';
import { decimalsShown } from '../table/decimals.ts';
import { readTitle } from '../table/titles.ts';
import type { Locale } from '../text/locale.ts';
import { formatNumber } from '../text/number.ts';
import { formatPeriod } from '../time/format.ts';
import { derive } from './derive.ts';
import { recordsOf, type SparkRecord, type SparkSeries, seriesOf } from './records.ts';
import { type Domain, domainOf, endsOf } from './sparkline.ts';
import type { LevelBars, SparkColumn, SparkColumnOf, Sparkline, SparkTableSpec } from './spec.ts';

/** A bar from zero; `share` is of the full width, at most 1. */
export interface Bar {
  value: number | null;
  share: number;
  /** why there is no whole bar to see */
  note: 'missing' | 'below zero' | 'above the ceiling' | null;
}

export type ResolvedColumn =
  | { kind: 'text'; spec: SparkColumn; title: string; cells: string[] }
  | { kind: 'number'; spec: SparkColumn; title: string; cells: string[] }
  | { kind: 'spark'; spec: LevelBars; title: string; bars: Bar[]; ceiling: number; target: number | null }
  | {
      kind: 'sparkline';
      spec: Sparkline;
      title: string;
      series: SparkSeries;
      /** lowest and highest of each row's cell; null for a row without values */
      ends: (Domain | null)[];
    };

export interface ResolvedSparkTable {
  spec: SparkTableSpec;
  records: SparkRecord[];
  columns: ResolvedColumn[];
}

/** Marks a missing number in print. */
const NONE = '–';

const CHANGES = new Set(['change', 'change on the year', 'slope']);
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

/** What the header of a column says where its user wrote nothing. */
function titleOf(spec: SparkColumn, column: Column | undefined): string {
  if (spec.kind === 'name') return spec.title ?? '';
  if (spec.kind === 'derived') return spec.title ?? DERIVED_NAMES[spec.what];
  const unit = column?.kind === 'number' && column.unit ? `, ${column.unit}` : '';
  const title = spec.title ?? (column ? readTitle(column.title).name + unit : spec.column);
  const target = spec.kind === 'spark' && spec.target !== null ? `target ${spec.target}` : '';
  return [title, target].filter(Boolean).join(', ');
}

/** What a sparkline's header says: what it runs through, and its scale where it is not plain. */
function sparkTitle(spec: Sparkline, { places }: SparkSeries, scaled: string): string {
  const count = places.at.length;
  const noun = places.interval === null ? 'values' : `${places.interval}s`;
  const name = spec.title ?? (spec.draw === 'win / loss' ? 'Up or down' : `${count} ${noun}`);
  return spec.title === null && scaled !== '' ? `${name} · ${scaled}` : name;
}

function writer(column: Column, locale: Locale): (row: number) => string {
  if (column.kind === 'text') return (row) => String(column.cells[row] ?? '');
  if (column.kind === 'date')
    return (row) => {
      const at = numberAt(column.cells, row);
      return at === null ? NONE : formatPeriod(at, column.interval, locale);
    };
  const decimals = decimalsShown(column);
  return (row) => {
    const value = numberAt(column.cells, row);
    return value === null ? NONE : formatNumber(value, decimals, locale);
  };
}

function barOf(value: number | null, ceiling: number): Bar {
  if (value === null) return { value, share: 0, note: 'missing' };
  if (value < 0) return { value, share: 0, note: 'below zero' };
  if (value > ceiling) return { value, share: 1, note: 'above the ceiling' };
  return { value, share: value / ceiling, note: null };
}

function resolveBars(spec: LevelBars, title: string, values: readonly (number | null)[]): ResolvedColumn {
  let highest = spec.target ?? 0;
  for (const value of values) if (value !== null) highest = Math.max(highest, value);
  // Where nothing is above zero every bar is empty, whatever its ceiling.
  const ceiling = spec.ceiling === 'highest' ? highest || 1 : spec.ceiling;
  const bars = values.map((value) => barOf(value, ceiling));
  return { kind: 'spark', spec, title, bars, ceiling, target: spec.target };
}

/** The values of a sparkline's rows and the ends of their cells. */
function resolveSparkline(
  spec: SparkTableSpec,
  spark: Sparkline,
  table: Table,
  records: readonly SparkRecord[],
): ResolvedColumn {
  const series = seriesOf(spec, spark, table, records);
  const { scale, draw } = spark;
  const pooled = domainOf(series.values);
  const ends = series.values.map((values) => {
    const domain = scale.of === 'each row' ? domainOf([values]) : pooled;
    return domain && endsOf(domain, scale, draw);
  });
  const scaled =
    draw === 'win / loss'
      ? ''
      : scale.of === 'each row'
        ? 'each row its own scale'
        : scale.of === 'all rows'
          ? 'one scale'
          : '';
  return { kind: 'sparkline', spec: spark, title: sparkTitle(spark, series, scaled), series, ends };
}

/** Writes the derived numbers of all rows with the same decimals, so that they align. */
function derivedCells(
  spec: SparkColumnOf<'derived'>,
  of: ResolvedColumn | undefined,
  rows: number,
  locale: Locale,
): string[] {
  if (of?.kind !== 'sparkline') return Array.from({ length: rows }, () => NONE);
  const { places, values, before } = of.series;
  const found = values.map((all, row) => derive(spec.what, all, places.unfinished, before[row]));
  if (spec.what === 'change on the year')
    return found.map((entry) => {
      if (!entry) return NONE;
      const percent = formatNumber(entry.value * 100, spec.decimals ?? 1, locale);
      return `${entry.value > 0 ? '+' : ''}${percent}${locale.beforePercent}%`;
    });
  const known = found.flatMap((entry) => (entry ? [entry.value] : []));
  const decimals = spec.decimals ?? decimalsFor({ values: known, decimals: null });
  return found.map((entry) => {
    if (!entry) return NONE;
    const sign = CHANGES.has(spec.what) && entry.value > 0 ? '+' : '';
    const number = sign + formatNumber(entry.value, decimals, locale);
    const hasPlace = spec.what === 'high' || spec.what === 'low';
    if (!hasPlace || entry.at === null) return number;
    const { interval, dates, at } = places;
    const date = dates?.[entry.at];
    const where = interval && date !== undefined ? formatPeriod(date, interval, locale) : (at[entry.at] ?? '');
    return `${number}, ${where}`;
  });
}

/** Puts the values of a table to the columns of a spark table. A column that the table lacks stays empty. */
export function resolveSparkTable(spec: SparkTableSpec, table: Table, locale: Locale): ResolvedSparkTable {
  const records = recordsOf(spec, table);
  const sparklines = new Map<string, ResolvedColumn>();
  for (const column of spec.columns)
    if (column.kind === 'sparkline') sparklines.set(column.id, resolveSparkline(spec, column, table, records));
  const [first] = sparklines.values();
  const columns = spec.columns.map((column): ResolvedColumn => {
    if (column.kind === 'sparkline') return sparklines.get(column.id) ?? resolveSparkline(spec, column, table, records);
    if (column.kind === 'name')
      return { kind: 'text', spec: column, title: titleOf(column, undefined), cells: records.map(({ name }) => name) };
    if (column.kind === 'derived') {
      const cells = derivedCells(column, sparklines.get(column.of), records.length, locale);
      return { kind: 'number', spec: column, title: titleOf(column, undefined), cells };
    }
    const found = columnOf(table, column.column);
    const title = titleOf(column, found);
    if (column.kind === 'spark') {
      // Where rows are no rows of the table, a bar is the latest value of the first sparkline.
      const values = records.map(({ row }, index) => {
        if (row !== null) return found?.kind === 'number' ? numberAt(found.cells, row) : null;
        return first?.kind === 'sparkline'
          ? (derive('last', first.series.values[index] ?? [], first.series.places.unfinished)?.value ?? null)
          : null;
      });
      return resolveBars(column, title, values);
    }
    const write = found && writer(found, locale);
    const cells = records.map(({ row }) => (write && row !== null ? write(row) : ''));
    return { kind: column.kind, spec: column, title, cells };
  });
  return { spec, records, columns };
}
