import { describe, expect, it } from 'vitest';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { runCall } from '../../src/core/change/run.ts';
import { draftFigure, Misleading } from '../../src/core/figure/draft.ts';
import { applyFields, invert } from '../../src/core/named/fields.ts';
import { recordOf, reportOf } from '../../src/core/report/record.ts';
import { newReport, type Report } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { type SceneNode, textsOf } from '../../src/core/scene/scene.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { draftLevelBars } from '../../src/core/spark/draft.ts';
import { drawSparkTable } from '../../src/core/spark/layout.ts';
import { sparkMiniature } from '../../src/core/spark/miniature.ts';
import { resolveSparkTable } from '../../src/core/spark/resolve.ts';
import { barNodes } from '../../src/core/spark/row-nodes.ts';
import type { LevelBars, SparkTableSpec } from '../../src/core/spark/spec.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { LOCALES, localeOf } from '../../src/core/text/locale.ts';
import { textWidth } from '../../src/core/text/measure.ts';
import { numbers, tableOf, texts } from './tables.ts';

const ENGLISH = localeOf(LOCALES[0]);
const table = tableOf(
  [
    { ...texts('pier', ['Northgate', 'Old Quay', 'Sound', 'Ness', 'Total']), title: 'Pier' },
    { ...numbers('load', [40, 80, null, 0, 120], '%'), title: 'Load' },
  ],
  [4],
);
const draft = (of = table, measures = ['load']) =>
  draftLevelBars(of, { id: 's', tableId: 't', names: 'pier', measures });
const withBars = (spec: SparkTableSpec, change: Partial<LevelBars>): SparkTableSpec => ({
  ...spec,
  columns: spec.columns.map((column) => (column.kind === 'level bars' ? { ...column, ...change } : column)),
});
const barsOf = (spec: SparkTableSpec, of = table) => {
  const found = resolveSparkTable(spec, of, DEFAULT_STYLE, ENGLISH).columns.find(
    (column) => column.kind === 'level bars',
  );
  if (found?.kind !== 'level bars') throw new Error('no bars');
  return found;
};
/** How much of its track each bar fills; null where a cell is empty. */
const sharesOf = (spec: SparkTableSpec, of = table) => {
  const column = barsOf(spec, of);
  return Array.from(column.values, (_, record) => {
    const box = { left: 0, top: 0, width: 100, height: 10 };
    const [track, bar] = barNodes(column, record, box, 12, DEFAULT_STYLE);
    if (track?.kind !== 'rect') return null;
    return bar?.kind === 'rect' ? bar.width / track.width : 0;
  });
};
const draw = (spec: SparkTableSpec, of = table) => drawSparkTable(spec, of, DEFAULT_STYLE, ENGLISH);
const flat = (nodes: readonly SceneNode[]): SceneNode[] =>
  nodes.flatMap((node) => (node.kind === 'group' || node.kind === 'cluster' ? flat(node.children) : [node]));

describe('level bars', () => {
  it('are shares of the highest value, of the rows that are no totals', () => {
    const { values, ceiling } = barsOf(draft());
    expect(ceiling).toBe(80);
    expect([...values]).toEqual([40, 80, Number.NaN, 0]);
    expect(sharesOf(draft())).toEqual([0.5, 1, null, 0]);
  });
  it('make room for their target, and are cut at a given ceiling', () => {
    expect(sharesOf(withBars(draft(), { target: 100 }))[1]).toBeCloseTo(0.8, 9);
    expect(sharesOf(withBars(draft(), { ceiling: 50 }))).toEqual([0.8, 1, null, 0]);
  });
  it('stay empty where nothing is above zero', () => {
    const zeros = tableOf([texts('pier', ['a']), numbers('load', [0])]);
    expect(barsOf(draft(zeros), zeros).ceiling).toBe(1);
    expect(sharesOf(draft(zeros), zeros)).toEqual([0]);
  });
  it('are refused below zero and for more rows than a page takes', () => {
    const below = tableOf([texts('pier', ['a', 'b']), numbers('load', [5, -1])]);
    expect(() => draft(below)).toThrow(/“load” has values below zero/);
    const many = tableOf([
      texts(
        'pier',
        Array.from({ length: 20_001 }, (_, row) => `p${row}`),
      ),
      numbers('load', new Array(20_001).fill(1)),
    ]);
    expect(() => draft(many)).toThrow(/20001 rows, and a spark table is set with up to 20000/);
  });
  it('are what is offered where a line would mislead', () => {
    try {
      draftFigure(table, { id: 'f', tableId: 't', style: DEFAULT_STYLE });
      expect.unreachable();
    } catch (error) {
      expect(error).toBeInstanceOf(Misleading);
      expect((error as Misleading).why).toEqual({ kind: 'unordered', column: 'pier', measures: ['load'] });
    }
  });
});

describe('a spark table on its sheet', () => {
  const scene = draw(withBars(draft(), { target: 60 }));
  it('keeps every mark and every letter inside', () => {
    const [width, height] = [(scene.widthMm * 72) / 25.4, (scene.heightMm * 72) / 25.4];
    for (const node of flat(scene.nodes)) {
      if (node.kind === 'rect') {
        expect(node.x).toBeGreaterThanOrEqual(0);
        expect(node.x + node.width).toBeLessThanOrEqual(width + 1e-9);
        expect(node.y + node.height).toBeLessThanOrEqual(height + 1e-9);
      }
      if (node.kind !== 'text') continue;
      const length = textWidth(node.text, node.face, node.size);
      const left = node.anchor === 'end' ? node.x - length : node.x;
      expect(left).toBeGreaterThanOrEqual(0);
      expect(left + length).toBeLessThanOrEqual(width);
    }
  });
  it('draws bars in proportion, none for a missing value and an empty track for zero', () => {
    const column = scene.nodes.find((node) => node.kind === 'group' && node.part === 'column:bar-1');
    const rects = flat(column ? [column] : []).flatMap((node) => (node.kind === 'rect' ? [node] : []));
    const bars = rects.filter(({ fill }) => fill === DEFAULT_STYLE.palette[0]?.colour);
    const tracks = rects.filter(({ fill }) => fill !== DEFAULT_STYLE.palette[0]?.colour);
    expect(tracks).toHaveLength(3);
    expect(bars).toHaveLength(2);
    expect((bars[0]?.width ?? 0) / (bars[1]?.width ?? 1)).toBeCloseTo(0.5, 10);
    expect(bars[1]?.width).toBeCloseTo(tracks[0]?.width ?? 0, 10);
  });
  it('writes names, numbers with a dash for none, headers with unit and target', () => {
    const words = [...textsOf(scene.nodes)].map(({ text }) => text);
    expect(words).toEqual(expect.arrayContaining(['Northgate', '40', '–', 'Load, %', 'target 60', 'Sample']));
    expect(words).not.toContain('Total');
    expect(scene.description).toBe(
      'A spark table of 4 rows: target 60: Northgate 40 of 80, target 60; Old Quay 80 of 80, target 60; Sound no value; Ness 0 of 80, target 60.',
    );
  });
  it('treats what users type as text', () => {
    const evil = '<script>hit()</script>';
    const spec = { ...draft(), words: { title: evil, subtitle: [{ text: evil, bold: true as const }], source: evil } };
    expect(toSvg(draw(spec))).not.toContain('<script');
  });
  it('grows with its rows, and has a small picture', () => {
    expect(draw({ ...draft(), rowHeight: 10 }).heightMm - draw(draft()).heightMm).toBeCloseTo(16, 6);
    const small = sparkMiniature(draft(), table, DEFAULT_STYLE, ENGLISH, 38, 9);
    expect(small.nodes).toHaveLength(4);
  });
});

describe('commands on a spark table', () => {
  const { item } = packTable(
    't',
    table,
    (() => {
      let count = 0;
      return () => `block-${++count}`;
    })(),
  );
  const base: Report = { ...newReport('R', ''), items: [item, draft()] };
  const spark = (report: Report) => report.items.find((one) => one.type === 'spark') as SparkTableSpec;
  it('set its words, height and columns, and each can be taken back', () => {
    const bars = draft().columns[2] as LevelBars;
    for (const [name, args, holds] of [
      ['item.setWords', { item: 's', words: { title: 'Load' } }, (s: SparkTableSpec) => s.words.title === 'Load'],
      ['spark.setRowHeight', { spark: 's', rowHeight: 9 }, (s: SparkTableSpec) => s.rowHeight === 9],
      ['item.rename', { item: 's', name: 'Piers' }, (s: SparkTableSpec) => s.name === 'Piers'],
      [
        'spark.setColumn',
        { spark: 's', column: 'bar-1', set: [{ path: ['target'], to: 5 }] },
        (s: SparkTableSpec) => (s.columns[2] as LevelBars).target === 5,
      ],
      [
        'spark.moveColumn',
        { spark: 's', column: 'bar-1', before: draft().columns[0]?.id ?? null },
        (s: SparkTableSpec) => s.columns[0]?.id === 'bar-1',
      ],
      ['spark.removeColumn', { spark: 's', column: 'bar-1' }, (s: SparkTableSpec) => s.columns.length === 2],
      [
        'spark.addColumn',
        { spark: 's', column: { ...bars, id: 'bar-2' } },
        (s: SparkTableSpec) => s.columns.length === 4,
      ],
    ] as const) {
      const before = recordOf(base);
      const { record, fields } = runCall(before, { name, args }, () => undefined);
      const report = reportOf(record);
      expect(holds(spark(report)), name).toBe(true);
      expect(applyFields(record, invert(fields)), name).toEqual(before);
    }
  });
  it('refuse what makes no sense', () => {
    const bars = draft().columns[2];
    expect(() => runCommand(base, 'spark.addColumn', { spark: 's', column: bars })).toThrow(/same name/);
    expect(() =>
      runCommand(base, 'spark.setColumn', { spark: 's', column: 'bar-1', set: [{ path: ['target'], to: -1 }] }),
    ).toThrow(/starts at zero/);
    expect(() => runCommand(base, 'spark.setRowHeight', { spark: 's', rowHeight: 1 })).toThrow(/at least 3 mm/);
    expect(() => runCommand(base, 'spark.removeColumn', { spark: 's', column: 'gone' })).toThrow(/no column “gone”/);
    expect(() => runCommand(base, 'item.remove', { item: 't' })).toThrow(/used by spark table “Sample”/);
    expect(() => runCommand(base, 'table.removeColumns', { table: 't', columns: ['load'] })).toThrow(
      /used by spark table/,
    );
  });
});
