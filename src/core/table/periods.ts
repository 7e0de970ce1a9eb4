/** Periods of an interval: their numbers, and what "previous" and "a year earlier" mean. */
import { addUnits, DAY, dateOf, floorTo, HOUR, isoWeekStart, MINUTE, monthIndex, SECOND } from '../time/calendar.ts';
import { isoWeek } from '../time/format.ts';
import { type Interval, isWeekend, type PlainInterval, partsOf, unitOf } from '../time/interval.ts';

const FIRST_MONDAY = 4;

/** A whole number for the unit that holds an instant. */
function unitNumber(ms: number, base: PlainInterval): number {
  switch (base) {
    case 'second':
      return Math.floor(ms / SECOND);
    case 'minute':
      return Math.floor(ms / MINUTE);
    case 'year':
      return Math.floor(monthIndex(ms) / 12);
    case 'half-year':
      return Math.floor(monthIndex(ms) / 6);
    case 'quarter':
      return Math.floor(monthIndex(ms) / 3);
    case 'month':
      return monthIndex(ms);
    case 'hour':
      return Math.floor(ms / HOUR);
    default: {
      const days = Math.floor(ms / DAY);
      if (base === 'day') return days;
      const week = Math.floor((days - FIRST_MONDAY) / 7);
      return base === 'week' ? week : week * 5 + Math.min(4, days - FIRST_MONDAY - week * 7);
    }
  }
}

/** A whole number for the period of an instant; the next period has the next number. Weekends count as their Friday among business days. */
export function periodNumber(ms: number, interval: Interval): number {
  const { base, every } = partsOf(interval);
  const at = unitNumber(ms, base);
  return every === 1 ? at : Math.floor(at / every);
}

const LONGEST: Readonly<Record<PlainInterval, number>> = {
  second: SECOND,
  minute: MINUTE,
  hour: HOUR,
  day: DAY,
  // A Friday has its weekend in it.
  'business day': 3 * DAY,
  week: 7 * DAY,
  month: 31 * DAY,
  quarter: 92 * DAY,
  'half-year': 184 * DAY,
  year: 366 * DAY,
};

/** How long a period of an interval is at the most (ms): dates as far apart as this are never in one. */
export function longestOf(interval: Interval): number {
  const { base, every } = partsOf(interval);
  return LONGEST[base] * every;
}

/** The start of a period a number of periods before or after the one that holds `ms`. */
export function shiftPeriod(ms: number, interval: Interval, by: number): number {
  const unit = unitOf(interval);
  let at = addUnits(floorTo(ms, unit), unit, by * partsOf(interval).every);
  while (interval === 'business day' && isWeekend(at)) at += by < 0 ? -DAY : DAY;
  return at;
}

/**
 * The start of the same period a year earlier, or null where the earlier year
 * has none: 29 February, ISO week 53, a date that fell on a weekend among
 * business days, and periods of several years.
 */
export function yearBefore(ms: number, interval: Interval): number | null {
  const { base, every } = partsOf(interval);
  if (base === 'week') {
    const { year, week } = isoWeek(ms);
    return isoWeekStart(year - 1, week);
  }
  if (base === 'year' && every > 1) return null;
  if (base === 'month' || base === 'quarter' || base === 'half-year' || base === 'year')
    return addUnits(floorTo(ms, unitOf(interval)), 'month', -12);
  const date = new Date(ms);
  const [month, day] = [date.getUTCMonth(), date.getUTCDate()];
  const earlier = dateOf(date.getUTCFullYear() - 1, month, day);
  if (new Date(earlier).getUTCMonth() !== month || (interval === 'business day' && isWeekend(earlier))) return null;
  return earlier + (ms % DAY);
}

/**
 * The fiscal year that holds a period, numbered by the calendar year it begins
 * in; `yearStart` is its first month, from 1. A week belongs to the year of its Thursday.
 */
export function fiscalYear(ms: number, interval: Interval, yearStart: number): number {
  const at = interval === 'week' ? floorTo(ms, 'week') + 3 * DAY : ms;
  return Math.floor((monthIndex(at) - (yearStart - 1)) / 12);
}

/** The number of the first week whose Thursday is at or after an instant at which a day begins. */
export function weekOfThursday(ms: number): number {
  return periodNumber(ms - 3 * DAY + 7 * DAY - 1, 'week');
}
