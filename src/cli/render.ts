import { writeFileSync } from 'node:fs';
import { extname } from 'node:path';
import { draftFigure } from '../core/figure/draft.ts';
import { drawFigure } from '../core/figure/draw.ts';
import { FigureSpec } from '../core/figure/spec.ts';
import { sayIssue } from '../core/issue.ts';
import { Refusal } from '../core/refusal.ts';
import { SKERRY_PLAIN } from '../core/style/style.ts';
import { columnOf, type Table } from '../core/table/column.ts';
import { LOCALES, type Locale, localeOf } from '../core/text/locale.ts';
import { type FigureFormat, figureFile } from '../formats/figure-file.ts';
import { readInput, readTableAt } from './files.ts';

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

/** The locale with this id; the first one when none is named. */
function localeNamed(id: string = LOCALES[0]): Locale {
  const found = LOCALES.find((candidate) => candidate.toLowerCase() === id.toLowerCase());
  if (!found) throw new Refusal(`There is no locale “${id}”; there are ${LOCALES.join(', ')}.`);
  return localeOf(found);
}

/** Reads a saved figure and makes sure that the table has its columns. */
function readSpec(path: string, table: Table): FigureSpec {
  let value: unknown;
  try {
    value = JSON.parse(new TextDecoder().decode(readInput(path)));
  } catch (error) {
    if (error instanceof SyntaxError) throw new Refusal(`${path} is not valid JSON: ${error.message}.`);
    throw error;
  }
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
  try {
    writeFileSync(options.out, file.body);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (code === 'ENOENT' || code === 'EACCES' || code === 'EISDIR')
      throw new Refusal(`${options.out} cannot be written; check that the folder is there and may be written to.`);
    throw error;
  }
  return 0;
}
