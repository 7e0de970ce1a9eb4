/** Filling cells with what follows from those before them. */
import { Refusal } from '../refusal.ts';
import { addUnits, type CalendarUnit, DAY, floorTo } from '../time/calendar.ts';
import { partsOf, unitOf } from '../time/interval.ts';
import type { Cell, Column, Table } from './column.ts';
import { exactText, type TextsDown } from './edit.ts';

/** Weekdays from Monday to Friday after a day. */
function workdaysAfter(from: number, count: number): number {
  let at = from;
  for (let left = count; left > 0; ) {
    at = addUnits(at, 'day', 1);
    const weekday = new Date(at).getUTCDay();
    if (weekday !== 0 && weekday !== 6) left--;
  }
  return at;
}

/** Months on from a date: on the same day of the month, or on its last where the date is one or the month is too short. */
function monthsAfter(from: number, unit: CalendarUnit, count: number): number {
  const month = floorTo(from, 'month');
  const into = from - month;
  const clock = from - floorTo(from, 'day');
  const lastOf = (start: number) => addUnits(start, 'month', 1) - DAY + clock;
  const target = addUnits(month, unit, count);
  return from === lastOf(month) ? lastOf(target) : Math.min(target + into, lastOf(target));
}

/** The nth value after the last of some dates: by the interval of their column. */
function datesAfter({ interval }: Extract<Column, { kind: 'date' }>, last: number): (step: number) => Cell {
  const { base, every } = partsOf(interval);
  const unit = unitOf(interval);
  if (base === 'business day') return (step) => workdaysAfter(last, step);
  const isMonthly = ['month', 'quarter', 'half-year', 'year'].includes(unit);
  return (step) => (isMonthly ? monthsAfter(last, unit, every * step) : addUnits(last, unit, every * step));
}

/** The difference of two numbers without the noise of binary fractions. */
const plain = (value: number) => Number(value.toPrecision(14));

const ENDS_IN_DIGITS = /^(.*?)(\d+)(\D*)$/s;

function textsAfter(text: string): (step: number) => Cell {
  const [, before = '', digits, after = ''] = ENDS_IN_DIGITS.exec(text) ?? [];
  if (digits === undefined || digits.length > 15)
    throw new Refusal(`“${text}” cannot be continued; text continues by a number in it, as in “Pier 1”.`);
  return (step) => `${before}${String(Number(digits) + step).padStart(digits.length, '0')}${after}`;
}

/**
 * What follows the given cells of a column (the last of them in row order), one
 * value for each step from 1: dates by the interval of their column, numbers by
 * the step between the last two (by 1 after a single one), texts by the number
 * in them. Throws a Refusal where nothing follows.
 */
function followingCells(column: Column, given: readonly Cell[]): (step: number) => Cell {
  const filled = given.filter((cell) => cell !== null);
  const last = filled.at(-1);
  if (last === undefined)
    throw new Refusal(`There is nothing to continue in “${column.title}”; fill its first cell or two.`);
  if (typeof last === 'string') {
    if (column.kind !== 'text')
      throw new Refusal(`“${last}” in “${column.title}” is not a ${column.kind}, so it cannot be continued.`);
    return textsAfter(last);
  }
  if (column.kind === 'date') return datesAfter(column, last);
  const before = filled.at(-2);
  const by = typeof before === 'number' ? plain(last - before) : 1;
  return (step) => plain(last + by * step);
}

/**
 * Fills rows of the chosen columns with what follows: from the cells before the
 * first empty one of the stretch, or from its first cell where none is empty.
 * A single row follows from the two above it.
 */
export function goneOn(
  table: Table,
  chosen: readonly string[],
  { from, to }: { from: number; to: number },
): { at: number; texts: TextsDown } {
  const isOne = from === to;
  if (isOne && from === 0) throw new Refusal('First select the cells to continue and the rows below them.');
  const top = isOne ? Math.max(0, from - 2) : from;
  const texts = new Map<string, (string | undefined)[]>();
  const given = (column: Column) => {
    const stretch = Array.from({ length: to + 1 - top }, (_, index) => column.cells[top + index] ?? null);
    const empty = stretch.indexOf(null);
    return stretch.slice(0, isOne ? to - top : empty < 0 ? 1 : empty);
  };
  for (const column of table.columns.filter(({ key }) => chosen.includes(key))) {
    const before = given(column);
    const following = followingCells(column, before);
    const made = Array.from({ length: to + 1 - top - before.length }, (_, index) => following(index + 1));
    // What is gone on from stays as it is.
    texts.set(column.key, [...before.map(() => undefined), ...made.map((cell) => exactText(column, cell))]);
  }
  return { at: top, texts };
}
