/**
 * How fast the screen answers, measured in the browser: from a key or a click
 * to the frame in which its change was painted. Run it with `npm run speed` on
 * a machine that does nothing else; its figures stand in docs/performance.md.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { needChromium } from '../launcher/packages.ts';
import { freePort } from '../launcher/processes.ts';
import { bringUp } from '../launcher/serve.ts';
import { rowsOf, wave } from '../src/cli/made-table.ts';
import { type Measured, measured } from './measured.ts';
import { typedCells } from './speed-cells.ts';
import { longManuscript } from './speed-manuscript.ts';

const state = mkdtempSync(join(tmpdir(), 'rizo-speed-'));
const running = await bringUp(state, await freePort());
// The helpers of the browser's tests read where it runs when they are loaded.
process.env['RIZO_URL'] = running.url;
const { bringIn, launchBrowser, newReport, saved } = await import('../tests/browser/browser.ts');

const RUNS = 30;

/** Makes the page tell how long each key, click or entry took until the frame after it was painted, and which tasks were long. */
async function watch(page: Page): Promise<void> {
  await page.evaluate(() => {
    const own = globalThis as unknown as { took: number[]; long: number[] };
    own.took = [];
    own.long = [];
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) own.long.push(Math.round(duration));
    }).observe({ type: 'longtask', buffered: true });
    const listen = (event: Event) => {
      const begun = event.timeStamp;
      // After the callbacks of the next frame it is painted; a message comes right after that.
      requestAnimationFrame(() => {
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = () => own.took.push(performance.now() - begun);
        port2.postMessage(null);
      });
    };
    for (const kind of ['keydown', 'click', 'input', 'change']) addEventListener(kind, listen, { capture: true });
  });
}

const took = (page: Page) =>
  page.evaluate(() => {
    const own = globalThis as unknown as { took: number[] };
    const all = own.took;
    own.took = [];
    return all;
  });

const longTasks = (page: Page) =>
  page.evaluate(() => {
    const own = globalThis as unknown as { long: number[] };
    const all = own.long;
    own.long = [];
    return all;
  });

async function keys(page: Page, what: string, press: readonly string[]): Promise<Measured> {
  await took(page);
  for (let run = 0; run < RUNS; run++) {
    await page.keyboard.press(press[run % press.length] ?? '');
    await page.waitForTimeout(90);
  }
  return measured(what, await took(page), '17, 95 % 33');
}

/** A figure of 6 lines over 120 months. */
async function figure(page: Page): Promise<void> {
  await newReport(page);
  const rows = rowsOf(120, (row) => {
    const month = `${2016 + Math.floor(row / 12)}-${String((row % 12) + 1).padStart(2, '0')}`;
    return [
      month,
      ...[1, 2, 3, 4, 5, 6].map((line) => Math.round(900 + 100 * line + 90 * Math.sin(row / 3 + line))),
    ].join(',');
  });
  const text = `month,a,b,c,d,e,f\n${rows.join('\n')}\n`;
  await bringIn(page, { name: 'six.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await page.getByRole('button', { name: 'Make a figure' }).click();
  await page.locator('.sheet svg').waitFor();
  await saved(page);
  await page.waitForTimeout(1500);
}

/** Frames while a spark table of 10,000 rows is scrolled. */
async function scrolling(page: Page): Promise<Measured> {
  await newReport(page);
  const rows = rowsOf(10_000, (row) =>
    [`Pier ${row}`, ...[0, 1, 2, 3].map((at) => Math.round(wave(row, at)))].join(','),
  );
  const text = `pier,a,b,c,d\n${rows.join('\n')}\n`;
  await page
    .getByLabel('Table file')
    .setInputFiles({ name: 'piers.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await page.getByRole('button', { name: 'Keep the table' }).click();
  await page.getByRole('button', { name: 'Make a spark table' }).click();
  await page.locator('.sheet svg').first().waitFor();
  await page.waitForTimeout(3000);
  const desk = await page.locator('.sheet').first().boundingBox();
  await page.mouse.move((desk?.x ?? 300) + 100, (desk?.y ?? 200) + 60);
  const gaps = page.evaluate(async () => {
    const all: number[] = [];
    let before = performance.now();
    while (all.length < 180) {
      await new Promise((done) => requestAnimationFrame(done));
      const now = performance.now();
      all.push(now - before);
      before = now;
    }
    return all;
  });
  for (let turn = 0; turn < 60; turn++) await page.mouse.wheel(0, 240);
  return measured('frames while 10,000 × 4 sparklines are scrolled', await gaps, '16.7');
}

/** Changes of a house style until they are seen on its specimen, and the before and after of a whole report. */
async function styling(page: Page): Promise<Measured[]> {
  const list = (await (await page.request.get(`${running.url}/api/styles`)).json()) as { id: string; name: string }[];
  const reports = (await (await page.request.get(`${running.url}/api/reports`)).json()) as {
    id: string;
    title: string;
  }[];
  const report = reports.find(({ title }) => /monthly service/.test(title))?.id ?? '';
  await page.goto(`${running.url}/styles/${list.find(({ name }) => /Board/.test(name))?.id}?report=${report}`);
  await page.getByTestId('specimen').locator('svg').first().waitFor();
  await page.waitForTimeout(2000);
  await watch(page);
  const times = async (what: string, aim: string, change: (run: number) => Promise<unknown>) => {
    await took(page);
    const all: number[] = [];
    for (let run = 0; run < RUNS; run++) {
      await change(run);
      await page.waitForTimeout(150);
      // Of what one change tells, the last is what it was.
      all.push((await took(page)).at(-1) ?? Number.NaN);
    }
    return measured(what, all, aim);
  };
  const sizes = page.getByLabel('Size of labels, points');
  const faces = page.getByLabel('Typeface of figures');
  const found = [
    await times('a weight of a house style', '50', (run) =>
      page
        .getByText(run % 2 === 0 ? 'regular' : 'semibold', { exact: true })
        .first()
        .click(),
    ),
    await times('a size of a house style', '50', async (run) => {
      await sizes.fill(run % 2 === 0 ? '7' : '7.6');
      await sizes.press('Enter');
    }),
  ];
  for (const family of ['plex', 'sans']) {
    await faces.selectOption(family);
    await page.waitForTimeout(1500);
  }
  found.push(
    await times('a typeface that is there', '50', (run) => faces.selectOption(run % 2 === 0 ? 'plex' : 'sans')),
  );
  const laid: number[] = [];
  for (let run = 0; run < 5; run++) {
    const time = page.evaluate(
      () =>
        new Promise<number>((done) => {
          let begun = 0;
          const drawn = () => document.querySelectorAll('[role=img] svg').length;
          const before = drawn();
          addEventListener('click', (event) => (begun = event.timeStamp), { capture: true, once: true });
          const look = () => {
            // The before and after of what is in sight are there.
            if (begun > 0 && drawn() >= before + 4) done(performance.now() - begun);
            else requestAnimationFrame(look);
          };
          look();
        }),
    );
    await page.getByRole('button', { name: /^Lay on/ }).click();
    laid.push(await time);
    await page.getByRole('button', { name: 'Lay it on' }).waitFor();
    await page.keyboard.press('Escape');
    await page.reload();
    await page.getByTestId('specimen').locator('svg').first().waitFor();
    await page.waitForTimeout(1500);
  }
  found.push(measured('before and after of the things of the demo', laid, '300'));
  return found;
}

const STRIPS = ['Date axis', 'Left axis', 'Right axis', 'Panels', 'Words', 'Levels & notes', 'Frame', 'Lines'];

await needChromium();
const browser = await launchBrowser();
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  // The compiler that runs this names functions by a helper, which pages do not have.
  await page.addInitScript('globalThis.__name = (made) => made');
  await page.goto(running.url);
  await figure(page);
  await watch(page);
  const found: Measured[] = [];
  await longTasks(page);
  const opened: number[] = [];
  for (const name of STRIPS) {
    await took(page);
    await page.getByRole('tab', { name }).click();
    await page.waitForTimeout(700);
    opened.push(...(await took(page)));
  }
  found.push(measured('first opening of a strip', opened, '60'));
  console.log(`tasks over 50 ms while strips opened: ${(await longTasks(page)).join(', ') || 'none'}`);
  await page.locator('.sheet [data-part="name:line-1"] text, .sheet [data-part^="name:"] text').first().click();
  found.push(await keys(page, 'next pattern', ['p']));
  found.push(await keys(page, 'next markers', ['m']));
  found.push(await keys(page, 'next values shown', ['v']));
  found.push(await keys(page, 'next emphasis', ['e']));
  found.push(await keys(page, 'undo and redo', ['Control+z', 'Control+Shift+z']));
  await page.getByRole('tab', { name: 'Date axis' }).click();
  found.push(await keys(page, 'coarser and finer ticks', ['[', ']']));
  await page.getByRole('tab', { name: 'Lines' }).click();
  await took(page);
  for (let run = 0; run < RUNS; run++) {
    await page.getByRole('button', { name: `Draw the chosen lines in ${run % 2 ? 'teal' : 'brick'}` }).click();
    await page.waitForTimeout(60);
  }
  found.push(measured('a colour until it is seen', await took(page), '33'));
  await saved(page);
  const other = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await other.addInitScript('globalThis.__name = (made) => made');
  found.push(await scrolling(other));
  const third = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await third.addInitScript('globalThis.__name = (made) => made');
  found.push(...(await styling(third)));
  found.push(...(await longManuscript(browser, running.url)));
  found.push(...(await typedCells(browser, running.url)));
  console.table(found);
} finally {
  await browser.close();
  await running.stop();
  rmSync(state, { recursive: true, force: true });
}
