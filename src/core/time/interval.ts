import { addUnits, type CalendarUnit, DAY, floorTo, HOUR, monthIndex } from './calendar.ts';

/** How far apart the dates of a column stand. */
export const INTERVALS = ['hour', 'day', 'business day', 'week', 'month', 'quarter', 'year'] as const;
export type Interval = (typeof INTERVALS)[number];

const UNITS: Record<Interval, CalendarUnit> = {
  hour: 'hour',
  day: 'day',
  'business day': 'day',
  week: 'week',
  month: 'month',
  quarter: 'quarter',
  year: 'year',
};

/** The calendar unit of one period of an interval. */
export function unitOf(interval: Interval): CalendarUnit {
  return UNITS[interval];
}

/** True on Saturday and Sunday. */
export const isWeekend = (ms: number) => {
  const day = new Date(ms).getUTCDay();
  return day === 0 || day === 6;
};

const isMonthEnd = (ms: number) => monthIndex(ms + DAY) !== monthIndex(ms);
const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/** Ascending instants without repeats. */
export function distinctSorted(values: readonly number[]): readonly number[] {
  // The dates of most tables rise already.
  if (values.every((value, index) => index === 0 || value > (values[index - 1] ?? value))) return values;
  const sorted = Float64Array.from(values).sort();
  return Array.from(sorted.filter((value, index) => index === 0 || value !== sorted[index - 1]));
}

/**
 * Finds the interval of dates: month-like when every date is the first, the
 * last or the same day of its month and no month repeats, then week, business
 * day, day or hour. One date alone counts as a day, or as a month, quarter or
 * year when it was written as one (`least`).
 */
export function findInterval(values: readonly number[], least: Interval = 'day'): Interval {
  const dates = distinctSorted(values);
  const [first] = dates;
  if (least === 'year' || first === undefined || dates.length < 2) return least;
  if (dates.some((at) => at % DAY !== 0)) return dates.every((at) => at % HOUR === 0) ? 'hour' : 'day';
  const day = new Date(first).getUTCDate();
  const oneDay = dates.every((at) => new Date(at).getUTCDate() === day);
  if (oneDay || dates.every(isMonthEnd)) {
    const months = dates.map(monthIndex);
    let step = 0;
    for (let i = 1; i < months.length; i++) step = gcd(step, (months[i] ?? 0) - (months[i - 1] ?? 0));
    // Quarters may be dated by their first or their last month.
    const month = (months[0] ?? 0) % 12;
    // Two or three dates a year apart are too few to call a column of months yearly.
    const sure = dates.length >= 4 || least === 'day';
    if (step % 12 === 0 && sure) return 'year';
    if (step % 3 === 0 && sure && (month % 3 === 0 || month % 3 === 2)) return 'quarter';
    return least === 'quarter' ? 'quarter' : 'month';
  }
  let step = 0;
  for (let i = 1; i < dates.length; i++) step = gcd(step, ((dates[i] ?? 0) - (dates[i - 1] ?? 0)) / DAY);
  if (step % 7 === 0) return 'week';
  return dates.length >= 6 && !dates.some(isWeekend) ? 'business day' : 'day';
}

/**
 * The periods without a date between the first and the last one, as period
 * starts. Weekends are no holes in business days.
 */
export function findHoles(values: readonly number[], interval: Interval): number[] {
  const unit = unitOf(interval);
  const holes: number[] = [];
  let next: number | null = null;
  for (const value of distinctSorted(values)) {
    const start = floorTo(value, unit);
    for (; next !== null && next < start && holes.length < 10_000; next = addUnits(next, unit, 1))
      if (!(interval === 'business day' && isWeekend(next))) holes.push(next);
    next = addUnits(start, unit, 1);
  }
  return holes;
}
