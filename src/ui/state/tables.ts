/** Tables of the open report with their cells. */
import { useEffect, useRef, useState } from 'react';
import { type CalendarTables, calendarTablesOf, NO_CALENDARS } from '../../core/figure/calendar.ts';
import type { Mark } from '../../core/figure/marks.ts';
import { namedBlock, sayMissing } from '../../core/report/missing-cells.ts';
import { type Report, type StoredTable, type TableItem, tableIn } from '../../core/report/report.ts';
import { blocksUnder, everyCellOf, keptOf, type StoredColumn, TableMaker } from '../../core/report/tables.ts';
import type { Cell, Column, ReceivedTexts, Table } from '../../core/table/column.ts';
import { type KeptCells, keptCells, spliceCells, spliceReceived } from '../../core/table/kept.ts';
import { withReceived } from '../../core/table/received.ts';
import { loadCells, loadReceived } from './api.ts';
import { cellsOf, rememberCells } from './cells.ts';
import { current, useReport } from './store.ts';

const maker = new TableMaker();

/** What could not be fetched is asked for again after this. */
const RETRY_MS = 5000;

/** The cells of a block: from the server, or made here of an older block where the server does not have them yet; null where they are gone. */
async function fetchCells(report: string, block: string): Promise<readonly Cell[] | null> {
  const known = cellsOf(block);
  if (known) return known;
  const made = current().blocks[block];
  if (!made) return (await loadCells(report, block)) ?? null;
  if (!('of' in made)) return keptCells(made).cells;
  const before = await fetchCells(report, made.of);
  return before && spliceCells(before, made.splice);
}

/** The cells of a block for what cannot be done without them. Throws an Error with a sentence where they are gone. */
async function wantCells(report: string, block: string): Promise<readonly Cell[]> {
  const cells = await fetchCells(report, block);
  if (cells) return cells;
  const named = namedBlock(current().report, block);
  throw new Error(sayMissing(named?.table.name ?? '', named?.title ?? '', block));
}

/** What was received of the cells of a block, null where the cells tell it; wanted only to read them anew. */
async function fetchReceived(report: string, block: string): Promise<ReceivedTexts | null> {
  const made = current().blocks[block];
  if (!made) return loadReceived(report, block);
  if (!('of' in made)) return keptCells(made).received;
  const { length } = await wantCells(report, made.of);
  return spliceReceived(await fetchReceived(report, made.of), length, made.splice);
}

/** The block of a column with what was received of it; undefined for a column that was put in empty. */
async function fetchBlock(report: string, { block }: StoredColumn): Promise<KeptCells | undefined> {
  if (block === null) return undefined;
  const [cells, received] = await Promise.all([wantCells(report, block), fetchReceived(report, block)]);
  return { cells, received };
}

/** What was typed into a column long ago; undefined where nothing was. */
const fetchLayer = async (report: string, { layer }: StoredColumn): Promise<readonly Cell[] | undefined> =>
  layer === undefined ? undefined : wantCells(report, layer);

/** A column with all that was ever in its cells. */
export async function fetchEveryCell(report: string, stored: StoredColumn): Promise<Column> {
  const [block, layer] = await Promise.all([fetchBlock(report, stored), fetchLayer(report, stored)]);
  return everyCellOf(stored, block ?? null, layer);
}

/** A stored table with what was received of its cells and typed into them, where its values do not tell it. */
export async function fetchAsReceived(report: string, item: StoredTable, table: Table): Promise<Table> {
  const received = new Map(
    await Promise.all(
      item.columns.map(async (stored) => {
        const [kept, layer] = await Promise.all([fetchBlock(report, stored), fetchLayer(report, stored)]);
        return [stored.meta.key, keptOf(item, stored, kept, layer).received] as const;
      }),
    ),
  );
  return { ...table, columns: table.columns.map((column) => withReceived(column, received.get(column.key))) };
}

/** Tables, and the report that they were made from: the newest whose cells are there. */
interface Shown {
  tables: readonly Table[];
  ids: readonly string[];
  of: Report;
}
type Loaded = Shown | { error: string } | { loading: true };

/**
 * Tables with their cells, shaped and calculated, by their ids; loads the cells
 * that the page does not have yet, and stays with the tables that were there
 * until those have come. What is gone is a table that says so.
 */
function useLoaded(ids: readonly string[]): Loaded {
  const id = useReport((state) => state.id);
  const report = useReport((state) => state.report);
  const [turn, setTurn] = useState(0);
  const [error, setError] = useState<string | null>(null);
  const made = ids.map((one) => maker.called(report, one, cellsOf));
  const missing = [
    ...new Set(
      ids.flatMap((one, index) =>
        made[index] ? [] : blocksUnder(report, one).filter((block) => cellsOf(block) === undefined),
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
  const shown = useRef<Shown | null>(null);
  if (tables.length === ids.length) shown.current = { tables, ids, of: report };
  if (error) return { error };
  const before = shown.current;
  const areSame = before?.ids.length === ids.length && ids.every((one, at) => before.ids[at] === one);
  return before && areSame ? before : { loading: true };
}

/** The same map as before where nothing changed, so that nothing is worked out anew. */
function useSameMap(ids: readonly string[], tables: readonly Table[]): ReadonlyMap<string, Table> {
  const kept = useRef<ReadonlyMap<string, Table>>(NO_CALENDARS);
  const isSame =
    kept.current.size === tables.length && tables.every((table, at) => kept.current.get(ids[at] ?? '') === table);
  if (!isSame) kept.current = new Map(tables.map((table, at) => [ids[at] ?? '', table]));
  return kept.current;
}

/** Tables by their ids, or null while they are loaded. */
export function useTables(ids: readonly string[]): ReadonlyMap<string, Table> | null {
  const loaded = useLoaded(ids);
  const tables = useSameMap(ids, 'tables' in loaded ? loaded.tables : []);
  return 'tables' in loaded ? tables : null;
}

export type TableState = { table: Table } | { error: string } | { loading: true };

/** The table with this id, with its cells; none is asked for by null. See `useLoaded`. */
export function useTableCalled(id: string | null): TableState {
  const loaded = useLoaded(id === null ? [] : [id]);
  if (!('tables' in loaded)) return loaded;
  const [table] = loaded.tables;
  return table ? { table } : { loading: true };
}

/** A table of the report with its cells, and the thing that it was made from. See `useLoaded`. */
export function useTable(item: TableItem): { table: Table; item: TableItem } | { error: string } | { loading: true } {
  const loaded = useLoaded([item.id]);
  if (!('tables' in loaded)) return loaded;
  const [table] = loaded.tables;
  return table ? { table, item: tableIn(loaded.of, item.id) ?? item } : { loading: true };
}

/** The tables that the calendars of a figure are taken from. */
export function useCalendars(
  marks: readonly Mark[],
): { beside: CalendarTables } | { error: string } | { loading: true } {
  const ids = calendarTablesOf(marks);
  const loaded = useLoaded(ids);
  const beside = useSameMap(ids, 'tables' in loaded ? loaded.tables : []);
  return 'tables' in loaded ? { beside } : loaded;
}

/** The table with this id with its cells, fetched where the page does not have them. */
export async function fetchTable(table: string): Promise<Table> {
  const { id, report } = current();
  await Promise.all(
    blocksUnder(report, table).map(async (block) => {
      if (!cellsOf(block)) rememberCells(block, await fetchCells(id, block));
    }),
  );
  const made = maker.called(report, table, cellsOf);
  if (!made) throw new Error(`The data of “${tableIn(report, table)?.name ?? table}” could not be loaded.`);
  return made;
}
