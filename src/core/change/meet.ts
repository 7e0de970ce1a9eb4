/** Changes that were made at once: those of one window on top of what others made meanwhile. */

import { applyFields, type Field, fieldAt, meets, type Path } from '../named/fields.ts';
import { isSame } from '../named/same.ts';
import { Refusal } from '../refusal.ts';
import type { ReportRecord } from '../report/record.ts';
import type { Call, Change, FieldsOf } from './change.ts';
import { labelOf } from './commands/index.ts';
import { isCompanion, isPutTogether } from './companion.ts';
import { FOLD, foldsAfter, unfolded } from './fold.ts';
import { runCall } from './run.ts';

/** A call that is not in the log yet, with what it came to here. */
export interface Pending {
  call: Call;
  label: string;
  fields: readonly Field[];
  /** the report after it */
  after: ReportRecord;
}

/** A window's report: what the log says, and its own calls on top. */
export interface Window {
  revision: number;
  /** the report at `revision` */
  stored: ReportRecord;
  pending: readonly Pending[];
}

/** A call that can no longer be done. */
export interface Refused {
  call: Call;
  label: string;
  why: string;
}

/** One field that two set at once. */
export interface Clash {
  path: Path;
  mine: string;
  theirs: string;
  /** whose value stands now */
  stands: 'mine' | 'theirs';
  /** what the other one set */
  other: unknown;
}

/** Whether the field of a clash was set since by another than made what stands, so that what is said of whose value stands is no longer so. */
export function isSettled(
  { path, mine, theirs }: Clash,
  fresh: readonly Change[],
  isOfMaker: (change: Change) => boolean,
): boolean {
  return fresh.some(
    (change) =>
      change.name !== FOLD &&
      !isOfMaker(change) &&
      change.id !== mine &&
      change.id !== theirs &&
      change.fields.some((field) => meets(field.path, path)),
  );
}

/** The change by which what stands of a clash was set, and those after it with which the same person set it again, who typed on, perhaps. */
export function settingFrom(
  { stands, mine, theirs, path }: Clash,
  all: readonly Pick<Change, 'id' | 'by' | 'fields'>[],
): string[] {
  const first = stands === 'mine' ? mine : theirs;
  const from = all.findIndex(({ id }) => id === first);
  const later = from < 0 ? [] : all.slice(from + 1);
  const own = later.filter(({ by, fields }) => by === all[from]?.by && fields.some((one) => meets(one.path, path)));
  return [first, ...own.map(({ id }) => id)];
}

/** Clashes with those that came; of one field and one standing value, the first tells from where on it was set. */
export function withClashes(known: readonly Clash[], fresh: readonly Clash[]): Clash[] {
  const all = [...known];
  for (const clash of fresh)
    if (!all.some((other) => other.stands === clash.stands && isSame(other.path, clash.path))) all.push(clash);
  return all.slice(-MOST_CLASHES);
}
const MOST_CLASHES = 20;

export interface Met {
  window: Window;
  refused: Refused[];
  clashes: Clash[];
}

/** The report as the window shows it. */
export const shownIn = ({ stored, pending }: Window): ReportRecord => pending.at(-1)?.after ?? stored;

/** What a window made itself and is in the log, so that it is noticed when someone else sets the same without knowing. */
export type Own = Pick<Change, 'id' | 'revision' | 'fields'>;

/** A call that was kept by an older version, as it is said today of the report that it is put on top of. */
export type Today = (call: Call, record: ReportRecord) => Call;

/** Runs calls one after the other; those that cannot be done are named and left out. */
export function putOnTop(
  stored: ReportRecord,
  calls: readonly Call[],
  fieldsOf: FieldsOf,
  today: Today = (call) => call,
): { pending: Pending[]; refused: Refused[] } {
  const pending: Pending[] = [];
  const refused: Refused[] = [];
  let record = stored;
  const known: FieldsOf = (id) => fieldsOf(id) ?? pending.find(({ call }) => call.id === id);
  for (const given of calls) {
    const call = today(given, record);
    try {
      const { record: after, label, fields } = runCall(record, call, known);
      record = after;
      pending.push({ call, label, fields, after });
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      refused.push({ call, label: labelOf(call.name), why: error.message });
    }
  }
  return { pending, refused };
}

/** A path as a text, and all that lead to it. */
const keyOf = (path: Path) => JSON.stringify(path);
const waysTo = (path: Path) => path.map((_, at) => keyOf(path.slice(0, at)));

/** Fields by the texts of their paths, and by those of all that lead to them. */
function byWay(fields: readonly Field[]): { at: Map<string, Field[]>; within: Map<string, Field[]> } {
  const [at, within] = [new Map<string, Field[]>(), new Map<string, Field[]>()];
  const put = (to: Map<string, Field[]>, key: string, field: Field) => {
    const there = to.get(key);
    if (there) there.push(field);
    else to.set(key, [field]);
  };
  for (const field of fields) {
    put(at, keyOf(field.path), field);
    for (const way of waysTo(field.path)) put(within, way, field);
  }
  return { at, within };
}

/** Fields of both of which one leads to or into the other; found by their paths, for a paste has thousands of them. */
function pairs(mine: readonly Field[], theirs: readonly Field[]): (readonly [Field, Field])[] {
  const { at, within } = byWay(theirs);
  return mine
    .filter(({ path }) => !isCompanion(path) && !isPutTogether(path))
    .flatMap((one) => {
      const key = keyOf(one.path);
      const others = [...waysTo(one.path), key].flatMap((way) => at.get(way) ?? []);
      return [...others, ...(within.get(key) ?? [])].map((other) => [one, other] as const);
    });
}

/** Fields that a change of someone else's set over what this window had set without its maker's knowing. */
function overwritten(change: Change, own: readonly Own[]): Clash[] {
  if (change.name === FOLD) return [];
  return own
    .filter(({ revision }) => revision > change.seen && revision < change.revision)
    .flatMap((mine) =>
      pairs(mine.fields, change.fields)
        .filter(([one, other]) => !isSame(one.to, other.to))
        .map(([one, other]) => ({
          path: other.path,
          mine: mine.id,
          theirs: change.id,
          stands: 'theirs' as const,
          other: one.to,
        })),
    );
}

/** Fields that both a pending call and a change of someone else's set; the call comes later, so its value stands. */
export function setOver(pending: readonly Pending[], change: Change): Clash[] {
  if (change.name === FOLD) return [];
  return pending.flatMap(({ call, fields }) =>
    pairs(fields, change.fields)
      .filter(([one, other]) => !isSame(one.to, other.to))
      .map(([one, other]) => ({
        path: one.path,
        mine: call.id,
        theirs: change.id,
        stands: 'mine' as const,
        other: other.to,
      })),
  );
}

/** True where what the log says is just what this window ran itself, so that nothing shown has to change. */
const asHere = (changes: readonly Change[], pending: readonly Pending[]) =>
  changes.every(({ id, fields }, index) => pending[index]?.call.id === id && isSame(fields, pending[index]?.fields));

/**
 * Takes changes from the log into a window, which must follow its revision
 * without a gap, and puts its own calls on top of them again.
 */
export function meet(window: Window, changes: readonly Change[], own: readonly Own[], fieldsOf: FieldsOf): Met {
  const fresh = changes.filter(({ revision }) => revision > window.revision);
  const last = fresh.at(-1);
  if (!last) return { window, refused: [], clashes: [] };
  const { pending } = window;
  if (asHere(fresh, pending)) {
    const done = pending.slice(0, fresh.length);
    const stored = done.at(-1)?.after ?? window.stored;
    return {
      window: { revision: last.revision, stored, pending: pending.slice(fresh.length) },
      refused: [],
      clashes: [],
    };
  }
  const clashes: Clash[] = [];
  let stored: unknown = window.stored;
  let left = pending;
  // What comes back of this window's own among the changes was made by it, too.
  const made: Own[] = [...own];
  for (const change of fresh) {
    const isMine = left.some(({ call }) => call.id === change.id);
    left = left.filter(({ call }) => call.id !== change.id);
    if (isMine) made.push(change);
    else if (!own.some(({ id }) => id === change.id))
      clashes.push(...overwritten(change, made), ...setOver(left, change));
    stored = applyFields(stored, change.fields);
  }
  const again = putOnTop(
    stored as ReportRecord,
    left.map(({ call }) => call),
    fieldsOf,
  );
  const met = { revision: last.revision, stored: stored as ReportRecord, pending: again.pending };
  // What was put together meanwhile still stands where it was typed.
  const folds = foldsAfter(fresh, window.revision);
  const shown = unfolded(
    shownIn(met),
    folds.flatMap(({ fields }) => fields),
    folds,
  );
  const mineIn = new Map<string, readonly Field[]>([
    ...again.pending.map(({ call, fields }) => [call.id, fields] as const),
    ...made.map(({ id, fields }) => [id, fields] as const),
  ]);
  /** Whether what this window set stands, since nobody set it after that. */
  const stands = ({ mine, path }: Clash) =>
    mineIn.get(mine)?.some((field) => isSame(field.path, path) && isSame(field.to, fieldAt(shown, path))) ?? false;
  const waits = new Set(again.pending.map(({ call }) => call.id));
  return {
    window: met,
    refused: again.refused,
    // A call that was refused stands in no one's way, and a field that is the same after all is no clash.
    clashes: clashes.filter(
      (clash) =>
        (clash.stands === 'theirs' || waits.has(clash.mine) || stands(clash)) &&
        !isSame(fieldAt(shown, clash.path), clash.other),
    ),
  };
}
