/** Tables of the open report with their cells. */
import { useEffect, useRef, useState } from 'react';
import { type CalendarTables, calendarTablesOf, NO_CALENDARS } from '../../core/figure/calendar.ts';
import type { Mark } from '../../core/figure/marks.ts';
import { namedBlock, sayMissing } from '../../core/report/missing-cells.ts';
import { type StoredTable, type TableItem, tableIn } from '../../core/report/report.ts';
import { blocksOf, keptOf, rootOf, TableMaker } from '../../core/report/tables.ts';
import type { Cell, ReceivedTexts, Table } from '../../core/table/column.ts';
import { type KeptCells, keptCells, spliceCells, spliceReceived } from '../../core/table/kept.ts';
import { withReceived } from '../../core/table/received.ts';
import { loadCells, loadReceived } from './api.ts';
import { cellsOf, rememberCells } from './cells.ts';
import { current, useReport } from './store.ts';

const maker = new TableMaker();

/** What could not be fetched is asked for again after this. */
const RETRY_MS = 5000;

/** The cells of a block: from the server, or made here of an older block where the server does not have them yet. */
async function fetchCells(report: string, block: string): Promise<readonly Cell[]> {
  const known = cellsOf(block);
  if (known) return known;
  const made = current().blocks[block];
  if (!made) {
    const cells = await loadCells(report, block);
    if (cells) return cells;
    const named = namedBlock(current().report, block);
    throw new Error(sayMissing(named?.table.name ?? '', named?.title ?? '', block));
  }
  if (!('of' in made)) return keptCells(made).cells;
  return spliceCells(await fetchCells(report, made.of), made.splice);
}

/** What was received of the cells of a block, null where the cells tell it; wanted only to read them anew. */
async function fetchReceived(report: string, block: string): Promise<ReceivedTexts | null> {
  const made = current().blocks[block];
  if (!made) return loadReceived(report, block);
  if (!('of' in made)) return keptCells(made).received;
  const { length } = await fetchCells(report, made.of);
  return spliceReceived(await fetchReceived(report, made.of), length, made.splice);
}

/** A block with what was received of it. */
export const fetchKept = async (report: string, block: string): Promise<KeptCells> => {
  const [cells, received] = await Promise.all([fetchCells(report, block), fetchReceived(report, block)]);
  return { cells, received };
};

/** A stored table with what was received of its cells and typed into them, where its values do not tell it. */
export async function fetchAsReceived(report: string, item: StoredTable, table: Table): Promise<Table> {
  const received = new Map(
    await Promise.all(
      item.columns.map(async (stored) => {
        const kept = stored.block === null ? undefined : await fetchKept(report, stored.block);
        return [stored.meta.key, keptOf(item, stored, kept).received] as const;
      }),
    ),
  );
  return { ...table, columns: table.columns.map((column) => withReceived(column, received.get(column.key))) };
}

/** A table, and the thing of the report that it was made from: the newest whose cells are there. */
export type TableState = { table: Table; item: TableItem } | { error: string } | { loading: true };
type Loaded = { tables: readonly Table[]; items: readonly TableItem[] } | { error: string } | { loading: true };

/**
 * Tables with their cells, shaped and calculated; loads the cells that the page
 * does not have yet, and stays with the tables that were there until those have come.
 */
function useLoaded(items: readonly TableItem[]): Loaded {
  const id = useReport((state) => state.id);
  const report = useReport((state) => state.report);
  const [turn, setTurn] = useState(0);
  const [error, setError] = useState<string | null>(null);
  const made = items.map((item) => maker.make(report, item, cellsOf));
  const missing = [
    ...new Set(
      items.flatMap((item, index) =>
        made[index] ? [] : blocksOf(rootOf(report, item)).filter((block) => !cellsOf(block)),
      ),
    ),
  ].join(' ');
  // biome-ignore lint/correctness/useExhaustiveDependencies: what could not be fetched is asked for once more at each turn
  useEffect(() => {
    if (missing === '') return;
    let again: ReturnType<typeof setTimeout> | undefined;
    let wanted = true;
    const next = () => setTurn((count) => count + 1);
    Promise.all(missing.split(' ').map(async (block) => rememberCells(block, await fetchCells(id, block))))
      .then(() => {
        if (!wanted) return;
        setError(null);
        next();
      })
      .catch((reason: unknown) => {
        if (!wanted) return;
        setError(reason instanceof Error ? reason.message : String(reason));
        again = setTimeout(next, RETRY_MS);
      });
    return () => {
      wanted = false;
      clearTimeout(again);
    };
  }, [id, missing, turn]);
  const tables = made.filter((table) => table !== undefined);
  const shown = useRef<{ tables: readonly Table[]; items: readonly TableItem[] } | null>(null);
  if (tables.length === items.length) shown.current = { tables, items };
  if (error) return { error };
  const before = shown.current;
  const areSame =
    before?.items.length === items.length && items.every(({ id: own }, at) => before.items[at]?.id === own);
  return before && areSame ? before : { loading: true };
}

/** Those of some tables that are there, by their ids; more come as they are loaded. */
export function useTables(items: readonly TableItem[]): ReadonlyMap<string, Table> | null {
  const loaded = useLoaded(items);
  const kept = useRef<ReadonlyMap<string, Table>>(new Map());
  if (!('tables' in loaded)) return null;
  const { tables } = loaded;
  const isSame =
    kept.current.size === tables.length && tables.every((table, at) => kept.current.get(items[at]?.id ?? '') === table);
  // The same map as before where nothing changed, so that nothing is worked out anew.
  if (!isSame) kept.current = new Map(tables.map((table, at) => [items[at]?.id ?? '', table]));
  return kept.current;
}

/** A table with its cells; see `useLoaded`. */
export function useTable(item: TableItem | undefined): TableState {
  const loaded = useLoaded(item ? [item] : []);
  if (!('tables' in loaded)) return loaded;
  const [[table], [of]] = [loaded.tables, loaded.items];
  return table && of ? { table, item: of } : { loading: true };
}

/** The tables that the calendars of a figure are taken from. */
export function useCalendars(
  marks: readonly Mark[],
): { beside: CalendarTables } | { error: string } | { loading: true } {
  const report = useReport((state) => state.report);
  const items = calendarTablesOf(marks).flatMap((id) => tableIn(report, id) ?? []);
  const loaded = useLoaded(items);
  const kept = useRef<CalendarTables>(NO_CALENDARS);
  if (!('tables' in loaded)) return loaded;
  const { tables } = loaded;
  const isSame =
    kept.current.size === tables.length && tables.every((table, at) => kept.current.get(items[at]?.id ?? '') === table);
  // The same map as before where nothing changed, so that the figure is not drawn anew.
  if (!isSame) kept.current = new Map(tables.map((table, at) => [items[at]?.id ?? '', table]));
  return { beside: kept.current };
}

/** A table with its cells, fetched where the page does not have them. */
export async function fetchTable(item: TableItem): Promise<Table> {
  const { id, report } = current();
  await Promise.all(
    blocksOf(rootOf(report, item)).map(async (block) => rememberCells(block, await fetchCells(id, block))),
  );
  const table = maker.make(report, item, cellsOf);
  if (!table) throw new Error(`The data of “${item.name}” could not be loaded.`);
  return table;
}
