/** The actions of figures. */
import { useMemo } from 'react';
import { stepsBeside } from '../../core/scale/ticks.ts';
import { run } from '../state/store.ts';
import { type Action, doing, ready, useActions } from './actions.ts';
import { type FigureContext, toLines } from './figure-actions.ts';
import {
  chooseNext,
  chosenLines,
  duplicate,
  moveChosen,
  nextEmphasis,
  nextMarkers,
  nextPattern,
  nextValues,
  pickUpLook,
  remove,
  resetLook,
  showOrHide,
  swapAxis,
} from './lines.ts';
import { MAKING_ACTIONS } from './making.ts';
import { beginMeasuring, endMeasuring, measureLines } from './measuring.ts';
import { chosenPanel, nextPanel, toggleAccent } from './panels.ts';
import { COPY_KEY, copying, focusNextNote } from './sheet-keys.ts';
import { openStrip, type Strip, useView } from './view.ts';

/** The next or previous panel, where one is chosen, or line. */
const next =
  (step: 1 | -1) =>
  ({ figure, resolved }: FigureContext): boolean =>
    (resolved !== null && nextPanel(resolved, step)) || chooseNext(figure, step, false);

/** Finer (1) or coarser (−1) ticks of the value axis that is set, or date labels. */
const refine =
  (step: 1 | -1) =>
  ({ figure, layout }: FigureContext): boolean => {
    const { strip } = useView.getState();
    const axis = strip === 'left' ? layout?.left : strip === 'right' ? layout?.right : null;
    if (axis && (strip === 'left' || strip === 'right')) {
      if (axis.scale.kind === 'log') return false;
      const { finer, coarser } = stepsBeside(axis.scale.step, axis.whole);
      run('figure.setAxis', { figure: figure.id, side: strip, axis: { every: step < 0 ? coarser : finer } });
      return true;
    }
    const drawn = layout?.across.plan;
    if (!drawn || !layout) return false;
    const fits = (layout.across.planner?.fits(layout.plot.width) ?? []).filter(
      (fit) => fit.spare >= 0 && !fit.plan.byHand,
    );
    const now = fits.findIndex((fit) => fit.plan.id === drawn.plan.id);
    const found = fits[now - step];
    if (found) run('figure.setDateAxis', { figure: figure.id, plan: found.plan.id });
    return true;
  };

const toMove =
  (step: 1 | -1) =>
  ({ figure }: FigureContext): boolean => {
    if (useView.getState().strip !== 'lines') return false;
    moveChosen(figure, step);
    return true;
  };

const STRIPS: readonly { strip: Strip; name: string; also: string }[] = [
  { strip: 'lines', name: 'the lines', also: 'series, legend, colours, ledger' },
  {
    strip: 'across',
    name: 'the axis across',
    also: 'x axis, date axis, category axis, labels, window, gridlines, vertical grid',
  },
  {
    strip: 'left',
    name: 'the left axis',
    also: 'y axis, scale, range, minimum, maximum, gridlines, log, logarithmic, units',
  },
  { strip: 'right', name: 'the right axis', also: 'second axis, secondary axis, y2, dual axis' },
  { strip: 'panels', name: 'the panels', also: 'small multiples, trellis, facets, grid of charts' },
  { strip: 'words', name: 'the words', also: 'title, subtitle, source, caption, alt text, description' },
  {
    strip: 'marks',
    name: 'levels and notes',
    also: 'annotations, target, reference line, threshold, band, event, label',
  },
  { strip: 'frame', name: 'the frame', also: 'size, width, height, margins, aspect ratio, border, background' },
];

const face = (wanted: 'set' | 'inspect') => () => useView.setState({ face: wanted });

export const FIGURE_ACTIONS: readonly Action<FigureContext>[] = [
  { does: 'next line or panel', keys: ['J'], run: next(1), byKeyOnly: true },
  { does: 'previous line or panel', keys: ['K'], run: next(-1), byKeyOnly: true },
  {
    does: 'choose the next line as well',
    keys: ['Shift J'],
    run: ({ figure }) => chooseNext(figure, 1, true),
    byKeyOnly: true,
  },
  {
    does: 'choose the previous line as well',
    keys: ['Shift K'],
    run: ({ figure }) => chooseNext(figure, -1, true),
    byKeyOnly: true,
  },
  { does: 'move the chosen lines up (in the ledger)', keys: ['Alt ↑'], run: toMove(-1) },
  { does: 'move the chosen lines down (in the ledger)', keys: ['Alt ↓'], run: toMove(1) },
  {
    does: 'swap the axis of the chosen lines',
    also: 'second axis, secondary axis, right axis, y2, dual axis',
    keys: ['X'],
    run: toLines(swapAxis),
  },
  { does: 'next stroke pattern', also: 'dash, dashed, dotted, line style', keys: ['P'], run: toLines(nextPattern) },
  { does: 'next markers', also: 'symbols, points, dots', keys: ['M'], run: toLines(nextMarkers) },
  { does: 'next values shown', also: 'data labels, numbers at points', keys: ['V'], run: toLines(nextValues) },
  {
    does: 'next emphasis',
    also: 'highlight, high point, low point, maximum, minimum, peak',
    keys: ['E'],
    run: toLines(nextEmphasis),
  },
  {
    does: 'the difference between the chosen lines, or between two points you click',
    also: 'delta, change, bracket, growth, arrow',
    keys: ['D'],
    run: (context) => {
      const chosen = chosenLines(context.figure);
      if (chosen.length > 0) measureLines(context.figure, chosen);
      else beginMeasuring();
      return true;
    },
  },
  { does: 'cancel choosing points', keys: ['Escape'], run: endMeasuring, byKeyOnly: true },
  { does: 'show or hide the chosen lines', also: 'filter, series, visible', run: toLines(showOrHide) },
  { does: 'duplicate the chosen lines', also: 'copy series, clone', run: toLines(duplicate) },
  { does: 'remove the chosen lines', also: 'delete series', run: toLines(remove) },
  {
    does: 'pick up the look of the chosen line',
    also: 'format, copy format, style',
    run: toLines((figure, [first]) => first && pickUpLook(figure, first)),
  },
  {
    does: 'put the chosen lines in the house style',
    also: 'reset, default look, template',
    run: toLines(resetLook),
  },
  {
    does: 'accent the chosen panel of a figure, or let it stand back',
    also: 'highlight, grey out',
    keys: ['A'],
    run: ({ figure, resolved }) => {
      const panel = resolved ? chosenPanel(resolved) : undefined;
      if (panel) toggleAccent(figure, panel.by);
      return panel !== undefined;
    },
  },
  { does: 'move the focused label, level, event, band or note', keys: ['Arrows'] },
  { does: 'remove the focused mark, or leave the panel out', keys: ['Delete'] },
  {
    does: 'fewer date labels, or ticks of the value axis being set',
    also: 'tick interval, major unit, fewer labels',
    keys: ['['],
    run: refine(-1),
  },
  {
    does: 'more date labels, or ticks of the value axis being set',
    also: 'tick interval, major unit, more labels, minor ticks',
    keys: [']'],
    run: refine(1),
  },
  {
    does: 'look into the values of a figure, and back',
    also: 'tooltip, interactive, zoom, explore',
    keys: ['I'],
    run: doing(() => face(useView.getState().face === 'set' ? 'inspect' : 'set')()),
  },
  { does: 'next proof note (Enter corrects it)', keys: ['N'], run: focusNextNote },
  {
    does: COPY_KEY.does,
    keys: COPY_KEY.keys,
    run: copying(({ resolved }) => resolved && ((by) => by.copyFigure(resolved))),
  },
  {
    does: 'hand off this figure',
    also: 'export, download, save as, SVG, PNG, PDF, HTML, CSV, print',
    run: doing(() => useView.setState({ handOff: 'one' })),
  },
  ...MAKING_ACTIONS,
  ...STRIPS.map(({ strip, name, also }) => ({ does: `set ${name}`, also, run: doing(() => openStrip(strip)) })),
];

/** What can be done with the figure that is shown. */
export function useFigureActions(context: FigureContext | null): void {
  const { figure, layout, resolved, style, table } = context ?? {};
  const actions = useMemo(
    () =>
      figure && style
        ? ready(FIGURE_ACTIONS, {
            figure,
            layout: layout ?? null,
            resolved: resolved ?? null,
            style,
            table: table ?? null,
          })
        : [],
    [figure, layout, resolved, style, table],
  );
  useActions('figure', actions);
}
