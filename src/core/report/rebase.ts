import { Refusal } from '../refusal.ts';
import { type Call, patchReport, runCommand } from './commands.ts';
import { type History, remember } from './history.ts';
import type { Report } from './report.ts';
import type { SentChange } from './save.ts';

/** A change that is not saved yet, with the command that made it (none for an undo or a redo). */
export interface PendingChange extends SentChange {
  call: Call | null;
}

export interface Rebased {
  report: Report;
  history: History;
  pending: PendingChange[];
  /** labels of the changes that no longer make sense on the newer report */
  dropped: string[];
}

/**
 * Puts changes that were made on an older state of a report on top of a newer
 * one: commands are run again; an undo or redo is kept when its patches still
 * fit. Changes in `known` are in the newer report already and are left out.
 */
export function rebase(
  newer: { report: Report; history: History },
  pending: readonly PendingChange[],
  known: readonly string[] = [],
): Rebased {
  const stored = new Set(known);
  let { report, history } = newer;
  const kept: PendingChange[] = [];
  const dropped: string[] = [];
  for (const change of pending) {
    if (stored.has(change.id)) continue;
    try {
      if (change.call) {
        const again = runCommand(report, change.call.name, change.call.args);
        report = again.report;
        kept.push({
          ...change,
          patches: again.patches as SentChange['patches'],
          inverse: again.inverse as SentChange['inverse'],
        });
      } else {
        report = patchReport(report, change.patches);
        kept.push(change);
      }
      const last = kept.at(-1);
      if (last) history = remember(history, last);
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      dropped.push(change.label);
    }
  }
  return { report, history, pending: kept, dropped };
}
