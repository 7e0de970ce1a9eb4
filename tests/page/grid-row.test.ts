/** A row of the grid that is kept as it was is one that would be drawn the same. */
import fc from 'fast-check';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import type { Cell, Column } from '../../src/core/table/column.ts';
import { GridRow, isSameRow } from '../../src/ui/grid/GridRow.tsx';

const cell = fc.constantFrom<Cell>(1, 1.5, 1_704_067_200_000, null, 'about 7', 'n/a');
const cells = fc.array(cell, { minLength: 2, maxLength: 2 });
const plain = { unit: null, whole: false, total: false };
const columns: fc.Arbitrary<Column> = fc.oneof(
  fc.record({ kind: fc.constant('number' as const), cells, decimals: fc.constantFrom(0, 1) }).map((some) => ({
    ...plain,
    ...some,
    key: 'a',
    title: 'A',
  })),
  fc.record({ cells, interval: fc.constantFrom('month' as const, 'year' as const) }).map((some) => ({
    ...some,
    kind: 'date' as const,
    key: 'a',
    title: 'A',
  })),
  cells.map((own) => ({ key: 'a', title: 'A', kind: 'text' as const, ordered: false, cells: own })),
);
const second = cells.map((own): Column => ({ ...plain, key: 'b', title: 'B', kind: 'number', cells: own }));
const place = (index: number, start: number) => ({ index, start, size: 90, key: index, end: start + 90, lane: 0 });

const rows = fc
  .record({
    columns: fc.tuple(columns, second),
    shown: fc.constantFrom([0, 1], [1], [0]),
    index: fc.constantFrom(0, 1),
    left: fc.constantFrom(-1, 0, 1),
    cursor: fc.constantFrom(-1, 0, 1),
    start: fc.constantFrom(0, 40),
    isTotal: fc.boolean(),
    isNew: fc.boolean(),
    top: fc.constantFrom(0, 26),
  })
  .map(({ shown, start, left, ...rest }) => ({
    ...rest,
    left,
    right: left < 0 ? -1 : 1,
    width: 300,
    spare: null,
    field: null,
    shown: shown.map((index) => place(index, start + index * 90)),
  }));

describe('a row of the grid', () => {
  it('is kept only where it looks the same, whatever else changed', () => {
    let kept = 0;
    const drawn = (props: Parameters<typeof isSameRow>[0]) => renderToStaticMarkup(createElement(GridRow, props));
    fc.assert(
      fc.property(
        rows,
        rows,
        fc.subarray(['columns', 'shown', 'left', 'cursor', 'isTotal', 'isNew'] as const),
        (one, other, fields) => {
          const now = { ...one, ...Object.fromEntries(fields.map((field) => [field, other[field]])) } as typeof one;
          if (!isSameRow(one, now)) return;
          kept += 1;
          expect(drawn(now)).toBe(drawn(one));
        },
      ),
      { numRuns: 2000 },
    );
    expect(kept).toBeGreaterThan(100);
  });

  it('is kept when a cell of another row was typed, and drawn anew when one of its own was', () => {
    const column = (own: Cell[]): Column => ({
      ...plain,
      key: 'a',
      title: 'A',
      kind: 'number',
      decimals: 0,
      cells: own,
    });
    const row = (own: Cell[]) => ({
      index: 0,
      top: 0,
      width: 300,
      columns: [column(own)],
      shown: [place(0, 0)],
      left: -1,
      right: -1,
      cursor: -1,
      isTotal: false,
      isNew: false,
      spare: null,
      field: null,
    });
    expect(isSameRow(row([1, 2]), row([1, 3]))).toBe(true);
    expect(isSameRow(row([1, 2]), row([4, 2]))).toBe(false);
  });
});
