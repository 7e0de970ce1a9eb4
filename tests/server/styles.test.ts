/** House styles over HTTP: made, changed in all reports that are set by them, kept from being taken away, and hostile bytes. */
import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { BOARD_PAPERS } from '../../demo/styles.ts';
import { FIRST_STYLE } from '../../src/core/report/report.ts';
import { styleFile } from '../../src/core/report/style-file.ts';
import { openDatabase } from '../../src/server/database.ts';
import { createReport } from '../../src/server/reports.ts';
import { createStyle } from '../../src/server/styles.ts';

const base = process.env['RIZO_URL'] ?? '';
const db = openDatabase(process.env['DATABASE_URL'] ?? '');
const demo = demoReport();

async function call(method: string, path: string, body?: unknown) {
  const response = await fetch(`${base}${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  return { status: response.status, body: (await response.json()) as Record<string, unknown> };
}
const run = (of: string, name: string, args: unknown) => call('POST', `/api/reports/${of}/commands`, { name, args });
const picture = async (of: string, tag?: string) => {
  const response = await fetch(`${base}/api/reports/${of}/figures/passengers/file?as=svg`, {
    headers: tag === undefined ? {} : { 'if-none-match': tag },
  });
  return { status: response.status, tag: response.headers.get('etag') ?? '', svg: await response.text() };
};
/** Who holds a picture is told that it is the same; another test may bring typefaces in between, and then it is not. */
const isHeldAgain = (of: string) =>
  expect.poll(async () => (await picture(of, (await picture(of)).tag)).status).toBe(304);
const setBy = (house: string) => createReport(db, { ...demo.report, style: { kind: 'house', id: house } }, demo.blocks);
const made = (name: string) => createStyle(db, { ...FIRST_STYLE, name });
const set = (path: string[], to: unknown) => ({ set: [{ path, to }] });

describe('a house style', () => {
  it('is changed once, and with it all reports that are set by it, also what was drawn before', async () => {
    const house = await made('One for two');
    const reports = await Promise.all([setBy(house), setBy(house)]);
    const own = await createReport(db, demo.report, demo.blocks);
    const before = await Promise.all([...reports, own].map((id) => picture(id)));
    await isHeldAgain(reports[0] ?? '');
    expect((await run(house, 'style.set', set(['ink'], '#123456'))).status).toBe(200);
    const after = await Promise.all(reports.map((id, index) => picture(id, before[index]?.tag)));
    for (const { status, svg } of after) {
      expect(status).toBe(200);
      expect(svg).toContain('#123456');
    }
    expect((await picture(own)).svg).toBe(before[2]?.svg);
    await isHeldAgain(own);
    const { body } = await call('GET', `/api/reports/${reports[0]}`);
    expect(body['house']).toMatchObject({ id: house, revision: 1, style: { ink: '#123456' } });
  });

  it('counts what is set by hand in each report that is set by it', async () => {
    const house = await made('Counted');
    const [first, second] = await Promise.all([setBy(house), setBy(house)]);
    const counted = async () =>
      (await call('GET', `/api/styles/${house}/exceptions`)).body as unknown as {
        id: string;
        count: number;
        said: string;
      }[];
    const before = await counted();
    expect(before.map(({ id }) => id).sort()).toEqual([first, second].sort());
    const passengers = demo.report.items.find((item) => item.type === 'figure' && item.id === 'passengers');
    const line = passengers?.type === 'figure' ? passengers.lines.find(({ weight }) => weight === 'house') : undefined;
    expect(line).toBeDefined();
    await run(first ?? '', 'figure.styleLines', { figure: 'passengers', lines: [line?.id], weight: 3.3 });
    const after = await counted();
    const of = (all: typeof after, id: string | undefined) => all.find((one) => one.id === id);
    expect(of(after, first)?.count).toBe((of(before, first)?.count ?? 0) + 1);
    expect(of(after, second)).toEqual(of(before, second));
    expect(of(after, first)?.said).toMatch(/lines? in \d figures?/);
    await run(first ?? '', 'style.bringBack', { things: demo.report.items.map(({ id }) => ({ item: id })) });
    expect(of(await counted(), first)?.count).toBe(0);
  });

  it('is named, listed with how many reports it sets, and taken away only where that is none', async () => {
    const house = await made('To be counted');
    const report = await setBy(house);
    const listed = async () =>
      ((await call('GET', '/api/styles')).body as unknown as { id: string; name: string; reports: number }[]).find(
        ({ id }) => id === house,
      );
    expect(await listed()).toMatchObject({ name: 'To be counted', reports: 1 });
    await run(house, 'style.set', set(['name'], 'Counted'));
    expect(await listed()).toMatchObject({ name: 'Counted' });
    expect((await call('PATCH', `/api/reports/${house}`, { removed: true })).status).toBe(404);
    const refused = await call('PATCH', `/api/styles/${house}`, { removed: true });
    expect([refused.status, refused.body['error']]).toEqual([400, expect.stringMatching(/set by “Counted”/)]);
    // One that is off the Desk can come back, and would miss it.
    await call('PATCH', `/api/reports/${report}`, { removed: true });
    expect((await call('PATCH', `/api/styles/${house}`, { removed: true })).status).toBe(400);
    await call('PATCH', `/api/reports/${report}`, { removed: false });
    await run(report, 'style.takeAlong', { style: BOARD_PAPERS });
    expect((await call('PATCH', `/api/styles/${house}`, { removed: true })).status).toBe(200);
    expect(await listed()).toBeUndefined();
    const reports = (await call('GET', '/api/reports')).body as unknown as { id: string }[];
    expect(reports.some(({ id }) => id === house)).toBe(false);
  });

  it('holds nothing but the style, and refuses what is none with one sentence', async () => {
    const house = await made('Nothing but a style');
    const item = demo.report.items[0];
    const added = await run(house, 'item.add', { item });
    expect([added.status, added.body['error']]).toEqual([400, expect.stringMatching(/only the style itself/)]);
    for (const [path, to] of [
      [['ink'], 'black'],
      [['palette'], []],
      [['sizes', 'title'], 0],
      [['nothing', 'there'], 1],
      [['kind'], 'house'],
      [['name'], ''],
    ] as const) {
      const { status, body } = await run(house, 'style.set', { set: [{ path, to }] });
      expect([status, typeof body['error']], path.join()).toEqual([400, 'string']);
    }
    const { body } = await call('GET', `/api/styles/${house}`);
    expect(body['revision']).toBe(0);
  });

  it('is made from its file, and from none that is broken or hostile', async () => {
    const file = styleFile(BOARD_PAPERS);
    const created = await call('POST', '/api/styles', file);
    expect(created.status).toBe(201);
    const { body } = await call('GET', `/api/styles/${created.body['id']}`);
    expect(body['style']).toMatchObject({ name: 'Board papers' });
    const evil = '"></style><script>alert(1)</script>';
    const named = await call('POST', '/api/styles', {
      ...file,
      style: { ...(file.style as object), name: evil.slice(0, 80) },
    });
    expect(named.status).toBe(201);
    for (const broken of [
      {},
      { format: 'rizo-style' },
      { ...file, version: 9 },
      { ...file, style: { ...(file.style as object), ink: 'url(javascript:alert(1))' } },
      { ...file, style: { ...(file.style as object), palette: 7 } },
      { ...file, more: true },
    ])
      expect((await call('POST', '/api/styles', broken)).status).toBe(400);
  });

  it('is undone for its maker, and sets a new report where it is the first of the house', async () => {
    const house = await made('To be undone');
    const { body } = await run(house, 'style.set', set(['strokes', 'line'], 2));
    const changes = body['changes'] as { id: string }[];
    await call('POST', `/api/reports/${house}/undo`, { change: changes.at(-1)?.id });
    const now = await call('GET', `/api/styles/${house}`);
    expect(now.body['style']).toMatchObject({ strokes: { line: 1.3 } });
    const first = ((await call('GET', '/api/styles')).body as unknown as { id: string }[])[0];
    const { body: report } = await call('POST', '/api/reports', { title: 'New' });
    const opened = await call('GET', `/api/reports/${report['id']}`);
    expect((opened.body['report'] as { style: unknown }).style).toEqual({ kind: 'house', id: first?.id });
  });

  it('is laid on only where there is one, and not kept from being laid on while it is taken away', async () => {
    const report = await createReport(db, demo.report, demo.blocks);
    for (const house of [randomUUID(), report]) {
      const { status, body } = await run(report, 'style.layOn', { house });
      expect([status, body['error']]).toEqual([400, expect.stringMatching(/no such house style/)]);
    }
    // Whichever comes first, no report is left with a style that is gone.
    for (let round = 0; round < 12; round++) {
      const house = await made(`Contended ${round}`);
      const [laid, taken] = await Promise.all([
        run(report, 'style.layOn', { house }),
        call('PATCH', `/api/styles/${house}`, { removed: true }),
      ]);
      expect([laid.status === 200, taken.status === 200].filter(Boolean), `round ${round}`).toHaveLength(1);
    }
  });

  it('that is gone leaves a report that is set by the built-in one', async () => {
    const report = await setBy(randomUUID());
    const { status, svg } = await picture(report);
    expect([status, svg.includes('#2b2530')]).toEqual([200, true]);
    expect((await call('GET', `/api/reports/${report}`)).body['house']).toBeNull();
  });
});
