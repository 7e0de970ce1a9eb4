import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoReport, monthlySailings, pierTraffic, yearlyTraffic } from '../../demo/skerry.ts';
import { newEmphasis } from '../../src/core/emphasis/emphasis.ts';
import { Mark } from '../../src/core/figure/marks.ts';
import { type Call, type CommandName, patchReport, runCommand } from '../../src/core/report/commands.ts';
import { type History, historyOf, type LogEntry } from '../../src/core/report/history.ts';
import { type PendingChange, rebase } from '../../src/core/report/rebase.ts';
import { figureIn, Report } from '../../src/core/report/report.ts';
import type { SentChange } from '../../src/core/report/save.ts';

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
    expect(figure(run('figure.setWords', { figure: FIGURE, words: { title: 'New' } }).report).words).toEqual({
      ...figure(report).words,
      title: 'New',
    });
    expect(
      figure(run('figure.setAxis', { figure: FIGURE, side: 'left', axis: { every: 10 } }).report).leftAxis.every,
    ).toBe(10);
    const styled = figure(
      run('figure.styleLines', { figure: FIGURE, lines: ['line-1', 'line-3'], weight: 2.2 }).report,
    );
    expect(styled.lines.map((line) => line.weight)).toEqual([2.2, 1.3, 2.2, 1.3]);
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
      emphasis: { ...newEmphasis('high'), ties: 'first' },
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
    const below = { ...newEmphasis('below'), level: 'l' };
    now = runCommand(now, 'figure.emphasise', { figure: FIGURE, lines: ['line-2'], emphasis: below }).report;
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
    const change = run('figure.addCalculatedLine', { figure: FIGURE, calculation, line });
    expect(figure(change.report).lines.at(-1)?.column).toBe('before');
    expect(patchReport(change.report, change.inverse)).toEqual(report);
  });

  it.each<[CommandName, unknown, RegExp]>([
    ['figure.moveLines', { figure: FIGURE, lines: ['gone'], before: null }, /no line “gone”/],
    ['figure.removeMarks', { figure: FIGURE, marks: ['gone'] }, /no level, band, event or note “gone”/],
    ['figure.styleLines', { figure: FIGURE, lines: ['line-1'], markers: { size: 99 } }, /at most 30 pt/],
    [
      'figure.setMark',
      {
        figure: 'both',
        mark: { kind: 'event', id: 'target', name: '', at: 0, colour: '#000000' },
      },
      /cannot become another kind of mark/,
    ],
    ['figure.setWords', { figure: 'gone', words: {} }, /no figure “gone”/],
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
    const call: fc.Arbitrary<Call> = fc.oneof(
      fc.record({
        name: fc.constant('figure.setWords' as const),
        args: fc.record({ figure: fc.constant(FIGURE), words: fc.record({ title: fc.string() }) }),
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
        let now = report;
        const done = [];
        for (const { name, args } of calls) {
          try {
            const change = runCommand(now, name, args);
            done.push(change);
            now = change.report;
          } catch (error) {
            expect((error as Error).name).toBe('Refusal');
          }
        }
        const last = now;
        for (const change of done.toReversed()) now = patchReport(now, change.inverse);
        expect(now).toEqual(report);
        for (const change of done) now = patchReport(now, change.patches);
        expect(now).toEqual(last);
        expect(JSON.stringify(report)).toBe(before);
      }),
      { numRuns: 200 },
    );
  });
});

describe('history', () => {
  const entry = (id: string, kind: LogEntry['kind'] = 'do'): LogEntry => ({
    id,
    kind,
    label: id,
    patches: [],
    inverse: [],
  });
  const ids = ({ past, future }: History) => [past.map((e) => e.id), future.map((e) => e.id)];

  it('is rebuilt from the log, so that undo survives a reload', () => {
    expect(ids(historyOf([entry('a'), entry('b'), entry('u', 'undo')]))).toEqual([['a'], ['b']]);
    expect(ids(historyOf([entry('a'), entry('b'), entry('u', 'undo'), entry('r', 'redo')]))).toEqual([['a', 'b'], []]);
    expect(ids(historyOf([entry('a'), entry('u', 'undo'), entry('c')]))).toEqual([['c'], []]);
    expect(ids(historyOf([entry('u', 'undo')]))).toEqual([[], []]);
  });
});

describe('taking a newer version', () => {
  const pendingOf = (call: Call): PendingChange => {
    const { label, patches, inverse } = runCommand(report, call.name, call.args);
    return {
      id: crypto.randomUUID(),
      kind: 'do',
      label,
      call,
      patches: patches as SentChange['patches'],
      inverse: inverse as SentChange['inverse'],
    };
  };
  const title: Call = { name: 'figure.setWords', args: { figure: FIGURE, words: { title: 'Mine' } } };
  const weight: Call = { name: 'figure.styleLines', args: { figure: FIGURE, lines: ['line-4'], weight: 3 } };
  const none: History = { past: [], future: [] };

  it('puts the changes of this page on top', () => {
    const newer = run('figure.setWords', { figure: FIGURE, words: { title: 'Theirs', source: 'Theirs' } }).report;
    const result = rebase({ report: newer, history: none }, [pendingOf(title)]);
    expect(figure(result.report).words).toMatchObject({ title: 'Mine', source: 'Theirs' });
    expect(result.pending).toHaveLength(1);
    expect(result.history.past.map((e) => e.label)).toEqual(['words']);
    expect(figure(patchReport(result.report, result.pending[0]?.inverse ?? [])).words.title).toBe('Theirs');
  });

  it('names those that no longer make sense, and leaves out those already stored', () => {
    const newer = run('figure.removeLines', { figure: FIGURE, lines: ['line-4'] }).report;
    const stored = pendingOf(title);
    const result = rebase({ report: newer, history: none }, [stored, pendingOf(weight)], [stored.id]);
    expect(result.dropped).toEqual(['line look']);
    expect(result.pending).toEqual([]);
    expect(result.report).toBe(newer);
  });
});
