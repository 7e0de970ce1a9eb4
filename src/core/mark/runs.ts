/** Runs of values between gaps, and runs of points cut at the edges they may not leave. */
import type { XY } from '../place/box.ts';

/** Values without a gap among them: the index of the first, and of what follows the last. */
interface Range {
  from: number;
  to: number;
}

/** Ranges of values that are there, parted by gaps. */
export function rangesOf(values: readonly (number | null)[]): Range[] {
  const ranges: Range[] = [];
  let from = -1;
  for (let index = 0; index <= values.length; index++) {
    const isThere = index < values.length && values[index] !== null;
    if (isThere && from < 0) from = index;
    if (!isThere && from >= 0) {
      ranges.push({ from, to: index });
      from = -1;
    }
  }
  return ranges;
}

/** Runs of the indices of values, parted by gaps. */
export const runsOf = (values: readonly (number | null)[]): number[][] =>
  rangesOf(values).map(({ from, to }) => Array.from({ length: to - from }, (_, index) => from + index));

/** True where no point lies above the top or below the bottom. */
export const isInside = (points: readonly XY[], top: number, bottom: number): boolean =>
  points.every(([, y]) => y >= top - 1e-6 && y <= bottom + 1e-6);

/** Cuts a run of points at a top and a bottom; returns the pieces inside. */
export function clipRun(points: readonly XY[], top: number, bottom: number): XY[][] {
  const pieces: XY[][] = [];
  let piece: XY[] = [];
  const inside = ([, y]: XY) => y >= top - 1e-6 && y <= bottom + 1e-6;
  const cross = (a: XY, b: XY, level: number): XY => [a[0] + ((level - a[1]) / (b[1] - a[1])) * (b[0] - a[0]), level];
  const close = () => {
    if (piece.length > 0) pieces.push(piece);
    piece = [];
  };
  points.forEach((point, index) => {
    const before = points[index - 1];
    if (before) {
      const crossings = [top, bottom]
        .filter((level) => (before[1] - level) * (point[1] - level) < 0)
        .map((level) => cross(before, point, level))
        .sort((a, b) => Math.abs(a[1] - before[1]) - Math.abs(b[1] - before[1]));
      for (const crossing of crossings) {
        if (piece.length > 0) {
          piece.push(crossing);
          close();
        } else piece = [crossing];
      }
    }
    if (inside(point)) piece.push(point);
    else close();
  });
  close();
  return pieces;
}
