/** How fast a cell that is typed into a table of 100,000 rows and 8 columns is seen, here and in another window. */
import type { Browser, Page } from 'playwright-core';
import { numberColumn, rowsOf, tableOf, wave } from '../src/cli/made-table.ts';
import { recordOf } from '../src/core/report/record.ts';
import { newReport } from '../src/core/report/report.ts';
import { packTable } from '../src/core/report/tables.ts';
import { writeBundle } from '../src/formats/bundle.ts';
import { type Measured, measured } from './measured.ts';

const ROWS = 100_000;
const COLUMNS = 8;
const RUNS = 30;
const TYPED = 10_000;

/** Brings the table in; the id of its report. */
async function bringInTable(page: Page, url: string): Promise<string> {
  const columns = rowsOf(COLUMNS, (at) =>
    numberColumn(
      `column-${at}`,
      rowsOf(ROWS, (row) => Math.round(wave(row, at))),
    ),
  );
  let count = 0;
  const { item, blocks } = packTable('t', tableOf('Long', columns), () => `block-${++count}`);
  const record = recordOf({ ...newReport('Typing', ''), items: [item] });
  const bytes = writeBundle({ record, blocks, house: null, families: [] });
  const sent = await page.request.post(`${url}/api/bundles`, {
    headers: { origin: url },
    data: { name: 'long.rizo', data: Buffer.from(bytes).toString('base64') },
  });
  return ((await sent.json()) as { id: string }).id;
}

/** Types many cells at once, from elsewhere. */
async function typeMany(page: Page, address: string): Promise<void> {
  const cells: Record<string, Record<string, string>> = {};
  for (let at = 0; at < TYPED; at++) {
    const key = `column-${1 + (at % (COLUMNS - 1))}`;
    cells[key] ??= {};
    cells[key][`r.${1000 + ((at * 7) % (ROWS - 1000))}`] = String(at);
  }
  const data = { name: 'table.setCells', args: { table: 't', cells }, by: 'someone else' };
  const answer = await page.request.post(`${address}/commands`, { data });
  if (!answer.ok()) throw new Error(await answer.text());
}

/** When a cell has come to say something, in milliseconds since 1970, once that was painted. */
const seenAt = (page: Page, cell: string, text: string): Promise<number> =>
  page.evaluate(
    ([id, wanted]) =>
      new Promise<number>((done) => {
        const painted = () =>
          requestAnimationFrame(() => {
            const { port1, port2 } = new MessageChannel();
            port1.onmessage = () => done(performance.timeOrigin + performance.now());
            port2.postMessage(null);
          });
        const isThere = () => document.getElementById(id ?? '')?.textContent === wanted;
        const watch = new MutationObserver(() => {
          if (!isThere()) return;
          watch.disconnect();
          painted();
        });
        if (isThere()) painted();
        else watch.observe(document.body, { subtree: true, childList: true, characterData: true });
      }),
    [cell, text],
  );

/** Makes a page remember when Enter was last pressed. */
const watchEnter = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const own = globalThis as unknown as { enteredAt: number };
    const remember = (event: KeyboardEvent) => {
      if (event.key === 'Enter') own.enteredAt = performance.timeOrigin + event.timeStamp;
    };
    addEventListener('keydown', remember, { capture: true });
  });

/** When Enter was last pressed in a page. */
const enteredAt = (page: Page): Promise<number> =>
  page.evaluate(() => (globalThis as unknown as { enteredAt: number }).enteredAt);

async function typing(one: Page, two: Page, from: number): Promise<{ here: number[]; there: number[] }> {
  const [here, there]: [number[], number[]] = [[], []];
  await one.getByRole('grid').focus();
  await watchEnter(one);
  await one.keyboard.press('Control+Home');
  await one.keyboard.press('ArrowRight');
  for (let run = 0; run < RUNS; run++) {
    const [text, cell] = [String(from + run), `cell-${run % 10}-1`];
    if (run % 10 === 0) {
      await one.keyboard.press('Control+Home');
      await one.keyboard.press('ArrowRight');
    }
    await one.keyboard.type(text);
    const seen = Promise.all([seenAt(one, cell, text), seenAt(two, cell, text)]);
    await one.waitForTimeout(50);
    await one.keyboard.press('Enter');
    const [mine, theirs] = await seen;
    const at = await enteredAt(one);
    here.push(mine - at);
    there.push(theirs - at);
  }
  return { here, there };
}

/** Typing with nothing typed before, and with much. */
export async function typedCells(browser: Browser, url: string): Promise<Measured[]> {
  const pages = await Promise.all(
    [0, 1].map(async () => (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()),
  );
  const [one, two] = pages as [Page, Page];
  // The compiler that runs this names functions by a helper, which pages do not have.
  for (const page of pages) await page.addInitScript('globalThis.__name = (made) => made');
  const id = await bringInTable(one, url);
  const found: Measured[] = [];
  const open = async () => {
    for (const page of pages) {
      await page.goto(`${url}/reports/${id}`);
      await page.getByRole('navigation').getByRole('button', { name: 'Long' }).first().click();
      await page.locator('#cell-0-1').waitFor();
      await page.waitForTimeout(1500);
    }
  };
  for (const more of ['', ' over 10,000 typed before']) {
    if (more) await typeMany(one, `${url}/api/reports/${id}`);
    await open();
    const { here, there } = await typing(one, two, more ? 700 : 300);
    found.push(measured(`a cell typed into 100,000 × 8${more}`, here, '30'));
    found.push(measured(`the same in another window`, there, '300'));
  }
  for (const page of pages) await page.context().close();
  return found;
}
