/** Changes that are not saved yet, kept in the browser so that a crash or a closed window loses none of them. */
import { del, get, set } from 'idb-keyval';
import type { PendingChange } from '../../core/report/rebase.ts';
import type { Cell } from '../../core/table/column.ts';

interface Outbox {
  base: number;
  pending: PendingChange[];
  blocks: Record<string, Cell[]>;
}

const keyOf = (report: string) => `outbox:${report}`;
// Writes follow one another, so that an older state never ends up on top of a newer one.
let last: Promise<void> = Promise.resolve();

/** Keeps the outbox of a report; an empty one is removed. */
export function keepOutbox(report: string, outbox: Outbox): Promise<void> {
  const write = () => (outbox.pending.length > 0 ? set(keyOf(report), outbox) : del(keyOf(report)));
  last = last.then(write, write);
  return last;
}

/** The outbox that an earlier page left, if any. */
export const readOutbox = (report: string) => get<Outbox>(keyOf(report));
