/** What this page knows of the log of the open report: its maker's own changes, and those that came in. */
import type { Change, FieldsOf } from '../../core/change/change.ts';
import { FOLD, foldsAfter, layersOf, unfolded } from '../../core/change/fold.ts';
import type { Clash } from '../../core/change/meet.ts';
import type { ReportRecord } from '../../core/report/record.ts';
import { cellsOf, rememberCells } from './cells.ts';
import { current } from './report-state.ts';

const known = new Map<string, Change>();
/** Changes that came in while this page was open, the oldest first. */
let cameIn: readonly Change[] = [];
const MOST = 1000;

/** Begins anew with the changes of its maker, and those that came since what this window had seen. */
export function beginWith(own: readonly Change[], missed: readonly Change[]): void {
  known.clear();
  cameIn = [...missed];
  for (const change of [...own, ...missed.filter(({ name }) => name === FOLD)]) known.set(change.id, change);
}

/** Changes that are new here. */
export function learn(fresh: readonly Change[]): void {
  for (const change of fresh) {
    known.set(change.id, change);
    // What was put together was typed here, or told: it is not fetched.
    if (change.name === FOLD)
      for (const [block, cells] of layersOf(change.fields, cellsOf)) rememberCells(block, cells);
  }
  cameIn = [...cameIn, ...fresh].slice(-MOST);
}

export const isKnown = (id: string): boolean => known.has(id);
export const arrived = (): readonly Change[] => cameIn;

/** A change that is known here, or a call of this window that is not in the log yet. */
export const fieldsOf: FieldsOf = (id) => {
  const change = known.get(id);
  if (change) return { ...change, folds: foldsAfter(known.values(), change.revision) };
  return current().window.pending.find(({ call }) => call.id === id);
};

/** A report with its cells as they were typed, also where they were put together since. */
export function asTyped(record: ReportRecord): ReportRecord {
  const folds = foldsAfter(known.values(), 0);
  return unfolded(
    record,
    folds.flatMap(({ fields }) => fields),
    folds,
  ) as ReportRecord;
}

/** Whether a change is of who made what stands of a clash: of this window, not of others that its maker has open. */
export function isOfMakerOf({ stands, theirs }: Clash, own: ReadonlySet<string>): (change: Change) => boolean {
  if (stands === 'mine') return ({ id }) => own.has(id);
  const maker = cameIn.find(({ id }) => id === theirs)?.by;
  return ({ by }) => by === maker;
}
