import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { choose, leftTicks, newReport, saved, strip } from './browser.ts';
import { figureOf } from './made.ts';
import { newPage } from './pages.ts';

let page: Page;

const sheet = () => page.locator('.sheet');
const rightTicks = () => page.locator('.sheet [data-part="axis:right"] text[data-value]').allTextContents();
const acrossTexts = () => page.locator('.sheet [data-part="axis:across"] text').allTextContents();
const fill = async (label: string, text: string) => {
  await page.getByLabel(label, { exact: true }).fill(text);
  await page.getByLabel(label, { exact: true }).press('Enter');
};

describe('two value axes', () => {
  it('take a line to the right by one key, meet at their ticks, and are set, undone and saved', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    await page.getByRole('button', { name: 'A column as a line' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'on_time_pct' }).click();
    await page.locator('.sheet [data-part="name:line-1"] text').click();
    await page.keyboard.press('k');
    await page.keyboard.press('x');
    await page.locator('.sheet [data-part="axis:right"]').waitFor();
    expect((await leftTicks(page)).length).toBe((await rightTicks()).length);
    const heights = (side: string) =>
      page
        .locator(`.sheet [data-part="axis:${side}"] text[data-value]`)
        .evaluateAll((all) => all.map((node) => Number(node.getAttribute('y'))));
    expect(await heights('left')).toEqual(await heights('right'));

    await page.locator('.sheet [data-part="axis:right"] text').last().click();
    expect(await page.getByRole('tab', { selected: true }).textContent()).toBe('Right axis');
    const before = await leftTicks(page);
    await page.getByRole('tab', { name: 'Left axis' }).click();
    await page.keyboard.press('[');
    expect((await leftTicks(page)).length).toBeLessThan(before.length);
    await page.keyboard.press(']');
    await page.keyboard.press(']');
    expect((await leftTicks(page)).length).toBeGreaterThan(before.length);
    for (let turn = 0; turn < 3; turn++) await page.keyboard.press('Control+z');
    expect(await leftTicks(page)).toEqual(before);
    await page.getByRole('tab', { name: 'Right axis' }).click();
    // Coming from the left axis, the words are those of the right one.
    const caption = page.getByLabel('Caption of the right axis').locator('[data-placeholder]');
    await expect.poll(() => caption.getAttribute('data-placeholder')).toBe('%');
    await choose(page.getByLabel('Where the right axis begins'), 'zero');
    expect((await rightTicks())[0]).toBe('0');
    await choose(page.getByLabel('Position of the unit of the right axis'), 'each');
    expect((await rightTicks())[0]).toBe('0%');
    await choose(page.getByLabel('How the two axes are tied'), 'same');
    expect(await rightTicks()).toEqual((await leftTicks(page)).map((label) => `${label}%`));
    await choose(page.getByLabel('How the two axes are tied'), 'meet');
    await choose(page.getByLabel('Scale of the right axis'), 'log');
    expect(await rightTicks()).toContain('100%');
    for (let turn = 0; turn < 5; turn++) await page.getByRole('button', { name: 'Undo' }).click();
    expect(await rightTicks()).not.toContain('0%');
    await saved(page);
    await page.reload();
    await page.locator('.sheet [data-part="axis:right"]').waitFor();
  });

  it('redraw a figure of 6 lines × 120 months when the interval is changed by key, and say how fast', async () => {
    page = await newPage();
    await newReport(page);
    const rows = Array.from({ length: 120 }, (_, row) => {
      const month = `${2016 + Math.floor(row / 12)}-${String((row % 12) + 1).padStart(2, '0')}`;
      return [
        month,
        ...[1, 2, 3, 4, 5, 6].map((line) => Math.round(900 + 100 * line + 90 * Math.sin(row / 3 + line))),
      ].join('\t');
    });
    await page.evaluate((text) => navigator.clipboard.writeText(text), `month\ta\tb\tc\td\te\tf\n${rows.join('\n')}`);
    await page.getByLabel('Paste cells or delimited text').focus();
    await page.keyboard.press('Control+V');
    await page.getByRole('button', { name: 'Make a figure' }).click();
    await page.locator('.sheet svg').waitFor();
    const first = await acrossTexts();
    const took = await page.evaluate(async () => {
      const times: number[] = [];
      for (let turn = 0; turn < 30; turn++) {
        const drawn = new Promise<void>((done) => {
          const observer = new MutationObserver(() => {
            observer.disconnect();
            done();
          });
          const sheet = document.querySelector('.sheet');
          if (sheet) observer.observe(sheet, { subtree: true, childList: true });
        });
        const begun = performance.now();
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key: turn % 2 ? ']' : '[', bubbles: true }));
        await drawn;
        times.push(performance.now() - begun);
        await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
      }
      return times.sort((a, b) => a - b)[15] ?? 0;
    });
    console.log(`6 lines × 120 months redrawn by key in ${took.toFixed(1)} ms (median)`);
    // Thirty changes there and back leave the plan that was chosen first.
    expect(await acrossTexts()).toEqual(first);
  });
});

/** How many points the first line runs through. */
const corners = () =>
  page
    .locator('.sheet [data-part="line:line-1"] > path')
    .last()
    .evaluate((path) => path.getAttribute('d')?.match(/[ML]/g)?.length);

describe('the date axis', () => {
  it('takes plans, ticks, fiscal years, capitals and a window, by brush and by typing', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    await strip(page, 'Date axis');
    await page.getByText('First and last only', { exact: true }).click();
    expect(await acrossTexts()).toEqual(['Jan 2024', 'Oct 2026']);
    await choose(page.getByLabel('Letters of date labels'), 'capitals');
    expect(await acrossTexts()).toEqual(['JAN 2024', 'OCT 2026']);
    await page.getByText('Quarters over years', { exact: true }).click();
    await choose(page.getByLabel('Month in which years begin'), '4');
    expect(await acrossTexts()).toContain('2025/26');
    await choose(page.getByLabel('Which part is drawn'), 'last');
    await fill('How many are drawn', '6');
    expect(await corners()).toBe(6);
    await choose(page.getByLabel('Which part is drawn'), 'range');
    await fill('First that is drawn', '2025-03');
    await fill('Last that is drawn', 'soon');
    await page.getByText('“soon” is not a date; write it like 2026-03 or 12 Mar 2026.').waitFor();
    await fill('Last that is drawn', 'Aug 2025');
    expect(await corners()).toBe(6);
    await choose(page.getByLabel('Language of the report'), 'fi-FI');
    await page.getByText('Months over years', { exact: true }).click();
    expect(await acrossTexts()).toContain('MAALIS');
    await saved(page);
  });
});

describe('proof notes', () => {
  it('stand beside the sheet, are counted, mended by key, brought back by undo, and set aside', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    // The notes follow the sheet, which is drawn first.
    const counted = (words: string) => page.getByRole('button', { name: words, exact: true }).waitFor();
    // Passengers have no unit in this table, and nothing says so.
    await counted('Proof: 1 note');
    await strip(page, 'Date axis');
    await page.getByText('Every month written out', { exact: true }).click();
    await counted('Proof: 2 notes');
    await page.keyboard.press('n');
    await page.keyboard.press('n');
    await page.keyboard.press('Enter');
    await counted('Proof: 1 note');
    await page.getByRole('button', { name: 'Undo' }).click();
    await counted('Proof: 2 notes');
    const note = page.locator('[data-note="date-plan"]');
    await note.hover();
    await sheet().locator('.border-dashed').waitFor();
    await note.getByRole('button', { name: 'Set aside' }).click();
    await page.getByLabel('Reason to set aside: Date labels do not fit').fill('the page is wider');
    await page.getByLabel('Reason to set aside: Date labels do not fit').press('Enter');
    await counted('Proof: 1 note');
    await saved(page);
    await page.reload();
    await page.locator('.sheet svg').waitFor();
    await page.getByText('1 note set aside').click();
    await page.getByRole('button', { name: 'bring back' }).click();
    await counted('Proof: 2 notes');
    await page.locator('[data-note="unit"]').getByRole('button', { name: 'Write a caption' }).click();
    await fill('Caption of the left axis', 'Passengers');
    await counted('Proof: 1 note');
  });
});

describe('the frame', () => {
  it('takes presets, the height for 45 degree slopes, and the same plot for all figures', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    await strip(page, 'Frame');
    await page.getByRole('button', { name: 'Column, 78 × 58' }).click();
    await page.getByText('78 × 58 mm', { exact: true }).waitFor();
    await page.getByRole('button', { name: /^\d+ mm high$/ }).click();
    await page.getByText('At this height the lines’ middle slope is 45 degrees.').waitFor();
    await fill('From the left edge to the plot, millimetres', '25');
    const begins = await page
      .locator('.sheet [data-part="grid"] path')
      .first()
      .evaluate((path) => Number(/M([\d.]+)/.exec(path.getAttribute('d') ?? '')?.[1]));
    expect(begins).toBeCloseTo((25 * 72) / 25.4, 1);
    await fill('Border of the figure, points', '0.5');
    await saved(page);
  });
});
