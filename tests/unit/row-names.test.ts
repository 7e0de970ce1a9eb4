/** Rows by name, held to a plain list of names in which rows are put in and taken out one by one. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type InsertedRun,
  partsOfRow,
  Rows,
  type Run,
  removedName,
  removedRun,
  rowName,
  stretchesOf,
} from '../../src/core/table/row-names.ts';

interface Step {
  kind: 'insert' | 'remove';
  /** where, as a share of the rows there are */
  at: number;
  count: number;
}
const step: fc.Arbitrary<Step> = fc.record({
  kind: fc.constantFrom('insert', 'insert', 'remove'),
  at: fc.double({ min: 0, max: 1, noNaN: true }),
  count: fc.integer({ min: 1, max: 4 }),
});
const base = fc.array(fc.integer({ min: 1, max: 6 }), { maxLength: 3 }).map((counts): Run[] => {
  let from = 0;
  return counts.map((count, index) => {
    const run = { of: index === 2 ? 'x' : 'r', from: index === 2 ? 5 : from, count };
    from += count + index;
    return run;
  });
});
const namesOf = (rows: Rows) => Array.from({ length: rows.count }, (_, row) => rows.nameAt(row));

/** What a person does who sees the rows: names are put into a list, and taken out of it. */
function played(runs: readonly Run[], steps: readonly Step[]) {
  const list = runs.flatMap(({ of, from, count }) => Array.from({ length: count }, (_, n) => rowName(of, from + n)));
  let inserted: InsertedRun[] = [];
  const removed: Record<string, true> = {};
  for (const [index, { kind, at, count }] of steps.entries()) {
    const row = Math.round(at * list.length);
    if (kind === 'insert') {
      const after = list[row - 1] ?? null;
      const run = { id: `i${index}`, count, after };
      // Before those that stand behind the same row already.
      const next = inserted.findIndex((other) => other.after === after);
      inserted = next < 0 ? [...inserted, run] : inserted.toSpliced(next, 0, run);
      list.splice(row, 0, ...Array.from({ length: count }, (_, n) => rowName(run.id, n)));
    } else
      for (const name of list.splice(row, count)) {
        const { of, number } = partsOfRow(name);
        removed[removedName({ of, from: number, count: 1 })] = true;
      }
  }
  return { list, source: { base: runs, inserted, removed } };
}

describe('rows by name', () => {
  it('stand as in a list in which they were put in and taken out', () => {
    fc.assert(
      fc.property(base, fc.array(step, { maxLength: 25 }), (runs, steps) => {
        const { list, source } = played(runs, steps);
        const rows = new Rows(source);
        expect(namesOf(rows)).toEqual(list);
        for (const [index, name] of list.entries()) expect(rows.indexOf(name)).toBe(index);
        for (const { of, from } of Object.keys(source.removed).map(removedRun))
          expect(rows.indexOf(rowName(of, from))).toBeNull();
      }),
      { numRuns: 400 },
    );
  });

  it('know where their cells are in the blocks', () => {
    fc.assert(
      fc.property(base, fc.array(step, { maxLength: 12 }), (runs, steps) => {
        const { source } = played(runs, steps);
        const all = runs.flatMap(({ of, from, count }) =>
          Array.from({ length: count }, (_, n) => rowName(of, from + n)),
        );
        for (const { of, from, count, base: at } of stretchesOf(source))
          for (let n = 0; n < count; n++) {
            const own = all.indexOf(rowName(of, from + n));
            expect(at === null ? -1 : at + n).toBe(own);
          }
      }),
    );
  });

  it('are all there whatever was taken back: nothing that was put in is lost, and nothing stands twice', () => {
    fc.assert(
      fc.property(base, fc.array(step, { maxLength: 20 }), fc.array(fc.nat()), (runs, steps, back) => {
        const { source } = played(runs, steps);
        const gone = new Set(back.map((at) => at % Math.max(1, source.inserted.length)));
        const inserted = source.inserted.filter((_, index) => !gone.has(index));
        const names = namesOf(new Rows({ ...source, inserted }));
        const isOut = new Set(
          Object.keys(source.removed)
            .map(removedRun)
            .map(({ of, from }) => rowName(of, from)),
        );
        const all = [...runs, ...inserted.map(({ id, count }) => ({ of: id, from: 0, count }))].flatMap(
          ({ of, from, count }) => Array.from({ length: count }, (_, n) => rowName(of, from + n)),
        );
        expect([...names].sort()).toEqual(all.filter((name) => !isOut.has(name)).sort());
      }),
    );
  });

  it('come out however runs hold on to each other', () => {
    const circle: InsertedRun[] = [
      { id: 'a', count: 1, after: 'b.0' },
      { id: 'b', count: 2, after: 'a.0' },
      { id: 'c', count: 1, after: 'gone.4' },
      { id: 'd', count: 1, after: 'd.0' },
    ];
    const runs = [{ of: 'r', from: 0, count: 2 }];
    const names = namesOf(new Rows({ base: runs, inserted: circle, removed: {} }));
    expect(names.slice(0, 2)).toEqual(['r.0', 'r.1']);
    expect(names.slice(2).sort()).toEqual(['a.0', 'b.0', 'b.1', 'c.0', 'd.0']);
  });

  it('cost nothing where nothing was changed, and are one stretch', () => {
    expect(stretchesOf({ base: [{ of: 'r', from: 0, count: 100_000 }], inserted: [], removed: {} })).toEqual([
      { of: 'r', from: 0, count: 100_000, base: 0 },
    ]);
  });

  it('are put in one behind the other as often as one likes', () => {
    const inserted = Array.from({ length: 20_000 }, (_, n) => ({
      id: `i${n}`,
      count: 1,
      after: n === 0 ? 'r.0' : `i${n - 1}.0`,
    }));
    const rows = new Rows({ base: [{ of: 'r', from: 0, count: 2 }], inserted, removed: {} });
    expect(rows.count).toBe(20_002);
    expect(rows.nameAt(20_000)).toBe('i19999.0');
    expect(rows.nameAt(20_001)).toBe('r.1');
  });
});
