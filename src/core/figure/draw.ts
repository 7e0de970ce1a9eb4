import type { HouseStyle } from '../style/style.ts';
import type { Table } from '../table/column.ts';
import type { Locale } from '../text/locale.ts';
import { type CalendarTables, NO_CALENDARS } from './calendar.ts';
import type { FigureLayout } from './figure-layout.ts';
import { layoutFigure } from './layout.ts';
import { resolveFigure } from './panels/resolve.ts';
import type { FigureSpec } from './spec.ts';

/** From a figure's spec and its table to the laid-out scene. */
export function drawFigure(
  spec: FigureSpec,
  table: Table,
  style: HouseStyle,
  locale: Locale,
  beside: CalendarTables = NO_CALENDARS,
): FigureLayout {
  return layoutFigure(resolveFigure(spec, table, style, beside), style, locale);
}
