/** What the actions on a figure are done to, and short ways of writing them. */
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import type { ResolvedFigure } from '../../core/figure/resolve.ts';
import type { DressedFigure, DressedLine } from '../../core/figure/spec.ts';
import type { HouseStyle } from '../../core/style/style.ts';
import type { Table } from '../../core/table/column.ts';
import { chosenLines } from './lines.ts';

export interface FigureContext {
  figure: DressedFigure;
  layout: FigureLayout | null;
  resolved: ResolvedFigure | null;
  style: HouseStyle;
  table: Table | null;
}

/** Something done to the chosen lines; nothing where none are chosen. */
export const toLines =
  (act: (figure: DressedFigure, lines: DressedLine[], context: FigureContext) => unknown) =>
  (context: FigureContext): boolean => {
    const chosen = chosenLines(context.figure);
    if (chosen.length > 0) act(context.figure, chosen, context);
    return chosen.length > 0;
  };
