import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Cell, Table } from '../../src/core/table/column.ts';
import { sayStep } from '../../src/core/table/shape/say.ts';
import { applyStep, applySteps } from '../../src/core/table/shape/shape.ts';
import type { Step, StepOf } from '../../src/core/table/shape/step.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { cellsOf, dates, day, months, numbers, tableOf, texts } from './tables.ts';

const brief = (table: Table) => table.columns.map((column) => [column.title, ...column.cells]);
const total = (by: StepOf<'aggregate'>['measures'][number]['by'], to: StepOf<'aggregate'>['to'], more = {}): Step => ({
  kind: 'aggregate',
  to,
  yearStart: 1,
  measures: [{ column: 'a', by }],
  lacking: 'missing',
  ...more,
});
const run = (from: string, count: number, step = 1) =>
  Array.from({ length: count }, (_, index) => day(from) + index * step * 86_400_000);

describe('keeping rows', () => {
  const table = tableOf(
    [
      dates(months(2025, 11, 4), 'month'),
      texts('pier', ['North', 'South', 'North', null]),
      numbers('a', [1, 2, null, 4]),
    ],
    [3],
  );
  const kept = (column: string, test: StepOf<'keep'>['test']) => applyStep(table, { kind: 'keep', column, test });

  it('by a date window that includes both ends, whatever day of the month they name', () => {
    const made = kept('date', { kind: 'dates', from: day('2025-12-15'), to: day('2026-01-31') });
    expect(cellsOf(made, 'a')).toEqual([2, null]);
    expect(made.totals).toEqual([]);
  });
  it('by the last periods, by category and by number', () => {
    expect(cellsOf(kept('date', { kind: 'last', periods: 2 }), 'a')).toEqual([null, 4]);
    expect(kept('date', { kind: 'last', periods: 2 }).totals).toEqual([1]);
    expect(cellsOf(kept('pier', { kind: 'categories', keep: ['North'] }), 'a')).toEqual([1, null]);
    expect(cellsOf(kept('a', { kind: 'numbers', from: 2, to: null }), 'a')).toEqual([2, 4]);
  });
});

describe('turning', () => {
  it('makes rows of series and periods of rows, totals with them', () => {
    const table = tableOf(
      [
        texts('route', ['Outer Isles', 'Kelda', 'All routes']),
        numbers('Nov-25', [1, 2, 3], 't'),
        numbers('Dec-25', [4, null, 4], 't'),
      ],
      [2],
    );
    const turned = applyStep(table, { kind: 'turn' });
    expect(brief(turned)).toEqual([
      ['Period', day('2025-11-01'), day('2025-12-01')],
      ['Outer Isles', 1, 4],
      ['Kelda', 2, null],
      ['All routes', 3, 4],
    ]);
    expect(turned.columns[0]).toMatchObject({ kind: 'date', interval: 'month' });
    expect(turned.columns[3]).toMatchObject({ total: true, unit: 't' });
    expect(applyStep(turned, { kind: 'turn' }).totals).toEqual([2]);
  });

  const cell = fc.oneof(fc.constant(null), fc.integer({ min: -1000, max: 1000 }));
  it('twice is the table itself', () => {
    const shape = fc.tuple(fc.integer({ min: 2, max: 15 }), fc.integer({ min: 1, max: 6 }));
    fc.assert(
      fc.property(
        shape.chain(([rows, columns]) =>
          fc.array(fc.array(cell, { minLength: rows, maxLength: rows }), { minLength: columns, maxLength: columns }),
        ),
        fc.integer({ min: 1, max: 12 }),
        (lists, month) => {
          const table = tableOf([
            dates(months(2024, month, lists[0]?.length ?? 0), 'month'),
            ...lists.map((list, index) => numbers(`route ${String.fromCharCode(97 + index)}`, list)),
          ]);
          const twice = applySteps(table, [{ kind: 'turn' }, { kind: 'turn' }]);
          expect(brief(twice).map(([, ...cells]) => cells)).toEqual(brief(table).map(([, ...cells]) => cells));
          expect(twice.columns.slice(1).map(({ title }) => title)).toEqual(
            table.columns.slice(1).map(({ title }) => title),
          );
          expect(twice.columns.map(({ kind }) => kind)).toEqual(table.columns.map(({ kind }) => kind));
        },
      ),
    );
  });

  it('refuses to make thousands of columns', () => {
    const table = tableOf([texts('name', new Array(2001).fill('x')), numbers('a', new Array(2001).fill(1))]);
    expect(() => applyStep(table, { kind: 'turn' })).toThrow(/2001 rows/);
  });
});

describe('long and wide', () => {
  const [jan = 0, feb = 0] = months(2026, 1, 2);
  const long = tableOf([
    dates([feb, jan, jan, jan, feb, null], 'month'),
    texts('pier', ['North', 'North', 'South', 'South', 'South', 'South']),
    texts('class', ['car', 'car', 'car', 'bus', 'car', 'bus']),
    numbers('a', [5, 1, 2, 3, null, 9], 'cars'),
  ]);
  const spread = (categories: string[], together: StepOf<'spread'>['together'] = 'sum'): Step => ({
    kind: 'spread',
    across: 'date',
    categories,
    value: 'a',
    together,
  });

  it('gives one column for each combination, in order of appearance, over sorted dates', () => {
    expect(brief(applyStep(long, spread(['pier', 'class'])))).toEqual([
      ['date', jan, feb],
      ['North, car', 1, 5],
      ['South, car', 2, null],
      ['South, bus', 3, null],
    ]);
  });
  it('takes several values of one cell together; a missing part makes a sum missing', () => {
    expect(brief(applyStep(long, spread(['pier'])))).toEqual([
      ['date', jan, feb],
      ['North', 1, 5],
      ['South', 5, null],
    ]);
    expect(cellsOf(applyStep(long, spread(['class'], 'mean')), 'car')).toEqual([1.5, 5]);
    expect(cellsOf(applyStep(long, spread(['class'], 'max')), 'car')).toEqual([2, 5]);
    expect(cellsOf(applyStep(long, spread(['class'], 'last')), 'car')).toEqual([2, 5]);
  });
  it('keeps keys and order when rows are added', () => {
    const more: Table = {
      ...long,
      rows: 7,
      columns: long.columns.map((column, index) => ({
        ...column,
        cells: [...column.cells, [feb, 'Kelda', 'car', 7][index] as Cell],
      })),
    };
    const keys = (table: Table) => applyStep(table, spread(['pier'])).columns.map(({ key }) => key);
    expect(keys(more)).toEqual([...keys(long), 'kelda']);
  });

  it('long to wide undoes wide to long', () => {
    const cell = fc.oneof(fc.constant(null), fc.integer({ min: -1000, max: 1000 }));
    const shape = fc.tuple(fc.integer({ min: 1, max: 20 }), fc.integer({ min: 1, max: 6 }));
    fc.assert(
      fc.property(
        shape.chain(([rows, columns]) =>
          fc.array(fc.array(cell, { minLength: rows, maxLength: rows }), { minLength: columns, maxLength: columns }),
        ),
        (lists) => {
          const wide = tableOf([
            dates(months(2024, 5, lists[0]?.length ?? 0), 'month'),
            ...lists.map((list, index) => numbers(`route_${index}`, list)),
          ]);
          const gather: Step = {
            kind: 'gather',
            columns: wide.columns.slice(1).map(({ key }) => key),
            name: 'Route',
            value: 'Passengers',
          };
          const back: Step = {
            kind: 'spread',
            across: 'date',
            categories: ['route'],
            value: 'passengers',
            together: 'sum',
          };
          const made = applySteps(wide, [gather, back]);
          expect(made.remarks).toEqual([]);
          expect(brief(made)).toEqual(brief(wide));
          expect(made.columns.map(({ key }) => key)).toEqual(wide.columns.map(({ key }) => key));
        },
      ),
    );
  });
});

describe('taking periods together', () => {
  it('months to quarters and years; a period the data do not cover is missing', () => {
    const table = tableOf([dates(months(2024, 12, 8), 'month'), numbers('a', [1, 2, 3, 4, 5, null, 7, 8])]);
    const quarters = applyStep(table, total('sum', 'quarter'));
    expect(brief(quarters)).toEqual([
      ['date', ...['2024-10-01', '2025-01-01', '2025-04-01', '2025-07-01'].map(day)],
      ['a', null, 9, null, null],
    ]);
    expect(quarters.columns[0]).toMatchObject({ interval: 'quarter' });
    expect(cellsOf(applyStep(table, total('sum', 'quarter', { lacking: 'taken as it is' })), 'a')).toEqual([
      1, 9, 12, 8,
    ]);
    expect(cellsOf(applyStep(table, total('last', 'year', { lacking: 'taken as it is' })), 'a')).toEqual([1, 8]);
  });

  it('days to months, of which one with a few days is missing and said to be so', () => {
    const january = Array.from({ length: 31 }, (_, at) => Date.UTC(2023, 0, at + 1));
    const february = [3, 9, 17, 28].map((at) => Date.UTC(2023, 1, at));
    const march = Array.from({ length: 31 }, (_, at) => Date.UTC(2023, 2, at + 1)).filter((_, at) => at % 7 !== 0);
    const all = [...january, ...february, ...march];
    const table = tableOf([
      dates(all, 'day'),
      numbers(
        'a',
        all.map(() => 1),
      ),
    ]);
    const made = applyStep(table, total('sum', 'month'));
    expect(cellsOf(made, 'a')).toEqual([31, null, 26]);
    expect(made.remarks.map(({ text }) => text)).toEqual([
      'date: 2 of 3 months lack days; Feb 2023 has 4 of 28. 1 such month counts as missing.',
    ]);
    const taken = applyStep(table, total('sum', 'month', { lacking: 'taken as it is' }));
    expect(cellsOf(taken, 'a')).toEqual([31, 4, 26]);
    expect(taken.remarks[0]?.text).toMatch(/They are taken as they are/);
  });

  it.each(Array.from({ length: 12 }, (_, index) => index + 1))('years that start in month %i', (start) => {
    const table = tableOf([
      dates(months(2023, start, 24), 'month'),
      numbers(
        'a',
        Array.from({ length: 24 }, (_, i) => i),
      ),
    ]);
    const made = applyStep(table, total('sum', 'year', { yearStart: start }));
    expect(brief(made)).toEqual([
      ['date', ...months(2023, start, 13).filter((_, i) => i % 12 === 0)],
      ['a', 66, 210],
    ]);
  });

  it('days to months in a leap year: February needs all of its 29 days to be near its end', () => {
    const table = tableOf([dates(run('2024-02-01', 60), 'day'), numbers('a', new Array(60).fill(1))]);
    expect(brief(applyStep(table, total('sum', 'month')))).toEqual([
      ['date', day('2024-02-01'), day('2024-03-01')],
      ['a', 29, 31],
    ]);
  });

  it('weeks go to the month and year of their Thursday; a 53rd week counts in its year', () => {
    // 2020-W53 begins 28 December 2020; its Thursday is 31 December.
    const table = tableOf([dates(run('2019-12-30', 54, 7), 'week'), numbers('a', new Array(54).fill(1))]);
    expect(brief(applyStep(table, total('sum', 'year')))).toEqual([
      ['date', day('2020-01-01'), day('2021-01-01')],
      ['a', 53, null],
    ]);
    const monthly = cellsOf(applyStep(table, total('sum', 'month')), 'a') ?? [];
    expect(monthly.slice(0, 4)).toEqual([5, 4, 4, 5]);
  });

  it('business days to weeks, with the mean, the least and the most', () => {
    const five = ['2026-10-05', '2026-10-06', '2026-10-07', '2026-10-08', '2026-10-09'].map(day);
    const table = tableOf([dates(five, 'business day'), numbers('a', [1, 2, 3, 4, 10])]);
    const by = (how: 'mean' | 'min' | 'max') => cellsOf(applyStep(table, total(how, 'week')), 'a');
    expect([by('mean'), by('min'), by('max')]).toEqual([[4], [1], [10]]);
  });

  it('an unfinished month makes its quarter missing', () => {
    const table = tableOf([
      dates(months(2026, 7, 6), 'month', { unfinishedFrom: day('2026-12-01') }),
      numbers('a', [1, 1, 1, 1, 1, 1]),
    ]);
    expect(cellsOf(applyStep(table, total('sum', 'quarter')), 'a')).toEqual([3, null]);
  });

  it('keeps the series of a long table apart', () => {
    const at = months(2025, 1, 3).flatMap((month) => [month, month]);
    const table = tableOf([
      dates(at, 'month'),
      texts('pier', ['N', 'S', 'N', 'S', 'N', 'S']),
      numbers('a', [1, 10, 2, 20, 3, 30]),
    ]);
    expect(brief(applyStep(table, total('sum', 'quarter')))).toEqual([
      ['date', day('2025-01-01'), day('2025-01-01')],
      ['pier', 'N', 'S'],
      ['a', 6, 60],
    ]);
  });

  it('refuses to make finer periods', () => {
    const table = tableOf([dates(months(2025, 1, 3), 'month'), numbers('a', [1, 2, 3])]);
    expect(() => applyStep(table, total('sum', 'week'))).toThrow(
      '“Sample” is monthly, so it cannot be combined by week.',
    );
  });
});

describe('overlay years', () => {
  const years = (yearStart: number): Step => ({ kind: 'years', column: 'a', yearStart });

  it('months by calendar and by fiscal year', () => {
    const table = tableOf([dates(months(2024, 11, 4), 'month'), numbers('a', [1, 2, 3, 4])]);
    expect(brief(applyStep(table, years(1)))).toEqual([
      ['Month', 'Jan', 'Feb', 'Nov', 'Dec'],
      ['2024', null, null, 1, 2],
      ['2025', 3, 4, null, null],
    ]);
    expect(brief(applyStep(table, years(12)))).toEqual([
      ['Month', 'Dec', 'Jan', 'Feb', 'Nov'],
      ['2023/24', null, null, null, 1],
      ['2024/25', 2, 3, 4, null],
    ]);
    expect(applyStep(table, years(1)).columns[0]).toMatchObject({ kind: 'text', ordered: true });
  });

  it('weeks with a 53rd, and the leap day', () => {
    const weekly = tableOf([
      dates(['2020-12-28', '2021-01-04', '2021-12-27'].map(day), 'week'),
      numbers('a', [53, 1, 52]),
    ]);
    expect(brief(applyStep(weekly, years(1)))).toEqual([
      ['Week', 'W01', 'W52', 'W53'],
      ['2020', null, null, 53],
      ['2021', 1, 52, null],
    ]);
    const daily = tableOf([
      dates(['2023-02-28', '2023-03-01', '2024-02-29', '2024-03-01'].map(day), 'day'),
      numbers('a', [1, 2, 3, 4]),
    ]);
    expect(brief(applyStep(daily, years(1)))).toEqual([
      ['Day', '28 Feb', '29 Feb', '1 Mar'],
      ['2023', 1, null, 2],
      ['2024', null, 3, 4],
    ]);
  });
});

describe('steps in a row', () => {
  it('that no longer fit leave an empty table and say why', () => {
    const table = tableOf([dates(months(2025, 1, 3), 'month'), numbers('a', [1, 2, 3])]);
    const made = applySteps(table, [{ kind: 'keep', column: 'gone', test: { kind: 'last', periods: 1 } }]);
    expect([made.rows, made.remarks[0]?.text]).toEqual([0, 'There is no column “gone” in “Sample” to keep rows by.']);
  });
  it('say what they do', () => {
    const table = tableOf([dates(months(2025, 1, 3), 'month'), numbers('a', [1, 2, 3])]);
    const say = (step: Step) => sayStep(step, table, localeOf('en-GB'));
    expect(say({ kind: 'keep', column: 'date', test: { kind: 'dates', from: day('2025-02-01'), to: null } })).toBe(
      'Only rows whose Date is Feb 2025 or later.',
    );
    expect(say(total('sum', 'quarter'))).toBe('One row per quarter: sum of A; a quarter that lacks values is missing.');
  });
});
