/** Changing reports. What is asked for together is one transaction: all of it is stored, or nothing. */
import { randomUUID } from 'node:crypto';
import { type Kysely, sql } from 'kysely';
import { type Call, type Change, type FieldsOf, UNDO, UndoArgs } from '../core/change/change.ts';
import { FOLD, FOLD_LABEL, foldOf, foldsAfter, longTables } from '../core/change/fold.ts';
import { runCall } from '../core/change/run.ts';
import type { BlockCells, CallsRequest } from '../core/change/wire.ts';
import { applyFields, type Path } from '../core/named/fields.ts';
import { Refusal } from '../core/refusal.ts';
import { callByNames } from '../core/report/by-names.ts';
import { type ReportRecord, reportOf } from '../core/report/record.ts';
import type { Cell } from '../core/table/column.ts';
import { dropUnused, loadCells, storeBlocks, wantCells } from './blocks.ts';
import type { Database, Schema } from './database.ts';
import { CHANNEL } from './live.ts';
import { changesOf, changesSince, foldsSince, MOST_CHANGES } from './log.ts';
import { summaryOf } from './reports.ts';
import { asWritten, hold, readReport, STATE, type StoredReport } from './stored.ts';
import { wantStyle } from './styles.ts';

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

/** The ids of changes that calls take back. */
const takenBack = (calls: readonly Call[]): string[] =>
  calls.flatMap(({ name, args }) => {
    const parsed = name === UNDO ? UndoArgs.safeParse(args) : null;
    return parsed?.success ? parsed.data.changes : [];
  });

/** By whom a change is that no person made. */
const NOBODY = 'rizo';

/** Runs requests one after the other on a report that is locked; each of their calls is done whole or refused. */
class Session {
  /** all changes of this session, in order */
  readonly made: Change[] = [];
  readonly #trx: Kysely<Schema>;
  readonly #id: string;
  /** the revision that the session began at */
  readonly #begins: number;
  #now: StoredReport;

  constructor(trx: Kysely<Schema>, stored: StoredReport) {
    this.#trx = trx;
    this.#id = stored.id;
    this.#begins = stored.revision;
    this.#now = stored;
  }

  get now(): StoredReport {
    return this.#now;
  }

  /** What came after a revision, as far as it is handed out at once. */
  async #since(base: number): Promise<Change[]> {
    const logged = base < this.#begins ? await changesSince(this.#trx, this.#id, base) : [];
    if (logged.length === MOST_CHANGES) return logged;
    return [...logged, ...this.made.filter(({ revision }) => revision > base)];
  }

  async request(request: CallsRequest): Promise<Answer> {
    const { base, commands, blocks } = request;
    const ids = commands.map((call) => call.id);
    const wanted = [...ids, ...takenBack(commands)];
    const known = await changesOf(this.#trx, this.#id, wanted);
    for (const change of this.made) if (wanted.includes(change.id)) known.set(change.id, change);
    const logged = new Set(known.keys());
    const fieldsOf = await this.#fieldsOf(known, takenBack(commands));
    const since = await this.#since(base);
    const stored = await storeBlocks(this.#trx, this.#id, blocks);
    const [from, refused, left]: [number, RefusedCall[], Path[]] = [this.made.length, [], []];
    const done = new Set(logged);
    for (const call of commands) {
      // What is sent twice in one request is done once, too.
      if (done.has(call.id)) continue;
      done.add(call.id);
      const outcome = await this.#call(call, request, fieldsOf);
      if ('error' in outcome) refused.push(outcome);
      else {
        left.push(...outcome.left);
        known.set(outcome.change.id, outcome.change);
      }
    }
    if (this.made.slice(from).some(({ name }) => name !== UNDO)) await this.#putTogether();
    await dropUnused(this.#trx, this.#id, stored, this.made);
    const { revision } = this.#now;
    const changes = [...since, ...this.made.slice(from)].slice(0, MOST_CHANGES);
    // Where there are more than are handed out at once, the rest is asked for.
    const last = changes.at(-1)?.revision ?? Math.min(base, revision);
    return {
      revision: Math.min(last, revision),
      changes,
      refused,
      known: ids.filter((id) => logged.has(id)),
      left,
    };
  }

  /** Changes by their ids, each with what was put together after it where it is to be taken back. */
  async #fieldsOf(known: ReadonlyMap<string, Change>, undone: readonly string[]): Promise<FieldsOf> {
    const first = Math.min(...undone.flatMap((id) => known.get(id)?.revision ?? []));
    const folds = first < this.#begins ? await foldsSince(this.#trx, this.#id, first) : [];
    return (id) => {
      const change = known.get(id);
      return change && { ...change, folds: foldsAfter([...folds, ...this.made], change.revision) };
    };
  }

  /** Puts typed cells together in tables that have many of them, each as a change of nobody's. */
  async #putTogether(): Promise<void> {
    for (const table of longTables(this.#now.report)) {
      const layers = new Map<string, readonly Cell[]>();
      for (const { layer } of table.columns) {
        const kept = layer === undefined ? undefined : await loadCells(this.#trx, this.#id, layer);
        // Cells that are lost stay named, and what was typed since stays as it is.
        if (layer !== undefined && !kept) return;
        if (layer !== undefined && kept) layers.set(layer, kept.cells);
      }
      const { fields, under: covered, blocks } = foldOf(table, (block) => layers.get(block) ?? [], randomUUID);
      await storeBlocks(this.#trx, this.#id, blocks);
      const { revision: before, record: under } = this.#now;
      const [revision, record] = [before + 1, applyFields(under, fields) as ReportRecord];
      this.#now = { ...this.#now, revision, record, report: reportOf(record) };
      const about = { id: randomUUID(), name: FOLD, args: { table: table.id, under: covered }, label: FOLD_LABEL };
      this.made.push({ ...about, revision, seen: before, by: NOBODY, fields });
    }
  }

  async #call(
    call: Call,
    request: CallsRequest,
    fieldsOf: FieldsOf,
  ): Promise<RefusedCall | { change: Change; left: Path[] }> {
    const { record } = this.#now;
    const seen = Math.min(call.seen ?? request.base, this.#now.revision);
    try {
      if (this.#now.kind === 'style' && call.name !== UNDO && !call.name.startsWith('style.'))
        throw new Refusal('A house style holds no tables and figures; only the style itself can be changed in it.');
      const said = callByNames(call, record, request.blocks);
      const done = runCall(record, said, fieldsOf);
      const report = reportOf(done.record);
      await wantCells(this.#trx, this.#id, reportOf(record), report);
      await wantStyle(this.#trx, reportOf(record), report);
      const revision = this.#now.revision + 1;
      this.#now = { ...this.#now, revision, record: done.record, report };
      const change: Change = { ...said, seen, revision, by: request.by, label: done.label, fields: done.fields };
      this.made.push(change);
      return { change, left: done.left };
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      return { id: call.id, error: error.message };
    }
  }
}

/** What was stored, to be held once the transaction is through. */
interface Kept {
  state: string;
  stored: StoredReport;
  letters: number;
}

async function store(trx: Kysely<Schema>, { made, now }: Session): Promise<Kept> {
  const { id, kind, revision, record, report } = now;
  const { style } = report;
  const document = JSON.stringify(record);
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
  const { state } = await trx
    .updateTable('reports')
    .set({
      title: kind === 'style' && style.kind === 'own' ? style.name : report.title,
      edition: report.edition,
      document,
      summary: JSON.stringify(summaryOf(report)),
      checked: asWritten(revision),
      revision,
      changed_at: new Date(),
    })
    .where('id', '=', id)
    .returning(STATE.as('state'))
    .executeTakeFirstOrThrow();
  // Told when the transaction is through, to every server on this database.
  await sql`select pg_notify(${CHANNEL}, ${`${id} ${revision}`})`.execute(trx);
  return { state, stored: now, letters: document.length };
}

/**
 * Runs the calls of requests on the newest state of a report, one revision each,
 * and answers each with every change since its base. A call that is in the log
 * already (its answer was lost) is not run again; one that cannot be done is
 * named in `refused`, and the others are done. Undefined when there is no such
 * report. All requests are stored, or none of them.
 */
export async function runRequests(
  db: Database,
  id: string,
  requests: readonly CallsRequest[],
): Promise<Answer[] | undefined> {
  let kept: Kept | undefined;
  const answers = await db.transaction().execute(async (trx) => {
    const found = await readReport(trx, id, true);
    if (!found) return undefined;
    const session = new Session(trx, found.stored);
    const done: Answer[] = [];
    for (const request of requests) done.push(await session.request(request));
    if (session.made.length > 0) kept = await store(trx, session);
    return done;
  });
  if (kept) hold(kept.state, kept.stored, kept.letters);
  return answers;
}

/** Runs the calls of one request; see `runRequests`. */
export const runCalls = async (db: Database, id: string, request: CallsRequest): Promise<Answer | undefined> =>
  (await runRequests(db, id, [request]))?.[0];

/** A base beyond every revision: nothing is asked for of what came before. */
const NEWEST = Number.MAX_SAFE_INTEGER;

/** A request for one command, of a program that does not keep the report itself. */
export const requestFor = (
  { name, args, by }: { name: string; args: unknown; by: string },
  blocks: Record<string, BlockCells> = {},
): CallsRequest => ({ base: NEWEST, commands: [{ id: randomUUID(), name, args }], blocks, by });

/** The answer to a request for one command. Throws a Refusal when it cannot be done. */
export function ofOne(answer: Answer): Answer {
  const [refused] = answer.refused;
  if (refused) throw new Refusal(refused.error);
  return answer;
}
