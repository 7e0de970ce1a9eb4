/**
 * Whether a column that can be read as dates is one. Rules, in their order:
 *
 * - Years lie from 1800 to 2100; only days written with all of their parts may
 *   be older.
 * - What no number and no code looks like (days, names of months, weeks,
 *   quarters) needs nothing more.
 * - What is as often a number or a code (1250.5, 202301, 1999, 45000) is a date
 *   where its title speaks of time, or where it is the first column and its
 *   values follow each other in even steps, as periods do.
 */
import { dateOf, MINUTE } from '../time/calendar.ts';
import { distinctSorted } from '../time/interval.ts';
import type { DateShape } from './date-shape.ts';
import { isDateTitle, isMonthTitle, isSeasonTitle, isTimeTitle, isWeekTitle, yearTitle } from './date-titles.ts';
import { YEAR_SHAPE } from './dates.ts';

const FIRST_YEAR = dateOf(1800, 0, 1);
const AFTER_LAST = dateOf(2101, 0, 1);
/** A record reaches no further than this beyond the middle of our time. */
const RECENT = [dateOf(1900, 0, 1), dateOf(2051, 0, 1)] as const;
const EPOCH_FROM = dateOf(1990, 0, 1);

/** Values in the order of their rows, as a shape reads them. */
function valuesOf(texts: readonly string[], shape: DateShape): number[] {
  const values: number[] = [];
  for (const text of texts) {
    const at = shape.read(text);
    if (at !== null) values.push(at);
  }
  return values;
}

/** True where nearly all values follow each other, up or down; those of long tables repeat. */
export function areInOrder(values: readonly number[]): boolean {
  let up = 0;
  let down = 0;
  for (let index = 1; index < values.length; index++) {
    const step = (values[index] ?? 0) - (values[index - 1] ?? 0);
    if (step >= 0) up++;
    if (step <= 0) down++;
  }
  return Math.max(up, down) >= 0.9 * (values.length - 1);
}

/** How far apart neighbours stand, in units of the shape: months by their count, all else by time. */
function placesOf(values: readonly number[], { least }: DateShape): number[] {
  if (least === 'day' || least === 'week') return [...values];
  return values.map((at) => new Date(at).getUTCFullYear() * 12 + new Date(at).getUTCMonth());
}

/** True for values in even steps, but for a few holes. */
export function areEven(values: readonly number[], shape: DateShape): boolean {
  const places = placesOf(distinctSorted(values), shape);
  if (places.length < 3) return false;
  const steps = places.slice(1).map((place, index) => place - (places[index] ?? 0));
  const counts = new Map<number, number>();
  for (const step of steps) counts.set(step, (counts.get(step) ?? 0) + 1);
  const [[commonest = 0, count = 0] = []] = [...counts].sort((a, b) => b[1] - a[1]);
  return count >= 0.8 * steps.length && steps.every((step) => step >= commonest);
}

/** Bare years are an axis where the title is just "Year", where it speaks of one and they never fall, or where they are the first column and follow each other evenly. */
function areAxisYears(values: readonly number[], title: string, first: boolean): boolean {
  const says = yearTitle(title);
  if (says === 'is') return true;
  if (values.length < 3) return false;
  const never = (test: (step: number) => boolean) =>
    values.every((value, index) => index === 0 || !test(value - (values[index - 1] ?? value)));
  if (says === 'has' || (first && isTimeTitle(title))) return never((step) => step < 0);
  return first && never((step) => step <= 0) && areEven(values, YEAR_SHAPE);
}

/** Shapes whose years may have two figures with nothing that tells them from other numbers. */
const SHORT = new Set(['name-year', 'quarter-first', 'half-first']);
const SHORT_YEAR = /[^\d'’]\d\d$/;

/** How a column of dates bears out its shape. */
export interface Plausible {
  /** it can be dates */
  holds: boolean;
  /** it may as well be numbers, so that this is said and the other reading offered */
  close: boolean;
}

const NO: Plausible = { holds: false, close: false };

/** Whether texts, in the order of their rows, are dates of a shape. `typed` is true where the format says that they are numbers. */
export function weighDates(
  texts: readonly string[],
  shape: DateShape,
  { title, first, typed }: { title: string; first: boolean; typed: boolean },
): Plausible {
  const values = valuesOf(texts, shape);
  if (values.length === 0) return NO;
  if (shape === YEAR_SHAPE) {
    const holds = values.every((at) => at >= dateOf(1500, 0, 1)) && areAxisYears(values, title, first);
    const isOld = values.some((at) => at < FIRST_YEAR || at >= AFTER_LAST);
    return { holds: holds && (!isOld || yearTitle(title) !== 'no'), close: yearTitle(title) === 'no' };
  }
  const inRange = values.every((at) => at >= FIRST_YEAR && at < AFTER_LAST);
  if (!shape.weak) {
    if (shape.id === 'roman-quarter' && isMonthTitle(title)) return NO;
    // “May 10” is a day as often as a year; “Q2 30” may be a code.
    if (texts.some((text) => SHORT_YEAR.test(text)) && SHORT.has(shape.id)) {
      const months = new Set(values.map((at) => new Date(at).getUTCMonth()));
      return { holds: inRange && months.size > 1 && areInOrder(values) && areEven(values, shape), close: false };
    }
    const isWhole = shape.id === 'iso' || shape.id === 'day-name';
    return { holds: inRange || isWhole, close: false };
  }
  // Numbers of a workbook or of JSON are no text such as 2023.01.
  if (typed && (shape.id === 'dot-month' || shape.id === 'month-dot')) return NO;
  const says = isTimeTitle(title);
  const isRecent = values.every((at) => at >= RECENT[0] && at < RECENT[1]);
  const isEven = areEven(values, shape) && areInOrder(values);
  if (!isRecent) return NO;
  // Six figures are months or weeks, as the title has it.
  if (shape.id === 'season-short') return { holds: isSeasonTitle(title) && areInOrder(values), close: false };
  if (shape.id === 'compact-week') return { holds: isWeekTitle(title) && areInOrder(values), close: true };
  if (shape.id === 'compact-month' && isWeekTitle(title)) return NO;
  if (shape.id === 'serial') return { holds: isDateTitle(title) && areInOrder(values), close: true };
  if (shape.id.startsWith('epoch')) {
    // Numbers that count up by one are no times.
    const areMinutes = values.every((at) => at % MINUTE === 0);
    const holds =
      values.every((at) => at >= EPOCH_FROM) && areInOrder(values) && (says || (first && isEven && areMinutes));
    return { holds, close: !says };
  }
  // A rate such as 1.2023 is no month, whatever its title speaks of.
  const isDotted = shape.id === 'dot-month' || shape.id === 'month-dot';
  return { holds: (says && (!isDotted || areEven(values, shape))) || (first && isEven), close: !says };
}
