/** Nothing moves what is looked at, nothing covers what it changes, and words are typed where they stand. */
import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { audit } from './accessible.ts';
import { choose, leftTicks, saved, still, strip, windowScrolls } from './browser.ts';
import { openDemo, showItem } from './demo.ts';
import { newPage } from './pages.ts';

let page: Page;

const sheet = () => page.locator('.sheet').first();
const button = (name: string | RegExp) =>
  page.getByRole('button', { name, ...(typeof name === 'string' && { exact: true }) });
const list = () => page.getByRole('navigation', { name: 'In this report' });
const focused = () => page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? '');
const ofTitle = (part: string) => sheet().locator(`[data-part="${part}"]`).textContent();
const listNames = () => list().getByRole('listitem').locator('span.font-semibold').allTextContents();

/** The sheet and the dock once nothing moves any more. */
const settled = () =>
  still(page, () => Promise.all([sheet().boundingBox(), page.getByRole('region', { name: 'Dock' }).boundingBox()]));

const STRIPS = ['Lines', 'Date axis', 'Left axis', 'Right axis', 'Panels', 'Words', 'Levels & notes', 'Frame'];

/** Commas, stops and semicolons in the dock that do not stand at the word before them. */
const looseSigns = () =>
  page.evaluate(() => {
    const dock = document.querySelector('#strip');
    if (!dock) return ['no strip'];
    const texts = document.createTreeWalker(dock, NodeFilter.SHOW_TEXT);
    const found: string[] = [];
    let before: DOMRect | null = null;
    let words = '';
    for (let node = texts.nextNode(); node; node = texts.nextNode()) {
      const text = node.textContent ?? '';
      const holder = node.parentElement;
      if (text.trim() === '' || !holder || holder.closest('select, .sr-only, [aria-hidden], svg')) continue;
      const range = document.createRange();
      const at = text.search(/\S/);
      range.setStart(node, at);
      range.setEnd(node, at + 1);
      const sign = range.getBoundingClientRect();
      if (/^\s*[,;.:](?:\s|$)/.test(text)) {
        // What stands before it is a word, a field or a list.
        const others: Element[] = [];
        const sibling = node.previousSibling;
        let other =
          (sibling instanceof Element ? sibling : null) ??
          holder.previousElementSibling ??
          holder.parentElement?.previousElementSibling;
        while (other) {
          others.push(other);
          other = /^(?:SELECT|INPUT)$/.test(other.tagName) ? null : other.lastElementChild;
        }
        const ends = [...others.map((one) => one.getBoundingClientRect()), before].flatMap((box) =>
          box && box.width > 0 ? [box] : [],
        );
        const isAt = ends.some(
          (box) => Math.abs(sign.left - box.right) < 4 && sign.top < box.bottom && sign.bottom > box.top,
        );
        if (!isAt) found.push(`“${words.slice(-30)}” ${text.trim().slice(0, 20)}`);
      }
      range.selectNodeContents(node);
      const boxes = [...range.getClientRects()];
      before = boxes.at(-1) ?? before;
      words += ` ${text.trim()}`;
    }
    return found;
  });

describe('calm', () => {
  it('holds the sheet where it is while strips, cells, notices, hand-off and notes come and go', async () => {
    page = await newPage();
    await openDemo(page);
    const before = await settled();
    for (const name of STRIPS) {
      await strip(page, name);
      expect(await still(page, looseSigns), name).toEqual([]);
      expect(await windowScrolls(page), name).toBe(0);
    }
    await strip(page, 'Lines');
    expect(await settled()).toEqual(before);
    for (const cell of ['Stroke', 'Markers', 'Values shown', 'Emphasis']) {
      await button(new RegExp(`^${cell} of Outer isles`)).click();
      await page.getByRole('region', { name: `Set ${cell.toLowerCase()} of Outer isles` }).waitFor();
      expect(await looseSigns(), cell).toEqual([]);
      expect(await windowScrolls(page), cell).toBe(0);
      // What is edited is not chosen by that, and nothing stands over the sheet.
      expect(await page.getByRole('checkbox', { name: 'Choose Outer isles' }).isChecked()).toBe(false);
      expect(await page.getByRole('dialog').count()).toBe(0);
    }
    await page.keyboard.press('Escape');
    await expect.poll(focused).toMatch(/^Emphasis of Outer isles/);
    // Lists that are opened in the dock stay within it.
    for (const [name, strip_] of [
      ['A column as a line', 'Lines'],
      [/^Background of the figure/, 'Frame'],
    ] as const) {
      await strip(page, strip_);
      await button(name).click();
      const box = await page.getByRole('dialog').boundingBox();
      expect(box?.y ?? 0).toBeGreaterThanOrEqual((before[1]?.y ?? 0) - 1);
      expect((box?.y ?? 0) + (box?.height ?? 0)).toBeLessThanOrEqual(800);
      await page.keyboard.press('Escape');
    }
    // Tools of a field come over what stands below it.
    await strip(page, 'Words');
    const field = page.getByLabel('Subtitle', { exact: true });
    const at0 = await field.boundingBox();
    await page.getByLabel('Title', { exact: true }).click();
    await button('Bold').waitFor();
    expect(await field.boundingBox()).toEqual(at0);
    await button('Hand off').click();
    await page.getByRole('complementary', { name: 'Hand off' }).waitFor();
    expect(await settled()).toEqual(before);
    await button('Close hand off').click();
    // A refusal is told beside the sheet.
    await strip(page, 'Left axis');
    await page.getByLabel('Range of the left axis', { exact: true }).fill('10 to 5');
    await page.keyboard.press('Enter');
    await page
      .getByText(/cannot run from 10 to 5/)
      .first()
      .waitFor();
    expect(await settled()).toEqual(before);
    const card = await page.getByRole('alert').first().boundingBox();
    const [at] = before;
    expect(
      (card?.x ?? 0) >= (at?.x ?? 0) + (at?.width ?? 0) || (card?.y ?? 0) >= (at?.y ?? 0) + (at?.height ?? 0),
    ).toBe(true);
  });

  it('puts the caret where words on the sheet are clicked, and the sheet follows what is typed', async () => {
    page = await newPage();
    await openDemo(page);
    const title = sheet().locator('[data-part="title"] text').first();
    const box = await title.boundingBox();
    if (!box) throw new Error('There is no title.');
    await page.mouse.click(box.x + 2, box.y + box.height / 2);
    await expect.poll(focused).toBe('Title');
    await page.keyboard.type('In truth: ');
    // Before the pause in which it is taken.
    await expect.poll(() => ofTitle('title'), { interval: 20 }).toContain('In truth: Every summer');
    await page.keyboard.press('Enter');
    await saved(page);
    await page.keyboard.press('Control+z');
    await expect.poll(() => ofTitle('title')).not.toContain('In truth');
    // What is typed in one figure is not seen in it once it was left and changed elsewhere.
    await page.mouse.click(box.x + 2, box.y + box.height / 2);
    await expect.poll(focused).toBe('Title');
    await page.keyboard.type('Half a ');
    await showItem(page, 'Sailings on time');
    await showItem(page, 'Passengers by route');
    await expect.poll(() => ofTitle('title')).toContain('Half a Every summer');
    await page.keyboard.press('Control+z');
    await expect.poll(() => ofTitle('title')).toMatch(/^Every summer/);
    // Two clicks on the name of a line rename it where the ledger has it.
    await sheet().locator('[data-part="name:line-2"] text').dblclick();
    await expect.poll(focused).toBe('Name of line Harbour shuttle');
  });

  it('has all columns of the ledger in sight at 1024, and nothing wrong for axe', async () => {
    page = await newPage(1024, 768);
    await openDemo(page);
    await strip(page, 'Lines');
    const [dock, shown] = await Promise.all([
      page.locator('#strip').boundingBox(),
      page.getByRole('checkbox', { name: 'Show Outer isles' }).boundingBox(),
    ]);
    expect((shown?.x ?? 0) + (shown?.width ?? 0)).toBeLessThanOrEqual((dock?.x ?? 0) + (dock?.width ?? 0));
    expect(await page.locator('#strip').evaluate((element) => element.scrollWidth - element.clientWidth)).toBe(0);
    await page.getByRole('checkbox', { name: 'Choose all lines' }).check();
    await button(/^Emphasis of Outer isles/).click();
    expect(await audit(page)).toEqual([]);
  });

  it('shows the keys of what is in hand first, in the window, and finds them by the words of the trade', async () => {
    page = await newPage(1280, 800);
    await openDemo(page);
    await page.keyboard.press('?');
    const keys = page.getByRole('dialog', { name: 'Keys' });
    await keys.waitFor();
    expect(await keys.getByRole('heading', { level: 3 }).first().textContent()).toBe('In a figure');
    const box = await keys.locator('.modal-box').boundingBox();
    expect((box?.y ?? 0) + (box?.height ?? 0)).toBeLessThanOrEqual(800);
    await keys.getByLabel('Find keys').fill('secondary axis');
    await expect.poll(() => keys.locator('dd').allTextContents()).toEqual(['swap the axis of the chosen lines']);
    await page.keyboard.press('Escape');
    await keys.waitFor({ state: 'hidden' });
    for (const [words, first] of [
      ['gridlines', /grid lines/],
      ['second axis', /axis/],
      ['trend', /rolling mean/],
      ['small multiples', /panels/],
      ['data labels', /values shown/],
      ['export', /[Hh]and off/],
      ['annotation', /note/],
    ] as const) {
      await page.keyboard.press('Control+k');
      const field = page.locator('[cmdk-input]');
      await expect.poll(() => field.evaluate((input) => input === document.activeElement)).toBe(true);
      await page.keyboard.type(words);
      await expect.poll(() => page.locator('[cmdk-item]').first().textContent(), { message: words }).toMatch(first);
      await page.keyboard.press('Escape');
      await field.waitFor({ state: 'hidden' });
    }
  });

  it('shows the sheet at a size, and its edges are dragged and set by keys', async () => {
    page = await newPage();
    await openDemo(page);
    await button('true size').click();
    await expect.poll(async () => Math.round((await sheet().boundingBox())?.width ?? 0)).toBe(605);
    await button('200 %').click();
    await expect.poll(async () => Math.round((await sheet().boundingBox())?.width ?? 0)).toBe(1209);
    await button('true size').click();
    const width = page.getByRole('slider', { name: 'Width of the sheet, millimetres' });
    const edge = await width.boundingBox();
    if (!edge) throw new Error('There is no edge.');
    await page.mouse.move(edge.x + 6, edge.y + 60);
    await page.mouse.down();
    await page.mouse.move(edge.x + 6 - 75.6, edge.y + 60, { steps: 5 });
    await page.mouse.up();
    await page.getByText('140 × 84 mm').first().waitFor();
    await width.focus();
    await page.keyboard.press('Shift+ArrowRight');
    await page.keyboard.press('ArrowRight');
    await page.getByText('151 × 84 mm').first().waitFor();
    await page.keyboard.press('Control+z');
    await page.getByText('150 × 84 mm').first().waitFor();
  });
});

describe('the list at the left', () => {
  it('is put in order by dragging and by keys, renamed in place, duplicated and searched', async () => {
    page = await newPage();
    await openDemo(page);
    const [first, second, third] = await listNames();
    const entry = (name = '') =>
      list().getByRole('button', { name: new RegExp(`^(?:Table|Figure|Spark table) \\d+ ${name}`) });
    const [from, to] = await Promise.all([entry(third).boundingBox(), entry(second).boundingBox()]);
    await page.mouse.move((from?.x ?? 0) + 40, (from?.y ?? 0) + 12);
    await page.mouse.down();
    await page.mouse.move((to?.x ?? 0) + 40, (to?.y ?? 0) + 30, { steps: 8 });
    await page.mouse.move((to?.x ?? 0) + 40, (to?.y ?? 0) + 8, { steps: 4 });
    await page.mouse.up();
    await expect.poll(async () => (await listNames()).slice(0, 3)).toEqual([first, third, second]);
    await entry(third).focus();
    await page.keyboard.press('Alt+ArrowDown');
    await expect.poll(async () => (await listNames()).slice(0, 3)).toEqual([first, second, third]);
    await entry(second).focus();
    await page.keyboard.press('F2');
    await page.keyboard.type('Renamed here');
    await page.keyboard.press('Enter');
    await expect.poll(async () => (await listNames())[1]).toBe('Renamed here');
    await entry('Renamed here').hover();
    await page.getByRole('button', { name: 'Duplicate Figure 1 Renamed here' }).click();
    await expect.poll(async () => (await listNames())[2]).toBe('Renamed here, copy');
    expect(await entry('Monthly sailings').textContent()).toMatch(/34 rows × \d+ columns.*used by \d things/);
    expect(await entry('Renamed here, copy').textContent()).toContain('from Monthly sailings');
    // A table and what is made from it go together, in whatever order they were chosen.
    await entry('Traffic by year').click();
    await entry('Fifteen years of traffic').click({ modifiers: ['Control'] });
    await page
      .getByRole('region', { name: 'What to do with the chosen things' })
      .getByRole('button', { name: 'remove' })
      .click();
    await expect
      .poll(async () => (await listNames()).filter((name) => /raffic/.test(name)))
      .not.toContain('Traffic by year');
    await page.keyboard.press('Control+z');
    await expect
      .poll(async () =>
        (await listNames()).filter((name) => name === 'Traffic by year' || name === 'Fifteen years of traffic'),
      )
      .toHaveLength(2);
    await list().getByLabel('Find things of the report').fill('pier');
    await expect.poll(async () => (await listNames()).every((name) => /pier/i.test(name))).toBe(true);
  });

  it('sets several figures at once: as in another one, one scale, one width, plots aligned', async () => {
    page = await newPage();
    await openDemo(page);
    const entry = (name: string) => list().getByRole('button', { name: new RegExp(`^Figure \\d+ ${name}`) });
    await entry('Passengers by route').click();
    await entry('Passengers and punctuality').click({ modifiers: ['Control'] });
    const tools = page.getByRole('region', { name: 'What to do with the chosen things' });
    await tools.getByText('2 chosen').waitFor();
    await tools.getByRole('button', { name: 'one scale' }).click();
    await saved(page);
    const ticks = await leftTicks(page);
    await tools.getByRole('button', { name: 'none of them' }).waitFor();
    await page
      .getByRole('navigation')
      .getByRole('button', { name: /^Figure \d+ Passengers and punctuality/ })
      .click();
    await expect.poll(() => leftTicks(page)).toEqual(ticks);
    await entry('Passengers by route').click({ modifiers: ['Control'] });
    await tools.getByRole('button', { name: 'plots aligned' }).click();
    await saved(page);
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await choose(tools.getByLabel('What to apply to the chosen figures'), 'scale and size');
    await choose(tools.getByLabel('The figure whose look or size the chosen ones take'), {
      label: 'as in Figure 3, Fifteen years of traffic',
    });
    await saved(page);
    const size = page.getByText(/^\d+ × \d+ mm$/);
    const wanted = await size.textContent();
    await showItem(page, 'Fifteen years of traffic');
    await expect.poll(() => size.textContent()).toBe(wanted);
    // With looks, colours and patterns of the other one are taken.
    await showItem(page, 'Sailings on time');
    await entry('Sailings on time').click({ modifiers: ['Control'] });
    await choose(tools.getByLabel('What to apply to the chosen figures'), 'looks');
    await choose(tools.getByLabel('The figure whose look or size the chosen ones take'), {
      label: 'as in Figure 1, Passengers by route',
    });
    await expect
      .poll(() =>
        sheet().locator('[data-part="line:line-1"] > path[stroke]:not([data-value])').first().getAttribute('stroke'),
      )
      .toBe('#5b3a63');
    await page.keyboard.press('Control+z');
    await expect
      .poll(() =>
        sheet().locator('[data-part="line:line-1"] > path[stroke]:not([data-value])').first().getAttribute('stroke'),
      )
      .not.toBe('#5b3a63');
  });
});
