/** Drawing the value axes: grid lines, tick marks, numbers and captions. */

import type { ValueScale } from '../scale/value-axis.ts';
import { type SceneNode, type Stroke, strokeOf } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import { labelFace } from '../style/type.ts';
import { capHeight, textWidth } from '../text/measure.ts';
import { placeRuns, type SayFact } from '../text/rich.ts';
import type { AxisNumbers } from './axis-numbers.ts';
import type { Plot } from './plot.ts';
import type { DressedAxis, Side } from './spec.ts';

const TICK = 4;
const MINOR_TICK = 2.5;
/** Room between the plot and the numbers, points. */
const GAP = 5;
const ALONG = 1.5;

const AXIS_NAMES = { left: 'Left axis', right: 'Right axis' } as const;

/** A value axis with everything that is needed to draw it. */
export interface PlacedAxis {
  side: Side;
  axis: DressedAxis;
  scale: ValueScale;
  /** its lines hold whole numbers only */
  whole: boolean;
  /** they are years */
  years: boolean;
  numbers: AxisNumbers;
  /** colour of its numbers and its caption */
  ink: string;
}

/** Room that the numbers of an axis take beside the plot, with their ticks, points. */
export function numbersRoom({ axis, numbers }: PlacedAxis, style: HouseStyle): number {
  const face = labelFace(style);
  const widest = Math.max(0, ...numbers.labels.map((label) => textWidth(label, face, style.sizes.label)));
  return (widest > 0 ? widest + GAP : 0) + outside(axis);
}

/** Room that a caption along the axis takes, points. */
export const alongRoom = ({ axis, numbers }: PlacedAxis, style: HouseStyle) =>
  axis.titlePlace === 'along' && numbers.caption !== '' ? style.sizes.label * ALONG : 0;

const outside = ({ ticks }: DressedAxis) => (ticks === 'outside' || ticks === 'across' ? TICK : 0);

/** Whether a caption stands above the plot. */
export const hasCaptionAbove = ({ axis, numbers }: PlacedAxis) => axis.titlePlace === 'above' && numbers.caption !== '';

/** Numbers closer to each other than this, in label sizes, would touch. */
const LEAST_PITCH = 0.95;

interface AxisPlace {
  plot: Plot;
  y(value: number): number;
  style: HouseStyle;
}

/** Grid lines at minor ticks are so much thinner. */
export const MINOR_WEIGHT = 0.6;

/** The stroke of grid lines. */
export function gridStroke(
  { gridWeight, gridPattern }: Pick<DressedAxis, 'gridWeight' | 'gridPattern'>,
  style: HouseStyle,
): Stroke {
  const width = gridWeight ?? style.strokes.grid;
  const dashes = gridPattern === 'dots' ? [0, 2.4 * width + 1] : [4, 2.5];
  return { colour: style.rule, width, ...(gridPattern !== 'solid' && { dashes }) };
}

/** Grid lines at the ticks, with the zero line among them. */
export function gridNodes(set: PlacedAxis, { plot, y, style }: AxisPlace): SceneNode[] {
  const { axis, scale, side } = set;
  const right = plot.left + plot.width;
  const across = (value: number, stroke: Stroke): SceneNode => ({
    kind: 'path',
    d: strokeOf(plot.left, y(value), right, y(value)),
    stroke,
  });
  const grid = gridStroke(axis, style);
  const children: SceneNode[] = [];
  if (axis.grid === 'minor')
    for (const value of scale.minor) children.push(across(value, { ...grid, width: grid.width * MINOR_WEIGHT }));
  if (axis.grid !== 'none')
    for (const value of scale.ticks) if (value !== 0 || !axis.zeroLine) children.push(across(value, grid));
  if (axis.zeroLine && scale.kind === 'linear' && scale.low <= 0 && scale.high >= 0 && scale.ticks.length > 0)
    children.push(across(0, { colour: style.axis, width: style.strokes.axis }));
  if (children.length === 0) return [];
  return [{ kind: 'group', part: side === 'left' ? 'grid' : 'grid:right', label: 'Grid lines', children }];
}

/** The axis line and its tick marks. */
function tickNodes({ axis, scale, side }: PlacedAxis, { plot, y, style }: AxisPlace): SceneNode[] {
  const at = side === 'left' ? plot.left : plot.left + plot.width;
  const out = side === 'left' ? -1 : 1;
  const stroke = { colour: style.axis, width: style.strokes.axis };
  const nodes: SceneNode[] = [];
  if (axis.line) nodes.push({ kind: 'path', d: strokeOf(at, plot.top, at, plot.top + plot.height), stroke });
  if (axis.ticks === 'none') return nodes;
  const mark = (length: number) => (value: number) => {
    const from = axis.ticks === 'outside' ? 0 : -length;
    const to = axis.ticks === 'inside' ? 0 : length;
    return strokeOf(at + out * from, y(value), at + out * to, y(value));
  };
  const d = [...scale.ticks.map(mark(TICK)), ...scale.minor.map(mark(MINOR_TICK))].join('');
  if (d) nodes.push({ kind: 'path', d, stroke });
  return nodes;
}

interface CaptionPlace extends AxisPlace {
  /** outer edge of the axis's room */
  edge: number;
  /** most width of a caption above the plot */
  captionWidth: number;
  say: SayFact;
}

/** The caption, flat above the axis or along it, read from below. */
export function captionNodes({ axis, side, numbers, ink }: PlacedAxis, place: CaptionPlace): SceneNode[] {
  const { plot, style, edge, captionWidth, say } = place;
  const size = style.sizes.label;
  const isAbove = axis.titlePlace === 'above';
  const colour = ink === style.ink ? style.quiet : ink;
  const type = { face: labelFace(style), size, colour };
  const [runs = []] = placeRuns(numbers.caption, type, say, isAbove ? captionWidth : plot.height, 1);
  const last = runs.at(-1);
  const width = last ? last.x + textWidth(last.text, last.face, last.size) : 0;
  const isLeft = side === 'left';
  return runs.map(({ x, down, ...run }): SceneNode => {
    if (isAbove)
      return {
        kind: 'text',
        ...run,
        x: isLeft ? edge + x : edge - width + x,
        y: plot.top - size * 1.15 + down,
        anchor: 'start',
      };
    const across = isLeft ? edge + size : edge - size * 0.25;
    const along = plot.top + plot.height / 2 + width / 2 - x;
    return { kind: 'text', ...run, x: across + down, y: along, anchor: 'start', turned: true };
  });
}

/** The axis line, its tick marks and, with `numbered`, the numbers at them. */
export function scaleNodes(set: PlacedAxis, place: AxisPlace, numbered: boolean): SceneNode[] {
  const { axis, scale, side, numbers, ink } = set;
  const { plot, y, style } = place;
  const nodes = tickNodes(set, place);
  if (!numbered) return nodes;
  const size = style.sizes.label;
  const isLeft = side === 'left';
  const face = labelFace(style);
  const lift = capHeight(face, size) / 2;
  const gap = GAP + outside(axis);
  const x = isLeft ? plot.left - gap : plot.left + plot.width + gap;
  let before: number | null = null;
  scale.ticks.forEach((tick, index) => {
    const at = y(tick);
    // Where ends or steps that were set leave no room, some numbers are left out.
    if (before !== null && Math.abs(at - before) < size * LEAST_PITCH) return;
    before = at;
    nodes.push({
      kind: 'text',
      x,
      y: at + lift,
      text: numbers.labels[index] ?? '',
      face,
      size,
      colour: ink,
      anchor: isLeft ? 'end' : 'start',
      value: String(tick),
    });
  });
  return nodes;
}

/** What stands at a value axis, as its part of the figure; nothing where nothing does. */
export function axisGroup(side: Side, children: SceneNode[]): SceneNode[] {
  return children.length === 0 ? [] : [{ kind: 'group', part: `axis:${side}`, label: AXIS_NAMES[side], children }];
}
