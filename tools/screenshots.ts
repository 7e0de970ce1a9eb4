/**
 * Takes the pictures of docs/screenshots/ from the demo data, in a Rizo of its
 * own. Run it with `npm run screenshots` when a view changes.
 */
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Page } from 'playwright-core';
import { needChromium } from '../launcher/packages.ts';
import { freePort } from '../launcher/processes.ts';
import { bringUp } from '../launcher/serve.ts';
import { launchBrowser } from '../tests/browser/browser.ts';

const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));

/** Each picture by its file name: how to get to it from the demo report. */
const VIEWS: Record<string, (page: Page, base: string) => Promise<void>> = {
  desk: async (page, base) => {
    await page.goto(base);
    await page.locator('img').first().waitFor();
  },
  figure: async (page) => {
    await page.getByRole('link', { name: /Skerry Line/ }).click();
    await page.locator('.sheet svg').waitFor();
    await page.locator('.sheet [data-part="name:line-1"] text').click();
  },
  'date-axis': async (page) => {
    await page.locator('.sheet [data-part="axis:across"] text').first().click();
  },
  greyscale: async (page) => {
    await page.getByLabel('How the sheet is seen').selectOption('greyscale');
  },
  'right-axis': async (page) => {
    await page.getByLabel('How the sheet is seen').selectOption('all');
    await page
      .getByRole('button', { name: /Passengers and punctuality/ })
      .first()
      .click();
    await page.locator('.sheet [data-part="axis:right"] text').first().click();
  },
  emphasis: async (page) => {
    await page.getByRole('tab', { name: 'Lines' }).click();
    await page.getByRole('button', { name: /^Emphasis of Outer isles/ }).click();
  },
  inspect: async (page) => {
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Inspect', exact: true }).click();
    await page.waitForTimeout(800);
    await page.mouse.move(600, 300, { steps: 3 });
  },
  panels: async (page) => {
    await page.getByRole('button', { name: 'Set', exact: true }).click();
    await page
      .getByRole('button', { name: /Passengers at each pier/ })
      .first()
      .click();
    await page.getByRole('tab', { name: 'Panels' }).click();
  },
  levels: async (page) => {
    await page
      .getByRole('button', { name: /Passengers and punctuality/ })
      .first()
      .click();
    await page.keyboard.press('Escape');
    await page.locator('.sheet [data-part="name:line-1"] text').click();
    await page.keyboard.press('d');
    await page.locator('.sheet [data-part^="mark:"] text', { hasText: /^[+−]/ }).waitFor();
    await page.locator('.sheet [data-part="mark:target"] text').click();
  },
  words: async (page) => {
    await page.getByRole('tab', { name: 'Words' }).click();
    await page.getByRole('button', { name: 'Hand off' }).click();
  },
  table: async (page) => {
    await page
      .getByRole('button', { name: /Monthly sailings/ })
      .first()
      .click();
  },
  shape: async (page) => {
    await page.getByRole('tab', { name: 'Shape' }).click();
  },
  'spark-table': async (page) => {
    await page
      .getByRole('button', { name: /Routes at a glance/ })
      .first()
      .click();
    await page.getByRole('tab', { name: 'Sparklines' }).click();
  },
  'spark-rows': async (page) => {
    await page.getByRole('tab', { name: 'Columns & rows' }).click();
    await page.getByRole('button', { name: 'Hand off' }).click();
  },
  manuscript: async (page) => {
    await page
      .getByRole('navigation')
      .getByRole('button', { name: /^Manuscript/ })
      .click();
    await page.locator('[data-page="1"] img').waitFor();
    await page.locator('.galley .field-run').nth(1).click();
  },
  'report-hand-off': async (page) => {
    await page.getByRole('button', { name: 'Hand off' }).click();
    await page.getByText('some chapters').click();
  },
  'report-page': async (page) => {
    const address = page.url();
    const report = /reports\/([^#]+)/.exec(address)?.[1] ?? '';
    const file = await page.request.get(new URL(`/api/reports/${report}/manuscript/file?as=html`, address).href);
    const reader = await page.context().newPage();
    await reader.setViewportSize({ width: 1280, height: 800 });
    await reader.setContent(await file.text());
    await reader.getByRole('heading', { name: 'Routes at a glance' }).evaluate((head) => head.scrollIntoView());
    await reader.mouse.wheel(0, -220);
    await reader.waitForTimeout(300);
    await reader.screenshot({ path: join(folder, 'report-page.png') });
    await reader.close();
    await page.getByRole('button', { name: 'Close hand off' }).click();
  },
  'bring-in-a-table': async (page) => {
    await page.getByRole('button', { name: 'Bring in a table' }).click();
    // Days and months that nothing tells apart: it is asked.
    const rows = Array.from(
      { length: 12 },
      (_, at) =>
        `0${(at % 9) + 1}/0${Math.floor(at / 9) + 3}/2026,${1180 + at * 7},${at === 4 ? '12.1 p' : 11 + (at % 3)}`,
    );
    const text = [
      'Skerry Line: harbour counts',
      '',
      'Date,Passengers,Vehicles (thousands)',
      ...rows,
      'Source: harbour office',
    ].join('\n');
    await page
      .getByLabel('Table file')
      .setInputFiles({ name: 'harbour-counts.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
    await page.getByText('as understood').waitFor();
  },
  'house-style': async (page, base) => {
    await page.goto(base);
    await page.getByRole('link', { name: 'Board papers' }).click();
    await page.getByTestId('specimen').locator('svg').first().waitFor();
  },
};

mkdirSync(folder, { recursive: true });
const state = mkdtempSync(join(tmpdir(), 'rizo-pictures-'));
const running = await bringUp(state, await freePort());
await needChromium();
const browser = await launchBrowser();
try {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  for (const [name, visit] of Object.entries(VIEWS)) {
    await visit(page, running.url);
    // An open report listens for changes, so the network is never idle.
    await page.waitForTimeout(900);
    await page.evaluate(() => document.fonts.ready);
    await page.waitForFunction(() => [...document.images].every(({ complete }) => complete));
    const file = join(folder, `${name}.png`);
    // A view that is no page of the application takes its picture itself.
    if (name === 'report-page') continue;
    await page.screenshot({ path: file });
    console.log(`${name}.png, ${Math.round(readFileSync(file).length / 1024)} kB`);
  }
} finally {
  await browser.close();
  await running.stop();
  rmSync(state, { recursive: true, force: true });
}
