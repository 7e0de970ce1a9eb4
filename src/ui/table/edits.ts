/** Edits of a table's cells from the screen, as the commands that everything else uses. */

import type { BlockCells } from '../../core/change/wire.ts';
import { isReceived, type StoredTable, storedColumns, type TableItem } from '../../core/report/report.ts';
import type { Cell, Column, Table } from '../../core/table/column.ts';
import { fillDown, insertRows, readTyped, removeRows, setCells, type TableEdit } from '../../core/table/edit.ts';
import { factsOf } from '../../core/table/facts.ts';
import { textOfCell } from '../../core/table/retype.ts';
import { keysOf } from '../../core/table/titles.ts';
import { listed } from '../../core/table/words.ts';
import { readCellBlock, writeCellBlock } from '../../formats/cell-block.ts';
import { type Area, areaOf, at, type Selection } from '../grid/selection.ts';
import { run, showNotice } from '../state/store.ts';

type CellsCommand = 'table.setCells' | 'table.insertRows' | 'table.removeRows' | 'table.markTotals';

/** Runs an edit: each changed column gets a new block, made of its old one by a splice. */
function runEdit(item: StoredTable, name: CellsCommand, edit: TableEdit): string | null {
  const blocks: Record<string, BlockCells> = {};
  const columns = edit.columns.flatMap(({ key, splice }) => {
    const from = item.columns.find(({ meta }) => meta.key === key)?.block;
    if (from === undefined) return [];
    const block = crypto.randomUUID();
    blocks[block] = { of: from, splice };
    return [{ key, from, block }];
  });
  return run(name, { table: item.id, rows: edit.rows, columns, totals: edit.totals }, { blocks });
}

/** Edits of one table as it stands now. */
export class TableEditor {
  readonly #item: TableItem;
  readonly #table: Table;
  readonly #keys: string[];

  constructor(item: TableItem, table: Table) {
    this.#item = item;
    this.#table = table;
    this.#keys = storedColumns(item).map(({ meta }) => meta.key);
  }

  editable(column: Column): boolean {
    return this.#keys.includes(column.key);
  }

  /** The stored table, or null with a notice that says why its cells are not typed here. */
  #stored(): StoredTable | null {
    if (isReceived(this.#item)) return this.#item;
    showNotice(`“${this.#item.name}” is made from another table; change the cells there and it follows.`);
    return null;
  }

  /** The stored table when all columns are its own, else null with a notice. */
  #own(columns: readonly Column[]): StoredTable | null {
    const item = this.#stored();
    const calculated = columns.filter((column) => !this.editable(column));
    if (!item || calculated.length === 0) return item;
    const named = listed(calculated.map(({ title }) => `“${title}”`));
    showNotice(
      `${named} ${calculated.length > 1 ? 'are' : 'is'} calculated from other columns; change those, or the rule at the head.`,
    );
    return null;
  }

  #columns({ left, right }: Area): Column[] {
    return this.#table.columns.slice(left, right + 1);
  }

  #set(item: StoredTable, row: number, cells: ReadonlyMap<string, readonly Cell[]>) {
    runEdit(item, 'table.setCells', setCells(this.#table, this.#keys, row, cells));
  }

  typed(column: Column, row: number): string {
    return row < this.#table.rows ? textOfCell(column, column.cells[row] ?? null) : '';
  }

  type(row: number, key: string, text: string): void {
    const column = this.#table.columns.find((candidate) => candidate.key === key);
    const item = column && this.#own([column]);
    if (!item || (row >= this.#table.rows && text.trim() === '')) return;
    this.#set(item, row, new Map([[key, [readTyped(column, text)]]]));
  }

  clear(area: Area): void {
    const columns = this.#columns(area);
    const item = this.#own(columns);
    const last = Math.min(area.bottom, this.#table.rows - 1);
    if (!item || last < area.top) return;
    const empty = new Array<Cell>(last - area.top + 1).fill(null);
    this.#set(item, area.top, new Map(columns.map(({ key }) => [key, empty])));
  }

  /** The block of cells as text: dates as ISO 8601, numbers with all their digits and a point. */
  copy(area: Area): string {
    const last = Math.min(area.bottom, this.#table.rows - 1);
    const rows: string[][] = [];
    for (let row = area.top; row <= last; row++)
      rows.push(this.#columns(area).map((column) => textOfCell(column, column.cells[row] ?? null)));
    return writeCellBlock(rows);
  }

  /** Puts a block in at the upper left cell; a single value fills everything that is selected. */
  #put(area: Area, block: readonly (readonly string[])[]): void {
    const width = Math.max(0, ...block.map((row) => row.length));
    const [only] = block.length === 1 && width === 1 ? (block[0] ?? []) : [];
    const columns = only === undefined ? this.#table.columns.slice(area.left, area.left + width) : this.#columns(area);
    const item = this.#own(columns);
    if (!item) return;
    if (only === undefined && columns.length < width) {
      const lacking = width - columns.length;
      showNotice(
        `The block is ${width} columns wide and only ${columns.length} ${columns.length > 1 ? 'are' : 'is'} here from this cell on; start further left or add ${lacking} ${lacking > 1 ? 'columns' : 'column'} first.`,
      );
      return;
    }
    const height = only === undefined ? block.length : Math.min(area.bottom, this.#table.rows) - area.top + 1;
    const cells = columns.map((column, index) => {
      const read = Array.from({ length: height }, (_, row) => readTyped(column, only ?? block[row]?.[index] ?? ''));
      return [column.key, read] as const;
    });
    this.#set(item, area.top, new Map(cells));
  }

  paste(area: Area, data: DataTransfer): void {
    const text = data.getData('text/plain');
    const html = data.getData('text/html');
    if (!text.includes('\t') && /<table[\s>]/i.test(html)) {
      void import('../../formats/workbook.ts').then(({ readHtmlTables }) =>
        this.#put(area, readHtmlTables(html)[0]?.raw.rows ?? []),
      );
      return;
    }
    if (text !== '') this.#put(area, readCellBlock(text));
  }

  /** Repeats the first selected row, or the row above a single one, in the rows of the selection. */
  fillDown(area: Area): void {
    const columns = this.#columns(area);
    const item = this.#own(columns);
    const last = Math.min(area.bottom, this.#table.rows - 1);
    const first = area.top === last ? area.top - 1 : area.top;
    const keys = columns.map(({ key }) => key);
    if (!item) return;
    if (first < 0) showNotice('Select the cell to repeat and the rows below it first.');
    else runEdit(item, 'table.setCells', fillDown(this.#table, this.#keys, keys, first, last));
  }

  insertRows({ top, bottom }: Area): void {
    const item = this.#stored();
    const count = bottom - top + 1;
    if (item) runEdit(item, 'table.insertRows', insertRows(this.#table, this.#keys, top, count));
  }

  removeRows({ top, bottom }: Area): void {
    const item = this.#stored();
    const last = Math.min(bottom, this.#table.rows - 1);
    if (item && last >= top)
      runEdit(item, 'table.removeRows', removeRows(this.#table, this.#keys, top, last - top + 1));
  }

  /** Marks the selected rows as totals, or no longer when all of them are. */
  markTotals({ top, bottom }: Area): void {
    const item = this.#stored();
    if (!item) return;
    const { rows, totals } = this.#table;
    const last = Math.min(bottom, rows - 1);
    const wanted = Array.from({ length: Math.max(0, last - top + 1) }, (_, index) => top + index);
    const all = wanted.every((row) => totals.includes(row));
    const others = totals.filter((row) => row < top || row > last);
    const next = all ? others : [...others, ...wanted].sort((a, b) => a - b);
    runEdit(item, 'table.markTotals', { rows, columns: [], totals: next });
  }

  /** Puts an empty text column before the one at `place`. */
  insertColumn(place: number): void {
    const item = this.#stored();
    if (!item) return;
    const titles = this.#table.columns.map(({ key }) => key);
    let count = this.#table.columns.length + 1;
    while (this.#table.columns.some(({ title }) => title === `Column ${count}`)) count++;
    const title = `Column ${count}`;
    const key = keysOf([...titles, title]).at(-1) ?? title;
    const block = crypto.randomUUID();
    run(
      'table.insertColumns',
      {
        table: item.id,
        before: item.columns[place]?.meta.key ?? null,
        columns: [{ meta: { key, title, kind: 'text', ordered: false }, block }],
      },
      { blocks: { [block]: new Array<Cell>(this.#table.rows).fill(null) } },
    );
  }
}

/** Whether some cell of a row that is no total could not be read as its column's kind. */
export const hasUnreadCells = (table: Table) =>
  table.columns.some(({ kind, cells }) => kind !== 'text' && factsOf(cells).texts) &&
  nextUnread(table, at(0, 0), 1) !== null;

/** The next cell after the cursor (or before it) that could not be read, column after column within a row. */
export function nextUnread(table: Table, selection: Selection, step: 1 | -1): { row: number; col: number } | null {
  const totals = new Set(table.totals);
  const { rows, columns } = table;
  const width = columns.length;
  const size = rows * width;
  const { top, left } = areaOf({ from: selection.at, at: selection.at });
  const start = Math.min(top, Math.max(0, rows - 1)) * width + left;
  for (let count = 1; count <= size; count++) {
    const place = (((start + step * count) % size) + size) % size;
    const [row, col] = [Math.floor(place / width), place % width];
    const column = columns[col];
    if (column && column.kind !== 'text' && !totals.has(row) && typeof column.cells[row] === 'string')
      return { row, col };
  }
  return null;
}
