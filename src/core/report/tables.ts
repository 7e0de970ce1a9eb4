import { withCalculations } from '../table/calc/calculate.ts';
import { type Cell, type Column, metaOf, type Table } from '../table/column.ts';
import { factsOf } from '../table/facts.ts';
import { blockOf, type WholeBlock } from '../table/kept.ts';
import { applySteps } from '../table/shape/shape.ts';
import { cutTo } from '../text/letters.ts';
import { isReceived, type Report, type StoredTable, sourcesOf, type TableItem } from './report.ts';

/** The received table at the root of a table, which is itself when it was brought in. */
export function rootOf(report: Report, item: TableItem): StoredTable {
  const root = [item, ...sourcesOf(report, item)].at(-1);
  if (!root || !isReceived(root)) throw new Error(`Table ${item.id} is made from no received table.`);
  return root;
}

type CellsOf = (block: string) => readonly Cell[] | undefined;

type StoredColumn = StoredTable['columns'][number];

function madeColumn({ meta, block }: StoredColumn, cellsOf: CellsOf): Column | undefined {
  const cells = cellsOf(block);
  if (!cells) return undefined;
  // An edit may have brought the first decimals, or taken the last.
  return meta.kind === 'number' ? { ...meta, whole: factsOf(cells).whole, cells } : { ...meta, cells };
}

/**
 * Makes tables from their items: cells put to their columns, steps applied,
 * calculations added. What was made is kept for as long as the items and the
 * cells it came from stay the same.
 */
export class TableMaker {
  /** columns stay the same things while nothing of them changes, so that what is found of them can be kept */
  readonly #columns = new WeakMap<StoredColumn, Column>();
  readonly #made = new WeakMap<TableItem, { source: Table | null; table: Table }>();

  /** The table of an item, or undefined while cells are not there. */
  make(report: Report, item: TableItem, cellsOf: CellsOf): Table | undefined {
    const chain = [item, ...sourcesOf(report, item)].reverse();
    let source: Table | null = null;
    for (const link of chain) {
      const known = this.#made.get(link);
      const table: Table | undefined =
        known && known.source === source ? known.table : this.#makeOne(link, source, cellsOf);
      if (!table) return undefined;
      if (table !== known?.table) this.#made.set(link, { source, table });
      source = table;
    }
    return source ?? undefined;
  }

  #makeOne(item: TableItem, source: Table | null, cellsOf: CellsOf): Table | undefined {
    if (item.type === 'shaped') {
      if (!source) return undefined;
      const shaped = applySteps(source, item.steps);
      return withCalculations({ ...shaped, title: item.name }, item.calculations);
    }
    const columns: Column[] = [];
    for (const stored of item.columns) {
      const column = this.#columns.get(stored) ?? madeColumn(stored, cellsOf);
      if (!column) return undefined;
      this.#columns.set(stored, column);
      columns.push(column);
    }
    const { name: title, rows, totals, remarks } = item;
    return withCalculations({ title, rows, columns, totals, remarks }, item.calculations);
  }
}

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
    return { meta: metaOf(column), block };
  });
  return {
    item: {
      type: 'table',
      id,
      name: cutTo(table.title, 200),
      rows: table.rows,
      columns,
      totals: [...table.totals],
      remarks: table.remarks
        .filter((remark) => !remark.passing)
        .slice(0, 500)
        .map(({ text, column }) => ({ text: cutTo(text, 1000), ...(column === undefined ? {} : { column }) })),
      calculations: [],
    },
    blocks,
  };
}
