/** Single changes: what each comes to, what taking it back leaves, and how edits of cells meet. */
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { type Call, type Change, UNDO } from '../../src/core/change/change.ts';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { meet, putOnTop } from '../../src/core/change/meet.ts';
import { refitCells } from '../../src/core/change/refit.ts';
import { runCall } from '../../src/core/change/run.ts';
import { sayPath, sayValue } from '../../src/core/change/say-path.ts';
import { usersOfColumn } from '../../src/core/item/users.ts';
import { Refusal } from '../../src/core/refusal.ts';
import { recordOf, reportOf } from '../../src/core/report/record.ts';
import { figureIn, MOST_ITEMS, type Report, type StoredTable, tableIn } from '../../src/core/report/report.ts';

const { report } = demoReport();
const record = recordOf(report);
const FIGURE = 'passengers';
const done = (calls: readonly [string, unknown][], on = report) =>
  calls.reduce((now, [name, args]) => runCommand(now, name, args).report, on);
const figure = (of: Report) => {
  const found = figureIn(of, FIGURE);
  if (!found) throw new Error('no figure');
  return found;
};
const sailings = tableIn(report, 'sailings') as StoredTable;
let count = 0;
const call = (name: string, args: unknown): Call => ({ id: crypto.randomUUID(), name, args, seen: 0 });
const logged = (by: Call, on = record, revision = 1): Change => {
  const { label, fields } = runCall(on, by, () => undefined);
  return { ...by, seen: 0, revision, by: 'ann', label, fields };
};

describe('commands on any kind of thing', () => {
  it('put a copy after the thing, with a name of its own', () => {
    const now = done([['item.duplicate', { item: FIGURE, id: 'copy' }]]);
    const ids = now.items.map(({ id }) => id);
    expect(ids.indexOf('copy')).toBe(ids.indexOf(FIGURE) + 1);
    expect(figureIn(now, 'copy')).toEqual({ ...figure(now), id: 'copy', name: 'Passengers by route, copy' });
    expect(() => done([['item.duplicate', { item: FIGURE, id: FIGURE }]])).toThrow(/same id/);
  });

  it('put a thing before another one or at the end, and leave it where it is before itself', () => {
    const ids = (of: Report) => of.items.map(({ id }) => id);
    const first = report.items[0]?.id ?? '';
    expect(ids(done([['item.move', { item: FIGURE, before: first }]]))[0]).toBe(FIGURE);
    expect(ids(done([['item.move', { item: first, before: null }]])).at(-1)).toBe(first);
    expect(ids(done([['item.move', { item: FIGURE, before: FIGURE }]]))).toEqual(ids(report));
    expect(() => done([['item.move', { item: FIGURE, before: 'gone' }]])).toThrow(/nothing with the id “gone”/);
  });

  it('refuse more things than a report holds, words that a table lacks, and a table that is used', () => {
    const many = Array.from({ length: MOST_ITEMS - report.items.length }, (_, index): [string, unknown] => [
      'item.duplicate',
      { item: FIGURE, id: `copy-${index}` },
    ]);
    const full = done(many);
    expect(full.items).toHaveLength(MOST_ITEMS);
    expect(() => done([['item.duplicate', { item: FIGURE, id: 'last' }]], full)).toThrow(/at most 500 things/);
    expect(() => done([['item.setWords', { item: 'sailings', words: { title: 'x' } }]])).toThrow(/no words of its own/);
    expect(() => done([['item.setNoteAside', { item: 'sailings', check: 'a', facts: '', reason: 'b' }]])).toThrow(
      /no proof notes/,
    );
    expect(() => done([['item.remove', { item: 'sailings' }]])).toThrow(/is used by figure/);
  });

  it('count a column that only labels values as used', () => {
    const now = done([['figure.styleLines', { figure: FIGURE, lines: ['line-1'], values: { column: 'cancelled' } }]]);
    expect(usersOfColumn(now, 'sailings', 'cancelled')).toContain('figure “Passengers by route”');
    expect(usersOfColumn(report, 'sailings', 'cancelled')).not.toContain('figure “Passengers by route”');
  });

  it('refuse an axis that ends where it begins, and a key that a calculation would double', () => {
    expect(() => done([['figure.setAxis', { figure: FIGURE, side: 'left', axis: { from: 5, to: 5 } }]])).toThrow(
      /cannot run from 5 to 5/,
    );
    const key = sailings.columns[1]?.meta.key;
    const line = { ...figure(report).lines[0], id: 'x', column: key };
    const calculation = { key, title: 'Twice', rule: { kind: 'level', value: 1 } };
    expect(() => done([['figure.addCalculatedLine', { figure: FIGURE, calculation, line }]])).toThrow(/same key/);
  });

  it('forget where a name was put when another place is chosen for it', () => {
    const now = done([
      ['figure.placeName', { figure: FIGURE, line: 'line-1', offset: { dx: 9, dy: 9 } }],
      ['figure.nameLines', { figure: FIGURE, lines: ['line-1'], named: 'beside' }],
    ]);
    expect(figure(now).lines[0]).toMatchObject({ named: 'beside', nameMoved: null });
  });
});

describe('taking back', () => {
  const known =
    (...changes: Change[]) =>
    (id: string) =>
      changes.find((change) => change.id === id);
  const undo = (change: Change) => ({ name: UNDO, args: { changes: [change.id] } });

  it('leaves what was changed since, and refuses when that is all of it', () => {
    const change = logged(call('item.setWords', { item: FIGURE, words: { title: 'Mine', source: 'Mine' } }));
    const mine = runCall(record, change, () => undefined).record;
    const theirs = runCall(
      mine,
      { name: 'item.setWords', args: { item: FIGURE, words: { title: 'Theirs' } } },
      () => undefined,
    ).record;
    const back = runCall(theirs, undo(change), known(change));
    expect(figure(reportOf(back.record)).words).toEqual({ ...figure(report).words, title: 'Theirs' });
    expect(back.left).toEqual([['items', FIGURE, 'words', 'title']]);
    const both = runCall(
      theirs,
      { name: 'item.setWords', args: { item: FIGURE, words: { source: 'Theirs' } } },
      () => undefined,
    ).record;
    expect(() => runCall(both, undo(change), known(change))).toThrow(
      /The .* of “Passengers by route” was changed since/,
    );
  });

  it('takes nothing back twice, and says nothing of a field that stands as before again', () => {
    const change = logged(call('report.setWords', { title: 'New', edition: 'New' }));
    const now = runCall(record, change, () => undefined).record;
    const old = runCall(now, { name: 'report.setWords', args: { title: report.title } }, () => undefined).record;
    const back = runCall(old, undo(change), known(change));
    expect(back).toMatchObject({ left: [], fields: [{ path: ['edition'] }] });
  });

  it('refuses what its things no longer have room for, or what would make no sense', () => {
    const change = logged(call('figure.setAxis', { figure: FIGURE, side: 'left', axis: { to: 400 } }));
    const now = runCall(record, change, () => undefined).record;
    const gone = runCall(now, { name: 'item.remove', args: { item: FIGURE } }, () => undefined).record;
    expect(() => runCall(gone, undo(change), known(change))).toThrow(/removed was changed since/);
    const low = logged(call('figure.setAxis', { figure: FIGURE, side: 'left', axis: { from: 100, to: 200 } }));
    const high = runCall(
      runCall(record, low, () => undefined).record,
      { name: 'figure.setAxis', args: { figure: FIGURE, side: 'left', axis: { from: 50 } } },
      () => undefined,
    );
    expect(runCall(high.record, undo(low), known(low)).left).toHaveLength(1);
    expect(() => runCall(record, undo(change), known())).toThrow(/not in the log/);
    // What was taken out of a thing that is gone since cannot be put back into it.
    const line = logged(call('figure.removeLines', { figure: FIGURE, lines: ['line-4'] }));
    const without = runCall(record, line, () => undefined).record;
    const none = runCall(without, { name: 'item.remove', args: { item: FIGURE } }, () => undefined).record;
    expect(() => runCall(none, undo(line), known(line))).toThrow(Refusal);
  });

  it('of an addition that others use refuses, and keeps what they made of it', () => {
    const steps = [{ kind: 'turn' }];
    const added = logged(
      call('item.add', {
        item: { type: 'shaped', id: 'turned', name: 'Turned', of: 'sailings', steps, calculations: [] },
      }),
    );
    const now = runCall(record, added, () => undefined).record;
    const item = { ...figure(report), id: 'of-turned', table: 'turned' };
    const used = runCall(now, { name: 'item.add', args: { item } }, () => undefined).record;
    expect(() => runCall(used, undo(added), known(added))).toThrow(/no table “turned”/);
  });
});

describe('edits of cells that meet', () => {
  const [, column] = sailings.columns;
  const key = column?.meta.key ?? '';
  const from = column?.block ?? '';
  const edit = (rows: number, keys: readonly string[] = [key], of: Report = report): Call => {
    const table = tableIn(of, 'sailings') as StoredTable;
    const columns = keys.map((one) => ({
      key: one,
      from: table.columns.find(({ meta }) => meta.key === one)?.block ?? '',
      block: `block-${++count}`,
    }));
    return call('table.setCells', { table: 'sailings', rows, columns });
  };
  const blockOf = ({ args }: Call) => (args as { columns: { block: string }[] }).columns[0]?.block ?? '';
  const rows = sailings.rows;

  it('are laid over each other, row by row', () => {
    const theirs = edit(rows);
    const mine = edit(rows);
    const change = logged(theirs);
    const now = runCall(record, theirs, () => undefined).record;
    const splice = { at: 2, remove: 1, insert: [5], received: ['5.00'] };
    const blocks = { [blockOf(mine)]: { of: from, splice } };
    const fitted = refitCells(mine, blocks, now, [change], () => 'new');
    expect(fitted.blocks).toEqual({ new: { of: blockOf(theirs), splice } });
    expect(fitted.call.args).toMatchObject({ rows, columns: [{ key, from: blockOf(theirs), block: 'new' }] });
    expect(() => runCall(now, mine, () => undefined)).toThrow(/changed elsewhere/);
    expect(runCall(now, fitted.call, () => undefined).fields).toHaveLength(1);
  });

  it('keep rows that the other one added at the end', () => {
    const keys = sailings.columns.map(({ meta }) => meta.key);
    const theirs = edit(rows + 2, keys);
    const change = logged(theirs);
    const now = runCall(record, theirs, () => undefined).record;
    const mine = edit(rows + 1, keys);
    const blocks = Object.fromEntries(
      (mine.args as { columns: { block: string; from: string }[] }).columns.map(({ block, from: of }) => [
        block,
        { of, splice: { at: rows, remove: 0, insert: [7] } },
      ]),
    );
    const fitted = refitCells(mine, blocks, now, [change], () => `new-${++count}`);
    expect(fitted.call.args).toMatchObject({ rows: rows + 2 });
    for (const block of Object.values(fitted.blocks)) expect(block).toMatchObject({ splice: { at: rows, remove: 1 } });
    const three = Object.fromEntries(
      Object.entries(blocks).map(([block, made]) => [
        block,
        { ...made, splice: { ...made.splice, insert: [7, 8, 9] } },
      ]),
    );
    const longer = refitCells(
      { ...mine, args: { ...(mine.args as object), rows: rows + 3 } },
      three,
      now,
      [change],
      () => `new-${++count}`,
    );
    expect(longer.call.args).toMatchObject({ rows: rows + 3 });
    for (const block of Object.values(longer.blocks)) expect(block).toMatchObject({ splice: { at: rows, remove: 2 } });
  });

  it('are refused where rows were put in between, and stay as they are where nothing meets', () => {
    const mine = edit(rows);
    const keys = sailings.columns.map(({ meta }) => meta.key);
    const inserted = { ...edit(rows + 1, keys), name: 'table.insertRows' };
    const now = runCall(record, inserted, () => undefined).record;
    const blocks = { [blockOf(mine)]: { of: from, splice: { at: 2, remove: 1, insert: [5] } } };
    expect(refitCells(mine, blocks, now, [logged(inserted)], () => 'new').call).toBe(mine);
    expect(refitCells(mine, blocks, record, [], () => 'new').call).toBe(mine);
  });

  it('are refitted when a window takes what the other typed', () => {
    const theirs = edit(rows);
    const mine = edit(rows);
    const window = { revision: 0, stored: record, pending: putOnTop(record, [mine], () => undefined).pending };
    const blocks = { [blockOf(mine)]: { of: from, splice: { at: 2, remove: 1, insert: [5] } } };
    const change = logged(theirs);
    const refit = (one: Call, on: typeof record) => refitCells(one, blocks, on, [change], () => 'new').call;
    expect(meet(window, [change], [], () => undefined).refused).toHaveLength(1);
    const met = meet(window, [change], [], () => undefined, refit);
    expect(met).toMatchObject({ refused: [], window: { pending: [{ call: { id: mine.id } }] } });
  });
});

describe('fields in words', () => {
  it.each<[string[], string]>([
    [['title'], 'The title of the report'],
    [['items', FIGURE], 'Figure “Passengers by route”'],
    [['items', FIGURE, 'words', 'title'], 'The title of “Passengers by route”'],
    [['items', FIGURE, 'name'], 'The name of “Passengers by route”'],
    [['items', FIGURE, 'leftAxis', 'every'], 'The left axis (every) of “Passengers by route”'],
    [['items', FIGURE, 'lines', 'line-2', 'weight'], 'The weight of line “Harbour shuttle” of “Passengers by route”'],
    [['items', FIGURE, 'lines', 'line-2'], 'Line “Harbour shuttle” of “Passengers by route”'],
    [['items', 'sailings', 'columns', 'month', 'block'], 'The block of column “month” of “Monthly sailings”'],
    [['items', 'gone', 'name'], 'Something that was removed'],
  ])('%j', (path, words) => {
    expect(sayPath(report, path)).toBe(words);
  });

  it('say short values and leave long ones', () => {
    expect([undefined, null, '', 3, true, 'x', [{ text: 'a' }, { text: 'b' }], { a: 1 }].map(sayValue)).toEqual([
      'nothing',
      'automatic',
      'empty',
      '3',
      'yes',
      '“x”',
      '“ab”',
      null,
    ]);
    expect(sayValue('🛳'.repeat(70))).toBe(`“${'🛳'.repeat(60)}…”`);
  });
});
