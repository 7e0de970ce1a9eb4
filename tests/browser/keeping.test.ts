/** What is missing is named and the rest works; what was taken off the Desk is brought back. */
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { openDatabase } from '../../src/server/database.ts';
import { createReport } from '../../src/server/reports.ts';
import { BASE } from './browser.ts';
import { showItem } from './demo.ts';
import { expectTrouble, newPage } from './pages.ts';

const demo = demoReport();

describe('a report', () => {
  it('of which cells are missing names them where they are drawn, and all else is drawn', async () => {
    const page = await newPage();
    // The browser tells each address that was not found.
    expectTrouble(/404|not found/i);
    const sailings = demo.report.items.find((item) => item.id === 'sailings');
    if (sailings?.type !== 'table') throw new Error('no table');
    const column = sailings.columns[2];
    const db = openDatabase(process.env['DATABASE_URL'] ?? '');
    const id = await createReport(db, demo.report, demo.blocks);
    await db
      .deleteFrom('column_blocks')
      .where('report_id', '=', id)
      .where('id', '=', column?.block ?? '')
      .execute();
    await db.destroy();
    await page.goto(`${BASE}/reports/${id}`);
    // A figure is drawn without them and says so in its margin; the table, in its remarks.
    const sentence = `The cells of “${column?.meta.title}” (block ${column?.block}) are missing`;
    await showItem(page, 'Passengers by route');
    await page.getByText(sentence).first().waitFor();
    await page.locator('.sheet svg').waitFor();
    await showItem(page, 'Monthly sailings');
    await page.getByText(`The cells of column “${column?.meta.title}” of table “Monthly sailings”`).first().waitFor();
    await showItem(page, 'Fifteen years of traffic');
    await page.locator('.sheet svg').waitFor();
    // So is a file of it, and all others are handed off.
    const file = (item: string) => page.request.get(`${BASE}/api/reports/${id}/figures/${item}/file?as=svg`);
    expect([(await file('passengers')).status(), (await file('years-figure')).status()]).toEqual([200, 200]);
  });

  it('that was taken off the Desk stands below it with its last day, and is brought back from there', async () => {
    const title = `Off and on ${Date.now()}`;
    const db = openDatabase(process.env['DATABASE_URL'] ?? '');
    await createReport(db, { ...demo.report, title }, demo.blocks);
    await db.destroy();
    const page = await newPage();
    await page.goto(BASE);
    await page.getByRole('button', { name: `Take “${title}” off the Desk` }).click();
    await page.getByText(`“${title}” is off the Desk.`).waitFor();
    await page.reload();
    expect(await page.getByRole('heading', { name: title }).count()).toBe(0);
    await page.getByText(/\d+ reports? off the Desk/).click();
    const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone: 'UTC' });
    const until = day.format(Date.now() + 30 * 86_400_000);
    await page.getByText(`“${title}” can be brought back until ${until}.`).waitFor();
    await page.getByRole('button', { name: `Bring back “${title}”` }).click();
    await page.getByRole('heading', { name: title }).waitFor();
  });
});
