/** Figures in panels, from long tables; shared by goldens and properties. */

import { draftFigure } from '../../src/core/figure/draft.ts';
import { Panels } from '../../src/core/figure/panels/spec.ts';
import type { FigureSpec } from '../../src/core/figure/spec.ts';
import { newEmphasis } from '../../src/core/mark/emphasis.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Cell, Table } from '../../src/core/table/column.ts';
import { addUnits } from '../../src/core/time/calendar.ts';
import type { Situation } from './situations.ts';
import { dates, numbers, tableOf, texts } from './tables.ts';

export const PIERS = ['Northgate', 'Old Quay', 'Sound Landing', 'Kelda', 'Ness', 'Outer Skerry'];
export const CLASSES = ['Ro-ro', 'Catamaran', 'Launch', 'Cargo'];

/** A long table: a row for each month, pier and class. `sizeOf` gives the size of a series, or null for none. */
export function longTable(
  months: number,
  piers: readonly string[],
  classes: readonly string[],
  sizeOf: (pier: number, kind: number) => number | null,
): Table {
  const rows: { month: number; pier: string; kind: string; passengers: number; late: number }[] = [];
  for (let month = 0; month < months; month++)
    piers.forEach((pier, at) => {
      classes.forEach((kind, of) => {
        const size = sizeOf(at, of);
        if (size === null) return;
        const season = 1 + 0.35 * Math.sin((month - 3) / 1.91) + 0.012 * month * (of === 1 ? 1 : -0.2);
        const uneven = 1 + (((month * 7919 + at * 613 + of * 97) % 101) - 50) / 900;
        const passengers = Math.round(size * season * uneven);
        rows.push({ month, pier, kind, passengers, late: Math.round((4 + at + season * 3 * uneven) * 10) / 10 });
      });
    });
  const start = Date.UTC(2023, 0, 1);
  const column = (of: (row: (typeof rows)[number]) => Cell) => rows.map(of);
  return tableOf([
    dates(column(({ month }) => addUnits(start, 'month', month)) as number[], 'month'),
    texts('pier', column(({ pier }) => pier) as string[]),
    texts('class', column(({ kind }) => kind) as string[]),
    numbers('passengers', column(({ passengers }) => passengers) as number[], 'passengers'),
    numbers('late', column(({ late }) => late) as number[], '%'),
  ]);
}

export const pierTable = (months = 48, piers = PIERS) =>
  longTable(months, piers, ['all'], (pier) => 9000 / (1 + pier * 0.6));

export const gridTable = () =>
  longTable(48, PIERS, CLASSES, (pier, kind) => ((pier + kind) % 5 === 4 ? null : 6000 / (1 + pier * 0.4 + kind)));

/** A figure in panels by a column; `change` sets what is different. */
export function panelled(
  name: string,
  table: Table,
  panels: Partial<Panels>,
  change: (spec: FigureSpec) => void = () => {},
  lines: readonly string[] = ['passengers'],
): Situation {
  const locale = 'en-GB';
  const across = table.columns[0]?.key;
  const spec = draftFigure(table, {
    id: 'f',
    tableId: 't',
    style: DEFAULT_STYLE,
    across,
    lines,
    panels: Panels.parse({ by: { kind: 'category', column: 'pier' }, ...panels }),
  });
  spec.words = { title: name, subtitle: '', source: 'Source: made up.' };
  spec.frame.height = 110;
  change(spec);
  return { name, table, spec, locale };
}

const accent = { kind: 'accent' as const, accent: null, keys: ['Kelda'], rest: '#8b8391' };
const palette = DEFAULT_STYLE.palette.map(({ colour }) => colour);
const frame =
  (width: number, height: number) =>
  ({ frame }: FigureSpec) =>
    Object.assign(frame, { width, height });
const endValues = ({ lines }: FigureSpec) => {
  for (const line of lines) {
    line.emphasis = [newEmphasis('last')];
    line.values.on = 'last';
  }
};
const down = { kind: 'category' as const, column: 'class' };

export const PANELLED: Situation[] = [
  panelled('two by two', pierTable(48, PIERS.slice(0, 4)), {}, frame(160, 100)),
  panelled('six by four with empty cells', gridTable(), { down }, frame(160, 150)),
  panelled('one accented against grey', pierTable(), { colours: accent, behind: '#d9d4da' }),
  panelled('own scales', pierTable(), { scale: 'panels', colours: { kind: 'categories', palette } }),
  panelled('shared scales', pierTable(), { order: { by: 'change', descending: true } }),
  panelled('end values on each panel', pierTable(), { colours: { kind: 'categories', palette } }, endValues),
  panelled('60 mm wide', pierTable(), {}, frame(60, 120)),
  panelled('250 mm wide', gridTable(), { down, scale: 'rows' }, frame(250, 140)),
  panelled(
    'a panel for each line',
    pierTable(48, ['Northgate']),
    { by: { kind: 'lines' }, scale: 'panels' },
    frame(160, 60),
    ['passengers', 'late'],
  ),
  panelled(
    'measures down and piers across',
    pierTable(48, PIERS.slice(0, 5)),
    { down: { kind: 'lines' }, scale: 'rows' },
    frame(180, 90),
    ['passengers', 'late'],
  ),
  panelled(
    'two axes',
    pierTable(),
    {},
    (spec) => {
      Object.assign(spec.lines[1] ?? {}, { axis: 'right', pattern: 'dashes', colour: '#c2811a' });
    },
    ['passengers', 'late'],
  ),
  panelled('marks in each panel', pierTable(), {}, (spec) => {
    spec.marks = [
      {
        kind: 'level',
        id: 'l',
        name: 'Target',
        colour: '#b5492f',
        shown: true,
        moved: null,
        axis: 'left',
        at: 6000,
        weight: 0.9,
        pattern: 'dots',
        named: 'auto',
      },
      {
        kind: 'band',
        id: 'b',
        name: 'Refit',
        colour: '#66707d',
        shown: true,
        moved: null,
        over: { kind: 'across', from: Date.UTC(2024, 10, 1), to: Date.UTC(2025, 1, 1) },
        opacity: 0.16,
      },
      {
        kind: 'note',
        id: 'n',
        name: '',
        colour: '#2b2530',
        shown: true,
        moved: null,
        text: 'Strike',
        written: null,
        at: Date.UTC(2025, 5, 1),
        axis: 'left',
        value: 3500,
        panel: 'Kelda',
        leader: true,
        width: 20,
      },
    ];
  }),
  panelled(
    'long names in a row',
    pierTable(
      24,
      PIERS.map((pier) => `${pier} harbour stairs and slipway`),
    ),
    { perRow: 6 },
    frame(160, 60),
  ),
];
