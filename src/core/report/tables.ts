import { withCalculations } from '../table/calc/calculate.ts';
import { type Cell, type Column, type ColumnMeta, metaOf, type Table } from '../table/column.ts';
import { readTyped } from '../table/edit.ts';
import { factsOf } from '../table/facts.ts';
import { blockOf, type KeptCells, type WholeBlock } from '../table/kept.ts';
import { textsOfLayer } from '../table/layer.ts';
import { withReceived } from '../table/received.ts';
import { type Rows, rowsOf } from '../table/row-names.ts';
import { cellsInRows, keptInRows, type TypedTexts, typedOver, withTyped } from '../table/typed-cells.ts';
import { textOfCell } from '../table/written.ts';
import { cutTo } from '../text/letters.ts';
import { goneTable, remarkOn, shapedTable } from './lacking.ts';
import { cellsLacking } from './missing-cells.ts';
import { marksOf, receivedRows } from './received-rows.ts';
import { isReceived, type Report, type StoredTable, sourcesOf, type TableItem, tableIn } from './report.ts';

/** The received table at the root of a table, which is itself when it was brought in; undefined where that is gone. */
export function rootOf(report: Report, item: TableItem): StoredTable | undefined {
  const root = [item, ...sourcesOf(report, item)].at(-1);
  return root && isReceived(root) ? root : undefined;
}

/** The blocks of cells that the table with this id is made of; none for one that is gone. */
export function blocksUnder(report: Report, id: string): string[] {
  const item = tableIn(report, id);
  const root = item && rootOf(report, item);
  return root ? blocksOf(root) : [];
}

/** The blocks that a received table names: received cells, and what was typed over them long ago. */
export const blocksOf = ({ columns }: Pick<StoredTable, 'columns'>): string[] =>
  columns.flatMap(({ block, layer }) => [block ?? [], layer ?? []].flat());

/** How many rows have their cells in blocks. */
export const receivedCount = ({ base }: Pick<StoredTable, 'base'>): number =>
  base.reduce((sum, { count }) => sum + count, 0);

/** The cells of a block: null where it is not stored any more, undefined while it is not there yet. */
export type CellsOf = (block: string) => readonly Cell[] | null | undefined;

export type StoredColumn = StoredTable['columns'][number];

const NONE: readonly Cell[] = [];

/** All that was typed into a column; `layer` is the block of what was typed long ago. */
const allTyped = ({ typed }: StoredColumn, layer: readonly Cell[] = NONE): TypedTexts =>
  withTyped(textsOfLayer(layer), typed);

/** The cells of a column in the rows of its table, and the texts that they were received and typed as; without a block, those that were typed. */
export const keptOf = (
  item: StoredTable,
  stored: StoredColumn,
  block: KeptCells = { cells: NONE, received: null },
  layer?: readonly Cell[],
): KeptCells => keptInRows(stored.meta, block, rowsOf(item), allTyped(stored, layer));

/**
 * A column with all that was ever in its cells, whatever row it stands in: the
 * received cells in their order, and after them what was typed. It is what a
 * column is read anew from.
 */
export function everyCellOf(stored: StoredColumn, block: KeptCells | null, layer?: readonly Cell[]): Column {
  const { meta } = stored;
  const texts = Object.values(allTyped(stored, layer)).map((text) => text || '');
  const read = texts.map((text) => readTyped(meta, text));
  const { cells, received } = block ?? { cells: NONE, received: null };
  const whole: Column = { ...meta, cells: [...cells, ...read] };
  const known = received ?? new Array<null>(cells.length).fill(null);
  return withReceived(whole, [
    ...known,
    ...texts.map((text, at) => (text === textOfCell(meta, read[at] ?? null) ? null : text)),
  ]);
}

/** Which rows of a table sum others, as places from 0. */
function totalsOf(totals: StoredTable['totals'], rows: Rows): number[] {
  const found = Object.keys(totals).flatMap((name) => rows.indexOf(name) ?? []);
  return found.sort((a, b) => a - b);
}

/**
 * Makes tables from their items: cells put to their columns, steps applied,
 * calculations added. What was made is kept for as long as the items and the
 * cells it came from stay the same. What is gone leaves a table that says what
 * it lacks, so that nothing made of it stays closed.
 */
export class TableMaker {
  /** columns stay the same things while nothing of them changes, so that what is found of them can be kept */
  readonly #columns = new WeakMap<StoredColumn, { rows: Rows; column: Column }>();
  /** columns under what was typed last, by their rows and the blocks that they are of */
  readonly #under = new WeakMap<Rows, Map<string, { meta: ColumnMeta; cells: readonly Cell[] }>>();
  readonly #made = new WeakMap<TableItem, { source: Table | null; gone: string; table: Table }>();
  readonly #gone = new WeakMap<Report['items'], Map<string, Table>>();

  /** The table with this id, or undefined while cells are not there yet. */
  called(report: Report, id: string, cellsOf: CellsOf): Table | undefined {
    const item = tableIn(report, id);
    return item ? this.make(report, item, cellsOf) : this.#goneCalled(report, id);
  }

  #goneCalled(report: Report, id: string): Table {
    const known = this.#gone.get(report.items) ?? new Map<string, Table>();
    this.#gone.set(report.items, known);
    const table = known.get(id) ?? goneTable(report, id);
    known.set(id, table);
    return table;
  }

  /** The table of an item, or undefined while cells are not there yet. */
  make(report: Report, item: TableItem, cellsOf: CellsOf): Table | undefined {
    const chain = [item, ...sourcesOf(report, item)].reverse();
    const [root] = chain;
    // One that comes round to itself is made from nothing.
    const from = root?.type === 'shaped' && (tableIn(report, root.of) ? '' : root.of);
    let source: Table | null = typeof from === 'string' ? this.#goneCalled(report, from) : null;
    for (const link of chain) {
      const gone =
        link.type === 'table'
          ? blocksOf(link)
              .filter((block) => cellsOf(block) === null)
              .join()
          : '';
      const known = this.#made.get(link);
      const isSame: boolean = known?.source === source && known.gone === gone;
      const table: Table | undefined = known && isSame ? known.table : this.#makeOne(link, source, cellsOf);
      if (!table) return undefined;
      if (!isSame) this.#made.set(link, { source, gone, table });
      source = table;
    }
    return source ?? undefined;
  }

  /** A column with its cells; null where these are gone, undefined while they are not there yet. */
  #column(stored: StoredColumn, rows: Rows, cellsOf: CellsOf): Column | null | undefined {
    const known = this.#columns.get(stored);
    if (known?.rows === rows) return known.column;
    const cells = this.#cells(stored, rows, cellsOf);
    if (!cells) return cells;
    const { meta } = stored;
    // What was typed may have brought the first decimals, or taken the last.
    const column: Column =
      meta.kind === 'number' ? { ...meta, whole: factsOf(cells).whole, cells } : { ...meta, cells };
    this.#columns.set(stored, { rows, column });
    return column;
  }

  #cells(
    { meta, block, layer, typed }: StoredColumn,
    rows: Rows,
    cellsOf: CellsOf,
  ): readonly Cell[] | null | undefined {
    const received = block === null ? NONE : cellsOf(block);
    const long = layer === undefined ? NONE : cellsOf(layer);
    if (!received || !long) return received === null || long === null ? null : undefined;
    if (layer === undefined) return cellsInRows(meta, received, rows, typed);
    const isAsReceived = Object.values(typed).includes(false);
    if (isAsReceived) return cellsInRows(meta, received, rows, withTyped(textsOfLayer(long), typed));
    // What was typed long ago is laid over the received cells once, and not with every key.
    const all = this.#under.get(rows) ?? new Map<string, { meta: ColumnMeta; cells: readonly Cell[] }>();
    this.#under.set(rows, all);
    const key = `${block} ${layer}`;
    const known = all.get(key);
    const under = known?.meta === meta ? known.cells : cellsInRows(meta, received, rows, textsOfLayer(long));
    all.set(key, { meta, cells: under });
    return typedOver(meta, under, rows, typed);
  }

  #makeOne(item: TableItem, source: Table | null, cellsOf: CellsOf): Table | undefined {
    if (item.type === 'shaped') return source ? shapedTable(item, source) : undefined;
    const rows = rowsOf(item);
    const columns: Column[] = [];
    for (const stored of item.columns) {
      const column = this.#column(stored, rows, cellsOf);
      if (column === undefined) return undefined;
      if (column) columns.push(column);
    }
    const { name: title, totals } = item;
    const lacks = cellsLacking(item, (block) => cellsOf(block) === null);
    const remarks = [...lacks.map((lack) => remarkOn(item.name, lack)), ...item.remarks];
    const table: Table = { title, rows: rows.count, columns, totals: totalsOf(totals, rows), remarks };
    return withCalculations(lacks.length > 0 ? { ...table, lacks } : table, item.calculations);
  }
}

/**
 * A received table whose cells are all in blocks, in the order in which they
 * stand: new ones where something was typed, put in or taken out. Rows keep
 * their names. Of a block that is not there any more, what was typed is left, and a remark.
 */
export function putTogether(
  item: StoredTable,
  keptBlock: (block: string) => KeptCells | undefined,
  newBlockId: () => string,
): { item: StoredTable; blocks: Record<string, WholeBlock> } {
  const rows = rowsOf(item);
  const blocks: Record<string, WholeBlock> = {};
  const isInOrder = item.inserted.length === 0 && Object.keys(item.removed).length === 0;
  const columns = item.columns.map((stored) => {
    const received = stored.block === null ? undefined : keptBlock(stored.block);
    const layer = stored.layer === undefined ? undefined : keptBlock(stored.layer)?.cells;
    const isAsItIs = isInOrder && received && stored.layer === undefined && Object.keys(stored.typed).length === 0;
    const block = isAsItIs && stored.block !== null ? stored.block : newBlockId();
    blocks[block] = blockOf(isAsItIs ? received : keptOf(item, stored, received, layer));
    return isAsItIs ? stored : { meta: stored.meta, block, typed: {} };
  });
  const base = rows.stretches.map(({ of, from, count }) => ({ of, from, count }));
  const lost = cellsLacking(item, (block) => !keptBlock(block)).map((lack) => ({
    text: remarkOn(item.name, lack).text,
  }));
  return {
    item: {
      ...item,
      base,
      columns,
      inserted: [],
      removed: {},
      remarks: [...lost, ...item.remarks].slice(0, MOST_REMARKS),
    },
    blocks,
  };
}

const MOST_REMARKS = 500;

/** What is to be kept of what a reader said of a table. */
export const remarksOf = ({ remarks }: Table): StoredTable['remarks'] =>
  remarks
    .filter((remark) => !remark.passing)
    .slice(0, MOST_REMARKS)
    .map(({ text, column, source }) => ({
      text: cutTo(text, 1000),
      ...(column !== undefined && { column }),
      ...(source !== undefined && { source }),
    }));

/** Splits a table into what stands in the report and the blocks of cells stored beside it. */
export function packTable(
  id: string,
  table: Table,
  newBlockId: () => string,
): { item: StoredTable; blocks: Record<string, WholeBlock> } {
  const blocks: Record<string, WholeBlock> = {};
  const columns = table.columns.map((column) => {
    const block = newBlockId();
    blocks[block] = blockOf(column);
    return { meta: metaOf(column), block, typed: {} };
  });
  return {
    item: {
      type: 'table',
      id,
      name: cutTo(table.title, 200),
      base: receivedRows(table.rows),
      columns,
      inserted: [],
      removed: {},
      totals: marksOf(table.totals),
      remarks: remarksOf(table),
      calculations: [],
    },
    blocks,
  };
}
