/** A window without a page: the steps of the page's store, on a log. */
import { expect } from 'vitest';
import { type Call, type Change, type FieldsOf, UNDO } from '../../src/core/change/change.ts';
import { foldsAfter } from '../../src/core/change/fold.ts';
import { type History, NO_HISTORY, remember } from '../../src/core/change/history.ts';
import {
  type Clash,
  meet,
  type Own,
  type Pending,
  type Refused,
  shownIn,
  type Window,
} from '../../src/core/change/meet.ts';
import { runCall } from '../../src/core/change/run.ts';
import { applyFields, invert } from '../../src/core/named/fields.ts';
import { isSame } from '../../src/core/named/same.ts';
import { Refusal } from '../../src/core/refusal.ts';
import type { ReportRecord } from '../../src/core/report/record.ts';
import { type Log, sent } from '../log.ts';

export class Client {
  window: Window;
  history: History = NO_HISTORY;
  refused: Refused[] = [];
  clashes: Clash[] = [];
  made = 0;
  readonly name: string;
  readonly #log: Log;
  readonly #known = new Map<string, Change>();
  #own: Own[] = [];

  constructor(name: string, log: Log) {
    this.window = { revision: 0, stored: log.record, pending: [] };
    this.name = name;
    this.#log = log;
  }

  get shown(): ReportRecord {
    return shownIn(this.window);
  }

  readonly #fieldsOf: FieldsOf = (id) => {
    const change = this.#known.get(id);
    if (change) return { ...change, folds: foldsAfter(this.#known.values(), change.revision) };
    return this.window.pending.find(({ call }) => call.id === id);
  };

  run(name: string, args: unknown): 'done' | 'nothing' | 'refused' {
    try {
      const done = runCall(this.shown, { name, args }, this.#fieldsOf);
      if (done.fields.length === 0) return 'nothing';
      const id = crypto.randomUUID();
      const call: Call = { id, name, args, seen: this.window.revision };
      const pending: Pending = { call, label: done.label, fields: done.fields, after: done.record };
      expect(isSame(applyFields(this.shown, done.fields), done.record)).toBe(true);
      expect(isSame(applyFields(done.record, invert(done.fields)), this.shown)).toBe(true);
      this.window = { ...this.window, pending: [...this.window.pending, pending] };
      this.history = remember(this.history, { ...call, label: done.label });
      this.made += 1;
      return 'done';
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      expect(error.message).toMatch(/\S/);
      return 'refused';
    }
  }

  step(way: 'past' | 'future'): void {
    const step = this.history[way].at(-1);
    if (!step) return;
    const outcome = this.run(UNDO, { changes: step.changes });
    if (outcome !== 'done')
      this.history = { ...this.history, [way]: this.history[way].filter((other) => other !== step) };
  }

  receive(changes: readonly Change[]): void {
    const mine = new Set(this.window.pending.map(({ call }) => call.id));
    const fresh = changes.filter(({ revision }) => revision > this.window.revision);
    for (const change of fresh) this.#known.set(change.id, change);
    const met = meet(this.window, fresh, this.#own, this.#fieldsOf);
    this.window = met.window;
    this.refused.push(...met.refused);
    this.clashes.push(...met.clashes);
    this.#own.push(...fresh.filter(({ id }) => mine.has(id)));
  }

  /** Hears of some of what is new, as live news comes. */
  hear(count: number): void {
    this.receive(sent(this.#log.changes.slice(this.window.revision, this.window.revision + count)));
  }

  /** Sends what is pending; the answer may be lost, and is then told the next time. */
  send(isLost: boolean): void {
    if (this.window.pending.length === 0) return;
    const base = this.window.revision;
    const { refused, changes } = this.#log.take(
      this.name,
      base,
      this.window.pending.map(({ call }) => call),
    );
    if (isLost) return;
    this.receive(sent(changes));
    const why = new Map(refused.map(({ id, error }) => [id, error]));
    for (const { call, label } of this.window.pending) {
      const error = why.get(call.id);
      if (error !== undefined) this.refused.push({ call, label, why: error });
    }
    this.window = { ...this.window, pending: this.window.pending.filter(({ call }) => !why.has(call.id)) };
  }
}

/** Lets everyone send and hear until nothing is left. */
export function settle(clients: readonly Client[], log: Log): void {
  for (let round = 0; round < 3; round++)
    for (const client of clients) {
      client.send(false);
      client.hear(log.changes.length);
    }
}
