import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LOCALES, localeOf } from '../../src/core/text/locale.ts';
import {
  addUnits,
  ceilTo,
  DAY,
  dateOf,
  daysInMonth,
  floorTo,
  monthIndex,
  monthStart,
  periodsOf,
} from '../../src/core/time/calendar.ts';
import { formatPeriod, isoWeek } from '../../src/core/time/format.ts';
import { findHoles, findInterval, type Interval } from '../../src/core/time/interval.ts';

const at = (iso: string) => Date.parse(`${iso}T00:00:00Z`);
const instants = fc.integer({ min: at('1000-01-01'), max: at('2999-12-31') });

describe('calendar', () => {
  it('agrees with the runtime’s own calendar on any day of two thousand years', () => {
    fc.assert(
      fc.property(instants, (ms) => {
        const date = new Date(ms);
        const [year, month] = [date.getUTCFullYear(), date.getUTCMonth()];
        expect(monthIndex(ms)).toBe(year * 12 + month);
        expect(dateOf(year, month, date.getUTCDate())).toBe(ms - (ms % DAY) - (ms % DAY < 0 ? DAY : 0));
        expect(monthStart(monthIndex(ms))).toBe(Date.UTC(year, month, 1));
        expect(daysInMonth(year, month)).toBe(new Date(Date.UTC(year, month + 1, 0)).getUTCDate());
      }),
      { numRuns: 3000 },
    );
  });

  it('takes any instant to the start of its period', () => {
    const thursday = at('2026-10-15') + 5 * 3_600_000;
    expect(floorTo(thursday, 'hour')).toBe(thursday);
    expect(floorTo(thursday, 'day')).toBe(at('2026-10-15'));
    expect(floorTo(thursday, 'week')).toBe(at('2026-10-12'));
    expect(floorTo(thursday, 'month')).toBe(at('2026-10-01'));
    expect(floorTo(thursday, 'quarter')).toBe(at('2026-10-01'));
    expect(floorTo(thursday, 'month', 6)).toBe(at('2026-07-01'));
    expect(floorTo(thursday, 'year', 5)).toBe(at('2025-01-01'));
    expect(ceilTo(at('2026-10-01'), 'quarter')).toBe(at('2026-10-01'));
    expect(ceilTo(at('2026-10-02'), 'quarter')).toBe(at('2027-01-01'));
  });

  it('counts the days of a leap February', () => {
    expect(periodsOf(at('2024-02-27'), at('2024-03-02'), 'day').length).toBe(4);
    expect(addUnits(at('2024-02-01'), 'month', 12)).toBe(at('2025-02-01'));
  });

  it('names ISO weeks over a year’s end, with week 53', () => {
    expect(isoWeek(at('2021-01-03'))).toEqual({ year: 2020, week: 53 });
    expect(isoWeek(at('2021-01-04'))).toEqual({ year: 2021, week: 1 });
    expect(isoWeek(at('2025-12-29'))).toEqual({ year: 2026, week: 1 });
  });

  it('writes periods in the report’s locale', () => {
    const written = (locale: (typeof LOCALES)[number], interval: Interval) =>
      formatPeriod(at('2026-03-31'), interval, localeOf(locale));
    expect(written('en-GB', 'month')).toBe('Mar 2026');
    expect(written('de-DE', 'month')).toBe('März 2026');
    expect(written('fr-FR', 'quarter')).toBe('T1 2026');
    expect(written('en-GB', 'week')).toBe('2026-W14');
    expect(written('en-GB', 'day')).toBe('31 Mar 2026');
    expect(
      LOCALES.every((id) => new Set(localeOf(id).monthsShort).size === 12 && localeOf(id).months.length === 12),
    ).toBe(true);
  });
});

describe('intervals', () => {
  const every = (count: number, make: (index: number) => number) => Array.from({ length: count }, (_, i) => make(i));

  it.each<[string, Interval, number[]]>([
    ['first days of months', 'month', every(14, (i) => monthStart(24_000 + i))],
    ['month ends', 'month', every(14, (i) => monthStart(24_001 + i) - DAY)],
    ['quarters by their first month', 'quarter', every(6, (i) => monthStart(24_000 + 3 * i))],
    ['quarters by their last day', 'quarter', every(6, (i) => monthStart(24_003 + 3 * i) - DAY)],
    ['years', 'year', every(6, (i) => monthStart(24_000 + 12 * i))],
    ['Mondays', 'week', every(9, (i) => at('2026-01-05') + 7 * i * DAY)],
    ['weekdays', 'business day', every(30, (i) => at('2026-01-05') + (Math.floor(i / 5) * 7 + (i % 5)) * DAY)],
    ['all days', 'day', every(30, (i) => at('2026-01-05') + i * DAY)],
    ['hours', 'hour', every(24, (i) => at('2026-01-05') + i * 3_600_000)],
    ['months with three of them missing', 'month', [0, 1, 2, 6, 7].map((i) => monthStart(24_000 + i))],
    ['months given several times each', 'month', every(24, (i) => monthStart(24_000 + (i >> 2)))],
  ])('finds %s', (_, interval, dates) => {
    expect(findInterval(dates)).toBe(interval);
  });

  it('takes one date by the way it was written', () => {
    expect(findInterval([at('2026-01-01')], 'month')).toBe('month');
    expect(findInterval([at('2026-01-01'), at('2027-01-01')], 'month')).toBe('month');
  });

  it('names holes, but no weekends in business days', () => {
    expect(findHoles([at('2026-01-01'), at('2026-04-01')], 'month')).toEqual([at('2026-02-01'), at('2026-03-01')]);
    expect(findHoles([at('2026-01-02'), at('2026-01-06')], 'business day')).toEqual([at('2026-01-05')]);
    expect(findHoles([], 'day')).toEqual([]);
  });
});
