import type { Page } from 'playwright-core';
import { describe, expect, it } from 'vitest';
import { bringIn, choose, crash, newReport, received, saved } from './browser.ts';
import { moveByKeys } from './dragging.ts';
import { figureOf } from './made.ts';
import { newPage } from './pages.ts';

let page: Page;

/** Pastes text where a table is brought in. */
async function paste(text: string): Promise<void> {
  await page.evaluate((value) => navigator.clipboard.writeText(value), text);
  await page.getByLabel('Paste cells or delimited text').focus();
  await page.keyboard.press('Control+V');
}
async function keep(text: string): Promise<void> {
  await newReport(page);
  await paste(text);
  await page.getByRole('button', { name: 'Keep the table' }).click();
  await page.getByRole('tab', { name: 'Remarks' }).waitFor();
}
const grid = () => page.getByRole('grid');
const cell = (row: number, col: number) => page.locator(`#cell-${row}-${col}`);
/** The cells of a column as they are shown, from the first row to the last. */
const column = async (col: number) =>
  (await page.locator(`[id$="-${col}"][role=gridcell]`).allTextContents()).slice(0, -1);
const cursor = () => grid().getAttribute('aria-activedescendant');
const press = async (...keys: string[]) => {
  for (const key of keys) await page.keyboard.press(key);
};
const SMALL =
  'month\tpier\tpassengers\n2026-01\tN\t10\n2026-02\tS\t20\n2026-03\tN\tclosed\n2026-04\tS\t40\n2026-05\tN\t50\n';

describe('an empty grid', () => {
  it('has its periods filled in, is typed into, drawn, and there again after a reload', async () => {
    page = await newPage();
    await newReport(page);
    const fill = (label: string, text: string) => page.getByLabel(label, { exact: true }).fill(text);
    await fill('Name of the table', 'Seal trips');
    await fill('Number columns, separated by commas', 'Trips, Seals');
    await fill('First period', '2026-03');
    await fill('Last period', 'soon');
    await page.getByRole('button', { name: 'Start typing' }).click();
    expect(await page.getByRole('alert').textContent()).toMatch(/“soon” is not a period/);
    await fill('Last period', '2026-05');
    await page.getByLabel('Last period').press('Enter');
    await grid().waitFor();
    expect(await column(0)).toEqual(['Mar 2026', 'Apr 2026', 'May 2026']);
    await grid().focus();
    await press('Control+Home', 'ArrowRight');
    for (const text of ['12', '14', '9']) {
      await page.keyboard.type(text);
      await press('Tab');
      await page.keyboard.type(`${text}5`);
      await press('Enter');
    }
    await expect.poll(() => column(1)).toEqual(['12', '14', '9']);
    await expect.poll(() => column(2)).toEqual(['125', '145', '95']);
    await saved(page);
    await page.reload();
    await expect.poll(() => column(2)).toEqual(['125', '145', '95']);
    await page.getByRole('button', { name: 'Make a figure' }).click();
    await page.locator('.sheet [data-part="line:line-1"]').waitFor();
  });
});

describe('the grid', () => {
  it('is moved in, typed into, filled, pasted into and changed by rows with keys alone, and undone', async () => {
    page = await newPage();
    await keep(SMALL);
    await grid().focus();
    await press('ArrowDown', 'ArrowRight', 'ArrowRight');
    expect(await cursor()).toBe('cell-1-2');
    await page.keyboard.type('25');
    await press('Enter');
    expect(await column(2)).toEqual(['10', '25', 'closed', '40', '50']);
    expect(await cursor()).toBe('cell-2-2');

    // The one cell that could not be read is found from anywhere, and mended.
    expect(await cell(2, 2).getAttribute('aria-invalid')).toBe('true');
    await press('Control+Home', 'Alt+n');
    expect(await cursor()).toBe('cell-2-2');
    await page.keyboard.type('30');
    await press('Enter');
    expect(await cell(2, 2).getAttribute('aria-invalid')).toBeNull();
    await press('Alt+n');
    await page.getByText('Every cell could be read; there is nothing to correct.').waitFor();

    await press('Control+Home', 'ArrowRight', 'ArrowRight', 'Shift+ArrowDown', 'Shift+ArrowDown', 'Alt+ArrowDown');
    expect(await column(2)).toEqual(['10', '10', '10', '40', '50']);
    await press('Delete');
    expect(await column(2)).toEqual(['', '', '', '40', '50']);

    await press('Control+Home', 'ArrowRight');
    await page.evaluate(() => navigator.clipboard.writeText('A\t1\nB\t2\nC\t3'));
    await press('Control+V');
    expect(await column(1)).toEqual(['A', 'B', 'C', 'S', 'N']);
    expect(await column(2)).toEqual(['1', '2', '3', '40', '50']);

    await press('Control+Home', 'ArrowDown', 'Alt+Enter');
    expect(await column(2)).toEqual(['1', '', '2', '3', '40', '50']);
    await press('Alt+Delete');
    expect(await column(2)).toEqual(['1', '2', '3', '40', '50']);

    // Typing below the last row adds one.
    await press('Control+End', 'ArrowDown');
    await page.keyboard.type('60');
    await press('Enter');
    expect(await column(2)).toEqual(['1', '2', '3', '40', '50', '60']);

    for (let turn = 0; turn < 8; turn++) await press('Control+z');
    expect(await column(2)).toEqual(['10', '20', 'closed', '40', '50']);
    expect(await column(1)).toEqual(['N', 'S', 'N', 'S', 'N']);
    await press('Control+Shift+Z');
    expect(await column(2)).toEqual(['10', '25', 'closed', '40', '50']);
    await saved(page);
    await page.reload();
    await cell(1, 2).waitFor();
    expect(await column(2)).toEqual(['10', '25', 'closed', '40', '50']);
  });

  it('copies what it shows in full, and grows by what is pasted beyond its edges', async () => {
    page = await newPage();
    await keep(SMALL);
    await grid().focus();
    await press('Shift+ArrowDown', 'Shift+ArrowRight', 'Shift+ArrowRight', 'Control+C');
    expect(await page.evaluate(() => navigator.clipboard.readText())).toBe('2026-01\tN\t10\n2026-02\tS\t20');
    await press('Control+End', 'Control+V');
    expect(await column(2)).toEqual(['10', '20', 'closed', '40', '50', '2026-01', '2026-02']);
    expect(await column(3)).toEqual(['', '', '', '', '', 'N', 'S']);
    expect(await column(4)).toEqual(['', '', '', '', '', '10', '20']);
    expect(await page.getByRole('columnheader', { name: 'Column 4' }).textContent()).toContain('text');
    expect(await page.getByRole('columnheader', { name: 'Column 5' }).textContent()).toContain('number');
    await press('Control+z');
    await expect.poll(() => cell(0, 4).count()).toBe(0);
    expect(await column(2)).toEqual(['10', '20', 'closed', '40', '50']);
  });

  it('grows by typing beside its last column, goes on with what stands there, and moves and removes columns', async () => {
    page = await newPage();
    await keep(SMALL);
    await grid().focus();
    await press('Control+Home', 'Control+ArrowRight', 'ArrowRight');
    await page.keyboard.type('1.5');
    await press('Enter');
    await page.keyboard.type('2');
    await press('Enter');
    const added = page.getByRole('columnheader', { name: 'Column 4' });
    expect(await added.textContent()).toContain('number');
    await press('ArrowUp', 'ArrowUp', 'Shift+ArrowDown', 'Shift+ArrowDown', 'Shift+ArrowDown', 'Alt+Shift+ArrowDown');
    expect(await column(3)).toEqual(['1.5', '2.0', '2.5', '3.0', '']);
    // The next month stands below the last one.
    await press('Control+Home', 'ArrowDown', 'ArrowDown', 'ArrowDown', 'ArrowDown');
    await press('Shift+ArrowDown', 'Alt+Shift+ArrowDown');
    expect((await column(0)).slice(-2)).toEqual(['May 2026', 'Jun 2026']);
    const act = async (name: string) => {
      await page.getByRole('button', { name: 'Set column Column 4' }).click();
      await page.getByRole('button', { name }).click();
      await press('Escape');
    };
    await act('Move left');
    expect(await column(2)).toEqual(['1.5', '2.0', '2.5', '3.0', '', '']);
    await act('Remove this column');
    expect(await column(2)).toEqual(['10', '20', 'closed', '40', '50', '']);
    await saved(page);
    await page.reload();
    await expect.poll(() => column(2)).toEqual(['10', '20', 'closed', '40', '50', '']);
  });

  it('keeps every cell of rows that are typed below the last one, as fast as one types', async () => {
    page = await newPage();
    await keep(SMALL);
    await grid().focus();
    await press('Control+Home', 'ArrowDown', 'ArrowDown', 'ArrowDown', 'ArrowDown', 'ArrowDown');
    expect(await cursor()).toBe('cell-5-0');
    for (const row of [
      ['2026-06', 'S', '60'],
      ['2026-07', 'N', '70'],
    ]) {
      for (const [at, text] of row.entries()) {
        for (const key of text) await page.keyboard.press(key);
        await press(at < 2 ? 'Tab' : 'Enter');
      }
      await press('Home');
    }
    await expect
      .poll(() => column(0))
      .toEqual(['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul'].map((month) => `${month} 2026`));
    expect(await column(1)).toEqual(['N', 'S', 'N', 'S', 'N', 'S', 'N']);
    expect(await column(2)).toEqual(['10', '20', 'closed', '40', '50', '60', '70']);
    await saved(page);
    await page.reload();
    await expect.poll(() => column(2)).toEqual(['10', '20', 'closed', '40', '50', '60', '70']);
  });

  it('keeps a cell typed offline beside what a colleague typed in the column, also over a reload', async () => {
    page = await newPage();
    await keep(SMALL);
    await saved(page);
    const other = await page.context().newPage();
    await other.goto(page.url());
    await other.getByRole('grid').waitFor();
    const type = async (at: Page, down: number, text: string) => {
      await at.getByRole('grid').focus();
      await at.keyboard.press('Control+Home');
      for (let step = 0; step < down; step++) await at.keyboard.press('ArrowDown');
      await at.keyboard.press('ArrowRight');
      await at.keyboard.press('ArrowRight');
      await at.keyboard.type(text);
      await at.keyboard.press('Enter');
    };
    await page.route('**/commands', (route) => route.abort());
    await type(page, 0, '111');
    await page.getByText('Not saved: 1 change kept here').waitFor();
    // One that is left would send what it has, past what cuts it off.
    await crash(page);
    await type(other, 1, '222');
    await saved(other);
    page = await other.context().newPage();
    await page.goto(other.url());
    await page.getByText('have been brought back').waitFor();
    await saved(page);
    for (const window of [page, other])
      await expect.poll(() => window.locator('#cell-0-2, #cell-1-2').allTextContents()).toEqual(['111', '222']);
    expect(await page.getByText('not accepted').count()).toBe(0);
  });

  it('sets title, kind, unit and decimals at the head of a column', async () => {
    page = await newPage();
    await keep(SMALL);
    const set = async (label: string, text: string) => {
      await page.getByLabel(label).fill(text);
      await page.getByLabel(label).press('Enter');
    };
    await page.getByRole('button', { name: 'Set column passengers' }).click();
    await set('Title of the column', 'Guests');
    await set('Unit of the column', 'k');
    await choose(page.getByLabel('Decimals of the column'), '1');
    await press('Escape');
    await page.getByRole('columnheader', { name: 'Guests' }).waitFor();
    expect(await column(2)).toEqual(['10.0', '20.0', 'closed', '40.0', '50.0']);
    expect(await page.getByRole('columnheader', { name: 'Guests' }).textContent()).toContain('number, k');
    await page.getByRole('button', { name: 'Set column Guests' }).click();
    await choose(page.getByLabel('Kind of the column'), 'text');
    await press('Escape');
    expect(await column(2)).toEqual(['10', '20', 'closed', '40', '50']);
    for (let turn = 0; turn < 4; turn++) await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByRole('columnheader', { name: 'passengers' }).waitFor();
    expect(await cell(2, 2).getAttribute('aria-invalid')).toBe('true');
  });

  it('reads what was received again when the kind of a column is changed, long after it was kept', async () => {
    page = await newPage();
    await keep('Week\tPhone\tLoad\n1\t0049 12\t1,250.50\n2\t0049 13\t1,300.00\n3\tn/a\t1,310.10 p\n');
    await saved(page);
    await page.reload();
    await grid().waitFor();
    const kind = async (name: string, to: string) => {
      await page.getByRole('button', { name: `Set column ${name}` }).click();
      await choose(page.getByLabel('Kind of the column'), to);
      await press('Escape');
    };
    await expect.poll(() => column(2)).toEqual(['1,250.5', '1,300.0', '1,310.1']);
    await kind('Load', 'text');
    await expect.poll(() => column(2)).toEqual(['1,250.50', '1,300.00', '1,310.10 p']);
    // A row comes in between, and what was received stays with its row.
    await kind('Load', 'number');
    await grid().focus();
    await press('Control+Home', 'ArrowDown', 'Alt+Enter');
    await saved(page);
    await page.reload();
    await grid().waitFor();
    await page.getByRole('button', { name: 'Set column Load' }).click();
    await page.getByLabel('Decimals of the column').waitFor();
    await press('Escape');
    await kind('Load', 'text');
    await expect.poll(() => column(2)).toEqual(['1,250.50', '', '1,300.00', '1,310.10 p']);
  });
});

describe('bringing a table in', () => {
  it('asks what cannot be known, and takes another reading with one click', async () => {
    page = await newPage();
    await newReport(page);
    await paste('day\ta\n03/04/2026\t1\n04/05/2026\t2\n05/06/2026\t3\n');
    const questions = page.getByRole('list', { name: 'Questions on this table' });
    await questions.waitFor();
    expect(await page.getByRole('button', { name: 'Keep the table' }).isDisabled()).toBe(true);
    await questions.getByRole('button', { name: 'It is 3 Apr 2026' }).click();
    await questions.waitFor({ state: 'detached' });
    expect(await cell(0, 0).textContent()).toBe('3 Apr 2026');
    await page.getByRole('button', { name: 'Keep it as text' }).click();
    await page.getByRole('button', { name: 'Keep it as text' }).waitFor({ state: 'detached' });
    expect(await cell(0, 0).textContent()).toBe('03/04/2026');
  });

  it('shows which lines are the table and lets them be set', async () => {
    page = await newPage();
    await newReport(page);
    await page.getByLabel('Table file').setInputFiles(received('passengers-series-in-rows.csv'));
    await page.getByText('25 rows × 10 columns, as understood').waitFor();
    expect(await page.getByLabel('First line of the table').inputValue()).toBe('4');
    await choose(page.getByLabel('Where the series are'), 'columns');
    await page.getByText('9 rows × 26 columns, as understood').waitFor();
    await choose(page.getByLabel('Where the series are'), 'rows');
    await page.getByRole('button', { name: 'They are no totals' }).click();
    await page.getByRole('button', { name: 'They are no totals' }).waitFor({ state: 'detached' });
    await page.getByLabel('Last line of the table').fill('9');
    await page.getByLabel('Last line of the table').press('Enter');
    await page.getByText(/rows × 6 columns, as understood/).waitFor();
  });

  it('can be given up while it is read, and nothing of it is left', async () => {
    page = await newPage();
    await newReport(page);
    const rows = Array.from({ length: 300_000 }, (_, row) => `${1000 + row},${row % 97},${row % 89}`);
    const drop = () =>
      page.evaluate(
        (text) => {
          const data = new DataTransfer();
          data.items.add(new File([text], 'long.csv'));
          document
            .querySelector('textarea')
            ?.dispatchEvent(new DragEvent('drop', { bubbles: true, dataTransfer: data }));
        },
        `n,a,b\n${rows.join('\n')}\n`,
      );
    await drop();
    await page.getByRole('progressbar', { name: 'How far the reading is' }).waitFor();
    await page.getByRole('button', { name: 'Cancel' }).click();
    await page.getByText('Reading long.csv').waitFor({ state: 'detached' });
    expect(await page.getByText('as understood').count()).toBe(0);
    // Read again, it is there once: whatever was left of the first time would have come before.
    await drop();
    await page.getByText('300,000 rows × 3 columns, as understood').waitFor();
    expect(await page.getByText('as understood').count()).toBe(1);
    expect(await page.getByRole('navigation').getByRole('listitem').count()).toBe(0);
  });

  it('refuses what is no table or too much of one, in one sentence each, and goes on', async () => {
    page = await newPage();
    await newReport(page);
    const give = (name: string, text: string | Buffer) =>
      page
        .getByLabel('Table file')
        .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.isBuffer(text) ? text : Buffer.from(text) });
    const cases: [string, string | Buffer, RegExp][] = [
      ['empty.csv', ' \n', /This file is empty: there is no table in it/],
      ['quote.csv', 'a,b\n1,"x\n2,y\n', /A quote opens on line 2 and is never closed/],
      ['binary.csv', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 1, 2, 3]), /./],
      [
        'prose.txt',
        'Dear all, the ferries were late again.\nWe will look into it, and tell you.\n',
        /This is text, not a table/,
      ],
      ['wide.csv', `${'1,'.repeat(2500)}\n`.repeat(3), /has 2,500 columns, and a table holds at most 2,000/],
      ['line.csv', 'x'.repeat(1_500_000), /Line 1 is longer than 1,000,000 characters/],
      ['joined.html', '<table><tr><td colspan=100000000>a</td></tr></table>', /spans 100000000 others/],
      ['open.html', '<table><tr><td>a<td>b', /never closed/],
      ['deep.json', '['.repeat(50_000), /is incomplete or malformed/],
      ['list.json', '[[1,2],[3]]', /This JSON is not a table/],
      ['cut.xlsx', Buffer.from([0x50, 0x4b, 3, 4, 0, 0, 0, 0]), /./],
    ];
    for (const [name, text, refused] of cases) {
      await give(name, text);
      const alert = page.locator('p[role=alert]').filter({ hasText: refused });
      await alert.waitFor();
      expect(await alert.textContent(), name).toMatch(/^[^\n]{10,300}\.$/);
    }
    await give('good.csv', 'month,a\n2026-01,1\n2026-02,2\n');
    await page.getByRole('button', { name: 'Keep the table' }).waitFor();
  });

  it('takes 100,000 rows × 8 columns, and says how long that and its tasks took', async () => {
    page = await newPage();
    await newReport(page);
    const measures = [1, 2, 3, 4, 5, 6, 7];
    const lines = Array.from({ length: 100_000 }, (_, row) => {
      const date = new Date(Date.UTC(1750, 0, 1) + row * 86_400_000).toISOString().slice(0, 10);
      return `${date},${measures.map((m) => (1000 * m + 300 * Math.sin(row / 50 + m)).toFixed(2)).join(',')}`;
    });
    const text = `date,${measures.map((m) => `Measure ${m}`).join(',')}\n${lines.join('\n')}\n`;
    await page.evaluate((value) => {
      const file = new File([value], 'big.csv');
      const tasks: number[] = [];
      new PerformanceObserver((list) => tasks.push(...list.getEntries().map((entry) => entry.duration))).observe({
        entryTypes: ['longtask'],
      });
      Object.assign(window, { file, tasks });
    }, text);
    // What putting the text together took is over.
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => setTimeout(done))));
    const took = await page.evaluate(
      () =>
        new Promise<{ ms: number; tasks: number[] }>((done) => {
          const { file, tasks } = window as unknown as { file: File; tasks: number[] };
          tasks.length = 0;
          const begun = performance.now();
          const data = new DataTransfer();
          data.items.add(file);
          document
            .querySelector('textarea')
            ?.dispatchEvent(new DragEvent('drop', { bubbles: true, dataTransfer: data }));
          const look = () => {
            if (!document.querySelector('[role=gridcell]')) return requestAnimationFrame(look);
            const ms = performance.now() - begun;
            return requestAnimationFrame(() => setTimeout(() => done({ ms, tasks: [...tasks] })));
          };
          look();
        }),
    );
    console.log(
      `100,000 × 8 in the grid after ${Math.round(took.ms)} ms; tasks over 50 ms: ${took.tasks.join(', ') || 'none'}`,
    );
    await page.getByText('100,000 rows × 8 columns, as understood').waitFor();
    await grid().focus();
    await press('Control+End');
    await cell(99_999, 7).waitFor();
  });
});

describe('a newer extract', () => {
  it('shows what changes first, then takes its place under the figures', async () => {
    page = await newPage();
    await figureOf(page, 'sailings-monthly.csv');
    await page
      .getByRole('navigation')
      .getByRole('button', { name: /Table 1/ })
      .first()
      .click();
    await page.getByRole('button', { name: 'Newer extract' }).click();
    await paste(
      'month\touter_isles\tharbour_shuttle\tkelda_ness\tsound_crossing\tlate\n2026-09\t25000\t40000\t11000\t43000\t7\n2026-10\t1\t2\t3\t4\t5\n2026-11\t21000\t39000\t9000\t41000\t6\n',
    );
    const changes = page.getByRole('region', { name: 'What changes' });
    await changes.waitFor();
    expect(await changes.textContent()).toContain('Nov 2026');
    expect(await changes.textContent()).toContain('values are revised');
    await choose(page.getByLabel('What becomes of rows that are not in the newer extract'), 'stay');
    await page.getByRole('button', { name: 'Use the newer data' }).click();
    await page.getByRole('tab', { name: 'Remarks' }).waitFor();
    await page.getByRole('navigation').getByText('35 rows × 10 columns').waitFor();
    await page
      .getByRole('navigation')
      .getByRole('button', { name: /Figure 1/ })
      .first()
      .click();
    await page.locator('.sheet svg').waitFor();
    expect(await page.locator('.sheet [data-part^="name:"]').count()).toBeGreaterThan(1);
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByRole('navigation').getByText('34 rows × 9 columns').waitFor();
  });
});

describe('new columns and shapes', () => {
  it('adds a column by its rule, which follows the data, and takes it out again', async () => {
    page = await newPage();
    await keep('month\ta\n2025-01\t100\n2025-02\t110\n2025-03\t99\n');
    await page.getByRole('tab', { name: 'New columns' }).click();
    await page.getByText(/Last values: 10, −10; 1 missing/).waitFor();
    await page.getByRole('button', { name: 'Add the column' }).click();
    await page.getByRole('columnheader', { name: 'a, % change' }).waitFor();
    expect(await column(2)).toEqual(['', '10', '−10']);
    await grid().focus();
    await press('Control+Home', 'ArrowDown', 'ArrowRight');
    await page.keyboard.type('200');
    await press('Enter');
    expect(await column(2)).toEqual(['', '100.0', '−50.5']);
    // A calculated cell is not typed into; the reason is said.
    await press('ArrowRight');
    await page.keyboard.type('1');
    await page.getByText(/“A, % change” is calculated from other columns/).waitFor();
    await choose(page.getByLabel('What is calculated'), 'rolling mean');
    await page.getByLabel('Title of the new column').fill('Smooth');
    await page.getByLabel('Title of the new column').press('Enter');
    await page.getByRole('button', { name: 'Add the column' }).click();
    await page.getByRole('columnheader', { name: 'Smooth' }).waitFor();
    const rules = page.getByRole('list', { name: 'Calculated columns' });
    await rules.getByRole('button', { name: 'remove' }).first().click();
    await page.getByText(/is used by calculated column “Smooth”; remove it there first/).waitFor();
    await rules.getByRole('button', { name: 'remove' }).last().click();
    await page.getByRole('columnheader', { name: 'Smooth' }).waitFor({ state: 'detached' });
    await saved(page);
  });

  it('gives each category of a long table its own column, and draws those', async () => {
    page = await newPage();
    await newReport(page);
    await page.getByLabel('Table file').setInputFiles(received('piers-long-form.csv'));
    await page.getByRole('button', { name: 'Make a figure' }).click();
    await page.getByText(/several rows for each month/).waitFor();
    await page.getByRole('button', { name: 'Give each its own column' }).click();
    await page.locator('.sheet svg').waitFor();
    expect(await page.locator('.sheet [data-part^="line:"]').count()).toBeGreaterThan(3);
    await page
      .getByRole('navigation')
      .getByRole('button', { name: /Table 2/ })
      .first()
      .click();
    await page.getByRole('tab', { name: 'Shape' }).click();
    await page.getByText('30 rows × 13 columns').waitFor();
    await grid().focus();
    await page.keyboard.type('1');
    await page.getByText(/is made from another table; change the cells there/).waitFor();
    await saved(page);
  });
});

describe('from a table to a figure', () => {
  it('takes the months that were brushed as the window', async () => {
    page = await newPage();
    await newReport(page);
    await bringIn(page, received('sailings-monthly.csv'));
    await page.getByRole('button', { name: 'Keep the table' }).click();
    const brush = page.locator('[id="apexchartsglance-brush"] .apexcharts-selection-rect');
    await brush.waitFor();
    const box = await brush.boundingBox();
    if (!box) throw new Error('no brush');
    // The right handle, dragged to the middle.
    await page.mouse.move(box.x + box.width - 1, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2, { steps: 8 });
    await page.mouse.up();
    await page.getByRole('button', { name: 'Use these months' }).click();
    await page.getByText(/A figure will draw/).waitFor();
    await page.getByRole('button', { name: 'Make a figure' }).click();
    await page.locator('.sheet svg').waitFor();
    const subtitle = await page.locator('.sheet [data-part="subtitle"] text').first().textContent();
    expect(subtitle).toMatch(/^Jan 2024 to \w+ 2025$/);
  });

  it('says why a line over names would mislead, and makes a spark table with level bars instead', async () => {
    page = await newPage();
    await keep('pier\tload, %\nNorthgate\t40\nOld Quay\t81\nSound\t55\n');
    await page.getByRole('button', { name: 'Make a figure' }).click();
    await page.getByText(/holds names without an order, and a line would suggest/).waitFor();
    await page.getByRole('button', { name: 'Make a spark table with level bars' }).click();
    await page.locator('.sheet svg').waitFor();
    expect(await page.locator('.sheet text').allTextContents()).toEqual(
      expect.arrayContaining(['Northgate', 'Load, %', '81']),
    );
    await page.getByLabel('Target of the bars').fill('70');
    await page.getByLabel('Target of the bars').press('Enter');
    await page.locator('.sheet').getByText('target 70').waitFor();
    await page.getByLabel('Target of the bars').fill('-5');
    await page.getByLabel('Target of the bars').press('Enter');
    await page
      .getByText(/A level bar starts at zero/)
      .first()
      .waitFor();
    await page.locator('.sheet [data-part="title"] text').click();
    expect(await page.getByRole('tab', { selected: true }).textContent()).toBe('Words');
    await page.getByRole('tab', { name: 'Columns & rows' }).click();
    await moveByKeys(page, page.getByRole('button', { name: 'Move Load as level bars', exact: true }), 'ArrowLeft');
    await page.getByRole('button', { name: 'Hand off' }).click();
    const arriving = page.waitForEvent('download');
    await page.getByRole('button', { name: /SVG, text as text/ }).click();
    expect((await arriving).suggestedFilename()).toBe('pasted-table.svg');
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByRole('button', { name: 'Undo' }).click();
    expect(await page.locator('.sheet').getByText('target 70').count()).toBe(0);
    await saved(page);
    await page.reload();
    await page.locator('.sheet').getByText('Old Quay').waitFor();
  });
});
