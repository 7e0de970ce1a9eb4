/**
 * Three windows, by the connections of two servers to one database, type into one table at once, put
 * rows in, take them out and take back what they did; answers are lost and asked
 * for again. What stands in the cells is worked out a second time from the log.
 */
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { afterAll, expect, it } from 'vitest';
import { type Call, type Change, UNDO } from '../../src/core/change/change.ts';
import { FOLD } from '../../src/core/change/fold.ts';
import { newReport, storedTableIn } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import type { Cell } from '../../src/core/table/column.ts';
import { rowsBefore, runsBetween, setTexts } from '../../src/core/table/edit.ts';
import { textsOfLayer } from '../../src/core/table/layer.ts';
import { rowsOf } from '../../src/core/table/row-names.ts';
import { loadCells } from '../../src/server/blocks.ts';
import { runCalls } from '../../src/server/changes.ts';
import { type Database, openDatabase } from '../../src/server/database.ts';
import { changesSince } from '../../src/server/log.ts';
import { createReport } from '../../src/server/reports.ts';
import { loadReport } from '../../src/server/stored.ts';
import { runs } from '../runs.ts';
import { Dice } from '../unit/any-command.ts';
import { numbers, tableOf, texts } from '../unit/tables.ts';
import { typedByLog } from '../unit/typed-by-log.ts';
import { ownDatabase } from './own-database.ts';

const own = ownDatabase();
const ROWS = 900;
const TURNS = 25;
const others: Database[] = [];
afterAll(() => Promise.all(others.map((db) => db.destroy())));

const TABLE = tableOf([
  numbers('a', new Array(ROWS).fill(1)),
  numbers('b', new Array(ROWS).fill(2)),
  texts('note', new Array(ROWS).fill('p')),
]);
const KEYS = ['a', 'b', 'note'];

/** The database of this test by the connections of a second server. */
async function secondServer(): Promise<Database> {
  const { rows: named } = await sql<{ name: string }>`select current_database() as name`.execute(own());
  const address = Object.assign(new URL(process.env['DATABASE_URL'] ?? ''), { pathname: `/${named[0]?.name}` });
  const other = openDatabase(address.href);
  others.push(other);
  return other;
}

/**
 * Cells in which someone typed the text that stood there. Over texts that were
 * put together that is a change, since a command does not see those, and over
 * others it is none; so what is taken back after it may stand or not.
 */
function saidAgain(log: readonly Change[]): Set<string> {
  const found = new Set<string>();
  for (const [at, { name, args }] of log.entries()) {
    if (name !== 'table.setCells') continue;
    const before = typedByLog(log.slice(0, at), new Map());
    for (const [column, texts] of Object.entries((args as { cells: Record<string, Record<string, string>> }).cells))
      for (const [row, text] of Object.entries(texts))
        if (before.get(`${column} ${row}`) === text) found.add(`${column} ${row}`);
  }
  return found;
}

/** Three who type in a report of their own until each had its turns; what stands then is what the log says. Gives how often it was folded. */
async function threeTypeIn(other: Database, seed: number): Promise<number> {
  const { item, blocks } = packTable('t', TABLE, randomUUID);
  const report = await createReport(own(), { ...newReport('Two servers', ''), items: [item] }, blocks);
  const tableNow = async (db: Database) => {
    const stored = await loadReport(db, report);
    const found = stored && storedTableIn(stored.report, 't');
    if (!found) throw new Error('no table');
    return found;
  };
  const write = async (writer: number) => {
    const [db, dice] = [writer === 2 ? other : own(), new Dice(seed + writer)];
    const made: string[] = [];
    let table = await tableNow(db);
    for (let turn = 0; turn < TURNS; turn++) {
      // Most of the time a window is behind what others did.
      if (dice.next() < 0.4) table = await tableNow(db);
      const [rows, id] = [rowsOf(table), randomUUID()];
      const at = dice.below(rows.count);
      const many = dice.next() < 0.4 ? 600 : 1;
      const down = Array.from({ length: many }, () => dice.of(['', '1', '2.5', 'closed', String(dice.below(1000))]));
      const what = dice.of(['type', 'type', 'type', 'insert', 'remove', 'undo', 'undo'] as const);
      const taken = made[dice.below(made.length)];
      const call: Call =
        what === 'undo' && taken
          ? { id, name: UNDO, args: { changes: [taken] } }
          : what === 'insert'
            ? { id, name: 'table.insertRows', args: { table: 't', run: rowsBefore(rows, at, 2, id) } }
            : what === 'remove'
              ? {
                  id,
                  name: 'table.removeRows',
                  args: { table: 't', runs: runsBetween(rows, at, Math.min(rows.count, at + 1)) },
                }
              : {
                  id,
                  name: 'table.setCells',
                  args: { table: 't', ...setTexts(rows, at, new Map([[dice.of(KEYS), down]]), id) },
                };
      const request = { base: 0, by: `writer-${writer}`, blocks: {}, commands: [call] };
      const answer = await runCalls(db, report, request);
      // An answer that was lost: the same is asked for once more.
      if (dice.next() < 0.3)
        expect((await runCalls(db, report, request))?.known.length).toBe(answer?.refused.length === 0 ? 1 : 0);
      if (answer?.refused.length === 0) made.push(id);
    }
  };
  await Promise.all([write(0), write(1), write(2)]);
  const log: Change[] = [];
  for (
    let more = await changesSince(own(), report, 0);
    more.length > 0;
    more = await changesSince(own(), report, log.at(-1)?.revision ?? 0)
  )
    log.push(...more);
  expect(log.map(({ revision }) => revision)).toEqual(log.map((_, at) => at + 1));
  const table = await tableNow(other);
  const stored = new Map<string, string | null>();
  for (const { meta, layer, typed } of table.columns) {
    const below: readonly Cell[] = layer === undefined ? [] : ((await loadCells(other, report, layer))?.cells ?? []);
    for (const [row, text] of Object.entries({ ...textsOfLayer(below), ...typed }))
      if (text !== false) stored.set(`${meta.key} ${row}`, text);
  }
  const [ambiguous, expected] = [saidAgain(log), typedByLog(log, new Map())];
  const clear = (cells: ReadonlyMap<string, string | null>) =>
    new Map([...cells].filter(([cell]) => !ambiguous.has(cell)).sort());
  expect(clear(stored)).toEqual(clear(expected));
  expect(clear(expected).size).toBeGreaterThan(expected.size / 2);
  const rows = rowsOf(table);
  const names = Array.from({ length: rows.count }, (_, row) => rows.nameAt(row));
  expect(new Set(names).size).toBe(names.length);
  return log.filter(({ name }) => name === FOLD).length;
}

it('have all that each typed and no one took back, in rows that are all there once', {
  timeout: 400_000 * Math.max(1, runs(1)),
}, async () => {
  const other = await secondServer();
  const first = Number(process.env['RIZO_SEED'] ?? 1);
  for (let round = 0; round < runs(3); round++) await threeTypeIn(other, first + 3 * round);
});
