/** Making levels, notes, lines and panels by the command list or by key. */
import { draftLevel } from '../../core/figure/draft-marks.ts';
import { run } from '../state/store.ts';
import { storedLine } from '../state/stored.ts';
import { type Action, doing } from './actions.ts';
import { type FigureContext, toLines } from './figure-actions.ts';
import { addMark, noteAtLast } from './levels.ts';
import { addCalculated, chosenLines, showAll, showOnly, standOut, toggleNames } from './lines.ts';
import { joinPanels, splitFigure } from './panels.ts';
import { openStrip } from './view.ts';

/** What is made of a figure in its strips, by the command list or by key as well. */
export const MAKING_ACTIONS: readonly Action<FigureContext>[] = [
  {
    does: 'add a target level',
    also: 'reference line, threshold, goal, benchmark',
    run: ({ figure, layout }) => {
      if (!layout) return false;
      const [line] = chosenLines(figure);
      const shown = line ?? figure.lines.find((one) => one.shown);
      addMark(figure, draftLevel(crypto.randomUUID(), figure, layout, shown && storedLine(figure, shown)));
      return true;
    },
  },
  {
    does: 'a note at the last point of the chosen line',
    also: 'annotation, callout, comment, text, label',
    keys: ['T'],
    run: ({ figure, table, layout }) => {
      const line = chosenLines(figure)[0] ?? figure.lines.find((one) => one.shown);
      if (!table || !layout || !line) return false;
      noteAtLast(figure, table, layout, line);
      return true;
    },
  },
  {
    does: 'add the rolling mean of the chosen line',
    also: 'trend, trendline, moving average, smoothing',
    run: ({ figure, table }) => table !== null && addCalculated(figure, table, 'rolling mean'),
  },
  {
    does: 'add the same periods a year earlier',
    also: 'last year, previous year, prior period, comparison',
    run: ({ figure, table }) => table !== null && addCalculated(figure, table, 'year earlier'),
  },
  {
    does: 'split the figure by its lines into panels',
    also: 'small multiples, trellis, facets',
    run: ({ figure, table }) => {
      if (!table || figure.panels || figure.lines.filter(({ shown }) => shown).length < 2) return false;
      splitFigure(figure, table, { kind: 'lines' });
      openStrip('panels');
      return true;
    },
  },
  {
    does: 'join the panels into one plot',
    also: 'small multiples, overlay',
    run: ({ figure }) => {
      if (!figure.panels) return false;
      joinPanels(figure);
      return true;
    },
  },
  {
    does: 'turn the names of all lines off, or on again',
    also: 'legend, direct labels, line labels',
    run: doing(({ figure }) => toggleNames(figure)),
  },
  { does: 'show all lines', also: 'series, visible', run: doing(({ figure }) => showAll(figure, true)) },
  { does: 'make the chosen lines stand out', also: 'highlight, accent, grey the rest', run: toLines(standOut) },
  { does: 'show the chosen lines only', also: 'isolate, filter, series', run: toLines(showOnly) },
  {
    does: 'turn the grid lines of the left axis on or off',
    also: 'gridlines, horizontal grid',
    run: doing(({ figure: { id, leftAxis } }) =>
      run('figure.setAxis', { figure: id, side: 'left', axis: { grid: leftAxis.grid === 'none' ? 'major' : 'none' } }),
    ),
  },
  {
    does: 'turn the grid lines of the axis across on or off',
    also: 'gridlines, vertical grid',
    run: doing(({ figure: { id, dateAxis } }) =>
      run('figure.setDateAxis', { figure: id, grid: dateAxis.grid === 'none' ? 'major' : 'none' }),
    ),
  },
];
