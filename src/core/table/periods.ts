/** The rows of a table as series over periods: what "previous" and "a year earlier" mean for each row. */
import { addUnits, DAY, dateOf, floorTo, isoWeekStart, monthIndex } from '../time/calendar.ts';
import { isoWeek } from '../time/format.ts';
import { type Interval, isWeekend, unitOf } from '../time/interval.ts';
import { chooseAcross } from './choose.ts';
import type { Cell, Column, Table } from './column.ts';

const FIRST_MONDAY = 4;

/** A whole number for the period of an instant; the next period has the next number. Weekends count as their Friday among business days. */
export function periodNumber(ms: number, interval: Interval): number {
  switch (interval) {
    case 'year':
      return Math.floor(monthIndex(ms) / 12);
    case 'quarter':
      return Math.floor(monthIndex(ms) / 3);
    case 'month':
      return monthIndex(ms);
    case 'hour':
      return Math.floor(ms / 3_600_000);
    default: {
      const days = Math.floor(ms / DAY);
      if (interval === 'day') return days;
      const week = Math.floor((days - FIRST_MONDAY) / 7);
      return interval === 'week' ? week : week * 5 + Math.min(4, days - FIRST_MONDAY - week * 7);
    }
  }
}

/** The start of a period a number of periods before or after the one that holds `ms`. */
export function shiftPeriod(ms: number, interval: Interval, by: number): number {
  const unit = unitOf(interval);
  let at = addUnits(floorTo(ms, unit), unit, by);
  while (interval === 'business day' && isWeekend(at)) at += by < 0 ? -DAY : DAY;
  return at;
}

/**
 * The start of the same period a year earlier, or null where the earlier year
 * has none: 29 February, ISO week 53, and a date that fell on a weekend among
 * business days.
 */
export function yearBefore(ms: number, interval: Interval): number | null {
  if (interval === 'week') {
    const { year, week } = isoWeek(ms);
    return isoWeekStart(year - 1, week);
  }
  if (interval === 'month' || interval === 'quarter' || interval === 'year')
    return addUnits(floorTo(ms, unitOf(interval)), 'month', -12);
  const date = new Date(ms);
  const [month, day] = [date.getUTCMonth(), date.getUTCDate()];
  const earlier = dateOf(date.getUTCFullYear() - 1, month, day);
  if (new Date(earlier).getUTCMonth() !== month || (interval === 'business day' && isWeekend(earlier))) return null;
  return earlier + (ms % DAY);
}

/**
 * The fiscal year that holds a period, numbered by the calendar year it begins
 * in; `yearStart` is its first month, from 1. A week belongs to the year of its Thursday.
 */
export function fiscalYear(ms: number, interval: Interval, yearStart: number): number {
  const at = interval === 'week' ? floorTo(ms, 'week') + 3 * DAY : ms;
  return Math.floor((monthIndex(at) - (yearStart - 1)) / 12);
}

/** The number of the first week whose Thursday is at or after an instant at which a day begins. */
export function weekOfThursday(ms: number): number {
  return periodNumber(ms - 3 * DAY + 7 * DAY - 1, 'week');
}

export interface Series {
  /** rows in period order */
  rows: number[];
  /** the row of a period number; a period with two rows has none */
  rowOf: Map<number, number>;
}

export type Periods =
  | {
      kind: 'dates';
      column: Column & { kind: 'date' };
      interval: Interval;
      /** the columns whose combinations tell the series apart */
      categories: Column[];
      series: Series[];
    }
  /** without dates a row follows the one above it */
  | { kind: 'order'; series: Series[] };

/** Small numbers for things, the same for the same. */
function numbering<T>(): (thing: T) => number {
  const seen = new Map<T, number>();
  return (thing) => {
    const known = seen.get(thing);
    if (known !== undefined) return known;
    seen.set(thing, seen.size);
    return seen.size - 1;
  };
}

/** A number for the combination of texts that each row has in the category columns. */
function groupsOf(categories: readonly Column[], rows: number): number[] {
  let groups = new Array<number>(rows).fill(0);
  for (const { cells } of categories) {
    const ofCell = numbering<Cell>();
    const ofPair = numbering<number>();
    // Numbered anew for each column, so that the numbers stay small.
    groups = groups.map((group, row) => ofPair(group * (rows + 1) + ofCell(cells[row] ?? null)));
  }
  return groups;
}

/** How many rows hold a text that another row holds too; few in remarks and in names that differ from row to row. */
function rowsThatShare({ cells }: Column): number {
  const counts = new Map<Cell, number>();
  for (const cell of cells) if (cell !== null) counts.set(cell, (counts.get(cell) ?? 0) + 1);
  let rows = 0;
  for (const count of counts.values()) if (count > 1) rows += count;
  return rows;
}

/** Text columns that part a table into series: those whose texts repeat, when its periods do. */
function categoriesOf(table: Table, across: Column & { kind: 'date' }, totals: ReadonlySet<number>): Column[] {
  const seen = new Set<number>();
  let dated = 0;
  across.cells.forEach((cell, row) => {
    if (typeof cell !== 'number' || totals.has(row)) return;
    seen.add(periodNumber(cell, across.interval));
    dated++;
  });
  if (seen.size === dated) return [];
  return table.columns.filter((column) => column.kind === 'text' && rowsThatShare(column) >= dated / 2);
}

interface Found {
  rows: number;
  totals: readonly number[];
  texts: readonly Column[];
  periods: Periods;
}

/** What was found last over each column: editing a measure does not change it. */
const found = new WeakMap<Column, Found>();
const isSame = <T>(a: readonly T[], b: readonly T[]) => a.length === b.length && a.every((x, index) => x === b[index]);

/**
 * Takes a table apart into its series: one for each combination of categories
 * when a date column runs across and its periods repeat, else a single one in row order. Total rows
 * belong to none.
 */
export function periodsOfTable(table: Table): Periods {
  const across = chooseAcross(table);
  const { rows, totals } = table;
  const texts = table.columns.filter(({ kind }) => kind === 'text');
  const known = across && found.get(across);
  if (known && known.rows === rows && isSame(known.totals, totals) && isSame(known.texts, texts)) return known.periods;
  const periods = takeApart(table, across);
  if (across) found.set(across, { rows, totals, texts, periods });
  return periods;
}

function takeApart(table: Table, across: Column | undefined): Periods {
  const totals = new Set(table.totals);
  if (across?.kind !== 'date') {
    const rows: number[] = [];
    for (let row = 0; row < table.rows; row++) if (!totals.has(row)) rows.push(row);
    return { kind: 'order', series: [{ rows, rowOf: new Map(rows.map((row, index) => [index, row])) }] };
  }
  const categories = categoriesOf(table, across, totals);
  const groupOf = groupsOf(categories, table.rows);
  const groups = new Map<number, number[]>();
  across.cells.forEach((cell, row) => {
    if (typeof cell !== 'number' || totals.has(row)) return;
    const group = groupOf[row] ?? 0;
    const rows = groups.get(group);
    if (rows) rows.push(row);
    else groups.set(group, [row]);
  });
  const at = (row: number) => Number(across.cells[row]);
  const series = [...groups.values()].map((rows): Series => {
    const rowOf = new Map<number, number>();
    const twice = new Set<number>();
    for (const row of rows) {
      const period = periodNumber(at(row), across.interval);
      if (rowOf.has(period)) twice.add(period);
      else rowOf.set(period, row);
    }
    for (const period of twice) rowOf.delete(period);
    return { rows: rows.sort((a, b) => at(a) - at(b) || a - b), rowOf };
  });
  return { kind: 'dates', column: across, interval: across.interval, categories, series };
}
