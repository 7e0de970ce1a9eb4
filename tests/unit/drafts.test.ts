import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { draftFigure, newLines } from '../../src/core/figure/draft.ts';
import { leftOutOf } from '../../src/core/figure/left-out.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { calculate } from '../../src/core/table/calc/calculate.ts';
import { columnsOfRule } from '../../src/core/table/calc/calculation.ts';
import { draftRule, freeKey, mainColumn, RULE_KINDS, titleOfRule } from '../../src/core/table/calc/draft.ts';
import { sayRule } from '../../src/core/table/calc/say.ts';
import { chooseMeasures, numbersNamed } from '../../src/core/table/choose.ts';
import type { Column } from '../../src/core/table/column.ts';
import {
  draftStep,
  draftTest,
  nameOfStep,
  STEP_KINDS,
  summaryOfParts,
  summaryOfPeriods,
} from '../../src/core/table/shape/draft.ts';
import { sayStep } from '../../src/core/table/shape/say.ts';
import { applyStep } from '../../src/core/table/shape/shape.ts';
import { understand } from '../../src/core/table/understand.ts';
import { LOCALES, localeOf } from '../../src/core/text/locale.ts';
import { readDelimited } from '../../src/formats/delimited.ts';
import { dressedLine } from './dressed.ts';
import { dates, months, numbers, tableOf, texts } from './tables.ts';

const ENGLISH = localeOf(LOCALES[0]);
const wide = tableOf([
  dates(months(2024, 1, 30), 'month'),
  numbers(
    'isles',
    Array.from({ length: 30 }, (_, index) => 100 + index),
  ),
  numbers(
    'load',
    Array.from({ length: 30 }, (_, index) => 50 + (index % 7)),
    '%',
  ),
]);
const long = tableOf([
  dates([...months(2026, 1, 3), ...months(2026, 1, 3)], 'month'),
  texts('pier', ['N', 'N', 'N', 'S', 'S', 'S']),
  numbers('a', [1, 2, 3, 4, 5, 6]),
]);

describe('first settings of a calculation', () => {
  it.each(RULE_KINDS)('$name gives values, a title and a sentence at once', ({ kind }) => {
    const rule = draftRule(kind, wide, 'isles');
    const title = titleOfRule(rule, wide);
    const column = calculate(wide, { key: freeKey(wide, title), title, rule });
    expect(column.cells.filter((cell) => typeof cell === 'number').length).toBeGreaterThan(15);
    expect(title.length).toBeGreaterThan(3);
    expect(sayRule(rule, wide, ENGLISH)).toMatch(/[.]$/);
    expect(mainColumn(rule)).toBe(kind === 'level' ? null : 'isles');
    for (const key of columnsOfRule(rule)) expect(['isles', 'load']).toContain(key);
  });
  it('a level is a round number among the values', () => {
    expect(draftRule('level', wide, 'isles')).toEqual({ kind: 'level', value: 100 });
    expect(draftRule('level', wide, 'load')).toEqual({ kind: 'level', value: 50 });
  });
  it('a mean is over a year of periods', () => {
    expect(draftRule('rolling mean', wide, 'isles')).toMatchObject({ periods: 12 });
  });
  it('keys never meet those there are', () => {
    expect(freeKey(wide, 'isles')).toBe('isles_2');
    expect(freeKey(wide, 'Isles, % change')).toBe('isles_change');
  });
});

describe('first settings of a step', () => {
  it.each(STEP_KINDS)('$name can be applied at once, and says what it does', ({ kind }) => {
    const table = kind === 'spread' ? long : wide;
    const step = draftStep(kind, table);
    expect(step).not.toBeNull();
    if (!step) return;
    expect(applyStep(table, step).rows).toBeGreaterThan(0);
    expect(sayStep(step, table, ENGLISH).length).toBeGreaterThan(10);
    expect(nameOfStep(step, table)).toMatch(/^(?:Sample|Isles)/);
  });
  it('parts a long table by its categories, one column each', () => {
    const step = draftStep('spread', long);
    // What “a” measures is not known, so it is never added up.
    expect(step).toMatchObject({ across: 'date', categories: ['pier'], value: 'a', together: 'mean' });
    expect(step && applyStep(long, step).columns.map(({ title }) => title)).toEqual(['date', 'N', 'S']);
  });
  it('sums what adds up, and takes the mean or the last of what does not', () => {
    const by = (title: string, unit: string | null) => {
      const column = numbers(title, [], unit);
      const table = tableOf([column, numbers('other', [1])]);
      return [summaryOfParts(table, column), summaryOfPeriods(table, column)];
    };
    expect(by('passengers', null)).toEqual(['sum', 'sum']);
    expect(by('load', 't')).toEqual(['sum', 'sum']);
    expect(by('employees', null)).toEqual(['sum', 'last']);
    expect(by('cumulative cases', null)).toEqual(['mean', 'last']);
    for (const [title, unit] of [
      ['x', '%'],
      ['x', 'EUR per litre'],
      ['x', 'km/h'],
      ['x', null],
      ['rent', 'EUR'],
    ] as const)
      expect(by(title, unit)).toEqual(['mean', 'mean']);
  });
  it('begins a choice of rows with all of them', () => {
    expect(draftTest(texts('pier', ['N', 'S', null, 'N']))).toEqual({ kind: 'categories', keep: ['N', 'S'] });
    expect(draftTest(numbers('a', [1]))).toEqual({ kind: 'numbers', from: null, to: null });
  });
  it('offers nothing where a table has nothing for it', () => {
    const names = tableOf([texts('pier', ['N', 'S'])]);
    expect(STEP_KINDS.map(({ kind }) => draftStep(kind, names) !== null)).toEqual([
      true,
      false,
      false,
      false,
      false,
      true,
    ]);
  });

  it('refuses a line over periods with several rows, also where numbers tell them apart', () => {
    const draft = (text: string) => () =>
      draftFigure(understand(readDelimited(text), 'Trips'), {
        id: 'f',
        tableId: 't',
        style: DEFAULT_STYLE,
      });
    const rows = (of: (month: number, route: number) => string) =>
      [1, 2, 3, 4].flatMap((month) => [1, 2, 3].map((route) => `2023-0${month},${of(month, route)}`)).join('\n');
    expect(draft(`month,route,passengers\n${rows((month, route) => `${route},${month * 10 + route}`)}`)).toThrow(
      /several rows for each month, one for each “route”/,
    );
    expect(draft(`month,passengers\n${rows((month, route) => `${month * 10 + route}`)}`)).toThrow(
      /several rows for each month and nothing to tell them apart/,
    );
    // One period that stands twice by mistake is named, and drawn.
    expect(draft('month,passengers\n2023-01,1\n2023-02,2\n2023-02,3\n2023-03,4\n2023-04,5')).not.toThrow();
  });
});

describe('what a first figure leaves out', () => {
  const courses = (count: number) =>
    Array.from({ length: count }, (_, at) => numbers(`line${at + 1}`, [10 + at, 12 + at, 11 + at], 't'));
  const across = dates(months(2026, 1, 3), 'month');

  it('is nothing where all measures are drawn, totals apart', () => {
    const total = { ...numbers('all', [30, 36, 33], 't'), total: true } as Column;
    expect(leftOutOf(tableOf([across, ...courses(3), total]), { across: 'date' })).toBeNull();
  });
  it('is said by its reason, with what draws it', () => {
    const table = tableOf([
      across,
      ...courses(8),
      numbers('share_pct', [80, 90, 85], '%'),
      numbers('fuel', [90000, 91000, 92000], 't'),
      numbers('nothing', [null, null, null], 't'),
    ]);
    const left = leftOutOf(table, { across: 'date' });
    expect(left?.text).toBe(
      '6 of 11 number columns are drawn. “Line7” and “Line8” are left out: more lines would be hard to tell apart; “Share” is left out for a different unit (%); “Fuel” is left out for a very different size; “Nothing” is left out: no value.',
    );
    expect(left?.additions).toEqual([
      { say: 'Draw them too', columns: ['line7', 'line8'], axis: 'left' },
      { say: 'Draw “Share” on the right axis', columns: ['share_pct'], axis: 'right' },
    ]);
    expect(left?.isSparkTable).toBe(true);
  });
  it('and what is drawn are together all measures, once each, whatever they hold', () => {
    const cell = fc.oneof(fc.constant(null), fc.integer({ min: -5, max: 5 }), fc.integer({ min: -1e6, max: 1e6 }));
    const column = fc.tuple(fc.array(cell, { minLength: 3, maxLength: 3 }), fc.constantFrom('t', '%', null));
    fc.assert(
      fc.property(fc.array(column, { maxLength: 12 }), (given) => {
        const table = tableOf([across, ...given.map(([cells, unit], at) => numbers(`m${at}`, cells, unit))]);
        const { lines, left } = chooseMeasures(table, 'date');
        const all = [...lines, ...left.flatMap(({ columns }) => columns)].map(({ key }) => key).sort();
        if (lines.length > 0) expect(all).toEqual(given.map((_, at) => `m${at}`).sort());
        const units = new Set(lines.map((line) => (line.kind === 'number' ? line.unit : '')));
        expect(units.size).toBeLessThanOrEqual(1);
      }),
    );
  });
  it('can be ticked by words in titles, several of them, and stars', () => {
    const table = tableOf([
      across,
      ...['Ness 2024', 'Ness 2025', 'Kelda 2025', 'a.b'].map((key) => numbers(key, [1, 2, 3])),
    ]);
    const named = (words: string) => numbersNamed(table, 'date', words);
    expect(named('ness')).toEqual(['Ness 2024', 'Ness 2025']);
    expect(named('*2025')).toEqual(['Ness 2025', 'Kelda 2025']);
    expect(named('kelda, a.b')).toEqual(['Kelda 2025', 'a.b']);
    expect(named('[')).toEqual([]);
    expect(named(' ')).toHaveLength(4);
  });
});

describe('lines that are added', () => {
  it('are told apart from each other and from those that are there, as long as colours and patterns last', () => {
    const keys = Array.from({ length: 30 }, (_, at) => `c${at}`);
    const first = newLines(DEFAULT_STYLE, keys.slice(0, 7), [], (at) => `a${at}`);
    const more = newLines(DEFAULT_STYLE, keys.slice(7), first, (at) => `b${at}`);
    const looks = [...first, ...more].map(dressedLine).map(({ colour, pattern }) => `${colour} ${pattern}`);
    expect(new Set(looks).size).toBe(30);
    expect(
      first
        .map(dressedLine)
        .slice(0, 6)
        .every(({ pattern }) => pattern === 'solid'),
    ).toBe(true);
  });
});
