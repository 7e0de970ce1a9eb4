/** A plot with what is drawn in it: its lines, its marks and the words that find their places among them. */
import { fractionOf, type ValueScale } from '../scale/value-axis.ts';
import { coordinate } from '../scene/coordinates.ts';
import type { SceneNode } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import type { Locale } from '../text/locale.ts';
import { ofYears } from '../text/years.ts';
import type { AcrossPlan } from './across-axis.ts';
import { axisOf, linesOn } from './axes.ts';
import { axisNumbers } from './axis-numbers.ts';
import { pathOf } from './line-path.ts';
import { areaNodes, lineNodes, type PlacedLine, placeLine } from './lines.ts';
import { markNodes, type PlacedMark, placeMark } from './mark-nodes.ts';
import type { Plot } from './plot.ts';
import type { ResolvedPlot } from './resolve.ts';
import type { DressedFrame, Side } from './spec.ts';
import type { PlacedAxis } from './value-axis.ts';

/** Clear room between the frame and what stands in it, points. */
export const INSET = 10;
/** Least distance between tick labels of a value axis, in label sizes. */
export const TICK_PITCH = 1.45;

/** The one unit that all lines of an axis have, else null. */
function unitOn(figure: ResolvedPlot, side: Side): string | null {
  const units = new Set(linesOn(figure, side).map((line) => line.unit));
  const [unit] = units;
  return units.size === 1 ? (unit ?? null) : null;
}

/** The one thing that all lines of an axis count or measure, where their names do not say it, else null. */
function quantityOn(figure: ResolvedPlot, side: Side): string | null {
  const quantities = new Set(linesOn(figure, side).map(({ of }) => of));
  const [quantity] = quantities;
  return quantities.size === 1 ? (quantity ?? null) : null;
}

/** A value axis with its numbers and their colour; `two` says that the other side has one, too. */
export function placeAxis(
  figure: ResolvedPlot,
  side: Side,
  scale: ValueScale,
  { two, style, locale }: { two: boolean; style: HouseStyle; locale: Locale },
): PlacedAxis {
  const axis = axisOf(figure, side);
  const lines = linesOn(figure, side);
  const [only, ...others] = lines;
  const isColoured = axis.coloured === 'yes' || (axis.coloured === 'auto' && two);
  const ink = isColoured && only && others.length === 0 ? only.line.colour : style.ink;
  const whole = lines.every((line) => line.whole);
  const years = lines.length > 0 && lines.every(({ isOfYears }) => isOfYears);
  const said = { unit: unitOn(figure, side), of: quantityOn(figure, side) };
  const numbers = axisNumbers(axis, scale, said, years ? ofYears(locale) : locale);
  return { side, axis, scale, whole, years, numbers, ink };
}

/** Height of a value on its axis, points. */
export function heightOn({ scale, axis }: PlacedAxis, plot: Plot): (value: number) => number {
  const isUp = axis.direction === 'up';
  return (value) => {
    const share = fractionOf(scale, value);
    return plot.top + plot.height * (isUp ? 1 - share : share);
  };
}

/** A plot with its axes. */
export interface Axes {
  plot: Plot;
  left: PlacedAxis;
  right: PlacedAxis | null;
  across: AcrossPlan;
}

/** Where positions and values of a plot stand on the sheet. */
export interface Places {
  x(position: number): number;
  axisFor(side: Side): { set: PlacedAxis; y(value: number): number };
  /** null for an axis that no line is drawn by */
  yOn(side: Side): ((value: number) => number) | null;
}

export function placesIn({ plot, left, right, across }: Axes): Places {
  const yLeft = heightOn(left, plot);
  const yRight = right ? heightOn(right, plot) : yLeft;
  return {
    x: (position) => plot.left + across.fractionAt(position) * plot.width,
    axisFor: (side) => (side === 'right' && right ? { set: right, y: yRight } : { set: left, y: yLeft }),
    yOn: (side) => (side === 'left' ? yLeft : right ? yRight : null),
  };
}

/** The lines and marks of a figure in a plot. */
export function placeInPlot(
  figure: ResolvedPlot,
  plot: Plot,
  { x, axisFor, yOn }: Places,
): { lines: PlacedLine[]; marks: PlacedMark[] } {
  const lines = figure.lines.map((line) => {
    const { set, y } = axisFor(line.line.axis);
    return placeLine(figure, line, { path: pathOf(line, { x, y, plot }), scale: set.scale, x, y, plot });
  });
  const marks = figure.marks.flatMap((mark) => placeMark(figure, mark, { plot, x, yOn }) ?? []);
  return { lines, marks };
}

/** What is drawn in a plot, from the back to the front: `below` is what lines stand over, `above` what lies over them. */
export function plotNodes(
  { lines, marks }: { lines: readonly PlacedLine[]; marks: readonly PlacedMark[] },
  plot: Plot,
  ground: string,
  { below, axes }: { below: readonly SceneNode[]; axes: readonly SceneNode[] },
): SceneNode[] {
  return [
    ...marks.filter(({ mark }) => mark.kind === 'band').flatMap((mark) => markNodes(mark, plot)),
    ...below,
    ...lines.flatMap((line) => areaNodes(line, lines, plot)),
    ...axes,
    ...marks.filter(({ mark }) => mark.kind !== 'band').flatMap((mark) => markNodes(mark, plot)),
    ...[...lines].reverse().map((line) => lineNodes(line, ground)),
  ];
}

/** The ground of the figure, and its border drawn inside its edges. */
export function frameNodes(
  { background, border }: DressedFrame,
  width: number,
  height: number,
  style: HouseStyle,
): SceneNode {
  const children: SceneNode[] = [{ kind: 'rect', x: 0, y: 0, width, height, fill: background }];
  if (border !== null) {
    const inner = border / 2;
    const [right, bottom] = [width - inner, height - inner].map(coordinate);
    const d = `M${coordinate(inner)} ${coordinate(inner)}L${right} ${coordinate(inner)}L${right} ${bottom}L${coordinate(inner)} ${bottom}Z`;
    children.push({ kind: 'path', d, stroke: { colour: style.axis, width: border } });
  }
  return { kind: 'group', part: 'frame', label: 'Frame', children };
}
