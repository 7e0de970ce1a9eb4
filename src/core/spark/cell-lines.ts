/** The strokes of lines, steps, areas and range bands in a sparkline's cell. Lengths in points. */
import { areaPath } from '../mark/area.ts';
import type { CellBox } from '../mark/box.ts';
import { courseOf } from '../mark/course.ts';
import { shareBelow } from '../mark/linear.ts';
import { runsOf } from '../mark/runs.ts';
import { BRIDGE_SHARE, strokeFor } from '../mark/stroke.ts';
import type { XY } from '../place/box.ts';
import { evenRun, runOf } from '../scene/coordinates.ts';
import type { SceneNode } from '../scene/scene.ts';
import { OPACITIES } from '../style/opacities.ts';
import type { Domain } from './ends.ts';
import type { SparkCell } from './resolve.ts';
import type { DressedSparkline } from './spec.ts';

type Values = readonly (number | null)[];

/** A single value is a dot somewhat wider than the stroke, so that it is seen. */
export const dotRadius = (weight: number) => Math.max(0.5, weight * 0.8);

interface Course {
  x(index: number): number;
  y(value: number): number;
  times: number;
}

const dot = ([x, y]: XY, { weight, colour }: DressedSparkline, times: number): SceneNode => ({
  kind: 'point',
  x,
  y,
  radius: dotRadius(weight) * times,
  fill: colour,
});

/** The strokes of a line, a step or an area, parted by gaps; dotted where it is not finished. */
export function lineNodes(
  { spark, finished, ends: [low, high] }: SparkCell,
  values: Values,
  box: CellBox,
  { x, y, times }: Course,
): SceneNode[] {
  const { colour, draw, gaps } = spark;
  const weight = spark.weight * times;
  const strokes = {
    finished: strokeFor(colour, weight, 'solid'),
    unfinished: strokeFor(colour, weight, 'dots'),
    bridge: strokeFor(colour, weight * BRIDGE_SHARE, gaps === 'dotted bridge' ? 'dots' : 'solid'),
  };
  const base = spark.fill === 'axis' ? box.top + box.height : y(Math.max(low, Math.min(high, 0)));
  const course = courseOf(values, {
    x,
    y,
    top: box.top,
    bottom: box.top + box.height,
    curve: draw === 'step' ? 'step middle' : 'straight',
    bridged: gaps !== 'break',
    unfinished: finished,
  });
  return course.flatMap(({ pieces, corners }): SceneNode[] => {
    const area = draw === 'area' ? areaPath(corners, base, box) : '';
    const drawn = pieces.map(
      (piece): SceneNode =>
        piece.kind === 'dot' ? dot(piece.at, spark, times) : { kind: 'path', d: piece.d, stroke: strokes[piece.kind] },
    );
    const filled: SceneNode[] =
      area === '' ? [] : [{ kind: 'path', d: area, fill: colour, opacity: spark.fillOpacity ?? OPACITIES.area }];
    // The bridge that leads to a run is drawn behind its area.
    const behind = pieces.findIndex(({ kind }) => kind !== 'bridge');
    const at = behind < 0 ? drawn.length : behind;
    return [...drawn.slice(0, at), ...filled, ...drawn.slice(at)];
  });
}

/** A band between the values and its other edge, with both edges drawn thin; the values alone where there is no other. */
export function bandNodes({ spark, edge, values, ends: [low, high] }: SparkCell, { x, y, times }: Course): SceneNode[] {
  const held = (value: number) => y(Math.min(high, Math.max(low, value)));
  const both = values.map((value, index) => (value === null || edge[index] == null ? null : value));
  const stroke = { colour: spark.colour, width: spark.weight * times * BRIDGE_SHARE };
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
      {
        kind: 'path',
        d: `${runOf([...upper, ...lower.reverse()])}Z`,
        fill: spark.colour,
        opacity: OPACITIES.sparkBand,
      },
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
  for (let index = 0; index < values.length; index++)
    ys[index] = top + height * shareBelow(values[index] ?? 0, low, high);
  return evenRun(left, step, ys, values.length);
}
