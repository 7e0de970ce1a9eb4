/** Drawing one sparkline into its cell. Lengths in points. */
import { type Emphasis, emphasised } from '../emphasis/emphasis.ts';
import { stretches } from '../figure/curve.ts';
import { clipRun, runsOf } from '../figure/line-path.ts';
import { dashesOf } from '../figure/look.ts';
import type { XY } from '../place/box.ts';
import { evenRun, runOf } from '../scene/coordinates.ts';
import { isClosed, markerPath, markerReach } from '../scene/markers.ts';
import { type SceneNode, type Stroke, strokeOf } from '../scene/scene.ts';
import { columnNodes, winLossNodes } from './cell-bars.ts';
import type { CellBox, Marked } from './cell-box.ts';
import type { Domain } from './ends.ts';
import { isBars } from './look.ts';
import type { SparkCell } from './resolve.ts';
import type { Sparkline } from './spec.ts';

/** The nodes of a sparkline by the part they show, from the back to the front. */
export interface SparkParts {
  background: SceneNode[];
  reference: SceneNode[];
  zeroLine: SceneNode[];
  stroke: SceneNode[];
  markers: SceneNode[];
  emphasis: SceneNode[];
}

export interface Pen {
  ink: string;
  ground: string;
  /** edge of a device's pixel: bars stand on whole ones */
  pixel: number;
}

/** A pixel at 300 dpi. */
export const PRINT_PIXEL = 72 / 300;

type Values = readonly (number | null)[];

/** The points of a sparkline that stand out. */
function markedPoints(values: Values, emphasis: readonly Emphasis[], open: number): Marked {
  const found = new Map<number, Emphasis>();
  for (const rule of emphasis) {
    const seen = rule.of === 'first' || rule.of === 'last' || open >= values.length ? values : values.slice(0, open);
    const level = typeof rule.level === 'number' ? rule.level : 0;
    for (const index of emphasised(seen, rule.of, rule.ties, () => level))
      if (!found.has(index)) found.set(index, rule);
  }
  return found;
}

/** A single value is a dot somewhat wider than the stroke, so that it is seen. */
const dotRadius = (weight: number) => Math.max(0.5, weight * 0.8);

/** Marks may take so much of a cell; in a smaller one they are drawn smaller. */
const MOST_REACH = 0.4;

/** How far strokes and marks reach from their points, and by how much they are made smaller to fit. */
function reachOf(
  { weight, emphasis, markers }: Sparkline,
  { width, height }: CellBox,
): { reach: number; times: number } {
  let reach = dotRadius(weight);
  if (markers.on === 'all') reach = Math.max(reach, markers.size / 2);
  for (const { shape, size } of emphasis) if (shape !== 'none') reach = Math.max(reach, markerReach(shape, size));
  const most = MOST_REACH * Math.min(width, height);
  return reach <= most ? { reach, times: 1 } : { reach: most, times: most / reach };
}

/** A run across the whole cell, or nothing where it lies outside. */
function level(at: number, { left, top, width, height }: CellBox, ink: string): SceneNode[] {
  if (at < top || at > top + height) return [];
  return [
    { kind: 'path', d: strokeOf(left, at, left + width, at), stroke: { colour: ink, width: 0.4, dashes: [1.6, 1.2] } },
  ];
}

function referenceNodes(
  { spark: { reference }, values, reference: beside }: SparkCell,
  box: CellBox,
  x: (index: number) => number,
  y: (value: number) => number,
  ink: string,
): SceneNode[] {
  if (reference === 'none') return [];
  const known = values.filter((value) => value !== null);
  if (known.length === 0) return [];
  const { left, top, width, height } = box;
  const mean = known.reduce((sum, value) => sum + value, 0) / known.length;
  if (reference === 'mean') return level(y(mean), box, ink);
  if ('value' in reference) return level(y(reference.value), box, ink);
  if ('column' in reference)
    return runsOf(beside).flatMap((run): SceneNode[] =>
      clipRun(
        run.map((index): XY => [x(index), y(beside[index] ?? 0)]),
        top,
        top + height,
      )
        .filter((piece) => piece.length > 1)
        .map((piece) => ({ kind: 'path', d: runOf(piece), stroke: { colour: ink, width: 0.4, dashes: [1.6, 1.2] } })),
    );
  const deviation = Math.sqrt(known.reduce((sum, value) => sum + (value - mean) ** 2, 0) / known.length);
  const inside = (at: number) => Math.min(top + height, Math.max(top, at));
  const upper = inside(y(mean + reference.deviations * deviation));
  const lower = inside(y(mean - reference.deviations * deviation));
  const corners: XY[] = [
    [left, upper],
    [left + width, upper],
    [left + width, lower],
    [left, lower],
  ];
  return [{ kind: 'path', d: `${runOf(corners)}Z`, fill: ink, strength: 0.14 }];
}

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
function lineNodes(
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
function bandNodes({ spark, edge, values, ends: [low, high] }: SparkCell, { x, y, times }: Course): SceneNode[] {
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
function plainPath(values: Values, { left, top, height }: CellBox, step: number, [low, high]: Domain): string {
  if (ys.length < values.length) ys = new Float64Array(2 * values.length);
  // Divided first: the reciprocal of the smallest spans is more than a number holds.
  const span = high - low;
  for (let index = 0; index < values.length; index++)
    ys[index] = top + height * (span === 0 ? 0.5 : (high - (values[index] ?? 0)) / span);
  return evenRun(left, step, ys, values.length);
}

const isPlain = ({ spark, open, ends: [low, high] }: SparkCell, values: Values) =>
  spark.draw === 'line' &&
  values.length > 1 &&
  open >= values.length &&
  values.every((value) => value !== null && value >= low && value <= high);

interface MarkLook {
  full: Stroke;
  hollow: Stroke;
  /** its path around the point it marks */
  d: string;
}

interface Strokes {
  line: Stroke;
  /** of each rule of the emphasis, filled and hollow */
  marks: ReadonlyMap<Emphasis, MarkLook>;
}

const strokesOf = new WeakMap<Sparkline, Map<number, Strokes>>();

/** The strokes of a sparkline made smaller by `times`; the same objects for all cells of a column. */
function strokesFor(spark: Sparkline, times: number): Strokes {
  const known = strokesOf.get(spark) ?? new Map<number, Strokes>();
  strokesOf.set(spark, known);
  let found = known.get(times);
  if (!found) {
    const marks = spark.emphasis.map((rule) => {
      const colour = rule.colour ?? spark.colour;
      const d = rule.shape === 'none' ? '' : markerPath(rule.shape, 0, 0, rule.size * times);
      return [rule, { full: { colour, width: 0.3 * times }, hollow: { colour, width: 0.6 * times }, d }] as const;
    });
    found = { line: { colour: spark.colour, width: spark.weight * times }, marks: new Map(marks) };
    known.set(times, found);
  }
  return found;
}

function markNode(
  rule: Emphasis,
  [x, y]: XY,
  spark: Sparkline,
  ground: string,
  times: number,
  open: boolean,
): SceneNode[] {
  const { shape, filled, colour } = rule;
  if (shape === 'none') return [];
  const own = colour ?? spark.colour;
  const strokes = strokesFor(spark, times).marks.get(rule);
  const isFilled = filled && isClosed(shape) && shape !== 'ring' && !open;
  return [
    {
      kind: 'path',
      d: strokes?.d ?? '',
      shift: [x, y],
      ...(isFilled ? { fill: own } : isClosed(shape) ? { fill: ground } : {}),
      stroke: isFilled ? strokes?.full : strokes?.hollow,
    },
  ];
}

/** The plainest and commonest of all sparklines: a line without gaps, and what is emphasised. */
const isQuick = (cell: SparkCell) =>
  cell.spark.reference === 'none' &&
  cell.spark.background === null &&
  cell.spark.markers.on === 'none' &&
  !cell.spark.zeroLine &&
  isPlain(cell, cell.values);

/** Draws it as `sparklineParts` does, without what it does not need: ten thousand of them are drawn at once. */
function quickParts({ spark, values, open, ends }: SparkCell, box: CellBox, pen: Pen, parts: SparkParts): SparkParts {
  const { reach, times } = reachOf(spark, box);
  const height = box.height - 2 * reach;
  const inner = { left: box.left + reach, top: box.top + reach, width: box.width - 2 * reach, height };
  const step = inner.width / (values.length - 1);
  const [low, high] = ends;
  const stroke = strokesFor(spark, times).line;
  parts.stroke.push({ kind: 'path', d: plainPath(values, inner, step, ends), stroke });
  for (const [index, rule] of markedPoints(values, spark.emphasis, open)) {
    const share = high === low ? 0.5 : (high - (values[index] ?? 0)) / (high - low);
    const at: XY = [inner.left + index * step, inner.top + height * share];
    parts.emphasis.push(...markNode(rule, at, spark, pen.ground, times, false));
  }
  return parts;
}

const none = (): SparkParts => ({ background: [], reference: [], zeroLine: [], stroke: [], markers: [], emphasis: [] });

/**
 * One sparkline by its parts, wholly inside its cell: strokes and marks are
 * inset by their own reach, and made smaller where the cell has no room for
 * them. Equal values run level in the middle, one value is a dot, and none
 * leaves the cell empty. What lies beyond a given scale is cut off.
 */
export function sparklineParts(cell: SparkCell, box: CellBox, pen: Pen): SparkParts {
  const { spark, open, ends } = cell;
  const parts = none();
  if (isQuick(cell)) return quickParts(cell, box, pen, parts);
  const values = spark.gaps === 'zero' ? cell.values.map((value) => value ?? 0) : cell.values;
  if (cell.values.every((value) => value === null)) return parts;
  if (spark.background)
    parts.background.push({
      kind: 'rect',
      x: box.left,
      y: box.top,
      width: box.width,
      height: box.height,
      fill: spark.background,
    });
  const ground = spark.background ?? pen.ground;
  const filled = values === cell.values ? cell : { ...cell, values };
  const [low, high] = ends;
  if (isBars(spark.draw)) {
    const inner = { ...box, top: box.top + 0.5, height: Math.max(1, box.height - 1) };
    if (spark.draw === 'win / loss') {
      parts.stroke = winLossNodes(filled, inner, pen.pixel);
      return parts;
    }
    const y = (value: number) => inner.top + inner.height * (high === low ? 0.5 : (high - value) / (high - low));
    const x = (index: number) => inner.left + ((index + 0.5) * inner.width) / values.length;
    parts.reference = referenceNodes(filled, inner, x, y, pen.ink);
    const { bars, marks } = columnNodes(
      filled,
      inner,
      markedPoints(values, spark.emphasis, open),
      { ...pen, ground },
      pen.pixel,
    );
    parts.stroke = bars;
    parts.emphasis = marks;
    return parts;
  }
  const { reach, times } = reachOf(spark, box);
  const inner: CellBox = {
    left: box.left + reach,
    top: box.top + reach,
    width: box.width - 2 * reach,
    height: box.height - 2 * reach,
  };
  const y = (value: number) => inner.top + inner.height * (high === low ? 0.5 : (high - value) / (high - low));
  const step = values.length > 1 ? inner.width / (values.length - 1) : 0;
  const x = (index: number) => (values.length > 1 ? inner.left + index * step : inner.left + inner.width / 2);
  parts.reference = referenceNodes(filled, inner, x, y, pen.ink);
  if (spark.zeroLine && low < 0 && high > 0)
    parts.zeroLine.push({
      kind: 'path',
      d: strokeOf(box.left, y(0), box.left + box.width, y(0)),
      stroke: { colour: pen.ink, width: 0.3 },
    });
  const course = { x, y, times };
  if (isPlain(cell, values))
    parts.stroke.push({
      kind: 'path',
      d: plainPath(values, inner, step, ends),
      stroke: strokesFor(spark, times).line,
    });
  else
    parts.stroke = spark.draw === 'range band' ? bandNodes(filled, course) : lineNodes(filled, values, inner, course);
  const isIn = (value: number | null | undefined): value is number => value != null && value >= low && value <= high;
  if (spark.markers.on === 'all')
    values.forEach((value, index) => {
      if (isIn(value))
        parts.markers.push({
          kind: 'point',
          x: x(index),
          y: y(value),
          radius: (spark.markers.size / 2) * times,
          fill: spark.colour,
        });
    });
  for (const [index, rule] of markedPoints(values, spark.emphasis, open)) {
    const value = values[index];
    if (isIn(value)) parts.emphasis.push(...markNode(rule, [x(index), y(value)], spark, ground, times, index >= open));
  }
  return parts;
}

/** The nodes of a sparkline from the back to the front; its emphasis apart, so that a page can hide it. */
export function sparklineNodes(cell: SparkCell, box: CellBox, pen: Pen): SceneNode[] {
  const { background, reference, zeroLine, stroke, markers, emphasis } = sparklineParts(cell, box, pen);
  const nodes = [...background, ...reference, ...zeroLine, ...stroke, ...markers];
  if (emphasis.length > 0) nodes.push({ kind: 'cluster', x: 0, y: 0, name: 'emphasis', children: emphasis });
  return nodes;
}
