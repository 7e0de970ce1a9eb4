/** The pages of a test: watched while it runs, pictured where it fails, and closed when it ends (`watched.ts`). */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import { evidenceFolder } from '../../launcher/testing/evidence.ts';
import { BASE } from './browser.ts';

/** Machines are shared: a limit is there to end what hangs. */
const PATIENCE_MS = 60_000;

/** Errors that a page threw or printed; a test expects none, unless it says so with `expectTrouble`. */
const troubles = new WeakMap<Page, string[]>();

/** What the test that runs opened, and all pages that were in it. */
const opened = new Set<BrowserContext>();
const seenIn = new WeakMap<BrowserContext, Page[]>();
let expected: RegExp[] = [];

/** Says that pages of this test may throw or print what fits. */
export function expectTrouble(what: RegExp): void {
  expected.push(what);
}

function watch(page: Page): void {
  const seen: string[] = [];
  troubles.set(page, seen);
  page.on('pageerror', (error) => seen.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error' && !/Failed to load resource/.test(message.text())) seen.push(message.text());
  });
}

/** A page at the reference size; what goes wrong in it, or in others of its context, fails the test. */
export async function newPage(browser: Browser, width = 1280, height = 800): Promise<Page> {
  const context = await browser.newContext({ viewport: { width, height }, acceptDownloads: true });
  context.setDefaultTimeout(PATIENCE_MS);
  await context.grantPermissions(['clipboard-read', 'clipboard-write'], { origin: BASE });
  if (process.env['RIZO_TRACE']) await context.tracing.start({ screenshots: true, snapshots: true });
  opened.add(context);
  seenIn.set(context, []);
  context.on('page', (page) => {
    watch(page);
    seenIn.get(context)?.push(page);
  });
  return context.newPage();
}

/** Pictures of the pages of a test that failed, and what was done in them where that was followed. */
export async function keepEvidence(file: string, name: string): Promise<void> {
  const folder = evidenceFolder(file, name);
  mkdirSync(folder, { recursive: true });
  let number = 0;
  for (const context of opened) {
    for (const page of context.pages())
      await page
        .screenshot({ path: join(folder, `page-${++number}.png`), timeout: 10_000 })
        // A page that hangs has no picture; what failed is told all the same.
        .catch((error: Error) => console.log(`no picture: ${error.message.split('\n')[0]}`));
    if (process.env['RIZO_TRACE'] && context.pages().length > 0)
      await context.tracing.stop({ path: join(folder, `trace-${++number}.zip`) });
  }
}

/** Forgets the pages of the test before. */
export function beginPages(): void {
  opened.clear();
  expected = [];
}

/** Closes what the test opened; returns what went wrong in its pages, but for what it expected. */
export async function endPages(): Promise<string[]> {
  const seen = [...opened].flatMap((context) => seenIn.get(context) ?? []).flatMap((page) => troubles.get(page) ?? []);
  for (const context of opened) await context.close();
  return seen.filter((text) => !expected.some((what) => what.test(text)));
}
