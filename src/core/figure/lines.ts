import { thin } from '../scale/thin.ts';
import type { ValueScale } from '../scale/value-axis.ts';
import { runOf, type SceneNode } from '../scene/scene.ts';
import type { Plot } from './plot.ts';
import type { ResolvedLine } from './resolve.ts';

type XY = readonly [number, number];

interface LineRoom {
  x(position: number): number;
  y(value: number): number;
  plot: Plot;
  scale: ValueScale;
}

/** Lines with more points than this are drawn without a place for each of them. */
const MOST_POINTS = 500;
/** Width of the column, in points, in which long lines are thinned; about a device pixel at 300 dpi. */
const COLUMN = 0.25;

/** Splits a line at its missing values; a gap breaks the line. */
function runsOf(line: ResolvedLine): number[][] {
  const runs: number[][] = [];
  let run: number[] = [];
  line.values.forEach((value, index) => {
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

/** One line: its runs cut to the plot, single points as dots, and a place for each point. */
export function lineNodes(line: ResolvedLine, { x, y, plot, scale }: LineRoom): SceneNode {
  const { colour, weight } = line.line;
  const top = plot.top;
  const bottom = plot.top + plot.height;
  const children: SceneNode[] = [];
  let d = '';
  for (const run of runsOf(line)) {
    const xs = run.map((index) => x(line.positions[index] ?? 0));
    const ys = run.map((index) => y(line.values[index] ?? 0));
    const kept = run.length > MOST_POINTS ? thin(xs, ys, COLUMN) : run.map((_, index) => index);
    const points = kept.map((index): XY => [xs[index] ?? 0, ys[index] ?? 0]);
    for (const piece of clipRun(points, top, bottom)) {
      const [only] = piece;
      if (piece.length === 1 && only)
        children.push({ kind: 'point', x: only[0], y: only[1], radius: Math.max(1, weight), fill: colour });
      else d += runOf(piece);
    }
  }
  if (d) children.unshift({ kind: 'path', d, stroke: { colour, width: weight } });
  if (line.values.length <= MOST_POINTS)
    line.values.forEach((value, index) => {
      if (value === null || value < scale.low || value > scale.high) return;
      children.push({
        kind: 'point',
        x: x(line.positions[index] ?? 0),
        y: y(value),
        radius: 2,
        fill: null,
        at: line.at[index] ?? '',
        value: String(value),
      });
    });
  return { kind: 'group', part: `line:${line.line.id}`, label: `Line ${line.name}`, children };
}
