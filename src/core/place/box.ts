/** Points and boxes on the sheet, in points with y downwards. */

export interface Box {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

export type XY = readonly [number, number];

/** The square box around a point. */
export const boxAround = ([x, y]: XY, half: number): Box => ({
  minX: x - half,
  minY: y - half,
  maxX: x + half,
  maxY: y + half,
});
