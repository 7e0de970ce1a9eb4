/** The cells of tables, fetched once each: a block of cells never changes. */
import { useEffect, useState } from 'react';
import type { TableItem } from '../../core/report/report.ts';
import type { Cell, Column, Table } from '../../core/table/column.ts';
import { loadCells } from './api.ts';

const cells = new Map<string, readonly Cell[]>();
const tables = new WeakMap<TableItem, Table>();

/** Keeps the cells of a table that was just made here. */
export function rememberCells(blocks: Readonly<Record<string, readonly Cell[]>>): void {
  for (const [block, values] of Object.entries(blocks)) cells.set(block, values);
}

function assembled(item: TableItem): Table | undefined {
  const known = tables.get(item);
  if (known) return known;
  const columns: Column[] = [];
  for (const { meta, block } of item.columns) {
    const values = cells.get(block);
    if (!values) return undefined;
    columns.push({ ...meta, cells: values });
  }
  const table: Table = { title: item.name, rows: item.rows, columns, totals: item.totals, remarks: item.remarks };
  tables.set(item, table);
  return table;
}

export type TableState = { table: Table } | { error: string } | { loading: true };

/** A table with its cells; loads those that the page does not have yet. */
export function useTable(report: string, item: TableItem | undefined): TableState {
  const [, setArrived] = useState(0);
  const [error, setError] = useState<string | null>(null);
  const ready = item && assembled(item);
  useEffect(() => {
    if (!item || ready) return;
    let wanted = true;
    const missing = item.columns.filter(({ block }) => !cells.has(block));
    Promise.all(missing.map(async ({ block }) => cells.set(block, await loadCells(report, block))))
      .then(() => wanted && setArrived((count) => count + 1))
      .catch((reason: unknown) => wanted && setError(reason instanceof Error ? reason.message : String(reason)));
    return () => {
      wanted = false;
    };
  }, [report, item, ready]);
  if (ready) return { table: ready };
  return error ? { error } : { loading: true };
}
