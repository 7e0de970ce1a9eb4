/** Words that are facts follow the data; words by hand are held against the data they were written for. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { saidAs } from '../../src/core/fact/messages.ts';
import { factFor, factInParts, refOf, sayFactsOf, sentencesOf, spokenIn } from '../../src/core/figure/facts.ts';
import { layoutFigure } from '../../src/core/figure/layout.ts';
import { Mark } from '../../src/core/figure/marks.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import { pointedAt } from '../../src/core/figure/pointed.ts';
import { FigureSpec } from '../../src/core/figure/spec.ts';
import { suggestTitles } from '../../src/core/figure/suggest.ts';
import { staleness, writtenFor } from '../../src/core/figure/written.ts';
import type { SceneNode } from '../../src/core/scene/scene.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Table } from '../../src/core/table/column.ts';
import { LOCALES, localeOf } from '../../src/core/text/locale.ts';
import { plainWords } from '../../src/core/text/rich.ts';
import { runs } from '../runs.ts';
import { faultOf } from './fact-checker.ts';
import { situation } from './situations.ts';
import { dates, months, numbers } from './tables.ts';

const english = localeOf('en-GB');
const made = (a: readonly (number | null)[], b: readonly (number | null)[], more: Partial<FigureSpec> = {}) => {
  const { spec, table } = situation('follow', [
    dates(months(2024, 1, a.length), 'month'),
    { ...numbers('a', [...a], 't'), title: 'Load' },
    { ...numbers('b', [...b], 't'), title: 'Mail' },
  ]);
  const target = Mark.parse({ kind: 'level', id: 'target', name: 'Target', axis: 'left', at: 50, colour: '#222222' });
  return { spec: FigureSpec.parse({ ...spec, marks: [target], ...more }), table };
};
const figureOf = ({ spec, table }: { spec: FigureSpec; table: Table }) => resolveFigure(spec, table, DEFAULT_STYLE);

/** The drawn paths within a part. */
function* pathsOf(nodes: readonly SceneNode[], part: string, within = false): Generator<string> {
  for (const node of nodes) {
    if (node.kind === 'path' && within) yield node.d;
    if (node.kind === 'group') yield* pathsOf(node.children, part, within || node.part === part);
  }
}

describe('facts in words', () => {
  const values = fc.array(fc.option(fc.integer({ min: 1, max: 99 }), { freq: 12 }), { minLength: 1, maxLength: 40 });
  const window = fc.oneof(fc.constant('all' as const), fc.record({ last: fc.integer({ min: 1, max: 30 }) }));
  it('mean, after any change of data, window and language, a fact that holds, or none', () => {
    fc.assert(
      fc.property(values, values, values, window, fc.constantFrom(...LOCALES), (before, after, other, shown, id) => {
        const was = figureOf(made(before, other));
        const now = figureOf(made(after, other, { window: shown }));
        const locale = localeOf(id);
        const [line] = spokenIn(was);
        const refs = line ? sentencesOf(was, line.line.line.id, locale).map(({ fact }) => fact) : [];
        const all = spokenIn(now);
        const targets = [{ id: 'target', name: 'Target', at: 50 }];
        for (const ref of refs) {
          const fact = factFor(now, ref);
          const said = sayFactsOf(now, locale)(ref, 'sentence');
          if (!fact) {
            // The latest value takes its place, or a dash where there is none.
            const latest = factFor(now, { kind: 'latest', line: ref.line });
            expect(said).toBe(latest ? sayFactsOf(now, locale)({ kind: 'latest', line: ref.line }, 'sentence') : '–');
            continue;
          }
          if (fact.claim.kind !== 'span')
            expect(faultOf(fact, { lines: all.map(({ series }) => series), targets }, locale), said).toBeNull();
        }
      }),
      { numRuns: runs(300 / 2) },
    );
  });

  const FORMS = ['sentence', 'spoken'] as const;

  it('are found again by their reference, each as the same sentence', () => {
    fc.assert(
      fc.property(values, values, fc.constantFrom(...FORMS), (a, b, part) => {
        const figure = figureOf(made(a, b));
        for (const { text, fact } of suggestTitles(figure, english, part))
          expect(sayFactsOf(figure, english)(fact, part)).toBe(text);
      }),
      { numRuns: runs(200 / 2) },
    );
  });

  it('read the same when they are taken apart, but for long units, which stand in the words around', () => {
    fc.assert(
      fc.property(values, values, fc.constantFrom(...LOCALES), fc.constantFrom(...FORMS), (a, b, id, part) => {
        const figure = figureOf(made(a, b));
        const locale = localeOf(id);
        for (const { text, fact } of suggestTitles(figure, locale, part)) {
          const runs = factInParts(figure, fact, locale, saidAs(part));
          expect(runs && plainWords(runs, sayFactsOf(figure, locale))).toBe(text);
        }
      }),
      { numRuns: runs(200) },
    );
  });

  it('taken apart never keep words around them that the data have left behind', () => {
    fc.assert(
      fc.property(
        values,
        values,
        values,
        fc.constantFrom(...LOCALES),
        fc.constantFrom(...FORMS),
        (before, after, other, id, part) => {
          const was = figureOf(made(before, other));
          const now = figureOf(made(after, other));
          const locale = localeOf(id);
          const [line] = spokenIn(now);
          const holds = line ? sentencesOf(now, line.line.line.id, locale, saidAs(part)).map(({ text }) => text) : [];
          for (const { fact } of suggestTitles(was, locale, part)) {
            const runs = factInParts(was, fact, locale, saidAs(part));
            if (fact.line !== 'line-1' || !runs) continue;
            const text = plainWords(runs, sayFactsOf(now, locale));
            if (!text.includes('–')) expect(holds).toContain(text);
          }
        },
      ),
      { numRuns: runs(300) },
    );
  });

  it('say nothing of a change since a place that is gone, or that has no value', () => {
    for (const loads of [
      [-5, 3, 4, 8],
      [10, 20, 30, 40],
    ]) {
      const figure = figureOf(made(loads, loads));
      for (const since of [Date.UTC(1990, 0, 1), 'Somewhere'])
        expect(factFor(figure, { kind: 'change', line: null, since })).toBeNull();
    }
    const gap = figureOf(made([-5, null, 4, 8], [1, 2, 3, 4]));
    expect(factFor(gap, { kind: 'change', line: null, since: months(2024, 2, 1)[0] })).toBeNull();
  });

  it('count what a window leaves out before they say that something is on record', () => {
    const loads = [90, 10, 20, 30, 25, 40];
    const { spec, table } = made(loads, loads, { window: { last: 4 } });
    const said = sentencesOf(resolveFigure(spec, table, DEFAULT_STYLE), null, english).map(({ text }) => text);
    expect(said).toContain('Load: highest since January 2024, at 40\u00a0t in June 2024');
    expect(said).toContain('Load: highest of the period shown in June 2024, at 40\u00a0t');
    expect(said.join()).not.toContain('on record');
  });

  it('have no line of several rows a period, and say so by a dash', () => {
    const { spec, table } = made([1, 2, 3, 4], [1, 2, 3, 4]);
    const [across, ...columns] = table.columns;
    const doubled = {
      ...table,
      columns: [{ ...across, cells: across?.cells.map((_, row) => across.cells[row - (row % 2)]) }, ...columns],
    } as Table;
    const figure = resolveFigure(spec, doubled, DEFAULT_STYLE);
    expect(spokenIn(figure)).toEqual([]);
    expect(sayFactsOf(figure, english)({ kind: 'high', line: null }, 'sentence')).toBe('–');
    expect(suggestTitles(figure, english)).toEqual([]);
  });

  it('keep their line, its panel and what they are held against in the reference', () => {
    const figure = figureOf(made([40, 52, 61, 47, 58, 66, 71, 40, 44, 53], [50, 50, 50, 50, 50, 50, 50, 50, 50, 50]));
    const [load] = spokenIn(figure);
    if (!load) throw new Error('no line');
    const fact = factFor(figure, { kind: 'target', line: 'line-1', side: 'below', target: 'target' });
    expect(fact && refOf(fact, load)).toEqual({ kind: 'target', line: 'line-1', side: 'below', target: 'target' });
    expect(
      sayFactsOf(figure, english)({ kind: 'target', line: 'line-1', side: 'below', target: 'gone' }, 'value'),
    ).toBe('–');
  });
});

describe('points that a sentence rests on', () => {
  it('are shown where their line is drawn, by its own axis', () => {
    const { spec, table } = made([10, 20, 30, 40], [1000, 3000, 2000, 4000]);
    const right = FigureSpec.parse({
      ...spec,
      lines: spec.lines.map((line) => (line.column === 'b' ? { ...line, axis: 'right' } : line)),
    });
    const figure = resolveFigure(right, table, DEFAULT_STYLE);
    const layout = layoutFigure(figure, DEFAULT_STYLE, english);
    for (const { line } of figure.lines) {
      const stroke = [...pathsOf(layout.scene.nodes, `line:${line.id}`)].join(' ');
      const points = pointedAt(layout, { line: line.id, panel: '', at: figure.keys });
      expect(points).toHaveLength(4);
      const drawn = [...stroke.matchAll(/[ML ]?(-?[\d.]+)[ ,](-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)]);
      for (const { x, y } of points)
        expect(
          drawn.some(([a = 0, b = 0]) => Math.hypot(a - x, b - y) < 0.1),
          `${line.id} ${x} ${y}: ${stroke}`,
        ).toBe(true);
    }
    expect(pointedAt(layout, { line: 'gone', panel: '', at: figure.keys })).toEqual([]);
  });
});

describe('words by hand', () => {
  const loads = [40, 42, 45, 44, 48, 52.5, 57];
  const before = figureOf(made(loads, loads));
  it.each([
    ['a plain sentence', 'Loads grew', [...loads, 60], /^Jul 2024 > Aug 2024 $/],
    ['the same end', 'Loads grew', loads, null],
    ['a number that stands', 'Loads reached 57 t', [...loads.slice(0, 3), 50, ...loads.slice(4)], null],
    ['a number that is another now', 'Loads reached 57 t', [...loads.slice(0, 6), 59], /^ 57 > 59$/],
    ['a number with decimals', 'From 52.5 to 57', [...loads.slice(0, 5), 53.25, 57], /^ 52.5 > 53.3$/],
    ['a number whose value is gone', 'Loads reached 57', loads.slice(0, 6), /^Jul 2024 > Jun 2024 57 > gone$/],
    ['years and counts of other things', 'Since 2024, 17 ships', [...loads.slice(0, 6), 57], null],
  ] as const)('%s', (_, words, after, expected) => {
    const written = writtenFor(before, words, english);
    const stale = staleness(figureOf(made(after, after)), words, written, english);
    const end = stale?.end ? `${stale.end.was} > ${stale.end.now}` : '';
    const said = stale && `${end} ${stale.numbers.map(({ text, now }) => `${text} > ${now ?? 'gone'}`).join()}`;
    if (expected === null) expect(said).toBeNull();
    else expect(said).toMatch(expected);
  });

  it('mean the same numbers in whatever language the report is said later', () => {
    const words = 'From 52.5 to 57 t';
    const written = writtenFor(before, words, english);
    for (const id of LOCALES) expect(staleness(before, words, written, localeOf(id)), id).toBeNull();
    const later = figureOf(made([...loads.slice(0, 5), 1253.25, 57], loads));
    expect(staleness(later, words, written, localeOf('de-DE'))?.numbers).toEqual([{ text: '52.5', now: '1.253,3' }]);
  });

  it('remember their first period only where they name it', () => {
    const later = figureOf(made(loads, loads, { window: { from: months(2024, 3, 1)[0] ?? 0, to: null } }));
    const named = 'Loads, Jan 2024 to Jul 2024';
    expect(staleness(later, named, writtenFor(before, named, english), english)?.start).toEqual({
      was: 'Jan 2024',
      now: 'Mar 2024',
    });
    expect(staleness(later, 'Loads', writtenFor(before, 'Loads', english), english)).toBeNull();
  });

  it('are held against nothing where they are not the words that were written, or only facts', () => {
    const later = figureOf(made([...loads, 60], loads));
    const written = writtenFor(before, 'Loads grew', english);
    expect(staleness(later, 'Loads grow', written, english)).toBeNull();
    expect(writtenFor(before, [{ fact: { kind: 'latest', line: null }, part: 'sentence' }], english)).toBeNull();
  });

  it('never find anything while nothing changes', () => {
    const text = fc.string({ maxLength: 60 });
    const number = fc.constantFrom('57', '52.5', '1,000', '40', '-3', '2024', '9.999', '1e5', '\u221242');
    fc.assert(
      fc.property(fc.array(fc.oneof(text, number), { maxLength: 5 }), fc.constantFrom(...LOCALES), (parts, id) => {
        const words = parts.join(' ');
        const locale = localeOf(id);
        expect(staleness(before, words, writtenFor(before, words, locale), locale)).toBeNull();
      }),
    );
  });
});
