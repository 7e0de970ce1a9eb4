import { LOCALES, localeOf } from '../text/locale.ts';
import { formatPeriod } from '../time/format.ts';
import { distinctSorted, findHoles, findInterval } from '../time/interval.ts';
import type { Cell, Column, Remark } from './column.ts';
import { areOrdered, DATE_SHAPES, type DateShape, YEAR_SHAPE, yearTitle } from './dates.ts';
import { findStyle, isMissing, readNumber } from './numbers.ts';
import { readTitle } from './titles.ts';
import { listed } from './words.ts';

/** A column as texts, before its kind is known. */
export interface TextColumn {
  key: string;
  title: string;
  texts: readonly string[];
  /** where a row stands in what was received: a line number, or a period when rows were turned */
  placeOf(row: number): string | number;
  places: 'line' | 'period';
  /** says nothing of missing values */
  silent: boolean;
}

/** A kind is taken when at least this share of the cells that hold something can be read as it. */
const ENOUGH = 0.8;
const SAMPLE = 400;
const ENGLISH = localeOf(LOCALES[0]);

/** Spreads a sample of a long list over its whole length, so that a change half way down is seen. */
function sampleOf(texts: readonly string[]): readonly string[] {
  if (texts.length <= SAMPLE) return texts;
  const step = texts.length / SAMPLE;
  return Array.from({ length: SAMPLE }, (_, index) => texts[Math.floor(index * step)] ?? '');
}

/** True when so few of the cells that hold something are unread that the kind still stands. */
const isEnough = (unread: number, filled: number) => filled - unread >= ENOUGH * filled - 1e-9;

const countRead = (texts: readonly string[], read: (text: string) => number | null) => {
  let count = 0;
  for (const text of texts) if (read(text) !== null) count++;
  return count;
};

interface Reading {
  cells: Cell[];
  /** rows whose text could not be read */
  unread: number[];
}

/** Reads every text; what cannot be read is kept as typed. */
function readAll(texts: readonly string[], read: (text: string) => number | null): Reading {
  const unread: number[] = [];
  const cells = texts.map((text, row): Cell => {
    const value = read(text);
    if (value !== null) return value;
    if (isMissing(text)) return null;
    unread.push(row);
    return text;
  });
  return { cells, unread };
}

function unreadRemark(column: TextColumn, unread: readonly number[], kind: string): Remark[] {
  if (unread.length === 0) return [];
  const lines = unread.map((row) => column.placeOf(row));
  const [first = 0] = unread;
  return [
    {
      column: column.key,
      text: `${column.title}: ${unread.length === 1 ? 'a value' : `${unread.length} values`} could not be read as a ${kind} and ${unread.length === 1 ? 'counts' : 'count'} as missing: “${column.texts[first] ?? ''}” on ${column.places} ${listed(lines)}.`,
    },
  ];
}

interface Inferred {
  column: Column;
  remarks: Remark[];
}

/** The shapes under which most of a sample reads, best first. */
function shapesThatFit(texts: readonly string[], title: string, first: boolean): DateShape[] {
  const year = YEAR_SHAPE.read(texts[0] ?? '') !== null && areAxisYears(texts, title, first);
  const candidates = year ? [YEAR_SHAPE] : DATE_SHAPES;
  return candidates
    .map((shape) => ({ shape, count: countRead(texts, shape.read) }))
    .filter(({ count }) => isEnough(texts.length - count, texts.length))
    .sort((a, b) => b.count - a.count)
    .map(({ shape }) => shape);
}

/**
 * True when numbers like years are the axis and not a measure (the year a ship
 * was built): the title is just "Year", or it speaks of a year and the years
 * never fall, or they rise from row to row in the first column.
 */
function areAxisYears(texts: readonly string[], title: string, first: boolean): boolean {
  const says = yearTitle(title);
  if (says === 'is') return true;
  if (texts.length < 3 || (says === 'no' && !first)) return false;
  const years = texts.map((text) => (YEAR_SHAPE.read(text) === null ? Number.NaN : Number(text)));
  const least = says === 'has' ? 0 : 1;
  return years.every((year, index) => index === 0 || year - (years[index - 1] ?? Number.NaN) >= least);
}

function missingDates(
  column: TextColumn,
  dates: readonly number[],
  interval: Parameters<typeof findHoles>[1],
): Remark[] {
  const holes = findHoles(dates, interval);
  if (holes.length === 0) return [];
  const named = listed(
    holes.map((at) => formatPeriod(at, interval, ENGLISH)),
    3,
  );
  return [{ column: column.key, text: `${column.title}: no row for ${named}.` }];
}

function asDates(column: TextColumn, filled: readonly string[], first: boolean): Inferred | null {
  const shapes = shapesThatFit(sampleOf(filled), column.title, first);
  const [shape] = shapes;
  if (!shape) return null;
  const best = shapes.reduce((a, b) => (countRead(filled, b.read) > countRead(filled, a.read) ? b : a), shape);
  const { cells, unread } = readAll(column.texts, best.read);
  if (!isEnough(unread.length, filled.length)) return null;
  const dates = cells.filter((cell): cell is number => typeof cell === 'number');
  const sorted = distinctSorted(dates);
  const interval = findInterval(sorted, best.least);
  const [from = 0, to = 0] = [sorted[0], sorted.at(-1)];
  const span = `${formatPeriod(from, interval, ENGLISH)} to ${formatPeriod(to, interval, ENGLISH)}`;
  const remarks: Remark[] = [
    { column: column.key, text: `${column.title}: dates written ${best.name}, one a ${interval}, ${span}.` },
  ];
  const rival = shapes.find(
    (other) => other !== best && countRead(filled, other.read) === countRead(filled, best.read),
  );
  if (rival)
    remarks.push({
      column: column.key,
      text: `${column.title}: “${filled[0]}” could also be ${rival.name}; it was read as ${best.name}.`,
    });
  remarks.push(...missingDates(column, sorted, interval), ...unreadRemark(column, unread, 'date'));
  return { column: { key: column.key, title: column.title, kind: 'date', interval, cells }, remarks };
}

function asNumbers(column: TextColumn, filled: readonly string[]): Inferred | null {
  const sample = sampleOf(filled);
  const { style: sampled } = findStyle(sample);
  const either = (text: string) => readNumber(text, sampled) ?? readNumber(text, { decimal: ',' });
  if (!isEnough(sample.length - countRead(sample, either), sample.length)) return null;
  const { style, unsure, unit } = findStyle(filled);
  const { cells, unread } = readAll(column.texts, (text) => readNumber(text, style));
  if (!isEnough(unread.length, filled.length)) return null;
  const remarks: Remark[] = [];
  if (unsure)
    remarks.push({
      column: column.key,
      text: `${column.title}: “${unsure}” was read with “${style.decimal}” as the decimal mark; nothing in the column says otherwise.`,
    });
  remarks.push(...unreadRemark(column, unread, 'number'));
  const whole = cells.every((cell) => typeof cell !== 'number' || Number.isInteger(cell));
  const { key, title } = column;
  return {
    column: { key, title, kind: 'number', unit: readTitle(title).unit ?? unit, whole, total: false, cells },
    remarks,
  };
}

/** The lines whose dates are of different shapes, when a column looks like dates but has no one shape. */
function mixedDates(column: TextColumn, filled: readonly string[]): Remark[] {
  // A column without a date among its first filled cells is plain text.
  if (!filled.slice(0, 50).some((text) => DATE_SHAPES.some((shape) => shape.read(text) !== null))) return [];
  const seen = new Map<string, string | number>();
  let read = 0;
  column.texts.slice(0, 5000).forEach((text, row) => {
    const shape = DATE_SHAPES.find((candidate) => candidate.read(text) !== null);
    if (!shape) return;
    read++;
    if (!seen.has(shape.name)) seen.set(shape.name, column.placeOf(row));
  });
  if (seen.size < 2 || read < 0.5 * Math.min(filled.length, 5000)) return [];
  const named = listed([...seen].map(([name, line]) => `${name} on line ${line}`));
  return [
    {
      column: column.key,
      text: `${column.title}: dates are written in several ways (${named}), so the column was kept as text.`,
    },
  ];
}

function missingRemark(column: TextColumn, cells: readonly Cell[]): Remark[] {
  const rows: number[] = [];
  cells.forEach((cell, row) => {
    if (cell === null) rows.push(row);
  });
  if (column.silent || rows.length === 0 || rows.length === cells.length) return [];
  const places = listed(rows.map((row) => column.placeOf(row)));
  const one = rows.length === 1;
  return [
    {
      column: column.key,
      text: `${column.title}: ${rows.length} value${one ? ' is' : 's are'} missing (${column.places}${one ? '' : 's'} ${places}).`,
    },
  ];
}

/**
 * Finds the kind of a column from its texts and reads them: dates when one
 * shape reads nearly all, then numbers, else text. `first` is true for the
 * first column, where rising years are an axis and not a measure.
 */
export function inferColumn(column: TextColumn, first: boolean): Inferred {
  const filled = column.texts.filter((text) => !isMissing(text));
  const typed = filled.length > 0 ? (asDates(column, filled, first) ?? asNumbers(column, filled)) : null;
  if (typed) {
    typed.remarks.push(...missingRemark(column, typed.column.cells));
    return typed;
  }
  const cells = column.texts.map((text): Cell => (text.trim() === '' ? null : text));
  const { key, title } = column;
  return {
    column: { key, title, kind: 'text', ordered: areOrdered(filled), cells },
    remarks: mixedDates(column, filled),
  };
}
