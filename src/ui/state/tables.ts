/** Tables of the open report with their cells. */
import { useEffect, useState } from 'react';
import type { TableItem } from '../../core/report/report.ts';
import { rootOf, TableMaker } from '../../core/report/tables.ts';
import type { Cell, ReceivedTexts, Table } from '../../core/table/column.ts';
import { keptCells, spliceCells, spliceReceived } from '../../core/table/kept.ts';
import { loadCells, loadReceived } from './api.ts';
import { cellsOf, rememberCells } from './cells.ts';
import { current, useReport } from './store.ts';

const maker = new TableMaker();

/** The cells of a block: from the server, or made here of an older block where the server does not have them yet. */
async function fetchCells(report: string, block: string): Promise<readonly Cell[]> {
  const known = cellsOf(block);
  if (known) return known;
  const made = current().blocks[block];
  if (!made) return loadCells(report, block);
  if (!('of' in made)) return keptCells(made).cells;
  return spliceCells(await fetchCells(report, made.of), made.splice);
}

/** What was received of the cells of a block, null where the cells tell it; wanted only to read them anew. */
export async function fetchReceived(report: string, block: string): Promise<ReceivedTexts | null> {
  const made = current().blocks[block];
  if (!made) return loadReceived(report, block);
  if (!('of' in made)) return keptCells(made).received;
  const { length } = await fetchCells(report, made.of);
  return spliceReceived(await fetchReceived(report, made.of), length, made.splice);
}

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
    Promise.all(missing.map(async ({ block }) => rememberCells(block, await fetchCells(id, block))))
      .then(() => wanted && setArrived((count) => count + 1))
      .catch((reason: unknown) => wanted && setError(reason instanceof Error ? reason.message : String(reason)));
    return () => {
      wanted = false;
    };
  }, [id, root, ready]);
  if (ready) return { table: ready };
  return error ? { error } : { loading: true };
}
