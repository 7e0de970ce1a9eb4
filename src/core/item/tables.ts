/** Tables: those that were brought in, and those that are made from others. */
import { ShapedTable, StoredTable, type TableItem } from '../report/report.ts';
import { columnsOfStep } from '../table/shape/step.ts';
import type { ItemKind } from './kind.ts';

function doubledKey(item: TableItem, keys: readonly string[]): string | null {
  const own = new Set(keys);
  return item.calculations.some(({ key }) => own.has(key)) ? 'Two columns have the same key.' : null;
}

const shared = {
  noun: 'table',
  sayPart: (_: TableItem, list: string, name: string) => sayColumn(list, name),
  set: null,
} as const;

const sayColumn = (list: string, name: string) =>
  list === 'columns' || list === 'calculations' ? `column “${name}”` : null;

export const storedTableKind: ItemKind<StoredTable> = {
  ...shared,
  type: 'table',
  schema: StoredTable,
  tableOf: () => null,
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
