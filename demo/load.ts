import type { Database } from '../src/server/database.ts';
import { createReport } from '../src/server/reports.ts';
import { demoReport } from './skerry.ts';

/** Stores the demo report. */
export async function addDemo(db: Database): Promise<void> {
  const { report, blocks } = demoReport();
  await createReport(db, report, blocks);
}
