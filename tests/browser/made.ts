/** Reports with a figure of a table, stored as the screens would have made them. */
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { FIRST_STYLE, newReport } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { openTableFile } from '../../src/formats/table-file.ts';
import { received } from './browser.ts';
import { openReport } from './demo.ts';

/** Opens a report with a received file in it, and a figure of that. (`first-light` makes one with the screens.) */
export async function figureOf(page: Page, name: string): Promise<void> {
  const { table } = (await openTableFile(name, new Uint8Array(readFileSync(received(name))))).read();
  const { item, blocks } = packTable(randomUUID(), table, randomUUID);
  const figure = draftFigure(table, { id: randomUUID(), tableId: item.id, style: FIRST_STYLE });
  const report = { ...newReport('Untitled report', 'November 2026'), items: [item, figure] };
  await openReport(page, report, blocks);
}
