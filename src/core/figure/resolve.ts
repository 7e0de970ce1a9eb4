import { type FactSeries, firstUnfinished, seriesOf, unfinishedFrom } from '../fact/series.ts';
import { type Cell, type Column, columnOf, numberAt, type Table } from '../table/column.ts';
import { readTitle } from '../table/titles.ts';
import { addUnits, floorTo, isoOf } from '../time/calendar.ts';
import { type Interval, unitOf } from '../time/interval.ts';
import { type DateSpan, pointPosition } from './date-axis.ts';
import type { Mark } from './marks.ts';
import type { Panels } from './panels/spec.ts';
import type { DateAxis, FigureSpec, Line, ValueAxis } from './spec.ts';
import { windowOf } from './window.ts';

/** How the across axis places the rows. Positions are in the axis's own unit. */
type Across =
  | { kind: 'date'; title: string; interval: Interval; span: DateSpan | null }
  | { kind: 'category'; title: string; labels: string[] }
  | { kind: 'number'; title: string; extent: [number, number] | null; whole: boolean };

export interface ResolvedLine {
  line: Line;
  name: string;
  unit: string | null;
  /** what it counts or measures, where its name says only when; null where it says so itself */
  of: string | null;
  whole: boolean;
  /** one entry a drawn row, in across order; value null where it is missing */
  positions: number[];
  values: (number | null)[];
  /** the across value of an entry as it is written in `data-at`: an ISO date, a number or a category */
  at(index: number): string;
  /** index of the first entry that is not finished; the count of entries where all are */
  unfinished: number;
  /** the same as the table knows it, whatever is drawn as unfinished */
  finishedBy: number;
  /** what is written at points instead of the values, null for these */
  cells: readonly Cell[] | null;
  /** decimals its column is shown with, where its table says so */
  decimals: number | null;
  /** the line as facts are worked out from it, with what the window leaves out; null where a period has several rows */
  series(): FactSeries | null;
}

/** One of the plots of a figure; most figures have one, without a name. */
export interface Panel {
  /** by what marks and labels name it, safe in any text; empty for the one of a figure that is not split */
  key: string;
  /** keys of its categories or lines; empty and null for what does not split the figure */
  by: string;
  down: string | null;
  /** place in its order from left to right, and from top to bottom; from 0 */
  across: number;
  row: number;
  /** its names, of which the one that runs down is null where nothing does */
  name: string;
  downName: string | null;
  drawn: ResolvedPlot;
}

/** What a panel is called: its name, with that of its row where there is one. */
export const nameOfPanel = ({ name, downName }: Pick<Panel, 'name' | 'downName'>) =>
  downName === null ? name : `${name}, ${downName}`;

/** How the panels of a figure look beside each other, whatever they are of. */
export type PanelsLook = Pick<Panels, 'perRow' | 'scale' | 'colours' | 'own' | 'behind'>;

export interface ResolvedPanels {
  /** in reading order; combinations without data are left out, so that there may be none */
  list: Panel[];
  look: PanelsLook;
  /** names of what runs from left to right and from top to bottom, in order; the latter empty where nothing runs down */
  across: string[];
  rows: string[];
  /** how many places are not drawn, for there are too many; some of them may have no data */
  omitted: number;
  /** what is split by, as a reader would say it: the name of a column, or "line"; null where nothing is */
  of: { by: string; down: string | null } | null;
  /** whether a period has several rows in a panel */
  doubled: boolean;
  /** names of the lines by their ids; in the panels they are called after these */
  lineNames: ReadonlyMap<string, string>;
}

/** What is drawn in one plot, or what several have in common. */
export interface ResolvedPlot {
  spec: FigureSpec;
  across: Across;
  /** the lines that are shown */
  lines: ResolvedLine[];
  /** the marks that are shown */
  marks: Mark[];
  /** positions of the drawn rows, and their dates (ms UTC), numbers or categories */
  positions: number[];
  keys: (number | string)[];
  /** values of the levels, by their ids: one for all rows, or one for each drawn row */
  levels: Map<string, number | (number | null)[]>;
  /** where a date, a number or a category stands along the axis; null for none */
  placeOf(at: number | string): number | null;
}

/** A figure with its panels; `lines` and `levels` are those of all of them. */
export interface ResolvedFigure extends ResolvedPlot {
  panels: ResolvedPanels;
}

/** The drawn rows in across order: which they are, where they stand, and their across values. */
interface Placed {
  rows: number[];
  positions: number[];
  keys: (number | string)[];
}

interface PlacedAcross {
  across: Across;
  placed: Placed;
  placeOf: ResolvedPlot['placeOf'];
}

/** Puts rows in the order of their positions; most tables have them so. */
function inOrder({ rows, positions, keys }: Placed): Placed {
  if (positions.every((position, index) => index === 0 || position >= (positions[index - 1] ?? 0)))
    return { rows, positions, keys };
  const order = positions
    .map((_, index) => index)
    .sort((a, b) => (positions[a] ?? 0) - (positions[b] ?? 0) || (rows[a] ?? 0) - (rows[b] ?? 0));
  return {
    rows: order.map((index) => rows[index] ?? 0),
    positions: order.map((index) => positions[index] ?? 0),
    keys: order.map((index) => keys[index] ?? 0),
  };
}

/** The rows of a column of dates or numbers that are drawn, each where `position` puts its value. */
function placeNumbers(column: Column, isDrawn: (row: number) => boolean, position: (value: number) => number): Placed {
  const placed: Placed = { rows: [], positions: [], keys: [] };
  column.cells.forEach((cell, row) => {
    if (typeof cell !== 'number' || !isDrawn(row)) return;
    placed.rows.push(row);
    placed.positions.push(position(cell));
    placed.keys.push(cell);
  });
  return inOrder(placed);
}

function placeRows(column: Column, points: DateAxis['points'], isDrawn: (row: number) => boolean): PlacedAcross {
  const title = readTitle(column.title).name;
  if (column.kind === 'date') {
    const unit = unitOf(column.interval);
    const placed = placeNumbers(column, isDrawn, (value) => pointPosition(value, unit, points));
    const placeOf = (at: number | string) => (typeof at === 'number' ? pointPosition(at, unit, points) : null);
    const [start, stop] = [placed.keys[0], placed.keys.at(-1)];
    if (typeof start !== 'number' || typeof stop !== 'number')
      return { across: { kind: 'date', title, interval: column.interval, span: null }, placed, placeOf };
    const [first, last] = [floorTo(start, unit), floorTo(stop, unit)];
    // Between ticks the axis ends with the last tick, unless that is the first one, too.
    const end = points === 'tick' && last > first ? last : addUnits(last, unit, 1);
    const span = { from: first, to: end, unit };
    return { across: { kind: 'date', title, interval: column.interval, span }, placed, placeOf };
  }
  if (column.kind === 'number') {
    const placed = placeNumbers(column, isDrawn, (value) => value);
    const [first, last] = [placed.positions[0], placed.positions.at(-1)];
    const extent: [number, number] | null = first !== undefined && last !== undefined ? [first, last] : null;
    const placeOf = (at: number | string) => (typeof at === 'number' ? at : null);
    return { across: { kind: 'number', title, extent, whole: column.whole }, placed, placeOf };
  }
  const rows = column.cells.flatMap((_, row) => (isDrawn(row) ? [row] : []));
  const labels = rows.map((row) => String(column.cells[row] ?? ''));
  const placed = { rows, positions: rows.map((_, index) => index + 0.5), keys: labels };
  const placeOf = (at: number | string) => {
    const index = labels.indexOf(String(at));
    return index < 0 ? null : index + 0.5;
  };
  return { across: { kind: 'category', title, labels }, placed, placeOf };
}

/** A value that its axis has a place for; a logarithmic one has none for what is not above zero. */
const drawable = (value: number | null, { scale }: ValueAxis) =>
  value !== null && scale === 'log' && value <= 0 ? null : value;

/** Missing values between the first and the last one count as zero where the line says so. */
function withGaps(values: readonly (number | null)[], gaps: Line['gaps']): (number | null)[] {
  if (gaps !== 'zero') return [...values];
  const first = values.findIndex((value) => value !== null);
  const last = values.findLastIndex((value) => value !== null);
  return values.map((value, index) => (value === null && index > first && index < last ? 0 : value));
}

/** The name a line has in print. */
export function nameOfLine(line: Line, column: Column | undefined): string {
  return line.name ?? (column ? readTitle(column.title).name : line.column);
}

/** Works out something when it is first asked for. */
function once<T>(make: () => T): () => T {
  let made: { value: T } | null = null;
  return () => {
    made ??= { value: make() };
    return made.value;
  };
}

/** Makes the lines of a plot what facts are worked out from: all rows of the table, and which of them the window holds. */
function toldBy(
  spec: FigureSpec,
  across: Column,
  totals: ReadonlySet<number>,
  drawn: Placed,
): (line: Line, column: Column) => FactSeries | null {
  const whole = once(() => {
    const { placed } = placeRows(across, spec.dateAxis.points, (row) => !totals.has(row));
    return { placed, from: placed.rows.indexOf(drawn.rows[0] ?? -1) };
  });
  return (line, column) => {
    const { placed, from } = whole();
    const series = from < 0 ? null : seriesOf(column, across, placed);
    if (!series) return null;
    const { unfinished } = line;
    const own = typeof unfinished === 'string' ? undefined : unfinished.from;
    return {
      ...series,
      id: line.id,
      name: line.name ?? series.name,
      values: withGaps(series.values, line.gaps),
      finished: Math.min(series.finished, firstUnfinished(own, placed.keys)),
      shown: { from, until: from + drawn.rows.length },
      yearStart: spec.dateAxis.yearStart,
    };
  };
}

/**
 * Joins a spec with the table of one plot: which rows stand where, and the
 * values of each line that is shown. A column the table no longer has gives an
 * empty line, so that the figure can still be opened and mended.
 */
export function resolvePlot(spec: FigureSpec, table: Table): ResolvedPlot {
  const acrossColumn = columnOf(table, spec.across);
  const totals = new Set(table.totals);
  const inWindow = acrossColumn ? windowOf(acrossColumn, spec.window) : () => false;
  const { across, placed, placeOf } = acrossColumn
    ? placeRows(acrossColumn, spec.dateAxis.points, (row) => !totals.has(row) && inWindow(row))
    : {
        across: { kind: 'category' as const, title: spec.across, labels: [] },
        placed: { rows: [], positions: [], keys: [] },
        placeOf: () => null,
      };
  const { rows, positions, keys } = placed;
  const told = acrossColumn ? toldBy(spec, acrossColumn, totals, placed) : null;
  const isDate = acrossColumn?.kind === 'date';
  // Written when first asked for, and once for all lines: a million dates are never all written.
  const written: string[] = [];
  const at = (index: number) => {
    const known = written[index];
    if (known !== undefined) return known;
    const key = keys[index];
    if (key === undefined) return '';
    const text = typeof key === 'number' && isDate ? isoOf(key) : String(key);
    written[index] = text;
    return text;
  };
  const lines = spec.lines
    .filter((line) => line.shown)
    .map((line): ResolvedLine => {
      const column = columnOf(table, line.column);
      const axis = line.axis === 'left' ? spec.leftAxis : spec.rightAxis;
      const cells = column?.kind === 'number' ? column.cells : [];
      const finishedBy = firstUnfinished(unfinishedFrom(column, acrossColumn), placed.keys);
      const shown = line.values.column === null ? undefined : columnOf(table, line.values.column);
      return {
        line,
        name: nameOfLine(line, column),
        unit: column?.kind === 'number' ? column.unit : null,
        of: column?.kind === 'number' ? (column.of ?? null) : null,
        whole: column?.kind === 'number' ? column.whole : false,
        positions,
        values: withGaps(
          rows.map((row) => drawable(numberAt(cells, row), axis)),
          line.gaps,
        ),
        at,
        unfinished:
          line.unfinished === 'none'
            ? rows.length
            : line.unfinished === 'auto'
              ? finishedBy
              : firstUnfinished(line.unfinished.from, placed.keys),
        finishedBy,
        cells: shown ? rows.map((row) => shown.cells[row] ?? null) : null,
        decimals: column?.kind === 'number' ? (column.decimals ?? null) : null,
        series: once(() => (column && told ? told(line, column) : null)),
      };
    });
  const marks = spec.marks.filter((mark) => mark.shown);
  const levels: ResolvedPlot['levels'] = new Map();
  for (const mark of marks) {
    if (mark.kind !== 'level') continue;
    const { at: where } = mark;
    if (typeof where === 'number') levels.set(mark.id, where);
    else {
      const cells = columnOf(table, where)?.cells ?? [];
      levels.set(
        mark.id,
        rows.map((row) => numberAt(cells, row)),
      );
    }
  }
  return { spec, across, lines, marks, positions, keys, levels, placeOf };
}
