/** Single changes: what each comes to, what taking it back leaves, and how edits of cells meet. */
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { type Call, type Change, UNDO } from '../../src/core/change/change.ts';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { meet, putOnTop, shownIn } from '../../src/core/change/meet.ts';
import { runCall } from '../../src/core/change/run.ts';
import { sayPath, sayValue } from '../../src/core/change/say-path.ts';
import { usersOfColumn } from '../../src/core/item/users.ts';
import { partsBetween } from '../../src/core/named/parts.ts';
import { Refusal } from '../../src/core/refusal.ts';
import { recordOf, reportOf } from '../../src/core/report/record.ts';
import { figureIn, MOST_ITEMS, type Report, type StoredTable, tableIn } from '../../src/core/report/report.ts';
import { ColumnMeta } from '../../src/core/table/column.ts';
import { rowsOf } from '../../src/core/table/row-names.ts';

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

  it('leaves what has changed since, and refuses when that is all of it', () => {
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
      /The .* of “Passengers by route” has changed since/,
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
    expect(() => runCall(gone, undo(change), known(change))).toThrow(/removed has changed since/);
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

  it('of an addition that others use keeps what they made of it, which has it again when that is taken back', () => {
    const steps = [{ kind: 'turn' }];
    const added = logged(
      call('item.add', {
        item: { type: 'shaped', id: 'turned', name: 'Turned', of: 'sailings', steps, calculations: [] },
      }),
    );
    const now = runCall(record, added, () => undefined).record;
    const item = { ...figure(report), id: 'of-turned', table: 'turned' };
    const used = runCall(now, { name: 'item.add', args: { item } }, () => undefined).record;
    const back = runCall(used, undo(added), known(added));
    expect(reportOf(back.record).items.map(({ id }) => id)).toContain('of-turned');
    expect(reportOf(back.record).items.map(({ id }) => id)).not.toContain('turned');
    const again = { ...undo(added), id: '00000000-0000-4000-8000-00000000000b' };
    expect(runCall(back.record, again, () => back).record).toEqual(used);
  });
});

describe('edits of cells that meet', () => {
  const [month, column] = sailings.columns;
  const key = column?.meta.key ?? '';
  const typed = (cells: Record<string, Record<string, string | null>>, more: object = {}) =>
    call('table.setCells', { table: 'sailings', cells, ...more });
  const windowOf = (...calls: Call[]) => ({
    revision: 0,
    stored: record,
    pending: putOnTop(record, calls, () => undefined).pending,
  });
  const typedIn = (at: typeof record) =>
    (tableIn(reportOf(at), 'sailings') as StoredTable).columns.find(({ meta }) => meta.key === key)?.typed;

  it('have nothing to do with each other where they are of different cells, also of one column', () => {
    const mine = typed({ [key]: { 'r.2': '5' } });
    const change = logged(typed({ [key]: { 'r.3': '6' } }));
    const met = meet(windowOf(mine), [change], [], () => undefined);
    expect([met.refused, met.clashes]).toEqual([[], []]);
    expect(typedIn(shownIn(met.window))).toEqual({ 'r.2': '5', 'r.3': '6' });
  });

  it('of one cell are told to both, and the later one stands', () => {
    const mine = typed({ [key]: { 'r.2': '5' } });
    const change = logged(typed({ [key]: { 'r.2': '6' } }));
    const met = meet(windowOf(mine), [change], [], () => undefined);
    expect(met.clashes).toMatchObject([
      { path: ['items', 'sailings', 'columns', key, 'typed', 'r.2'], stands: 'mine', other: '6' },
    ]);
    expect(typedIn(shownIn(met.window))).toEqual({ 'r.2': '5' });
  });

  it('make two rows where two add one at the end, and each has what was typed into it', () => {
    const last = `r.${rowsOf(sailings).count - 1}`;
    const added = (id: string, text: string) =>
      typed({ [key]: { [`${id}.0`]: text } }, { rows: [{ id, count: 1, after: last }] });
    const met = meet(windowOf(added('one', '1')), [logged(added('two', '2'))], [], () => undefined);
    expect([met.refused, met.clashes]).toEqual([[], []]);
    expect(typedIn(shownIn(met.window))).toEqual({ 'one.0': '1', 'two.0': '2' });
    const rows = rowsOf(tableIn(reportOf(shownIn(met.window)), 'sailings') as StoredTable);
    expect(rows.count).toBe(rowsOf(sailings).count + 2);
  });

  it('stay where rows are put in above, marked, or taken out elsewhere', () => {
    const inserted = call('table.insertRows', { table: 'sailings', run: { id: 'top', count: 2, after: null } });
    const marked = call('table.markTotals', { table: 'sailings', rows: { 'r.7': true } });
    const removed = call('table.removeRows', { table: 'sailings', runs: [{ of: 'r', from: 0, count: 2 }] });
    const changes = [inserted, marked, removed].map((one, at) => ({ ...logged(one), revision: at + 1 }));
    const mine = [
      typed({ [key]: { 'r.5': '5' } }),
      call('table.markTotals', { table: 'sailings', rows: { 'r.6': true } }),
    ];
    const met = meet(windowOf(...mine), changes, [], () => undefined);
    expect([met.refused, met.clashes]).toEqual([[], []]);
    const table = tableIn(reportOf(shownIn(met.window)), 'sailings') as StoredTable;
    expect(rowsOf(table).indexOf('r.5')).toBe(5);
    expect(table.totals).toEqual({ 'r.6': true, 'r.7': true });
  });

  it('that were undone leave what the other one typed, in rows that came with them as well', () => {
    const run = { id: 'mine', count: 1, after: 'r.0' };
    const put = call('table.insertRows', { table: 'sailings', run });
    const one = runCall(record, put, () => undefined);
    const two = runCall(one.record, typed({ [key]: { 'mine.0': 'theirs', 'r.1': '7' } }), () => undefined);
    const undo = { name: UNDO, args: { changes: [put.id] } };
    expect(() => runCall(two.record, undo, () => one)).toThrow('so “inserted rows” cannot be undone.');
    const other = runCall(one.record, typed({ [key]: { 'r.1': '7' } }), () => undefined);
    expect(typedIn(runCall(other.record, undo, () => one).record)).toEqual({ 'r.1': '7' });
    // Nor does a row that stands behind another lose its place.
    const behind = call('table.insertRows', { table: 'sailings', run: { id: 'theirs', count: 1, after: 'mine.0' } });
    expect(() => runCall(runCall(one.record, behind, () => undefined).record, undo, () => one)).toThrow(
      'cannot be undone',
    );
  });

  it('are typed into a column whose kind is changed and changed back, and no text is lost', () => {
    const meta = { key, title: 'x', kind: 'text', ordered: false } as const;
    const kind = call('table.setColumn', {
      table: 'sailings',
      column: key,
      set: partsBetween(ColumnMeta, column?.meta ?? meta, meta),
      cells: { from: column?.block, block: 'as-text' },
    });
    const one = runCall(record, kind, () => undefined);
    const two = runCall(one.record, typed({ [key]: { 'r.1': 'closed' } }), () => undefined);
    const back = runCall(two.record, { name: UNDO, args: { changes: [kind.id] } }, () => one);
    const found = (tableIn(reportOf(back.record), 'sailings') as StoredTable).columns.find(
      (one) => one.meta.key === key,
    );
    expect(found).toEqual({ ...column, typed: { 'r.1': 'closed' } });
    // Read anew by someone else since, it is theirs: neither the cells nor what they are read as go back alone.
    const again = call('table.setColumn', {
      table: 'sailings',
      column: key,
      set: [{ path: ['title'], to: 'y' }],
      cells: { from: 'as-text', block: 'again' },
    });
    const three = runCall(one.record, again, () => undefined);
    expect(() => runCall(three.record, { name: UNDO, args: { changes: [kind.id] } }, () => one)).toThrow(
      'cannot be undone',
    );
  });

  it('go with a newer extract only where it knows them', () => {
    const cells = runCall(record, typed({ [key]: { 'r.1': '1', 'r.2': '2' } }), () => undefined);
    const columns = sailings.columns.map(({ meta, block }) => ({
      key: meta.key,
      set: [],
      from: block,
      block: `${meta.key}-new`,
    }));
    const replace = call('table.replace', {
      table: 'sailings',
      base: [
        { of: 'r', from: 1, count: 3 },
        { of: 'new', from: 0, count: 1 },
      ],
      columns,
      added: [],
      gone: [],
      typed: { [key]: { 'r.1': '1' } },
      inserted: [],
      totals: {},
      remarks: [],
    });
    const done = runCall(cells.record, replace, () => undefined);
    expect(typedIn(done.record)).toEqual({ 'r.2': '2' });
    // What is typed and read anew since: the rows and the cells of all columns go back together, or stay.
    const more = runCall(done.record, typed({ [key]: { 'r.3': '3' } }), () => undefined);
    const undo = { name: UNDO, args: { changes: [replace.id] } };
    const back = runCall(more.record, undo, () => done);
    expect(typedIn(back.record)).toEqual({ 'r.1': '1', 'r.2': '2', 'r.3': '3' });
    const table = tableIn(reportOf(back.record), 'sailings') as StoredTable;
    expect([table.base, table.columns.map(({ block }) => block)]).toEqual([
      sailings.base,
      sailings.columns.map(({ block }) => block),
    ]);
    const reread = call('table.setColumn', {
      table: 'sailings',
      column: month?.meta.key,
      set: [{ path: ['title'], to: 'When' }],
      cells: { from: `${month?.meta.key}-new`, block: 'other' },
    });
    const stays = runCall(runCall(done.record, reread, () => undefined).record, undo, () => done);
    const left = tableIn(reportOf(stays.record), 'sailings') as StoredTable;
    expect(left.base).toEqual([
      { of: 'r', from: 1, count: 3 },
      { of: 'new', from: 0, count: 1 },
    ]);
    expect(left.columns[1]?.block).toBe(`${key}-new`);
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
    [['items', 'sailings', 'columns', 'month', 'block'], 'The way in which “month” of “Monthly sailings” is read'],
    [['items', 'sailings', 'columns', 'month', 'typed', 'r.4'], 'The cell of “month” in row 5 of “Monthly sailings”'],
    [
      ['items', 'sailings', 'columns', 'month', 'typed', 'x.4'],
      'The cell of “month” in a row that is gone of “Monthly sailings”',
    ],
    [['items', 'sailings', 'totals', 'r.0'], 'The mark of row 1 of “Monthly sailings” as a total'],
    [['items', 'sailings', 'removed', 'r.3:2'], 'What was taken out of “Monthly sailings”'],
    [['items', 'sailings', 'base'], 'The rows of “Monthly sailings”'],
    [['items', 'gone', 'name'], 'Something that was removed'],
  ])('%j', (path, words) => {
    expect(sayPath(report, path)).toBe(words);
  });

  it('say short values and leave long ones', () => {
    expect(
      [undefined, null, '', 3, true, 'x', [{ text: 'a' }, { text: 'b' }], { a: 1 }].map((value) => sayValue(value)),
    ).toEqual(['nothing', 'automatic', 'empty', '3', 'yes', '“x”', '“ab”', null]);
    expect(sayValue('🛳'.repeat(70))).toBe(`“${'🛳'.repeat(60)}…”`);
  });
});
