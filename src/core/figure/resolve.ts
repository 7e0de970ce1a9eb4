import { asBefore } from '../fact/again.ts';
import { type FactSeries, firstUnfinished, seriesOf, unfinishedFrom } from '../fact/series.ts';
import { withGaps } from '../mark/gaps.ts';
import { type Cell, type Column, columnOf, numberAt, type Table } from '../table/column.ts';
import { isOfYears } from '../table/measure/years.ts';
import { isMarkedProvisional } from '../table/provisional.ts';
import { readTitle } from '../table/titles.ts';
import { addUnits, isoOf } from '../time/calendar.ts';
import { type Interval, unitOf } from '../time/interval.ts';
import { type CalendarRows, type CalendarTables, NO_CALENDARS, placeOnDates, withCalendars } from './calendar.ts';
import type { DateSpan } from './date-axis.ts';
import { datePosition, type PointSetting, pointPosition, startOf } from './date-position.ts';
import type { Gone } from './gone.ts';
import type { DrawnMark } from './marks.ts';
import type { DressedPanels } from './panels/spec.ts';
import type { DressedAxis, DressedFigure, DressedLine } from './spec.ts';
import { windowOf } from './window.ts';

/** How the across axis places the rows. Positions are in the axis's own unit. */
type Across =
  | { kind: 'date'; title: string; interval: Interval; span: DateSpan | null }
  | { kind: 'category'; title: string; labels: string[] }
  | { kind: 'number'; title: string; extent: [number, number] | null; whole: boolean; isOfYears: boolean };

export interface ResolvedLine {
  line: DressedLine;
  name: string;
  unit: string | null;
  /** what it counts or measures, where its name says only when; null where it says so itself */
  of: string | null;
  whole: boolean;
  /** its values are years, which are written without groups */
  isOfYears: boolean;
  /** one entry a drawn row, in across order; value null where it is missing */
  positions: number[];
  values: readonly (number | null)[];
  /** how many values are left out because a logarithmic axis has no place for them */
  withoutPlace: number;
  /** the across value of an entry as it is written in `data-at`: an ISO date, a number or a category */
  at(index: number): string;
  /** index of the first entry that is not finished; the count of entries where all are */
  unfinished: number;
  /** the same as the table knows it, whatever is drawn as unfinished */
  finishedBy: number;
  /** whether the value of an entry was marked as provisional where it was received, as far as what was received is at hand */
  isProvisional(index: number): boolean;
  /** what is written at points instead of the values, null for these */
  cells: readonly Cell[] | null;
  /** decimals its column is shown with, where its table says so */
  decimals: number | null;
  /** of how many years before its values are to be a statistic; null for values of their own */
  years: number | null;
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
export type PanelsLook = Pick<DressedPanels, 'perRow' | 'scale' | 'colours' | 'own' | 'behind'>;

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
/** A band between the values of two columns, one entry a drawn row. */
interface ColumnBand {
  from: readonly (number | null)[];
  to: readonly (number | null)[];
  restsOn: Column['restsOn'] | null;
}

export interface ResolvedPlot {
  spec: DressedFigure;
  across: Across;
  /** the lines that are shown */
  lines: ResolvedLine[];
  /** the marks that are shown, with the rows of calendars among them */
  marks: DrawnMark[];
  /** what came of each calendar that is shown, by its id */
  calendars: ReadonlyMap<string, CalendarRows>;
  /** positions of the drawn rows, and their dates (ms UTC), numbers or categories */
  positions: number[];
  keys: (number | string)[];
  /** the edges of each band between two columns, in row order, and on how many years they rest where that was said */
  bands: Map<string, ColumnBand>;
  /** values of the levels, by their ids: one for all rows, or one for each drawn row */
  levels: Map<string, number | (number | null)[]>;
  /** where a date, a number or a category stands along the axis; null for none */
  placeOf(at: number | string): number | null;
}

/** A figure with its panels; `lines` and `levels` are those of all of them. */
export interface ResolvedFigure extends ResolvedPlot {
  panels: ResolvedPanels;
  /** columns that it names and that its table has no longer */
  gone: readonly Gone[];
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

function placeRows(column: Column, setting: PointSetting, isDrawn: (row: number) => boolean): PlacedAcross {
  const title = readTitle(column.title).name;
  if (column.kind === 'date') {
    const unit = unitOf(column.interval);
    const placed = placeNumbers(column, isDrawn, (value) => pointPosition(value, unit, setting));
    const placeOf = (at: number | string) => (typeof at === 'number' ? pointPosition(at, unit, setting) : null);
    const [start, stop] = [placed.keys[0], placed.keys.at(-1)];
    if (typeof start !== 'number' || typeof stop !== 'number')
      return { across: { kind: 'date', title, interval: column.interval, span: null }, placed, placeOf };
    const [first, last] = [start, stop].map((at) => startOf(at, unit, setting.weekStart)) as [number, number];
    // Between ticks the axis ends with the last tick, unless that is the first one, too.
    const end = setting.points === 'tick' && last > first ? last : addUnits(last, unit, 1);
    const span = { from: first, to: end, unit };
    return { across: { kind: 'date', title, interval: column.interval, span }, placed, placeOf };
  }
  if (column.kind === 'number') {
    const placed = placeNumbers(column, isDrawn, (value) => value);
    const [first, last] = [placed.positions[0], placed.positions.at(-1)];
    const extent: [number, number] | null = first !== undefined && last !== undefined ? [first, last] : null;
    const placeOf = (at: number | string) => (typeof at === 'number' ? at : null);
    return {
      across: { kind: 'number', title, extent, whole: column.whole, isOfYears: isOfYears(column) },
      placed,
      placeOf,
    };
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
const drawable = (value: number | null, { scale }: DressedAxis) =>
  value !== null && scale === 'log' && value <= 0 ? null : value;

/** The name a line has in print. */
export function nameOfLine(line: DressedLine, column: Column | undefined): string {
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
  spec: DressedFigure,
  table: Table,
  across: Column,
  totals: ReadonlySet<number>,
  drawn: Placed,
): (line: DressedLine, column: Column) => FactSeries | null {
  const whole = once(() => {
    // Without a window, all rows are drawn.
    const { placed } =
      spec.window === 'all' ? { placed: drawn } : placeRows(across, spec.dateAxis, (row) => !totals.has(row));
    return { placed, from: placed.rows.indexOf(drawn.rows[0] ?? -1) };
  });
  return (line, column) => {
    const { placed, from } = whole();
    const series = from < 0 ? null : seriesOf(table, column, across, placed);
    if (!series) return null;
    const { unfinished } = line;
    const own = typeof unfinished === 'string' ? undefined : unfinished.from;
    return asBefore(column.cells, {
      ...series,
      id: line.id,
      name: line.name ?? series.name,
      values: withGaps(series.values, line.gaps),
      finished: Math.min(series.finished, firstUnfinished(own, placed.keys)),
      shown: { from, until: from + drawn.rows.length },
      yearStart: spec.dateAxis.yearStart,
    });
  };
}

/**
 * Joins a spec with the table of one plot: which rows stand where, and the
 * values of each line that is shown. A column the table no longer has gives an
 * empty line, so that the figure can still be opened and mended.
 */
export function resolvePlot(spec: DressedFigure, table: Table, beside: CalendarTables = NO_CALENDARS): ResolvedPlot {
  const acrossColumn = columnOf(table, spec.across);
  const totals = new Set(table.totals);
  const inWindow = acrossColumn ? windowOf(acrossColumn, spec.window) : () => false;
  const { across, placed, placeOf } = acrossColumn
    ? placeRows(acrossColumn, spec.dateAxis, (row) => !totals.has(row) && inWindow(row))
    : {
        across: { kind: 'category' as const, title: spec.across, labels: [] },
        placed: { rows: [], positions: [], keys: [] },
        placeOf: () => null,
      };
  const { rows, positions, keys } = placed;
  const told = acrossColumn ? toldBy(spec, table, acrossColumn, totals, placed) : null;
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
  const drawn = spec.lines.filter((line) => line.shown);
  const isOneScale = spec.tie.kind === 'same' && drawn.some(({ axis }) => axis === 'left');
  const lines = drawn.map((line): ResolvedLine => {
    const column = columnOf(table, line.column);
    const axis = line.axis === 'left' || isOneScale ? spec.leftAxis : spec.rightAxis;
    const cells = column?.kind === 'number' ? column.cells : [];
    const finishedBy = firstUnfinished(unfinishedFrom(column, acrossColumn), placed.keys);
    const numbers = rows.map((row) => numberAt(cells, row));
    const isLog = axis.scale === 'log';
    const shown = line.values.column === null ? undefined : columnOf(table, line.values.column);
    return {
      line,
      name: nameOfLine(line, column),
      unit: column?.kind === 'number' ? column.unit : null,
      of: column?.kind === 'number' ? (column.of ?? null) : null,
      whole: column?.kind === 'number' ? column.whole : false,
      isOfYears: isOfYears(column),
      positions,
      values: isLog ? withGaps(numbers, line.gaps).map((value) => drawable(value, axis)) : withGaps(numbers, line.gaps),
      withoutPlace: isLog ? numbers.filter((value) => value !== drawable(value, axis)).length : 0,
      at,
      unfinished:
        line.unfinished === 'none'
          ? rows.length
          : line.unfinished === 'auto'
            ? finishedBy
            : firstUnfinished(line.unfinished.from, placed.keys),
      finishedBy,
      isProvisional: (index) => isMarkedProvisional(column?.received?.[rows[index] ?? -1] ?? null),
      cells: shown ? rows.map((row) => shown.cells[row] ?? null) : null,
      decimals: column?.kind === 'number' ? (column.decimals ?? null) : null,
      years: column?.restsOn?.said ?? null,
      series: once(() => (column && told ? told(line, column) : null)),
    };
  });
  const { marks, calendars } = withCalendars(
    spec.marks.filter((mark) => mark.shown),
    beside,
    spec.table,
    {
      kind: across.kind === 'category' ? 'text' : across.kind,
      placeOf:
        across.kind === 'date'
          ? placeOnDates(unitOf(across.interval), spec.dateAxis)
          : (from, to) => {
              const [start, end] = [placeOf(from.at), to === null ? placeOf(from.at) : placeOf(to.at)];
              return start === null || end === null ? null : [Math.min(start, end), Math.max(start, end)];
            },
      ends: endsOf(across, positions),
    },
  );
  const bands: ResolvedPlot['bands'] = new Map();
  for (const mark of marks) {
    if (mark.kind !== 'band' || mark.over.kind !== 'columns') continue;
    const [low, high] = [columnOf(table, mark.over.from), columnOf(table, mark.over.to)];
    const along = (column: Column | undefined) => rows.map((row) => numberAt(column?.cells ?? [], row));
    const rests = low?.restsOn;
    bands.set(mark.id, {
      from: along(low),
      to: along(high),
      restsOn: rests ? { said: rests.said, there: rows.map((row) => rests.there[row] ?? 0) } : null,
    });
  }
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
  return { spec, across, lines, marks, calendars, positions, keys, levels, bands, placeOf };
}

/** The ends of an axis across, in positions; that of dates begins and ends with its periods. */
function endsOf(across: Across, positions: readonly number[]): readonly [number, number] {
  if (across.kind === 'date' && across.span)
    return [datePosition(across.span.from, across.span.unit), datePosition(across.span.to, across.span.unit)];
  return [positions[0] ?? 0, positions.at(-1) ?? 0];
}
