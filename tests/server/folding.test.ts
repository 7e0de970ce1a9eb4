/** Many typed cells are put together by the server: the document is short, nothing that is seen changes, and all of it can be undone. */
import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { type Call, UNDO } from '../../src/core/change/change.ts';
import { FOLD, FOLD_FROM } from '../../src/core/change/fold.ts';
import type { CallsRequest } from '../../src/core/change/wire.ts';
import { reportOf } from '../../src/core/report/record.ts';
import { newReport, storedTableIn } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import type { Cell } from '../../src/core/table/column.ts';
import { bundleOf, openBundle } from '../../src/server/bundles.ts';
import { runCalls } from '../../src/server/changes.ts';
import { createReport, loadTable } from '../../src/server/reports.ts';
import { loadReport } from '../../src/server/stored.ts';
import { numbers, tableOf, texts } from '../unit/tables.ts';
import { ownDatabase } from './own-database.ts';

const own = ownDatabase();
const ROWS = FOLD_FROM + 500;
const value = (row: number) => row / 4;
const table = tableOf([
  numbers(
    'load',
    Array.from({ length: ROWS }, (_, row) => value(row)),
  ),
  texts(
    'note',
    Array.from({ length: ROWS }, (_, row) => `n${row}`),
  ),
]);

async function fresh(): Promise<string> {
  const { item, blocks } = packTable('t', table, randomUUID);
  return createReport(own(), { ...newReport('Folding', ''), items: [item] }, blocks);
}

const call = (name: string, args: unknown): Call => ({ id: randomUUID(), name, args });
const type = (cells: Record<string, Record<string, string | null>>, more: object = {}) =>
  call('table.setCells', { table: 't', cells, ...more });
const down = (from: number, count: number, text: (row: number) => string) =>
  Object.fromEntries(Array.from({ length: count }, (_, at) => [`r.${from + at}`, text(from + at)]));

async function run(report: string, ...commands: Call[]) {
  const request: CallsRequest = { base: 0, by: 'x', blocks: {}, commands };
  const answer = await runCalls(own(), report, request);
  expect(answer?.refused).toEqual([]);
  return answer;
}
async function cellsOf(report: string, key = 'load'): Promise<readonly Cell[]> {
  const stored = await loadReport(own(), report);
  const made = stored && (await loadTable(own(), stored, 't'));
  return made?.columns.find((column) => column.key === key)?.cells ?? [];
}
const columnOf = async (report: string, at = 0) => {
  const found = await loadReport(own(), report);
  return found && storedTableIn(reportOf(found.record), 't')?.columns[at];
};

describe('many typed cells', () => {
  it('are put together by a change of nobody’s, and stand as they did; the document is short', async () => {
    const report = await fresh();
    await run(report, type({ load: { 'r.0': '7' } }));
    const answer = await run(
      report,
      type({ load: down(1, FOLD_FROM, (row) => String(row + 0.5)), note: { 'r.3': 'seen' } }),
    );
    expect(answer?.changes.map(({ name, by }) => [name, by])).toEqual([
      ['table.setCells', 'x'],
      ['table.setCells', 'x'],
      [FOLD, 'rizo'],
    ]);
    expect(await columnOf(report)).toMatchObject({ typed: {}, layer: expect.any(String) });
    expect(JSON.stringify((await loadReport(own(), report))?.record).length).toBeLessThan(5000);
    const cells = await cellsOf(report);
    expect([cells[0], cells[1], cells[FOLD_FROM], cells[FOLD_FROM + 1]]).toEqual([
      7,
      1.5,
      FOLD_FROM + 0.5,
      value(FOLD_FROM + 1),
    ]);
    expect((await cellsOf(report, 'note')).slice(2, 5)).toEqual(['n2', 'seen', 'n4']);
    // What is typed over them is seen, and taken back to them.
    const over = type({ load: { 'r.1': '99', 'r.2': null } });
    await run(report, over);
    expect((await cellsOf(report)).slice(0, 4)).toEqual([7, 99, null, 3.5]);
    await run(report, call(UNDO, { changes: [over.id] }));
    expect((await cellsOf(report)).slice(0, 4)).toEqual([7, 1.5, 2.5, 3.5]);
  });

  it('are undone one by one and all at once, and done again, whatever was typed and put together since', async () => {
    const report = await fresh();
    const [first, paste] = [
      type({ load: { 'r.0': '7', 'r.9': 'closed' } }),
      type({ load: down(1, FOLD_FROM, () => '5') }),
    ];
    await run(report, first);
    await run(report, paste);
    await run(report, type({ load: { 'r.2': '22' } }));
    const undo = call(UNDO, { changes: [first.id] });
    await run(report, undo);
    // The cell that the paste set since is left.
    expect((await cellsOf(report)).slice(0, 4)).toEqual([value(0), 5, 22, 5]);
    await run(report, type({ load: { 'r.3': '33' } }));
    await run(report, call(UNDO, { changes: [undo.id] }));
    expect((await cellsOf(report)).slice(0, 4)).toEqual([7, 5, 22, 33]);
    const back = call(UNDO, { changes: [paste.id] });
    await run(report, back);
    expect((await cellsOf(report)).slice(0, 6)).toEqual([7, value(1), 22, 33, value(4), value(5)]);
    await run(report, call(UNDO, { changes: [back.id] }));
    expect((await cellsOf(report)).slice(0, 6)).toEqual([7, 5, 22, 33, 5, 5]);
  });

  it('are read anew as another kind and back with all their texts', async () => {
    const report = await fresh();
    await run(report, type({ load: down(0, FOLD_FROM, (row) => (row === 4 ? '1,250.0' : String(row))) }));
    const from = (await columnOf(report))?.block;
    const block = randomUUID();
    const kind = call('table.setColumn', {
      table: 't',
      column: 'load',
      set: [
        { path: ['kind'], to: 'text' },
        { path: ['ordered'], to: false },
        ...['unit', 'whole', 'total'].map((name) => ({ path: [name] })),
      ],
      cells: { from, block },
    });
    const blocks = { [block]: Array.from({ length: ROWS }, (_, row) => String(value(row))) };
    const answer = await runCalls(own(), report, { base: 0, by: 'x', blocks, commands: [kind] });
    expect(answer?.refused).toEqual([]);
    expect((await cellsOf(report)).slice(3, 6)).toEqual(['3', '1,250.0', '5']);
    await run(report, call(UNDO, { changes: [kind.id] }));
    expect((await cellsOf(report)).slice(3, 6)).toEqual([3, 1250, 5]);
  });

  it('go into a bundle and a newer extract, and go with it', async () => {
    const report = await fresh();
    await run(report, type({ load: down(0, FOLD_FROM, (row) => String(row + 1)) }));
    const bundle = await bundleOf(own(), report);
    const again = await openBundle(own(), 'x.zip', bundle?.bytes ?? new Uint8Array());
    expect(await cellsOf(again)).toEqual(await cellsOf(report));
    const { block: from, layer } = (await columnOf(report)) ?? {};
    const other = (await columnOf(report, 1))?.block;
    const [load, note] = [randomUUID(), randomUUID()];
    const replace = (more: object) =>
      call('table.replace', {
        table: 't',
        base: [{ of: 'r', from: 0, count: 2 }],
        columns: [
          { key: 'load', set: [], from, block: load, ...more },
          { key: 'note', set: [], from: other, block: note },
        ],
        added: [],
        gone: [],
        typed: {},
        inserted: [],
        totals: {},
        remarks: [],
      });
    const blocks = { [load]: [1, 2], [note]: ['a', 'b'] };
    const stale = await runCalls(own(), report, { base: 0, by: 'x', blocks, commands: [replace({})] });
    expect(stale?.refused).toMatchObject([{ error: expect.stringContaining('merged in the meantime') }]);
    const taken = replace({ layer });
    const answer = await runCalls(own(), report, { base: 0, by: 'x', blocks, commands: [taken] });
    expect(answer?.refused).toEqual([]);
    expect(await cellsOf(report)).toEqual([1, 2]);
    const before = Array.from({ length: ROWS }, (_, row) => (row < FOLD_FROM ? row + 1 : value(row)));
    await run(report, call(UNDO, { changes: [taken.id] }));
    expect(await cellsOf(report)).toEqual(before);
  });

  it('are nobody’s change to take back', async () => {
    const report = await fresh();
    const answer = await run(report, type({ load: down(0, FOLD_FROM, () => '1') }));
    const fold = answer?.changes.find(({ name }) => name === FOLD);
    const refused = await runCalls(own(), report, {
      base: 0,
      by: 'x',
      blocks: {},
      commands: [call(UNDO, { changes: [fold?.id] })],
    });
    expect(refused?.refused).toMatchObject([{ error: expect.stringContaining('there is nothing to undo') }]);
  });
});

describe('a table of which cells are lost', () => {
  it('is typed into where they are not, and keeps what it names', async () => {
    const report = await fresh();
    const lost = (await columnOf(report, 1))?.block ?? '';
    await own().deleteFrom('column_blocks').where('report_id', '=', report).where('id', '=', lost).execute();
    await run(report, type({ load: { 'r.0': '7' } }));
    expect((await cellsOf(report))[0]).toBe(7);
    expect((await columnOf(report, 1))?.block).toBe(lost);
  });
});
