/** A newer extract as a change of the table in whose place it is laid. */
import { partsBetween } from '../named/parts.ts';
import { type Column, ColumnMeta, metaOf, type Table } from '../table/column.ts';
import { blockOf, type WholeBlock } from '../table/kept.ts';
import { partsOfRow, type RowName, type Run, rowName, rowsOf } from '../table/row-names.ts';
import type { StoredTable } from './report.ts';
import { remarksOf } from './tables.ts';

/** Rows that follow each other in name, put together. */
function runsOf(names: readonly RowName[]): Run[] {
  const runs: Run[] = [];
  for (const name of names) {
    const { of, number } = partsOfRow(name);
    const last = runs.at(-1);
    if (last && last.of === of && last.from + last.count === number)
      runs[runs.length - 1] = { ...last, count: last.count + 1 };
    else runs.push({ of, from: number, count: 1 });
  }
  return runs;
}

/** Beyond so many runs rows are named anew: an extract in another order than the table has hardly two that follow each other. */
const MOST_RUNS = 100_000;

/** Names of the rows of an extract: those that are known again keep theirs, and the others are called after `id`. */
function namesOf(item: StoredTable, from: readonly (number | null)[], id: string): RowName[] {
  const rows = rowsOf(item);
  let count = 0;
  const names = from.map((row) => (row === null ? rowName(id, count++) : rows.nameAt(row)));
  return runsOf(names).length <= MOST_RUNS ? names : names.map((_, row) => rowName(id, row));
}

/**
 * The arguments of `table.replace` for a table that takes the place of another,
 * and the blocks that come with it. `from` says for each of its rows which row
 * of the table it was, null for one that is new.
 */
export function replacing(item: StoredTable, next: Table, from: readonly (number | null)[], newId: () => string) {
  const blocks: Record<string, WholeBlock> = {};
  const stored = (column: Column) => {
    const block = newId();
    blocks[block] = blockOf(column);
    return block;
  };
  const own = new Map(item.columns.map((column) => [column.meta.key, column]));
  const columns = next.columns.flatMap((column) => {
    const before = own.get(column.key);
    return before
      ? [
          {
            key: column.key,
            set: partsBetween(ColumnMeta, before.meta, metaOf(column)),
            from: before.block,
            block: stored(column),
            ...(before.layer !== undefined && { layer: before.layer }),
          },
        ]
      : [];
  });
  const added = next.columns
    .filter(({ key }) => !own.has(key))
    .map((column) => ({ meta: metaOf(column), block: stored(column), typed: {} }));
  const names = namesOf(item, from, newId());
  const marked = new Set(next.totals.flatMap((row) => names[row] ?? []));
  const totals = [...new Set([...Object.keys(item.totals), ...marked])]
    .filter((row) => marked.has(row) !== (item.totals[row] ?? false))
    .map((row) => [row, marked.has(row)] as const);
  const args = {
    table: item.id,
    base: runsOf(names),
    columns,
    added,
    gone: [...own.keys()].filter((key) => !next.columns.some((column) => column.key === key)),
    typed: Object.fromEntries(item.columns.map(({ meta, typed }) => [meta.key, typed])),
    inserted: item.inserted.map(({ id }) => id),
    totals: Object.fromEntries(totals),
    remarks: remarksOf(next),
  };
  return { args, blocks };
}
