/** Reports in which rows were known by their positions (version 5): how they are read, undone and sent on. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { type Change, UNDO } from '../../src/core/change/change.ts';
import { putOnTop, shownIn } from '../../src/core/change/meet.ts';
import { runCall } from '../../src/core/change/run.ts';
import type { BlockCells } from '../../src/core/change/wire.ts';
import { callByNames } from '../../src/core/report/by-names.ts';
import { type ReportRecord, reportOf } from '../../src/core/report/record.ts';
import { renamedChange } from '../../src/core/report/renamed.ts';
import { readDocument } from '../../src/core/report/upgrade.ts';
import { blockOf, keptCells, spliceCells, spliceReceived, type WholeBlock } from '../../src/core/table/kept.ts';
import { Edited } from './typing.ts';

interface Logged {
  first: object;
  document: object;
  changes: Change[];
  blocks: Record<string, BlockCells>;
  /** what the build of that time read of the table before each change and after the last: its texts and its totals */
  stages: { totals: number[]; columns: Record<string, string[]> }[];
}

const { first, document, changes, blocks, stages } = JSON.parse(
  readFileSync(new URL('../documents/version-5.json', import.meta.url), 'utf8'),
) as Logged;
const log = new Map(changes.map((change) => [change.id, renamedChange({ ...change, form: 5 })]));
const fieldsOf = (id: string) => log.get(id);

/** Every block in whole. */
const whole: Record<string, WholeBlock> = {};
for (const [id, block] of Object.entries(blocks)) {
  if (!('of' in block)) whole[id] = block;
  else {
    const { cells, received } = keptCells(whole[block.of] ?? []);
    whole[id] = blockOf({
      cells: spliceCells(cells, block.splice),
      received: spliceReceived(received, cells.length, block.splice),
    });
  }
}

function seen(record: ReportRecord): Logged['stages'][number] {
  const edited = new Edited(reportOf(record), whole);
  const keys = edited.table.columns.map(({ key }) => key);
  return {
    totals: [...edited.table.totals],
    columns: Object.fromEntries(keys.map((key) => [key, edited.texts(key)])),
  };
}

describe('a report of version 5', () => {
  it('has the cells and the totals that it had', () => {
    expect(seen(readDocument(first))).toEqual(stages[0]);
    expect(seen(readDocument(document))).toEqual(stages.at(-1));
    expect(readDocument(JSON.parse(JSON.stringify(readDocument(document))))).toEqual(readDocument(document));
  });

  it('has its changes taken back one by one, and done again', () => {
    let record = readDocument(document);
    const undone: string[] = [];
    const known = new Map(log);
    for (const [at, change] of [...changes.entries()].reverse()) {
      const done = runCall(record, { name: UNDO, args: { changes: [change.id] } }, (id) => known.get(id));
      expect([done.left, seen(done.record)], change.name).toEqual([[], stages[at]]);
      record = done.record;
      known.set(`undo ${at}`, { ...change, fields: done.fields, label: done.label });
      undone.push(`undo ${at}`);
    }
    expect(undone).toHaveLength(8);
    // Paths of an undo are of today, so it is taken back like any change of today.
    for (const id of undone.reverse()) {
      const { fields, label } = known.get(id) as Change;
      const back = runCall(record, { name: UNDO, args: { changes: ['00000000-0000-4000-8000-00000000ffff'] } }, () => ({
        fields,
        label,
      }));
      record = back.record;
    }
    expect(seen(record)).toEqual(stages.at(-1));
  });

  it('has calls that a browser kept done as they were meant', () => {
    const calls = changes.map(({ id, name, args }) => ({ id, name, args }));
    for (let count = 1; count <= calls.length; count++) {
      const stored = readDocument(first);
      const { pending, refused } = putOnTop(stored, calls.slice(0, count), fieldsOf, (call, record) =>
        callByNames(call, record, blocks),
      );
      // Cells that were read anew after something was typed into them lie in rows that are others by now.
      const anew = calls.slice(0, count).filter(({ name }) => name === 'table.setColumn');
      expect(refused.map(({ call }) => call.id)).toEqual(anew.map(({ id }) => id));
      const { name } = calls[count - 1] as Change;
      const wanted = stages[name === 'table.setColumn' ? count - 1 : count];
      expect(seen(shownIn({ revision: 0, stored, pending })), name).toEqual(wanted);
    }
  });

  it('keeps what is typed by name since, also where rows of before were put in or taken out', () => {
    let stored = readDocument(first);
    for (const { id, name, args } of changes.slice(0, 5)) {
      const call = callByNames({ id, name, args }, stored, blocks);
      stored = runCall(stored, call, fieldsOf).record;
    }
    // As the document of that time is read today: the rows are called by the places that they had then.
    const then = readDocument(JSON.parse(JSON.stringify(documentAfter(5))));
    expect(seen(then)).toEqual(seen(stored));
    const typed = runCall(
      then,
      { name: 'table.setCells', args: { table: 't', cells: { note: { 'r.3': 'mine' } } } },
      fieldsOf,
    );
    const [removal, cell] = [changes[3]?.id, changes[4]?.id];
    expect(() => runCall(typed.record, { name: UNDO, args: { changes: [removal] } }, fieldsOf)).toThrow(
      /has changed since/,
    );
    // Rows that came with what was typed below the last one are of their change.
    expect(() => runCall(typed.record, { name: UNDO, args: { changes: [cell] } }, fieldsOf)).toThrow(
      /has changed since/,
    );
    const kind = runCall(then, { name: UNDO, args: { changes: [cell] } }, fieldsOf);
    expect(seen(kind.record)).toEqual(stages[4]);
  });
});

/** The document as that version stored it after so many changes: what all fields since left is taken out of it again. */
function documentAfter(count: number): unknown {
  let record: unknown = document;
  for (const { fields } of changes.slice(count).reverse())
    for (const { path, from } of [...fields].reverse()) record = withAt(record, path, from);
  return record;
}

function withAt(value: unknown, [step = '', ...rest]: readonly string[], to: unknown): unknown {
  const { [step]: inner, ...others } = value as Record<string, unknown>;
  const made = rest.length === 0 ? to : withAt(inner, rest, to);
  return made === undefined ? others : { ...others, [step]: made };
}
