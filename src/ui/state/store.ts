/** The open report in the page: what the log says, this window's own changes on top, and what can be undone. */
import { type Call, type Change, UNDO } from '../../core/change/change.ts';
import { type CommandArgs, type CommandName, labelOf } from '../../core/change/commands/index.ts';
import { forget, forgetCalls, historyOf, NO_HISTORY, remember } from '../../core/change/history.ts';
import {
  type Clash,
  isSettled,
  meet,
  type Pending,
  putOnTop,
  type Refused,
  setOver,
  settingFrom,
  shownIn,
  type Window,
  withClashes,
} from '../../core/change/meet.ts';
import { type Done, runCall } from '../../core/change/run.ts';
import { sayPath } from '../../core/change/say-path.ts';
import type { Path } from '../../core/named/fields.ts';
import { Refusal } from '../../core/refusal.ts';
import { callByNames } from '../../core/report/by-names.ts';
import { type ReportRecord, reportOf } from '../../core/report/record.ts';
import { storableValue } from '../../core/text/storable.ts';
import { loadChanges, type OpenedReport, type SendAnswer, sendCalls } from './api.ts';
import { type Blocks, blocksNamed, rememberBlocks } from './cells.ts';
import { keep, standAside } from './keeping.ts';
import { arrived, beginWith, fieldsOf, isKnown, isOfMakerOf, learn } from './known.ts';
import { isPageLeaving, whenLeft } from './leaving.ts';
import type { Outbox } from './outbox.ts';
import {
  current,
  isOpen,
  type Notice,
  ownOf,
  plainNotice,
  type ReportState,
  set,
  showNotice,
  start,
} from './report-state.ts';
import { author } from './session.ts';
import { readRevisionFrom, typingNow, whileTyping } from './typing.ts';

export { keptHere, letGo } from './keeping.ts';
export { current, type Notice, showError, showNotice, useReport } from './report-state.ts';

readRevisionFrom(() => current().window.revision);

/**
 * Opens a report in the page, with changes on top that this window or closed
 * ones kept; `missed` are the changes of the log since those were made.
 */
export function open(
  { id, revision, report: stored, own, house }: OpenedReport,
  outbox: Outbox,
  missed: readonly Change[],
  notice: string | null,
): void {
  beginWith(own, missed);
  rememberBlocks(outbox.blocks);
  const calls = outbox.calls.filter((call) => !isKnown(call.id));
  const kept = new Set<string>();
  const base = { id, own: [], house, blocks: outbox.blocks, kept, clashes: [], save: { kind: 'saved' } as const };
  const empty: Window = { revision, stored, pending: [] };
  start({
    ...base,
    window: empty,
    report: reportOf(stored),
    history: NO_HISTORY,
    refused: outbox.refused,
    notice: notice === null ? null : plainNotice(notice),
  });
  const { pending, refused } = putOnTop(stored, calls, fieldsOf, today);
  const window = { ...empty, pending };
  set({
    window,
    report: reportOf(shownIn(window)),
    history: pending.map(({ call, label }) => ({ ...call, label })).reduce(remember, historyOf(own, author())),
    refused: [...outbox.refused, ...refused],
  });
  const others = missed.filter(({ by }) => by !== author());
  for (const one of pending) tellMissed(one, others);
  if (calls.length > 0) {
    void keep();
    void flush();
  }
}

/** A call that an older version kept, as it is said today. */
const today = (call: Call, record: ReportRecord): Call => callByNames(call, record, current().blocks);

/** Takes changes from the log, which follow the revision that is known here, and puts this window's own on top. */
function take(changes: readonly Change[]): void {
  const before = current();
  const fresh = changes.filter(({ revision }) => revision > before.window.revision);
  if (fresh.length === 0) return;
  const mine = new Set(before.window.pending.map(({ call }) => call.id));
  learn(fresh);
  const { window, refused, clashes } = meet(before.window, fresh, before.own, fieldsOf);
  const now = current();
  set({
    window,
    report: reportOf(shownIn(window)),
    own: ownOf(now.own, fresh, mine),
    // One that could not be done here, but was done by the server, is no longer refused.
    refused: [...now.refused, ...refused].filter(({ call }) => !fresh.some(({ id }) => id === call.id)),
    history: forgetCalls(now.history, refused),
    clashes: withClashes(
      now.clashes.filter((clash) => !isSettled(clash, fresh, isOfMakerOf(clash, mine))),
      clashes,
    ),
  });
}

/** Fetches changes until the newest is known. What is fetched twice is taken once. */
async function catchUp(): Promise<void> {
  for (;;) {
    const { id, window } = current();
    const { changes, revision } = await loadChanges(id, window.revision);
    take(changes);
    if (current().window.revision >= revision || changes.length === 0) return;
  }
}

/** Takes changes that were told; what is missing between is fetched. */
export function receive(changes: readonly Change[]): void {
  const { revision } = current().window;
  const first = changes.find((change) => change.revision > revision);
  if (!first) return;
  if (first.revision === revision + 1) take(changes);
  // Where that fails, they are told again by the next change, or when the window is seen again.
  else catchUp().catch((error: unknown) => console.warn('Changes could not be fetched.', error));
}

/** The server is there again: what was missed is fetched, and what is kept is sent. */
export function reached(): void {
  catchUp().catch((error: unknown) => console.warn('Changes could not be fetched.', error));
  if (current().save.kind === 'unreachable') void flush();
}

/** Moves calls that the server would not do to what was refused, and drops those it has already. */
function settle({ refused, known: there }: Extract<SendAnswer, { kind: 'taken' }>): void {
  const { window, refused: before, history } = current();
  const why = new Map(refused.map(({ id, error }) => [id, error]));
  const gone = window.pending.flatMap(({ call, label }) => {
    const error = why.get(call.id);
    return error === undefined ? [] : [{ call, label, why: error }];
  });
  const left = window.pending.filter(({ call }) => !why.has(call.id) && !there.includes(call.id));
  if (left.length === window.pending.length) return;
  const again = putOnTop(
    window.stored,
    left.map(({ call }) => call),
    fieldsOf,
  );
  const next = { ...window, pending: again.pending };
  const all = [...gone, ...again.refused];
  set({
    window: next,
    report: reportOf(shownIn(next)),
    refused: [...before, ...all],
    history: forgetCalls(history, all),
  });
}

const RETRY_MS = 2000;
/** As many calls go in one request. */
const BATCH = 200;
let sending: Promise<void> | undefined;
let retry: ReturnType<typeof setTimeout> | undefined;

/** Blocks that calls which are not in the log yet still name. */
const blocksLeft = ({ window, refused, blocks }: ReportState): Blocks =>
  blocksNamed(
    [...window.pending, ...refused].map(({ call }) => call),
    blocks,
  );

/** Moves a call that the server does not take at all, whatever stands beside it, to what was refused. */
const setAside = (id: string, error: string) =>
  settle({ kind: 'taken', changes: [], refused: [{ id, error }], known: [] });

async function sendAll(): Promise<void> {
  let most = BATCH;
  for (;;) {
    const { id, window, blocks } = current();
    const commands = window.pending.slice(0, most).map(({ call }) => call);
    if (commands.length === 0) {
      set({ save: { kind: 'saved' } });
      return;
    }
    if (current().save.kind !== 'saving') set({ save: { kind: 'saving' } });
    const answer = await sendCalls(id, { base: window.revision, commands, blocks: blocksNamed(commands, blocks) });
    const [first, ...others] = commands;
    if (answer.kind === 'unfit' && first) {
      // Which of them it is that the server cannot read is found by sending fewer.
      if (others.length > 0) most = Math.ceil(commands.length / 2);
      else {
        setAside(first.id, answer.error);
        await keep();
      }
      continue;
    }
    if (answer.kind === 'taken') {
      most = BATCH;
      receive(answer.changes);
      settle(answer);
      const state = current();
      if (Object.keys(state.blocks).length > 0) set({ blocks: blocksLeft(state) });
      await keep();
      continue;
    }
    if (answer.kind === 'unfit') return;
    set({ save: answer });
    clearTimeout(retry);
    if (answer.kind === 'unreachable') retry = setTimeout(() => void flush(), RETRY_MS);
    return;
  }
}

/** Sends what is not in the log yet; resolves when that is done or cannot be done now. */
export function flush(): Promise<void> {
  clearTimeout(retry);
  sending ??= sendAll().finally(() => {
    sending = undefined;
  });
  return sending;
}

/** True when everything is saved. */
export async function saved(): Promise<boolean> {
  while (current().window.pending.length > 0) {
    await flush();
    if (current().save.kind !== 'saved' && current().save.kind !== 'saving') return false;
  }
  return true;
}

function add(call: Call, { record: after, label, fields }: Done, blocks: Blocks, notice: Notice | null): void {
  const { history, window, save } = current();
  rememberBlocks(blocks);
  set({
    // It is never called saved while it is only here.
    save: save.kind === 'saved' ? { kind: 'saving' } : save,
    window: { ...window, pending: [...window.pending, { call, label, fields, after }] },
    report: reportOf(after),
    history: remember(history, { ...call, label }),
    blocks: { ...current().blocks, ...blocks },
    notice,
  });
  // What is seen changes first; keeping and sending follow at once after it, or before a page that goes is gone.
  if (isPageLeaving()) keepAndSend();
  else setTimeout(keepAndSend);
}

function keepAndSend(): void {
  void keep();
  if (current().save.kind !== 'refused' && current().save.kind !== 'gone') void flush();
}

// What was about to follow, or is on its way, may end with the page.
whenLeft(() => {
  if (isOpen() && current().window.pending.length > 0) keepAndSend();
});

const REPLACED = 'A character that cannot be stored was replaced by “\uFFFD”.';

/** Tells of fields that others set which the maker of a call had not seen. */
function tellMissed(pending: Pending, others: readonly Change[]): void {
  const { clashes } = current();
  const missed = others
    .filter(({ revision }) => revision > (pending.call.seen ?? 0))
    .flatMap((change) => setOver([pending], change));
  if (missed.length > 0) set({ clashes: withClashes(clashes, missed) });
}

interface How {
  /** cells of columns that the command brings */
  blocks?: Blocks;
}

function attempt(name: string, given: unknown, { blocks = {} }: How): Done | string | null {
  const { group, quiet, seen: seenTyping, last } = typingNow() ?? { quiet: false };
  const cleaned = storableValue(given);
  if (!cleaned) return 'What was given is nested too deeply.';
  const { value: args, replaced } = cleaned;
  const { window } = current();
  const seen = Math.min(seenTyping ?? window.revision, window.revision);
  const call: Call = { id: crypto.randomUUID(), name, args, seen, ...(group && { group }) };
  try {
    const done = runCall(shownIn(window), call, fieldsOf);
    if (done.fields.length === 0) return null;
    add(call, done, blocks, replaced > 0 ? plainNotice(REPLACED) : null);
    const others = arrived().filter(({ id }) => !current().own.some((mine) => mine.id === id));
    tellMissed({ call, label: done.label, fields: done.fields, after: done.record }, others);
    return done;
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    if (last) standAside({ call, label: labelOf(name), why: error.message }, blocks);
    else if (!quiet) set({ notice: plainNotice(error.message) });
    return error.message;
  }
}

/** Runs a command on the open report. Returns what was refused, or null when it was done. */
export function run<Name extends CommandName>(name: Name, args: CommandArgs<Name>, how: How = {}): string | null {
  const done = attempt(name, args, how);
  return typeof done === 'string' ? done : null;
}

/** Runs several commands as one step to undo; `work` gives what was refused, or null. */
export function runTogether(work: () => string | null): string | null {
  const together = typingNow() ?? { group: crypto.randomUUID(), quiet: false, seen: current().window.revision };
  return whileTyping(together, work);
}

/** Takes changes back, and says which fields had to stay because they were changed since. */
function takeBack(changes: readonly string[], only?: readonly Path[]): string | null {
  const before = current().report;
  const done = attempt(UNDO, { changes, ...(only && { only }) }, {});
  if (typeof done === 'string') return done;
  const [left, ...others] = done?.left ?? [];
  if (left)
    showNotice(
      `${sayPath(before, left)}${others.length > 0 ? ` and ${others.length} more` : ''} stayed: changed since by someone else.`,
    );
  return null;
}

function step(way: 'past' | 'future'): void {
  const { history } = current();
  const found = history[way].at(-1);
  if (found && takeBack(found.changes) !== null) set({ history: forget(current().history, found) });
}

export const undo = () => step('past');
export const redo = () => step('future');

/** Lets clashes be: what stands stays. */
export const leaveClashes = (clashes: readonly Clash[]) =>
  set({ clashes: current().clashes.filter((other) => !clashes.includes(other)) });

/** Puts the other values of clashes of two edits in the place of those that stand. */
export function takeOthers(clashes: readonly Clash[]): void {
  leaveClashes(clashes);
  const pending = current().window.pending.map(({ call, fields }) => ({ id: call.id, by: author(), fields }));
  const all = [...arrived(), ...pending];
  const changes = new Set(clashes.flatMap((clash) => settingFrom(clash, all)));
  const order = new Map(all.map(({ id }, at) => [id, at]));
  const set = [...changes].sort((a, b) => (order.get(a) ?? 0) - (order.get(b) ?? 0));
  if (set.length > 0)
    takeBack(
      set,
      clashes.map(({ path }) => path),
    );
}

/** Tries what was refused again: all of it, or one call. */
export function tryAgain(only?: string): void {
  const { refused: before, save } = current();
  const isWanted = ({ call }: Refused) => only === undefined || call.id === only;
  const refused = before.filter(isWanted);
  set({ refused: before.filter((one) => !isWanted(one)), notice: null });
  if (save.kind === 'refused' || save.kind === 'gone') set({ save: { kind: 'saving' } });
  const { window } = current();
  const again = putOnTop(
    shownIn(window),
    refused.map(({ call }) => ({ ...call, seen: window.revision })),
    fieldsOf,
    today,
  );
  const next = { ...window, pending: [...window.pending, ...again.pending] };
  set({
    window: next,
    report: reportOf(shownIn(next)),
    history: again.pending.map(({ call, label }) => ({ ...call, label })).reduce(remember, current().history),
    refused: [...current().refused, ...again.refused],
  });
  void keep();
  void flush();
}

export const dismissNotice = () => set({ notice: null });
