import { gzipSync } from 'node:zlib';
import { expect, it } from 'vitest';
import { openDemo } from './demo.ts';
import { freshPage } from './pages.ts';

it('loads little before the first figure is seen, and says how much', async () => {
  const page = await freshPage();
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
});

it('asks once for a report, and for the first pages of its manuscript, before what shows them is there', async () => {
  const page = await freshPage();
  await openDemo(page);
  const { pathname } = new URL(page.url());
  await page.goto('about:blank');
  const asked: string[] = [];
  page.on('request', (request) => {
    const { pathname: at, search } = new URL(request.url());
    if (at === `/api${pathname}` || at === `/api${pathname}/manuscript/pages`) asked.push(`${at}${search}`);
  });
  await page.goto(`${process.env['RIZO_URL']}${pathname}#.manuscript`);
  await page.locator('[data-page="2"] img').waitFor();
  await expect.poll(() => page.locator('[aria-busy="false"]:has([data-page])').count()).toBe(1);
  expect(asked.filter((path) => path.includes('?by='))).toHaveLength(1);
  expect(asked.filter((path) => path.endsWith('from=1&to=2'))).toHaveLength(1);
  expect(asked).toHaveLength(2);
  // The asking begins while the scripts of the screen are read.
  const begun = await page.evaluate(() => {
    const at = (part: string) =>
      performance.getEntriesByType('resource').find(({ name }) => name.includes(part))?.startTime ?? -1;
    return { pages: at('manuscript/pages'), blocks: at('/blocks/') };
  });
  expect(begun.pages).toBeGreaterThan(0);
  expect(begun.blocks).toBeGreaterThan(begun.pages);
});
