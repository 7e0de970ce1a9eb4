import { extname } from 'node:path';
import { type CalendarTables, calendarTablesOf, NO_CALENDARS } from '../core/figure/calendar.ts';
import { draftFigure } from '../core/figure/draft.ts';
import { layoutFigure } from '../core/figure/layout.ts';
import { draftPanels } from '../core/figure/panels/draft.ts';
import { resolveFigure } from '../core/figure/panels/resolve.ts';
import type { Panels } from '../core/figure/panels/spec.ts';
import { FigureSpec } from '../core/figure/spec.ts';
import { sayIssue } from '../core/issue.ts';
import { columnsOfFigure } from '../core/item/figure.ts';
import { Refusal } from '../core/refusal.ts';
import { upgradeSpec } from '../core/report/upgrade.ts';
import { type Column, columnOf, type Table } from '../core/table/column.ts';
import { applyStep } from '../core/table/shape/shape.ts';
import { houseLocale } from '../core/text/house-locale.ts';
import { FIGURE_FORMATS, type FigureFormat, figureFile } from '../formats/figure-file.ts';
import { safeNames } from '../formats/file-name.ts';
import { ask, readAsked } from './asking.ts';
import { localeNamed, readJsonAt, writeOut } from './files.ts';
import { styleAt } from './style-files.ts';

export interface RenderOptions {
  table: string;
  sheet?: string | undefined;
  /** answers to what nothing in the table decides */
  answers: readonly string[];
  /** the table that the calendars of a spec are taken from */
  calendar?: string | undefined;
  /** where to write; the endings say the formats */
  out: readonly string[];
  dpi: number;
  outlines: boolean;
  /** texts of a CSV stay as they are */
  exact: boolean;
  spec?: string | undefined;
  across?: string | undefined;
  lines?: string | undefined;
  title?: string | undefined;
  /** one or two columns of names to split the figure by */
  panels?: string | undefined;
  /** language of the labels, such as de-DE */
  locale?: string | undefined;
  /** path of a house style that was kept as a file */
  style?: string | undefined;
  /** paths of font files of its typefaces */
  fonts?: readonly string[];
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
  if (ending === '.json') return 'spec';
  const format = FIGURE_FORMATS.find((candidate) => `.${candidate}` === ending && candidate !== 'spec');
  if (format) return format;
  throw new Refusal(`${out} does not end in .svg, .png, .pdf, .html, .csv or .json, so its format is not known.`);
}

/** What stands for a category in the names of files and in a title. */
const VALUE = '{value}';

/** A column of names by its key or title. Throws a Refusal where there is none. */
function namesColumn(table: Table, wanted: string): Column {
  const named = wanted.trim().toLowerCase();
  const column = columnOf(table, wanted.trim()) ?? table.columns.find(({ title }) => title.toLowerCase() === named);
  if (column?.kind !== 'text')
    throw new Refusal(
      `There is no name column “${wanted}” in the table; it has ${
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
  if (!options.out.every((out) => out.includes(VALUE)))
    throw new Refusal(
      `With --each, the name of the file needs ${VALUE}, which stands for each category: -o 'out/${VALUE}.svg'.`,
    );
  const { table, open } = await readAsked(options.table, options);
  if (open.length > 0) return ask(options.table, open);
  const { key, values } = categoriesOf(table, wanted);
  const names = safeNames(values, 'blank');
  for (const [index, value] of values.entries()) {
    const own = applyStep(table, { kind: 'keep', column: key, test: { kind: 'categories', keep: [value] } });
    const title = options.title?.replaceAll(VALUE, value) ?? null;
    const file = { ...options, out: options.out.map((out) => out.replaceAll(VALUE, names[index] ?? 'blank')) };
    await renderTable(file, own, title ?? (options.spec ? null : value));
  }
  const count = values.length * options.out.length;
  console.log(`${count} ${count === 1 ? 'file' : 'files'} written.`);
  return 0;
}

/** Sets a table file as a figure file, without a database. */
export async function render(options: RenderOptions): Promise<number> {
  const { table, open } = await readAsked(options.table, options);
  if (open.length > 0) return ask(options.table, open);
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

/** The tables of a figure's calendars, all read from one file. Throws a Refusal where there is none, or it lacks a column. */
async function calendarTables(
  spec: FigureSpec,
  across: Column | undefined,
  path: string | undefined,
): Promise<CalendarTables> {
  const wanted = spec.marks.filter((mark) => mark.kind === 'calendar' && mark.shown);
  if (wanted.length === 0 && path === undefined) return NO_CALENDARS;
  if (path === undefined)
    throw new Refusal(
      'This figure has a calendar, whose rows are in a table of their own; give it with --calendar FILE.',
    );
  if (wanted.length === 0) throw new Refusal('This figure has no calendar; leave out --calendar.');
  const { table, open } = await readAsked(path, { answers: [] });
  if (open[0]) throw new Refusal(`${path}: ${open[0].text} Write it so that it can be read in one way only.`);
  const [id, ...others] = calendarTablesOf(wanted);
  if (id === undefined || others.length > 0)
    throw new Refusal('This figure has calendars of several tables; --calendar takes one.');
  for (const mark of wanted) {
    if (mark.kind !== 'calendar') continue;
    const absent = [mark.from, mark.to, mark.named].find((key) => key !== null && !columnOf(table, key));
    if (absent)
      throw new Refusal(
        `The calendar needs a column “${absent}”, which ${path} lacks; it has ${table.columns.map(({ key }) => key).join(', ')}.`,
      );
    const from = columnOf(table, mark.from);
    if (from && across && from.kind !== across.kind)
      throw new Refusal(`“${from.key}” of ${path} holds ${from.kind}s, and ${across.kind}s run across this figure.`);
  }
  return new Map([[id, table]]);
}

async function renderTable(options: RenderOptions, table: Table, title: string | null): Promise<void> {
  // Before anything is written, so that one that is refused leaves no others behind.
  const formats = options.out.map((out) => formatOf(out, options.outlines));
  const own = (['across', 'lines', 'panels'] as const).find((name) => options[name] !== undefined);
  if (options.spec && own)
    throw new Refusal(`A figure spec says what it draws; leave out --${own}, or leave out --spec.`);
  const style = await styleAt(options.style, options.fonts);
  const locale = houseLocale(localeNamed(options.locale).id, style);
  const spec = options.spec
    ? readSpec(options.spec, table)
    : draftFigure(table, {
        id: 'figure',
        tableId: 'table',
        style,
        across: options.across,
        lines: options.lines?.split(','),
        panels: panelsFor(table, options.panels),
      });
  if (title !== null) spec.words.title = title;
  const beside = await calendarTables(spec, columnOf(table, spec.across), options.calendar);
  const figure = resolveFigure(spec, table, style, beside);
  const laid = { spec, figure, layout: layoutFigure(figure, style, locale), style, locale };
  const { dpi, exact } = options;
  for (const [index, out] of options.out.entries()) {
    const file = await figureFile(formats[index] ?? 'svg', laid, { dpi, exact });
    writeOut(out, file.body);
  }
}
