import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { calculate, withCalculations } from '../../src/core/table/calc/calculate.ts';
import type { Rule } from '../../src/core/table/calc/calculation.ts';
import { sayRule } from '../../src/core/table/calc/say.ts';
import type { Table } from '../../src/core/table/column.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { cellsOf, dates, day, months, numbers, tableOf, texts } from './tables.ts';

const values = (table: Table, rule: Rule) => calculate(table, { key: 'new', title: 'New', rule }).cells;
const column = 'a';

describe('calculated columns, worked by hand', () => {
  const monthly = tableOf([
    dates(months(2024, 11, 6), 'month'),
    numbers('a', [10, 20, null, 0, 5, 8]),
    numbers('b', [2, 0, 4, 5, null, 16], 'EUR'),
  ]);

  it('a level stands in every row', () => {
    expect(values(monthly, { kind: 'level', value: 92.5 })).toEqual([92.5, 92.5, 92.5, 92.5, 92.5, 92.5]);
  });

  it('change and % change on the previous period, missing at a gap and on zero', () => {
    const change = (as: 'difference' | 'percent') => values(monthly, { kind: 'change', column, on: 'previous', as });
    expect(change('difference')).toEqual([null, 10, null, null, 5, 3]);
    expect(change('percent')).toEqual([null, 100, null, null, null, 60]);
  });

  it('% change from a negative value keeps its direction', () => {
    const table = tableOf([dates(months(2025, 1, 3), 'month'), numbers('a', [-10, -5, -15])]);
    expect(values(table, { kind: 'change', column, on: 'previous', as: 'percent' })).toEqual([null, 50, -200]);
  });

  it('an absent row is no previous period', () => {
    const table = tableOf([
      dates([day('2025-01-01'), day('2025-02-01'), day('2025-04-01'), day('2025-05-01')], 'month'),
      numbers('a', [1, 2, 4, 5]),
    ]);
    expect(values(table, { kind: 'change', column, on: 'previous', as: 'difference' })).toEqual([null, 1, null, 1]);
  });

  it('rows need not be in the order of their dates', () => {
    const table = tableOf([
      dates([day('2025-03-01'), day('2025-01-01'), day('2025-02-01')], 'month'),
      numbers('a', [9, 1, 4]),
    ]);
    expect(values(table, { kind: 'change', column, on: 'previous', as: 'difference' })).toEqual([5, null, 3]);
  });

  it('the same month a year earlier, also when months are dated by their last day', () => {
    const ends = ['2024-02-29', '2024-03-31', '2025-02-28', '2025-03-31'].map(day);
    const table = tableOf([dates(ends, 'month'), numbers('a', [1, 2, 3, 4])]);
    expect(values(table, { kind: 'year earlier', column })).toEqual([null, null, 1, 2]);
  });

  it('29 February has no day a year earlier; the days around it have', () => {
    const at = ['2023-02-28', '2023-03-01', '2024-02-28', '2024-02-29', '2024-03-01'].map(day);
    const table = tableOf([dates(at, 'day'), numbers('a', [1, 2, 3, 4, 5])]);
    expect(values(table, { kind: 'year earlier', column })).toEqual([null, null, 1, null, 2]);
  });

  it('ISO week 53 has no week a year earlier, and week 1 follows it', () => {
    // 2020 has 53 weeks; week 53 begins on 28 December 2020, 2021-W01 on 4 January.
    const weeks = ['2019-12-30', '2020-12-21', '2020-12-28', '2021-01-04', '2021-12-27'].map(day);
    const table = tableOf([dates(weeks, 'week'), numbers('a', [1, 52, 53, 101, 152])]);
    // 2020-W01, 2020-W52, 2020-W53, 2021-W01, 2021-W52
    expect(values(table, { kind: 'year earlier', column })).toEqual([null, null, null, 1, 52]);
    expect(values(table, { kind: 'change', column, on: 'previous', as: 'difference' })).toEqual([
      null,
      null,
      1,
      48,
      null,
    ]);
  });

  it('Monday follows Friday among business days', () => {
    const table = tableOf([
      dates([day('2026-10-08'), day('2026-10-09'), day('2026-10-12')], 'business day'),
      numbers('a', [1, 3, 7]),
    ]);
    expect(values(table, { kind: 'change', column, on: 'previous', as: 'difference' })).toEqual([null, 2, 4]);
  });

  it('sign of the value and of its change: win, loss and zero', () => {
    const table = tableOf([dates(months(2025, 1, 5), 'month'), numbers('a', [3, 3, -1, null, 0])]);
    expect(values(table, { kind: 'sign', column, on: 'value' })).toEqual([1, 1, -1, null, 0]);
    expect(values(table, { kind: 'sign', column, on: 'previous' })).toEqual([null, 0, -1, null, null]);
  });

  it('rolling means, trailing and centred, of odd and even counts', () => {
    const table = tableOf([dates(months(2025, 1, 6), 'month'), numbers('a', [1, 2, 6, 3, null, 5])]);
    const mean = (periods: number, place: 'trailing' | 'centred') =>
      values(table, { kind: 'rolling mean', column, periods, place });
    expect(mean(3, 'trailing')).toEqual(
      [null, null, 3, 11 / 3, null, null].map((v) => (v === null ? v : expect.closeTo(v))),
    );
    expect(mean(3, 'centred')).toEqual(
      [null, 3, 11 / 3, null, null, null].map((v) => (v === null ? v : expect.closeTo(v))),
    );
    // Four around February: half of January … not there; around March: ½·1 + 2 + 6 + 3 + ½·missing is missing.
    expect(mean(2, 'centred')).toEqual([null, 2.75, 4.25, null, null, null]);
  });

  it('cumulative in the calendar year begins anew in January and needs the year from its start', () => {
    expect(values(monthly, { kind: 'cumulative', column: 'b', yearStart: 1 })).toEqual([null, null, 4, 9, null, null]);
  });

  it('cumulative in a fiscal year from November, with a gap that ends it', () => {
    expect(values(monthly, { kind: 'cumulative', column, yearStart: 11 })).toEqual([10, 30, null, null, null, null]);
  });

  it('cumulative over ISO weeks gives week 53 to the year of its Thursday', () => {
    const weeks = ['2020-12-21', '2020-12-28', '2021-01-04', '2021-01-11'].map(day);
    const table = tableOf([dates(weeks, 'week'), numbers('a', [1, 2, 4, 8])]);
    expect(values(table, { kind: 'cumulative', column, yearStart: 1 })).toEqual([null, null, 4, 12]);
  });

  it.each(Array.from({ length: 12 }, (_, index) => index + 1))(
    'cumulative in a year that starts in month %i',
    (start) => {
      const table = tableOf([dates(months(2023, start, 25), 'month'), numbers('a', new Array(25).fill(1))]);
      const sums = values(table, { kind: 'cumulative', column, yearStart: start });
      expect(sums).toEqual(Array.from({ length: 25 }, (_, index) => (index % 12) + 1));
    },
  );

  it('share of the columns in the row, of all rows, and of the same period', () => {
    const wide = tableOf([dates(months(2025, 1, 3), 'month'), numbers('a', [1, 3, 0]), numbers('b', [3, null, 0])]);
    expect(values(wide, { kind: 'share', column, of: ['a', 'b'] })).toEqual([25, null, null]);
    expect(values(wide, { kind: 'share', column, of: 'all rows' })).toEqual([25, 75, 0]);
    const [jan, feb] = months(2025, 1, 2);
    const long = tableOf([
      dates([jan ?? 0, jan ?? 0, feb ?? 0, feb ?? 0], 'month'),
      texts('pier', ['North', 'South', 'North', 'South']),
      numbers('a', [1, 3, 4, 4]),
    ]);
    expect(values(long, { kind: 'share', column, of: 'same period' })).toEqual([25, 75, 50, 50]);
  });

  it('total rows do not count in a share', () => {
    const table = tableOf([texts('pier', ['North', 'South', 'Total']), numbers('a', [1, 3, 4])], [2]);
    expect(values(table, { kind: 'share', column, of: 'all rows' })).toEqual([25, 75, 100]);
  });

  it('index to 100 at the first value or at a period', () => {
    const index = (base: number | null) => values(monthly, { kind: 'index', column, base });
    expect(index(null)).toEqual([100, 200, null, 0, 50, 80]);
    expect(index(day('2024-12-01'))).toEqual([50, 100, null, 0, 25, 40]);
    expect(index(day('2025-02-01'))).toEqual([null, null, null, null, null, null]);
  });

  it('difference and arithmetic; a zero divisor is missing', () => {
    expect(values(monthly, { kind: 'difference', column, from: 'b' })).toEqual([8, 20, null, -5, null, -8]);
    const divided: Rule = { kind: 'arithmetic', left: { column: 'a' }, sign: '÷', right: { column: 'b' } };
    expect(values(monthly, divided)).toEqual([5, null, null, 0, null, 0.5]);
    const thousand: Rule = { kind: 'arithmetic', left: { column: 'b' }, sign: '×', right: { number: 1000 } };
    expect(calculate(monthly, { key: 'n', title: 'N', rule: thousand })).toMatchObject({ unit: 'EUR', whole: true });
  });

  it('up to the last finished period', () => {
    const table = tableOf([
      dates(months(2026, 8, 3), 'month', { unfinishedFrom: day('2026-10-01') }),
      numbers('a', [1, 2, 3]),
    ]);
    expect(values(table, { kind: 'finished', column })).toEqual([1, 2, null]);
  });

  it('each series of a long table has its own past', () => {
    const [jan, feb] = months(2025, 1, 2);
    const table = tableOf([
      dates([jan ?? 0, jan ?? 0, feb ?? 0, feb ?? 0], 'month'),
      texts('pier', ['North', 'South', 'North', 'South']),
      numbers('a', [1, 10, 4, 30]),
    ]);
    expect(values(table, { kind: 'change', column, on: 'previous', as: 'difference' })).toEqual([null, null, 3, 20]);
  });

  it('remarks that differ from row to row do not part a table into series', () => {
    const table = tableOf([
      dates(months(2025, 1, 3), 'month'),
      texts('remark', ['storm', null, 'dock works']),
      numbers('a', [1, 2, 4]),
    ]);
    expect(values(table, { kind: 'change', column, on: 'previous', as: 'difference' })).toEqual([null, 1, 2]);
  });

  it('a period that stands twice has no one value', () => {
    const [jan, feb] = months(2025, 1, 2);
    const table = tableOf([dates([jan ?? 0, jan ?? 0, feb ?? 0], 'month'), numbers('a', [1, 2, 4])]);
    expect(values(table, { kind: 'change', column, on: 'previous', as: 'difference' })).toEqual([null, null, null]);
  });

  it('a table without dates knows the row before but no year before', () => {
    const table = tableOf([texts('time', ['06–08', '08–10', '10–12'], true), numbers('a', [1, 4, 9])]);
    expect(values(table, { kind: 'change', column, on: 'previous', as: 'difference' })).toEqual([null, 3, 5]);
    expect(() => values(table, { kind: 'year earlier', column })).toThrow(/no date column/);
  });
});

describe('calculated columns in a table', () => {
  it('may read those before them, and stay with a reason when what they read is gone', () => {
    const table = tableOf([dates(months(2025, 1, 3), 'month'), numbers('a', [1, 2, 4])]);
    const made = withCalculations(table, [
      { key: 'c', title: 'Change', rule: { kind: 'change', column, on: 'previous', as: 'difference' } },
      { key: 's', title: 'Sign', rule: { kind: 'sign', column: 'c', on: 'value' } },
      { key: 'x', title: 'Lost', rule: { kind: 'finished', column: 'gone' } },
    ]);
    expect(cellsOf(made, 's')).toEqual([null, 1, 1]);
    expect(cellsOf(made, 'x')).toEqual([null, null, null]);
    expect(made.remarks[0]?.text).toBe('Lost cannot be calculated: “Sample” no longer has a column “gone”.');
  });

  it('say their rule in a sentence', () => {
    const table = tableOf([dates(months(2025, 1, 3), 'month'), numbers('passengers', [1, 2, 4])]);
    const say = (rule: Rule) => sayRule(rule, table, localeOf('en-GB'));
    expect(say({ kind: 'change', column: 'passengers', on: 'year', as: 'percent' })).toBe(
      'Change of Passengers on the same month a year earlier, in per cent; missing where either is missing or the earlier one is zero.',
    );
    expect(say({ kind: 'rolling mean', column: 'passengers', periods: 12, place: 'centred' })).toBe(
      'Mean of Passengers over 12 months around each (the two ends count half); missing where one of them is missing.',
    );
    expect(say({ kind: 'cumulative', column: 'passengers', yearStart: 4 })).toMatch(/which begins in April/);
  });

  it('never give Infinity or NaN, whatever the values', () => {
    const cell = fc.oneof(
      fc.constant(null),
      fc.constant(0),
      fc.integer({ min: -5, max: 5 }),
      fc.double({ noNaN: true, noDefaultInfinity: true }),
    );
    const rules: Rule[] = [
      { kind: 'change', column, on: 'previous', as: 'percent' },
      { kind: 'change', column, on: 'year', as: 'percent' },
      { kind: 'share', column, of: ['a', 'b'] },
      { kind: 'share', column, of: 'all rows' },
      { kind: 'index', column, base: null },
      { kind: 'rolling mean', column, periods: 4, place: 'centred' },
      { kind: 'cumulative', column, yearStart: 1 },
      { kind: 'arithmetic', left: { column: 'a' }, sign: '÷', right: { column: 'b' } },
      { kind: 'arithmetic', left: { column: 'a' }, sign: '×', right: { column: 'b' } },
    ];
    fc.assert(
      fc.property(
        fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 30 }),
        fc.constantFrom(...rules),
        (rows, rule) => {
          const table = tableOf([
            dates(months(2024, 1, rows.length), 'month'),
            numbers(
              'a',
              rows.map(([a]) => a),
            ),
            numbers(
              'b',
              rows.map(([, b]) => b),
            ),
          ]);
          return values(table, rule).every((value) => value === null || Number.isFinite(value));
        },
      ),
    );
  });
});
