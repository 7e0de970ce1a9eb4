/** Tables of the open report with their cells. */
import { useEffect, useState } from 'react';
import type { TableItem } from '../../core/report/report.ts';
import { rootOf, TableMaker } from '../../core/report/tables.ts';
import type { Table } from '../../core/table/column.ts';
import { loadCells } from './api.ts';
import { cellsOf, rememberCells } from './cells.ts';
import { useReport } from './store.ts';

const maker = new TableMaker();

export type TableState = { table: Table } | { error: string } | { loading: true };

/** A table with its cells, shaped and calculated; loads the cells that the page does not have yet. */
export function useTable(item: TableItem | undefined): TableState {
  const id = useReport((state) => state.id);
  const report = useReport((state) => state.report);
  const [, setArrived] = useState(0);
  const [error, setError] = useState<string | null>(null);
  const ready = item && maker.make(report, item, cellsOf);
  const root = item && rootOf(report, item);
  useEffect(() => {
    if (!root || ready) return;
    let wanted = true;
    const missing = root.columns.filter(({ block }) => !cellsOf(block));
    Promise.all(missing.map(async ({ block }) => rememberCells(block, await loadCells(id, block))))
      .then(() => wanted && setArrived((count) => count + 1))
      .catch((reason: unknown) => wanted && setError(reason instanceof Error ? reason.message : String(reason)));
    return () => {
      wanted = false;
    };
  }, [id, root, ready]);
  if (ready) return { table: ready };
  return error ? { error } : { loading: true };
}
