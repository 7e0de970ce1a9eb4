import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoReport, monthlySailings, pierTraffic, yearlyTraffic } from '../../demo/skerry.ts';
import { type Call, type Change, UNDO } from '../../src/core/change/change.ts';
import { type CommandCall, type CommandName, runCommand } from '../../src/core/change/commands/index.ts';
import { type History, historyOf } from '../../src/core/change/history.ts';
import { meet, putOnTop, shownIn, type Window } from '../../src/core/change/meet.ts';
import { runCall } from '../../src/core/change/run.ts';
import { Mark } from '../../src/core/figure/marks.ts';
import { applyFields, invert } from '../../src/core/named/fields.ts';
import { recordOf, reportOf } from '../../src/core/report/record.ts';
import { figureIn, Report } from '../../src/core/report/report.ts';

const { report, blocks } = demoReport();
const FIGURE = 'passengers';
const run = (name: CommandName, args: unknown, on = report) => runCommand(on, name, args);
const figure = (of: Report) => {
  const found = figureIn(of, FIGURE);
  if (!found) throw new Error('no figure');
  return found;
};

describe('the demo report', () => {
  it('is valid, the same at every run, and sends all its cells', () => {
    expect(Report.parse(report)).toEqual(report);
    expect(demoReport()).toEqual({ report, blocks });
    expect(monthlySailings().split('\n')).toHaveLength(38);
  });

  it('says nothing in its titles that its data does not', () => {
    const rows = monthlySailings()
      .trim()
      .split('\n')
      .slice(1)
      .map((line) => line.split(','));
    const summers = [2024, 2025, 2026].map((year) =>
      Math.max(...rows.filter(([month]) => month?.startsWith(String(year))).map(([, outer]) => Number(outer))),
    );
    const isles = new Map(rows.map(([month = '', outer]) => [month, Number(outer)]));
    for (let month = 1; month <= 9; month++) {
      const now = isles.get(`2026-0${month}`);
      expect(now).toBeGreaterThanOrEqual(isles.get(`2025-0${month}`) ?? Infinity);
    }
    expect(summers[1]).toBeGreaterThan(summers[0] ?? 0);
    expect(summers[2]).toBeGreaterThan(summers[1] ?? 0);
    const lows = [2024, 2025, 2026].map((year) =>
      Math.min(...rows.filter(([month]) => month?.startsWith(String(year))).map((row) => Number(row[5]))),
    );
    expect(lows[1]).toBeLessThan(lows[0] ?? 0);
    expect(lows[2]).toBeLessThan(lows[1] ?? 0);
    const foot = new Map(
      yearlyTraffic()
        .trim()
        .split('\n')
        .map((line) => [line.slice(0, 4), Number(line.split(',')[1])]),
    );
    const traffic = pierTraffic()
      .trim()
      .split('\n')
      .slice(3)
      .map((line) => line.split(','));
    const sum = (...wanted: string[]) =>
      traffic
        .filter(([month = '', ...names]) => wanted.every((part) => month.startsWith(part) || names.includes(part)))
        .reduce((total, row) => total + Number(row[3]), 0);
    const names = [...new Set(traffic.map(([, pier = '']) => pier))];
    const peak = (pier: string, year: number) => Math.max(...[6, 7, 8].map((month) => sum(`${year}-0${month}`, pier)));
    const rising = names.filter((pier) => peak(pier, 2024) < peak(pier, 2025) && peak(pier, 2025) < peak(pier, 2026));
    expect(rising).toEqual(['Kelda']);
    const untilSeptember = (year: number, pier: string, vessel: string) =>
      [1, 2, 3, 4, 5, 6, 7, 8, 9].reduce((total, month) => total + sum(`${year}-0${month}`, pier, vessel), 0);
    for (const pier of names) {
      const [before, now] = [2024, 2026].map((year) =>
        ['Catamaran', 'Launch'].map((vessel) => untilSeptember(year, pier, vessel)),
      );
      if (before?.[0]) expect(now?.[0]).toBeGreaterThan(before[0]);
      if (before?.[1]) expect(now?.[1]).toBeLessThan(before[1]);
    }
    expect(foot.get('2021')).toBeGreaterThan(foot.get('2019') ?? 0);
    expect(foot.get('2020')).toBeLessThan(foot.get('2019') ?? 0);
  });
});

describe('commands', () => {
  it('change just what they name', () => {
    expect(figure(run('item.setWords', { item: FIGURE, words: { title: 'New' } }).report).words).toEqual({
      ...figure(report).words,
      title: 'New',
    });
    expect(
      figure(run('figure.setAxis', { figure: FIGURE, side: 'left', axis: { every: 10 } }).report).leftAxis.every,
    ).toBe(10);
    const styled = figure(
      run('figure.styleLines', { figure: FIGURE, lines: ['line-1', 'line-3'], weight: 2.2 }).report,
    );
    expect(styled.lines.map((line) => line.weight)).toEqual([2.2, 'house', 2.2, 'house']);
    const hidden = figure(run('figure.showLines', { figure: FIGURE, lines: ['line-2'], shown: false }).report);
    expect(hidden.lines.map((line) => line.shown)).toEqual([true, false, true, true]);
  });

  const lines = (name: CommandName, args: object) => figure(run(name, { figure: FIGURE, ...args }).report).lines;
  const ids = (name: CommandName, args: object) => lines(name, args).map(({ id }) => id);

  it('move lines together, in their order, before another or to the end', () => {
    expect(ids('figure.moveLines', { lines: ['line-4', 'line-2'], before: 'line-1' })).toEqual([
      'line-2',
      'line-4',
      'line-1',
      'line-3',
    ]);
    expect(ids('figure.moveLines', { lines: ['line-1'], before: null })).toEqual([
      'line-2',
      'line-3',
      'line-4',
      'line-1',
    ]);
  });

  it('duplicate a line after itself, without labels put by hand', () => {
    const moved = run('figure.placeValue', {
      figure: FIGURE,
      line: 'line-1',
      at: '2026-07-01',
      offset: { dx: 5, dy: 5 },
    });
    const { report: next } = runCommand(moved.report, 'figure.duplicateLines', {
      figure: FIGURE,
      copies: [{ of: 'line-1', id: 'copy' }],
    });
    const [first, copy] = figure(next).lines;
    expect(first?.valuesMoved).toHaveLength(1);
    expect(copy).toEqual({ ...first, id: 'copy', valuesMoved: [] });
  });

  it('change only what is given of markers and values, and keep each line’s own rest', () => {
    const [one, two] = lines('figure.styleLines', {
      lines: ['line-1', 'line-2'],
      markers: { on: 'all' },
      values: { bold: false },
    });
    expect(one?.markers).toEqual({ ...figure(report).lines[0]?.markers, on: 'all' });
    expect(two?.values).toEqual({ ...figure(report).lines[1]?.values, bold: false });
    expect(one?.emphasis).toEqual(figure(report).lines[0]?.emphasis);
  });

  it('set one emphasis of a kind, and drop it', () => {
    const [line] = lines('figure.emphasise', {
      lines: ['line-1'],
      of: 'high',
      set: [{ path: ['ties'], to: 'first' }],
    });
    expect(line?.emphasis.map(({ of, ties }) => [of, ties])).toEqual([
      ['high', 'first'],
      ['low', 'all'],
    ]);
    expect(lines('figure.dropEmphasis', { lines: ['line-1'], of: 'high' })[0]?.emphasis.map(({ of }) => of)).toEqual([
      'low',
    ]);
  });

  it('take emphasis with the level it compares with, and areas with the line they reach to', () => {
    const level = Mark.parse({ kind: 'level', id: 'l', name: 'target', at: 50, colour: '#000000' });
    let now = run('figure.addMark', { figure: FIGURE, mark: level }).report;
    const toLevel = [{ path: ['level'], to: 'l' }];
    now = runCommand(now, 'figure.emphasise', { figure: FIGURE, lines: ['line-2'], of: 'below', set: toLevel }).report;
    now = runCommand(now, 'figure.styleLines', { figure: FIGURE, lines: ['line-3'], fill: { line: 'line-2' } }).report;
    const without = figure(runCommand(now, 'figure.removeMarks', { figure: FIGURE, marks: ['l'] }).report);
    expect(without.marks).toEqual([]);
    expect(without.lines[1]?.emphasis).toEqual([]);
    const fewer = figure(runCommand(now, 'figure.removeLines', { figure: FIGURE, lines: ['line-2'] }).report);
    expect(fewer.lines.find(({ id }) => id === 'line-3')?.fill).toBe('none');
  });

  it('add a calculated column and its line in one change', () => {
    const calculation = {
      key: 'before',
      title: 'A year before',
      rule: { kind: 'year earlier', column: 'outer_isles' },
    };
    const line = { ...figure(report).lines[0], id: 'new', column: 'before' };
    const before = recordOf(report);
    const args = { figure: FIGURE, calculation, line };
    const change = runCall(before, { name: 'figure.addCalculatedLine', args }, () => undefined);
    expect(figure(reportOf(change.record)).lines.at(-1)?.column).toBe('before');
    expect(applyFields(change.record, invert(change.fields))).toEqual(before);
  });

  it.each<[CommandName, unknown, RegExp]>([
    ['figure.moveLines', { figure: FIGURE, lines: ['gone'], before: null }, /no line “gone”/],
    ['figure.removeMarks', { figure: FIGURE, marks: ['gone'] }, /no level, band, event or note “gone”/],
    ['figure.styleLines', { figure: FIGURE, lines: ['line-1'], markers: { size: 99 } }, /at most 30 pt/],
    [
      'figure.setMark',
      {
        figure: 'both',
        mark: 'target',
        set: [{ path: ['id'], to: 'other' }],
      },
      /cannot become another mark/,
    ],
    ['item.setWords', { item: 'gone', words: {} }, /nothing with the id “gone”/],
    [
      'figure.renameLine',
      { figure: FIGURE, line: 'gone', name: 'x' },
      /no line “gone” in figure “Passengers by route”/,
    ],
    ['figure.setAxis', { figure: FIGURE, side: 'left', axis: { from: 10, to: 5 } }, /cannot run from 10 to 5/],
    ['figure.setAxis', { figure: FIGURE, side: 'left', axis: { from: 'zero', to: -5 } }, /cannot run from 0 to -5/],
    ['figure.setAxis', { figure: FIGURE, side: 'left', axis: { every: 0 } }, /above zero/],
    ['figure.setFrame', { figure: FIGURE, width: 5 }, /at least 30 mm/],
    ['figure.styleLines', { figure: FIGURE, lines: ['line-1'], colour: 'red' }, /# and six digits/],
    ['figure.styleLines', { figure: FIGURE, lines: ['line-1'], weight: 0 }, /at least 0\.1 pt/],
    ['item.remove', { item: 'sailings' }, /used by figure “Passengers by route”/],
    ['report.setWords', { title: '' }, /has a title/],
    ['report.setWords', { title: 'x', nonsense: 1 }, /nonsense/],
  ])('%s refuses %j', (name, args, message) => {
    expect(() => run(name, args)).toThrow(message);
  });

  it('refuses a name that is no command', () => {
    expect(() => runCommand(report, 'toString', {})).toThrow(/no command “toString”/);
  });

  it('never changes the report they are given, and can be taken back', () => {
    const colour = fc.constantFrom('#112233', '#445566');
    const call: fc.Arbitrary<CommandCall> = fc.oneof(
      fc.record({
        name: fc.constant('item.setWords' as const),
        args: fc.record({ item: fc.constant(FIGURE), words: fc.record({ title: fc.string() }) }),
      }),
      fc.record({
        name: fc.constant('figure.styleLines' as const),
        args: fc.record({ figure: fc.constant(FIGURE), lines: fc.constant<string[]>(['line-1']), colour }),
      }),
      fc.record({
        name: fc.constant('figure.removeLines' as const),
        args: fc.record({ figure: fc.constant(FIGURE), lines: fc.constant<string[]>(['line-4']) }),
      }),
      fc.record({
        name: fc.constant('figure.setFrame' as const),
        args: fc.record({ figure: fc.constant(FIGURE), width: fc.integer({ min: 30, max: 300 }) }),
      }),
      fc.record({ name: fc.constant('item.remove' as const), args: fc.record({ item: fc.constant(FIGURE) }) }),
    );
    fc.assert(
      fc.property(fc.array(call, { maxLength: 12 }), (calls) => {
        const before = JSON.stringify(report);
        const start = recordOf(report);
        let now: unknown = start;
        const done = [];
        for (const { name, args } of calls) {
          try {
            const change = runCall(now as typeof start, { name, args }, () => undefined);
            done.push(change);
            now = change.record;
          } catch (error) {
            expect((error as Error).name).toBe('Refusal');
          }
        }
        const last = now;
        for (const change of done.toReversed()) now = applyFields(now, invert(change.fields));
        expect(now).toEqual(start);
        for (const change of done) now = applyFields(now, change.fields);
        expect(now).toEqual(last);
        expect(JSON.stringify(report)).toBe(before);
      }),
      { numRuns: 200 },
    );
  });
});

describe('history', () => {
  const change = (id: string, name = 'item.rename', args: unknown = {}, more: Partial<Change> = {}): Change => ({
    id,
    name,
    args,
    label: id,
    revision: 1,
    by: 'ann',
    seen: 0,
    fields: [{ path: ['title'], to: id }],
    ...more,
  });
  const back = (id: string, ...changes: string[]) => change(id, UNDO, { changes });
  const ids = (log: Change[]) => {
    const { past, future }: History = historyOf(log, 'ann');
    return [past.map((step) => step.changes), future.map((step) => step.changes)];
  };
  const [a, b, c, u, v] = Array.from({ length: 5 }, () => crypto.randomUUID()) as [
    string,
    string,
    string,
    string,
    string,
  ];

  it('is rebuilt from the log, so that undo survives a reload', () => {
    expect(ids([change(a), change(b), back(u, b)])).toEqual([[[a]], [[u]]]);
    expect(ids([change(a), change(b), back(u, b), back(v, u)])).toEqual([[[a], [v]], []]);
    expect(ids([change(a), back(u, a), change(c)])).toEqual([[[c]], []]);
  });

  it('has nothing of what others did, and one step for what was typed into one field', () => {
    expect(ids([change(a), change(b, undefined, undefined, { by: 'ben' })])).toEqual([[[a]], []]);
    const typed = { group: 'title 1' };
    const log = [change(a), change(b, undefined, undefined, typed), change(c, undefined, undefined, typed)];
    expect(ids(log)).toEqual([[[a], [b, c]], []]);
    expect(ids([...log, back(u, b, c)])).toEqual([[[a]], [[u]]]);
  });
});

describe('changes that meet', () => {
  const STORED = recordOf(report);
  const none = () => undefined;
  const call = (name: CommandName, args: unknown): Call => ({ id: crypto.randomUUID(), name, args, seen: 0 });
  const title = () => call('item.setWords', { item: FIGURE, words: { title: 'Mine' } });
  const weight = () => call('figure.styleLines', { figure: FIGURE, lines: ['line-4'], weight: 3 });
  const windowWith = (...calls: Call[]): Window => ({
    revision: 0,
    stored: STORED,
    pending: putOnTop(STORED, calls, none).pending,
  });
  const theirs = (name: CommandName, args: unknown, by = 'ben'): Change => {
    const { label, fields } = runCall(STORED, { name, args }, none);
    return { ...call(name, args), seen: 0, revision: 1, by, label, fields };
  };

  it('are put on top of what others did', () => {
    const change = theirs('item.setWords', { item: FIGURE, words: { source: 'Theirs' } });
    const met = meet(windowWith(title()), [change], [], none);
    expect(figure(reportOf(shownIn(met.window))).words).toMatchObject({ title: 'Mine', source: 'Theirs' });
    expect(met).toMatchObject({ refused: [], clashes: [] });
    expect(met.window).toMatchObject({ revision: 1, pending: [{ label: 'words' }] });
  });

  it('name those that can no longer be done', () => {
    const change = theirs('figure.removeLines', { figure: FIGURE, lines: ['line-4'] });
    const pending = weight();
    const met = meet(windowWith(title(), pending), [change], [], none);
    expect(met.refused).toMatchObject([{ call: pending, label: 'line look', why: /no line “line-4”/ }]);
    expect(met.window.pending).toHaveLength(1);
  });

  it('tell both where two set the same field, and keep the value of each', () => {
    const mine = title();
    const change = theirs('item.setWords', { item: FIGURE, words: { title: 'Theirs' } });
    const path = ['items', FIGURE, 'words', 'title'];
    const met = meet(windowWith(mine), [change], [], none);
    expect(met.clashes).toEqual([{ path, mine: mine.id, theirs: change.id, stands: 'mine', other: 'Theirs' }]);
    // The other window hears of this one's change, which was made without knowing its own.
    const later = { ...theirs('item.setWords', { item: FIGURE, words: { title: 'Mine' } }, 'ann'), revision: 2 };
    const other: Window = { revision: 1, stored: applyFields(STORED, change.fields) as typeof STORED, pending: [] };
    const heard = meet(other, [later], [change], none);
    expect(heard.clashes).toEqual([{ path, mine: change.id, theirs: later.id, stands: 'theirs', other: 'Theirs' }]);
    // Who saw it before setting it anew meets no one.
    expect(meet(other, [{ ...later, seen: 1 }], [change], none).clashes).toEqual([]);
    const same = theirs('item.setWords', { item: FIGURE, words: { title: 'Mine' } });
    expect(meet(windowWith(title()), [same], [], none).clashes).toEqual([]);
  });

  it('are no clash of a window with itself', () => {
    const [one, two] = [title(), title()];
    const again = { ...two, args: { item: FIGURE, words: { title: 'Mine, later' } } };
    const before = windowWith(one, again);
    const [first] = before.pending;
    if (!first) throw new Error('nothing pending');
    const other = theirs('figure.setAxis', { figure: FIGURE, side: 'left', axis: { every: 7 } });
    const mine = { ...first.call, seen: 0, revision: 2, by: 'ann', label: first.label, fields: first.fields };
    expect(meet(before, [other, mine], [], none).clashes).toEqual([]);
  });

  it('show nothing anew when the log says just what was done here', () => {
    const before = windowWith(title(), weight());
    const [first] = before.pending;
    if (!first) throw new Error('nothing pending');
    const change = { ...first.call, seen: 0, revision: 1, by: 'ann', label: first.label, fields: first.fields };
    const met = meet(before, [structuredClone(change)], [], none);
    expect(shownIn(met.window)).toBe(shownIn(before));
    expect(met.window.pending).toHaveLength(1);
  });
});
