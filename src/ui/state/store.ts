/** The open report in the page: its document, what can be undone, and what is still to be saved. */
import { createStore, useStore } from 'zustand';
import { Refusal } from '../../core/refusal.ts';
import { type Call, type CommandArgs, type CommandName, patchReport, runCommand } from '../../core/report/commands.ts';
import { type History, remember } from '../../core/report/history.ts';
import { type PendingChange, rebase } from '../../core/report/rebase.ts';
import type { Report } from '../../core/report/report.ts';
import type { SentChange } from '../../core/report/save.ts';
import { type OpenedReport, sendChanges } from './api.ts';
import { type Blocks, rememberBlocks } from './cells.ts';
import { keepOutbox } from './outbox.ts';

type SaveState =
  | { kind: 'saved' }
  | { kind: 'saving' }
  | { kind: 'unreachable' }
  | { kind: 'refused'; error: string }
  | { kind: 'conflict'; newer: OpenedReport; known: string[] };

/** A sentence for the user, with what can be done about it. */
export interface Notice {
  text: string;
  offers: readonly { say: string; run(): void }[];
}

const plainNotice = (text: string): Notice => ({ text, offers: [] });

interface ReportState {
  id: string;
  /** revision of the last saved state */
  revision: number;
  report: Report;
  history: History;
  pending: PendingChange[];
  blocks: Blocks;
  save: SaveState;
  /** one sentence for the user, such as why a change was refused */
  notice: Notice | null;
}

const store = createStore<ReportState | null>(() => null);

/** Reads from the open report. */
export function useReport<T>(select: (state: ReportState) => T): T {
  return useStore(store, (state) => {
    if (!state) throw new Error('No report is open.');
    return select(state);
  });
}

function current(): ReportState {
  const state = store.getState();
  if (!state) throw new Error('No report is open.');
  return state;
}

const set = (change: Partial<ReportState>) => store.setState({ ...current(), ...change });

/** Opens a report in the page; `pending` are changes that an earlier page could not save. */
export function open(
  opened: OpenedReport,
  pending: PendingChange[] = [],
  blocks: Blocks = {},
  notice: string | null = null,
): void {
  const { id, revision, report, history } = opened;
  const told = notice === null ? null : plainNotice(notice);
  store.setState({ id, revision, report, history, pending, blocks, save: { kind: 'saved' }, notice: told }, true);
  if (pending.length > 0) void flush();
}

const RETRY_MS = 2000;
let sending: Promise<void> | undefined;
let retry: ReturnType<typeof setTimeout> | undefined;

async function sendAll(): Promise<void> {
  for (;;) {
    const { id, revision, pending, blocks, save } = current();
    if (pending.length === 0 || save.kind === 'conflict' || save.kind === 'refused') return;
    const sent = pending.length;
    const names = Object.keys(blocks);
    set({ save: { kind: 'saving' } });
    const changes = pending.map(({ call: _, ...change }) => change);
    const answer = await sendChanges(id, { base: revision, changes, blocks });
    if (answer.kind === 'saved') {
      const left = current().pending.slice(sent);
      const leftBlocks = Object.fromEntries(Object.entries(current().blocks).filter(([name]) => !names.includes(name)));
      set({
        revision: answer.revision,
        pending: left,
        blocks: leftBlocks,
        save: { kind: left.length > 0 ? 'saving' : 'saved' },
      });
      await keepOutbox(id, { base: answer.revision, pending: left, blocks: leftBlocks });
      continue;
    }
    set({ save: answer });
    if (answer.kind === 'unreachable') {
      clearTimeout(retry);
      retry = setTimeout(() => void flush(), RETRY_MS);
    }
    return;
  }
}

/** Saves what is still to be saved; resolves when it is done or cannot be done now. */
export function flush(): Promise<void> {
  sending ??= sendAll().finally(() => {
    sending = undefined;
  });
  return sending;
}

/** True when everything is saved. */
export async function saved(): Promise<boolean> {
  while (current().pending.length > 0) {
    await flush();
    if (current().save.kind !== 'saved' && current().save.kind !== 'saving') return false;
  }
  return true;
}

function add(report: Report, change: Omit<PendingChange, 'id'>, blocks: Blocks = {}) {
  const { history, pending } = current();
  const entry: PendingChange = { id: crypto.randomUUID(), ...change };
  rememberBlocks(blocks);
  const allBlocks = { ...current().blocks, ...blocks };
  const allPending = [...pending, entry];
  set({ report, history: remember(history, entry), pending: allPending, blocks: allBlocks, notice: null });
  // What is seen changes first; keeping and sending follow at once after it.
  setTimeout(() => {
    const { id, revision, pending, blocks } = current();
    void keepOutbox(id, { base: revision, pending, blocks });
    void flush();
  });
}

/** Runs a command on the open report. Returns what was refused, or null when it was done. */
export function run<Name extends CommandName>(name: Name, args: CommandArgs<Name>, blocks?: Blocks): string | null {
  try {
    const { report, label, patches, inverse } = runCommand(current().report, name, args);
    if (patches.length === 0) return null;
    const call = { name, args } as Call;
    add(
      report,
      { kind: 'do', label, patches: patches as SentChange['patches'], inverse: inverse as SentChange['inverse'], call },
      blocks,
    );
    return null;
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    set({ notice: plainNotice(error.message) });
    return error.message;
  }
}

function step(kind: 'undo' | 'redo') {
  const { report, history } = current();
  const entry = kind === 'undo' ? history.past.at(-1) : history.future.at(-1);
  if (!entry) return;
  const [forth, back] = kind === 'undo' ? [entry.inverse, entry.patches] : [entry.patches, entry.inverse];
  try {
    const change = {
      kind,
      label: entry.label,
      patches: forth as SentChange['patches'],
      inverse: back as SentChange['inverse'],
      call: null,
    };
    add(patchReport(report, forth), change);
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    set({
      notice: plainNotice(
        `The ${entry.label} can no longer be ${kind === 'undo' ? 'undone' : 'redone'}: the report was changed elsewhere.`,
      ),
    });
  }
}

export const undo = () => step('undo');
export const redo = () => step('redo');

/** Takes the newer document of a conflict and puts this page's changes on top. */
export function takeNewer(): void {
  const { save, pending, blocks, id } = current();
  if (save.kind !== 'conflict') return;
  const { newer, known } = save;
  const rebased = rebase(newer, pending, known);
  const lost =
    rebased.dropped.length > 0 ? `No longer possible on the newer version: ${rebased.dropped.join(', ')}.` : null;
  open({ ...newer, report: rebased.report, history: rebased.history }, rebased.pending, blocks, lost);
  void keepOutbox(id, { base: newer.revision, pending: rebased.pending, blocks });
}

/** Lets go of a change that the server refused, going back to what is saved. */
export async function reload(): Promise<void> {
  await keepOutbox(current().id, { base: 0, pending: [], blocks: {} });
  location.reload();
}

export const dismissNotice = () => set({ notice: null });
export const showNotice = (text: string, offers: Notice['offers'] = []) => set({ notice: { text, offers } });
