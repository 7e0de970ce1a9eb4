/**
 * Whatever is taken out of a report, one thing or several, all of it opens, is
 * drawn, told, looked through and set; what named it says so, with mends that
 * mend; and it is as before when what was taken out is back.
 */
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { type Change, UNDO } from '../../src/core/change/change.ts';
import { type CommandName, runCommand } from '../../src/core/change/commands/index.ts';
import { runCall } from '../../src/core/change/run.ts';
import { Refusal } from '../../src/core/refusal.ts';
import { recordOf, reportOf } from '../../src/core/report/record.ts';
import type { Report, ReportItem } from '../../src/core/report/report.ts';
import { readDocument } from '../../src/core/report/upgrade.ts';
import { lookOf } from '../../src/core/spark/look.ts';
import { handOff } from '../../src/formats/hand-off.ts';
import { runs } from '../runs.ts';
import { ALL_COMMANDS, anyArgs, Dice } from './any-command.ts';
import { entriesIn, gone, isGone, isNamedByName, names, without } from './take-out.ts';
import { demoCells, drawn, givenFor, makeAll, tablesOf } from './whole-report.ts';

/** The demo, with something of everything that names another thing. */
function start(): Report {
  let { report } = demoReport();
  const figure = report.items.find(({ id }) => id === 'both');
  if (figure?.type !== 'figure') throw new Error('The demo has this figure.');
  const [one, other] = figure.lines.map(({ id }) => id);
  const spark = report.items.find(({ id }) => id === 'glance');
  if (spark?.type !== 'spark') throw new Error('The demo has this spark table.');
  const line = spark.columns.find(({ kind }) => kind === 'sparkline')?.id ?? '';
  const shared = { name: 'One', colour: '#112233' };
  const steps: [CommandName, unknown][] = [
    ['item.duplicate', { item: 'passengers', id: 'split' }],
    ['figure.split', { figure: 'split', panels: { by: { kind: 'category', column: 'month' } } }],
    ['figure.addMark', { figure: 'split', mark: { kind: 'level', id: 'lv', ...shared, at: 'cancelled' } }],
    ['figure.styleLines', { figure: 'split', lines: ['line-1'], values: { column: 'cancelled' } }],
    ['figure.addMark', { figure: 'both', mark: { kind: 'level', id: 'level', ...shared, at: 3 } }],
    [
      'figure.addMark',
      {
        figure: 'both',
        mark: { kind: 'note', id: 'note', ...shared, text: 'A note', at: 1767225600000, value: { line: one } },
      },
    ],
    [
      'figure.addMark',
      {
        figure: 'both',
        mark: {
          kind: 'difference',
          id: 'difference',
          ...shared,
          from: { line: other, place: { kind: 'first' } },
          to: { level: 'level' },
        },
      },
    ],
    ['figure.emphasise', { figure: 'both', lines: [one], of: 'above', set: [{ path: ['level'], to: 'level' }] }],
    ['figure.styleLines', { figure: 'both', lines: [one], fill: { line: other } }],
    ['spark.setOrder', { spark: 'glance', order: { sort: { by: line, descending: true } } }],
    ['spark.addHead', { spark: 'glance', head: { id: 'head', text: 'Over', from: line, to: line } }],
    ['spark.except', { spark: 'glance', column: line, row: 'No such row', set: [{ path: ['weight'], to: 3 }] }],
    [
      'item.add',
      {
        item: {
          type: 'shaped',
          id: 'again',
          name: 'Again',
          of: 'isles-by-year',
          steps: [{ kind: 'keep', column: 'year', test: { kind: 'last', periods: 6 } }],
          calculations: [],
        },
      },
    ],
    [
      'style.keepLook',
      { name: 'Quiet', look: lookOf(spark.columns.find((column) => column.kind === 'sparkline') as never) },
    ],
  ];
  for (const [name, args] of steps) {
    report = runCommand(report, name, args).report;
  }
  return report;
}

const report = start();
const record = recordOf(report);

describe('a thing that is taken out of a report', () => {
  const before = makeAll(report);
  const paths = entriesIn(record);

  it('is one of many', () => expect(paths.length).toBeGreaterThan(100));

  it('leaves all else open, drawn and told; what named it says so, and each mend mends', () => {
    const unsaid: string[] = [];
    const dice = new Dice(Number(process.env['RIZO_SEED'] ?? 3));
    for (const path of paths) {
      // The suite takes a part of them, another one with each seed.
      if (dice.next() > runs(1000) / 1000) continue;
      const now = without(record, [path]);
      if (!now) continue;
      const all = makeAll(now);
      const name = path.at(-1) as string;
      for (const item of now.items) {
        const was = before.get(item.id);
        const is = all.get(item.id);
        if (!was || !is) continue;
        const isOwn = path[1] === item.id || ('table' in item && path[1] === item.table);
        if (isNamedByName(report, path, isOwn) && names(item, name) && gone(is.notes) === gone(was.notes))
          unsaid.push(`${path.join('.')} in ${item.id}`);
        for (const note of is.notes.filter(isGone))
          for (const mend of note.mends) {
            if (!('call' in mend)) continue;
            const { report: mended } = runCommand(now, mend.call.name, mend.call.args);
            const again = mended.items.find(({ id }) => id === item.id) as ReportItem;
            const left = drawn(again, tablesOf(mended))?.notes ?? [];
            expect(gone(left), `${mend.say} in ${item.id} without ${path.join('.')}`).not.toBe(gone(is.notes));
          }
      }
    }
    expect(unsaid).toEqual([]);
  });

  it('does so in any company, with cells that are lost', () => {
    const dice = new Dice(Number(process.env['RIZO_SEED'] ?? 1));
    const blocks = report.items.flatMap((item) =>
      item.type === 'table' ? item.columns.flatMap(({ block }) => block ?? []) : [],
    );
    for (let turn = 0; turn < runs(45); turn++) {
      const some = Array.from({ length: 1 + dice.below(turn % 3 === 0 ? 12 : 2) }, () => dice.of(paths));
      const now = without(record, some);
      const lost = new Set(turn % 2 === 0 ? [dice.of(blocks), dice.of(blocks)] : []);
      if (now) makeAll(now, (block) => (lost.has(block) ? null : demoCells(block)));
    }
  });

  it('is there again with an undo, whoever used it meanwhile; and all opens in between', () => {
    const dice = new Dice(Number(process.env['RIZO_SEED'] ?? 2));
    for (let turn = 0; turn < runs(30); turn++) {
      let now = record;
      const log: Change[] = [];
      for (let step = 0; step < 12; step++) {
        const id = `00000000-0000-4000-8000-0000000000${String(10 + step)}`;
        const undone = dice.next() < 0.4 && log.length > 0;
        const name = undone ? UNDO : dice.of(ALL_COMMANDS);
        const args = undone ? { changes: [dice.of(log).id] } : anyArgs(name as CommandName, reportOf(now), dice);
        try {
          const done = runCall(now, { name, args }, (other) => log.find((change) => change.id === other));
          now = done.record;
          log.push({
            id,
            name,
            args,
            label: done.label,
            fields: done.fields,
            revision: step + 1,
            by: 'one',
            at: 0,
          } as never);
        } catch (error) {
          if (!(error instanceof Refusal)) throw error;
        }
      }
      expect(readDocument(JSON.parse(JSON.stringify(now)))).toEqual(now);
      makeAll(reportOf(now));
    }
  });

  it('by an undo of who had put it in is back once that is done again', () => {
    const column = { meta: { key: 'area_1', title: 'Area', kind: 'text', ordered: false }, block: null, typed: {} };
    const put = runCall(
      record,
      { name: 'table.insertColumns', args: { table: 'sailings', before: null, columns: [column] } },
      () => undefined,
    );
    const split = runCall(
      put.record,
      { name: 'figure.split', args: { figure: 'both', panels: { by: { kind: 'category', column: 'area_1' } } } },
      () => undefined,
    );
    const id = '00000000-0000-4000-8000-000000000001';
    const undo = { name: UNDO, args: { changes: [id] } };
    const back = runCall(split.record, undo, () => put);
    const opened = reportOf(readDocument(JSON.parse(JSON.stringify(back.record))));
    const both = (of: Report) => makeAll(of).get('both');
    const note = both(opened)?.notes.find(({ check }) => check === 'columns-gone');
    expect(note?.text).toContain('“area_1”');
    expect(note?.mends.map(({ say }) => say)).toContain('One plot for all');
    // In one plot, as it was before it was split.
    expect(both(opened)?.svg).toBe(before.get('both')?.svg);
    const again = runCall(back.record, undo, () => back);
    expect(both(reportOf(again.record))).toEqual(both(reportOf(split.record)));
  });

  it('leaves files of every form that can be made', { timeout: 400_000 }, async () => {
    for (const [item, path] of [
      ['both', ['items', 'sailings']],
      ['glance', ['items', 'sailings']],
      ['years-figure', ['items', 'isles-by-year']],
    ] as const) {
      const now = without(record, [path]);
      const one = now?.items.find(({ id }) => id === item);
      const from = now && one && givenFor(one, tablesOf(now));
      if (!one || !from) throw new Error(`no ${item}`);
      for (const form of ['svg', 'svg-outlines', 'png', 'pdf', 'html', 'csv', 'spec', 'docx'])
        expect((await handOff(form, one, from))?.body.length ?? 1).toBeGreaterThan(0);
    }
  });
});
