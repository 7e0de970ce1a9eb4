/** Where a line runs on the sheet: finished and unfinished stretches, bridges over gaps, and single points. */
import { courseOf } from '../mark/course.ts';
import type { XY } from '../place/box.ts';
import type { Plot } from './plot.ts';
import type { ResolvedLine } from './resolve.ts';

export interface LineRoom {
  x(position: number): number;
  y(value: number): number;
  plot: Plot;
}

/** A path of a line inside the plot, with the corners it passes. */
interface Drawn {
  d: string;
  runs: (readonly XY[])[];
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

/** Path of a line through a plot. */
export function pathOf({ line, values, positions, unfinished }: ResolvedLine, { x, y, plot }: LineRoom): LinePath {
  const drawn = (): Drawn => ({ d: '', runs: [] });
  const path: LinePath = { finished: drawn(), unfinished: drawn(), bridges: drawn(), dots: [], areas: [] };
  const course = courseOf(values, {
    x: (index) => x(positions[index] ?? 0),
    y,
    top: plot.top,
    bottom: plot.top + plot.height,
    curve: line.curve,
    bridged: line.gaps !== 'break',
    unfinished,
  });
  for (const { pieces, corners } of course) {
    path.areas.push(corners);
    for (const piece of pieces) {
      if (piece.kind === 'dot') {
        path.dots.push(piece.at);
        continue;
      }
      const into = piece.kind === 'bridge' ? path.bridges : path[piece.kind];
      into.d += piece.d;
      into.runs.push(piece.corners);
    }
  }
  return path;
}
