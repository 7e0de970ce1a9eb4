import { describe, expect, it } from 'vitest';
import { glance } from '../../src/core/inspect/glance.ts';
import type { Column } from '../../src/core/table/column.ts';

const date = (cells: (number | string | null)[]): Column => ({
  key: 'd',
  title: 'd',
  kind: 'date',
  interval: 'day',
  cells,
});
const numbers = (title: string, cells: (number | string | null)[]): Column => ({
  key: 'n',
  title,
  kind: 'number',
  unit: null,
  whole: false,
  total: false,
  cells,
});

describe('a glance at columns', () => {
  it('orders by date, keeps gaps, and leaves out rows without a date', () => {
    const { series, options } = glance(date([20, 10, null, 30]), [numbers('a_b', [2, 1, 9, 'closed'])], ['#112233']);
    expect(series).toEqual([
      {
        name: 'A b',
        data: [
          [10, 1],
          [20, 2],
          [30, null],
        ],
      },
    ]);
    expect(options.xaxis?.type).toBe('datetime');
    expect(options.colors).toEqual(['#112233']);
  });

  it('dots what is not finished: the last points of all, or those of one column as a series of their own', () => {
    const days = { ...date([10, 20, 30]), unfinishedFrom: 30 } as Column;
    const all = glance(days, [numbers('a', [1, 2, 3]), numbers('b', [4, 5, 6])], ['#111111', '#222222']);
    expect(all.options.forecastDataPoints?.count).toBe(1);
    expect(all.series).toHaveLength(2);
    const own = { ...numbers('b', [4, 5, 6]), unfinishedFrom: 20 } as Column;
    const one = glance(date([10, 20, 30]), [numbers('a', [1, 2, 3]), own], ['#111111', '#222222']);
    expect(one.options.forecastDataPoints?.count).toBe(0);
    expect(one.series.map(({ name }) => name)).toEqual(['A', 'B', 'B, unfinished']);
    expect(one.series[2]?.data).toEqual([
      [10, 4],
      [20, 5],
      [30, 6],
    ]);
    expect(one.options.colors).toEqual(['#111111', '#222222', '#222222']);
    expect(one.options.stroke?.dashArray).toEqual([0, 0, 3]);
  });

  it('draws bars over names and a line over categories in order, leaving out totals', () => {
    const piers = {
      key: 'p',
      title: 'pier',
      kind: 'text',
      ordered: false,
      cells: ['North', '<b>South', 'Total'],
    } as const;
    const values = [numbers('x', [3, null, 3])];
    const bars = glance(piers, values, [], [2]);
    expect(bars.type).toBe('bar');
    expect(bars.options.xaxis?.categories).toEqual(['North', '<b>South']);
    expect(bars.series[0]?.data).toEqual([3, null]);
    expect(glance({ ...piers, ordered: true }, values, []).type).toBe('line');
  });

  it('draws no more names than have room, and says how many are left', () => {
    const names = Array.from({ length: 250 }, (_, row) => `p${row}`);
    const piers = { key: 'p', title: 'pier', kind: 'text', ordered: false, cells: names } as const;
    const drawn = glance(piers, [numbers('x', new Array(250).fill(1))], []);
    expect(drawn.series[0]?.data).toHaveLength(100);
    expect(drawn.left).toBe(150);
  });

  it('thins long columns and keeps their extremes', () => {
    const values = Array.from({ length: 50_000 }, (_, index) => Math.sin(index) * (index === 31_234 ? 9 : 1));
    const { series } = glance(date(values.map((_, index) => index)), [numbers('x', values)], []);
    const drawn = series[0]?.data.map((point) => (Array.isArray(point) ? (point[1] ?? 0) : 0)) ?? [];
    expect(drawn.length).toBeLessThanOrEqual(2100);
    expect(Math.max(...drawn.map(Math.abs))).toBe(Math.max(...values.map(Math.abs)));
  });
});
