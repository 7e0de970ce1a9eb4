/** Pages that the server keeps parts of: after any change they are those of a copy that was never seen before. */
import { unzipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { SKERRY_PLAIN } from '../../demo/styles.ts';
import type { PagesSent } from '../../src/core/document/outline.ts';
import { reportOf } from '../../src/core/report/record.ts';
import { keptCells } from '../../src/core/table/kept.ts';
import { type Database, openDatabase } from '../../src/server/database.ts';
import { createReport } from '../../src/server/reports.ts';
import { loadReport } from '../../src/server/stored.ts';
import { createStyle } from '../../src/server/styles.ts';
import { BASE } from '../browser/browser.ts';
import { runs } from '../runs.ts';
import { ALL_COMMANDS, anyArgs, Dice } from '../unit/any-command.ts';

let db: Database;
beforeAll(() => {
  db = openDatabase(process.env['DATABASE_URL'] ?? '');
});
afterAll(() => db.destroy());

const json = { 'content-type': 'application/json' };
const post = (path: string, body: unknown) =>
  fetch(`${BASE}/api/${path}`, { method: 'POST', headers: json, body: JSON.stringify(body) });

/** All pages of a report, and where everything stands on them. */
async function pagesOf(id: string): Promise<Omit<PagesSent, 'revision'>> {
  const response = await fetch(`${BASE}/api/reports/${id}/manuscript/pages?from=1&to=8`);
  expect(response.status).toBe(200);
  const { outline, pages } = (await response.json()) as PagesSent;
  return { outline, pages };
}

/** The pages of a copy of a report. */
async function pagesOfCopy(id: string) {
  const bundle = await (await fetch(`${BASE}/api/reports/${id}/bundle`)).arrayBuffer();
  const sent = await post('bundles', { name: 'copy.rizo', data: Buffer.from(bundle).toString('base64') });
  expect(sent.status).toBe(201);
  return pagesOf(((await sent.json()) as { id: string }).id);
}

describe('pages of a report', () => {
  it('are those of a copy that nobody has seen, after words, figures, cells and looks were changed', async () => {
    const { report, blocks } = demoReport();
    const id = await createReport(db, { ...report, title: `Pages ${Date.now()}` }, blocks);
    let before = JSON.stringify(await pagesOf(id));
    const figure = report.items.find(({ type }) => type === 'figure');
    const paragraph = report.manuscript.blocks.find((block) => block.type === 'words' && block.words.length === 1);
    if (!figure || paragraph?.type !== 'words') throw new Error('The demo is another one.');
    for (const [name, args] of [
      [
        'manuscript.write',
        { block: paragraph.id, was: paragraph.words, words: [{ kind: 'text', text: 'Other words.' }] },
      ],
      ['figure.setFrame', { figure: figure.id, height: 40 }],
      ['report.setWords', { edition: 'December 2031' }],
      ['report.setLocale', { locale: 'de-DE' }],
      ['manuscript.setPages', { set: [{ path: ['columns'], to: 2 }] }],
      ['style.set', { set: [{ path: ['sizes', 'text'], to: 12 }] }],
    ] as const) {
      const answer = await post(`reports/${id}/commands`, { name, args, by: 'one who tries' });
      if (answer.status !== 200) throw new Error(`${name}: ${await answer.text()}`);
      const now = await pagesOf(id);
      expect(now, name).toEqual(await pagesOfCopy(id));
      expect(JSON.stringify(now) === before, `${name} changed nothing that is seen`).toBe(false);
      before = JSON.stringify(now);
    }
  });

  it('are so after cells were typed, and after the house by which it is set was changed', async () => {
    const { report, blocks } = demoReport();
    const title = `Pages by house ${Date.now()}`;
    const house = await createStyle(db, { ...SKERRY_PLAIN, name: title });
    const id = await createReport(db, { ...report, title, style: { kind: 'house', id: house } }, blocks);
    const sailings = report.items.find((item) => item.id === 'sailings');
    if (sailings?.type !== 'table') throw new Error('The demo is another one.');
    const key = 'outer_isles_thousands';
    const from = sailings.columns.find(({ meta }) => meta.key === key)?.block ?? '';
    const { cells } = keptCells(blocks[from] ?? []);
    const texts = cells.map((cell, row) => [`r.${row}`, typeof cell === 'number' ? String(cell * 3) : cell] as const);
    const typed = {
      name: 'table.setCells',
      args: { table: 'sailings', cells: { [key]: Object.fromEntries(texts) } },
    };
    let before = JSON.stringify(await pagesOf(id));
    for (const [at, call] of [
      [id, typed],
      [
        house,
        { name: 'style.set', args: { set: [{ path: ['type', 'text'], to: { id: 'sans', name: 'Source Sans 3' } }] } },
      ],
      [house, { name: 'style.set', args: { set: [{ path: ['pages', 'paper'], to: 'A5' }] } }],
      [house, { name: 'style.set', args: { set: [{ path: ['numbers', 'decimal'], to: ',' }] } }],
    ] as const) {
      const answer = await post(`reports/${at}/commands`, { ...call, by: 'one who tries' });
      if (answer.status !== 200) throw new Error(`${call.name}: ${await answer.text()}`);
      // Each thread has read it before.
      for (let turn = 0; turn < 3; turn++) await pagesOf(id);
      const now = await pagesOf(id);
      expect(now, JSON.stringify(call.args)).toEqual(await pagesOfCopy(id));
      expect(JSON.stringify(now) === before, `${JSON.stringify(call.args)} changed nothing`).toBe(false);
      before = JSON.stringify(now);
    }
  });

  it('take nothing from an archive of all figures, which has those that no page has', async () => {
    const { report, blocks } = demoReport();
    const id = await createReport(db, { ...report, title: `All figures ${Date.now()}` }, blocks);
    // A table more that only a figure which is not placed is made of would not be read for pages.
    for (let turn = 0; turn < 4; turn++) await pagesOf(id);
    const all = report.items.filter(({ type }) => type === 'figure' || type === 'spark').length;
    for (let turn = 0; turn < 3; turn++) {
      const archive = await fetch(`${BASE}/api/reports/${id}/manuscript/file?as=figures&pictures=svg&numbers=no`);
      const names = Object.keys(unzipSync(new Uint8Array(await archive.arrayBuffer())));
      expect(names.filter((name) => name.endsWith('.svg'))).toHaveLength(all);
    }
  });

  it('are so after any other command', async () => {
    const { report, blocks } = demoReport();
    const id = await createReport(db, { ...report, title: `Any pages ${Date.now()}` }, blocks);
    const dice = new Dice(20261127);
    const wanted = runs(6);
    for (let [done, tries] = [0, 0]; done < wanted && tries < 400; tries++) {
      const name = dice.of(ALL_COMMANDS);
      const stored = await loadReport(db, id);
      const args = stored && anyArgs(name, reportOf(stored.record), dice);
      if (args === null || args === undefined) continue;
      const answer = await post(`reports/${id}/commands`, { name, args, by: 'one who tries' });
      expect([200, 400, 409]).toContain(answer.status);
      if (answer.status !== 200) continue;
      done++;
      expect(await pagesOf(id), `${name} ${JSON.stringify(args)}`).toEqual(await pagesOfCopy(id));
    }
  });
});
