/** Where the plots of panels stand in a frame: rooms for what the panels share around them, and the panels between. */
import type { Box } from '../../place/box.ts';
import type { Plot } from '../plot.ts';
import type { Slot } from './arrange.ts';

/** Rooms that everything around and between the plots takes, points. */
export interface Rooms {
  /** edges of the room for all panels and their axes */
  left: number;
  right: number;
  top: number;
  bottom: number;
  /** lower edge of the words above, and clear room between captions and heads; 0 where there are no heads */
  wordsTop: number;
  lead: number;
  /** what is left free at both ends: captions along axes, and what the frame asks for */
  outerLeft: number;
  outerRight: number;
  /** room that each column has on either side of its plots */
  sides: readonly { left: number; right: number }[];
  /** names after last points take so much room, of which the last column's plots give what lies after their last points; `share` is where those stand, 0 to 1 */
  names: { room: number; share: number };
  /** between neighbours */
  gap: number;
  /** heads of columns, above the first row */
  columnHeads: number;
  /** the head of a row or of each panel, above its plot */
  head: number;
  /** clear room above a plot, into which numbers and values reach, and between one and the head below it */
  above: number;
  below: number;
  /** labels of the axis across */
  acrossHeight: number;
}

/** Least width and height of a plot that is drawn, points: two numbers stand one above the other at its axis. */
const LEAST = { width: 8, height: 10.5 };

/** Whether plots of a size can be drawn at all. */
export const canBeDrawn = ({ width, height }: { width: number; height: number }) =>
  width >= LEAST.width && height >= LEAST.height;

export interface PanelsGeometry {
  width: number;
  height: number;
  /** what the frame leaves for each plot; less than its size, even below zero, where that is too little */
  free: { width: number; height: number };
  /** left end of the first plots and right end of the last ones */
  left: number;
  right: number;
  rowPitch: number;
  plotOf(slot: Slot): Plot;
  /** the room that everything of a panel stands in */
  boxOf(slot: Slot): Box;
}

/** What the rooms leave for the plots of a row, from top to bottom. */
type RowRooms = Pick<Rooms, 'top' | 'bottom' | 'columnHeads' | 'head' | 'above' | 'below' | 'acrossHeight'>;

const rowPitchOf = ({ top, bottom, columnHeads, below, acrossHeight }: RowRooms, rows: number) =>
  (bottom - acrossHeight - top - columnHeads + below) / rows;

const freeHeight = (rooms: RowRooms, rows: number) => rowPitchOf(rooms, rows) - rooms.head - rooms.above - rooms.below;

/** Height of the plots, which rests on nothing that stands beside them. */
export const plotHeight = (rooms: RowRooms, rows: number) => Math.max(LEAST.height, freeHeight(rooms, rows));

/** Shares out a frame among rows and columns of equal plots. */
export function panelsGeometry(rooms: Rooms, columns: number, rows: number): PanelsGeometry {
  const { sides, gap, names } = rooms;
  const beside = sides.reduce((sum, { left, right }) => sum + left + right, gap * (columns - 1));
  const first = rooms.left + rooms.outerLeft;
  const top = rooms.top + rooms.columnHeads;
  const rowPitch = rowPitchOf(rooms, rows);
  const wide = rooms.right - rooms.outerRight - first - beside;
  const free = {
    width: Math.min(wide / columns, (wide - names.room) / (columns - 1 + names.share)),
    height: freeHeight(rooms, rows),
  };
  const [width, height] = [Math.max(LEAST.width, free.width), plotHeight(rooms, rows)];
  /** left ends of the columns with their rooms */
  const lefts: number[] = [];
  let at = first;
  for (const { left, right } of sides) {
    lefts.push(at);
    at += left + width + right + gap;
  }
  const rowTop = ({ row }: Slot) => top + row * rowPitch;
  const plotOf = (slot: Slot): Plot => ({
    left: (lefts[slot.column] ?? first) + (sides[slot.column]?.left ?? 0),
    top: rowTop(slot) + rooms.head + rooms.above,
    width,
    height,
  });
  return {
    width,
    height,
    free,
    left: first + (sides[0]?.left ?? 0),
    right: at - gap - (sides.at(-1)?.right ?? 0),
    rowPitch,
    plotOf,
    boxOf: (slot) => {
      const { column } = slot;
      const next = lefts[column + 1];
      return {
        minX: column === 0 ? rooms.left : (lefts[column] ?? first) - gap / 2,
        maxX: next === undefined ? rooms.right : next - gap / 2,
        minY: rowTop(slot),
        maxY: rowTop(slot) + rowPitch + (slot.lowest ? rooms.acrossHeight - rooms.below : 0),
      };
    },
  };
}
