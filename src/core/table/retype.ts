/** Reading the cells of a column anew, when its user says that it holds another kind of value. */
import { isoOf } from '../time/calendar.ts';
import type { Cell, Column } from './column.ts';
import { ALL_SHAPES, type DateShape, NEAREST_DAY } from './dates.ts';
import { inferColumn } from './infer.ts';
import { countRead } from './infer-texts.ts';
import { isMissing } from './number-text.ts';
import { findStyle } from './numbers.ts';
import type { ColumnReading } from './reading.ts';

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

/** A cell as the text that its column's kind reads. */
export function textOfCell(column: Column, cell: Cell): string {
  if (cell === null) return '';
  if (typeof cell === 'string') return cell;
  if (column.kind !== 'date') return String(cell);
  return dateText(cell, column.shape);
}

const filledTexts = (column: Column) =>
  column.cells.map((cell) => textOfCell(column, cell)).filter((text) => !isMissing(text));

/** The ways of writing dates under which any of a column's cells can be read, the best first. */
export function shapesOf(column: Column): DateShape[] {
  const texts = filledTexts(column);
  return ALL_SHAPES.filter((shape) => shape !== NEAREST_DAY)
    .map((shape) => ({ shape, count: countRead(texts, shape.read) }))
    .filter(({ count }) => count > 0)
    .sort((a, b) => b.count - a.count)
    .map(({ shape }) => shape);
}

/** How a column is read as a kind, as far as its cells tell. */
export function readingFor(column: Column, kind: Column['kind']): ColumnReading {
  if (kind === 'text') return { as: 'text' };
  if (kind === 'date') return { as: 'date', shape: shapesOf(column)[0]?.id ?? 'iso' };
  // Numbers that were read before are written with a point again.
  if (column.kind !== 'text') return { as: 'number', decimal: '.' };
  return { as: 'number', decimal: findStyle(filledTexts(column)).style.decimal };
}

/**
 * The same cells read as another kind. What cannot be read so stays as typed
 * and counts as missing. Key, title, and a unit set by hand stay.
 */
export function rereadColumn(column: Column, reading: ColumnReading): Column {
  const texts = column.cells.map((cell) => textOfCell(column, cell));
  const { key, title } = column;
  const read = inferColumn({ key, title, texts, placeOf: (row) => row + 1 }, false, { chosen: reading }).column;
  if (read.kind === 'number' && column.kind === 'number')
    return {
      ...read,
      unit: column.unit,
      total: column.total,
      ...(column.decimals === undefined ? {} : { decimals: column.decimals }),
    };
  return read;
}
