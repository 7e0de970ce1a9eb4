/** A headless Chromium and the pages of a running Rizo. */
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { type Browser, chromium, type Locator, type Page } from 'playwright-core';
import { chromiumPath } from '../../launcher/packages.ts';

export const BASE = process.env['RIZO_URL'] ?? '';

/** An address of the application that shows nothing, and where no script runs. */
export const NOWHERE = `${BASE}/api/health`;

export const received = (name: string) => fileURLToPath(new URL(`../received/${name}`, import.meta.url));
export const receivedText = (name: string) => readFileSync(received(name), 'utf8');

export function launchBrowser(): Promise<Browser> {
  const quiet = [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    // A page of a test lives for seconds, in which making its scripts faster takes longer than they then do.
    '--js-flags=--no-maglev --no-opt',
  ];
  return chromium.launch({ executablePath: chromiumPath(), headless: true, args: quiet });
}

/** Takes one of some choices by its value or its words: of a list, or of words that all stand there. */
export async function choose(of: Locator, wish: string | { label: string }): Promise<void> {
  if (await of.evaluate((element) => element.tagName === 'SELECT')) {
    await of.selectOption(wish);
    return;
  }
  const named = of.getByRole('radio', { name: typeof wish === 'string' ? wish : wish.label, exact: true });
  const radio = typeof wish === 'string' ? of.locator(`input[value=${JSON.stringify(wish)}]`).or(named) : named;
  await radio.first().locator('..').click();
}

const placeOfTable = (page: Page) => page.getByRole('heading', { name: 'Bring in a table' }).waitFor();

/** Makes a report on the Desk and waits for the place where a table is brought in. */
export async function newReportOnDesk(page: Page): Promise<void> {
  await page.goto(BASE);
  // A press before the scripts of the Desk are read does nothing.
  await page.waitForLoadState('networkidle');
  await page.getByRole('button', { name: 'New report' }).click();
  await placeOfTable(page);
}

/** Opens a new report at the place where a table is brought in; the Desk, which draws all other reports, is not shown. */
export async function newReport(page: Page): Promise<void> {
  const data = { title: 'Untitled report', edition: 'November 2026' };
  const made = await page.request.post(`${BASE}/api/reports`, { data });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`${BASE}/reports/${id}`);
  await placeOfTable(page);
}

/** Brings a file in, and says that its last period is finished where that is asked. */
export async function bringIn(
  page: Page,
  file: Parameters<ReturnType<Page['getByLabel']>['setInputFiles']>[0],
): Promise<void> {
  await page.getByLabel('Table file').setInputFiles(file);
  await page.getByRole('button', { name: 'Keep the table' }).waitFor();
  const answer = page.getByRole('button', { name: 'It is finished' });
  if ((await answer.count()) > 0) await answer.click();
}

/** Waits until everything is saved, and nothing that was typed waits to be taken. */
export async function saved(page: Page): Promise<void> {
  await page.locator('[data-testid="save-state"][data-waiting="0"]').getByText('Saved', { exact: true }).waitFor();
}

/** Whether the browser's database has all that waits in this window; a page may say that it keeps something a moment before. */
const isKept = () =>
  new Promise<boolean>((done, fail) => {
    const waiting = document.querySelector<HTMLElement>('[data-testid="save-state"]')?.dataset['waiting'];
    const own = `:${sessionStorage.getItem('rizo:window')}`;
    const asked = indexedDB.open('keyval-store');
    // It was not there yet, and is not made here.
    asked.onupgradeneeded = () => asked.transaction?.abort();
    asked.onerror = () => done(false);
    asked.onsuccess = () => {
      const store = asked.result.transaction('keyval').objectStore('keyval');
      const [keys, values] = [store.getAllKeys(), store.getAll()];
      values.onerror = () => fail(values.error);
      values.onsuccess = () => {
        asked.result.close();
        const at = keys.result.findIndex((key) => String(key).startsWith('outbox:') && String(key).endsWith(own));
        done((values.result[at]?.calls.length ?? 0) >= Number(waiting));
      };
    };
  });

/** Ends a page, once what waits in it is kept, with no time to send anything: one that is closed sends what it has, past what cuts it off. */
export async function crash(page: Page): Promise<void> {
  while (!(await page.evaluate(isKept))) await drawn(page);
  const inside = await page.context().newCDPSession(page);
  const crashed = page.waitForEvent('crash');
  // It is not answered, since there is nobody left to do so.
  inside.send('Page.crash').catch(() => undefined);
  await crashed;
  await page.close();
}

/** Lets a page draw what it has begun. (Without a monitor a page that draws nothing is never called idle.) */
const drawn = (page: Page) =>
  page.evaluate(
    () => new Promise<void>((done) => requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(done)))),
  );

/** As often, with all done that was begun, something is the same before it is taken to stay so. */
const STILL = 6;

/** What is measured in a page, once it is at rest: typefaces have come and nothing moves any more. */
export async function still<T>(page: Page, measure: () => Promise<T>): Promise<T> {
  await page.evaluate(() => document.fonts.ready.then(() => undefined));
  let last = await measure();
  for (let same = 0; same < STILL; ) {
    await drawn(page);
    const now = await measure();
    same = JSON.stringify(now) === JSON.stringify(last) ? same + 1 : 0;
    last = now;
  }
  return last;
}

/** By how much the window itself could be scrolled, pixels; screens have parts that scroll, and stand still themselves. */
export const windowScrolls = (page: Page) => page.evaluate(() => document.documentElement.scrollHeight - innerHeight);

/** What is drawn on the sheet. */
export const sheet = (page: Page) => () => page.locator('.sheet svg').innerHTML();

/** Tick labels of the left axis on the sheet, from the bottom up. */
export const leftTicks = (page: Page) =>
  page.locator('.sheet [data-part="axis:left"] text[data-value]').allTextContents();

/** Opens a strip of the dock by its name. */
export const strip = (page: Page, name: string) => page.getByRole('tab', { name }).click();
