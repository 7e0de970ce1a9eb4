/** Statements typed by hand: known as such where they are true, told of when they no longer are, and silent otherwise. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sentencesOf } from '../../src/core/figure/facts.ts';
import { layoutFigure } from '../../src/core/figure/layout.ts';
import { Mark } from '../../src/core/figure/marks.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { staleness, writtenFor } from '../../src/core/figure/written.ts';
import { proofNotes } from '../../src/core/proof/proof.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Column } from '../../src/core/table/column.ts';
import { LOCALES, type LocaleId, localeOf } from '../../src/core/text/locale.ts';
import { runs } from '../runs.ts';
import { situation } from './situations.ts';
import { dates, months, numbers } from './tables.ts';

// From January 2025 to June 2026: the latest is 58, a year before it was 52, and the highest is 66.
const LOADS = [40, 42, 45, 44, 48, 52, 57, 66, 50, 47, 45, 46, 44, 47, 50, 49, 53, 58];
const MAIL = [24, 21, 23, 25, 22, 20, 24, 23, 21, 22, 25, 24, 23, 22, 21, 20, 23, 24];
const made = (loads: readonly number[], mail: readonly number[] = MAIL.concat(24, 24, 24).slice(0, loads.length)) => {
  const { spec, table } = situation('Loads', [
    dates(months(2025, 1, loads.length), 'month'),
    { ...numbers('a', [...loads], 't'), title: 'Load' },
    { ...numbers('b', [...mail], 't'), title: 'Mail' },
  ]);
  return { spec, figure: resolveFigure(spec, table, DEFAULT_STYLE) };
};
const english = localeOf('en-GB');
const before = made(LOADS).figure;
const nextMonth = made([...LOADS, 61]).figure;
const revised = made([...LOADS.slice(0, -1), 50]).figure;

/** What is said of words that were typed for the data as they are, once the data are others. */
function saidOf(words: string, now: typeof before, locale = english): string[] {
  const written = writtenFor(before, words, locale);
  const stale = staleness(now, words, written, locale);
  if (!stale) return [];
  return [
    ...stale.statements.map(({ now: today }) => today ?? 'nothing'),
    ...(stale.end ? [`ends ${stale.end.now}`] : []),
    ...stale.numbers.map(({ text, now: today }) => `${text} > ${today}`),
  ].map((text) => text.replace(/[\u00a0\u202f]/g, ' '));
}

describe('a statement that is typed', () => {
  it.each<[string, LocaleId, RegExp]>([
    ['Load up 12% on a year earlier', 'en-GB', /^Load: down 3.8% on a year earlier, at 50 t in June 2026$/],
    ['Loads grew by 11.5% in a year', 'en-GB', /^Load: down 3.8% on a year earlier/],
    ['Load rose 9% on the month', 'en-GB', /^Load: down 5.7% on the month before, at 50 t in June 2026$/],
    ['Load 12 % höher als im Vorjahr', 'de-DE', /^Load: 3,8 %/],
    ['Load en hausse de 12 % sur un an', 'fr-FR', /^Load : en baisse de 3,8 %/],
    ['Load sube un 12 % en un año', 'es-ES', /^Load: un 3,8 %/],
    ['Load o 12% więcej niż rok wcześniej', 'pl-PL', /^Load: o 3,8%/],
    ['Load nousi 12 % vuodessa, vuosi sitten vähän', 'fi-FI', /^Load: 3,8 %/],
  ])('says what holds instead once it no longer does: %s', (words, id, today) => {
    const locale = localeOf(id);
    expect(saidOf(words, before, locale)).toEqual([]);
    const said = saidOf(words, revised, locale);
    expect(said).toHaveLength(1);
    expect(said[0]).toMatch(today);
  });

  it('of a peak holds until there is a higher one', () => {
    for (const words of ['Load peaked at 66 t', 'Load was highest in August 2025, at 66 t', 'Load: record of 66 t']) {
      expect(saidOf(words, nextMonth)).toEqual([]);
      expect(saidOf(words, made([...LOADS, 70]).figure)).toEqual(['Load: highest in July 2026, at 70 t']);
    }
    expect(saidOf('Load bottomed at 40 t', made([...LOADS, 38]).figure)).toEqual([
      'Load: lowest in July 2026, at 38 t',
    ]);
  });

  it('of a mean is held against the mean', () => {
    const mean = LOADS.reduce((sum, value) => sum + value, 0) / LOADS.length;
    const words = `Load averaged ${Math.round(mean)} t`;
    expect(saidOf(words, before)).toEqual([]);
    expect(saidOf(words, made([...LOADS, 99]).figure)[0]).toBe('Load: 52 t on average over 19 months');
  });

  it('holds of the newest data where it names no period, and is left behind where it does', () => {
    // 61 is 7.0 % above July 2025, which had 57.
    expect(saidOf('Load up 12% on a year earlier', nextMonth)).toEqual([
      'Load: up 7.0% on a year earlier, at 61 t in July 2026',
    ]);
    for (const period of ['June 2026', 'Jun 2026']) {
      const words = `Load up 12% on a year earlier in ${period}`;
      expect(saidOf(words, nextMonth)).toEqual([
        'Load: up 7.0% on a year earlier, at 61 t in July 2026',
        'ends Jul 2026',
      ]);
    }
  });

  it('means the line that it names, and none where it names none of several', () => {
    expect(saidOf('Mail up 20% on a year earlier', made(LOADS, [...MAIL.slice(0, -1), 20]).figure)).toEqual([
      'Mail: the same as a year earlier, at 20 t in June 2026',
    ]);
    expect(writtenFor(before, 'Up 12% on a year earlier', english)?.statements).toEqual([]);
    // It is not true of this one.
    expect(writtenFor(before, 'Mail up 12% on a year earlier', english)?.statements).toEqual([]);
    expect(writtenFor(before, 'Load down 12% on a year earlier', english)?.statements).toEqual([]);
    expect(writtenFor(before, 'Load up 13% on a year earlier', english)?.statements).toEqual([]);
  });
});

describe('a statement that is typed of how many or which one', () => {
  // Three rises, the second highest of 19, and above 50 in six of 19 months.
  const rising = [...LOADS, 61];
  const withPlan = (loads: readonly number[]) => {
    const { spec, table } = situation('Loads', [
      dates(months(2025, 1, loads.length), 'month'),
      { ...numbers('a', [...loads], 't'), title: 'Load', measure: 'flow' } as Column,
      { ...numbers('b', [...MAIL, 24, 24, 24].slice(0, loads.length), 't'), title: 'Mail', measure: 'flow' } as Column,
      {
        ...numbers(
          'c',
          loads.map(() => 10),
          't',
        ),
        title: 'Post',
        measure: 'flow',
      } as Column,
    ]);
    spec.marks = [
      Mark.parse({ kind: 'level', id: 'plan', name: 'Plan', at: 50.5, axis: 'left', shown: true, colour: '#000000' }),
    ];
    return resolveFigure(spec, table, DEFAULT_STYLE);
  };
  const now = withPlan(rising);
  const later = (next: number) => withPlan([...rising, next]);
  const said = (words: string, figure: typeof now, id: LocaleId) => {
    const locale = localeOf(id);
    const written = writtenFor(now, words, locale);
    expect(
      written?.statements.map(({ fact }) => fact.kind),
      words,
    ).toHaveLength(1);
    return (staleness(figure, words, written, locale)?.statements ?? []).map(({ now: today }) =>
      (today ?? 'nothing').replace(/[\u00a0\u202f]/g, ' '),
    );
  };

  it.each<[LocaleId, string, string, string]>([
    [
      'en-GB',
      'Load rose for the third consecutive month',
      'Load is second-highest',
      'Load above Plan in 6 of 19 months',
    ],
    ['en-GB', 'Load up three months in a row', 'Load: the 2nd highest', 'Load beat the Plan in 6 months'],
    [
      'de-DE',
      'Load zum dritten Mal in Folge gestiegen',
      'Load auf dem zweiten Platz, höchster Stand',
      'Load in 6 von 19 Monaten über Plan',
    ],
    ['fr-FR', 'Load : troisième hausse consécutive', 'Load au deuxième plus haut', 'Load au-dessus de Plan dans 6 cas'],
    ['es-ES', 'Load: tercera subida consecutiva', 'Load, segundo máximo', 'Load por encima de Plan en 6 meses'],
    ['pl-PL', 'Load: trzeci wzrost z rzędu', 'Load: drugi najwyższy', 'Load 6 razy powyżej Plan'],
    ['fi-FI', 'Load: kolmas peräkkäinen nousu', 'Load toinen ja korkein', 'Load yli Plan 6 kertaa'],
  ])('holds until it is another number, in %s: %s', (id, streak, rank, target) => {
    for (const words of [streak, rank, target]) expect(said(words, now, id), words).toEqual([]);
    // A fourth rise, to the highest of all, above the plan once more.
    const higher = later(70);
    expect(said(streak, higher, id)).toHaveLength(1);
    expect(said(streak, higher, id)[0]).toMatch(/4|viert|quatri|cuart|czwart|neljä/);
    expect(said(rank, higher, id)).toEqual(['nothing']);
    expect(said(target, higher, id)[0]).toMatch(/7/);
    // A fall below the plan: no rise in a row any more; still in six months.
    const lower = later(40);
    expect(said(streak, lower, id)).toEqual(['nothing']);
    expect(said(target, lower, id)).toEqual([]);
  });

  it.each<[LocaleId, string]>([
    ['en-GB', 'Load accounted for 64.2% of the total'],
    ['de-DE', 'Load mit einem Anteil von 64,2 %'],
    ['fr-FR', 'Load : une part de 64,2 %'],
    ['es-ES', 'Load con una cuota del 64,2 %'],
    ['pl-PL', 'Load: udział 64,2%'],
    ['fi-FI', 'Load: osuus 64,2 %'],
  ])('of a share holds until it is another one, in %s', (id, words) => {
    expect(said(words, now, id)).toEqual([]);
    expect(said(words, later(40), id)[0]).toMatch(/54/);
  });

  it('means no place or count that the data do not have', () => {
    for (const words of [
      'Load rose for the second consecutive month',
      'Load fell for the third consecutive month',
      'Load is third-highest',
      'Load is second-lowest',
      'Load below Plan in 6 of 19 months',
      'Load above budget in 6 of 19 months',
      'Load has 3 piers in a row',
    ])
      expect(writtenFor(now, words, english)?.statements, words).toEqual([]);
  });
});

describe('words that state nothing', () => {
  it.each([
    'Load and mail by month',
    'Freight on 24 routes',
    'Source: harbour office, 24 piers',
    'Tonnes',
    '2025 and 2026',
  ])('are silent when the data go on: %s', (words) => {
    expect(saidOf(words, nextMonth)).toEqual([]);
    expect(saidOf(words, made([...LOADS, 61], [...MAIL.map(() => 30), 31]).figure)).toEqual([]);
  });

  it.each(['January 2025 to June 2026', 'Jan 2025 – Jun 2026', 'Load until June 2026'])(
    'are left behind where they name where the data end: %s',
    (words) => {
      expect(saidOf(words, nextMonth)).toEqual(['ends Jul 2026']);
      expect(saidOf(words, revised)).toEqual([]);
    },
  );

  it('that name the year in which the data end are, too, once those end in another one', () => {
    expect(saidOf('Loads, 2025 to 2026', made([...LOADS, 1, 2, 3, 4, 5, 6].map((one) => one + 1)).figure)).toEqual([]);
    expect(saidOf('Loads, 2025 to 2026', made([...LOADS, 1, 2, 3, 4, 5, 6, 7]).figure)).toEqual(['ends Jan 2027']);
  });

  it('hold numbers that are values of the line that they speak of', () => {
    expect(saidOf('Load reached 58 tonnes', revised)).toEqual(['58 > 50']);
    expect(saidOf('58 t', revised)).toEqual(['58 > 50']);
    expect(saidOf('58 tenders', revised)).toEqual([]);
  });
});

describe('changes of any series', () => {
  it('that are typed as they are said are known, and told exactly where they are another number or way', () => {
    const value = fc.integer({ min: 20, max: 900 });
    let told = 0;
    fc.assert(
      fc.property(fc.array(value, { minLength: 14, maxLength: 30 }), value, value, (loads, latest, other) => {
        const [from, until] = [loads.at(-12) ?? 0, loads.length];
        /** The change on the same month of the year before, in whole per cent, worked out from the values. */
        const change = (now: number) => Math.sign(now - from) * Math.round((Math.abs(now - from) / from) * 100);
        const [was, is] = [change(latest), change(other)];
        // What is said in other units, or of what is near a half, is no part of this.
        const isPlain = (now: number) =>
          Math.abs(change(now)) > 10 &&
          Math.abs(change(now)) < 100 &&
          Math.abs(((now - from) / from) * 100 - change(now)) < 0.4;
        if (!isPlain(latest) || !isPlain(other)) return;
        const figureOf = (now: number) => made([...loads, now], new Array(until + 1).fill(24)).figure;
        const figure = figureOf(latest);
        const words = `Load ${was > 0 ? 'up' : 'down'} ${Math.abs(was)}% on a year earlier`;
        const written = writtenFor(figure, words, english);
        expect(written?.statements).toHaveLength(1);
        expect(staleness(figure, words, written, english)).toBeNull();
        const stale = staleness(figureOf(other), words, written, english);
        expect(stale !== null).toBe(was !== is);
        if (stale) {
          told++;
          const [statement] = stale.statements;
          expect(statement?.now).toContain(`${is > 0 ? 'up' : 'down'} ${Math.abs(is)}% on a year earlier`);
        }
      }),
      { numRuns: runs(300) },
    );
    expect(told).toBeGreaterThan(runs(300) / 20);
  });
});

describe('sentences of our own that are typed by hand', () => {
  it('hold of the data that they were typed for, and of others for as long as those say the very same', () => {
    const value = fc.integer({ min: 20, max: 90 });
    const kinds = new Set<string>();
    fc.assert(
      fc.property(
        fc.array(value, { minLength: 16, maxLength: 40 }),
        fc.array(fc.tuple(fc.nat(39), value), { minLength: 1, maxLength: 3 }),
        fc.constantFrom(...LOCALES),
        fc.constantFrom('short' as const, 'spoken' as const),
        (loads, changes, id, as) => {
          const locale = localeOf(id);
          const mail = loads.map((_, at) => 50 + ((at * 7) % 11));
          const other = [...loads];
          for (const [at, to] of changes) other[at % other.length] = to;
          const [figure, later] = [made(loads, mail).figure, made(other, mail).figure];
          const saidLater = new Set(sentencesOf(later, null, locale, as).map(({ text }) => text));
          for (const { text } of sentencesOf(figure, null, locale, as)) {
            const written = writtenFor(figure, text, locale);
            for (const { fact } of written?.statements ?? []) kinds.add(fact.kind);
            expect(staleness(figure, text, written, locale), text).toBeNull();
            if (saidLater.has(text))
              expect(staleness(later, text, written, locale)?.statements ?? [], text).toEqual([]);
          }
        },
      ),
      { numRuns: runs(120) },
    );
    expect([...kinds]).toEqual(expect.arrayContaining(['year', 'high', 'low', 'mean', 'streak', 'rank']));
  });
});

describe('the language of words', () => {
  const noteOn = (title: string, id: LocaleId) => {
    const { spec } = made(LOADS);
    const figure = resolveFigure({ ...spec, words: { ...spec.words, title } }, situationTable, DEFAULT_STYLE);
    const locale = localeOf(id);
    const layout = layoutFigure(figure, DEFAULT_STYLE, locale);
    return proofNotes({ figure, layout, style: DEFAULT_STYLE, locale }).find(({ check }) => check === 'other-language');
  };
  const situationTable = situation('Loads', [
    dates(months(2025, 1, LOADS.length), 'month'),
    { ...numbers('a', LOADS, 't'), title: 'Load' },
    { ...numbers('b', MAIL, 't'), title: 'Mail' },
  ]).table;

  it('is told where it is plainly not that of the report', () => {
    expect(noteOn('Die Fracht ist seit dem Frühjahr gestiegen', 'en-GB')).toMatchObject({
      title: 'The title is in German',
      text: expect.stringMatching(/^The report is in English/),
    });
    expect(noteOn('The load was higher than in the year before', 'fr-FR')?.title).toBe('The title is in English');
  });

  it.each<[string, LocaleId]>([
    ['Die Fracht ist seit dem Frühjahr gestiegen', 'de-DE'],
    ['Load and mail', 'fr-FR'],
    ['Instituto Nacional de Estadística', 'en-GB'],
    ['The view from the Île de la Cité', 'en-GB'],
    ['', 'pl-PL'],
  ])('is not told of %s in a report in %s', (title, id) => {
    expect(noteOn(title, id)).toBeUndefined();
  });
});
