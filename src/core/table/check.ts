/** What is wrong with the cells of a table as they stand: holes, double entries, missing and unread values. */
import { LOCALES, localeOf } from '../text/locale.ts';
import { formatPeriod } from '../time/format.ts';
import { distinctSorted, findHoles } from '../time/interval.ts';
import type { Column, Table } from './column.ts';
import { factsOf } from './facts.ts';
import { periodNumber } from './periods.ts';
import type { Finding } from './reading.ts';
import { type Periods, periodsOfTable } from './series.ts';
import { listed } from './words.ts';

const ENGLISH = localeOf(LOCALES[0]);

/** How the rows of a table are named to its user. */
export interface Places {
  word: 'line' | 'row' | 'period';
  of(row: number): string | number;
}

const ROWS: Places = { word: 'row', of: (row) => row + 1 };

const passing = (column: Column, text: string): Finding => ({
  column: column.key,
  text: `${column.title}: ${text}`,
  passing: true,
});

/** Rows whose text could not be read as the column's kind. */
function unreadRows(column: Column, totals: ReadonlySet<number>): number[] {
  const rows: number[] = [];
  if (column.kind !== 'text' && factsOf(column.cells).texts)
    column.cells.forEach((cell, row) => {
      if (typeof cell === 'string' && !totals.has(row)) rows.push(row);
    });
  return rows;
}

function unread(column: Column, totals: ReadonlySet<number>, places: Places): Finding[] {
  const rows = unreadRows(column, totals);
  const [first] = rows;
  if (first === undefined) return [];
  const many = rows.length > 1;
  const named = listed(rows.map((row) => places.of(row)));
  return [
    passing(
      column,
      `${many ? `${rows.length} values` : 'a value'} could not be read as a ${column.kind} and ${many ? 'count' : 'counts'} as missing: “${column.cells[first]}” on ${places.word} ${named}.`,
    ),
  ];
}

function missing(column: Column, totals: ReadonlySet<number>, places: Places): Finding[] {
  if (column.kind === 'text' || !factsOf(column.cells).gaps) return [];
  const rows: number[] = [];
  column.cells.forEach((cell, row) => {
    if (cell === null && !totals.has(row)) rows.push(row);
  });
  if (rows.length === 0 || rows.length === column.cells.length) return [];
  const one = rows.length === 1;
  const named = listed(rows.map((row) => places.of(row)));
  return [
    passing(column, `${rows.length} value${one ? ' is' : 's are'} missing (${places.word}${one ? '' : 's'} ${named}).`),
  ];
}

type Dated = Periods & { kind: 'dates' };

/** Periods that stand twice in one series. */
function doubles({ column, interval, series }: Dated, places: Places): Finding[] {
  const twice: string[] = [];
  for (const { rows } of series) {
    let before = { row: -1, period: Number.NaN };
    for (const row of rows) {
      const now = Number(column.cells[row]);
      const period = periodNumber(now, interval);
      if (period === before.period) {
        const pair = `${places.word}s ${places.of(before.row)} and ${places.of(row)}`;
        twice.push(`${formatPeriod(now, interval, ENGLISH)} (${pair})`);
      }
      before = { row, period };
    }
  }
  if (twice.length === 0) return [];
  return [passing(column, `${listed(twice, 3)} ${twice.length > 1 ? 'appear' : 'appears'} twice.`)];
}

function holes({ column, interval, series }: Dated): Finding[] {
  const dates = distinctSorted(column.cells.filter((cell) => typeof cell === 'number'));
  const findings: Finding[] = [];
  const absent = findHoles(dates, interval);
  if (absent.length > 0) {
    const named = absent.map((at) => formatPeriod(at, interval, ENGLISH));
    findings.push(passing(column, `no row for ${listed(named, 3)}.`));
  }
  if (series.length > 1) {
    const periods = new Set(dates.map((at) => periodNumber(at, interval))).size;
    const full = periods * series.length;
    const there = series.reduce((sum, { rows }) => sum + rows.length, 0);
    // Where most are absent, the categories are no grid that anyone meant to fill.
    if (there < full && there >= full / 2)
      findings.push(
        passing(
          column,
          `${full - there} of ${full} combinations of ${interval} and categories ${full - there === 1 ? 'has' : 'have'} no row.`,
        ),
      );
  }
  return findings;
}

/** Everything about the cells that their user should know, naming rows by `places`. */
export function findingsOf(table: Table, places: Places = ROWS): Finding[] {
  const totals = new Set(table.totals);
  const periods = periodsOfTable(table);
  const across = periods.kind === 'dates' ? periods.column.key : null;
  return table.columns.flatMap((column) => [
    ...(periods.kind === 'dates' && column.key === across ? [...doubles(periods, places), ...holes(periods)] : []),
    ...unread(column, totals, places),
    ...missing(column, totals, places),
  ]);
}
