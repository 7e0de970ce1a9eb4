/**
 * Calendar arithmetic on instants in milliseconds since 1970-01-01 UTC. All of
 * it is in UTC, so that no local time zone changes a figure.
 */
export type CalendarUnit = 'hour' | 'day' | 'week' | 'month' | 'quarter' | 'year';

export const HOUR = 3_600_000;
export const DAY = 86_400_000;
const WEEK = 7 * DAY;
/** 1970-01-01 was a Thursday; the first Monday was four days later. */
const FIRST_MONDAY = 4 * DAY;

const MONTHS: Partial<Record<CalendarUnit, number>> = { month: 1, quarter: 3, year: 12 };
const MILLISECONDS: Partial<Record<CalendarUnit, number>> = { hour: HOUR, day: DAY, week: WEEK };

/** Months since January of year 0. */
export function monthIndex(ms: number): number {
  const date = new Date(ms);
  return date.getUTCFullYear() * 12 + date.getUTCMonth();
}

/** The first instant of a month counted as by `monthIndex`. */
export function monthStart(index: number): number {
  return dateOf(Math.floor(index / 12), ((index % 12) + 12) % 12, 1);
}

/** The instant of a calendar day; `month` counts from 0. Years below 100 mean themselves. */
export function dateOf(year: number, month: number, day: number): number {
  const date = new Date(Date.UTC(2000, 0, 1));
  date.setUTCFullYear(year, month, day);
  return date.getTime();
}

/** The start of the period of `unit` (or of a run of `every` of them, aligned to the calendar) that holds an instant. */
export function floorTo(ms: number, unit: CalendarUnit, every = 1): number {
  const months = MONTHS[unit];
  if (months) {
    const run = months * every;
    return monthStart(Math.floor(monthIndex(ms) / run) * run);
  }
  const length = (MILLISECONDS[unit] ?? DAY) * every;
  const origin = unit === 'week' ? FIRST_MONDAY : 0;
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
export function ceilTo(ms: number, unit: CalendarUnit, every = 1): number {
  const floor = floorTo(ms, unit, every);
  return floor === ms ? ms : floorTo(addUnits(floor, unit, every), unit, every);
}

/** The period starts from the one that holds `from` up to, and without, `to`. */
export function periodsOf(from: number, to: number, unit: CalendarUnit, every = 1): number[] {
  const starts: number[] = [];
  for (let at = floorTo(from, unit, every); at < to; at = floorTo(addUnits(at, unit, every), unit, every)) {
    starts.push(at);
    // Days aligned to the epoch never stall, but a guard keeps a wrong unit from hanging a page.
    if (starts.length > 100_000) throw new Error('The date axis would have over 100,000 periods; choose a coarser one.');
  }
  return starts;
}

/** The instant as an ISO 8601 date, or date and time when it is not midnight. */
export function isoOf(ms: number): string {
  const text = new Date(ms).toISOString();
  return ms % DAY === 0 ? text.slice(0, 10) : text.slice(0, 16);
}
