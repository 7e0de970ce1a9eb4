import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { newReport, received, saved, strip } from './browser.ts';
import { inBrowser } from './in-browser.ts';

const openPage = inBrowser();
let page: Page;
const column = (id: string) => page.locator(`.sheet [data-part="column:${id}"]`);

describe('a spark table', () => {
  it('is made of a table in one action, set on its specimen and in sentences, undone and saved', async () => {
    page = await openPage();
    await newReport(page);
    await page.getByLabel('Table file').setInputFiles(received('sailings-monthly.csv'));
    await page.getByRole('button', { name: 'Keep the table' }).click();
    await page.getByRole('button', { name: 'Make a spark table' }).click();
    await column('spark-1').waitFor();
    const rows = await column('names').locator('text').count();
    expect(rows).toBeGreaterThan(4);
    await page.getByAltText(/^Specimen: the sparkline of row 1/).waitFor();
    const marks = column('spark-1').locator('path[data-value]');
    const before = await marks.count();
    await page.getByRole('button', { name: /^first: off/ }).click();
    await page.getByRole('dialog').getByRole('checkbox').check();
    await page.keyboard.press('Escape');
    // Where the first value is the lowest, too, its point keeps that mark.
    expect(await marks.count()).toBeGreaterThan(before);
    await page.keyboard.press('Control+z');
    expect(await marks.count()).toBe(before);
    await page.getByLabel('Scale of the sparklines').selectOption('all rows');
    await column('spark-1').getByText('one scale').waitFor();
    await page.getByLabel('What is drawn').selectOption('win / loss');
    expect(await column('spark-1').locator('rect').count()).toBeGreaterThan(rows);
    await page.keyboard.press('Control+z');
    await strip(page, 'Columns & rows');
    await page.getByRole('button', { name: 'A number taken from the sparklines' }).click();
    await page.getByRole('button', { name: 'the highest, with its period' }).click();
    await column('derived-3')
      .getByText(/, \w{3} 20\d\d$/)
      .first()
      .waitFor();
    await page.getByRole('button', { name: 'Move the highest, with its period to the left' }).click();
    await saved(page);
    await page.reload();
    await column('derived-3').waitFor();
    await page.getByRole('button', { name: 'Hand off' }).click();
    const arriving = page.waitForEvent('download');
    await page.getByRole('button', { name: /SVG, text as outlines/ }).click();
    expect((await arriving).suggestedFilename()).toMatch(/\.svg$/);
  });
});
