import { extname } from 'node:path';
import { sayIssue } from '../core/issue.ts';
import { Refusal } from '../core/refusal.ts';
import { upgradeSpec } from '../core/report/upgrade.ts';
import { keysOfSpark } from '../core/spark/columns.ts';
import { draftSparkTable } from '../core/spark/draft.ts';
import { SparkTableSpec } from '../core/spark/spec.ts';
import { columnOf, type Table } from '../core/table/column.ts';
import { houseLocale } from '../core/text/house-locale.ts';
import { SPARK_FORMATS, type SparkFormat, sparkFile } from '../formats/spark-file.ts';
import { ask, readAsked } from './asking.ts';
import { localeNamed, readJsonAt, writeOut } from './files.ts';
import { styleAt } from './style-files.ts';

export interface RenderSparkOptions {
  /** path of a saved spark table, or "auto" to make one of the table */
  spark: string;
  table: string;
  sheet?: string | undefined;
  /** answers to what nothing in the table decides */
  answers: readonly string[];
  /** where to write; the endings say the formats */
  out: readonly string[];
  dpi: number;
  outlines: boolean;
  /** texts of a CSV stay as they are */
  exact: boolean;
  title?: string | undefined;
  /** language of numbers and dates, such as de-DE */
  locale?: string | undefined;
  /** path of a house style that was kept as a file */
  style?: string | undefined;
  /** paths of font files of its typefaces */
  fonts?: readonly string[];
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
    throw new Refusal(
      `${out} does not end in .svg, .png, .pdf, .html, .docx, .csv or .json, so its format is not known.`,
    );
  return format;
}

/** Sets a table file as a spark table file, without a database. */
export async function renderSpark(options: RenderSparkOptions): Promise<number> {
  const formats = options.out.map((out) => formatOf(out, options.outlines));
  const style = await styleAt(options.style, options.fonts);
  const locale = houseLocale(localeNamed(options.locale).id, style);
  const { table, open } = await readAsked(options.table, options);
  if (open.length > 0) return ask(options.table, open);
  const spec =
    options.spark === 'auto'
      ? draftSparkTable(table, { id: 'spark', tableId: 'table' })
      : readSpec(options.spark, table);
  if (options.title !== undefined) spec.words.title = options.title;
  const { dpi, exact } = options;
  for (const [index, out] of options.out.entries()) {
    const source = { spec, table, style, locale, dpi, exact };
    writeOut(out, (await sparkFile(formats[index] ?? 'svg', source)).body);
  }
  return 0;
}
