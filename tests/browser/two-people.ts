/** Two people, each with a browser of their own, before one table of piers. */
import { randomUUID } from 'node:crypto';
import type { Page } from 'playwright-core';
import { expect } from 'vitest';
import { newReport, type Report, type StoredTable } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { understand } from '../../src/core/table/understand.ts';
import { readDelimited } from '../../src/formats/delimited.ts';
import { type Database, openDatabase } from '../../src/server/database.ts';
import { createReport } from '../../src/server/reports.ts';
import { loadReport } from '../../src/server/stored.ts';
import { BASE, saved } from './browser.ts';
import { newPage } from './pages.ts';

export const ROWS = 60;
/** Each key comes so long after the one before, as where people type; `RIZO_KEY_MS=80` types like one. */
const KEY_MS = Number(process.env['RIZO_KEY_MS'] ?? 15);

/** Does something in the database of the tests. (Files share this module, so none of them may close it for the others.) */
async function inDatabase<T>(work: (database: Database) => Promise<T>): Promise<T> {
  const database = openDatabase(process.env['DATABASE_URL'] ?? '');
  try {
    return await work(database);
  } finally {
    await database.destroy();
  }
}

export const cell = (page: Page, row: number, col: number) => page.locator(`#cell-${row}-${col}`);
export const grid = (page: Page) => page.getByRole('grid');

/** A table of piers with two numbers each, which go on from `from`. */
export const piers = (rows: readonly number[], from = 100) =>
  understand(
    readDelimited(['pier,boats,people', ...rows.map((row) => `Pier ${row + 1},${row + from},${row + 200}`)].join('\n')),
    'Piers',
  );

/** The same table of piers before two people, each with a browser of their own. */
export async function twoPeople(rows = ROWS) {
  const table = piers(Array.from({ length: rows }, (_, row) => row));
  const { item, blocks } = packTable(randomUUID(), table, randomUUID);
  const report = await inDatabase((database) =>
    createReport(database, { ...newReport('Two who type', ''), items: [item] }, blocks),
  );
  const pages = [await newPage(), await newPage()] as const;
  for (const page of pages) {
    await page.goto(`${BASE}/reports/${report}`);
    await page.getByRole('navigation').getByRole('button', { name: 'Piers' }).first().click();
    await grid(page).waitFor();
  }
  return { one: pages[0], two: pages[1], report, table: item.id, made: table };
}

/** Someone else changes the report from elsewhere; gives the id of that change. */
export async function elsewhere(report: string, name: string, args: object, blocks = {}): Promise<string> {
  const answer = await fetch(`${BASE}/api/reports/${report}/commands`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ base: 0, commands: [{ id: randomUUID(), name, args }], blocks, by: 'someone else' }),
  });
  if (!answer.ok) throw new Error(await answer.text());
  const { changes, refused } = (await answer.json()) as { changes: { id: string }[]; refused: { error: string }[] };
  if (refused[0]) throw new Error(refused[0].error);
  return changes.at(-1)?.id ?? '';
}

export async function begin(page: Page, row: number, col: number): Promise<void> {
  const isThere = (await cell(page, row, col).count()) > 0;
  await cell(page, isThere ? row : 0, col).click();
  await grid(page).focus();
  // Rows that are out of sight are reached by keys.
  for (let step = isThere ? row : 0; step < row; step++) await page.keyboard.press('ArrowDown');
}

/** Types one text after the other down a column. */
export async function typeDown(page: Page, texts: readonly string[]): Promise<void> {
  for (const text of texts) {
    await page.keyboard.type(text, { delay: KEY_MS });
    await page.keyboard.press('Enter');
  }
}

/** A report as it is stored. */
export async function reportOf(id: string): Promise<Report> {
  const found = await inDatabase((database) => loadReport(database, id));
  if (!found) throw new Error(`no report ${id}`);
  return found.report;
}

/** The table as it is stored. */
export async function tableOf(report: string): Promise<StoredTable> {
  const [item] = (await reportOf(report)).items;
  if (item?.type !== 'table') throw new Error('no table');
  return item;
}

/** What was typed, by the names of columns and rows, as it is stored. */
export async function typedIn(report: string): Promise<Record<string, object>> {
  return Object.fromEntries((await tableOf(report)).columns.map(({ meta, typed }) => [meta.key, typed]));
}

/** The pier in whose row the cursor stands. */
export const pierAtCursor = (page: Page) =>
  // Read at once, since rows that others put in move the cursor with its row.
  grid(page).evaluate((element) => {
    const [, row] = (element.getAttribute('aria-activedescendant') ?? '').split('-');
    return document.getElementById(`cell-${row}-0`)?.textContent ?? null;
  });

/** Holds what both send until both have done something; what it gives lets it go. */
export async function atOnce(
  pages: readonly Page[],
  ...acts: readonly ((page: Page) => Promise<void>)[]
): Promise<void> {
  const senders = new Set<Page>();
  let open = (): void => undefined;
  const gate = new Promise<void>((done) => {
    open = done;
  });
  for (const page of pages)
    await page.route('**/commands', async (route) => {
      senders.add(page);
      await gate;
      await route.continue();
    });
  for (const [at, page] of pages.entries()) await acts[at]?.(page);
  await expect.poll(() => senders.size).toBe(pages.length);
  open();
  for (const page of pages) await saved(page);
  for (const page of pages) await page.unroute('**/commands');
}
