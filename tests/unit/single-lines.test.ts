/** Small cases worked by hand, each for a line that could be broken without any other test noticing. */
import { describe, expect, it } from 'vitest';
import { UNDO } from '../../src/core/change/change.ts';
import { type History, NO_HISTORY, remember } from '../../src/core/change/history.ts';
import { factsOfTable } from '../../src/core/fact/of-table.ts';
import { derive } from '../../src/core/spark/derive.ts';
import { endsOf } from '../../src/core/spark/ends.ts';
import { matchColumns, takeNewer } from '../../src/core/table/newer.ts';
import { findStyle } from '../../src/core/table/number-style.ts';
import { numberTyped, readNumber } from '../../src/core/table/numbers.ts';
import { dates, months, numbers, tableOf } from './tables.ts';

describe('a change on the year', () => {
  it('is relative to the size of the earlier value, also where that is below zero', () => {
    expect(derive('change on the year', [-30], 1, [-40])).toEqual({ value: 0.25, at: null });
    expect(derive('change on the year', [-50], 1, [-40])).toEqual({ value: -0.25, at: null });
    expect(derive('change on the year', [10], 1, [0])).toBeNull();
  });
});

describe('ends of a sparkline cell', () => {
  const ends = (low: number, high: number, scale: Partial<Parameters<typeof endsOf>[1]>, draw: 'line' | 'columns') =>
    endsOf([low, high], { of: 'each row', floor: 'lowest', ceiling: 'highest', ...scale }, draw);

  it('leave the data of a line as they are, and have columns stand on zero', () => {
    expect(ends(-9, -4, {}, 'line')).toEqual([-9, -4]);
    expect(ends(-9, -4, {}, 'columns')).toEqual([-9, 0]);
    expect(ends(4, 9, {}, 'columns')).toEqual([0, 9]);
  });
  it('are zero where that is asked for, and the number that is given', () => {
    expect(ends(-9, -4, { ceiling: 'zero' }, 'line')).toEqual([-9, 0]);
    expect(ends(4, 9, { ceiling: 'zero' }, 'line')).toEqual([4, 9]);
    expect(ends(4, 9, { floor: 'zero' }, 'line')).toEqual([0, 9]);
    expect(ends(-9, -4, { ceiling: -2 }, 'columns')).toEqual([-9, -2]);
    expect(ends(4, 9, { floor: 20 }, 'line')).toEqual([9, 20]);
  });
});

describe('steps taken back and brought back', () => {
  const NAMES = ['one', 'two', 'three', 'not three', 'not two', 'two again', 'something else'];
  const idOf = (name: string) => `00000000-0000-4000-8000-${String(NAMES.indexOf(name)).padStart(12, '0')}`;
  const step = (name: string) => ({ id: idOf(name), name: 'item.rename', args: {}, label: name, group: undefined });
  const back = (name: string, of: History, from: 'past' | 'future') => ({
    ...step(name),
    name: UNDO,
    args: { changes: of[from].at(-1)?.changes ?? [] },
  });

  it('come back one by one, the last taken back first', () => {
    let history = ['one', 'two', 'three'].map(step).reduce(remember, NO_HISTORY);
    for (const name of ['not three', 'not two']) history = remember(history, back(name, history, 'past'));
    const changesOf = (steps: History['past']) => steps.map(({ changes }) => changes);
    expect(changesOf(history.past)).toEqual([[idOf('one')]]);
    expect(changesOf(history.future)).toEqual([[idOf('not three')], [idOf('not two')]]);
    history = remember(history, back('two again', history, 'future'));
    expect(changesOf(history.past)).toEqual([[idOf('one')], [idOf('two again')]]);
    expect(changesOf(history.future)).toEqual([[idOf('not three')]]);
    history = remember(history, step('something else'));
    expect(history.future).toEqual([]);
  });
});

describe('ranks', () => {
  const ranksOf = (values: readonly number[]) => {
    const table = tableOf([dates(months(2023, 1, values.length), 'month'), numbers('v', [...values])]);
    return factsOfTable(table, { across: undefined, lines: undefined }).filter(
      ({ claim }) => claim.kind === 'rank' && claim.among === 'all',
    );
  };

  it('are not told where another value is written alike', () => {
    const rising = [10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 30, 29, 28];
    expect(ranksOf(rising).map(({ claim }) => claim)).toContainEqual(
      expect.objectContaining({ end: 'high', place: 3, count: 13 }),
    );
    expect(ranksOf([...rising.slice(0, 9), 28, 30, 29, 28])).toEqual([]);
  });
});

describe('numbers as they are read', () => {
  it('have no zero below zero', () => {
    const { style } = findStyle(['-1.5', '-0', '2.5']);
    for (const zero of ['-0', '−0.0', '(0)', '0-', '0 CR']) expect(readNumber(zero, style), zero).toBe(0);
    expect(numberTyped('−0')).toBe(0);
    expect(readNumber('-1.5', style)).toBe(-1.5);
  });
  it('have a unit where a tenth of them says so, and none where fewer do', () => {
    const texts = (count: number) =>
      Array.from({ length: 40 }, (_, at) => (at < count ? `${at + 1} boats` : `${at + 1}`));
    expect(findStyle(texts(4)).style.unit).toBe('boats');
    expect(findStyle(texts(3)).style.unit).toBeNull();
  });
});

describe('a newer extract', () => {
  it('of fewer than four dates keeps the interval that was known', () => {
    const taken = (rows: number) => {
      const table = tableOf([
        dates(months(2024, 1, 12), 'month'),
        numbers('v', [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]),
      ]);
      const newer = tableOf([dates(months(2024, 1, rows), 'day'), numbers('v', [1, 2, 3, 4, 5].slice(0, rows))]);
      const matches = matchColumns(table.columns, newer.columns);
      const [column] = takeNewer(table, newer, { matches, keepColumns: new Set(), keepRows: false }).table.columns;
      return column?.kind === 'date' ? column.interval : null;
    };
    expect([3, 4].map(taken)).toEqual(['month', 'day']);
  });
});
