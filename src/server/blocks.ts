/** Cells of columns. A block never changes once it is stored. */
import { type Kysely, sql } from 'kysely';
import type { BlockCells } from '../core/change/wire.ts';
import { Refusal } from '../core/refusal.ts';
import { isReceived, type Report, tablesOf } from '../core/report/report.ts';
import type { Cell, ReceivedTexts } from '../core/table/column.ts';
import { type KeptCells, keptCells, spliceCells, spliceReceived, type WholeBlock } from '../core/table/kept.ts';
import { storableValue } from '../core/text/storable.ts';
import type { Database, Schema } from './database.ts';

/** A part of a column as JSON text, as it was stored: its cells, or what was received of them. Undefined where there is no such block. */
export async function loadBlock(
  db: Kysely<Schema>,
  report: string,
  block: string,
  part: 'cells' | 'received' = 'cells',
): Promise<string | undefined> {
  const row = await db
    .selectFrom('column_blocks')
    .select(part)
    .where('report_id', '=', report)
    .where('id', '=', block)
    .executeTakeFirst();
  return row && (row[part] ?? 'null');
}

/** The cells of a new block; an edit is repeated on the block it was made on. Undefined where that is not stored. */
async function cellsOfNew(trx: Kysely<Schema>, report: string, block: BlockCells): Promise<KeptCells | undefined> {
  if (!('of' in block)) return keptCells(block);
  const [cells, received] = [
    await loadBlock(trx, report, block.of),
    await loadBlock(trx, report, block.of, 'received'),
  ];
  if (cells === undefined || received === undefined) return undefined;
  const before = JSON.parse(cells) as Cell[];
  return {
    cells: spliceCells(before, block.splice),
    received: spliceReceived(JSON.parse(received) as ReceivedTexts | null, before.length, block.splice),
  };
}

/**
 * Stores blocks of a report. One that was made of cells that are not here is
 * left out, and what names it is refused by `wantCells`.
 */
export async function storeBlocks(
  trx: Kysely<Schema>,
  report: string,
  blocks: Readonly<Record<string, BlockCells>>,
): Promise<void> {
  for (const [id, block] of Object.entries(blocks)) {
    const made = await cellsOfNew(trx, report, block);
    if (!made) continue;
    const { cells, received } = storableValue(made)?.value ?? { cells: [], received: null };
    const kept = received?.some((text) => text !== null) ? JSON.stringify(received) : null;
    await trx
      .insertInto('column_blocks')
      .values({ report_id: report, id, rows: cells.length, cells: JSON.stringify(cells), received: kept })
      // A block never changes once stored, so storing it again is the same.
      .onConflict((conflict) => conflict.columns(['report_id', 'id']).doNothing())
      .execute();
  }
}

/** Stores a block of a report; false when there is no such report. */
export async function addBlock(db: Database, report: string, id: string, block: WholeBlock): Promise<boolean> {
  return db.transaction().execute(async (trx) => {
    const row = await trx.selectFrom('reports').select('id').where('id', '=', report).executeTakeFirst();
    if (!row) return false;
    await storeBlocks(trx, report, { [id]: block });
    return true;
  });
}

/** Throws a Refusal where a table that a change touched names cells that are not stored, or not as many as it has rows. */
export async function wantCells(trx: Kysely<Schema>, id: string, before: Report | null, after: Report): Promise<void> {
  const known = new Set(before?.items);
  const wanted = tablesOf(after)
    .filter(isReceived)
    .filter((table) => !known.has(table))
    .flatMap(({ columns, rows, name }) => columns.map(({ block }) => ({ block, rows, table: name })));
  if (wanted.length === 0) return;
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
  if (lacking) throw new Refusal(`The cells of a column of table “${lacking.table}” were not sent whole.`);
}

/** Takes out blocks of a request that no change names, because its call was refused, so that nothing is half stored. */
export async function dropUnused(
  trx: Kysely<Schema>,
  report: string,
  blocks: readonly string[],
  changes: readonly { args: unknown; revision: number }[],
): Promise<void> {
  const named = changes.map(({ args }) => JSON.stringify(args)).join('\n');
  const unused = blocks.filter((id) => !named.includes(`"${id}"`));
  if (unused.length === 0) return;
  const used = await trx
    .selectFrom('changes')
    .select(sql<string>`args::text`.as('args'))
    .where('report_id', '=', report)
    .where((where) => where.or(unused.map((id) => where(sql<string>`args::text`, 'like', `%"${id}"%`))))
    .execute();
  const gone = unused.filter((id) => !used.some(({ args }) => args.includes(`"${id}"`)));
  if (gone.length > 0)
    await trx.deleteFrom('column_blocks').where('report_id', '=', report).where('id', 'in', gone).execute();
}
