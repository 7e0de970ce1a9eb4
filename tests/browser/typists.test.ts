/** Two people who type in one table at the same time. */
import { describe, expect, it } from 'vitest';
import { saved } from './browser.ts';
import { begin, elsewhere, grid, pierAtCursor, twoPeople, typeDown, typedIn } from './two-people.ts';

const texts = (from: number, count: number) => Array.from({ length: count }, (_, at) => String(from + at));
const down = (from: number, all: readonly string[]) =>
  Object.fromEntries(all.map((text, at) => [`r.${from + at}`, text]));

describe('two people who type in one table', () => {
  it('have every cell as they typed it, in one column and in two, while rows are put in and taken out above', async () => {
    const { one, two, report, table } = await twoPeople();
    const count = 6;
    await begin(one, 4, 1);
    await begin(two, 16, 1);
    let isTyping = true;
    const typing = Promise.all([typeDown(one, texts(1000, count)), typeDown(two, texts(3000, count))]).then(() => {
      isTyping = false;
    });
    let turns = 0;
    for (; isTyping && turns < 12; turns++) {
      const run = { id: `top-${turns}`, count: 1 + (turns % 2), after: null };
      await elsewhere(report, 'table.insertRows', { table, run });
      if (turns % 3 === 2)
        await elsewhere(report, 'table.removeRows', { table, runs: [{ of: run.id, from: 0, count: 1 }] });
    }
    await typing;
    expect(turns).toBeGreaterThan(2);
    expect([await pierAtCursor(one), await pierAtCursor(two)]).toEqual(['Pier 11', 'Pier 23']);
    // Now in different columns, in the same rows.
    await one.keyboard.press('ArrowRight');
    await Promise.all([typeDown(one, texts(2000, count)), typeDown(two, texts(4000, count))]);
    for (const page of [one, two]) await saved(page);
    expect(await typedIn(report)).toEqual({
      pier: {},
      boats: { ...down(4, texts(1000, count)), ...down(16, [...texts(3000, count), ...texts(4000, count)]) },
      people: down(10, texts(2000, count)),
    });
    // Both see all of it.
    await expect.poll(() => two.getByRole('gridcell', { name: '2,005', exact: true }).count()).toBe(1);
    await expect.poll(() => one.getByRole('gridcell', { name: '4,005', exact: true }).count()).toBe(1);
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
    await one.keyboard.type('34');
    await one.keyboard.press('Enter');
    await saved(one);
    expect(await typedIn(report)).toMatchObject({ boats: { 'r.13': '7', 'r.14': '1234' } });
    expect(await pierAtCursor(one)).toBe('Pier 16');

    // The row in which something is typed goes: it is said, with what was typed.
    await one.keyboard.type('55');
    await elsewhere(report, 'table.removeRows', { table, runs: [{ of: 'r', from: 15, count: 1 }] });
    await one.getByText('is no longer in table “Piers”', { exact: false }).waitFor();
    expect(await one.getByText('“55”', { exact: false }).count()).toBeGreaterThan(0);
  });
});
