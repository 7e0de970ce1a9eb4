/**
 * Windows that type into one table at once, put rows in, take them out, read
 * columns anew and lay newer extracts in their place, with undo by each: what is
 * in the cells then is worked out a second time, from the log alone.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FOLD, layersOf } from '../../src/core/change/fold.ts';
import { type ReportRecord, recordOf, reportOf } from '../../src/core/report/record.ts';
import { newReport, type StoredTable, storedTableIn } from '../../src/core/report/report.ts';
import { packTable, receivedCount } from '../../src/core/report/tables.ts';
import { readDocument } from '../../src/core/report/upgrade.ts';
import { rowsBefore, runsBetween, setTexts } from '../../src/core/table/edit.ts';
import { textsOfLayer } from '../../src/core/table/layer.ts';
import { rowsOf } from '../../src/core/table/row-names.ts';
import { Log } from '../log.ts';
import { runs } from '../runs.ts';
import { Dice } from './any-command.ts';
import { Client, settle } from './client.ts';
import { numbers, tableOf, texts } from './tables.ts';
import { typedByLog } from './typed-by-log.ts';

const KEYS = ['a', 'b', 'note'];
let count = 0;
const { item } = packTable(
  't',
  tableOf([numbers('a', [1, 2, 3, 4]), numbers('b', [5, 6, 7, 8]), texts('note', ['p', 'q', null, 's'])]),
  () => `first-${++count}`,
);
const START: ReportRecord = recordOf({ ...newReport('Cells', ''), items: [item] });
const tableIn = (record: ReportRecord) => storedTableIn(reportOf(record), 't') as StoredTable;

const WHAT = [
  'type',
  'type',
  'type',
  'type',
  'paste',
  'insert',
  'remove',
  'mark',
  'kind',
  'extract',
  'undo',
  'undo',
  'redo',
  'send',
  'send',
  'lost',
  'hear',
] as const;
const action = fc.record({ who: fc.nat({ max: 2 }), what: fc.constantFrom(...WHAT), seed: fc.nat() });
type Action = typeof action extends fc.Arbitrary<infer T> ? T : never;

/** What someone does at a table as the screen has it done. */
function act(client: Client, { what, seed }: Action): unknown {
  const dice = new Dice(seed);
  if (what === 'undo') return client.step('past');
  if (what === 'redo') return client.step('future');
  if (what === 'send' || what === 'lost') return client.send(what === 'lost');
  if (what === 'hear') return client.hear(1 + dice.below(4));
  const table = tableIn(client.shown);
  const rows = rowsOf(table);
  const id = `n${dice.below(1e9).toString(36)}`;
  const at = dice.below(rows.count + 1);
  const text = () => dice.of(['', '1', '2.5', 'closed', String(dice.below(1000))]);
  const run = (name: string, args: object) => client.run(name, { table: 't', ...args });
  if (what === 'type') return run('table.setCells', setTexts(rows, at, new Map([[dice.of(KEYS), [text()]]]), id));
  if (what === 'paste') {
    const down = () => Array.from({ length: 1 + dice.below(3) }, text);
    return run(
      'table.setCells',
      setTexts(
        rows,
        at,
        new Map([
          ['a', down()],
          ['note', down()],
        ]),
        id,
      ),
    );
  }
  if (what === 'insert') return run('table.insertRows', { run: rowsBefore(rows, at, 1 + dice.below(2), id) });
  if (rows.count === 0) return null;
  if (what === 'remove') {
    const from = dice.below(rows.count);
    return run('table.removeRows', { runs: runsBetween(rows, from, Math.min(rows.count, from + 1 + dice.below(2))) });
  }
  if (what === 'mark') {
    const name = rows.nameAt(dice.below(rows.count));
    return run('table.markTotals', { rows: { [name]: table.totals[name] !== true } });
  }
  if (what === 'kind') {
    const column = dice.of(table.columns);
    const cells = column.block === null ? undefined : { from: column.block, block: `${id}@${receivedCount(table)}` };
    const kind = dice.of(['a', 'b']);
    return run('table.setColumn', {
      column: column.meta.key,
      set: [{ path: ['title'], to: `${kind} ${dice.below(3)}` }],
      ...(cells && { cells }),
    });
  }
  const names = Array.from({ length: rows.count }, (_, row) => rows.nameAt(row)).filter(() => dice.next() < 0.7);
  const known = names.map((name) => ({
    of: name.slice(0, name.lastIndexOf('.')),
    from: Number(name.slice(name.lastIndexOf('.') + 1)),
    count: 1,
  }));
  const base = [...known, { of: id, from: 0, count: 1 + dice.below(2) }];
  const total = base.reduce((sum, one) => sum + one.count, 0);
  return run('table.replace', {
    base,
    columns: table.columns.map(({ meta, block, layer }) => ({
      key: meta.key,
      set: [],
      from: block,
      block: `${id}-${meta.key}@${total}`,
      ...(layer !== undefined && { layer }),
    })),
    added: [],
    gone: [],
    typed: Object.fromEntries(table.columns.map(({ meta, typed }) => [meta.key, typed])),
    inserted: table.inserted.map((one) => one.id),
    totals: {},
    remarks: [],
  });
}

function check(log: Log, clients: readonly Client[]): void {
  const table = tableIn(log.record);
  for (const client of clients) {
    expect(client.window.pending).toEqual([]);
    expect(tableIn(client.shown)).toEqual(table);
    expect(log.changes.filter(({ by }) => by === client.name).length + client.refused.length).toBe(client.made);
  }
  expect(readDocument(JSON.parse(JSON.stringify(log.record)))).toEqual(log.record);
  const stored = new Map(
    table.columns.flatMap(({ meta, layer, typed }) =>
      Object.entries({ ...textsOfLayer(log.layers.get(layer ?? '') ?? []), ...typed }).flatMap(([row, text]) =>
        // A cell that is as it was received is typed in no more.
        text === false ? [] : [[`${meta.key} ${row}`, text] as const],
      ),
    ),
  );
  expect(new Map([...stored].sort())).toEqual(new Map([...typedByLog(log.changes, log.layers)].sort()));
  // What was put together is made of the change alone as it was stored.
  for (const { name, fields } of log.changes)
    if (name === FOLD)
      for (const [block, made] of layersOf(fields, (id) => log.layers.get(id)))
        expect(made).toEqual(log.layers.get(block));
  // Each block has as many cells as there are received rows, whatever was taken back of what.
  for (const { block } of table.columns)
    expect(block === null ? null : Number(block.split('@')[1] ?? 4)).toBe(block === null ? null : receivedCount(table));
  // No row stands twice.
  const rows = rowsOf(table);
  const names = Array.from({ length: rows.count }, (_, row) => rows.nameAt(row));
  expect(new Set(names).size).toBe(names.length);
}

describe('windows that type into one table at once', () => {
  it('have the cells that the log says, in rows that are all there once', { timeout: 400_000 }, () => {
    fc.assert(
      fc.property(
        fc.array(action, { minLength: 5, maxLength: 60 }),
        fc.constantFrom(1, 2, 5, 1e9),
        (actions, foldFrom) => {
          // Beside what they do, the server puts typed cells together, early, late or never.
          const log = new Log(START, foldFrom);
          const clients = ['one', 'two', 'three'].map((name) => new Client(name, log));
          for (const one of actions) act(clients[one.who] as Client, one);
          settle(clients, log);
          check(log, clients);
        },
      ),
      { numRuns: runs(1500) },
    );
  });

  it('tell no clash of different cells, and each of one cell to both who set it', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            who: fc.nat({ max: 1 }),
            row: fc.nat({ max: 3 }),
            key: fc.constantFrom('a', 'b'),
            text: fc.constantFrom('1', '2'),
          }),
          { minLength: 2, maxLength: 8 },
        ),
        fc.constantFrom(1, 2, 1e9),
        (typed, foldFrom) => {
          const log = new Log(START, foldFrom);
          const clients = ['one', 'two'].map((name) => new Client(name, log));
          for (const { who, row, key, text } of typed)
            clients[who]?.run('table.setCells', { table: 't', cells: { [key]: { [`r.${row}`]: text } } });
          settle(clients, log);
          const last = (who: number): ReadonlyMap<string, string> =>
            new Map(
              typed.filter((one) => one.who === who).map(({ row, key, text }) => [`${key} r.${row}`, text] as const),
            );
          const [ones, twos] = [last(0), last(1)];
          const wanted = [...ones]
            .filter(([cell, text]) => twos.has(cell) && twos.get(cell) !== text)
            .map(([cell]) => cell);
          for (const client of clients) {
            expect(client.refused).toEqual([]);
            const told = new Set(client.clashes.map(({ path }) => `${path[3]} ${path[5]}`));
            expect([...told].filter((cell) => !ones.has(cell) || !twos.has(cell))).toEqual([]);
            for (const cell of wanted) expect(told).toContain(cell);
          }
        },
      ),
      { numRuns: runs(300) },
    );
  });
});

describe('edits of cells', () => {
  const rows = 10_000;
  const id = crypto.randomUUID();
  const { item: large } = packTable(id, tableOf([numbers('passengers_thousands', new Array(rows).fill(1))]), () =>
    crypto.randomUUID(),
  );
  const log = () => new Log(recordOf({ ...newReport('Large', ''), items: [large] }));
  const typedIn = (client: Client) => storedTableIn(reportOf(client.shown), id)?.columns[0]?.typed ?? {};

  it('are sent in less than 300 letters for one cell', () => {
    const client = new Client('one', log());
    client.run('table.setCells', { table: id, cells: { passengers_thousands: { 'r.9999': '1,234.5' } } });
    const commands = client.window.pending.map(({ call }) => call);
    const request = { base: 12_345, commands, blocks: {}, by: crypto.randomUUID() };
    expect(JSON.stringify(request).length).toBeLessThan(300);
  });

  it('are one change and one step to undo for a paste of 10,000 cells, beside what someone else types', () => {
    const server = log();
    const [one, two] = [new Client('one', server), new Client('two', server)];
    const texts = Array.from({ length: rows }, (_, row) => String(row));
    const edit = setTexts(rowsOf(large), 0, new Map([['passengers_thousands', texts]]), 'more');
    expect(one.run('table.setCells', { table: id, ...edit })).toBe('done');
    two.run('table.setCells', { table: id, cells: { passengers_thousands: { 'r.5': 'mine' } } });
    settle([one, two], server);
    expect(server.changes).toHaveLength(2);
    expect(typedIn(one)['r.5']).toBe('mine');
    expect(typedIn(one)['r.6']).toBe('6');
    expect(one.clashes).toHaveLength(1);
    expect(two.clashes).toHaveLength(1);
    one.step('past');
    settle([one, two], server);
    expect(typedIn(two)).toEqual({ 'r.5': 'mine' });
    one.step('future');
    settle([one, two], server);
    expect(Object.keys(typedIn(two))).toHaveLength(rows);
  });
});
