/** Reports that name columns which are gone, as after an undo of who had put them in: every view of them opens and says so. */
import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { isReceived, isTable, type Report } from '../../src/core/report/report.ts';
import { saved } from './browser.ts';
import { openReport, showItem } from './demo.ts';
import { newPage } from './pages.ts';

const { report: demo, blocks } = demoReport();
const split = runCommand(demo, 'figure.split', {
  figure: 'both',
  panels: { by: { kind: 'category', column: 'month' } },
}).report;

/** The report without the columns of its received tables that are not wanted. */
const without = (isGone: (key: string) => boolean): Report => ({
  ...split,
  items: split.items.map((item) =>
    isTable(item) && isReceived(item)
      ? { ...item, columns: item.columns.filter(({ meta }) => !isGone(meta.key)) }
      : item,
  ),
});

/** Opens every thing of a report and each of its strips; what breaks while it is drawn fails the test. */
async function openAll(page: Page, report: Report): Promise<void> {
  for (const item of report.items) {
    await showItem(page, item.name);
    await page.getByRole('tablist').first().waitFor();
    for (const tab of await page.getByRole('tablist').first().getByRole('tab').all()) await tab.click();
  }
  await showItem(page, 'Manuscript');
  await page.getByRole('textbox').first().waitFor();
}

describe('a report that names columns which are gone', () => {
  it.each<[string, (key: string) => boolean]>([
    ['all of them', () => true],
    ['the periods', (key) => ['month', 'year', 'date'].includes(key)],
    ['the numbers', (key) => !['month', 'year', 'date', 'pier'].includes(key)],
  ])('opens in every view: %s', async (_, isGone) => {
    const page = await newPage();
    const report = without(isGone);
    await openReport(page, report, blocks);
    await openAll(page, report);
  });

  it.each<[string, (id: string) => boolean]>([
    ['its first table', (id) => id === 'sailings'],
    ['any table that was brought in', () => true],
  ])('opens in every view without %s', async (_, isGone) => {
    const page = await newPage();
    const report = { ...split, items: split.items.filter((item) => item.type !== 'table' || !isGone(item.id)) };
    await openReport(page, report, blocks);
    await openAll(page, report);
  });

  it('says which one is gone, and puts it right with one press', async () => {
    const page = await newPage();
    await openReport(
      page,
      without((key) => key === 'outer_isles_thousands'),
      blocks,
    );
    await showItem(page, 'Passengers by route');
    const note = page.getByText('The table no longer has a column “outer_isles_thousands”', { exact: false });
    await note.first().waitFor();
    await page.getByRole('button', { name: 'Remove the line' }).first().click();
    await expect.poll(() => note.count()).toBe(0);
    await saved(page);
  });

  it('takes another table instead of one that is gone, in a figure and in a table that was made from it', async () => {
    const page = await newPage();
    const newer = split.items.map((item) =>
      item.id === 'sailings' ? { ...item, id: 'sailings-new', name: 'Sailings anew' } : item,
    );
    await openReport(page, { ...split, items: newer }, blocks);
    await showItem(page, 'Passengers by route');
    const note = page.getByText('The table that this is drawn from is gone', { exact: false });
    await note.first().waitFor();
    // It is counted at the head, also when what is shown is chosen again.
    await showItem(page, 'Passengers by route');
    await page.getByRole('button', { name: 'Proof: 1 note' }).waitFor();
    await page.getByRole('button', { name: 'Use “Sailings anew” instead' }).first().click();
    await expect.poll(() => note.count()).toBe(0);
    await expect.poll(() => page.locator('.sheet svg [data-part^="line:"]').count()).toBeGreaterThan(1);
    await showItem(page, 'Outer isles, year by year');
    await page.getByRole('tab', { name: 'Shape' }).click();
    await page.getByText('Made from a table that is gone').waitFor();
    await page.getByRole('combobox', { name: 'Table to make it from' }).selectOption({ label: 'Sailings anew' });
    await page.getByRole('button', { name: 'Sailings anew' }).last().waitFor();
    await saved(page);
  });
});
