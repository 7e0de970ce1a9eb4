/** Figures with many lines, values, marks and gaps; shared by goldens and properties. */

import { Mark } from '../../src/core/figure/marks.ts';
import { type FigureSpec, Line } from '../../src/core/figure/spec.ts';
import { newEmphasis } from '../../src/core/mark/emphasis.ts';
import type { Cell } from '../../src/core/table/column.ts';
import { run, type Situation, situation } from './situations.ts';
import { dates, months, numbers } from './tables.ts';

type LineChange = Partial<Omit<Line, 'values' | 'markers'>> & {
  values?: Partial<Line['values']>;
  markers?: Partial<Line['markers']>;
};

/** Sets lines of a figure, by their place. */
export const set =
  (...changes: (LineChange | undefined)[]) =>
  (spec: FigureSpec) =>
    changes.forEach((change, index) => {
      const line = spec.lines[index];
      if (!line || !change) return;
      const { values, markers, ...plain } = change;
      Object.assign(line, Line.parse({ ...line, ...plain }));
      Object.assign(line.values, values);
      Object.assign(line.markers, markers);
    });
const marked =
  (...marks: object[]) =>
  (spec: FigureSpec) => {
    spec.marks = marks.map((mark) => Mark.parse({ name: '', colour: '#1f7a7a', ...mark }));
  };
const both =
  (...changes: ((spec: FigureSpec) => void)[]) =>
  (spec: FigureSpec) => {
    for (const change of changes) change(spec);
  };

const month = (count: number) => run('2024-01-01T00:00Z', 'month', count);
const season = (row: number, base: number, size: number, phase = 0) =>
  Math.round((base + size * Math.sin(((row - 3 + phase) / 12) * 2 * Math.PI)) * 10) / 10;
const seasons = (count: number, base: number, size: number, phase = 0) =>
  Array.from({ length: count }, (_, row) => season(row, base, size, phase) + ((row * 7) % 5));
const at = (year: number, monthOfYear: number) => months(year, monthOfYear, 1)[0] ?? 0;
const all = ['high', 'low', 'last'] as const;

const notes = both(
  set({ colour: '#5b3a63', weight: 1.6 }),
  marked(
    { kind: 'event', id: 'e', name: 'New pier', at: at(2025, 3), colour: '#66707d' },
    {
      kind: 'band',
      id: 'b',
      name: 'Refit',
      over: { kind: 'across', from: at(2024, 10), to: at(2024, 12) },
      colour: '#c2811a',
    },
    {
      kind: 'band',
      id: 'v',
      name: 'usual range',
      over: { kind: 'values', from: 45, to: 60 },
      colour: '#66707d',
    },
    {
      kind: 'note',
      id: 'n',
      text: [{ text: 'Storm week', bold: true }, { text: ': five days without a crossing, the most since 2019' }],
      at: at(2025, 1),
      value: 38,
      colour: '#2b2530',
    },
    {
      kind: 'note',
      id: 'h',
      text: [{ text: 'Peak ' }, { fact: { kind: 'high', line: 'line-1' }, part: 'value and when' }],
      at: at(2026, 7),
      value: 84,
      colour: '#2b2530',
      moved: { dx: -70, dy: -4 },
    },
  ),
);

const moved = both(
  set({
    emphasis: all.map(newEmphasis),
    nameMoved: { dx: -30, dy: -26 },
    valuesMoved: [{ at: '2024-07-01', dx: 22, dy: -9 }],
  }),
);
const figureOfMonths = (cells: Cell[], change: (spec: FigureSpec) => void, name = 'moved') =>
  situation(name, [month(cells.length), numbers('a', cells, 't')], change);

export const ARRANGED: Situation[] = [
  situation('twelve lines crossing', [
    month(34),
    ...Array.from({ length: 12 }, (_, line) => numbers(`line ${line + 1}`, seasons(34, 60 + line, 30, line * 2), 't')),
  ]),
  situation(
    'all values shown',
    [month(24), numbers('outer', seasons(24, 70, 25), 't'), numbers('shuttle', seasons(24, 30, 9, 3), 't')],
    set(
      { values: { on: 'all' }, markers: { on: 'all' } },
      { values: { on: 'all', bold: false }, markers: { on: 'all', shape: 'square', filled: false } },
    ),
  ),
  situation(
    'ties at the high',
    [
      month(14),
      numbers('first of them', [3, 5, 8, 6, 8, 4, 3, 2, 5, 8, 4, 2, 3, 4], 't'),
      numbers('all of them', [1, 2, 1, 0, 1, 2, 1, 0, 1, 2, 1, 0, 1, 1], 't'),
    ],
    set(
      { emphasis: [{ ...newEmphasis('high'), ties: 'first' }, newEmphasis('last')] },
      { emphasis: [newEmphasis('high'), newEmphasis('low')] },
    ),
  ),
  situation(
    'gaps at both ends and single points',
    [
      month(18),
      numbers('broken', [null, null, 5, 6, null, 7, null, 6, 5, 5, 6, 7, 8, null, 7, 6, null, null], 't'),
      numbers('bridged', [null, 9, 10, null, null, 12, 11, 10, null, 9, 10, 11, null, null, 13, 12, null, null], 't'),
      numbers('as zero', [null, 3, 3, null, null, 3, 2, 3, 3, 3, 2, null, 3, 3, 3, 3, null, null], 't'),
    ],
    set({ gaps: 'break' }, { gaps: 'dotted bridge', markers: { on: 'ends', shape: 'ring' } }, { gaps: 'zero' }),
  ),
  situation(
    'a forecast and an unfinished month',
    [
      dates(months(2025, 1, 18), 'month', { unfinishedFrom: at(2026, 6) }),
      numbers('forecast', seasons(18, 70, 20), 't'),
      numbers('unfinished', [...seasons(17, 40, 12), 9], 't'),
    ],
    set(
      { unfinished: { from: at(2026, 3) }, curve: 'smooth', unfinishedPattern: 'dashes', fill: 'axis' },
      { emphasis: all.map(newEmphasis) },
    ),
  ),
  situation(
    'levels on two axes',
    [
      month(34),
      numbers('passengers', seasons(34, 70, 25), 'thousands'),
      numbers('on time', seasons(34, 86, -6), '%'),
      numbers(
        'plan',
        seasons(34, 75, 22).map((value) => Math.round(value / 10) * 10),
      ),
    ],
    both(
      (spec) => {
        spec.lines = spec.lines.filter((line) => line.column !== 'plan');
      },
      set(
        { emphasis: [newEmphasis('high'), newEmphasis('low')], weight: 1.6 },
        {
          axis: 'right',
          colour: '#1f7a7a',
          weight: 1,
          emphasis: [{ ...newEmphasis('below'), level: 'target', value: false, size: 3 }],
        },
      ),
      marked(
        { kind: 'level', id: 'target', name: 'target 90%', axis: 'right', at: 90 },
        { kind: 'level', id: 'plan', name: 'plan', at: 'plan', colour: '#66707d', pattern: 'solid', weight: 0.7 },
      ),
    ),
  ),
  situation('notes, an event and bands', [month(34), numbers('outer', seasons(34, 60, 22), 't')], notes),
  figureOfMonths(seasons(24, 60, 22), moved, 'labels moved by hand'),
  figureOfMonths(
    [...seasons(24, 60, 22).map((value) => value + 12), 71, 80, 92, 97, 99],
    moved,
    'labels moved, and then new data',
  ),
  situation(
    'names beside lines and steps',
    [
      month(30),
      numbers('Outer isles', seasons(30, 70, 25), 't'),
      numbers('Harbour shuttle', seasons(30, 34, 6, 2), 't'),
      numbers(
        'Fares',
        Array.from({ length: 30 }, (_, row) => 12 + 3 * Math.floor(row / 9)),
        't',
      ),
    ],
    set(
      { named: 'beside' },
      { named: 'beside', pattern: 'dashes' },
      { named: 'beside', curve: 'step middle', pattern: 'dash-dot', fill: 'zero' },
    ),
  ),
  situation(
    'a legend box and an area between lines',
    [
      month(30),
      numbers('highest', seasons(30, 80, 15), 't'),
      numbers('lowest', seasons(30, 50, 18), 't'),
      numbers('mean', seasons(30, 65, 16), 't'),
    ],
    both(
      set(
        { fill: { line: 'line-2' }, curve: 'smooth', weight: 0.7 },
        { curve: 'smooth', weight: 0.7 },
        { pattern: 'long dashes', colour: '#b5492f' },
      ),
      (spec) => {
        spec.names = { kind: 'box', box: 'outside' };
      },
    ),
  ),
  situation(
    'every marker',
    [
      month(12),
      ...['circle', 'ring', 'square', 'diamond', 'triangle up', 'triangle down', 'cross', 'plus', 'bar', 'dash'].map(
        (shape, row) => numbers(shape, new Array(12).fill(10 + row), 't'),
      ),
    ],
    (spec) => {
      spec.lines.forEach((line) => {
        line.weight = 0.5;
        Object.assign(line.markers, { on: 'all', shape: line.column, size: 5 });
      });
      spec.leftAxis.from = 9;
    },
  ),
];
