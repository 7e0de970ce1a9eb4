import type { Locale } from '../text/locale.ts';
import { type Interval, partsOf } from './interval.ts';

const two = (value: number) => String(value).padStart(2, '0');

/** ISO 8601 week number and the year it belongs to. */
export function isoWeek(ms: number): { year: number; week: number } {
  const date = new Date(ms);
  // The week belongs to the year of its Thursday.
  const thursday = new Date(ms);
  thursday.setUTCDate(date.getUTCDate() + 3 - ((date.getUTCDay() + 6) % 7));
  const year = thursday.getUTCFullYear();
  const newYear = Date.UTC(year, 0, 1);
  return { year, week: 1 + Math.floor((thursday.getTime() - newYear) / (7 * 86_400_000)) };
}

/** A month with its year, short: "Oct 2026", "Okt. 2026". */
export function monthAndYear(ms: number, locale: Locale): string {
  const date = new Date(ms);
  return `${(locale.monthsInDate ?? locale.monthsShort)[date.getUTCMonth()] ?? ''} ${date.getUTCFullYear()}`;
}

/** Writes the period of an interval that a date stands for, as a reader would say it: "Oct 2026", "Q3 2026", "12 Oct 2026". */
export function formatPeriod(ms: number, interval: Interval, locale: Locale): string {
  const date = new Date(ms);
  const year = date.getUTCFullYear();
  const month = date.getUTCMonth();
  const day = locale.day(date.getUTCDate(), month, year);
  const clock = (...parts: number[]) => `${day} ${parts.map(two).join(locale.clock)}`;
  switch (partsOf(interval).base) {
    case 'year':
      return String(year);
    case 'quarter':
      return `${locale.quarter}${Math.floor(month / 3) + 1} ${year}`;
    case 'half-year':
      return `${locale.half}${Math.floor(month / 6) + 1} ${year}`;
    case 'month':
      return monthAndYear(ms, locale);
    case 'week': {
      const { year: weekYear, week } = isoWeek(ms);
      return `${weekYear}-W${two(week)}`;
    }
    case 'second':
      return clock(date.getUTCHours(), date.getUTCMinutes(), date.getUTCSeconds());
    case 'minute':
    case 'hour':
      return clock(date.getUTCHours(), date.getUTCMinutes());
    default:
      return day;
  }
}
