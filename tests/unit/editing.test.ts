import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Refusal } from '../../src/core/refusal.ts';
import type { Column } from '../../src/core/table/column.ts';
import { decimalsShown } from '../../src/core/table/decimals.ts';
import { exactText, filledDown, readTyped, rowsBefore, runsBetween } from '../../src/core/table/edit.ts';
import { factsOf, sizeOf } from '../../src/core/table/facts.ts';
import { spliceCells } from '../../src/core/table/kept.ts';
import { readingFor, rereadColumn, shapesOf } from '../../src/core/table/retype.ts';
import { textOfCell } from '../../src/core/table/written.ts';
import { readCellBlock, writeCellBlock } from '../../src/formats/cell-block.ts';
import { at, pressed, type Selection, within } from '../../src/ui/grid/selection.ts';
import { hasUnreadCells, nextUnread } from '../../src/ui/table/unread.ts';
import { packCells, unpackCells } from '../../src/workers/packed-cells.ts';
import { dates, day, months, numbers, tableOf, texts } from './tables.ts';
import { Edited } from './typing.ts';

const table = tableOf(
  [dates(months(2026, 1, 4), 'month'), numbers('a', [1, 2, 3, 6]), texts('b', ['x', 'y', 'z', 'sum'])],
  [3],
);

describe('edits of cells', () => {
  it('put a block in, and add the rows it reaches beyond the last, empty beside it', () => {
    const edited = Edited.of(table).typeDown(3, new Map([['a', ['7', '8', '9']]]));
    expect(edited.table.rows).toBe(6);
    expect(edited.cells('a')).toEqual([1, 2, 3, 7, 8, 9]);
    expect(edited.cells('b')).toEqual(['x', 'y', 'z', 'sum', null, null]);
    expect(edited.cells('date')).toHaveLength(6);
  });
  it('insert and remove rows, and the totals go with them', () => {
    const edited = Edited.of(table);
    edited.run('table.insertRows', { run: rowsBefore(edited.rows, 1, 2, 'i') });
    expect(edited.cells('a')).toEqual([1, null, null, 2, 3, 6]);
    expect(edited.table.totals).toEqual([5]);
    edited.run('table.removeRows', { runs: runsBetween(edited.rows, 0, 4) });
    expect(edited.cells('b')).toEqual(['z', 'sum']);
    expect(edited.table.totals).toEqual([1]);
    edited.run('table.removeRows', { runs: runsBetween(edited.rows, 1, 2) });
    expect(edited.table.totals).toEqual([]);
  });
  it('fill down repeats the first cell, and refuses one row alone', () => {
    const edited = Edited.of(table);
    expect(edited.typeDown(1, filledDown(table, ['a', 'b'], 0, 2)).cells('a')).toEqual([1, 1, 1, 6]);
    expect(() => filledDown(table, ['a'], 2, 2)).toThrow(Refusal);
  });
  it('say rows by runs of their names, as few as there are', () => {
    const edited = Edited.of(table);
    edited.run('table.insertRows', { run: rowsBefore(edited.rows, 2, 1, 'i') });
    expect(runsBetween(edited.rows, 0, 5)).toEqual([
      { of: 'r', from: 0, count: 2 },
      { of: 'i', from: 0, count: 1 },
      { of: 'r', from: 2, count: 2 },
    ]);
    expect(runsBetween(edited.rows, 1, 2)).toEqual([{ of: 'r', from: 1, count: 1 }]);
  });
  it('write a date that its column would cut short in full', () => {
    const column = { ...dates([], 'month'), shape: 'iso-month' } as Column;
    expect(exactText(column, day('2026-03-01'))).toBe('2026-03');
    expect(readTyped(column, exactText(column, day('2026-03-15')))).toBe(day('2026-03-15'));
  });
  it('any splice is undone by the splice that puts back what it took', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer()),
        fc.nat(20),
        fc.nat(20),
        fc.array(fc.integer()),
        (cells, from, remove, insert) => {
          const place = Math.min(from, cells.length);
          const taken = cells.slice(place, place + remove);
          const changed = spliceCells(cells, { at: place, remove, insert });
          expect(spliceCells(changed, { at: place, remove: insert.length, insert: taken })).toEqual(cells);
        },
      ),
    );
  });
});

describe('what is typed into a cell', () => {
  const continental = { ...numbers('x', [1.5]), decimal: ',' as const };
  it.each<[string, ReturnType<typeof numbers>, string, unknown]>([
    ['a plain number', numbers('x', [1]), '1,234.5', 1234.5],
    ['a negative in brackets', numbers('x', [1]), '(12)', -12],
    ['the column’s own mark', continental, '1.234,5', 1234.5],
    ['a mark that means nothing else', continental, '1234.56', 1234.56],
    ['a word for missing', numbers('x', [1]), 'n/a', null],
    ['nothing', numbers('x', [1]), '  ', null],
    ['what is no number', numbers('x', [1]), 'closed', 'closed'],
    ['text', texts('t', ['a']), '12', '12'],
    ['empty text', texts('t', ['a']), ' ', null],
    ['a size right at its figures', numbers('a', []), '12k', 12_000],
    ['a size as a word', numbers('a', [], 'EUR'), '1.2 bn', 1.2e9],
    ['metres among kilometres', numbers('a', [], 'km'), '900 m', '900 m'],
    ['a letter that may be a unit', numbers('a', []), '12 m', '12 m'],
    ['a date', dates([day('2026-01-01')], 'day'), '2026-03-05', day('2026-03-05')],
    ['a month by name', dates([day('2026-01-01')], 'month'), 'Mar 2026', day('2026-03-01')],
    ['a year', dates([day('2026-01-01')], 'year'), '2027', day('2027-01-01')],
    ['no date', dates([day('2026-01-01')], 'day'), 'soon', 'soon'],
  ])('%s', (_, column, typed, value) => {
    expect(readTyped(column, typed)).toEqual(value);
  });
  it('day and month are read in the column’s own order', () => {
    const written = (shape: string) => ({ ...dates([], 'day'), shape }) as Column;
    expect(readTyped(written('month-day'), '03/04/2026')).toBe(day('2026-03-04'));
    expect(readTyped(written('day-month'), '03/04/2026')).toBe(day('2026-04-03'));
  });
});

describe('the kind of a column, set by hand', () => {
  it('goes to text and back without a loss', () => {
    for (const column of [
      numbers('n', [1.25, null, -3]),
      dates([day('2026-02-28'), null, day('2024-02-29')], 'day'),
      dates(months(2025, 11, 4), 'month'),
      dates([day('2025-01-01'), day('2026-01-01')], 'year'),
    ]) {
      const text = rereadColumn(column, { as: 'text' });
      expect(text.kind).toBe('text');
      const back = rereadColumn(text, readingFor(text, column.kind));
      expect([back.kind, back.cells]).toEqual([column.kind, column.cells]);
    }
  });
  it('keeps what cannot be read as typed', () => {
    const column = rereadColumn(texts('t', ['1', 'two', '3']), { as: 'number', decimal: '.' });
    expect(column).toMatchObject({ kind: 'number', cells: [1, 'two', 3] });
  });
  it('offers the ways in which its dates can be read, the best first', () => {
    const column = texts('t', ['03/04/2026', '13/04/2026']);
    expect(shapesOf(column).map(({ id }) => id)).toEqual(['day-month', 'month-day']);
    expect(rereadColumn(column, { as: 'date', shape: 'month-day' }).cells).toEqual([day('2026-03-04'), '13/04/2026']);
  });
  it('reads numbers with the mark that its texts show', () => {
    expect(readingFor(texts('t', ['1.234,5', '2,25']), 'number')).toEqual({ as: 'number', decimal: ',' });
  });
});

describe('blocks of cells on the clipboard', () => {
  it('come back as they were, with tabs, quotes and line breaks inside cells', () => {
    const cell = fc.string({ unit: fc.constantFrom('a', '"', '\t', '\n', ',', ' ', 'é') });
    // A block whose last row is one empty cell ends like one with a line end after it.
    const block = fc
      .integer({ min: 2, max: 5 })
      .chain((width) => fc.array(fc.array(cell, { minLength: width, maxLength: width }), { minLength: 1 }));
    fc.assert(
      fc.property(block, (rows) => {
        expect(readCellBlock(writeCellBlock(rows))).toEqual(rows);
      }),
    );
  });
  it('writes dates in full and numbers with all their digits', () => {
    expect(textOfCell(dates([], 'day'), day('2026-02-03'))).toBe('2026-02-03');
    expect(textOfCell(numbers('a', []), 1234.5678)).toBe('1234.5678');
  });
});

describe('cells that could not be read', () => {
  const holed = tableOf(
    [texts('t', ['p', 'q', 'r', 's']), numbers('a', [1, 'closed', 2, 'sum']), numbers('b', ['?', 1, null, 'sum'])],
    [3],
  );
  it('are walked in reading order, round and round, without totals and texts', () => {
    expect(nextUnread(holed, at(0, 0), 1)).toEqual({ row: 0, col: 2 });
    expect(nextUnread(holed, at(0, 2), 1)).toEqual({ row: 1, col: 1 });
    expect(nextUnread(holed, at(1, 1), 1)).toEqual({ row: 0, col: 2 });
    expect(nextUnread(holed, at(0, 2), -1)).toEqual({ row: 1, col: 1 });
  });
  it('are told of when there is one', () => {
    expect(hasUnreadCells(holed)).toBe(true);
    expect(hasUnreadCells(table)).toBe(false);
    expect(hasUnreadCells(tableOf([numbers('a', [1, 'sum'])], [1]))).toBe(false);
  });
});

describe('keys in the grid', () => {
  const bounds = { rows: 100, cols: 5, own: 5, page: 10 };
  const press = (from: Selection, key: string, more: { control?: boolean; shift?: boolean } = {}) =>
    pressed(from, { key, control: false, shift: false, ...more }, bounds);
  it.each<[string, { control?: boolean; shift?: boolean }, [number, number]]>([
    ['ArrowDown', {}, [21, 2]],
    ['ArrowUp', { control: true }, [0, 2]],
    ['ArrowRight', { control: true }, [20, 4]],
    ['PageDown', {}, [30, 2]],
    ['PageUp', {}, [10, 2]],
    ['Home', {}, [20, 0]],
    ['End', { control: true }, [99, 4]],
  ])('%s %o', (key, more, [row, col]) => {
    expect(press(at(20, 2), key, more)).toEqual(at(row, col));
  });
  it('extend the selection with Shift, and take rows, columns and everything', () => {
    expect(press(at(20, 2), 'ArrowDown', { shift: true })).toEqual({
      from: { row: 20, col: 2 },
      at: { row: 21, col: 2 },
    });
    expect(press(at(20, 2), ' ', { shift: true })).toEqual({ from: { row: 20, col: 0 }, at: { row: 20, col: 4 } });
    expect(press(at(20, 2), ' ', { control: true })).toEqual({ from: { row: 0, col: 2 }, at: { row: 99, col: 2 } });
    expect(press(at(20, 2), 'a', { control: true })).toEqual({ from: { row: 0, col: 0 }, at: { row: 99, col: 4 } });
  });
  it('leave other keys alone and never leave the table', () => {
    expect(press(at(0, 0), 'q')).toBeNull();
    const key = fc.constantFrom('ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight', 'PageUp', 'PageDown', 'Home', 'End');
    fc.assert(
      fc.property(fc.array(fc.record({ key, control: fc.boolean(), shift: fc.boolean() })), (presses) => {
        let here = at(0, 0);
        for (const one of presses) here = pressed(here, one, bounds) ?? here;
        expect(within(here, bounds)).toEqual(here);
      }),
    );
  });
});

describe('facts of cells', () => {
  const cell = fc.oneof(fc.double({ noNaN: true, noDefaultInfinity: true }), fc.constant(null), fc.string());
  it('are what looking at every cell says', () => {
    fc.assert(
      fc.property(fc.array(cell), (cells) => {
        const values = cells.filter((one) => typeof one === 'number');
        expect(factsOf(cells)).toEqual({
          low: Math.min(...values),
          high: Math.max(...values),
          whole: values.every(Number.isInteger),
          texts: cells.some((one) => typeof one === 'string'),
          gaps: cells.includes(null),
          rising:
            values.length === cells.length && values.every((one, row) => row === 0 || one > Number(values[row - 1])),
        });
        expect(sizeOf(cells)).toBe(Math.max(0, ...values.map(Math.abs)));
      }),
    );
  });
  it('are handed from a worker to the page as they were', () => {
    fc.assert(
      fc.property(fc.array(cell), (cells) => {
        expect(unpackCells(packCells(cells))).toEqual(cells);
      }),
    );
  });
});

describe('decimals that are shown', () => {
  it.each<[string, (number | null)[], number]>([
    ['whole numbers', [1, 2000, null], 0],
    ['prices', [0.966, 1.2], 3],
    ['thirds of tens', [10 / 3, 20 / 3], 3],
    ['thirds of thousands', [4000 / 3, 5000 / 3], 1],
    ['small thirds', [1 / 300], 4],
  ])('%s', (_, cells, decimals) => {
    expect(decimalsShown(numbers('x', cells))).toBe(decimals);
  });
  it('are what was set by hand', () => {
    expect(decimalsShown({ ...numbers('x', [1.25]), kind: 'number', decimals: 1 } as Column)).toBe(1);
  });
});
