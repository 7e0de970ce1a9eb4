/**
 * Calendar arithmetic on instants in milliseconds since 1970-01-01 UTC. All of
 * it is in UTC, so that no local time zone changes a figure.
 */
export type CalendarUnit = 'second' | 'minute' | 'hour' | 'day' | 'week' | 'month' | 'quarter' | 'half-year' | 'year';

export const SECOND = 1000;
export const MINUTE = 60_000;
export const HOUR = 3_600_000;
export const DAY = 86_400_000;
const WEEK = 7 * DAY;
/** 1970-01-01 was a Thursday; the first Monday was four days later. */
const FIRST_MONDAY = 4 * DAY;

const MONTHS: Partial<Record<CalendarUnit, number>> = { month: 1, quarter: 3, 'half-year': 6, year: 12 };
const MILLISECONDS: Partial<Record<CalendarUnit, number>> = {
  second: SECOND,
  minute: MINUTE,
  hour: HOUR,
  day: DAY,
  week: WEEK,
};

/**
 * Days since 1970-01-01 of a day in the proleptic Gregorian calendar; `month`
 * counts from 1 (Howard Hinnant, "chrono-compatible low-level date
 * algorithms", days_from_civil). Much faster than making Date objects.
 */
function daysOf(year: number, month: number, day: number): number {
  const shifted = month <= 2 ? year - 1 : year;
  const era = Math.floor(shifted / 400);
  const yearOfEra = shifted - era * 400;
  const dayOfYear = Math.floor((153 * (month > 2 ? month - 3 : month + 9) + 2) / 5) + day - 1;
  const dayOfEra = yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear;
  return era * 146_097 + dayOfEra - 719_468;
}

/** Months since January of year 0 (the same source, civil_from_days). */
export function monthIndex(ms: number): number {
  const days = Math.floor(ms / DAY) + 719_468;
  const era = Math.floor(days / 146_097);
  const dayOfEra = days - era * 146_097;
  const yearOfEra = Math.floor(
    (dayOfEra - Math.floor(dayOfEra / 1460) + Math.floor(dayOfEra / 36_524) - Math.floor(dayOfEra / 146_096)) / 365,
  );
  const dayOfYear = dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const shifted = Math.floor((5 * dayOfYear + 2) / 153);
  // Shifted months count from March; two of them belong to the next year.
  return (yearOfEra + era * 400) * 12 + shifted + 2;
}

/** The first instant of a month counted as by `monthIndex`. */
export function monthStart(index: number): number {
  const year = Math.floor(index / 12);
  return daysOf(year, index - year * 12 + 1, 1) * DAY;
}

/** The instant at which a calendar day begins; `month` counts from 0. Years below 100 mean themselves. */
export function dateOf(year: number, month: number, day: number): number {
  return daysOf(year, month + 1, day) * DAY;
}

/** How many days a month has; `month` counts from 0. */
export function daysInMonth(year: number, month: number): number {
  if (month === 1) return year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0) ? 29 : 28;
  return month === 3 || month === 5 || month === 8 || month === 10 ? 30 : 31;
}

/** Where periods begin that need not be those of the calendar. */
export interface Starts {
  /** first month of years and their quarters, from 1 */
  yearStart: number;
  /** first day of weeks, from 1 for Monday */
  weekStart: number;
}

/** Years begin in January, weeks on Monday. */
const PLAIN_STARTS: Starts = { yearStart: 1, weekStart: 1 };

/**
 * The start of the period of `unit` (or of a run of `every` of them, aligned to
 * the calendar) that holds an instant.
 */
export function floorTo(ms: number, unit: CalendarUnit, every = 1, starts: Starts = PLAIN_STARTS): number {
  const months = MONTHS[unit];
  if (months) {
    const run = months * every;
    const shift = starts.yearStart - 1;
    return monthStart(Math.floor((monthIndex(ms) - shift) / run) * run + shift);
  }
  const length = (MILLISECONDS[unit] ?? DAY) * every;
  const origin = unit === 'week' ? FIRST_MONDAY + (starts.weekStart - 1) * DAY : 0;
  return Math.floor((ms - origin) / length) * length + origin;
}

/** Moves a period start by `count` units. */
export function addUnits(ms: number, unit: CalendarUnit, count: number): number {
  const months = MONTHS[unit];
  if (months) {
    const into = ms - monthStart(monthIndex(ms));
    return monthStart(monthIndex(ms) + months * count) + into;
  }
  return ms + (MILLISECONDS[unit] ?? DAY) * count;
}

/** The first period start at or after an instant. */
export function ceilTo(ms: number, unit: CalendarUnit, every = 1, starts: Starts = PLAIN_STARTS): number {
  const floor = floorTo(ms, unit, every, starts);
  return floor === ms ? ms : addUnits(floor, unit, every);
}

/** The period starts from the one that holds `from` up to, and without, `to`. */
export function periodsOf(
  from: number,
  to: number,
  unit: CalendarUnit,
  every = 1,
  starts: Starts = PLAIN_STARTS,
): number[] {
  const found: number[] = [];
  for (let at = floorTo(from, unit, every, starts); at < to; at = addUnits(at, unit, every)) {
    found.push(at);
    // Days aligned to the epoch never stall, but a guard keeps a wrong unit from hanging a page.
    if (found.length > 100_000)
      throw new Error('The date axis would have over 100,000 periods; choose longer periods.');
  }
  return found;
}

/** The instant as an ISO 8601 date, or date and time when it is not midnight, with seconds where it has some. */
export function isoOf(ms: number): string {
  const text = new Date(ms).toISOString();
  if (ms % DAY === 0) return text.slice(0, 10);
  return text.slice(0, ms % MINUTE === 0 ? 16 : ms % SECOND === 0 ? 19 : 23);
}

/** Reads what `isoOf` writes. */
export const msOf = (iso: string): number => Date.parse(iso.includes('T') && !iso.endsWith('Z') ? `${iso}Z` : iso);

/** The Monday that begins an ISO 8601 week, or null when the year has no such week (only some years have a week 53). */
export function isoWeekStart(year: number, week: number): number | null {
  if (week < 1 || week > 53) return null;
  // Week 1 holds 4 January; a week belongs to the year of its Thursday.
  const start = floorTo(dateOf(year, 0, 4), 'week') + (week - 1) * WEEK;
  return new Date(start + 3 * DAY).getUTCFullYear() === year ? start : null;
}
