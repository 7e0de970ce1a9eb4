import { Refusal } from '../../refusal.ts';
import { DAY, monthStart } from '../../time/calendar.ts';
import { isDaily } from '../../time/interval.ts';
import { type Cell, numberAt, type Table } from '../column.ts';
import { fiscalYear, periodNumber, shiftPeriod } from '../periods.ts';
import type { Periods } from '../series.ts';

/** Days of grace for a year's first row where holidays have no rows. */
const FIRST_DAYS = 7;

/**
 * The sum since the year began, for years that start in month `yearStart`.
 * Null from the first missing value or absent period of a year on, and for a
 * year whose beginning the data do not hold; days without rows count as
 * nothing, since days off have none.
 */
export function cumulative(
  table: Table,
  periods: Periods,
  cells: readonly Cell[],
  yearStart: number,
): (number | null)[] {
  if (periods.kind === 'order')
    throw new Refusal(`“${table.title}” has no date column, so there is no year to sum over.`);
  const { column, interval } = periods;
  const daily = isDaily(interval);
  const at = (row: number) => Number(column.cells[row]);
  const beginsYear = (row: number, year: number) =>
    daily
      ? at(row) - monthStart(year * 12 + yearStart - 1) < FIRST_DAYS * DAY
      : fiscalYear(shiftPeriod(at(row), interval, -1), interval, yearStart) !== year;
  const values = new Array<number | null>(table.rows).fill(null);
  for (const { rows } of periods.series) {
    let year: number | null = null;
    let sum: number | null = null;
    let last = 0;
    for (const row of rows) {
      const period = periodNumber(at(row), interval);
      const now = fiscalYear(at(row), interval, yearStart);
      if (now !== year) {
        year = now;
        sum = beginsYear(row, now) ? 0 : null;
      } else if (period === last || (!daily && period !== last + 1)) sum = null;
      last = period;
      const value = numberAt(cells, row);
      sum = sum === null || value === null ? null : sum + value;
      values[row] = sum !== null && Number.isFinite(sum) ? sum : null;
    }
  }
  return values;
}
