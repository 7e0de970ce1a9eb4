import { useEffect } from 'react';
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import type { ResolvedFigure } from '../../core/figure/resolve.ts';
import type { FigureSpec } from '../../core/figure/spec.ts';
import { stepsBeside } from '../../core/scale/ticks.ts';
import { redo, run, undo } from '../state/store.ts';
import {
  chooseNext,
  chosenLines,
  moveChosen,
  nextEmphasis,
  nextMarkers,
  nextPattern,
  nextValues,
  swapAxis,
} from './lines.ts';
import { chosenPanel, nextPanel, toggleAccent } from './panels.ts';
import { useView } from './view.ts';

/** The keys, as they are listed with "?". */
export const KEYS = [
  { keys: ['J'], does: 'next line, panel, or row of the specimen' },
  { keys: ['K'], does: 'previous one' },
  { keys: ['Shift J', 'Shift K'], does: 'choose the next or previous line as well' },
  { keys: ['Alt ↑', 'Alt ↓'], does: 'move the chosen lines up or down (in the ledger)' },
  { keys: ['X'], does: 'swap the axis of the chosen lines' },
  { keys: ['P'], does: 'next stroke pattern' },
  { keys: ['M'], does: 'next markers' },
  { keys: ['V'], does: 'next values shown' },
  { keys: ['E'], does: 'next emphasis' },
  { keys: ['A'], does: 'accent the chosen panel of a figure, or let it stand back' },
  { keys: ['Arrows'], does: 'move the label, level, event, band or note that has the focus' },
  { keys: ['T'], does: 'tuck the source columns away or bring them back (in a spark table)' },
  { keys: ['I'], does: 'look into the values of a figure, and back' },
  { keys: ['N'], does: 'next proof note (Enter mends)' },
  { keys: ['['], does: 'coarser date labels, or ticks of the value axis that is set' },
  { keys: [']'], does: 'finer ones' },
  { keys: ['Enter'], does: 'change the cell (in a table)' },
  { keys: ['Alt ↓'], does: 'fill down' },
  { keys: ['Alt Enter'], does: 'insert rows' },
  { keys: ['Alt Delete'], does: 'remove rows' },
  { keys: ['Alt N'], does: 'next cell that could not be read' },
  { keys: ['Delete'], does: 'take the mark out that has the focus, or leave out the panel' },
  { keys: ['Ctrl K'], does: 'the command list' },
  { keys: ['Ctrl Z'], does: 'undo' },
  { keys: ['Ctrl Shift Z'], does: 'redo' },
  { keys: ['?'], does: 'this list' },
] as const;

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  target.closest('input:not([type=checkbox], [type=radio]), textarea, select, [contenteditable]') !== null;

/** Listens to a key anywhere on the page; no key acts while someone types in a field. */
export function useKeys(onKey: (event: KeyboardEvent) => boolean) {
  useEffect(() => {
    const listener = (event: KeyboardEvent) => {
      if (!isTyping(event.target) && onKey(event)) event.preventDefault();
    };
    document.addEventListener('keydown', listener);
    return () => document.removeEventListener('keydown', listener);
  }, [onKey]);
}

function reportKey(event: KeyboardEvent): boolean {
  const command = event.ctrlKey || event.metaKey;
  if (command && event.key.toLowerCase() === 'z') {
    if (event.shiftKey) redo();
    else undo();
    return true;
  }
  if (command && event.key.toLowerCase() === 'k') {
    useView.setState({ commands: true });
    return true;
  }
  if (event.key === '?' && !command) {
    useView.setState({ keys: !useView.getState().keys });
    return true;
  }
  return false;
}

/** Keys of the whole report. */
export function useReportKeys(): void {
  useKeys(reportKey);
}

/** Gives the focus to the next proof note, whose Enter mends. */
export function focusNextNote(): boolean {
  const notes = [...document.querySelectorAll<HTMLElement>('[data-note]')];
  const now = notes.findIndex((note) => note.contains(document.activeElement));
  notes[(now + 1) % Math.max(1, notes.length)]?.querySelector<HTMLElement>('[data-mend]')?.focus();
  return notes.length > 0;
}

/** What one key does to the chosen lines. */
const LINE_KEYS: Record<string, typeof swapAxis> = {
  x: swapAxis,
  p: nextPattern,
  m: nextMarkers,
  v: nextValues,
  e: nextEmphasis,
};

/** Keys of the figure that is shown. */
export function useFigureKeys(
  figure: FigureSpec,
  { layout, figure: resolved }: { layout: FigureLayout | null; figure: ResolvedFigure | null },
): void {
  useKeys((event) => {
    const isUp = event.key === 'ArrowUp';
    if (event.altKey && (isUp || event.key === 'ArrowDown') && useView.getState().strip === 'lines') {
      moveChosen(figure, isUp ? -1 : 1);
      return true;
    }
    if (event.ctrlKey || event.metaKey || event.altKey) return false;
    const key = event.key.toLowerCase();
    if ((key === 'j' || key === 'k') && resolved && nextPanel(resolved, key === 'j' ? 1 : -1)) return true;
    if (key === 'a' && resolved) {
      const panel = chosenPanel(resolved);
      if (panel) toggleAccent(figure, panel.by);
      return panel !== undefined;
    }
    if (key === 'j' || key === 'k') return chooseNext(figure, key === 'j' ? 1 : -1, event.shiftKey);
    if (key === 'n') return focusNextNote();
    if (key === 'i') {
      useView.setState({ face: useView.getState().face === 'set' ? 'inspect' : 'set' });
      return true;
    }
    const act = LINE_KEYS[key];
    if (act) {
      const chosen = chosenLines(figure);
      act(figure, chosen);
      return chosen.length > 0;
    }
    const { strip } = useView.getState();
    const set = strip === 'left' ? layout?.left : strip === 'right' ? layout?.right : null;
    if ((key === '[' || key === ']') && set && (strip === 'left' || strip === 'right')) {
      if (set.scale.kind === 'log') return false;
      const { finer, coarser } = stepsBeside(set.scale.step, set.whole);
      const every = key === '[' ? coarser : finer;
      run('figure.setAxis', { figure: figure.id, side: strip, axis: { every } });
      return true;
    }
    const drawn = layout?.across.plan;
    if ((key === '[' || key === ']') && drawn && layout) {
      const fits = (layout.across.planner?.fits(layout.plot.width) ?? []).filter(
        (fit) => fit.spare >= 0 && !fit.plan.byHand,
      );
      const now = fits.findIndex((fit) => fit.plan.id === drawn.plan.id);
      const next = fits[now + (key === '[' ? 1 : -1)];
      if (next) run('figure.setDateAxis', { figure: figure.id, plan: next.plan.id });
      return true;
    }
    return false;
  });
}
