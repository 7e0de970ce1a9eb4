/** Tables: those that were brought in, and those that are made from others. */
import type { Path } from '../named/fields.ts';
import { ShapedTable, StoredTable, type TableItem } from '../report/report.ts';
import { rowName, rowsOf } from '../table/row-names.ts';
import { columnsOfStep } from '../table/shape/step.ts';
import type { ItemKind } from './kind.ts';

function doubledKey(item: TableItem, keys: readonly string[]): string | null {
  const own = new Set(keys);
  return item.calculations.some(({ key }) => own.has(key)) ? 'Two columns have the same key.' : null;
}

/** A row by its number in the table. */
function sayRow(item: StoredTable, name: string): string {
  const row = rowsOf(item).indexOf(name);
  return row === null ? 'a row that is gone' : `row ${(row + 1).toLocaleString('en-GB')}`;
}

const titleOf = ({ columns, calculations }: StoredTable, key: string) =>
  columns.find(({ meta }) => meta.key === key)?.meta.title ?? calculations.find((one) => one.key === key)?.title ?? key;

/** A field of the cells of a table, as a subject. */
function sayCells(item: StoredTable, [list, name = '', part, row]: Path): string | null {
  const of = `“${item.name}”`;
  if (list === 'columns' && part === 'typed' && row !== undefined)
    return `The cell of “${titleOf(item, name)}” in ${sayRow(item, row)} of ${of}`;
  if (list === 'columns' && (part === 'block' || part === 'meta') && row === undefined)
    return `The way in which “${titleOf(item, name)}” of ${of} is read`;
  if (list === 'totals') return `The mark of ${sayRow(item, name)} of ${of} as a total`;
  if (list === 'inserted') {
    const run = item.inserted.find(({ id }) => id === name);
    return run ? `What was put in as ${sayRow(item, rowName(name, 0))} of ${of}` : `A row that was put into ${of}`;
  }
  if (list === 'removed') return `What was taken out of ${of}`;
  return list === 'base' ? `The rows of ${of}` : null;
}

const shared = {
  noun: 'table',
  sayPart: (_: TableItem, list: string, name: string, title: (key: string) => string) => sayColumn(list, title(name)),
  set: null,
} as const;

const sayColumn = (list: string, name: string) =>
  list === 'columns' || list === 'calculations' ? `column “${name}”` : null;

export const storedTableKind: ItemKind<StoredTable> = {
  ...shared,
  type: 'table',
  schema: StoredTable,
  tableOf: () => null,
  sayField: sayCells,
  needs: () => new Map(),
  nonsense: (item) =>
    doubledKey(
      item,
      item.columns.map(({ meta }) => meta.key),
    ),
};

export const shapedTableKind: ItemKind<ShapedTable> = {
  ...shared,
  type: 'shaped',
  schema: ShapedTable,
  tableOf: ({ of }) => of,
  needs: ({ of, steps }) => new Map([[of, new Set(steps.flatMap(columnsOfStep))]]),
  nonsense: () => null,
};
