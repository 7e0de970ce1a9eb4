/** A last period that plainly looks unfinished: far below all the same months, or below all there is. */
import { LOCALES, localeOf } from '../text/locale.ts';
import { formatNumber } from '../text/number.ts';
import { formatPeriod } from '../time/format.ts';
import { type Interval, partsOf } from '../time/interval.ts';
import { type Column, numberAt, type Table } from './column.ts';
import { decimalsShown } from './decimals.ts';
import { measuresOf } from './measures.ts';
import { periodNumber } from './periods.ts';
import type { Finding, Reading } from './reading.ts';
import { readTitle } from './titles.ts';

const ENGLISH = localeOf(LOCALES[0]);
/** A value below this share of the lowest of its like is far below it. */
const FAR = 0.6;
/** So many values of the same month are enough to say what that month is like. */
const LEAST_SAME = 2;
/** Without these, so many values before it. */
const LEAST_BEFORE = 6;
/** Rates have no part of a period. */
const NO_PART = /%|‰|°|\bper\b|\//;

type Dates = Column & { kind: 'date' };

/** How many of the periods of an interval a year has, where months and quarters come again; null for others. */
function seasonOf(interval: Interval): number | null {
  const { base, every } = partsOf(interval);
  if (every > 1) return null;
  return base === 'month' ? 12 : base === 'quarter' ? 4 : base === 'half-year' ? 2 : null;
}

/** Sums of a column by period; a period where it has no value is left out. */
function byPeriod(dates: Dates, column: Column, totals: ReadonlySet<number>): Map<number, number> {
  const sums = new Map<number, number>();
  dates.cells.forEach((date, row) => {
    const value = numberAt(column.cells, row);
    if (typeof date !== 'number' || value === null || totals.has(row)) return;
    const period = periodNumber(date, dates.interval);
    sums.set(period, (sums.get(period) ?? 0) + value);
  });
  return sums;
}

interface Low {
  column: Column;
  value: number;
  /** the lowest of what it is held against */
  least: number;
  /** whether that is the same months only */
  same: boolean;
}

/** The last value of a column where it is far below its like, "usual" where it is not, null where nothing can be told. */
function lastOf(dates: Dates, column: Column, last: number, totals: ReadonlySet<number>): Low | 'usual' | null {
  const sums = byPeriod(dates, column, totals);
  const value = sums.get(last);
  if (value === undefined) return null;
  const before = [...sums].filter(([period]) => period < last);
  if (before.some(([, sum]) => sum < 0) || value < 0) return null;
  const season = seasonOf(dates.interval);
  const alike = season === null ? [] : before.filter(([period]) => (last - period) % season === 0);
  const same = alike.length >= LEAST_SAME;
  const like = (same ? alike : before).map(([, sum]) => sum);
  if (like.length < (same ? LEAST_SAME : LEAST_BEFORE)) return null;
  const least = like.reduce((low, sum) => Math.min(low, sum));
  return least > 0 && value < FAR * least ? { column, value, least, same } : 'usual';
}

const DAILY = new Set(['second', 'minute', 'hour', 'day', 'business day']);

/**
 * Asks whether the last period is unfinished where most of what is counted is
 * far below all the same periods of earlier years, or, without those, below all
 * there is. Where its user decided, it is as decided.
 */
export function askUnfinished(table: Table, reading: Reading): { columns: readonly Column[]; findings: Finding[] } {
  const { columns } = table;
  const dates = columns.find((column): column is Dates => column.kind === 'date');
  const isOpen = dates && dates.unfinishedFrom === undefined && !DAILY.has(partsOf(dates.interval).base);
  if (!dates || !isOpen || reading.unfinished === false) return { columns, findings: [] };
  const totals = new Set(table.totals);
  const placed = dates.cells.flatMap((cell, row) => (typeof cell === 'number' && !totals.has(row) ? [cell] : []));
  if (placed.length === 0) return { columns, findings: [] };
  const start = placed.reduce((latest, date) => Math.max(latest, date));
  const last = periodNumber(start, dates.interval);
  const counted = measuresOf(table, dates.key).filter(
    (column) => column.kind === 'number' && !NO_PART.test(column.unit ?? ''),
  );
  const seen = counted.flatMap((column) => lastOf(dates, column, last, totals) ?? []);
  const low = seen.filter((one) => one !== 'usual');
  const [first] = low;
  if (!first || low.length * 2 <= seen.length) return { columns, findings: [] };
  const said = formatPeriod(start, dates.interval, ENGLISH);
  const decimals = decimalsShown(first.column);
  const write = (value: number) => formatNumber(value, decimals, ENGLISH);
  const like = first.same ? `in the same ${partsOf(dates.interval).base} of earlier years` : 'in every period before';
  const more = low.length > 1 ? `, and ${low.length - 1} more of ${seen.length} columns are low too` : '';
  const because = `${readTitle(first.column.title).name} is ${write(first.value)} there, against ${write(first.least)} or more ${like}${more}`;
  if (reading.unfinished === true)
    return {
      columns: columns.map((column) => (column === dates ? { ...dates, unfinishedFrom: start } : column)),
      findings: [
        {
          column: dates.key,
          text: `${dates.title}: ${said} is unfinished, as you said.`,
          others: [{ say: 'It is finished', reading: { unfinished: false } }],
        },
      ],
    };
  return {
    columns,
    findings: [
      {
        column: dates.key,
        text: `${dates.title}: is ${said} unfinished? ${because}.`,
        asks: true,
        others: [
          { say: 'It is unfinished', reading: { unfinished: true } },
          { say: 'It is finished', reading: { unfinished: false } },
        ],
      },
    ],
  };
}
