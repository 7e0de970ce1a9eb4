import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { newEmphasis } from '../../src/core/mark/emphasis.ts';
import { withGaps } from '../../src/core/mark/gaps.ts';
import { markerReach } from '../../src/core/mark/shapes.ts';
import { newReport } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import type { SceneNode } from '../../src/core/scene/scene.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { PRINT_PIXEL, sparklineNodes } from '../../src/core/spark/cell.ts';
import { derive, signs } from '../../src/core/spark/derive.ts';
import { draftSparkTable, hasSparklines, newSparkline } from '../../src/core/spark/draft.ts';
import { endsOf } from '../../src/core/spark/ends.ts';
import { drawSparkTable } from '../../src/core/spark/layout.ts';
import { SPARK_KINDS } from '../../src/core/spark/look.ts';
import { cellOf, resolveSparkTable } from '../../src/core/spark/resolve.ts';
import type { Course } from '../../src/core/spark/series.ts';
import type { Sparkline, SparkTableSpec } from '../../src/core/spark/spec.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { EMPHASISED } from '../../src/core/style/vocabulary.ts';
import type { Table } from '../../src/core/table/column.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { dressedEmphasis, dressedSparkline } from './dressed.ts';
import { golden } from './golden.ts';
import { dates, months, numbers, tableOf, texts } from './tables.ts';

const english = localeOf('en-GB');
const _ = null;
const choices = { id: 's', tableId: 't', style: DEFAULT_STYLE };
const season = (base: number, size: number) =>
  Array.from({ length: 24 }, (_row, row) => Math.round(base + size * Math.sin((row / 12) * 2 * Math.PI) + row / 4));

const wide: Table = {
  ...tableOf([
    dates(months(2025, 1, 24), 'month', { unfinishedFrom: months(2026, 12, 1)[0] ?? 0 }),
    { ...numbers('outer', [...season(80, 20).slice(0, 23), 3], 'thousands'), title: 'Outer isles' },
    { ...numbers('shuttle', season(40, 8), 'thousands'), title: 'Harbour shuttle' },
    numbers('loss', season(0, 9)),
    numbers('level', new Array(24).fill(7)),
    numbers(
      'one',
      Array.from({ length: 24 }, (_row, row) => (row === 5 ? 3 : null)),
    ),
    numbers('none', new Array(24).fill(null)),
  ]),
  title: 'Routes',
};
const courseOf = (count: number): Course => ({
  at: Array.from({ length: count }, (_place, index) => String(index)),
  interval: 'month',
  dates: months(2025, 1, count),
  yearBefore: new Int32Array(count).fill(-1),
  unfinished: count,
});
/** Lowest and highest of some values; null where there are none. */
const domainOf = (values: (number | null)[]): [number, number] | null => {
  const known = values.filter((value) => value !== null);
  return known.length === 0 ? null : [Math.min(...known), Math.max(...known)];
};
const spark = (change: Partial<Sparkline> = {}) => dressedSparkline(newSparkline('x', { column: 'date', ...change }));
const cellsFor = (spec: SparkTableSpec, table: Table, id: string) => {
  const found = resolveSparkTable(spec, table, DEFAULT_STYLE, english).columns.find((column) => column.spec.id === id);
  if (found?.kind === 'number') return found.cells.texts;
  return found?.kind === 'text' ? [...found.cells] : [];
};

describe('a drafted spark table', () => {
  it('has a row for each measure of a table over periods', () => {
    const spec = draftSparkTable(wide, choices);
    expect(
      resolveSparkTable(spec, wide, DEFAULT_STYLE, english)
        .data.records.map(({ name }) => name)
        .slice(0, 2),
    ).toEqual(['Outer isles', 'Harbour shuttle']);
    expect(cellsFor(spec, wide, 'derived-1').slice(0, 2)).toEqual(['68', '39']);
  });

  it('has a row for each category of a long table', () => {
    const long = tableOf([
      dates([...months(2026, 1, 3), ...months(2026, 1, 3)], 'month'),
      texts('pier', ['Ness', 'Ness', 'Ness', 'Kelda', 'Kelda', 'Kelda']),
      numbers('passengers', [1, 2, 3, 30, _, 10]),
    ]);
    const spec = draftSparkTable(long, choices);
    expect(spec.rows).toEqual({ kind: 'categories', category: 'pier' });
    const { data, columns } = resolveSparkTable(spec, long, DEFAULT_STYLE, english);
    expect(data.records.map(({ name }) => name)).toEqual(['Ness', 'Kelda']);
    const lines = columns.find((column) => column.kind === 'sparkline');
    if (lines?.kind !== 'sparkline') throw new Error('There are sparklines.');
    expect([0, 1].map((record) => cellOf(lines, data, record)?.values)).toEqual([
      [1, 2, 3],
      [30, null, 10],
    ]);
  });

  it('has a row for each row of a table with series in rows, and none for its totals', () => {
    const rows = tableOf(
      [
        texts('pier', ['Ness', 'Kelda', 'All']),
        numbers('Jan', [1, 2, 3]),
        numbers('Feb', [4, 5, 9]),
        numbers('Mar', [2, 8, 10]),
      ],
      [2],
    );
    const spec = draftSparkTable(rows, choices);
    expect(cellsFor(spec, rows, 'names')).toEqual(['Ness', 'Kelda']);
    expect(cellsFor(spec, rows, 'derived-2')).toEqual(['+1', '+6']);
  });

  it('is refused where nothing runs', () => {
    const plain = tableOf([texts('pier', ['Ness']), numbers('load', [1])]);
    expect(hasSparklines(plain)).toBe(false);
    expect(() => draftSparkTable(plain, choices)).toThrow(/no series to run through/);
  });
});

describe('derived numbers', () => {
  const values = [2, 4, _, 3, 5, 1];
  it.each([
    ['first', { value: 2, at: 0 }],
    ['last', { value: 5, at: 4 }],
    ['high', { value: 5, at: 4 }],
    ['low', { value: 2, at: 0 }],
    ['mean', { value: 3.5, at: null }],
    ['change', { value: 3, at: null }],
  ] as const)('%s of finished values', (what, found) => {
    expect(derive(what, values, 5)).toEqual(found);
  });
  it('slope is that of the least-squares line', () => {
    expect(derive('slope', [1, 3, 5, 7], 4)?.value).toBeCloseTo(2, 9);
    expect(derive('slope', [1, _, 5, _], 4)?.value).toBeCloseTo(2, 9);
    expect(derive('slope', [1], 1)).toBeNull();
  });
  it('the change on the year is of the same month', () => {
    expect(derive('change on the year', [55, 60, 7], 2, [40, 50, 1])?.value).toBeCloseTo(0.2, 9);
    expect(derive('change on the year', [1, 2], 2)).toBeNull();
    expect(derive('change on the year', [1, 2], 2, [1, 0])).toBeNull();
  });
  it('the year before may lie outside of the window', () => {
    const spec = draftSparkTable(wide, choices);
    for (const column of spec.columns) if (column.kind === 'sparkline') column.window = { last: 3 };
    // November 2026 on November 2025 of the harbour shuttle: 38.57 and 35.57 rounded.
    expect(cellsFor(spec, wide, 'derived-2')[1]).toBe('+8.3%');
  });
  it('wins and losses are signs of values or of changes', () => {
    expect(signs([1, -2, 0, _], 'value', [])).toEqual([1, -1, 0, _]);
    expect(signs([1, 3, 3, _, 2], 'previous', [])).toEqual([_, 1, 0, _, _]);
    expect(signs([5, 5, 5], 'year', [4, 6, _])).toEqual([1, -1, _]);
  });
});

/** Everything that is drawn, as corners; markers by their reach. */
function cornersOf(nodes: readonly SceneNode[]): [number, number][] {
  return nodes.flatMap((node): [number, number][] => {
    if (node.kind === 'rect')
      return [
        [node.x, node.y],
        [node.x + node.width, node.y + node.height],
      ];
    if (node.kind === 'point')
      return [
        [node.x - node.radius, node.y - node.radius],
        [node.x + node.radius, node.y + node.radius],
      ];
    if (node.kind === 'cluster') return cornersOf(node.children);
    if (node.kind !== 'path') return [];
    const half = (node.stroke?.width ?? 0) / 2;
    const [right, down] = node.shift ?? [0, 0];
    return [...node.d.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].flatMap(([, x, y]): [number, number][] => [
      // A rule from edge to edge is no mark; its ends may touch the edges.
      [Number(x) + right, Number(y) + down - half],
      [Number(x) + right, Number(y) + down + half],
    ]);
  });
}

describe('a sparkline', () => {
  let box = { left: 10, top: 20, width: 90, height: 14 };
  const pen = { ink: '#000000', ground: '#ffffff', pixel: PRINT_PIXEL };
  const draw = (values: (number | null)[], change: Partial<Sparkline> = {}) => {
    const spec = spark(change);
    const domain = domainOf(spec.gaps === 'zero' ? values.map((value) => value ?? 0) : values);
    if (domain === null || values.every((value) => value === null)) return [];
    const places = { course: courseOf(values.length), from: 0, to: values.length };
    const [before, edge, reference] = [values, values.map((value) => (value === null ? null : value - 3)), values];
    const [low, high] = endsOf(domain, spec.scale, spec.draw);
    const ends = [spec.draw === 'range band' ? low - 3 : low, high] as const;
    return sparklineNodes(
      { spark: spec, values, before, edge, reference, past: null, places, finished: values.length, ends },
      box,
      pen,
    );
  };

  it('keeps all strokes and marks inside its cell, whatever its values, kind, weight, marks and size', () => {
    const rules = fc.subarray([...EMPHASISED]).map((all) => all.map((of) => newEmphasis(of)));
    fc.assert(
      fc.property(
        fc.array(fc.option(fc.double({ min: -100, max: 100, noNaN: true }), { freq: 5 }), {
          minLength: 1,
          maxLength: 40,
        }),
        fc.constantFrom(...SPARK_KINDS),
        fc.double({ min: 0.3, max: 6, noNaN: true }),
        rules,
        fc.record({
          size: fc.double({ min: 0.5, max: 30, noNaN: true }),
          on: fc.constantFrom('none' as const, 'all' as const),
        }),
        fc.record({
          width: fc.double({ min: 17, max: 300, noNaN: true }),
          height: fc.double({ min: 6.8, max: 90, noNaN: true }),
        }),
        fc.constantFrom('break' as const, 'bridge' as const, 'zero' as const),
        (values, kind, weight, emphasis, markers, size, gaps) => {
          box = { left: 10, top: 20, ...size };
          const nodes = draw(values, {
            draw: kind,
            weight,
            gaps,
            markers,
            emphasis: emphasis.map((rule) => ({ ...rule, size: markers.size })),
            reference: { deviations: 1 },
            zeroLine: true,
            background: '#f0f0f0',
          });
          const [right, foot] = [box.left + box.width, box.top + box.height];
          const outside = cornersOf(nodes).filter(
            ([x, y]) => !(x >= box.left - 0.13 && x <= right + 0.13 && y >= box.top - 0.13 && y <= foot + 0.13),
          );
          expect(outside).toEqual([]);
        },
      ),
      { numRuns: 2000 },
    );
    box = { left: 10, top: 20, width: 90, height: 14 };
  });

  it('is the same whether it is drawn the quick way or not', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 9, noNaN: true }), { minLength: 2, maxLength: 30 }), (values) => {
        const emphasis = (['high', 'low', 'last', 'turns'] as const).map((of) => newEmphasis(of));
        // A zero line that is not crossed is not drawn, but is no business of the quick way.
        expect(draw(values, { emphasis })).toEqual(draw(values, { emphasis, zeroLine: true }));
      }),
    );
  });

  it('stands its columns on whole pixels, all as wide and as far apart as each other', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -50, max: 50 }), { minLength: 2, maxLength: 60 }), (values) => {
        const bars = draw(values, { draw: 'columns', emphasis: [] }).flatMap((node) =>
          node.kind === 'rect' ? [node] : [],
        );
        const isWhole = (length: number) => Math.abs(length / PRINT_PIXEL - Math.round(length / PRINT_PIXEL)) < 1e-6;
        const [first] = bars;
        for (const bar of bars) {
          expect(isWhole(bar.width)).toBe(true);
          expect(isWhole(bar.x - (first?.x ?? 0))).toBe(true);
          expect(bar.width).toBeCloseTo(first?.width ?? 0, 9);
        }
      }),
    );
  });

  it('runs level in the middle for equal values, is a dot for one, and nothing for none', () => {
    const [level] = draw([5, 5, 5], { emphasis: [] });
    expect(level?.kind === 'path' && level.d).toMatch(/^M\S+ 27L\S+ 27L\S+ 27$/);
    expect(draw([_, 5, _], { emphasis: [] }).map(({ kind }) => kind)).toEqual(['point']);
    expect(draw([_, _])).toEqual([]);
  });

  it('marks the true extremes', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -9, max: 9 }), { minLength: 2, maxLength: 30 }), (values) => {
        const [low, high] = domainOf(values) ?? [0, 0];
        fc.pre(low < high);
        const marked = (of: 'high' | 'low') => {
          const rule = { ...dressedEmphasis(newEmphasis(of), 'figure'), ties: 'all' as const };
          const found = draw(values, { emphasis: [rule] }).find((node) => node.kind === 'cluster');
          const step = (box.width - 2 * reach(rule.size)) / (values.length - 1);
          return (found?.kind === 'cluster' ? found.children : []).map((node) =>
            Math.abs(
              Math.round(((node.kind === 'path' ? (node.shift?.[0] ?? 0) : 0) - box.left - reach(rule.size)) / step),
            ),
          );
        };
        const reach = (size: number) => Math.min(markerReach('triangle up', size), 0.4 * box.height);
        const where = (wanted: number) => values.flatMap((value, index) => (value === wanted ? [index] : []));
        expect(marked('high')).toEqual(where(high));
        expect(marked('low')).toEqual(where(low));
      }),
    );
  });

  it('draws win and loss above and below the middle, and a draw as a dash on it', () => {
    const nodes = draw([2, -1, 0], { draw: 'win / loss' });
    const tops = nodes.map((node) => (node.kind === 'rect' ? [node.y, node.height] : []));
    expect(tops[0]?.[0]).toBeLessThan(27);
    expect(tops[1]?.[0]).toBeGreaterThan(27);
    expect(tops[2]?.[1]).toBe(0.8);
  });

  it('stands on zero where it is columns', () => {
    expect(endsOf([3, 9], spark().scale, 'columns')).toEqual([0, 9]);
    expect(endsOf([3, 9], spark().scale, 'line')).toEqual([3, 9]);
    expect(endsOf([3, 9], { of: 'fixed', floor: 0, ceiling: 20 }, 'line')).toEqual([0, 20]);
  });
});

describe('scales of a column', () => {
  const endsFor = (of: Sparkline['scale']['of']) => {
    const spec = draftSparkTable(wide, choices);
    for (const column of spec.columns) if (column.kind === 'sparkline') column.scale.of = of;
    const found = resolveSparkTable(spec, wide, DEFAULT_STYLE, english).columns.find(
      (column) => column.kind === 'sparkline',
    );
    if (found?.kind !== 'sparkline') throw new Error('There are sparklines.');
    return found;
  };
  it('are each row’s own, or the pooled extremes of all', () => {
    expect([...endsFor('each row').ends.subarray(6, 8)]).toEqual([7, 7]);
    const { series, ends } = endsFor('all rows');
    const all = [...series.grid.data].filter((value) => !Number.isNaN(value));
    const known = [...ends].filter((value) => !Number.isNaN(value));
    expect(new Set(known)).toEqual(new Set([Math.min(...all), Math.max(...all)]));
  });
  it('are said in the header', () => {
    expect(endsFor('each row').title).toBe('24 months · each row its own scale');
    expect(endsFor('all rows').title).toBe('24 months · one scale');
  });
});

describe('commands on sparklines', () => {
  it('take the numbers derived from a column with it', () => {
    let count = 0;
    const { item } = packTable('t', wide, () => `b${++count}`);
    const report = { ...newReport('R', ''), items: [item, draftSparkTable(wide, choices)] };
    const { report: after } = runCommand(report, 'spark.removeColumn', { spark: 's', column: 'spark-1' });
    const [, kept] = after.items;
    expect(kept?.type === 'spark' && kept.columns.map(({ kind }) => kind)).toEqual(['name']);
    expect(() => runCommand(report, 'item.remove', { item: 't' })).toThrow(/is used by spark table/);
  });
});

describe('spark tables as pictures', () => {
  const emphases = {
    plain: [],
    usual: (['high', 'low', 'first', 'last'] as const).map((of) => ({
      ...newEmphasis(of),
      size: 3,
      value: of === 'last',
    })),
    all: (['negative', 'turns', 'high', 'low'] as const).map((of) => ({ ...newEmphasis(of), size: 2.6, value: false })),
  };
  const scales = [
    { of: 'each row', floor: 'lowest', ceiling: 'highest' },
    { of: 'all rows', floor: 'zero', ceiling: 'highest' },
    { of: 'fixed', floor: -20, ceiling: 60 },
  ] as const;
  it.each(
    SPARK_KINDS.flatMap((draw) => Object.entries(emphases).map(([name, emphasis]) => [draw, name, emphasis] as const)),
  )('%s, %s', async (draw, name, emphasis) => {
    const spec = draftSparkTable(wide, choices);
    spec.words.title = `${draw}, ${name}`;
    spec.columns = [
      ...spec.columns.slice(0, 1),
      ...scales.map((scale, index) =>
        newSparkline(`s-${index}`, {
          column: 'date',
          draw,
          sign: 'previous',
          scale,
          emphasis,
          width: 44,
        }),
      ),
    ];
    const file = `../golden/spark/${draw.replace(/\W+/g, '-')}-${name}.svg`;
    await expect(golden(toSvg(drawSparkTable(spec, wide, DEFAULT_STYLE, english)))).toMatchFileSnapshot(file);
  });
  it('gaps, references and backgrounds', async () => {
    const holes = {
      ...wide,
      columns: wide.columns.map((column, index) =>
        index === 0
          ? column
          : { ...column, cells: column.cells.map((cell, row) => (row % 9 === 5 || row === 7 ? null : cell)) },
      ),
    };
    const spec = draftSparkTable(wide, choices);
    const of = (id: string, change: Partial<Sparkline>) =>
      newSparkline(id, { column: 'date', title: id, width: 30, ...change });
    spec.columns = [
      ...spec.columns.slice(0, 1),
      of('break', { reference: 'mean', markers: { on: 'all', size: 1.4 } }),
      of('bridge', { gaps: 'bridge', reference: { deviations: 1 } }),
      of('dotted', { gaps: 'dotted bridge', draw: 'area', fillOpacity: 0.4 }),
      of('foot', { draw: 'area', fill: 'axis', scale: { of: 'each row', floor: -40, ceiling: 'highest' } }),
      of('zero', { gaps: 'zero', reference: { value: 20 }, zeroLine: true }),
      of('column', {
        reference: { column: 'shuttle' },
        background: '#f4efe8',
        scale: { of: 'all rows', floor: 'lowest', ceiling: 'highest' },
      }),
    ];
    await expect(golden(toSvg(drawSparkTable(spec, holes, DEFAULT_STYLE, english)))).toMatchFileSnapshot(
      '../golden/spark/gaps.svg',
    );
  });
  it('counts a missing value as zero between others only, in its line and in the ends of its cell', () => {
    const cut = (cells: readonly (number | null)[]) =>
      tableOf([dates(months(2025, 1, cells.length), 'month'), numbers('v', [...cells])]);
    const endsFor = (cells: readonly (number | null)[]) => {
      const table = cut(cells);
      const spec = draftSparkTable(table, choices);
      spec.columns = [newSparkline('s', { column: 'date', gaps: 'zero' })];
      const resolved = resolveSparkTable(spec, table, DEFAULT_STYLE, english);
      const [column] = resolved.columns;
      return column?.kind === 'sparkline' ? cellOf(column, resolved.data, 0)?.ends : null;
    };
    expect(endsFor([null, 5, 8, null])).toEqual([5, 8]);
    expect(endsFor([null, 5, null, 8, null])).toEqual([0, 8]);
    expect(withGaps([null, 5, null, 8, null], 'zero')).toEqual([null, 5, 0, 8, null]);
  });
});
