/** Edits of a table's cells from the screen, as the commands that everything else uses. */

import { Refusal } from '../../core/refusal.ts';
import { isReceived, type StoredTable, storedColumns, type TableItem, tableIn } from '../../core/report/report.ts';
import type { Column, Table } from '../../core/table/column.ts';
import { filledDown, rowsBefore, runsBetween, setTexts, type TextsDown } from '../../core/table/edit.ts';
import { goneOn } from '../../core/table/go-on.ts';
import { rowsOf } from '../../core/table/row-names.ts';
import { listed } from '../../core/table/words.ts';
import { textOfCell } from '../../core/table/written.ts';
import type { Area } from '../grid/selection.ts';
import { current, run, runTogether, showNotice } from '../state/store.ts';
import { type Copied, cellsOfPage, copiedCells, Pasted, pastedCells, pastedPage } from './clipboard.ts';
import { columnOfTexts, insertColumns, isUntouched, takeKind } from './new-columns.ts';

/** Key of the column after the last, which becomes one when something is typed into it. */
const SPARE: Column = {
  key: '(new column)',
  title: 'New column',
  kind: 'number',
  unit: null,
  whole: false,
  total: false,
  cells: [],
};

/** Types texts into the rows of a table from one on. */
function typeDown(item: StoredTable, row: number, texts: TextsDown): string | null {
  const edit = setTexts(rowsOf(item), row, texts, crypto.randomUUID());
  return Object.keys(edit.cells).length === 0 && !edit.rows ? null : run('table.setCells', { table: item.id, ...edit });
}

/** Does what may be refused in one sentence, and shows that. */
function orNotice(work: () => void): void {
  try {
    work();
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    showNotice(error.message);
  }
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

  /** The column after the last that takes what is typed, where the table can have one more. */
  get spare(): Column | null {
    return isReceived(this.#item) ? SPARE : null;
  }

  editable(column: Column): boolean {
    return column === SPARE || this.#keys.includes(column.key);
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
      `${named} ${calculated.length > 1 ? 'are' : 'is'} calculated from other columns; change those, or the rule in its head.`,
    );
    return null;
  }

  #columns({ left, right }: Area): Column[] {
    return this.#table.columns.slice(left, right + 1);
  }

  /** Cells of several columns from a row on; a column that held nothing yet takes the kind of what comes. */
  #set(item: StoredTable, row: number, given: ReadonlyMap<string, Pasted>): void {
    runTogether(() => {
      let target = item;
      const texts = new Map<string, readonly string[]>();
      for (const [key, pasted] of given) {
        const column = this.#table.columns.find((candidate) => candidate.key === key);
        if (!column) continue;
        const taken = isUntouched(column) ? takeKind(target, column, pasted.texts) : null;
        target = (taken && this.#now(target.id)) ?? target;
        texts.set(key, pasted.textsFor(taken ?? column));
      }
      return typeDown(target, row, texts);
    });
  }

  /** The stored table as the last command left it. */
  #now(id: string): StoredTable | null {
    const item = tableIn(current().report, id);
    return item && isReceived(item) ? item : null;
  }

  typed(column: Column, row: number): string {
    return row < this.#table.rows ? textOfCell(column, column.cells[row] ?? null) : '';
  }

  type(row: number, key: string, text: string): void {
    if (key === SPARE.key) {
      this.#typeBeside(row, text);
      return;
    }
    const column = this.#table.columns.find((candidate) => candidate.key === key);
    const item = column && this.#own([column]);
    if (!item || (row >= this.#table.rows && text.trim() === '')) return;
    this.#set(item, row, new Map([[key, new Pasted([text])]]));
  }

  /** Types into the column after the last, which makes it one. */
  #typeBeside(row: number, text: string): void {
    const item = this.#stored();
    if (item && text.trim() !== '') this.#putBeside(item, row, [new Pasted([text])], new Map());
  }

  clear(area: Area): void {
    const columns = this.#columns(area);
    const item = this.#own(columns);
    const last = Math.min(area.bottom, this.#table.rows - 1);
    if (!item || last < area.top) return;
    const blank = new Array<string>(last - area.top + 1).fill('');
    typeDown(item, area.top, new Map(columns.map(({ key }) => [key, blank])));
  }

  /** The block of cells, as texts that each column reads as the same values and as the values themselves. */
  copy(area: Area): Copied {
    return copiedCells(this.#columns(area), area.top, Math.min(area.bottom, this.#table.rows - 1));
  }

  /** Puts columns of cells beside the last column, and others into columns that are there, as one step to undo. */
  #putBeside(item: StoredTable, row: number, more: readonly Pasted[], given: ReadonlyMap<string, Pasted>): void {
    runTogether(() => {
      const { table, added, said } = insertColumns(
        item,
        this.#table,
        more.map(({ texts }) => columnOfTexts(texts)),
      );
      const now = this.#now(item.id);
      if (!now || added.length === 0) return said;
      const all = new Map(given);
      more.forEach((pasted, index) => {
        const column = added[index];
        if (column) all.set(column.key, pasted);
      });
      new TableEditor(now, table).#set(now, row, all);
      if (said) showNotice(said);
      return null;
    });
  }

  /** Puts a block in at the upper left cell; a single value fills everything that is selected, and what reaches beyond the last column makes new ones. */
  #put(area: Area, block: readonly Pasted[]): void {
    const height = block[0]?.texts.length ?? 0;
    if (height === 0) return;
    const isOne = block.length === 1 && height === 1;
    const wanted = isOne ? this.#columns(area) : this.#table.columns.slice(area.left, area.left + block.length);
    const item = this.#own(wanted);
    if (!item) return;
    const rows = isOne ? Math.min(area.bottom, this.#table.rows) - area.top + 1 : height;
    const [only] = block;
    const pastedAt = (index: number) => (isOne && only ? only.repeated(rows) : block[index]);
    const given = new Map(
      wanted.flatMap(({ key }, index) => {
        const pasted = pastedAt(index);
        return pasted ? [[key, pasted] as const] : [];
      }),
    );
    const more = isOne
      ? wanted.length === 0 && only
        ? [only.repeated(rows)]
        : []
      : block.slice(Math.max(0, this.#table.columns.length - area.left));
    if (more.length > 0) this.#putBeside(item, area.top, more, given);
    else this.#set(item, area.top, given);
  }

  paste(area: Area, data: DataTransfer): void {
    const page = pastedPage(data);
    if (page === null) this.#put(area, pastedCells(data));
    else void cellsOfPage(page).then((block) => this.#put(area, block));
  }

  /** Repeats the first selected row, or the row above a single one, in the rows of the selection. */
  fillDown(area: Area): void {
    const columns = this.#columns(area);
    const item = this.#own(columns);
    const last = Math.min(area.bottom, this.#table.rows - 1);
    const first = area.top === last ? area.top - 1 : area.top;
    const keys = columns.map(({ key }) => key);
    if (!item) return;
    if (first < 0) showNotice('First select the cell to repeat and the rows below it.');
    else typeDown(item, first + 1, filledDown(this.#table, keys, first, last));
  }

  /** Fills the selection with what follows from its first cells, or from the ones above a single row. */
  goOn(area: Area): void {
    const columns = this.#columns(area);
    const item = this.#own(columns);
    if (!item || columns.length === 0) return;
    const chosen = columns.map(({ key }) => key);
    orNotice(() => {
      const { at, texts } = goneOn(this.#table, chosen, { from: area.top, to: area.bottom });
      typeDown(item, at, texts);
    });
  }

  insertRows({ top, bottom }: Area): void {
    const item = this.#stored();
    if (!item) return;
    const rows = rowsBefore(rowsOf(item), top, bottom - top + 1, crypto.randomUUID());
    run('table.insertRows', { table: item.id, run: rows });
  }

  removeRows({ top, bottom }: Area): void {
    const item = this.#stored();
    const last = Math.min(bottom, this.#table.rows - 1);
    if (item && last >= top)
      run('table.removeRows', { table: item.id, runs: runsBetween(rowsOf(item), top, last + 1) });
  }

  /** Marks the selected rows as totals, or no longer when all of them are. */
  markTotals({ top, bottom }: Area): void {
    const item = this.#stored();
    const last = Math.min(bottom, this.#table.rows - 1);
    if (!item || last < top) return;
    const rows = rowsOf(item);
    const names = Array.from({ length: last - top + 1 }, (_, index) => rows.nameAt(top + index));
    const isTotal = !names.every((name) => item.totals[name]);
    const changed = names.filter((name) => (item.totals[name] ?? false) !== isTotal);
    run('table.markTotals', { table: item.id, rows: Object.fromEntries(changed.map((name) => [name, isTotal])) });
  }

  /** Puts an empty column before the one at `place`; it takes the kind of what is typed first. */
  insertColumn(place: number): void {
    const item = this.#stored();
    if (item) insertColumns(item, this.#table, [columnOfTexts([])], item.columns[place]?.meta.key ?? null);
  }

  /** Moves a column past its neighbour of the table's own. */
  moveColumn(key: string, by: 1 | -1): void {
    const item = this.#stored();
    if (!item) return;
    const keys = item.columns.map(({ meta }) => meta.key);
    const before = keys[keys.indexOf(key) + (by === 1 ? 2 : -1)] ?? null;
    run('table.moveColumn', { table: item.id, column: key, before });
  }
}
