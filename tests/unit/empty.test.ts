/** Tables that are begun with an empty grid. */
import { describe, expect, it } from 'vitest';
import { emptyTable } from '../../src/core/table/empty.ts';
import { isoOf } from '../../src/core/time/calendar.ts';

const made = (first: string, last: string, columns = ['Passengers', 'Revenue']) =>
  emptyTable({ title: 'Trips', first, last, columns });
const datesOf = (first: string, last: string) => made(first, last).columns[0]?.cells.map((cell) => isoOf(Number(cell)));

describe('an empty grid', () => {
  it.each<[string, string, string, number, string, string]>([
    ['2026-01', '2026-12', 'month', 12, '2026-01-01', '2026-12-01'],
    ['Q1 2024', 'Q2 2026', 'quarter', 10, '2024-01-01', '2026-04-01'],
    ['H1 2024', 'H2 2025', 'half-year', 4, '2024-01-01', '2025-07-01'],
    ['2015', '2026', 'year', 12, '2015-01-01', '2026-01-01'],
    ['2026-W01', '2026-W10', 'week', 10, '2025-12-29', '2026-03-02'],
    ['2026-02-25', '2026-03-02', 'day', 6, '2026-02-25', '2026-03-02'],
    ['Oct 2025', 'Mar 2026', 'month', 6, '2025-10-01', '2026-03-01'],
    ['październik 2025', 'marzec 2026', 'month', 6, '2025-10-01', '2026-03-01'],
  ])('has the periods from %s to %s', (first, last, interval, count, from, to) => {
    const { columns, rows } = made(first, last);
    expect(rows).toBe(count);
    expect(columns[0]).toMatchObject({ kind: 'date', interval });
    expect([datesOf(first, last)?.[0], datesOf(first, last)?.at(-1)]).toEqual([from, to]);
    expect(columns.slice(1)).toMatchObject([
      { kind: 'number', title: 'Passengers', cells: new Array(count).fill(null) },
      { kind: 'number', title: 'Revenue' },
    ]);
  });

  it('has rows of names without periods, and columns of one name told apart', () => {
    const { columns, rows } = made('', '', ['Load', 'Load', ' ']);
    expect([rows, columns.map(({ key }) => key)]).toEqual([12, ['name', 'load', 'load_2']]);
  });

  it.each<[string, string, string[], RegExp]>([
    ['soon', '2026-12', ['a'], /“soon” is not a period/],
    ['2026-12', '2026-01', ['a'], /comes before/],
    ['2026-01', '', ['a'], /first and the last period/],
    ['2026-01', 'Q2 2026', ['a'], /different ways/],
    ['01/02/2026', '05/02/2026', ['a'], /two ways/],
    ['1900-01-01', '2026-01-01', ['a'], /more than 5,000 periods/],
    ['2026-01', '2026-12', [' '], /at least one number column/],
    ['2026-01', '2026-12', Array.from({ length: 51 }, (_, at) => `c${at}`), /at most 50/],
  ])('from %s to %s is refused with one sentence', (first, last, columns, why) => {
    expect(() => made(first, last, columns)).toThrow(why);
  });
});
