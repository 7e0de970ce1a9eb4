/** Dates as each language writes them, held to what the runtime knows of it (Unicode CLDR). */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { periodInSentence } from '../../src/core/fact/period-words.ts';
import { LOCALES, type LocaleId, localeOf } from '../../src/core/text/locale.ts';
import { dateOf } from '../../src/core/time/calendar.ts';
import { formatPeriod } from '../../src/core/time/format.ts';

const days = fc.integer({ min: 0, max: 40_000 }).map((day) => dateOf(1950, 0, 1) + day * 86_400_000);
const intl = (id: LocaleId, ms: number, options: Intl.DateTimeFormatOptions) =>
  new Intl.DateTimeFormat(id, { ...options, timeZone: 'UTC' }).format(ms);
/** The house writes “Sep” in British English, too. */
const ofTheHouse = (text: string, id: LocaleId) => (id === 'en-GB' ? text.replace('Sept ', 'Sep ') : text);
const CLOCK = {
  year: 'numeric',
  month: 'short',
  day: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
  hour12: false,
} as const;

describe.each(LOCALES)('dates in %s', (id) => {
  const locale = localeOf(id);
  it('are short as the language has them', () => {
    fc.assert(
      fc.property(days, (ms) => {
        const day = intl(id, ms, { year: 'numeric', month: 'short', day: 'numeric' });
        expect(formatPeriod(ms, 'day', locale)).toBe(ofTheHouse(day, id));
        const month = intl(id, ms, { year: 'numeric', month: 'short' });
        expect(formatPeriod(ms, 'month', locale)).toBe(ofTheHouse(month, id));
      }),
    );
  });

  it('are long as the language has them within a sentence', () => {
    fc.assert(
      fc.property(days, (ms) => {
        const day = intl(id, ms, { year: 'numeric', month: 'long', day: 'numeric' });
        const said = periodInSentence(ms, 'day', 'in', locale);
        // French says the first of a month as an ordinal.
        expect(said.replace(/\b1er /, '1 ')).toContain(day);
        const month = intl(id, ms, { year: 'numeric', month: 'long' });
        // Polish and Finnish put the month in the case that the sentence asks for.
        if (id !== 'pl-PL' && id !== 'fi-FI') expect(periodInSentence(ms, 'month', 'in', locale)).toContain(month);
      }),
    );
  });

  it('have the time of day with its own signs', () => {
    const ms = Date.UTC(2023, 2, 5, 14, 5);
    const hours = intl(id, ms, CLOCK).replace(/^.*?(\d\d[.:]\d\d).*$/, '$1');
    expect(formatPeriod(ms, 'minute', locale)).toContain(hours);
  });

  it('have months alone as the language has them', () => {
    for (let month = 0; month < 12; month++) {
      const ms = Date.UTC(2023, month, 1);
      expect(locale.months[month]).toBe(intl(id, ms, { month: 'long' }));
      expect(`${locale.monthsShort[month]} `).toBe(ofTheHouse(`${intl(id, ms, { month: 'short' })} `, id));
    }
  });
});
