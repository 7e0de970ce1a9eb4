import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newEmphasis } from '../../src/core/emphasis/emphasis.ts';
import { runCommand } from '../../src/core/report/commands.ts';
import { newReport } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import type { SceneNode } from '../../src/core/scene/scene.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { derive, signs } from '../../src/core/spark/derive.ts';
import { draftSparkTable, hasSparklines, newSparkline } from '../../src/core/spark/draft.ts';
import { drawSparkTable } from '../../src/core/spark/layout.ts';
import type { Places } from '../../src/core/spark/records.ts';
import { resolveSparkTable } from '../../src/core/spark/resolve.ts';
import { domainOf, endsOf, sparklineNodes } from '../../src/core/spark/sparkline.ts';
import { SPARK_KINDS, type Sparkline, type SparkTableSpec } from '../../src/core/spark/spec.ts';
import { SKERRY_PLAIN } from '../../src/core/style/style.ts';
import type { Table } from '../../src/core/table/column.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { dates, months, numbers, tableOf, texts } from './tables.ts';

const english = localeOf('en-GB');
const _ = null;
const choices = { id: 's', tableId: 't', style: SKERRY_PLAIN };
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
const places = (count: number, unfinished = count): Places => ({
  at: Array.from({ length: count }, (_place, index) => String(index)),
  interval: 'month',
  dates: months(2025, 1, count),
  unfinished,
});
const spark = (change: Partial<Sparkline> = {}) => newSparkline('x', SKERRY_PLAIN, { column: 'date', ...change });
const cellsFor = (spec: SparkTableSpec, table: Table, id: string) => {
  const found = resolveSparkTable(spec, table, english).columns.find((column) => column.spec.id === id);
  return found && 'cells' in found ? found.cells : [];
};

describe('a drafted spark table', () => {
  it('has a row for each measure of a table over periods', () => {
    const spec = draftSparkTable(wide, choices);
    expect(
      resolveSparkTable(spec, wide, english)
        .records.map(({ name }) => name)
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
    const { records, columns } = resolveSparkTable(spec, long, english);
    expect(records.map(({ name }) => name)).toEqual(['Ness', 'Kelda']);
    const lines = columns.find((column) => column.kind === 'sparkline');
    expect(lines?.kind === 'sparkline' && lines.series.values).toEqual([
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
    if (node.kind !== 'path') return [];
    const half = (node.stroke?.width ?? 0) / 2;
    return [...node.d.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].flatMap(([, x, y]): [number, number][] => [
      // A rule from edge to edge is no mark; its ends may touch the edges.
      [Number(x), Number(y) - half],
      [Number(x), Number(y) + half],
    ]);
  });
}

describe('a sparkline', () => {
  const cell = { left: 10, top: 20, width: 90, height: 14 };
  const colours = { ink: '#000000', ground: '#ffffff' };
  const draw = (values: (number | null)[], change: Partial<Sparkline> = {}) => {
    const spec = spark(change);
    const domain = domainOf([values]);
    return domain === null
      ? []
      : sparklineNodes(
          values,
          { spark: spec, cell, places: places(values.length), ends: endsOf(domain, spec.scale, spec.draw) },
          colours,
        );
  };

  it('keeps all strokes and marks inside its cell, whatever its values and kind', () => {
    fc.assert(
      fc.property(
        fc.array(fc.option(fc.integer({ min: -100, max: 100 }), { freq: 5 }), { minLength: 1, maxLength: 40 }),
        fc.constantFrom(...SPARK_KINDS),
        fc.double({ min: 0.3, max: 3, noNaN: true }),
        (values, kind, weight) => {
          const nodes = draw(values, {
            draw: kind,
            weight,
            emphasis: [newEmphasis('high'), newEmphasis('low'), newEmphasis('last')],
            reference: { deviations: 1 },
            zeroLine: true,
          });
          for (const [x, y] of cornersOf(nodes)) {
            expect(x).toBeGreaterThanOrEqual(cell.left - 0.13);
            expect(x).toBeLessThanOrEqual(cell.left + cell.width + 0.13);
            expect(y).toBeGreaterThanOrEqual(cell.top - 0.13);
            expect(y).toBeLessThanOrEqual(cell.top + cell.height + 0.13);
          }
        },
      ),
      { numRuns: 1000 },
    );
  });

  it('runs level in the middle for equal values, is a dot for one, and nothing for none', () => {
    const [level] = draw([5, 5, 5], { emphasis: [] });
    expect(level?.kind === 'path' && level.d).toMatch(/^M\S+ 27L\S+ 27L\S+ 27$/);
    expect(draw([_, 5, _], { emphasis: [] }).map(({ kind }) => kind)).toEqual(['point']);
    expect(draw([_, _])).toEqual([]);
  });

  it('marks the true extremes', () => {
    const marks = draw([3, 9, 1, 4]).flatMap((node) => (node.kind === 'path' && node.value ? [node.value] : []));
    expect(new Set(marks)).toEqual(new Set(['9', '1', '4']));
  });

  it('draws win and loss above and below the middle, and a draw as a dash on it', () => {
    const nodes = draw([2, -1, 0], { draw: 'win / loss' });
    const tops = nodes.map((node) => (node.kind === 'rect' ? [node.y, node.height] : []));
    expect(tops[0]?.[0]).toBeLessThan(27);
    expect(tops[1]?.[0]).toBeGreaterThan(27);
    expect(tops[2]?.[1]).toBe(0.5);
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
    const found = resolveSparkTable(spec, wide, english).columns.find((column) => column.kind === 'sparkline');
    if (found?.kind !== 'sparkline') throw new Error('There are sparklines.');
    return found;
  };
  it('are each row’s own, or the pooled extremes of all', () => {
    expect(endsFor('each row').ends[3]).toEqual([7, 7]);
    const { series, ends } = endsFor('all rows');
    const all = series.values.flat().filter((value) => value !== null);
    expect(new Set(ends.map(String))).toEqual(new Set([`${Math.min(...all)},${Math.max(...all)}`]));
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
  const kinds = SPARK_KINDS.map((draw, index) =>
    newSparkline(`k-${index}`, SKERRY_PLAIN, { column: 'date', draw, sign: 'previous', title: draw }),
  );
  const scales = (['each row', 'all rows'] as const).map((of, index) =>
    newSparkline(`s-${index}`, SKERRY_PLAIN, {
      column: 'date',
      scale: { of, floor: 'lowest', ceiling: 'highest' },
      title: of,
      reference: index === 0 ? { deviations: 1 } : 'mean',
      gaps: 'bridge',
      zeroLine: true,
    }),
  );
  it.each([
    ['kinds', kinds],
    ['scales', scales],
  ] as const)('%s', async (name, columns) => {
    const spec = draftSparkTable(wide, choices);
    spec.columns = [...spec.columns.slice(0, 1), ...columns];
    await expect(toSvg(drawSparkTable(spec, wide, SKERRY_PLAIN, english))).toMatchFileSnapshot(
      `../golden/spark/${name}.svg`,
    );
  });
});
