/** Running calls on a report in its record form. */

import { firstWrong } from '../issue.ts';
import { wrongIn } from '../item/sense.ts';
import { type Field, fieldAt, fieldsBetween, hasRoom, meets, type Path, withField } from '../named/fields.ts';
import { mergeAt } from '../named/merging.ts';
import { isSame } from '../named/same.ts';
import { Refusal } from '../refusal.ts';
import { valueFollowing } from '../report/following.ts';
import { type ReportRecord, recordOf, reportOf } from '../report/record.ts';
import { Report } from '../report/report.ts';
import { type Call, type FieldsOf, UNDO, UndoArgs } from './change.ts';
import { runCommand } from './commands/index.ts';
import { isCompanion } from './companion.ts';
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
const stands = (record: unknown, path: Path, to: unknown, older = false): boolean =>
  isSame(fieldAt(record, path), to) || (older && isSame(fieldAt(record, path), valueFollowing(record, path, to)));

/** Takes back the fields that still stand as the changes left them; the others are named. */
function undo(record: ReportRecord, { changes, only }: UndoArgs, fieldsOf: FieldsOf): Done {
  const left: Path[] = [];
  let label = 'change';
  let next: unknown = record;
  for (const id of changes.toReversed()) {
    const known = fieldsOf(id);
    if (!known) throw new Refusal('That change is not in the log of this report, so it cannot be undone.');
    label = known.label;
    for (const { path, from, to } of known.fields.toReversed()) {
      if (only && !only.some((wanted) => meets(wanted, path))) continue;
      const merge = mergeAt(Report, next, path);
      if (stands(next, path, to, known.older) && hasRoom(next, path)) next = withField(next, path, from);
      // What others wrote in the same words since stays.
      else if (
        merge &&
        hasRoom(next, path) &&
        Array.isArray(from) &&
        Array.isArray(to) &&
        Array.isArray(fieldAt(next, path))
      )
        next = withField(next, path, merge(to, from, fieldAt(next, path)));
      else if (!isSame(fieldAt(next, path), from)) left.push(path);
    }
  }
  const told = left.filter((path) => !isCompanion(path));
  const before = reportOf(record);
  const report = reportOf(next as ReportRecord);
  const fields = fieldsBetween(Report, record, next);
  if (fields.length === 0 && left.length > 0)
    throw new Refusal(
      `${sayPath(before, (told[0] ?? left[0]) as Path)} was changed since, so that ${label} cannot be undone.`,
    );
  const wrong = wrongIn(before, report);
  if (wrong !== null) throw new Refusal(`The ${label} cannot be undone on the report as it is now: ${wrong}`);
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
