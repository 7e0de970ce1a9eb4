/** The scales of a figure's value axes: each on its own, on one scale, or with ticks that meet. */
import { resolveLogAxis } from '../scale/log-axis.ts';
import { type TiedWish, tieTicks } from '../scale/tied.ts';
import { extentOf, linearScale, resolveValueAxis, type ValueScale, wantedEnds } from '../scale/value-axis.ts';
import type { ResolvedLine, ResolvedPlot } from './resolve.ts';
import type { DressedAxis, Side } from './spec.ts';

export interface Scales {
  left: ValueScale;
  /** null when no line that is shown is drawn by the right axis */
  right: ValueScale | null;
  /** whether both axes have their ticks at the same heights */
  met: boolean;
}

export const axisOf = ({ spec }: ResolvedPlot, side: Side): DressedAxis =>
  side === 'left' ? spec.leftAxis : spec.rightAxis;

export const linesOn = ({ lines }: ResolvedPlot, side: Side): ResolvedLine[] =>
  lines.filter(({ line }) => line.axis === side);

const areWhole = (lines: readonly ResolvedLine[]) => lines.length > 0 && lines.every(({ whole }) => whole);

type Values = readonly (number | null)[];

/** The values an axis has to show: those of its lines, of its levels, and of bands between columns. */
function valuesOn(figure: ResolvedPlot, side: Side): Values[] {
  const levels = figure.marks.flatMap((mark) => {
    const at = mark.kind === 'level' && mark.axis === side ? figure.levels.get(mark.id) : undefined;
    return at === undefined ? [] : [typeof at === 'number' ? [at] : at];
  });
  const edges = figure.marks.flatMap((mark) => {
    const band = mark.kind === 'band' && mark.over.kind === 'columns' && mark.over.axis === side;
    const own = band ? figure.bands.get(mark.id) : undefined;
    return own ? [own.from, own.to] : [];
  });
  return [...linesOn(figure, side).map(({ values }) => values), ...levels, ...edges];
}

function extentFor(axis: DressedAxis, shown: readonly Values[]): [number, number] | null {
  if (axis.scale === 'linear') return extentOf(shown);
  // What is not above zero has no place on a logarithmic axis.
  return extentOf(shown.map((values) => values.map((value) => (value !== null && value > 0 ? value : null))));
}

/** The lines of an axis and the values it has to show. */
interface OnAxis {
  lines: readonly ResolvedLine[];
  values: readonly Values[];
}

function alone(axis: DressedAxis, { lines, values }: OnAxis, most: number): ValueScale {
  const extent = extentFor(axis, values);
  return axis.scale === 'log'
    ? resolveLogAxis(axis, extent, most)
    : resolveValueAxis(axis, extent, areWhole(lines), most);
}

/** What an axis has to show when its ticks are to meet those of the other. */
function tiedWish(axis: DressedAxis, { lines, values }: OnAxis, scale: ValueScale, zero: boolean): TiedWish {
  const [low, high] = wantedEnds(axis, extentFor(axis, values));
  return {
    low: zero && typeof axis.from !== 'number' ? Math.min(0, low) : low,
    high: zero && axis.to === 'auto' ? Math.max(0, high) : high,
    lowGiven: typeof axis.from === 'number',
    highGiven: axis.to !== 'auto',
    whole: areWhole(lines),
    // A step with too many labels was replaced, and so it stays.
    every: axis.every === null ? null : scale.step,
  };
}

const doMeet = (left: ValueScale, right: ValueScale): boolean => {
  const heights = ({ ticks, low, high }: ValueScale) => ticks.map((tick) => (tick - low) / (high - low));
  const [a, b] = [heights(left), heights(right)];
  return a.length === b.length && a.every((at, index) => Math.abs(at - (b[index] ?? -1)) < 1e-6);
};

/** Resolves both value axes for a plot that has room for `most` tick labels. */
export function resolveScales(figure: ResolvedPlot, most: number): Scales {
  const { tie } = figure.spec;
  const on = (side: Side): OnAxis => ({ lines: linesOn(figure, side), values: valuesOn(figure, side) });
  const [onLeft, onRight] = [on('left'), on('right')];
  const [leftAxis, rightAxis] = [axisOf(figure, 'left'), axisOf(figure, 'right')];
  if (onRight.lines.length === 0) return { left: alone(leftAxis, onLeft, most), right: null, met: true };
  if (onLeft.lines.length === 0) {
    const right = alone(rightAxis, onRight, most);
    return { left: { ...right, ticks: [], minor: [] }, right, met: true };
  }
  if (tie.kind === 'same') {
    // One scale for all, as the left axis is set.
    const both = { lines: [...onLeft.lines, ...onRight.lines], values: [...onLeft.values, ...onRight.values] };
    const left = alone(leftAxis, both, most);
    return { left, right: left, met: true };
  }
  const left = alone(leftAxis, onLeft, most);
  const right = alone(rightAxis, onRight, most);
  const isLinear = left.kind === 'linear' && right.kind === 'linear';
  if (isLinear && (tie.kind === 'meet' || tie.zero)) {
    const wishes = [tiedWish(leftAxis, onLeft, left, tie.zero), tiedWish(rightAxis, onRight, right, tie.zero)] as const;
    const tied = tieTicks(...wishes, most, tie.zero);
    if (tied) {
      const scaleOf = (axis: DressedAxis, { lines }: OnAxis, ends: typeof tied.left, { refused }: ValueScale) =>
        linearScale([ends.low, ends.high], ends.step, { minor: axis.minor, whole: areWhole(lines), refused });
      return {
        left: scaleOf(leftAxis, onLeft, tied.left, left),
        right: scaleOf(rightAxis, onRight, tied.right, right),
        met: true,
      };
    }
  }
  return { left, right, met: left.kind === right.kind && doMeet(left, right) };
}
