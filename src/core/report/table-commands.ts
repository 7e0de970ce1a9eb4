/** Commands on tables. Cells are stored beside the document, so an edit names the new blocks of the columns it changes. */
import { z } from 'zod';
import { Id } from '../figure/spec.ts';
import { Refusal } from '../refusal.ts';
import { Calculation } from '../table/calc/calculation.ts';
import { ColumnMeta } from '../table/column.ts';
import { listed } from '../table/words.ts';
import { command } from './command.ts';
import { type Report, ShapedTable, StoredTable, type TableItem, tableIn } from './report.ts';
import { usersOfColumn } from './users.ts';

const inTable = { table: Id };
const { key: Key } = Calculation.shape;

/** New cells of a column: the block they take the place of, so that an edit made on older cells is not laid over newer ones. */
const NewCells = z.strictObject({ key: Key, from: Id, block: Id });

const CellsEdit = z.strictObject({
  ...inTable,
  rows: StoredTable.shape.rows,
  columns: z.array(NewCells).max(2000),
  /** rows that sum others, after the edit; absent when they stay */
  totals: z.array(z.number().int().min(0)).max(10_000).optional(),
});

function table(draft: Report, id: string): TableItem {
  const found = tableIn(draft, id);
  if (!found) throw new Refusal(`There is no table “${id}” in this report.`);
  return found;
}

function stored(draft: Report, id: string): StoredTable {
  const found = table(draft, id);
  if (found.type !== 'table')
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
    (target.type === 'table' && target.columns.some((column) => column.meta.key === key));
  if (taken) throw new Refusal(`“${target.name}” has a column “${key}” already.`);
};

export const TABLE_COMMANDS = {
  'table.add': command('added table', z.strictObject({ table: StoredTable }), (draft, args) => {
    draft.items.push(args.table);
  }),
  'table.shape': command('shaped table', z.strictObject({ table: ShapedTable }), (draft, args) => {
    draft.items.push(args.table);
  }),
  'table.setSteps': command(
    'change of shape',
    z.strictObject({ ...inTable, steps: ShapedTable.shape.steps }),
    (draft, { table: id, steps }) => {
      const target = table(draft, id);
      if (target.type !== 'shaped') throw new Refusal(`“${target.name}” was brought in as it is and has no steps.`);
      target.steps = steps;
    },
  ),
  'table.rename': command(
    'table name',
    z.strictObject({ ...inTable, name: StoredTable.shape.name }),
    (draft, { table: id, name }) => {
      table(draft, id).name = name;
    },
  ),
  'table.setCells': command('edit of cells', CellsEdit, edit),
  'table.insertRows': command('inserted rows', CellsEdit, edit),
  'table.removeRows': command('removed rows', CellsEdit, edit),
  'table.markTotals': command('total rows', CellsEdit, edit),
  'table.insertColumns': command(
    'inserted column',
    z.strictObject({ ...inTable, at: z.number().int().min(0), columns: StoredTable.shape.columns.min(1) }),
    (draft, { table: id, at, columns }) => {
      const target = stored(draft, id);
      for (const column of columns) freeKey(target, column.meta.key);
      target.columns.splice(at, 0, ...columns);
    },
  ),
  'table.removeColumns': command(
    'removed column',
    z.strictObject({ ...inTable, columns: z.array(Key).min(1) }),
    (draft, { table: id, columns }) => {
      const target = table(draft, id);
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
  'table.setColumn': command(
    'column head',
    z.strictObject({ ...inTable, column: Key, meta: ColumnMeta, cells: NewCells.optional() }),
    (draft, { table: id, column: key, meta, cells }) => {
      const target = stored(draft, id);
      const column = storedColumn(target, key);
      if (meta.key !== key) throw new Refusal('A column keeps its key, by which figures find it.');
      if (meta.title.trim() === '') throw new Refusal('Give the column a title.');
      if (meta.kind !== column.meta.kind && !cells)
        throw new Refusal('A column of another kind needs its cells read anew.');
      if (cells) takeCells(target, cells);
      column.meta = meta;
    },
  ),
  'table.calculate': command(
    'calculated column',
    z.strictObject({ ...inTable, calculation: Calculation }),
    (draft, { table: id, calculation }) => {
      const target = table(draft, id);
      freeKey(target, calculation.key);
      target.calculations.push(calculation);
    },
  ),
  'table.setCalculation': command(
    'calculation',
    z.strictObject({ ...inTable, calculation: Calculation }),
    (draft, { table: id, calculation }) => {
      const target = table(draft, id);
      const at = target.calculations.findIndex((candidate) => candidate.key === calculation.key);
      if (at < 0) throw new Refusal(`“${target.name}” has no calculated column “${calculation.key}”.`);
      target.calculations[at] = calculation;
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
