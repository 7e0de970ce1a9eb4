/** The log and the newest report, as a server keeps them. */
import { demoReport } from '../demo/skerry.ts';
import type { Call, Change } from '../src/core/change/change.ts';
import { runCall } from '../src/core/change/run.ts';
import { Refusal } from '../src/core/refusal.ts';
import { type ReportRecord, recordOf } from '../src/core/report/record.ts';

/** What goes over the wire, and comes out of a database, is JSON. */
export const sent = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

export interface Taken {
  revision: number;
  changes: Change[];
  refused: { id: string; error: string }[];
  known: string[];
}

export class Log {
  record: ReportRecord;
  readonly changes: Change[] = [];
  readonly #known = new Map<string, Change>();

  constructor(record: ReportRecord = recordOf(demoReport().report)) {
    this.record = record;
  }

  /** Does calls in order, each of them once; what cannot be done is refused. */
  take(by: string, base: number, calls: readonly Call[]): Taken {
    const refused: { id: string; error: string }[] = [];
    const known: string[] = [];
    for (const call of sent(calls)) {
      if (this.#known.has(call.id)) {
        known.push(call.id);
        continue;
      }
      try {
        const done = runCall(this.record, call, (id) => this.#known.get(id));
        this.record = sent(done.record);
        const revision = this.changes.length + 1;
        const seen = Math.min(call.seen ?? base, revision - 1);
        const change: Change = sent({ ...call, seen, revision, by, label: done.label, fields: done.fields });
        this.changes.push(change);
        this.#known.set(change.id, change);
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        refused.push({ id: call.id, error: error.message });
      }
    }
    return { revision: this.changes.length, changes: sent(this.changes.slice(base)), refused, known };
  }
}
