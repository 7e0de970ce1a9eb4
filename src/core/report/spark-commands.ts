/** Commands on spark tables. */
import { z } from 'zod';
import { Id } from '../figure/spec.ts';
import { Refusal } from '../refusal.ts';
import { RowHeight, SparkColumn, SparkTableSpec } from '../spark/spec.ts';
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
    },
  ),
} as const;
