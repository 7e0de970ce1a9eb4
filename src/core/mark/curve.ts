/** How a line runs from point to point: straight, smooth without overshoot, or in steps. Coordinates in points. */
import type { XY } from '../place/box.ts';
import { coordinate, runOf } from '../scene/coordinates.ts';

export const CURVES = ['straight', 'smooth', 'step before', 'step middle', 'step after'] as const;
export type Curve = (typeof CURVES)[number];

/**
 * Slopes at the points of a smooth curve that stays between neighbouring
 * values, so that no summit is drawn that the data do not have (Steffen, "A
 * simple method for monotonic interpolation in one dimension", Astronomy and
 * Astrophysics 239, 1990).
 */
function slopesAt(points: readonly XY[]): number[] {
  const count = points.length;
  const step = (index: number) => {
    const [a, b] = [points[index], points[index + 1]];
    const width = a && b ? b[0] - a[0] : 0;
    return { width, slope: a && b && width > 0 ? (b[1] - a[1]) / width : 0 };
  };
  return points.map((_, index) => {
    if (count < 3 || index === 0 || index === count - 1) {
      // The ends lean as a parabola through three points would, but never past the next value.
      const { slope, width } = step(index === 0 ? 0 : count - 2);
      if (count < 3) return slope;
      const next = step(index === 0 ? 1 : count - 3);
      const p = slope + ((slope - next.slope) * width) / (width + next.width || 1);
      return p * slope <= 0 ? 0 : Math.abs(p) > 2 * Math.abs(slope) ? 2 * slope : p;
    }
    const [before, after] = [step(index - 1), step(index)];
    const p = (before.slope * after.width + after.slope * before.width) / (before.width + after.width || 1);
    const sign = Math.sign(before.slope) + Math.sign(after.slope);
    return sign * Math.min(Math.abs(before.slope), Math.abs(after.slope), Math.abs(p) / 2);
  });
}

interface Bend {
  from: XY;
  first: XY;
  second: XY;
  to: XY;
}

/** The cubic curves between the points of a smooth run. */
function bendsOf(points: readonly XY[]): Bend[] {
  const slopes = slopesAt(points);
  const bends: Bend[] = [];
  for (let index = 1; index < points.length; index++) {
    const [from, to] = [points[index - 1], points[index]];
    if (!from || !to) continue;
    const third = (to[0] - from[0]) / 3;
    bends.push({
      from,
      first: [from[0] + third, from[1] + third * (slopes[index - 1] ?? 0)],
      second: [to[0] - third, to[1] - third * (slopes[index] ?? 0)],
      to,
    });
  }
  return bends;
}

const PARTS = 8;

/** The corners of a run as it is drawn; smooth curves as short strokes. */
function cornersOf(points: readonly XY[], curve: Curve): XY[] {
  const [start] = points;
  if (!start || curve === 'straight') return [...points];
  const corners: XY[] = [start];
  if (curve === 'smooth') {
    for (const { from, first, second, to } of bendsOf(points))
      for (let part = 1; part <= PARTS; part++) {
        const t = part / PARTS;
        const u = 1 - t;
        const mix = (axis: 0 | 1) =>
          u * u * u * from[axis] + 3 * u * u * t * first[axis] + 3 * u * t * t * second[axis] + t * t * t * to[axis];
        corners.push([mix(0), mix(1)]);
      }
    return corners;
  }
  for (let index = 1; index < points.length; index++) {
    const [from, to] = [points[index - 1], points[index]];
    if (!from || !to) continue;
    const at = curve === 'step before' ? from[0] : curve === 'step after' ? to[0] : (from[0] + to[0]) / 2;
    corners.push([at, from[1]], [at, to[1]], to);
  }
  return corners;
}

/** A stretch of a line: its corners, and its path where nothing is cut off. */
export interface Stretch {
  corners: XY[];
  path: string;
}

/**
 * Draws a run of points, split at the point `split` (an index into the run;
 * its length for no split). Both stretches share that point and the run's own
 * curve, so that they join without a gap or a kink.
 */
export function stretches(points: readonly XY[], curve: Curve, split: number): [Stretch | null, Stretch | null] {
  const [only, second] = points;
  if (only && !second) {
    const dot = { corners: [only], path: '' };
    return split <= 0 ? [null, dot] : [dot, null];
  }
  const make = (from: number, to: number): Stretch | null => {
    if (to <= from) return null;
    const per = curve === 'straight' ? 1 : curve === 'smooth' ? PARTS : 3;
    const corners = all.slice(from * per, to * per + 1);
    if (curve !== 'smooth') return { corners, path: runOf(corners) };
    let path = '';
    for (const { from: a, first, second: other, to: b } of bends.slice(from, to)) {
      if (path === '') path = `M${coordinate(a[0])} ${coordinate(a[1])}`;
      path += `C${[...first, ...other, ...b].map(coordinate).join(' ')}`;
    }
    return { corners, path };
  };
  const all = cornersOf(points, curve);
  const bends = curve === 'smooth' ? bendsOf(points) : [];
  const last = points.length - 1;
  const at = Math.max(0, Math.min(last, split));
  return [make(0, at), make(at, last)];
}
