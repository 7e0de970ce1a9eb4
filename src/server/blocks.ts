/** Cells of columns. A block never changes once it is stored; an edit is kept as what it changed of another one. */
import { type Kysely, sql } from 'kysely';
import type { BlockCells } from '../core/change/wire.ts';
import { Refusal } from '../core/refusal.ts';
import { isReceived, type Report, type StoredTable, tablesOf } from '../core/report/report.ts';
import { receivedCount } from '../core/report/tables.ts';
import type { Cell, ReceivedTexts } from '../core/table/column.ts';
import {
  type KeptCells,
  keptCells,
  type Splice,
  spliceCells,
  spliceReceived,
  type WholeBlock,
} from '../core/table/kept.ts';
import { storableValue } from '../core/text/storable.ts';
import type { Database, Schema } from './database.ts';

/** So long cells that nothing names are kept, and a removed report can be brought back. */
export const KEPT_DAYS = 30;

export type BlockPart = 'cells' | 'received';

/** A part of a whole block as JSON text, as it was stored; null where the block is a difference, and undefined where there is none. */
export async function loadWhole(
  db: Kysely<Schema>,
  report: string,
  block: string,
  part: BlockPart,
): Promise<string | null | undefined> {
  const row = await db
    .selectFrom('column_blocks')
    .select(['made_of', part])
    .where('report_id', '=', report)
    .where('id', '=', block)
    .executeTakeFirst();
  if (!row) return undefined;
  return row.made_of === null ? (row[part] ?? 'null') : null;
}

/** The blocks that one is made of, from itself to the whole one. */
async function chainOf(db: Kysely<Schema>, report: string, block: string) {
  const { rows } = await sql<{ cells: string | null; received: string | null; splice: string | null }>`
    with recursive chain as (
      select b.*, 0 as step from column_blocks b where b.report_id = ${report} and b.id = ${block}
      union all
      select b.*, chain.step + 1 from column_blocks b
        join chain on b.report_id = chain.report_id and b.id = chain.made_of
    )
    select cells, received, splice from chain order by step`.execute(db);
  return rows;
}

/** The cells of a block and what was received of them, whether it is whole or a difference; undefined where there is none. */
export async function loadCells(db: Kysely<Schema>, report: string, block: string): Promise<KeptCells | undefined> {
  const chain = await chainOf(db, report, block);
  const whole = chain.pop();
  if (!whole) return undefined;
  if (whole.cells === null) return undefined;
  let cells: readonly Cell[] = JSON.parse(whole.cells) as Cell[];
  let received = JSON.parse(whole.received ?? 'null') as ReceivedTexts | null;
  for (const { splice: text } of chain.reverse()) {
    const splice = JSON.parse(text ?? 'null') as Splice;
    received = spliceReceived(received, cells.length, splice);
    cells = spliceCells(cells, splice);
  }
  return { cells, received: hasText(received) ? received : null };
}

const hasText = (received: ReceivedTexts | null) => received?.some((text) => text !== null) ?? false;

/** A difference is made whole where it would be this far from a whole block, or as good as one. */
const MOST_DEPTH = 64;
const isSlight = ({ insert }: Splice, rows: number) => insert.length * 4 <= rows;

const rowsAfter = (rows: number, { at, remove, insert }: Splice) =>
  Math.min(at, rows) + insert.length + Math.max(0, rows - at - remove);

const wholeRow = ({ cells, received }: KeptCells) => ({
  rows: cells.length,
  cells: JSON.stringify(cells),
  received: hasText(received) ? JSON.stringify(received) : null,
});

/** What is stored of a new block: an edit as what it changed of the block that it was made on. Undefined where that is not there. */
async function rowOf(trx: Kysely<Schema>, report: string, block: BlockCells) {
  const made = storableValue(block)?.value ?? [];
  if (!('of' in made)) return wholeRow(keptCells(made));
  const { of, splice } = made;
  const base = await trx
    .selectFrom('column_blocks')
    .select(['rows', 'depth'])
    .where('report_id', '=', report)
    .where('id', '=', of)
    .executeTakeFirst();
  if (!base) return undefined;
  if (base.depth < MOST_DEPTH && isSlight(splice, base.rows))
    return {
      rows: rowsAfter(base.rows, splice),
      made_of: of,
      splice: JSON.stringify(splice),
      depth: base.depth + 1,
    };
  const before = await loadCells(trx, report, of);
  if (!before) return undefined;
  return wholeRow({
    cells: spliceCells(before.cells, splice),
    received: spliceReceived(before.received, before.cells.length, splice),
  });
}

/**
 * Stores blocks of a report; returns the ids of those that were not there
 * before. One that was made of cells that are not here is left out, and what
 * names it is refused by `wantCells`.
 */
export async function storeBlocks(
  trx: Kysely<Schema>,
  report: string,
  blocks: Readonly<Record<string, BlockCells>>,
): Promise<string[]> {
  const stored: string[] = [];
  for (const [id, block] of Object.entries(blocks)) {
    const row = await rowOf(trx, report, block);
    if (!row) continue;
    const fresh = await trx
      .insertInto('column_blocks')
      .values({ report_id: report, id, ...row })
      // A block never changes once stored, so storing it again is the same.
      .onConflict((conflict) => conflict.columns(['report_id', 'id']).doNothing())
      .returning('id')
      .execute();
    if (fresh.length > 0) stored.push(id);
  }
  return stored;
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

/** The blocks that a table names, with how many cells they are to have: as many as it has rows, and any of what was typed long ago. */
const namedBy = (table: StoredTable): { block: string; rows: number | null; table: string }[] => {
  const rows = receivedCount(table);
  return table.columns.flatMap(({ block, layer }) => [
    ...(block === null ? [] : [{ block, rows, table: table.name }]),
    ...(layer === undefined ? [] : [{ block: layer, rows: null, table: table.name }]),
  ]);
};

/**
 * Throws a Refusal where a change makes a table name cells that are not stored,
 * or not as many as it has rows. What it named before is not asked for again:
 * cells that were lost since are no reason not to change others.
 */
export async function wantCells(trx: Kysely<Schema>, id: string, before: Report | null, after: Report): Promise<void> {
  const known = new Set(before?.items);
  const had = new Set(
    (before ? tablesOf(before) : [])
      .filter(isReceived)
      .flatMap(namedBy)
      .map(({ block, rows }) => `${block} ${rows}`),
  );
  const wanted = tablesOf(after)
    .filter(isReceived)
    .filter((table) => !known.has(table))
    .flatMap(namedBy)
    .filter(({ block, rows }) => !had.has(`${block} ${rows}`));
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
  const lacking = wanted.find(
    (column) => !rows.has(column.block) || (column.rows ?? rows.get(column.block)) !== rows.get(column.block),
  );
  if (!lacking) return;
  throw new Refusal(
    rows.has(lacking.block)
      ? `The cells of a column of table “${lacking.table}” were not sent in full.`
      : `The cells of a column of table “${lacking.table}” were not sent, or were cleared after ${KEPT_DAYS} days without use.`,
  );
}

/** Takes out blocks that a request brought and no change names, because its call was refused, so that nothing is half stored. */
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
  await removeBlocks(trx, report, gone);
}

/** Removes blocks of a report, but for those that others are made of. */
export async function removeBlocks(trx: Kysely<Schema>, report: string, ids: readonly string[]): Promise<number> {
  if (ids.length === 0) return 0;
  const { numDeletedRows } = await trx
    .deleteFrom('column_blocks')
    .where('report_id', '=', report)
    .where(
      'id',
      'in',
      sql<string>`(
        with recursive needed as (
          select made_of as id from column_blocks
            where report_id = ${report} and made_of is not null and not (id = any(${ids}))
          union
          select b.made_of from column_blocks b join needed on b.id = needed.id
            where b.report_id = ${report} and b.made_of is not null
        )
        select unnest(${ids}::text[]) except select id from needed
      )`,
    )
    .executeTakeFirst();
  return Number(numDeletedRows);
}
