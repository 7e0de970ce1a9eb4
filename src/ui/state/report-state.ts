/** What the page knows of the open report; changed by ./store.ts alone. */
import { createStore, useStore } from 'zustand';
import type { Change } from '../../core/change/change.ts';
import type { History } from '../../core/change/history.ts';
import type { Clash, Own, Refused, Window } from '../../core/change/meet.ts';
import type { OwnStyle, Report } from '../../core/report/report.ts';
import type { Blocks } from './cells.ts';

type SaveState =
  | { kind: 'saved' }
  | { kind: 'saving' }
  | { kind: 'unreachable' }
  | { kind: 'gone' }
  | { kind: 'refused'; error: string };

/** A sentence for the user, with what can be done about it. */
export interface Notice {
  /** something to know, or something that was refused */
  tone: 'accent' | 'error';
  text: string;
  offers: readonly { say: string; run(): void }[];
}

export const plainNotice = (text: string): Notice => ({ tone: 'error', text, offers: [] });

/** A style that reports have in common. */
export interface House {
  id: string;
  revision: number;
  style: OwnStyle;
}

export interface ReportState {
  id: string;
  /** what the log says and the calls that are not in it yet */
  window: Window;
  /** the report as it is shown, in its list form */
  report: Report;
  /** the style of a house by which it is set, as far as it is known here */
  house: House | null;
  history: History;
  /** this window's changes that are in the log */
  own: readonly Own[];
  blocks: Blocks;
  /** ids of calls that stand in the browser's own store, so that they are there after a reload */
  kept: ReadonlySet<string>;
  /** calls that could not be done, until they are tried again or let go */
  refused: readonly Refused[];
  /** fields that were set here and elsewhere at once */
  clashes: readonly Clash[];
  save: SaveState;
  /** one sentence for the user, such as why a change was refused */
  notice: Notice | null;
}

const store = createStore<ReportState | null>(() => null);

/** Puts a report in the place of the one that was open. */
export const start = (state: ReportState) => store.setState(state, true);

/** Reads from the open report. */
export function useReport<T>(select: (state: ReportState) => T): T {
  return useStore(store, (state) => {
    if (!state) throw new Error('No report is open.');
    return select(state);
  });
}

/** False before a report was opened in this page. */
export const isOpen = (): boolean => store.getState() !== null;

/** The open report's state now. */
export function current(): ReportState {
  const state = store.getState();
  if (!state) throw new Error('No report is open.');
  return state;
}

/** Has `heard` called after each change of the open report, before the page is drawn anew; answers what ends that. */
export const onReport = (heard: () => void): (() => void) => store.subscribe(heard);

/** Changes parts of the open report's state. */
export const set = (change: Partial<ReportState>) => store.setState({ ...current(), ...change });

/** Tells the user something in a sentence, with what can be done about it. */
export const showNotice = (text: string, offers: Notice['offers'] = [], tone: Notice['tone'] = 'error') =>
  set({ notice: { tone, text, offers } });

/** Tells the user what went wrong. */
export const showError = (error: unknown) => showNotice(error instanceof Error ? error.message : String(error));

/** Only the newest of this window's changes can still meet one whose maker had not seen them. */
const OWN_KEPT = 300;

/** This window's changes in the log, with those of some that it made. */
export function ownOf(own: readonly Own[], changes: readonly Change[], mine: ReadonlySet<string>): readonly Own[] {
  const added = changes.filter(({ id }) => mine.has(id));
  return added.length > 0 ? [...own, ...added].slice(-OWN_KEPT) : own;
}
