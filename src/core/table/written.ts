/** Cells written as the texts that their column reads. */
import { isoOf } from '../time/calendar.ts';
import { isoWeek } from '../time/format.ts';
import type { Cell, ColumnMeta } from './column.ts';

const SERIAL_DAY = 25_569;

/**
 * Writes a date the way a shape reads it, so that its parts can be read in
 * another order, and bare numbers are the same numbers again; else as ISO 8601.
 */
function dateText(ms: number, shape: string | undefined): string {
  const iso = isoOf(ms);
  const [year = '', month = '', day = ''] = iso.slice(0, 10).split('-');
  const clock = iso.slice(11);
  const timed = (date: string) => (clock === '' ? date : `${date} ${clock}`);
  switch (shape) {
    case 'year':
      return year;
    case 'month-day':
      return timed(`${month}/${day}/${year}`);
    case 'day-month':
      return timed(`${day}/${month}/${year}`);
    case 'day-dot':
      return timed(`${day}.${month}.${year}`);
    case 'compact':
      return `${year}${month}${day}`;
    case 'compact-month':
      return `${year}${month}`;
    case 'compact-week': {
      const { year: of, week } = isoWeek(ms);
      return `${of}${String(week).padStart(2, '0')}`;
    }
    case 'dot-month':
      return `${year}.${month}`;
    case 'month-dot':
      return `${month}.${year}`;
    case 'month-year':
      return `${month}/${year}`;
    case 'epoch':
      return String(ms / 1000);
    case 'epoch-ms':
      return String(ms);
    case 'serial':
      return String(Number((ms / 86_400_000 + SERIAL_DAY).toFixed(8)));
    case 'iso-month':
    case 'month-code':
    case 'name-year':
    case 'year-name':
      return `${year}-${month}`;
    case 'quarter':
    case 'quarter-first':
      return `${year}-Q${Math.ceil(Number(month) / 3)}`;
    case 'half':
    case 'half-first':
      return `${year}H${Math.ceil(Number(month) / 6)}`;
    case 'season':
      return `${year}/${String((Number(year) + 1) % 100).padStart(2, '0')}`;
    case 'fiscal':
      return `FY${year}`;
    default:
      return iso.replace('T', ' ');
  }
}

/**
 * A cell as the text that its column reads as the same value again: numbers with
 * all their digits and the column's decimal mark, dates as the column's are written.
 */
export function textOfCell(column: ColumnMeta, cell: Cell): string {
  if (cell === null) return '';
  if (typeof cell === 'string') return cell;
  if (column.kind === 'date') return dateText(cell, column.shape);
  const text = String(cell);
  return column.kind === 'number' && column.decimal === ',' ? text.replace('.', ',') : text;
}
