import { Refusal } from '../../refusal.ts';
import { LOCALES, localeOf } from '../../text/locale.ts';
import { addUnits, DAY, floorTo, monthStart } from '../../time/calendar.ts';
import { formatPeriod } from '../../time/format.ts';
import { INTERVALS, type Interval, isDaily, partsOf, sayInterval } from '../../time/interval.ts';
import { type Cell, type Column, columnOf, numberAt, type Remark, type Table } from '../column.ts';
import { measureTogether, saidMeasure } from '../measure/kind.ts';
import { measureOf } from '../measure/weigh.ts';
import { fiscalYear, periodNumber, weekOfThursday } from '../periods.ts';
import { type Periods, periodsOfTable, type Series } from '../series.ts';
import { withCells } from './rows.ts';
import type { StepOf } from './step.ts';
import { summarise } from './summary.ts';

type Aggregate = StepOf<'aggregate'>;
type Dated = Periods & { kind: 'dates' };

const ENGLISH = localeOf(LOCALES[0]);

/** Days at the edges of the data that may be days off and not days without data. */
const EDGE = 4 * DAY;

/** The target period that holds a source period: its start and its end, ms UTC. */
function targetPeriod(
  ms: number,
  source: Interval,
  to: Aggregate['to'],
  yearStart: number,
): { from: number; to: number } {
  if (to === 'year') {
    const year = fiscalYear(ms, source, yearStart);
    return { from: monthStart(year * 12 + yearStart - 1), to: monthStart(year * 12 + yearStart + 11) };
  }
  // A week belongs to the month of its Thursday.
  const at = source === 'week' && to !== 'week' ? floorTo(ms, 'week') + 3 * DAY : ms;
  const from = floorTo(at, to);
  return { from, to: addUnits(from, to, 1) };
}

/** How many source periods a target period has. */
function countPeriods(period: { from: number; to: number }, source: Interval): number {
  if (source !== 'week') return periodNumber(period.to, source) - periodNumber(period.from, source);
  // Weeks are counted by their Thursdays.
  return weekOfThursday(period.to) - weekOfThursday(period.from);
}

/** A period with fewer of its days than this share is not covered: a month with 4 of 31 says little of the month. */
const ENOUGH = 0.75;

/** On how many days a target period has rows, and on how many it could. */
function daysIn(
  rows: readonly number[],
  period: { from: number; to: number },
  { column, interval }: Pick<Dated, 'column' | 'interval'>,
): { days: number; of: number } {
  const { base, every } = partsOf(interval);
  const days = new Set(rows.map((row) => Math.floor(Number(column.cells[row]) / DAY))).size;
  const all = (period.to - period.from) / DAY;
  if (interval === 'business day')
    return { days, of: periodNumber(period.to, interval) - periodNumber(period.from, interval) };
  return { days, of: base === 'day' ? Math.floor(all / every) : all };
}

/** Says of how many periods days are missing, and what became of those. */
function lackingRemarks(
  buckets: readonly Bucket[],
  covered: readonly boolean[],
  periods: Dated,
  step: Aggregate,
): Remark[] {
  if (!isDaily(periods.interval)) return [];
  const lacking = buckets.flatMap(({ rows, period }, index) => {
    const { days, of } = daysIn(rows, period, periods);
    return days < of ? [{ period, days, of, covered: covered[index] === true }] : [];
  });
  const [worst] = [...lacking].sort((a, b) => a.days / a.of - b.days / b.of);
  // Holidays are missing among business days as well, and nothing needs to be said of one or two.
  if (!worst || worst.days >= ENOUGH * worst.of) return [];
  const unit = periods.interval === 'business day' ? 'business days' : 'days';
  const taken = lacking.filter((one) => !one.covered).length;
  const so =
    step.lacking === 'missing'
      ? `${taken} ${taken === 1 ? `such ${step.to} counts` : `such ${step.to}s count`} as missing`
      : 'they are taken as they are';
  const count = lacking.length;
  return [
    {
      column: periods.column.key,
      passing: true,
      text: `${periods.column.title}: ${count} of ${buckets.length} ${step.to}s lack ${unit}; ${formatPeriod(worst.period.from, step.to, ENGLISH)} has ${worst.days} of ${worst.of}. ${so.charAt(0).toUpperCase()}${so.slice(1)}.`,
    },
  ];
}

/** True when the source rows cover a target period. */
function covers(
  rows: readonly number[],
  period: { from: number; to: number },
  { column, interval }: Dated,
  ends: { first: number; last: number },
) {
  if (column.unfinishedFrom !== undefined && column.unfinishedFrom < period.to) return false;
  if (isDaily(interval)) {
    const { days, of } = daysIn(rows, period, { column, interval });
    return ends.first < period.from + EDGE && ends.last >= period.to - EDGE && days >= ENOUGH * of;
  }
  return (
    new Set(rows.map((row) => periodNumber(Number(column.cells[row]), interval))).size >= countPeriods(period, interval)
  );
}

/** From the last period on, where the data end within it. */
function unfinishedEnd(buckets: readonly Bucket[], { column }: Dated): { unfinishedFrom?: number } {
  const last = buckets.at(-1);
  if (!last) return {};
  const ends = buckets.filter(({ period }) => period.from === last.period.from).flatMap(({ rows }) => rows);
  const until = ends.reduce((latest, row) => Math.max(latest, Number(column.cells[row])), Number.NEGATIVE_INFINITY);
  const isShort = until < last.period.to - EDGE && isDaily(column.interval);
  const isOpen = column.unfinishedFrom !== undefined && column.unfinishedFrom < last.period.to;
  return isShort || isOpen ? { unfinishedFrom: last.period.from } : {};
}

interface Bucket {
  period: { from: number; to: number };
  series: Series;
  rows: number[];
}

function bucketsOf(periods: Dated, step: Aggregate): Bucket[] {
  const buckets: Bucket[] = [];
  for (const series of periods.series) {
    let last: Bucket | undefined;
    for (const row of series.rows) {
      const at = Number(periods.column.cells[row]);
      if (last && at < last.period.to && at >= last.period.from && periods.interval !== 'week') {
        last.rows.push(row);
        continue;
      }
      const period = targetPeriod(at, periods.interval, step.to, step.yearStart);
      if (last && last.period.from === period.from) last.rows.push(row);
      else {
        last = { period, series, rows: [row] };
        buckets.push(last);
      }
    }
  }
  // By period, and within it in the order of the categories; sorting keeps that order.
  return buckets.sort((a, b) => a.period.from - b.period.from);
}

/**
 * Sums, averages or picks the values of each week, month, quarter or year, for
 * each combination of categories. A period that the data do not cover, or with
 * a missing value, is missing unless it is to be taken as it is.
 */
export function aggregateTable(table: Table, step: Aggregate): Table {
  const periods = periodsOfTable(table);
  if (periods.kind !== 'dates')
    throw new Refusal(`“${table.title}” has no date column, so it cannot be combined by ${step.to}.`);
  const { base, every } = partsOf(periods.interval);
  const isLonger = INTERVALS.indexOf(base) > INTERVALS.indexOf(step.to);
  if (isLonger || (base === step.to && every > 1))
    throw new Refusal(`“${table.title}” is ${sayInterval(periods.interval)}, so it cannot be combined by ${step.to}.`);
  if (step.to === 'quarter' && (step.yearStart - 1) % 3 !== 0)
    throw new Refusal(
      'Quarters of a year that begins in that month do not fall on calendar quarters; combine by month or by year instead.',
    );
  const buckets = bucketsOf(periods, step);
  const at = (row: number) => Number(periods.column.cells[row]);
  const ends = new Map(
    periods.series.map((series) => [series, { first: at(series.rows[0] ?? 0), last: at(series.rows.at(-1) ?? 0) }]),
  );
  const covered = buckets.map(({ rows, period, series }) =>
    covers(rows, period, periods, ends.get(series) ?? { first: 0, last: 0 }),
  );
  const { recordsFrom } = periods.column;
  const date: Column = {
    key: periods.column.key,
    title: periods.column.title,
    kind: 'date',
    interval: step.to,
    cells: buckets.map(({ period }) => period.from),
    ...unfinishedEnd(buckets, periods),
    ...(recordsFrom !== undefined && { recordsFrom }),
  };
  const categories = periods.categories.map((column) =>
    withCells(
      column,
      buckets.map(({ rows }): Cell => column.cells[rows[0] ?? 0] ?? null),
    ),
  );
  const measures = step.measures.map(({ column: key, by }): Column => {
    const column = columnOf(table, key);
    if (column?.kind !== 'number') throw new Refusal(`There is no number column “${key}” in “${table.title}”.`);
    const cells = buckets.map(({ rows }, index): Cell => {
      const values = rows.map((row) => numberAt(column.cells, row));
      if (step.lacking === 'missing') return covered[index] && !values.includes(null) ? summarise(values, by) : null;
      return summarise(
        values.filter((value) => value !== null),
        by,
      );
    });
    const { measure: _, ...rest } = column;
    const measure = saidMeasure(measureTogether(measureOf(table, column), by));
    return withCells({ ...rest, whole: column.whole && by !== 'mean', ...measure }, cells);
  });
  return {
    ...table,
    rows: buckets.length,
    columns: [date, ...categories, ...measures],
    totals: [],
    remarks: [...table.remarks, ...lackingRemarks(buckets, covered, periods, step)],
  };
}
