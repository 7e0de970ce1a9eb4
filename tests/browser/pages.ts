/** The pages of a test: watched while it runs, pictured where it fails, and left as they were found (`watched.ts`). */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, BrowserContext, CDPSession, Page } from 'playwright-core';
import { evidenceFolder } from '../../launcher/testing/evidence.ts';
import { BASE, launchBrowser, NOWHERE } from './browser.ts';

/** Machines are shared: a limit is there to end what hangs. */
const PATIENCE_MS = 60_000;
/**
 * A browser window of its own person: nothing that another one stored is seen in it. A window that was used is used
 * again once it is empty, since the scripts of the screens that it has read already are half of what opening costs.
 */
interface Window {
  context: BrowserContext;
  /** the page that it began with */
  page: Page;
  inside: CDPSession;
  /** what went wrong in its pages in this test */
  troubles: string[];
  isUsedAgain: boolean;
}

let browser: Promise<Browser> | undefined;
let opened: Window[] = [];
const empty: Window[] = [];
let expected: RegExp[] = [];

/** Says that pages of this test may throw or print what fits. */
export function expectTrouble(what: RegExp): void {
  expected.push(what);
}

function watch(page: Page, troubles: (text: string) => void): void {
  page.on('pageerror', (error) => troubles(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error' && !/Failed to load resource/.test(message.text())) troubles(message.text());
  });
}

async function newWindow(isUsedAgain: boolean): Promise<Window> {
  // One for all files of a worker; it ends with the worker's process.
  browser ??= launchBrowser();
  const context = await (await browser).newContext({ acceptDownloads: true });
  context.setDefaultTimeout(PATIENCE_MS);
  await context.grantPermissions(['clipboard-read', 'clipboard-write'], { origin: BASE });
  if (process.env['RIZO_TRACE']) await context.tracing.start({ screenshots: true, snapshots: true });
  const page = await context.newPage();
  const window: Window = { context, page, inside: await context.newCDPSession(page), troubles: [], isUsedAgain };
  const add = (one: Page) => watch(one, (text) => window.troubles.push(text));
  add(page);
  context.on('page', add);
  return window;
}

async function pageIn(window: Window, width: number, height: number): Promise<Page> {
  opened.push(window);
  await window.page.setViewportSize({ width, height });
  return window.page;
}

/** A page at the reference size, of a person of its own; what goes wrong in it, or in others of its context, fails the test. */
export const newPage = async (width = 1280, height = 800): Promise<Page> =>
  pageIn(empty.pop() ?? (await newWindow(process.env['RIZO_TRACE'] === undefined)), width, height);

/** A page that no test has used or will use: for what cannot be taken back in it, or for what is loaded at first. */
export const freshPage = async (width = 1280, height = 800): Promise<Page> =>
  pageIn(await newWindow(false), width, height);

/** Pictures of the pages of a test that failed, and what was done in them where that was followed. */
export async function keepEvidence(file: string, name: string): Promise<void> {
  const folder = evidenceFolder(file, name);
  mkdirSync(folder, { recursive: true });
  let number = 0;
  for (const window of opened) {
    window.isUsedAgain = false;
    const pages = window.context.pages();
    for (const page of pages)
      await page
        .screenshot({ path: join(folder, `page-${++number}.png`), timeout: 10_000 })
        // A page that hangs has no picture; what failed is told all the same.
        .catch((error: Error) => console.log(`no picture: ${error.message.split('\n')[0]}`));
    if (process.env['RIZO_TRACE'] && pages.length > 0)
      await window.context.tracing.stop({ path: join(folder, `trace-${++number}.zip`) });
  }
}

/** Forgets the pages of the test before. */
export function beginPages(): void {
  opened = [];
  expected = [];
}

/** Empties a window: what was opened, stored, intercepted and pressed in it is gone. */
async function clear({ context, page, inside }: Window): Promise<void> {
  for (const other of context.pages()) if (other !== page) await other.close();
  for (const of of [page, context]) await of.unrouteAll({ behavior: 'ignoreErrors' });
  await context.setOffline(false);
  await page.goto(NOWHERE);
  await page.mouse.move(0, 0);
  await page.evaluate(() => sessionStorage.clear());
  await inside.send('Storage.clearDataForOrigin', { origin: BASE, storageTypes: 'all' });
}

/** Closes or empties what the test opened; returns what went wrong in its pages, but for what it expected. */
export async function endPages(): Promise<string[]> {
  const seen = opened.flatMap(({ troubles }) => troubles);
  for (const window of opened)
    if (window.isUsedAgain && !window.page.isClosed()) {
      await clear(window);
      window.troubles = [];
      empty.push(window);
    } else await window.context.close();
  return seen.filter((text) => !expected.some((what) => what.test(text)));
}
