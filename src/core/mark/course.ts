/** The course of a line through its values: stretches, bridges over gaps and single points, cut at top and bottom. */
import type { XY } from '../place/box.ts';
import { thin } from '../scale/thin.ts';
import { runOf } from '../scene/coordinates.ts';
import { type Curve, type Stretch, stretches } from './curve.ts';
import { clipRun, isInside, rangesOf } from './runs.ts';

/** Lines with more points than this in a run are drawn thinned and straight. */
export const MOST_POINTS = 500;
/** Width of the column, in points, in which long runs are thinned; about a device pixel at 300 dpi. */
const COLUMN = 0.25;

/** A piece that is drawn: a point with a gap on both sides, or a stroke through its corners. */
type Piece =
  | { kind: 'dot'; at: XY }
  | { kind: 'finished' | 'unfinished' | 'bridge'; corners: readonly XY[]; d: string };

/** What one run of values comes to, with the bridge that leads to it first. */
export interface CourseRun {
  pieces: Piece[];
  /** its corners uncut, for areas below it */
  corners: XY[];
}

export interface CourseRoom {
  /** place of an index, and height of a value, points */
  x(index: number): number;
  y(value: number): number;
  top: number;
  bottom: number;
  curve: Curve;
  /** whether strokes lead over gaps */
  bridged: boolean;
  /** index of the first value that is not finished; the count of values where all are */
  unfinished: number;
}

/** The runs of a line from its first value to its last. */
export function courseOf(values: readonly (number | null)[], room: CourseRoom): CourseRun[] {
  const { x, y, top, bottom, curve, bridged, unfinished: unfinishedFrom } = room;
  const cut = (kind: 'finished' | 'unfinished' | 'bridge', { corners, path }: Stretch): Piece[] => {
    const [only, ...others] = corners;
    if (isInside(corners, top, bottom))
      return only && others.length === 0 ? [{ kind: 'dot', at: only }] : [{ kind, corners, d: path }];
    return clipRun(corners, top, bottom).flatMap((piece): Piece[] => {
      const [at] = piece;
      if (piece.length > 1) return [{ kind, corners: piece, d: runOf(piece) }];
      // A point at which a run touches the edge is no data point of its own.
      return corners.length === 1 && at ? [{ kind: 'dot', at }] : [];
    });
  };
  let end: XY | null = null;
  return rangesOf(values).map(({ from, to }): CourseRun => {
    const isLong = to - from > MOST_POINTS;
    const [xs, ys] = [new Float64Array(to - from), new Float64Array(to - from)];
    for (let index = from; index < to; index++) {
      xs[index - from] = x(index);
      ys[index - from] = y(values[index] ?? 0);
    }
    const kept = isLong ? thin(xs, ys, COLUMN) : Array.from(xs, (_, index) => index);
    const points = kept.map((index): XY => [xs[index] ?? 0, ys[index] ?? 0]);
    const firstUnfinished = kept.findIndex((index) => from + index >= unfinishedFrom);
    // The stretch to the first unfinished point is unfinished, too.
    const split = firstUnfinished < 0 ? points.length : firstUnfinished - 1;
    const pieces: Piece[] = [];
    const [start] = points;
    if (end && start && bridged) {
      const kind = from >= unfinishedFrom ? 'unfinished' : 'bridge';
      pieces.push(...cut(kind, { corners: [end, start], path: runOf([end, start]) }));
    }
    const [finished, unfinished] = stretches(points, isLong ? 'straight' : curve, split);
    if (finished) pieces.push(...cut('finished', finished));
    if (unfinished) pieces.push(...cut('unfinished', unfinished));
    end = points.at(-1) ?? end;
    const corners = [...(finished?.corners ?? []), ...(unfinished?.corners.slice(finished ? 1 : 0) ?? [])];
    return { pieces, corners };
  });
}
