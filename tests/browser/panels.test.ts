import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { audit } from './accessible.ts';
import { choose, newReport, received, saved, sheet, still, strip } from './browser.ts';
import { openDemo, showItem } from './demo.ts';
import { newPage } from './pages.ts';

let page: Page;

const panels = () => page.locator('.sheet [data-part^="panel:"]');
/** What each panel is called aloud, in reading order. */
const named = () =>
  panels().evaluateAll((all) => all.map((panel) => panel.getAttribute('aria-label')?.replace('Panel ', '') ?? ''));
const coloursOf = (line = 'line-1') =>
  page
    .locator(`.sheet [data-part="line:${line}"] > path[stroke]:not(.halo)`)
    .evaluateAll((all) => [...new Set(all.map((path) => path.getAttribute('stroke')))]);

/** How many left axes have numbers. */
const numbered = () =>
  page
    .locator('.sheet [data-part="axis:left"]')
    .evaluateAll((all) => all.filter((axis) => axis.querySelector('text[data-value]')).length);

/** Brings the long table in; two actions more make a figure in panels of it. */
async function splitLongTable() {
  await newReport(page);
  await page.getByLabel('Table file').setInputFiles(received('piers-long-form.csv'));
  await page.getByRole('button', { name: 'Make a figure' }).click();
  await page.getByRole('button', { name: 'Split it into panels' }).click();
  await panels().first().waitFor();
  await saved(page);
}

describe('panels', () => {
  it('are made of a long table in two actions, accented, put in order and handed off', async () => {
    page = await newPage();
    await splitLongTable();
    expect(await panels().count()).toBe(12);
    expect((await named())[0]).toBe('Northgate, catamaran');
    // Axes that are shared are drawn once: numbers at the first column, dates below the last row.
    expect(await page.locator('.sheet [data-part="axis:across"]').count()).toBe(4);

    await strip(page, 'Panels');
    const chip = page.getByRole('button', { name: 'Stromay', exact: true });
    await chip.click();
    expect(await chip.getAttribute('aria-pressed')).toBe('true');
    expect(await coloursOf()).toEqual(expect.arrayContaining(['#8b8391', '#5b3a63']));
    await choose(page.getByLabel('What runs from top to bottom'), 'nothing');
    await expect.poll(() => panels().count()).toBe(4);
    await choose(page.getByLabel('Order of the panels'), { label: 'by their change from first to last' });
    const falling = await named();
    await choose(page.getByLabel('Direction of the order'), { label: 'the lowest first' });
    await expect.poll(named).toEqual([...falling].reverse());

    await saved(page);
    await page.getByRole('button', { name: 'Hand off' }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: /^SVG, text as text/ }).click(),
    ]);
    const file = readFileSync(await download.path(), 'utf8');
    const d = (svg: string) => [...svg.matchAll(/ d="([^"]+)"/g)].map(([, path]) => path);
    // The sheet is drawn beside the page, and may come after the file.
    await expect.poll(async () => d(await sheet(page)())).toEqual(d(file));
    for (const name of falling) expect(file).toContain(`>${name}</text>`);

    // All of it can be taken back, and lives through a reload.
    await page.getByRole('button', { name: 'Close hand off' }).click();
    await page.reload();
    await panels().first().waitFor();
    expect(await named()).toEqual([...falling].reverse());
    for (let turn = 0; turn < 4; turn++) await page.keyboard.press('Control+z');
    await expect.poll(() => panels().count()).toBe(12);
    expect(await coloursOf()).toEqual(['#5b3a63']);
  });

  it('are chosen, accented and looked into by keys alone', async () => {
    page = await newPage();
    await openDemo(page);
    await showItem(page, 'Passengers at each pier');
    await panels().first().focus();
    await page.keyboard.press('Enter');
    expect(await page.getByRole('tab', { name: 'Panels' }).getAttribute('aria-selected')).toBe('true');
    const chosen = () => page.getByText(/ is chosen\./).textContent();
    expect(await chosen()).toMatch(/^Northgate is chosen/);
    await page.keyboard.press('j');
    expect(await chosen()).toMatch(/^Old Quay is chosen/);
    await page.keyboard.press('k');
    await page.keyboard.press('k');
    expect(await chosen()).toMatch(/^Outer Skerry is chosen/);
    await page.keyboard.press('a');
    await expect
      .poll(() => page.getByRole('button', { name: 'Outer Skerry', exact: true }).getAttribute('aria-pressed'))
      .toBe('true');
    await page.keyboard.press('a');

    // Inspect opens on the chosen panel, goes on to the next, and back to the same sheet.
    const before = await still(page, sheet(page));
    await page.keyboard.press('i');
    const chart = page.getByRole('region', { name: /^Inspect / });
    await chart.locator('.apexcharts-series path').first().waitFor();
    const looked = chart.getByLabel('Panel shown');
    const said = () => looked.evaluate((select) => (select as HTMLSelectElement).selectedOptions[0]?.textContent);
    expect(await said()).toBe('Outer Skerry');
    await page.keyboard.press('j');
    await expect.poll(said).toBe('Northgate');
    await page.keyboard.press('i');
    await page.locator('.sheet svg').waitFor();
    await page.keyboard.press('k');
    await expect.poll(chosen).toMatch(/^Outer Skerry/);
    await expect.poll(sheet(page)).toBe(before);

    // Every word of the strip is reached with the Tab key.
    await page.getByRole('tab', { name: 'Panels' }).focus();
    const reached = new Set<string>();
    for (let turn = 0; turn < 24; turn++) {
      await page.keyboard.press('Tab');
      reached.add(
        await page.evaluate(() => {
          const now = document.activeElement;
          // Words to choose from are named together.
          const group = now?.closest('[role="radiogroup"]');
          return (group ?? now)?.getAttribute('aria-label') ?? now?.textContent ?? '';
        }),
      );
    }
    for (const label of [
      'What there is a panel for',
      'What runs from top to bottom',
      'Panels in a row',
      'Order of the panels',
      'What shares a scale',
      'Colours of the panels',
      'Kelda',
    ])
      expect([...reached]).toContain(label);
  });

  it('are left out by a key or a click, and brought back', async () => {
    page = await newPage();
    await openDemo(page);
    await showItem(page, 'Piers and vessels');
    await panels().first().waitFor();
    const all = await named();
    await page.locator('.sheet [data-part="panel:Ness/Ro-ro"]').focus();
    await page.keyboard.press('Delete');
    await expect.poll(named).toEqual(all.filter((name) => !name.startsWith('Ness')));
    await page.locator('.sheet [data-part="panel:Kelda/Catamaran"]').click();
    await page.getByRole('button', { name: 'Leave out Catamaran', exact: true }).click();
    await expect.poll(named).toEqual(all.filter((name) => !/^Ness|Catamaran$/.test(name)));
    await page.getByRole('button', { name: 'Bring back Ness' }).click();
    await page.getByRole('button', { name: 'Bring back Catamaran' }).click();
    await expect.poll(named).toEqual(all);
  });

  it('make a panel for each line, refuse what makes no sense, and become one plot again', async () => {
    page = await newPage();
    await openDemo(page);
    const whole = await still(page, sheet(page));
    await strip(page, 'Panels');
    await page.getByRole('button', { name: 'line', exact: true }).click();
    await expect.poll(() => panels().count()).toBe(4);
    expect(await named()).toContain('Kelda–Ness');
    await page.getByLabel('Panels in a row').fill('4');
    await page.keyboard.press('Enter');
    await expect.poll(numbered).toBe(1);
    await page.getByLabel('Panels in a row').fill('0');
    await page.keyboard.press('Enter');
    expect(await page.getByRole('alert').first().textContent()).toContain('at least one panel');
    await page.keyboard.press('Escape');
    await choose(page.getByLabel('What shares a scale'), { label: 'a scale for each panel' });
    await expect.poll(numbered).toBe(4);
    await expect.poll(() => page.getByText('Heights cannot be compared').count()).toBe(1);
    await page.getByRole('button', { name: 'One scale for all panels' }).click();
    await expect.poll(numbered).toBe(1);
    await page.getByRole('button', { name: 'One plot for all again' }).click();
    await expect.poll(() => panels().count()).toBe(0);
    await strip(page, 'Frame');
    await page.getByLabel('Height in millimetres').fill('84');
    await page.keyboard.press('Enter');
    await strip(page, 'Panels');
    await expect.poll(sheet(page)).toBe(whole);
  });

  it('move a level, a value and a note in their own panel', async () => {
    page = await newPage();
    await openDemo(page);
    await showItem(page, 'Passengers at each pier');
    await page.locator('.sheet [data-part="panel:Kelda"]').click();
    await strip(page, 'Levels & notes');
    await page.locator('.sheet [data-part="panel:Kelda"]').click();
    await strip(page, 'Levels & notes');
    await page.getByRole('button', { name: 'a note', exact: true }).click();
    await page.locator('.sheet text').filter({ hasText: 'What happened here' }).waitFor();
    await choose(page.getByLabel('Panel of the note'), { label: 'Ness' });
    const home = () =>
      page
        .locator('.sheet text')
        .filter({ hasText: 'What happened here' })
        .evaluate((text) => text.closest('[data-of]')?.getAttribute('data-of'));
    await expect.poll(home).toBe('panel Ness');

    const value = page.locator('.sheet [data-part^="value:line-1:Kelda:"]').first();
    const place = () => value.locator('text').evaluate((text) => [text.getAttribute('x'), text.getAttribute('y')]);
    const before = await place();
    const others = () =>
      page
        .locator('.sheet [data-part^="value:line-1:Ness:"] text')
        .evaluateAll((all) => all.map((text) => text.getAttribute('x')));
    const stay = await others();
    await value.focus();
    await page.keyboard.press('Shift+ArrowLeft');
    await expect.poll(place).not.toEqual(before);
    expect(await others()).toEqual(stay);
  });
});

describe('an audit by axe', () => {
  it('finds nothing wrong with panels, their strip and the Inspect face', async () => {
    page = await newPage();
    await openDemo(page);
    await showItem(page, 'Passengers at each pier');
    await panels().nth(3).click();
    expect(await audit(page)).toEqual([]);
    await page.keyboard.press('i');
    await page.locator('.apexcharts-series path').first().waitFor();
    expect(await audit(page)).toEqual([]);
    await page.keyboard.press('i');
    await showItem(page, 'Piers and vessels');
    await panels().first().waitFor();
    expect(await audit(page)).toEqual([]);
  });
});
