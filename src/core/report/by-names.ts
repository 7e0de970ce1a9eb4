/**
 * Tables of before version 6, in which rows were known by their positions: their
 * documents, what the log says of them, and calls that browsers kept. The rows
 * that a table has when it is first read by name are called by their positions
 * then, so an edit of before is said in the same names as one of today.
 */
import type { Call, Change } from '../change/change.ts';
import type { BlockCells } from '../change/wire.ts';
import type { Field, Path } from '../named/fields.ts';
import { partsBetween } from '../named/parts.ts';
import { isProperties, type Properties } from '../named/same.ts';
import { ColumnMeta } from '../table/column.ts';
import { runsBetween } from '../table/edit.ts';
import { rowName, rowsOf } from '../table/row-names.ts';
import { textOfCell } from '../table/written.ts';
import { marksOf, receivedRows } from './received-rows.ts';
import { type ReportRecord, reportOf } from './record.ts';
import { type StoredTable, storedTableIn } from './report.ts';

const numbersIn = (value: unknown): number[] =>
  Array.isArray(value) ? value.filter((one): one is number => typeof one === 'number') : [];

const columnByNames = (column: unknown): unknown => (isProperties(column) ? { typed: {}, ...column } : column);

/** A thing as it is said today, in its list form or its record form. */
export function itemByNames(item: unknown): unknown {
  if (!isProperties(item) || item['type'] !== 'table' || typeof item['rows'] !== 'number') return item;
  const { rows, totals, columns, ...others } = item;
  return {
    ...others,
    base: receivedRows(rows as number),
    columns: Array.isArray(columns)
      ? columns.map(columnByNames)
      : isProperties(columns)
        ? Object.fromEntries(Object.entries(columns).map(([key, column]) => [key, columnByNames(column)]))
        : columns,
    inserted: Array.isArray(columns) ? [] : {},
    removed: {},
    totals: marksOf(numbersIn(totals)),
  };
}

/** One side of a field, absent where nothing stood there. */
const side = (name: 'from' | 'to', value: unknown) => (value === undefined ? {} : { [name]: value });

/** Marks of rows that came and went. */
function marksBetween(path: Path, from: unknown, to: unknown): Field[] {
  const [before, after] = [marksOf(numbersIn(from)), marksOf(numbersIn(to))];
  return [...new Set([...Object.keys(before), ...Object.keys(after)])]
    .filter((row) => before[row] !== after[row])
    .map((row) => ({ path: [...path, row], ...side('from', before[row]), ...side('to', after[row]) }));
}

function fieldByNames({ path, from, to }: Field): Field[] {
  const [list, , part, key] = path;
  const both = (change: (value: unknown) => unknown): Field[] => [
    { path, ...side('from', from && change(from)), ...side('to', to && change(to)) },
  ];
  if (list !== 'items') return [{ path, ...side('from', from), ...side('to', to) }];
  if (path.length === 2) return both(itemByNames);
  if (path.length === 3 && part === 'rows') {
    const named = [...path.slice(0, 2), 'base'];
    return [{ path: named, from: receivedRows(Number(from)), to: receivedRows(Number(to)) }];
  }
  // A spark table has no totals and no blocks, so these are of tables.
  if (path.length === 3 && part === 'totals') return marksBetween(path, from, to);
  const isColumn = path.length === 4 && part === 'columns' && key !== undefined;
  const isStored = [from, to].some((value) => isProperties(value) && 'block' in value);
  return isColumn && isStored ? both(columnByNames) : [{ path, ...side('from', from), ...side('to', to) }];
}

/** A change of the log as it is said today, so that it can still be undone. */
export const changeByNames = (change: Change): Change => ({ ...change, fields: change.fields.flatMap(fieldByNames) });

interface OldEdit {
  table: string;
  rows: number;
  columns: { key: string; block: string }[];
  totals?: unknown;
}

const isOldEdit = (args: unknown): args is OldEdit =>
  isProperties(args) && typeof args['rows'] === 'number' && Array.isArray(args['columns']) && !('base' in args);

interface OldExtract {
  table: string;
  rows: number;
  columns: StoredTable['columns'];
  totals?: unknown;
  remarks: StoredTable['remarks'];
}

/** A newer extract that was laid in the place of everything that a table had. */
function extractByNames(id: string, { rows, columns, totals, remarks }: OldExtract, table: StoredTable): Properties {
  const own = new Map(table.columns.map((column) => [column.meta.key, column]));
  const nameAt = (row: number) => rowName(id, row);
  const marked = Object.keys(table.totals).map((row) => [row, false] as const);
  return {
    table: table.id,
    base: rows === 0 ? [] : [{ of: id, from: 0, count: rows }],
    columns: columns.flatMap(({ meta, block }) => {
      const before = own.get(meta.key);
      const set = before && partsBetween(ColumnMeta, before.meta, meta);
      const layer = before?.layer;
      return before ? [{ key: meta.key, set, from: before.block, block, ...(layer !== undefined && { layer }) }] : [];
    }),
    added: columns.filter(({ meta }) => !own.has(meta.key)).map((column) => ({ ...column, typed: {} })),
    gone: [...own.keys()].filter((key) => !columns.some(({ meta }) => meta.key === key)),
    typed: Object.fromEntries(table.columns.map(({ meta, typed }) => [meta.key, typed])),
    inserted: table.inserted.map((run) => run.id),
    totals: Object.fromEntries([...marked, ...numbersIn(totals).map((row) => [nameAt(row), true] as const)]),
    remarks,
  };
}

const OLD_EDITS = new Set(['table.setCells', 'table.insertRows', 'table.removeRows', 'table.markTotals']);

/** What an edit did to the first column that it names, as which all others were changed in their rows. */
function spliceOf(edit: OldEdit, blocks: Readonly<Record<string, BlockCells>>) {
  for (const { block } of edit.columns) {
    const made = blocks[block];
    if (made && 'of' in made) return made.splice;
  }
  return null;
}

/** Cells that were typed by their places, by the names of the rows there; rows below the last are called after `id`. */
function typedByNames(
  table: StoredTable,
  edit: OldEdit,
  blocks: Readonly<Record<string, BlockCells>>,
  id: string,
): Properties | null {
  const rows = rowsOf(table);
  const cells: Record<string, Record<string, string | null>> = {};
  for (const { key, block } of edit.columns) {
    const made = blocks[block];
    const meta = table.columns.find((column) => column.meta.key === key)?.meta;
    if (!meta || !made || !('of' in made)) return null;
    const { at, remove, insert, received } = made.splice;
    const texts: Record<string, string | null> = {};
    insert.forEach((cell, index) => {
      const row = at + index;
      // Rows that were added are empty but for what was typed.
      if (index >= remove && cell === null) return;
      const name = row < rows.count ? rows.nameAt(row) : `${id}.${row - rows.count}`;
      texts[name] = cell === null ? null : (received?.[index] ?? textOfCell(meta, cell));
    });
    if (Object.keys(texts).length > 0) cells[key] = texts;
  }
  const added = edit.rows - rows.count;
  const after = rows.count > 0 ? rows.nameAt(rows.count - 1) : null;
  return { table: table.id, cells, ...(added > 0 && { rows: [{ id, count: added, after }] }) };
}

/** An older edit of cells said by names; null where what it was made of is not there. */
function editByNames(
  { id, name }: Call,
  edit: OldEdit,
  table: StoredTable,
  blocks: Readonly<Record<string, BlockCells>>,
): Properties | null {
  const rows = rowsOf(table);
  if (name === 'table.setCells') return typedByNames(table, edit, blocks, id);
  if (name === 'table.markTotals') {
    const [before, after] = [table.totals, marksOf(numbersIn(edit.totals), (row) => rows.nameAt(row))];
    const changed = [...Object.keys(before), ...Object.keys(after)].filter((row) => before[row] !== after[row]);
    return { table: table.id, rows: Object.fromEntries(changed.map((row) => [row, after[row] === true])) };
  }
  const splice = spliceOf(edit, blocks);
  if (!splice) return null;
  const { at, remove, insert } = splice;
  if (name === 'table.removeRows') return { table: table.id, runs: runsBetween(rows, at, at + remove) };
  return { table: table.id, run: { id, count: insert.length, after: at > 0 ? rows.nameAt(at - 1) : null } };
}

/**
 * A call as it is said today. One of before, which a browser kept or a page that
 * was not loaded anew sends, speaks of the rows that the report has just then by
 * their places. What cannot be told is given back as it is, and its command refuses it.
 */
export function callByNames(call: Call, record: ReportRecord, blocks: Readonly<Record<string, BlockCells>>): Call {
  const { name, args } = call;
  if (name === 'item.add' && isProperties(args)) return { ...call, args: { ...args, item: itemByNames(args['item']) } };
  if (name === 'table.setColumn' && isProperties(args) && isProperties(args['cells']) && 'key' in args['cells']) {
    const { key: _, ...cells } = args['cells'];
    return { ...call, args: { ...args, cells } };
  }
  if (!(OLD_EDITS.has(name) || name === 'table.replace') || !isOldEdit(args)) return call;
  const table = storedTableIn(reportOf(record), args.table);
  const said =
    table &&
    (name === 'table.replace'
      ? extractByNames(call.id, args as OldEdit & OldExtract, table)
      : editByNames(call, args, table, blocks));
  return said ? { ...call, args: said } : call;
}
