/** One browser for a file of tests; the pages of each are closed after it, and must have been without trouble. */
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll } from 'vitest';
import { launchBrowser } from './browser.ts';
import { newPage } from './pages.ts';

/** Sets the browser up for a file; returns how a test opens its page. */
export function inBrowser(): (width?: number, height?: number) => Promise<Page> {
  let browser: Browser;
  beforeAll(async () => {
    browser = await launchBrowser();
  });
  afterAll(() => browser.close());
  return (width, height) => newPage(browser, width, height);
}
