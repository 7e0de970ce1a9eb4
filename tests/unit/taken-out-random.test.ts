/** What is taken out of figures and spark tables with settings at random, one thing or two: all opens, and says what it lacks. */
import { describe, expect, it } from 'vitest';
import { runCommand } from '../../src/core/change/commands/index.ts';
import { Refusal } from '../../src/core/refusal.ts';
import { recordOf } from '../../src/core/report/record.ts';
import { newReport, type Report, type ReportItem } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import type { Table } from '../../src/core/table/column.ts';
import { keptCells, type WholeBlock } from '../../src/core/table/kept.ts';
import { runs } from '../runs.ts';
import { Dice } from './any-command.ts';
import { randomFigure } from './random-figure.ts';
import { randomSpark } from './random-spark.ts';
import { entriesIn, gone, isGone, isNamedByName, names, without } from './take-out.ts';
import { drawn, makeAll, tablesOf } from './whole-report.ts';

/** A report of a figure and a spark table at random, with the tables they name; what no command would take is left out. */
function randomReport(dice: Dice) {
  let report: Report = newReport('Random', '');
  const add = (item: ReportItem) => {
    try {
      ({ report } = runCommand(report, 'item.add', { item }));
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
    }
  };
  const blocks: Record<string, WholeBlock> = {};
  let count = 0;
  const pack = (id: string, table: Table) => {
    const packed = packTable(id, table, () => `block-${++count}`);
    Object.assign(blocks, packed.blocks);
    add(packed.item);
  };
  const figure = randomFigure(dice);
  pack('t', figure.table);
  for (const [id, table] of figure.beside) pack(id, table);
  add({ ...figure.spec, id: 'figure', table: 't' });
  const spark = randomSpark(dice);
  if (spark) {
    pack('u', spark.table);
    add({ ...spark.spec, id: 'spark', table: 'u' });
  }
  const cellsOf = (block: string) => (blocks[block] ? keptCells(blocks[block]).cells : null);
  return { report, cellsOf };
}

describe('of random figures and spark tables', () => {
  it('whatever is taken out leaves them open and drawn, said where they name it, with mends that mend', () => {
    const first = Number(process.env['RIZO_SEED'] ?? 700);
    const unsaid: string[] = [];
    for (let seed = first; seed < first + runs(24); seed++) {
      const dice = new Dice(seed);
      const { report, cellsOf } = randomReport(dice);
      const before = makeAll(report, cellsOf);
      const record = recordOf(report);
      const paths = entriesIn(record);
      // The suite takes some of them out; all of them one by one, and pairs, with `RIZO_RUNS=1` or more.
      const each = paths.map((path) => [path]);
      const few = Array.from({ length: 12 }, (_, turn) => [...Array(1 + (turn % 2))].map(() => dice.of(paths)));
      for (const some of runs(100) < 100 ? few : [...each, ...few]) {
        const now = without(record, some);
        if (!now) continue;
        const where = `seed ${seed} without ${some.map((path) => path.join('.')).join(' and ')}`;
        const all = makeAll(now, cellsOf);
        for (const item of now.items) {
          const notes = all.get(item.id)?.notes ?? [];
          const was = gone(before.get(item.id)?.notes ?? []);
          for (const path of some) {
            const isOwn = path[1] === item.id || ('table' in item && path[1] === item.table);
            const name = path.at(-1) ?? '';
            // What it names may have been told of before, as a fact that did not hold.
            const isTold = gone(notes) !== was || was.includes(name);
            if (isNamedByName(report, path, isOwn) && names(item, name) && !isTold)
              unsaid.push(`${where}: ${path.join('.')} in ${item.id}`);
          }
          for (const note of notes.filter(isGone))
            for (const mend of note.mends) {
              if (!('call' in mend)) continue;
              const { report: mended } = runCommand(now, mend.call.name, mend.call.args);
              const again = mended.items.find(({ id }) => id === item.id) as ReportItem;
              const left = drawn(again, tablesOf(mended, cellsOf))?.notes ?? [];
              expect(gone(left), `${where}: ${mend.say} in ${item.id}`).not.toBe(gone(notes));
            }
        }
      }
    }
    expect(unsaid).toEqual([]);
  });
});
