/** The values sparklines run through: one grid of numbers for each column of sparklines, a row for each record. */
import type { FigureWindow } from '../figure/spec.ts';
import { SPREADS, type Spread, type Statistic, statistic } from '../table/calc/together.ts';
import { chooseAcross } from '../table/choose.ts';
import { type Column, columnOf, type Table } from '../table/column.ts';
import { periodNumber, yearBefore } from '../table/periods.ts';
import { readTitle } from '../table/titles.ts';
import { isoOf } from '../time/calendar.ts';
import type { Interval } from '../time/interval.ts';
import type { Records, SparkRecord } from './records.ts';
import type { Sparkline, SparkTableSpec } from './spec.ts';

/** Numbers of records (rows) by place; NaN where there is none. */
export interface Grid {
  data: Float64Array;
  /** places of a row */
  stride: number;
}

/** All places along a table, the same for all records. */
export interface Course {
  /** what each is called, such as "2026-07-01" or a column's title */
  at: string[];
  interval: Interval | null;
  /** instants, where they are dates */
  dates: number[] | null;
  /** index of the place a year before each, -1 for none */
  yearBefore: Int32Array;
  /** index of the first that is not finished; their count where all are */
  unfinished: number;
}

/** The places that a window holds: indices into the course. */
export interface Places {
  course: Course;
  from: number;
  to: number;
}

export const countOf = ({ from, to }: Places) => to - from;
/** Index of the first place of a window that is not finished; their count where all are. */
export const finishedOf = ({ course, from, to }: Places) => Math.max(0, Math.min(to, course.unfinished) - from);

type Values = (number | null)[];

/** The values of a record in a window. */
export function valuesAt({ data, stride }: Grid, record: number, { from, to }: Places): Values {
  const values: Values = [];
  const start = record * stride;
  for (let place = from; place < to; place++) {
    const value = data[start + place];
    values.push(value === undefined || Number.isNaN(value) ? null : value);
  }
  return values;
}

/** The values of a record a year before each place of a window, which may lie outside of it. */
export function yearBeforeAt({ data, stride }: Grid, record: number, { course, from, to }: Places): Values {
  const values: Values = [];
  for (let place = from; place < to; place++) {
    const before = course.yearBefore[place] ?? -1;
    const value = before < 0 ? Number.NaN : data[record * stride + before];
    values.push(value === undefined || Number.isNaN(value) ? null : value);
  }
  return values;
}

/** The values of a record in the years before each place of a window, as far as there are any. */
export function yearsBeforeAt(
  { data, stride }: Grid,
  record: number,
  { course, from, to }: Places,
  years: number,
): number[][] {
  return Array.from({ length: to - from }, (_, index) => {
    const found: number[] = [];
    let place = from + index;
    for (let back = 0; back < years && place >= 0; back++) {
      place = course.yearBefore[place] ?? -1;
      const value = place < 0 ? Number.NaN : (data[record * stride + place] ?? Number.NaN);
      if (!Number.isNaN(value)) found.push(value);
    }
    return found;
  });
}

/** A band of years before and their mean, by place; null where there are none. */
export interface PastBand {
  low: Values;
  high: Values;
  mean: Values;
}

/** The band of a record that a sparkline's reference asks for. */
export function pastBandOf(
  grid: Grid,
  record: number,
  places: Places,
  { years, spread }: { years: number; spread: Spread },
): PastBand {
  const values = yearsBeforeAt(grid, record, places, years);
  const of = (what: Statistic) => values.map((own) => statistic(own, what));
  const [low, high] = SPREADS[spread];
  return { low: of(low), high: of(high), mean: of('mean') };
}

const NOWHERE: Course = { at: [], interval: null, dates: null, yearBefore: new Int32Array(0), unfinished: 0 };

interface Timeline {
  course: Course;
  /** place of each row of the table, -1 for none */
  placeOf: Int32Array;
}

const timelines = new WeakMap<Table, Timeline>();

/** The periods of a table in order; they are the same for all of its spark tables. */
function timelineOf(table: Table): Timeline {
  const known = timelines.get(table);
  if (known) return known;
  const across = chooseAcross(table);
  const placeOf = new Int32Array(table.rows).fill(-1);
  if (across?.kind !== 'date') return { course: NOWHERE, placeOf };
  const { interval, cells, unfinishedFrom } = across;
  const totals = new Set(table.totals);
  const dateOf = new Map<number, number>();
  const periods = new Float64Array(table.rows).fill(Number.NaN);
  // Rows of one period mostly stand together, or repeat those of the record before.
  const numberOf = new Map<number, number>();
  for (let row = 0; row < table.rows; row++) {
    const cell = cells[row];
    if (typeof cell !== 'number' || totals.has(row)) continue;
    let period = numberOf.get(cell);
    if (period === undefined) {
      period = periodNumber(cell, interval);
      numberOf.set(cell, period);
    }
    periods[row] = period;
    if (!dateOf.has(period)) dateOf.set(period, cell);
  }
  const sorted = [...dateOf.keys()].sort((a, b) => a - b);
  const indexOf = new Map(sorted.map((period, index) => [period, index]));
  for (let row = 0; row < table.rows; row++) placeOf[row] = indexOf.get(periods[row] ?? Number.NaN) ?? -1;
  const dates = sorted.map((period) => dateOf.get(period) ?? 0);
  const firstUnfinished = dates.findIndex((date) => unfinishedFrom !== undefined && date >= unfinishedFrom);
  const before = dates.map((date) => {
    const earlier = yearBefore(date, interval);
    return earlier === null ? -1 : (indexOf.get(periodNumber(earlier, interval)) ?? -1);
  });
  const found: Timeline = {
    course: {
      at: dates.map(isoOf),
      interval,
      dates,
      yearBefore: Int32Array.from(before),
      unfinished: firstUnfinished < 0 ? dates.length : firstUnfinished,
    },
    placeOf,
  };
  timelines.set(table, found);
  return found;
}

/** The course of a column of sparklines: the table's periods, or the columns that its rows run over. */
export function courseOf({ rows }: SparkTableSpec, spark: Sparkline, table: Table): Course {
  if (rows.kind !== 'rows') return timelineOf(table).course;
  const at = spark.over.flatMap((key) => {
    const found = columnOf(table, key);
    return found ? [readTitle(found.title).name] : [];
  });
  return { ...NOWHERE, at, yearBefore: new Int32Array(at.length).fill(-1), unfinished: at.length };
}

/** The places of a course that a window holds; dates count by whole periods. */
export function placesIn(course: Course, window: FigureWindow): Places {
  const all = { course, from: 0, to: course.at.length };
  if (window === 'all') return all;
  const { dates, interval } = course;
  if ('last' in window && !(dates && interval)) return { ...all, from: Math.max(0, all.to - window.last) };
  if (!dates || !interval) return all;
  const numbers = dates.map((date) => periodNumber(date, interval));
  const first =
    'last' in window
      ? (numbers.at(-1) ?? 0) - window.last + 1
      : window.from === null
        ? -Infinity
        : periodNumber(window.from, interval);
  const last = 'last' in window || window.to === null ? Infinity : periodNumber(window.to, interval);
  const from = numbers.findIndex((period) => period >= first);
  const beyond = numbers.findIndex((period) => period > last);
  const to = beyond < 0 ? numbers.length : beyond;
  return { course, from: from < 0 ? to : Math.min(from, to), to };
}

/** Fills a record's row from a column's cells; a period that it has twice is missing. */
function fill(
  grid: Grid,
  { cells }: Column,
  placeOf: Int32Array,
  recordAt: (row: number) => number,
  seen: Uint8Array,
): void {
  for (let row = 0; row < placeOf.length; row++) {
    const place = placeOf[row] ?? -1;
    const record = recordAt(row);
    if (place < 0 || record < 0) continue;
    const at = record * grid.stride + place;
    const cell = cells[row];
    grid.data[at] = seen[at] === 1 || typeof cell !== 'number' ? Number.NaN : cell;
    seen[at] = 1;
  }
}

const unitOf = (column: Column | null) => (column?.kind === 'number' ? column.unit : null);

/** Whether values of these records can be added: all in one unit. */
export const areAlike = (records: readonly SparkRecord[], members: readonly number[]) =>
  new Set(members.map((index) => unitOf(records[index]?.column ?? null))).size < 2;

/**
 * Fills the rows of the sums. A place at which a member has no value has no
 * sum, unless missing values count as zero or a sum is of the parts that are known; a mean is of those that are known.
 */
export function sumUp(
  grid: Grid,
  { records, own }: Pick<Records, 'records' | 'own'>,
  { sums, partial }: { sums: 'sum' | 'mean'; partial: boolean },
  missingIsZero: boolean,
): void {
  const { data, stride } = grid;
  for (let index = own; index < records.length; index++) {
    const members = records[index]?.members ?? [];
    if (!areAlike(records, members)) continue;
    for (let place = 0; place < stride; place++) {
      let [sum, known] = [0, 0];
      for (const member of members) {
        const value = data[member * stride + place] ?? Number.NaN;
        if (Number.isNaN(value)) continue;
        sum += value;
        known++;
      }
      const isWhole = known === members.length || (known > 0 && (missingIsZero || partial));
      data[index * stride + place] =
        sums === 'mean'
          ? known > 0
            ? sum / (missingIsZero ? members.length : known)
            : Number.NaN
          : isWhole
            ? sum
            : Number.NaN;
    }
  }
}

/** The grid of one column's values for all records, without sums. */
export function gridOf(
  spec: SparkTableSpec,
  spark: Pick<Sparkline, 'column' | 'over'>,
  table: Table,
  { records, own, recordOf }: Records,
): Grid {
  if (spec.rows.kind === 'rows') {
    const columns = spark.over.flatMap((key) => columnOf(table, key) ?? []);
    const stride = columns.length;
    const data = new Float64Array(records.length * stride).fill(Number.NaN);
    const cells = columns.map((column) => column.cells);
    for (let index = 0; index < own; index++) {
      const row = records[index]?.row ?? 0;
      for (let place = 0; place < stride; place++) {
        const cell = cells[place]?.[row];
        if (typeof cell === 'number') data[index * stride + place] = cell;
      }
    }
    return { data, stride };
  }
  const { course, placeOf } = timelineOf(table);
  const stride = course.at.length;
  const grid = { data: new Float64Array(records.length * stride).fill(Number.NaN), stride };
  const seen = new Uint8Array(grid.data.length);
  if (recordOf) {
    const measure = columnOf(table, spark.column);
    if (measure) fill(grid, measure, placeOf, (row) => recordOf[row] ?? -1, seen);
  } else
    for (let index = 0; index < own; index++) {
      const { column } = records[index] ?? {};
      if (column) fill(grid, column, placeOf, () => index, seen);
    }
  return grid;
}

/** A column of the table as it runs beside the sparklines: by period, or one value for each row. */
export function besideOf(spec: SparkTableSpec, spark: Sparkline, key: string, table: Table, all: Records): Grid {
  const column = columnOf(table, key);
  const stride = spec.rows.kind === 'rows' ? spark.over.length : timelineOf(table).course.at.length;
  const data = new Float64Array(all.records.length * stride).fill(Number.NaN);
  if (!column) return { data, stride };
  if (spec.rows.kind === 'rows') {
    for (let index = 0; index < all.own; index++) {
      const cell = column.cells[all.records[index]?.row ?? -1];
      if (typeof cell === 'number') data.fill(cell, index * stride, (index + 1) * stride);
    }
    return { data, stride };
  }
  if (spec.rows.kind === 'categories') return gridOf(spec, { column: key, over: [] }, table, all);
  const { placeOf } = timelineOf(table);
  const seen = new Uint8Array(data.length);
  for (let index = 0; index < all.own; index++) fill({ data, stride }, column, placeOf, () => index, seen);
  return { data, stride };
}
