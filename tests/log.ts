/** The log and the newest report, as a server keeps them. */
import { demoReport } from '../demo/skerry.ts';
import { type Call, type Change, UNDO } from '../src/core/change/change.ts';
import { FOLD, foldOf, foldsAfter, longTables } from '../src/core/change/fold.ts';
import { runCall } from '../src/core/change/run.ts';
import { applyFields } from '../src/core/named/fields.ts';
import { Refusal } from '../src/core/refusal.ts';
import { type ReportRecord, recordOf, reportOf } from '../src/core/report/record.ts';
import type { Cell } from '../src/core/table/column.ts';

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

  /** blocks of what was typed, put together */
  readonly layers = new Map<string, readonly Cell[]>();
  readonly #foldFrom: number;

  /** `foldFrom` is how many typed cells of a table are put together. */
  constructor(record: ReportRecord = recordOf(demoReport().report), foldFrom = Number.POSITIVE_INFINITY) {
    this.record = record;
    this.#foldFrom = foldFrom;
  }

  /** Puts typed cells together as the server does, in tables that have so many. */
  putTogether(from = this.#foldFrom): void {
    for (const table of longTables(reportOf(this.record), from)) {
      const made = foldOf(
        table,
        (block) => this.layers.get(block) ?? [],
        () => `layer-${this.layers.size}-${crypto.randomUUID()}`,
      );
      for (const [id, cells] of Object.entries(made.blocks)) this.layers.set(id, cells);
      this.record = sent(applyFields(this.record, made.fields)) as ReportRecord;
      const revision = this.changes.length + 1;
      const about = { id: crypto.randomUUID(), name: FOLD, args: { table: table.id, under: made.under }, label: FOLD };
      const change: Change = sent({ ...about, seen: revision - 1, revision, by: 'rizo', fields: made.fields });
      this.changes.push(change);
      this.#known.set(change.id, change);
    }
  }

  /** Does calls in order, each of them once; what cannot be done is refused. */
  take(by: string, base: number, calls: readonly Call[]): Taken {
    const refused: { id: string; error: string }[] = [];
    const known: string[] = [];
    let isTyped = false;
    for (const call of sent(calls)) {
      if (this.#known.has(call.id)) {
        known.push(call.id);
        continue;
      }
      try {
        const done = runCall(this.record, call, (id) => {
          const change = this.#known.get(id);
          return change && { ...change, folds: foldsAfter(this.changes, change.revision) };
        });
        this.record = sent(done.record);
        const revision = this.changes.length + 1;
        const seen = Math.min(call.seen ?? base, revision - 1);
        const change: Change = sent({ ...call, seen, revision, by, label: done.label, fields: done.fields });
        this.changes.push(change);
        this.#known.set(change.id, change);
        isTyped ||= call.name !== UNDO;
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        refused.push({ id: call.id, error: error.message });
      }
    }
    if (isTyped) this.putTogether();
    return { revision: this.changes.length, changes: sent(this.changes.slice(base)), refused, known };
  }
}
