/** Cells that are kept as what changed: always those that were stored, in little room, and cleared when nothing names them. */
import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { sql } from 'kysely';
import { describe, expect, it } from 'vitest';
import { demoReport } from '../../demo/skerry.ts';
import { UNDO } from '../../src/core/change/change.ts';
import type { BlockCells } from '../../src/core/change/wire.ts';
import type { Cell } from '../../src/core/table/column.ts';
import type { Splice } from '../../src/core/table/kept.ts';
import { loadCells, removeBlocks, storeBlocks } from '../../src/server/blocks.ts';
import { requestFor, runCalls } from '../../src/server/changes.ts';
import { createReport, listRemoved, setRemoved } from '../../src/server/reports.ts';
import { tidy } from '../../src/server/tidy.ts';
import { ownDatabase } from './own-database.ts';

// Clearing is of all that is in a database.
const own = ownDatabase();
const demo = demoReport();

const fresh = () => createReport(own(), demo.report, demo.blocks);
const cell: fc.Arbitrary<Cell> = fc.oneof(
  fc.integer(),
  fc.constant(null),
  fc.double({ noNaN: true, noDefaultInfinity: true }),
);
const text = fc.option(fc.string({ maxLength: 4, unit: fc.constantFrom('a', '1', ' ', '“', '北') }));
const splice: fc.Arbitrary<Splice> = fc.array(fc.tuple(cell, text), { maxLength: 3 }).chain((typed) =>
  fc
    .record({
      at: fc.nat(30),
      remove: fc.nat(4),
      insert: fc.constant(typed.map(([value]) => value)),
      received: fc.constantFrom(
        undefined,
        typed.map(([, written]) => written),
      ),
    })
    .map(({ received, ...rest }) => ({ ...rest, ...(received && { received }) })),
);

/** What stands in a column and was received of it, worked out one cell at a time. */
function edited(column: [Cell, string | null][], { at, remove, insert, received }: Splice): [Cell, string | null][] {
  const next = [...column];
  const from = Math.min(at, next.length);
  for (let left = remove; left > 0 && from < next.length; left--) next.splice(from, 1);
  insert.forEach((value, index) => {
    next.splice(from + index, 0, [value, received?.[index] ?? null]);
  });
  return next;
}

const kept = (column: [Cell, string | null][]) => ({
  cells: column.map(([value]) => (Object.is(value, -0) ? 0 : value)),
  received: column.some(([, written]) => written !== null) ? column.map(([, written]) => written) : null,
});

describe('blocks', () => {
  it('made of any edits, one on the other or on older ones, hold what was stored', async () => {
    const report = await fresh();
    const edits = fc.array(fc.tuple(splice, fc.nat(200)), { minLength: 1, maxLength: 90 });
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(cell, text), { maxLength: 25 }), edits, async (first, all) => {
        const ids = [randomUUID()];
        const columns = [first];
        const whole: BlockCells = {
          cells: first.map(([value]) => value),
          received: first.map(([, written]) => written),
        };
        await storeBlocks(own(), report, { [ids[0] ?? '']: whole });
        for (const [change, back] of all) {
          // Mostly of the last one, sometimes of one before, as an undo or someone else’s edit is.
          const of = back < columns.length * 5 ? columns.length - 1 : back % columns.length;
          const id = randomUUID();
          await storeBlocks(own(), report, { [id]: { of: ids[of] ?? '', splice: change } });
          ids.push(id);
          columns.push(edited(columns[of] ?? [], change));
        }
        for (const at of [0, Math.floor(ids.length / 2), ids.length - 1]) {
          const found = await loadCells(own(), report, ids[at] ?? '');
          expect(JSON.parse(JSON.stringify(found))).toEqual(kept(columns[at] ?? []));
          const { rows } = await own()
            .selectFrom('column_blocks')
            .select('rows')
            .where('id', '=', ids[at] ?? '')
            .executeTakeFirstOrThrow();
          expect(rows).toBe(columns[at]?.length);
        }
        // Without those between, each of the rest is as it was.
        const gone = ids.filter((_, at) => at % 3 !== 0);
        await removeBlocks(own(), report, gone);
        for (const at of [0, ids.length - 1 - ((ids.length - 1) % 3)]) {
          const found = await loadCells(own(), report, ids[at] ?? '');
          expect(JSON.parse(JSON.stringify(found))).toEqual(kept(columns[at] ?? []));
        }
      }),
      { numRuns: 25 },
    );
  });

  it('of 20 cells typed into a column of 100,000 rows take a few kilobytes', async () => {
    const report = await fresh();
    let last = randomUUID();
    const room = async () => {
      const { rows } = await sql<{ size: number }>`
        select sum(coalesce(length(cells), 0) + coalesce(length(splice), 0))::int as size
          from column_blocks where report_id = ${report}`.execute(own());
      return rows[0]?.size ?? 0;
    };
    await storeBlocks(own(), report, { [last]: Array.from({ length: 100_000 }, (_, row) => row * 1.5) });
    const before = await room();
    for (let turn = 0; turn < 20; turn++) {
      const id = randomUUID();
      await storeBlocks(own(), report, { [id]: { of: last, splice: { at: turn * 4000, remove: 1, insert: [-turn] } } });
      last = id;
    }
    expect((await room()) - before).toBeLessThan(4000);
    const cells = (await loadCells(own(), report, last))?.cells ?? [];
    expect([cells.length, cells[76_000], cells[76_001]]).toEqual([100_000, -19, 114_001.5]);
  });
});

describe('clearing', () => {
  it('takes what nothing names, and leaves what a document, or a change of late, names', async () => {
    const report = await fresh();
    const item = demo.report.items.find(({ type }) => type === 'table');
    if (item?.type !== 'table') throw new Error('no table');
    const column = item.columns[1];
    const first = column?.block ?? '';
    const made: string[] = [];
    for (let turn = 0; turn < 5; turn++) {
      const block = randomUUID();
      const from = made.at(-1) ?? first;
      const set = [{ path: ['title'], to: `Read anew, ${turn}` }];
      const args = { table: item.id, column: column?.meta.key, set, cells: { from, block } };
      const request = requestFor(
        { name: 'table.setColumn', args, by: 'x' },
        { [block]: { of: from, splice: { at: turn, remove: 1, insert: [turn + 0.25] } } },
      );
      const answer = await runCalls(own(), report, request);
      expect(answer?.refused).toEqual([]);
      made.push(block);
    }
    const orphan = randomUUID();
    await storeBlocks(own(), report, { [orphan]: [1, 2, 3] });
    const now = await loadCells(own(), report, made.at(-1) ?? '');
    expect(now?.cells.slice(0, 5)).toEqual([0.25, 1.25, 2.25, 3.25, 4.25]);

    expect(await tidy(own(), 30)).toEqual({ reports: 0, blocks: 0 });
    await sql`update column_blocks set stored_at = now() - interval '40 days'`.execute(own());
    const cleared = await tidy(own(), 30);
    expect(cleared.blocks).toBeGreaterThan(0);
    expect(await loadCells(own(), report, orphan)).toBeUndefined();
    // The changes are of today, so they can be taken back.
    const log = await own()
      .selectFrom('changes')
      .select('change_id')
      .where('report_id', '=', report)
      .orderBy('revision', 'desc')
      .execute();
    const undo = await runCalls(
      own(),
      report,
      requestFor({ name: UNDO, args: { changes: [log[0]?.change_id] }, by: 'x' }),
    );
    expect(undo?.refused).toEqual([]);

    await sql`update changes set made_at = now() - interval '40 days'`.execute(own());
    await tidy(own(), 30);
    expect(await loadCells(own(), report, made.at(-1) ?? '')).toBeUndefined();
    expect((await loadCells(own(), report, made.at(-2) ?? ''))?.cells.slice(0, 4)).toEqual([0.25, 1.25, 2.25, 3.25]);
    const late = await runCalls(
      own(),
      report,
      requestFor({ name: UNDO, args: { changes: [log.at(-1)?.change_id] }, by: 'x' }),
    );
    expect(late?.refused[0]?.error ?? '').toMatch(/changed since|were cleared/);
  });

  it('takes removed reports after their time, and not before; until then they are brought back', async () => {
    const [soon, late] = [await fresh(), await fresh()];
    await setRemoved(own(), soon, true);
    await setRemoved(own(), late, true);
    await own()
      .updateTable('reports')
      .set({ removed_at: new Date(Date.now() - 31 * 86_400_000) })
      .where('id', '=', late)
      .execute();
    expect((await listRemoved(own())).map(({ id }) => id)).toEqual([soon, late]);
    expect((await tidy(own(), 30)).reports).toBe(1);
    expect((await listRemoved(own())).map(({ id }) => id)).toEqual([soon]);
    expect(await setRemoved(own(), soon, false)).toBe(true);
    expect(await setRemoved(own(), late, false)).toBe(false);
  });
});
