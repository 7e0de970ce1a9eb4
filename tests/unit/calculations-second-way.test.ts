/** Calculated columns of random tables, against the formula written out for one month at a time. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { calculate } from '../../src/core/table/calc/calculate.ts';
import type { Rule } from '../../src/core/table/calc/calculation.ts';
import { STATISTICS } from '../../src/core/table/calc/together.ts';
import type { Table } from '../../src/core/table/column.ts';
import { runs } from '../runs.ts';
import { dates, months, numbers, tableOf } from './tables.ts';

/** A month counted from 2019, and what was received in it; months may be left out and stand in any order. */
interface Monthly {
  at: number;
  a: number | null;
  b: number | null;
}
const value = fc.oneof(
  { weight: 5, arbitrary: fc.integer({ min: -20, max: 60 }) },
  fc.constant(null),
  fc.constant(0.5),
);
const anyRows = fc
  .uniqueArray(fc.record({ at: fc.nat(45), a: value, b: value }), {
    selector: ({ at }) => at,
    minLength: 3,
    maxLength: 46,
  })
  .filter((rows) => rows.some(({ at }) => rows.some((other) => other.at === at + 1)));

const START = months(2019, 1, 46);
const tableFrom = (rows: readonly Monthly[]): Table =>
  tableOf([
    dates(
      rows.map(({ at }) => START[at] ?? 0),
      'month',
    ),
    numbers(
      'a',
      rows.map(({ a }) => a),
      'EUR',
    ),
    numbers(
      'b',
      rows.map(({ b }) => b),
    ),
  ]);

type Number = number | null;
/** The value in a month, null where there is none or no such row. */
const seriesOf = (rows: readonly Monthly[], of: 'a' | 'b' = 'a') => {
  const known = new Map(rows.map((row) => [row.at, row[of]]));
  return (at: number): Number => known.get(at) ?? null;
};
const both = (left: Number, right: Number, to: (left: number, right: number) => Number): Number =>
  left === null || right === null ? null : to(left, right);
/** The sum of all, null where one is missing. */
const sumOf = (all: readonly Number[]): Number => all.reduce<Number>((sum, one) => both(sum, one, (x, y) => x + y), 0);
const per = (part: number, whole: number): Number => (whole === 0 ? null : (part / whole) * 100);
const span = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, index) => from + index);

/** Holds a rule to what a month's value should be. */
function hold(rule: Rule, wanted: (rows: readonly Monthly[], row: Monthly) => Number): void {
  fc.assert(
    fc.property(anyRows, (rows) => {
      const { cells } = calculate(tableFrom(rows), { key: 'new', title: 'New', rule });
      rows.forEach((row, index) => {
        const should = wanted(rows, row);
        const is = cells[index] ?? null;
        const where = `month ${row.at} of ${JSON.stringify(rule)}`;
        if (should === null || typeof is !== 'number') expect([where, is]).toEqual([where, should]);
        else expect([where, Math.abs(is - should) < 1e-9]).toEqual([where, true]);
      });
    }),
    { numRuns: runs(60) },
  );
}

describe('calculated columns, by a second way', () => {
  it.each(['previous', 'year'] as const)('changes on the %s', (on) => {
    const back = on === 'year' ? 12 : 1;
    hold({ kind: 'change', column: 'a', on, as: 'difference' }, (rows, { at, a }) =>
      both(a, seriesOf(rows)(at - back), (now, then) => now - then),
    );
    hold({ kind: 'change', column: 'a', on, as: 'percent' }, (rows, { at, a }) =>
      both(a, seriesOf(rows)(at - back), (now, then) => per(now - then, Math.abs(then))),
    );
    hold({ kind: 'sign', column: 'a', on }, (rows, { at, a }) =>
      both(a, seriesOf(rows)(at - back), (now, then) => (now > then ? 1 : now < then ? -1 : 0)),
    );
  });
  it('values of a year earlier', () => {
    hold({ kind: 'year earlier', column: 'a' }, (rows, { at }) => seriesOf(rows)(at - 12));
  });
  it.each([2, 3, 4, 5, 6, 12])('rolling means of %i', (periods) => {
    hold({ kind: 'rolling mean', column: 'a', periods, place: 'trailing' }, (rows, { at }) => {
      const sum = sumOf(span(at - periods + 1, at).map(seriesOf(rows)));
      return sum === null ? null : sum / periods;
    });
    const half = Math.floor(periods / 2);
    hold({ kind: 'rolling mean', column: 'a', periods, place: 'centred' }, (rows, { at }) => {
      const there = seriesOf(rows);
      if (periods % 2 === 1) {
        const sum = sumOf(span(at - half, at + half).map(there));
        return sum === null ? null : sum / periods;
      }
      // The mean of the two means that lie half a period before and after.
      const [before, after] = [
        sumOf(span(at - half, at + half - 1).map(there)),
        sumOf(span(at - half + 1, at + half).map(there)),
      ];
      return both(before, after, (x, y) => (x / periods + y / periods) / 2);
    });
  });
  it.each([1, 4, 7, 12])('sums of a year from month %i on', (yearStart) => {
    hold({ kind: 'cumulative', column: 'a', yearStart }, (rows, { at }) => {
      const begins = at - ((((at + 1 - yearStart) % 12) + 12) % 12);
      return sumOf(span(begins, at).map(seriesOf(rows)));
    });
  });
  it('shares', () => {
    hold({ kind: 'share', column: 'a', of: 'all rows' }, (rows, { a }) =>
      a === null
        ? null
        : per(
            a,
            rows.reduce((sum, row) => sum + (row.a ?? 0), 0),
          ),
    );
    hold({ kind: 'share', column: 'a', of: ['a', 'b'] }, (_, { a, b }) => both(a, b, (x, y) => per(x, x + y)));
    hold({ kind: 'share', column: 'a', of: 'same period' }, (_, { a }) => (a === null ? null : per(a, a)));
  });
  it('indices of the first value, and of a month', () => {
    hold({ kind: 'index', column: 'a', base: null }, (rows, { a }) => {
      const [first] = rows.filter((row) => row.a !== null).sort((x, y) => x.at - y.at);
      return both(a, first?.a ?? null, per);
    });
    for (const base of [0, 20])
      hold({ kind: 'index', column: 'a', base: START[base] ?? 0 }, (rows, { a }) => both(a, seriesOf(rows)(base), per));
  });
  it('sums, differences, products and quotients, of columns and of numbers', () => {
    const ways = {
      '+': (x: number, y: number) => x + y,
      '−': (x: number, y: number) => x - y,
      '×': (x: number, y: number) => x * y,
      '÷': (x: number, y: number) => (y === 0 ? null : x / y),
    };
    for (const [sign, way] of Object.entries(ways) as [keyof typeof ways, (x: number, y: number) => Number][]) {
      hold({ kind: 'arithmetic', left: { column: 'a' }, sign, right: { column: 'b' } }, (_, { a, b }) =>
        both(a, b, way),
      );
      hold({ kind: 'arithmetic', left: { number: 7 }, sign, right: { column: 'a' } }, (_, { a }) => both(7, a, way));
    }
    hold({ kind: 'difference', column: 'a', from: 'b' }, (_, { a, b }) => both(a, b, (x, y) => x - y));
  });
  it.each(STATISTICS)('the %s of years before, and of a quarter and a year', (of) => {
    const statistic = (all: readonly Number[]): Number => {
      const rising = all.filter((one) => one !== null).sort((x, y) => x - y);
      if (rising.length === 0) return null;
      if (of === 'mean') return rising.reduce((sum, one) => sum + one, 0) / rising.length;
      // Ranks from 0; between two of them, as far as the share lies.
      const rank =
        { lowest: 0, 'lower quartile': 1 / 4, 'upper quartile': 3 / 4, highest: 1 }[of] * (rising.length - 1);
      const [below, above] = [rising[Math.floor(rank)] ?? 0, rising[Math.ceil(rank)] ?? 0];
      return below * (1 - (rank % 1)) + above * (rank % 1);
    };
    hold({ kind: 'past years', column: 'a', years: 3, of }, (rows, { at }) =>
      statistic([12, 24, 36].map((back) => seriesOf(rows)(at - back))),
    );
    for (const [to, size] of [
      ['quarter', 3],
      ['year', 12],
    ] as const)
      hold({ kind: 'longer period', column: 'a', to, of }, (rows, { at }) => {
        const first = Math.floor(at / size) * size;
        return statistic(span(first, first + size - 1).map(seriesOf(rows)));
      });
  });
});

describe('units and wholeness of calculated columns', () => {
  const table = tableFrom([
    { at: 0, a: 1, b: 2 },
    { at: 1, a: 3, b: 4 },
  ]);
  const known = (rule: Rule) => {
    const made = calculate(table, { key: 'new', title: 'New', rule });
    return made.kind === 'number' ? [made.unit, made.whole] : null;
  };
  it.each<[Rule, string | null, boolean]>([
    [{ kind: 'level', value: 2 }, null, true],
    [{ kind: 'level', value: 2.5 }, null, false],
    [{ kind: 'year earlier', column: 'a' }, 'EUR', true],
    [{ kind: 'change', column: 'a', on: 'previous', as: 'difference' }, 'EUR', true],
    [{ kind: 'change', column: 'a', on: 'previous', as: 'percent' }, '%', false],
    [{ kind: 'sign', column: 'a', on: 'value' }, null, true],
    [{ kind: 'rolling mean', column: 'a', periods: 2, place: 'trailing' }, 'EUR', false],
    [{ kind: 'cumulative', column: 'a', yearStart: 1 }, 'EUR', true],
    [{ kind: 'share', column: 'a', of: 'all rows' }, '%', false],
    [{ kind: 'index', column: 'a', base: null }, null, false],
    [{ kind: 'difference', column: 'a', from: 'b' }, 'EUR', true],
    [{ kind: 'finished', column: 'a' }, 'EUR', true],
    [{ kind: 'arithmetic', left: { column: 'a' }, sign: '+', right: { column: 'b' } }, 'EUR', true],
    [{ kind: 'arithmetic', left: { column: 'b' }, sign: '−', right: { column: 'a' } }, 'EUR', true],
    [{ kind: 'arithmetic', left: { column: 'a' }, sign: '−', right: { number: 0.5 } }, 'EUR', false],
    [{ kind: 'arithmetic', left: { column: 'a' }, sign: '×', right: { column: 'a' } }, null, true],
    [{ kind: 'arithmetic', left: { column: 'a' }, sign: '×', right: { number: 2 } }, 'EUR', true],
    [{ kind: 'arithmetic', left: { column: 'a' }, sign: '÷', right: { column: 'b' } }, 'EUR', false],
    [{ kind: 'arithmetic', left: { column: 'b' }, sign: '÷', right: { column: 'a' } }, null, false],
    [{ kind: 'past years', column: 'a', years: 2, of: 'highest' }, 'EUR', true],
    [{ kind: 'past years', column: 'a', years: 2, of: 'lowest' }, 'EUR', true],
    [{ kind: 'longer period', column: 'a', to: 'year', of: 'mean' }, 'EUR', false],
  ])('of %j', (rule, unit, whole) => {
    expect(known(rule)).toEqual([unit, whole]);
  });
});
