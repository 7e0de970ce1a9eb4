/** A report handed off over HTTP in every form: its file, how far it is, giving it up, and wishes that cannot be. */
import { unzipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { type Database, openDatabase } from '../../src/server/database.ts';
import { createReport } from '../../src/server/reports.ts';
import { BASE } from '../browser/browser.ts';

let db: Database;
let id = '';
beforeAll(async () => {
  db = openDatabase(process.env['DATABASE_URL'] ?? '');
  const { report, blocks } = demoReport();
  id = await createReport(db, { ...report, title: `Files ${Date.now()}` }, blocks);
});
afterAll(() => db.destroy());

const at = (wish: string, signal?: AbortSignal) =>
  fetch(`${BASE}/api/reports/${id}/manuscript/file?${wish}`, { signal: signal ?? null });

/** What a watched answer tells, line by line, and the bytes after it. */
async function watched(wish: string) {
  const response = await at(`${wish}&watch`);
  const bytes = new Uint8Array(await response.arrayBuffer());
  const lines: Record<string, unknown>[] = [];
  let rest = bytes;
  while (!lines.some((line) => 'file' in line || 'error' in line)) {
    const end = rest.indexOf(10);
    lines.push(JSON.parse(new TextDecoder().decode(rest.subarray(0, end))));
    rest = rest.subarray(end + 1);
  }
  return { lines, rest };
}

describe('a report', () => {
  it('is sent in each of its forms under a name of its own, and is the same whether it is watched or not', async () => {
    const names = new Set<string>();
    for (const [wish, mime, begins] of [
      ['as=pdf&claim=a-2a', 'application/pdf', '%PDF'],
      ['as=pdf&pages=2', 'application/pdf', '%PDF'],
      ['as=docx', 'application/vnd.openxmlformats-officedocument.wordprocessingml.document', 'PK'],
      ['as=html&inspect=no', 'text/html; charset=utf-8', '<!do'],
      ['as=markdown&pictures=png', 'application/zip', 'PK'],
      ['as=figures&pictures=svg', 'application/zip', 'PK'],
    ] as const) {
      const response = await at(wish);
      expect(response.status, wish).toBe(200);
      expect(response.headers.get('content-type')).toBe(mime);
      const body = new Uint8Array(await response.arrayBuffer());
      expect(new TextDecoder('latin1').decode(body.subarray(0, 4))).toContain(begins);
      const { lines, rest } = await watched(wish);
      const file = lines.at(-1)?.['file'] as { name: string; bytes: number; mime: string; unclaimed: string | null };
      names.add(file.name);
      expect(file).toMatchObject({ mime, bytes: rest.byteLength });
      expect(file.unclaimed === null).toBe(!wish.includes('pages='));
      // Files that tell when they were made are as long as each other.
      expect(Math.abs(rest.byteLength - body.byteLength)).toBeLessThan(2000);
      const told = lines.slice(0, -1) as { done: number; of: number }[];
      expect(told).toEqual(told.map((_, done) => ({ done, of: told.length })));
      expect(told.length > 0).toBe(!wish.startsWith('as=pdf'));
    }
    expect(names.size).toBe(5);
  });

  it('has just the chapters and pictures that are wished', async () => {
    const page = await (await at('as=html&chapters=head-longer&numbers=no')).text();
    expect(page).toContain('The longer view');
    expect(page).not.toContain('Every summer fuller than the last</h1>');
    const files = unzipSync(new Uint8Array(await (await at('as=figures&pictures=png,pdf&numbers=no')).arrayBuffer()));
    expect(new Set(Object.keys(files).map((name) => name.split('.').at(-1)))).toEqual(new Set(['png', 'pdf']));
  });

  it('refuses what cannot be with one sentence, watched or not', async () => {
    for (const [wish, said] of [
      ['', /Say which format with “as”: pdf, docx/],
      ['as=doc', /Say which format with “as”/],
      ['as=pdf&claim=x', /Say what is claimed with “claim”/],
      ['as=pdf&pages=4-2', /from a lower number to a higher/],
      ['as=pdf&pages=all', /numbers such as 2-4/],
      ['as=pdf&pages=0', /begin with 1/],
      ['as=figures&pictures=gif', /Pictures are svg, png, pdf/],
      ['as=pdf&pages=900', /The report has \d+ pages/],
    ] as const) {
      const response = await at(wish);
      expect(response.status, wish).toBe(400);
      expect(((await response.json()) as { error: string }).error).toMatch(said);
    }
    const { lines, rest } = await watched('as=pdf&pages=900');
    expect(String(lines.at(-1)?.['error'])).toMatch(/The report has \d+ pages/);
    expect(rest.byteLength).toBe(0);
  });

  it('that is given up on the way is let go, and what comes after it is served', async () => {
    for (let turn = 0; turn < 3; turn++) {
      const control = new AbortController();
      const response = await at('as=docx&watch', control.signal);
      const reader = response.body?.getReader();
      await reader?.read();
      control.abort();
      await expect(reader?.read()).rejects.toThrow();
    }
    expect((await at('as=html')).status).toBe(200);
    expect((await fetch(`${BASE}/api/health`)).status).toBe(200);
  });
});
