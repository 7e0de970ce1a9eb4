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
  /** room of axes that are shared by all columns, outside of the first and the last one */
  outerLeft: number;
  outerRight: number;
  /** room within each panel on either side of its plot */
  innerLeft: number;
  innerRight: number;
  /** between neighbours */
  gap: number;
  /** heads of columns, above the first row */
  columnHeads: number;
  /** the head of a row or of each panel, above its plot */
  head: number;
  /** clear room above a plot, into which numbers and values reach, and below one */
  above: number;
  below: number;
  /** labels of the axis across */
  acrossHeight: number;
}

/** Plots are drawn at least this large, points; smaller ones could not be read, and a note says so. */
const LEAST = 4;

export interface PanelsGeometry {
  width: number;
  height: number;
  /** what the frame leaves for each plot; less than its size, even below zero, where that is too little */
  free: { width: number; height: number };
  /** left end of the plots and right end of the last one's room */
  left: number;
  right: number;
  rowPitch: number;
  plotOf(slot: Slot): Plot;
  /** the room that everything of a panel stands in */
  boxOf(slot: Slot): Box;
}

/** Shares out a frame among rows and columns of equal plots. */
export function panelsGeometry(rooms: Rooms, columns: number, rows: number): PanelsGeometry {
  const left = rooms.left + rooms.outerLeft;
  const right = rooms.right - rooms.outerRight;
  const pitch = (right - left + rooms.gap) / columns;
  const top = rooms.top + rooms.columnHeads;
  const rowPitch = (rooms.bottom - rooms.acrossHeight - top) / rows;
  const free = {
    width: pitch - rooms.gap - rooms.innerLeft - rooms.innerRight,
    height: rowPitch - rooms.head - rooms.above - rooms.below,
  };
  const [width, height] = [Math.max(LEAST, free.width), Math.max(LEAST, free.height)];
  const cellLeft = ({ column }: Slot) => left + column * pitch;
  const rowTop = ({ row }: Slot) => top + row * rowPitch;
  return {
    width,
    height,
    free,
    left,
    right,
    rowPitch,
    plotOf: (slot) => ({
      left: cellLeft(slot) + rooms.innerLeft,
      top: rowTop(slot) + rooms.head + rooms.above,
      width,
      height,
    }),
    boxOf: (slot) => ({
      minX: slot.column === 0 ? rooms.left : cellLeft(slot) - rooms.gap / 2,
      maxX: slot.column === columns - 1 ? rooms.right : cellLeft(slot) + pitch - rooms.gap / 2,
      minY: rowTop(slot),
      maxY: rowTop(slot) + rowPitch + (slot.lowest ? rooms.acrossHeight : 0),
    }),
  };
}
