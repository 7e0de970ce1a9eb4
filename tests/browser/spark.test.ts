import { readFileSync } from 'node:fs';
import { strFromU8, unzipSync } from 'fflate';
import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { bringIn, choose, newReport, received, saved, strip } from './browser.ts';
import { moveByKeys } from './dragging.ts';
import { newPage } from './pages.ts';

let page: Page;
const column = (id: string) => page.locator(`.sheet [data-part="column:${id}"]`);
const names = () => column('names').locator('text').allTextContents();

/** Makes a spark table of a received file. */
async function make(file: string) {
  page = await newPage();
  await newReport(page);
  await bringIn(page, received(file));
  await page.getByRole('button', { name: 'Keep the table' }).click();
  await page.getByRole('button', { name: 'Make a spark table' }).click();
  await column('spark-1').waitFor();
}

/** Takes a file by its button; returns its name and bytes. */
async function take(button: RegExp | string) {
  const arriving = page.waitForEvent('download');
  await page.getByRole('button', { name: button }).click();
  const file = await arriving;
  return { name: file.suggestedFilename(), path: await file.path() };
}

describe('a spark table', () => {
  it('is made of a table in one action, set on its specimen and in sentences, undone and saved', async () => {
    await make('sailings-monthly.csv');
    const rows = await column('names').locator('text').count();
    expect(rows).toBeGreaterThan(4);
    const marks = column('spark-1').locator('[data-of="emphasis"] path');
    const before = await marks.count();
    // A part of the specimen opens its own words.
    const line = page.getByTestId('specimen').locator('[data-of="stroke"] path').first();
    const at = await line.evaluate((path: SVGPathElement) => {
      const { x, y } = path.getPointAtLength(path.getTotalLength() / 3);
      const point = new DOMPoint(x, y).matrixTransform(path.getScreenCTM() ?? undefined);
      return { x: point.x, y: point.y };
    });
    await page.mouse.click(at.x, at.y + 4);
    await page.getByLabel('Stroke weight, points').fill('2');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Escape');
    await column('spark-1').locator('path[stroke-width="2"]').first().waitFor();
    await page.getByRole('button', { name: /^turning points: off/ }).click();
    await page.getByRole('dialog').getByRole('checkbox').check();
    await page.keyboard.press('Escape');
    expect(await marks.count()).toBeGreaterThan(before);
    await page.keyboard.press('Control+z');
    expect(await marks.count()).toBe(before);
    await choose(page.getByLabel('Scale of the sparklines'), 'all rows');
    await column('spark-1').getByText('one scale').waitFor();
    await choose(page.getByLabel('What is drawn'), 'win / loss');
    expect(await column('spark-1').locator('rect').count()).toBeGreaterThan(rows);
    await page.keyboard.press('Control+z');
    await strip(page, 'Columns & rows');
    await page.getByRole('button', { name: 'A number taken from the sparklines' }).click();
    await page.getByRole('button', { name: 'the highest, with its period' }).click();
    await column('derived-3')
      .getByText(/^\w{3} 20\d\d$/)
      .first()
      .waitFor();
    await saved(page);
    await page.reload();
    await column('derived-3').waitFor();
  });

  it('has exceptions, which are listed and put back in line', async () => {
    await make('passengers-series-in-rows.csv');
    const [first = ''] = await names();
    await column('spark-1').locator('path').first().click({ force: true });
    await choose(page.getByLabel('Which rows are set'), 'yes');
    await choose(page.getByLabel('What is drawn'), 'columns');
    const list = page.getByLabel('Rows that are exceptions');
    await list.getByText(first).waitFor();
    expect(await list.textContent()).toContain('has its own kind');
    expect(await column('spark-1').locator('rect').count()).toBeGreaterThan(10);
    await page.getByRole('button', { name: `Put ${first} back in line` }).click();
    await page.getByText('Every row is drawn like its column.').waitFor();
    expect(await column('spark-1').locator('rect').count()).toBe(0);
    await page.keyboard.press('Control+z');
    await list.getByText(first).waitFor();
  });

  it('tucks its source columns away by key, sorts, groups and sums its rows, and keeps its sparklines', async () => {
    await make('passengers-series-in-rows.csv');
    const drawn = () => column('spark-1').locator('path').first().getAttribute('d');
    const [before, order] = [await drawn(), await names()];
    await page.locator('body').click({ position: { x: 640, y: 500 } });
    await page.keyboard.press('t');
    await column('spark-1~0').waitFor();
    expect(await page.locator('.sheet [data-part^="column:spark-1~"]').count()).toBe(24);
    await page.keyboard.press('t');
    await column('spark-1~0').waitFor({ state: 'detached' });
    await strip(page, 'Columns & rows');
    await choose(page.getByLabel('Order of the rows'), { label: 'the latest value' });
    const sorted = await names();
    expect(sorted).not.toEqual(order);
    expect([...sorted].sort()).toEqual([...order].sort());
    const latest = (await column('derived-1').locator('text').allTextContents()).map(Number).filter(Number.isFinite);
    expect(latest).toEqual([...latest].sort((a, b) => b - a));
    await choose(page.getByLabel('Total row'), 'yes');
    expect((await names()).at(-1)).toBe('Total');
    await page.getByLabel('Rows that are shown').fill('o*r');
    await page.keyboard.press('Enter');
    await expect.poll(async () => (await names()).length).toBeLessThan(order.length);
    await page.getByRole('button', { name: 'Tuck the latest value away' }).click();
    await column('derived-1').waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Bring the latest value back' }).click();
    await column('derived-1').waitFor();
    for (let times = 0; times < 5; times++) await page.keyboard.press('Control+z');
    expect(await names()).toEqual(order);
    expect(await drawn()).toBe(before);
  });

  it('is resized and put in order by dragging and by keys', async () => {
    await make('passengers-series-in-rows.csv');
    const handle = page.getByRole('separator', { name: /Width of column 24 months/ });
    const width = () => handle.getAttribute('aria-valuenow').then(Number);
    expect(await width()).toBe(34);
    const box = await handle.boundingBox();
    if (!box) throw new Error('The handle has a place.');
    await page.mouse.move(box.x + 2, box.y + 4);
    await page.mouse.down();
    await page.mouse.move(box.x + 62, box.y + 4, { steps: 5 });
    await page.mouse.up();
    const dragged = await width();
    expect(dragged).toBeGreaterThan(38);
    await handle.focus();
    await page.keyboard.press('ArrowRight');
    expect(await width()).toBe(dragged + 0.5);
    const height = page.getByRole('separator', { name: /Height of the rows/ });
    await height.focus();
    await page.keyboard.press('Shift+ArrowDown');
    expect(await height.getAttribute('aria-valuenow')).toBe('11');
    await strip(page, 'Frame');
    await page.getByRole('button', { name: /for slopes of about 45°/ }).click();
    expect(Number(await height.getAttribute('aria-valuenow'))).not.toBe(11);
    await strip(page, 'Columns & rows');
    const listed = () => page.getByRole('list', { name: 'Columns of the spark table' }).locator('li').allTextContents();
    const before = await listed();
    const grip = page.getByRole('button', { name: /^Move the latest value/ });
    await moveByKeys(page, grip, 'ArrowRight');
    await expect.poll(listed).not.toEqual(before);
    expect((await listed())[2]).toBe(before[1]);
  });

  it('has looks that are picked up, laid on other sparklines and kept in the house style', async () => {
    await make('passengers-series-in-rows.csv');
    await choose(page.getByLabel('What is drawn'), 'area');
    await page.getByRole('button', { name: 'pick up' }).click();
    await page.getByRole('button', { name: /^Looks of the house style/ }).click();
    await page.getByLabel('Name of the look').fill('Quiet area');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: /^Quiet area/ }).waitFor();
    await page.keyboard.press('Escape');
    await strip(page, 'Columns & rows');
    await page.getByRole('button', { name: 'More sparklines' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'step', exact: true }).click();
    await strip(page, 'Steps');
    await page.getByRole('button', { name: 'apply' }).click();
    await column('spark-2').locator('path[fill-opacity]').first().waitFor();
    await page.locator('#strip-spark-1').click();
    await page.getByRole('button', { name: 'back to the house style' }).click();
    expect(await page.getByLabel('What is drawn').first().inputValue()).toBe('area');
  });

  it('is handed off as a page, a document and numbers, whole or one sparkline', async () => {
    await make('passengers-series-in-rows.csv');
    const rows = (await names()).length;
    await page.getByRole('button', { name: 'Hand off' }).click();
    const html = await take(/^HTML page/);
    expect(html.name).toMatch(/\.html$/);
    const reader = await page.context().newPage();
    await reader.setContent(readFileSync(html.path, 'utf8'));
    expect(await reader.locator('tbody svg[role=img]').count()).toBe(rows);
    expect(await reader.locator('.tucked').first().isVisible()).toBe(false);
    await reader.getByLabel('Show the underlying numbers').check();
    expect(await reader.locator('th.tucked').count()).toBe(24);
    expect(await reader.locator('.tucked').first().isVisible()).toBe(true);
    const mark = reader.locator('[data-of="emphasis"]').first();
    expect(await mark.isVisible()).toBe(true);
    await reader.getByLabel('Mark highs, lows and other points').uncheck();
    expect(await mark.isVisible()).toBe(false);
    await reader.close();
    const document = await take(/^Document/);
    const files = unzipSync(new Uint8Array(readFileSync(document.path)));
    expect(strFromU8(files['word/document.xml'] as Uint8Array).split('<w:tr>').length - 1).toBe(rows + 1);
    const numbers = await take(/^Numbers, CSV/);
    expect(readFileSync(numbers.path, 'utf8').trim().split('\r\n')).toHaveLength(rows + 1);
    await page.getByRole('button', { name: /^Copy Picture/ }).click();
    await page.getByText('Copied; paste it wherever you want it.').waitFor();
    const word = await take('a word');
    expect(readFileSync(word.path, 'utf8')).toMatch(/style="vertical-align:-[\d.]+pt"/);
    const svg = await take(/SVG, text as outlines/);
    expect(readFileSync(svg.path, 'utf8')).not.toContain('<text');
  });
});
