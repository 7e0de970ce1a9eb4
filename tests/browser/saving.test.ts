import type { BrowserContext, Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { BASE, crash, NOWHERE, saved, strip } from './browser.ts';
import { openDemo, showItem } from './demo.ts';
import { figureOf } from './made.ts';
import { freshPage, newPage } from './pages.ts';

const field = (page: Page, label: string) => page.getByLabel(label, { exact: true });
const setWord = async (page: Page, label: string, text: string) => {
  await field(page, label).fill(text);
  await field(page, label).press('Enter');
};
const word = (page: Page, part: string) => page.locator(`.sheet [data-part="${part}"]`).textContent();
const COMMANDS = '**/commands';
/** Cuts a page off from the server, or all pages of a browser. */
const cut = (of: Page | BrowserContext) => of.route(COMMANDS, (route) => route.abort());
const mend = (of: Page | BrowserContext) => of.unroute(COMMANDS);
const kept = (page: Page, count: number) =>
  page.getByText(`Not saved: ${count} change${count === 1 ? '' : 's'} kept here`).waitFor();

/** A report in two windows of one browser, both at the words of its figure. */
async function twoWindows(): Promise<[Page, Page]> {
  const one = await newPage();
  await figureOf(one, 'by-year.csv');
  const two = await one.context().newPage();
  await two.goto(one.url());
  await two.locator('.sheet svg').waitFor();
  await strip(one, 'Words');
  await strip(two, 'Words');
  return [one, two];
}

/** The second sets a title while it is cut off, the first sets another one; the second is told. */
async function bothSetTitle(one: Page, two: Page, ones = 'One says', twos = 'Two says'): Promise<void> {
  await cut(two);
  await field(two, 'Title').click();
  await two.keyboard.press('Control+a');
  // In one piece: typed letter by letter on a slow machine, half of it is a change of its own.
  await two.keyboard.insertText(twos);
  await kept(two, 1);
  await setWord(one, 'Title', ones);
  await saved(one);
  await two
    .getByText(`changed here and elsewhere at the same time. Yours was kept: “${twos}”; the other is “${ones}”`, {
      exact: false,
    })
    .waitFor();
}

describe('two windows on one report', () => {
  it('follow each other at once, under what is being typed, and undo each their own', async () => {
    const [one, two] = await twoWindows();
    await field(two, 'Subtitle').click();
    await two.keyboard.press('Control+a');
    await two.keyboard.type('Typing here, ');
    const began = Date.now();
    await setWord(one, 'Title', 'From one');
    await expect.poll(() => word(two, 'title'), { interval: 30 }).toBe('From one');
    console.log(`another window follows after ${Date.now() - began} ms`);
    await two.keyboard.type('and still');
    await expect.poll(() => word(one, 'subtitle')).toBe('Typing here, and still');
    await saved(one);
    await saved(two);
    expect(await word(two, 'subtitle')).toBe('Typing here, and still');

    await one.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(() => word(two, 'title')).toBe('By year');
    expect(await word(one, 'subtitle')).toBe('Typing here, and still');
    await two.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(() => word(one, 'subtitle')).toBe('2011 to 2025');
    await one.getByRole('button', { name: 'Redo' }).click();
    await expect.poll(() => word(two, 'title')).toBe('From one');

    // A field that has the caret shows what the other one sets, and leaving it takes nothing back.
    await field(two, 'Title').click();
    await setWord(one, 'Title', 'A colleague’s title');
    await expect.poll(() => field(two, 'Title').textContent()).toBe('A colleague’s title');
    await field(two, 'Title of the report').click();
    await field(one, 'Title of the report').fill('A report by a colleague');
    await expect.poll(() => field(two, 'Title of the report').inputValue()).toBe('A report by a colleague');
    // What is done after it comes after whatever leaving the field would have sent.
    await setWord(two, 'Edition', 'Left the field');
    await expect.poll(() => field(one, 'Edition').inputValue()).toBe('Left the field');
    expect(await word(one, 'title')).toBe('A colleague’s title');
    expect(await field(one, 'Title of the report').inputValue()).toBe('A report by a colleague');
  });

  it('lose nothing when one of them is offline and both type, nor when both are and are closed', async () => {
    const [one, two] = await twoWindows();
    await cut(two);
    await setWord(two, 'Source', 'Typed offline');
    await setWord(two, 'Subtitle', 'Offline as well');
    await kept(two, 2);
    await setWord(one, 'Title', 'From one');
    await saved(one);
    // What the other saves reaches the window that cannot save, under its own changes.
    await expect.poll(() => word(two, 'title')).toBe('From one');
    await mend(two);
    await saved(two);
    await expect.poll(() => word(one, 'source')).toBe('Typed offline');
    expect(await word(one, 'subtitle')).toBe('Offline as well');
    expect(await word(two, 'title')).toBe('From one');

    const address = one.url();
    const context = one.context();
    await cut(context);
    for (const [page, label] of [
      [one, 'Title'],
      [two, 'Subtitle'],
    ] as const) {
      await setWord(page, label, `Offline ${label}`);
      await kept(page, 1);
    }
    await crash(one);
    await crash(two);
    await mend(context);
    const again = await context.newPage();
    await again.goto(address);
    await again.getByText('have been brought back').waitFor();
    expect(await word(again, 'title')).toBe('Offline Title');
    expect(await word(again, 'subtitle')).toBe('Offline Subtitle');
    await saved(again);
  });

  it('tell both where one typed on over what the other had set meanwhile', async () => {
    const [one] = await twoWindows();
    const two = await freshPage();
    await two.goto(one.url());
    await two.locator('.sheet svg').waitFor();
    await strip(two, 'Words');
    await field(two, 'Title').click();
    await two.keyboard.press('Control+a');
    // Time stands still in the second window, a colleague’s, so that it comes to no pause however slow all is.
    await two.clock.install();
    await two.clock.pauseAt(Date.now() + 60_000);
    await two.keyboard.type('typed without');
    await setWord(one, 'Title', 'One says');
    await setWord(one, 'Edition', 'Set after it');
    await expect.poll(() => field(two, 'Edition').inputValue()).toBe('Set after it');
    await two.keyboard.type(' a pause');
    await two.clock.resume();
    await two.getByText(/Yours was kept: “typed without a pause”; the other is “One says”/).waitFor();
    await one.getByText(/The other was kept: “typed without a pause”; yours was “One says”/).waitFor();
    await two.getByRole('button', { name: 'Use the other' }).click();
    await expect.poll(() => word(one, 'title')).toBe('One says');
  });

  it('tell both where both set the same field, with the other value one click away, until a third one sets it', async () => {
    const [one, two] = await twoWindows();
    await bothSetTitle(one, two);
    await mend(two);
    await saved(two);
    await one.getByText(/The other was kept: “Two says”; yours was “One says”/).waitFor();
    expect(await word(one, 'title')).toBe('Two says');
    await one.getByRole('button', { name: 'Use mine' }).click();
    await expect.poll(() => word(two, 'title')).toBe('One says');

    // Also where one typed on after the other value came.
    await bothSetTitle(one, two, 'One again', 'Two again');
    await field(two, 'Title').press('End');
    await two.keyboard.type(' and more');
    await two.getByText(/Yours was kept: “Two again and more”; the other is “One again”/).waitFor();
    await mend(two);
    await saved(two);
    await two.getByRole('button', { name: 'Use the other' }).click();
    await expect.poll(() => word(one, 'title')).toBe('One again');

    // Another person: what this browser's author set in a third window would be theirs to take back.
    const three = await newPage();
    await three.goto(one.url());
    await three.locator('.sheet svg').waitFor();
    await strip(three, 'Words');
    await bothSetTitle(one, two, 'One at last', 'Two at last');
    await mend(two);
    await saved(two);
    await expect.poll(() => word(three, 'title')).toBe('Two at last');
    await setWord(three, 'Title', 'Three says');
    await saved(three);
    // The caret is still in the title of the second window; nothing is typed there.
    await expect.poll(() => word(two, 'title')).toBe('Three says');
    expect(await two.getByText(/Yours was kept/).count()).toBe(0);
    expect(await word(three, 'title')).toBe('Three says');
  });

  it('can be more than a browser has connections: the last one still saves and follows', async () => {
    const [one, two] = await twoWindows();
    let last = two;
    // A browser opens six to one server.
    for (let count = 2; count < 7; count++) {
      last = await one.context().newPage();
      await last.goto(one.url());
      await last.locator('.sheet svg').waitFor();
    }
    await strip(last, 'Words');
    await setWord(last, 'Title', 'From the last');
    await saved(last);
    await expect.poll(() => word(two, 'title')).toBe('From the last');
    // When the window that listens goes, another one does.
    await one.close({ runBeforeUnload: false });
    await setWord(two, 'Title', 'From the second');
    await expect.poll(() => word(last, 'title')).toBe('From the second');
  });

  it('keep what was done to other figures when a removal is taken back', async () => {
    const one = await newPage();
    await openDemo(one);
    const two = await one.context().newPage();
    await two.goto(one.url());
    await two.locator('.sheet svg').waitFor();
    await showItem(two, 'Fifteen years of traffic');
    await one.getByRole('button', { name: 'Remove Figure 1 Passengers by route' }).click();
    await saved(one);
    await strip(two, 'Words');
    await setWord(two, 'Title', 'A title of two');
    await saved(two);
    await one.getByRole('button', { name: 'Undo' }).click();
    await saved(one);
    await one
      .getByRole('navigation')
      .getByRole('button', { name: /^Figure 1\s*Passengers by route/ })
      .waitFor();
    expect(await word(two, 'title')).toBe('A title of two');
    await two.reload();
    await two.locator('.sheet svg').waitFor();
    expect(await word(two, 'title')).toBe('A title of two');
  });
});

describe('what is typed', () => {
  it('shows while it is typed, is saved without Enter, and is one step to undo', async () => {
    const page = await newPage();
    await figureOf(page, 'by-year.csv');
    await strip(page, 'Words');
    await field(page, 'Title').click();
    await page.keyboard.press('Control+a');
    await page.keyboard.type('Typed by ', { delay: 60 });
    await saved(page);
    await page.keyboard.type('and by', { delay: 60 });
    await saved(page);
    expect(await word(page, 'title')).toBe('Typed by and by');
    await page.reload();
    await page.locator('.sheet svg').waitFor();
    expect(await word(page, 'title')).toBe('Typed by and by');
    await page.getByRole('button', { name: 'Undo' }).click();
    expect(await word(page, 'title')).toBe('By year');
    await field(page, 'Edition').click();
    await page.keyboard.press('Control+a');
    await page.keyboard.type('Autumn ');
    await saved(page);
    await page.keyboard.type('2026');
    await saved(page);
    expect(await field(page, 'Edition').inputValue()).toBe('Autumn 2026');
    // Escape ends the typing and throws nothing away; what was typed is one step to undo.
    await page.keyboard.type(' early');
    await page.keyboard.press('Escape');
    await saved(page);
    expect(await field(page, 'Edition').inputValue()).toBe('Autumn 2026 early');
    await page.keyboard.press('Control+z');
    await saved(page);
    expect(await field(page, 'Edition').inputValue()).not.toContain('Autumn');

    // What cannot be stored is replaced, and that is said.
    await field(page, 'Title of the report').evaluate((input: HTMLInputElement) => {
      const value = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value');
      value?.set?.call(input, 'a\u0000b\ud800c');
      input.dispatchEvent(new Event('input', { bubbles: true }));
    });
    await page.getByText('A character that cannot be stored was replaced').waitFor();
    await saved(page);
    await page.reload();
    await expect.poll(() => field(page, 'Title of the report').inputValue()).toBe('a\uFFFDb\uFFFDc');
  });

  it('is kept when the page goes before a pause, just after one, and with no time for anything', async () => {
    const page = await newPage();
    await figureOf(page, 'by-year.csv');
    const address = page.url();
    await field(page, 'Title of the report').fill('Half a thought');
    await page.goto(NOWHERE);
    await page.goto(address);
    await expect.poll(() => field(page, 'Title of the report').inputValue()).toBe('Half a thought');
    await saved(page);
    // A page that is slow to come to what it does later.
    await page.evaluate(() => {
      const later = window.setTimeout;
      window.setTimeout = ((work: () => void, ms = 0) => later(work, ms === 0 ? 5000 : ms)) as typeof setTimeout;
    });
    await field(page, 'Title of the report').fill('A whole thought');
    await expect.poll(() => page.title()).toContain('A whole thought');
    await page.goto(NOWHERE);
    await page.goto(address);
    await expect.poll(() => field(page, 'Title of the report').inputValue()).toBe('A whole thought');
    await saved(page);

    // Neither the server nor the browser's database has time for it: from the last letter on, nothing that is begun is ever done.
    await field(page, 'Title of the report').focus();
    await page.evaluate(() => {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('The page is gone.', 'AbortError');
      };
      window.fetch = () => new Promise(() => {});
      const input = document.activeElement as HTMLInputElement;
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(input, 'Half a thought more');
      input.dispatchEvent(new Event('input', { bubbles: true }));
      location.assign('about:blank');
    });
    await page.waitForURL('about:blank');
    await page.goto(address);
    await expect.poll(() => field(page, 'Title of the report').inputValue()).toBe('Half a thought more');
    await saved(page);
    await page.reload();
    await expect.poll(() => field(page, 'Title of the report').inputValue()).toBe('Half a thought more');
    expect(await page.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith('parting:')))).toEqual(
      [],
    );
  });
});

describe('when the server is away', () => {
  it('takes a save whose answer was lost as saved, tries others again, and brings them back after the window was closed', async () => {
    const page = await newPage();
    await figureOf(page, 'by-year.csv');
    await strip(page, 'Words');
    let lost = 0;
    await page.route(COMMANDS, async (route) => {
      if (lost++ > 0) return route.continue();
      await route.fetch();
      await route.abort();
    });
    await setWord(page, 'Title', 'Arrived');
    await saved(page);
    expect(await page.getByText('elsewhere').count()).toBe(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    expect(await word(page, 'title')).toBe('By year');
    await saved(page);
    await mend(page);

    await cut(page);
    await setWord(page, 'Title', 'Kept here');
    await kept(page, 1);
    await mend(page);
    await saved(page);

    const context = page.context();
    await cut(context);
    await setWord(page, 'Title', 'Kept over a crash');
    await kept(page, 1);
    const address = page.url();
    await crash(page);
    // A server that still takes nothing: the report opens with what is kept, and that stays kept.
    const early = await context.newPage();
    await early.goto(address);
    await early.getByText('have been brought back').waitFor();
    await kept(early, 1);
    expect(await word(early, 'title')).toBe('Kept over a crash');
    await crash(early);
    await mend(context);
    const again = await context.newPage();
    await again.goto(address);
    await again.getByText('have been brought back').waitFor();
    expect(await word(again, 'title')).toBe('Kept over a crash');
    await saved(again);
  });

  it('keeps what the server does not take, and says why, until it is tried again', async () => {
    const page = await newPage();
    await figureOf(page, 'by-year.csv');
    await strip(page, 'Words');
    const address = page.url();
    await page.route(COMMANDS, (route) =>
      route.fulfill({ status: 403, contentType: 'application/json', body: '{"error":"Not from here."}' }),
    );
    await setWord(page, 'Title', 'Not thrown away');
    await page.getByText('The server did not accept your change; kept here. Not from here.').waitFor();
    await page.close({ runBeforeUnload: false });
    const again = await page.context().newPage();
    await again.route(COMMANDS, (route) =>
      route.fulfill({ status: 403, contentType: 'application/json', body: '{"error":"Not now."}' }),
    );
    await again.goto(address);
    await again.getByText('kept here. Not now.').waitFor();
    expect(await word(again, 'title')).toBe('Not thrown away');
    const [download] = await Promise.all([
      again.waitForEvent('download'),
      again.getByRole('button', { name: 'Download them' }).click(),
    ]);
    expect(download.suggestedFilename()).toBe('kept-changes.json');
    await mend(again);
    await again.getByRole('button', { name: 'Try again' }).click();
    await saved(again);

    // So it is with a report that was taken off the Desk.
    const id = new URL(address).pathname.split('/').at(-1);
    await again.request.patch(`${BASE}/api/reports/${id}`, { data: { removed: true } });
    await strip(again, 'Words');
    expect(await word(again, 'title')).toBe('Not thrown away');
    await setWord(again, 'Title', 'Said too late');
    await again.getByText('This report was taken off the Desk. Your change is kept here.').waitFor();
    await again.getByRole('button', { name: 'Bring the report back' }).click();
    await saved(again);
    await again.reload();
    await again.locator('.sheet svg').waitFor();
    expect(await word(again, 'title')).toBe('Said too late');
  });
});
