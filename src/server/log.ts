/** The log of a report: what was changed, by revision. */
import type { Kysely, Selectable } from 'kysely';
import type { Change } from '../core/change/change.ts';
import { FOLD } from '../core/change/fold.ts';
import { renamedChange } from '../core/report/renamed.ts';
import { Report } from '../core/report/report.ts';
import type { Schema } from './database.ts';

/** As many changes are handed out at once. */
export const MOST_CHANGES = 1000;

/** The version of documents that changes are made on now. */
const FORM = Report.shape.version.value;

type Row = Omit<Selectable<Schema['changes']>, 'report_id' | 'made_at'>;

const changeOf = (row: Row): Change =>
  renamedChange({
    id: row.change_id,
    revision: row.revision,
    by: row.author,
    name: row.command,
    args: row.args,
    label: row.label,
    seen: row.seen,
    ...(row.step_group !== null && { group: row.step_group }),
    fields: row.fields as Change['fields'],
    ...(row.form < FORM && { form: row.form }),
  });

const COLUMNS = [
  'revision',
  'change_id',
  'author',
  'command',
  'args',
  'label',
  'seen',
  'step_group',
  'fields',
  'form',
] as const;

/** Changes after a revision, the oldest first; at most a thousand. */
export async function changesSince(db: Kysely<Schema>, report: string, since: number): Promise<Change[]> {
  const rows = await db
    .selectFrom('changes')
    .select(COLUMNS)
    .where('report_id', '=', report)
    .where('revision', '>', since)
    .orderBy('revision')
    .limit(MOST_CHANGES)
    .execute();
  return rows.map(changeOf);
}

/** The last changes of an author, the oldest first. */
export async function changesBy(db: Kysely<Schema>, report: string, author: string, most: number): Promise<Change[]> {
  const rows = await db
    .selectFrom('changes')
    .select(COLUMNS)
    .where('report_id', '=', report)
    .where('author', '=', author)
    .orderBy('revision', 'desc')
    .limit(most)
    .execute();
  return rows.reverse().map(changeOf);
}

/** Changes after a revision that put typed cells together, the oldest first. */
export async function foldsSince(db: Kysely<Schema>, report: string, since: number): Promise<Change[]> {
  const rows = await db
    .selectFrom('changes')
    .select(COLUMNS)
    .where('report_id', '=', report)
    .where('command', '=', FOLD)
    .where('revision', '>', since)
    .orderBy('revision')
    .execute();
  return rows.map(changeOf);
}

/** Changes with these ids, by id. */
export async function changesOf(
  db: Kysely<Schema>,
  report: string,
  ids: readonly string[],
): Promise<Map<string, Change>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .selectFrom('changes')
    .select(COLUMNS)
    .where('report_id', '=', report)
    .where('change_id', 'in', ids)
    .execute();
  return new Map(rows.map((row) => [row.change_id, changeOf(row)]));
}
