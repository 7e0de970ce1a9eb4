/** The actions of the report, of figures, spark tables and tables. */
import { useMemo } from 'react';
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import type { ResolvedFigure } from '../../core/figure/resolve.ts';
import type { FigureSpec, Line } from '../../core/figure/spec.ts';
import { stepsBeside } from '../../core/scale/ticks.ts';
import type { HouseStyle } from '../../core/style/style.ts';
import { redo, run, undo } from '../state/store.ts';
import { type Action, ready, useActions } from './actions.ts';
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
import { chosenPanel, nextPanel, toggleAccent } from './panels.ts';
import { openStrip, type Strip, useView } from './view.ts';

/** Does something, whatever it gives back. */
const doing =
  <Context>(act: (context: Context) => unknown) =>
  (context: Context): undefined => {
    act(context);
    return undefined;
  };

export const REPORT_ACTIONS: readonly Action[] = [
  { does: 'undo', keys: ['Ctrl Z'], run: doing(undo) },
  { does: 'redo', keys: ['Ctrl Shift Z'], run: doing(redo) },
  {
    does: 'the command list',
    keys: ['Ctrl K'],
    run: doing(() => useView.setState({ commands: true })),
    byKeyOnly: true,
  },
  { does: 'the list of keys', keys: ['?'], run: doing(() => useView.setState({ keys: !useView.getState().keys })) },
];

export interface FigureContext {
  figure: FigureSpec;
  layout: FigureLayout | null;
  resolved: ResolvedFigure | null;
  style: HouseStyle;
}

/** Gives the focus to the next proof note, whose Enter mends. */
export function focusNextNote(): boolean {
  const notes = [...document.querySelectorAll<HTMLElement>('[data-note]')];
  const now = notes.findIndex((note) => note.contains(document.activeElement));
  notes[(now + 1) % Math.max(1, notes.length)]?.querySelector<HTMLElement>('[data-mend]')?.focus();
  return notes.length > 0;
}

/** Something done to the chosen lines; nothing where none are chosen. */
const toLines =
  (act: (figure: FigureSpec, lines: Line[], context: FigureContext) => unknown) =>
  (context: FigureContext): boolean => {
    const chosen = chosenLines(context.figure);
    if (chosen.length > 0) act(context.figure, chosen, context);
    return chosen.length > 0;
  };

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

const STRIPS: readonly { strip: Strip; name: string }[] = [
  { strip: 'lines', name: 'the lines' },
  { strip: 'across', name: 'the axis across' },
  { strip: 'left', name: 'the left axis' },
  { strip: 'right', name: 'the right axis' },
  { strip: 'panels', name: 'the panels' },
  { strip: 'words', name: 'the words' },
  { strip: 'marks', name: 'levels and notes' },
  { strip: 'frame', name: 'the frame' },
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
  { does: 'swap the axis of the chosen lines', keys: ['X'], run: toLines(swapAxis) },
  { does: 'next stroke pattern', keys: ['P'], run: toLines(nextPattern) },
  { does: 'next markers', keys: ['M'], run: toLines(nextMarkers) },
  { does: 'next values shown', keys: ['V'], run: toLines(nextValues) },
  { does: 'next emphasis', keys: ['E'], run: toLines(nextEmphasis) },
  { does: 'show or hide the chosen lines', run: toLines(showOrHide) },
  { does: 'duplicate the chosen lines', run: toLines(duplicate) },
  { does: 'remove the chosen lines', run: toLines(remove) },
  { does: 'pick up the look of the chosen line', run: toLines((_, [first]) => first && pickUpLook(first)) },
  {
    does: 'put the chosen lines in the house style',
    run: toLines((figure, lines, { style }) => resetLook(style)(figure, lines)),
  },
  {
    does: 'accent the chosen panel of a figure, or let it stand back',
    keys: ['A'],
    run: ({ figure, resolved }) => {
      const panel = resolved ? chosenPanel(resolved) : undefined;
      if (panel) toggleAccent(figure, panel.by);
      return panel !== undefined;
    },
  },
  { does: 'move the label, level, event, band or note that has the focus', keys: ['Arrows'] },
  { does: 'take the mark out that has the focus, or leave out the panel', keys: ['Delete'] },
  { does: 'coarser date labels, or ticks of the value axis that is set', keys: ['['], run: refine(-1) },
  { does: 'finer date labels, or ticks of the value axis that is set', keys: [']'], run: refine(1) },
  {
    does: 'look into the values of a figure, and back',
    keys: ['I'],
    run: doing(() => face(useView.getState().face === 'set' ? 'inspect' : 'set')()),
  },
  { does: 'next proof note (Enter mends)', keys: ['N'], run: focusNextNote },
  { does: 'hand off this figure', run: doing(() => useView.setState({ handOff: true })) },
  ...STRIPS.map(({ strip, name }) => ({ does: `set ${name}`, run: doing(() => openStrip(strip)) })),
];

/** What the grid of a table hears itself. */
const TABLE_ACTIONS: readonly Action[] = [
  { does: 'change the cell (in a table)', keys: ['Enter'] },
  { does: 'fill down (in a table)', keys: ['Alt ↓'] },
  { does: 'insert rows (in a table)', keys: ['Alt Enter'] },
  { does: 'remove rows (in a table)', keys: ['Alt Delete'] },
  { does: 'next cell that could not be read', keys: ['Alt N'] },
];

/** Keys of spark tables, as they are listed; their view puts them together with what they do. */
export const SPARK_KEYS = {
  next: { does: 'next row of the specimen', keys: ['J'], byKeyOnly: true },
  previous: { does: 'previous row of the specimen', keys: ['K'], byKeyOnly: true },
  tuck: { does: 'tuck the source columns away or bring them back (in a spark table)', keys: ['T'] },
  note: { does: 'next proof note (Enter mends)', keys: ['N'] },
} as const;

type Listed = Pick<Action, 'does' | 'keys'>;

/** All keys, as they are listed with "?". */
export const KEYS: readonly { keys: readonly string[]; does: string }[] = [
  ...FIGURE_ACTIONS,
  SPARK_KEYS.next,
  SPARK_KEYS.previous,
  SPARK_KEYS.tuck,
  ...TABLE_ACTIONS,
  ...REPORT_ACTIONS,
].flatMap(({ keys, does }: Listed) => (keys ? [{ keys, does }] : []));

const OF_REPORT = ready(REPORT_ACTIONS, undefined);

/** Keys of the whole report. */
export function useReportKeys(): void {
  useActions('report', OF_REPORT);
}

/** What can be done with the figure that is shown. */
export function useFigureActions(context: FigureContext): void {
  const { figure, layout, resolved, style } = context;
  const actions = useMemo(
    () => ready(FIGURE_ACTIONS, { figure, layout, resolved, style }),
    [figure, layout, resolved, style],
  );
  useActions('figure', actions);
}
