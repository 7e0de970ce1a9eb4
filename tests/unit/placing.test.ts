import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { Mark } from '../../src/core/figure/marks.ts';
import type { FigureSpec } from '../../src/core/figure/spec.ts';
import { newEmphasis } from '../../src/core/mark/emphasis.ts';
import type { Box } from '../../src/core/place/box.ts';
import { Obstacles } from '../../src/core/place/obstacles.ts';
import { placeLabels, placesAround } from '../../src/core/place/place.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { runs } from '../runs.ts';
import { run, situation } from './situations.ts';
import { numbers } from './tables.ts';

const SHEET: Box = { minX: 0, minY: 0, maxX: 200, maxY: 100 };
const SIDES = ['above', 'below', 'right', 'left'] as const;
const overlap = (a: Box, b: Box) =>
  a.minX < b.maxX - 0.01 && b.minX < a.maxX - 0.01 && a.minY < b.maxY - 0.01 && b.minY < a.maxY - 0.01;
const box = (minX: number, minY: number, width: number, height: number): Box => ({
  minX,
  minY,
  maxX: minX + width,
  maxY: minY + height,
});

describe('obstacles', () => {
  it('are hit by a box through which a stroke runs, and not by one beside it', () => {
    const obstacles = new Obstacles(SHEET);
    obstacles.addRun(
      [
        [0, 0],
        [100, 50],
      ],
      2,
    );
    expect(obstacles.hits(box(40, 15, 10, 10))).toBe(true);
    // The stroke passes (40, 20): what lies below it by less than its half width is hit as well.
    expect(obstacles.hits(box(20, 20.5, 18, 5))).toBe(true);
    expect(obstacles.hits(box(20, 24, 10, 5))).toBe(false);
    expect(obstacles.hits(box(60, 2, 30, 20))).toBe(false);
  });

  it('answer as a look at every stroke would', () => {
    const at = fc.record({
      x: fc.double({ min: 0, max: 200, noNaN: true }),
      y: fc.double({ min: 0, max: 100, noNaN: true }),
    });
    fc.assert(
      fc.property(
        fc.array(at, { minLength: 2, maxLength: 12 }),
        at,
        fc.integer({ min: 1, max: 40 }),
        (points, corner, size) => {
          const obstacles = new Obstacles(SHEET);
          const corners = points.map(({ x, y }) => [x, y] as const);
          obstacles.addRun(corners, 0.5);
          const asked = box(Math.min(corner.x, 200 - size), Math.min(corner.y, 100 - size / 2), size, size / 2);
          // Points along each stroke, near enough together that none of any width is missed.
          const inside = corners.slice(1).some(([x2, y2], index) => {
            const [x1, y1] = corners[index] ?? [0, 0];
            return Array.from({ length: 2000 }, (_, step) => step / 1999).some((t) => {
              const [x, y] = [x1 + t * (x2 - x1), y1 + t * (y2 - y1)];
              return x > asked.minX + 0.3 && x < asked.maxX - 0.3 && y > asked.minY + 0.3 && y < asked.maxY - 0.3;
            });
          });
          if (inside) expect(obstacles.hits(asked)).toBe(true);
          else {
            const shrunk = {
              minX: asked.minX + 0.7,
              minY: asked.minY + 0.7,
              maxX: asked.maxX - 0.7,
              maxY: asked.maxY - 0.7,
            };
            if (shrunk.maxX > shrunk.minX && shrunk.maxY > shrunk.minY) expect(obstacles.hits(shrunk)).toBe(false);
          }
        },
      ),
      { numRuns: runs(150) },
    );
  });
});

describe('places of labels', () => {
  it('are above where that is free, else the next best, else further off with a leader', () => {
    const obstacles = new Obstacles(SHEET);
    const places = () => placesAround([100, 50], 20, 8, 1, SIDES);
    const place = () => placeLabels([{ key: 'a', places: places(), reach: 1 }], obstacles, SHEET).get('a');
    expect(place()?.box.maxY).toBeLessThan(50);
    obstacles.addBox(box(60, 30, 80, 19));
    obstacles.removeLabel('a');
    expect(place()?.box.minY).toBeGreaterThan(50);
    obstacles.removeLabel('a');
    obstacles.addBox(box(60, 45, 80, 18));
    expect(place()?.leader).not.toBeNull();
  });

  it('are given up by a label that has another one to a label that has none', () => {
    const obstacles = new Obstacles(SHEET);
    const here = { box: box(10, 10, 20, 8), from: null };
    const there = { box: box(60, 10, 20, 8), from: null };
    const also = { box: box(20, 12, 20, 8), from: null };
    const requests = [
      { key: 'two ways', places: [also, there], reach: 1 },
      { key: 'one way', places: [here], reach: 1 },
    ];
    const placed = placeLabels(requests, obstacles, SHEET);
    expect(placed.get('one way')?.box).toEqual(here.box);
    expect(placed.get('two ways')?.box).toEqual(there.box);
  });
});

interface Made {
  lines: number;
  rows: number;
  seed: number;
  width: number;
  height: number;
  values: FigureSpec['lines'][number]['values']['on'];
  named: FigureSpec['lines'][number]['named'];
  right: boolean;
}

const made = fc.record<Made>({
  lines: fc.integer({ min: 1, max: 6 }),
  rows: fc.integer({ min: 1, max: 26 }),
  seed: fc.integer({ min: 1, max: 1e6 }),
  width: fc.integer({ min: 60, max: 220 }),
  height: fc.integer({ min: 40, max: 120 }),
  values: fc.constantFrom('none', 'ends', 'last', 'emphasis', 'every', 'all'),
  named: fc.constantFrom('end', 'beside', 'none'),
  right: fc.boolean(),
});

function draw({ lines, rows, seed, width, height, values, named, right }: Made) {
  const cells = (line: number) =>
    Array.from({ length: rows }, (_, row) => ((row * 31 + line * 17 + seed * (row + 1)) % 101) - 20 + line * 13);
  const { spec, table } = situation(
    'random',
    [
      run('2024-01-01T00:00Z', 'month', rows),
      ...Array.from({ length: lines }, (_, line) => numbers(`line ${line + 1}`, cells(line), 't')),
    ],
    (figure) => {
      Object.assign(figure.frame, { width, height });
      figure.lines.forEach((line, index) => {
        line.emphasis = [newEmphasis('high'), newEmphasis('low'), newEmphasis('last')];
        line.values.on = values;
        line.named = named;
        if (right && index > 0 && index % 2 === 1) line.axis = 'right';
      });
      figure.marks = [
        Mark.parse({ kind: 'level', id: 'l', name: 'target', at: 30, colour: '#66707d' }),
        Mark.parse({ kind: 'event', id: 'e', name: 'new pier', at: middleOf(rows), colour: '#66707d' }),
        Mark.parse({
          kind: 'note',
          id: 'n',
          name: 'n',
          text: 'A word on this',
          at: middleOf(rows),
          value: 40,
          colour: '#2b2530',
        }),
      ];
    },
  );
  return { layout: drawFigure(spec, table, DEFAULT_STYLE, localeOf('en-GB')), spec };
}
const middleOf = (rows: number) => Date.UTC(2024, Math.floor(rows / 2), 1);

describe('labels of random figures', () => {
  it('never cover each other, a line or a point, and never leave the frame; what has no place is told', () => {
    let placed = 0;
    fc.assert(
      fc.property(made, (wish) => {
        const { layout, spec } = draw(wish);
        const [width, height] = [(spec.frame.width * 72) / 25.4, (spec.frame.height * 72) / 25.4];
        // Names after the lines stand apart as far as there is room; they are held to it elsewhere.
        const inPlot = layout.labels.filter(({ part }) => !part.startsWith('name:') || wish.named === 'beside');
        placed += inPlot.length;
        const wrong: string[] = [];
        for (const { box: own, label } of inPlot)
          if (own.minX < 0 || own.maxX > width || own.minY < 0 || own.maxY > height) wrong.push(`${label} leaves`);
        layout.labels.forEach((a, index) => {
          for (const b of layout.labels.slice(index + 1))
            if ((inPlot.includes(a) || inPlot.includes(b)) && overlap(a.box, b.box))
              wrong.push(`${a.label} on ${b.label}`);
        });
        for (const [id, points] of linesOf(layout))
          points.forEach(([x2, y2], index) => {
            const [x1, y1] = points[index - 1] ?? [x2, y2];
            for (let t = 0; t <= 1; t += 0.05) {
              const [x, y] = [x1 + t * (x2 - x1), y1 + t * (y2 - y1)];
              for (const { box: own, label } of inPlot)
                if (x > own.minX && x < own.maxX && y > own.minY && y < own.maxY) wrong.push(`${label} on ${id}`);
            }
          });
        expect(wrong).toEqual([]);
      }),
      { numRuns: runs(600) },
    );
    expect(placed).toBeGreaterThan(8 * runs(600));
  });
});

/** The points a reader can find on each line, in order. */
function linesOf({ scene }: ReturnType<typeof draw>['layout']): [string, (readonly [number, number])[]][] {
  return scene.nodes.flatMap((node) =>
    node.kind === 'group' && node.part.startsWith('line:')
      ? [
          [
            node.part,
            node.children.flatMap((child) => (child.kind === 'point' && child.at ? [[child.x, child.y] as const] : [])),
          ] as [string, (readonly [number, number])[]],
        ]
      : [],
  );
}
