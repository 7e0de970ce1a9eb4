import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { sql } from 'kysely';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { type ReportRecord, reportOf } from '../../src/core/report/record.ts';
import { figureIn, Report as ReportSchema, storedTableIn } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { understand } from '../../src/core/table/understand.ts';
import { readDelimited } from '../../src/formats/delimited.ts';
import { runCalls } from '../../src/server/changes.ts';
import { openDatabase } from '../../src/server/database.ts';
import { CHANNEL } from '../../src/server/live.ts';
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

const titled = (title: string) => ({
  id: randomUUID(),
  name: 'item.setWords',
  args: { item: FIGURE, words: { title } },
});
const stored = async (of: string) => {
  const { body } = await call('GET', `/api/reports/${of}`);
  const record = body['report'] as ReportRecord;
  return { revision: body['revision'] as number, record, report: ReportSchema.parse(reportOf(record)) };
};
const send = (of: string, body: unknown) => call('POST', `/api/reports/${of}/commands`, body);
const titleOf = async (of: string) => figureIn((await stored(of)).report, FIGURE)?.words.title;
const fresh = () => createReport(db, demo.report, demo.blocks);

let id = '';
beforeAll(async () => {
  id = await fresh();
});

describe('saving', () => {
  it('runs commands, raises the revision and answers with every change since the base', async () => {
    const { revision } = await stored(id);
    const one = titled('One');
    const two = {
      id: randomUUID(),
      name: 'figure.setAxis',
      args: { figure: FIGURE, side: 'left', axis: { every: 50 } },
    };
    const answer = await send(id, { base: revision, commands: [one, two], by: 'ann' });
    expect(answer.status).toBe(200);
    expect(answer.body).toMatchObject({ revision: revision + 2, refused: [], known: [], replaced: 0 });
    expect(answer.body['changes']).toMatchObject([
      {
        id: one.id,
        by: 'ann',
        name: 'item.setWords',
        args: one.args,
        seen: revision,
        revision: revision + 1,
        fields: [
          { path: ['items', FIGURE, 'words', 'title'], to: 'One' },
          { path: ['items', FIGURE, 'written', 'title'], to: { of: 'One', until: null } },
        ],
      },
      { id: two.id, fields: [{ path: ['items', FIGURE, 'leftAxis', 'every'], from: null, to: 50 }] },
    ]);
    expect(await titleOf(id)).toBe('One');
    const late = await send(id, { base: revision, commands: [titled('Two')] });
    expect((late.body['changes'] as unknown[]).length).toBe(3);
    const listed = await call('GET', `/api/reports/${id}/changes?since=${revision + 1}`);
    expect((listed.body['changes'] as { revision: number }[]).map((change) => change.revision)).toEqual([
      revision + 2,
      revision + 3,
    ]);
  });

  it('takes the same request twice as once, for answers that were lost', async () => {
    const { revision } = await stored(id);
    const commands = [titled('Once')];
    await send(id, { base: revision, commands });
    const again = await send(id, { base: revision, commands });
    expect(again.body).toMatchObject({ revision: revision + 1, known: [commands[0]?.id] });
    const later = await send(id, { base: revision + 1, commands });
    expect(later.body).toMatchObject({ revision: revision + 1, known: [commands[0]?.id], changes: [] });
    expect((await stored(id)).revision).toBe(revision + 1);
  });

  it('lets all of several writers at the same moment through, one after the other', async () => {
    const { revision } = await stored(id);
    const titles = ['A', 'B', 'C', 'D', 'E'];
    const answers = await Promise.all(titles.map((title) => send(id, { base: revision, commands: [titled(title)] })));
    expect(answers.map((answer) => answer.status)).toEqual([200, 200, 200, 200, 200]);
    expect(answers.map((answer) => answer.body['revision']).sort()).toEqual([1, 2, 3, 4, 5].map((n) => revision + n));
    expect((await stored(id)).revision).toBe(revision + 5);
  });

  it('takes long and short requests at once, each change once and in order', async () => {
    const of = await fresh();
    const long = 'x'.repeat(150_000);
    const ids: string[] = [];
    const ask = async (writer: number, turn: number) => {
      const id = randomUUID();
      ids.push(id);
      // Every third is read in a thread, since its body is long: what it brings is named by none, and so left out.
      const blocks = (writer + turn) % 3 === 0 ? { [randomUUID()]: [long] } : {};
      const command = { ...titled(`Of ${writer}, ${turn}`), id };
      const body = { base: 0, by: `w${writer}`, commands: [command], blocks };
      const [one, again] = await Promise.all([send(of, body), send(of, body)]);
      expect([one?.status, again?.status]).toEqual([200, 200]);
    };
    await Promise.all(
      [0, 1, 2, 3, 4].map(async (writer) => {
        for (let turn = 0; turn < 6; turn++) await ask(writer, turn);
      }),
    );
    const { body } = await call('GET', `/api/reports/${of}/changes?since=0`);
    const changes = body['changes'] as { id: string; revision: number; args: { words: { title: string } } }[];
    expect(changes.map(({ revision }) => revision)).toEqual(ids.map((_, at) => at + 1));
    expect(changes.map(({ id: change }) => change).sort()).toEqual([...ids].sort());
    expect(await titleOf(of)).toBe(changes.at(-1)?.args.words.title);
    const kept = await db.selectFrom('column_blocks').select('id').where('report_id', '=', of).execute();
    expect(kept.length).toBe(Object.keys(demo.blocks).length);
  });

  it('does what it can of a request and names the rest', async () => {
    const { revision } = await stored(id);
    const bad = { id: randomUUID(), name: 'item.rename', args: { item: 'gone', name: 'x' } };
    const unknown = { id: randomUUID(), name: 'toString', args: {} };
    const answer = await send(id, { base: revision, commands: [bad, titled('Still'), unknown] });
    expect(answer.body).toMatchObject({
      revision: revision + 1,
      refused: [
        { id: bad.id, error: 'There is nothing with the id “gone” in this report.' },
        { id: unknown.id, error: 'There is no command “toString”.' },
      ],
    });
    expect(await titleOf(id)).toBe('Still');
  });

  it('stores a table with its cells, and hands them back as they were', async () => {
    const { revision } = await stored(id);
    const table = readTableText(
      'month,a\n2026-01,1.5\n2026-02,\n2026-03,closed\n2026-04,2\n2026-05,3\n2026-06,4\n',
      'New',
    );
    const { item, blocks } = packTable('new-table', table, randomUUID);
    const commands = [{ id: randomUUID(), name: 'item.add', args: { item } }];
    expect((await send(id, { base: revision, commands, blocks })).body).toMatchObject({ revision: revision + 1 });
    const response = await fetch(`${base}/api/reports/${id}/blocks/${item.columns[1]?.block}`);
    expect(await response.json()).toEqual([1.5, null, 'closed', 2, 3, 4]);
    expect(response.headers.get('cache-control')).toMatch(/immutable/);
  });

  it('keeps what was received beside the cells, and takes edits of a page of before, which come as splices', async () => {
    const report = await fresh();
    const table = readTableText('month,a\n2026-01,1.50\n2026-02,2\n2026-03,n/a\n', 'Texts');
    const { item, blocks } = packTable('texts', table, randomUUID);
    const [, column] = item.columns;
    const from = column?.block ?? '';
    await send(report, { base: 0, commands: [{ id: randomUUID(), name: 'item.add', args: { item } }], blocks });
    const part = (block: string, name: string) =>
      call('GET', `/api/reports/${report}/blocks/${block}?part=${name}`).then(({ body }) => body);
    expect(await part(from, 'received')).toEqual(['1.50', null, 'n/a']);
    const edit = (id: string, older: string, splice: object) => ({
      commands: [
        {
          id: randomUUID(),
          name: 'table.setCells',
          args: { table: 'texts', rows: 3, columns: [{ key: 'a', from: older, block: id }] },
        },
      ],
      blocks: { [id]: { of: older, splice } },
    });
    const [typed, again] = [randomUUID(), randomUUID()];
    const first = edit(typed, from, { at: 1, remove: 1, insert: [1250], received: ['1,250'] });
    expect((await send(report, { base: 1, ...first })).body).toMatchObject({ refused: [] });
    const second = edit(again, typed, { at: 0, remove: 3, insert: [3, 4, 5] });
    await send(report, { base: 2, ...second });
    const typedNow = storedTableIn((await stored(report)).report, 'texts')?.columns[1];
    expect(typedNow).toMatchObject({ block: from, typed: { 'r.0': '3', 'r.1': '4', 'r.2': '5' } });
    expect(await part(from, 'received')).toEqual(['1.50', null, 'n/a']);
    expect((await call('GET', `/api/reports/${report}/blocks/${from}?part=looks`)).status).toBe(400);
    const short = { cells: [1, 2], received: ['1'] };
    expect((await call('PUT', `/api/reports/${report}/blocks/short`, short)).status).toBe(400);
  });

  it('stores nothing of a table whose cells did not all arrive', async () => {
    const { revision } = await stored(id);
    const { item, blocks } = packTable('half-table', readTableText('a,b\n1,2\n', 'Half'), randomUUID);
    const [first = ''] = Object.keys(blocks);
    const answer = await send(id, { name: 'item.add', args: { item }, blocks: { [first]: blocks[first] } });
    expect(answer.status).toBe(400);
    expect(answer.body).toMatchObject({
      error: 'The cells of a column of table “Half” were not sent, or were cleared after 30 days without use.',
    });
    expect((await stored(id)).revision).toBe(revision);
    expect((await fetch(`${base}/api/reports/${id}/blocks/${first}`)).status).toBe(404);
  });
});

describe('files', () => {
  const file = (of: string, as: string, held?: string) =>
    fetch(`${base}/api/reports/${of}/figures/${FIGURE}/file?as=${as}`, {
      headers: held === undefined ? {} : { 'if-none-match': held },
    });

  it('are the same until something changes, and then drawn anew, for who holds one and who does not', async () => {
    const of = await fresh();
    // What the server wrote itself is not looked through again meanwhile, as what tests store is when someone opens the Desk.
    await send(of, { name: 'item.setWords', args: { item: FIGURE, words: { title: 'One' } } });
    const sameTwice = async () => {
      const [first, again] = [await file(of, 'svg'), await file(of, 'svg')];
      const tag = first.headers.get('etag') ?? '';
      expect(tag).toMatch(/^"[\w-]{20,}"$/);
      expect(first.headers.get('cache-control')).toBe('private, no-cache');
      expect(again.headers.get('etag')).toBe(tag);
      expect(await again.text()).toBe(await first.text());
      const held = await file(of, 'svg', `"other", W/${tag}`);
      expect(held.status).toBe(304);
      expect(await held.text()).toBe('');
      return tag;
    };
    // Another test may bring typefaces in between, with which all is drawn anew.
    const tag = await vi.waitFor(sameTwice, { timeout: 20_000 });
    expect((await file(of, 'svg-outlines', tag)).status).toBe(200);

    await send(of, { name: 'item.setWords', args: { item: FIGURE, words: { title: 'Quite another' } } });
    const anew = await file(of, 'svg', tag);
    expect(anew.status).toBe(200);
    expect(anew.headers.get('etag')).not.toBe(tag);
    expect(await anew.text()).toContain('Quite another');

    // Changed by hand, at the same revision.
    await db
      .updateTable('reports')
      .set({ document: sql`replace(document::text, 'Quite another', 'By hand')::jsonb` })
      .where('id', '=', of)
      .execute();
    expect(await (await file(of, 'svg', anew.headers.get('etag') ?? '')).text()).toContain('By hand');
  });

  it('are never older than a change that was acknowledged before they were asked for', async () => {
    const of = await fresh();
    const seen: { title: string; after: number }[] = [];
    const writer = async (name: string) => {
      for (let turn = 0; turn < 8; turn++) {
        const answer = await send(of, {
          name: 'item.setWords',
          args: { item: FIGURE, words: { title: `By ${name}${turn}` } },
        });
        expect(answer.status).toBe(200);
        const text = await (await file(of, 'svg')).text();
        const [, title = ''] = /<title id="figure-title">([^<]*)</.exec(text) ?? [];
        seen.push({ title, after: answer.body['revision'] as number });
      }
    };
    await Promise.all(['a', 'b', 'c', 'd', 'e', 'f'].map(writer));
    const { body } = await call('GET', `/api/reports/${of}/changes?since=0`);
    const changes = body['changes'] as { revision: number; args: { words: { title: string } } }[];
    const revisionOf = new Map(changes.map(({ revision, args }) => [args.words.title, revision]));
    expect(changes.map(({ revision }) => revision)).toEqual(changes.map((_, at) => at + 1));
    for (const { title, after } of seen) expect(revisionOf.get(title), title).toBeGreaterThanOrEqual(after);
  });

  it('asked for many at once are all drawn, each as its report is', async () => {
    const all = await Promise.all([fresh(), fresh(), fresh()]);
    await Promise.all(
      all.map((of, at) =>
        send(of, { name: 'item.setWords', args: { item: FIGURE, words: { title: `Number ${at}` } } }),
      ),
    );
    const drawn = await Promise.all(
      all.flatMap((of, at) =>
        Array.from({ length: 12 }, async (_, turn) => {
          const response = await file(of, turn % 2 === 0 ? 'svg' : 'png');
          const text = turn % 2 === 0 ? await response.text() : 'PNG';
          return { status: response.status, isOwn: text === 'PNG' || text.includes(`Number ${at}`) };
        }),
      ),
    );
    expect(new Set(drawn.map(({ status, isOwn }) => `${status} ${isOwn}`))).toEqual(new Set(['200 true']));
  });
});

describe('what two change at once', () => {
  const rename = (item: string, name: string) => ({ id: randomUUID(), name: 'item.rename', args: { item, name } });

  it('a removal that is taken back leaves what others did to other figures, and is small', async () => {
    const report = await fresh();
    const removal = { id: randomUUID(), name: 'item.remove', args: { item: FIGURE } };
    await send(report, { base: 0, commands: [removal], by: 'ann' });
    const title = { id: randomUUID(), name: 'item.setWords', args: { item: 'both', words: { title: 'Theirs' } } };
    await send(report, { base: 1, commands: [title], by: 'ben' });
    const undone = await call('POST', `/api/reports/${report}/undo`, { change: removal.id, by: 'ann' });
    expect(undone.status).toBe(200);
    const now = await stored(report);
    expect(figureIn(now.report, 'both')?.words.title).toBe('Theirs');
    expect(figureIn(now.report, FIGURE)).toEqual(figureIn(demo.report, FIGURE));
    expect(now.report.items.map((item) => item.id)).toEqual(demo.report.items.map((item) => item.id));
    const { body } = await call('GET', `/api/reports/${report}/changes?since=0`);
    const [first] = body['changes'] as { fields: unknown }[];
    expect(JSON.stringify(first?.fields).length).toBeLessThan(8000);
  });

  it('a rename that is taken back after a removal renames nothing else', async () => {
    const report = await fresh();
    const renamed = rename(FIGURE, 'Mine');
    await send(report, { base: 0, commands: [renamed], by: 'ann' });
    await send(report, {
      base: 1,
      commands: [{ id: randomUUID(), name: 'item.remove', args: { item: FIGURE } }],
      by: 'ben',
    });
    const names = (await stored(report)).report.items.map(({ name }) => name);
    const undone = await call('POST', `/api/reports/${report}/undo`, { change: renamed.id, by: 'ann' });
    expect(undone).toMatchObject({ status: 400, body: { error: /removed has changed since/ } });
    expect((await stored(report)).report.items.map(({ name }) => name)).toEqual(names);
  });

  it('columns, marks and exceptions carry only what was changed', async () => {
    const report = await fresh();
    const set = (name: string, args: object, path: string, to: unknown) => ({
      id: randomUUID(),
      name,
      args: { ...args, set: [{ path: [path], to }] },
    });
    const column = { spark: 'glance', column: 'spark-1' };
    const row = { ...column, row: 'a row' };
    const mark = { figure: 'both', mark: 'target' };
    for (const [by, path, to] of [
      ['ann', 'title', 'Title of Ann'],
      ['ben', 'colour', '#123456'],
    ] as const)
      await send(report, { base: 0, commands: [set('spark.setColumn', column, path, to)], by });
    await send(report, { base: 0, commands: [set('spark.except', row, 'colour', '#123456')], by: 'ann' });
    await send(report, { base: 0, commands: [set('spark.except', row, 'weight', 2)], by: 'ben' });
    await send(report, { base: 0, commands: [set('figure.setMark', mark, 'name', 'Goal')], by: 'ann' });
    await send(report, { base: 0, commands: [set('figure.setMark', mark, 'colour', '#123456')], by: 'ben' });
    const now = (await stored(report)).report;
    const spark = now.items.find((item) => item.id === 'glance');
    const found = spark?.type === 'spark' ? spark.columns.find(({ id: of }) => of === 'spark-1') : undefined;
    expect(found).toMatchObject({
      title: 'Title of Ann',
      colour: '#123456',
      exceptions: [{ row: 'a row', colour: '#123456', weight: 2 }],
    });
    expect(figureIn(now, 'both')?.marks.find(({ id: of }) => of === 'target')).toMatchObject({
      name: 'Goal',
      colour: '#123456',
    });
  });

  it('cells typed into one column by two are both kept', async () => {
    const report = await fresh();
    const table = (await stored(report)).report.items.find((item) => item.id === 'sailings');
    if (table?.type !== 'table') throw new Error('no table');
    const key = 'cancelled';
    const typed = (at: number, value: number) => {
      const args = { table: 'sailings', cells: { [key]: { [`r.${at}`]: String(value) } } };
      return { base: 0, commands: [{ id: randomUUID(), name: 'table.setCells', args }] };
    };
    const answers = await Promise.all([typed(0, 111), typed(1, 222), typed(2, 333)].map((body) => send(report, body)));
    expect(answers.map(({ body }) => body['refused'])).toEqual([[], [], []]);
    const now = (await stored(report)).report.items.find((item) => item.id === 'sailings');
    const column = now?.type === 'table' ? now.columns.find(({ meta }) => meta.key === key) : undefined;
    expect(column?.typed).toEqual({ 'r.0': '111', 'r.1': '222', 'r.2': '333' });
  });

  it('an undo leaves the fields that someone else changed since, and says which', async () => {
    const report = await fresh();
    const both = {
      id: randomUUID(),
      name: 'figure.setAxis',
      args: { figure: FIGURE, side: 'left', axis: { every: 10, minor: 2 } },
    };
    await send(report, { base: 0, commands: [both], by: 'ann' });
    await send(report, {
      base: 1,
      commands: [
        { id: randomUUID(), name: 'figure.setAxis', args: { figure: FIGURE, side: 'left', axis: { every: 20 } } },
      ],
      by: 'ben',
    });
    const undone = await call('POST', `/api/reports/${report}/undo`, { change: both.id, by: 'ann' });
    expect(undone.body).toMatchObject({ left: [['items', FIGURE, 'leftAxis', 'every']] });
    expect(figureIn((await stored(report)).report, FIGURE)?.leftAxis).toMatchObject({ every: 20, minor: 1 });
  });
});

/** Listens to the changes of a report; `until` waits for a text among them. */
async function listen(report: string, since: number) {
  const stop = new AbortController();
  const response = await fetch(`${base}/api/reports/${report}/live?since=${since}`, { signal: stop.signal });
  expect(response.headers.get('content-type')).toMatch(/event-stream/);
  const reader = (response.body as ReadableStream<Uint8Array>).getReader();
  const decoder = new TextDecoder();
  let text = '';
  const until = async (wanted: string) => {
    while (!text.includes(wanted)) {
      const { value, done } = await reader.read();
      if (done) throw new Error(`ended before ${wanted}`);
      text += decoder.decode(value, { stream: true });
    }
    return text;
  };
  return { until, stop: () => stop.abort() };
}

describe('typefaces for other scripts', () => {
  const bytes = async (path: string) => {
    const response = await fetch(`${base}/api/letters/${path}`);
    return {
      status: response.status,
      type: response.headers.get('content-type'),
      size: (await response.arrayBuffer()).byteLength,
    };
  };

  it('come whole, or with the letters that are asked for', async () => {
    expect(await bytes('arabic?weight=600')).toMatchObject({ status: 200, type: 'font/ttf' });
    const few = await bytes(`jp?text=${encodeURIComponent('北の港')}`);
    expect(few).toMatchObject({ status: 200, type: 'font/woff2' });
    expect(few.size).toBeLessThan(20_000);
  });

  it('that are none are refused, and letters without one are named', async () => {
    for (const path of [
      'nowhere',
      'arabic?weight=500',
      `sc?text=${encodeURIComponent('北'.repeat(300))}`,
      '..%2Fsecret',
      'arabic?more=1',
    ])
      expect((await bytes(path)).status, path).toBe(400);
    const asked = await call('GET', `/api/letters/lacking?text=${encodeURIComponent('a北𒀀ن')}`);
    expect(asked).toEqual({ status: 200, body: { lacking: ['𒀀'] } });
  });
});

describe('live changes', () => {
  it('are told at once, from the last one on', async () => {
    const report = await fresh();
    await send(report, { base: 0, commands: [titled('Before')] });
    const { until, stop } = await listen(report, 0);
    await until('"Before"');
    const began = performance.now();
    await send(report, { base: 1, commands: [titled('After')] });
    expect(await until('"After"')).toContain('id: 2\n');
    console.log(`a change is told after ${(performance.now() - began).toFixed(0)} ms`);
    stop();
  });

  it('are told of what another server on the same database takes', async () => {
    const report = await fresh();
    const { until, stop } = await listen(report, 0);
    // This test stands for the other server.
    const request = { base: 0, commands: [titled('From elsewhere')], blocks: {}, by: 'ann' };
    expect(await runCalls(db, report, request)).toMatchObject({ revision: 1 });
    await until('"From elsewhere"');
    stop();
  });

  it('are told again after the connection that listens was lost, with what came meanwhile', async () => {
    const report = await fresh();
    const { until, stop } = await listen(report, 0);
    await send(report, { base: 0, commands: [titled('Before')] });
    await until('"Before"');
    const cut = await sql<{ cut: boolean }>`
      select pg_terminate_backend(pid) as cut from pg_stat_activity where query = ${`listen ${CHANNEL}`}`.execute(db);
    // Another server of the same database listens as well.
    expect(cut.rows.length).toBeGreaterThan(0);
    expect(cut.rows.every((row) => row.cut)).toBe(true);
    await send(report, { base: 1, commands: [titled('Meanwhile')] });
    await until('"Meanwhile"');
    await send(report, { base: 2, commands: [titled('After')] });
    await until('"After"');
    stop();
    expect((await call('GET', '/api/health')).status).toBe(200);
  });

  it('of a report that is not there are 404', async () => {
    expect((await call('GET', '/api/reports/gone/live')).status).toBe(404);
  });
});

describe('what cannot be read', () => {
  it('stands on the Desk under its title with the reason, can be downloaded, and harms nothing else', async () => {
    const report = await fresh();
    await db
      .updateTable('reports')
      .set({ title: 'Broken by hand', document: JSON.stringify({ format: 'rizo-report', version: 2, title: 'x' }) })
      .where('id', '=', report)
      .execute();
    const list = (await (await fetch(`${base}/api/reports`)).json()) as {
      id: string;
      title: string;
      unreadable: string;
    }[];
    const listed = list.find((one) => one.id === report);
    expect(listed?.title).toBe('Broken by hand');
    expect(listed?.unreadable).toMatch(/cannot be read at edition/);
    expect(list.find((one) => one.id === id)?.unreadable).toBeNull();
    const desk = await (await fetch(base)).text();
    expect(desk).toContain('Broken by hand');
    expect(desk).toContain('cannot be read');
    expect((await call('GET', `/api/reports/${report}`)).status).toBe(422);
    expect((await send(report, { base: 0, commands: [titled('x')] })).status).toBe(422);
    expect((await call('GET', `/api/reports/${report}/document`)).body).toEqual({
      format: 'rizo-report',
      version: 2,
      title: 'x',
    });
  });

  it('documents of version 1 are read', async () => {
    const old = JSON.parse(readFileSync(new URL('../documents/version-1.json', import.meta.url), 'utf8')) as object;
    const report = await fresh();
    await db
      .updateTable('reports')
      .set({ document: JSON.stringify(old) })
      .where('id', '=', report)
      .execute();
    expect((await stored(report)).report.items.map((item) => item.id)).toEqual(
      // The document is older than the calendar of the demo report.
      demo.report.items.map((item) => item.id).filter((item) => item !== 'works'),
    );
    const done = await send(report, { base: 0, commands: [titled('Of today')] });
    expect(done.body).toMatchObject({ revision: 1, refused: [] });
    expect((await stored(report)).record['version']).toBe(6);
  });
});

describe('what is refused', () => {
  it.each<[string, unknown]>([
    ['no base', { commands: [] }],
    ['no command', { base: 0, commands: [] }],
    ['an unknown field', { base: 0, commands: [titled('x')], more: 1 }],
    ['an id that is none', { base: 0, commands: [{ ...titled('x'), id: 'x' }] }],
    ['cells that are no cells', { base: 0, commands: [titled('x')], blocks: { a: [{}] } }],
    ['a block whose name no record can keep', `{"base":0,"commands":[],"blocks":{"__proto__":[1]}}`],
    ['8,000 levels', `${'['.repeat(8000)}${']'.repeat(8000)}`],
  ])('a body with %s', async (_, body) => {
    const { revision } = await stored(id);
    const answer = await send(id, body);
    expect(answer.status).toBe(400);
    expect(answer.body['error']).toMatch(/\S/);
    expect((await stored(id)).revision).toBe(revision);
  });

  it.each<[string, string, unknown]>([
    ['an empty title', 'report.setWords', { title: '' }],
    [
      'a colour that is none',
      'figure.styleLines',
      { figure: FIGURE, lines: ['line-1'], colour: 'url(javascript:alert(1))' },
    ],
    ['a figure without its table', 'item.add', { item: { ...figureIn(demo.report, FIGURE), id: 'x', table: 'gone' } }],
    ['a field nobody knows', 'item.add', { item: { ...figureIn(demo.report, FIGURE), id: 'x', onclick: 'x' } }],
    [
      'a place that is none',
      'figure.setMark',
      { figure: 'both', mark: 'target', set: [{ path: ['length'], to: 3e8 }] },
    ],
    [
      'a prototype',
      'figure.setMark',
      { figure: 'both', mark: 'target', set: [{ path: ['constructor', 'prototype'], to: 1 }] },
    ],
    ['words that no figure has', 'item.setWords', { item: FIGURE, words: { length: 3e8 } }],
  ])('a command that would leave %s', async (_, name, args) => {
    const { revision } = await stored(id);
    // One that would take for ever ends this test by its limit.
    const answer = await send(id, { name, args });
    expect(answer.status).toBe(400);
    expect(answer.body['error']).toMatch(/\S/);
    expect((await stored(id)).revision).toBe(revision);
    expect(({} as Record<string, unknown>)['x']).toBeUndefined();
  });

  it('nothing for a NUL or half a letter: it is replaced, and that is said', async () => {
    const bad = '{"name":"item.setWords","args":{"item":"passengers","words":{"title":"a\\u0000b\\ud800c 🛳"}}}';
    const answer = await send(id, bad);
    expect(answer).toMatchObject({ status: 200, body: { replaced: 1 } });
    expect(await titleOf(id)).toBe('a\uFFFDb\uFFFDc 🛳');
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
      // A table has no picture.
      `/api/reports/${id}/figures/sailings/file?as=svg`,
      `/api/reports/${id}/figures/glance/file?as=svg&column=gone&row=gone`,
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

  it('come as a page, too, where that is asked for; what no endpoint takes is answered with a sentence', async () => {
    const page = await fetch(`${base}/api/reports/${id}/figures/glance/file?as=html`);
    expect(page.headers.get('content-type')).toContain('text/html');
    expect(await page.text()).toContain('<table');
    expect(await call('PUT', `/api/reports/${id}/commands`, {})).toMatchObject({
      status: 404,
      body: { error: expect.stringContaining('Nothing at this address') },
    });
  });

  it('have the rows of their calendars, which are of other tables', async () => {
    const svg = await (await fetch(`${base}/api/reports/${id}/figures/punctuality/file?as=svg`)).text();
    expect(svg).toContain('>Kelda–Ness laid up<');
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
