/**
 * How many clicks, keys and entries common jobs take, from what a user sees
 * when they begin. A list that has to be opened counts two. Each job is done in
 * the browser and looked at on the sheet; a count that grows fails.
 */
import type { Locator, Page } from 'playwright-core';
import { afterAll, describe, expect, it } from 'vitest';
import { leftTicks, newReport, received, strip } from './browser.ts';
import { openDemo, showItem } from './demo.ts';
import { newPage } from './pages.ts';

let page: Page;

/** Counts what a user does. */
class Steps {
  count = 0;
  async click(what: Locator): Promise<void> {
    this.count++;
    await what.click();
  }
  async doubleClick(x: number, y: number): Promise<void> {
    this.count++;
    await page.mouse.dblclick(x, y);
  }
  async tick(what: Locator): Promise<void> {
    this.count++;
    await what.check();
  }
  /** types into a field, or over the words that are marked where there is none */
  async enter(text: string, field?: Locator): Promise<void> {
    this.count++;
    if (field) {
      await field.fill(text);
      await field.press('Enter');
      return;
    }
    await page.keyboard.type(text);
    await page.keyboard.press('Enter');
  }
  /** a word that stands there, or an entry of a list that is opened */
  async choose(of: Locator, name: string): Promise<void> {
    const isList = await of.evaluate((element) => element.tagName === 'SELECT');
    this.count += isList ? 2 : 1;
    if (isList) await of.selectOption({ label: name });
    else await of.getByRole('radio', { name, exact: true }).locator('..').click();
  }
}

interface Job {
  name: string;
  aim: number;
  /** how many it takes now, where these are fewer than were aimed at */
  now?: number;
  begin(): Promise<void>;
  work(steps: Steps): Promise<void>;
  done(): Promise<void>;
}

const button = (name: string | RegExp) =>
  page.getByRole('button', { name, ...(typeof name === 'string' && { exact: true }) });
const label = (name: string) => page.getByLabel(name, { exact: true });
const sheet = () => page.locator('.sheet');
const lineOf = (id: string) => sheet().locator(`[data-part="line:${id}"] > path[stroke]:not([data-value])`).first();
const demo = async () => {
  await openDemo(page);
  await strip(page, 'Lines');
};
const namesOnSheet = () => sheet().locator('[data-part^="name:"]').count();

const JOBS: Job[] = [
  {
    name: 'colour, weight and pattern of all lines at once',
    aim: 4,
    begin: demo,
    async work(steps) {
      await steps.tick(label('Choose all lines'));
      await steps.click(button('Draw the chosen lines in teal'));
      await steps.enter('2.4', label('Weight of the chosen lines, points'));
      await steps.click(button('Draw the chosen lines with dashes'));
    },
    async done() {
      for (const id of ['line-1', 'line-2', 'line-3'])
        await expect
          .poll(() =>
            lineOf(id).evaluate((path) => ['stroke', 'stroke-width'].map((name) => path.getAttribute(name)).join(' ')),
          )
          .toBe('#1f7a7a 2.4');
      expect(await lineOf('line-2').getAttribute('stroke-dasharray')).not.toBeNull();
    },
  },
  {
    name: 'small multiples with end values, coloured by category, from a long table',
    aim: 3,
    now: 2,
    async begin() {
      await newReport(page);
      await page.getByLabel('Table file').setInputFiles(received('piers-long-form.csv'));
      await button('Make a figure').waitFor();
    },
    async work(steps) {
      await steps.click(button('Make a figure'));
      await steps.click(button('Panels in a colour each, with end values'));
    },
    async done() {
      await sheet().locator('[data-part^="panel:"]').first().waitFor();
      const colours = await sheet()
        .locator('[data-part^="line:"] > path[stroke]')
        .evaluateAll((all) => new Set(all.map((path) => path.getAttribute('stroke'))).size);
      expect(colours).toBeGreaterThan(2);
      expect(await sheet().locator('[data-part^="value:"]').count()).toBeGreaterThan(3);
    },
  },
  {
    name: 'a target, its name, and which periods are below it',
    aim: 3,
    begin: demo,
    async work(steps) {
      await steps.click(button('a target level'));
      await expect
        .poll(() => page.evaluate(() => document.activeElement?.getAttribute('aria-label')))
        .toBe('Name of the level');
      await steps.enter('Plan = 60');
      await steps.click(button('below it not marked'));
    },
    async done() {
      await expect.poll(() => sheet().getByText('Plan', { exact: true }).count()).toBe(1);
      expect(await button('below it marked').count()).toBe(1);
    },
  },
  {
    name: 'a second unit on the right axis, ticks that meet',
    aim: 1,
    async begin() {
      await demo();
      await button('A column as a line').click();
      await page
        .getByRole('dialog')
        .getByRole('button', { name: /on_time/ })
        .first()
        .click();
    },
    async work(steps) {
      await steps.click(button('Draw it on the right axis, with ticks that meet'));
    },
    async done() {
      await sheet().locator('[data-part="axis:right"]').first().waitFor();
      const counts = await Promise.all(
        ['left', 'right'].map((side) => sheet().locator(`[data-part="axis:${side}"] text[data-value]`).count()),
      );
      expect(counts[0]).toBe(counts[1]);
    },
  },
  {
    name: 'one line of many',
    aim: 2,
    begin: demo,
    async work(steps) {
      await steps.tick(page.getByRole('checkbox', { name: /^Choose Sound/ }));
      await steps.click(button('only this'));
    },
    async done() {
      await expect.poll(namesOnSheet).toBe(1);
    },
  },
  {
    name: 'all lines again',
    aim: 1,
    async begin() {
      await demo();
      await page.getByRole('checkbox', { name: /^Choose Sound/ }).check();
      await button('only this').click();
      await expect.poll(namesOnSheet).toBe(1);
    },
    async work(steps) {
      await steps.tick(label('Show all lines'));
    },
    async done() {
      await expect.poll(namesOnSheet).toBe(4);
    },
  },
  {
    name: 'a sparkline row set apart',
    aim: 3,
    now: 2,
    async begin() {
      await openDemo(page);
      await showItem(page, 'Routes at a glance');
      await sheet().locator('[data-part="column:spark-1"]').first().waitFor();
    },
    async work(steps) {
      await steps.click(sheet().locator('[data-part="column:spark-1"] path').first());
      await steps.click(button('set it apart'));
    },
    async done() {
      await page.getByRole('list', { name: 'Rows that are exceptions' }).getByText('has its own colour').waitFor();
    },
  },
  {
    name: 'markers with shape and size at the ends',
    aim: 3,
    begin: demo,
    async work(steps) {
      await steps.click(button(/^Markers of Harbour shuttle/));
      await steps.click(
        page.getByRole('group', { name: 'Marker of Harbour shuttle' }).getByRole('button', { name: 'square' }),
      );
      await steps.enter('6', label('Size of the markers of Harbour shuttle, points'));
    },
    async done() {
      await expect.poll(() => sheet().locator('[data-part="line:line-2"] > path[data-value]').count()).toBe(2);
    },
  },
  {
    name: 'values at the ends, bold and bigger',
    aim: 3,
    begin: demo,
    async work(steps) {
      await steps.click(button(/^Values shown of Harbour shuttle/));
      await steps.choose(label('Values shown of Harbour shuttle'), 'at the ends');
      await steps.enter('semibold 11 pt', label('Type of the values of Harbour shuttle'));
    },
    async done() {
      const values = sheet().locator('[data-part^="value:line-2:"] text');
      await expect.poll(() => values.count()).toBe(2);
      expect(await values.first().getAttribute('font-size')).toBe('11');
      expect(await values.first().getAttribute('font-weight')).toBe('600');
    },
  },
  {
    name: 'names of lines all off',
    aim: 1,
    begin: demo,
    async work(steps) {
      await steps.choose(label('How lines are named'), 'nowhere');
    },
    async done() {
      await expect.poll(namesOnSheet).toBe(0);
    },
  },
  {
    name: 'axis range, every 10',
    aim: 3,
    now: 2,
    begin: demo,
    async work(steps) {
      await steps.click(page.getByRole('tab', { name: 'Left axis' }));
      await steps.enter('0 to 110 every 10', label('Range of the left axis'));
    },
    async done() {
      await expect.poll(() => leftTicks(page)).toEqual(Array.from({ length: 12 }, (_, tick) => String(tick * 10)));
    },
  },
  {
    name: 'month capitals, quarters in the middle of bands',
    aim: 2,
    async begin() {
      await openDemo(page);
      await strip(page, 'Date axis');
    },
    async work(steps) {
      await steps.choose(label('Letters of date labels'), 'in capitals');
      await steps.click(page.getByText('Quarters over years', { exact: true }));
    },
    async done() {
      await expect.poll(() => page.getByRole('radio', { name: /^Quarters over years/ }).isChecked()).toBe(true);
      await expect
        .poll(() => sheet().locator('[data-part="axis:across"] text').filter({ hasText: /^Q\d$/ }).count())
        .toBe(12);
      expect(
        await label('Position of date labels')
          .getByRole('radio', { name: 'in the middle of their period' })
          .isChecked(),
      ).toBe(true);
    },
  },
  {
    name: 'a note with a leader at a point',
    aim: 2,
    begin: demo,
    async work(steps) {
      const value = await sheet()
        .locator('[data-part="value:line-1:2026-07-01"], [data-part^="value:line-1:"]')
        .last()
        .boundingBox();
      if (!value) throw new Error('No value is on the sheet.');
      await steps.doubleClick(value.x + value.width / 2, value.y + value.height + 14);
      await expect
        .poll(() => page.evaluate(() => document.activeElement?.getAttribute('aria-label')))
        .toBe('Text of the note');
      await steps.enter('The new boat');
    },
    async done() {
      await expect.poll(() => sheet().getByText('The new boat').count()).toBe(1);
    },
  },
];

const counted: { job: string; steps: number; aim: number }[] = [];
afterAll(() => console.table(counted));

describe('clicks, keys and entries', () => {
  for (const { name, aim, now = aim, begin, work, done } of JOBS)
    it(name, async () => {
      page = await newPage();
      await begin();
      const steps = new Steps();
      await work(steps);
      await done();
      counted.push({ job: name, steps: steps.count, aim });
      expect(steps.count).toBeLessThanOrEqual(now);
    });
});
