import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { nameOfLine } from '../../src/core/figure/resolve.ts';
import type { FigureSpec } from '../../src/core/figure/spec.ts';
import { newReport } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { columnOf, type Table } from '../../src/core/table/column.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { formatPeriod } from '../../src/core/time/format.ts';
import { dressedLine } from '../unit/dressed.ts';
import { situation } from '../unit/situations.ts';
import { dates, months, numbers } from '../unit/tables.ts';
import { receivedText, sheet, still } from './browser.ts';
import { DEMO_FIGURES, demoTable, openDemo, openReport, showItem } from './demo.ts';
import { figureOf } from './made.ts';
import { newPage } from './pages.ts';

let page: Page;
const chart = () => page.getByRole('region', { name: /^Inspect / });
const faces = (name: 'Set' | 'Inspect') => page.getByRole('button', { name, exact: true });
const lines = () => chart().locator('.apexcharts-series path.apexcharts-line').count();

/** Shows a figure, looks at the values under the pointer in two places, and leaves its set face as it was. */
async function looksInto(figure: FigureSpec): Promise<void> {
  const { name } = figure;
  await showItem(page, name);
  await page.getByRole('region', { name: `Figure ${name}` }).waitFor();
  const before = await still(page, sheet(page));
  await faces('Inspect').click();
  await chart().locator('.apexcharts-series path').first().waitFor();
  const drawn = await lines();

  // Under the pointer stands what the table holds for that period.
  const plot = await chart().locator('.apexcharts-grid').boundingBox();
  if (!plot) throw new Error('The chart has a plot.');
  const tip = chart().locator('.apexcharts-tooltip');
  for (const share of [0.2, 0.62]) {
    await page.mouse.move(plot.x + plot.width * share, plot.y + plot.height / 2, { steps: 4 });
    await tip.locator('.apexcharts-tooltip-title').waitFor();
    const said = await tip.evaluate((box) => ({
      place: box.querySelector('.apexcharts-tooltip-title')?.textContent ?? '',
      values: [...box.querySelectorAll('.apexcharts-tooltip-series-group.apexcharts-active')].map((group) => [
        (group.querySelector('.apexcharts-tooltip-text-y-label')?.textContent ?? '').replace(/: ?$/, ''),
        (group.querySelector('.apexcharts-tooltip-text-y-value')?.textContent ?? '').replace(/[^0-9.–-]/g, ''),
      ]),
    }));
    expect(said.values.length).toBeGreaterThan(0);
    const held = heldAt(figure, demoTable(figure), said.place);
    // A line that is not finished is drawn in two series, of which one or both tell a value.
    const told = new Map<string, Set<number>>();
    for (const [series = '', value] of said.values) {
      const line = series.replace(/, unfinished$/, '');
      const known = told.get(line) ?? new Set<number>();
      told.set(line, known);
      if (value !== '–') known.add(Number(value));
    }
    for (const [line, values] of told) {
      const wanted = held.get(line) ?? null;
      expect([line, ...values]).toEqual(wanted === null ? [line] : [line, wanted]);
    }
  }

  const ticks = () => chart().locator('.apexcharts-xaxis-label').allTextContents();
  // Names have no distances between them, so there is nothing to zoom.
  const zooms = columnOf(demoTable(figure), figure.across)?.kind !== 'text';
  expect(await chart().locator('.apexcharts-zoomin-icon').isVisible()).toBe(zooms);
  if (zooms) {
    const whole = await ticks();
    await chart().locator('.apexcharts-zoomin-icon').click();
    await expect.poll(ticks).not.toEqual(whole);
    await chart().locator('.apexcharts-reset-icon').click();
    await expect.poll(ticks).toEqual(whole);
  }
  const entry = chart().locator('.apexcharts-legend-text').first();
  await entry.click();
  await expect.poll(lines).toBeLessThan(drawn);
  await entry.click();
  await expect.poll(lines).toBe(drawn);
  await faces('Set').click();
  await expect.poll(sheet(page)).toBe(before);
}

describe('the Inspect face', () => {
  it('writes names and units as they are, whatever marks are in them, and values with the decimals they have', async () => {
    const evil = `O'Brien & Sons <img src="data:," onerror="window.attacked = 1">`;
    const values = [7, 0, 12, 3, 5, 8];
    const measure = { ...numbers('loads', values, '<b>t</b> & more'), title: 'Loads' };
    const { spec, table } = situation('Names', [dates(months(2024, 1, 6), 'month'), measure]);
    const lines = spec.lines.map((line) => ({ ...line, name: evil }));
    let count = 0;
    const { item, blocks } = packTable(spec.table, table, () => `b${++count}`);
    page = await newPage();
    await openReport(page, { ...newReport('Names', ''), items: [{ ...spec, lines }, item] }, blocks);
    await page.locator('body').click({ position: { x: 700, y: 60 } });
    await page.keyboard.press('i');
    await chart().locator('.apexcharts-series path').first().waitFor();
    const plot = await chart().locator('.apexcharts-grid').boundingBox();
    if (!plot) throw new Error('The chart has a plot.');
    await page.mouse.move(plot.x + plot.width * 0.02, plot.y + plot.height / 2, { steps: 4 });
    const tip = chart().locator('.apexcharts-tooltip');
    await tip.locator('.apexcharts-tooltip-title').waitFor();
    expect(await tip.locator('.apexcharts-tooltip-text-y-label').first().textContent()).toContain(evil);
    expect(await tip.locator('.apexcharts-tooltip-text-y-value').first().textContent()).toBe('7 <b>t</b> & more');
    const legend = chart().locator('.apexcharts-legend-text');
    for (const name of await legend.allTextContents()) expect(name).toBe(evil);
    expect(await chart().locator('img').count()).toBe(0);
    expect(await page.evaluate(() => 'attacked' in window)).toBe(false);
  });

  it('shows values under the pointer, zooms, turns lines off and on, and leaves the set face as it is', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    const before = await still(page, sheet(page));
    await page.locator('body').click({ position: { x: 700, y: 60 } });
    await page.keyboard.press('i');
    await chart().locator('.apexcharts-series path').first().waitFor();
    // The chart draws a line with a gap, or with an unfinished end, in several pieces.
    const drawn = await lines();
    expect(drawn).toBeGreaterThanOrEqual(await chart().locator('.apexcharts-legend-series').count());

    // What the pointer reads is what stands in the table.
    const plot = await chart().locator('.apexcharts-grid').boundingBox();
    if (!plot) throw new Error('The chart has a plot.');
    await page.mouse.move(plot.x + plot.width * 0.4, plot.y + plot.height / 2, { steps: 4 });
    const tip = chart().locator('.apexcharts-tooltip');
    await tip.locator('.apexcharts-tooltip-title').waitFor();
    const said = (await tip.textContent()) ?? '';
    const [, month = '', year = ''] = /([A-Z][a-z]{2}) (20\d\d)/.exec(said) ?? [];
    const number = new Date(`1 ${month} 2000 UTC`).getUTCMonth() + 1;
    const row = receivedText('sailings-monthly.csv')
      .split(/\r?\n/)
      .find((text) => text.startsWith(`${year}-${String(number).padStart(2, '0')}`));
    const first = row?.split(',')[1] ?? 'no row';
    expect(said.replaceAll(',', '')).toContain(first);

    // The reader turns a line off and on again.
    const entry = chart().locator('.apexcharts-legend-text').first();
    await entry.click();
    await expect.poll(lines).toBeLessThan(drawn);
    await entry.click();
    await expect.poll(lines).toBe(drawn);

    // Dragging zooms in.
    const ticks = () => chart().locator('.apexcharts-xaxis-label').allTextContents();
    const whole = await ticks();
    await page.mouse.move(plot.x + plot.width * 0.3, plot.y + plot.height / 2);
    await page.mouse.down();
    await page.mouse.move(plot.x + plot.width * 0.6, plot.y + plot.height / 2, { steps: 6 });
    await page.mouse.up();
    await expect.poll(ticks).not.toEqual(whole);

    await faces('Set').click();
    await expect.poll(sheet(page)).toBe(before);
    await faces('Inspect').focus();
    await page.keyboard.press('Enter');
    await chart().locator('.apexcharts-series path').first().waitFor();
  });

  it('tells the values of each figure of the demo', async () => {
    page = await newPage();
    await openDemo(page);
    for (const figure of DEMO_FIGURES) await looksInto(figure);
  });
});

/** What the cells of a table hold at a place along the axis, by the names of lines or panels; rows of one panel are added up. */
function heldAt(figure: FigureSpec, table: Table, place: string): Map<string, number | null> {
  const across = columnOf(table, figure.across);
  if (!across) throw new Error('Nothing runs across.');
  const write = (cell: unknown) =>
    across.kind === 'date' && typeof cell === 'number'
      ? formatPeriod(cell, across.interval, localeOf('en-GB'))
      : String(cell);
  const rows = across.cells.flatMap((cell, row) => (write(cell) === place ? [row] : []));
  expect(rows.length).toBeGreaterThan(0);
  const held = new Map<string, number | null>();
  const { panels } = figure;
  for (const line of figure.lines) {
    const column = columnOf(table, line.column);
    for (const row of rows) {
      const cell = column?.cells[row];
      const value = typeof cell === 'number' ? cell : null;
      const names = [panels?.by, panels?.down].flatMap((split) =>
        split?.kind === 'category' ? [String(columnOf(table, split.column)?.cells[row] ?? '')] : [],
      );
      const name = panels ? names.join(', ') : nameOfLine(dressedLine(line), column);
      const before = held.get(name);
      held.set(name, before === undefined || before === null || value === null ? value : before + value);
    }
  }
  return held;
}
