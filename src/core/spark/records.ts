/** The rows of a spark table: records of its table, and the sums of some of them. */
import { isCalled } from '../table/called.ts';
import { type Cell, type Column, columnOf, type Table } from '../table/column.ts';
import { readTitle } from '../table/titles.ts';
import type { SparkTableSpec } from './spec.ts';

/** A row of a spark table. */
export interface SparkRecord {
  /** by what it is found again in new data */
  key: string;
  name: string;
  kind: 'row' | 'subtotal' | 'total';
  /** the table's row it is, where it is one */
  row: number | null;
  /** the column it is, where it is one */
  column: Column | null;
  /** what it is put together with others by; null where rows have no groups */
  group: string | null;
  /** of a sum: indices of the records it stands for */
  members: readonly number[] | null;
}

/** A row as it is shown, from the top. */
export type ShownRow = { kind: 'heading'; text: string } | { kind: 'record'; index: number };

export interface Records {
  records: SparkRecord[];
  /** how many of them are no sums; these come first */
  own: number;
  /** for rows that are categories: index of the record of each row of the table, -1 for none */
  recordOf: Int32Array | null;
}

/** Begins the keys of sums, which no name of a row does. */
const SUM = '\u001f';
/** Whether a key is that of a sum, which is there where it is asked for. */
export const isOfSum = (key: string): boolean => key.startsWith(SUM);
/** Key of the row that stands for all. */
export const TOTAL_KEY = `${SUM}total`;

const textOf = (cell: Cell | undefined) => (cell === null || cell === undefined ? '' : String(cell));

/** Gives equal names keys of their own by their order. */
function keyed() {
  const seen = new Map<string, number>();
  return (name: string) => {
    const count = (seen.get(name) ?? 0) + 1;
    seen.set(name, count);
    return count === 1 ? name : `${name}${SUM}${count}`;
  };
}

/** The column whose texts tell the rows of a table apart. */
function namesOf({ rows, columns }: SparkTableSpec, table: Table): Column | undefined {
  const first = columns.find(({ kind }) => kind === 'text');
  const key = (rows.kind === 'rows' && rows.names) || (first?.kind === 'text' ? first.column : null);
  return (key === null ? undefined : columnOf(table, key)) ?? table.columns.find(({ kind }) => kind === 'text');
}

/** A record with all of its properties in one order, which ten thousand of them are made much faster by. */
const record = (
  kind: SparkRecord['kind'],
  key: string,
  name: string,
  group: string | null,
  row: number | null = null,
  column: Column | null = null,
  members: readonly number[] | null = null,
): SparkRecord => ({ key, name, kind, row, column, group, members });

function ownRecords(spec: SparkTableSpec, table: Table): Omit<Records, 'own'> {
  const { rows: of, order } = spec;
  const grouping = order.group !== null && order.group !== 'unit' ? columnOf(table, order.group.column) : undefined;
  const totals = new Set(table.totals);
  const keyFor = keyed();
  const records: SparkRecord[] = [];
  if (of.kind === 'columns') {
    for (const key of of.columns) {
      const column = columnOf(table, key);
      const unit = column?.kind === 'number' ? (column.unit ?? '') : '';
      const group = order.group === 'unit' ? unit : null;
      if (column) records.push(record('row', key, readTitle(column.title).name, group, null, column));
    }
    return { records, recordOf: null };
  }
  const groupAt = (row: number) => (grouping ? textOf(grouping.cells[row]) : null);
  if (of.kind === 'rows') {
    const names = namesOf(spec, table);
    for (let row = 0; row < table.rows; row++) {
      if (totals.has(row)) continue;
      const name = names ? textOf(names.cells[row]) : String(row + 1);
      records.push(record('row', keyFor(name), name, groupAt(row), row));
    }
    return { records, recordOf: null };
  }
  const cells = columnOf(table, of.category)?.cells ?? [];
  const byName = new Map<Cell, number>();
  const recordOf = new Int32Array(table.rows).fill(-1);
  for (let row = 0; row < table.rows; row++) {
    const cell = cells[row];
    if (cell === null || cell === undefined || totals.has(row)) continue;
    let index = byName.get(cell);
    if (index === undefined) {
      index = records.length;
      byName.set(cell, index);
      const name = String(cell);
      records.push(record('row', name, name, groupAt(row)));
    }
    recordOf[row] = index;
  }
  return { records, recordOf };
}

/** The records that stand in the groups of a spark table, groups in the order in which they come first. */
export function groupsOf(records: readonly SparkRecord[]): Map<string | null, number[]> {
  const groups = new Map<string | null, number[]>();
  records.forEach(({ group, members }, index) => {
    if (members) return;
    const known = groups.get(group);
    if (known) known.push(index);
    else groups.set(group, [index]);
  });
  return groups;
}

/** The records of a spark table: its rows in the table's order, then the sums that it shows. */
export function recordsOf(spec: SparkTableSpec, table: Table): Records {
  const { records, recordOf } = ownRecords(spec, table);
  const { subtotals, total, group, filter } = spec.order;
  const own = records.length;
  const isShown = (index: number) => filter === '' || isCalled(records[index]?.name ?? '', filter);
  if (subtotals.shown && group !== null)
    for (const [name, all] of groupsOf(records)) {
      const members = all.filter(isShown);
      if (members.length > 0)
        records.push(record('subtotal', `${SUM}${name}`, subtotals.name, name, null, null, members));
    }
  const all = Array.from({ length: own }, (_, index) => index).filter(isShown);
  if (total.shown && all.length > 0) records.push(record('total', TOTAL_KEY, total.name, null, null, null, all));
  return { records, own, recordOf };
}

/**
 * The rows as they are shown: filtered, in order within their groups, with
 * headings and sums. `compare` orders two records; null keeps the table's order.
 */
export function shownRows(
  { order }: SparkTableSpec,
  { records, own }: Pick<Records, 'records' | 'own'>,
  compare: ((a: number, b: number) => number) | null,
): ShownRow[] {
  const isShown = (index: number) => order.filter === '' || isCalled(records[index]?.name ?? '', order.filter);
  const ordered = (all: readonly number[]) => {
    const kept = all.filter(isShown);
    return compare ? kept.sort((a, b) => compare(a, b) || a - b) : kept;
  };
  const row = (index: number): ShownRow => ({ kind: 'record', index });
  const subtotals = new Map<string | null, number>();
  let total = -1;
  for (let index = own; index < records.length; index++) {
    if (records[index]?.kind === 'total') total = index;
    else subtotals.set(records[index]?.group ?? null, index);
  }
  const shown: ShownRow[] = [];
  for (const [group, all] of groupsOf(records)) {
    const kept = ordered(all);
    if (kept.length === 0) continue;
    if (group !== null) shown.push({ kind: 'heading', text: group });
    shown.push(...kept.map(row));
    const sum = subtotals.get(group);
    if (sum !== undefined) shown.push(row(sum));
  }
  if (total >= 0) shown.push(row(total));
  return shown;
}
