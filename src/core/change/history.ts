/** What its maker can undo and redo, step by step. */
import { type Change, UNDO, UndoArgs } from './change.ts';

/** One step back or forth: the changes that make it, the oldest first. */
export interface Step {
  changes: string[];
  label: string;
  group?: string | undefined;
}

export interface History {
  /** steps that can be undone, the newest last */
  past: readonly Step[];
  /** steps that can be redone, the next one last */
  future: readonly Step[];
}

export const NO_HISTORY: History = { past: [], future: [] };
const KEPT = 500;

type Made = Pick<Change, 'id' | 'name' | 'args' | 'label' | 'group'>;

const isStep = (step: Step | undefined, changes: readonly string[]) =>
  step !== undefined &&
  step.changes.length === changes.length &&
  step.changes.every((id, index) => id === changes[index]);

/**
 * The history after a change of its maker's. Taking the last step back moves it
 * to what can be redone, taking that back again brings it back, and anything
 * else ends what could be redone. Undoing something else, such as a colleague's
 * field, is a step of its own.
 */
export function remember({ past, future }: History, { id, name, args, label, group }: Made): History {
  if (name === UNDO) {
    const parsed = UndoArgs.safeParse(args);
    const changes = parsed.success ? parsed.data.changes : [];
    const step: Step = { changes: [id], label };
    if (isStep(past.at(-1), changes)) return { past: past.slice(0, -1), future: [...future, step] };
    if (isStep(future.at(-1), changes)) return { past: [...past, step], future: future.slice(0, -1) };
  }
  const last = past.at(-1);
  if (last && group !== undefined && last.group === group)
    return { past: [...past.slice(0, -1), { ...last, changes: [...last.changes, id] }], future: [] };
  return { past: [...past, { changes: [id], label, group }].slice(-KEPT), future: [] };
}

/** The history without a step that turned out to be impossible. */
export const forget = ({ past, future }: History, gone: Step): History => ({
  past: past.filter((step) => step !== gone),
  future: future.filter((step) => step !== gone),
});

/** Without the changes of calls that were not done, and without the steps of which nothing is left. */
export function forgetCalls(history: History, gone: readonly { call: { id: string } }[]): History {
  const ids = new Set(gone.map(({ call }) => call.id));
  const without = (steps: readonly Step[]) =>
    steps.flatMap((step) => {
      const changes = step.changes.filter((id) => !ids.has(id));
      return changes.length === step.changes.length ? [step] : changes.length > 0 ? [{ ...step, changes }] : [];
    });
  return gone.length > 0 ? { past: without(history.past), future: without(history.future) } : history;
}

/** What an author can undo and redo after a log, oldest change first. Undo survives a reload because of this. */
export const historyOf = (log: readonly Change[], by: string): History =>
  log.filter((change) => change.by === by && change.fields.length > 0).reduce(remember, NO_HISTORY);
