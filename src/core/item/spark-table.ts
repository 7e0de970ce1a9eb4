/** Spark tables as a kind of thing in a report. */
import { sparkNotes } from '../proof/spark-proof.ts';
import { keysOfSpark } from '../spark/columns.ts';
import { layoutSparkTable } from '../spark/layout.ts';
import { sparkMiniature } from '../spark/miniature.ts';
import { type ResolvedSparkTable, resolveSparkTable } from '../spark/resolve.ts';
import { saySparkTable } from '../spark/say.ts';
import { SparkTableSpec } from '../spark/spec.ts';
import type { ItemKind, SetFrom, SheetKind } from './kind.ts';

interface LaidSparkTable {
  resolved: ResolvedSparkTable;
  from: SetFrom;
}

const sheet: SheetKind<SparkTableSpec, LaidSparkTable> = {
  words: SparkTableSpec.shape.words,
  lay: (item, from) => ({ resolved: resolveSparkTable(item, from.table, from.locale), from }),
  draw: ({ resolved, from: { style, locale } }) => layoutSparkTable(resolved, style, locale),
  describe: ({ resolved, from: { locale } }) => saySparkTable(resolved, locale),
  proof: ({ resolved, from: { locale } }) => sparkNotes(resolved, locale),
  small: (item, { table, locale }, width, height) => sparkMiniature(item, table, locale, width, height),
  forms: ['svg', 'svg-outlines', 'png', 'html', 'docx', 'csv', 'spec'],
};

function sayPart({ columns }: SparkTableSpec, list: string, name: string): string | null {
  if (list !== 'columns') return null;
  return `column “${columns.find(({ id }) => id === name)?.title || name}”`;
}

export const sparkTableKind: ItemKind<SparkTableSpec> = {
  type: 'spark',
  schema: SparkTableSpec,
  noun: 'spark table',
  tableOf: ({ table }) => table,
  columnsOf: keysOfSpark,
  nonsense: () => null,
  sayPart,
  sheet: sheet as SheetKind<SparkTableSpec>,
};
