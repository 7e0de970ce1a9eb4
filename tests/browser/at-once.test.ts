/** What two people do to one table in the same moment, neither knowing of the other, and what each of them undoes. */
import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import { BASE, choose, saved } from './browser.ts';
import { atOnce, begin, cell, elsewhere, ROWS, tableOf, twoPeople, typeDown, typedIn } from './two-people.ts';

const typeAt =
  (row: number, col: number, ...texts: string[]) =>
  async (page: Page) => {
    await begin(page, row, col);
    await typeDown(page, texts);
  };
const press = (name: string) => (page: Page) => page.getByRole('button', { name, exact: true }).click();
const undo = async (page: Page) => {
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
};
/** A figure over names. */
const drafting = { style: DEFAULT_STYLE, across: 'pier', lines: ['boats'], unordered: true };
/** The cells of a row as both see them. */
const seen = async (pages: readonly Page[], row: number, col: number, text: string) => {
  for (const page of pages) await expect.poll(() => cell(page, row, col).textContent()).toBe(text);
};
/** No one is told of a clash, a refusal or anything else. */
const expectQuiet = async (...pages: Page[]) => {
  for (const page of pages) {
    expect(await page.getByText('changed here and elsewhere at the same time').count()).toBe(0);
    expect(await page.getByText('was not accepted').count()).toBe(0);
  }
};

describe('two who do in one moment', () => {
  it('mark rows as totals, and type into other rows and cells of one column: all of it stands, and no one is told of a clash', async () => {
    const { one, two, report } = await twoPeople();
    const mark = (row: number, text: string) => async (page: Page) => {
      await begin(page, row, 0);
      await press('Total row')(page);
      await typeAt(row + 10, 1, text)(page);
    };
    await atOnce([one, two], mark(2, '555'), mark(3, '666'));
    const { totals } = await tableOf(report);
    expect(totals).toEqual({ 'r.2': true, 'r.3': true });
    await seen([one, two], 12, 1, '555');
    await seen([one, two], 13, 1, '666');
    await expectQuiet(one, two);
    // The mark of one and a row that the other puts in, too.
    await atOnce([one, two], mark(20, '777'), async (page) => {
      await begin(page, 30, 0);
      await press('Insert row')(page);
    });
    const after = await tableOf(report);
    expect([Object.keys(after.totals).length, after.inserted.length]).toEqual([3, 1]);
    await expectQuiet(one, two);
  });

  it('add a row at the end: there are two, each with what its maker typed', async () => {
    const { one, two, report } = await twoPeople();
    const below = (steps: number, text: string) => async (page: Page) => {
      await begin(page, 0, 0);
      for (const key of ['Control+End', 'ArrowDown', 'Home']) await page.keyboard.press(key);
      for (let step = 0; step < steps; step++) await page.keyboard.press('ArrowRight');
      await typeDown(page, [text]);
    };
    await atOnce([one, two], below(0, 'Pier mine'), below(1, '42'));
    const { inserted } = await tableOf(report);
    expect(inserted).toHaveLength(2);
    for (const page of [one, two]) {
      const last = () =>
        Promise.all([ROWS, ROWS + 1].flatMap((row) => [0, 1].map((col) => cell(page, row, col).textContent())));
      await expect.poll(async () => (await last()).sort()).toEqual(['', '', '42', 'Pier mine']);
    }
    await expectQuiet(one, two);
  });

  it('type beside the last column: there are two, and both go on in them', async () => {
    const { one, two, report } = await twoPeople();
    await atOnce([one, two], typeAt(1, 3, '11'), typeAt(2, 3, '22'));
    const { columns } = await tableOf(report);
    expect(new Set(columns.map(({ meta }) => meta.key)).size).toBe(5);
    expect(columns.slice(3).map(({ meta }) => meta.title)).toEqual(['Column 4', 'Column 5']);
    await expectQuiet(one, two);
    const own = async (page: Page, row: number, text: string) => {
      const cells = () => Promise.all([3, 4].map((col) => cell(page, row, col).textContent()));
      await expect.poll(async () => (await cells()).includes(text)).toBe(true);
      return 3 + (await cells()).indexOf(text);
    };
    const [mine, theirs] = [await own(one, 1, '11'), await own(two, 2, '22')];
    expect(mine).not.toBe(theirs);
    await typeAt(5, mine, '15')(one);
    await typeAt(6, theirs, '26')(two);
    for (const page of [one, two]) await saved(page);
    await seen([one, two], 5, mine, '15');
    await seen([one, two], 6, theirs, '26');
  });

  it('set one cell: both are told with the two values, its row and its column, and either can have the other', async () => {
    const { one, two } = await twoPeople();
    await atOnce([one, two], typeAt(7, 1, '71'), typeAt(7, 1, '72'));
    for (const page of [one, two]) {
      const told = page.getByText(
        'The cell of “boats” in row 8 of “Piers” was changed here and elsewhere at the same time.',
        {
          exact: false,
        },
      );
      await told.waitFor();
      const text = (await told.textContent()) ?? '';
      expect([text.includes('“71”'), text.includes('“72”')]).toEqual([true, true]);
      expect(text).not.toMatch(/[0-9a-f]{8}-/);
    }
    const before = await cell(one, 7, 1).textContent();
    await one.getByRole('button', { name: /^(Use the other|Use mine)$/ }).click();
    await seen([one, two], 7, 1, before === '71' ? '72' : '71');
  });
});

describe('one who takes something back after another one typed', () => {
  it('takes back a cell, rows and a column, and leaves what the other typed elsewhere in them', async () => {
    const { one, two, report, table } = await twoPeople();
    await typeAt(4, 1, '400')(one);
    await saved(one);
    await typeAt(5, 1, '500')(two);
    await saved(two);
    await seen([one], 5, 1, '500');
    await undo(one);
    await seen([one, two], 4, 1, '104');
    await seen([one, two], 5, 1, '500');
    await begin(one, 10, 0);
    await press('Insert row')(one);
    await saved(one);
    await elsewhere(report, 'table.setCells', { table, cells: { boats: { 'r.20': '2000' } } });
    await seen([one], 21, 1, '2,000');
    await undo(one);
    await seen([one, two], 20, 1, '2,000');
    expect((await tableOf(report)).inserted).toEqual([]);
    await one.getByRole('button', { name: 'Set column people' }).click();
    await press('Remove this column')(one);
    await one.keyboard.press('Escape');
    await saved(one);
    await elsewhere(report, 'table.setCells', { table, cells: { boats: { 'r.21': '2100' } } });
    await seen([one], 21, 1, '2,100');
    await undo(one);
    await seen([one, two], 21, 2, '221');
    await seen([one, two], 21, 1, '2,100');
    await expectQuiet(one, two);
  });

  it('takes back a kind: the column is as it was, with what the other typed as it was typed', async () => {
    const { one, two, report } = await twoPeople();
    await one.getByRole('button', { name: 'Set column people' }).click();
    await choose(one.getByLabel('Kind of the column'), 'text');
    await one.keyboard.press('Escape');
    await saved(one);
    await expect.poll(() => two.getByRole('columnheader', { name: 'people' }).textContent()).toContain('text');
    await typeAt(3, 2, '1,250.0', 'closed')(two);
    await saved(two);
    await seen([one], 3, 2, '1,250.0');
    await undo(one);
    await seen([one, two], 3, 2, '1,250');
    await seen([one, two], 4, 2, 'closed');
    expect(await cell(two, 4, 2).getAttribute('aria-invalid')).toBe('true');
    expect((await tableOf(report)).columns[2]?.meta.kind).toBe('number');
    expect(await typedIn(report)).toMatchObject({ people: { 'r.3': '1,250.0', 'r.4': 'closed' } });
  });
});

describe('two before one figure', () => {
  it('draw it without the column that one put in, the other split it by, and the first takes back', async () => {
    const { one, two, report, table, made } = await twoPeople();
    await typeAt(1, 3, 'North', 'South', 'North')(one);
    await saved(one);
    const key = (await tableOf(report)).columns[3]?.meta.key ?? '';
    const drafted = draftFigure(made, { ...drafting, id: 'boats', tableId: table });
    const figure = { ...drafted, name: 'Boats of each' };
    await elsewhere(report, 'item.add', { item: figure });
    await two.getByRole('navigation').getByRole('button', { name: figure.name }).first().click();
    await two.locator('.sheet svg').waitFor();
    await elsewhere(report, 'figure.split', { figure: figure.id, panels: { by: { kind: 'category', column: key } } });
    while ((await tableOf(report)).columns.length > 3) await undo(one);
    const note = two.getByText(
      `The table no longer has a column “${key}”: the panels it split the figure into are one plot`,
      { exact: false },
    );
    await note.first().waitFor();
    // It opens anew, and its picture is made.
    await two.reload();
    await two.getByRole('navigation').getByRole('button', { name: figure.name }).first().click();
    await note.first().waitFor();
    await two.locator('.sheet svg').waitFor();
    const picture = await two.request.get(`${BASE}/api/reports/${report}/figures/${figure.id}/file?as=svg`);
    expect(picture.status()).toBe(200);
    while ((await tableOf(report)).columns.length < 4) {
      await one.getByRole('button', { name: 'Redo' }).click();
      await saved(one);
    }
    await expect.poll(() => note.count()).toBe(0);
  });
});
