/** Facts: true of any series in every language, and said in the forms of each. */
import fc from 'fast-check';
import { IntlMessageFormat } from 'intl-messageformat';
import { describe, expect, it } from 'vitest';
import type { Target } from '../../src/core/fact/claim.ts';
import { allFactsOf, type Beside, factsOfSeries } from '../../src/core/fact/facts.ts';
import { spread } from '../../src/core/fact/kinds/lines.ts';
import { knownOf } from '../../src/core/fact/known.ts';
import { MESSAGES } from '../../src/core/fact/messages.ts';
import { numbersOf } from '../../src/core/fact/numbers.ts';
import { sayFact } from '../../src/core/fact/say.ts';
import type { FactSeries } from '../../src/core/fact/series.ts';
import { FACT_KINDS } from '../../src/core/text/fact-ref.ts';
import type { Language } from '../../src/core/text/language.ts';
import { LOCALES, localeOf } from '../../src/core/text/locale.ts';
import { dateOf } from '../../src/core/time/calendar.ts';
import type { Interval } from '../../src/core/time/interval.ts';
import { faultOf } from './fact-checker.ts';
import { day, months } from './tables.ts';

const RUNS = Number(process.env['RIZO_FACT_RUNS'] ?? 2000);
const ENGLISH = localeOf('en-GB');
const series = (values: (number | null)[], more: Partial<FactSeries> = {}): FactSeries => ({
  id: 'a',
  name: 'Load',
  unit: null,
  measure: 'flow',
  fellows: 1,
  values,
  keys: months(2024, 1, values.length),
  interval: 'month',
  finished: values.length,
  shown: { from: 0, until: values.length },
  yearStart: 1,
  whole: values.every((value) => value === null || Number.isInteger(value)),
  decimals: null,
  ...more,
});
const said = (values: (number | null)[], more: Partial<FactSeries> = {}, locale = ENGLISH, beside: Beside = {}) =>
  factsOfSeries(series(values, more), beside).map((fact) => sayFact(fact, locale));

describe('facts of any series', () => {
  const value = fc.oneof(
    fc.integer({ min: -5, max: 5 }),
    fc.integer({ min: 0, max: 2_000_000 }),
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.integer({ min: 990, max: 1010 }).map((n) => n / 10),
    fc.integer({ min: 1, max: 60 }).map((n) => n / 100_000),
  );
  const walk = fc.array(fc.integer({ min: -3, max: 5 }), { minLength: 8, maxLength: 60 }).map((steps) => {
    let at = 100;
    return steps.map((step) => (at += step));
  });
  const cells: fc.Arbitrary<(number | null)[]> = fc.oneof<fc.Arbitrary<(number | null)[]>[]>(
    fc.array(fc.option(value, { freq: 8 }), { minLength: 1, maxLength: 40 }),
    fc.array(fc.integer({ min: 100, max: 110 }), { minLength: 1, maxLength: 60 }),
    fc.array(fc.integer({ min: 8000, max: 12_000 }), { minLength: 14, maxLength: 60 }),
    fc.array(fc.constant(7), { minLength: 1, maxLength: 20 }),
    walk,
    walk.map((values) => values.map((one) => one * 101.3)),
  );
  const interval = fc.constantFrom<Interval>('month', 'month', 'quarter', 'year', 'week', 'day', 'half-year', 'hour');
  const step: Partial<Record<Interval, (at: number) => number>> = {
    month: (at) => dateOf(2020 + Math.floor(at / 12), at % 12, 1),
    quarter: (at) => dateOf(2010 + Math.floor(at / 4), (at % 4) * 3, 1),
    year: (at) => dateOf(1985 + at, 0, 1),
    'half-year': (at) => dateOf(2000 + Math.floor(at / 2), (at % 2) * 6, 1),
    week: (at) => day('2020-11-30') + at * 7 * 86_400_000,
    day: (at) => day('2024-02-20') + at * 86_400_000,
    hour: (at) => day('2024-02-20') + at * 3_600_000,
  };
  const made = fc.record({
    first: cells,
    second: cells,
    third: cells,
    every: interval,
    unit: fc.constantFrom('%', '°C', 't', 'passengers', null),
    unfinished: fc.nat(3),
    window: fc.option(fc.tuple(fc.nat(30), fc.integer({ min: 1, max: 30 }))),
    yearStart: fc.constantFrom(1, 1, 4, 7),
    hole: fc.option(fc.nat(20)),
    season: fc.boolean(),
    level: fc.oneof(value, fc.integer({ min: 95, max: 120 })),
    id: fc.constantFrom(...LOCALES),
  });
  it('hold of the raw values and of the numbers as they are written, in every language', () => {
    const kinds = new Set<string>();
    fc.assert(
      fc.property(
        made,
        ({ first, second, third, every, unit, unfinished, window, yearStart, hole, season, level, id }) => {
          const locale = localeOf(id);
          const count = first.length;
          const places = first.map((_, at) => step[every]?.(hole !== null && at >= hole ? at + 1 : at) ?? 0);
          const shown =
            window === null
              ? { from: 0, until: count }
              : { from: Math.min(window[0], count - 1), until: Math.min(count, window[0] + window[1]) };
          const common = {
            keys: places,
            interval: every,
            unit,
            measure: unit === '°C' ? ('temperature' as const) : ('flow' as const),
            finished: Math.max(0, count - unfinished),
            shown,
            yearStart,
            ...(season && { years: 'season' as const }),
          };
          const spreadOver = (values: readonly (number | null)[]) =>
            first.map((_, at) => values[at % values.length] ?? null);
          const lines = [
            series(first, common),
            series(spreadOver(second), { ...common, id: 'b', name: 'Mail' }),
            series(spreadOver(third), { ...common, id: 'c', name: 'Freight' }),
          ];
          const targets = [
            { id: 'one', name: 'Target', at: level },
            { id: 'two', name: '', at: level },
            { id: 'steps', name: 'Plan', at: spreadOver(second) },
          ];
          const beside = { lines, targets, since: places[1] };
          const [line] = lines;
          for (const fact of line ? [...allFactsOf(line, beside), ...spread(lines.map(knownOf))] : []) {
            kinds.add(fact.claim.kind);
            for (const as of ['short', 'spoken'] as const)
              expect(faultOf(fact, beside, locale, as), `${fact.claim.kind}: ${sayFact(fact, locale, as)}`).toBeNull();
          }
        },
      ),
      { numRuns: RUNS },
    );
    // A kind that never came up was not checked; a short run does not reach them all.
    if (RUNS >= 2000) expect([...kinds].sort()).toEqual([...FACT_KINDS].sort());
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

  it('tell which of several lines rose and fell most, unless a reader could not tell that from the next', () => {
    const lineTo = (id: string, last: number) =>
      knownOf(series([...new Array<number>(12).fill(100), last], { id, name: id }));
    const told = (...ends: number[]) =>
      spread(ends.map((end, at) => lineTo('abc'[at] ?? '', end))).map(({ series: { name }, claim }) => [
        name,
        claim.kind,
      ]);
    expect(told(130, 110, 80)).toEqual([['a', 'spread']]);
    expect(told(110, 130, 80)).toEqual([['b', 'spread']]);
    expect(told(130, 130, 80)).toEqual([]);
    expect(told(130, 80, 80)).toEqual([]);
    expect(told(130, 80)).toEqual([['a', 'spread']]);
    expect(told(130)).toEqual([]);
  });

  it('give programs the numbers that they say, by what they are', () => {
    const ness = [10, 12, 14, 13, 15, 18, 20, 19, 16, 14, 12, 11, 12, 14, 17, 15, 18, 22, 25, 23, 19, 16, 14, 13];
    const own = series(ness, { name: 'Ness' });
    const cove = series([...new Array<number>(23).fill(20), 15], { id: 'b', name: 'Cove' });
    const beside = { lines: [own, cove], targets: [{ name: 'target', at: 15 } as Target] };
    const numbers = Object.fromEntries(
      allFactsOf(own, beside).map((fact) => [
        sayFact(fact, ENGLISH),
        Object.fromEntries(Object.entries(numbersOf(fact)).map(([name, number]) => [name, Number(number.toFixed(2))])),
      ]),
    );
    expect(numbers).toEqual({
      'Ness: up 18% on a year earlier, at 13 in December 2025': { value: 13, before: 11, 'change percent': 18.18 },
      'Ness: below Cove since September 2025, at 13 in December 2025': { value: 13, since: 19 },
      'Ness: below target (15) in 11 of 24 months, last in December 2025': { count: 11, of: 24 },
      'Ness: above target (15) in 11 of 24 months, last in October 2025': { count: 11, of: 24 },
      'Ness: 5th fall in a row, to 13 in December 2025': { value: 13, count: 5 },
      'Ness: lowest since January 2025, at 13 in December 2025': { value: 13, since: 12 },
      'Ness: turning point in July 2025, at 25, after 3 rises and before 5 falls': { value: 25, before: 3, after: 5 },
      'Ness: highest in July 2025, at 25': { value: 25, times: 1 },
      'Ness: lowest in January 2024, at 10': { value: 10, times: 1 },
      'Ness: down 7.1% on the month before, at 13 in December 2025': { value: 13, before: 14, 'change percent': 7.14 },
      'Ness: half of all changes from one month to the next are 15% or less': { 'change percent': 15, count: 23 },
      'Ness: 16 on average over 24 months': { value: 15.92, count: 24 },
      'Ness: 13 in December 2025': { value: 13 },
      'Ness: 208 in 2025, up 20% on the same part of the year before': {
        value: 208,
        'change percent': 19.54,
        count: 12,
      },
      'Jan 2024 to Dec 2025': {},
      'Ness: from 10 in January 2024 to 13 in December 2025': { value: 13, before: 10 },
      'Ness: median 15 over 24 months': { value: 15, count: 24 },
      'Ness: 382 in all over 24 months': { value: 382, count: 24 },
      'Ness: up 30% since January 2024, at 13 in December 2025': { value: 13, before: 10, 'change percent': 30 },
    });
    const [most] = spread([own, cove].map(knownOf));
    expect(most && numbersOf(most)).toMatchObject({ 'other change percent': 25 });
  });

  it('take holidays among business days for no holes, and days among days for some', () => {
    const days = [4, 5, 6, 7, 11, 12, 13, 14].map((date) => dateOf(2026, 4, date));
    const kinds = (interval: Interval) =>
      allFactsOf(series([1, 2, 3, 4, 5, 6, 7, 8], { keys: days, interval })).map(({ claim }) => claim.kind);
    expect(kinds('business day')).not.toContain('missing');
    expect(kinds('day')).toContain('missing');
  });

  it('are said in the forms of each language', () => {
    const october = { keys: months(2025, 7, 4) };
    const highest = (values: number[], more: Partial<FactSeries>) =>
      LOCALES.map((id) => said(values, more, localeOf(id)).find((text) => /4|5 /.test(text)));
    // Four months are no record.
    expect(highest([3, 2, 4, 5], october)).toEqual([
      'Load: highest of 4 months, at 5 in October 2025',
      'Load: highest of 4 months, at 5 in October 2025',
      'Load: höchster Wert von 4 Monaten, bei 5 im Oktober 2025',
      'Load\u00a0: plus haut niveau sur 4 mois, à 5 en octobre 2025',
      'Load: el valor más alto de 4 meses, con 5 en octubre de 2025',
      'Load: najwyższa wartość z 4 miesięcy, 5 w październiku 2025 r.',
      'Load: 4 kuukauden suurin arvo, 5 lokakuussa 2025',
    ]);
    const sixty = { keys: months(2020, 11, 60) };
    const rising = Array.from({ length: 60 }, (_, at) => (at === 59 ? 5 : 2 + (at % 3)));
    expect(LOCALES.map((id) => said(rising, sixty, localeOf(id))[0])).toEqual([
      'Load: highest on record, at 5 in October 2025',
      'Load: highest on record, at 5 in October 2025',
      'Load: höchster Wert der gesamten Reihe, bei 5 im Oktober 2025',
      'Load\u00a0: plus haut niveau de toute la série, à 5 en octobre 2025',
      'Load: el valor más alto de toda la serie, con 5 en octubre de 2025',
      'Load: najwyższa wartość w całej serii, 5 w październiku 2025 r.',
      'Load: koko sarjan suurin arvo, 5 lokakuussa 2025',
    ]);
    expect(said([3, 2, 4, 5], { keys: months(2025, 6, 4) }, localeOf('pl-PL'))[0]).toMatch(/we wrześniu 2025 r\.$/);
    expect(said([9, 2, 3, 4, 5], {}, localeOf('pl-PL')).join('\n')).toMatch(
      /wartość od stycznia 2024 r\., 5 w maju 2024 r\.$/m,
    );
    expect(said([9, 2, 3, 4, 5], {}, localeOf('fi-FI')).join('\n')).toMatch(
      /sitten tammikuun 2024, 5 toukokuussa 2024$/m,
    );
  });

  it('have every message in every language, with the same places', () => {
    const places = (text: string) => {
      const found = new Set<unknown>();
      const walk = (value: unknown): void => {
        if (Array.isArray(value)) value.forEach(walk);
        else if (typeof value === 'object' && value !== null) {
          // Words are of type 0; every other element has the name of its place as value.
          if ('type' in value && value.type !== 0 && 'value' in value) found.add(value.value);
          Object.values(value).forEach(walk);
        }
      };
      walk(new IntlMessageFormat(text, 'en').getAst());
      return found;
    };
    const languages = Object.keys(MESSAGES) as Language[];
    for (const language of languages) {
      expect(Object.keys(MESSAGES[language])).toEqual(Object.keys(MESSAGES.en));
      // Some languages tell a change from the place where it begins, others since then.
      for (const [id, text] of Object.entries(MESSAGES[language]))
        for (const place of [
          'name',
          'value',
          'in',
          'change',
          'start',
          'count',
          'target',
          'level',
          'other',
          'otherChange',
          'periods',
          'place',
          'which',
          'list',
          'share',
          'inPart',
          'before',
          'after',
          'from',
          'until',
          'year',
        ])
          expect(places(text).has(place), `${language} ${id} ${place}`).toBe(
            places(MESSAGES.en[id as keyof typeof MESSAGES.en]).has(place),
          );
    }
  });
});

describe('a record', () => {
  it.each<[Interval, number, number]>([
    ['year', 10, 9],
    ['quarter', 20, 19],
    ['month', 60, 59],
    ['half-year', 10, 9],
    ['week', 158, 154],
    ['day', 1097, 1090],
  ])('of a %s each needs %i values, and %i are none', (interval, enough, few) => {
    const step: Partial<Record<Interval, (at: number) => number>> = {
      year: (at) => dateOf(2000 + at, 0, 1),
      quarter: (at) => dateOf(2000 + Math.floor(at / 4), (at % 4) * 3, 1),
      month: (at) => dateOf(2000 + Math.floor(at / 12), at % 12, 1),
      'half-year': (at) => dateOf(2000 + Math.floor(at / 2), (at % 2) * 6, 1),
      week: (at) => day('2001-01-01') + at * 7 * 86_400_000,
      day: (at) => day('2001-01-01') + at * 86_400_000,
    };
    const words = (count: number) => {
      const keys = Array.from({ length: count }, (_, at) => step[interval]?.(at) ?? 0);
      const values = keys.map((_, at) => (at === count - 1 ? 99 : 10 + (at % 7)));
      return said(values, { keys, interval }, ENGLISH, { targets: [{ id: 'x', name: 'Plan', at: 50 }] }).join('\n');
    };
    expect(words(enough)).toMatch(/highest on record/);
    expect(words(enough)).toMatch(/above Plan \(50\) for the first time, at/);
    expect(words(few)).not.toMatch(/on record|for the first time,/);
    expect(words(few)).toMatch(new RegExp(`highest of ${few.toLocaleString('en-GB')} `));
  });
});

describe('trivia', () => {
  it('is no change on the previous period that is smaller than such changes mostly are, worked out by sorting', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 50, max: 150 }), { minLength: 12, maxLength: 40 }), (values) => {
        const told = factsOfSeries(series(values)).find(({ claim }) => claim.kind === 'previous');
        const change = (at: number) => Math.abs((values[at] ?? 0) / (values[at - 1] ?? 0) - 1);
        const changes = values.slice(1).map((_, at) => change(at + 1));
        const larger = changes.filter((one) => one >= change(values.length - 1)).length;
        if (!told || values.at(-1) === values.at(-2)) return;
        // At most half of them are as large, itself among them; or it is so small that this is what is said.
        if (!('little' in told.claim)) expect(larger * 2).toBeLessThanOrEqual(changes.length + 1);
        else expect(4 * change(values.length - 1)).toBeLessThanOrEqual(Math.max(...changes));
      }),
    );
  });
  it('is a change that is little beside what such changes mostly are, and said so, with its sign', () => {
    const years = Array.from({ length: 48 }, (_, at) => 100 + 30 * ((Math.floor(at / 12) * 7 + at) % 5));
    const before = years[35] ?? 0;
    const little = said([...years.slice(0, 47), before + 1], { keys: months(2020, 1, 48) });
    expect(little.join('\n')).toMatch(/Load: little changed on a year earlier \(\+[\d.]+%\), at/);
    const down = said([...years.slice(0, 47), before - 1], { keys: months(2020, 1, 48) }, localeOf('de-DE'));
    expect(down.join('\n')).toMatch(/Load: kaum verändert gegenüber dem Vorjahr \(−[\d,]+\u00a0%\), bei/);
    const much = said([...years.slice(0, 47), before * 1.2], { keys: months(2020, 1, 48) });
    expect(much.join('\n')).not.toMatch(/little changed on a year/);
    // Of a line that never changes much the same is no news.
    const steady = Array.from({ length: 48 }, (_, at) => 100 + (at % 3));
    expect(said(steady, { keys: months(2020, 1, 48) }).join('\n')).not.toMatch(/little changed/);
  });
  it('is no usual change of more than all, and nothing that stays nothing counts as one', () => {
    const kinds = (values: number[]) => allFactsOf(series(values)).flatMap(({ claim }) => claim.kind);
    expect(kinds([1, 9, 1, 12, 2, 30, 1, 9, 1, 14, 2, 20])).not.toContain('typical');
    const still = allFactsOf(series([5, 5, 0, 0, 0, 0, 0, 0, 0, 0, 10, 11]));
    // Eight of eleven steps are none at all.
    expect(still.find(({ claim }) => claim.kind === 'typical')).toBeUndefined();
  });
  it('says what fell to nothing by what there was, and never as a fall of 100 per cent', () => {
    const all = said([50, 52, 60, 55, 49, 58, 61, 40, 0]);
    expect(all.join('\n')).not.toMatch(/100%/);
    expect(all.join('\n')).toMatch(/down 40 on the month before, at 0/);
  });
  it('is no place among three years, and no streak of a line that only ever rises', () => {
    const years = { keys: months(2022, 1, 36) };
    const seasons = (count: number) =>
      allFactsOf(
        series(
          Array.from({ length: count * 12 }, (_, at) => 100 + ((at * 7) % 12) * 10 + at),
          years.keys.length === count * 12 ? years : { keys: months(2020, 1, count * 12) },
        ),
      ).filter(({ claim }) => claim.kind === 'rank' && claim.among === 'season').length;
    expect([seasons(3), seasons(5) > 0]).toEqual([0, true]);
    const rising = factsOfSeries(series(Array.from({ length: 40 }, (_, at) => 100 + at * at)));
    const streak = rising.find(({ claim }) => claim.kind === 'streak');
    expect(streak?.weight ?? 0).toBeLessThan(20);
  });
});
