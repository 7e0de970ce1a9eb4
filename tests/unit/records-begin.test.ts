/** Records of which the user said when they begin: what is said of them, and where nothing may be. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { factsOfTable } from '../../src/core/fact/of-table.ts';
import { sayFact } from '../../src/core/fact/say.ts';
import type { Column, Table } from '../../src/core/table/column.ts';
import { matchColumns, takeNewer } from '../../src/core/table/newer.ts';
import { rereadColumn } from '../../src/core/table/retype.ts';
import { applyStep } from '../../src/core/table/shape/shape.ts';
import { LOCALES, localeOf } from '../../src/core/text/locale.ts';

const dates = (from: number, count: number, recordsFrom?: number): Column => ({
  key: 'year',
  title: 'Year',
  kind: 'date',
  interval: 'year',
  cells: Array.from({ length: count }, (_, at) => Date.UTC(from + at, 0, 1)),
  ...(recordsFrom !== undefined && { recordsFrom }),
});
const numbers = (cells: readonly (number | null)[]): Column => ({
  key: 'level',
  title: 'Water level',
  kind: 'number',
  unit: 'cm',
  whole: true,
  total: false,
  cells,
});
const table = (from: number, cells: readonly (number | null)[], recordsFrom?: number): Table => ({
  title: 'Levels',
  rows: cells.length,
  columns: [dates(from, cells.length, recordsFrom), numbers(cells)],
  totals: [],
  remarks: [],
});
const said = (one: Table, as: 'short' | 'spoken' = 'short', id: (typeof LOCALES)[number] = 'en-GB') =>
  factsOfTable(one, {}).map((fact) => sayFact(fact, localeOf(id), as));

/** Rises to a last value above all others. */
const rising = (count: number) => Array.from({ length: count }, (_, at) => (at === count - 1 ? 190 : 110 + (at % 5)));

describe('records that begin in a year', () => {
  it('are named where a line goes back so far, however short it is, and counted where it does not', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1900, max: 2000 }),
        fc.integer({ min: 8, max: 30 }),
        fc.integer({ min: -4, max: 4 }),
        fc.nat({ max: 3 }),
        (from, count, by, missing) => {
          const cells = rising(count).map((value, at) => (at < missing ? null : value));
          const begins = from + by;
          const words = said(table(from, cells, begins)).join('\n');
          // By a second way: the first year of which there is a value.
          const first = from + cells.findIndex((value) => value !== null);
          const named = `highest since records began in ${begins}`;
          if (first <= begins) expect(words).toContain(named);
          else expect(words).not.toMatch(/since records began|on record|for the first time(?! in)/);
          expect(words).toMatch(first <= begins ? /190/ : /highest of \d+ years|highest since/);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('are named in every language, short and spoken, with the year in figures', () => {
    for (const id of LOCALES)
      for (const as of ['short', 'spoken'] as const) {
        const [first = ''] = said(table(1994, rising(6), 1994), as, id);
        expect(first, id).toMatch(/1994/);
        expect(first, id).not.toMatch(/ {2}|undefined/);
      }
    expect(said(table(1994, rising(6), 1994), 'spoken')[0]).toBe(
      'Water level rose to 190\u00a0cm in 1999, the highest since records began in 1994',
    );
  });

  it('stay with the column when a newer extract is taken, and when periods are taken together', () => {
    const old = table(1994, rising(6), 1994);
    const newer = table(1994, rising(8));
    const matches = matchColumns(old.columns, newer.columns);
    const taken = takeNewer(old, newer, { matches, keepColumns: new Set(), keepRows: false }).table;
    expect(taken.columns[0]).toMatchObject({ recordsFrom: 1994 });
    expect(rereadColumn(dates(1994, 6, 1994), { as: 'date', shape: 'year' })).toMatchObject({ recordsFrom: 1994 });
    const months: Column = {
      key: 'year',
      title: 'Month',
      kind: 'date',
      recordsFrom: 1994,
      interval: 'month',
      cells: Array.from({ length: 72 }, (_, at) => Date.UTC(1994, at, 1)),
    };
    const monthly = { ...old, rows: 72, columns: [months, numbers(Array.from({ length: 72 }, (_, at) => 100 + at))] };
    const yearly = applyStep(monthly, {
      kind: 'aggregate',
      to: 'year',
      yearStart: 1,
      measures: [{ column: 'level', by: 'mean' }],
      lacking: 'missing',
    });
    expect(yearly.columns[0]).toMatchObject({ interval: 'year', recordsFrom: 1994 });
  });

  it('say nothing of a table that does not say when they begin', () => {
    expect(said(table(1994, rising(6))).join('\n')).not.toMatch(/record/);
    expect(said(table(1994, rising(12)))[0]).toMatch(/highest on record/);
  });
});
