import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { pointsOf } from '../../src/core/figure/emphasis-points.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { emphasised, newEmphasis, type Ties } from '../../src/core/mark/emphasis.ts';
import type { SceneNode } from '../../src/core/scene/scene.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Emphasised } from '../../src/core/style/vocabulary.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { set } from './arranged.ts';
import { run, situation } from './situations.ts';
import { numbers } from './tables.ts';

const _ = null;

describe('emphasised points', () => {
  it.each<[Emphasised, Ties, (number | null)[], number[]]>([
    ['high', 'all', [3, 5, 5, 1], [1, 2]],
    ['high', 'first', [3, 5, 5, 1], [1]],
    ['high', 'last', [3, 5, 5, 1], [2]],
    ['low', 'all', [_, 2, 0, _, 0], [2, 4]],
    ['low', 'last', [0, 2, 0], [2]],
    ['high', 'all', [4, 4, 4], []],
    ['high', 'all', [4], []],
    ['high', 'all', [], []],
    ['low', 'all', [_, _], []],
    ['first', 'all', [_, 7, 8], [1]],
    ['last', 'all', [7, 8, _], [1]],
    ['last', 'all', [_], []],
    ['negative', 'all', [-1, 0, 1, _, -3], [0, 4]],
    ['turns', 'all', [1, 3, 2, 2, 5], [1, 2, 3]],
    ['turns', 'first', [1, 3, 2, 2, 5], [1, 2]],
    ['turns', 'last', [1, 3, 2, 2, 5], [1, 3]],
    ['turns', 'all', [1, 3, _, 2, 4, 3], [4]],
    ['turns', 'all', [1, 1, 2, 3], []],
    ['above', 'all', [1, 5, 4, _], [1, 2]],
    ['below', 'all', [1, 5, 4, _], [0]],
  ])('%s, ties %s, of %j are %j', (of, ties, values, found) => {
    expect(emphasised(values, of, ties, () => 3)).toEqual(found);
  });

  it('compare with a level that steps, and with none where it has none', () => {
    const levels = [2, _, 6];
    expect(emphasised([3, 3, 3], 'above', 'all', (index) => levels[index] ?? null)).toEqual([0]);
    expect(emphasised([3, 3, 3], 'below', 'all', (index) => levels[index] ?? null)).toEqual([2]);
  });

  it('are the true extremes of any values', () => {
    const value = fc.option(fc.integer({ min: -50, max: 50 }), { freq: 6 });
    fc.assert(
      fc.property(fc.array(value, { maxLength: 60 }), (values) => {
        const known = values.filter((number) => number !== null);
        const [low, high] = [Math.min(...known), Math.max(...known)];
        const places = (wanted: number) => values.flatMap((number, index) => (number === wanted ? [index] : []));
        expect(emphasised(values, 'high')).toEqual(high > low ? places(high) : []);
        expect(emphasised(values, 'low')).toEqual(high > low ? places(low) : []);
      }),
      { numRuns: 2000 },
    );
  });
});

/** Values that markers of a line stand at. */
const markersOf = (nodes: readonly SceneNode[]): string[] =>
  nodes.flatMap((node) =>
    node.kind === 'group'
      ? markersOf(node.children)
      : node.kind === 'path' && node.value !== undefined
        ? [node.value]
        : [],
  );

describe('emphasis of a figure', () => {
  const emphasis = [newEmphasis('high'), newEmphasis('low')];
  const locale = localeOf('en-GB');

  it('finds the extremes of the window, whatever is thinned', () => {
    const count = 3000;
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e6 }), fc.integer({ min: 600, max: 2900 }), (seed, last) => {
        const cells = Array.from(
          { length: count },
          (_row, row) => ((row * 7919 + seed) % 10_007) + ((row * seed) % 97),
        );
        const { spec, table } = situation(
          'long',
          [run('2000-01-01T00:00Z', 'day', count), numbers('a', cells)],
          (figure) => {
            set({ emphasis })(figure);
            figure.window = { last };
          },
        );
        const seen = cells.slice(-last);
        const { scene } = drawFigure(spec, table, DEFAULT_STYLE, locale);
        const wanted = [Math.max(...seen), Math.min(...seen)].flatMap((extreme) =>
          seen.filter((value) => value === extreme).map(String),
        );
        expect(markersOf(scene.nodes).sort()).toEqual(wanted.sort());
      }),
      { numRuns: 25 },
    );
  });

  it('does not take a period that is not over for a low', () => {
    const { spec, table } = situation(
      'open',
      [
        { ...run('2026-01-01T00:00Z', 'month', 4), unfinishedFrom: Date.parse('2026-04-01T00:00Z') } as never,
        numbers('a', [4, 6, 5, 1]),
      ],
      set({ emphasis: [...emphasis, newEmphasis('last')] }),
    );
    const figure = resolveFigure(spec, table, DEFAULT_STYLE);
    const [line] = figure.lines;
    if (!line) throw new Error('There is one line.');
    expect(line.line.emphasis.map((rule) => pointsOf(figure, line, rule))).toEqual([[1], [0], [3]]);
  });
});
