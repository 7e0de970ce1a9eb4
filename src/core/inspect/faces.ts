/** What of a figure can be looked into: its plot, or of one in panels all of them on their shared scale, and each alone. */
import type { FigureLayout } from '../figure/figure-layout.ts';
import { nameOfPanel, type ResolvedFigure, type ResolvedPlot } from '../figure/resolve.ts';

/** More lines than this in one chart cannot be pointed at. */
const MOST_LINES = 30;

export interface InspectView {
  /** key of the panel; null for all in one chart */
  panel: string | null;
  name: string;
  figure: ResolvedPlot;
  layout: FigureLayout;
}

/** The views of a laid-out figure, the first of which is shown where none is chosen. */
export function inspectViews(figure: ResolvedFigure, layout: FigureLayout): InspectView[] {
  const whole: InspectView = { panel: null, name: 'all panels', figure, layout };
  const isShared = figure.panels.look.scale === 'all' && figure.lines.length <= MOST_LINES;
  const each = layout.panels.list.map(({ panel, plot, left, right }): InspectView => {
    return {
      panel: panel.key,
      name: nameOfPanel(panel),
      figure: panel.drawn,
      layout: { ...layout, plot, left, right },
    };
  });
  if (each.length < 2) return [whole];
  return isShared ? [whole, ...each] : each;
}
