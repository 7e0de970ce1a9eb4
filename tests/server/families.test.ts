/** Families of type over HTTP: kept, set in by all threads, kept to their rights, and taken away where nothing is set in them. */
import { randomUUID } from 'node:crypto';
import { create } from 'fontkit';
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { FIRST_STYLE } from '../../src/core/report/report.ts';
import type { Family } from '../../src/core/type/families.ts';
import { openDatabase } from '../../src/server/database.ts';
import { createReport } from '../../src/server/reports.ts';
import { createStyle } from '../../src/server/styles.ts';
import { harbourGrotesk } from '../fonts.ts';

const base = process.env['RIZO_URL'] ?? '';
const db = openDatabase(process.env['DATABASE_URL'] ?? '');
const demo = demoReport();

async function call<T>(method: string, path: string, body?: unknown): Promise<{ status: number; body: T }> {
  const response = await fetch(`${base}${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  return { status: response.status, body: (await response.json()) as T };
}
const sent = (bytes: Uint8Array, name = 'a.ttf') => ({
  files: [{ name, data: Buffer.from(bytes).toString('base64') }],
});
/** The database of the tests may hold those of a run before. */
const RUN = randomUUID().slice(0, 8);
const bring = (name: string, rights?: number) =>
  call<Family & { error?: string }>('POST', '/api/families', sent(harbourGrotesk(`${name} ${RUN}`, rights)));
const remove = (id: string) => call<{ error?: string }>('PATCH', `/api/families/${id}`, { removed: true });
const listed = async () => (await call<Family[]>('GET', '/api/families')).body;

async function setIn({ id, name }: Family) {
  const type = { figures: { id, name }, headings: { id, name }, text: { id, name }, digits: null };
  const house = await createStyle(db, { ...FIRST_STYLE, name: `In ${name}`, type });
  const report = await createReport(db, { ...demo.report, style: { kind: 'house', id: house } }, demo.blocks);
  return { house, report };
}
const svgOf = async (report: string, as = 'svg') =>
  (await fetch(`${base}/api/reports/${report}/figures/passengers/file?as=${as}`)).text();

describe('a family of one’s own', () => {
  it('is kept, served as a face, and set in by every thread', async () => {
    const { status, body: family } = await bring('Skerry Grotesk');
    expect(status).toBe(201);
    expect((await listed()).find(({ id }) => id === family.id)).toEqual(family);
    // The same again is the same.
    expect((await bring('Skerry Grotesk')).body).toEqual(family);
    const face = await fetch(`${base}/api/faces/${family.id}-600-italic`);
    expect(face.headers.get('content-type')).toBe('font/woff');
    const font = create(Buffer.from(await face.arrayBuffer()));
    expect('layout' in font && font.familyName).toBe(`Skerry Grotesk ${RUN}`);
    const { report } = await setIn(family);
    for (let time = 0; time < 6; time++)
      expect(await svgOf(report, time % 2 === 0 ? 'svg' : 'html')).toContain(
        `@font-face{font-family:'Skerry Grotesk ${RUN}'`,
      );
  });

  it('is not taken away while something is set in it, and stands in the first family once it is gone', async () => {
    const { body: family } = await bring('Pier Sans');
    const { house, report } = await setIn(family);
    const refused = await remove(family.id);
    expect(refused.status).toBe(400);
    expect(refused.body.error).toBe(
      `Pier Sans ${RUN} is what “In Pier Sans ${RUN}” is set in; choose another typeface there first.`,
    );
    await db.updateTable('reports').set({ removed_at: new Date() }).where('id', '=', house).execute();
    expect(await remove(family.id)).toMatchObject({ status: 200 });
    expect((await remove(family.id)).status).toBe(404);
    expect((await listed()).some(({ id }) => id === family.id)).toBe(false);
    expect(await svgOf(report)).toContain("'Source Sans 3'");
  });

  it('changes the pictures that were kept, when it comes and when it goes', async () => {
    const { body: family } = await bring('Coming');
    expect((await remove(family.id)).status).toBe(200);
    const { house, report } = await setIn(family);
    const drawn = async () => [
      await svgOf(report),
      await svgOf(report),
      await svgOf(report, 'html'),
      await svgOf(report, 'html'),
    ];
    for (const file of await drawn()) expect(file).not.toContain(`@font-face{font-family:'Coming ${RUN}'`);
    await bring('Coming');
    for (const file of await drawn()) expect(file).toContain(`@font-face{font-family:'Coming ${RUN}'`);
    // Taken away in the database, past what is said of it.
    await db.deleteFrom('families').where('id', '=', family.id).execute();
    for (const file of await drawn()) expect(file).not.toContain(`@font-face{font-family:'Coming ${RUN}'`);
    await db.updateTable('reports').set({ removed_at: new Date() }).where('id', '=', house).execute();
  });

  it('says in one sentence what is no font, may not be embedded, or is here under its name', async () => {
    const cases: [unknown, RegExp][] = [
      [sent(new TextEncoder().encode('no font at all')), /“a.ttf” is not a font/],
      [sent(harbourGrotesk('Cut off').slice(0, 3000)), /incomplete or damaged/],
      [sent(harbourGrotesk('Closed', 2)), /may not be embedded/],
      [{ files: [] }, /Choose the files/],
      [{ files: [{ name: 'x', data: 'öö' }] }, /base64/],
    ];
    for (const [body, words] of cases) {
      const answer = await call<{ error: string }>('POST', '/api/families', body);
      expect(answer.status, String(words)).toBe(400);
      expect(answer.body.error).toMatch(words);
    }
    await bring('Same Name');
    const other = await call<{ error: string }>('POST', '/api/families', sent(harbourGrotesk(`same name ${RUN}`, 4)));
    expect(other.status).toBe(400);
    expect(other.body.error).toContain(`There is a typeface same name ${RUN} already`);
    for (const id of ['own-0123456789abcdef-400', 'gone-400', 'sans-500', '../x', 'sans-400.x', '%00'])
      expect([400, 404]).toContain((await fetch(`${base}/api/faces/${encodeURIComponent(id)}`)).status);
  });

  it('has outlines in documents where its letters may not be carried', async () => {
    const { body: family } = await bring('Preview Sans', 4);
    expect(family.embed).toBe(false);
    const svg = await svgOf((await setIn(family)).report);
    expect(svg).not.toContain('@font-face');
    expect(svg).not.toContain('<text');
  });
});
