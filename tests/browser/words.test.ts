/** Words that follow the data, and words that are told when the data move on. */
import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { bringIn, choose, newReport, saved, strip } from './browser.ts';
import { newPage } from './pages.ts';

let page: Page;

const LOADS = [40, 42, 45, 44, 48, 52, 57, 55, 50, 47, 45, 46, 44, 47, 49, 50, 53, 58];
const MAIL = [20, 21, 20, 22, 21, 23, 22, 24, 23, 22, 21, 22, 23, 21, 22, 23, 22, 24];
const monthly = (loads: readonly number[], mail: readonly number[]) =>
  [
    'Month,Load (t),Mail (t)',
    ...loads.map((load, index) => {
      const month = String((index % 12) + 1).padStart(2, '0');
      return `${2025 + Math.floor(index / 12)}-${month},${load},${mail[index] ?? 25}`;
    }),
  ].join('\n');
const file = (loads: readonly number[], mail: readonly number[] = MAIL) => ({
  name: 'freight.csv',
  mimeType: 'text/csv',
  buffer: Buffer.from(monthly(loads, mail)),
});

const wordsOf = async (part: string) =>
  (await page.locator(`.sheet [data-part="${part}"] text`).allTextContents()).join(' ').replaceAll('\u00a0', ' ');
const note = (title: string) => page.getByLabel('Proof notes').locator('[data-note]').filter({ hasText: title });
const items = () => page.getByRole('navigation');

async function freight(): Promise<void> {
  page = await newPage();
  await newReport(page);
  await bringIn(page, file(LOADS));
  await page.getByRole('button', { name: 'Make a figure' }).click();
  await page.locator('.sheet svg').waitFor();
  await strip(page, 'Words');
  await page.getByText('The data say:').waitFor();
}

/** Sets the window by the sentence of the date axis. */
async function drawFrom(first: string): Promise<void> {
  await strip(page, 'Date axis');
  await choose(page.getByLabel('Which part is drawn'), 'range');
  const from = page.getByLabel('First that is drawn', { exact: true });
  await from.fill(first);
  await from.press('Enter');
}

/** Types a number into the cell of the load in the last month. */
async function typeLast(load: string): Promise<void> {
  await items().getByRole('button', { name: 'Freight' }).first().click();
  await page.getByRole('grid').focus();
  for (const key of ['Control+End', 'ArrowUp', 'ArrowLeft']) await page.keyboard.press(key);
  await page.keyboard.type(load);
  await page.keyboard.press('Enter');
}
const backToFigure = () => items().getByRole('button', { name: 'Figure 1' }).first().click();

describe('a suggested title', () => {
  it('shows what it rests on, and follows the window, the data and the language', async () => {
    await freight();
    const offered = page.getByRole('button', { name: /^Load rose to 58 t in June 2026, the highest of 18 months$/ });
    await offered.hover();
    await expect.poll(() => page.getByTestId('pointed').count()).toBe(1);
    await page.mouse.move(10, 400);
    await expect.poll(() => page.getByTestId('pointed').count()).toBe(0);
    await offered.click();
    await expect.poll(() => wordsOf('title')).toBe('Load rose to 58 t in June 2026, the highest of 18 months');
    expect(await offered.getAttribute('aria-pressed')).toBe('true');
    expect(await wordsOf('subtitle')).toBe('Jan 2025 to Jun 2026');

    await drawFrom('2025-11');
    await expect.poll(() => wordsOf('subtitle')).toBe('Nov 2025 to Jun 2026');
    // What lies before the window counts for what is the highest.
    expect(await wordsOf('title')).toBe('Load rose to 58 t in June 2026, the highest of 18 months');

    await typeLast('56');
    await backToFigure();
    await expect.poll(() => wordsOf('title')).toBe('Load rose to 56 t in June 2026, the highest since July 2025');
    await choose(page.getByLabel('Language of the report'), 'pl-PL');
    await expect.poll(() => wordsOf('title')).toBe('Load najwyżej od lipca 2025 r.: 56 t w czerwcu 2026 r.');
    await choose(page.getByLabel('Language of the report'), 'de-DE');
    await expect
      .poll(() => wordsOf('title'))
      .toBe('Load im Juni 2026 auf 56 t gestiegen, den höchsten Wert seit Juli 2025');
    expect(await wordsOf('subtitle')).toBe('Nov. 2025 bis Juni 2026');
    await saved(page);
    await page.reload();
    await expect
      .poll(() => wordsOf('title'))
      .toBe('Load im Juni 2026 auf 56 t gestiegen, den höchsten Wert seit Juli 2025');
  });

  it('gives way to the latest value where its fact is gone, says so, and is mended at a press', async () => {
    await freight();
    await page.getByRole('button', { name: /^Load rose to 58 t .* the highest of 18 months/ }).click();
    await typeLast('41');
    await backToFigure();
    await expect.poll(() => wordsOf('title')).toBe('Load stood at 41 t in June 2026');
    const lost = note('The title is no longer true');
    await lost.waitFor();
    await lost
      .getByRole('button', { name: /^Say “Load / })
      .first()
      .click();
    await expect.poll(() => lost.count()).toBe(0);
    expect(await wordsOf('title')).toMatch(/^Load .*June 2026/);
    await page.keyboard.press('Control+z');
    await lost.waitFor();
  });

  it('is taken apart, so that words can be typed between what follows', async () => {
    await freight();
    await page.getByRole('button', { name: /^Load rose to 58 t .* the highest of 18 months/ }).click();
    const title = page.getByRole('textbox', { name: 'Title', exact: true });
    await title.click();
    await page.keyboard.press('Control+End');
    await page.getByRole('button', { name: 'take the sentence apart' }).click();
    await page.keyboard.press('Control+End');
    await page.keyboard.type(', they say');
    await page.keyboard.press('Enter');
    await expect
      .poll(() => wordsOf('title'))
      .toBe('Load rose to 58 t in June 2026, the highest of 18 months, they say');
    await typeLast('61');
    await backToFigure();
    await expect.poll(() => wordsOf('title')).toMatch(/to 61( t)? in June 2026, .*, they say$/);
  });
});

describe('a word that follows the data', () => {
  it('tells a change since a period that is typed', async () => {
    await freight();
    const title = page.getByRole('textbox', { name: 'Title', exact: true });
    await title.fill('');
    await page.getByText('a word that follows the data').click();
    const since = page.getByLabel('Period since which the change is told');
    await since.fill('soon');
    expect(await since.getAttribute('aria-invalid')).toBe('true');
    await since.fill('May 2025');
    await since.press('Enter');
    await title.press('Enter');
    await expect.poll(() => wordsOf('title')).toBe('Load rose 21% from May 2025, to 58 t in June 2026');
    await typeLast('48');
    await backToFigure();
    await expect.poll(() => wordsOf('title')).toBe('Load stood at 48 t in June 2026, the same as in May 2025');
  });
});

describe('words by hand', () => {
  it('are asked for when the data end later or a number in them has changed', async () => {
    await freight();
    const title = page.getByRole('textbox', { name: 'Title', exact: true });
    await title.fill('Loads reached 58 tonnes');
    await title.press('Enter');
    await saved(page);
    await expect.poll(() => note('Read the title again').count()).toBe(0);
    await typeLast('63');
    await backToFigure();
    const stale = note('Read the title again');
    await stale.waitFor();
    expect(await stale.textContent()).toContain('58 is now 63');
    await stale.getByRole('button', { name: 'They still hold' }).click();
    await expect.poll(() => stale.count()).toBe(0);
    expect(await wordsOf('title')).toBe('Loads reached 58 tonnes');

    // One more month.
    await items().getByRole('button', { name: 'Freight' }).first().click();
    await page.getByRole('grid').focus();
    for (const key of ['Control+End', 'Home']) await page.keyboard.press(key);
    await page.keyboard.type('2026-07');
    await page.keyboard.press('Tab');
    await page.keyboard.type('66');
    await page.keyboard.press('Enter');
    await backToFigure();
    await stale.waitFor();
    expect(await stale.textContent()).toMatch(
      /the data ended in Jun 2026 when they were written and now end in Jul 2026/i,
    );
    await stale
      .getByRole('button', { name: /^Say “Load rose to 66 t in July 2026, the highest of 19 months”$/ })
      .click();
    await expect.poll(() => wordsOf('title')).toBe('Load rose to 66 t in July 2026, the highest of 19 months');
    await expect.poll(() => stale.count()).toBe(0);
  });
});

describe('a statement that is typed', () => {
  it('is told of when it is no longer true, with what is true today; labels and counts of other things never are', async () => {
    await freight();
    const put = async (part: string, words: string) => {
      const field = page.getByRole('textbox', { name: part, exact: true });
      await field.fill(words);
      await field.press('Enter');
    };
    await put('Title', 'Load up 12% on a year earlier');
    await put('Subtitle', 'Freight on 24 routes, by month');
    await saved(page);
    const stale = page.getByLabel('Proof notes').locator('[data-note]').filter({ hasText: 'again' });
    expect(await stale.count()).toBe(0);
    await typeLast('50');
    await backToFigure();
    await stale.waitFor();
    const today = 'Load fell 3.8% on the year, to 50 t in June 2026';
    expect((await stale.textContent())?.replaceAll('\u00a0', ' ')).toContain(
      `“Load up 12% on a year earlier” is no longer true: now it is “${today}”.`,
    );
    expect(await stale.count()).toBe(1);
    // What is said today is offered first, and follows the data.
    await stale
      .getByRole('button', { name: /^Say “/ })
      .first()
      .click();
    await expect.poll(() => wordsOf('title')).toBe(today);
    await expect.poll(() => stale.count()).toBe(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await stale.waitFor();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(() => stale.count()).toBe(0);

    // A label says nothing when another month comes, and when values in it change.
    await put('Title', 'Load and mail by month');
    await saved(page);
    await items().getByRole('button', { name: 'Freight' }).first().click();
    await page.getByRole('grid').focus();
    for (const key of ['Control+End', 'Home']) await page.keyboard.press(key);
    for (const text of ['2026-07', '66', '30']) {
      await page.keyboard.type(text);
      await page.keyboard.press('Tab');
    }
    await saved(page);
    await backToFigure();
    await page
      .getByRole('button', { name: /July 2026$/ })
      .first()
      .waitFor();
    expect(await stale.count()).toBe(0);
  });

  it('is told of where it is in another language than the report', async () => {
    await freight();
    const title = page.getByRole('textbox', { name: 'Title', exact: true });
    await title.fill('Die Fracht ist seit dem Sommer gestiegen');
    await title.press('Enter');
    await note('The title is in German').waitFor();
    await choose(page.getByLabel('Language of the report'), 'de-DE');
    await expect.poll(() => note('The title is in German').count()).toBe(0);
  });
});

describe('an unfinished last period', () => {
  it('is asked for once where it plainly is one, left out of what is said, and right with a newer extract', async () => {
    page = await newPage();
    await newReport(page);
    const years = [...LOADS.slice(0, 12), ...LOADS.slice(0, 12), ...LOADS.slice(0, 6)];
    const mails = [...MAIL, ...MAIL].slice(0, years.length);
    await page.getByLabel('Table file').setInputFiles(file([...years, 9], [...mails, 4]));
    await page.getByText(/is Jul 2027 unfinished\? Load is 9 there, against 57 or more in the same month/).waitFor();
    expect(await page.getByRole('button', { name: 'Keep the table' }).isDisabled()).toBe(true);
    await page.getByRole('button', { name: 'It is unfinished' }).click();
    await page.getByRole('button', { name: 'Make a figure' }).click();
    await page.locator('.sheet svg').waitFor();
    await strip(page, 'Words');
    await page.getByText('Load: left out from July 2027 on, where it is unfinished.', { exact: true }).waitFor();
    expect(await page.getByRole('button', { name: /^Load .*July 2027/ }).count()).toBe(0);
    await saved(page);

    await items().getByRole('button', { name: 'Freight' }).first().click();
    await page.getByRole('button', { name: 'Newer extract' }).click();
    await page.getByLabel('Table file').setInputFiles(file([...years, 59, 8], [...mails, 25, 3]));
    await page.getByText(/is Aug 2027 unfinished\?/).waitFor();
    await page.getByRole('button', { name: 'It is unfinished' }).click();
    await page.getByRole('button', { name: 'Use the newer data' }).click();
    await backToFigure();
    await strip(page, 'Words');
    await page.getByText('Load: left out from August 2027 on, where it is unfinished.', { exact: true }).waitFor();
    await page
      .getByRole('button', { name: /^Load .*to 59 t in July 2027/ })
      .first()
      .waitFor();
  });
});

describe('what a column measures', () => {
  it('is said at its head, is kept, and decides what may be added up', async () => {
    page = await newPage();
    await newReport(page);
    const staff = [100, 80, 120, 90, 110, 85, 95, 105, 88, 99, 101, 97, 130, 110, 150, 120, 140, 112];
    const rows = staff.map(
      (count, at) => `${2025 + Math.floor(at / 12)}-${String((at % 12) + 1).padStart(2, '0')},${count}`,
    );
    const text = ['Month,Employees', ...rows].join('\n');
    await bringIn(page, { name: 'staff.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
    await page.getByRole('button', { name: 'Keep the table' }).click();
    const card = () => page.getByRole('button', { name: 'Set column Employees' }).click();
    const word = page.getByLabel('What the column measures');
    await card();
    expect(await word.locator('option:checked').textContent()).toBe('a stock, as it seems');
    await page.getByText('its parts add up, its periods do not').waitFor();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Make a figure' }).click();
    await page.locator('.sheet svg').waitFor();
    const description = async () => {
      await strip(page, 'Words');
      return page.getByLabel('Description for readers who do not see the figure').inputValue();
    };
    expect(await description()).not.toMatch(/in the first 6 months/);
    const table = () => items().getByRole('button', { name: 'Staff' }).first().click();
    await table();
    await card();
    await choose(word, 'flow');
    await page.getByText('its periods and its parts add up').waitFor();
    await saved(page);
    await page.reload();
    await table();
    await card();
    await expect.poll(() => word.inputValue()).toBe('flow');
    await page.keyboard.press('Escape');
    await backToFigure();
    await expect.poll(description).toMatch(/762 in the first 6 months of 2026, up 30%/);
  });
});

describe('the year in which records begin', () => {
  it('is said at the head of the dates, is named by the words where lines go back so far, and comes and goes with undo', async () => {
    await freight();
    const offered = (text: string) => page.getByRole('button', { name: `Load rose to 58 t in June 2026, ${text}` });
    await offered('the highest of 18 months').waitFor();
    const card = async () => {
      await items().getByRole('button', { name: 'Freight' }).first().click();
      await page.getByRole('button', { name: 'Set column Month' }).click();
    };
    const year = page.getByLabel('Year in which records begin');
    const say = async (text: string) => {
      await card();
      await year.fill(text);
      await year.press('Enter');
    };
    await say('19.94');
    await page.getByText('“19.94” is not a year; give one such as 1994, or leave it empty.').waitFor();
    await year.fill('2025');
    await year.press('Enter');
    await page.getByText('Facts call a value the highest since 2025').waitFor();
    await page.keyboard.press('Escape');
    await backToFigure();
    await offered('the highest since records began in 2025').click();
    await expect.poll(() => wordsOf('title')).toContain('the highest since records began in 2025');
    await saved(page);
    await page.reload();
    await expect.poll(() => wordsOf('title')).toContain('the highest since records began in 2025');
    // The table does not go back to 1994, so nothing in it is a record.
    await say('1994');
    await page.keyboard.press('Escape');
    await backToFigure();
    await expect.poll(() => wordsOf('title')).toContain('the highest of 18 months');
    await page.keyboard.press('Control+z');
    await expect.poll(() => wordsOf('title')).toContain('the highest since records began in 2025');
    await card();
    await expect.poll(() => year.inputValue()).toBe('2025');
  });
});
