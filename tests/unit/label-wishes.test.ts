/** Wishes for the places of values and names: kept where there is room, and what mends a note mends it. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { layoutFigure } from '../../src/core/figure/layout.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { FigureSpec } from '../../src/core/figure/spec.ts';
import { proofNotes } from '../../src/core/proof/proof.ts';
import { newReport } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { situation } from './situations.ts';
import { dates, months, numbers } from './tables.ts';

const english = localeOf('en-GB');
const made = (
  values: readonly (number | null)[],
  wish: Record<string, unknown>,
  others: readonly (readonly (number | null)[])[] = [],
) => {
  const { spec, table } = situation('wishes', [
    dates(months(2024, 1, values.length), 'month'),
    numbers('a', [...values]),
    ...others.map((other, index) => numbers(`b${index}`, [...other])),
  ]);
  const lines = spec.lines.map((line, index) =>
    index === 0 ? { ...line, values: { ...line.values, ...wish } } : line,
  );
  return { spec: FigureSpec.parse({ ...spec, lines }), table };
};
const laid = ({ spec, table }: ReturnType<typeof made>) => {
  const figure = resolveFigure(spec, table, DEFAULT_STYLE);
  return { figure, layout: layoutFigure(figure, DEFAULT_STYLE, english) };
};
const wave = Array.from({ length: 24 }, (_, at) => Math.round(50 + 30 * Math.sin(at / 3)));

describe('a side that is wished for', () => {
  it.each(['above', 'below', 'left', 'right'] as const)('%s is tried first, and another where it is taken', (place) => {
    const { layout } = laid(made(wave, { on: 'ends', place }));
    expect(layout.unplaced).toEqual([]);
    expect(layout.labels.filter(({ part }) => part.startsWith('value:'))).toHaveLength(2);
  });

  it('draws no fewer values than where there is room for them', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 3, maxLength: 24 }),
        fc.constantFrom('above', 'below', 'left', 'right'),
        (values, place) => {
          const lost = (wish: string) => laid(made(values, { on: 'all', place: wish })).layout.unplaced.length;
          expect(lost(place)).toBeLessThanOrEqual(lost('auto') + 1);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('only there leaves out what finds no room there, and lets it go at a press', () => {
    const only = made(wave, { on: 'all', place: 'above', only: true });
    const { figure, layout } = laid(only);
    for (const { part, box, anchor } of layout.labels)
      if (part.startsWith('value:')) expect(box.maxY, part).toBeLessThanOrEqual(anchor[1] + 0.01);
    const note = proofNotes({ figure, layout, style: DEFAULT_STYLE, locale: english }).find(
      ({ check }) => check === 'labels',
    );
    const mend = note?.mends.find(({ say }) => say === 'Put them on another side');
    expect(layout.unplaced.length).toBeGreaterThan(0);
    expect(mend).toBeDefined();
  });
});

describe('what mends labels without a place', () => {
  it('leaves none when it is done, or is not offered', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 60 }),
        fc.integer({ min: 30, max: 90 }),
        fc.constantFrom('all', 'ends'),
        fc.boolean(),
        (count, height, on, only) => {
          const values = Array.from({ length: count }, (_, at) => Math.round(500 + 40 * Math.sin(at * 1.7)));
          const before = made(values, { on, only, place: only ? 'above' : 'auto' });
          const spec = FigureSpec.parse({ ...before.spec, frame: { ...before.spec.frame, height } });
          const { figure, layout } = laid({ ...before, spec });
          if (layout.unplaced.length === 0) return;
          const note = proofNotes({ figure, layout, style: DEFAULT_STYLE, locale: english }).find(
            ({ check }) => check === 'labels',
          );
          const report = {
            ...newReport('r', 'e'),
            items: [packTable('t', before.table, () => 'block').item, spec],
          } as ReturnType<typeof newReport>;
          for (const mend of note?.mends ?? []) {
            if (!('call' in mend)) continue;
            const [, changed] = runCommand(report, mend.call.name, mend.call.args).report.items;
            expect(laid({ ...before, spec: changed as FigureSpec }).layout.unplaced, mend.say).toEqual([]);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('a higher figure', () => {
  it('is offered for labels up to 300 mm, and not beyond, though they would have room there', () => {
    const lineOf = (line: number, count: number) =>
      Array.from({ length: count }, (_, at) => Math.round(500 + 10 * line + 40 * Math.sin(at * 0.4 + line)));
    const many = (count: number, height: number) => {
      const [first = [], ...others] = Array.from({ length: 6 }, (_, line) => lineOf(line, count));
      const { spec, table } = made(first, {}, others);
      const lines = spec.lines.map((line) => ({ ...line, values: { ...line.values, on: 'all' } }));
      return laid({ spec: FigureSpec.parse({ ...spec, lines, frame: { ...spec.frame, height } }), table });
    };
    const heights = (count: number, height: number) =>
      proofNotes({ ...many(count, height), style: DEFAULT_STYLE, locale: english })
        .flatMap(({ check, mends }) => (check === 'labels' ? mends : []))
        .flatMap(({ say }) => /^Make the figure (\d+) mm high$/.exec(say)?.[1] ?? []);
    expect(heights(28, 90)).toEqual(['180']);
    expect(many(32, 130).layout.unplaced.length).toBeGreaterThan(0);
    expect(many(32, 364).layout.unplaced).toEqual([]);
    expect(heights(32, 130)).toEqual([]);
  });
});

describe('a value at a point', () => {
  it('stands below where that is a trough, and above on a level stretch', () => {
    const { layout } = laid(made([5, 5, 5, 5, 2, 5, 5, 5, 5, null, 9], { on: 'all' }));
    const isAbove = (value: string) =>
      layout.labels
        .filter(({ label }) => label.startsWith(`Value ${value} `))
        .map(({ box, anchor }) => box.maxY <= anchor[1] + 0.01);
    expect(isAbove('2')).toEqual([false]);
    expect(isAbove('5')).toEqual(Array.from({ length: 8 }, () => true));
  });
  it('is not written as zero where it is none', () => {
    const { layout } = laid(made([-9.8, 0.004, 9.7, 3.2], { on: 'all' }));
    const texts = layout.labels.map(({ label }) => label).join();
    expect(texts).toMatch(/Value 0\.004 of/);
    expect(texts).not.toMatch(/Value 0\.0* of/);
  });
});

describe('a line that ends before the others', () => {
  it('has its name beside its end, without a line to the edge', () => {
    const short = [...wave.slice(0, 14), ...Array.from({ length: 10 }, () => null)];
    const { layout } = laid(made(short, { on: 'none' }, [wave.map((value) => value + 60)]));
    const name = layout.labels.find(({ part }) => part === 'name:line-1');
    expect(name).toBeDefined();
    if (!name) return;
    const { box, anchor } = name;
    const away = Math.hypot(
      Math.max(box.minX - anchor[0], anchor[0] - box.maxX, 0),
      Math.max(box.minY - anchor[1], anchor[1] - box.maxY, 0),
    );
    expect(away).toBeLessThan(12);
    expect(box.maxX).toBeLessThan(layout.plot.left + layout.plot.width);
    // The one that runs to the end has its name at the edge.
    expect(
      layout.labels.find(({ part }) => part === 'name:line-2')?.box.minX ?? layout.plot.left + layout.plot.width,
    ).toBeGreaterThan(layout.plot.left + layout.plot.width * 0.95);
  });
});
