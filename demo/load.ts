import type { Database } from '../src/server/database.ts';
import { createReport } from '../src/server/reports.ts';
import { createStyle } from '../src/server/styles.ts';
import { boardReport } from './board.ts';
import { demoReport } from './skerry.ts';
import { BOARD_PAPERS, SKERRY_PLAIN } from './styles.ts';

/** Stores the demo: two house styles, a report that is set by each, the larger one last so that it is the first on the Desk. */
export async function addDemo(db: Database): Promise<void> {
  const plain = await createStyle(db, SKERRY_PLAIN);
  const papers = await createStyle(db, BOARD_PAPERS);
  const board = boardReport();
  await createReport(db, { ...board.report, style: { kind: 'house', id: papers } }, board.blocks);
  const { report, blocks } = demoReport();
  await createReport(db, { ...report, style: { kind: 'house', id: plain } }, blocks);
}
