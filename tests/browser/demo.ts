/** The demo report in the browser, with its tables to compare with what is on screen. */
import type { Page } from 'playwright-core';
import { demoReport } from '../../demo/skerry.ts';
import type { FigureSpec } from '../../src/core/figure/spec.ts';
import { tableIn } from '../../src/core/report/report.ts';
import { TableMaker } from '../../src/core/report/tables.ts';
import type { Table } from '../../src/core/table/column.ts';
import { keptCells } from '../../src/core/table/kept.ts';
import { openDatabase } from '../../src/server/database.ts';
import { createReport } from '../../src/server/reports.ts';
import { BASE } from './browser.ts';

const { report, blocks } = demoReport();
const maker = new TableMaker();
type ReportWithCells = [Parameters<typeof createReport>[1], Parameters<typeof createReport>[2]];

export const DEMO_FIGURES: readonly FigureSpec[] = report.items.filter((item) => item.type === 'figure');

/** The table that a figure of the demo report draws. */
export function demoTable(figure: FigureSpec): Table {
  const item = tableIn(report, figure.table);
  const table = item && maker.make(report, item, (block) => blocks[block] && keptCells(blocks[block]).cells);
  if (!table) throw new Error(`The table of ${figure.name} is not there.`);
  return table;
}

/** Stores a demo report of its own and opens it. */
export const openDemo = (page: Page): Promise<void> => openReport(page, report, blocks);

/** Stores a report with the cells of its tables and opens it. */
export async function openReport(page: Page, ...[own, cells]: ReportWithCells): Promise<void> {
  const database = openDatabase(process.env['DATABASE_URL'] ?? '');
  const id = await createReport(database, own, cells);
  await database.destroy();
  await page.goto(`${BASE}/reports/${id}`);
  await page.locator('.sheet svg').waitFor();
}

/** Shows a thing of the report by its name in the list. */
export async function showItem(page: Page, name: string): Promise<void> {
  await page.getByRole('navigation').getByRole('button', { name }).first().click();
}
