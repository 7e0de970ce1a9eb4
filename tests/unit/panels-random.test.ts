/** What holds for every figure in panels, over random tables and settings. */

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import type { Panels } from '../../src/core/figure/panels/spec.ts';
import { newEmphasis } from '../../src/core/mark/emphasis.ts';
import { resolveValueAxis } from '../../src/core/scale/value-axis.ts';
import { textsOf } from '../../src/core/scene/scene.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Cell, Table } from '../../src/core/table/column.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { textWidth } from '../../src/core/text/measure.ts';
import { runs } from '../runs.ts';
import { panelled } from './panelled.ts';
import { dates, months, numbers, tableOf, texts } from './tables.ts';

const english = localeOf('en-GB');
const SIZE = DEFAULT_STYLE.sizes.label;

interface Row {
  month: number;
  pier: string;
  kind: string;
  value: number;
}

const NAMES = ['Northgate', 'Old Quay', 'Sound Landing by the old light', 'Kelda', 'Ness', 'Øst', 'Skerry', 'Quay 12'];
const KINDS = ['Ro-ro', 'Catamaran and hydrofoil', 'Launch'];

/** Rows of piers and kinds, each pair there or not, over some months in which some are missing. */
const made = fc
  .record({
    piers: fc.integer({ min: 1, max: 8 }),
    kinds: fc.integer({ min: 1, max: 3 }),
    count: fc.integer({ min: 1, max: 40 }),
    sizes: fc.array(fc.double({ min: -50_000, max: 900_000, noNaN: true }), { minLength: 24, maxLength: 24 }),
    holes: fc.array(fc.integer({ min: 0, max: 6 }), { minLength: 24, maxLength: 24 }),
    wobble: fc.double({ min: 0.01, max: 0.8, noNaN: true }),
  })
  .map(({ piers, kinds, count, sizes, holes, wobble }) => {
    const rows: Row[] = [];
    months(2023, 1, count).forEach((month, at) => {
      for (let pier = 0; pier < piers; pier++)
        for (let kind = 0; kind < kinds; kind++) {
          const pair = pier * 3 + kind;
          // A pair in six is not there at all, and others begin later or lack months.
          if (holes[pair] === 0 || (at + pair) % 7 === holes[pair]) continue;
          const value = Math.round((sizes[pair] ?? 0) * (1 + wobble * Math.sin(at + pair)) * 10) / 10;
          rows.push({ month, pier: NAMES[pier] ?? '', kind: KINDS[kind] ?? '', value });
        }
    });
    return rows;
  })
  .filter((rows) => rows.length > 0);

const tableFrom = (rows: readonly Row[]): Table => {
  const column = (of: (row: Row) => Cell) => rows.map(of);
  return tableOf([
    dates(
      column(({ month }) => month),
      'month',
    ),
    texts(
      'pier',
      column(({ pier }) => pier),
    ),
    texts(
      'class',
      column(({ kind }) => kind),
    ),
    numbers(
      'passengers',
      column(({ value }) => value),
      'people',
    ),
    numbers(
      'late',
      column(({ value }) => Math.round(Math.abs(value) % 97)),
      '%',
    ),
  ]);
};

const setting = fc.record({
  isGrid: fc.boolean(),
  scale: fc.constantFrom('all', 'rows', 'panels'),
  perRow: fc.option(fc.integer({ min: 1, max: 6 })),
  width: fc.integer({ min: 60, max: 250 }),
  height: fc.integer({ min: 60, max: 260 }),
  values: fc.constantFrom('none', 'last', 'ends', 'emphasis'),
  caption: fc.boolean(),
  ticks: fc.constantFrom('none', 'outside'),
  order: fc.record({ by: fc.constantFrom('table', 'name', 'last', 'change'), descending: fc.boolean() }),
  behind: fc.boolean(),
});

type Setting = typeof setting extends fc.Arbitrary<infer Value> ? Value : never;

/** A figure with those settings over the rows. */
function figureOf(rows: readonly Row[], wish: Setting, lines = ['passengers']) {
  const panels: Partial<Panels> = {
    down: wish.isGrid ? { kind: 'category', column: 'class' } : null,
    scale: wish.scale,
    perRow: wish.perRow,
    order: wish.order,
    behind: wish.behind && wish.scale !== 'panels' ? '#dddddd' : null,
  };
  return panelled(
    'Random',
    tableFrom(rows),
    panels,
    ({ frame, lines, leftAxis }) => {
      Object.assign(frame, { width: wish.width, height: wish.height });
      Object.assign(leftAxis, { ticks: wish.ticks, titlePlace: wish.caption ? 'along' : 'above' });
      for (const line of lines) {
        line.emphasis = [newEmphasis('high'), newEmphasis('last')];
        line.values.on = wish.values;
      }
      for (const line of lines.slice(1)) line.axis = 'right';
    },
    lines,
  );
}

const draw = ({ spec, table }: ReturnType<typeof figureOf>) => drawFigure(spec, table, DEFAULT_STYLE, english);

/** Values of the table by panel, added up by hand: those of one pier and month are one sum. */
function sumsOf(rows: readonly Row[], isIn: (row: Row) => boolean): number[] {
  const sums = new Map<string, number>();
  for (const row of rows)
    if (isIn(row)) {
      const key = `${row.month} ${row.pier}`;
      sums.set(key, (sums.get(key) ?? 0) + row.value);
    }
  return [...sums.values()];
}

describe('panels at random', () => {
  it('share an axis that is the one of all their values together', () => {
    fc.assert(
      fc.property(made, setting, (rows, wish) => {
        const { plot, panels } = draw(figureOf(rows, wish));
        if (!panels) throw new Error('The figure is not split.');
        const { list, columns } = panels;
        const most = plot.height / (SIZE * 1.45) + 1;
        list.forEach(({ panel, left }, index) => {
          // Those whose values count for the scale of this panel.
          const isShared = (other: number) =>
            wish.scale === 'all' ||
            (wish.scale === 'panels'
              ? other === index
              : wish.isGrid
                ? list[other]?.panel.row === panel.row
                : Math.floor(other / columns) === Math.floor(index / columns));
          const values = list.flatMap(({ panel: { by, down } }, other) =>
            isShared(other)
              ? sumsOf(rows, (row) => row.pier === by && (down === null || row.kind === down)).map(
                  // Sums by hand and by the table may differ in the last digit.
                  (value) => Math.round(value * 1e6) / 1e6,
                )
              : [],
          );
          const extent: [number, number] = [Math.min(...values), Math.max(...values)];
          const isWhole = rows.every(({ value }) => Number.isInteger(value));
          const wanted = resolveValueAxis({ from: 'auto', to: 'auto', every: null }, extent, isWhole, most);
          expect([left.scale.low, left.scale.high]).toEqual([wanted.low, wanted.high]);
          expect(left.scale.ticks).toEqual(wanted.ticks);
        });
      }),
      { numRuns: runs(80), seed: 20261125 },
    );
  });

  it('keep all of their text to themselves, and to the frame', () => {
    fc.assert(
      fc.property(made, setting, fc.boolean(), (rows, wish, two) => {
        const { panels, scene, tooSmall } = draw(figureOf(rows, wish, two ? ['passengers', 'late'] : ['passengers']));
        if (!panels) throw new Error('The figure is not split.');
        const [width, height] = [(wish.width * 72) / 25.4, (wish.height * 72) / 25.4];
        for (const { box } of panels.list)
          for (const { box: other } of panels.list)
            if (box !== other)
              expect(
                box.maxX <= other.minX + 0.01 ||
                  other.maxX <= box.minX + 0.01 ||
                  box.maxY <= other.minY + 0.01 ||
                  other.maxY <= box.minY + 0.01,
              ).toBe(true);
        // Where there is no room for a plot, the sheet and a proof note say so.
        expect(tooSmall).toBe(panels.free.height < 10.5 || panels.free.width < 8);
        if (tooSmall) return;
        for (const { box, panel } of panels.list) {
          const node = scene.nodes.find((one) => one.kind === 'cluster' && one.name === `panel ${panel.key}`);
          if (node?.kind !== 'cluster') throw new Error(`Panel ${panel.key} is not drawn.`);
          for (const text of textsOf(node.children)) {
            if (text.turned) continue;
            const long = textWidth(text.text, text.face, text.size);
            const left = text.anchor === 'start' ? text.x : text.anchor === 'end' ? text.x - long : text.x - long / 2;
            const said = `${text.text} in ${panel.key}`;
            expect(left, said).toBeGreaterThanOrEqual(box.minX - 0.5);
            expect(left + long, said).toBeLessThanOrEqual(box.maxX + 0.5);
            expect(text.y - text.size * 0.75, said).toBeGreaterThanOrEqual(box.minY - 0.5);
            expect(text.y + text.size * 0.2, said).toBeLessThanOrEqual(box.maxY + 0.5);
          }
          expect(box.minX).toBeGreaterThanOrEqual(0);
          expect(box.maxX).toBeLessThanOrEqual(width);
          expect(box.maxY).toBeLessThanOrEqual(height);
        }
      }),
      { numRuns: runs(150), seed: 20261125 },
    );
  });

  it('keep their order when a period is added, however its rows come', () => {
    const steady = fc.record({ by: fc.constantFrom('table', 'name'), descending: fc.boolean() });
    fc.assert(
      fc.property(
        made,
        setting,
        steady,
        fc.boolean(),
        fc.infiniteStream(fc.nat()),
        (rows, wish, order, first, random) => {
          const before = figureOf(rows, { ...wish, order });
          const last = Math.max(...rows.map(({ month }) => month));
          const next = months(new Date(last).getUTCFullYear(), new Date(last).getUTCMonth() + 2, 1)[0] ?? 0;
          const added = [...new Set(rows.map(({ pier }) => pier))]
            .flatMap((pier) => KINDS.map((kind): Row => ({ month: next, pier, kind, value: 100 })))
            .map((row) => ({ row, at: random.next().value ?? 0 }))
            .sort((a, b) => a.at - b.at)
            .map(({ row }) => row);
          const after = figureOf(first ? [...added, ...rows] : [...rows, ...added], { ...wish, order });
          const namesIn = ({ spec, table }: typeof before) => {
            const { panels } = resolveFigure(spec, table, DEFAULT_STYLE);
            return { across: panels?.across ?? [], rows: panels?.rows ?? [] };
          };
          const [was, is] = [namesIn(before), namesIn(after)];
          expect(is.across.filter((name) => was.across.includes(name))).toEqual(was.across);
          expect(is.rows.filter((name) => was.rows.includes(name))).toEqual(was.rows);
        },
      ),
      { numRuns: runs(100), seed: 20261125 },
    );
  });
});
