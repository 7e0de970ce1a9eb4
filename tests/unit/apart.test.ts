/** Whether colours are told apart, held to published worked values and to a second way of working them out. */
import { differenceCiede2000, type Lab65 } from 'culori';
import { describe, expect, it } from 'vitest';
import { numberColumn, tableOf } from '../../src/cli/made-table.ts';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { dressFigure } from '../../src/core/figure/dress.ts';
import { Panels } from '../../src/core/figure/panels/spec.ts';
import {
  apartFor,
  closestPair,
  faintOn,
  LEAST_APART,
  nearestFor,
  paletteFrom,
  READERS,
  seenAs,
} from '../../src/core/style/apart.ts';
import { contrastOf } from '../../src/core/style/contrast.ts';
import { DEFAULT_STYLE, type HouseStyle } from '../../src/core/style/style.ts';
import { Dice } from './any-command.ts';
import { randomFigure } from './random-figure.ts';

/** G. Sharma, W. Wu, E. N. Dalal, "The CIEDE2000 Color-Difference Formula" (2005), table 1: some pairs in CIELAB, and how far they are apart. */
const WORKED: readonly [[number, number, number], [number, number, number], number][] = [
  [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
  [[50, -1.3802, -84.2814], [50, 0, -82.7485], 1.0],
  [[50, 0, 0], [50, -1, 2], 2.3669],
  [[50, 2.49, -0.001], [50, -2.49, 0.0009], 7.1792],
  [[50, 2.5, 0], [73, 25, -18], 27.1492],
  [[50, 2.5, 0], [58, 24, 15], 19.4535],
  [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
  [[2.0776, 0.0795, -1.135], [0.9033, -0.0636, -0.5514], 0.9082],
];

/** Colours seen without red and without green cones, by Machado, Oliveira and Fernandes (2009), table of matrices at severity 1.0. */
const MATRICES = {
  'no red cones': [0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998],
  'no green cones': [0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.01182, 0.04294, 0.968881],
} as const;

const channels = (colour: string) => [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16) / 255);
const anyColour = (dice: Dice) =>
  `#${Array.from({ length: 3 }, () => dice.below(256).toString(16).padStart(2, '0')).join('')}`;

describe('colours', () => {
  it('differ as the published worked values say', () => {
    const difference = differenceCiede2000();
    for (const [[l, a, b], [l2, a2, b2], apart] of WORKED) {
      const one: Lab65 = { mode: 'lab65', l, a, b };
      expect(difference(one, { mode: 'lab65', l: l2, a: a2, b: b2 })).toBeCloseTo(apart, 3);
    }
  });

  it('are seen without a kind of cones as the published matrices say', () => {
    const dice = new Dice(5);
    for (let round = 0; round < 200; round++) {
      const colour = anyColour(dice);
      const [r = 0, g = 0, b = 0] = channels(colour);
      for (const [reader, m] of Object.entries(MATRICES)) {
        const seen = channels(seenAs(reader as keyof typeof MATRICES, colour));
        for (const row of [0, 1, 2]) {
          const sum = (m[row * 3] ?? 0) * r + (m[row * 3 + 1] ?? 0) * g + (m[row * 3 + 2] ?? 0) * b;
          expect(seen[row]).toBeCloseTo(Math.min(1, Math.max(0, sum)), 2);
        }
      }
      const [grey, ...others] = channels(seenAs('greyscale', colour));
      for (const other of others) expect(other).toBe(grey);
      expect(contrastOf(seenAs('greyscale', colour), colour)).toBeLessThan(1.03);
    }
  });

  it('are as far from each other as the other way round, and not at all from themselves', () => {
    const dice = new Dice(9);
    for (let round = 0; round < 300; round++) {
      const [a, b] = [anyColour(dice), anyColour(dice)];
      for (const reader of READERS) {
        expect(apartFor(reader, a, b)).toBe(apartFor(reader, b, a));
        expect(apartFor(reader, a, a)).toBe(0);
      }
    }
    expect(apartFor('greyscale', '#000000', '#ffffff')).toBeCloseTo(100, 1);
    expect(apartFor('all', '#000000', '#ffffff')).toBeCloseTo(100, 1);
  });

  it('of the palette that are the nearest are named, and those that are faint', () => {
    expect(closestPair(DEFAULT_STYLE.palette, 'no red cones')?.pair).toEqual(['teal', 'slate']);
    expect(closestPair(DEFAULT_STYLE.palette.slice(0, 1), 'all')).toBeNull();
    expect(faintOn(DEFAULT_STYLE.palette, '#ffffff')).toEqual([]);
    expect(faintOn([{ name: 'straw', colour: '#f0e68c' }], '#ffffff')).toMatchObject([{ name: 'straw' }]);
  });

  it('made from one are seen on the ground and told apart by all readers, as far as there are so many', () => {
    const dice = new Dice(3);
    for (let round = 0; round < 25; round++) {
      const first = seenAs('all', anyColour(dice));
      const made = paletteFrom(first, 6, '#ffffff');
      expect(made).toHaveLength(6);
      expect(made[0]).toBe(first);
      expect(new Set(made).size).toBe(6);
      for (const colour of made.slice(1)) expect(contrastOf(colour, '#ffffff'), first).toBeGreaterThanOrEqual(3);
      const readers = READERS.filter((reader) => reader !== 'greyscale');
      for (const [index, one] of made.entries())
        for (const other of made.slice(0, index))
          expect(nearestFor(readers, one, other)?.apart, `${first}: ${one} and ${other}`).toBeGreaterThan(4);
    }
  });
});

describe('lines whose colours are too near', () => {
  const table = tableOf(
    't',
    Array.from({ length: 7 }, (_, at) =>
      numberColumn(
        `c${at}`,
        Array.from({ length: 12 }, (__, row) => row + at),
      ),
    ),
  );
  const drawn = (style: HouseStyle, count: number) => {
    const lines = Array.from({ length: count }, (_, at) => `c${at + 1}`);
    const spec = draftFigure(table, { id: 'f', tableId: 't', style, across: 'c0', lines });
    return { spec, lines: dressFigure(spec, table, style).lines };
  };

  it('are dashed by themselves, each otherwise than those it could be taken for', () => {
    const { lines } = drawn(DEFAULT_STYLE, 6);
    expect(lines.map(({ pattern }) => pattern)).toEqual(['solid', 'solid', 'solid', 'solid', 'dashes', 'dashes']);
    const plain = { ...DEFAULT_STYLE, apart: { cones: false, greyscale: false } };
    expect(new Set(drawn(plain, 6).lines.map(({ pattern }) => pattern))).toEqual(new Set(['solid']));
    const print = { ...DEFAULT_STYLE, apart: { cones: false, greyscale: true } };
    expect(drawn(print, 4).lines.map(({ pattern }) => pattern)).toEqual(['solid', 'solid', 'solid', 'dashes']);
  });

  it('keep apart from what is set by hand, wherever that stands', () => {
    const { spec } = drawn(DEFAULT_STYLE, 2);
    const [first, last] = spec.lines;
    if (!first || !last) throw new Error('two lines');
    Object.assign(last, { colour: first.colour, pattern: 'solid' });
    expect(dressFigure(spec, table, DEFAULT_STYLE).lines.map(({ pattern }) => pattern)).toEqual(['dashes', 'solid']);
  });

  it('are told apart in panels that have several of them, too', () => {
    const { spec } = drawn(DEFAULT_STYLE, 6);
    const panels = Panels.parse({ by: { kind: 'category', column: 'group' } });
    const dressed = dressFigure({ ...spec, panels }, table, DEFAULT_STYLE);
    expect(dressed.lines.map(({ pattern }) => pattern)).toContain('dashes');
    const ofLines = { ...spec, panels: Panels.parse({ by: { kind: 'lines' } }) };
    expect(new Set(dressFigure(ofLines, table, DEFAULT_STYLE).lines.map(({ pattern }) => pattern))).toEqual(
      new Set(['solid']),
    );
  });

  it('stay as they are set by hand, whoever looks', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const { spec, table: of } = randomFigure(new Dice(seed));
      const style = { ...DEFAULT_STYLE, apart: { cones: true, greyscale: true } };
      const dressed = dressFigure(spec, of, style);
      for (const [index, { pattern }] of spec.lines.entries())
        if (pattern !== 'house') expect(dressed.lines[index]?.pattern).toBe(pattern);
    }
  });

  it('are told apart in any palette, as long as there are patterns', () => {
    const dice = new Dice(11);
    for (let round = 0; round < 40; round++) {
      const palette = Array.from({ length: 1 + dice.below(6) }, (_, at) => ({
        name: `c${at}`,
        colour: dice.next() < 0.4 ? '#5b3a63' : anyColour(dice),
      }));
      const style = { ...DEFAULT_STYLE, palette };
      const { lines } = drawn(style, 5);
      for (const [index, one] of lines.entries())
        for (const other of lines.slice(0, index))
          if (one.pattern === other.pattern)
            expect(
              nearestFor(
                READERS.filter((reader) => reader !== 'greyscale'),
                one.colour,
                other.colour,
              )?.apart,
            ).toBeGreaterThanOrEqual(LEAST_APART);
    }
  });
});
