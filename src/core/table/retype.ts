/** Reading the cells of a column anew, when its user says that it holds another kind of value. */
import type { Column } from './column.ts';
import type { DateShape } from './date-shape.ts';
import { ALL_SHAPES, NEAREST_DAY } from './dates.ts';
import { inferColumn } from './infer.ts';
import { countRead } from './infer-texts.ts';
import { magnitudeOf } from './magnitudes.ts';
import { isMissing } from './missing.ts';
import { findStyle } from './number-style.ts';
import { readNumber } from './numbers.ts';
import type { ColumnReading } from './reading.ts';
import { receivedOf, textsOf, withReceived } from './received.ts';

const filledTexts = (column: Column) => textsOf(column).filter((text) => !isMissing(text));

/** The ways of writing dates under which any of a column's cells can be read, the best first. */
export function shapesOf(column: Column): DateShape[] {
  const texts = filledTexts(column);
  return ALL_SHAPES.filter((shape) => shape !== NEAREST_DAY)
    .map((shape) => ({ shape, count: countRead(texts, shape.read) }))
    .filter(({ count }) => count > 0)
    .sort((a, b) => b.count - a.count)
    .map(({ shape }) => shape);
}

/** How a column is read as a kind, as far as its texts tell. */
export function readingFor(column: Column, kind: Column['kind']): ColumnReading {
  if (kind === 'text') return { as: 'text' };
  if (kind === 'date') return { as: 'date', shape: shapesOf(column)[0]?.id ?? 'iso' };
  if (column.kind === 'number') return { as: 'number', decimal: column.decimal ?? '.' };
  return { as: 'number', decimal: findStyle(filledTexts(column)).style.decimal };
}

/**
 * The texts of a column, as received where that is known, read in another way.
 * What cannot be read so stays as typed and counts as missing. Key, title, and
 * what was set of numbers by hand stay.
 */
export function rereadColumn(column: Column, reading: ColumnReading): Column {
  const texts = textsOf(column);
  const { key, title } = column;
  const read = inferColumn({ key, title, texts, placeOf: (row) => row + 1 }, false, { chosen: reading }).column;
  const kept = withReceived(withSaid(read, column), receivedOf(read, texts));
  if (kept.kind !== 'number' || column.kind !== 'number' || read.kind !== 'number') return kept;
  // A letter that was the unit and is now to multiply is the unit no longer.
  const isMultiplied = reading.as === 'number' && reading.magnitudes === true && magnitudeOf(column.unit ?? '');
  const unit = isMultiplied || reading.as !== 'number' || reading.magnitudes === false ? read.unit : column.unit;
  return { ...kept, title, unit };
}

/** A column read anew with what was said of it by hand and does not hang on how its texts are read; of one of another kind nothing is left. */
function withSaid(read: Column, column: Column): Column {
  if (read.kind === 'date' && column.kind === 'date') {
    const { recordsFrom } = column;
    return recordsFrom === undefined ? read : { ...read, recordsFrom };
  }
  if (read.kind !== 'number' || column.kind !== 'number') return read;
  const { total, decimals, measure, of, unfinishedFrom } = column;
  return {
    ...read,
    total,
    ...(decimals !== undefined && { decimals }),
    ...(measure !== undefined && { measure }),
    ...(of !== undefined && { of }),
    ...(unfinishedFrom !== undefined && { unfinishedFrom }),
  };
}

/** How else the texts of a column of numbers can be read. */
export interface OtherNumbers {
  /** a text that is another number with the other decimal mark */
  marked: string | null;
  /** the letter after numbers that multiplies them or is their unit */
  letter: string | null;
}

/** What of a column of numbers is open to another reading. */
export function otherNumbersOf(column: Column): OtherNumbers {
  if (column.kind !== 'number') return { marked: null, letter: null };
  const texts = filledTexts(column);
  const { style, letter } = findStyle(texts, column.title);
  const under = (text: string, decimal: '.' | ',') => readNumber(text, { ...style, decimal });
  const marked = texts.find((text) => under(text, '.') !== under(text, ',')) ?? null;
  return { marked, letter: letter?.word ?? null };
}

/** The column under another unit: cells that could not be read and now can are read; the others stay as they are. */
export function underUnit(column: Extract<Column, { kind: 'number' }>, unit: string | null): Column {
  const style = { decimal: column.decimal ?? '.', unit };
  const cells = column.cells.map((cell) => (typeof cell === 'string' ? (readNumber(cell, style) ?? cell) : cell));
  const made = { ...column, unit, cells: cells.some((cell, row) => cell !== column.cells[row]) ? cells : column.cells };
  return withReceived(made, made.cells === column.cells ? column.received : receivedOf(made, textsOf(column)));
}
