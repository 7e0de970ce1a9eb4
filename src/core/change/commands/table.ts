/** Commands on tables. Cells are stored beside the document, so an edit names the new blocks of the columns it changes. */
import { current } from 'immer';
import * as z from 'zod';
import { usersOfColumn } from '../../item/users.ts';
import { Id } from '../../named/id.ts';
import { Parts, withParts } from '../../named/parts.ts';
import { Refusal } from '../../refusal.ts';
import {
  isReceived,
  type Report,
  ShapedTable,
  StoredTable,
  storedColumns,
  type TableItem,
} from '../../report/report.ts';
import { Calculation } from '../../table/calc/calculation.ts';
import { ColumnMeta } from '../../table/column.ts';
import { listed } from '../../table/words.ts';
import { command } from '../command.ts';
import { tableOf } from '../found.ts';

const inTable = { table: Id };
const { key: Key } = Calculation.shape;

/** New cells of a column: the block they take the place of, so that an edit made on older cells is not laid over newer ones. */
const NewCells = z.strictObject({ key: Key, from: Id, block: Id });

export const CellsEdit = z.strictObject({
  ...inTable,
  rows: StoredTable.shape.rows,
  columns: z.array(NewCells).max(2000),
  /** rows that sum others, after the edit; absent when they stay */
  totals: z.array(z.number().int().min(0)).max(10_000).optional(),
});

function stored(draft: Report, id: string): StoredTable {
  const found = tableOf(draft, id);
  if (!isReceived(found))
    throw new Refusal(`“${found.name}” is made from another table; change the cells there and it follows.`);
  return found;
}

function storedColumn(target: StoredTable, key: string): StoredTable['columns'][number] {
  const found = target.columns.find((column) => column.meta.key === key);
  if (!found) throw new Refusal(`There is no column “${key}” of its own in table “${target.name}”.`);
  return found;
}

function takeCells(target: StoredTable, cells: z.infer<typeof NewCells>) {
  const column = storedColumn(target, cells.key);
  if (column.block !== cells.from)
    throw new Refusal(`The cells of “${column.meta.title}” were changed elsewhere, so this edit no longer fits them.`);
  column.block = cells.block;
}

function edit(draft: Report, { table: id, rows, columns, totals }: z.infer<typeof CellsEdit>) {
  const target = stored(draft, id);
  for (const cells of columns) takeCells(target, cells);
  if (rows !== target.rows && columns.length < target.columns.length)
    throw new Refusal('An edit that changes the count of rows must give the cells of every column.');
  target.rows = rows;
  if (totals) target.totals = totals;
}

const freeKey = (target: TableItem, key: string) => {
  const taken =
    target.calculations.some((calculation) => calculation.key === key) ||
    storedColumns(target).some((column) => column.meta.key === key);
  if (taken) throw new Refusal(`“${target.name}” has a column “${key}” already.`);
};

export const TABLE_COMMANDS = {
  'table.setSteps': command(
    'change of shape',
    z.strictObject({ ...inTable, steps: ShapedTable.shape.steps }),
    (draft, { table: id, steps }) => {
      const target = tableOf(draft, id);
      if (target.type !== 'shaped') throw new Refusal(`“${target.name}” was brought in as it is and has no steps.`);
      target.steps = steps;
    },
  ),
  'table.setCells': command('edit of cells', CellsEdit, edit),
  'table.insertRows': command('inserted rows', CellsEdit, edit),
  'table.removeRows': command('removed rows', CellsEdit, edit),
  'table.markTotals': command('total rows', CellsEdit, edit),
  'table.insertColumns': command(
    'inserted column',
    z.strictObject({
      ...inTable,
      /** the column they are put before; null puts them at the end */
      before: Key.nullable(),
      columns: z.array(StoredTable.shape.columns.element).min(1).max(100),
    }),
    (draft, { table: id, before, columns }) => {
      const target = stored(draft, id);
      for (const column of columns) freeKey(target, column.meta.key);
      const at = before === null ? target.columns.length : target.columns.indexOf(storedColumn(target, before));
      target.columns.splice(at, 0, ...columns);
    },
  ),
  /** Puts a column of the table's own before another one, or at the end. */
  'table.moveColumn': command(
    'order of columns',
    z.strictObject({ ...inTable, column: Key, before: Key.nullable() }),
    (draft, { table: id, column: key, before }) => {
      const target = stored(draft, id);
      const column = storedColumn(target, key);
      if (before === key) return;
      target.columns.splice(target.columns.indexOf(column), 1);
      const at = before === null ? target.columns.length : target.columns.indexOf(storedColumn(target, before));
      target.columns.splice(at, 0, column);
    },
  ),
  'table.removeColumns': command(
    'removed column',
    z.strictObject({ ...inTable, columns: z.array(Key).min(1) }),
    (draft, { table: id, columns }) => {
      const target = tableOf(draft, id);
      for (const key of columns) {
        const calculation = target.calculations.findIndex((candidate) => candidate.key === key);
        if (calculation >= 0) target.calculations.splice(calculation, 1);
        else {
          const own = stored(draft, id);
          own.columns.splice(own.columns.indexOf(storedColumn(own, key)), 1);
        }
      }
      // Looked for afterwards, so that columns which only each other use can go together.
      for (const key of columns) {
        const users = usersOfColumn(draft, id, key);
        if (users.length > 0) throw new Refusal(`“${key}” is used by ${listed(users)}; take it out there first.`);
      }
    },
  ),
  /** What is given of the column's head changes. */
  'table.setColumn': command(
    'column head',
    z.strictObject({ ...inTable, column: Key, set: Parts, cells: NewCells.optional() }),
    (draft, { table: id, column: key, set, cells }) => {
      const target = stored(draft, id);
      const column = storedColumn(target, key);
      const before = current(column).meta;
      const meta = withParts(ColumnMeta, before, set);
      if (meta.key !== key) throw new Refusal('A column keeps its key, by which figures find it.');
      if (meta.title.trim() === '') throw new Refusal('Give the column a title.');
      if (meta.kind !== before.kind && !cells) throw new Refusal('A column of another kind needs its cells read anew.');
      if (cells) takeCells(target, cells);
      column.meta = meta;
    },
  ),
  'table.calculate': command(
    'calculated column',
    z.strictObject({ ...inTable, calculation: Calculation }),
    (draft, { table: id, calculation }) => {
      const target = tableOf(draft, id);
      freeKey(target, calculation.key);
      target.calculations.push(calculation);
    },
  ),
  /** What is given of the calculated column changes. */
  'table.setCalculation': command(
    'calculation',
    z.strictObject({ ...inTable, calculation: Key, set: Parts }),
    (draft, { table: id, calculation: key, set }) => {
      const target = tableOf(draft, id);
      const at = target.calculations.findIndex((candidate) => candidate.key === key);
      if (at < 0) throw new Refusal(`“${target.name}” has no calculated column “${key}”.`);
      const after = withParts(Calculation, current(target).calculations[at] as Calculation, set);
      if (after.key !== key) throw new Refusal('A column keeps its key, by which figures find it.');
      target.calculations[at] = after;
    },
  ),
  'table.replace': command(
    'newer extract',
    z.strictObject({
      ...inTable,
      rows: StoredTable.shape.rows,
      columns: StoredTable.shape.columns,
      totals: StoredTable.shape.totals,
      remarks: StoredTable.shape.remarks,
    }),
    (draft, { table: id, ...data }) => {
      Object.assign(stored(draft, id), data);
    },
  ),
} as const;
