/**
 * Date label plans: named ways of labelling a date axis, from the richest to
 * the plainest. A plan has one or two levels of bands, inner level first.
 */

import type { PlanId } from '../style/vocabulary.ts';
import type { Locale } from '../text/locale.ts';
import { type CalendarUnit, monthIndex } from '../time/calendar.ts';
import { isoWeek, monthAndYear } from '../time/format.ts';

export interface PlanLevel {
  unit: CalendarUnit;
  every: number;
  /** its labels name the first day of a period, which must be drawn then */
  byStart?: true;
  /** `yearStart` is the first month of the fiscal year, from 1 */
  write(ms: number, locale: Locale, yearStart: number): string;
}

export interface DateLabelPlan {
  id: PlanId;
  name: string;
  /** inner level first */
  levels: readonly [PlanLevel] | readonly [PlanLevel, PlanLevel];
  /** true for a plan that is only drawn when it is asked for */
  byHand?: boolean;
  /** true when only the first and the last period are labelled */
  ends?: boolean;
}

/** How often dates are written out: every so many of a unit. */
export interface DateStep {
  every: number;
  unit: CalendarUnit;
}

const monthOf = (ms: number) => new Date(ms).getUTCMonth();
const yearOf = (ms: number) => new Date(ms).getUTCFullYear();
const dayOf = (ms: number) => new Date(ms).getUTCDate();
const two = (value: number) => String(value).padStart(2, '0');

/** The calendar year in which the fiscal year that holds an instant begins. */
const fiscalYearOf = (ms: number, yearStart: number) => Math.floor((monthIndex(ms) - (yearStart - 1)) / 12);

/** A calendar year, or a fiscal one by both years it touches. */
function yearName(ms: number, yearStart: number): string {
  const year = fiscalYearOf(ms, yearStart);
  return yearStart === 1 ? String(year) : `${year}/${two((year + 1) % 100)}`;
}

/** The same in two figures. */
function yearInTwo(ms: number, yearStart: number): string {
  const year = fiscalYearOf(ms, yearStart);
  return yearStart === 1 ? `’${two(year % 100)}` : `${two(year % 100)}/${two((year + 1) % 100)}`;
}

/** Which quarter or half of its year a period is, from 1. */
const partOf = (ms: number, yearStart: number, months: number) =>
  Math.floor(((monthOf(ms) - (yearStart - 1) + 12) % 12) / months) + 1;

const year = (every: number): PlanLevel => ({
  unit: 'year',
  every,
  write: (ms, _, yearStart) => yearName(ms, yearStart),
});
const longMonths: PlanLevel = { unit: 'month', every: 1, write: (ms, locale) => locale.months[monthOf(ms)] ?? '' };
const shortMonths: PlanLevel = {
  unit: 'month',
  every: 1,
  write: (ms, locale) => locale.monthsShort[monthOf(ms)] ?? '',
};
const initials: PlanLevel = {
  unit: 'month',
  every: 1,
  write: (ms, locale) => (locale.months[monthOf(ms)] ?? '').charAt(0).toUpperCase(),
};
const quarters: PlanLevel = {
  unit: 'quarter',
  every: 1,
  write: (ms, locale, yearStart) => `${locale.quarter}${partOf(ms, yearStart, 3)}`,
};
const halves: PlanLevel = {
  unit: 'half-year',
  every: 1,
  write: (ms, locale, yearStart) => `${locale.half}${partOf(ms, yearStart, 6)}`,
};
const withYear = (level: PlanLevel): PlanLevel => ({
  ...level,
  write: (ms, locale, yearStart) => `${level.write(ms, locale, yearStart)} ${yearName(ms, yearStart)}`,
});
const days = (every: number): PlanLevel => ({ unit: 'day', every, write: (ms) => String(dayOf(ms)) });
const weekStarts: PlanLevel = { unit: 'week', every: 1, byStart: true, write: (ms) => String(dayOf(ms)) };
const weekNumbers: PlanLevel = { unit: 'week', every: 1, write: (ms) => String(isoWeek(ms).week) };
const hours = (every: number): PlanLevel => ({ unit: 'hour', every, write: (ms) => two(new Date(ms).getUTCHours()) });
const clock = (ms: number, locale: Locale) =>
  `${two(new Date(ms).getUTCHours())}${locale.clock}${two(new Date(ms).getUTCMinutes())}`;
const minutes = (every: number): PlanLevel => ({ unit: 'minute', every, write: clock });
const monthsWithYear: PlanLevel = {
  unit: 'month',
  every: 1,
  write: (ms, locale) => monthAndYear(ms, locale),
};
const dayDates: PlanLevel = {
  unit: 'day',
  every: 1,
  write: (ms, locale) => locale.day(dayOf(ms), monthOf(ms), null),
};

/** The date of a period in one line, by its unit. */
function writeDate(unit: CalendarUnit): PlanLevel['write'] {
  if (unit === 'year') return (ms, _, yearStart) => yearName(ms, yearStart);
  if (unit === 'quarter') return withYear(quarters).write;
  if (unit === 'half-year') return withYear(halves).write;
  if (unit === 'month') return monthsWithYear.write;
  if (unit === 'hour' || unit === 'minute')
    return (ms, locale) => `${dayDates.write(ms, locale, 1)} ${clock(ms, locale)}`;
  if (unit === 'second')
    return (ms, locale) =>
      `${dayDates.write(ms, locale, 1)} ${clock(ms, locale)}${locale.clock}${two(new Date(ms).getUTCSeconds())}`;
  return (ms, locale) => locale.day(dayOf(ms), monthOf(ms), yearOf(ms));
}

/** All plans of fixed levels, richest first; the first that fits and is not by hand is the automatic one. */
const DATE_PLANS: readonly DateLabelPlan[] = [
  { id: 'minutes-over-days', name: 'Minutes over days', levels: [minutes(1), dayDates] },
  { id: 'five-minutes-over-days', name: 'Every fifth minute over days', levels: [minutes(5), dayDates] },
  { id: 'quarter-hours-over-days', name: 'Quarter hours over days', levels: [minutes(15), dayDates] },
  { id: 'half-hours-over-days', name: 'Half hours over days', levels: [minutes(30), dayDates] },
  { id: 'hours-over-days', name: 'Hours over days', levels: [hours(1), dayDates] },
  { id: 'three-hours-over-days', name: 'Every third hour over days', levels: [hours(3), dayDates] },
  { id: 'six-hours-over-days', name: 'Every sixth hour over days', levels: [hours(6), dayDates] },
  { id: 'days-over-months', name: 'Days over months', levels: [days(1), monthsWithYear] },
  { id: 'weeks-over-months', name: 'Weeks over months', levels: [weekStarts, monthsWithYear] },
  { id: 'week-numbers-over-years', name: 'Week numbers over years', levels: [weekNumbers, year(1)], byHand: true },
  { id: 'long-months-over-years', name: 'Months written out over years', levels: [longMonths, year(1)] },
  { id: 'written-out', name: 'Every month written out', levels: [withYear(longMonths)], byHand: true },
  { id: 'short-months-over-years', name: 'Months over years', levels: [shortMonths, year(1)] },
  { id: 'months-with-year', name: 'Months with their year', levels: [monthsWithYear], byHand: true },
  { id: 'quarters-over-years', name: 'Quarters over years', levels: [quarters, year(1)] },
  { id: 'quarters-with-year', name: 'Quarters with their year', levels: [withYear(quarters)], byHand: true },
  { id: 'initials-over-years', name: 'Initials over years', levels: [initials, year(1)] },
  { id: 'half-years-over-years', name: 'Half-years over years', levels: [halves, year(1)] },
  { id: 'years', name: 'Years', levels: [year(1)] },
  {
    id: 'years-in-two-figures',
    name: 'Years in two digits',
    levels: [{ unit: 'year', every: 1, write: (ms, _, yearStart) => yearInTwo(ms, yearStart) }],
  },
  { id: 'two-years', name: 'Every second year', levels: [year(2)] },
  { id: 'five-years', name: 'Every fifth year', levels: [year(5)] },
  { id: 'ten-years', name: 'Every tenth year', levels: [year(10)] },
  { id: 'twenty-five-years', name: 'Every 25th year', levels: [year(25)] },
  { id: 'hundred-years', name: 'Every hundredth year', levels: [year(100)] },
  { id: 'five-hundred-years', name: 'Every 500th year', levels: [year(500)] },
  { id: 'thousand-years', name: 'Every thousandth year', levels: [year(1000)] },
];

const FINENESS: Record<CalendarUnit, number> = {
  second: -2,
  minute: -1,
  hour: 0,
  day: 1,
  week: 2,
  month: 3,
  quarter: 4,
  'half-year': 5,
  year: 6,
};

/** The plans whose labels are no finer than the periods of the data; `step` is that of dates written out. */
export function plansFor(unit: CalendarUnit, step: DateStep): DateLabelPlan[] {
  const finer = FINENESS[step.unit] < FINENESS[unit];
  const every = finer ? { every: 1, unit } : step;
  const written: DateLabelPlan[] = [
    {
      id: 'dates-every',
      name: 'Dates at intervals',
      levels: [{ ...every, write: writeDate(every.unit) }],
      byHand: true,
    },
    {
      id: 'first-and-last',
      name: 'First and last only',
      levels: [{ unit, every: 1, write: writeDate(unit) }],
      byHand: true,
      ends: true,
    },
  ];
  return [...DATE_PLANS, ...written].filter((plan) => FINENESS[plan.levels[0].unit] >= FINENESS[unit]);
}

/** The plans by their names, as they are chosen. */
export const PLAN_NAMES: Readonly<Record<PlanId, string>> = Object.fromEntries(
  plansFor('second', { every: 3, unit: 'month' }).map(({ id, name }) => [id, name]),
) as Record<PlanId, string>;
