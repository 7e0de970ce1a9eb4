/** Commands on spark tables. */
import { z } from 'zod';
import { Aside, Id } from '../figure/spec.ts';
import { Refusal } from '../refusal.ts';
import { SparkLook } from '../spark/look.ts';
import {
  type LevelBars,
  orderParts,
  RowHeight,
  SparkColumn,
  SparkException,
  SparkFrame,
  type Sparkline,
  SparkTableSpec,
} from '../spark/spec.ts';
import { HouseStyle } from '../style/style.ts';
import { assign, command } from './command.ts';
import type { Report } from './report.ts';

const inSpark = { spark: Id };

function spark(draft: Report, id: string): SparkTableSpec {
  const found = draft.items.find((item) => item.type === 'spark' && item.id === id);
  if (found?.type !== 'spark') throw new Refusal(`There is no spark table “${id}” in this report.`);
  return found;
}

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

/** Level bars have one thing that a row can have of its own: their colour. */
function exceptBar(bars: LevelBars, row: string, colour: string | undefined) {
  bars.exceptions = bars.exceptions.filter((other) => other.row !== row);
  if (colour !== undefined) bars.exceptions.push({ row, colour });
}

const styleName = HouseStyle.shape.sparks.unwrap().element.shape.name;

export const SPARK_COMMANDS = {
  'spark.add': command('added spark table', z.strictObject({ spark: SparkTableSpec }), (draft, args) => {
    draft.items.push(args.spark);
  }),
  'spark.rename': command(
    'spark table name',
    z.strictObject({ ...inSpark, name: SparkTableSpec.shape.name }),
    (draft, { spark: id, name }) => {
      spark(draft, id).name = name;
    },
  ),
  'spark.setWords': command(
    'words',
    z.strictObject({ ...inSpark, words: SparkTableSpec.shape.words.partial() }),
    (draft, { spark: id, words }) => assign(spark(draft, id).words, words),
  ),
  'spark.setRowHeight': command(
    'row height',
    z.strictObject({ ...inSpark, rowHeight: RowHeight }),
    (draft, { spark: id, rowHeight }) => {
      spark(draft, id).rowHeight = rowHeight;
    },
  ),
  'spark.setColumn': command(
    'spark table column',
    z.strictObject({ ...inSpark, column: SparkColumn }),
    (draft, { spark: id, column }) => {
      const target = spark(draft, id);
      target.columns[placeOf(target, column.id)] = column;
    },
  ),
  'spark.addColumn': command(
    'added column',
    z.strictObject({ ...inSpark, column: SparkColumn }),
    (draft, { spark: id, column }) => {
      spark(draft, id).columns.push(column);
    },
  ),
  'spark.moveColumn': command(
    'order of columns',
    z.strictObject({ ...inSpark, column: Id, to: z.number().int().min(0) }),
    (draft, { spark: id, column, to }) => {
      const target = spark(draft, id);
      const [moved] = target.columns.splice(placeOf(target, column), 1);
      if (moved) target.columns.splice(Math.min(to, target.columns.length), 0, moved);
    },
  ),
  'spark.removeColumn': command(
    'removed column',
    z.strictObject({ ...inSpark, column: Id }),
    (draft, { spark: id, column }) => {
      const target = spark(draft, id);
      if (target.columns.length === 1)
        throw new Refusal('A spark table keeps at least one column; remove the whole table in the list instead.');
      target.columns.splice(placeOf(target, column), 1);
      // Numbers that were taken from it go with it, but the last column stays.
      const kept = target.columns.filter((other) => other.kind !== 'derived' || other.of !== column);
      if (kept.length > 0) target.columns = kept;
      forgetGone(target);
    },
  ),
  'spark.setRows': command(
    'rows of a spark table',
    z.strictObject({ ...inSpark, rows: SparkTableSpec.shape.rows.unwrap() }),
    (draft, { spark: id, rows }) => {
      spark(draft, id).rows = rows;
    },
  ),
  'spark.setOrder': command(
    'order and groups of rows',
    z.strictObject({ ...inSpark, order: z.strictObject(orderParts).partial() }),
    (draft, { spark: id, order }) => assign(spark(draft, id).order, order),
  ),
  'spark.setFrame': command(
    'rules of a spark table',
    z.strictObject({
      ...inSpark,
      zebra: SparkFrame.shape.zebra.unwrap().optional(),
      rules: SparkFrame.shape.rules.unwrap().optional(),
    }),
    (draft, { spark: id, ...frame }) => assign(spark(draft, id).frame, frame),
  ),
  'spark.setHeads': command(
    'texts over headers',
    z.strictObject({ ...inSpark, heads: SparkTableSpec.shape.heads.unwrap() }),
    (draft, { spark: id, heads }) => {
      const target = spark(draft, id);
      for (const { from, to } of heads) {
        placeOf(target, from);
        placeOf(target, to);
      }
      target.heads = heads;
    },
  ),
  'spark.tuck': command(
    'columns tucked away',
    z.strictObject({ ...inSpark, columns: z.array(Id).min(1), tucked: z.boolean() }),
    (draft, { spark: id, columns, tucked }) => {
      const target = spark(draft, id);
      for (const column of columns) columnAt(target, column).tucked = tucked;
      if (target.columns.every((column) => column.tucked))
        throw new Refusal('A spark table shows at least one column; bring one back first.');
    },
  ),
  'spark.showSource': command(
    'source columns',
    z.strictObject({ ...inSpark, columns: z.array(Id).min(1), shown: z.boolean() }),
    (draft, { spark: id, columns, shown }) => {
      for (const column of columns) sparklines(spark(draft, id), column).source = shown ? 'shown' : 'tucked';
    },
  ),
  'spark.except': command(
    'a row’s own look',
    z.strictObject({ ...inSpark, column: Id, exception: SparkException }),
    (draft, { spark: id, column, exception }) => {
      const found = columnAt(spark(draft, id), column);
      if (found.kind === 'spark') return exceptBar(found, exception.row, exception.colour);
      const target = sparklines(spark(draft, id), column);
      const kept = target.exceptions.filter(({ row }) => row !== exception.row);
      // A row that has nothing of its own is no exception.
      const isOne = Object.values(exception).filter((value) => value !== undefined).length > 1;
      target.exceptions = isOne ? [...kept, exception] : kept;
    },
  ),
  'spark.putBack': command(
    'row put back in line',
    z.strictObject({ ...inSpark, column: Id, row: SparkException.shape.row.nullable() }),
    (draft, { spark: id, column, row }) => {
      const found = columnAt(spark(draft, id), column);
      if (found.kind === 'spark')
        found.exceptions = found.exceptions.filter((other) => row !== null && other.row !== row);
      else {
        const target = sparklines(spark(draft, id), column);
        target.exceptions = target.exceptions.filter((other) => row !== null && other.row !== row);
      }
    },
  ),
  'spark.layLook': command(
    'look of sparklines',
    z.strictObject({ ...inSpark, columns: z.array(Id).min(1), look: SparkLook }),
    (draft, { spark: id, columns, look }) => {
      for (const column of columns) Object.assign(sparklines(spark(draft, id), column), structuredClone(look));
    },
  ),
  'style.keepLook': command(
    'look kept in the house style',
    z.strictObject({ name: styleName, look: SparkLook }),
    (draft, { name, look }) => {
      draft.style.sparks = [...draft.style.sparks.filter((other) => other.name !== name), { name, look }];
    },
  ),
  'style.dropLook': command(
    'look taken out of the house style',
    z.strictObject({ name: styleName }),
    (draft, { name }) => {
      draft.style.sparks = draft.style.sparks.filter((other) => other.name !== name);
    },
  ),
  'spark.setNoteAside': command(
    'note set aside',
    z.strictObject({ ...inSpark, ...Aside.shape }),
    (draft, { spark: id, ...aside }) => {
      const target = spark(draft, id);
      target.asides = [...target.asides.filter(({ check }) => check !== aside.check), aside];
    },
  ),
  'spark.bringNoteBack': command(
    'note brought back',
    z.strictObject({ ...inSpark, check: Aside.shape.check }),
    (draft, { spark: id, check }) => {
      const target = spark(draft, id);
      target.asides = target.asides.filter((aside) => aside.check !== check);
    },
  ),
} as const;
