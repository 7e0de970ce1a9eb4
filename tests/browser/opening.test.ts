import { gzipSync } from 'node:zlib';
import type { Browser } from 'playwright-core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { launchBrowser, newPage, troubles } from './browser.ts';
import { openDemo } from './demo.ts';

let browser: Browser;
beforeAll(async () => {
  browser = await launchBrowser();
});
afterAll(() => browser.close());

it('loads little before the first figure is seen, and says how much', async () => {
  const page = await newPage(browser);
  await page.addInitScript(() => {
    new MutationObserver((_, observer) => {
      if (!document.querySelector('.sheet svg')) return;
      observer.disconnect();
      performance.mark('seen');
    }).observe(document, { childList: true, subtree: true });
  });
  const bodies = new Map<string, Promise<Buffer>>();
  page.on('response', (response) => {
    if (/\.js(\?|$)/.test(response.url())) bodies.set(response.url(), response.body());
  });
  await openDemo(page);
  await page.getByRole('tab', { name: 'Lines' }).waitFor();
  const names = await page.evaluate(() => {
    const [seen] = performance.getEntriesByName('seen');
    return performance
      .getEntriesByType('resource')
      .filter(({ name, startTime }) => /\.js(\?|$)/.test(name) && startTime < (seen?.startTime ?? 0))
      .map(({ name }) => name);
  });
  const sizes = await Promise.all(
    names.map(async (name) => ({ name, kb: gzipSync((await bodies.get(name)) ?? Buffer.alloc(0)).length / 1024 })),
  );
  const total = sizes.reduce((sum, { kb }) => sum + kb, 0);
  console.log(`${total.toFixed(0)} KB of JavaScript, gzipped, until the first figure is seen`);
  // What only other views need is not among it.
  expect(sizes.length).toBeGreaterThan(3);
  expect(sizes.some(({ name }) => /apexcharts|workbook|RichEditor|TableView|SparkView|Dock/.test(name))).toBe(false);
  expect(troubles.get(page)).toEqual([]);
  await page.context().close();
});
