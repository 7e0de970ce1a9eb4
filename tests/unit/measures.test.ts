import { describe, expect, it } from 'vitest';
import { chooseLines } from '../../src/core/table/choose.ts';
import type { Table } from '../../src/core/table/column.ts';
import { measuresOf, numberingsOf } from '../../src/core/table/measures.ts';
import { draftStep } from '../../src/core/table/shape/draft.ts';
import { readTableText } from '../../src/formats/table-file.ts';
import { dates, months, numbers, tableOf, texts } from './tables.ts';

const titled = <T extends { title: string }>(column: T, title: string): T => ({ ...column, title });
const span = <T>(count: number, make: (index: number) => T) => Array.from({ length: count }, (_, at) => make(at));
/** Numbers of the months from November on, each three times. */
const monthNumbers = span(24, (at) => ((Math.floor(at / 3) + 10) % 12) + 1);
const piers = span(24, (at) => ['Ness', 'Kelda', 'Sound'][at % 3] ?? '');
const long = (more: Table['columns'][number]): Table =>
  tableOf([
    dates(
      months(2024, 11, 8).flatMap((at) => [at, at, at]),
      'month',
    ),
    texts('pier', piers),
    more,
    numbers(
      'passengers',
      span(24, (at) => 100 + ((at * 37) % 50)),
    ),
  ]);

describe('columns of numbers that measure nothing', () => {
  it.each([
    [
      'the year of a date',
      titled(
        numbers(
          'y',
          span(24, (at) => (at < 6 ? 2024 : 2025)),
        ),
        'Year',
      ),
      true,
    ],
    ['the month of a date', titled(numbers('m', monthNumbers), 'Monat'), true],
    [
      'the number of a row',
      numbers(
        'n',
        span(24, (at) => at + 1),
      ),
      true,
    ],
    [
      'what only rises',
      numbers(
        'r',
        span(24, (at) => 2 * at + 1),
      ),
      false,
    ],
    [
      'a quarter, untitled, without exception',
      numbers(
        'x',
        monthNumbers.map((month) => Math.ceil(month / 3)),
      ),
      true,
    ],
    [
      'the code of a pier',
      numbers(
        'c',
        span(24, (at) => [11, 40, 7][at % 3] ?? 0),
      ),
      true,
    ],
    [
      'what is called a code',
      titled(
        numbers(
          's',
          span(24, (at) => 9000 + at),
        ),
        'Sailing ID',
      ),
      true,
    ],
    [
      'two piers with one number',
      numbers(
        'c',
        span(24, (at) => [11, 40, 11][at % 3] ?? 0),
      ),
      false,
    ],
    [
      'months with one exception',
      numbers(
        'm',
        monthNumbers.map((month, at) => (at === 7 ? 9 : month)),
      ),
      false,
    ],
    [
      'fractions',
      numbers(
        'f',
        span(24, (at) => [1.5, 4, 7][at % 3] ?? 0),
      ),
      false,
    ],
    [
      'a number with a unit',
      numbers(
        'u',
        span(24, (at) => [1, 4, 7][at % 3] ?? 0),
        't',
      ),
      false,
    ],
  ])('%s', (_, column, isNone) => {
    const table = long(column);
    expect(measuresOf(table, 'date').includes(column)).toBe(!isNone);
    if (isNone) expect(numberingsOf(table, 'date')).toEqual([column]);
  });
  it('are not what each name has once', () => {
    const table = tableOf([
      texts('pier', ['Ness', 'Kelda', 'Sound']),
      numbers('berths', [4, 2, 7]),
      numbers('trips', [9, 8, 8]),
    ]);
    expect(measuresOf(table, 'pier').map(({ key }) => key)).toEqual(['berths', 'trips']);
  });
  it('are measures where there is nothing else', () => {
    const column = titled(numbers('m', monthNumbers), 'Month');
    const table = tableOf([...long(column).columns.slice(0, 3)]);
    expect(measuresOf(table, 'date')).toEqual([column]);
  });
  it('are never what is added up first', async () => {
    const rows = span(36, (at) => {
      const month = Math.floor(at / 3);
      return `2024-${String(month + 1).padStart(2, '0')}-01,${month + 1},${[501, 502, 503][at % 3]},${['Ness', 'Kelda', 'Sound'][at % 3]},${80 + ((at * 13) % 40)}`;
    });
    const { table } = await readTableText(`Date,Month,Pier no,Pier,Boarded\n${rows.join('\n')}`, 'Boarded');
    expect(chooseLines(table, 'date').map(({ key }) => key)).toEqual(['boarded']);
    const step = draftStep('aggregate', table);
    expect(step?.kind === 'aggregate' && step.measures.map(({ column }) => column)).toEqual(['boarded']);
    expect(draftStep('spread', table)).toMatchObject({ value: 'boarded' });
  });
});
