/** From a figure's spec and its table to what is drawn: a panel for each category or line, or one for all. */

import type { HouseStyle } from '../../style/style.ts';
import { columnOf, type Table } from '../../table/column.ts';
import { readTitle } from '../../table/titles.ts';
import { type CalendarTables, NO_CALENDARS } from '../calendar.ts';
import { dressFigure } from '../dress.ts';
import { latestOf } from '../fields.ts';
import { goneIn, splitThere } from '../gone.ts';
import type { DrawnMark } from '../marks.ts';
import {
  nameOfLine,
  nameOfPanel,
  type Panel,
  type PanelsLook,
  type ResolvedFigure,
  type ResolvedLine,
  type ResolvedPlot,
  resolvePlot,
} from '../resolve.ts';
import type { DressedFigure, DressedLine, FigureSpec, Side } from '../spec.ts';
import type { DressedPanels, Split } from './spec.ts';
import { columnsOf, type SplitTable, splitTable } from './split.ts';

/** More panels than this are not drawn: none of them could be read. */
const MOST_PANELS = 100;
/** What a category without a name is called. */
export const NO_NAME = 'No name';

/** The key of a panel: letters, digits and a few signs, so that it can stand in any attribute. */
function keyOfPanel(by: string, down: string | null): string {
  const safe = (text: string) => encodeURIComponent(text.replace(/\p{Surrogate}/gu, '\ufffd'));
  return down === null ? safe(by) : `${safe(by)}/${safe(down)}`;
}

/** One of the things that run from left to right, or from top to bottom. */
interface Entry {
  key: string;
  name: string;
  /** place in the order of the table, by which colours are given */
  place: number;
}

/** The lines of a panel in the colours that its category has. */
function inColours(lines: readonly DressedLine[], { key, place }: Entry, panels: DressedPanels): DressedLine[] {
  const { colours } = panels;
  const own = panels.own.find((entry) => entry.key === key)?.colour;
  const isRest = colours.kind === 'accent' && !colours.keys.includes(key);
  const given = colours.kind === 'categories' ? colours.palette[place % colours.palette.length] : undefined;
  const accent = colours.kind === 'accent' ? (colours.accent ?? undefined) : undefined;
  const colour = isRest ? colours.rest : (own ?? given ?? accent);
  if (colour === undefined) return [...lines];
  return lines.map((line) => ({
    ...line,
    colour,
    // What stands back does so with all that stands on it.
    emphasis: isRest ? line.emphasis.map((rule) => ({ ...rule, colour: null })) : line.emphasis,
    values: isRest ? { ...line.values, colour: null } : line.values,
  }));
}

/** By what panels are put in order; null for those that have no finished value. */
function measureOf(by: 'last' | 'change', figure: ResolvedPlot): number | null {
  const line = figure.lines.find(({ values }) => values.some((value) => value !== null));
  if (!line) return null;
  const last = line.values[latestOf(line)] ?? null;
  if (by === 'last' || last === null) return last;
  const first = line.values.find((value) => value !== null) ?? null;
  return first === null || first === 0 ? null : (last - first) / Math.abs(first);
}

// The same on every machine, whatever language it speaks.
const byName = new Intl.Collator('en', { numeric: true });

/** Puts entries in order; equal ones stay as they are in the table, and what has no value comes last. */
function inOrder(entries: Entry[], { order }: DressedPanels, plotOf: (entry: Entry) => ResolvedPlot | null): Entry[] {
  const { by } = order;
  const sign = order.descending ? -1 : 1;
  if (by === 'table') return order.descending ? [...entries].reverse() : entries;
  if (by === 'name') return [...entries].sort((a, b) => sign * byName.compare(a.name, b.name));
  const measures = new Map(
    entries.map((entry) => {
      const plot = plotOf(entry);
      return [entry, plot && measureOf(by, plot)] as const;
    }),
  );
  return [...entries].sort((a, b) => {
    const [x, y] = [measures.get(a) ?? null, measures.get(b) ?? null];
    if (x === null || y === null) return Number(x === null) - Number(y === null);
    return sign * (x - y);
  });
}

const hasValues = ({ lines }: ResolvedPlot) => lines.some(({ values }) => values.some((value) => value !== null));

/** Puts the names of panels to their lines: a panel's own name, with the line's where it has several. */
function named({ lines }: ResolvedPlot, name: string): ResolvedLine[] {
  const isAlone = lines.length === 1;
  return lines.map((line) => {
    const own = isAlone ? name : `${name}, ${line.name}`;
    const series = line.series;
    let told: ReturnType<typeof series> | undefined;
    return {
      ...line,
      line: { ...line.line, named: 'none' },
      name: own,
      series: () => {
        told ??= series();
        if (told && told.name !== own) told = { ...told, name: own };
        return told;
      },
    };
  });
}

/** The bands between columns of some panels, with all of their edges. */
function pooledBands(plots: readonly ResolvedPlot[]): ResolvedPlot['bands'] {
  const bands: ResolvedPlot['bands'] = new Map();
  for (const plot of plots)
    for (const [id, { from, to, restsOn }] of plot.bands) {
      const known = bands.get(id);
      bands.set(id, {
        from: [...(known?.from ?? []), ...from],
        to: [...(known?.to ?? []), ...to],
        restsOn: restsOn && {
          said: restsOn.said,
          there: [...(known?.restsOn?.there ?? []), ...restsOn.there],
        },
      });
    }
  return bands;
}

/** The levels of some panels: one value where it is one for all, else every value that they have. */
function pooledLevels(plots: readonly ResolvedPlot[]): ResolvedPlot['levels'] {
  const levels: ResolvedPlot['levels'] = new Map();
  for (const plot of plots)
    for (const [id, level] of plot.levels) {
      const known = levels.get(id);
      // One that steps through a column has its own values in each panel.
      levels.set(
        id,
        typeof level === 'number' || known === undefined || typeof known === 'number' ? level : [...known, ...level],
      );
    }
  return levels;
}

/** The axis on which a mark needs lines to have a place; null for one that stands along the axis across. */
function axisOfMark(mark: DrawnMark): Side | null {
  // A difference stands in every panel that has its lines.
  if (mark.kind === 'event' || mark.kind === 'difference') return null;
  if (mark.kind === 'band') return mark.over.kind === 'across' ? null : mark.over.axis;
  return mark.axis;
}

/** The marks that a panel draws: each is named in the first one that has its axis, and a note stands in its own. */
function marksOf(marks: readonly DrawnMark[], list: readonly Panel[], index: number): DrawnMark[] {
  const key = list[index]?.key;
  return marks.flatMap((mark): DrawnMark[] => {
    if (mark.kind === 'note') {
      const home = list.some((panel) => panel.key === mark.panel) ? mark.panel : list[0]?.key;
      return home === key ? [mark] : [];
    }
    const axis = axisOfMark(mark);
    const first = list.findIndex(({ drawn }) => axis === null || drawn.lines.some(({ line }) => line.axis === axis));
    return index === Math.max(0, first) ? [mark] : [{ ...mark, name: '' }];
  });
}

/** Panels that share something, as one plot whose lines and levels are those of all of them. */
export function pooled(panels: readonly Panel[]): ResolvedPlot | null {
  const [first, ...others] = panels;
  if (!first || others.length === 0) return first?.drawn ?? null;
  const plots = panels.map(({ drawn }) => drawn);
  return {
    ...first.drawn,
    lines: plots.flatMap(({ lines }) => lines),
    levels: pooledLevels(plots),
    bands: pooledBands(plots),
  };
}

const PLAIN: PanelsLook = { perRow: 1, scale: 'all', colours: { kind: 'lines' }, own: [], behind: null };

/** The one panel, without a name, of a figure that is not split. */
export const onlyPanel = (drawn: ResolvedPlot): Panel => ({
  key: '',
  by: '',
  down: null,
  across: 0,
  row: 0,
  name: '',
  downName: null,
  drawn,
});

/** A figure of one panel. */
function resolveWhole(spec: DressedFigure, table: Table, beside: CalendarTables): ResolvedFigure {
  const plot = resolvePlot(spec, table, beside);
  return {
    ...plot,
    gone: [],
    panels: {
      list: [onlyPanel(plot)],
      look: PLAIN,
      across: [''],
      rows: [],
      omitted: 0,
      of: null,
      doubled: false,
      lineNames: new Map(plot.lines.map(({ line, name }) => [line.id, name])),
    },
  };
}

function resolvePanels(
  spec: DressedFigure,
  panels: DressedPanels,
  table: Table,
  beside: CalendarTables,
): ResolvedFigure {
  const { by, down } = panels;
  const shown = spec.lines.filter((line) => line.shown);
  const columns = columnsOf(spec);
  const nameOf = (line: DressedLine) => nameOfLine(line, columnOf(table, line.column));
  const split = (one: Split, other: Split | null): SplitTable => {
    const column = (wish: Split | null) => (wish?.kind === 'category' ? wish.column : null);
    const wish = { across: spec.across, columns, by: column(one), down: column(other), together: panels.together };
    return splitTable(table, wish);
  };
  const linesOf = (...entries: readonly (readonly [Split | null, Entry | null])[]) =>
    entries.reduce(
      (lines, [of, entry]) => (of?.kind === 'lines' && entry ? lines.filter(({ id }) => id === entry.key) : lines),
      shown,
    );
  const entriesOf = (of: Split, categories: readonly string[], without: readonly string[]): Entry[] => {
    const every =
      of.kind === 'category'
        ? categories.map((key, place) => ({ key, name: key === '' ? NO_NAME : key, place }))
        : shown.map((line, place) => ({ key: line.id, name: nameOf(line), place }));
    const entries = every.filter(({ key }) => !without.includes(key));
    // Each is measured over all of its rows, whatever runs the other way.
    return inOrder(entries, panels, (entry) => {
      const own = split(of, null).tableOf(of.kind === 'category' ? entry.key : null, null);
      return own ? resolvePlot({ ...spec, lines: linesOf([of, entry]) }, own) : null;
    });
  };
  const titleOf = (of: Split) =>
    of.kind === 'lines' ? 'line' : readTitle(columnOf(table, of.column)?.title ?? of.column).name;
  const whole = split(by, down);
  const all = {
    across: entriesOf(by, whole.by, panels.without.by),
    rows: down ? entriesOf(down, whole.down, panels.without.down) : [null],
  };
  const across = all.across.slice(0, MOST_PANELS);
  const rows = all.rows.slice(0, Math.max(1, Math.floor(MOST_PANELS / Math.max(1, across.length))));
  const list: Panel[] = [];
  rows.forEach((row, rowIndex) => {
    across.forEach((entry, acrossIndex) => {
      const categoryOf = (of: Split | null, key: string | undefined) =>
        of?.kind === 'category' ? (key ?? null) : null;
      const own = whole.tableOf(categoryOf(by, entry.key), categoryOf(down, row?.key));
      const lines = inColours(linesOf([by, entry], [down, row]), entry, panels);
      const plot = own && lines.length > 0 ? resolvePlot({ ...spec, lines }, own, beside) : null;
      if (!plot || !hasValues(plot)) return;
      const key = keyOfPanel(entry.key, row?.key ?? null);
      const names = { name: entry.name, downName: row?.name ?? null };
      list.push({
        key,
        by: entry.key,
        down: row?.key ?? null,
        across: acrossIndex,
        row: rowIndex,
        ...names,
        drawn: { ...plot, lines: named(plot, nameOfPanel(names)) },
      });
    });
  });
  // The rows of calendars stand alike in all panels, which share their axis across.
  const { marks, calendars } = list[0]?.drawn ?? resolvePlot({ ...spec, lines: [] }, table, beside);
  list.forEach(({ drawn }, index) => {
    drawn.marks = marksOf(marks, list, index);
  });
  return {
    ...(pooled(list) ?? resolvePlot({ ...spec, lines: [] }, table)),
    spec,
    marks,
    calendars,
    gone: [],
    panels: {
      list,
      look: panels,
      across: across.map(({ name }) => name),
      rows: rows.flatMap((row) => row?.name ?? []),
      omitted: all.across.length * all.rows.length - across.length * rows.length,
      of: { by: titleOf(by), down: down && titleOf(down) },
      doubled: whole.doubled,
      lineNames: new Map(shown.map((line) => [line.id, nameOf(line)])),
    },
  };
}

/** The table of a figure with one row for each place across, those of all its panels taken together. */
export function oneCourse(spec: DressedFigure, table: Table): Table {
  if (!spec.panels) return table;
  const { together } = spec.panels;
  const wish = { across: spec.across, columns: columnsOf(spec), by: null, down: null, together };
  return splitTable(table, wish).tableOf(null, null) ?? table;
}

interface Resolved {
  table: Table;
  beside: CalendarTables;
  figure: ResolvedFigure;
}

/** The panels of a figure, as far as the columns are there by which it is split; null where it has one plot. */
function panelsThere({ panels }: DressedFigure, table: Table): DressedPanels | null {
  if (!panels) return null;
  const [by, down] = [splitThere(panels.by, table), splitThere(panels.down, table)];
  if (by === panels.by && down === panels.down) return panels;
  const [first, second] = by ? [by, down] : [down, null];
  return first && { ...panels, by: first, down: second };
}

/** Joined with its table alone, and with those of its calendars, which not all who ask for it need. */
const MOST_KEPT = 2;
const resolvedOnce = new WeakMap<DressedFigure, Resolved[]>();

/**
 * Joins a figure's spec, as its house sets it, with its table, and with those
 * that its calendars take their rows from; see `resolvePlot`. There is a plot for each panel: of a
 * figure that is not split, one for all. A spec of a report never changes, so
 * it is joined with a table once, whoever asks.
 */
export function resolveFigure(
  stored: FigureSpec,
  table: Table,
  style: HouseStyle,
  beside: CalendarTables = NO_CALENDARS,
): ResolvedFigure {
  const spec = dressFigure(stored, table, style);
  const kept = (resolvedOnce.get(spec) ?? []).filter((known) => known.table === table);
  const known = kept.find((candidate) => candidate.beside === beside);
  if (known) return known.figure;
  const panels = panelsThere(spec, table);
  const drawn = panels ? resolvePanels(spec, panels, table, beside) : resolveWhole(spec, table, beside);
  const figure = { ...drawn, gone: goneIn(spec, table) };
  // A draft that is still being changed is joined anew each time.
  if (Object.isFrozen(spec)) resolvedOnce.set(spec, [...kept, { table, beside, figure }].slice(-MOST_KEPT));
  return figure;
}
