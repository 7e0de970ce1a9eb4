/** Drawing one sparkline into its cell. Lengths in points. */

import type { CellBox, Marked } from '../mark/box.ts';
import type { DressedEmphasis } from '../mark/emphasis.ts';
import { withGaps } from '../mark/gaps.ts';
import { shareBelow } from '../mark/linear.ts';
import { isFilledMarker, markerFill } from '../mark/marker.ts';
import { pointsOfRule } from '../mark/points.ts';
import { markerPath, markerReach } from '../mark/shapes.ts';
import type { XY } from '../place/box.ts';
import { type SceneNode, type Stroke, strokeOf } from '../scene/scene.ts';
import { columnNodes, winLossNodes } from './cell-bars.ts';
import { bandNodes, dotRadius, lineNodes, plainPath } from './cell-lines.ts';
import { referenceNodes } from './cell-reference.ts';
import { isBars } from './look.ts';
import type { SparkCell } from './resolve.ts';
import type { DressedSparkline } from './spec.ts';

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
function markedPoints(values: Values, emphasis: readonly DressedEmphasis[], finished: number): Marked {
  const found = new Map<number, DressedEmphasis>();
  for (const rule of emphasis) {
    const level = typeof rule.level === 'number' ? rule.level : 0;
    for (const index of pointsOfRule(values, rule, finished, () => level))
      if (!found.has(index)) found.set(index, rule);
  }
  return found;
}

/** Marks may take so much of a cell; in a smaller one they are drawn smaller. */
const MOST_REACH = 0.4;

/** How far strokes and marks reach from their points, and by how much they are made smaller to fit. */
function reachOf(
  { weight, emphasis, markers }: DressedSparkline,
  { width, height }: CellBox,
): { reach: number; times: number } {
  let reach = dotRadius(weight);
  if (markers.on === 'all') reach = Math.max(reach, markers.size / 2);
  for (const { shape, size } of emphasis) if (shape !== 'none') reach = Math.max(reach, markerReach(shape, size));
  const most = MOST_REACH * Math.min(width, height);
  return reach <= most ? { reach, times: 1 } : { reach: most, times: most / reach };
}

const isPlain = ({ spark, finished, ends: [low, high] }: SparkCell, values: Values) =>
  spark.draw === 'line' &&
  values.length > 1 &&
  finished >= values.length &&
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
  marks: ReadonlyMap<DressedEmphasis, MarkLook>;
}

const strokesOf = new WeakMap<DressedSparkline, Map<number, Strokes>>();

/** The strokes of a sparkline made smaller by `times`; the same objects for all cells of a column. */
function strokesFor(spark: DressedSparkline, times: number): Strokes {
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
  rule: DressedEmphasis,
  [x, y]: XY,
  spark: DressedSparkline,
  ground: string,
  times: number,
  isUnfinished: boolean,
): SceneNode[] {
  const { shape, filled, colour } = rule;
  if (shape === 'none') return [];
  const own = colour ?? spark.colour;
  const strokes = strokesFor(spark, times).marks.get(rule);
  const isFilled = isFilledMarker(shape, filled) && !isUnfinished;
  return [
    {
      kind: 'path',
      d: strokes?.d ?? '',
      shift: [x, y],
      ...markerFill(shape, isFilled, own, ground),
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
function quickNodes({ spark, values, finished, ends }: SparkCell, box: CellBox, pen: Pen): SceneNode[] {
  const { reach, times } = reachOf(spark, box);
  const height = box.height - 2 * reach;
  const inner = { left: box.left + reach, top: box.top + reach, width: box.width - 2 * reach, height };
  const step = inner.width / (values.length - 1);
  const [low, high] = ends;
  const stroke = strokesFor(spark, times).line;
  const nodes: SceneNode[] = [{ kind: 'path', d: plainPath(values, inner, step, ends), stroke }];
  if (spark.emphasis.length === 0) return nodes;
  const children: SceneNode[] = [];
  for (const [index, rule] of markedPoints(values, spark.emphasis, finished)) {
    const share = shareBelow(values[index] ?? 0, low, high);
    const at: XY = [inner.left + index * step, inner.top + height * share];
    for (const node of markNode(rule, at, spark, pen.ground, times, false)) children.push(node);
  }
  if (children.length > 0) nodes.push({ kind: 'cluster', x: 0, y: 0, name: 'emphasis', children });
  return nodes;
}

const none = (): SparkParts => ({ background: [], reference: [], zeroLine: [], stroke: [], markers: [], emphasis: [] });

/**
 * One sparkline by its parts, wholly inside its cell: strokes and marks are
 * inset by their own reach, and made smaller where the cell has no room for
 * them. Equal values run level in the middle, one value is a dot, and none
 * leaves the cell empty. What lies beyond a given scale is cut off.
 */
export function sparklineParts(cell: SparkCell, box: CellBox, pen: Pen): SparkParts {
  const { spark, finished, ends } = cell;
  const parts = none();
  const values = withGaps(cell.values, spark.gaps);
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
    const y = (value: number) => inner.top + inner.height * shareBelow(value, low, high);
    const x = (index: number) => inner.left + ((index + 0.5) * inner.width) / values.length;
    parts.reference = referenceNodes(filled, inner, x, y, pen.ink);
    const { bars, marks } = columnNodes(
      filled,
      inner,
      markedPoints(values, spark.emphasis, finished),
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
  const y = (value: number) => inner.top + inner.height * shareBelow(value, low, high);
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
  for (const [index, rule] of markedPoints(values, spark.emphasis, finished)) {
    const value = values[index];
    if (isIn(value))
      parts.emphasis.push(...markNode(rule, [x(index), y(value)], spark, ground, times, index >= finished));
  }
  return parts;
}

/** The nodes of a sparkline from the back to the front; its emphasis apart, so that a page can hide it. */
export function sparklineNodes(cell: SparkCell, box: CellBox, pen: Pen): SceneNode[] {
  if (isQuick(cell)) return quickNodes(cell, box, pen);
  const { background, reference, zeroLine, stroke, markers, emphasis } = sparklineParts(cell, box, pen);
  const nodes = [...background, ...reference, ...zeroLine, ...stroke, ...markers];
  if (emphasis.length > 0) nodes.push({ kind: 'cluster', x: 0, y: 0, name: 'emphasis', children: emphasis });
  return nodes;
}
