import type { HouseStyle } from '../style/style.ts';
import type { Locale } from '../text/locale.ts';
import type { FigureLayout } from './figure-layout.ts';
import { layoutPlot } from './one-plot.ts';
import { layoutPanels } from './panels/layout.ts';
import type { ResolvedFigure } from './resolve.ts';

/** Places everything of a figure and returns the scene with what the dock wants to know about it. */
export function layoutFigure(figure: ResolvedFigure, style: HouseStyle, locale: Locale): FigureLayout {
  const list = figure.panels?.list ?? [];
  return list.length > 0 ? layoutPanels(figure, list, style, locale) : layoutPlot(figure, style, locale);
}
