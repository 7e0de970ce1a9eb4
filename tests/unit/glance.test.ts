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
    expect(bars.options.xaxis?.categories).toEqual(['North', ' b South']);
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

  it('hands the chart library no marks of markup', () => {
    const { series } = glance(date([1]), [numbers('<img src=x onerror="hit()">', [1])], []);
    expect(series[0]?.name).not.toMatch(/[<>&"']/);
  });
});
