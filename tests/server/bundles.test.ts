/** Reports that leave as bundles and come again: over HTTP, and by the command line. */
import { execFile } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { SKERRY_PLAIN } from '../../demo/styles.ts';
import { reportOf } from '../../src/core/report/record.ts';
import { readBundle, writeBundle } from '../../src/formats/bundle.ts';
import { readFamily } from '../../src/formats/own-font.ts';
import { type Database, openDatabase } from '../../src/server/database.ts';
import { createReport } from '../../src/server/reports.ts';
import { createStyle } from '../../src/server/styles.ts';
import { BASE } from '../browser/browser.ts';
import { harbourGrotesk } from '../fonts.ts';

let db: Database;
const folder = mkdtempSync(join(tmpdir(), 'rizo-bundles-'));
beforeAll(() => {
  db = openDatabase(process.env['DATABASE_URL'] ?? '');
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await db.destroy();
});

const { report, blocks } = demoReport();
const base64 = (bytes: Uint8Array) => Buffer.from(bytes).toString('base64');
const send = (name: string, bytes: Uint8Array) =>
  fetch(`${BASE}/api/bundles`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name, data: base64(bytes) }),
  });
const bundleAt = async (id: string) => {
  const response = await fetch(`${BASE}/api/reports/${id}/bundle`);
  expect(response.status).toBe(200);
  return readBundle('x.rizo', new Uint8Array(await response.arrayBuffer()));
};
const command = promisify(execFile);
const rizo = async (...args: string[]) =>
  (await command(fileURLToPath(new URL('../../rizo', import.meta.url)), args, { encoding: 'utf8' })).stdout.trim();

describe('a bundle', () => {
  it('comes in as the same report, set by the same style where that is here', async () => {
    const title = `Bundled ${Date.now()}`;
    const house = await createStyle(db, { ...SKERRY_PLAIN, name: title });
    const own = { ...report, title, style: { kind: 'house' as const, id: house } };
    const id = await createReport(db, own, blocks);
    const bundle = await bundleAt(id);
    expect(reportOf(bundle.record)).toEqual(own);
    expect(bundle.blocks).toEqual(blocks);
    const answer = await send('moved.rizo', writeBundle(bundle));
    expect(answer.status).toBe(201);
    const { id: again } = (await answer.json()) as { id: string };
    const back = await bundleAt(again);
    expect(reportOf(back.record)).toEqual(own);
    expect(back.blocks).toEqual(blocks);
    // The pages of both are the same.
    const pages = async (of: string) => {
      const { outline } = (await (await fetch(`${BASE}/api/reports/${of}/manuscript/pages?from=1&to=1`)).json()) as {
        outline: unknown;
      };
      return outline;
    };
    expect(await pages(again)).toEqual(await pages(id));
  });

  it('brings its style and its typefaces where they are not here', async () => {
    const name = `Beacon ${Date.now()}`;
    const { family, files } = await readFamily([{ name: 'beacon.ttf', bytes: harbourGrotesk(name) }]);
    const type = { ...SKERRY_PLAIN.type, text: { id: family.id, name } };
    const house = { ...SKERRY_PLAIN, name, type };
    const id = await createReport(db, report, blocks);
    const { record } = await bundleAt(id);
    const carried = [{ id: family.id, name, files: [...files].map(([cut, bytes]) => ({ name: cut, bytes })) }];
    const set = { ...record, style: { kind: 'house', id: 'elsewhere' } };
    const answer = await send('x.rizo', writeBundle({ record: set, blocks, house, families: carried }));
    expect(answer.status).toBe(201);
    const { id: made } = (await answer.json()) as { id: string };
    const back = await bundleAt(made);
    expect(back.house).toEqual(house);
    expect(back.families.map((one) => one.id)).toEqual([family.id]);
    const pdf = await fetch(`${BASE}/api/reports/${made}/manuscript/file?as=pdf`);
    expect(Buffer.from(await pdf.arrayBuffer()).toString('latin1')).toMatch(/FontName \/[A-Z]{6}\+Beacon/);
  });

  it('that is none, or says what it has not, is refused with a sentence and leaves nothing', async () => {
    const count = async () => (await (await fetch(`${BASE}/api/styles`)).json()).length;
    const before = await count();
    const id = await createReport(db, report, blocks);
    const bundle = await bundleAt(id);
    const wrong = {
      ...bundle,
      families: [{ id: 'sans', name: 'Mine', files: [{ name: 'x', bytes: new Uint8Array([1]) }] }],
    };
    for (const [bytes, said] of [
      [new TextEncoder().encode('no archive'), /cannot be read/],
      [writeBundle(wrong), /a typeface under a name/],
    ] as const) {
      const answer = await send('x.rizo', bytes);
      expect(answer.status).toBe(400);
      expect(((await answer.json()) as { error: string }).error).toMatch(said);
    }
    expect(await count()).toBe(before);
  });

  it('is written and read by the command line, too', async () => {
    const title = `By command ${Date.now()}`;
    await createReport(db, { ...report, title }, blocks);
    const file = join(folder, 'report.rizo');
    expect(await rizo('report', 'export', title, '-o', file)).toBe(file);
    const id = await rizo('report', 'import', file);
    expect(reportOf((await bundleAt(id)).record)).toEqual({ ...report, title });
  });
});
