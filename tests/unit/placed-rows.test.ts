/** Where rows stand across, and what is found of long lines, against plainer ways of finding the same. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { knownOf } from '../../src/core/fact/known.ts';
import { factsOfTable } from '../../src/core/fact/of-table.ts';
import { entryOfPeriod, partOfYear, periodOf } from '../../src/core/fact/places.ts';
import { placedRows, seriesOf } from '../../src/core/fact/series.ts';
import { entryYearBefore } from '../../src/core/fact/year-before.ts';
import type { Cell, Column } from '../../src/core/table/column.ts';
import { periodNumber, yearBefore } from '../../src/core/table/periods.ts';
import type { Interval } from '../../src/core/time/interval.ts';
import { numbers, tableOf } from './tables.ts';

const dates = (cells: readonly Cell[], interval: Interval): Column => ({
  key: 'd',
  title: 'When',
  kind: 'date',
  interval,
  cells,
});

describe('rows placed across', () => {
  it('stand in the order of their places, whatever order they came in, those of one place as they came', () => {
    const cell = fc.oneof(fc.nat({ max: 20 }), fc.constantFrom<Cell>(null, 'soon'));
    fc.assert(
      fc.property(
        // Such lists as most tables have, in order and without a gap, are placed in a way of their own.
        fc.oneof(
          fc.array(cell, { maxLength: 14 }),
          fc.uniqueArray(fc.nat({ max: 20 }), { maxLength: 14 }).map((list) => list.sort((a, b) => a - b)),
        ),
        fc.array(fc.nat({ max: 13 }), { maxLength: 3 }),
        (cells: Cell[], totals) => {
          const across = { ...numbers('n', []), cells } as Column;
          const value = { ...numbers('v', []), cells: cells.map((one, row) => (one === 3 ? null : row)) } as Column;
          const table = { ...tableOf([across, value], totals), rows: cells.length };
          const placed = placedRows(table, across);
          const { rows, keys } = placed;
          const expected = cells
            .map((one, row) => ({ one, row }))
            .filter(({ one, row }) => typeof one === 'number' && !totals.includes(row))
            .sort((a, b) => Number(a.one) - Number(b.one) || a.row - b.row);
          expect(rows).toEqual(expected.map(({ row }) => row));
          expect(keys).toEqual(expected.map(({ one }) => one));
          const series = seriesOf(table, value, across, placed);
          if (series) expect(series.values).toEqual(expected.map(({ row }) => value.cells[row]));
        },
      ),
    );
  });
});

describe('periods of a line', () => {
  const intervals: readonly Interval[] = [
    'month',
    'quarter',
    'half-year',
    'year',
    'week',
    'day',
    'business day',
    '2 weeks',
  ];
  const start = (interval: Interval, at: number): number =>
    ({
      month: Date.UTC(2015, at, 1),
      quarter: Date.UTC(2015, 3 * at, 1),
      'half-year': Date.UTC(2015, 6 * at, 1),
      year: Date.UTC(1950 + at, 0, 1),
      week: Date.UTC(2015, 0, 5 + 7 * at),
      '2 weeks': Date.UTC(2015, 0, 5 + 14 * at),
      day: Date.UTC(2015, 0, 1 + at),
      // The calendar's days: those on weekends are left out below.
      'business day': Date.UTC(2015, 0, 1 + at),
    })[interval as 'month'];

  it('are found again by their numbers, with holes or without, and those a year before by the calendar', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...intervals),
        fc.uniqueArray(fc.nat({ max: 130 }), { minLength: 2, maxLength: 130 }),
        (interval, places) => {
          const keys = places
            .sort((a, b) => a - b)
            .map((at) => start(interval, at))
            .filter((ms) => interval !== 'business day' || ![0, 6].includes(new Date(ms).getUTCDay()));
          fc.pre(keys.length > 1);
          const column = dates(keys, interval);
          const values = {
            ...numbers(
              'v',
              keys.map((_, at) => at + 1),
            ),
            title: 'Load',
          } as Column;
          const table = tableOf([column, values]);
          const series = seriesOf(table, values, column, placedRows(table, column));
          if (!series) return;
          const known = knownOf(series);
          keys.forEach((ms, entry) => {
            expect(periodOf(known, entry)).toBe(periodNumber(ms, interval));
            expect(entryOfPeriod(known, periodNumber(ms, interval))).toBe(entry);
            if (interval === 'month') expect(partOfYear(known, entry)).toBe(new Date(ms).getUTCMonth());
            const earlier = yearBefore(ms, interval);
            const wanted =
              earlier === null
                ? -1
                : keys.findIndex((key) => periodNumber(key, interval) === periodNumber(earlier, interval));
            expect(entryYearBefore(known, entry) ?? -1).toBe(wanted);
          });
          expect(entryOfPeriod(known, periodNumber(keys[0] ?? 0, interval) - 1)).toBeUndefined();
          expect(entryOfPeriod(known, periodNumber(keys.at(-1) ?? 0, interval) + 1)).toBeUndefined();
        },
      ),
      { numRuns: 120 },
    );
  });
});

describe('a long line', () => {
  it('is told by its latest changes, its extremes and how long it was not so high, which are those of all its values', () => {
    const values = Array.from({ length: 6000 }, (_, at) => 500 + ((at * 7919) % 400));
    values[4321] = 40;
    values[5999] = 990;
    const column = dates(
      values.map((_, at) => Date.UTC(2020, 0, 1, at)),
      'hour',
    );
    const facts = factsOfTable(tableOf([column, { ...numbers('v', values), title: 'Load' } as Column]), {});
    const claims = facts.map(({ claim }) => claim);
    expect(claims).toContainEqual(expect.objectContaining({ kind: 'record', end: 'high', at: 5999 }));
    expect(claims).toContainEqual(expect.objectContaining({ kind: 'low', at: 4321, ties: [4321] }));
    expect(claims.every(({ kind }) => kind !== 'turn' && kind !== 'typical')).toBe(true);
  });
});
