/** The strokes of lines, steps, areas and range bands in a sparkline's cell. Lengths in points. */
import { stretches } from '../figure/curve.ts';
import { clipRun, runsOf } from '../figure/line-path.ts';
import { dashesOf } from '../figure/look.ts';
import type { XY } from '../place/box.ts';
import { evenRun, runOf } from '../scene/coordinates.ts';
import type { SceneNode } from '../scene/scene.ts';
import type { CellBox } from './cell-box.ts';
import type { Domain } from './ends.ts';
import type { SparkCell } from './resolve.ts';
import type { Sparkline } from './spec.ts';

type Values = readonly (number | null)[];

/** A single value is a dot somewhat wider than the stroke, so that it is seen. */
export const dotRadius = (weight: number) => Math.max(0.5, weight * 0.8);

interface Course {
  x(index: number): number;
  y(value: number): number;
  times: number;
}

const dot = ([x, y]: XY, { weight, colour }: Sparkline, times: number): SceneNode => ({
  kind: 'point',
  x,
  y,
  radius: dotRadius(weight) * times,
  fill: colour,
});

/** The strokes of a line, a step or an area, parted by gaps; dotted where it is not finished. */
export function lineNodes(
  { spark, open, ends: [low, high] }: SparkCell,
  values: Values,
  box: CellBox,
  { x, y, times }: Course,
) {
  const { colour, draw, gaps } = spark;
  const weight = spark.weight * times;
  const nodes: SceneNode[] = [];
  let end: XY | null = null;
  for (const run of runsOf(values)) {
    const points = run.map((index): XY => [x(index), y(values[index] ?? 0)]);
    const isCut = run.some((index) => (values[index] ?? 0) > high || (values[index] ?? 0) < low);
    const [start] = points;
    if (end && start && gaps === 'bridge' && !isCut)
      nodes.push({ kind: 'path', d: runOf([end, start]), stroke: { colour, width: weight * 0.5 } });
    end = isCut ? null : (points.at(-1) ?? end);
    const openAt = run.findIndex((index) => index >= open);
    const split = openAt < 0 ? points.length : openAt - 1;
    const [finished, unfinished] = stretches(points, draw === 'step' ? 'step middle' : 'straight', split);
    const pieces = (corners: readonly XY[]) => (isCut ? clipRun(corners, box.top, box.top + box.height) : [corners]);
    if (draw === 'area') {
      const base = y(Math.max(low, Math.min(high, 0)));
      const corners = [...(finished?.corners ?? []), ...(unfinished?.corners.slice(finished ? 1 : 0) ?? [])];
      for (const piece of pieces(corners)) {
        const [first, last] = [piece[0], piece.at(-1)];
        if (first && last && piece.length > 1)
          nodes.push({
            kind: 'path',
            d: `${runOf([[first[0], base], ...piece, [last[0], base]])}Z`,
            fill: colour,
            strength: 0.22,
          });
      }
    }
    for (const [stretch, dashes] of [
      [finished, null],
      [unfinished, dashesOf('dots', weight)],
    ] as const)
      for (const piece of stretch ? pieces(stretch.corners) : []) {
        const [only] = piece;
        const d = isCut ? runOf(piece) : stretch?.path;
        if (piece.length === 1 && only) nodes.push(dot(only, spark, times));
        else if (d)
          nodes.push({
            kind: 'path',
            d,
            stroke: dashes ? { colour, width: weight, dashes } : { colour, width: weight },
          });
      }
  }
  return nodes;
}

/** A band between the values and its other edge, with both edges drawn thin; the values alone where there is no other. */
export function bandNodes({ spark, edge, values, ends: [low, high] }: SparkCell, { x, y, times }: Course): SceneNode[] {
  const held = (value: number) => y(Math.min(high, Math.max(low, value)));
  const both = values.map((value, index) => (value === null || edge[index] == null ? null : value));
  const stroke = { colour: spark.colour, width: spark.weight * times * 0.5 };
  const inside = values.map((value) => (value === null || value > high || value < low ? null : value));
  const line = runsOf(inside).map((run): SceneNode => {
    const points = run.map((index): XY => [x(index), y(inside[index] ?? 0)]);
    const [only] = points;
    return points.length === 1 && only ? dot(only, spark, times) : { kind: 'path', d: runOf(points), stroke };
  });
  const bands = runsOf(both).flatMap((run): SceneNode[] => {
    const upper = run.map((index): XY => [x(index), held(values[index] ?? 0)]);
    const lower = run.map((index): XY => [x(index), held(edge[index] ?? 0)]);
    const [a, b] = [upper[0], lower[0]];
    if (upper.length === 1 && a && b)
      return [{ kind: 'path', d: runOf([a, b]), stroke: { colour: spark.colour, width: spark.weight * times } }];
    return [
      { kind: 'path', d: `${runOf([...upper, ...lower.reverse()])}Z`, fill: spark.colour, strength: 0.28 },
      { kind: 'path', d: runOf(lower), stroke },
    ];
  });
  return [...bands, ...line];
}

/** Heights of the points of the line that is drawn. */
let ys = new Float64Array(64);

/** A line without gaps, cuts and an unfinished end, which most are, as one path. */
export function plainPath(values: Values, { left, top, height }: CellBox, step: number, [low, high]: Domain): string {
  if (ys.length < values.length) ys = new Float64Array(2 * values.length);
  // Divided first: the reciprocal of the smallest spans is more than a number holds.
  const span = high - low;
  for (let index = 0; index < values.length; index++)
    ys[index] = top + height * (span === 0 ? 0.5 : (high - (values[index] ?? 0)) / span);
  return evenRun(left, step, ys, values.length);
}
