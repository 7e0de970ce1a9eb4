import { type Column, columnOf, numberAt, type Table } from '../table/column.ts';
import { readTitle } from '../table/titles.ts';
import { addUnits, floorTo, isoOf } from '../time/calendar.ts';
import { type Interval, unitOf } from '../time/interval.ts';
import { type DateSpan, pointPosition } from './date-axis.ts';
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
  whole: boolean;
  /** one entry a drawn row, in across order; value null where it is missing */
  positions: number[];
  values: (number | null)[];
  /** the across value of each entry as it is written in `data-at` */
  at: string[];
}

export interface ResolvedFigure {
  spec: FigureSpec;
  across: Across;
  /** the lines that are shown */
  lines: ResolvedLine[];
}

interface Placed {
  row: number;
  position: number;
  at: string;
}

function placeRows(
  column: Column,
  points: DateAxis['points'],
  isDrawn: (row: number) => boolean,
): { across: Across; placed: Placed[] } {
  const title = readTitle(column.title).name;
  if (column.kind === 'date') {
    const unit = unitOf(column.interval);
    const placed: Placed[] = [];
    let from = Infinity;
    let to = -Infinity;
    column.cells.forEach((cell, row) => {
      if (typeof cell !== 'number' || !isDrawn(row)) return;
      from = Math.min(from, cell);
      to = Math.max(to, cell);
      placed.push({ row, position: pointPosition(cell, unit, points), at: isoOf(cell) });
    });
    placed.sort((a, b) => a.position - b.position || a.row - b.row);
    const [first, last] = [floorTo(from, unit), floorTo(to, unit)];
    // Between ticks the axis ends with the last tick, unless that is the first one, too.
    const end = points === 'tick' && last > first ? last : addUnits(last, unit, 1);
    const span = placed.length > 0 ? { from: first, to: end, unit } : null;
    return { across: { kind: 'date', title, interval: column.interval, span }, placed };
  }
  if (column.kind === 'number') {
    const placed: Placed[] = [];
    column.cells.forEach((cell, row) => {
      if (typeof cell === 'number' && isDrawn(row)) placed.push({ row, position: cell, at: String(cell) });
    });
    placed.sort((a, b) => a.position - b.position || a.row - b.row);
    const [first, last] = [placed[0], placed.at(-1)];
    const extent: [number, number] | null = first && last ? [first.position, last.position] : null;
    return { across: { kind: 'number', title, extent, whole: column.whole }, placed };
  }
  const rows = column.cells.flatMap((_, row) => (isDrawn(row) ? [row] : []));
  const labels = rows.map((row) => String(column.cells[row] ?? ''));
  const placed = rows.map((row, index) => ({ row, position: index + 0.5, at: labels[index] ?? '' }));
  return { across: { kind: 'category', title, labels }, placed };
}

/** A value that its axis has a place for; a logarithmic one has none for what is not above zero. */
const drawable = (value: number | null, { scale }: ValueAxis) =>
  value !== null && scale === 'log' && value <= 0 ? null : value;

/** The name a line has in print. */
export function nameOfLine(line: Line, column: Column | undefined): string {
  return line.name ?? (column ? readTitle(column.title).name : line.column);
}

/**
 * Joins a figure's spec with its table: which rows stand where, and the values
 * of each line that is shown. A column the table no longer has gives an empty
 * line, so that the figure can still be opened and mended.
 */
export function resolveFigure(spec: FigureSpec, table: Table): ResolvedFigure {
  const acrossColumn = columnOf(table, spec.across);
  const totals = new Set(table.totals);
  const inWindow = acrossColumn ? windowOf(acrossColumn, spec.window) : () => false;
  const { across, placed } = acrossColumn
    ? placeRows(acrossColumn, spec.dateAxis.points, (row) => !totals.has(row) && inWindow(row))
    : { across: { kind: 'category' as const, title: spec.across, labels: [] }, placed: [] };
  const positions = placed.map((place) => place.position);
  const at = placed.map((place) => place.at);
  const lines = spec.lines
    .filter((line) => line.shown)
    .map((line): ResolvedLine => {
      const column = columnOf(table, line.column);
      const axis = line.axis === 'left' ? spec.leftAxis : spec.rightAxis;
      const cells = column?.kind === 'number' ? column.cells : [];
      return {
        line,
        name: nameOfLine(line, column),
        unit: column?.kind === 'number' ? column.unit : null,
        whole: column?.kind === 'number' ? column.whole : false,
        positions,
        values: placed.map((place) => drawable(numberAt(cells, place.row), axis)),
        at,
      };
    });
  return { spec, across, lines };
}
