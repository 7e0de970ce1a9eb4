/** The rows of a spark table and the values each sparkline runs through. */
import { windowOf } from '../figure/window.ts';
import { chooseAcross } from '../table/choose.ts';
import { type Column, columnOf, numberAt, type Table } from '../table/column.ts';
import { periodNumber, yearBefore } from '../table/periods.ts';
import { readTitle } from '../table/titles.ts';
import { isoOf } from '../time/calendar.ts';
import type { Interval } from '../time/interval.ts';
import type { Sparkline, SparkTableSpec } from './spec.ts';

/** A row of a spark table. */
export interface SparkRecord {
  name: string;
  /** the table's row it is, where it is one */
  row: number | null;
  /** the rows of its category; null for all */
  rows: readonly number[] | null;
  /** the column it is, where it is one */
  column: Column | null;
}

/** The periods a sparkline runs through: places along it, the same for all rows. */
export interface Places {
  /** what each is called, such as "2026-07-01" or a column's title */
  at: string[];
  interval: Interval | null;
  /** instants, where they are dates */
  dates: number[] | null;
  /** index of the first that is not finished; their count where all are */
  unfinished: number;
}

export interface SparkSeries {
  places: Places;
  /** values of each record, by place */
  values: (number | null)[][];
  /** the values a year before each of them, which may lie outside of the window */
  before: (number | null)[][];
}

/** The rows of a spark table, in order. */
export function recordsOf({ rows: of }: SparkTableSpec, table: Table): SparkRecord[] {
  const totals = new Set(table.totals);
  const rows = Array.from({ length: table.rows }, (_, row) => row).filter((row) => !totals.has(row));
  if (of.kind === 'rows') return rows.map((row) => ({ name: String(row + 1), row, rows: null, column: null }));
  if (of.kind === 'columns')
    return of.columns.flatMap((key): SparkRecord[] => {
      const column = columnOf(table, key);
      return column ? [{ name: readTitle(column.title).name, row: null, rows: null, column }] : [];
    });
  const cells = columnOf(table, of.category)?.cells ?? [];
  const byName = new Map<string, number[]>();
  for (const row of rows) {
    const cell = cells[row];
    if (cell === null || cell === undefined) continue;
    const known = byName.get(String(cell));
    if (known) known.push(row);
    else byName.set(String(cell), [row]);
  }
  return [...byName].map(([name, own]) => ({ name, row: null, rows: own, column: null }));
}

/** Over columns of the table: each record is one of its rows. */
function overColumns(spark: Sparkline, table: Table, records: readonly SparkRecord[]): SparkSeries {
  const all = spark.over.flatMap((key) => columnOf(table, key) ?? []);
  const { window } = spark;
  const columns = window !== 'all' && 'last' in window ? all.slice(-window.last) : all;
  return {
    places: {
      at: columns.map(({ title }) => readTitle(title).name),
      interval: null,
      dates: null,
      unfinished: columns.length,
    },
    values: records.map(({ row }) => columns.map(({ cells }) => (row === null ? null : numberAt(cells, row)))),
    before: records.map(() => columns.map(() => null)),
  };
}

/** Over periods: each record is a column, or the rows of a category. A period that a record has twice is missing. */
function overPeriods(spark: Sparkline, table: Table, records: readonly SparkRecord[]): SparkSeries {
  const across = chooseAcross(table);
  const measure = columnOf(table, spark.column);
  const totals = new Set(table.totals);
  if (across?.kind !== 'date')
    return {
      places: { at: [], interval: null, dates: null, unfinished: 0 },
      values: records.map(() => []),
      before: records.map(() => []),
    };
  const { interval } = across;
  const isDrawn = windowOf(across, spark.window);
  const firstDate = new Map<number, number>();
  across.cells.forEach((cell, row) => {
    if (typeof cell !== 'number' || totals.has(row) || !isDrawn(row)) return;
    const period = periodNumber(cell, interval);
    if (!firstDate.has(period)) firstDate.set(period, cell);
  });
  const periods = [...firstDate.keys()].sort((a, b) => a - b);
  const dates = periods.map((period) => firstDate.get(period) ?? 0);
  const yearEarlier = dates.map((date) => {
    const before = yearBefore(date, interval);
    return before === null ? null : periodNumber(before, interval);
  });
  const open = dates.findIndex((date) => across.unfinishedFrom !== undefined && date >= across.unfinishedFrom);
  const all = Array.from({ length: table.rows }, (_, row) => row);
  const found = records.map(({ column, rows }) => {
    const cells = (column ?? measure)?.cells ?? [];
    const byPeriod = new Map<number, number | null>();
    for (const row of rows ?? all) {
      const at = numberAt(across.cells, row);
      if (at === null || totals.has(row)) continue;
      const period = periodNumber(at, interval);
      byPeriod.set(period, byPeriod.has(period) ? null : numberAt(cells, row));
    }
    return byPeriod;
  });
  return {
    places: { at: dates.map(isoOf), interval, dates, unfinished: open < 0 ? dates.length : open },
    values: found.map((byPeriod) => periods.map((period) => byPeriod.get(period) ?? null)),
    before: found.map((byPeriod) =>
      yearEarlier.map((period) => (period === null ? null : (byPeriod.get(period) ?? null))),
    ),
  };
}

/** The values that a spark column's sparklines run through. */
export const seriesOf = (
  spec: SparkTableSpec,
  spark: Sparkline,
  table: Table,
  records: readonly SparkRecord[],
): SparkSeries => (spec.rows.kind === 'rows' ? overColumns(spark, table, records) : overPeriods(spark, table, records));
