/** The shapes of markers, as path data. Sizes are chosen so that all shapes of one size look equally heavy. */
import { coordinate } from '../scene/coordinates.ts';
import type { MarkerShape } from '../style/vocabulary.ts';

/** Shapes that are strokes: they cannot be filled. */
const OPEN = new Set<MarkerShape>(['cross', 'plus', 'bar', 'dash']);

/** True for a shape with an inside. */
export const isClosed = (shape: MarkerShape) => !OPEN.has(shape);

const polygon = (points: readonly (readonly [number, number])[]) =>
  `${points.map(([x, y], index) => `${index === 0 ? 'M' : 'L'}${coordinate(x)} ${coordinate(y)}`).join('')}Z`;

/** A quarter of a circle as a cubic curve reaches this share of the radius along its tangents. */
const KAPPA = 0.5523;

function circle(x: number, y: number, r: number): string {
  const k = r * KAPPA;
  const at = (dx: number, dy: number) => `${coordinate(x + dx)} ${coordinate(y + dy)}`;
  return `M${at(r, 0)}C${at(r, k)} ${at(k, r)} ${at(0, r)}C${at(-k, r)} ${at(-r, k)} ${at(-r, 0)}C${at(-r, -k)} ${at(-k, -r)} ${at(0, -r)}C${at(k, -r)} ${at(r, -k)} ${at(r, 0)}Z`;
}

/**
 * Path data of a marker of `size` points across, centred at (x, y). Square and
 * diamond have the area of the circle; the triangles have it but for a tenth
 * and stand on their centre of gravity, so that they point at the value.
 */
export function markerPath(shape: MarkerShape, x: number, y: number, size: number): string {
  const r = size / 2;
  switch (shape) {
    case 'circle':
    case 'ring':
      return circle(x, y, r);
    case 'square': {
      const a = r * 0.886;
      return polygon([
        [x - a, y - a],
        [x + a, y - a],
        [x + a, y + a],
        [x - a, y + a],
      ]);
    }
    case 'diamond': {
      const a = r * 1.253;
      return polygon([
        [x, y - a],
        [x + a, y],
        [x, y + a],
        [x - a, y],
      ]);
    }
    case 'triangle up':
    case 'triangle down': {
      const a = r * 1.28 * (shape === 'triangle up' ? 1 : -1);
      return polygon([
        [x, y - a],
        [x + 0.98 * a, y + 0.7 * a],
        [x - 0.98 * a, y + 0.7 * a],
      ]);
    }
    case 'cross': {
      const a = r * 0.8;
      return `M${coordinate(x - a)} ${coordinate(y - a)}L${coordinate(x + a)} ${coordinate(y + a)}M${coordinate(x - a)} ${coordinate(y + a)}L${coordinate(x + a)} ${coordinate(y - a)}`;
    }
    case 'plus':
      return `M${coordinate(x - r)} ${coordinate(y)}L${coordinate(x + r)} ${coordinate(y)}M${coordinate(x)} ${coordinate(y - r)}L${coordinate(x)} ${coordinate(y + r)}`;
    case 'bar':
      return `M${coordinate(x)} ${coordinate(y - r)}L${coordinate(x)} ${coordinate(y + r)}`;
    case 'dash':
      return `M${coordinate(x - r)} ${coordinate(y)}L${coordinate(x + r)} ${coordinate(y)}`;
  }
}

/** How far a marker of a size reaches from its centre, its outline included, points. */
export const markerReach = (shape: MarkerShape, size: number) =>
  (size / 2) * (shape === 'diamond' || shape === 'triangle up' || shape === 'triangle down' ? 1.28 : 1) + 0.4;
