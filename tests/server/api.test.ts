import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { runCommand } from '../../src/core/report/commands.ts';
import { figureIn, type Report, Report as ReportSchema } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { understand } from '../../src/core/table/understand.ts';
import { readDelimited } from '../../src/formats/delimited.ts';
import { openDatabase } from '../../src/server/database.ts';
import { createReport } from '../../src/server/reports.ts';

const base = process.env['RIZO_URL'] ?? '';
const db = openDatabase(process.env['DATABASE_URL'] ?? '');
const demo = demoReport();
const readTableText = (text: string, title: string) => understand(readDelimited(text), title);
const FIGURE = 'passengers';

type Answer = { status: number; body: Record<string, unknown> };

async function call(
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Answer> {
  const response = await fetch(`${base}${path}`, {
    method,
    headers: { 'content-type': 'application/json', ...headers },
    ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
  });
  return { status: response.status, body: (await response.json()) as Record<string, unknown> };
}

const change = (report: Report, words: { title: string }) => {
  const { label, patches, inverse } = runCommand(report, 'figure.setWords', { figure: FIGURE, words });
  return { id: randomUUID(), kind: 'do', label, patches, inverse };
};
const stored = async (id: string) => {
  const { body } = await call('GET', `/api/reports/${id}`);
  return { revision: body['revision'] as number, report: ReportSchema.parse(body['report']), history: body['history'] };
};

let id = '';
beforeAll(async () => {
  id = await createReport(db, demo.report, demo.blocks);
});

describe('saving', () => {
  it('applies changes, raises the revision and keeps what can be undone', async () => {
    const before = await stored(id);
    const one = change(before.report, { title: 'One' });
    const answer = await call('POST', `/api/reports/${id}/changes`, { base: before.revision, changes: [one] });
    expect(answer).toEqual({ status: 200, body: { revision: before.revision + 1 } });
    const after = await stored(id);
    expect(figureIn(after.report, FIGURE)?.words.title).toBe('One');
    expect(after.history).toMatchObject({ past: [{ id: one.id, label: 'words' }], future: [] });
  });

  it('answers a stale base 409 with the newer document and changes nothing', async () => {
    const { revision, report } = await stored(id);
    await call('POST', `/api/reports/${id}/changes`, {
      base: revision,
      changes: [change(report, { title: 'Theirs' })],
    });
    const late = await call('POST', `/api/reports/${id}/changes`, {
      base: revision,
      changes: [change(report, { title: 'Mine' })],
    });
    expect(late.status).toBe(409);
    expect(late.body['revision']).toBe(revision + 1);
    expect(figureIn(ReportSchema.parse(late.body['report']), FIGURE)?.words.title).toBe('Theirs');
    expect(late.body['known']).toEqual([]);
    expect(figureIn((await stored(id)).report, FIGURE)?.words.title).toBe('Theirs');
  });

  it('takes the same request twice as once, for answers that were lost', async () => {
    const { revision, report } = await stored(id);
    const request = { base: revision, changes: [change(report, { title: 'Once' })] };
    await call('POST', `/api/reports/${id}/changes`, request);
    expect(await call('POST', `/api/reports/${id}/changes`, request)).toEqual({
      status: 200,
      body: { revision: revision + 1 },
    });
    expect((await stored(id)).revision).toBe(revision + 1);
  });

  it('lets just one of two writers at the same moment through', async () => {
    const { revision, report } = await stored(id);
    const answers = await Promise.all(
      ['A', 'B', 'C'].map((title) =>
        call('POST', `/api/reports/${id}/changes`, { base: revision, changes: [change(report, { title })] }),
      ),
    );
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, 409, 409]);
    expect((await stored(id)).revision).toBe(revision + 1);
  });

  it('stores a table with its cells, and hands them back as they were', async () => {
    const { revision, report } = await stored(id);
    const table = readTableText(
      'month,a\n2026-01,1.5\n2026-02,\n2026-03,closed\n2026-04,2\n2026-05,3\n2026-06,4\n',
      'New',
    );
    const { item, blocks } = packTable('new-table', table, randomUUID);
    const { label, patches, inverse } = runCommand(report, 'table.add', { table: item });
    const sent = { id: randomUUID(), kind: 'do', label, patches, inverse };
    expect((await call('POST', `/api/reports/${id}/changes`, { base: revision, changes: [sent], blocks })).status).toBe(
      200,
    );
    const response = await fetch(`${base}/api/reports/${id}/blocks/${item.columns[1]?.block}`);
    expect(await response.json()).toEqual([1.5, null, 'closed', 2, 3, 4]);
    expect(response.headers.get('cache-control')).toMatch(/immutable/);
  });

  it('stores nothing of a table whose cells did not all arrive', async () => {
    const { revision, report } = await stored(id);
    const { item, blocks } = packTable('half-table', readTableText('a,b\n1,2\n', 'Half'), randomUUID);
    const [first = '', second = ''] = Object.keys(blocks);
    const { label, patches, inverse } = runCommand(report, 'table.add', { table: item });
    const sent = { id: randomUUID(), kind: 'do', label, patches, inverse };
    const answer = await call('POST', `/api/reports/${id}/changes`, {
      base: revision,
      changes: [sent],
      blocks: { [first]: blocks[first] },
    });
    expect(answer.status).toBe(400);
    expect(answer.body).toMatchObject({ path: `blocks.${second}` });
    expect((await stored(id)).revision).toBe(revision);
    expect((await fetch(`${base}/api/reports/${id}/blocks/${first}`)).status).toBe(404);
  });
});

describe('what is refused', () => {
  const patch = (path: (string | number)[], value: unknown) => ({
    id: randomUUID(),
    kind: 'do',
    label: 'x',
    patches: [{ op: 'replace', path, value }],
    inverse: [],
  });

  it.each<[string, unknown, string]>([
    ['no base', { changes: [] }, 'base'],
    ['no change', { base: 0, changes: [] }, 'changes'],
    ['an unknown field', { base: 0, changes: [patch(['title'], 'x')], more: 1 }, '(whole body)'],
    [
      'a patch of an unknown kind',
      { base: 0, changes: [{ ...patch(['title'], 'x'), patches: [{ op: 'run', path: [] }] }] },
      'changes.0.patches.0.op',
    ],
    ['cells that are no cells', { base: 0, changes: [patch(['title'], 'x')], blocks: { a: [{}] } }, 'blocks.a.0'],
  ])('a body with %s, naming the path', async (_, body, path) => {
    const answer = await call('POST', `/api/reports/${id}/changes`, body);
    expect(answer).toMatchObject({ status: 400, body: { path } });
  });

  it.each<[string, (string | number)[], unknown, string]>([
    ['an empty title', ['title'], '', 'title'],
    ['a colour that is none', ['items', 1, 'lines', 0, 'colour'], 'url(javascript:alert(1))', 'items.1.lines.0.colour'],
    ['a figure without its table', ['items', 1, 'table'], 'gone', 'items.1.table'],
    ['a field nobody knows', ['items', 1, 'onclick'], 'x', 'items.1'],
  ])('a change that would leave %s', async (_, path, value, named) => {
    const { revision } = await stored(id);
    const answer = await call('POST', `/api/reports/${id}/changes`, { base: revision, changes: [patch(path, value)] });
    expect(answer).toMatchObject({ status: 400, body: { path: named } });
    expect((await stored(id)).revision).toBe(revision);
  });

  it('patches that reach for prototypes or for places that are not there', async () => {
    const { revision } = await stored(id);
    for (const path of [
      ['__proto__', 'x'],
      ['constructor', 'prototype', 'x'],
      ['items', 99, 'id'],
    ]) {
      const answer = await call('POST', `/api/reports/${id}/changes`, { base: revision, changes: [patch(path, 'x')] });
      expect(answer.status).toBe(400);
    }
    expect(({} as Record<string, unknown>)['x']).toBeUndefined();
  });

  it('bodies that are not JSON, of another type, or from another site', async () => {
    expect((await call('POST', '/api/reports', '{"title":')).status).toBe(400);
    expect((await call('POST', '/api/reports', 'title=x', { 'content-type': 'text/plain' })).status).toBe(415);
    expect((await call('POST', '/api/reports', { title: 'x' }, { origin: 'http://elsewhere.example' })).status).toBe(
      403,
    );
    expect((await call('POST', '/api/reports', { title: 'x' }, { origin: 'null' })).status).toBe(403);
  });

  it('reports, figures and columns that are not there', async () => {
    for (const path of [
      '/api/reports/gone',
      `/api/reports/${id}/blocks/gone`,
      `/api/reports/${id}/figures/gone/file?as=svg`,
    ])
      expect((await call('GET', path)).status).toBe(404);
    expect((await call('POST', '/api/reports/gone/commands', { name: 'report.setWords', args: {} })).status).toBe(404);
  });
});

describe('commands over HTTP', () => {
  it('are the same commands', async () => {
    const { revision } = await stored(id);
    const answer = await call('POST', `/api/reports/${id}/commands`, {
      name: 'figure.setAxis',
      args: { figure: FIGURE, side: 'left', axis: { every: 25 } },
    });
    expect(answer.body['revision']).toBe(revision + 1);
    expect(figureIn((await stored(id)).report, FIGURE)?.leftAxis.every).toBe(25);
    const refused = await call('POST', `/api/reports/${id}/commands`, {
      name: 'figure.setFrame',
      args: { figure: FIGURE, width: 1 },
    });
    expect(refused).toMatchObject({ status: 400, body: { error: 'A figure is at least 30 mm wide and high.' } });
  });
});

describe('figures as files', () => {
  const file = (as: string) => fetch(`${base}/api/reports/${id}/figures/${FIGURE}/file?as=${as}`);

  it('come as SVG, PNG and spec, named after the figure', async () => {
    const svg = await file('svg');
    expect(svg.headers.get('content-type')).toBe('image/svg+xml');
    expect(svg.headers.get('content-disposition')).toContain('passengers-by-route.svg');
    expect(svg.headers.get('content-security-policy')).toContain("default-src 'none'");
    expect(await svg.text()).toContain('data-part="line:line-1"');
    const png = Buffer.from(await (await file('png')).arrayBuffer());
    expect(png.readUInt32BE(16)).toBe(1890);
    expect(await (await file('spec')).json()).toMatchObject({ type: 'figure', id: FIGURE });
    expect((await file('gif')).status).toBe(400);
  });
});

describe('the Desk', () => {
  it('takes a report off and brings it back with all its data', async () => {
    const { body } = await call('POST', '/api/reports', { title: 'Short-lived' });
    const made = String(body['id']);
    await call('PATCH', `/api/reports/${made}`, { removed: true });
    expect((await call('GET', `/api/reports/${made}`)).status).toBe(404);
    await call('PATCH', `/api/reports/${made}`, { removed: false });
    expect((await call('GET', `/api/reports/${made}`)).body).toMatchObject({
      revision: 0,
      report: { title: 'Short-lived' },
    });
  });
});
