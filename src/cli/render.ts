import { extname } from 'node:path';
import { draftFigure } from '../core/figure/draft.ts';
import { drawFigure } from '../core/figure/draw.ts';
import { draftPanels } from '../core/figure/panels/draft.ts';
import type { Panels } from '../core/figure/panels/spec.ts';
import { FigureSpec } from '../core/figure/spec.ts';
import { sayIssue } from '../core/issue.ts';
import { columnsOfFigure } from '../core/item/figure.ts';
import { Refusal } from '../core/refusal.ts';
import { upgradeSpec } from '../core/report/upgrade.ts';
import { DEFAULT_STYLE } from '../core/style/style.ts';
import { type Column, columnOf, type Table } from '../core/table/column.ts';
import { applyStep } from '../core/table/shape/shape.ts';
import { type FigureFormat, figureFile } from '../formats/figure-file.ts';
import { safeNames } from '../formats/file-name.ts';
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
  /** one or two columns of names to split the figure by */
  panels?: string | undefined;
  /** language of the labels, such as de-DE */
  locale?: string | undefined;
}

/** Reads a saved figure and makes sure that the table has its columns. */
function readSpec(path: string, table: Table): FigureSpec {
  const parsed = FigureSpec.safeParse(upgradeSpec(readJsonAt(path)));
  if (!parsed.success) throw new Refusal(`${path} is not a figure spec: ${sayIssue(parsed.error)}`);
  const absent = [...columnsOfFigure(parsed.data)].find((key) => !columnOf(table, key));
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

/** What stands for a category in the names of files and in a title. */
const VALUE = '{value}';

/** A column of names by its key or title. Throws a Refusal where there is none. */
function namesColumn(table: Table, wanted: string): Column {
  const named = wanted.trim().toLowerCase();
  const column = columnOf(table, wanted.trim()) ?? table.columns.find(({ title }) => title.toLowerCase() === named);
  if (column?.kind !== 'text')
    throw new Refusal(
      `There is no column of names “${wanted}” in the table; it has ${
        table.columns
          .map(({ key, kind }) => (kind === 'text' ? key : ''))
          .filter(Boolean)
          .join(', ') || 'none'
      }.`,
    );
  return column;
}

/** The categories of a column, in the order in which they come first. */
function categoriesOf(table: Table, wanted: string): { key: string; values: string[] } {
  const column = namesColumn(table, wanted);
  const totals = new Set(table.totals);
  const values = column.cells.flatMap((cell, row) => (cell === null || totals.has(row) ? [] : [String(cell)]));
  return { key: column.key, values: [...new Set(values)] };
}

/** Sets one figure for each category of a column; `{value}` in the name of the file and in the title stands for it. */
export async function renderEach(options: RenderOptions, wanted: string): Promise<number> {
  if (!options.out.includes(VALUE))
    throw new Refusal(
      `With --each, the name of the file needs ${VALUE}, which stands for each category: -o 'out/${VALUE}.svg'.`,
    );
  const { table } = await readTableAt(options.table, options.sheet);
  const { key, values } = categoriesOf(table, wanted);
  const names = safeNames(values, 'blank');
  for (const [index, value] of values.entries()) {
    const own = applyStep(table, { kind: 'keep', column: key, test: { kind: 'categories', keep: [value] } });
    const title = options.title?.replaceAll(VALUE, value) ?? null;
    const file = { ...options, out: options.out.replaceAll(VALUE, names[index] ?? 'blank') };
    await renderTable(file, own, title ?? (options.spec ? null : value));
  }
  console.log(`${values.length} ${values.length === 1 ? 'file' : 'files'} written.`);
  return 0;
}

/** Sets a table file as a figure file, without a database. */
export async function render(options: RenderOptions): Promise<number> {
  const { table } = await readTableAt(options.table, options.sheet);
  await renderTable(options, table, options.title ?? null);
  return 0;
}

/** The panels that were asked for: by one column, or a grid of two. */
function panelsFor(table: Table, wanted: string | undefined): Panels | undefined {
  const names = wanted?.split(',') ?? [];
  if (names.length > 2)
    throw new Refusal('--panels takes one column, or two for a grid: one runs from left to right, the other down.');
  return draftPanels(names.map((name) => namesColumn(table, name))) ?? undefined;
}

async function renderTable(options: RenderOptions, table: Table, title: string | null): Promise<void> {
  const format = formatOf(options.out, options.outlines);
  const own = (['across', 'lines', 'panels'] as const).find((name) => options[name] !== undefined);
  if (options.spec && own)
    throw new Refusal(`A figure spec says what it draws; leave out --${own}, or leave out --spec.`);
  const locale = localeNamed(options.locale);
  const spec = options.spec
    ? readSpec(options.spec, table)
    : draftFigure(table, {
        id: 'figure',
        tableId: 'table',
        style: DEFAULT_STYLE,
        across: options.across,
        lines: options.lines?.split(','),
        panels: panelsFor(table, options.panels),
      });
  if (title !== null) spec.words.title = title;
  const { scene } = drawFigure(spec, table, DEFAULT_STYLE, locale);
  const file = await figureFile(format, spec, scene, options.dpi);
  writeOut(options.out, file.body);
}
