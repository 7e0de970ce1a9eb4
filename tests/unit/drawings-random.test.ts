/** Figures at random, each drawing measured; `npm run fuzz` draws thousands. */

import { describe, expect, it } from 'vitest';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { FigureSpec } from '../../src/core/figure/spec.ts';
import type { Scene, SceneNode } from '../../src/core/scene/scene.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { runs } from '../runs.ts';
import { Dice } from './any-command.ts';
import { measureFigure, measureScene } from './measure-drawing.ts';
import { randomFigure } from './random-figure.ts';
import { situation } from './situations.ts';
import { dates, months, numbers } from './tables.ts';

const RUNS = runs(200);
/** A drawing takes a few milliseconds; ten times the two seconds that none may take on a quiet machine. */
const HANG_MS = 20_000;
/** Drawings that had faults once, each of another kind. */
const KEPT = [36, 161, 394, 998, 40673, 51416, 60200, 62272, 72050, 80274, 200845, 403173, 403420, 403719];

describe('every drawing', () => {
  it('has no text over another or over a point, none beyond the sheet, no value beyond its axis, and numbers throughout', () => {
    // The same each time, so that a change is what makes them fail; the tool draws others.
    const seeds = [...KEPT, ...Array.from({ length: RUNS }, (_, index) => 100_000 + index)];
    for (const seed of seeds) {
      const { spec, table, beside, locale } = randomFigure(new Dice(seed));
      const begun = performance.now();
      const layout = drawFigure(spec, table, DEFAULT_STYLE, locale, beside);
      expect(measureFigure(layout), `npm run fuzz 1 ${seed}`).toEqual([]);
      expect(performance.now() - begun, `time for seed ${seed}`).toBeLessThan(HANG_MS);
    }
  });
});

const text = (words: string, x: number, y: number): SceneNode => ({
  kind: 'text',
  x,
  y,
  text: words,
  face: 'sans-400',
  size: 7,
  colour: '#000000',
  anchor: 'start',
});
const sheet = (...children: SceneNode[]): Scene => ({
  widthMm: 60,
  heightMm: 40,
  title: '',
  description: '',
  nodes: [{ kind: 'group', part: 'line:a', label: 'a', children }],
});

describe('the measure of a drawing', () => {
  it('finds each fault that is put into one', () => {
    expect(measureScene(sheet(text('Ness', 20, 20), text('Kelda', 60, 20)))).toEqual([]);
    expect(measureScene(sheet(text('Ness', 20, 20), text('Kelda', 30, 22)))).toHaveLength(1);
    expect(measureScene(sheet(text('Ness', -6, 20)))).toHaveLength(1);
    expect(measureScene(sheet(text('Ness', 160, 20)))).toHaveLength(1);
    expect(measureScene(sheet(text('Ness', 20, 115)))).toHaveLength(1);
    const point: SceneNode = { kind: 'point', x: 25, y: 18, radius: 2, fill: null };
    expect(measureScene(sheet(text('Ness', 20, 20), point))).toHaveLength(1);
    const broken: SceneNode = { kind: 'path', d: `M0 0L${Number.NaN} 4`, stroke: { colour: '#000000', width: 1 } };
    expect(measureScene(sheet(broken))).toHaveLength(1);
  });
});

/** Lines that all end at much the same height, with names that begin alike. */
function many(count: number, height: number, width = 160) {
  const { spec, table } = situation('many', [
    dates(months(2024, 1, 24), 'month'),
    ...Array.from({ length: count }, (_, at) => ({
      ...numbers(
        `v${at}`,
        Array.from({ length: 24 }, (_, row) => 50 + Math.round(9 * Math.sin(row / 3 + at))),
      ),
      title: `Passengers landed at pier ${String.fromCharCode(65 + at)}`,
    })),
  ]);
  const sized = FigureSpec.parse({ ...spec, frame: { ...spec.frame, height, width } });
  return drawFigure(sized, table, DEFAULT_STYLE, localeOf('en-GB'));
}

describe('names of many lines', () => {
  it.each([
    [26, 84, 'below'],
    [12, 45, 'outside'],
    [8, 35, 'outside'],
    [12, 84, 'as set'],
    [4, 60, 'as set'],
  ] as const)('%i lines at %i mm: %s', (count, height, where) => {
    const layout = many(count, height);
    expect(measureFigure(layout)).toEqual([]);
    expect(layout.names).toBe(where);
    const said = [...textsIn(layout.scene.nodes)].filter((words) => /pier [A-Z]$/.test(words));
    expect(new Set(said).size).toBe(count);
  });

  it('are shortened so that they still differ', () => {
    const layout = many(4, 84, 90);
    expect(measureFigure(layout)).toEqual([]);
    const said = [...textsIn(layout.scene.nodes)].filter((words) => words.includes('…'));
    expect(new Set(said).size).toBe(4);
    expect(said.every((words) => /[A-D]$/.test(words))).toBe(true);
  });
});

function* textsIn(nodes: readonly SceneNode[]): Generator<string> {
  for (const node of nodes) {
    if (node.kind === 'text') yield node.text;
    else if ('children' in node) yield* textsIn(node.children);
  }
}
