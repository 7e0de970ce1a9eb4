import type { Database } from '../src/server/database.ts';
import { createReport } from '../src/server/reports.ts';
import { demoReport } from './skerry.ts';

/** Stores the demo report when the database has no report, removed ones included. */
export async function addDemoWhenEmpty(db: Database): Promise<void> {
  const any = await db.selectFrom('reports').select('id').limit(1).executeTakeFirst();
  if (any) return;
  const { report, blocks } = demoReport();
  await createReport(db, report, blocks);
}
