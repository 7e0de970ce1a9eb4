/** Notes that stand on lines, markers that are turned on by their shape, strength of areas, and panels in a row. */

import { describe, expect, it } from 'vitest';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { drawFigure } from '../../src/core/figure/draw.ts';
import { markLabel } from '../../src/core/figure/mark-nodes.ts';
import { Mark } from '../../src/core/figure/marks.ts';
import { panelsInRow } from '../../src/core/figure/panels/arrange.ts';
import { resolveFigure } from '../../src/core/figure/panels/resolve.ts';
import type { FigureSpec } from '../../src/core/figure/spec.ts';
import { proofNotes } from '../../src/core/proof/proof.ts';
import { figureIn, newReport } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { textsOf } from '../../src/core/scene/scene.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Table } from '../../src/core/table/column.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { dressedMark } from './dressed.ts';
import { situation } from './situations.ts';
import { dates, months, numbers } from './tables.ts';

const english = localeOf('en-GB');
const values = [5, 9, 4, null, 7, 6];
const { spec, table } = situation('notes', [
  dates(months(2024, 1, 6), 'month'),
  numbers('a', values),
  numbers('b', [1, 2, 3, 4, 5, 6]),
]);
const note = Mark.parse({
  kind: 'note',
  id: 'n',
  name: 'note',
  text: 'The pier was shut for the whole of the winter',
  at: months(2024, 2, 1)[0],
  value: { line: 'line-1' },
  colour: '#000000',
});
const { item } = packTable('t', table, () => 'b');
const report = { ...newReport('R', ''), items: [item, { ...spec, marks: [note] }] };
const anchorIn = (of: typeof report, from: Table = table) => {
  const figure = figureIn(of, 'f');
  if (!figure) throw new Error('no figure');
  const layout = drawFigure(figure, from, DEFAULT_STYLE, english);
  return { layout, anchor: layout.labels.find(({ part }) => part === 'mark:n')?.anchor };
};
const pointAt = (svg: string, line: string, at: string) => {
  const group = svg.slice(svg.indexOf(`data-part="line:${line}"`));
  const found = new RegExp(`<circle cx="([\\d.]+)" cy="([\\d.]+)"[^>]*data-at="${at}"`).exec(group);
  return found && [Number(found[1]), Number(found[2])];
};

describe('a note on a line', () => {
  it.each([1, 3, 5, 6])('stands at its point in month %i', (month) => {
    const moved = runCommand(report, 'figure.setMark', {
      figure: 'f',
      mark: 'n',
      set: [{ path: ['at'], to: months(2024, month, 1)[0] }],
    }).report as typeof report;
    const { layout, anchor } = anchorIn(moved);
    const point = pointAt(toSvg(layout.scene), 'line-1', `2024-0${month}-01`);
    expect(point).not.toBeNull();
    expect(anchor?.[0]).toBeCloseTo(point?.[0] ?? 0, 1);
    expect(anchor?.[1]).toBeCloseTo(point?.[1] ?? 0, 1);
  });

  it('follows the data, and is told of where its line has no value', () => {
    const before = anchorIn(report).anchor;
    const columns = table.columns.map((column) => (column.key === 'a' ? numbers('a', [5, 2, 4, null, 7, 6]) : column));
    const after = anchorIn(report, { ...table, columns }).anchor;
    expect(after?.[1]).toBeGreaterThan((before?.[1] ?? 0) + 5);
    const hole = { ...note, at: months(2024, 4, 1)[0] ?? 0 } as Mark;
    const figure = resolveFigure({ ...spec, marks: [hole] }, table, DEFAULT_STYLE);
    const layout = drawFigure({ ...spec, marks: [hole] }, table, DEFAULT_STYLE, english);
    const told = proofNotes({ figure, layout, style: DEFAULT_STYLE, locale: english }).find(
      ({ check }) => check === 'marks-out',
    );
    expect(told?.text).toMatch(/^“Note The pier was shut for the whol…” lies outside/);
  });

  it('is called by its words', () => {
    expect(markLabel(dressedMark(note))).toBe('Note The pier was shut for the whol…');
    expect(markLabel(dressedMark({ ...note, text: 'Shut' } as Mark))).toBe('Note Shut');
  });
});

describe('looks of lines', () => {
  it('a shape turns markers on where there are none, and only there', () => {
    const shaped = (on: string) => {
      const set = runCommand(report, 'figure.styleLines', { figure: 'f', lines: ['line-1'], markers: { on } }).report;
      const after = runCommand(set, 'figure.styleLines', {
        figure: 'f',
        lines: ['line-1'],
        markers: { shape: 'square' },
      });
      return figureIn(after.report, 'f')?.lines[0]?.markers;
    };
    expect(shaped('none')).toMatchObject({ on: 'ends', shape: 'square' });
    expect(shaped('all')).toMatchObject({ on: 'all', shape: 'square' });
    expect(shaped('ends')).toMatchObject({ on: 'ends', shape: 'square' });
  });

  it('the strength of an area is set', () => {
    const after = runCommand(report, 'figure.styleLines', {
      figure: 'f',
      lines: ['line-1'],
      fill: 'zero',
      fillOpacity: 0.4,
    });
    expect(toSvg(anchorIn(after.report as typeof report).layout.scene)).toContain('fill-opacity="0.4"');
  });

  it('one choice turns names off, and a box brings them where each was set to stand nowhere', () => {
    const named = (of: typeof report) =>
      anchorIn(of).layout.labels.filter(({ part }) => part.startsWith('name:')).length;
    expect(named(report)).toBe(2);
    const off = runCommand(report, 'figure.setNames', { figure: 'f', kind: 'none' }).report as typeof report;
    expect(named(off)).toBe(0);
    const nowhere = runCommand(report, 'figure.nameLines', { figure: 'f', lines: ['line-1', 'line-2'], named: 'none' });
    const boxed = runCommand(nowhere.report, 'figure.setNames', { figure: 'f', kind: 'box', box: 'below' });
    expect(toSvg(anchorIn(boxed.report as typeof report).layout.scene)).toContain('data-part="legend"');
  });
});

describe('few panels', () => {
  it('stand in a row where they fit', () => {
    expect([2, 3].map((count) => panelsInRow(count, 440, 200))).toEqual([2, 3]);
    expect(panelsInRow(3, 220, 200)).toBeLessThan(3);
  });
});

describe('the axis across', () => {
  const drawnWith = (dateAxis: Partial<FigureSpec['dateAxis']>) =>
    toSvg(drawFigure({ ...spec, dateAxis: { ...spec.dateAxis, ...dateAxis } }, table, DEFAULT_STYLE, english).scene);

  it('has upright grid lines at its ticks, in a pattern and a weight', () => {
    expect(drawnWith({})).not.toContain('grid:across');
    const grid = (change: Partial<FigureSpec['dateAxis']>) =>
      /data-part="grid:across">(.*?)<\/g>/.exec(drawnWith(change))?.[1] ?? '';
    const major = grid({ grid: 'major' });
    // Six months have five ticks between them.
    expect(major.match(/M/g)).toHaveLength(5);
    expect(grid({ grid: 'major', gridPattern: 'dashes', gridWeight: 0.8 })).toMatch(
      /stroke-width="0.8".*stroke-dasharray|stroke-dasharray.*stroke-width="0.8"/,
    );
    const minor = grid({ grid: 'minor', minor: { every: 15, unit: 'day' } });
    expect(minor.match(/M/g)?.length).toBeGreaterThan(5);
  });

  it('has a caption below its labels, over the legend and the source', () => {
    const layout = drawFigure(
      {
        ...spec,
        dateAxis: { ...spec.dateAxis, caption: 'Month of landing' },
        names: { kind: 'box', box: 'below' },
        words: { ...spec.words, source: 'Harbour book' },
      },
      table,
      DEFAULT_STYLE,
      english,
    );
    const y = (words: string) => [...textsOf(layout.scene.nodes)].find(({ text }) => text === words)?.y ?? Number.NaN;
    expect(y('Month of landing')).toBeGreaterThan(y('2024') + 5);
    expect(y('A')).toBeGreaterThan(y('Month of landing') + 5);
    expect(y('Harbour book')).toBeGreaterThan(y('A') + 5);
  });
});
