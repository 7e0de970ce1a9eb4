import { extname } from 'node:path';
import { draftFigure } from '../core/figure/draft.ts';
import { drawFigure } from '../core/figure/draw.ts';
import { FigureSpec } from '../core/figure/spec.ts';
import { sayIssue } from '../core/issue.ts';
import { Refusal } from '../core/refusal.ts';
import { SKERRY_PLAIN } from '../core/style/style.ts';
import { columnOf, type Table } from '../core/table/column.ts';
import { type FigureFormat, figureFile } from '../formats/figure-file.ts';
import { localeNamed, readJsonAt, readTableAt, writeOut } from './files.ts';

export interface RenderOptions {
  table: string;
  sheet?: string | undefined;
  out: string;
  dpi: number;
  outlines: boolean;
  spec?: string | undefined;
  across?: string | undefined;
  lines?: string | undefined;
  title?: string | undefined;
  /** language of the labels, such as de-DE */
  locale?: string | undefined;
}

/** Reads a saved figure and makes sure that the table has its columns. */
function readSpec(path: string, table: Table): FigureSpec {
  const value = readJsonAt(path);
  const parsed = FigureSpec.safeParse(value);
  if (!parsed.success) throw new Refusal(`${path} is not a figure spec: ${sayIssue(parsed.error)}`);
  const absent = [parsed.data.across, ...parsed.data.lines.map((line) => line.column)].find(
    (key) => !columnOf(table, key),
  );
  if (absent)
    throw new Refusal(
      `The figure of ${path} needs a column “${absent}”, which the table lacks; it has ${table.columns.map((column) => column.key).join(', ')}.`,
    );
  return parsed.data;
}

function formatOf(out: string, outlines: boolean): FigureFormat {
  const ending = extname(out).toLowerCase();
  if (ending === '.svg') return outlines ? 'svg-outlines' : 'svg';
  if (ending === '.png') return 'png';
  throw new Refusal(`${out} does not end in .svg or .png, so its format is not known.`);
}

/** Sets a table file as a figure file, without a database. */
export async function render(options: RenderOptions): Promise<number> {
  const format = formatOf(options.out, options.outlines);
  const locale = localeNamed(options.locale);
  const { table } = await readTableAt(options.table, options.sheet);
  const spec = options.spec
    ? readSpec(options.spec, table)
    : draftFigure(table, {
        id: 'figure',
        tableId: 'table',
        style: SKERRY_PLAIN,
        locale,
        across: options.across,
        lines: options.lines?.split(','),
      });
  if (options.title !== undefined) spec.words.title = options.title;
  const { scene } = drawFigure(spec, table, SKERRY_PLAIN, locale);
  const file = await figureFile(format, spec, scene, options.dpi);
  writeOut(options.out, file.body);
  return 0;
}
