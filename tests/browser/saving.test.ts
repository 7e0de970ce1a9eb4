import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { figureOf, launchBrowser, newPage, saved, strip } from './browser.ts';

let browser: Browser;
beforeAll(async () => {
  browser = await launchBrowser();
});
afterAll(() => browser.close());

const setWord = async (page: Page, label: string, text: string) => {
  await page.getByLabel(label, { exact: true }).fill(text);
  await page.getByLabel(label, { exact: true }).press('Enter');
};
const word = (page: Page, part: string) => page.locator(`.sheet [data-part="${part}"]`).textContent();

describe('two windows on one report', () => {
  it('offers the newer version and puts this window’s changes on top', async () => {
    const one = await newPage(browser);
    await figureOf(one, 'by-year.csv');
    const two = await one.context().newPage();
    await two.goto(one.url());
    await two.locator('.sheet svg').waitFor();
    await strip(one, 'Words');
    await strip(two, 'Words');
    await setWord(one, 'Title', 'From one');
    await saved(one);
    await setWord(two, 'Subtitle', 'From two');
    await two.getByText('This report was changed in another window').waitFor();
    // Typing goes on while the question stands.
    await setWord(two, 'Source', 'Typed meanwhile');
    await two.getByRole('button', { name: 'Take the newer version' }).click();
    await saved(two);
    expect(await word(two, 'title')).toBe('From one');
    expect(await word(two, 'subtitle')).toBe('From two');
    expect(await word(two, 'source')).toBe('Typed meanwhile');
    await one.reload();
    await one.locator('.sheet svg').waitFor();
    expect(await word(one, 'source')).toBe('Typed meanwhile');
    await one.context().close();
  });
});

describe('when the server is away', () => {
  it('keeps changes, tries again, and brings them back after the window was closed', async () => {
    const page = await newPage(browser);
    await figureOf(page, 'by-year.csv');
    await strip(page, 'Words');
    await page.route('**/changes', (route) => route.abort());
    await setWord(page, 'Title', 'Kept here');
    await page.getByText('Not saved: 1 change kept here').waitFor();
    await page.unroute('**/changes');
    await saved(page);

    await page.route('**/changes', (route) => route.abort());
    await setWord(page, 'Title', 'Kept over a crash');
    await page.getByText('Not saved: 1 change kept here').waitFor();
    const address = page.url();
    const context = page.context();
    await page.close({ runBeforeUnload: false });
    // A server that still takes nothing: the report stays shut, and what is kept stays kept.
    const early = await context.newPage();
    await early.route('**/changes', (route) => route.abort());
    await early.goto(address);
    await early.getByText('those of this report are kept here').waitFor();
    await early.close();
    const again = await context.newPage();
    await again.goto(address);
    await again.getByText('have been brought back').waitFor();
    expect(await word(again, 'title')).toBe('Kept over a crash');
    await saved(again);
    await context.close();
  });

  it('takes a save whose answer was lost as saved, once', async () => {
    const page = await newPage(browser);
    await figureOf(page, 'by-year.csv');
    await strip(page, 'Words');
    let lost = 0;
    await page.route('**/changes', async (route) => {
      if (lost++ > 0) return route.continue();
      await route.fetch();
      await route.abort();
    });
    await setWord(page, 'Title', 'Arrived');
    await saved(page);
    expect(await page.getByText('changed in another window').count()).toBe(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    expect(await word(page, 'title')).toBe('By year');
    await page.context().close();
  });
});
