import type { Patch } from './commands.ts';

/** One change as it is kept in a report's log. */
export interface LogEntry {
  id: string;
  kind: 'do' | 'undo' | 'redo';
  label: string;
  patches: Patch[];
  inverse: Patch[];
}

export interface History {
  /** changes that can be undone, oldest first */
  past: LogEntry[];
  /** changes that can be redone, the next one last */
  future: LogEntry[];
}

const KEPT = 500;

/**
 * Adds a change to a history: an undo takes the last done change away, a redo
 * brings the last undone one back, anything else ends what could be redone.
 */
export function remember(history: History, entry: LogEntry): History {
  const { past, future } = history;
  if (entry.kind === 'undo') {
    const undone = past.at(-1);
    return undone ? { past: past.slice(0, -1), future: [...future, undone] } : history;
  }
  if (entry.kind === 'redo') {
    const redone = future.at(-1);
    return redone ? { past: [...past, redone], future: future.slice(0, -1) } : history;
  }
  return { past: [...past, entry].slice(-KEPT), future: [] };
}

/** What can be undone and redone after a log, oldest entry first. Undo survives a reload because of this. */
export function historyOf(log: readonly LogEntry[]): History {
  return log.reduce(remember, { past: [], future: [] });
}
