import { fractionOf } from '../scale/value-axis.ts';
import type { FigureLayout } from './figure-layout.ts';
import type { ResolvedFigure, ResolvedPlot } from './resolve.ts';

/** The middle value of a list, the mean of the two middle ones where their count is even. */
function medianOf(values: readonly number[]): number | null {
  const sorted = Float64Array.from(values).sort();
  const middle = sorted.length >> 1;
  if (sorted.length === 0) return null;
  return sorted.length % 2 === 1 ? (sorted[middle] ?? null) : ((sorted[middle - 1] ?? 0) + (sorted[middle] ?? 0)) / 2;
}

/**
 * Height over width of a plot at which the median absolute slope of the line
 * segments is one, that is 45 degrees: the median-absolute-slope criterion of
 * Cleveland, McGill and McGill, "The shape parameter of a two-variable graph",
 * Journal of the American Statistical Association 83 (1988). `slopes` are
 * those of a square plot. Level segments say nothing of the shape and are left
 * out; null when none rises or falls.
 */
export function bankedAspect(slopes: readonly number[]): number | null {
  const median = medianOf(slopes.map(Math.abs).filter((slope) => slope > 0 && Number.isFinite(slope)));
  return median === null ? null : 1 / median;
}

/** Slopes of all segments of a figure's lines, as they would be drawn in a square plot. */
export function slopesOf(layout: FigureLayout): number[] {
  const { across, panels } = layout;
  return panels.list.flatMap(({ panel, left, right }) => slopesIn({ lines: panel.drawn.lines, left, right }, across));
}

function slopesIn(
  { lines, left, right }: Pick<FigureLayout, 'left' | 'right'> & Pick<ResolvedPlot, 'lines'>,
  across: FigureLayout['across'],
): number[] {
  return lines.flatMap((line) => {
    const { scale } = line.line.axis === 'right' && right ? right : left;
    const slopes: number[] = [];
    line.values.forEach((value, index) => {
      const before = line.values[index - 1];
      if (value === null || before === null || before === undefined) return;
      const run = across.fractionAt(line.positions[index] ?? 0) - across.fractionAt(line.positions[index - 1] ?? 0);
      if (run > 0) slopes.push((fractionOf(scale, value) - fractionOf(scale, before)) / run);
    });
    return slopes;
  });
}

const LEAST = 30;
/** A figure higher than this leaves no room for words on a page. */
const HIGHEST_MM = 240;

/** Height of the frame in whole millimetres that banks the lines to 45 degrees, or null when nothing rises or falls. */
export function suggestedHeight(figure: ResolvedFigure, layout: FigureLayout): number | null {
  const aspect = bankedAspect(slopesOf(layout));
  if (aspect === null) return null;
  const { plot } = layout;
  const { rows } = layout.panels;
  const around = figure.spec.frame.height - (rows * plot.height * 25.4) / 72;
  return Math.round(Math.max(LEAST, Math.min(HIGHEST_MM, around + (rows * plot.width * 25.4 * aspect) / 72)));
}
