/** Changing reports. A request is one transaction: all of it is stored, or nothing. */
import { randomUUID } from 'node:crypto';
import { type Kysely, sql } from 'kysely';
import { type Call, type Change, type FieldsOf, UNDO, UndoArgs } from '../core/change/change.ts';
import { refitCells } from '../core/change/refit.ts';
import { runCall } from '../core/change/run.ts';
import type { BlockCells, CallsRequest } from '../core/change/wire.ts';
import type { Path } from '../core/named/fields.ts';
import { Refusal } from '../core/refusal.ts';
import { type ReportRecord, reportOf } from '../core/report/record.ts';
import { renamedChange } from '../core/report/renamed.ts';
import { dropUnused, storeBlocks, wantCells } from './blocks.ts';
import type { Database, Schema } from './database.ts';
import { CHANNEL } from './live.ts';
import { checkedNow, readStored, summaryOf } from './reports.ts';

/** A call that was not done, and why. */
interface RefusedCall {
  id: string;
  error: string;
}

export interface Answer {
  revision: number;
  /** all changes since the request's base, the oldest first */
  changes: Change[];
  refused: RefusedCall[];
  /** ids of calls that were in the log already */
  known: string[];
  /** fields that an undo had to leave */
  left: Path[];
}

/** As many changes are handed out at once. */
const MOST_CHANGES = 1000;

type Row = Omit<Schema['changes'], 'report_id' | 'made_at' | 'args' | 'fields'> & { args: unknown; fields: unknown };

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

/** Changes with these ids, by id. */
async function changesOf(db: Kysely<Schema>, report: string, ids: readonly string[]): Promise<Map<string, Change>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .selectFrom('changes')
    .select(COLUMNS)
    .where('report_id', '=', report)
    .where('change_id', 'in', ids)
    .execute();
  return new Map(rows.map((row) => [row.change_id, changeOf(row)]));
}

/** The ids of changes that calls take back. */
const takenBack = (calls: readonly Call[]): string[] =>
  calls.flatMap(({ name, args }) => {
    const parsed = name === UNDO ? UndoArgs.safeParse(args) : null;
    return parsed?.success ? parsed.data.changes : [];
  });

/** Runs calls one after the other on a report; each is done whole or refused. */
class Runner {
  readonly made: Change[] = [];
  readonly refused: RefusedCall[] = [];
  readonly left: Path[] = [];
  readonly #trx: Kysely<Schema>;
  readonly #report: string;
  readonly #known: Map<string, Change>;
  #record: ReportRecord;
  #revision: number;

  constructor(trx: Kysely<Schema>, report: string, record: ReportRecord, revision: number, known: Map<string, Change>) {
    this.#trx = trx;
    this.#report = report;
    this.#record = record;
    this.#revision = revision;
    this.#known = known;
  }

  get record(): ReportRecord {
    return this.#record;
  }

  get revision(): number {
    return this.#revision;
  }

  async run(call: Call, request: CallsRequest, since: readonly Change[]): Promise<void> {
    const seen = Math.min(call.seen ?? request.base, this.#revision);
    const fieldsOf: FieldsOf = (id) => this.#known.get(id);
    try {
      const fitted = refitCells(call, request.blocks, this.#record, [...since, ...this.made], randomUUID);
      await storeBlocks(this.#trx, this.#report, fitted.blocks);
      const done = runCall(this.#record, fitted.call, fieldsOf);
      await wantCells(this.#trx, this.#report, reportOf(this.#record), reportOf(done.record));
      this.#record = done.record;
      this.#revision += 1;
      this.left.push(...done.left);
      const change: Change = {
        ...fitted.call,
        seen,
        revision: this.#revision,
        by: request.by,
        label: done.label,
        fields: done.fields,
      };
      this.made.push(change);
      this.#known.set(change.id, change);
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      this.refused.push({ id: call.id, error: error.message });
    }
  }
}

async function store(trx: Kysely<Schema>, id: string, { made, record, revision }: Runner): Promise<void> {
  const report = reportOf(record);
  await trx
    .insertInto('changes')
    .values(
      made.map((change) => ({
        report_id: id,
        revision: change.revision,
        change_id: change.id,
        author: change.by,
        command: change.name,
        args: JSON.stringify(change.args ?? null),
        label: change.label,
        seen: change.seen,
        step_group: change.group ?? null,
        fields: JSON.stringify(change.fields),
      })),
    )
    .execute();
  await trx
    .updateTable('reports')
    .set({
      title: report.title,
      edition: report.edition,
      document: JSON.stringify(record),
      summary: JSON.stringify(summaryOf(report)),
      checked: checkedNow(revision),
      revision,
      changed_at: new Date(),
    })
    .where('id', '=', id)
    .execute();
  // Told when the transaction is through, to every server on this database.
  await sql`select pg_notify(${CHANNEL}, ${`${id} ${revision}`})`.execute(trx);
}

/**
 * Runs calls on the newest state of a report, one revision each, and answers
 * with every change since the request's base. A call that is in the log already
 * (its answer was lost) is not run again; one that cannot be done is named in
 * `refused`, and the others are done. Undefined when there is no such report.
 */
export async function runCalls(db: Database, id: string, request: CallsRequest): Promise<Answer | undefined> {
  return db.transaction().execute(async (trx) => {
    const row = await trx
      .selectFrom('reports')
      .select(['id', 'revision', 'document'])
      .where('id', '=', id)
      .where('removed_at', 'is', null)
      .forUpdate()
      .executeTakeFirst();
    if (!row) return undefined;
    const { record, revision } = readStored(row.id, row.revision, row.document);
    const ids = request.commands.map((call) => call.id);
    const known = await changesOf(trx, id, [...ids, ...takenBack(request.commands)]);
    const since = await changesSince(trx, id, request.base);
    await storeBlocks(trx, id, request.blocks);
    const logged = new Set(known.keys());
    const runner = new Runner(trx, id, record, revision, known);
    for (const call of request.commands) if (!logged.has(call.id)) await runner.run(call, request, since);
    await dropUnused(trx, id, Object.keys(request.blocks), runner.made);
    if (runner.made.length > 0) await store(trx, id, runner);
    const changes = [...since, ...runner.made].slice(0, MOST_CHANGES);
    const last = changes.at(-1)?.revision ?? Math.min(request.base, runner.revision);
    const { refused, left } = runner;
    // Where there are more than are handed out at once, the rest is asked for.
    return {
      revision: Math.min(last, runner.revision),
      changes,
      refused,
      known: ids.filter((one) => logged.has(one)),
      left,
    };
  });
}

/** Runs one command, for programs that do not keep the report themselves. Throws a Refusal when it cannot be done. */
export async function runOne(
  db: Database,
  id: string,
  { name, args, by }: { name: string; args: unknown; by: string },
  blocks: Readonly<Record<string, BlockCells>> = {},
): Promise<Answer | undefined> {
  const row = await db.selectFrom('reports').select('revision').where('id', '=', id).executeTakeFirst();
  const call = { id: randomUUID(), name, args };
  const answer = row && (await runCalls(db, id, { base: row.revision, commands: [call], blocks, by }));
  const [refused] = answer?.refused ?? [];
  if (refused) throw new Refusal(refused.error);
  return answer;
}
