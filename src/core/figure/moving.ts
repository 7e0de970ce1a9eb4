/** Moving marks and labels by a distance on the sheet, back into the data's own terms. */
import type { ValueScale } from '../scale/value-axis.ts';
import { fractionOf } from '../scale/value-axis.ts';
import type { FigureLayout } from './figure-layout.ts';
import type { PlacedLabel } from './labels.ts';
import type { Offset } from './look.ts';
import type { DressedMark } from './marks.ts';
import type { ResolvedFigure } from './resolve.ts';
import type { Side } from './spec.ts';
import type { PlacedAxis } from './value-axis.ts';

/** A label's offset from its point after a move, points; a moved label keeps it whatever the data become. */
export function movedLabel({ anchor, box }: Pick<PlacedLabel, 'anchor' | 'box'>, dx: number, dy: number): Offset {
  const round = (value: number) => Math.round(value * 10) / 10;
  return {
    dx: round((box.minX + box.maxX) / 2 + dx - anchor[0]),
    dy: round((box.minY + box.maxY) / 2 + dy - anchor[1]),
  };
}

const axisFor = (layout: FigureLayout, side: Side): PlacedAxis => (side === 'right' && layout.right) || layout.left;

function valueAt({ kind, low, high }: ValueScale, share: number): number {
  return kind === 'log' ? low * (high / low) ** share : low + share * (high - low);
}

/** The steps in which values move: a tenth of the tick interval, which is round like it. */
export const stepOfValues = ({ scale }: PlacedAxis) => scale.step / 10;

/** A value moved down by so many points, on a round step. */
function movedValue(value: number, axis: PlacedAxis, height: number, dy: number): number {
  const { scale } = axis;
  const down = axis.axis.direction === 'up' ? -dy : dy;
  const wanted = valueAt(scale, fractionOf(scale, value) + down / height);
  if (scale.kind === 'log') return Number(wanted.toPrecision(2));
  const step = stepOfValues(axis);
  return Number((Math.round(wanted / step) * step).toPrecision(12));
}

/** A place along the axis across moved by so many points, to the nearest row that is drawn. */
function movedPlace(figure: ResolvedFigure, layout: FigureLayout, at: number | string, dx: number): number | string {
  const position = figure.placeOf(at);
  if (position === null) return at;
  const wanted = layout.across.fractionAt(position) + dx / layout.plot.width;
  let best = at;
  let least = Number.POSITIVE_INFINITY;
  figure.positions.forEach((candidate, index) => {
    const away = Math.abs(layout.across.fractionAt(candidate) - wanted);
    if (away >= least) return;
    least = away;
    best = figure.keys[index] ?? at;
  });
  return best;
}

/** A mark itself (not its words) moved by a distance on the sheet; levels stay level and events upright. Null where it cannot move so. */
export function movedMark(
  figure: ResolvedFigure,
  layout: FigureLayout,
  mark: DressedMark,
  dx: number,
  dy: number,
): DressedMark | null {
  const { height } = layout.plot;
  switch (mark.kind) {
    case 'level':
      // One that steps through a column stands where the column says.
      return typeof mark.at === 'number'
        ? { ...mark, at: movedValue(mark.at, axisFor(layout, mark.axis), height, dy) }
        : null;
    case 'event':
      return { ...mark, at: movedPlace(figure, layout, mark.at, dx) };
    case 'band': {
      const { over } = mark;
      if (over.kind === 'values') {
        const move = (value: number | null) =>
          value === null ? null : movedValue(value, axisFor(layout, over.axis), height, dy);
        return { ...mark, over: { ...over, from: move(over.from), to: move(over.to) } };
      }
      // One between columns stands where these say.
      if (over.kind === 'columns') return null;
      const move = (at: number | string | null) => (at === null ? null : movedPlace(figure, layout, at, dx));
      return { ...mark, over: { ...over, from: move(over.from), to: move(over.to) } };
    }
    case 'note':
    case 'difference':
    // The rows of a calendar stand where their table says.
    case 'calendar':
      return null;
  }
}
