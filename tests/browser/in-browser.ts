/** One browser for a file of tests, whose pages are closed after each and must have been without trouble. */
import type { Browser, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, expect } from 'vitest';
import { launchBrowser, newPage, troubles } from './browser.ts';

/** Sets the browser up for a file; returns how a test opens its page. */
export function inBrowser(): (width?: number, height?: number) => Promise<Page> {
  let browser: Browser;
  let page: Page | undefined;
  beforeAll(async () => {
    browser = await launchBrowser();
  });
  afterAll(() => browser.close());
  afterEach(async () => {
    if (!page) return;
    const seen = troubles.get(page) ?? [];
    await page.context().close();
    page = undefined;
    expect(seen).toEqual([]);
  });
  return async (width, height) => {
    page = await newPage(browser, width, height);
    return page;
  };
}
