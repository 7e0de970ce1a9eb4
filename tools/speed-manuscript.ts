/** How fast the pages of a manuscript are seen: first pages after opening, and a page after a key in a long report. */
import type { Browser, Page } from 'playwright-core';
import { longReport } from '../src/cli/made-report.ts';
import { numberColumn, rowsOf, tableOf, wave } from '../src/cli/made-table.ts';
import { recordOf } from '../src/core/report/record.ts';
import { writeBundle } from '../src/formats/bundle.ts';
import { type Measured, measured } from './measured.ts';

/** 34 months of six routes. */
function monthly() {
  const dates = rowsOf(34, (row) => Date.UTC(2024, row, 1));
  const numbers = rowsOf(6, (at) => {
    const column = numberColumn(
      `route-${at}`,
      rowsOf(34, (row) => Math.round(wave(row, at) * 10) / 10),
    );
    return { ...column, title: `Route ${at + 1}` };
  });
  return tableOf('Routes', [
    { key: 'month', title: 'Month', kind: 'date', interval: 'month', cells: dates },
    ...numbers,
  ]);
}

/** Brings the long report in and answers where its manuscript is. */
async function bringInLong(page: Page, url: string): Promise<string> {
  const { report, blocks } = longReport(monthly());
  const bytes = writeBundle({ record: recordOf(report), blocks, house: null, families: [] });
  const sent = await page.request.post(`${url}/api/bundles`, {
    headers: { origin: url },
    data: { name: 'long.rizo', data: Buffer.from(bytes).toString('base64') },
  });
  const { id } = (await sent.json()) as { id: string };
  return `${url}/reports/${id}#.manuscript`;
}

/** Whether the picture of a page is there, drawn. */
const firstPage = '[data-page="1"] img';

async function opening(browser: Browser, address: string, what: string): Promise<Measured> {
  const times: number[] = [];
  for (let run = 0; run < 7; run++) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    const begun = performance.now();
    await page.goto(address, { waitUntil: 'commit' });
    await page.waitForFunction((selector) => {
      const image = document.querySelector<HTMLImageElement>(selector);
      return image?.complete && image.naturalWidth > 0;
    }, firstPage);
    times.push(performance.now() - begun);
    await context.close();
  }
  return measured(what, times, '1500');
}

/** From a key to the frame that shows its page, the pause included. */
async function follows(page: Page, address: string): Promise<Measured> {
  await page.goto(address);
  await page.locator(firstPage).waitFor();
  await page.waitForTimeout(4000);
  const paragraph = page.getByRole('textbox', { name: 'Manuscript' }).locator('p').nth(1);
  await paragraph.click();
  const times: number[] = [];
  for (let run = 0; run < 20; run++) {
    const time = page.evaluate(
      (selector) =>
        new Promise<number>((done) => {
          let begun = 0;
          addEventListener(
            'keydown',
            (event) => {
              begun = event.timeStamp;
            },
            { capture: true, once: true },
          );
          const host = document.querySelector('[data-page="1"]')?.parentElement as HTMLElement;
          const before = document.querySelector<HTMLImageElement>(selector)?.src;
          const watch = new MutationObserver(async () => {
            const image = document.querySelector<HTMLImageElement>(selector);
            if (!image || image.src === before) return;
            watch.disconnect();
            await image.decode();
            requestAnimationFrame(() => {
              const { port1, port2 } = new MessageChannel();
              port1.onmessage = () => done(performance.now() - begun);
              port2.postMessage(null);
            });
          });
          watch.observe(host, { subtree: true, childList: true, attributes: true, attributeFilter: ['src'] });
        }),
      '[data-page="1"] img, [data-page="2"] img',
    );
    await page.waitForTimeout(50);
    await page.keyboard.type('x');
    times.push(await time);
    await page.waitForTimeout(700);
  }
  return measured('41 pages × 60 figures: a key until its page is seen', times, '300');
}

/** Measures the demo's manuscript and a long one on a running server. */
export async function longManuscript(browser: Browser, url: string): Promise<Measured[]> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript('globalThis.__name = (made) => made');
  const [demo] = (await (await page.request.get(`${url}/api/reports`)).json()) as { id: string; title: string }[];
  const address = await bringInLong(page, url);
  return [
    await opening(browser, `${url}/reports/${demo?.id}#.manuscript`, 'first page of the demo after opening'),
    await opening(browser, address, 'first page of 41 after opening'),
    await follows(page, address),
  ];
}
