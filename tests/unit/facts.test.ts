/**
 * Facts, held to a checker of its own: it takes each sentence apart, reads its
 * numbers as the language writes them, and works the claim out again from the
 * raw values by sorting and counting.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Fact, factsOfSeries } from '../../src/core/fact/fact.ts';
import { type Language, periodInSentence } from '../../src/core/fact/period-words.ts';
import { MESSAGES, sayFact } from '../../src/core/fact/say.ts';
import type { FactSeries } from '../../src/core/fact/series.ts';
import { LOCALES, type Locale, localeOf } from '../../src/core/text/locale.ts';
import { dateOf } from '../../src/core/time/calendar.ts';
import type { Interval } from '../../src/core/time/interval.ts';
import { day, months } from './tables.ts';

const ENGLISH = localeOf('en-GB');
const series = (values: (number | null)[], more: Partial<FactSeries> = {}): FactSeries => ({
  id: 'a',
  name: 'Load',
  unit: null,
  values,
  keys: months(2024, 1, values.length),
  interval: 'month',
  finished: values.length,
  decimals: null,
  ...more,
});
const said = (values: (number | null)[], more: Partial<FactSeries> = {}, locale = ENGLISH) =>
  factsOfSeries(series(values, more)).map((fact) => sayFact(fact, locale));

/** Numbers of a text, as its locale writes them. */
function numbersIn(text: string, locale: Locale): { number: number; decimals: number }[] {
  const group = locale.group === '.' ? '\\.' : locale.group;
  const decimal = locale.decimal === '.' ? '\\.' : locale.decimal;
  const pattern = new RegExp(`[\u2212]?\\d+(?:${group}\\d{3})*(?:${decimal}\\d+)?`, 'g');
  return [...text.matchAll(pattern)].map(([found]) => ({
    number: Number(found.replaceAll(locale.group, '').replace(locale.decimal, '.').replace('\u2212', '-')),
    decimals: found.split(locale.decimal)[1]?.length ?? 0,
  }));
}

/** What is wrong with a fact as it is said, or null. */
function faultOf(fact: Fact, locale: Locale): string | null {
  const { claim } = fact;
  const { values, finished, keys, interval } = fact.series;
  const text = sayFact(fact, locale);
  const all = values.flatMap((value, at) => (value === null || at >= finished ? [] : [{ at, value }]));
  const value = values[claim.at];
  if (value === null || value === undefined || claim.at >= finished) return 'speaks of what is missing or unfinished';
  const place =
    typeof keys[claim.at] === 'number' && interval
      ? periodInSentence(Number(keys[claim.at]), interval, 'in', locale)
      : '';
  if (place !== '' && !text.includes(place)) return 'does not say when';
  // Places are taken out, so that years are no values.
  const bare = [claim.at, 'from' in claim ? claim.from : -1, 'since' in claim ? claim.since : -1]
    .filter((at) => at >= 0 && interval)
    .flatMap((at) =>
      (['in', 'since'] as const).map((form) => periodInSentence(Number(keys[at]), interval as Interval, form, locale)),
    )
    .reduce((left, words) => left.replaceAll(words, ' '), text.slice(fact.series.name.length));
  const numbers = numbersIn(bare, locale);
  const near = numbers.find(({ number, decimals }) => Math.abs(number - value) <= 0.5 * 10 ** -decimals + 1e-9);
  if (near === undefined) return `does not say ${value}: ${bare}`;
  if (near.number === 0 && value !== 0) return 'writes zero for what is none';
  const sorted = all.map((one) => one.value).sort((a, b) => a - b);
  const last = all.at(-1);
  switch (claim.kind) {
    case 'high':
    case 'low': {
      const best = claim.kind === 'high' ? sorted.at(-1) : sorted[0];
      const count = all.filter((one) => one.value === best).length;
      return value === best && count === claim.ties.length ? null : 'is not the extreme, or not so often';
    }
    case 'record': {
      const best = claim.end === 'high' ? sorted.at(-1) : sorted[0];
      return value === best && all.filter((one) => one.value === best).length === 1 && last?.at === claim.at
        ? null
        : 'is no record';
    }
    case 'since': {
      const sign = claim.end === 'high' ? 1 : -1;
      const between = all.filter(({ at }) => at > claim.since && at < claim.at);
      const reached = (values[claim.since] ?? 0) * sign >= value * sign;
      return reached && between.every((one) => one.value * sign < value * sign) ? null : 'was not so since';
    }
    case 'streak': {
      const run = all.slice(-claim.count - 1).map((one) => one.value);
      const steps = run.slice(1).map((one, at) => Math.sign(one - (run[at] ?? 0)));
      return steps.length === claim.count && steps.every((step) => step === (claim.way === 'up' ? 1 : -1))
        ? null
        : 'is no run';
    }
    case 'year':
    case 'previous': {
      const before = values[claim.before];
      if (before === null || before === undefined) return 'compares with nothing';
      if (claim.kind === 'year' && interval === 'month' && claim.at - claim.before !== 12) return 'is not a year';
      if (Math.sign(value - before) !== (claim.way === 'up' ? 1 : -1)) return 'goes the other way';
      const { of, size } = claim.change;
      const again = of === 'percent' ? Math.abs(value / before - 1) * 100 : Math.abs(value - before);
      if (of === 'percent' && before <= 0) return 'per cent of nothing';
      return Math.abs(again - size) < 1e-9 * Math.max(1, again) &&
        numbers.some(({ number }) => number !== 0 && Math.abs(number - size) <= 0.51)
        ? null
        : `is not ${again}`;
    }
    case 'first':
      return claim.from === all[0]?.at ? null : 'is not the first';
    case 'latest':
      return claim.at === last?.at ? null : 'is not the latest';
  }
}

describe('facts of any series', () => {
  const value = fc.oneof(
    fc.integer({ min: -5, max: 5 }),
    fc.integer({ min: 0, max: 2_000_000 }),
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.integer({ min: 990, max: 1010 }).map((n) => n / 10),
    fc.integer({ min: 1, max: 60 }).map((n) => n / 100_000),
  );
  const cells = fc.oneof(
    fc.array(fc.option(value, { freq: 8 }), { minLength: 1, maxLength: 40 }),
    fc.array(fc.integer({ min: 100, max: 110 }), { minLength: 1, maxLength: 40 }),
    fc.array(fc.constant(7), { minLength: 1, maxLength: 20 }),
  );
  const interval = fc.constantFrom<Interval>('month', 'quarter', 'year', 'week', 'day', 'half-year', 'hour');
  const step: Partial<Record<Interval, (at: number) => number>> = {
    month: (at) => dateOf(2020 + Math.floor(at / 12), at % 12, 1),
    quarter: (at) => dateOf(2010 + Math.floor(at / 4), (at % 4) * 3, 1),
    year: (at) => dateOf(1985 + at, 0, 1),
    'half-year': (at) => dateOf(2000 + Math.floor(at / 2), (at % 2) * 6, 1),
    week: (at) => day('2020-11-30') + at * 7 * 86_400_000,
    day: (at) => day('2024-02-20') + at * 86_400_000,
    hour: (at) => day('2024-02-20') + at * 3_600_000,
  };
  it('hold of the raw values and of the numbers as they are written, in every language', () => {
    fc.assert(
      fc.property(
        cells,
        interval,
        fc.constantFrom('%', '°C', 't', null),
        fc.nat(3),
        fc.constantFrom(...LOCALES),
        (values, every, unit, unfinished, id) => {
          const locale = localeOf(id);
          const keys = values.map((_, at) => step[every]?.(at) ?? 0);
          const one = series(values, {
            keys,
            interval: every,
            unit,
            finished: Math.max(0, values.length - unfinished),
          });
          for (const fact of factsOfSeries(one)) expect(faultOf(fact, locale), sayFact(fact, locale)).toBeNull();
        },
      ),
      { numRuns: 3000 },
    );
  });
});

describe('facts', () => {
  it.each<[string, (number | null)[], Partial<FactSeries>, RegExp]>([
    ['ties are no lowest of one month', [5, 3, 3, 3], {}, /lowest/],
    ['points are no per cent', [2, 2, 2, 2, 2, 2, 2, 2, 2, 2, 2, 2, 3], { unit: '%' }, /50%/],
    ['degrees have no per cent', [0.5, 1, 2], { unit: '°C' }, /%/],
    ['what falls below zero has no per cent', [-10, 5], {}, /%/],
    ['an unfinished value is not spoken of', [40, 41, 42, 43, 3], { finished: 4 }, /at 3\b|to 3\b| 3 in/],
    ['per mille have no percentage points', [2, 2, 2, 2, 2, 2, 2, 2, 2, 2, 2, 2, 3], { unit: '‰' }, /point/],
    [
      'names have no first and no latest',
      [3, 1, 2, 5],
      { interval: null, keys: ['Ness', 'Kelda', 'Sound', 'Cove'] },
      /from|^Load: 5/,
    ],
    ['small values are not written as zero', [0.00012, 0.00034, 0.00051, 0.00022], {}, / 0\.000(?!\d)/],
    ['what is written alike is not higher', [104.4, 103.9, 104, 104.1], { decimals: 0 }, /highest|rise/],
  ])('%s', (_, values, more, never) => {
    for (const sentence of said(values, more)) expect(sentence).not.toMatch(never);
  });

  it('are said in the forms of each language', () => {
    const october = { keys: months(2025, 7, 4) };
    const all = LOCALES.map((id) => said([3, 2, 4, 5], october, localeOf(id))[0]);
    expect(all).toEqual([
      'Load: highest on record, at 5 in October 2025',
      'Load: highest on record, at 5 in October 2025',
      'Load: höchster Wert der gesamten Reihe, bei 5 im Oktober 2025',
      'Load\u00a0: plus haut niveau de toute la série, à 5 en octobre 2025',
      'Load: el valor más alto de toda la serie, con 5 en octubre de 2025',
      'Load: najwyższa wartość w całej serii, 5 w październiku 2025',
      'Load: koko sarjan suurin arvo, 5 lokakuussa 2025',
    ]);
    expect(said([3, 2, 4, 5], { keys: months(2025, 6, 4) }, localeOf('pl-PL'))[0]).toMatch(/we wrześniu 2025$/);
    expect(said([9, 2, 3, 4, 5], {}, localeOf('pl-PL'))[0]).toMatch(/od stycznia 2024, 5 w maju 2024$/);
    expect(said([9, 2, 3, 4, 5], {}, localeOf('fi-FI'))[0]).toMatch(/sitten tammikuun 2024, 5 toukokuussa 2024$/);
  });

  it('have every message in every language, with the same places', () => {
    const places = (text: string) => new Set([...text.matchAll(/\{(\w+)/g)].map(([, name]) => name));
    const languages = Object.keys(MESSAGES) as Language[];
    for (const language of languages) {
      expect(Object.keys(MESSAGES[language])).toEqual(Object.keys(MESSAGES.en));
      for (const [id, text] of Object.entries(MESSAGES[language]))
        for (const place of ['name', 'value', 'in', 'since', 'change', 'start', 'inStart'])
          expect(places(text).has(place), `${language} ${id} ${place}`).toBe(
            places(MESSAGES.en[id as keyof typeof MESSAGES.en]).has(place),
          );
    }
  });
});
