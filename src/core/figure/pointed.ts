/** Where points of a line stand on the sheet, so that what a sentence rests on can be shown. */
import type { FigureLayout } from './figure-layout.ts';
import { heightOn } from './in-plot.ts';
import type { Suggestion } from './suggest.ts';

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
