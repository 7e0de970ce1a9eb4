/** What was received stays, whatever a column is made into and whatever is done to its cells. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Column } from '../../src/core/table/column.ts';
import { filledDown, readTyped, rowsBefore, runsBetween } from '../../src/core/table/edit.ts';
import { takeNewer } from '../../src/core/table/newer.ts';
import type { ColumnReading } from '../../src/core/table/reading.ts';
import { textsOf } from '../../src/core/table/received.ts';
import { otherNumbersOf, readingFor, rereadColumn, underUnit } from '../../src/core/table/retype.ts';
import { textOfCell } from '../../src/core/table/written.ts';
import { readTableText } from '../../src/formats/table-file.ts';
import { CASES } from '../received/shapes.ts';
import { tableOf, texts } from './tables.ts';
import { Edited, freshId } from './typing.ts';

const columnOf = async (text: string, at = 0): Promise<Column> => {
  const { table } = await readTableText(text, 'Sent');
  const column = table.columns[at];
  if (!column) throw new Error('no such column');
  return column;
};
const list = (title: string, values: readonly string[]) => [title, ...values].join('\n');

describe('a column that is read anew', () => {
  it.each(CASES.filter(({ refused }) => !refused).map((one) => [one.name, one.text] as const))(
    'has the texts that were received: %s',
    async (_, text) => {
      const { table } = await readTableText(text, 'Sent');
      const columns = Object.fromEntries(table.columns.map(({ key }) => [key, { as: 'text' } as ColumnReading]));
      const { table: asText } = await readTableText(text, 'Sent', { columns });
      table.columns.forEach((column, at) => {
        expect(rereadColumn(column, { as: 'text' }).cells).toEqual(asText.columns[at]?.cells);
      });
    },
  );

  it('is the same again after it was something else', async () => {
    for (const { text, refused } of CASES) {
      if (refused) continue;
      const { table } = await readTableText(text, 'Sent');
      for (const column of table.columns)
        for (const other of ['text', 'number', 'date'] as const) {
          const between = rereadColumn(column, readingFor(column, other));
          const own: ColumnReading =
            column.kind === 'date'
              ? { as: 'date', shape: column.shape ?? 'iso' }
              : column.kind === 'number'
                ? { as: 'number', decimal: column.decimal ?? '.' }
                : { as: 'text' };
          const letter = otherNumbersOf(column).letter;
          const magnitudes = column.kind === 'number' && letter !== null && column.unit !== letter;
          const back = rereadColumn(between, own.as === 'number' && letter !== null ? { ...own, magnitudes } : own);
          expect(back.cells, `${text}\n${column.title} by way of ${other}`).toEqual(column.cells);
        }
    }
  });

  it('keeps numbers that were taken for dates', async () => {
    const column = await columnOf(list('Month', ['2020.08', '2020.09', '2020.10', '2020.11', '2020.12']));
    expect(column.kind).toBe('date');
    expect(rereadColumn(column, readingFor(column, 'number')).cells).toEqual([
      2020.08, 2020.09, 2020.1, 2020.11, 2020.12,
    ]);
    expect(rereadColumn(column, { as: 'text' }).cells[2]).toBe('2020.10');
  });

  it('takes the other decimal mark, and a letter as the unit or as a size', async () => {
    const marks = await columnOf(list('Route;Load', ['a;1,234', 'b;2,500', 'c;3,125']), 1);
    expect(otherNumbersOf(marks).marked).toBe('1,234');
    expect(rereadColumn(marks, { as: 'number', decimal: ',' }).cells).toEqual([1.234, 2.5, 3.125]);
    const letters = await columnOf(list('Route;Length', ['a;12 m', 'b;30 m', 'c;7 m']), 1);
    expect(letters).toMatchObject({ unit: 'm', cells: [12, 30, 7] });
    expect(otherNumbersOf(letters).letter).toBe('m');
    const sized = rereadColumn(letters, { as: 'number', decimal: '.', magnitudes: true });
    expect(sized).toMatchObject({ unit: null, cells: [12e6, 30e6, 7e6] });
    expect(rereadColumn(sized, { as: 'number', decimal: '.', magnitudes: false })).toMatchObject(letters);
  });

  it('reads what could not be read before under the unit that is set', () => {
    const column = rereadColumn(texts('a', ['12', '13 pax', '14 pax', 'x']), { as: 'number', decimal: '.' });
    if (column.kind !== 'number') throw new Error('no numbers');
    const [unit] = ['pax'];
    const made = underUnit({ ...column, unit: null, cells: [12, '13 pax', '14 pax', 'x'] }, unit ?? null);
    expect(made.cells).toEqual([12, 13, 14, 'x']);
    expect(textsOf(made)).toEqual(['12', '13 pax', '14 pax', 'x']);
    // Metres are no millions, whatever the unit is called.
    expect(underUnit({ ...column, unit: null, cells: ['900 m'] }, 'km').cells).toEqual(['900 m']);
  });
});

describe('what is written', () => {
  it('is read as the same number by its own column, whatever its decimal mark', () => {
    const value = fc.oneof(
      fc.double({ noNaN: true, noDefaultInfinity: true }),
      fc.integer(),
      fc.integer().map((n) => n / 1000),
    );
    fc.assert(
      fc.property(value, fc.constantFrom<'.' | ','>('.', ','), (given, decimal) => {
        const number = given === 0 ? 0 : given;
        const column: Column = {
          key: 'a',
          title: 'a',
          kind: 'number',
          unit: null,
          whole: false,
          total: false,
          decimal,
          cells: [],
        };
        expect(readTyped(column, textOfCell(column, number))).toBe(number);
      }),
      { numRuns: 2000 },
    );
  });
});

const TYPED = [
  '1,250',
  '1250',
  'n/a',
  '',
  '12.50',
  '3/4/2026',
  '2026-01',
  'Jan 2026',
  'closed',
  '  ',
  '007',
  '1,5',
  '12 m',
];
type Edit =
  | { kind: 'type'; at: number; texts: string[] }
  | { kind: 'insert' | 'remove'; at: number; count: number }
  | { kind: 'fill'; at: number; count: number };
const edit: fc.Arbitrary<Edit> = fc.oneof(
  fc.record({
    kind: fc.constant('type' as const),
    at: fc.nat(9),
    texts: fc.array(fc.constantFrom(...TYPED), { minLength: 1, maxLength: 3 }),
  }),
  fc.record({
    kind: fc.constantFrom('insert' as const, 'remove' as const),
    at: fc.nat(9),
    count: fc.integer({ min: 1, max: 3 }),
  }),
  fc.record({ kind: fc.constant('fill' as const), at: fc.nat(9), count: fc.integer({ min: 1, max: 3 }) }),
);

describe('cells that are typed, put in, taken out and filled', () => {
  it('have the texts as they were typed or received', () => {
    const start = fc.array(fc.constantFrom(...TYPED), { minLength: 1, maxLength: 8 });
    const kind = fc.constantFrom<ColumnReading>(
      { as: 'text' },
      { as: 'number', decimal: '.' },
      { as: 'number', decimal: ',' },
      { as: 'date', shape: 'month-day' },
    );
    fc.assert(
      fc.property(start, kind, fc.array(edit, { maxLength: 8 }), (first, reading, edits) => {
        const edited = Edited.of(tableOf([rereadColumn(texts('a', [...first]), reading)]));
        let wanted = [...first];
        for (const one of edits) {
          const { table, rows } = edited;
          const at = Math.min(one.at, wanted.length);
          const end = Math.min(wanted.length - 1, at + (one.kind === 'type' ? 0 : one.count));
          if (one.kind === 'type') {
            edited.typeDown(at, new Map([['a', one.texts]]));
            // What is blank empties its cell.
            const typed = one.texts.map((text) => (text.trim() === '' ? '' : text));
            wanted = [...wanted.slice(0, at), ...typed, ...wanted.slice(at + one.texts.length)];
          } else if (one.kind === 'insert') {
            edited.run('table.insertRows', { run: rowsBefore(rows, at, one.count, freshId()) });
            wanted.splice(at, 0, ...new Array<string>(one.count).fill(''));
          } else if (one.kind === 'remove') {
            const count = Math.min(one.count, wanted.length - at);
            if (count === 0) continue;
            edited.run('table.removeRows', { runs: runsBetween(rows, at, at + count) });
            wanted.splice(at, count);
          } else {
            if (end <= at) continue;
            const [column] = table.columns;
            edited.typeDown(at + 1, filledDown(table, ['a'], at, end));
            const text = column ? textOfCell(column, column.cells[at] ?? null) : '';
            wanted = wanted.map((old, row) => (row > at && row <= end ? text : old));
          }
          expect(edited.texts('a')).toEqual(wanted);
        }
      }),
      { numRuns: 1000 },
    );
  });
  it('stand where they are typed, also some rows below the last', () => {
    const edited = Edited.of(tableOf([texts('a', ['x'])])).typeDown(3, new Map([['a', ['y']]]));
    expect(edited.cells('a')).toEqual(['x', null, null, 'y']);
  });
});

describe('a newer extract', () => {
  it('brings its own texts, and old rows keep theirs', async () => {
    const read = async (rows: string) => (await readTableText(`Month;Load\n${rows}`, 'Load')).table;
    const table = await read('Jan 2026;1,250.50\nFeb 2026;1,300.00\nMar 2026;1,310.10\nApr 2026;1,320.10');
    const newer = await read('Feb 2026;1.300,00\nMar 2026;1.311,10\nApr 2026;1.322,50\nMay 2026;1.400,00');
    const matches = table.columns.map(({ key }) => ({ key, newer: key }));
    const { table: taken } = takeNewer(table, newer, { matches, keepColumns: new Set(), keepRows: true });
    const load = taken.columns[1];
    expect(load?.cells).toEqual([1250.5, 1300, 1311.1, 1322.5, 1400]);
    expect(load && textsOf(load)).toEqual(['1,250.50', '1.300,00', '1.311,10', '1.322,50', '1.400,00']);
  });
});
