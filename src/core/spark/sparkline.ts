/** Drawing one sparkline into its cell. Lengths in points. */
import { emphasised } from '../emphasis/emphasis.ts';
import { stretches } from '../figure/curve.ts';
import { runsOf } from '../figure/line-path.ts';
import { dashesOf } from '../figure/look.ts';
import type { XY } from '../place/box.ts';
import { isClosed, markerPath, markerReach } from '../scene/markers.ts';
import { runOf, type SceneNode, strokeOf } from '../scene/scene.ts';
import { signs } from './derive.ts';
import type { Places } from './records.ts';
import type { Sparkline, SparkScale } from './spec.ts';

interface Cell {
  left: number;
  top: number;
  width: number;
  height: number;
}

type Values = readonly (number | null)[];
export type Domain = readonly [low: number, high: number];

/** Lowest and highest of some series; null when none has a value. */
export function domainOf(all: readonly Values[]): Domain | null {
  let [low, high] = [Infinity, -Infinity];
  for (const values of all)
    for (const value of values)
      if (value !== null) {
        if (value < low) low = value;
        if (value > high) high = value;
      }
  return low > high ? null : [low, high];
}

/** The ends of a cell for a domain, as a scale asks; columns always stand on zero. */
export function endsOf(domain: Domain, { floor, ceiling }: SparkScale, draw: Sparkline['draw']): Domain {
  let [low, high] = domain;
  if (floor === 'zero' || draw === 'columns') low = Math.min(0, low);
  if (draw === 'columns' && ceiling === 'highest') high = Math.max(0, high);
  if (typeof floor === 'number') low = floor;
  if (typeof ceiling === 'number') high = ceiling;
  return [Math.min(low, high), Math.max(low, high)];
}

/** How far the strokes and marks of a sparkline reach from its points. */
const reachOf = ({ weight, emphasis, draw }: Sparkline) =>
  draw === 'columns' || draw === 'win / loss'
    ? 0.5
    : Math.max(weight / 2, ...emphasis.map(({ shape, size }) => (shape === 'none' ? 0 : markerReach(shape, size))));

const rect = (x: number, y: number, width: number, height: number, fill: string): SceneNode => ({
  kind: 'rect',
  x,
  y,
  width,
  height,
  fill,
});

/** Columns on a pitch that is whole at 300 dpi, so that all are equally wide in print. */
const PIXEL = 72 / 300;
const snap = (value: number) => Math.round(value / PIXEL) * PIXEL;

interface Room {
  spark: Sparkline;
  cell: Cell;
  places: Places;
  ends: Domain;
  /** the values a year before, for wins and losses on the year */
  before?: Values;
}

function columnNodes(values: Values, { spark, cell, places, ends: [low, high] }: Room, ground: string): SceneNode[] {
  const { left, top, width, height } = cell;
  const pitch = width / values.length;
  const bar = Math.max(PIXEL, snap(pitch * 0.76));
  const y = (value: number) =>
    top + height * (high === low ? 0.5 : (high - Math.min(high, Math.max(low, value))) / (high - low));
  const zero = y(0);
  const nodes: SceneNode[] = [];
  const marked = markedPoints(values, spark, places.unfinished);
  values.forEach((value, index) => {
    if (value === null) return;
    const at = y(value);
    const x = snap(left + index * pitch + (pitch - bar) / 2);
    const colour = marked.get(index)?.colour ?? (value < 0 ? spark.below : spark.colour);
    const [upper, tall] = [Math.min(at, zero), Math.max(0.35, Math.abs(at - zero))];
    if (index >= places.unfinished && tall > 0.8 && bar > 0.8) {
      // What is not over is hollow.
      const [l, t, r, b] = [x + 0.2, upper + 0.2, x + bar - 0.2, upper + tall - 0.2];
      const corners: XY[] = [
        [l, t],
        [r, t],
        [r, b],
        [l, b],
      ];
      nodes.push({ kind: 'path', d: `${runOf(corners)}Z`, stroke: { colour, width: 0.4 } });
      return;
    }
    nodes.push(rect(x, upper, bar, tall, colour));
    const mark = marked.get(index);
    // A marked column carries a notch, so that it is told without colour.
    if (mark && mark.shape !== 'none' && bar > 1.5 && Math.abs(at - zero) > 1.6)
      nodes.push(
        rect(x + bar / 2 - 0.3, Math.min(at, zero) + (value < 0 ? Math.abs(at - zero) - 1.2 : 0.4), 0.6, 0.8, ground),
      );
  });
  return nodes;
}

function winLossNodes(values: Values, { spark, cell, places, before = [] }: Room): SceneNode[] {
  const { left, top, width, height } = cell;
  const pitch = width / Math.max(1, values.length);
  const bar = Math.max(PIXEL, snap(pitch * 0.76));
  const middle = top + height / 2;
  const tall = height / 2 - 0.4;
  return signs(values, spark.sign, before).flatMap((sign, index): SceneNode[] => {
    // What is not over has neither won nor lost.
    if (sign === null || index >= places.unfinished) return [];
    const x = snap(left + index * pitch + (pitch - bar) / 2);
    // A draw is a short dash on the middle line.
    if (sign === 0) return [rect(x, middle - 0.25, bar, 0.5, spark.colour)];
    return [
      sign > 0 ? rect(x, middle - 0.2 - tall, bar, tall, spark.colour) : rect(x, middle + 0.2, bar, tall, spark.below),
    ];
  });
}

/** The first emphasis that holds at each emphasised index. */
function markedPoints(values: Values, { emphasis }: Sparkline, finished: number) {
  const found = new Map<number, Sparkline['emphasis'][number]>();
  for (const rule of emphasis) {
    const seen = rule.of === 'first' || rule.of === 'last' ? values : values.slice(0, finished);
    const level = typeof rule.level === 'number' ? rule.level : 0;
    for (const index of emphasised(seen, rule.of, rule.ties, () => level))
      if (!found.has(index)) found.set(index, rule);
  }
  return found;
}

function referenceNodes(values: Values, { spark, cell }: Room, y: (value: number) => number, ink: string): SceneNode[] {
  const { reference } = spark;
  if (reference === 'none') return [];
  const known = values.filter((value) => value !== null);
  if (known.length === 0) return [];
  const { left, top, width, height } = cell;
  const inside = (at: number) => Math.min(top + height, Math.max(top, at));
  const mean = known.reduce((sum, value) => sum + value, 0) / known.length;
  if (typeof reference === 'object' && 'deviations' in reference) {
    const deviation = Math.sqrt(known.reduce((sum, value) => sum + (value - mean) ** 2, 0) / known.length);
    const [upper, lower] = [1, -1].map((side) => inside(y(mean + side * reference.deviations * deviation)));
    const corners: XY[] = [
      [left, upper ?? 0],
      [left + width, upper ?? 0],
      [left + width, lower ?? 0],
      [left, lower ?? 0],
    ];
    return [{ kind: 'path', d: `${runOf(corners)}Z`, fill: ink, strength: 0.14 }];
  }
  const at = y(reference === 'mean' ? mean : reference.value);
  if (at < top || at > top + height) return [];
  return [
    { kind: 'path', d: strokeOf(left, at, left + width, at), stroke: { colour: ink, width: 0.4, dashes: [1.6, 1.2] } },
  ];
}

/**
 * One sparkline, wholly inside its cell: strokes and marks are inset by their
 * own reach. Equal values run level in the middle, one value is a dot, and
 * none leaves the cell empty.
 */
export function sparklineNodes(all: Values, room: Room, colours: { ink: string; ground: string }): SceneNode[] {
  const { spark, cell, places, ends } = room;
  const values = spark.gaps === 'zero' ? all.map((value) => value ?? 0) : all;
  if (values.every((value) => value === null)) return [];
  if (spark.draw === 'win / loss') return winLossNodes(values, room);
  const reach = reachOf(spark);
  const inner: Cell = {
    left: cell.left + reach,
    top: cell.top + reach,
    width: Math.max(1, cell.width - 2 * reach),
    height: Math.max(1, cell.height - 2 * reach),
  };
  const [low, high] = ends;
  const held = (value: number) => Math.min(high, Math.max(low, value));
  const y = (value: number) => inner.top + inner.height * (high === low ? 0.5 : (high - held(value)) / (high - low));
  const nodes = referenceNodes(values, { ...room, cell: inner }, y, colours.ink);
  const isZeroInside = low < 0 && high > 0;
  if ((spark.zeroLine || spark.draw === 'columns') && (isZeroInside || (spark.draw === 'columns' && low <= 0)))
    nodes.push({
      kind: 'path',
      d: strokeOf(cell.left, y(0), cell.left + cell.width, y(0)),
      stroke: { colour: colours.ink, width: 0.3 },
    });
  if (spark.draw === 'columns') return [...nodes, ...columnNodes(values, { ...room, cell: inner }, colours.ground)];
  const step = values.length > 1 ? inner.width / (values.length - 1) : 0;
  const x = (index: number) => (values.length > 1 ? inner.left + index * step : inner.left + inner.width / 2);
  const stroke = { colour: spark.colour, width: spark.weight };
  let end: XY | null = null;
  for (const run of runsOf(values)) {
    const points = run.map((index): XY => [x(index), y(values[index] ?? 0)]);
    const [start] = points;
    if (end && start && spark.gaps === 'bridge')
      nodes.push({ kind: 'path', d: runOf([end, start]), stroke: { colour: spark.colour, width: spark.weight * 0.5 } });
    const open = run.findIndex((index) => index >= places.unfinished);
    const split = open < 0 ? points.length : open - 1;
    const [finished, unfinished] = stretches(points, spark.draw === 'step' ? 'step middle' : 'straight', split);
    if (spark.draw === 'area') {
      const base = y(Math.max(low, Math.min(high, 0)));
      const corners = [...(finished?.corners ?? []), ...(unfinished?.corners.slice(finished ? 1 : 0) ?? [])];
      const [first, last] = [corners[0], corners.at(-1)];
      if (first && last && corners.length > 1)
        nodes.push({
          kind: 'path',
          d: `${runOf([[first[0], base], ...corners, [last[0], base]])}Z`,
          fill: spark.colour,
          strength: 0.22,
        });
    }
    for (const [stretch, dashes] of [
      [finished, null],
      [unfinished, dashesOf('dots', spark.weight)],
    ] as const) {
      if (!stretch) continue;
      const [only] = stretch.corners;
      if (stretch.corners.length === 1 && only)
        nodes.push({
          kind: 'point',
          x: only[0],
          y: only[1],
          radius: Math.max(0.8, spark.weight * 0.8),
          fill: spark.colour,
        });
      else nodes.push({ kind: 'path', d: stretch.path, stroke: dashes ? { ...stroke, dashes } : stroke });
    }
    end = points.at(-1) ?? end;
  }
  for (const [index, { shape, filled, size, colour }] of markedPoints(values, spark, places.unfinished)) {
    const value = values[index];
    if (shape === 'none' || value === null || value === undefined) continue;
    const own = colour ?? spark.colour;
    const isFilled = filled && isClosed(shape) && shape !== 'ring' && index < places.unfinished;
    nodes.push({
      kind: 'path',
      d: markerPath(shape, x(index), y(value), size),
      ...(isFilled ? { fill: own } : isClosed(shape) ? { fill: colours.ground } : {}),
      stroke: { colour: own, width: isFilled ? 0.3 : 0.6 },
      at: places.at[index] ?? '',
      value: String(value),
    });
  }
  return nodes;
}
