/** The places of panels: which row and column each has, and what of the shared axes stands at it. */
import type { Panel, ResolvedPanels } from '../resolve.ts';

/** A place in the grid of panels; one without a panel is an empty cell. */
export interface Slot {
  panel: Panel | null;
  column: number;
  row: number;
  /** nothing stands left of it, right of it, or below it */
  first: boolean;
  last: boolean;
  lowest: boolean;
}

export interface Arrangement {
  columns: number;
  rows: number;
  slots: Slot[];
}

/** Lines rise and fall clearly in plots about this much wider than high. */
const ASPECT = 1.6;
/** How much an empty cell at the end counts against a count of columns. */
const EMPTY = 0.06;

/** So few panels stand side by side, where each has at least so many points: heights then compare at a glance. */
const FEW = 3;
const LEAST_WIDTH = 110;

/**
 * How many panels stand in a row of a frame: those whose cells come nearest to
 * the shape that lines read well in, with few empty cells at the end.
 */
export function panelsInRow(count: number, width: number, height: number): number {
  if (count <= FEW && width / count >= LEAST_WIDTH) return count;
  let best = 1;
  let least = Number.POSITIVE_INFINITY;
  for (let columns = 1; columns <= Math.min(count, 24); columns++) {
    const rows = Math.ceil(count / columns);
    const shape = Math.abs(Math.log(width / columns / (height / rows) / ASPECT));
    const cost = shape + EMPTY * (columns * rows - count);
    if (cost < least - 1e-9) {
      least = cost;
      best = columns;
    }
  }
  return best;
}

/** Panels in a row as they are asked for, or as they fit a room. */
export const rowLength = (perRow: number | null, count: number, width: number, height: number) =>
  perRow === null ? panelsInRow(count, width, height) : Math.min(perRow, count);

/** Puts panels in their places: a row and a column for each name of a grid, else in rows of so many. */
export function arrange({ list, across, rows: names }: ResolvedPanels, perRow: number): Arrangement {
  const isGrid = names.length > 0;
  const columns = isGrid ? across.length : perRow;
  const rows = isGrid ? names.length : Math.ceil(list.length / perRow);
  const at = new Map<number, Panel>();
  list.forEach((panel, index) => {
    at.set(isGrid ? panel.row * columns + panel.across : index, panel);
  });
  const slots: Slot[] = [];
  const exists = (row: number, column: number) =>
    row < rows && column < columns && (isGrid || row * columns + column < list.length);
  for (let row = 0; row < rows; row++)
    for (let column = 0; exists(row, column); column++)
      slots.push({
        panel: at.get(row * columns + column) ?? null,
        column,
        row,
        first: column === 0,
        last: !exists(row, column + 1),
        lowest: !exists(row + 1, column),
      });
  return { columns, rows, slots };
}
