/** Typed cells over received ones, held to a plain grid that is typed into. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Cell, ColumnMeta } from '../../src/core/table/column.ts';
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
    const typed = { 'r.0': '1 000', 'r.1': 'about 7' };
    const first = keptInRows(NUMBERS, { cells: received, received: null }, rowsOf(), typed);
    expect(first.cells.slice(0, 3)).toEqual([1000, 'about 7', 30]);
    expect(first.received).toEqual(['1 000', null, null, null, null]);
    expect(cellsInRows(TEXTS, ['10', '20', '30', '40', '50'], rowsOf(), typed).slice(0, 2)).toEqual([
      '1 000',
      'about 7',
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
});
