/** Reading reports, and what the Desk says of them. */
import { randomUUID } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import type { BlockCells } from '../core/change/wire.ts';
import { recordOf } from '../core/report/record.ts';
import { figuresOf, type Report, tableIn, tablesOf } from '../core/report/report.ts';
import { blocksUnder, keptOf, TableMaker } from '../core/report/tables.ts';
import { readDocument } from '../core/report/upgrade.ts';
import type { Cell, Table } from '../core/table/column.ts';
import { withReceived } from '../core/table/received.ts';
import { KEPT_DAYS, loadCells, storeBlocks, wantCells } from './blocks.ts';
import type { Database, Summary } from './database.ts';
import { asWritten, FORM, type Kind, lookedThrough, readStored, type StoredReport, Unreadable } from './stored.ts';

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
    .select(['id', 'kind', 'revision', 'document'])
    .where((where) =>
      where.or([where('checked', 'is', null), where('summary', 'is', null), where('checked', 'not like', `${FORM},%`)]),
    )
    .execute();
  for (const { id, kind, revision, document } of rows) {
    let summary: Summary;
    let edition = '';
    try {
      const { report } = readStored(id, kind, revision, document);
      summary = summaryOf(report);
      edition = report.edition;
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error;
      summary = { kind: 'unreadable', why: error.message };
    }
    await db
      .updateTable('reports')
      .set({ summary: JSON.stringify(summary), edition, checked: lookedThrough(revision) })
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
    .where('kind', '=', 'report')
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

/** A report off the Desk, and until when it can be brought back. */
export interface RemovedReport {
  id: string;
  title: string;
  until: Date;
}

/** Reports that were removed, the last one first. */
export async function listRemoved(db: Database): Promise<RemovedReport[]> {
  const rows = await db
    .selectFrom('reports')
    .select(['id', 'title', 'removed_at'])
    .where('kind', '=', 'report')
    .where('removed_at', 'is not', null)
    .orderBy('removed_at', 'desc')
    .execute();
  return rows.flatMap(({ removed_at, ...row }) =>
    removed_at === null ? [] : [{ ...row, until: new Date(removed_at.getTime() + KEPT_DAYS * 86_400_000) }],
  );
}

/** Stores a new report with the cells of its tables; returns its id. */
export async function createReport(
  db: Database,
  report: Report,
  blocks: Readonly<Record<string, BlockCells>> = {},
  kind: Kind = 'report',
): Promise<string> {
  const id = randomUUID();
  const record = readDocument(recordOf(report));
  await db.transaction().execute(async (trx) => {
    await trx
      .insertInto('reports')
      .values({
        id,
        kind,
        title: report.title,
        edition: report.edition,
        document: JSON.stringify(record),
        revision: 0,
        summary: JSON.stringify(summaryOf(report)),
        checked: asWritten(0),
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
    .where('kind', '=', 'report')
    .executeTakeFirst();
  return result.numUpdatedRows > 0n;
}

/** Cells that are held, in all; a number takes about eight bytes, a text more. */
const MOST_CELLS = 4_000_000;
const heldCells = new LRUCache<string, readonly Cell[]>({ maxSize: MOST_CELLS });

/** The cells of a block, which never changes once it is stored. */
async function cellsOf(db: Database, report: string, block: string): Promise<readonly Cell[] | undefined> {
  const key = `${report}/${block}`;
  const held = heldCells.get(key);
  if (held) return held;
  const cells = (await loadCells(db, report, block))?.cells;
  if (!cells) return undefined;
  heldCells.set(key, cells, { size: cells.length + 1 });
  return cells;
}

/** The table with this id with its cells, shaped and calculated; it says itself what it lacks. */
export async function loadTable(
  db: Database,
  { report, id }: Pick<StoredReport, 'report' | 'id'>,
  tableId: string,
  maker = new TableMaker(),
): Promise<Table> {
  const cells = new Map<string, readonly Cell[]>();
  await Promise.all(
    blocksUnder(report, tableId).map(async (block) => {
      const found = await cellsOf(db, id, block);
      if (found) cells.set(block, found);
    }),
  );
  const table = maker.called(report, tableId, (block) => cells.get(block) ?? null);
  if (!table) throw new Error('A table whose cells are all there or gone can be made.');
  return table;
}

/** A stored table with what was received of its numbers, by which provisional ones are told; another table as it is. */
export async function tableAsReceived(
  db: Database,
  { id, report }: StoredReport,
  tableId: string,
  table: Table,
): Promise<Table> {
  const item = tableIn(report, tableId);
  if (item?.type !== 'table') return table;
  const received = new Map(
    await Promise.all(
      item.columns.map(async (stored) => {
        const load = (block: string | null | undefined) => (block ? loadCells(db, id, block) : undefined);
        const [kept, layer] = [await load(stored.block), await load(stored.layer)];
        return [stored.meta.key, keptOf(item, stored, kept, layer?.cells).received] as const;
      }),
    ),
  );
  const columns = table.columns.map((column) =>
    received.has(column.key) ? withReceived(column, received.get(column.key)) : column,
  );
  return { ...table, columns };
}

/** Several tables of a report, by their ids. */
export async function loadTables(
  db: Database,
  stored: StoredReport,
  ids: readonly string[],
  maker = new TableMaker(),
): Promise<ReadonlyMap<string, Table>> {
  return new Map(await Promise.all(ids.map(async (id) => [id, await loadTable(db, stored, id, maker)] as const)));
}
