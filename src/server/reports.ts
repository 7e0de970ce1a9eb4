/** Reading and saving reports. A save is one transaction: all of it is stored, or nothing. */
import { randomUUID } from 'node:crypto';
import type { Kysely } from 'kysely';
import { firstWrong } from '../core/issue.ts';
import { Refusal } from '../core/refusal.ts';
import { patchReport, runCommand } from '../core/report/commands.ts';
import { type History, historyOf, type LogEntry } from '../core/report/history.ts';
import { inconsistencyOf, Report, tableIn, tablesOf } from '../core/report/report.ts';
import type { BlockCells, SaveRequest } from '../core/report/save.ts';
import { rootOf, TableMaker } from '../core/report/tables.ts';
import type { Cell, Table } from '../core/table/column.ts';
import { spliceCells } from '../core/table/edit.ts';
import type { Database, Schema } from './database.ts';

export interface StoredReport {
  id: string;
  revision: number;
  report: Report;
}

export type SaveOutcome =
  | { saved: true; revision: number }
  /** `known` are the ids of sent changes that are stored already */
  | { saved: false; newer: StoredReport; known: string[] };

/** A change that breaks the report's schema; `path` names the place. */
export class InvalidChange extends Refusal {
  constructor(
    message: string,
    readonly path: string,
  ) {
    super(message);
  }
}

const HISTORY = 1000;

function parseStored(id: string, revision: number, document: unknown): StoredReport {
  return { id, revision, report: Report.parse(document) };
}

/** The report, or undefined when there is none or it was removed. */
export async function loadReport(db: Kysely<Schema>, id: string): Promise<StoredReport | undefined> {
  const row = await db
    .selectFrom('reports')
    .select(['id', 'revision', 'document'])
    .where('id', '=', id)
    .where('removed_at', 'is', null)
    .executeTakeFirst();
  return row && parseStored(row.id, row.revision, row.document);
}

/** What can be undone and redone in a report, from its log. */
export async function loadHistory(db: Database, id: string): Promise<History> {
  const rows = await db
    .selectFrom('changes')
    .select(['change_id', 'kind', 'label', 'patches', 'inverse'])
    .where('report_id', '=', id)
    .orderBy('revision', 'desc')
    .limit(HISTORY)
    .execute();
  const log = rows.reverse().map(
    (row): LogEntry => ({
      id: row.change_id,
      kind: row.kind,
      label: row.label,
      patches: row.patches as LogEntry['patches'],
      inverse: row.inverse as LogEntry['inverse'],
    }),
  );
  return historyOf(log);
}

export interface ReportSummary {
  id: string;
  title: string;
  edition: string;
  changedAt: string;
  /** ids of its figures, in reading order */
  figures: string[];
  tables: number;
  revision: number;
}

/** All reports, the last changed first. */
export async function listReports(db: Database): Promise<ReportSummary[]> {
  const rows = await db
    .selectFrom('reports')
    .select(['id', 'revision', 'document', 'changed_at'])
    .where('removed_at', 'is', null)
    .orderBy('changed_at', 'desc')
    .execute();
  return rows.map((row) => {
    const { report } = parseStored(row.id, row.revision, row.document);
    return {
      id: row.id,
      title: report.title,
      edition: report.edition,
      changedAt: row.changed_at.toISOString(),
      figures: report.items.filter((item) => item.type === 'figure').map((item) => item.id),
      tables: tablesOf(report).length,
      revision: row.revision,
    };
  });
}

/** Stores a new report with the cells of its tables; returns its id. */
export async function createReport(
  db: Database,
  report: Report,
  blocks: Readonly<Record<string, BlockCells>> = {},
): Promise<string> {
  const id = randomUUID();
  await db.transaction().execute(async (trx) => {
    await trx
      .insertInto('reports')
      .values({
        id,
        title: report.title,
        document: JSON.stringify(report),
        revision: 0,
        changed_at: new Date(),
        removed_at: null,
      })
      .execute();
    await storeBlocks(trx, id, blocks);
    await checkDocument(trx, id, report);
  });
  return id;
}

/** Takes a report off the Desk, or brings it back; its data stays. Returns false when there is no such report. */
export async function setRemoved(db: Database, id: string, removed: boolean): Promise<boolean> {
  const result = await db
    .updateTable('reports')
    .set({ removed_at: removed ? new Date() : null })
    .where('id', '=', id)
    .executeTakeFirst();
  return result.numUpdatedRows > 0n;
}

/** The cells of a new block; an edit is repeated on the block it was made on. */
async function cellsOfNew(
  trx: Kysely<Schema>,
  report: string,
  id: string,
  block: BlockCells,
): Promise<readonly Cell[]> {
  if (Array.isArray(block)) return block;
  const before = await loadBlock(trx, report, block.of);
  if (before === undefined)
    throw new InvalidChange('The cells that were edited are not stored here.', `blocks.${id}.of`);
  return spliceCells(JSON.parse(before) as Cell[], block.splice);
}

async function storeBlocks(trx: Kysely<Schema>, report: string, blocks: Readonly<Record<string, BlockCells>>) {
  for (const [id, block] of Object.entries(blocks)) {
    const cells = await cellsOfNew(trx, report, id, block);
    await trx
      .insertInto('column_blocks')
      .values({ report_id: report, id, rows: cells.length, cells: JSON.stringify(cells) })
      // A block never changes once stored, so storing it again is the same.
      .onConflict((conflict) => conflict.columns(['report_id', 'id']).doNothing())
      .execute();
  }
}

/** Stores a block of a report; false when there is no such report. */
export async function addBlock(db: Database, report: string, block: string, cells: readonly Cell[]): Promise<boolean> {
  return db.transaction().execute(async (trx) => {
    if (!(await loadReport(trx, report))) return false;
    await storeBlocks(trx, report, { [block]: [...cells] });
    return true;
  });
}

/** Refuses a document that breaks its schema, its ids, or that names cells which are not stored. */
async function checkDocument(trx: Kysely<Schema>, id: string, document: unknown): Promise<Report> {
  const parsed = Report.safeParse(document);
  if (!parsed.success) {
    const { path, message } = firstWrong(parsed.error);
    throw new InvalidChange(message, path.join('.'));
  }
  const report = parsed.data;
  const wrong = inconsistencyOf(report);
  if (wrong) throw new InvalidChange(wrong.message, wrong.path.join('.'));
  const wanted = tablesOf(report).flatMap((table) =>
    table.type === 'table'
      ? table.columns.map((column) => ({ block: column.block, rows: table.rows, table: table.id }))
      : [],
  );
  if (wanted.length === 0) return report;
  const stored = await trx
    .selectFrom('column_blocks')
    .select(['id', 'rows'])
    .where('report_id', '=', id)
    .where(
      'id',
      'in',
      wanted.map((column) => column.block),
    )
    .execute();
  const rows = new Map(stored.map((block) => [block.id, block.rows]));
  const lacking = wanted.find((column) => rows.get(column.block) !== column.rows);
  if (lacking)
    throw new InvalidChange(
      `The cells of a column of table “${lacking.table}” were not sent whole.`,
      `blocks.${lacking.block}`,
    );
  return report;
}

/**
 * Applies changes to a report, one revision each, when `base` is its revision;
 * otherwise hands back the newer document. A request that was stored already
 * (its answer was lost) is answered as saved.
 */
export async function saveChanges(db: Database, id: string, request: SaveRequest): Promise<SaveOutcome | undefined> {
  return db.transaction().execute(async (trx) => {
    const row = await trx
      .selectFrom('reports')
      .select(['id', 'revision', 'document'])
      .where('id', '=', id)
      .where('removed_at', 'is', null)
      .forUpdate()
      .executeTakeFirst();
    if (!row) return undefined;
    const current = parseStored(row.id, row.revision, row.document);
    if (request.base !== current.revision) {
      const ids = request.changes.map((change) => change.id);
      const rows = await trx
        .selectFrom('changes')
        .select('change_id')
        .where('report_id', '=', id)
        .where('change_id', 'in', ids)
        .execute();
      const known = rows.map((row) => row.change_id);
      if (known.length === ids.length && request.base + ids.length === current.revision)
        return { saved: true, revision: current.revision };
      return { saved: false, newer: current, known };
    }
    await storeBlocks(trx, id, request.blocks);
    let document = current.report;
    for (const change of request.changes) document = patchReport(document, change.patches);
    const report = await checkDocument(trx, id, document);
    await trx
      .insertInto('changes')
      .values(
        request.changes.map((change, index) => ({
          report_id: id,
          revision: current.revision + index + 1,
          change_id: change.id,
          kind: change.kind,
          label: change.label,
          patches: JSON.stringify(change.patches),
          inverse: JSON.stringify(change.inverse),
        })),
      )
      .execute();
    const revision = current.revision + request.changes.length;
    await trx
      .updateTable('reports')
      .set({ title: report.title, document: JSON.stringify(report), revision, changed_at: new Date() })
      .where('id', '=', id)
      .execute();
    return { saved: true, revision };
  });
}

/** Runs one named command on the newest state of a report and saves it. */
export async function commandReport(
  db: Database,
  id: string,
  name: string,
  args: unknown,
  blocks: Readonly<Record<string, BlockCells>> = {},
): Promise<StoredReport | undefined> {
  for (;;) {
    const stored = await loadReport(db, id);
    if (!stored) return undefined;
    const { report, label, patches, inverse } = runCommand(stored.report, name, args);
    const change = { id: randomUUID(), kind: 'do' as const, label, patches, inverse };
    const outcome = await saveChanges(db, id, { base: stored.revision, changes: [change], blocks });
    if (!outcome) return undefined;
    // Someone else saved in between: run it again on what they left.
    if (outcome.saved) return { id, revision: outcome.revision, report };
  }
}

/** The cells of a column as JSON text, as they were stored. */
export async function loadBlock(db: Kysely<Schema>, report: string, block: string): Promise<string | undefined> {
  const row = await db
    .selectFrom('column_blocks')
    .select('cells')
    .where('report_id', '=', report)
    .where('id', '=', block)
    .executeTakeFirst();
  return row?.cells;
}

/** A whole table with its cells, shaped and calculated. */
export async function loadTable(db: Database, stored: StoredReport, tableId: string): Promise<Table | undefined> {
  const { report, id } = stored;
  const item = tableIn(report, tableId);
  if (!item) return undefined;
  const cells = new Map<string, readonly Cell[]>();
  await Promise.all(
    rootOf(report, item).columns.map(async ({ block }) => {
      const text = await loadBlock(db, id, block);
      if (text === undefined) throw new Error(`The cells ${block} of table ${tableId} are not in the database.`);
      cells.set(block, JSON.parse(text) as Cell[]);
    }),
  );
  return new TableMaker().make(report, item, (block) => cells.get(block));
}
