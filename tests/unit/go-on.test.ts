import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Refusal } from '../../src/core/refusal.ts';
import type { Cell, Column } from '../../src/core/table/column.ts';
import { goneOn as follow } from '../../src/core/table/go-on.ts';
import { periodNumber } from '../../src/core/table/periods.ts';
import { INTERVALS } from '../../src/core/time/interval.ts';
import { dates, day, numbers, tableOf, texts } from './tables.ts';
import { Edited } from './typing.ts';

function goneOn(column: Column, from: number, to: number): readonly Cell[] {
  const edited = Edited.of(tableOf([column]));
  const { at, texts: down } = follow(edited.table, [column.key], { from, to });
  return edited.typeDown(at, down).cells(column.key);
}

describe('cells that go on', () => {
  it.each([
    ['numbers by their last step', numbers('a', [10, 12.5, null, null]), 0, 3, [10, 12.5, 15, 17.5]],
    ['numbers without the noise of fractions', numbers('a', [0.1, 0.2, null, null]), 0, 3, [0.1, 0.2, 0.3, 0.4]],
    ['a single number by one', numbers('a', [7, null, null]), 0, 2, [7, 8, 9]],
    ['texts by the number in them', texts('a', ['Pier 09', null, null]), 0, 2, ['Pier 09', 'Pier 10', 'Pier 11']],
    ['a full stretch from its first cell', numbers('a', [5, 1, 1]), 0, 2, [5, 6, 7]],
    ['one row from the two above it', numbers('a', [5, 15, null]), 2, 2, [5, 15, 25]],
    ['rows below the last', numbers('a', [1, 2]), 0, 3, [1, 2, 3, 4]],
    [
      'month ends as month ends',
      dates([day('2026-01-31'), null, null, null], 'month'),
      0,
      3,
      ['2026-01-31', '2026-02-28', '2026-03-31', '2026-04-30'].map(day),
    ],
    [
      'the last day of a short month as last days',
      dates([day('2026-02-28'), null, null], 'month'),
      0,
      2,
      ['2026-02-28', '2026-03-31', '2026-04-30'].map(day),
    ],
    [
      'working days over a weekend',
      dates([day('2026-11-26'), null, null], 'business day'),
      0,
      2,
      ['2026-11-26', '2026-11-27', '2026-11-30'].map(day),
    ],
    ['several units at once', dates([day('2020-01-01'), null], '5 years'), 0, 1, ['2020-01-01', '2025-01-01'].map(day)],
  ])('%s', (_, column, from, to, wanted) => {
    expect(goneOn(column, from, to)).toEqual(wanted);
  });

  it('are one period after the other, whatever the interval and the day they begin on', () => {
    const start = fc.integer({ min: day('1900-01-01') / 86_400_000, max: day('2100-12-31') / 86_400_000 });
    fc.assert(
      fc.property(fc.constantFrom(...INTERVALS), start, (interval, at) => {
        const first = at * 86_400_000;
        // A weekend is no working day to begin on.
        fc.pre(interval !== 'business day' || ![0, 6].includes(new Date(first).getUTCDay()));
        const made = goneOn(dates([first, null, null, null, null], interval), 0, 4);
        const periods = made.map((cell) => periodNumber(Number(cell), interval));
        expect(periods).toEqual(periods.map((_, index) => Number(periods[0]) + index));
      }),
    );
  });

  it.each([
    ['nothing to go on from', numbers('a', [null, null]), 0, 1],
    ['a text without a number', texts('a', ['Ness', null]), 0, 1],
    ['a cell that could not be read', numbers('a', ['closed', null]), 0, 1],
    ['the first row alone', numbers('a', [1]), 0, 0],
  ])('are refused for %s', (_, column, from, to) => {
    expect(() => goneOn(column, from, to)).toThrow(Refusal);
  });
});
