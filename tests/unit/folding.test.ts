/**
 * What is typed and taken back comes to the same cells whether typed cells are
 * put together in between or not: each history is run twice, with and without.
 */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { UNDO } from '../../src/core/change/change.ts';
import { FOLD, layersOf } from '../../src/core/change/fold.ts';
import { type ReportRecord, recordOf, reportOf } from '../../src/core/report/record.ts';
import { newReport, type StoredTable, storedTableIn } from '../../src/core/report/report.ts';
import { packTable, TableMaker } from '../../src/core/report/tables.ts';
import { readDocument } from '../../src/core/report/upgrade.ts';
import { textsOfLayer } from '../../src/core/table/layer.ts';
import { rowsOf } from '../../src/core/table/row-names.ts';
import { Log } from '../log.ts';
import { runs } from '../runs.ts';
import { numbers, tableOf, texts } from './tables.ts';

let blocks = 0;
const packed = packTable('t', tableOf([numbers('a', [1, 2]), texts('b', ['p', 'q'])]), () => `block-${++blocks}`);
const START: ReportRecord = recordOf({ ...newReport('Folding', ''), items: [packed.item] });
const tableOfLog = (log: Log) => storedTableIn(reportOf(log.record), 't') as StoredTable;

/** The rows of a table with what its cells are made to, worked out of the document and its layers. */
function cellsIn(log: Log): unknown {
  const table = tableOfLog(log);
  const made = new TableMaker().called(reportOf(log.record), 't', (block) => {
    const received = packed.blocks[block];
    return log.layers.get(block) ?? (Array.isArray(received) ? received : received?.cells);
  });
  const rows = rowsOf(table);
  return {
    rows: Array.from({ length: rows.count }, (_, row) => rows.nameAt(row)),
    cells: made?.columns.map(({ key, cells }) => [key, cells]),
  };
}

/** A newer extract of two rows, in the place of all that was typed. */
function extract(table: StoredTable, turn: number) {
  const columns = table.columns.map(({ meta, block, layer }) => {
    const id = `${meta.key}-${turn}`;
    packed.blocks[id] = meta.kind === 'number' ? [100 + turn, 200 + turn] : [`p${turn}`, `q${turn}`];
    return { key: meta.key, set: [], from: block, block: id, ...(layer !== undefined && { layer }) };
  });
  const typed = Object.fromEntries(table.columns.map(({ meta, typed }) => [meta.key, typed]));
  const args = {
    ...{ table: 't', base: table.base, columns, added: [], gone: [], typed },
    ...{ inserted: table.inserted.map(({ id }) => id), totals: {}, remarks: [] },
  };
  return { name: 'table.replace', args };
}

const step = fc.record({
  what: fc.constantFrom(
    'type',
    'type',
    'type',
    'two',
    'below',
    'insert',
    'undo',
    'undo',
    'undo',
    'fold',
    'fold',
    'extract',
  ),
  row: fc.nat({ max: 4 }),
  key: fc.constantFrom('a', 'b'),
  text: fc.constantFrom('1', '5', '6', 'closed', null),
  of: fc.nat({ max: 20 }),
});

describe('typed cells that are put together', () => {
  it('come to what they would without that, whatever is typed, put in and taken back before and after', () => {
    fc.assert(
      fc.property(fc.array(step, { minLength: 2, maxLength: 14 }), (steps) => {
        const [plain, folding] = [new Log(START), new Log(START)];
        const made: string[] = [];
        /** those that were made over what was put together: what they found there is gone with a newer extract */
        const over = new Set<string>();
        for (const [turn, { what, row, key, text, of }] of steps.entries()) {
          if (what === 'fold') {
            folding.putTogether(1);
            expect(cellsIn(folding)).toEqual(cellsIn(plain));
            continue;
          }
          const id = `00000000-0000-4000-8000-${String(turn).padStart(12, '0')}`;
          const rows = rowsOf(tableOfLog(plain));
          const at = rows.nameAt(row % rows.count);
          const cells =
            what === 'two'
              ? { a: { 'r.0': `${turn}`, 'r.1': `1${turn}` }, b: { [at]: `2${turn}` } }
              : { [key]: { [at]: text } };
          if (tableOfLog(folding).columns.some(({ layer }) => layer !== undefined) && what !== 'extract') over.add(id);
          const isReplaced = steps.slice(0, turn).some((before) => before.what === 'extract');
          const able = made.filter((one) => !(isReplaced && over.has(one)));
          const undone = able[of % Math.max(1, able.length)];
          const run = { id: `n${turn}`, count: 1, after: 'r.1' };
          const call =
            what === 'undo'
              ? { name: UNDO, args: { changes: [undone ?? id] } }
              : what === 'insert'
                ? { name: 'table.insertRows', args: { table: 't', run } }
                : what === 'below'
                  ? {
                      name: 'table.setCells',
                      args: { table: 't', cells: { [key]: { [`n${turn}.0`]: text } }, rows: [run] },
                    }
                  : { name: 'table.setCells', args: { table: 't', cells } };
          const done = (log: Log) => ({ id, ...(what === 'extract' ? extract(tableOfLog(log), turn) : call) });
          const one = plain.take('x', plain.changes.length, [done(plain)]);
          // The same text once more is no change; over one that was put together it is one that cannot be seen.
          if (one.refused.length === 0 && plain.changes.at(-1)?.fields.length === 0) continue;
          const other = folding.take('x', folding.changes.length, [done(folding)]);
          // Over a newer extract, there can be nothing left to take back on one side where it is refused on the other.
          const isSameOutcome = one.refused.length === other.refused.length;
          if (!steps.some((before) => before.what === 'extract')) expect(isSameOutcome).toBe(true);
          if (one.refused.length === 0 && isSameOutcome) {
            // What was taken back is taken back no more; but that can be.
            if (what === 'undo') made.splice(made.indexOf(undone ?? ''), 1);
            made.push(id);
          }
          expect(cellsIn(folding)).toEqual(cellsIn(plain));
          expect(readDocument(folding.record)).toEqual(folding.record);
          // A layer that is back holds what the fields of the extract alone can no longer bring back.
          if (steps[Number(undone?.slice(-12))]?.what === 'extract' && what === 'undo') break;
        }
        // What windows make of such a change by themselves is what was stored.
        for (const { fields } of folding.changes.filter(({ name }) => name === FOLD))
          for (const [block, made] of layersOf(fields, (id) => folding.layers.get(id)))
            expect(textsOfLayer(made)).toEqual(textsOfLayer(folding.layers.get(block) ?? []));
      }),
      { numRuns: runs(1500) },
    );
  });

  it('stand as they were typed where the same is typed again, whoever takes it back then', () => {
    const log = new Log(START);
    const id = (turn: number) => `00000000-0000-4000-8000-${String(turn).padStart(12, '0')}`;
    const type = (turn: number, text: string) => {
      const args = { table: 't', cells: { a: { 'r.0': text } } };
      log.take('x', log.changes.length, [{ id: id(turn), name: 'table.setCells', args }]);
    };
    type(1, '8');
    log.putTogether(1);
    type(2, '9');
    type(3, '8');
    log.take('x', log.changes.length, [{ id: id(4), name: UNDO, args: { changes: [id(1)] } }]);
    expect(cellsIn(log)).toMatchObject({
      cells: [
        ['a', [1, 2]],
        ['b', ['p', 'q']],
      ],
    });
  });
});
