/** What is done to the panels of a figure; the strip, the keys and the sheet use it. */

import { withLeftOut } from '../../core/figure/panels/change.ts';
import { heightFor } from '../../core/figure/panels/draft.ts';
import { Panels, type Split } from '../../core/figure/panels/spec.ts';
import type { Panel, ResolvedFigure } from '../../core/figure/resolve.ts';
import type { FigureSpec } from '../../core/figure/spec.ts';
import { partsBetween } from '../../core/named/parts.ts';
import type { Part } from '../../core/scene/scene.ts';
import type { Table } from '../../core/table/column.ts';
import { run } from '../state/store.ts';
import { openPart, panelOfPart, useView } from './view.ts';

export const setPanels = (figure: FigureSpec, panels: Partial<Panels>): string | null =>
  figure.panels &&
  run('figure.setPanels', {
    figure: figure.id,
    set: partsBetween(Panels, figure.panels, { ...figure.panels, ...panels }),
  });

/** Splits a figure that has one plot, and makes it high enough for its panels. */
export function splitFigure(figure: FigureSpec, table: Table, by: Split, down: Split | null = null): string | null {
  const lines = figure.lines.filter(({ shown }) => shown);
  const units = new Set(
    lines.map(({ column }) => {
      const found = table.columns.find(({ key }) => key === column);
      return found?.kind === 'number' ? found.unit : null;
    }),
  );
  // Measures of different units have no scale in common.
  const differ = units.size > 1;
  const scale =
    differ && by.kind === 'lines' ? 'panels' : differ && down?.kind === 'lines' ? ('rows' as const) : ('all' as const);
  const panels = Panels.parse({ by, down, scale });
  const height = heightFor(panels, table, lines.length, figure.frame);
  return run('figure.split', { figure: figure.id, panels, height });
}

/** Leaves a category's or a line's panels out of a direction, or brings them back. */
export const leaveOut = (figure: FigureSpec, way: 'by' | 'down', key: string, out: boolean): string | null =>
  figure.panels ? setPanels(figure, { without: withLeftOut(figure.panels, way, key, out) }) : null;

/** Leaves out the panel that is pointed at, with all of its category. */
export function leaveOutPart(figure: FigureSpec, { panels }: ResolvedFigure, part: Part): void {
  const panel = panels.list.find(({ key }) => key === panelOfPart(part));
  if (panel && leaveOut(figure, 'by', panel.by, true) === null) useView.setState({ part: null });
}

export const joinPanels = (figure: FigureSpec): string | null => {
  const refused = run('figure.split', { figure: figure.id, panels: null });
  if (refused === null) useView.setState({ part: null });
  return refused;
};

/** Accents a category's panels against the rest in grey, or lets them stand back again. */
export function toggleAccent(figure: FigureSpec, key: string): string | null {
  const { panels } = figure;
  if (!panels) return null;
  const { colours } = panels;
  if (colours.kind !== 'accent')
    return setPanels(figure, {
      colours: Panels.parse({ ...panels, colours: { kind: 'accent', keys: [key] } }).colours,
    });
  const keys = colours.keys.includes(key) ? colours.keys.filter((other) => other !== key) : [...colours.keys, key];
  return setPanels(figure, { colours: { ...colours, keys } });
}

/** The panel that is chosen. */
export function chosenPanel({ panels }: ResolvedFigure): Panel | undefined {
  const key = panelOfPart(useView.getState().part);
  return panels.list.find((panel) => panel.key === key);
}

/** The panel after or before the chosen one, round the ends; false where none is chosen. */
export function nextPanel(resolved: ResolvedFigure, step: 1 | -1): boolean {
  const { list } = resolved.panels;
  const now = chosenPanel(resolved);
  if (!now) return false;
  const next = list[(list.indexOf(now) + step + list.length) % list.length];
  if (next) openPart(`panel:${next.key}`);
  return true;
}
