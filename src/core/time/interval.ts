/** How far apart the dates of a column stand. */
import * as z from 'zod';
import { addUnits, type CalendarUnit, DAY, floorTo, HOUR, MINUTE, monthIndex, SECOND } from './calendar.ts';

/** Intervals of one unit. */
export const INTERVALS = [
  'second',
  'minute',
  'hour',
  'day',
  'business day',
  'week',
  'month',
  'quarter',
  'half-year',
  'year',
] as const;
export type PlainInterval = (typeof INTERVALS)[number];

/** One unit, or several as in "15 minutes" and "5 years". */
export type Interval = PlainInterval | `${number} ${Exclude<PlainInterval, 'business day' | 'quarter' | 'half-year'>}s`;

const SEVERAL = /^([2-9]|[1-9]\d{1,3}) (second|minute|hour|day|week|month|year)s$/;

/** An interval as it is stored. */
export const IntervalName = z
  .string()
  .regex(
    new RegExp(`^(?:${INTERVALS.join('|')})$|${SEVERAL.source}`),
    'That is not an interval.',
  ) as unknown as z.ZodType<Interval>;

const UNITS: Record<PlainInterval, CalendarUnit> = {
  second: 'second',
  minute: 'minute',
  hour: 'hour',
  day: 'day',
  'business day': 'day',
  week: 'week',
  month: 'month',
  quarter: 'quarter',
  'half-year': 'half-year',
  year: 'year',
};

const known = new Map<Interval, { base: PlainInterval; every: number }>();

/** The unit of an interval, and of how many of them it is. */
export function partsOf(interval: Interval): { base: PlainInterval; every: number } {
  const found = known.get(interval);
  if (found) return found;
  const [, every, unit] = SEVERAL.exec(interval) ?? [];
  const parts = { base: (unit ?? interval) as PlainInterval, every: Number(every ?? 1) };
  known.set(interval, parts);
  return parts;
}

/** An interval of so many units. */
const intervalOf = (every: number, base: Exclude<PlainInterval, 'business day' | 'quarter' | 'half-year'>): Interval =>
  every === 1 ? base : `${every} ${base}s`;

/** The calendar unit that one period of an interval is made of. */
export function unitOf(interval: Interval): CalendarUnit {
  return UNITS[partsOf(interval).base];
}

/** "monthly", "every 15 minutes" */
const OFTEN: Readonly<Record<PlainInterval, string>> = {
  second: 'every second',
  minute: 'every minute',
  hour: 'hourly',
  day: 'daily',
  'business day': 'on business days',
  week: 'weekly',
  month: 'monthly',
  quarter: 'quarterly',
  'half-year': 'half-yearly',
  year: 'yearly',
};

export const sayInterval = (interval: Interval): string => {
  const { base, every } = partsOf(interval);
  return every === 1 ? OFTEN[base] : `every ${interval}`;
};

/** "months", and "periods of 15 minutes" */
export const pluralOf = (interval: Interval) =>
  partsOf(interval).every === 1 ? `${interval}s` : `periods of ${interval}`;

/** True for intervals of less than a day. */
export const isWithinDays = (interval: Interval) => ['second', 'minute', 'hour'].includes(partsOf(interval).base);

/** True for days and less, whose weekends and holidays may be left out. */
export const isDaily = (interval: Interval) =>
  isWithinDays(interval) || ['day', 'business day'].includes(partsOf(interval).base);

/** True on Saturday and Sunday. */
export const isWeekend = (ms: number) => {
  const day = new Date(ms).getUTCDay();
  return day === 0 || day === 6;
};

const isMonthEnd = (ms: number) => monthIndex(ms + DAY) !== monthIndex(ms);
const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/** Ascending instants without repeats. */
export function distinctSorted(values: readonly number[]): readonly number[] {
  // The dates of most tables rise already, or repeat.
  if (values.every((value, index) => index === 0 || value > (values[index - 1] ?? value))) return values;
  if (values.every((value, index) => index === 0 || value >= (values[index - 1] ?? value)))
    return values.filter((value, index) => index === 0 || value !== values[index - 1]);
  const sorted = Float64Array.from(values).sort();
  return Array.from(sorted.filter((value, index) => index === 0 || value !== sorted[index - 1]));
}

/** True where at least half of the steps between instants are the shortest one, so that they follow an interval with holes. */
function areSteps(steps: readonly number[], shortest: number): boolean {
  let count = 0;
  for (const step of steps) if (step === shortest) count++;
  return count * 2 >= steps.length;
}

const stepsOf = (places: readonly number[]) => places.slice(1).map((place, index) => place - (places[index] ?? 0));
const divisorOf = (steps: readonly number[]) => steps.reduce((all, step) => gcd(all, step), 0);

/** The interval of instants that are not all at midnight. */
function withinDays(dates: readonly number[]): Interval {
  const steps = stepsOf(dates);
  const step = divisorOf(steps);
  // Instants that follow no step are told apart to the second, or as finely as they are written.
  const isRegular = dates.length >= 3 && areSteps(steps, step);
  for (const [base, size] of [
    ['hour', HOUR],
    ['minute', MINUTE],
    ['second', SECOND],
  ] as const)
    if (step % size === 0) return intervalOf(isRegular && step < DAY ? step / size : 1, base);
  return 'second';
}

/** The interval of dates that stand on one day of their months, or at their ends. */
function ofMonths(dates: readonly number[], least: Interval): Interval {
  const months = dates.map(monthIndex);
  const steps = stepsOf(months);
  const step = divisorOf(steps);
  const month = (months[0] ?? 0) % 12;
  // Two or three dates a year apart are too few to call a column of months yearly.
  const isSure = dates.length >= 4 || least === 'day';
  const isRegular = areSteps(steps, step);
  if (step % 12 === 0 && isSure) return isRegular ? intervalOf(step / 12, 'year') : 'year';
  // A half-year begins in January or July, or ends there.
  if (step % 6 === 0 && isSure && isRegular && [0, 5, 6, 11].includes(month)) return 'half-year';
  // Quarters may be dated by their first or their last month.
  if (step % 3 === 0 && isSure && (month % 3 === 0 || month % 3 === 2)) return 'quarter';
  if (least === 'quarter') return 'quarter';
  return (step === 2 || step === 4) && dates.length >= 4 && isRegular ? intervalOf(step, 'month') : 'month';
}

/**
 * Finds the interval of dates: month-like when every date is the first, the
 * last or the same day of its month and no month repeats, then weeks, business
 * days, days, hours or less; several units where most dates are so many apart.
 * One date alone counts as a day, or as what it was written as (`least`).
 */
export function findInterval(values: readonly number[], least: Interval = 'day'): Interval {
  const dates = distinctSorted(values);
  const [first] = dates;
  if (first === undefined || dates.length < 2) return least;
  if (partsOf(least).base === 'year') {
    const steps = stepsOf(dates.map((at) => Math.floor(monthIndex(at) / 12)));
    const step = divisorOf(steps);
    return dates.length >= 3 && areSteps(steps, step) ? intervalOf(step, 'year') : least;
  }
  if (least === 'half-year') return least;
  if (dates.some((at) => at % DAY !== 0)) {
    // Stamps of one a day or less often are days, months or years, at whatever hour they were taken.
    const days = distinctSorted(dates.map((at) => Math.floor(at / DAY) * DAY));
    return days.length === dates.length && dates.length >= 3 ? findInterval(days, least) : withinDays(dates);
  }
  const day = new Date(first).getUTCDate();
  const oneDay = dates.every((at) => new Date(at).getUTCDate() === day);
  if (oneDay || dates.every(isMonthEnd)) return ofMonths(dates, least);
  const steps = stepsOf(dates).map((step) => step / DAY);
  const step = divisorOf(steps);
  const isSure = dates.length >= 4 && areSteps(steps, step);
  if (step % 7 === 0) return isSure ? intervalOf(step / 7, 'week') : 'week';
  if (least === 'week') return 'week';
  if (step > 1 && isSure) return intervalOf(step, 'day');
  return dates.length >= 6 && !dates.some(isWeekend) ? 'business day' : 'day';
}

/**
 * The periods without a date between the first and the last one, as period
 * starts. Weekends are no holes in business days.
 */
export function findHoles(values: readonly number[], interval: Interval): number[] {
  const unit = unitOf(interval);
  const { every } = partsOf(interval);
  const holes: number[] = [];
  let next: number | null = null;
  for (const value of distinctSorted(values)) {
    const start = floorTo(value, unit);
    for (; next !== null && next < start && holes.length < 10_000; next = addUnits(next, unit, every))
      if (!(interval === 'business day' && isWeekend(next))) holes.push(next);
    next = addUnits(start, unit, every);
  }
  return holes;
}
