import { describe, expect, it } from 'vitest';
import { compareTables, matchColumns, takeNewer } from '../../src/core/table/newer.ts';
import { cellsOf, dates, months, numbers, tableOf, texts } from './tables.ts';

const titled = <T extends { title: string }>(column: T, title: string): T => ({ ...column, title });

const table = tableOf([
  dates(months(2026, 1, 3), 'month'),
  titled(numbers('a', [10, 20, 30], 't'), 'Outer isles'),
  titled(numbers('b', [1, 2, 3]), 'Kelda_ness'),
  texts('note', ['x', null, 'z']),
]);
/** One month later, one value revised, one column gone, one new, and titles written otherwise. */
const newer = tableOf([
  titled(dates(months(2026, 2, 3), 'month'), 'Date'),
  titled(numbers('n1', [20, 33, 40]), 'Outer isles'),
  titled(numbers('n2', [2, 3, 4]), 'kelda  NESS'),
  titled(numbers('n3', [7, 8, 9]), 'Sound'),
]);

describe('a newer extract', () => {
  const matches = matchColumns(table.columns, newer.columns);
  it('finds its columns by title, whatever their case, blanks and underscores', () => {
    expect(matches).toEqual([
      { key: 'date', newer: 'date' },
      { key: 'a', newer: 'n1' },
      { key: 'b', newer: 'n2' },
      { key: 'note', newer: null },
    ]);
    // A title that is the same letter for letter goes before one that only looks alike.
    const twins = [titled(numbers('p', [1]), 'Load'), titled(numbers('q', [1]), 'LOAD')];
    expect(matchColumns(twins, [...twins].reverse()).map((match) => match.newer)).toEqual(['p', 'q']);
  });
  it('says which rows come and go, which values are revised, and which columns', () => {
    const difference = compareTables(table, newer, matches);
    expect(difference.rowsAdded).toEqual(['Apr 2026']);
    expect(difference.rowsGone).toEqual(['Jan 2026']);
    expect(difference.revised).toEqual([{ row: 'Mar 2026', column: 'Outer isles', from: '30', to: '33' }]);
    expect(difference.columnsGone.map(({ key }) => key)).toEqual(['note']);
    expect(difference.columnsAdded.map(({ title }) => title)).toEqual(['Sound']);
  });
  it('takes its data under the old keys, units and titles', () => {
    const { table: taken } = takeNewer(table, newer, { matches, keepColumns: new Set(), keepRows: false });
    expect(taken.columns.map(({ key, title }) => `${key}: ${title}`)).toEqual([
      'date: date',
      'a: Outer isles',
      'b: Kelda_ness',
      'n3: Sound',
    ]);
    expect(taken.columns[1]).toMatchObject({ unit: 't', cells: [20, 33, 40] });
    expect(taken.rows).toBe(3);
  });
  it('keeps rows and columns that it lacks, where that is wished', () => {
    const { table: taken } = takeNewer(table, newer, { matches, keepColumns: new Set(['note']), keepRows: true });
    expect(cellsOf(taken, 'date')).toEqual(months(2026, 1, 4));
    expect(cellsOf(taken, 'a')).toEqual([10, 20, 33, 40]);
    expect(cellsOf(taken, 'note')).toEqual(['x', null, 'z', null]);
    expect(cellsOf(taken, 'n3')).toEqual([null, 7, 8, 9]);
  });
  it('of the same data changes nothing', () => {
    const same = matchColumns(table.columns, table.columns);
    expect(compareTables(table, table, same)).toEqual({
      rowsAdded: [],
      rowsGone: [],
      revised: [],
      columnsGone: [],
      columnsAdded: [],
    });
    const { table: taken } = takeNewer(table, table, { matches: same, keepColumns: new Set(), keepRows: false });
    expect(taken.columns.map(({ cells }) => cells)).toEqual(table.columns.map(({ cells }) => cells));
  });
  it('knows the rows of a long table by month and category, in any order', () => {
    const long = tableOf([
      dates([...months(2026, 1, 2), ...months(2026, 1, 2)], 'month'),
      texts('pier', ['N', 'N', 'S', 'S']),
      numbers('a', [1, 2, 3, 4]),
    ]);
    const turned = tableOf(long.columns.map((column) => ({ ...column, cells: [...column.cells].reverse() })));
    const same = matchColumns(long.columns, turned.columns);
    expect(compareTables(long, turned, same).revised).toEqual([]);
    const revised = tableOf([...turned.columns.slice(0, 2), numbers('a', [4, 9, 2, 1])]);
    expect(compareTables(long, revised, same).revised).toEqual([
      { row: 'Jan 2026, S', column: 'a', from: '3', to: '9' },
    ]);
  });
  it('is read as the table’s kinds, and totals follow its rows', () => {
    const asText = tableOf([texts('date', ['2026-01', '2026-02', 'Total']), texts('a', ['11', '21', '32'])], [2]);
    const { table: taken } = takeNewer(table, asText, {
      matches: matchColumns(
        table.columns,
        [asText.columns[0], titled(asText.columns[1] ?? numbers('a', []), 'Outer isles')].flatMap((c) => c ?? []),
      ),
      keepColumns: new Set(),
      keepRows: false,
    });
    expect(cellsOf(taken, 'date')).toEqual([...months(2026, 1, 2), 'Total']);
    expect(cellsOf(taken, 'a')).toEqual([11, 21, 32]);
    expect(taken.totals).toEqual([2]);
  });
});
