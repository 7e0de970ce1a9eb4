/** Small cases of reading and shaping tables, each for a line that could be broken without any other test noticing. */
import { describe, expect, it } from 'vitest';
import { draftRule } from '../../src/core/table/calc/draft.ts';
import { DATE_SHAPES } from '../../src/core/table/dates.ts';
import { limitCells } from '../../src/core/table/limits.ts';
import { plainNumber } from '../../src/core/table/plain-number.ts';
import { applyStep } from '../../src/core/table/shape/shape.ts';
import type { Step } from '../../src/core/table/shape/step.ts';
import { turnTable } from '../../src/core/table/shape/turn.ts';
import { yearsTable } from '../../src/core/table/shape/years.ts';
import { dates, months, numbers, tableOf, texts } from './tables.ts';

describe('a table that is turned', () => {
  const month = dates(months(2026, 1, 2), 'month');
  const metaOf = (...columns: Parameters<typeof tableOf>[0]) =>
    turnTable(tableOf([month, ...columns])).columns.map((column) =>
      column.kind === 'number' ? [column.title, column.unit, column.whole, column.cells] : [column.title, column.cells],
    );

  it('has whole numbers where all were whole, and a unit where all had the same', () => {
    expect(metaOf(numbers('a', [1, 2], 'EUR'), numbers('b', [3, 4], 'EUR'))).toEqual([
      ['Series', ['a', 'b']],
      ['Jan 2026', 'EUR', true, [1, 3]],
      ['Feb 2026', 'EUR', true, [2, 4]],
    ]);
    expect(metaOf(numbers('a', [1, 2], 'EUR'), numbers('b', [3.5, 4]))).toEqual([
      ['Series', ['a', 'b']],
      ['Jan 2026', null, false, [1, 3.5]],
      ['Feb 2026', null, false, [2, 4]],
    ]);
  });
  it('has numbers beside words as they were, and dates as they are written', () => {
    const opened = { ...dates(months(2020, 5, 2), 'month'), key: 'opened', title: 'opened' };
    expect(metaOf(numbers('a', [1, null]), texts('b', ['x', 'y']), opened)).toEqual([
      ['Series', ['a', 'b', 'opened']],
      ['Jan 2026', ['1', 'x', 'May 2020']],
      ['Feb 2026', [null, 'y', 'Jun 2020']],
    ]);
  });
});

describe('years laid over each other', () => {
  it('are of a column of numbers, on months, quarters or halves that fit the year', () => {
    const table = tableOf([
      dates(months(2025, 1, 14), 'month'),
      numbers('a', [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14]),
    ]);
    const step = { kind: 'years', column: 'a', yearStart: 1 } as const;
    const made = yearsTable(table, step);
    expect(made.columns.slice(1).map(({ title, cells }) => [title, cells[0], cells[11]])).toEqual([
      ['2025', 1, 12],
      ['2026', 13, null],
    ]);
    expect(() => yearsTable(table, { ...step, column: 'date' })).toThrow(
      'There is no number column “date” in “Sample”.',
    );
    expect(() => yearsTable(table, { ...step, column: 'gone' })).toThrow(
      'There is no number column “gone” in “Sample”.',
    );
    const noDates = tableOf([texts('b', ['x']), numbers('a', [1])]);
    expect(() => yearsTable(noDates, step)).toThrow('has no date column');
  });
});

describe('days since 30 December 1899', () => {
  it.each([
    ['45000', '2023-03-15T00:00:00'],
    ['45000.5', '2023-03-15T12:00:00'],
    ['45000.99999', '2023-03-15T23:59:59'],
    ['60000.25', '2064-04-08T06:00:00'],
  ])('%s is %s', (text, at) => {
    const read = DATE_SHAPES.find(({ id }) => id === 'serial')?.read(text);
    expect(new Date(Number(read)).toISOString().slice(0, 19)).toBe(at);
  });
});

describe('limits of a table', () => {
  it('are reached exactly before anything is refused', () => {
    expect(() => limitCells(2_000_001, 8_000_000)).not.toThrow();
    expect(() => limitCells(2_000_001, 8_000_001)).toThrow('more than 8,000,000 cells');
    expect(() => limitCells(2_000_002, 10)).toThrow('more than 2,000,000 rows');
  });
});

describe('a number that is written plainly', () => {
  it('is none where the sign stands alone, and has its sign', () => {
    expect([plainNumber(''), plainNumber('-')]).toEqual([Number.NaN, Number.NaN]);
    expect([plainNumber('-7'), plainNumber('0.5'), plainNumber('-0.25')]).toEqual([-7, 0.5, -0.25]);
    expect(Object.is(plainNumber('-0'), 0)).toBe(true);
  });
});

describe('columns that are to be gathered', () => {
  it('are refused where none of them is there any more', () => {
    const table = tableOf([texts('pier', ['N', 'S']), numbers('a', [1, 2])]);
    const step: Step = { kind: 'gather', columns: ['gone'], name: 'Line', value: 'Value' };
    expect(() => applyStep(table, step)).toThrow('None of the columns to gather is in “Sample” any more.');
    const made = applyStep(table, { ...step, columns: ['a', 'gone'] });
    expect([made.rows, made.columns.map(({ title }) => title)]).toEqual([2, ['pier', 'Line', 'Value']]);
  });
});

describe('a level that is offered for a column', () => {
  it('is the largest round number up to the middle of its values', () => {
    const level = (values: (number | null)[]) => {
      const rule = draftRule(
        'level',
        tableOf([dates(months(2024, 1, values.length), 'month'), numbers('a', values)]),
        'a',
      );
      return rule.kind === 'level' ? rule.value : null;
    };
    expect(level([10, 50, null, 94])).toBe(50);
    expect(level([1200, 3400])).toBe(2000);
    expect(level([0.2, 0.6])).toBeCloseTo(0.4);
    expect(level([-30, -10])).toBe(-20);
    expect(level([-5, 5])).toBe(0);
    expect(level([])).toBe(0);
  });
});
