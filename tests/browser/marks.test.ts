/** Differences that are made on the sheet, bands of past years and calendars, as their user makes them. */
import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { choose } from './browser.ts';
import { openDemo, showItem } from './demo.ts';
import { newPage } from './pages.ts';

const marks = (page: Page) => page.locator('.sheet [data-part^="mark:"]');
const words = (page: Page) => page.locator('.sheet [data-part^="mark:"] text').allTextContents();

/** Where a point of a line of the demo's first figure stands on the page, by its share of the plot. */
async function clickLine(page: Page, share: number): Promise<void> {
  const box = await page.locator('.sheet [data-part="line:line-1"] path').first().boundingBox();
  const d = (await page.locator('.sheet [data-part="line:line-1"] path').first().getAttribute('d')) ?? '';
  const corners = [...d.matchAll(/[ML]([\d.]+) ([\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)] as const);
  const [x, y] = corners[Math.round((corners.length - 1) * share)] ?? [0, 0];
  const [first, last] = [corners[0]?.[0] ?? 0, corners.at(-1)?.[0] ?? 1];
  const tops = corners.map(([, height]) => height);
  const [low, high] = [Math.min(...tops), Math.max(...tops)];
  if (!box) throw new Error('The line is drawn.');
  await page.mouse.click(
    box.x + ((x - first) / (last - first)) * box.width,
    box.y + ((y - low) / (high - low)) * box.height,
  );
}

describe('a difference', () => {
  it('is made by a key of the chosen line, or by clicking two points, and is undone and kept', async () => {
    const page = await newPage();
    await openDemo(page);
    await showItem(page, 'Passengers by route');
    const before = await marks(page).count();
    await page.locator('.sheet [data-part="name:line-1"] text').click();
    await page.keyboard.press('d');
    await expect.poll(() => words(page)).toContainEqual(expect.stringMatching(/^[+−]\d+%$/));
    await page.keyboard.press('Control+z');
    await expect.poll(() => marks(page).count()).toBe(before);

    await page.getByRole('tab', { name: 'Levels & notes' }).click();
    await page.getByRole('button', { name: 'a difference', exact: true }).click();
    await clickLine(page, 0.1);
    await page.getByText('Now click the other point.').waitFor();
    expect(await page.getByTestId('pointed').count()).toBe(1);
    await clickLine(page, 0.6);
    await expect.poll(() => words(page)).toContainEqual(expect.stringMatching(/^[+−]\d+%$/));
    expect(await page.getByText('Now click the other point.').count()).toBe(0);

    // How it is said is chosen in its sentence.
    await choose(page.getByLabel('How the difference is said'), { label: 'as how many times as much' });
    await expect
      .poll(() => words(page))
      .toContainEqual(expect.stringMatching(/times as much|twice as much|half as much/));
    await page.getByText('Saved', { exact: true }).waitFor();
    await page.reload();
    await showItem(page, 'Passengers by route');
    await expect
      .poll(() => words(page))
      .toContainEqual(expect.stringMatching(/times as much|twice as much|half as much/));
  });

  it('is given up with no trace', async () => {
    const page = await newPage();
    await openDemo(page);
    await showItem(page, 'Passengers by route');
    const before = await marks(page).count();
    await page.getByRole('tab', { name: 'Levels & notes' }).click();
    await page.getByRole('button', { name: 'a difference', exact: true }).click();
    await clickLine(page, 0.2);
    await page.getByRole('button', { name: 'cancel' }).click();
    expect(await page.getByTestId('pointed').count()).toBe(0);
    await page.getByRole('button', { name: 'a difference', exact: true }).click();
    await page.keyboard.press('Escape');
    await page.getByText('Drag them on the sheet').waitFor();
    await clickLine(page, 0.7);
    expect(await marks(page).count()).toBe(before);
  });
});

describe('a band of past years', () => {
  it('is one press, one step to undo, and is set in a sentence', async () => {
    const page = await newPage();
    await openDemo(page);
    await showItem(page, 'Passengers by route');
    await page.locator('.sheet [data-part="name:line-1"] text').click();
    await page.getByRole('button', { name: 'band of past years' }).click();
    await expect.poll(() => page.locator('.sheet text').allTextContents()).toContain('mean of 2 years before');
    expect(await marks(page).count()).toBeGreaterThan(0);
    await page.getByText('Fewer years than stated.').waitFor();
    await page.getByRole('tab', { name: 'Levels & notes' }).click();
    await choose(page.getByLabel(/^How wide/), { label: 'the middle half' });
    await page.getByLabel(/^Years of/).fill('3');
    await page.keyboard.press('Enter');
    await expect.poll(() => page.locator('.sheet text').allTextContents()).toContain('mean of 3 years before');
    for (let step = 0; step < 3; step++) await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(() => marks(page).count()).toBe(0);
    expect(await page.locator('.sheet text').allTextContents()).not.toContain('mean of 3 years before');
  });
});

describe('a calendar', () => {
  it('is a table laid on the figure, follows it, and is laid on others in one step', async () => {
    const page = await newPage();
    await openDemo(page);
    await showItem(page, 'Passengers by route');
    await page.getByRole('tab', { name: 'Levels & notes' }).click();
    await choose(page.getByLabel('Add a table to the figure as a calendar'), { label: 'of Works and changes' });
    await expect.poll(() => words(page)).toContain('new timetable');
    await choose(page.getByLabel('What rows of the calendar are named by'), { label: 'nothing' });
    await expect.poll(() => words(page)).toEqual([]);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(() => words(page)).toContain('new timetable');

    await showItem(page, 'Works and changes');
    await page.locator('#cell-1-2').click();
    await page.keyboard.type('winter timetable');
    await page.keyboard.press('Enter');
    await showItem(page, 'Passengers by route');
    await expect.poll(() => words(page)).toContain('winter timetable');

    await choose(page.getByLabel('Add the calendar to other figures'), { label: 'on Fifteen years of traffic, too' });
    await showItem(page, 'Fifteen years of traffic');
    await expect.poll(() => page.locator('.sheet text').allTextContents()).toContain('winter timetable');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(() => marks(page).count()).toBe(0);
  });
});
