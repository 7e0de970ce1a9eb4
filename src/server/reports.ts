/** Reading reports, and what the Desk says of them. */
import { randomUUID } from 'node:crypto';
import type { Kysely } from 'kysely';
import type { BlockCells } from '../core/change/wire.ts';
import { Refusal } from '../core/refusal.ts';
import { type ReportRecord, recordOf, reportOf } from '../core/report/record.ts';
import { figuresOf, type Report, tableIn, tablesOf } from '../core/report/report.ts';
import { rootOf, TableMaker } from '../core/report/tables.ts';
import { readDocument } from '../core/report/upgrade.ts';
import type { Cell, Table } from '../core/table/column.ts';
import { loadBlock, storeBlocks, wantCells } from './blocks.ts';
import type { Database, Schema, Summary } from './database.ts';

export interface StoredReport {
  id: string;
  revision: number;
  record: ReportRecord;
  report: Report;
}

/** A stored report that this version cannot read; the message says why. */
export class Unreadable extends Refusal {}

/** For which form of documents a summary holds; a new one has every document looked through again. */
const FORM = 'version 3';

/** What was looked through is told apart from what was changed by hand afterwards. */
export const checkedNow = (revision: number): string => `${FORM}, revision ${revision}`;

/** Reads a stored document. Throws an Unreadable that says what is wrong with it. */
export function readStored(id: string, revision: number, document: unknown): StoredReport {
  try {
    const record = readDocument(document);
    return { id, revision, record, report: reportOf(record) };
  } catch (error) {
    if (error instanceof Refusal) throw new Unreadable(error.message);
    throw error;
  }
}

/** The report, or undefined when there is none or it was removed. Throws an Unreadable. */
export async function loadReport(db: Kysely<Schema>, id: string): Promise<StoredReport | undefined> {
  const row = await db
    .selectFrom('reports')
    .select(['id', 'revision', 'document'])
    .where('id', '=', id)
    .where('removed_at', 'is', null)
    .executeTakeFirst();
  return row && readStored(row.id, row.revision, row.document);
}

/** A document as it is stored, whether it can be read or not. */
export async function loadDocument(
  db: Database,
  id: string,
): Promise<{ title: string; document: unknown } | undefined> {
  return db.selectFrom('reports').select(['title', 'document']).where('id', '=', id).executeTakeFirst();
}

export const summaryOf = (report: Report): Summary => ({
  kind: 'read',
  figures: figuresOf(report).map(({ id }) => id),
  tables: tablesOf(report).length,
});

export interface ReportSummary {
  id: string;
  title: string;
  edition: string;
  changedAt: string;
  /** ids of its figures, in reading order */
  figures: string[];
  tables: number;
  revision: number;
  /** why it cannot be read, or null */
  unreadable: string | null;
}

/** Looks through documents of which no summary holds, and keeps what was found. */
async function checkDocuments(db: Database): Promise<void> {
  const rows = await db
    .selectFrom('reports')
    .select(['id', 'revision', 'document'])
    .where((where) =>
      where.or([where('checked', 'is', null), where('summary', 'is', null), where('checked', 'not like', `${FORM},%`)]),
    )
    .execute();
  for (const { id, revision, document } of rows) {
    let summary: Summary;
    let edition = '';
    try {
      const { report } = readStored(id, revision, document);
      summary = summaryOf(report);
      edition = report.edition;
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error;
      summary = { kind: 'unreadable', why: error.message };
    }
    await db
      .updateTable('reports')
      .set({ summary: JSON.stringify(summary), edition, checked: checkedNow(revision) })
      .where('id', '=', id)
      .where('revision', '=', revision)
      .execute();
  }
}

/** All reports, the last changed first. */
export async function listReports(db: Database): Promise<ReportSummary[]> {
  await checkDocuments(db);
  const rows = await db
    .selectFrom('reports')
    .select(['id', 'title', 'edition', 'revision', 'summary', 'changed_at'])
    .where('removed_at', 'is', null)
    .orderBy('changed_at', 'desc')
    .execute();
  return rows.map(({ summary, changed_at, ...row }) => ({
    ...row,
    changedAt: changed_at.toISOString(),
    figures: summary?.kind === 'read' ? summary.figures : [],
    tables: summary?.kind === 'read' ? summary.tables : 0,
    unreadable: summary?.kind === 'unreadable' ? summary.why : null,
  }));
}

/** Stores a new report with the cells of its tables; returns its id. */
export async function createReport(
  db: Database,
  report: Report,
  blocks: Readonly<Record<string, BlockCells>> = {},
): Promise<string> {
  const id = randomUUID();
  const record = readDocument(recordOf(report));
  await db.transaction().execute(async (trx) => {
    await trx
      .insertInto('reports')
      .values({
        id,
        title: report.title,
        edition: report.edition,
        document: JSON.stringify(record),
        revision: 0,
        summary: JSON.stringify(summaryOf(report)),
        checked: checkedNow(0),
        changed_at: new Date(),
        removed_at: null,
      })
      .execute();
    await storeBlocks(trx, id, blocks);
    await wantCells(trx, id, null, report);
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
