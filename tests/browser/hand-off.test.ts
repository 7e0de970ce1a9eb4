/** Handing off in every form: copies that are read back, several things at once, and pages that work without Rizo. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import type { Page } from 'playwright-core';
import { afterAll, describe, expect, it } from 'vitest';
import { choose, saved, still } from './browser.ts';
import { openDemo, showItem } from './demo.ts';
import { newPage } from './pages.ts';

let page: Page;
const folder = mkdtempSync(join(tmpdir(), 'rizo-hand-off-'));
afterAll(() => rmSync(folder, { recursive: true }));

const panel = () => page.getByRole('complementary', { name: 'Hand off' });
const sheetBox = () => page.locator('.sheet').first().boundingBox();
const button = (name: string | RegExp) =>
  page.getByRole('button', { name, ...(typeof name === 'string' && { exact: true }) });

/** What lies on the clipboard, by its type: text as it is, and of other things how many bytes. */
const clipboard = () =>
  page.evaluate(async () => {
    const [item] = await navigator.clipboard.read();
    const found: Record<string, string | number> = {};
    for (const type of item?.types ?? []) {
      const blob = await item?.getType(type);
      if (blob) found[type] = type === 'image/png' ? blob.size : await blob.text();
    }
    return found;
  });

async function taken(act: () => Promise<void>, name: string): Promise<Buffer> {
  const arriving = page.waitForEvent('download');
  await act();
  const path = join(folder, name);
  await (await arriving).saveAs(path);
  return readFileSync(path);
}

describe('handing off', () => {
  it('moves nothing on the sheet, and copies a figure as a picture, as SVG and as text', async () => {
    page = await newPage();
    await openDemo(page);
    const before = await still(page, sheetBox);
    await button('Hand off').click();
    await panel().getByRole('button', { name: /^Copy/ }).first().click();
    await page.getByText('Copied; paste it wherever you want it.').waitFor();
    expect(await sheetBox()).toEqual(before);
    const found = await clipboard();
    expect(Object.keys(found).sort()).toEqual(['image/png', 'image/svg+xml', 'text/html', 'text/plain']);
    expect(found['image/png']).toBeGreaterThan(20_000);
    expect(String(found['image/svg+xml'])).toContain('Every summer the outer isles');
    expect(String(found['text/plain']).length).toBeGreaterThan(40);
    // Pasted where rich text is taken, it is the picture with its words.
    await page.evaluate(() => {
      document.body.innerHTML = '<div contenteditable="true" id="mail" style="min-height:200px"></div>';
    });
    await page.locator('#mail').click();
    await page.keyboard.press('Control+V');
    const image = page.locator('#mail img').first();
    await image.waitFor();
    await expect.poll(() => image.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(1890);
    // What is pasted there has lost its page, whose own scripts may say so.
    await page.goto('about:blank');
  });

  it('copies with Ctrl C what is on the sheet: a figure, the panel that is chosen, a spark table', async () => {
    page = await newPage();
    await openDemo(page);
    await page.locator('.sheet [data-part="name:line-2"] text').click();
    await page.keyboard.press('Control+c');
    await page.getByText('Copied: the figure.').waitFor();
    await showItem(page, 'Passengers at each pier');
    const first = page.locator('.sheet [data-part^="panel:"]').nth(1);
    await first.waitFor();
    const named = (await first.getAttribute('aria-label'))?.replace('Panel ', '') ?? '';
    await first.locator('text').first().click();
    await page.keyboard.press('Control+c');
    await page.getByText(`Copied: panel “${named}”.`).waitFor();
    const one = await clipboard();
    expect(one['text/plain']).toBe(named);
    expect(String(one['image/svg+xml']).match(/data-part="panel:/g)).toBeNull();
    await showItem(page, 'Routes at a glance');
    await page.locator('.sheet [data-part^="column:"]').first().waitFor();
    await page.locator('body').press('Control+c');
    await page.getByText('Copied: the spark table.').waitFor();
    const table = await clipboard();
    expect(String(table['text/html'])).toContain('<table');
    // Documents and mails take pictures, and no SVG in a table.
    expect(String(table['text/html'])).toContain('<img src="data:image/png;base64,');
    expect(String(table['text/html'])).not.toContain('<svg');
    expect(String(table['text/plain']).split('\n').length).toBeGreaterThan(4);
    await button('Hand off').click();
    await page.getByRole('region', { name: 'One sparkline' }).getByRole('button', { name: 'copy' }).click();
    await page.getByText('Copied; paste it wherever you want it.').waitFor();
    expect(String((await clipboard())['image/svg+xml'])).toContain('<path');
  });

  it('makes chosen things in chosen forms as one archive, also one for each panel, and can be given up', async () => {
    page = await newPage();
    await openDemo(page);
    await saved(page);
    await page.keyboard.press('Control+k');
    await page.keyboard.type('export all');
    await page.keyboard.press('Enter');
    const dialog = page.getByRole('dialog', { name: 'Hand off several at once' });
    await dialog.waitFor();
    await button('none').click();
    await dialog.getByRole('checkbox', { name: /Passengers by route/ }).check();
    await dialog.getByRole('checkbox', { name: /Passengers at each pier/ }).check();
    await choose(page.getByLabel('Files of Passengers at each pier'), { label: 'one for each Pier (6)' });
    await dialog.getByRole('checkbox', { name: 'Numbers, CSV' }).check();
    await dialog.getByRole('checkbox', { name: /^PNG/ }).uncheck();
    const bytes = await taken(() => dialog.getByRole('button', { name: 'Make 21 files as a ZIP' }).click(), 'all.zip');
    await dialog.getByText('21 of 21 files are in the ZIP.').waitFor();
    const files = unzipSync(new Uint8Array(bytes));
    expect(Object.keys(files)).toHaveLength(21);
    expect(Object.keys(files)).toEqual(
      expect.arrayContaining([
        'figure-1-passengers-by-route.svg',
        'figure-1-passengers-by-route.pdf',
        'figure-4-passengers-at-each-pier-northgate.csv',
      ]),
    );
    const csv = new TextDecoder().decode(files['figure-4-passengers-at-each-pier-northgate.csv']);
    expect(csv.split('\r\n')[0]?.split(',')[0]).toBe('Month');
    const svg = new TextDecoder().decode(files['figure-4-passengers-at-each-pier-northgate.svg']);
    expect(svg).toContain('Northgate');
    // Given up, nothing is taken and all can be chosen again.
    let letGo: () => void = () => undefined;
    const held = new Promise<void>((done) => {
      letGo = done;
    });
    await page.route('**/file?*', async (route) => {
      await held;
      // Its page may have given it up.
      await route.continue().catch(() => undefined);
    });
    await dialog.getByRole('button', { name: /^Make 21/ }).click();
    await dialog.getByText(/of 21 files$/).waitFor();
    await dialog.getByRole('button', { name: 'Cancel' }).click();
    await dialog.getByRole('button', { name: /^Make 21/ }).waitFor();
    letGo();
    await page.unroute('**/file?*');
    // What cannot be made is named, and the rest is there.
    await page.route('**/file?*as=pdf*', (route) =>
      route.fulfill({ status: 400, contentType: 'application/json', body: '{"error":"It is too long for a page."}' }),
    );
    await taken(() => dialog.getByRole('button', { name: /^Make 21/ }).click(), 'some.zip');
    await dialog.getByText('14 of 21 files are in the ZIP.').waitFor();
    expect(await dialog.getByText('It is too long for a page.').count()).toBe(7);
    await page.unroute('**/file?*as=pdf*');
  });

  it('writes a page of a figure that works from a file without network: values by keyboard, lines, zoom, numbers', async () => {
    page = await newPage();
    await openDemo(page);
    await button('Hand off').click();
    await taken(
      () =>
        panel()
          .getByRole('button', { name: /^HTML page/ })
          .click(),
      'figure.html',
    );
    await page.context().setOffline(true);
    await page.goto(`file://${join(folder, 'figure.html')}`);
    const read = page.locator('#look-read');
    await expect.poll(() => read.textContent()).toContain('Oct 2026 Outer isles: 30.0 thousands, unfinished');
    await page.getByLabel('Position along the chart').focus();
    await page.keyboard.press('Home');
    await expect.poll(() => read.textContent()).toMatch(/^Jan 2024 Outer isles: 42\.9/);
    await page.keyboard.press('ArrowRight');
    await expect.poll(() => read.textContent()).toMatch(/^Feb 2024/);
    await page.getByRole('checkbox', { name: 'Outer isles' }).uncheck();
    await expect.poll(() => read.textContent()).not.toContain('Outer isles');
    await page.getByRole('button', { name: 'Closer' }).click();
    await page.getByText('The numbers', { exact: true }).click();
    expect(await page.locator('tbody tr').count()).toBe(34);
    const csv = await taken(() => page.getByRole('link', { name: 'All numbers as CSV' }).click(), 'numbers.csv');
    expect(csv.toString().split('\r\n')[1]).toMatch(/^2024-01-01,42/);
    // Under the pointer, the chart shows them, too.
    await page.locator('.apexcharts-svg').hover();
    await page.locator('.apexcharts-tooltip.apexcharts-active').waitFor();
    await page.context().setOffline(false);
  });

  it('writes a PDF whose text is read again', async () => {
    page = await newPage();
    await openDemo(page);
    await showItem(page, 'Routes at a glance');
    await page.locator('.sheet [data-part^="column:"]').first().waitFor();
    await button('Hand off').click();
    await taken(() => panel().getByRole('button', { name: /^PDF/ }).click(), 'table.pdf');
    const text = execFileSync('pdftotext', ['-layout', join(folder, 'table.pdf'), '-'], { encoding: 'utf8' });
    expect(text).toContain('Harbour shuttle');
    expect(text).toContain('Routes at a glance');
  });
});
