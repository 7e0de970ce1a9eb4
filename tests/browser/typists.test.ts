/** Two people who type in one table at the same time. */
import { randomUUID } from 'node:crypto';
import type { Page } from 'playwright-core';
import { afterAll, describe, expect, it } from 'vitest';
import { newReport } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { understand } from '../../src/core/table/understand.ts';
import { readDelimited } from '../../src/formats/delimited.ts';
import { openDatabase } from '../../src/server/database.ts';
import { createReport } from '../../src/server/reports.ts';
import { loadReport } from '../../src/server/stored.ts';
import { BASE, saved } from './browser.ts';
import { newPage } from './pages.ts';

const ROWS = 60;
/** Each key comes so long after the one before, as where people type. */
const KEY_MS = 15;

const database = openDatabase(process.env['DATABASE_URL'] ?? '');
afterAll(() => database.destroy());

const cell = (page: Page, row: number, col: number) => page.locator(`#cell-${row}-${col}`);
const grid = (page: Page) => page.getByRole('grid');

/** The same table of piers before two people, each with a browser of their own. */
async function twoPeople() {
  const lines = Array.from({ length: ROWS }, (_, row) => `Pier ${row + 1},${row + 100},${row + 200}`);
  const table = understand(readDelimited(['pier,boats,people', ...lines].join('\n')), 'Piers');
  const { item, blocks } = packTable(randomUUID(), table, randomUUID);
  const report = await createReport(database, { ...newReport('Two who type', ''), items: [item] }, blocks);
  const pages = [await newPage(), await newPage()] as const;
  for (const page of pages) {
    await page.goto(`${BASE}/reports/${report}`);
    await page.getByRole('navigation').getByRole('button', { name: 'Piers' }).first().click();
    await grid(page).waitFor();
  }
  return { one: pages[0], two: pages[1], report, table: item.id };
}

/** Someone else changes the report from elsewhere. */
async function elsewhere(report: string, name: string, args: object): Promise<void> {
  const answer = await fetch(`${BASE}/api/reports/${report}/commands`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name, args, by: 'someone else' }),
  });
  if (!answer.ok) throw new Error(await answer.text());
}

async function begin(page: Page, row: number, col: number): Promise<void> {
  await cell(page, row, col).click();
  await grid(page).focus();
}

/** Types one text after the other down a column. */
async function typeDown(page: Page, texts: readonly string[]): Promise<void> {
  for (const text of texts) {
    await page.keyboard.type(text, { delay: KEY_MS });
    await page.keyboard.press('Enter');
  }
}

/** What was typed, by the names of columns and rows, as it is stored. */
async function typedIn(report: string): Promise<Record<string, object>> {
  const item = (await loadReport(database, report))?.report.items[0];
  return item?.type === 'table' ? Object.fromEntries(item.columns.map(({ meta, typed }) => [meta.key, typed])) : {};
}

/** The pier in whose row the cursor stands. */
const pierAtCursor = async (page: Page) => {
  const [, row] = ((await grid(page).getAttribute('aria-activedescendant')) ?? '').split('-');
  return cell(page, Number(row), 0).textContent();
};

const texts = (from: number, count: number) => Array.from({ length: count }, (_, at) => String(from + at));
const down = (from: number, all: readonly string[]) =>
  Object.fromEntries(all.map((text, at) => [`r.${from + at}`, text]));

describe('two people who type in one table', () => {
  it('have every cell as they typed it, in one column and in two, while rows are put in and taken out above', async () => {
    const { one, two, report, table } = await twoPeople();
    const count = 6;
    await begin(one, 4, 1);
    await begin(two, 16, 1);
    let isTyping = true;
    const typing = Promise.all([typeDown(one, texts(1000, count)), typeDown(two, texts(3000, count))]).then(() => {
      isTyping = false;
    });
    let turns = 0;
    for (; isTyping && turns < 12; turns++) {
      const run = { id: `top-${turns}`, count: 1 + (turns % 2), after: null };
      await elsewhere(report, 'table.insertRows', { table, run });
      if (turns % 3 === 2)
        await elsewhere(report, 'table.removeRows', { table, runs: [{ of: run.id, from: 0, count: 1 }] });
    }
    await typing;
    expect(turns).toBeGreaterThan(2);
    expect([await pierAtCursor(one), await pierAtCursor(two)]).toEqual(['Pier 11', 'Pier 23']);
    // Now in different columns, in the same rows.
    await one.keyboard.press('ArrowRight');
    await Promise.all([typeDown(one, texts(2000, count)), typeDown(two, texts(4000, count))]);
    for (const page of [one, two]) await saved(page);
    expect(await typedIn(report)).toEqual({
      pier: {},
      boats: { ...down(4, texts(1000, count)), ...down(16, [...texts(3000, count), ...texts(4000, count)]) },
      people: down(10, texts(2000, count)),
    });
    // Both see all of it.
    await expect.poll(() => two.getByRole('gridcell', { name: '2,005', exact: true }).count()).toBe(1);
    await expect.poll(() => one.getByRole('gridcell', { name: '4,005', exact: true }).count()).toBe(1);
  });

  it('keep what is half typed, the cursor, the selection and what is scrolled to, whatever becomes of the rows around', async () => {
    const { one, report, table } = await twoPeople();
    await begin(one, 14, 1);
    await one.keyboard.type('12');
    const field = one.getByLabel(/^boats, row/);
    const top = async () => ((await field.boundingBox())?.y ?? 0) - ((await grid(one).boundingBox())?.y ?? 0);
    const before = await top();
    await elsewhere(report, 'table.insertRows', { table, run: { id: 'above', count: 40, after: 'r.2' } });
    await expect.poll(() => field.getAttribute('aria-label')).toBe('boats, row 55');
    await elsewhere(report, 'table.removeRows', { table, runs: [{ of: 'r', from: 0, count: 1 }] });
    await expect.poll(() => field.getAttribute('aria-label')).toBe('boats, row 54');
    await elsewhere(report, 'table.setCells', { table, cells: { boats: { 'r.13': '7', 'r.14': '8' } } });
    await expect.poll(() => one.getByRole('gridcell', { name: '7', exact: true }).count()).toBe(1);
    expect(Math.abs((await top()) - before)).toBeLessThan(2);
    expect(await field.inputValue()).toBe('12');
    // A column that goes to another place, and cells that are read anew, leave it where it is.
    await elsewhere(report, 'table.moveColumn', { table, column: 'people', before: 'boats' });
    await expect.poll(() => one.getByRole('columnheader').nth(2).textContent()).toContain('people');
    await one.keyboard.type('34');
    await one.keyboard.press('Enter');
    await saved(one);
    expect(await typedIn(report)).toMatchObject({ boats: { 'r.13': '7', 'r.14': '1234' } });
    expect(await pierAtCursor(one)).toBe('Pier 16');

    // The row in which something is typed goes: it is said, with what was typed.
    await one.keyboard.type('55');
    await elsewhere(report, 'table.removeRows', { table, runs: [{ of: 'r', from: 15, count: 1 }] });
    await one.getByText('is no longer in table “Piers”', { exact: false }).waitFor();
    expect(await one.getByText('“55”', { exact: false }).count()).toBeGreaterThan(0);
  });
});
