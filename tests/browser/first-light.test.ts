import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { textWidth } from '../../src/core/text/measure.ts';
import {
  BASE,
  bringIn,
  choose,
  leftTicks,
  newReport,
  newReportOnDesk,
  received,
  receivedText,
  saved,
  still,
  strip,
} from './browser.ts';
import { figureOf } from './made.ts';
import { newPage } from './pages.ts';

let page: Page;

async function download(name: RegExp): Promise<Buffer> {
  const arriving = page.waitForEvent('download');
  await page.getByRole('button', { name }).click();
  return readFileSync(await (await arriving).path());
}

describe('from a paste to files', () => {
  it('goes paste → figure → tick interval → undo → reload → SVG and PNG', async () => {
    page = await newPage();
    await newReportOnDesk(page);
    await page.evaluate((text) => navigator.clipboard.writeText(text), receivedText('time-of-day.tsv'));
    await page.getByLabel('Paste cells or delimited text').focus();
    await page.keyboard.press('Control+V');
    await page.getByText('8 rows × 3 columns, as understood').waitFor();
    await page.getByText('text, in order').waitFor();
    await page.getByRole('button', { name: 'Make a figure' }).click();
    await page.locator('.sheet svg').waitFor();
    expect(await leftTicks(page)).toEqual(['0', '200', '400', '600', '800']);

    await page.locator('.sheet [data-part="axis:left"]').focus();
    await page.keyboard.press('Enter');
    const interval = page.getByLabel('Tick interval of the left axis');
    await interval.fill('100');
    await interval.press('Enter');
    expect(await leftTicks(page)).toEqual(['0', '100', '200', '300', '400', '500', '600', '700', '800']);
    await page.getByRole('button', { name: 'Undo' }).click();
    expect(await leftTicks(page)).toHaveLength(5);
    await page.getByRole('button', { name: 'Redo' }).click();
    expect(await leftTicks(page)).toHaveLength(9);
    await saved(page);

    await page.reload();
    await page.locator('.sheet svg').waitFor();
    expect(await leftTicks(page)).toHaveLength(9);
    await page.getByRole('button', { name: 'Undo' }).click();
    expect(await leftTicks(page)).toHaveLength(5);
    await page.keyboard.press('Control+Shift+Z');
    expect(await leftTicks(page)).toHaveLength(9);

    await page.getByRole('button', { name: 'Hand off' }).click();
    const svg = (await download(/SVG, text as text/)).toString('utf8');
    expect(svg).toContain('width="160mm" height="84mm"');
    expect(svg.match(/data-value="\d+">\d+<\/text>/g)).toHaveLength(9);
    expect(svg).toContain('@font-face');
    const outlined = (await download(/SVG, text as outlines/)).toString('utf8');
    expect(outlined).not.toContain('<text');
    const png = await download(/PNG, 300 dpi/);
    expect([png.readUInt32BE(16), png.readUInt32BE(20)]).toEqual([1890, 992]);
    expect(png.readUInt32BE(png.indexOf('pHYs') + 4)).toBe(11_811);
  });

  it('shows on the sheet just what the file contains', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    await page.getByRole('button', { name: 'Hand off' }).click();
    const svg = (await download(/SVG, text as text/)).toString('utf8');
    const texts = await page.locator('.sheet text').allTextContents();
    expect([...svg.matchAll(/<text [^>]*>([^<]*)<\/text>/g)].map((found) => found[1])).toEqual(texts);
    const paths = await page.locator('.sheet path').evaluateAll((all) => all.map((path) => path.getAttribute('d')));
    expect([...svg.matchAll(/<path d="([^"]*)"/g)].map((found) => found[1])).toEqual(paths);
  });

  it('lays text out as the browser then sets it', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    await page.evaluate(() => document.fonts.ready);
    const set = await page.locator('.sheet text').evaluateAll((all) =>
      all.map((node) => {
        const text = node as SVGTextElement;
        const weight = text.getAttribute('font-weight');
        return {
          words: text.textContent ?? '',
          weight,
          size: Number(text.getAttribute('font-size')),
          width: text.getComputedTextLength(),
        };
      }),
    );
    expect(set.length).toBeGreaterThan(20);
    // The layout's own measure agrees with the browser's to a fifth of a point.
    for (const { words, weight, size, width } of set)
      expect(Math.abs(textWidth(words, weight === '600' ? 'sans-600' : 'sans-400', size) - width), words).toBeLessThan(
        0.2,
      );
  });
});

describe('setting a figure', () => {
  it('takes words, line name, colour, weight, range, date labels and size, and undoes each', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    const sheet = page.locator('.sheet');
    const pictures: string[] = [];
    // Without the band that marks the chosen line on the screen.
    const picture = () =>
      sheet.locator('svg').evaluate((svg) => svg.outerHTML.replace(/<path [^>]*class="halo"[^>]*><\/path>/g, ''));
    const step = async (name: string, act: () => Promise<void>, shows: () => Promise<unknown>) => {
      pictures.push(await picture());
      await act();
      expect(await shows(), name).toBeTruthy();
      expect((await picture()) !== pictures.at(-1), name).toBe(true);
    };
    const fill = async (label: string, text: string) => {
      await page.getByLabel(label, { exact: true }).fill(text);
      await page.getByLabel(label, { exact: true }).press('Enter');
    };
    const has = (text: string) => sheet.getByText(text, { exact: true }).first().isVisible();

    await step(
      'name',
      () => fill('Name of line Outer isles', 'The outer isles'),
      () => has('The outer isles'),
    );
    await step(
      'colour',
      async () => {
        await page.getByRole('button', { name: /^Stroke of The outer isles/ }).click();
        await page.getByRole('button', { name: 'moss' }).click();
      },
      () => sheet.locator('[data-part="line:line-1"] path[stroke="#74852b"]').count(),
    );
    await step(
      'weight',
      () => fill('Stroke weight of The outer isles, points', '2.5'),
      () => sheet.locator('path[stroke-width="2.5"]').count(),
    );
    await page.keyboard.press('Escape');
    await step(
      'off',
      () => page.getByLabel('Show Harbour shuttle').uncheck(),
      async () => (await sheet.locator('[data-part="line:line-2"]').count()) === 0,
    );
    await step(
      'on',
      () => page.getByLabel('Show Harbour shuttle').check(),
      () => sheet.locator('[data-part="line:line-2"]').count(),
    );
    await step(
      'added',
      async () => {
        await page.getByRole('button', { name: 'A column as a line' }).click();
        await page.getByRole('dialog').getByRole('button', { name: 'cancelled' }).click();
      },
      () => has('Cancelled'),
    );
    await strip(page, 'Words');
    await step(
      'title',
      () => fill('Title', 'Summer peaks'),
      () => has('Summer peaks'),
    );
    await step(
      'subtitle',
      () => fill('Subtitle', 'Passengers a month'),
      () => has('Passengers a month'),
    );
    await strip(page, 'Left axis');
    await step(
      'end',
      async () => {
        await choose(page.getByLabel('Where the left axis ends'), 'given');
        await fill('Last value of the left axis', '120000');
      },
      () => has('120,000'),
    );
    await step(
      'interval',
      () => fill('Tick interval of the left axis', '10000'),
      async () => (await leftTicks(page)).length === 13,
    );
    await strip(page, 'Date axis');
    await step(
      'plan',
      () => page.getByText('Initials over years').click(),
      () => has('J'),
    );
    await strip(page, 'Frame');
    await step(
      'width',
      () => fill('Width in millimetres', '120'),
      () => page.getByText('120 × 84 mm').isVisible(),
    );

    for (const before of pictures.reverse()) {
      // Giving the axis an end took two changes: the choice and the value.
      for (let turn = 0; turn < 2 && (await picture()) !== before; turn++)
        await page.getByRole('button', { name: 'Undo' }).click();
      expect((await picture()) === before, 'undone').toBe(true);
    }
    await saved(page);
    await page.reload();
    await sheet.locator('svg').waitFor();
    expect(await has('Outer isles')).toBe(true);
  });

  it('opens the strip of the part that is clicked, and marks it', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    const opened = () => page.getByRole('tab', { selected: true }).textContent();
    for (const [part, name] of [
      ['title', 'Words'],
      ['axis:across', 'Date axis'],
      ['axis:left', 'Left axis'],
      ['name:line-2', 'Lines'],
    ] as const) {
      await page.locator(`.sheet [data-part="${part}"] text`).first().click();
      expect(await opened()).toBe(name);
    }
    expect(await page.locator('tr[aria-selected="true"] input[type="text"]').first().inputValue()).toBe(
      'Harbour shuttle',
    );
    await page.keyboard.press('j');
    expect(await page.locator('tr[aria-selected="true"] input[type="text"]').first().inputValue()).toBe('Kelda ness');
  });

  it('says in the field what it refuses, and changes nothing', async () => {
    page = await newPage();
    await figureOf(page, 'by-year.csv');
    await strip(page, 'Left axis');
    const ticks = await leftTicks(page);
    const interval = page.getByLabel('Tick interval of the left axis');
    await interval.fill('ten');
    await interval.press('Enter');
    await page.getByText('“ten” is not a number.').waitFor();
    await interval.fill('0');
    await interval.press('Enter');
    await page.getByRole('alert').filter({ hasText: 'above zero' }).first().waitFor();
    expect(await leftTicks(page)).toEqual(ticks);
    await interval.fill('10');
    await interval.press('Enter');
    await page.getByText(/Every 10 would need .* labels and there is room for/).waitFor();
  });

  it('shows whole years, level labels, and nothing outside the window at any width', async () => {
    page = await newPage();
    await figureOf(page, 'by-year.csv');
    for (const [width, height] of [
      [1024, 768],
      [1280, 800],
      [1920, 1080],
    ] as const) {
      await page.setViewportSize({ width, height });
      await still(page, () => page.locator('.sheet').boundingBox());
      expect(await page.locator('.sheet [data-part="axis:across"] text').allTextContents()).toEqual(
        Array.from({ length: 15 }, (_, index) => String(2011 + index)),
      );
      expect(await page.locator('.sheet [transform*="rotate"]').count()).toBe(0);
      expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
      const sheet = await page.locator('.sheet').boundingBox();
      expect(sheet && sheet.x + sheet.width <= width && sheet.y + sheet.height <= height).toBe(true);
    }
  });
});

describe('a workbook', () => {
  it('comes in with its sheets to choose from', async () => {
    page = await newPage();
    await newReport(page);
    await page.getByLabel('Table file').setInputFiles(received('key-figures.xlsx'));
    await page.getByText('22 rows × 4 columns, as understood').waitFor();
    expect(await page.getByLabel('Name of the table').inputValue()).toBe('Skerry Line, monthly key figures');
    await choose(page.getByLabel('Sheet'), 'Piers');
    await page.getByText('22 rows × 4 columns, as understood').waitFor({ state: 'detached' });
    expect(await page.getByLabel('Name of the table').inputValue()).toContain('Piers');
  });

  it('is taken from a paste of an HTML table, too', async () => {
    page = await newPage();
    await newReport(page);
    await page.evaluate(async (html) => {
      const item = new ClipboardItem({ 'text/html': new Blob([html], { type: 'text/html' }) });
      await navigator.clipboard.write([item]);
    }, receivedText('clipboard-table.html'));
    await page.getByLabel('Paste cells or delimited text').focus();
    await page.keyboard.press('Control+V');
    await page.getByText('20 rows × 3 columns, as understood').waitFor();
    await page.getByText('date, weekly').waitFor();
  });
});

describe('a glance at a table', () => {
  it('draws the ticked columns, and a figure is made of them', async () => {
    page = await newPage();
    await newReport(page);
    await bringIn(page, received('sailings-monthly.csv'));
    await page.getByRole('button', { name: 'Keep the table' }).click();
    const names = page.locator('.apexcharts-legend-text');
    await names.first().waitFor();
    expect(await names.allTextContents()).toEqual(['Outer isles', 'Harbour shuttle', 'Kelda ness', 'Sound crossing']);
    for (const title of ['harbour_shuttle', 'kelda_ness', 'sound_crossing'])
      await page.getByLabel(`Choose ${title}`).uncheck();
    await page.getByLabel('Choose cancelled').check();
    await page.getByRole('button', { name: 'Make a figure' }).click();
    await page.locator('.sheet svg').waitFor();
    expect(await page.locator('.sheet [data-part^="name:"]').allTextContents()).toEqual(['Outer isles', 'Cancelled']);
  });
});

describe('bad input', () => {
  it('names the line and stores nothing', async () => {
    page = await newPage();
    await newReport(page);
    for (const [name, message] of [
      ['broken-empty.csv', 'This file is empty'],
      ['broken-binary.csv', 'not text: line 1'],
      ['broken-quote.csv', 'A quote opens on line 2'],
    ] as const) {
      await page.getByLabel('Table file').setInputFiles(received(name));
      await page.getByRole('alert').filter({ hasText: message }).waitFor();
    }
    await page.getByLabel('Table file').setInputFiles(received('broken-ragged.csv'));
    await page.getByText('Line 3 has fewer than 3 cells').waitFor();
    await page.getByText('Line 4 has more than 3 cells').waitFor();
    await page.getByRole('button', { name: 'Bring in another' }).click();
    await page.getByLabel('Table file').setInputFiles(received('broken-header-only.csv'));
    await page.getByText('Line 1 is a header with no rows below it').waitFor();
    expect(await page.getByRole('button', { name: 'Make a figure' }).count()).toBe(0);
    await page.reload();
    await page.getByRole('heading', { name: 'Bring in a table' }).waitFor();
    expect(await page.getByRole('navigation').getByRole('listitem').count()).toBe(0);
  });

  it('takes a dropped file, and refuses one over 50 MB before reading it', async () => {
    page = await newPage();
    await newReport(page);
    const drop = (name: string, text: string, megabytes: number) =>
      page.evaluate(
        ([fileName, content, size]) => {
          const data = new DataTransfer();
          data.items.add(new File([content, new Uint8Array(size * 1024 * 1024)], fileName));
          const field = document.querySelector('textarea');
          field?.dispatchEvent(new DragEvent('drop', { bubbles: true, dataTransfer: data }));
        },
        [name, text, megabytes] as const,
      );
    await drop('big.csv', 'a,b', 51);
    await page
      .getByRole('alert')
      .filter({ hasText: '“big.csv” is 51.0 MB; Rizo takes files of up to 50 MB' })
      .waitFor();
    await drop('dropped-here.csv', receivedText('by-year.csv'), 0);
    await page.getByText('15 rows × 3 columns, as understood').waitFor();
    expect(await page.getByLabel('Name of the table').inputValue()).toBe('Dropped here');
  });

  it('treats a title that is markup as text, in the page and in the file', async () => {
    page = await newPage();
    await figureOf(page, 'by-year.csv');
    await strip(page, 'Words');
    const markup = '<script>window.hit = 1</script><img src=x onerror="window.hit = 1">';
    await page.getByLabel('Title', { exact: true }).fill(markup);
    await page.getByLabel('Title', { exact: true }).press('Enter');
    await page.getByLabel('Title of the report').fill(markup);
    await page.getByLabel('Title of the report').press('Enter');
    await saved(page);
    expect(await page.locator('.sheet [data-part="title"]').textContent()).toContain('window.hit');
    await page.getByRole('button', { name: 'Hand off' }).click();
    const svg = (await download(/SVG, text as text/)).toString('utf8');
    expect(svg).toContain('&lt;script&gt;');
    await page.goto(BASE);
    await page.getByText(markup).first().waitFor();
    expect(await page.evaluate(() => 'hit' in window)).toBe(false);
    const opened = await page.evaluate((text) => {
      const parsed = new DOMParser().parseFromString(text, 'image/svg+xml');
      return {
        error: parsed.querySelector('parsererror') !== null,
        scripts: parsed.querySelectorAll('script, image, foreignObject').length,
      };
    }, svg);
    expect(opened).toEqual({ error: false, scripts: 0 });
  });
});
