/** What two people set of one figure in one moment, and what becomes of a change that cannot be done. */
import { randomUUID } from 'node:crypto';
import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { figureIn } from '../../src/core/report/report.ts';
import { BASE, choose, saved, strip } from './browser.ts';
import { openDemo } from './demo.ts';
import { newPage } from './pages.ts';
import { atOnce, begin, elsewhere, ROWS, reportOf, tableOf, twoPeople, typeDown, typedIn } from './two-people.ts';

const FIGURE = 'passengers';
const idOf = (page: Page) => new URL(page.url()).pathname.split('/').at(-1) ?? '';
const figureOf = async (page: Page) => {
  const figure = figureIn(await reportOf(idOf(page)), FIGURE);
  if (!figure) throw new Error('no figure');
  return figure;
};

/** The demo's first figure before two people, each with a browser of their own. */
async function twoBefore(): Promise<readonly [Page, Page]> {
  const one = await newPage();
  await openDemo(one);
  const two = await newPage();
  await two.goto(one.url());
  await two.locator('.sheet svg').waitFor();
  return [one, two];
}

const enter = (label: RegExp | string, text: string) => async (page: Page) => {
  const field = page.getByLabel(label, { exact: true });
  await field.fill(text);
  await field.press('Enter');
};
const notTaken = (page: Page) => page.getByText('was not accepted and is kept here', { exact: false });
const expectQuiet = async (...pages: readonly Page[]) => {
  for (const page of pages) expect(await page.getByRole('alert').allTextContents()).toEqual([]);
};

describe('two before one figure', () => {
  it('set different things of one emphasis and both ends of a window in one moment: all of it stands', async () => {
    const both = await twoBefore();
    const [one] = both;
    const high = { figure: FIGURE, lines: ['line-2'], of: 'high' };
    await elsewhere(idOf(one), 'figure.emphasise', { ...high, set: [{ path: ['shape'], to: 'circle' }] });
    for (const page of both) await page.getByRole('button', { name: /^Emphasis of Harbour shuttle: .*high/ }).click();
    await atOnce(both, enter('Size at high of Harbour shuttle, points', '9'), async (page) => {
      await choose(page.getByLabel('Fill at high of Harbour shuttle'), { label: 'hollow' });
    });
    const rule = (await figureOf(one)).lines
      .find(({ id }) => id === 'line-2')
      ?.emphasis.find(({ of }) => of === 'high');
    expect(rule).toMatchObject({ size: 9, filled: false, shape: 'circle' });
    await expectQuiet(...both);
    for (const page of both)
      await expect.poll(() => page.getByLabel('Size at high of Harbour shuttle, points').inputValue()).toBe('9');

    for (const page of both) await strip(page, 'Date axis');
    await choose(one.getByLabel('Which part is drawn'), 'range');
    await saved(one);
    for (const page of both) await page.getByLabel('Last that is drawn', { exact: true }).waitFor();
    await atOnce(both, enter('First that is drawn', '2024-03'), enter('Last that is drawn', '2025-11'));
    expect((await figureOf(one)).window).toEqual({ from: Date.UTC(2024, 2, 1), to: Date.UTC(2025, 10, 1) });
    await expectQuiet(...both);
  });

  it('where one moves a line before one that the other takes out: it stays where it was, and that is said', async () => {
    const both = await twoBefore();
    const [one, two] = both;
    const order = async () => (await figureOf(one)).lines.map(({ id }) => id);
    const row = (page: Page, name: string) =>
      page.getByRole('row').filter({ has: page.getByRole('button', { name: `Move ${name}`, exact: true }) });
    const [first = '', second = ''] = (
      await one
        .getByRole('button', { name: /^Move / })
        .evaluateAll((all) => all.map((of) => of.getAttribute('aria-label') ?? ''))
    ).map((name) => name.replace('Move ', ''));
    const before = await order();
    const take = (name: string) => (page: Page) => row(page, name).locator('td').nth(3).click();
    await atOnce(
      both,
      async (page) => {
        await take(first)(page);
        await page.getByRole('button', { name: 'remove', exact: true }).click();
      },
      async (page) => {
        await take(second)(page);
        await page.keyboard.press('Alt+ArrowUp');
      },
    );
    const after = await order();
    // Which of them came first decides: what was moved stands before what was then taken out, or cannot.
    expect(after).toEqual(before.slice(1));
    const isSaid = await notTaken(two).count();
    if (isSaid > 0)
      await two.getByText('The line these were to be placed before has been removed.', { exact: false }).waitFor();
    await expectQuiet(one);
  });
});

describe('a change that cannot be done', () => {
  it('stands aside by name over a reload while what came after it is saved, and is tried again, copied or let go', async () => {
    const { one, report, table } = await twoPeople();
    await one.context().grantPermissions(['clipboard-read', 'clipboard-write'], { origin: BASE });
    const lose = (from: number) =>
      elsewhere(report, 'table.removeRows', { table, runs: [{ of: 'r', from, count: 1 }] });
    const refused = (text: string) =>
      one.getByRole('alert').filter({ hasText: `“${text}” was typed into a row that is no longer in table “Piers”` });
    const press = (name: string, text: string) => refused(text).getByRole('button', { name, exact: true }).click();
    /** Types into a row that someone takes out while what was typed is on its way. */
    const typeInVain = async (row: number, text: string) => {
      let change = '';
      const goes = async () => {
        change = await lose(row);
      };
      await one.route('**/commands', (route) => goes().then(() => route.continue()), { times: 1 });
      await begin(one, row, 1);
      await typeDown(one, [text]);
      await refused(text).waitFor();
      return change;
    };
    // The lower one first, so that rows stand where their names say.
    await typeInVain(9, '88');
    const gone = await typeInVain(6, '77');
    await begin(one, 2, 1);
    await typeDown(one, ['22']);
    await saved(one);
    expect((await typedIn(report))['boats']).toEqual({ 'r.2': '22' });

    await one.reload();
    await refused('77').waitFor();
    await refused('88').waitFor();
    await begin(one, 3, 1);
    await typeDown(one, ['33']);
    await saved(one);
    expect((await typedIn(report))['boats']).toEqual({ 'r.2': '22', 'r.3': '33' });
    // Tried in vain, it stays.
    await press('Try again', '77');
    await saved(one);
    await refused('77').waitFor();
    await press('Copy it as text', '88');
    await expect.poll(() => one.evaluate(() => navigator.clipboard.readText())).toContain('"88"');

    const back = await one.request.post(`${BASE}/api/reports/${report}/undo`, { data: { change: gone } });
    expect(back.status()).toBe(200);
    await press('Try again', '77');
    await refused('77').waitFor({ state: 'detached' });
    await saved(one);
    expect((await typedIn(report))['boats']).toEqual({ 'r.2': '22', 'r.3': '33', 'r.6': '77' });
    await press('Discard it', '88');
    await refused('88').waitFor({ state: 'detached' });
    await one.reload();
    await one.getByRole('grid').waitFor();
    await saved(one);
    await expectQuiet(one);
  });

  it('is also what was half typed where someone takes its row, its figure or its paragraph out: nothing of it is lost', async () => {
    const { one, report, table } = await twoPeople();
    const aside = (page: Page, text: string) => page.getByRole('alert').filter({ hasText: text });
    await begin(one, 4, 1);
    await one.keyboard.type('55');
    const row = await elsewhere(report, 'table.removeRows', { table, runs: [{ of: 'r', from: 4, count: 1 }] });
    await aside(one, '“55” was typed into a row that is no longer in table “Piers”').waitFor();
    expect(await one.getByRole('alert').count()).toBe(1);
    await one.reload();
    await aside(one, '“55”').waitFor();
    await one.request.post(`${BASE}/api/reports/${report}/undo`, { data: { change: row } });
    await one.getByRole('gridcell', { name: 'Pier 5', exact: true }).waitFor();
    await aside(one, '“55”').getByRole('button', { name: 'Try again' }).click();
    await saved(one);
    expect((await typedIn(report))['boats']).toEqual({ 'r.4': '55' });

    const two = await newPage();
    await openDemo(two);
    await strip(two, 'Words');
    await two.getByRole('textbox', { name: 'Title', exact: true }).click();
    await two.keyboard.press('End');
    // The figure goes in the moment in which this is typed: nothing of it was sent yet.
    await two.route('**/commands', (route) => route.abort());
    await two.keyboard.type(' and half a title');
    await elsewhere(idOf(two), 'item.remove', { item: FIGURE });
    // Who types slowly has a call for each rest between the keys; the last one holds all of it.
    const last = () => aside(two, 'was not accepted and is kept here').last();
    await last().waitFor();
    await two.unroute('**/commands');
    await two.reload();
    await last().waitFor();
    await two.context().grantPermissions(['clipboard-read', 'clipboard-write'], { origin: BASE });
    const copied = async () => {
      await last().getByRole('button', { name: 'Copy it as text' }).click();
      return two.evaluate(() => navigator.clipboard.readText());
    };
    await expect.poll(copied).toContain('and half a title');
    const left = () => two.getByRole('button', { name: 'Discard it' });
    for (let count = await left().count(); count > 0; count--) {
      await left().first().click();
      await expect.poll(() => left().count()).toBe(count - 1);
    }

    await two
      .getByRole('navigation')
      .getByRole('button', { name: /^Manuscript/ })
      .click();
    const paragraph = two.getByRole('textbox', { name: 'Manuscript' }).locator('p').first();
    const { blocks } = (await reportOf(idOf(two))).manuscript;
    const block = blocks.find((one) => one.type === 'words' && one.role === 'paragraph');
    await paragraph.click();
    await two.keyboard.press('End');
    await two.keyboard.type(' Half a sentence');
    await elsewhere(idOf(two), 'manuscript.remove', { blocks: [block?.id] });
    await last().waitFor();
    await two.reload();
    await last().waitFor();
    await expect.poll(copied).toContain('Half a sentence');
  });

  it('that names cells which a report has already leaves them what they are', async () => {
    const { one, report } = await twoPeople();
    const block = (await tableOf(report)).columns[1]?.block ?? '';
    const commands = [{ id: randomUUID(), name: 'report.setWords', args: { title: 'Other' } }];
    const sent = await one.request.post(`${BASE}/api/reports/${report}/commands`, {
      data: { base: 0, by: 'someone', commands, blocks: { [block]: Array.from({ length: ROWS }, () => 7) } },
    });
    expect([sent.status(), (await reportOf(report)).title]).toEqual([200, 'Other']);
    await one.reload();
    await one.getByRole('gridcell', { name: '100', exact: true }).waitFor();
    expect(await one.getByRole('gridcell', { name: '7', exact: true }).count()).toBe(0);
  });
});
