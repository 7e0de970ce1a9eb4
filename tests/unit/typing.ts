/** A table in a report that is edited by commands, and what stands in it then. */
import { type CommandCall, runCommand } from '../../src/core/change/commands/index.ts';
import { newReport, type Report, type StoredTable, storedTableIn } from '../../src/core/report/report.ts';
import { keptOf, packTable, TableMaker } from '../../src/core/report/tables.ts';
import type { Column, Table } from '../../src/core/table/column.ts';
import { type CellsEdit, setTexts, type TextsDown } from '../../src/core/table/edit.ts';
import { keptCells, type WholeBlock } from '../../src/core/table/kept.ts';
import { textsOf, withReceived } from '../../src/core/table/received.ts';
import { type Rows, rowsOf } from '../../src/core/table/row-names.ts';

let count = 0;
export const freshId = () => `n${++count}`;

const TABLE = 't';

export class Edited {
  report: Report;
  readonly blocks: Record<string, WholeBlock>;
  readonly #maker = new TableMaker();

  constructor(report: Report, blocks: Record<string, WholeBlock>) {
    this.report = report;
    this.blocks = blocks;
  }

  /** A report of a table alone. */
  static of(table: Table): Edited {
    const { item, blocks } = packTable(TABLE, table, freshId);
    return new Edited({ ...newReport('Edited', ''), items: [item] }, blocks);
  }

  get item(): StoredTable {
    return storedTableIn(this.report, TABLE) as StoredTable;
  }
  get rows(): Rows {
    return rowsOf(this.item);
  }
  get names(): string[] {
    return Array.from({ length: this.rows.count }, (_, row) => this.rows.nameAt(row));
  }

  #kept = (block: string) => {
    const kept = this.blocks[block];
    return kept && keptCells(kept);
  };

  get table(): Table {
    return this.#maker.make(this.report, this.item, (block) => this.#kept(block)?.cells) as Table;
  }

  /** A column as it stands, with the texts of its cells. */
  column(key: string): Column {
    const column = this.table.columns.find((one) => one.key === key) as Column;
    const stored = this.item.columns.find(({ meta }) => meta.key === key);
    if (!stored) return column;
    return withReceived(
      column,
      keptOf(this.item, stored, stored.block === null ? undefined : this.#kept(stored.block)).received,
    );
  }
  cells = (key: string) => this.column(key).cells;
  texts = (key: string) => textsOf(this.column(key));

  run<Name extends CommandCall['name']>(name: Name, args: object): this {
    this.report = runCommand(this.report, name, { table: TABLE, ...args }).report;
    return this;
  }
  set(edit: CellsEdit): this {
    return this.run('table.setCells', edit);
  }
  typeDown(at: number, texts: TextsDown): this {
    return this.set(setTexts(this.rows, at, texts, freshId()));
  }
}
