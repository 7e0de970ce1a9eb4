/** Dates as each language writes them, held to the list of `npm run cldr` (Unicode CLDR). */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { periodInSentence } from '../../src/core/fact/period-words.ts';
import { LOCALES, type LocaleId, localeOf } from '../../src/core/text/locale.ts';
import { dateOf } from '../../src/core/time/calendar.ts';
import { formatPeriod } from '../../src/core/time/format.ts';
import CLDR from '../cldr.json' with { type: 'json' };

const days = fc.integer({ min: 0, max: 40_000 }).map((day) => dateOf(1950, 0, 1) + day * 86_400_000);
type Form = 'day' | 'month' | 'longDay' | 'longMonth';
function listed(id: LocaleId, ms: number, form: Form): string {
  const date = new Date(ms);
  const text = CLDR[id][form][date.getUTCMonth()] ?? '';
  return text.replace('{y}', String(date.getUTCFullYear())).replace('{d}', String(date.getUTCDate()));
}
/** The house writes “Sep” in British English, too. */
const ofTheHouse = (text: string, id: LocaleId) => (id === 'en-GB' ? text.replace('Sept ', 'Sep ') : text);

describe.each(LOCALES)('dates in %s', (id) => {
  const locale = localeOf(id);
  it('are short as the language has them', () => {
    fc.assert(
      fc.property(days, (ms) => {
        const day = listed(id, ms, 'day');
        expect(formatPeriod(ms, 'day', locale)).toBe(ofTheHouse(day, id));
        const month = listed(id, ms, 'month');
        expect(formatPeriod(ms, 'month', locale)).toBe(ofTheHouse(month, id));
      }),
    );
  });

  it('are long as the language has them within a sentence', () => {
    fc.assert(
      fc.property(days, (ms) => {
        const day = listed(id, ms, 'longDay');
        const said = periodInSentence(ms, 'day', 'in', locale);
        // French says the first of a month as an ordinal.
        expect(said.replace(/\b1er /, '1 ')).toContain(day);
        const month = listed(id, ms, 'longMonth');
        // Polish and Finnish put the month in the case that the sentence asks for.
        if (id !== 'pl-PL' && id !== 'fi-FI') expect(periodInSentence(ms, 'month', 'in', locale)).toContain(month);
      }),
    );
  });

  it('have the time of day with its own signs', () => {
    expect(formatPeriod(Date.UTC(2023, 2, 5, 14, 35), 'minute', locale)).toContain(CLDR[id].time);
  });

  it('have months alone as the language has them', () => {
    expect(locale.months).toEqual(CLDR[id].monthAlone);
    const short = CLDR[id].shortMonthAlone.map((month) => ofTheHouse(`${month} `, id).trim());
    expect(locale.monthsShort).toEqual(short);
  });
});
