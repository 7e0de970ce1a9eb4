/** Running calls on a report in its record form. */

import { firstWrong } from '../issue.ts';
import { wrongIn } from '../item/sense.ts';
import { type Field, FieldsPut, fieldAt, fieldsBetween, hasRoom, meets, type Path } from '../named/fields.ts';
import { mergeAt } from '../named/merging.ts';
import { isSame } from '../named/same.ts';
import { Refusal } from '../refusal.ts';
import { valueFollowing } from '../report/following.ts';
import { type ReportRecord, recordOf, reportOf } from '../report/record.ts';
import { Report } from '../report/report.ts';
import { bondOf, isChangedByName, isFilled } from './bound.ts';
import { type Call, type FieldsOf, type Known, UNDO, UndoArgs } from './change.ts';
import { runCommand } from './commands/index.ts';
import { isCompanion } from './companion.ts';
import { type Fold, fieldToday, isFold, rowsFolded, unfolded } from './fold.ts';
import { sayPath } from './say-path.ts';

/** The outcome of a call. */
export interface Done {
  record: ReportRecord;
  label: string;
  /** the fields in which the report differs now */
  fields: Field[];
  /** fields that an undo left, because they were changed since or their thing is gone */
  left: Path[];
}

/** Whether a field still stands as a change left it; what an older one left, as that is said today. */
const stands = (record: unknown, path: Path, to: unknown, isBeforeHouse: boolean): boolean =>
  isSame(fieldAt(record, path), to) ||
  (isBeforeHouse && isSame(fieldAt(record, path), valueFollowing(record, path, to)));

/** From this version of documents on, settings can follow the house, and from that one on rows have names. */
const [OF_HOUSE, BY_NAMES] = [5, 6];

/** Takes one field back; false where it has to stay as it is. */
function takeFieldBack(made: FieldsPut, { path, from, to }: Field, form: number, folds: readonly Fold[]): boolean {
  const { record } = made;
  if (stands(record, path, to, form < OF_HOUSE) && hasRoom(record, path)) {
    if (from === undefined && isFilled(record, path, rowsFolded(record, path[1] ?? '', folds))) return false;
    made.put(path, from);
    return true;
  }
  const now = fieldAt(record, path);
  const merge = Array.isArray(now) ? mergeAt(Report, record, path) : null;
  // What others wrote in the same words since stays.
  if (merge && hasRoom(record, path) && Array.isArray(from) && Array.isArray(to)) {
    made.put(path, merge(to, from, now));
    return true;
  }
  return isSame(now, from);
}

/** Rows that were put in go after what stands in them. */
const lastRows = (fields: readonly Field[]): Field[] => {
  const ofRows = ({ path }: Field) => path[0] === 'items' && path[2] === 'inserted';
  return [...fields.filter((field) => !ofRows(field)), ...fields.filter(ofRows)];
};

/** Takes back the fields of one change that still stand as it left them; fields that are bound up go together or stay together. */
function takeBack(
  record: unknown,
  { fields, form = BY_NAMES }: Pick<Known, 'fields' | 'form'>,
  folds: readonly Fold[],
  left: Path[],
): unknown {
  const bond = bondOf(fields);
  const order = lastRows(fields.toReversed());
  const held = new Set<string>();
  for (;;) {
    let made = new FieldsPut(record);
    const stay: Path[] = [];
    const [before, holds] = [held.size, (path: Path) => held.has(bond(path) ?? '')];
    for (const field of order) {
      const { path } = field;
      // What an older one left is looked at by its house, of which lists are kept: those must not change under them.
      if (form < OF_HOUSE) made = new FieldsPut(made.record);
      const isByPosition = form < BY_NAMES && path[2] === 'base' && isChangedByName(made.record, path);
      const today = fieldToday(record, field, folds) ?? field;
      const isBack = !holds(path) && !isByPosition && takeFieldBack(made, today, form, folds);
      if (!isBack) {
        stay.push(path);
        held.add(bond(path) ?? '');
        held.delete('');
      }
    }
    // Where one of a bond has to stay, all of it is put back as it was.
    if (held.size === before) {
      left.push(...stay);
      return made.record;
    }
  }
}

/** Takes changes back; fields that were changed since stay, and are named. */
function undo(record: ReportRecord, { changes, only }: UndoArgs, fieldsOf: FieldsOf): Done {
  const left: Path[] = [];
  let label = 'change';
  let next: unknown = record;
  for (const id of changes.toReversed()) {
    const known = fieldsOf(id);
    if (!known) throw new Refusal('That change is not in the log of this report, so it cannot be undone.');
    label = known.label;
    if (isFold(known.fields)) throw new Refusal('That change only merged typed cells, so there is nothing to undo.');
    const fields = known.fields.filter(({ path }) => !only || only.some((wanted) => meets(wanted, path)));
    const folds = known.folds ?? [];
    // What took a layer away has it again with what was typed since, cell by cell.
    const layers = fields.filter(({ path }) => path.length === 5 && path[4] === 'layer');
    const apart = unfolded(next, layers, folds);
    const taken = takeBack(apart, { ...known, fields }, folds, left);
    // Where nothing of it can be taken back, all stays put together.
    if (taken !== apart) next = taken;
  }
  const told = left.filter((path) => !isCompanion(path));
  const before = reportOf(record);
  const report = reportOf(next as ReportRecord);
  const fields = fieldsBetween(Report, record, next);
  if (fields.length === 0 && left.length > 0)
    throw new Refusal(
      `${sayPath(before, (told[0] ?? left[0]) as Path)} has changed since, so “${label}” cannot be undone.`,
    );
  const wrong = wrongIn(before, report);
  if (wrong !== null) throw new Refusal(`The change “${label}” cannot be undone on the report as it is now: ${wrong}`);
  return { record: next as ReportRecord, label, fields, left: told };
}

/** Runs a call. Throws a Refusal, with one sentence, when it cannot be done. */
export function runCall(record: ReportRecord, { name, args }: Pick<Call, 'name' | 'args'>, fieldsOf: FieldsOf): Done {
  if (name === UNDO) {
    const parsed = UndoArgs.safeParse(args);
    if (!parsed.success) throw new Refusal(firstWrong(parsed.error).message);
    return undo(record, parsed.data, fieldsOf);
  }
  const before = reportOf(record);
  const { report, label } = runCommand(before, name, args);
  const next = recordOf(report, record);
  return { record: next, label, fields: fieldsBetween(Report, record, next), left: [] };
}
