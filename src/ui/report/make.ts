/** Making tables and figures from the screen, with the same commands as everything else. */

import { draftFigure, Misleading, newLines } from '../../core/figure/draft.ts';
import { type Addition, leftOutOf } from '../../core/figure/left-out.ts';
import { draftPanels, splitColumns } from '../../core/figure/panels/draft.ts';
import { resolveFigure } from '../../core/figure/panels/resolve.ts';
import type { Panels } from '../../core/figure/panels/spec.ts';
import type { FigureSpec, FigureWindow } from '../../core/figure/spec.ts';
import { Refusal } from '../../core/refusal.ts';
import type { Report, ShapedTable } from '../../core/report/report.ts';
import { packTable } from '../../core/report/tables.ts';
import { draftLevelBars, draftSparkTable, hasSparklines } from '../../core/spark/draft.ts';
import type { HouseStyle } from '../../core/style/style.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { draftStep, nameOfStep, SUMMARY_NAMES, summaryOfParts } from '../../core/table/shape/draft.ts';
import { applyStep } from '../../core/table/shape/shape.ts';
import type { Step, StepOf } from '../../core/table/shape/step.ts';
import { readTitle } from '../../core/table/titles.ts';
import { cutTo } from '../../core/text/letters.ts';
import { type Notice, run, showNotice } from '../state/store.ts';
import { styleNow } from '../state/style.ts';
import { show } from './view.ts';

/** Keeps a table in the report; returns its id, or null when it was refused. */
export function keepTable(table: Table): string | null {
  const id = crypto.randomUUID();
  const { item, blocks } = packTable(id, table, () => crypto.randomUUID());
  if (run('item.add', { item }, { blocks }) !== null) return null;
  show({ kind: 'item', id });
  return id;
}

type SeveralRows = Extract<Misleading['why'], { kind: 'several rows a period' }>;

export interface FigureWishes {
  across?: string | undefined;
  /** keys of the columns to draw */
  lines?: readonly string[] | undefined;
  window?: FigureWindow;
  unordered?: boolean;
  panels?: Panels | undefined;
  /** the last value of each line is written */
  endValues?: boolean;
}

/** One column for each category, and a figure of those. */
function spreadAndDraw(report: Report, tableId: string, table: Table, why: Misleading['why'], window?: FigureWindow) {
  if (why.kind !== 'several rows a period') return;
  const [value] = why.measures;
  const measure = table.columns.find(({ key }) => key === value);
  if (!measure || value === undefined) return;
  const { across, categories } = why;
  const step: StepOf<'spread'> = {
    kind: 'spread',
    across,
    categories: [...categories],
    value,
    together: summaryOfParts(table, measure),
  };
  shapeAndDraw(report, tableId, table, step, window);
}

/** The offer to split a figure by what has several rows for one period; by two columns at most, since a page has two directions. */
function panelsFor(
  table: Table,
  { categories }: SeveralRows,
  palette: readonly string[],
  make: (panels: Panels, endValues: boolean) => void,
): NonNullable<Notice['offers']> {
  const columns = categories.flatMap((key) => columnOf(table, key) ?? []);
  const fit = new Set(splitColumns(table, '').map(({ key }) => key));
  const panels = draftPanels(columns.filter(({ key }) => fit.has(key)).slice(0, 2));
  if (!panels) return [];
  const coloured: Panels = { ...panels, colours: { kind: 'categories', palette: [...palette] } };
  return [
    { say: 'Split it into panels', run: () => make(panels, false) },
    { say: 'Panels in a colour each, with end values', run: () => make(coloured, true) },
  ];
}

/** A table made from another one by a step, and a figure of it. */
function shapeAndDraw(report: Report, tableId: string, table: Table, step: Step, window?: FigureWindow) {
  const id = crypto.randomUUID();
  const name = cutTo(nameOfStep(step, table), 200);
  const made: ShapedTable = { type: 'shaped', id, name, of: tableId, steps: [step], calculations: [] };
  try {
    const shaped = { ...applyStep(table, step), title: name };
    if (run('item.add', { item: made }) === null) makeFigure(report, { id }, shaped, window ? { window } : {});
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    showNotice(error.message);
  }
}

/** A spark table with a row for each series of a table. */
export function makeSparkTable(item: { id: string }, table: Table): void {
  try {
    const spark = draftSparkTable(table, { id: crypto.randomUUID(), tableId: item.id });
    if (run('item.add', { item: spark }) === null) show({ kind: 'item', id: spark.id });
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    showNotice(error.message);
  }
}

/** One column for each year of a measure, and a figure that lays them over each other. */
export function drawYears(report: Report, tableId: string, table: Table, value: string): void {
  const draft = draftStep('years', table);
  if (draft?.kind === 'years') shapeAndDraw(report, tableId, table, { ...draft, column: value });
  else showNotice('Years can be overlaid only where a date column runs across.');
}

/** A spark table with level bars of the measures that were to be lines. */
function makeLevelBars(item: { id: string }, table: Table, why: Misleading['why']) {
  if (why.kind !== 'unordered') return;
  try {
    const { column: names, measures } = why;
    const choices = { id: crypto.randomUUID(), tableId: item.id, names, measures };
    const spark = draftLevelBars(table, choices);
    if (run('item.add', { item: spark }) === null) show({ kind: 'item', id: spark.id });
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    showNotice(error.message);
  }
}

/** The offer of a spark table, where a table has something for its rows. */
const sparkOffer = (item: { id: string }, table: Table): Notice['offers'] =>
  hasSparklines(table) ? [{ say: 'Make a spark table', run: () => makeSparkTable(item, table) }] : [];

/** Adds lines of columns to a figure, in the next colours of the house. */
function addLines(figure: FigureSpec, { columns, axis }: Addition): void {
  const added = newLines(styleNow(), columns, figure.lines, () => crypto.randomUUID());
  const lines = added.map((line) => ({ ...line, axis }));
  run('figure.addLines', { figure: figure.id, lines });
}

/** Says how several rows of one period in a panel are taken together. */
function sayTogether(table: Table, figure: FigureSpec, style: HouseStyle): void {
  const { panels, across } = resolveFigure(figure, table, style);
  const measure = columnOf(table, figure.lines[0]?.column ?? '');
  if (!panels.doubled || !measure) return;
  const period = across.kind === 'date' ? across.interval : 'place';
  showNotice(
    `“${readTitle(measure.title).name}” has several rows for one ${period} in a panel; they are ${SUMMARY_NAMES[summaryOfParts(table, measure)]}; change this under Panels.`,
    [],
    'accent',
  );
}

/** Says which measures of a table a new figure leaves out, and offers to draw them. */
function sayLeftOut(item: { id: string }, table: Table, figure: FigureSpec): void {
  const left = leftOutOf(table, figure);
  if (!left) return;
  const offers = left.additions.map((addition) => ({
    say: addition.say,
    run: () => addLines(figure, addition),
  }));
  showNotice(left.text, [...offers, ...(left.isSparkTable ? sparkOffer(item, table) : [])], 'accent');
}

/**
 * Makes a figure of a table that is in the report, of the chosen columns where
 * some were chosen, and shows it. Where a line would mislead, says why and
 * offers what does not.
 */
export function makeFigure(report: Report, item: { id: string }, table: Table, wishes: FigureWishes = {}): void {
  try {
    const figure = draftFigure(table, {
      id: crypto.randomUUID(),
      tableId: item.id,
      style: styleNow(),
      ...wishes,
      unordered: wishes.unordered ?? false,
    });
    if (wishes.endValues) for (const line of figure.lines) line.values.on = 'last';
    if (run('item.add', { item: figure }) !== null) return;
    show({ kind: 'item', id: figure.id });
    if (wishes.panels) sayTogether(table, figure, styleNow());
    else if (!wishes.lines) sayLeftOut(item, table, figure);
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    const offers: Notice['offers'] = !(error instanceof Misleading)
      ? []
      : error.why.kind === 'unordered'
        ? [
            {
              say: 'Make a spark table with level bars',
              run: () => makeLevelBars(item, table, error.why),
            },
            {
              say: 'Draw lines anyway',
              run: () => makeFigure(report, item, table, { ...wishes, unordered: true }),
            },
          ]
        : [
            ...panelsFor(
              table,
              error.why,
              styleNow().palette.map(({ colour }) => colour),
              (panels, endValues) => makeFigure(report, item, table, { ...wishes, panels, endValues }),
            ),
            {
              say: 'Give each its own column',
              run: () => spreadAndDraw(report, item.id, table, error.why, wishes.window),
            },
            ...sparkOffer(item, table),
          ];
    showNotice(error.message, offers);
  }
}
