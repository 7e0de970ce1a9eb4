// @vitest-environment happy-dom
/** Tables of the open report as the page has them: their cells are fetched once, what is shown stays until newer cells are there, and what is lost says so. */
import { act, createElement } from 'react';
import { createRoot, type Root } from 'react-dom/client';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { calendarTablesOf } from '../../src/core/figure/calendar.ts';
import { recordOf, reportOf } from '../../src/core/report/record.ts';
import { newReport, type ShapedTable, type StoredTable, storedTableIn } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import type { Cell } from '../../src/core/table/column.ts';
import { set } from '../../src/ui/state/report-state.ts';
import * as store from '../../src/ui/state/store.ts';
import * as tables from '../../src/ui/state/tables.ts';
import { Log } from '../log.ts';
import { numbers, tableOf, texts } from '../unit/tables.ts';

vi.mock('idb-keyval', () => ({ set: async () => {}, delMany: async () => {}, getMany: async () => [] }));
Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });
/** This page is alone in its browser. */
const locks = { request: (_: string, __: object, work: (lock: object) => unknown) => work({}) };
Object.defineProperty(navigator, 'locks', { value: locks });

let names = 0;
/** Blocks never change, so each test has some of its own. */
let [A, B] = ['', ''];
const SHAPED: ShapedTable = {
  ...{ type: 'shaped', id: 'last', name: 'The last row', of: 't', calculations: [] },
  steps: [{ kind: 'keep', column: 'a', test: { kind: 'numbers', from: 2, to: null } }],
};
/** What the server has: cells by block, and what was received of them. */
let cells: Record<string, readonly Cell[]>;
let received: Record<string, unknown>;
let log: Log;
/** blocks as they were asked for */
let asked: string[];
/** what is answered in the place of all else */
let instead: (() => Promise<Response>) | null;
let held: (() => void)[] | null;

const page = { ...tables, ...store };
let root: Root;
/** what a part of the page was drawn with, each time */
let drawn: unknown[];

const json = (value: unknown, status = 200) => new Response(JSON.stringify(value), { status });

async function answer(path: string): Promise<Response> {
  if (instead) return instead();
  const found = /\/blocks\/([^?]+)(\?part=received)?$/.exec(path);
  if (!found) return json({ error: 'Not asked for here.' }, 500);
  const [, block = '', part] = found;
  asked.push(part ? `${block} received` : block);
  if (held) await new Promise<void>((go) => held?.push(go));
  if (part) return json(received[block] ?? null);
  const known = cells[block];
  return known ? json(known) : json({ error: 'It is not there.' }, 404);
}

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  [asked, instead, held, drawn, received] = [[], null, null, [], {}];
  const table = tableOf([numbers('a', [1, 2]), texts('b', ['p', 'q'])]);
  const packed = packTable('t', table, () => `block-${++names}`);
  [A, B] = packed.item.columns.map(({ block }) => block as string) as [string, string];
  cells = { [A]: [1, 2], [B]: ['p', 'q'] };
  log = new Log(recordOf({ ...newReport('Tables', ''), items: [packed.item, SHAPED] }));
  vi.stubGlobal('fetch', answer);
  const opened = { id: 'r', kind: 'report', revision: 0, report: log.record, own: [], house: null } as const;
  page.open({ ...opened, own: [] }, { calls: [], refused: [], blocks: {} }, [], null);
  root = createRoot(document.createElement('div'));
});
afterEach(() => {
  act(() => root.unmount());
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

/** Lets all that was begun come to its end. */
const rest = (ms = 0) => act(() => vi.advanceTimersByTimeAsync(ms));

/** A part of the page that shows what a hook gives. */
function Part({ hook }: { hook: () => unknown }) {
  drawn.push(hook());
  return null;
}

async function draw(hook: () => unknown): Promise<void> {
  act(() => root.render(createElement(Part, { key: ++names, hook })));
  await rest();
}

const last = () => drawn.at(-1);
const valuesOf = (state: unknown) => {
  const { table } = state as { table?: { columns: { key: string; cells: readonly Cell[] }[] } };
  return table ? Object.fromEntries(table.columns.map(({ key, cells }) => [key, cells])) : state;
};
const item = () => storedTableIn(reportOf(log.record), 't') as StoredTable;

/** A colleague's newer extract, as it is told. */
function replace(block: string, values: readonly Cell[]): void {
  cells[block] = values;
  const columns = item().columns.map(({ meta, block: from }) => ({
    ...{ key: meta.key, set: [], from, block: meta.key === 'a' ? block : from },
  }));
  const args = {
    ...{ table: 't', base: item().base, columns, added: [], gone: [], typed: {} },
    ...{ inserted: [], totals: {}, remarks: [] },
  };
  const taken = log.take('a colleague', log.changes.length, [{ id: crypto.randomUUID(), name: 'table.replace', args }]);
  expect(taken.refused).toEqual([]);
  act(() => page.receive(log.changes));
}

describe('a table in the page', () => {
  it('is there once its cells are, which are fetched once for all that show it', async () => {
    await draw(() => page.useTableCalled('t'));
    expect(drawn[0]).toEqual({ loading: true });
    expect(valuesOf(last())).toEqual({ a: [1, 2], b: ['p', 'q'] });
    await draw(() => page.useTables(['t', 'last']));
    const both = last() as Map<string, unknown>;
    expect(valuesOf({ table: both.get('last') })).toEqual({ a: [2], b: ['q'] });
    expect(asked.sort()).toEqual([A, B].sort());
    expect(await page.fetchTable('t')).toBe(both.get('t'));
    expect(asked).toHaveLength(2);
  });

  it('is none where none is asked for', async () => {
    await draw(() => page.useTableCalled(null));
    expect([last(), asked]).toEqual([{ loading: true }, []]);
    await draw(() => page.useTables([]));
    expect((last() as Map<string, unknown>).size).toBe(0);
  });

  it('stays as it was, with the thing that it was made from, until the cells of a newer extract are there', async () => {
    await draw(() => page.useTable(item()));
    const before = last();
    held = [];
    replace('newer', [10, 20]);
    await rest();
    expect(asked.at(-1)).toBe('newer');
    // It was drawn anew meanwhile, with the same.
    expect(last()).toEqual(before);
    for (const go of held) go();
    await rest();
    expect(valuesOf(last())).toEqual({ a: [10, 20], b: ['p', 'q'] });
    expect((last() as { item: StoredTable }).item.columns[0]?.block).toBe('newer');
    expect((before as { item: StoredTable }).item.columns[0]?.block).toBe(A);
  });

  it('is the same object as long as nothing of it changes, whatever else does', async () => {
    await draw(() => page.useTables(['t']));
    const before = last();
    const times = drawn.length;
    act(() => void page.run('report.setWords', { title: 'Another' }));
    expect(drawn.length).toBeGreaterThan(times);
    expect(last()).toBe(before);
    act(() => void page.run('table.setCells', { table: 't', cells: { a: { 'r.0': '7' } } }));
    expect(last()).not.toBe(before);
    expect(valuesOf({ table: (last() as Map<string, unknown>).get('t') })).toEqual({ a: [7, 2], b: ['p', 'q'] });
  });

  it('says why it cannot be fetched, and is fetched again after a while', async () => {
    instead = () => Promise.reject(new TypeError('Failed to fetch'));
    await draw(() => page.useTableCalled('t'));
    expect(last()).toMatchObject({ error: expect.stringMatching(/cannot be reached; Rizo keeps trying/) });
    instead = null;
    await rest(4000);
    expect(asked).toEqual([]);
    await rest(1500);
    expect(valuesOf(last())).toEqual({ a: [1, 2], b: ['p', 'q'] });
  });

  it('is not asked for again once nobody shows it', async () => {
    instead = async () => json({ error: 'Not just now.' }, 503);
    await draw(() => page.useTableCalled('t'));
    expect(last()).toEqual({ error: 'Not just now.' });
    act(() => root.render(null));
    instead = null;
    await rest(20_000);
    expect(asked).toEqual([]);
    await expect(
      (async () => {
        instead = async () => json({ error: 'Not just now.' }, 503);
        await page.fetchTable('t');
      })(),
    ).rejects.toThrow('Not just now.');
  });

  it('whose cells are gone is a table that says so', async () => {
    delete cells[A];
    await draw(() => page.useTableCalled('t'));
    expect(last()).toMatchObject({ table: { rows: 2, lacks: [{ what: 'cells', title: 'a', block: A }] } });
    expect(await page.fetchTable('t')).toEqual((last() as { table: unknown }).table);
    await expect(page.fetchEveryCell('r', item().columns[0] as never)).rejects.toThrow(/“a”.*“Sample”/);
    expect((await page.fetchEveryCell('r', item().columns[1] as never)).cells).toEqual(['p', 'q']);
  });

  it('is made of what was brought here before the server has it, whole or as a difference', async () => {
    const spliced = { of: A, splice: { at: 1, remove: 1, insert: [30, 40] } };
    set({ blocks: { mine: { cells: [5, 6], received: ['5.0', null] }, spliced } });
    const columnOf = (of: string) => ({ ...item().columns[0], block: of }) as never;
    expect(await page.fetchEveryCell('r', columnOf('mine'))).toMatchObject({ cells: [5, 6], received: ['5.0', null] });
    expect(asked).toEqual([]);
    received[A] = ['1.00', null];
    const made = await page.fetchEveryCell('r', columnOf('spliced'));
    expect(made).toMatchObject({ cells: [1, 30, 40], received: ['1.00', null, null] });
    expect(asked).toContain(A);
  });

  it('is read anew from what was received of its cells and typed over them, long ago and since', async () => {
    received[A] = ['1.0', '2.0'];
    cells['layer'] = ['r.0', '9.00'];
    const [first, second] = item().columns as [StoredTable['columns'][number], StoredTable['columns'][number]];
    const typed = { ...first, layer: 'layer', typed: { 'r.1': '8.000' } };
    const table = await page.fetchTable('t');
    const whole = { ...item(), columns: [typed, second] };
    const { columns } = await page.fetchAsReceived('r', whole, table);
    expect(columns[0]?.received).toEqual(['9.00', '8.000']);
    expect(columns[1]?.received ?? null).toBeNull();
    // All that was ever in a cell, whatever row it stands in.
    const every = await page.fetchEveryCell('r', typed);
    expect(every.received).toEqual(['1.0', '2.0', '9.00', '8.000']);
    expect((await page.fetchEveryCell('r', { ...first, block: null })).cells).toEqual([]);
  });

  it('that a calendar is taken from comes with it', async () => {
    const marks = [{ kind: 'bands', id: 'm', calendar: { table: 't' } }];
    await draw(() => page.useCalendars(marks as never));
    const state = last() as { beside: ReadonlyMap<string, unknown> };
    expect([...state.beside.keys()]).toEqual(calendarTablesOf(marks as never));
  });
});
