/** Commands on spark tables. */
import { current } from 'immer';
import * as z from 'zod';
import { Id } from '../../named/id.ts';
import { Parts, withParts } from '../../named/parts.ts';
import { Refusal } from '../../refusal.ts';
import { type Report, storedColumns, tableIn } from '../../report/report.ts';
import { lookOf, SparkLook } from '../../spark/look.ts';
import {
  HeadText,
  orderParts,
  RowHeight,
  SparkColumn,
  SparkException,
  SparkFrame,
  type Sparkline,
  SparkTableSpec,
} from '../../spark/spec.ts';
import { changeOf } from '../change-of.ts';
import { assign, command } from '../command.ts';
import { sparkTableOf } from '../found.ts';

const inSpark = { spark: Id };

function placeOf(target: SparkTableSpec, id: string): number {
  const place = target.columns.findIndex((column) => column.id === id);
  if (place < 0) throw new Refusal(`There is no column “${id}” in spark table “${target.name}”.`);
  return place;
}

function columnAt(target: SparkTableSpec, id: string): SparkColumn {
  return target.columns[placeOf(target, id)] as SparkColumn;
}

function sparklines(target: SparkTableSpec, id: string): Sparkline {
  const found = columnAt(target, id);
  if (found.kind !== 'sparkline') throw new Refusal(`Column “${id}” of “${target.name}” has no sparklines.`);
  return found;
}

/** Takes out what speaks of columns that are no longer there. */
function forgetGone(target: SparkTableSpec) {
  const ids = new Set(target.columns.map(({ id }) => id));
  target.heads = target.heads.filter(({ from, to }) => ids.has(from) && ids.has(to));
  if (target.order.sort && !ids.has(target.order.sort.by)) target.order.sort = null;
}

/** Keys of columns as they stand in the table of a spark table; those that it does not tell the place of stay at the end. */
function inOrderOf(draft: Report, { table }: SparkTableSpec, keys: readonly string[]): string[] {
  const found = tableIn(draft, table);
  const order = [
    ...storedColumns(found).map(({ meta }) => meta.key),
    ...(found?.calculations ?? []).map(({ key }) => key),
  ];
  const place = (key: string) => (order.includes(key) ? order.indexOf(key) : order.length);
  return [...keys].sort((a, b) => place(a) - place(b));
}

/** Level bars have one thing that a row can have of its own: their colour. */
const BarException = SparkException.pick({ row: true, colour: true });

/** What changes of the order; `descending` turns the one that there is. */
const OrderChange = z.strictObject(
  changeOf({
    ...orderParts,
    subtotals: z.strictObject(changeOf(orderParts.subtotals.shape)),
    total: z.strictObject(changeOf(orderParts.total.shape)),
    descending: z.boolean(),
  }),
);

export const SPARK_COMMANDS = {
  'spark.setRowHeight': command(
    'row height',
    z.strictObject({ ...inSpark, rowHeight: RowHeight }),
    (draft, { spark: id, rowHeight }) => {
      sparkTableOf(draft, id).rowHeight = rowHeight;
    },
  ),
  /** What is given of the column changes. */
  'spark.setColumn': command(
    'spark table column',
    z.strictObject({ ...inSpark, column: Id, set: Parts }),
    (draft, { spark: id, column, set }) => {
      const target = sparkTableOf(draft, id);
      const place = placeOf(target, column);
      const before = current(target).columns[place] as SparkColumn;
      const after = withParts(SparkColumn, before, set);
      if (after.kind !== before.kind || after.id !== column)
        throw new Refusal('A column cannot change its kind; add another one instead.');
      target.columns[place] = after;
    },
  ),
  'spark.addColumn': command(
    'added column',
    z.strictObject({ ...inSpark, column: SparkColumn }),
    (draft, { spark: id, column }) => {
      sparkTableOf(draft, id).columns.push(column);
    },
  ),
  /** Puts a column before another one, or at the end. */
  'spark.moveColumn': command(
    'order of columns',
    z.strictObject({ ...inSpark, column: Id, before: Id.nullable() }),
    (draft, { spark: id, column, before }) => {
      const target = sparkTableOf(draft, id);
      if (before === column) return;
      const [moved] = target.columns.splice(placeOf(target, column), 1);
      const to = before === null ? target.columns.length : placeOf(target, before);
      if (moved) target.columns.splice(to, 0, moved);
    },
  ),
  'spark.removeColumn': command(
    'removed column',
    z.strictObject({ ...inSpark, column: Id }),
    (draft, { spark: id, column }) => {
      const target = sparkTableOf(draft, id);
      if (target.columns.length === 1)
        throw new Refusal('A spark table keeps at least one column; remove the whole table in the list instead.');
      target.columns.splice(placeOf(target, column), 1);
      // Numbers that were taken from it go with it, but the last column stays.
      const kept = target.columns.filter((other) => other.kind !== 'derived' || other.of !== column);
      if (kept.length > 0) target.columns = kept;
      forgetGone(target);
    },
  ),
  /** Of what there is a row; or, where columns are rows, which of them come and go. */
  'spark.setRows': command(
    'rows of a spark table',
    z.strictObject({
      ...inSpark,
      rows: SparkTableSpec.shape.rows.unwrap().optional(),
      columns: z.record(z.string().min(1).max(200), z.boolean()).optional(),
    }),
    (draft, { spark: id, rows, columns = {} }) => {
      const target = sparkTableOf(draft, id);
      if (rows) target.rows = rows;
      if (Object.keys(columns).length === 0) return;
      if (target.rows.kind !== 'columns')
        throw new Refusal(`The rows of “${target.name}” are no longer columns of its table.`);
      const now = target.rows.columns;
      const kept = now.filter((key) => columns[key] !== false);
      const come = Object.keys(columns).filter((key) => columns[key] === true && !now.includes(key));
      target.rows.columns = inOrderOf(draft, target, [...kept, ...come]);
    },
  ),
  'spark.setOrder': command(
    'order and groups of rows',
    z.strictObject({ ...inSpark, order: OrderChange }),
    (draft, { spark: id, order: { descending, subtotals, total, ...order } }) => {
      const target = sparkTableOf(draft, id).order;
      assign(target, order);
      if (subtotals) assign(target.subtotals, subtotals);
      if (total) assign(target.total, total);
      if (descending !== undefined && target.sort) target.sort.descending = descending;
    },
  ),
  'spark.setFrame': command(
    'rules of a spark table',
    z.strictObject({
      ...inSpark,
      zebra: SparkFrame.shape.zebra.unwrap().optional(),
      rules: SparkFrame.shape.rules.unwrap().optional(),
    }),
    (draft, { spark: id, ...frame }) => assign(sparkTableOf(draft, id).frame, frame),
  ),
  'spark.addHead': command(
    'text over headers',
    z.strictObject({ ...inSpark, head: HeadText }),
    (draft, { spark: id, head }) => {
      const target = sparkTableOf(draft, id);
      placeOf(target, head.from);
      placeOf(target, head.to);
      target.heads.push(head);
    },
  ),
  'spark.setHead': command(
    'text over headers',
    z.strictObject({ ...inSpark, head: Id, ...changeOf(HeadText.omit({ id: true }).shape) }),
    (draft, { spark: id, head, ...change }) => {
      const target = sparkTableOf(draft, id);
      const found = target.heads.find((other) => other.id === head);
      if (!found) throw new Refusal(`There is no text “${head}” over the headers of “${target.name}”.`);
      assign(found, change);
      placeOf(target, found.from);
      placeOf(target, found.to);
    },
  ),
  'spark.removeHead': command(
    'text over headers',
    z.strictObject({ ...inSpark, head: Id }),
    (draft, { spark: id, head }) => {
      const target = sparkTableOf(draft, id);
      target.heads = target.heads.filter((other) => other.id !== head);
    },
  ),
  'spark.tuck': command(
    'columns tucked away',
    z.strictObject({ ...inSpark, columns: z.array(Id).min(1), tucked: z.boolean() }),
    (draft, { spark: id, columns, tucked }) => {
      const target = sparkTableOf(draft, id);
      for (const column of columns) columnAt(target, column).tucked = tucked;
      if (target.columns.every((column) => column.tucked))
        throw new Refusal('A spark table shows at least one column; bring one back first.');
    },
  ),
  'spark.showSource': command(
    'source columns',
    z.strictObject({ ...inSpark, columns: z.array(Id).min(1), shown: z.boolean() }),
    (draft, { spark: id, columns, shown }) => {
      for (const column of columns) sparklines(sparkTableOf(draft, id), column).source = shown ? 'shown' : 'tucked';
    },
  ),
  /** Sets parts of what a row has of its own; a row that has nothing of its own is no exception. */
  'spark.except': command(
    'a row’s own look',
    z.strictObject({ ...inSpark, column: Id, row: SparkException.shape.row, set: Parts }),
    (draft, { spark: id, column, row, set }) => {
      const found = columnAt(sparkTableOf(draft, id), column);
      if (found.kind === 'level bars') {
        const before = current(found).exceptions.find((other) => other.row === row) ?? { row };
        const { colour } = withParts(BarException, before, set);
        found.exceptions = found.exceptions.filter((other) => other.row !== row);
        if (colour !== undefined) found.exceptions.push({ row, colour });
        return;
      }
      const target = sparklines(sparkTableOf(draft, id), column);
      const before = current(target).exceptions.find((other) => other.row === row) ?? { row };
      const exception = withParts(SparkException, before, set);
      if (exception.row !== row) throw new Refusal('A row’s own look cannot move to another row.');
      const isOne = Object.values(exception).filter((value) => value !== undefined).length > 1;
      target.exceptions = target.exceptions.filter((other) => other.row !== row);
      if (isOne) target.exceptions.push(exception);
    },
  ),
  'spark.putBack': command(
    'row put back in line',
    z.strictObject({ ...inSpark, column: Id, row: SparkException.shape.row.nullable() }),
    (draft, { spark: id, column, row }) => {
      const found = columnAt(sparkTableOf(draft, id), column);
      if (found.kind === 'level bars')
        found.exceptions = found.exceptions.filter((other) => row !== null && other.row !== row);
      else {
        const target = sparklines(sparkTableOf(draft, id), column);
        target.exceptions = target.exceptions.filter((other) => row !== null && other.row !== row);
      }
    },
  ),
  /** What is given of the look of sparklines changes, as where that of others is laid on them. */
  'spark.layLook': command(
    'look of sparklines',
    z.strictObject({ ...inSpark, columns: z.array(Id).min(1), set: Parts }),
    (draft, { spark: id, columns, set }) => {
      for (const column of columns) {
        const target = sparklines(sparkTableOf(draft, id), column);
        Object.assign(target, structuredClone(withParts(SparkLook, lookOf(current(target)), set)));
      }
    },
  ),
} as const;
