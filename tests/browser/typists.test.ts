/** Two people who type in one table at the same time. */
import { randomUUID } from 'node:crypto';
import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { replacing } from '../../src/core/report/extract.ts';
import { rowsOf } from '../../src/core/table/row-names.ts';
import { saved } from './browser.ts';
import {
  begin,
  elsewhere,
  grid,
  pierAtCursor,
  piers,
  ROWS,
  tableOf,
  twoPeople,
  typeDown,
  typedIn,
} from './two-people.ts';

/** So many cells each types down a column; `RIZO_CELLS=40` tries what people do in minutes. */
const CELLS = Number(process.env['RIZO_CELLS'] ?? 6);
const texts = (from: number, count: number) => Array.from({ length: count }, (_, at) => String(from + at));
const down = (from: number, all: readonly string[]) =>
  Object.fromEntries(all.map((text, at) => [`r.${from + at}`, text]));

describe('two people who type in one table', () => {
  it('have every cell as they typed it, in one column and in two, while rows are put in and taken out above', async () => {
    const [first, second] = [4, 4 + CELLS + 6];
    const { one, two, report, table } = await twoPeople(second + 2 * CELLS + 8);
    await begin(one, first, 1);
    await begin(two, second, 1);
    let isTyping = true;
    const typing = Promise.all([typeDown(one, texts(1000, CELLS)), typeDown(two, texts(3000, CELLS))]).then(() => {
      isTyping = false;
    });
    let turns = 0;
    for (; isTyping && turns < 2 * CELLS; turns++) {
      const run = { id: `top-${turns}`, count: 1 + (turns % 2), after: null };
      await elsewhere(report, 'table.insertRows', { table, run });
      if (turns % 3 === 2)
        await elsewhere(report, 'table.removeRows', { table, runs: [{ of: run.id, from: 0, count: 1 }] });
    }
    await typing;
    expect(turns).toBeGreaterThan(2);
    const pier = (row: number) => `Pier ${row + 1}`;
    expect([await pierAtCursor(one), await pierAtCursor(two)]).toEqual([pier(first + CELLS), pier(second + CELLS)]);
    // Now in different columns, in rows that both type into where there are many.
    await one.keyboard.press('ArrowRight');
    await Promise.all([typeDown(one, texts(2000, CELLS)), typeDown(two, texts(4000, CELLS))]);
    for (const page of [one, two]) await saved(page);
    expect(await typedIn(report)).toEqual({
      pier: {},
      boats: {
        ...down(first, texts(1000, CELLS)),
        ...down(second, [...texts(3000, CELLS), ...texts(4000, CELLS)]),
      },
      people: down(first + CELLS, texts(2000, CELLS)),
    });
    expect([await pierAtCursor(one), await pierAtCursor(two)]).toEqual([
      pier(first + 2 * CELLS),
      pier(second + 2 * CELLS),
    ]);
    // Both see all of it.
    const shown = (number: number) => number.toLocaleString('en-GB');
    const isSeen = (page: Page, number: number) =>
      expect.poll(() => page.getByRole('gridcell', { name: shown(number), exact: true }).count()).toBe(1);
    await isSeen(one, 2000 + CELLS - 1);
    await isSeen(two, 4000 + CELLS - 1);
  });

  it('keep what is half typed, the cursor, the selection and what is scrolled to, whatever becomes of the rows around', async () => {
    const { one, report, table } = await twoPeople();
    await begin(one, 14, 1);
    await one.keyboard.type('12');
    const field = one.getByLabel(/^boats, row/);
    const top = async () => ((await field.boundingBox())?.y ?? 0) - ((await grid(one).boundingBox())?.y ?? 0);
    const before = await top();
    await elsewhere(report, 'table.insertRows', { table, run: { id: 'above', count: 40, after: 'r.2' } });
    await expect.poll(() => field.getAttribute('aria-label')).toBe('boats, row 55');
    await elsewhere(report, 'table.removeRows', { table, runs: [{ of: 'r', from: 0, count: 1 }] });
    await expect.poll(() => field.getAttribute('aria-label')).toBe('boats, row 54');
    await elsewhere(report, 'table.setCells', { table, cells: { boats: { 'r.13': '7', 'r.14': '8' } } });
    await expect.poll(() => one.getByRole('gridcell', { name: '7', exact: true }).count()).toBe(1);
    expect(Math.abs((await top()) - before)).toBeLessThan(2);
    expect(await field.inputValue()).toBe('12');
    // A column that goes to another place, and cells that are read anew, leave it where it is.
    await elsewhere(report, 'table.moveColumn', { table, column: 'people', before: 'boats' });
    await expect.poll(() => one.getByRole('columnheader').nth(2).textContent()).toContain('people');
    // Nor does a newer extract, in another order, with rows that are new and without others.
    const order = [900, ...Array.from({ length: ROWS - 10 }, (_, row) => ROWS - 11 - row), 901];
    const stored = await tableOf(report);
    const from = order.map((row) => rowsOf(stored).indexOf(`r.${row}`));
    const { args, blocks } = replacing(stored, piers(order, 500), from, randomUUID);
    await elsewhere(report, 'table.replace', args, blocks);
    await expect.poll(() => field.getAttribute('aria-label')).toBe(`boats, row ${ROWS - 23}`);
    expect(await field.inputValue()).toBe('12');
    await one.keyboard.type('34');
    await one.keyboard.press('Enter');
    await saved(one);
    expect(await typedIn(report)).toEqual({ pier: {}, boats: { 'r.14': '1234' }, people: {} });
    expect(await pierAtCursor(one)).toBe('Pier 14');

    // The row in which something is typed goes: it is said, with what was typed.
    await one.keyboard.type('55');
    await elsewhere(report, 'table.removeRows', { table, runs: [{ of: 'r', from: 13, count: 1 }] });
    await one.getByText('is no longer in table “Piers”', { exact: false }).waitFor();
    expect(await one.getByText('“55”', { exact: false }).count()).toBeGreaterThan(0);
  });
});
