import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { figureOf, receivedText } from './browser.ts';
import { inBrowser } from './in-browser.ts';

const openPage = inBrowser();
let page: Page;
const chart = () => page.getByRole('region', { name: /^Inspect / });
const faces = (name: 'Set' | 'Inspect') => page.getByRole('button', { name, exact: true });
const lines = () => chart().locator('.apexcharts-series path.apexcharts-line').count();

describe('the Inspect face', () => {
  it('shows values under the pointer, zooms, turns lines off and on, and leaves the set face as it is', async () => {
    page = await openPage();
    await figureOf(page, 'sailings-monthly.csv');
    const before = await page.locator('.sheet svg').innerHTML();
    await page.locator('body').click({ position: { x: 700, y: 60 } });
    await page.keyboard.press('i');
    await chart().locator('.apexcharts-series path').first().waitFor();
    // The chart draws a line with a gap, or with an unfinished end, in several pieces.
    const drawn = await lines();
    expect(drawn).toBeGreaterThanOrEqual(await chart().locator('.apexcharts-legend-series').count());

    // What the pointer reads is what stands in the table.
    const plot = await chart().locator('.apexcharts-grid').boundingBox();
    if (!plot) throw new Error('The chart has a plot.');
    await page.mouse.move(plot.x + plot.width * 0.4, plot.y + plot.height / 2, { steps: 4 });
    const tip = chart().locator('.apexcharts-tooltip');
    await tip.locator('.apexcharts-tooltip-title').waitFor();
    const said = (await tip.textContent()) ?? '';
    const [, month = '', year = ''] = /([A-Z][a-z]{2}) (20\d\d)/.exec(said) ?? [];
    const number = new Date(`1 ${month} 2000 UTC`).getUTCMonth() + 1;
    const row = receivedText('sailings-monthly.csv')
      .split(/\r?\n/)
      .find((text) => text.startsWith(`${year}-${String(number).padStart(2, '0')}`));
    const first = row?.split(',')[1] ?? 'no row';
    expect(said.replaceAll(',', '')).toContain(first);

    // The reader turns a line off and on again.
    const entry = chart().locator('.apexcharts-legend-text').first();
    await entry.click();
    await expect.poll(lines).toBeLessThan(drawn);
    await entry.click();
    await expect.poll(lines).toBe(drawn);

    // Dragging zooms in.
    const ticks = () => chart().locator('.apexcharts-xaxis-label').allTextContents();
    const whole = await ticks();
    await page.mouse.move(plot.x + plot.width * 0.3, plot.y + plot.height / 2);
    await page.mouse.down();
    await page.mouse.move(plot.x + plot.width * 0.6, plot.y + plot.height / 2, { steps: 6 });
    await page.mouse.up();
    await expect.poll(ticks).not.toEqual(whole);

    await faces('Set').click();
    expect(await page.locator('.sheet svg').innerHTML()).toBe(before);
    await faces('Inspect').focus();
    await page.keyboard.press('Enter');
    await chart().locator('.apexcharts-series path').first().waitFor();
  });
});
