/** Commands on tables. Cells are typed by the names of their rows and columns; received cells are blocks beside the document. */
import { current } from 'immer';
import * as z from 'zod';
import { usersOfColumn } from '../../item/users.ts';
import { Id } from '../../named/id.ts';
import { Parts, SomeParts, withParts } from '../../named/parts.ts';
import { isSame } from '../../named/same.ts';
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
import { InsertedRun, MOST_ROWS, RowName, Run, removedName, rowsOf } from '../../table/row-names.ts';
import { Step } from '../../table/shape/step.ts';
import { freeTitle } from '../../table/titles.ts';
import { TypedTexts } from '../../table/typed-cells.ts';
import { listed } from '../../table/words.ts';
import { cutTo } from '../../text/letters.ts';
import { command } from '../command.ts';
import { tableOf } from '../found.ts';

const inTable = { table: Id };
const { key: Key } = Calculation.shape;

/** A new block of a column, and the one that it takes the place of, so that what was made of older cells is not laid over newer ones. */
const NewBlock = z.strictObject({ from: Id.nullable(), block: Id });

/** What is typed into cells, by the keys of their columns and the names of their rows; null empties a cell. */
const TypedCells = z.record(Key, TypedTexts);

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

function takeBlock(column: StoredTable['columns'][number], { from, block }: z.infer<typeof NewBlock>) {
  if (column.block !== from)
    throw new Refusal(`The cells of “${column.meta.title}” were read again elsewhere, so this no longer fits them.`);
  column.block = block;
}

/** Puts rows in behind the row that they name, before those that were put in there earlier. */
function putIn(target: StoredTable, run: InsertedRun) {
  if (target.inserted.some(({ id }) => id === run.id) || target.base.some(({ of }) => of === run.id))
    throw new Refusal(`Rows called “${run.id}” are in table “${target.name}” already.`);
  const next = target.inserted.findIndex(({ after }) => after === run.after);
  target.inserted.splice(next < 0 ? target.inserted.length : next, 0, run);
  const { count } = rowsOf(current(target));
  if (count > MOST_ROWS) throw new Refusal(`A table holds at most ${MOST_ROWS.toLocaleString('en-GB')} rows.`);
}

/** Marks rows as sums of others, or no longer. */
function mark({ totals }: StoredTable, rows: Readonly<Record<string, boolean>>) {
  for (const [row, isTotal] of Object.entries(rows)) {
    if (isTotal) totals[row] = true;
    else delete totals[row];
  }
}

/** Throws a Refusal where none of the rows that were typed into is there any more. */
function wantRows(target: StoredTable, cells: z.infer<typeof TypedCells>) {
  const typed = Object.values(cells).flatMap((texts) => Object.entries(texts));
  const rows = rowsOf(current(target));
  if (typed.length === 0 || typed.some(([name]) => rows.indexOf(name) !== null)) return;
  const [[, text] = ['', null]] = typed;
  const what =
    typed.length === 1 && typeof text === 'string'
      ? `“${cutTo(text, 60)}” was typed into a row that is`
      : 'The rows that were typed into are';
  throw new Refusal(`${what} no longer in table “${target.name}”.`);
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
  /** Another step in the place of one, which is looked for where it stood; without `to` it goes. */
  'table.setStep': command(
    'change of shape',
    z.strictObject({ ...inTable, at: z.number().int().min(0).max(50), was: Step, to: Step.optional() }),
    (draft, { table: id, at, was, to }) => {
      const target = tableOf(draft, id);
      if (target.type !== 'shaped') throw new Refusal(`“${target.name}” was brought in as it is and has no steps.`);
      const steps = current(target).steps;
      const found = isSame(steps[at], was) ? at : steps.findIndex((step) => isSame(step, was));
      if (found < 0)
        throw new Refusal(`That step of “${target.name}” was changed elsewhere, so this no longer fits it.`);
      target.steps.splice(found, 1, ...(to ? [to] : []));
    },
  ),
  /** Types into cells; `rows` are put in for what is typed below the last one. */
  'table.setCells': command(
    'edit of cells',
    z.strictObject({ ...inTable, cells: TypedCells, rows: z.array(InsertedRun).max(100).optional() }),
    (draft, { table: id, cells, rows = [] }) => {
      const target = stored(draft, id);
      for (const run of rows) putIn(target, run);
      wantRows(target, cells);
      for (const [key, texts] of Object.entries(cells)) Object.assign(storedColumn(target, key).typed, texts);
    },
  ),
  'table.insertRows': command('inserted rows', z.strictObject({ ...inTable, run: InsertedRun }), (draft, args) =>
    putIn(stored(draft, args.table), args.run),
  ),
  'table.removeRows': command(
    'removed rows',
    z.strictObject({ ...inTable, runs: z.array(Run).min(1).max(100_000) }),
    (draft, { table: id, runs }) => {
      const target = stored(draft, id);
      for (const run of runs) target.removed[removedName(run)] = true;
    },
  ),
  /** Rows that sum others, or no longer do. */
  'table.markTotals': command(
    'total rows',
    z.strictObject({ ...inTable, rows: z.record(RowName, z.boolean()) }),
    (draft, { table: id, rows }) => {
      mark(stored(draft, id), rows);
    },
  ),
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
      // Two may have put one in at once, each with the number that was free where they saw it.
      const titles = new Set(target.columns.map(({ meta }) => meta.title));
      const titled = columns.map((column) => {
        const title = freeTitle(column.meta.title, titles);
        titles.add(title);
        return { ...column, meta: { ...column.meta, title } };
      });
      const at = before === null ? target.columns.length : target.columns.indexOf(storedColumn(target, before));
      target.columns.splice(at, 0, ...titled);
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
        if (users.length > 0) throw new Refusal(`“${key}” is used by ${listed(users)}; remove it there first.`);
      }
    },
  ),
  /** What is given of the column's head changes. */
  'table.setColumn': command(
    'column head',
    z.strictObject({ ...inTable, column: Key, set: Parts, cells: NewBlock.optional() }),
    (draft, { table: id, column: key, set, cells }) => {
      const target = stored(draft, id);
      const column = storedColumn(target, key);
      const before = current(column).meta;
      const meta = withParts(ColumnMeta, before, set);
      if (meta.key !== key) throw new Refusal('A column keeps its key, by which figures find it.');
      if (meta.title.trim() === '') throw new Refusal('Give the column a title.');
      if (meta.kind !== before.kind && !cells && column.block !== null)
        throw new Refusal('A column of another kind needs its cells read again.');
      if (cells) takeBlock(column, cells);
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
  /**
   * Lays a newer extract in the place of a table's cells. Rows that are known
   * again keep their names in `base`. Of what was typed, put in or marked, only
   * what is listed goes, since it is in the new cells: what someone else does meanwhile stays.
   */
  'table.replace': command(
    'newer extract',
    z.strictObject({
      ...inTable,
      base: StoredTable.shape.base,
      /** `layer` is that of what was typed long ago and is in the new cells */
      columns: z.array(z.strictObject({ key: Key, set: SomeParts, ...NewBlock.shape, layer: Id.optional() })).max(2000),
      added: z.array(StoredTable.shape.columns.element).max(2000),
      gone: z.array(Key).max(2000),
      /** what was typed and is in the new cells */
      typed: TypedCells,
      /** ids of rows that were put in and are in the new cells, or are not to be */
      inserted: z.array(Id).max(20_000),
      totals: z.record(RowName, z.boolean()),
      remarks: StoredTable.shape.remarks,
    }),
    (draft, { table: id, base, columns, added, gone, typed, inserted, totals, remarks }) => {
      const target = stored(draft, id);
      const told = new Set([...columns.map(({ key }) => key), ...gone]);
      const other = target.columns.find(({ meta, block }) => block !== null && !told.has(meta.key));
      if (other)
        throw new Refusal(
          `The column “${other.meta.title}” was added in the meantime, and the newer extract does not mention it.`,
        );
      for (const { key, set, layer, ...cells } of columns) {
        const column = storedColumn(target, key);
        takeBlock(column, cells);
        if (column.layer !== layer)
          throw new Refusal(
            `What was typed in “${column.meta.title}” was merged in the meantime; bring in the newer extract again.`,
          );
        delete column.layer;
        if (set.length > 0) column.meta = withParts(ColumnMeta, current(column).meta, set);
        for (const [row, text] of Object.entries(typed[key] ?? {}))
          if (column.typed[row] === text) delete column.typed[row];
      }
      for (const key of gone) target.columns.splice(target.columns.indexOf(storedColumn(target, key)), 1);
      for (const column of added) freeKey(target, column.meta.key);
      target.columns.push(...added);
      target.base = base;
      target.inserted = target.inserted.filter((run) => !inserted.includes(run.id));
      mark(target, totals);
      target.remarks = remarks;
    },
  ),
} as const;
