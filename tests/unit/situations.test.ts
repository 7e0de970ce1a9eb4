import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DatePlanner, dateTicks } from '../../src/core/figure/date-axis.ts';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { type FigureSpec, ValueAxis } from '../../src/core/figure/spec.ts';
import { isFineStep, isRoundStep } from '../../src/core/scale/ticks.ts';
import { type SceneNode, type TextNode, textsOf } from '../../src/core/scene/scene.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { PlanId } from '../../src/core/style/vocabulary.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { capHeight, textWidth } from '../../src/core/text/measure.ts';
import { addUnits, floorTo } from '../../src/core/time/calendar.ts';
import { runs } from '../runs.ts';
import { golden } from './golden.ts';
import { localeIds, SITUATIONS, type Situation } from './situations.ts';
import { dates, numbers, tableOf } from './tables.ts';

const draw = ({ spec, table, locale }: Situation) => drawFigure(spec, table, DEFAULT_STYLE, localeOf(locale));

interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
  text: string;
}

function boxOf(node: TextNode): Box {
  const width = textWidth(node.text, node.face, node.size);
  const height = capHeight(node.face, node.size);
  const shift = { start: 0, middle: 0.5, end: 1 }[node.anchor] * width;
  // Turned text runs upwards from its origin.
  if (node.turned)
    return {
      left: node.x - height,
      right: node.x,
      top: node.y - (width - shift),
      bottom: node.y + shift,
      text: node.text,
    };
  return { left: node.x - shift, right: node.x - shift + width, top: node.y - height, bottom: node.y, text: node.text };
}

const partOf = (nodes: readonly SceneNode[], part: string) =>
  nodes.flatMap((node) => (node.kind === 'group' && node.part === part ? [...textsOf([node])] : []));

/** Labels of the axes keep inside the frame, and no two of one axis touch. */
function expectClear(spec: FigureSpec, nodes: readonly SceneNode[]) {
  const [width, height] = [(spec.frame.width * 72) / 25.4, (spec.frame.height * 72) / 25.4];
  for (const part of ['axis:left', 'axis:right', 'axis:across']) {
    const boxes = partOf(nodes, part).map(boxOf);
    for (const { left, right, top, bottom, text } of boxes) {
      expect(left, text).toBeGreaterThan(-0.01);
      expect(right, text).toBeLessThan(width + 0.01);
      expect(top, text).toBeGreaterThan(-0.01);
      expect(bottom, text).toBeLessThan(height + 0.01);
    }
    boxes.forEach((box, index) => {
      for (const other of boxes.slice(index + 1)) {
        const apart =
          box.right <= other.left || other.right <= box.left || box.bottom <= other.top || other.bottom <= box.top;
        expect(apart, `${box.text} over ${other.text}`).toBe(true);
      }
    });
  }
}

/** No vertical mark of the across axis runs through one of its labels. */
function expectUncrossed(nodes: readonly SceneNode[]) {
  const axis = nodes.flatMap((node) => (node.kind === 'group' && node.part === 'axis:across' ? node.children : []));
  const boxes = [...textsOf(axis)].map(boxOf);
  for (const node of axis) {
    if (node.kind !== 'path') continue;
    for (const [, x1, y1, x2, y2] of node.d.matchAll(/M([\d.-]+) ([\d.-]+)L([\d.-]+) ([\d.-]+)/g)) {
      if (x1 !== x2) continue;
      for (const { left, right, top, bottom, text } of boxes) {
        const through = Number(x1) > left && Number(x1) < right && Number(y1) < bottom && Number(y2) > top;
        expect(through, `a mark through ${text}`).toBe(false);
      }
    }
  }
}

describe('twenty axis situations', () => {
  it.each(SITUATIONS.map((one) => [one.name, one] as const))('%s', async (name, one) => {
    const { scene } = draw(one);
    expectClear(one.spec, scene.nodes);
    expectUncrossed(scene.nodes);
    const file = name.replace(/[^a-z0-9]+/gi, '-').toLowerCase();
    await expect(golden(toSvg(scene))).toMatchFileSnapshot(`../golden/axes/${file}.svg`);
  });
});

describe('axes at random', () => {
  const axis = fc
    .record({
      from: fc.constantFrom('auto' as const, 'zero' as const),
      intervals: fc.option(fc.integer({ min: 1, max: 12 })),
      minor: fc.integer({ min: 1, max: 5 }),
      direction: fc.constantFrom('up' as const, 'down' as const),
      scale: fc.constantFrom('linear' as const, 'linear' as const, 'log' as const),
      ticks: fc.constantFrom('none' as const, 'outside' as const, 'across' as const),
      unit: fc.constantFrom('caption' as const, 'each' as const, 'last' as const),
      titlePlace: fc.constantFrom('above' as const, 'along' as const),
    })
    .map((wishes) => ValueAxis.parse(wishes));
  const situation = fc.record({
    unit: fc.constantFrom('day' as const, 'week' as const, 'month' as const, 'quarter' as const, 'year' as const),
    start: fc.integer({ min: Date.UTC(1960, 0, 1), max: Date.UTC(2050, 0, 1) }),
    count: fc.integer({ min: 1, max: 90 }),
    size: fc.constantFrom(1e-4, 0.3, 7, 90, 4000, 3e6, 2e9),
    base: fc.constantFrom(-2, 0, 0, 20),
    width: fc.integer({ min: 60, max: 250 }),
    height: fc.integer({ min: 45, max: 140 }),
    left: axis,
    right: axis,
    two: fc.boolean(),
    tie: fc.record({ kind: fc.constantFrom('free' as const, 'same' as const, 'meet' as const), zero: fc.boolean() }),
    points: fc.constantFrom('band' as const, 'tick' as const),
    labels: fc.constantFrom('band' as const, 'tick' as const),
    plan: fc.constantFrom(
      'auto' as const,
      'auto' as const,
      'months-with-year' as const,
      'first-and-last' as const,
      'quarters-over-years' as const,
      'dates-every' as const,
    ),
    yearStart: fc.integer({ min: 1, max: 12 }),
    locale: fc.constantFrom(...localeIds),
  });
  it('have no labels that touch or leave the frame, and ticks that rise on round steps', () => {
    fc.assert(
      fc.property(situation, (one) => {
        const from = floorTo(one.start, one.unit);
        const column = dates(
          Array.from({ length: one.count }, (_, index) => addUnits(from, one.unit, index)),
          one.unit,
        );
        const series = (key: string, phase: number) =>
          numbers(
            key,
            Array.from({ length: one.count }, (_, row) => one.size * (one.base + 1.5 + Math.sin(row / 3 + phase))),
            'EUR',
          );
        const table = tableOf([column, series('a', 0), series('b', 2)]);
        const base = SITUATIONS[0]?.spec as FigureSpec;
        const line = base.lines[0];
        if (!line) throw new Error('no line');
        const spec: FigureSpec = {
          ...base,
          lines: [line, { ...line, id: 'line-2', column: 'b', axis: one.two ? 'right' : 'left' }],
          leftAxis: one.left,
          rightAxis: one.right,
          tie: one.tie,
          dateAxis: {
            ...base.dateAxis,
            plan: one.plan,
            points: one.points,
            labels: one.labels,
            yearStart: one.yearStart,
          },
          frame: { ...base.frame, width: one.width, height: one.height },
        };
        const { scene, left, right } = draw({ name: '', table, spec, locale: one.locale });
        expectClear(spec, scene.nodes);
        expectUncrossed(scene.nodes);
        for (const set of right ? [left, right] : [left]) {
          for (const [index, tick] of set.scale.ticks.entries())
            expect(tick).toBeGreaterThan(set.scale.ticks[index - 1] ?? -Infinity);
          // Two ticks, one at each end, are as far apart as the ends.
          const isAtEnds = set.scale.ticks.length === 2 && set.scale.step === set.scale.high - set.scale.low;
          if (set.scale.kind === 'linear' && !isAtEnds)
            expect(
              [one.left, one.right].some(({ intervals }) => intervals !== null)
                ? isFineStep(set.scale.step)
                : isRoundStep(set.scale.step),
            ).toBe(true);
        }
      }),
      { numRuns: runs(400) },
    );
  });
  it('tick dates on the calendar', () => {
    const span = { from: Date.UTC(2024, 1, 12), to: Date.UTC(2027, 6, 3), unit: 'day' as const };
    const at = (step: Parameters<typeof dateTicks>[1], yearStart = 1, weekStart = 1) =>
      dateTicks(span, step, { yearStart, weekStart }).map((position) => new Date(position * 86_400_000));
    expect(at({ every: 1, unit: 'month' }).every((date) => date.getUTCDate() === 1)).toBe(true);
    expect(at({ every: 1, unit: 'week' }).every((date) => date.getUTCDay() === 1)).toBe(true);
    expect(at({ every: 1, unit: 'year' }, 4).map((date) => date.toISOString().slice(0, 10))).toEqual([
      '2024-04-01',
      '2025-04-01',
      '2026-04-01',
      '2027-04-01',
    ]);
    expect(at({ every: 1, unit: 'quarter' }, 2).every((date) => [1, 4, 7, 10].includes(date.getUTCMonth()))).toBe(true);
  });
});

describe('date label plans by hand', () => {
  const english = localeOf('en-GB');
  const type = { face: 'sans-400', size: 7.2, clear: 1.5 } as const;
  const labels = (
    plan: PlanId | 'auto',
    more: Partial<ConstructorParameters<typeof DatePlanner>[3]> = {},
    width = 900,
  ) => {
    const span = { from: Date.UTC(2025, 3, 1), to: Date.UTC(2026, 3, 1), unit: 'month' as const };
    const setting = {
      labels: 'band' as const,
      yearStart: 1,
      weekStart: 1,
      capitals: false,
      step: { every: 3, unit: 'month' as const },
      ...more,
    };
    const fit = new DatePlanner(span, type, english, setting).choose(plan, width);
    return fit?.levels.map((bands) => bands.map(({ label }) => label).filter((label) => label !== ''));
  };
  it('begin years and quarters with the fiscal year', () => {
    expect(labels('quarters-over-years', { yearStart: 4 })).toEqual([['Q1', 'Q2', 'Q3', 'Q4'], ['2025/26']]);
    expect(labels('quarters-over-years')).toEqual([
      ['Q2', 'Q3', 'Q4', 'Q1'],
      ['2025', '2026'],
    ]);
    expect(labels('half-years-over-years', { yearStart: 4 })?.[0]).toEqual(['H1', 'H2']);
  });
  it('write dates every so often, only the ends, and in capitals', () => {
    expect(labels('dates-every')).toEqual([['Apr 2025', 'Jul 2025', 'Oct 2025', 'Jan 2026']]);
    expect(labels('first-and-last')).toEqual([['Apr 2025', 'Mar 2026']]);
    expect(labels('months-with-year', { capitals: true })?.[0]?.[0]).toBe('APR 2025');
  });
  it('on ticks label the end of the axis, too', () => {
    expect(labels('short-months-over-years', { labels: 'tick' })?.[0]).toEqual(
      'Apr May Jun Jul Aug Sep Oct Nov Dec Jan Feb Mar Apr'.split(' '),
    );
  });
});
