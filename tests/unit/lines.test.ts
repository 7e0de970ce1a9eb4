import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { sayFactsOf } from '../../src/core/figure/facts.ts';
import { layoutFigure } from '../../src/core/figure/layout.ts';
import { lookOf } from '../../src/core/figure/look.ts';
import { Mark } from '../../src/core/figure/marks.ts';
import { movedLabel, movedMark } from '../../src/core/figure/moving.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { suggestTitles } from '../../src/core/figure/suggest.ts';
import { areaPath, betweenPaths } from '../../src/core/mark/area.ts';
import { stretches } from '../../src/core/mark/curve.ts';
import { dashesOf } from '../../src/core/mark/stroke.ts';
import type { SceneNode } from '../../src/core/scene/scene.ts';
import { colourInName, looksLike } from '../../src/core/style/colour-words.ts';
import { contrastOf } from '../../src/core/style/contrast.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { PATTERNS } from '../../src/core/style/vocabulary.ts';
import type { Column } from '../../src/core/table/column.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { textWidth } from '../../src/core/text/measure.ts';
import { placeRuns, plainWords, type Run, tidyWords } from '../../src/core/text/rich.ts';
import { set } from './arranged.ts';
import { dressedMark } from './dressed.ts';
import { saying } from './saying.ts';
import { run, situation } from './situations.ts';
import { dates, months, numbers, texts } from './tables.ts';

type XY = readonly [number, number];
const english = localeOf('en-GB');
const partOf = (nodes: readonly SceneNode[], part: string) =>
  nodes.flatMap((node) => (node.kind === 'group' && node.part === part ? node.children : []));
const pathsOf = (nodes: readonly SceneNode[], part: string) =>
  partOf(nodes, part).flatMap((node) => (node.kind === 'path' && node.value === undefined ? [node] : []));

describe('curves', () => {
  const points = fc
    .array(fc.integer({ min: -100, max: 100 }), { minLength: 2, maxLength: 30 })
    .map((ys) => ys.map((y, index): XY => [index * 10, y]));

  it('smooth ones pass every point and stay between neighbours', () => {
    fc.assert(
      fc.property(points, (run) => {
        const [drawn] = stretches(run, 'smooth', run.length);
        const corners = drawn?.corners ?? [];
        expect(corners).toHaveLength((run.length - 1) * 8 + 1);
        corners.forEach(([x, y], index) => {
          const [from, to] = [run[Math.floor(index / 8)], run[Math.ceil(index / 8)]];
          const ends = [from?.[1] ?? 0, to?.[1] ?? 0];
          expect(y).toBeGreaterThanOrEqual(Math.min(...ends) - 1e-9);
          expect(y).toBeLessThanOrEqual(Math.max(...ends) + 1e-9);
          if (index % 8 === 0) expect([x, y]).toEqual(run[index / 8]);
        });
      }),
      { numRuns: 1000 },
    );
  });

  it.each([
    ['step before', [0, 0, 0, 5, 10, 5]],
    ['step after', [0, 0, 10, 0, 10, 5]],
    ['step middle', [0, 0, 5, 0, 5, 5, 10, 5]],
  ] as const)('%s', (curve, corners) => {
    const run: XY[] = [
      [0, 0],
      [10, 5],
    ];
    const [drawn] = stretches(run, curve, 2);
    expect([...new Set(drawn?.corners.map(String))]).toEqual(
      Array.from({ length: corners.length / 2 }, (_, index) => `${corners[2 * index]},${corners[2 * index + 1]}`),
    );
  });

  it('join the unfinished stretch to the finished one at the last finished point', () => {
    fc.assert(
      fc.property(points, fc.nat(29), fc.constantFrom('straight', 'smooth', 'step middle'), (run, at, curve) => {
        const split = Math.min(at, run.length - 1);
        const [finished, open] = stretches(run, curve, split);
        const whole = stretches(run, curve, run.length)[0]?.corners ?? [];
        if (finished && open) expect(finished.corners.at(-1)).toEqual(open.corners[0]);
        const joined = [...(finished?.corners ?? []), ...(open?.corners.slice(finished ? 1 : 0) ?? [])];
        expect(joined).toEqual(whole);
      }),
    );
  });
});

describe('areas', () => {
  const plot = { left: 0, top: 0, width: 100, height: 50 };
  it('reach to their base and follow the edge of the plot', () => {
    expect(
      areaPath(
        [
          [0, 20],
          [10, 60],
          [20, 20],
        ],
        50,
        plot,
      ),
    ).toBe('M0 50L0 20L7.5 50L10 50L12.5 50L20 20L20 50Z');
  });
  it('between lines begin and end where both have values', () => {
    expect(
      betweenPaths(
        [
          [
            [0, 10],
            [20, 10],
          ],
        ],
        [
          [
            [10, 30],
            [30, 40],
          ],
        ],
        plot,
      ),
    ).toBe('M10 10L20 10L20 35L10 30Z');
  });
});

describe('strokes', () => {
  it('have dashes that grow with the weight, and dots that are round', () => {
    expect(dashesOf('solid', 1)).toBeNull();
    expect(dashesOf('dashes', 2)).toEqual([6.4, 4]);
    expect(dashesOf('dots', 2)).toEqual([0, 4]);
    for (const pattern of PATTERNS) expect(dashesOf(pattern, 0.1)).toEqual(dashesOf(pattern, 0.8));
  });

  it('draw an unfinished month in another pattern of the same colour, joined to the rest', () => {
    const { spec, table } = situation('open', [
      dates(months(2026, 1, 5), 'month', { unfinishedFrom: months(2026, 5, 1)[0] ?? 0 }),
      numbers('a', [1, 3, 2, 4, 1], 't'),
    ]);
    const [open, finished] = pathsOf(drawFigure(spec, table, DEFAULT_STYLE, english).scene.nodes, 'line:line-1');
    expect(open?.stroke?.colour).toBe(finished?.stroke?.colour);
    expect(open?.stroke?.dashes).toEqual(dashesOf('dots', 1.3));
    expect(finished?.stroke?.dashes).toBeUndefined();
    const [start] = open?.d.split('L') ?? [];
    expect(finished?.d.endsWith(start?.slice(1) ?? '?')).toBe(true);
  });

  it('bridge gaps, count them as zero between values only, and show single points', () => {
    const cells = [null, 4, null, 6, 7, null];
    const drawn = (gaps: 'break' | 'bridge' | 'zero') => {
      const { spec, table } = situation(
        'gaps',
        [run('2026-01-01T00:00Z', 'month', 6), numbers('a', cells, 't')],
        set({ gaps }),
      );
      const { nodes } = drawFigure(spec, table, DEFAULT_STYLE, english).scene;
      const dots = partOf(nodes, 'line:line-1').filter((node) => node.kind === 'point' && node.fill !== null);
      return { paths: pathsOf(nodes, 'line:line-1').map(({ d }) => d.match(/[ML]/g)?.length), dots: dots.length };
    };
    expect(drawn('break')).toEqual({ paths: [2], dots: 1 });
    expect(drawn('bridge')).toEqual({ paths: [2, 2], dots: 1 });
    expect(drawn('zero')).toEqual({ paths: [4], dots: 0 });
  });

  it('are picked up as a look without what belongs to one line only', () => {
    const { spec } = situation(
      'look',
      [run('2026-01-01T00:00Z', 'month', 2), numbers('a', [1, 2], 't')],
      set({ pattern: 'dots' }),
    );
    const [line] = spec.lines;
    if (!line) throw new Error('There is one line.');
    const look = lookOf(line);
    expect(look.pattern).toBe('dots');
    expect(Object.keys(look)).not.toContain('column');
    expect(Object.keys(look)).not.toContain('valuesMoved');
  });
});

describe('colours', () => {
  it('have the contrast of the standard', () => {
    expect(contrastOf('#000000', '#ffffff')).toBeCloseTo(21, 5);
    expect(contrastOf('#777777', '#ffffff')).toBeCloseTo(4.48, 2);
  });
  it.each<[string, string | null]>([
    ['Red', 'red'],
    ['Linie blau', 'blau'],
    ['Biała linia', 'biała'],
    ['Outer isles', null],
    ['Red and blue', null],
    ['Redcar', null],
  ])('in “%s” are named %s', (name, word) => {
    expect(colourInName(name)?.word ?? null).toBe(word);
  });
  it('are told from what a word stands for', () => {
    const red = colourInName('red')?.colour ?? '';
    expect(looksLike('#b5492f', red)).toBe(true);
    expect(looksLike('#1f5fa8', red)).toBe(false);
    expect(looksLike('#c8c8c8', colourInName('white')?.colour ?? '')).toBe(true);
  });
});

const rich: Run[] = [
  { text: 'Up ' },
  { text: 'CO', bold: true },
  { text: '2', raised: 'sub' },
  { text: ' since ' },
  { fact: { kind: 'latest', line: null }, part: 'when', italic: true },
];
const say = () => 'May 2026';

describe('rich words', () => {
  it('are joined where they look alike, and plain where nothing is set apart', () => {
    expect(tidyWords([{ text: 'a' }, { text: 'b' }, { text: '' }])).toBe('ab');
    expect(
      tidyWords([
        { text: 'a', bold: true },
        { text: 'b', bold: true },
      ]),
    ).toEqual([{ text: 'ab', bold: true }]);
    expect(plainWords(rich, say)).toBe('Up CO2 since May 2026');
  });

  it('are set run by run, smaller where lowered, within the width', () => {
    const type = { face: 'sans-400', size: 10, colour: '#000000' } as const;
    const [line = [], ...more] = placeRuns(rich, type, say, 500);
    expect(more).toEqual([]);
    expect(line.map(({ text }) => text)).toEqual(['Up ', 'CO', '2', 'since ', 'May 2026']);
    // A space of another look than what stands before it is room, since viewers drop it at the head of a text.
    const two = (line[2]?.x ?? 0) + textWidth('2', 'sans-400', 6.6);
    expect(line[3]?.x).toBeCloseTo(two + textWidth(' ', 'sans-400', 10), 6);
    expect(line[2]).toMatchObject({ size: 6.6, down: 1.6, face: 'sans-400' });
    expect(line[1]?.face).toBe('sans-600');
    expect(line[4]?.face).toBe('sans-400-italic');
    expect(line[1]?.x).toBeCloseTo(textWidth('Up ', 'sans-400', 10), 6);
  });

  it('set what is bold within semibold words heavier than these, so that it is seen', () => {
    const title = { face: 'sans-600', size: 12, colour: '#000000' } as const;
    const [line = []] = placeRuns(
      [{ text: 'Up ' }, { text: 'nine', bold: true }, { text: ' months', italic: true }],
      title,
      say,
      500,
    );
    expect(line.map(({ face }) => face)).toEqual(['sans-600', 'sans-900', 'sans-600-italic']);
    expect(textWidth('nine', 'sans-900', 12)).toBeGreaterThan(textWidth('nine', 'sans-600', 12));
  });

  it('wrap at spaces, break a word that is too long, and end with an ellipsis', () => {
    const type = { face: 'sans-400', size: 10, colour: '#000000' } as const;
    const words = fc.array(fc.constantFrom('a', 'isles', 'passengers', 'x'.repeat(30)), {
      minLength: 1,
      maxLength: 20,
    });
    fc.assert(
      fc.property(words, fc.integer({ min: 40, max: 200 }), (list, width) => {
        const lines = placeRuns(list.join(' '), type, say, width);
        for (const runs of lines)
          for (const { text, x } of runs) expect(x + textWidth(text, 'sans-400', 10)).toBeLessThanOrEqual(width + 0.5);
        const joined = lines.map((runs) => runs.map(({ text }) => text).join('')).join('');
        expect(joined.replaceAll(' ', '')).toBe(list.join(''));
      }),
    );
    const [only = []] = placeRuns('many words that do not fit', type, say, 60, 1);
    expect(only.at(-1)?.text.endsWith('…')).toBe(true);
  });
});

const monthly = (cells: (number | null)[], unfinished = false) =>
  situation('words', [
    dates(
      months(2025, 1, cells.length),
      'month',
      unfinished ? { unfinishedFrom: months(2025, cells.length, 1)[0] ?? 0 } : {},
    ),
    { ...numbers('a', cells, '%'), title: 'On time' },
  ]);

describe('fields and titles', () => {
  const fields = (cells: (number | null)[], unfinished = false) => {
    const { spec, table } = monthly(cells, unfinished);
    return saying(sayFactsOf(resolveFigure(spec, table, DEFAULT_STYLE), english));
  };
  const year = [80, 82, 84, 86, 88, 90, 91, 89, 87, 85, 83, 81, 84];

  it('say the latest finished value, its month, and the change on the year', () => {
    expect(fields(year)('latest value', null)).toBe('84%');
    expect(fields(year)('latest period', null)).toBe('Jan 2026');
    expect(fields(year)('change on year', null)).toBe('+4.0 percentage points');
    expect(fields(year)('high and when', null)).toBe('91% (Jul 2025)');
    expect(fields([...year, 12], true)('latest value', null)).toBe('84%');
    expect(fields([...year, 12], true)('low and when', null)).toBe('80% (Jan 2025)');
    expect(fields([null, null])('latest value', null)).toBe('–');
    expect(fields(year)('latest value', 'gone')).toBe('–');
  });

  it.each<[(number | null)[], string]>([
    // What still rises has not peaked.
    [[80, 82, 85], 'On time stood highest at 85% in March 2025'],
    [[80, 82, 84, 85], 'On time rose to 85% in April 2025, the highest of four months'],
    [[80, 82, 85, 83], 'On time peaked at 85% in March 2025'],
    [
      [80, 82, 84, 86, 88, 90, 91, 89, 87, 85, 83, 79, 84],
      'On time rose 4.0 percentage points on the year, to 84% in January 2026',
    ],
    // 80.3 and 80 are no change of five per cent, and none that is written as zero.
    [
      [80, 82, 84, 86, 88, 90, 91, 89, 87, 85, 83, 79, 80.3],
      'On time rose 0.3 percentage points on the year, to 80.3% in January 2026',
    ],
    [[5], 'On time stood at 5% in January 2025'],
    [[5, 5], 'On time stood at 5% in February 2025, the same as the month before'],
  ])('suggest for %j: %s', (cells, title) => {
    const { spec, table } = monthly(cells);
    expect(suggestTitles(resolveFigure(spec, table, DEFAULT_STYLE), english)[0]?.text).toBe(title);
  });
});

describe('moving', () => {
  const { spec, table } = situation('moving', [
    run('2026-01-01T00:00Z', 'month', 10),
    numbers('a', [0, 100, 50, 20, 30, 60, 80, 10, 40, 70], 't'),
  ]);
  const figure = resolveFigure(spec, table, DEFAULT_STYLE);
  const layout = layoutFigure(figure, DEFAULT_STYLE, english);
  const tenth = layout.plot.height / 10;

  it('takes a level to a round value, and an event to a row', () => {
    const level = Mark.parse({ kind: 'level', id: 'l', name: '', at: 50, colour: '#000000' });
    expect(movedMark(figure, layout, dressedMark(level), 40, -tenth * 1.01)).toMatchObject({ at: 60 });
    const [at = 0, , third] = months(2026, 1, 3);
    const event = Mark.parse({ kind: 'event', id: 'e', name: '', at, colour: '#000000' });
    expect(movedMark(figure, layout, dressedMark(event), (layout.plot.width / 10) * 2.2, 30)).toMatchObject({
      at: third,
    });
    const stepped = Mark.parse({ kind: 'level', id: 's', name: '', at: 'a', colour: '#000000' });
    expect(movedMark(figure, layout, dressedMark(stepped), 0, 10)).toBeNull();
  });

  it('moves both ends of a band, and keeps an open one open', () => {
    const band = Mark.parse({
      kind: 'band',
      id: 'b',
      name: '',
      colour: '#000000',
      over: { kind: 'values', from: 20, to: null },
    });
    expect(movedMark(figure, layout, dressedMark(band), 0, -tenth)).toMatchObject({ over: { from: 30, to: null } });
  });

  it('keeps a label as an offset of its middle from its point', () => {
    const box = { minX: 10, minY: 10, maxX: 30, maxY: 20 };
    expect(movedLabel({ anchor: [15, 40], box }, 5, -2)).toEqual({ dx: 10, dy: -27 });
  });
});

describe('categories', () => {
  it('may be unfinished from one of them on, as their column says', () => {
    const open = { ...numbers('2026', [5, 6, 2], 't'), unfinishedFrom: 'Mar' } as Column;
    const { spec, table } = situation('years', [
      texts('month', ['Jan', 'Feb', 'Mar'], true),
      numbers('2025', [4, 5, 6], 't'),
      open,
    ]);
    expect(resolveFigure(spec, table, DEFAULT_STYLE).lines.map(({ unfinished }) => unfinished)).toEqual([3, 2]);
  });
});
