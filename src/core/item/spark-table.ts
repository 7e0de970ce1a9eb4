/** Spark tables as a kind of thing in a report. */
import { keysOfSpark } from '../spark/columns.ts';
import { SparkTableSpec } from '../spark/spec.ts';
import type { ItemKind } from './kind.ts';

function sayPart({ columns }: SparkTableSpec, list: string, name: string): string | null {
  if (list !== 'columns') return null;
  return `column “${columns.find(({ id }) => id === name)?.title || name}”`;
}

export const sparkTableKind: ItemKind<SparkTableSpec> = {
  type: 'spark',
  schema: SparkTableSpec,
  noun: 'spark table',
  tableOf: ({ table }) => table,
  needs: (spark) => new Map([[spark.table, keysOfSpark(spark)]]),
  nonsense: () => null,
  sayPart,
  set: {
    words: SparkTableSpec.shape.words,
    forms: ['svg', 'svg-outlines', 'png', 'pdf', 'html', 'docx', 'csv', 'spec'],
  },
};
