/** Two people who set different parts of one thing at the same time: both are found, whatever was sent first. */
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { UNDO } from '../../src/core/change/change.ts';
import { type CommandName, runCommand } from '../../src/core/change/commands/index.ts';
import { runCall } from '../../src/core/change/run.ts';
import { partsBetween } from '../../src/core/named/parts.ts';
import { recordOf, reportOf } from '../../src/core/report/record.ts';
import { renamedCall } from '../../src/core/report/renamed.ts';
import { figureIn, type Report, sparkTableIn, storedTableIn, tableIn } from '../../src/core/report/report.ts';
import { lookOf, SparkLook } from '../../src/core/spark/look.ts';
import { rowsOf } from '../../src/core/table/row-names.ts';
import type { Step } from '../../src/core/table/shape/step.ts';

const { report: demo } = demoReport();
const at = (path: string, to: unknown) => [{ path: path.split('/'), to }];
const FIGURE = 'passengers';
const isles = tableIn(demo, 'isles-by-year');
const steps = isles?.type === 'shaped' ? isles.steps : [];
const first = steps[0] as Step;
const sparkline = (report: Report) => {
  const found = sparkTableIn(report, 'glance')?.columns.find(({ kind }) => kind === 'sparkline');
  if (found?.kind !== 'sparkline') throw new Error('no sparkline');
  return found;
};
const spark = { spark: 'glance', column: sparkline(demo).id };
const line = { figure: FIGURE, lines: ['line-1'] };
const table = { table: 'sailings' };
const withRange = runCommand(demo, 'figure.setWindow', { figure: FIGURE, window: { from: 0, to: 1e15 } }).report;
const withSteps = runCommand(demo, 'table.setSteps', {
  table: 'isles-by-year',
  steps: [first, { kind: 'keep', column: 'month', test: { kind: 'last', periods: 6 } }],
}).report;
const second = (report: Report) => {
  const found = tableIn(report, 'isles-by-year');
  return found?.type === 'shaped' ? found.steps[1] : undefined;
};
const lastRow = rowsOf(storedTableIn(demo, 'sailings') ?? { base: [], inserted: [], removed: {} }).count - 1;

type Side = [CommandName, object];

/** What one and the other do to a report that both see, and what there is of both then. */
const CASES: [string, Report, Side, Side, (report: Report) => unknown, unknown][] = [
  [
    'size and hollowness of an emphasis',
    demo,
    ['figure.emphasise', { ...line, of: 'high', set: at('size', 9) }],
    ['figure.emphasise', { ...line, of: 'high', set: at('filled', false) }],
    (report) => figureIn(report, FIGURE)?.lines[0]?.emphasis.find(({ of }) => of === 'high'),
    { size: 9, filled: false },
  ],
  [
    'the ends of a window',
    withRange,
    ['figure.setWindow', { figure: FIGURE, ends: { from: 5 } }],
    ['figure.setWindow', { figure: FIGURE, ends: { to: 900 } }],
    (report) => figureIn(report, FIGURE)?.window,
    { from: 5, to: 900 },
  ],
  [
    'two steps of a shaped table',
    withSteps,
    ['table.setStep', { table: 'isles-by-year', at: 0, was: first, to: { ...first, yearStart: 4 } }],
    [
      'table.setStep',
      { table: 'isles-by-year', at: 1, was: second(withSteps), to: { ...second(withSteps), column: 'day' } },
    ],
    (report) => tableIn(report, 'isles-by-year'),
    { steps: [{ yearStart: 4 }, { column: 'day' }] },
  ],
  [
    'the weight of sparklines and a look that is laid on them',
    demo,
    ['spark.setColumn', { ...spark, set: at('weight', 3) }],
    [
      'spark.layLook',
      {
        spark: spark.spark,
        columns: [spark.column],
        set: partsBetween(SparkLook, lookOf(sparkline(demo)), { ...lookOf(sparkline(demo)), draw: 'area' }),
      },
    ],
    sparkline,
    { weight: 3, draw: 'area' },
  ],
  [
    'a title and a newer extract',
    demo,
    ['table.setColumn', { ...table, column: 'cancelled', set: at('title', 'Called off') }],
    [
      'table.replace',
      {
        ...table,
        base: [
          { of: 'r', from: 0, count: lastRow },
          { of: 'new', from: 0, count: 2 },
        ],
        columns: storedTableIn(demo, 'sailings')?.columns.map(({ meta, block }) => ({
          key: meta.key,
          set: [],
          from: block,
          block: `${meta.key}-new`,
        })),
        added: [],
        gone: [],
        typed: {},
        inserted: [],
        totals: {},
        remarks: [],
      },
    ],
    (report) => storedTableIn(report, 'sailings')?.columns.find(({ meta }) => meta.key === 'cancelled'),
    { meta: { title: 'Called off' }, block: 'cancelled-new' },
  ],
  [
    'two total rows',
    demo,
    ['table.markTotals', { ...table, rows: { 'r.3': true } }],
    ['table.markTotals', { ...table, rows: { 'r.4': true } }],
    (report) => storedTableIn(report, 'sailings')?.totals,
    { 'r.3': true, 'r.4': true },
  ],
];

describe('two who set different parts of one thing', () => {
  it.each(CASES)(
    '%s: both are found, in either order, and an undo of one leaves the other',
    (_, base, one, two, seen, both) => {
      const record = recordOf(base);
      for (const [early, late] of [
        [one, two],
        [two, one],
      ] as const) {
        const before = runCall(record, { name: early[0], args: early[1] }, () => undefined);
        const after = runCall(before.record, { name: late[0], args: late[1] }, () => undefined);
        expect(seen(reportOf(after.record))).toMatchObject(both as object);
        const undo = { name: UNDO, args: { changes: ['00000000-0000-4000-8000-000000000001'] } };
        const left = runCall(after.record, undo, () => after);
        expect(seen(reportOf(left.record))).toEqual(seen(reportOf(before.record)));
      }
    },
  );

  it('where columns are the rows of a spark table, have those that either took in or out', () => {
    const table = storedTableIn(demo, 'sailings');
    const keys = (table?.columns ?? []).filter(({ meta }) => meta.kind === 'number').map(({ meta }) => meta.key);
    const [a = '', b = '', c = '', d = ''] = keys;
    const base = runCommand(demo, 'spark.setRows', {
      spark: 'glance',
      rows: { kind: 'columns', columns: [a, c] },
    }).report;
    const set = (report: Report, columns: object) =>
      runCommand(report, 'spark.setRows', { spark: 'glance', columns }).report;
    const rows = sparkTableIn(set(set(base, { [b]: true, [a]: false }), { [d]: true }), 'glance')?.rows;
    expect(rows).toEqual({ kind: 'columns', columns: [b, c, d] });
    // What is there already stays once, and in the table's order.
    expect(sparkTableIn(set(base, { [c]: true, [b]: true }), 'glance')?.rows).toEqual({
      kind: 'columns',
      columns: [a, b, c],
    });
    const other = runCommand(demo, 'spark.setRows', { spark: 'glance', rows: { kind: 'rows', names: null } }).report;
    expect(() => set(other, { [a]: true })).toThrow('are no longer columns of its table');
  });

  it('is not refused by a step that stands elsewhere by now, and is by one that is another', () => {
    const step = second(withSteps);
    const gone = runCommand(withSteps, 'table.setStep', { table: 'isles-by-year', at: 0, was: first }).report;
    const moved = runCommand(gone, 'table.setStep', { table: 'isles-by-year', at: 1, was: step, to: first }).report;
    expect(tableIn(moved, 'isles-by-year')).toMatchObject({ steps: [first] });
    expect(() => runCommand(moved, 'table.setStep', { table: 'isles-by-year', at: 1, was: step, to: first })).toThrow(
      'was changed elsewhere',
    );
  });

  it('sends calls of before, which carried a whole thing, as its parts', () => {
    const call = (name: string, args: object) => ({ id: '00000000-0000-4000-8000-000000000001', name, args });
    const look = { ...lookOf(sparkline(demo)), draw: 'step' as const };
    const laid = renamedCall(call('spark.layLook', { spark: 'glance', columns: [spark.column], look }));
    expect(lookOf(sparkline(runCommand(demo, laid.name, laid.args).report))).toEqual(look);
    const emphasis = {
      of: 'turns',
      ties: 'first',
      shape: 'diamond',
      filled: true,
      size: 7,
      colour: null,
      value: false,
      level: 0,
    };
    const said = renamedCall(call('figure.emphasise', { ...line, emphasis }));
    const now = figureIn(runCommand(demo, said.name, said.args).report, FIGURE);
    expect(now?.lines[0]?.emphasis.find(({ of }) => of === 'turns')).toEqual(emphasis);
  });
});
