import { describe, expect, it } from 'vitest';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { layoutFigure } from '../../src/core/figure/layout.ts';
import { Mark } from '../../src/core/figure/marks.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import type { FigureSpec } from '../../src/core/figure/spec.ts';
import { inspectFigure } from '../../src/core/inspect/inspect.ts';
import { sayValue, valueAt, writtenOptions } from '../../src/core/inspect/written.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Table } from '../../src/core/table/column.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { dates, months, numbers, tableOf, texts } from './tables.ts';

const locale = localeOf('en-GB');
const [june = 0] = months(2026, 6, 1);
const table = tableOf([
  dates(months(2026, 1, 6), 'month', { unfinishedFrom: june }),
  { ...numbers('isles', [10, 20, null, 40, 50, 3], 'thousands'), title: 'Outer isles' },
  { ...numbers('late', [91.5, 92, 93, 94, 95, 90], '%'), title: 'On time' },
]);
function inspect(change: (spec: FigureSpec) => void = () => {}, of: Table = table) {
  const [across, ...lines] = of.columns.map(({ key }) => key);
  const spec = draftFigure(of, { id: 'f', tableId: 't', style: DEFAULT_STYLE, across, lines });
  for (const line of spec.lines) line.axis = 'left';
  change(spec);
  const figure = resolveFigure(spec, of, DEFAULT_STYLE);
  return inspectFigure(figure, layoutFigure(figure, DEFAULT_STYLE, locale), DEFAULT_STYLE);
}
const right = (spec: FigureSpec) => {
  for (const line of spec.lines) if (line.column === 'late') line.axis = 'right';
};
const axesOf = ({ options }: ReturnType<typeof inspect>) => [options.yaxis ?? []].flat();

describe('the Inspect face', () => {
  it('reads values out in the language of the report, and says which may still change', () => {
    const german = localeOf('de-DE');
    const flagged: Table = {
      ...table,
      columns: table.columns.map((column) =>
        column.key === 'isles' ? { ...column, received: [null, null, null, null, '50 p', '3'] } : column,
      ),
    };
    const face = inspect(() => {}, flagged);
    const said = (series: number, point: number) => sayValue(face, series, valueAt(face, series, point), point, german);
    expect([0, 2, 4, 5].map((point) => said(0, point))).toEqual([
      '10 thousands',
      '–',
      '50 thousands, vorläufig',
      '3 thousands, noch nicht abgeschlossen',
    ]);
    expect(said(1, 0)).toBe('91,5 %');
    const { tooltip, chart } = writtenOptions(face, german);
    const x = tooltip?.x?.formatter as (at: number) => string;
    expect(x(june)).toBe('Juni 2026');
    const y = [tooltip?.y ?? []].flat()[0]?.formatter as (value: number, at: object) => string;
    expect(y(50, { dataPointIndex: 4 })).toBe('50 thousands, vorläufig');
    // The chart may tell the point of another series, or none: the value stands, and no state is made up.
    expect(y(50, { dataPointIndex: 5 })).toBe('50 thousands');
    expect(y(50, {})).toBe('50 thousands');
    expect(chart?.defaultLocale).toBe('de');
    expect(chart?.locales?.[0]?.options?.months?.[2]).toBe('März');
  });

  it('has the lines of the figure, with the values of the table', () => {
    const { series, options } = inspect();
    expect(series.map(({ name }) => name)).toEqual(['Outer isles', 'On time']);
    expect(series[0]?.data).toEqual(months(2026, 1, 6).map((at, index) => [at, [10, 20, null, 40, 50, 3][index]]));
    expect(options.xaxis?.type).toBe('datetime');
  });
  it('leaves out lines that are not shown, and follows the window', () => {
    const { series } = inspect((spec) => {
      Object.assign(spec.lines[1] ?? {}, { shown: false });
      spec.window = { last: 2 };
    });
    expect(series).toHaveLength(1);
    expect(series[0]?.data.map((point) => (Array.isArray(point) ? point[1] : point))).toEqual([50, 3]);
  });
  it('has its colours, patterns, weights and curves', () => {
    const { options } = inspect((spec) => {
      Object.assign(spec.lines[0] ?? {}, { colour: '#123456', pattern: 'dashes', weight: 2, curve: 'step middle' });
    });
    expect(options.colors?.[0]).toBe('#123456');
    expect(options.stroke?.width).toEqual([3, expect.any(Number)]);
    expect(options.stroke?.curve).toEqual(['stepline', 'straight']);
    const dashes = options.stroke?.dashArray as number[];
    expect(dashes[0]).toBeGreaterThan(2);
    expect(dashes[1]).toBe(0);
    expect(options.forecastDataPoints?.count).toBe(1);
  });
  it('has its axes: their ends, sides, captions and numbers', () => {
    const two = inspect(right);
    const [left, other] = axesOf(two);
    expect([left?.opposite, other?.opposite]).toEqual([false, true]);
    expect([left?.show, other?.show]).toEqual([true, true]);
    expect(left?.min).toBe(0);
    expect(Number(other?.max)).toBeGreaterThanOrEqual(95);
    expect(left?.title?.text).toContain('thousands');
    expect(two.writing.map(({ line, unit, decimals }) => [line, unit, decimals])).toEqual([
      ['Outer isles', 'thousands', 0],
      ['On time', '%', 1],
    ]);
    expect(two.axes.map(({ side }) => side)).toEqual(['left', 'right']);
    // On one axis, the second line shares that of the first.
    const [first, second] = axesOf(inspect());
    expect([first?.show, second?.show]).toEqual([true, false]);
    expect(second?.seriesName).toBe(first?.seriesName);
  });
  it('passes over what is bridged, and draws at zero what counts as zero', () => {
    const values = (gaps: 'bridge' | 'zero') =>
      inspect((spec) => {
        Object.assign(spec.lines[0] ?? {}, { gaps });
      }).series[0]?.data.map((point) => (Array.isArray(point) ? point[1] : point));
    expect(values('bridge')).toEqual([10, 20, 40, 50, 3]);
    expect(values('zero')).toEqual([10, 20, 0, 40, 50, 3]);
  });
  it('dots what is not finished of one line alone', () => {
    const { series, options } = inspect((spec) => {
      Object.assign(spec.lines[0] ?? {}, { unfinished: 'none' });
    });
    expect(series.map(({ name }) => name)).toEqual(['Outer isles', 'On time', 'On time, unfinished']);
    const values = series.map(({ data }) => data.map((point) => (Array.isArray(point) ? point[1] : point)));
    expect(values[1]).toEqual([91.5, 92, 93, 94, 95, null]);
    expect(values[2]).toEqual([null, null, null, null, 95, 90]);
    expect(options.stroke?.dashArray).toEqual([0, 0, 3]);
    expect(options.forecastDataPoints?.count).toBe(0);
  });
  it('has levels, events and bands where the set figure has them', () => {
    const { options } = inspect((spec) => {
      const shared = { name: 'Target', colour: '#b5492f' };
      spec.marks = [
        Mark.parse({ kind: 'level', id: 'level', at: 30, ...shared }),
        Mark.parse({ kind: 'event', id: 'event', at: june, ...shared }),
        Mark.parse({ kind: 'band', id: 'band', over: { kind: 'values', from: 10, to: 20 }, ...shared }),
      ];
    });
    expect(options.annotations?.yaxis?.map(({ y, y2 }) => [y, y2])).toEqual([
      [30, undefined],
      [10, 20],
    ]);
    expect(options.annotations?.xaxis?.map(({ x }) => x)).toEqual([june]);
  });
  it('is plain data with names as they are, and tells lines of one name apart', () => {
    const evil = '<img src=x onerror="hit()">';
    const made = inspect((spec) => {
      for (const line of spec.lines) line.name = evil;
      spec.leftAxis.title = evil;
    });
    expect(JSON.parse(JSON.stringify(made))).toEqual(made);
    expect(made.series[0]?.name).toContain(evil);
    expect(new Set(made.series.map(({ name }) => name)).size).toBe(2);
  });
  it('tells lines apart even where a name is that of a count', () => {
    const three = tableOf([...table.columns, { ...numbers('third', [1, 2, 3, 4, 5, 6], '%'), title: 'Third' }]);
    const { series } = inspect((spec) => {
      spec.lines.forEach((line, index) => {
        line.name = ['A', 'A (2)', 'A'][index] ?? '';
        line.unfinished = 'none';
      });
    }, three);
    expect(series.map(({ name }) => name)).toEqual(['A', 'A (2)', 'A (3)']);
  });
  it('thins long lines and keeps their extremes', () => {
    const values = Array.from({ length: 40_000 }, (_, index) => Math.sin(index) * (index === 31_234 ? 9 : 1));
    const long = tableOf([
      numbers(
        'x',
        values.map((_, index) => index),
      ),
      numbers('y', values),
    ]);
    const { series } = inspect((spec) => {
      spec.across = 'x';
      spec.lines = spec.lines.filter(({ column }) => column === 'y');
    }, long);
    const drawn = series[0]?.data.map((point) => (Array.isArray(point) ? (point[1] ?? 0) : 0)) ?? [];
    expect(drawn.length).toBeLessThan(4000);
    expect(Math.max(...drawn.map(Math.abs))).toBe(Math.max(...values.map(Math.abs)));
  });
  it('stands over categories in their order', () => {
    const day = tableOf([
      { ...texts('hour', ['early', 'noon', 'late'], true), title: 'Time' },
      numbers('n', [1, 2, 3]),
    ]);
    const { series, options } = inspect(() => {}, day);
    expect(options.xaxis?.categories).toEqual(['early', 'noon', 'late']);
    expect(series[0]?.data).toEqual([1, 2, 3]);
  });
});
