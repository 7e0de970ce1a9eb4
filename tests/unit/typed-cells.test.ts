/** Typed cells over received ones, held to a plain grid that is typed into, and to what is found when nothing is kept. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Cell, ColumnMeta } from '../../src/core/table/column.ts';
import { factsOf } from '../../src/core/table/facts.ts';
import { type InsertedRun, type RemovedRuns, Rows, type Run } from '../../src/core/table/row-names.ts';
import { cellsInRows, keptInRows } from '../../src/core/table/typed-cells.ts';

const NUMBERS: ColumnMeta = { key: 'v', title: 'V', kind: 'number', unit: null, whole: false, total: false };
const TEXTS: ColumnMeta = { key: 'v', title: 'V', kind: 'text', ordered: false };
const received: Cell[] = [10, 20, 30, 40, 50];
const base: Run[] = [{ of: 'r', from: 0, count: 5 }];
const rowsOf = (inserted: InsertedRun[] = [], removed: RemovedRuns = {}) => new Rows({ base, inserted, removed });

describe('typed cells', () => {
  it('stand in their rows, wherever those are, and rows that were put in are empty', () => {
    const rows = rowsOf([{ id: 'i', count: 2, after: 'r.1' }], { 'r.3:1': true });
    const typed = { 'r.1': '21', 'i.1': '22.5', 'r.3': '99', 'gone.0': '1', 'r.4': null };
    expect(cellsInRows(NUMBERS, received, rows, typed)).toEqual([10, 21, null, 22.5, 30, null]);
  });

  it('are read by the kind that their column has, and are the same again when it comes back', () => {
    const typed = { 'r.0': '1 000', 'r.1': 'seven or so' };
    const first = keptInRows(NUMBERS, { cells: received, received: null }, rowsOf(), typed);
    expect(first.cells.slice(0, 3)).toEqual([1000, 'seven or so', 30]);
    expect(first.received).toEqual(['1 000', null, null, null, null]);
    expect(cellsInRows(TEXTS, ['10', '20', '30', '40', '50'], rowsOf(), typed).slice(0, 2)).toEqual([
      '1 000',
      'seven or so',
    ]);
    expect(cellsInRows(NUMBERS, received, rowsOf(), typed)).toEqual(first.cells);
  });

  it('cost nothing where there are none: the list is the block’s own', () => {
    expect(cellsInRows(NUMBERS, received, rowsOf())).toBe(received);
    expect(cellsInRows(NUMBERS, [], new Rows({ base: [], inserted: [], removed: {} }))).toEqual([]);
  });

  it('of two who type in different cells are both there, in whatever order they came', () => {
    const texts = fc.dictionary(fc.constantFrom('r.0', 'r.1', 'r.2', 'r.3', 'r.4'), fc.integer().map(String));
    fc.assert(
      fc.property(texts, texts, (one, two) => {
        const both = cellsInRows(NUMBERS, received, rowsOf(), { ...one, ...two });
        for (let row = 0; row < received.length; row++) {
          const text = two[`r.${row}`] ?? one[`r.${row}`];
          expect(both[row]).toBe(text === undefined ? received[row] : Number(text));
        }
      }),
    );
  });

  const text = fc.oneof(
    fc.integer({ min: -3, max: 3 }).map(String),
    fc.constantFrom('0.5', '1e3', 'soon', ''),
    fc.constantFrom(null, false as const),
  );
  const rowName = fc.nat({ max: 6 }).map((number) => `r.${number}`);
  const states = fc.array(fc.dictionary(rowName, text), { minLength: 1, maxLength: 12 });

  it('come out as if nothing had been typed before them, whatever was, and their facts with them', () => {
    const cell = fc.constantFrom<Cell>(-2, 0, 1, 2, 2.5, 7, null, 'n/a');
    fc.assert(
      fc.property(fc.array(cell, { minLength: 5, maxLength: 5 }), states, (block, typed) => {
        const rows = rowsOf([{ id: 'i', count: 1, after: 'r.1' }]);
        for (const state of typed) {
          const one = cellsInRows(NUMBERS, block, rows, state);
          const other = cellsInRows({ ...NUMBERS }, [...block], rowsOf([{ id: 'i', count: 1, after: 'r.1' }]), state);
          expect(one).toEqual(other);
          expect(factsOf(one)).toEqual(factsOf([...one]));
        }
      }),
      { numRuns: 300 },
    );
  });
});

describe('facts of cells of which one is typed after the other', () => {
  const cell = fc.oneof(fc.integer({ min: 0, max: 9 }), fc.constantFrom<Cell>(0.5, null, 'seven or so'));
  const typedAt = (place: fc.Arbitrary<number>, most: number) =>
    fc.array(fc.tuple(place, fc.oneof(cell, fc.nat({ max: most }))), { minLength: 1, maxLength: 12 });
  const follow = (block: readonly Cell[], changes: readonly [number, Cell][]) => {
    const rows = new Rows({ base: [{ of: 'r', from: 0, count: block.length }], inserted: [], removed: {} });
    const texts: Record<string, string | null> = {};
    factsOf(block);
    for (const [at, value] of changes) {
      texts[`r.${at % block.length}`] = value === null ? null : String(value);
      const cells = cellsInRows(NUMBERS, block, rows, { ...texts });
      expect(factsOf(cells)).toEqual(factsByLooking(cells));
    }
  };

  it('are those that looking at each of them finds', () => {
    const rising = fc
      .uniqueArray(fc.nat({ max: 60 }), { minLength: 3, maxLength: 9 })
      .map((all) => all.sort((a, b) => a - b));
    const column = fc.oneof(rising, fc.array(cell, { minLength: 3, maxLength: 9 }));
    fc.assert(fc.property(column, typedAt(fc.nat({ max: 8 }), 60), follow), { numRuns: 600 });
  });

  it('are so in long columns too, at the edges of the stretches that are read again', () => {
    const length = fc.constantFrom(999, 1000, 1001, 2000, 2001, 3500);
    const edge = fc
      .tuple(fc.nat({ max: 4 }), fc.integer({ min: -2, max: 2 }))
      .map(([k, by]) => Math.max(0, 1000 * k + by));
    const value = fc.tuple(edge, fc.integer({ min: -2, max: 2 })).map(([at, by]): [number, Cell] => [at, at + by]);
    const changes = fc.array(fc.oneof(value, fc.tuple(edge, cell)), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(length, changes, (rows, typed) =>
        follow(
          Array.from({ length: rows }, (_, row) => row),
          typed,
        ),
      ),
      { numRuns: 60 },
    );
  });
});

/** Facts of cells, each by its own question to all of them. */
function factsByLooking(cells: readonly Cell[]) {
  const values = cells.filter((one) => typeof one === 'number');
  return {
    low: Math.min(...values),
    high: Math.max(...values),
    whole: values.every(Number.isInteger),
    texts: cells.some((one) => typeof one === 'string'),
    gaps: cells.includes(null),
    rising: values.length === cells.length && values.every((one, row) => row === 0 || one > Number(values[row - 1])),
  };
}
