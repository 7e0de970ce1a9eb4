/** Where a line runs on the sheet: finished and unfinished stretches, bridges over gaps, and single points. */
import type { XY } from '../place/box.ts';
import { thin } from '../scale/thin.ts';
import { runOf } from '../scene/coordinates.ts';
import { type Stretch, stretches } from './curve.ts';
import type { Plot } from './plot.ts';
import type { ResolvedLine } from './resolve.ts';

/** Lines with more points than this are drawn thinned, straight, and without a place for each point. */
export const MOST_POINTS = 500;
/** Width of the column, in points, in which long lines are thinned; about a device pixel at 300 dpi. */
const COLUMN = 0.25;

export interface LineRoom {
  x(position: number): number;
  y(value: number): number;
  plot: Plot;
}

/** A path of a line inside the plot, with the corners it passes. */
interface Drawn {
  d: string;
  runs: XY[][];
}

export interface LinePath {
  finished: Drawn;
  unfinished: Drawn;
  /** strokes over gaps */
  bridges: Drawn;
  /** points with a gap on both sides */
  dots: XY[];
  /** the runs uncut, for areas below them */
  areas: XY[][];
}

/** Runs of the indices of values, parted by gaps. */
export function runsOf(values: readonly (number | null)[]): number[][] {
  const runs: number[][] = [];
  let run: number[] = [];
  values.forEach((value, index) => {
    if (value !== null) run.push(index);
    else if (run.length > 0) {
      runs.push(run);
      run = [];
    }
  });
  if (run.length > 0) runs.push(run);
  return runs;
}

/** Cuts a run of points at the top and bottom of the plot; returns the pieces inside. */
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

/** Path of a line through a plot. */
export function pathOf(line: ResolvedLine, { x, y, plot }: LineRoom): LinePath {
  const { curve, gaps } = line.line;
  const top = plot.top;
  const bottom = plot.top + plot.height;
  const isInside = (points: readonly XY[]) => points.every(([, at]) => at >= top - 1e-6 && at <= bottom + 1e-6);
  const drawn = (): Drawn => ({ d: '', runs: [] });
  const path: LinePath = { finished: drawn(), unfinished: drawn(), bridges: drawn(), dots: [], areas: [] };
  const draw = (into: Drawn, { corners, path: whole }: Stretch) => {
    if (isInside(corners)) {
      if (corners.length === 1 && corners[0]) path.dots.push(corners[0]);
      else {
        into.d += whole;
        into.runs.push(corners);
      }
      return;
    }
    for (const piece of clipRun(corners, top, bottom)) {
      if (piece.length < 2) {
        // A point at which a run touches the edge is no data point of its own.
        if (corners.length === 1 && piece[0]) path.dots.push(piece[0]);
        continue;
      }
      into.d += runOf(piece);
      into.runs.push(piece);
    }
  };
  let end: XY | null = null;
  for (const run of runsOf(line.values)) {
    const isLong = run.length > MOST_POINTS;
    const xs = run.map((index) => x(line.positions[index] ?? 0));
    const ys = run.map((index) => y(line.values[index] ?? 0));
    const kept = isLong ? thin(xs, ys, COLUMN) : run.map((_, index) => index);
    const points = kept.map((index): XY => [xs[index] ?? 0, ys[index] ?? 0]);
    const firstOpen = kept.findIndex((index) => (run[index] ?? 0) >= line.unfinished);
    // The stretch to the first unfinished point is unfinished, too.
    const split = firstOpen < 0 ? points.length : firstOpen - 1;
    const [start] = points;
    if (end && start && gaps !== 'break') {
      const isOpen = (run[0] ?? 0) >= line.unfinished;
      draw(isOpen ? path.unfinished : path.bridges, { corners: [end, start], path: runOf([end, start]) });
    }
    const [finished, unfinished] = stretches(points, isLong ? 'straight' : curve, split);
    if (finished) draw(path.finished, finished);
    if (unfinished) draw(path.unfinished, unfinished);
    path.areas.push([...(finished?.corners ?? []), ...(unfinished?.corners.slice(finished ? 1 : 0) ?? [])]);
    end = points.at(-1) ?? end;
  }
  return path;
}

/**
 * The closed path of the area between a run and a height, kept inside the
 * plot: where the run leaves it, the area follows the plot's edge.
 */
export function areaPath(run: readonly XY[], base: number, { top, height }: Plot): string {
  const bottom = top + height;
  const corners: XY[] = [];
  run.forEach((point, index) => {
    const before = run[index - 1];
    if (before)
      for (const level of before[1] < point[1] ? [top, bottom] : [bottom, top])
        if ((before[1] - level) * (point[1] - level) < 0)
          corners.push([before[0] + ((level - before[1]) / (point[1] - before[1])) * (point[0] - before[0]), level]);
    corners.push(point);
  });
  const [first, last] = [corners[0], corners.at(-1)];
  if (!first || !last || corners.length < 2) return '';
  const clamp = (y: number) => Math.min(bottom, Math.max(top, y));
  const edge = clamp(base);
  return `${runOf([[first[0], edge], ...corners.map(([x, y]): XY => [x, clamp(y)]), [last[0], edge]])}Z`;
}

/** The closed paths of the areas between two lines, where both have values; the axes' scales may differ. */
export function betweenPaths(a: readonly XY[][], b: readonly XY[][], { top, height }: Plot): string {
  const clamp = (y: number) => Math.min(top + height, Math.max(top, y));
  /** Height of a run at x, by the stroke that passes there. */
  const heightAt = (run: readonly XY[], at: number): number => {
    let [low, high] = [0, run.length - 1];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if ((run[middle]?.[0] ?? 0) <= at) low = middle;
      else high = middle;
    }
    const [p, q] = [run[low], run[high]];
    if (!p || !q) return 0;
    return q[0] === p[0] ? p[1] : p[1] + ((at - p[0]) / (q[0] - p[0])) * (q[1] - p[1]);
  };
  let d = '';
  for (const one of a)
    for (const other of b) {
      const from = Math.max(one[0]?.[0] ?? 0, other[0]?.[0] ?? 0);
      const to = Math.min(one.at(-1)?.[0] ?? 0, other.at(-1)?.[0] ?? 0);
      if (to <= from) continue;
      const side = (run: readonly XY[]): XY[] => [
        [from, heightAt(run, from)],
        ...run.filter(([x]) => x > from && x < to),
        [to, heightAt(run, to)],
      ];
      const corners = [...side(one), ...side(other).reverse()].map(([x, y]): XY => [x, clamp(y)]);
      d += `${runOf(corners)}Z`;
    }
  return d;
}
