/** Where points of a line stand on the sheet, so that what a sentence rests on can be shown. */
import type { FigureLayout } from './figure-layout.ts';
import { heightOn } from './in-plot.ts';
import type { Suggestion } from './suggest.ts';

/** A point of a line, and where it stands on the sheet, points. */
export interface SheetPoint {
  line: string;
  at: number | string;
  /** key of its panel */
  panel: string;
  x: number;
  y: number;
}

/** The point of a line that is nearest to a place on the sheet, within so many points of it; null for none. */
export function nearestPoint(
  layout: FigureLayout,
  [x, y]: readonly [number, number],
  within: number,
): SheetPoint | null {
  let [best, least]: [SheetPoint | null, number] = [null, within];
  for (const { panel, plot, left, right } of layout.panels.list)
    for (const { line, values, positions } of panel.drawn.lines) {
      const height = heightOn((line.axis === 'right' && right) || left, plot);
      values.forEach((value, entry) => {
        const position = positions[entry];
        const at = panel.drawn.keys[entry];
        if (value === null || position === undefined || at === undefined) return;
        const point = {
          line: line.id,
          at,
          panel: panel.key,
          x: plot.left + layout.across.fractionAt(position) * plot.width,
          y: height(value),
        };
        const away = Math.hypot(point.x - x, point.y - y);
        if (away < least) [best, least] = [point, away];
      });
    }
  return best;
}

/** Centres of the points that are drawn, in points from the top left of the sheet. */
export function pointedAt(layout: FigureLayout, { line, panel, at }: Suggestion['points']): { x: number; y: number }[] {
  const placed = layout.panels.list.find((candidate) => candidate.panel.key === panel);
  const drawn = placed?.panel.drawn;
  const found = drawn?.lines.find((candidate) => candidate.line.id === line);
  if (!placed || !drawn || !found) return [];
  const axis = (found.line.axis === 'right' && placed.right) || placed.left;
  const y = heightOn(axis, placed.plot);
  return at.flatMap((key) => {
    const entry = drawn.keys.indexOf(key);
    const value = found.values[entry];
    const position = found.positions[entry];
    if (value === null || value === undefined || position === undefined) return [];
    return [{ x: placed.plot.left + layout.across.fractionAt(position) * placed.plot.width, y: y(value) }];
  });
}
