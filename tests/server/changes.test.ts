/** What is stored of a request, and what is not. */
import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { UNDO } from '../../src/core/change/change.ts';
import type { BlockCells, CallsRequest } from '../../src/core/change/wire.ts';
import { receivedCount } from '../../src/core/report/tables.ts';
import { loadCells } from '../../src/server/blocks.ts';
import { ofOne, requestFor, runCalls, runRequests } from '../../src/server/changes.ts';
import { createReport, listReports, setRemoved } from '../../src/server/reports.ts';
import { loadReport } from '../../src/server/stored.ts';
import { ownDatabase } from './own-database.ts';

const own = ownDatabase();
const demo = demoReport();
const fresh = () => createReport(own(), demo.report, demo.blocks);
const title = (to: string, more: { id?: string; seen?: number } = {}) => ({
  id: randomUUID(),
  name: 'report.setWords',
  args: { title: to },
  ...more,
});
const request = (commands: CallsRequest['commands'], more: Partial<CallsRequest> = {}): CallsRequest => ({
  base: 0,
  by: 'x',
  blocks: {},
  commands,
  ...more,
});
const titleOf = async (report: string) => (await loadReport(own(), report))?.report.title;

const table = demo.report.items.find(({ type }) => type === 'table');
if (table?.type !== 'table') throw new Error('no table');
const [, column] = table.columns;
/** Another set of cells in a column of the demo's first table, as where they are read anew. */
const cells = (block: string) => ({
  id: randomUUID(),
  name: 'table.setColumn',
  args: {
    table: table.id,
    column: column?.meta.key,
    set: [{ path: ['title'], to: 'Read anew' }],
    cells: { from: column?.block, block },
  },
});
const count = receivedCount(table);
const rows = (count: number): BlockCells => Array.from({ length: count }, (_, row) => row + 0.5);
const isThere = async (report: string, block: string) => (await loadCells(own(), report, block)) !== undefined;

describe('a report that was removed', () => {
  it('is not changed until it is back', async () => {
    const report = await fresh();
    await setRemoved(own(), report, true);
    expect(await runCalls(own(), report, request([title('Too late')]))).toBeUndefined();
    await setRemoved(own(), report, false);
    expect(await titleOf(report)).toBe(demo.report.title);
    expect((await runCalls(own(), report, request([title('In time')])))?.revision).toBe(1);
  });
});

describe('a change', () => {
  it('has seen what its maker had: its own revision, else that of the request, and none that is not there yet', async () => {
    const report = await fresh();
    const seenOf = async (call: CallsRequest['commands'][number], base: number) =>
      (await runCalls(own(), report, request([call], { base })))?.changes.find(({ id }) => id === call.id)?.seen;
    expect(await seenOf(title('One'), 0)).toBe(0);
    expect(await seenOf(title('Two'), 1)).toBe(1);
    expect(await seenOf(title('Three', { seen: 1 }), 2)).toBe(1);
    expect(await seenOf(title('Four'), 2)).toBe(2);
    expect(await seenOf(title('Five'), Number.MAX_SAFE_INTEGER)).toBe(4);
    const log = await own()
      .selectFrom('changes')
      .select('seen')
      .where('report_id', '=', report)
      .orderBy('revision')
      .execute();
    expect(log.map(({ seen }) => Number(seen))).toEqual([0, 1, 1, 2, 4]);
  });

  it('that came already is not done again, in whatever request, and is named', async () => {
    const report = await fresh();
    const [one, two] = [title('One'), title('Two')];
    await runCalls(own(), report, request([one]));
    const again = await runCalls(own(), report, request([one, two, two]));
    expect([again?.known, again?.revision]).toEqual([[one.id], 2]);
    const [first, second] = (await runRequests(own(), report, [request([two]), request([one])])) ?? [];
    expect([first?.known, second?.known]).toEqual([[two.id], [one.id]]);
    expect(await titleOf(report)).toBe('Two');
    // Also where it came in a request that was taken together with this one, and is taken back in it.
    const three = title('Three');
    const undo = { id: randomUUID(), name: UNDO, args: { changes: [three.id] } };
    const [made, met] = (await runRequests(own(), report, [request([three]), request([three, undo])])) ?? [];
    expect([made?.known, met?.known, met?.refused]).toEqual([[], [three.id], []]);
    expect(await titleOf(report)).toBe('Two');
  });

  it('of a request together with others is told in each answer after what it had seen', async () => {
    const report = await fresh();
    const calls = ['One', 'Two', 'Three'].map((to) => title(to));
    const answers = await runRequests(
      own(),
      report,
      calls.map((call, at) => request([call], { base: at === 2 ? 1 : 0 })),
    );
    const ids = calls.map(({ id }) => id);
    expect(answers?.map(({ changes }) => changes.map(({ id }) => id))).toEqual([
      ids.slice(0, 1),
      ids.slice(0, 2),
      ids.slice(1),
    ]);
    expect(answers?.map(({ revision }) => revision)).toEqual([1, 2, 3]);
  });

  it('that is refused leaves the others, takes no revision, and throws where it was the only one', async () => {
    const report = await fresh();
    const wrong = { id: randomUUID(), name: 'item.remove', args: { item: 'not-there' } };
    const answer = await runCalls(own(), report, request([title('One'), wrong, title('Two')]));
    expect(answer?.refused.map(({ id }) => id)).toEqual([wrong.id]);
    expect([answer?.revision, await titleOf(report)]).toEqual([2, 'Two']);
    const alone = await runCalls(own(), report, requestFor({ ...wrong, by: 'x' }));
    expect(() => alone && ofOne(alone)).toThrow(/not-there|no longer|gone/);
  });

  it('can be taken back in the request that makes it', async () => {
    const report = await fresh();
    const one = title('One');
    const undo = { id: randomUUID(), name: UNDO, args: { changes: [one.id] } };
    const answer = await runCalls(own(), report, request([one, undo]));
    expect([answer?.refused, answer?.revision]).toEqual([[], 2]);
    expect(await titleOf(report)).toBe(demo.report.title);
  });
});

describe('cells of a request', () => {
  it('stay where a change names them, and go where its call was refused or none names them', async () => {
    const report = await fresh();
    const [kept, refused, unnamed] = [randomUUID(), randomUUID(), randomUUID()];
    const answer = await runCalls(
      own(),
      report,
      request([cells(refused), cells(kept)], {
        blocks: { [kept]: rows(count), [refused]: rows(count - 1), [unnamed]: rows(3) },
      }),
    );
    expect(answer?.refused).toMatchObject([{ error: expect.stringContaining('were not sent in full') }]);
    expect(await Promise.all([kept, refused, unnamed].map((block) => isThere(report, block)))).toEqual([
      true,
      false,
      false,
    ]);
    // Sent once more with what was answered already, they are what the log names.
    const call = cells(kept);
    await runCalls(
      own(),
      report,
      request([{ ...call, id: randomUUID(), args: {} }], { base: 1, blocks: { [kept]: [] } }),
    );
    expect((await loadCells(own(), report, kept))?.cells).toEqual(rows(count));
  });

  it('that were there before go with no request that names them in vain', async () => {
    const report = await fresh();
    const block = column?.block ?? '';
    const gone = { ...cells(block), args: { ...cells(block).args, cells: { from: 'another', block } } };
    const answer = await runCalls(own(), report, request([gone], { blocks: { [block]: [1, 2, 3] } }));
    expect(answer?.refused).toHaveLength(1);
    expect((await loadCells(own(), report, block))?.cells).toHaveLength(count);
  });

  it('that were not sent have the change refused that names them', async () => {
    const report = await fresh();
    const answer = await runCalls(own(), report, request([cells(randomUUID())]));
    expect(answer?.refused).toMatchObject([{ error: expect.stringContaining('were not sent, or were cleared') }]);
    expect(answer?.revision).toBe(0);
  });
});

describe('the list of reports', () => {
  it('knows title, edition and what is in each, also of one that no build has looked through', async () => {
    const report = await fresh();
    const entry = async () => (await listReports(own())).find(({ id }) => id === report);
    const before = await entry();
    expect(before).toMatchObject({ title: demo.report.title, edition: demo.report.edition, unreadable: null });
    await own()
      .updateTable('reports')
      .set({ checked: null, summary: null, edition: '' })
      .where('id', '=', report)
      .execute();
    expect(await entry()).toEqual(before);
  });

  it('names one that cannot be read, and goes on with the others', async () => {
    const [broken, whole] = [await fresh(), await fresh()];
    await own()
      .updateTable('reports')
      .set({ checked: null, document: JSON.stringify({ version: 4 }) })
      .where('id', '=', broken)
      .execute();
    const listed = await listReports(own());
    expect(listed.find(({ id }) => id === broken)?.unreadable).toMatch(/\S/);
    expect(listed.find(({ id }) => id === whole)?.unreadable).toBeNull();
  });
});
