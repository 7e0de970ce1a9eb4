/** Clearing what nothing names any more, after it could be brought back for a while. */
import { sql } from 'kysely';
import { KEPT_DAYS, removeBlocks } from './blocks.ts';
import type { Database } from './database.ts';

/** What was cleared. */
export interface Cleared {
  reports: number;
  blocks: number;
}

/** A number that only this work takes as a lock, so that one server does it at a time. */
const LOCK = 7_410_233;

/** Blocks of a report that its document does not name, nor any change since `before`, and that were stored before then. */
async function unnamedIn(db: Database, report: string, before: Date): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    select b.id from column_blocks b
      where b.report_id = ${report} and b.stored_at < ${before}
        and not exists (
          select 1 from reports r where r.id = b.report_id and position('"' || b.id || '"' in r.document::text) > 0)
        and not exists (
          select 1 from changes c
            where c.report_id = b.report_id and c.made_at >= ${before}
              and position('"' || b.id || '"' in c.fields::text || c.args::text) > 0)`.execute(db);
  return rows.map(({ id }) => id);
}

/** Does a piece of clearing, unless another server is at it. */
const alone = (db: Database, work: (trx: Database) => Promise<number>): Promise<number> =>
  db.transaction().execute(async (trx) => {
    const { rows } = await sql<{ mine: boolean }>`select pg_try_advisory_xact_lock(${LOCK}) as mine`.execute(trx);
    return rows[0]?.mine ? work(trx) : 0;
  });

/** Clears reports that were removed and cells that nothing names since so many days. One server does it at a time. */
export async function tidy(db: Database, days = KEPT_DAYS): Promise<Cleared> {
  const before = new Date(Date.now() - days * 86_400_000);
  const reports = await alone(db, async (trx) =>
    Number((await trx.deleteFrom('reports').where('removed_at', '<', before).executeTakeFirst()).numDeletedRows),
  );
  let blocks = 0;
  for (const { id } of await db.selectFrom('reports').select('id').execute())
    blocks += await alone(db, async (trx) => {
      // A change that comes in meanwhile waits, so that it names nothing that is being cleared.
      await trx.selectFrom('reports').select('id').where('id', '=', id).forUpdate().execute();
      return removeBlocks(trx, id, await unnamedIn(trx, id, before));
    });
  return { reports, blocks };
}

const FIRST_MS = 5 * 60_000;
const EVERY_MS = 12 * 3600_000;

/** Clears now and then for as long as the process runs. */
export function tidyNowAndThen(db: () => Database): void {
  const run = async () => {
    try {
      const { reports, blocks } = await tidy(db());
      if (reports + blocks > 0) console.log(`cleared ${reports} removed reports and ${blocks} columns of older states`);
    } catch (error) {
      // The database may be away; it is tried again.
      console.error(`clearing: ${error instanceof Error ? error.message : String(error)}`);
    }
  };
  setTimeout(() => {
    void run();
    setInterval(() => void run(), EVERY_MS).unref();
  }, FIRST_MS).unref();
}
