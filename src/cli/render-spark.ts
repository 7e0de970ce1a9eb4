import { extname } from 'node:path';
import { sayIssue } from '../core/issue.ts';
import { Refusal } from '../core/refusal.ts';
import { upgradeSpec } from '../core/report/upgrade.ts';
import { keysOfSpark } from '../core/spark/columns.ts';
import { draftSparkTable } from '../core/spark/draft.ts';
import { SparkTableSpec } from '../core/spark/spec.ts';
import { DEFAULT_STYLE } from '../core/style/style.ts';
import { columnOf, type Table } from '../core/table/column.ts';
import { SPARK_FORMATS, type SparkFormat, sparkFile } from '../formats/spark-file.ts';
import { localeNamed, readJsonAt, readTableAt, writeOut } from './files.ts';

export interface RenderSparkOptions {
  /** path of a saved spark table, or "auto" to make one of the table */
  spark: string;
  table: string;
  sheet?: string | undefined;
  out: string;
  dpi: number;
  outlines: boolean;
  title?: string | undefined;
  /** language of numbers and dates, such as de-DE */
  locale?: string | undefined;
}

/** Reads a saved spark table and makes sure that the table has its columns. */
function readSpec(path: string, table: Table): SparkTableSpec {
  const parsed = SparkTableSpec.safeParse(upgradeSpec(readJsonAt(path)));
  if (!parsed.success) throw new Refusal(`${path} is not a spark table spec: ${sayIssue(parsed.error)}`);
  const absent = [...keysOfSpark(parsed.data)].find((key) => !columnOf(table, key));
  if (absent !== undefined)
    throw new Refusal(
      `The spark table of ${path} needs a column “${absent}”, which the table lacks; it has ${table.columns.map((column) => column.key).join(', ')}.`,
    );
  return parsed.data;
}

function formatOf(out: string, outlines: boolean): SparkFormat {
  const ending = extname(out).toLowerCase().slice(1);
  if (ending === 'svg' && outlines) return 'svg-outlines';
  // The settings themselves, to be changed and drawn again.
  if (ending === 'json') return 'spec';
  const format = SPARK_FORMATS.find((candidate) => candidate === ending && candidate !== 'spec');
  if (!format)
    throw new Refusal(`${out} does not end in .svg, .png, .html, .docx, .csv or .json, so its format is not known.`);
  return format;
}

/** Sets a table file as a spark table file, without a database. */
export async function renderSpark(options: RenderSparkOptions): Promise<number> {
  const format = formatOf(options.out, options.outlines);
  const locale = localeNamed(options.locale);
  const { table } = await readTableAt(options.table, options.sheet);
  const spec =
    options.spark === 'auto'
      ? draftSparkTable(table, { id: 'spark', tableId: 'table', style: DEFAULT_STYLE })
      : readSpec(options.spark, table);
  if (options.title !== undefined) spec.words.title = options.title;
  const { body } = await sparkFile(format, { spec, table, style: DEFAULT_STYLE, locale, dpi: options.dpi });
  writeOut(options.out, body);
  return 0;
}
