/** What names a column that is gone is drawn without it, says so with mends, and comes back with it. */
import { describe, expect, it } from 'vitest';
import { SKERRY_PLAIN } from '../../demo/styles.ts';
import { UNDO } from '../../src/core/change/change.ts';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { runCall } from '../../src/core/change/run.ts';
import { setManuscript } from '../../src/core/document/set.ts';
import { calendarTablesOf } from '../../src/core/figure/calendar.ts';
import { kindOf } from '../../src/core/item/kinds.ts';
import { sheetOf } from '../../src/core/item/sheets.ts';
import { withField } from '../../src/core/named/fields.ts';
import type { ProofNote } from '../../src/core/proof/note.ts';
import { textNotes } from '../../src/core/proof/text/proof.ts';
import { type ReportRecord, recordOf, reportOf } from '../../src/core/report/record.ts';
import { isReceived, isTable, type Report, type ReportItem, tablesOf } from '../../src/core/report/report.ts';
import { readDocument } from '../../src/core/report/upgrade.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import { houseLocale } from '../../src/core/text/house-locale.ts';
import { runs } from '../runs.ts';
import { Dice } from './any-command.ts';
import { report as demo, sources, tablesMade } from './demo-sources.ts';

const locale = houseLocale('en-GB', SKERRY_PLAIN);
/** The demo, with a figure that is split by a column and has a level and a band of columns. */
const report = [
  ['item.duplicate', { item: 'passengers', id: 'split' }],
  ['figure.split', { figure: 'split', panels: { by: { kind: 'category', column: 'month' } } }],
  [
    'figure.addMark',
    { figure: 'split', mark: { kind: 'level', id: 'lv', name: 'Level', at: 'cancelled', colour: '#000000' } },
  ],
  ['figure.styleLines', { figure: 'split', lines: ['line-1'], values: { column: 'cancelled' } }],
].reduce((now, [name, args]) => runCommand(now, name as string, args).report, demo);
const record = recordOf(report);

interface Drawn {
  svg: string;
  notes: ProofNote[];
}

/** Draws, describes and looks through a thing in all its forms. */
function draw(of: Report, item: ReportItem, tables = tablesMade(of)): Drawn | null {
  const sheet = sheetOf(item);
  const table = 'table' in item ? tables.get(item.table) : undefined;
  if (!sheet || !table) return null;
  const beside = new Map(
    (item.type === 'figure' ? calendarTablesOf(item.marks) : []).flatMap((id) => {
      const one = tables.get(id);
      return one ? [[id, one] as const] : [];
    }),
  );
  const from = { table, beside, style: SKERRY_PLAIN, locale };
  const laid = sheet.lay(item, from);
  expect(sheet.describe(laid)).not.toMatch(/undefined|NaN|\[object/);
  expect(toSvg(sheet.small(item, from, 40, 25))).not.toMatch(/undefined|NaN/);
  const svg = toSvg(sheet.draw(laid));
  expect(svg).not.toMatch(/undefined|NaN/);
  return { svg, notes: sheet.proof(laid) };
}

/** The report as it is opened without some columns. */
function without(columns: readonly (readonly [string, string])[]): Report {
  const left = columns.reduce<unknown>(
    (at, [table, key]) => withField(at, ['items', table, 'columns', key], undefined),
    record,
  );
  const opened = readDocument(JSON.parse(JSON.stringify(left)));
  expect(opened).toEqual(left);
  return reportOf(left as ReportRecord);
}

const COLUMNS = tablesOf(report)
  .filter(isReceived)
  .flatMap(({ id, columns }) => columns.map(({ meta }) => [id, meta.key] as const));
const SHEETS = report.items.filter((item) => !isTable(item));
const isGone = ({ check }: ProofNote) => check === 'columns-gone' || check.startsWith('spark-gone');
const needs = (item: ReportItem, table: string, key: string) => kindOf(item).needs(item).get(table)?.has(key) ?? false;

describe('a column that is taken away', () => {
  it('leaves everything open that names it, with a note and mends that mend; nothing else changes', () => {
    const before = new Map(SHEETS.map((item) => [item.id, draw(report, item)]));
    for (const [table, key] of COLUMNS) {
      const now = without([[table, key]]);
      const tables = tablesMade(now);
      for (const item of now.items) {
        if (isTable(item)) continue;
        const was = before.get(item.id);
        const isOwn = 'table' in item && item.table === table && needs(item, table, key);
        // Other tables are as they were, and so is what is made of them.
        if (
          !isOwn &&
          'table' in item &&
          item.table !== table &&
          tables.get(item.table) === tablesMade(report).get(item.table)
        )
          continue;
        const drawn = draw(now, item, tables);
        const notes = drawn?.notes.filter(isGone) ?? [];
        if (!isOwn) continue;
        expect(was?.notes.filter(isGone)).toEqual([]);
        expect(notes.map(({ text }) => text).join(' '), `${item.id} without ${key}`).toContain(`“${key}”`);
        for (const note of notes)
          for (const mend of note.mends) {
            if (!('call' in mend)) continue;
            const { report: mended } = runCommand(now, mend.call.name, mend.call.args);
            const again = mended.items.find(({ id }) => id === item.id);
            const left = again && draw(mended, again, tables)?.notes.filter(isGone);
            const facts = (list: readonly ProofNote[] | undefined) =>
              (list ?? []).map((one) => one.facts).join().length;
            expect(facts(left), `${mend.say} for ${key} in ${item.id}`).toBeLessThan(facts(notes));
          }
      }
      const made = sources(SKERRY_PLAIN, 'en-GB', now, tables);
      setManuscript(now.manuscript, made);
      textNotes({ report: now, sources: made, outline: null });
    }
  });

  it('does so in any company', () => {
    const dice = new Dice(Number(process.env['RIZO_SEED'] ?? 1));
    for (let turn = 0; turn < runs(30); turn++) {
      const count = 2 + dice.below(COLUMNS.length - 2);
      const some = [...COLUMNS].sort(() => dice.next() - 0.5).slice(0, count);
      const now = without(some);
      const tables = tablesMade(now);
      for (const item of now.items) draw(now, item, tables);
      setManuscript(now.manuscript, sources(SKERRY_PLAIN, 'en-GB', now, tables));
    }
  });

  it('by an undo of one who had put it in is there again once that is done again', () => {
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
    const both = (of: Report) => draw(of, of.items.find((item) => item.id === 'both') as ReportItem);
    const note = both(opened)?.notes.find(isGone);
    expect(note?.text).toContain('“area_1”');
    expect(note?.mends.map(({ say }) => say)).toContain('One plot for all');
    // In one plot, as it was before it was split.
    const plain = draw(report, report.items.find((item) => item.id === 'both') as ReportItem);
    expect(both(opened)?.svg).toBe(plain?.svg);
    const again = runCall(back.record, undo, () => back);
    expect(both(reportOf(again.record))).toEqual(both(reportOf(split.record)));
  });
});
