import { strToU8, zipSync } from 'fflate';
import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { BOARD_PAPERS } from '../../demo/styles.ts';
import { FIRST_STYLE } from '../../src/core/report/report.ts';
import { styleFile } from '../../src/core/report/style-file.ts';
import { textWidth } from '../../src/core/text/measure.ts';
import { faceId } from '../../src/core/type/faces.ts';
import { type Family, SHIPPED } from '../../src/core/type/families.ts';
import '../../src/formats/shape.ts';
import { openDatabase } from '../../src/server/database.ts';
import { createReport } from '../../src/server/reports.ts';
import { createStyle } from '../../src/server/styles.ts';
import { harbourGrotesk } from '../fonts.ts';
import { audit } from './accessible.ts';
import { BASE, saved, windowScrolls } from './browser.ts';
import { newPage } from './pages.ts';

const demo = demoReport();

/** A house style of its own, with a report that is set by it. */
async function setUp(name: string): Promise<{ style: string; report: string }> {
  const db = openDatabase(process.env['DATABASE_URL'] ?? '');
  const style = await createStyle(db, { ...FIRST_STYLE, name });
  const report = await createReport(db, { ...demo.report, style: { kind: 'house', id: style } }, demo.blocks);
  await db.destroy();
  return { style, report };
}

async function openStyle(page: Page, { style, report }: { style: string; report: string }): Promise<void> {
  await page.goto(`${BASE}/styles/${style}?report=${report}`);
  await page.getByTestId('specimen').locator('svg').first().waitFor();
  expect(await windowScrolls(page)).toBe(0);
}
/** The texts of the specimen, as they are set in the page: widths in points. */
const textsIn = (page: Page) =>
  page
    .getByTestId('specimen')
    .locator('svg text')
    .evaluateAll((all) => {
      // Type sizes are cut to 64ths of a pixel as they are drawn, which a larger copy shows less.
      const widthOf = (text: SVGTextElement) => {
        const large = text.cloneNode(true) as SVGTextElement;
        large.setAttribute('font-size', String(Number(text.getAttribute('font-size')) * 40));
        text.parentNode?.appendChild(large);
        const width = large.getComputedTextLength() / 40;
        large.remove();
        return width;
      };
      return all.map((element) => {
        const text = element as SVGTextElement;
        const { fontFamily, fontWeight, fontStyle } = getComputedStyle(text);
        return {
          text: text.textContent ?? '',
          family: fontFamily,
          weight: Number(fontWeight),
          italic: fontStyle === 'italic',
          size: Number(text.getAttribute('font-size')),
          width: widthOf(text),
        };
      });
    });
const gradeOf = (weight: number) => (weight >= 700 ? 900 : weight >= 600 ? 600 : 400);

const specimen = (page: Page) => page.getByTestId('specimen').innerHTML();
const sheetSvg = (page: Page) => page.locator('.sheet svg').first().innerHTML();

describe('a house style', () => {
  it('is changed in sentences and colours, seen on the specimen at once, and live in a report that is set by it', async () => {
    const made = await setUp('Live');
    const reader = await newPage();
    await reader.goto(`${BASE}/reports/${made.report}`);
    await reader.locator('.sheet svg').waitFor();
    const page = await newPage();
    await openStyle(page, made);
    await page.getByLabel('Size of titles, points').fill('14');
    await page.getByLabel('Size of titles, points').press('Enter');
    await expect.poll(() => specimen(page)).toContain('font-size="14"');
    await saved(page);
    await expect.poll(() => sheetSvg(reader)).toContain('font-size="14"');
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect.poll(() => specimen(page)).not.toContain('font-size="14"');
    await saved(page);
    await expect.poll(() => sheetSvg(reader)).not.toContain('font-size="14"');
    expect(await audit(page)).toEqual([]);

    // Colours: one of the palette, a name with one of its own, and a palette made from one.
    await page.getByLabel('A name with a colour of its own').fill('Sound crossing');
    await page.getByLabel('A name with a colour of its own').press('Enter');
    await page.getByRole('button', { name: /^Colour of Sound crossing/ }).click();
    await page.getByLabel('Colour digits').fill('#0a0b0c');
    await page.getByLabel('Colour digits').press('Enter');
    await expect.poll(() => specimen(page)).toContain('#0a0b0c');
    await page.getByRole('button', { name: 'make all others from it' }).click();
    await expect
      .poll(() => page.getByRole('radiogroup', { name: 'Colours in turn' }).getByRole('radio').count())
      .toBe(6);
    const second = page.getByRole('radiogroup', { name: 'Colours in turn' }).locator('label').nth(1).locator('span');
    await expect
      .poll(() => second.evaluate((element) => getComputedStyle(element).backgroundColor))
      .not.toBe('rgb(194, 129, 26)');
    await page.getByLabel('How the sheet is seen').selectOption('greyscale');
    await expect
      .poll(() => page.getByTestId('specimen').evaluate((element) => getComputedStyle(element).filter))
      .toContain('sight-greyscale');
  });

  it('is made new, from a file, and from a document once it was shown what was found in it; broken ones are refused', async () => {
    const made = await setUp('Files');
    const page = await newPage();
    await openStyle(page, made);
    await page
      .getByLabel('Style file')
      .setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{') });
    await page.getByText(/“x.json” is not a style file/).waitFor();
    const file = Buffer.from(JSON.stringify(styleFile({ ...BOARD_PAPERS, name: 'From a file' })));
    await page.getByLabel('Style file').setInputFiles({ name: 'y.json', mimeType: 'application/json', buffer: file });
    await expect.poll(() => page.getByLabel('Name of the style').inputValue()).toBe('From a file');
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save as a file' }).click();
    expect((await download).suggestedFilename()).toBe('from-a-file.style.json');
    await page.getByRole('button', { name: 'a new one' }).click();
    await expect.poll(() => page.getByLabel('Name of the style').inputValue()).toBe('Untitled style');

    const styles = `<w:styles><w:docDefaults><w:rPrDefault><w:rPr><w:rFonts w:ascii="Inter"/><w:sz w:val="20"/></w:rPr></w:rPrDefault></w:docDefaults></w:styles>`;
    const buffer = Buffer.from(zipSync({ 'word/styles.xml': strToU8(styles) }));
    const input = page.getByLabel('Style file');
    await input.setInputFiles([{ name: 'no.docx', mimeType: 'application/octet-stream', buffer: Buffer.from('no') }]);
    await page.getByText(/“no.docx” cannot be read: it is not a DOCX document/).waitFor();
    await input.setInputFiles([{ name: 'Annual report.docx', mimeType: 'application/octet-stream', buffer }]);
    const proposal = page.getByRole('dialog', { name: 'A style of a document' });
    await proposal.getByText('Inter for text.').waitFor();
    await proposal.getByText('It sets no page size, so no figure sizes follow from it.').waitFor();
    expect(await audit(page)).toEqual([]);
    await proposal.getByRole('button', { name: 'Make this style' }).click();
    await expect.poll(() => page.getByLabel('Name of the style').inputValue()).toBe('Annual report');
    await expect
      .poll(async () => (await textsIn(page)).every(({ family, size }) => /^"?Inter/.test(family) && size <= 10))
      .toBe(true);
  });

  it('is set in any family that ships, as wide as it was measured, and drawn anew as it is drawn at once', async () => {
    const made = await setUp('Faces');
    const page = await newPage();
    await openStyle(page, made);
    const titles = page.getByLabel('Typeface of titles');
    for (const { id, name } of SHIPPED.slice(1) as readonly Family[]) {
      await titles.selectOption(id);
      await page.getByLabel('Typeface of figures').selectOption(id);
      await expect
        .poll(async () =>
          (await textsIn(page)).every(({ family }) => family.startsWith(`"${name}"`) || family.startsWith(name)),
        )
        .toBe(true);
      await saved(page);
      // Faces on their way have come, and all is set anew with them.
      const wrong = async () =>
        (await textsIn(page)).filter(
          ({ text, size, weight, italic, width }) =>
            Math.abs(
              textWidth(text, faceId({ family: id, digits: null, grade: gradeOf(weight), italic }), size) - width,
            ) >= 0.2,
        );
      await expect.poll(wrong, { message: name }).toEqual([]);
    }
    const drawn = await specimen(page);
    await page.reload();
    await page.getByTestId('specimen').locator('svg').first().waitFor();
    await expect.poll(() => specimen(page)).toBe(drawn);
  });

  it('is set in a typeface of one’s own, once its files were read, and says what is wrong with others', async () => {
    const made = await setUp('Own face');
    const name = `Lighthouse ${Date.now()}`;
    // Someone looks at a report of the style meanwhile, in a window that has never heard of the typeface.
    const other = await newPage();
    await other.goto(`${BASE}/reports/${made.report}`);
    await other.locator('.sheet svg').waitFor();
    const page = await newPage();
    await openStyle(page, made);
    const files = page.getByLabel('Files of a typeface');
    const file = (name: string, bytes: Uint8Array) => ({ name, mimeType: 'font/ttf', buffer: Buffer.from(bytes) });
    await files.setInputFiles([file('closed.ttf', harbourGrotesk('Closed Face', 2))]);
    await page.getByText(/^“closed.ttf” states that it may not be embedded/).waitFor();
    await files.setInputFiles([file('lighthouse.ttf', harbourGrotesk(name))]);
    await page.getByRole('button', { name: `Remove ${name}` }).waitFor();
    await expect.poll(async () => (await textsIn(page)).every(({ family }) => /^"?Lighthouse/.test(family))).toBe(true);
    // Wider than the face it took the place of, as its own letters are.
    const franklin = faceId({ family: 'franklin', digits: null, grade: 400, italic: false });
    await expect
      .poll(async () =>
        (await textsIn(page)).filter(
          ({ text, size, width }) => Math.abs(textWidth(text, franklin, size) - width) >= 0.2,
        ),
      )
      .toEqual([]);
    await saved(page);
    await expect.poll(() => sheetSvg(other)).toContain(name);
    await expect
      .poll(() => other.evaluate((of) => [...document.fonts].filter(({ family }) => family.includes(of)).length, name))
      .toBeGreaterThan(0);
    await other.context().close();
    await page.getByRole('button', { name: `Remove ${name}` }).click();
    await page.getByText(`${name} is what “Own face” is set in`).waitFor();
    await page.goto(`${BASE}/reports/${made.report}`);
    await page.locator('.sheet svg').waitFor();
    expect(await sheetSvg(page)).toContain(`'${name}'`);
  });

  it('is laid on a report after its before and after were seen, and what is set by hand is brought back', async () => {
    const made = await setUp('Before');
    const other = await setUp('After');
    const page = await newPage();
    await openStyle(page, other);
    await page.getByLabel('Weight of lines, points').fill('3');
    await page.getByLabel('Weight of lines, points').press('Enter');
    await saved(page);
    await page.goto(`${BASE}/styles/${other.style}?report=${made.report}`);
    await page.getByRole('button', { name: /^Apply to/ }).click();
    await page.getByRole('img', { name: 'Passengers by route after' }).waitFor();
    await page.getByRole('button', { name: 'Apply it' }).click();
    await page.getByRole('link', { name: 'To the report' }).waitFor();
    await page.getByRole('button', { name: 'bring them all back' }).click();
    await page.getByText(/^Nothing in .* departs/).waitFor();
    await page.getByRole('button', { name: 'Undo it' }).click();
    await page.getByRole('button', { name: 'bring them all back' }).click();
    await page.getByText(/^Nothing in .* departs/).waitFor();
    await page.getByRole('link', { name: 'To the report' }).click();
    await page.locator('.sheet svg').waitFor();
    await expect.poll(() => sheetSvg(page)).toContain('stroke-width="3"');
    await page.getByRole('link', { name: 'Style: After' }).waitFor();
  });

  it('shows in the strip of a figure what is set by hand, and the sheet at its true size', async () => {
    const made = await setUp('Strips');
    const page = await newPage();
    await page.goto(`${BASE}/reports/${made.report}`);
    await page.locator('.sheet svg').waitFor();
    const dock = page.getByRole('region', { name: 'Dock' });
    await dock.getByRole('button', { name: /^1 set by hand/ }).click();
    await page.getByRole('button', { name: /^Bring back: The weight of line/ }).click();
    await dock.getByRole('button', { name: /set by hand/ }).waitFor({ state: 'detached' });
    await page.keyboard.press('Control+z');
    await dock.getByRole('button', { name: /^1 set by hand/ }).waitFor();

    // The sheet is at its true size on this screen, once a ruler was held to it.
    await page.getByRole('button', { name: 'true size' }).click();
    const widthOf = async () => (await page.locator('.sheet').boundingBox())?.width ?? 0;
    await expect.poll(widthOf).toBeCloseTo((160 * 96) / 25.4, 0);
    await page.getByRole('button', { name: /by a ruler/ }).click();
    const field = page.getByLabel('Length of the line by a ruler, millimetres');
    await field.fill('0.1');
    await field.press('Enter');
    await page.getByText(/No screen has millimetres like these/).waitFor();
    // The line is shorter than it should be, so that all must be drawn larger.
    await field.fill('80');
    await field.press('Enter');
    await expect.poll(widthOf).toBeCloseTo((160 * 96) / 25.4 / 0.8, 0);
    await page.reload();
    await page.locator('.sheet svg').waitFor();
    await page.getByRole('button', { name: 'true size' }).click();
    await expect.poll(widthOf).toBeCloseTo((160 * 96) / 25.4 / 0.8, 0);
  });
});
