import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { choose, newReport, saved, strip } from './browser.ts';
import { figureOf } from './made.ts';
import { newPage } from './pages.ts';

let page: Page;

const sheet = () => page.locator('.sheet');
const rows = () => page.locator('tr[data-line]');
const names = () =>
  rows()
    .locator('td:nth-child(3) input')
    .evaluateAll((fields) => fields.map((field) => (field as HTMLInputElement).value));
/** Strokes of a line, markers and halo left out. */
const dashes = (line: string) =>
  sheet()
    .locator(`[data-part="line:${line}"] > path[stroke]:not([data-value]):not(.halo)`)
    .last()
    .getAttribute('stroke-dasharray');
const markers = (line: string) => sheet().locator(`[data-part="line:${line}"] > path[data-value]`).count();
const values = (line: string) => sheet().locator(`[data-part^="value:${line}:"]`);
const undo = () => page.keyboard.press('Control+z');

async function dragBy(from: { x: number; y: number }, dx: number, dy: number) {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x + dx / 2, from.y + dy / 2, { steps: 4 });
  await page.mouse.move(from.x + dx, from.y + dy, { steps: 4 });
  await page.mouse.up();
}
async function middleOf(locator: ReturnType<Page['locator']>) {
  const box = await locator.boundingBox();
  if (!box) throw new Error('It is not on the screen.');
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}

/** Its middle once it stays where it is for a second: what is opened first may still find its room. */
async function restingMiddleOf(locator: ReturnType<Page['locator']>) {
  let before = await middleOf(locator);
  let still = 0;
  await expect
    .poll(
      async () => {
        const now = await middleOf(locator);
        const moved = Math.abs(now.x - before.x) + Math.abs(now.y - before.y);
        before = now;
        still = moved < 0.5 ? still + 1 : 0;
        return still;
      },
      { interval: 250, timeout: 20_000 },
    )
    .toBeGreaterThanOrEqual(4);
  return before;
}

describe('the ledger', () => {
  it('sets several lines together, by clicks, popovers and keys, and undoes each', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    await strip(page, 'Lines');
    await rows().nth(0).locator('td').nth(3).click();
    await rows()
      .nth(2)
      .locator('td')
      .nth(3)
      .click({ modifiers: ['Control'] });
    await page.getByText('2 lines:').waitFor();
    await page.keyboard.press('p');
    expect(await dashes('line-1')).not.toBeNull();
    expect(await dashes('line-3')).toBe(await dashes('line-1'));
    expect(await dashes('line-2')).toBeNull();
    await undo();
    expect(await dashes('line-1')).toBeNull();
    await page.keyboard.press('e');
    expect(await markers('line-1')).toBe(2);
    expect(await values('line-3').count()).toBe(2);
    await page.keyboard.press('v');
    expect(await values('line-3').count()).toBeGreaterThan(4);
    await undo();
    expect(await values('line-3').count()).toBe(2);
    // A line that is taken out of the choice leaves the other one chosen.
    await rows()
      .nth(1)
      .locator('td')
      .nth(3)
      .click({ modifiers: ['Control'] });
    await rows()
      .nth(1)
      .locator('td')
      .nth(3)
      .click({ modifiers: ['Control'] });
    await page.getByText('2 lines:').waitFor();
    await page.getByRole('button', { name: /^Markers of Outer isles/ }).click();
    await page.getByText('For the 2 chosen lines.').waitFor();
    await choose(page.getByLabel('Points of Outer isles with markers'), 'ends');
    await page.getByRole('button', { name: 'diamond', exact: true }).click();
    await page.keyboard.press('Escape');
    expect(await page.getByRole('button', { name: /^Markers of .*: ends$/ }).count()).toBe(2);
    await page.keyboard.press('x');
    await sheet().locator('[data-part="axis:right"]').waitFor();
    await undo();
    await sheet().locator('[data-part="axis:right"]').waitFor({ state: 'detached' });
    await saved(page);
  });

  it('orders lines by dragging and by keys, picks a look up and lays it on, duplicates and removes', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    await strip(page, 'Lines');
    const first = await names();
    const grip = await middleOf(page.getByRole('button', { name: `Move ${first[0]}` }));
    const target = await middleOf(page.getByRole('button', { name: `Move ${first[2]}` }));
    await dragBy(grip, 0, target.y - grip.y + 4);
    await expect.poll(names).toEqual([first[1], first[2], first[0], ...first.slice(3)]);
    await undo();
    await expect.poll(names).toEqual(first);
    await rows().nth(1).locator('td').nth(3).click();
    await page.keyboard.press('Alt+ArrowUp');
    await expect.poll(names).toEqual([first[1], first[0], ...first.slice(2)]);
    await undo();
    await page.keyboard.press('p');
    await page.getByRole('button', { name: 'pick up look' }).click();
    await rows().nth(2).locator('td').nth(3).click();
    await page.getByRole('button', { name: 'apply the look' }).click();
    expect(await dashes('line-3')).toBe(await dashes('line-2'));
    await page.getByRole('button', { name: 'house style' }).click();
    expect(await dashes('line-3')).toBeNull();
    await page.getByRole('button', { name: 'duplicate', exact: true }).click();
    expect(await rows().count()).toBe(first.length + 1);
    await page.getByRole('button', { name: 'remove', exact: true }).click();
    expect(await rows().count()).toBe(first.length);
    await saved(page);
  });

  it('finds lines among many by their names and chooses all that are found', async () => {
    page = await newPage();
    await newReport(page);
    const heads = Array.from({ length: 40 }, (_, index) => (index % 4 === 0 ? `north ${index}` : `south ${index}`));
    const cells = Array.from({ length: 6 }, (_, row) =>
      [`2026-0${row + 1}`, ...heads.map((_, index) => index * 10 + row)].join('\t'),
    );
    await page.evaluate(
      (text) => navigator.clipboard.writeText(text),
      `${['month', ...heads].join('\t')}\n${cells.join('\n')}`,
    );
    await page.getByLabel('Paste cells or delimited text').focus();
    await page.keyboard.press('Control+V');
    await page.getByRole('button', { name: 'Make a figure' }).click();
    await sheet().locator('svg').waitFor();
    const before = await rows().count();
    for (let more = before; more < 12; more++) {
      await page.getByRole('button', { name: 'A column as a line' }).click();
      await page.getByRole('dialog').getByRole('button').nth(more).click();
    }
    await page.getByLabel('Find lines').fill('n*th');
    const found = await rows().count();
    expect(found).toBeGreaterThan(1);
    expect(found).toBeLessThan(12);
    await page.getByRole('button', { name: `choose all ${found} found` }).click();
    await page.getByText(`${found} lines:`).waitFor();
  });
});

describe('levels, notes and labels on the sheet', () => {
  it('adds a target in one action and moves it by pointer and key; a note is written with a field', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    await strip(page, 'Lines');
    await page.getByRole('button', { name: 'a target level' }).click();
    const level = () => page.getByLabel('Value of target', { exact: true }).inputValue().then(Number);
    const at = await level();
    const stroke = sheet().locator('[data-part^="mark:"] path').first();
    await dragBy(await middleOf(stroke), 0, 40);
    await expect.poll(level).toBeLessThan(at);
    const lower = await level();
    await sheet().locator('[data-part^="mark:"]').first().focus();
    await page.keyboard.press('ArrowUp');
    await expect.poll(level).toBeGreaterThan(lower);
    await undo();
    await undo();
    await expect.poll(level).toBe(at);
    await page.getByRole('button', { name: 'a note', exact: true }).click();
    const text = page.getByRole('textbox', { name: 'Text of the note' });
    await text.fill('');
    await text.pressSequentially('Now {latest value}');
    await text.press('Enter');
    await expect
      .poll(() => sheet().locator('[data-part^="mark:"] text').allTextContents())
      .toContainEqual(expect.stringMatching(/^Now [\d.,]+/));
    await saved(page);
  });

  it('keeps a label where it was dragged, as an offset from its point', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    await strip(page, 'Lines');
    await rows().nth(0).locator('td').nth(3).click();
    await page.keyboard.press('e');
    const label = values('line-1').first();
    const from = await restingMiddleOf(label.locator('text'));
    await dragBy(from, 60, 30);
    await expect.poll(async () => Math.round((await middleOf(label.locator('text'))).x - from.x)).toBeGreaterThan(50);
    await saved(page);
    await page.reload();
    await sheet().locator('svg').waitFor();
    const kept = await middleOf(values('line-1').first().locator('text'));
    expect(Math.abs(kept.x - from.x - 60)).toBeLessThan(6);
    await values('line-1').first().focus();
    await page.keyboard.press('Shift+ArrowLeft');
    await expect
      .poll(async () => (await middleOf(values('line-1').first().locator('text'))).x)
      .toBeLessThan(kept.x - 10);
  });

  it('follows the pointer at the pace of the screen while a label is dragged', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    const name = sheet().locator('[data-part^="name:"]').first();
    const from = await restingMiddleOf(name.locator('text'));
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    const slowest = page.evaluate(async () => {
      const gaps: number[] = [];
      let before = performance.now();
      for (let frame = 0; frame < 60; frame++) {
        await new Promise((done) => requestAnimationFrame(done));
        const now = performance.now();
        gaps.push(now - before);
        before = now;
      }
      return gaps.sort((a, b) => a - b)[30] ?? 0;
    });
    for (let step = 1; step <= 40; step++) await page.mouse.move(from.x - step * 3, from.y - step);
    console.log(`a label is dragged with ${(await slowest).toFixed(1)} ms between frames (median)`);
    await page.mouse.up();
    await expect.poll(async () => (await middleOf(name.locator('text'))).x).toBeLessThan(from.x - 60);
  });
});

describe('a colour', () => {
  it('is followed on the sheet while it is chosen, at the pace of the screen, and kept once', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    await strip(page, 'Lines');
    await page.getByRole('button', { name: /^Stroke of Outer isles/ }).click();
    const took = await page.getByLabel('Any colour').evaluate(async (field: HTMLInputElement) => {
      const gaps: number[] = [];
      let before = performance.now();
      for (let turn = 0; turn < 60; turn++) {
        field.value = `#${(0x203040 + turn * 0x010203).toString(16)}`;
        field.dispatchEvent(new Event('input', { bubbles: true }));
        await new Promise((done) => requestAnimationFrame(done));
        const now = performance.now();
        gaps.push(now - before);
        before = now;
      }
      return gaps.sort((a, b) => a - b)[30] ?? 0;
    });
    console.log(`a colour is dragged with ${took.toFixed(1)} ms between frames (median)`);
    const drawn = () =>
      sheet().locator('[data-part="line:line-1"] > path[stroke]:not(.halo)').first().getAttribute('stroke');
    const last = `#${(0x203040 + 59 * 0x010203).toString(16)}`;
    expect(await drawn()).toBe(last);
    await page.getByLabel('Any colour').dispatchEvent('change');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Undo' }).click();
    expect(await drawn()).not.toBe(last);
    await saved(page);
  });
});

describe('more lines', () => {
  it('lays this year over last in one action, and undoes it in one', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    await strip(page, 'Lines');
    const before = await rows().count();
    await page.getByRole('button', { name: 'same months last year' }).click();
    expect(await rows().count()).toBe(before + 1);
    expect((await names()).at(-1)).toContain('a year earlier');
    await undo();
    expect(await rows().count()).toBe(before);
    await page.getByRole('button', { name: 'one line per year' }).click();
    await page
      .getByRole('button', { name: /year by year/ })
      .first()
      .waitFor();
    await expect.poll(names).toEqual(['2024', '2025', '2026']);
    await saved(page);
  });
});

describe('words', () => {
  it('takes bold words, a suggested title and its own description, and the command list finds what is to be done', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    await page.keyboard.press('Control+k');
    await page.getByPlaceholder('What to do').fill('words');
    await page.keyboard.press('Enter');
    const title = page.getByRole('textbox', { name: 'Title', exact: true });
    await title.fill('');
    await title.pressSequentially('Busy ');
    await page.getByRole('button', { name: 'Italic' }).click();
    await title.pressSequentially('isles');
    await title.press('Enter');
    await expect.poll(() => sheet().locator('[data-part="title"] text').allTextContents()).toEqual(['Busy ', 'isles']);
    expect(await sheet().locator('[data-part="title"] text').nth(1).getAttribute('font-style')).toBe('italic');
    await page.locator('span:has-text("The data say:") > button').first().click();
    await expect.poll(() => sheet().locator('[data-part="title"]').textContent()).toMatch(/Outer isles/);
    const description = page.getByLabel('Description for readers who do not see the figure');
    await saved(page);
    // What is said of saving in the very moment a change is first seen.
    const said = page.evaluate(
      () =>
        new Promise<string | null>((resolve) => {
          const watch = new MutationObserver(() => {
            if (!document.body.textContent?.includes('Your own words.')) return;
            watch.disconnect();
            resolve(document.querySelector('[data-testid="save-state"]')?.textContent ?? null);
          });
          watch.observe(document.body, { subtree: true, childList: true, characterData: true });
        }),
    );
    await description.fill('Two summers and a half.');
    await description.press('Enter');
    expect(await said).toBe('Saving…');
    await saved(page);
    const svg = await page.evaluate(async () => {
      const response = await fetch(`${location.pathname.replace('/reports/', '/api/reports/')}`);
      return response.text();
    });
    expect(svg).toContain('Two summers and a half.');
  });
});
