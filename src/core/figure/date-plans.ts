/**
 * Date label plans: named ways of labelling a date axis, from the richest to
 * the plainest. A plan has one or two levels of bands; each band carries its
 * label in its middle, and ticks stand at band edges.
 */
import type { Locale } from '../text/locale.ts';
import type { CalendarUnit } from '../time/calendar.ts';

export interface PlanLevel {
  unit: CalendarUnit;
  every: number;
  write(ms: number, locale: Locale): string;
}

export interface DateLabelPlan {
  id: PlanId;
  name: string;
  /** inner level first */
  levels: readonly [PlanLevel] | readonly [PlanLevel, PlanLevel];
}

const monthOf = (ms: number) => new Date(ms).getUTCMonth();
const yearOf = (ms: number) => new Date(ms).getUTCFullYear();
const two = (value: number) => String(value).padStart(2, '0');

const year = (every: number): PlanLevel => ({ unit: 'year', every, write: (ms) => String(yearOf(ms)) });
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
  write: (ms, locale) => `${locale.quarter}${Math.floor(monthOf(ms) / 3) + 1}`,
};
const halves: PlanLevel = {
  unit: 'month',
  every: 6,
  write: (ms, locale) => `${locale.half}${monthOf(ms) < 6 ? 1 : 2}`,
};
const days = (every: number): PlanLevel => ({ unit: 'day', every, write: (ms) => String(new Date(ms).getUTCDate()) });
const weekStarts: PlanLevel = { unit: 'week', every: 1, write: (ms) => String(new Date(ms).getUTCDate()) };
const hours = (every: number): PlanLevel => ({ unit: 'hour', every, write: (ms) => two(new Date(ms).getUTCHours()) });
const monthsWithYear: PlanLevel = {
  unit: 'month',
  every: 1,
  write: (ms, locale) => `${locale.monthsShort[monthOf(ms)]} ${yearOf(ms)}`,
};
const dayDates: PlanLevel = {
  unit: 'day',
  every: 1,
  write: (ms, locale) => `${new Date(ms).getUTCDate()} ${locale.monthsShort[monthOf(ms)]}`,
};

export const PLAN_IDS = [
  'hours-over-days',
  'three-hours-over-days',
  'six-hours-over-days',
  'days-over-months',
  'weeks-over-months',
  'long-months-over-years',
  'short-months-over-years',
  'quarters-over-years',
  'initials-over-years',
  'half-years-over-years',
  'years',
  'two-years',
  'five-years',
  'ten-years',
  'twenty-five-years',
  'hundred-years',
] as const;
type PlanId = (typeof PLAN_IDS)[number];

/** All plans, richest first; the first that fits is the automatic one. */
const DATE_PLANS: readonly DateLabelPlan[] = [
  { id: 'hours-over-days', name: 'Hours over days', levels: [hours(1), dayDates] },
  { id: 'three-hours-over-days', name: 'Every third hour over days', levels: [hours(3), dayDates] },
  { id: 'six-hours-over-days', name: 'Every sixth hour over days', levels: [hours(6), dayDates] },
  { id: 'days-over-months', name: 'Days over months', levels: [days(1), monthsWithYear] },
  { id: 'weeks-over-months', name: 'Mondays over months', levels: [weekStarts, monthsWithYear] },
  { id: 'long-months-over-years', name: 'Months written out', levels: [longMonths, year(1)] },
  { id: 'short-months-over-years', name: 'Months over years', levels: [shortMonths, year(1)] },
  { id: 'quarters-over-years', name: 'Quarters over years', levels: [quarters, year(1)] },
  { id: 'initials-over-years', name: 'Initials over years', levels: [initials, year(1)] },
  { id: 'half-years-over-years', name: 'Half-years over years', levels: [halves, year(1)] },
  { id: 'years', name: 'Years', levels: [year(1)] },
  { id: 'two-years', name: 'Every second year', levels: [year(2)] },
  { id: 'five-years', name: 'Every fifth year', levels: [year(5)] },
  { id: 'ten-years', name: 'Every tenth year', levels: [year(10)] },
  { id: 'twenty-five-years', name: 'Every 25th year', levels: [year(25)] },
  { id: 'hundred-years', name: 'Every hundredth year', levels: [year(100)] },
];

const FINENESS: Record<CalendarUnit, number> = { hour: 0, day: 1, week: 2, month: 3, quarter: 4, year: 5 };

/** The plans whose labels are no finer than the periods of the data. */
export function plansFor(unit: CalendarUnit): DateLabelPlan[] {
  return DATE_PLANS.filter((plan) => FINENESS[plan.levels[0].unit] >= FINENESS[unit]);
}
