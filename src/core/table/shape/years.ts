import { Refusal } from '../../refusal.ts';
import { LOCALES, localeOf } from '../../text/locale.ts';
import { dateOf, monthStart } from '../../time/calendar.ts';
import type { Interval } from '../../time/interval.ts';
import { isWithinDays, partsOf } from '../../time/interval.ts';
import { type Column, columnOf, numberAt, type Table } from '../column.ts';
import { saidMeasure } from '../measure/kind.ts';
import { measureOf } from '../measure/weigh.ts';
import { fiscalYear, periodNumber, weekOfThursday } from '../periods.ts';
import { periodsOfTable } from '../series.ts';
import { readTitle } from '../titles.ts';
import type { StepOf } from './step.ts';

const ENGLISH = localeOf(LOCALES[0]);
/** A leap year that lends its days to all. */
const LEAP = 2024;

interface Place {
  /** place in the year, for sorting */
  at: number;
  label: string;
}

/** Where a period stands in its year that begins with month `yearStart`. */
function placeInYear(ms: number, interval: Interval, yearStart: number): Place {
  const date = new Date(ms);
  const month = date.getUTCMonth();
  const into = (month - (yearStart - 1) + 12) % 12;
  const { base } = partsOf(interval);
  if (base === 'half-year') return { at: into, label: `${ENGLISH.half}${Math.floor(into / 6) + 1}` };
  if (base === 'month') return { at: into, label: ENGLISH.monthsShort[month] ?? '' };
  if (base === 'quarter') return { at: into, label: `${ENGLISH.quarter}${Math.floor(into / 3) + 1}` };
  if (base === 'week') {
    const year = fiscalYear(ms, interval, yearStart);
    const begins = monthStart(year * 12 + yearStart - 1);
    // The first week is the one that holds the year's first Thursday.
    const first = weekOfThursday(begins);
    const week = periodNumber(ms, 'week') - first + 1;
    return { at: week, label: `W${String(week).padStart(2, '0')}` };
  }
  const day = date.getUTCDate();
  const start = dateOf(LEAP, yearStart - 1, 1);
  const same = dateOf(month < yearStart - 1 ? LEAP + 4 : LEAP, month, day);
  return { at: same - start, label: `${day} ${ENGLISH.monthsShort[month]}` };
}

const titleOfYear = (year: number, yearStart: number) =>
  yearStart === 1 ? String(year) : `${year}/${String((year + 1) % 100).padStart(2, '0')}`;

/** One column for each year over the periods of a year, so that years can be laid over each other. */
export function yearsTable(table: Table, step: StepOf<'years'>): Table {
  const column = columnOf(table, step.column);
  if (column?.kind !== 'number') throw new Refusal(`There is no number column “${step.column}” in “${table.title}”.`);
  const periods = periodsOfTable(table);
  if (periods.kind !== 'dates') throw new Refusal(`“${table.title}” has no date column to split into years.`);
  if (partsOf(periods.interval).base === 'year') throw new Refusal(`“${table.title}” has only one row per year.`);
  if (isWithinDays(periods.interval))
    throw new Refusal('Hours and shorter periods are too fine to overlay years; combine them into days first.');
  if (periods.interval === 'half-year' && (step.yearStart - 1) % 6 !== 0)
    throw new Refusal('Calendar half-years do not fit a year that begins in that month.');
  if (periods.interval === 'quarter' && (step.yearStart - 1) % 3 !== 0)
    throw new Refusal('Calendar quarters do not fit a year that begins in that month.');
  const [series, another] = periods.series;
  if (another)
    throw new Refusal(`“${table.title}” holds several series; keep the rows of one category, or spread them, first.`);
  const places = new Map<number, { label: string; values: Map<number, number | null> }>();
  const years = new Set<number>();
  for (const row of series?.rows ?? []) {
    const at = Number(periods.column.cells[row]);
    const year = fiscalYear(at, periods.interval, step.yearStart);
    const { at: place, label } = placeInYear(at, periods.interval, step.yearStart);
    years.add(year);
    const there = places.get(place) ?? { label, values: new Map<number, number | null>() };
    // A period that stands twice has no one value.
    there.values.set(year, there.values.has(year) ? null : numberAt(column.cells, row));
    places.set(place, there);
  }
  const rows = [...places].sort(([a], [b]) => a - b).map(([, place]) => place);
  const { unit, whole } = column;
  const measure = saidMeasure(measureOf(table, column));
  const of = column.of ?? readTitle(column.title).name;
  const { unfinishedFrom } = periods.column;
  const unfinished =
    unfinishedFrom === undefined
      ? null
      : {
          year: fiscalYear(unfinishedFrom, periods.interval, step.yearStart),
          label: placeInYear(unfinishedFrom, periods.interval, step.yearStart).label,
        };
  const made = [...years]
    .sort((a, b) => a - b)
    .map((year): Column => {
      const title = titleOfYear(year, step.yearStart);
      const cells = rows.map(({ values }) => values.get(year) ?? null);
      const since = unfinished?.year === year ? { unfinishedFrom: unfinished.label } : {};
      return { key: title, title, kind: 'number', unit, of, whole, total: false, ...measure, ...since, cells };
    });
  const name =
    periods.interval === 'business day' ? 'Day' : periods.interval.charAt(0).toUpperCase() + periods.interval.slice(1);
  const across: Column = {
    key: periods.column.key,
    title: name,
    kind: 'text',
    ordered: true,
    cells: rows.map(({ label }) => label),
  };
  return { ...table, rows: rows.length, columns: [across, ...made], totals: [] };
}
