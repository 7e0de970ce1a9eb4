/** Several figures of the report set at once: to one scale, one width, plots that begin and end alike, or as another one. */

import { calendarTablesOf } from '../../core/figure/calendar.ts';
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import type { LaidOn } from '../../core/figure/laid-on.ts';
import { layoutFigure } from '../../core/figure/layout.ts';
import { resolveFigure } from '../../core/figure/panels/resolve.ts';
import type { FigureSpec, Side } from '../../core/figure/spec.ts';

import { holdingRange } from '../../core/scale/holding.ts';
import { inMm } from '../../core/scene/scene.ts';
import { houseLocale } from '../../core/text/house-locale.ts';
import { current } from '../state/report-state.ts';
import { run, runTogether, showError } from '../state/store.ts';
import { styleNow } from '../state/style.ts';
import { fetchTable } from '../state/tables.ts';

/** A figure as it is drawn now. Throws an Error with a sentence where its data are not there. */
async function layoutOf(figure: FigureSpec): Promise<FigureLayout> {
  const { report } = current();
  const beside = new Map(
    await Promise.all(calendarTablesOf(figure.marks).map(async (id) => [id, await fetchTable(id)] as const)),
  );
  return layoutFigure(
    resolveFigure(figure, await fetchTable(figure.table), styleNow(), beside),
    styleNow(),
    houseLocale(report.locale, styleNow()),
  );
}

/** Does something with figures as they are drawn; says why where one cannot be drawn. */
async function withLayouts(
  figures: readonly FigureSpec[],
  act: (layouts: readonly FigureLayout[]) => string | null,
): Promise<void> {
  try {
    const layouts = await Promise.all(figures.map(layoutOf));
    runTogether(() => act(layouts));
  } catch (error) {
    showError(error);
  }
}

const SIDES: readonly Side[] = ['left', 'right'];

/** The range that holds those of all drawn axes of a side, with the widest step among them; null where none is drawn or one is logarithmic. */
function commonRange(layouts: readonly FigureLayout[], side: Side): { from: number; to: number; every: number } | null {
  const scales = layouts.flatMap((layout) => layout[side] ?? []).map(({ scale }) => scale);
  return scales.some(({ kind }) => kind === 'log') ? null : holdingRange(scales);
}

const setRanges = (figures: readonly FigureSpec[], layouts: readonly FigureLayout[]): string | null => {
  for (const side of SIDES) {
    const range = commonRange(layouts, side);
    if (!range) continue;
    for (const { id } of figures) {
      const refused = run('figure.setAxis', { figure: id, side, axis: range });
      if (refused !== null) return refused;
    }
  }
  return null;
};

/** Gives figures one scale, which holds the values of all of them. */
export const oneScale = (figures: readonly FigureSpec[]): Promise<void> =>
  withLayouts(figures, (layouts) => setRanges(figures, layouts));

/** Makes figures as wide as the first of them. */
export const oneWidth = ([first, ...others]: readonly FigureSpec[]): string | null =>
  first
    ? runTogether(() => {
        for (const { id } of others) {
          const refused = run('figure.setFrame', { figure: id, width: first.frame.width });
          if (refused !== null) return refused;
        }
        return null;
      })
    : null;

/** Lets the plots of figures begin and end at the same distance from their edges: at the widest that one of them needs. */
export const alignedPlots = (figures: readonly FigureSpec[]): Promise<void> =>
  withLayouts(figures, (layouts) =>
    run('figure.alignPlots', {
      figures: figures.map(({ id }) => id),
      plotLeft: Math.max(...layouts.map(({ panels }) => inMm(panels.left))),
      plotRight: Math.max(
        ...layouts.map(
          ({ panels }, at) => Math.round(((figures[at]?.frame.width ?? 0) - inMm(panels.right)) * 10) / 10,
        ),
      ),
    }),
  );

/** Lays the looks of a figure, or its scale and size as they are drawn, on others. */
export async function asIn(model: FigureSpec, figures: readonly FigureSpec[], what: LaidOn): Promise<void> {
  const ids = figures.map(({ id }) => id).filter((id) => id !== model.id);
  if (ids.length === 0) return;
  const lay = () => run('figure.layOn', { figures: ids, of: model.id, what });
  if (what === 'looks') {
    lay();
    return;
  }
  // A scale that follows the data of its own figure is laid on as it is drawn.
  await withLayouts(
    [model],
    (layouts) =>
      lay() ??
      setRanges(
        figures.filter(({ id }) => id !== model.id),
        layouts,
      ),
  );
}
