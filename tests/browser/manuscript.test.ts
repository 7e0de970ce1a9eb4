/** The manuscript in the browser: written, placed, followed by its pages, by two at once, and handed off. */
import { readFile } from 'node:fs/promises';
import type { Locator, Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { audit } from './accessible.ts';
import { saved, still, windowScrolls } from './browser.ts';
import { openDemo } from './demo.ts';
import { expectTrouble, newPage } from './pages.ts';

const galley = (page: Page) => page.getByRole('textbox', { name: 'Manuscript' });
const tab = (page: Page, name: string) => page.getByRole('tab', { name }).click();
const pageText = (page: Page) => page.locator('[data-page]').count();

/** The demo report at its manuscript, once its pages are there. */
async function openManuscript(width?: number): Promise<Page> {
  const page = await newPage(width);
  await openDemo(page);
  await page
    .getByRole('navigation')
    .getByRole('button', { name: /^Manuscript/ })
    .click();
  await page.locator('[data-page="1"] img').waitFor();
  return page;
}

interface StoredBlock {
  id: string;
  type: string;
  role?: string;
  things?: string[];
  width?: unknown;
  words?: { kind: string; text?: string }[];
  caption?: { kind: string; text?: string }[] | null;
  place: string;
}
/** Waits until the pages show all that was written. */
const pagesSet = async (page: Page) => {
  await saved(page);
  await page.locator('[aria-busy="false"]:has([data-page])').waitFor();
};

/** The stored blocks in their order. */
async function storedBlocks(page: Page): Promise<StoredBlock[]> {
  await saved(page);
  const id = /reports\/([^#?]+)/.exec(page.url())?.[1] ?? '';
  const { report } = await (await page.request.get(new URL(`/api/reports/${id}`, page.url()).href)).json();
  const blocks = Object.values(report.manuscript.blocks) as StoredBlock[];
  return blocks.sort((a, b) => (a.place < b.place ? -1 : 1));
}
const textOf = ({ words = [] }: StoredBlock) => words.map(({ kind, text }) => text ?? `‹${kind}›`).join('');

/** Puts the caret behind the last letter of a paragraph, also where it is set in several lines. */
async function caretBehind(paragraph: Locator): Promise<void> {
  // What is still coming above it moves it, and then the click meets something else.
  const isThere = async () => {
    const box = (await paragraph.boundingBox()) as NonNullable<Awaited<ReturnType<Locator['boundingBox']>>>;
    await paragraph.click({ position: { x: box.width - 3, y: box.height - 6 } });
    return paragraph.evaluate((element) => {
      const { focusNode } = getSelection() ?? {};
      return (
        element.contains(focusNode ?? null) && element.closest('[contenteditable="true"]') === document.activeElement
      );
    });
  };
  await expect.poll(isThere).toBe(true);
  await paragraph.page().keyboard.press('End');
}

/** Puts the caret behind the first heading, in a paragraph of its own. */
async function newParagraph(page: Page): Promise<void> {
  await caretBehind(galley(page).locator('h1').first());
  await page.keyboard.press('Enter');
}

describe('the manuscript', () => {
  it('is written with numbers that follow, seen on its pages, and taken back like all else', async () => {
    const page = await openManuscript();
    expect(await windowScrolls(page)).toBe(0);
    const before = await storedBlocks(page);
    await newParagraph(page);
    await page.keyboard.type('The shuttle carried {');
    await page.getByRole('searchbox', { name: 'Find a number' }).fill('shuttle jul 2025');
    await page.getByRole('list', { name: 'What was found' }).getByRole('button').first().waitFor();
    // Whoever types on at once need not wait for the next picture of the page, however late that comes.
    await page.evaluate(() => {
      const { requestAnimationFrame } = window;
      window.requestAnimationFrame = (work) => window.setTimeout(() => requestAnimationFrame(work), 1000);
    });
    await page.keyboard.press('Enter');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.type(' in "July".');
    await expect
      .poll(async () => textOf((await storedBlocks(page))[1] as StoredBlock))
      .toBe('The shuttle carried ‹value› in “July”.');
    expect(await galley(page).locator('p').first().textContent()).toBe(
      'The shuttle carried 51.5\u00a0thousands in “July”.',
    );
    // A number is changed as a sentence.
    await galley(page).locator('p').first().locator('.field-run').click();
    await page.getByText('without its unit.').click();
    await expect
      .poll(() => galley(page).locator('p').first().textContent())
      .toBe('The shuttle carried 51.5 in “July”.');
    await saved(page);
    for (let step = 0; step < 8 && (await storedBlocks(page)).length > before.length; step++) {
      await galley(page).locator('h1').first().click();
      await page.keyboard.press('Control+z');
      await saved(page);
    }
    expect(await storedBlocks(page)).toEqual(before);
  });

  it('takes what is typed with signs as what it says, and pasted documents without their looks', async () => {
    const page = await openManuscript();
    // A browser tells each handler in what is pasted that it does not run.
    expectTrouble(/Executing inline event handler violates/);
    await newParagraph(page);
    await page.keyboard.type('## Second level');
    await page.keyboard.press('Enter');
    await page.keyboard.type('- one');
    await page.keyboard.press('Enter');
    await page.keyboard.type('two');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Enter');
    await page.keyboard.type('> said');
    await expect
      .poll(async () => (await storedBlocks(page)).slice(1, 5).map((block) => `${block.role} ${textOf(block)}`))
      .toEqual(['heading Second level', 'item one', 'item two', 'paragraph said']);
    await page.keyboard.press('Enter');
    await page.keyboard.press('Enter');
    const html =
      '<h2 style="color:red" onclick="alert(1)">Pasted</h2><p>with <b>bold</b> and <a href="javascript:alert(1)">no link</a></p><ul><li>a<ol><li>b</li></ol></li></ul><img src="x"><script>alert(1)</script><table><tr><td>1</td></tr></table>';
    await page.evaluate((given) => {
      const data = new DataTransfer();
      data.setData('text/html', given);
      document
        .querySelector('.galley')
        ?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
    }, html);
    await page.getByText('1 picture and 1 table were left out').waitFor();
    await expect
      .poll(async () => (await storedBlocks(page)).map((block) => `${block.role ?? ''} ${textOf(block)}`).join('; '))
      .toMatch(/heading Pasted; paragraph with bold and no link; item a; number b/);
    const stored = await storedBlocks(page);
    expect(JSON.stringify(stored)).not.toMatch(/alert|color|javascript/);
    expect(stored.flatMap(({ words = [] }) => words)).toContainEqual({ kind: 'text', text: 'bold', bold: true });
  });

  it('takes a copy of all that is in it, what was cut from one place, and its own page, with nothing lost on the way', async () => {
    const page = await openManuscript();
    // Without what names them and where they stand; the order of their fields is the database's and says nothing.
    const bare = (blocks: StoredBlock[]) =>
      blocks.map(({ id: _id, place: _place, words, ...rest }) => ({
        ...rest,
        ...(words && { words: words.map(({ id: _own, ...run }: { kind: string; id?: string }) => run) }),
      }));
    const before = bare(await storedBlocks(page));
    await galley(page).locator('p').last().click();
    await page.keyboard.press('Control+End');
    await page.keyboard.press('Enter');
    const count = (await storedBlocks(page)).length;
    await page.keyboard.press('Control+a');
    await page.keyboard.press('Control+c');
    await page.keyboard.press('Control+End');
    await page.keyboard.press('Control+v');
    await expect.poll(async () => (await storedBlocks(page)).length).toBeGreaterThan(count + 10);
    const twice = bare(await storedBlocks(page));
    expect(twice.slice(0, before.length)).toEqual(before);
    expect(twice.slice(-before.length)).toEqual(before);
    await page.keyboard.press('Control+z');
    await expect.poll(async () => (await storedBlocks(page)).length).toBe(count);
    // A figure that is cut stands where it is pasted, and is the same one.
    const figures = async () => (await storedBlocks(page)).filter(({ type }) => type === 'figure').length;
    const all = await figures();
    await galley(page).locator('[data-node-view-wrapper] p').first().click();
    await page.keyboard.press('Control+x');
    await expect.poll(figures).toBe(all - 1);
    await galley(page).locator('> p').last().click();
    await page.keyboard.press('Control+End');
    await page.keyboard.press('Control+v');
    await expect.poll(figures).toBe(all);
    expect(bare(await storedBlocks(page))).toEqual(expect.arrayContaining(before));

    // Its own page, pasted, is read back as the same text.
    const id = /reports\/([^#?]+)/.exec(page.url())?.[1] ?? '';
    const wish = 'as=html&inspect=no&numbers=no';
    const html = await (
      await page.request.get(new URL(`/api/reports/${id}/manuscript/file?${wish}`, page.url()).href)
    ).text();
    const said = async () =>
      galley(page).evaluate((element) =>
        [...element.querySelectorAll(':scope > [data-role]')].map(
          (block) =>
            `${block.getAttribute('data-role')} ${block.getAttribute('data-level')} ${block.getAttribute('data-frame')} ${[
              ...block.childNodes,
            ]
              .map((node) =>
                node instanceof Element && node.classList.contains('align-super') ? '' : node.textContent,
              )
              .join('')
              .replace(/\s+/g, '')}`,
        ),
      );
    const lines = await said();
    await galley(page).locator('p').last().click();
    await page.keyboard.press('Control+End');
    await page.keyboard.press('Enter');
    await page.evaluate((text) => {
      const data = new DataTransfer();
      data.setData('text/html', text);
      document
        .querySelector('.galley')
        ?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
    }, html);
    await expect.poll(async () => (await said()).length).toBeGreaterThan(lines.length * 1.8);
    const pasted = (await said()).slice(lines.length);
    // Pictures, captions, contents and tables are not of the text; all else is there in its order.
    expect(lines.filter((line) => !pasted.includes(line))).toEqual([]);
  });

  it('keeps the words of two who write in one paragraph at once', async () => {
    const one = await openManuscript();
    const two = await one.context().newPage();
    await two.goto(one.url());
    await two.locator('[data-page="1"] img').waitFor();
    const quote = (page: Page) => galley(page).locator('p', { hasText: 'The numbers bear this out' });
    await quote(one).click({ position: { x: 4, y: 8 } });
    await one.keyboard.press('Home');
    await caretBehind(quote(two));
    await Promise.all([
      one.keyboard.type('One says: ', { delay: 40 }),
      two.keyboard.type(' Two agrees.', { delay: 40 }),
    ]);
    const both = 'One says: The numbers bear this out, for all sailings of the season. Two agrees.';
    for (const page of [one, two])
      await expect.poll(() => galley(page).locator('p', { hasText: 'bear this out' }).textContent()).toBe(both);
    // Where each was writing, each goes on.
    await one.keyboard.type('a');
    await expect
      .poll(() => galley(two).locator('p', { hasText: 'bear this out' }).textContent())
      .toBe(both.replace('says: ', 'says: a'));
    // Each takes back what is their own.
    await two.keyboard.press('Control+z');
    await expect
      .poll(() => galley(one).locator('p', { hasText: 'bear this out' }).textContent())
      .not.toContain('agrees');
    expect(await galley(one).locator('p', { hasText: 'bear this out' }).textContent()).toContain('One says: a');
  });

  it('has figures placed, beside each other, of any width, taken out, and opened from the page', async () => {
    const page = await openManuscript();
    const list = page.getByRole('navigation', { name: 'In this report' });
    await list.getByText('not placed in the text').first().waitFor();
    await newParagraph(page);
    await page.keyboard.type('See the figure.');
    await page.getByRole('button', { name: 'a figure', exact: true }).click();
    await page
      .getByText('Not placed yet; click to place after the caret:')
      .getByRole('button', { name: 'Sailings on time' })
      .click();
    await page.getByLabel('What is placed beside it').selectOption({ label: 'Passengers by route' });
    await page.getByLabel('Width of what is placed').selectOption('page');
    await page.getByRole('textbox', { name: 'Caption', exact: true }).fill('Two beside each other.');
    await page.keyboard.press('Enter');
    await expect
      .poll(async () => (await storedBlocks(page))[2])
      .toMatchObject({ type: 'figure', things: ['punctuality', 'passengers'], width: 'page' });
    // It is the first figure of the text now.
    await expect
      .poll(() =>
        list
          .getByRole('button', { name: /Sailings on time/ })
          .first()
          .textContent(),
      )
      .toContain('Figure 1');
    await page.getByRole('button', { name: 'remove it from the text' }).click();
    await expect.poll(async () => (await storedBlocks(page))[2]?.type).toBe('words');
    await pagesSet(page);
    await page.locator('[data-page] button[title="Open it"]').first().click();
    await page.locator('.sheet svg').waitFor();
  });

  it('draws figures while in sight, puts the caret where a page is clicked, scrolls with it, and is set in columns on other paper', async () => {
    const page = await openManuscript();
    const drawn = galley(page).locator('[title="Double-click opens it"] svg');
    const all = (await storedBlocks(page)).flatMap(({ things = [] }) => things).length;
    await expect.poll(() => drawn.count()).toBeLessThan(all);
    const height = () => galley(page).evaluate((element) => element.scrollHeight);
    const before = await height();
    for (const thing of await galley(page).locator('[title="Double-click opens it"]').all()) {
      await thing.scrollIntoViewIfNeeded();
      await thing.locator('svg').first().waitFor();
    }
    expect(Math.abs((await height()) - before)).toBeLessThan(4);
    await galley(page).locator('h1').first().scrollIntoViewIfNeeded();

    const pages = page.locator('[data-page]');
    expect(await pageText(page)).toBeGreaterThanOrEqual(4);
    // The pages follow the galley, which was scrolled just now.
    const box = await still(page, () => page.locator('[data-page="1"]').boundingBox());
    if (!box) throw new Error('The page is not seen.');
    await page.mouse.click(box.x + box.width / 2, box.y + box.height * 0.088);
    await tab(page, 'Paragraph');
    const caretIn = () =>
      page.evaluate(() => getSelection()?.anchorNode?.parentElement?.closest('[data-id]')?.getAttribute('data-id'));
    await expect.poll(caretIn).toBe('head-summer');
    await pages.first().hover();
    await page.mouse.wheel(0, 1500);
    await page.locator('[data-page="3"] img').waitFor();
    await expect
      .poll(() =>
        galley(page)
          .locator('[data-id="head-time"]')
          .evaluate((block) => block.getBoundingClientRect().top),
      )
      .toBeLessThan(400);
    await tab(page, 'Pages');
    await page.getByLabel('Paper of pages').selectOption('A5');
    await page.getByText('two columns').click();
    await expect.poll(() => pageText(page)).toBeGreaterThan(4);
    await page.getByRole('button', { name: 'reset to the house style' }).click();
    await expect.poll(() => pageText(page)).toBe(4);
  });

  it('has numbers that follow in captions and footnotes, found where they are typed', async () => {
    const page = await openManuscript();
    await galley(page).locator('[data-node-view-wrapper]').nth(1).locator('p').last().click();
    const caption = page.getByRole('textbox', { name: 'Caption', exact: true });
    await caretBehind(caption);
    await page.keyboard.type(' Now at {');
    await page.getByRole('searchbox', { name: 'Find a number' }).fill('shuttle latest monthly');
    await page.getByText('Harbour shuttle, latest · Monthly sailings').waitFor();
    await page.keyboard.press('Enter');
    await expect.poll(() => caption.textContent()).toMatch(/in thousands\. Now at 48\.2/);
    const stored = async () => JSON.stringify(await storedBlocks(page));
    await expect
      .poll(async () => (await storedBlocks(page)).flatMap((block) => block.caption ?? []))
      .toContainEqual(
        expect.objectContaining({ kind: 'value', table: 'sailings', column: 'harbour_shuttle_thousands' }),
      );
    // The sign itself is there for who strikes it twice.
    await caretBehind(caption);
    await page.keyboard.type(' {');
    await page.getByRole('searchbox', { name: 'Find a number' }).waitFor();
    await page.keyboard.type('{');
    await expect.poll(() => caption.textContent()).toMatch(/\{$/);
    await galley(page).getByText('note', { exact: true }).click();
    const footnote = page.getByRole('textbox', { name: 'Words of the footnote' });
    await footnote.click();
    await page.keyboard.press('Control+End');
    await page.keyboard.type(' Of {');
    await page.getByRole('searchbox', { name: 'Find a number' }).fill('isles jul 2026');
    await page.getByText('Outer isles, Jul 2026 · Monthly sailings').waitFor();
    await page.keyboard.press('Enter');
    await expect.poll(() => footnote.textContent()).toMatch(/all comparisons\. Of 104/);
    await page.keyboard.press('Control+z');
    await expect.poll(stored).not.toContain('Of 104');
  });

  it('takes a figure that is dragged into it, and says in notes what a reader would stumble over', async () => {
    const page = await openManuscript();
    const notes = page.getByRole('complementary', { name: 'Proof notes' });
    await notes.getByText('not in the manuscript').waitFor();
    const thing = page
      .getByRole('navigation', { name: 'In this report' })
      .getByRole('button', { name: /Sailings on time/ })
      .first();
    const target = galley(page).locator('> p').first();
    const [from, to] = [await thing.boundingBox(), await target.boundingBox()];
    if (!from || !to) throw new Error('Nothing is seen to be dragged.');
    await page.mouse.move(from.x + 40, from.y + 16);
    await page.mouse.down();
    await page.mouse.move(to.x + 60, to.y + to.height - 4, { steps: 8 });
    await page.mouse.up();
    const order = async () => (await storedBlocks(page)).map(({ things, id }) => things?.[0] ?? id);
    await expect.poll(order).toContain('punctuality');
    const blocks = await order();
    expect(blocks.indexOf('punctuality')).toBe(2);
    // It is not mentioned yet; one press does it.
    await notes.getByText('Figure\u00a01 is not mentioned').waitFor();
    expect(await page.getByRole('alert').allTextContents()).toEqual([]);
    await notes.getByRole('button', { name: /^Write “\(Figure/ }).click();
    await expect.poll(() => notes.getByText('is not mentioned').count()).toBe(0);
    await newParagraph(page);
    await page.keyboard.type('The harbour shuttle carried 42.8 thousand.');
    await notes.getByText('42.8 or 48.2?').waitFor();
    await notes.getByRole('button', { name: /^Write 48\.2/ }).click();
    await expect
      .poll(async () => (await storedBlocks(page)).map(textOf).join(' '))
      .toContain('The harbour shuttle carried ‹value› thousand.');
    await expect.poll(() => notes.getByText('42.8 or 48.2?').count()).toBe(0);
    await notes.getByRole('button', { name: 'Set aside' }).last().click();
    await page.keyboard.type('for another report');
    await page.keyboard.press('Enter');
    await notes.getByText('1 note set aside').waitFor();
  });

  it('is handed off in every form, says how far it is, and is given up at a press', async () => {
    const page = await openManuscript();
    await page.getByRole('button', { name: 'Hand off', exact: true }).click();
    const panel = page.getByRole('complementary', { name: 'Hand off' });
    const taken = async (name: RegExp): Promise<{ name: string; path: string }> => {
      const coming = page.waitForEvent('download');
      await panel.getByRole('button', { name }).click();
      const download = await coming;
      return { name: download.suggestedFilename(), path: await download.path() };
    };
    await panel.getByText('some pages').click();
    await panel.getByLabel('Last page').fill('2');
    await page.keyboard.press('Enter');
    const name = 'skerry-line-monthly-service-report-october-2026';
    expect((await taken(/^PDF ./)).name).toBe(`${name}.pdf`);
    await panel.getByText('a part of a report has no tags').waitFor();
    expect((await taken(/^Document/)).name).toBe(`${name}.docx`);
    expect((await taken(/^Markdown/)).name).toBe(`${name}-text.zip`);
    expect((await taken(/^All figures/)).name).toBe(`${name}-figures.zip`);
    expect((await taken(/^Bundle/)).name).toBe(`${name}.rizo`);
    // What takes long tells how far it is, and can be given up.
    await page.route('**/manuscript/file?*', (route) =>
      route.request().url().includes('as=docx') ? new Promise(() => undefined) : route.continue(),
    );
    await panel.getByRole('button', { name: /^Document/ }).click();
    await panel.getByRole('progressbar').waitFor();
    await panel.getByRole('button', { name: 'cancel' }).click();
    await panel.getByText('the document was stopped').waitFor();
    // The page works alone: read by axe, looked into, with nothing fetched.
    const { path } = await taken(/^HTML page/);
    const html = await readFile(path, 'utf8');
    const alone = await page.context().newPage();
    await alone.context().setOffline(true);
    await alone.setContent(html);
    await alone.getByRole('button', { name: 'Explore the values' }).nth(1).click();
    await expect.poll(() => alone.locator('#look-2-read').textContent()).toMatch(/Oct 2026/);
    await alone.getByText('The numbers', { exact: true }).first().click();
    expect(await alone.locator('details[open] tbody tr').count()).toBe(34);
    await alone.getByRole('button', { name: 'Closer' }).waitFor();
    // The chart that is looked into is told by the slider and the words above it.
    await alone.evaluate(() => {
      for (const chart of document.querySelectorAll('.apexcharts-canvas')) chart.remove();
    });
    expect(await audit(alone)).toEqual([]);
  });

  it('is handed off as PDF, holds at 1024, and has nothing wrong for axe', async () => {
    const page = await openManuscript(1024);
    expect(await windowScrolls(page)).toBe(0);
    expect(await audit(page)).toEqual([]);
    await page.getByRole('button', { name: 'Hand off', exact: true }).click();
    const coming = page.waitForEvent('download');
    await page.getByRole('button', { name: 'PDF Tagged' }).click();
    const refused = page
      .getByRole('complementary', { name: 'Hand off' })
      .getByRole('alert')
      .waitFor()
      .then(() => page.getByRole('complementary', { name: 'Hand off' }).getByRole('alert').textContent());
    const download = await Promise.race([coming, refused]);
    if (typeof download !== 'object' || download === null) throw new Error(`It was refused: ${download}`);
    expect(download.suggestedFilename()).toBe('skerry-line-monthly-service-report-october-2026.pdf');
  });
});
