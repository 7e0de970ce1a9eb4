import { firstWeight } from '../mark/density.ts';
import { Refusal } from '../refusal.ts';
import { colourOfHouse, isHouseColour } from '../style/by-house.ts';
import type { HouseStyle } from '../style/style.ts';
import { chooseAcross, chooseLines } from '../table/choose.ts';
import type { Column, Table } from '../table/column.ts';
import { findColumn } from '../table/find.ts';
import { periodNumber } from '../table/periods.ts';
import { type Periods, periodsOfTable } from '../table/series.ts';
import { sourceOf } from '../table/source.ts';
import { readTitle } from '../table/titles.ts';
import { listed } from '../table/words.ts';
import { cutTo } from '../text/letters.ts';
import { newLine } from './new-line.ts';
import { heightFor } from './panels/draft.ts';
import type { Panels } from './panels/spec.ts';
import { FigureSpec, type FigureWindow, type Line } from './spec.ts';

/** A size that fits the text width of an A4 page. */
const WIDTH = 160;
const HEIGHT = 84;
/** The share of a figure's width that its plot mostly takes. */
const PLOT_SHARE = 0.85;

export interface DraftChoices {
  /** id of the new figure and of its table */
  id: string;
  tableId: string;
  style: HouseStyle;
  /** key or title of the column across; chosen when absent */
  across?: string | undefined;
  /** keys or titles of the lines' columns; chosen when absent */
  lines?: readonly string[] | undefined;
  /** rows to draw; all when absent */
  window?: FigureWindow | undefined;
  /** how it is split into panels; not at all when absent */
  panels?: Panels | undefined;
  /** draws a line over names without an order all the same */
  unordered?: boolean;
}

/** A figure that would mislead, with what its user can do instead. */
export class Misleading extends Refusal {
  constructor(
    message: string,
    readonly why:
      | { kind: 'unordered'; column: string; measures: readonly string[] }
      | { kind: 'several rows a period'; across: string; categories: readonly string[]; measures: readonly string[] },
  ) {
    super(message);
  }
}

/** Whole numbers that tell the rows of each period apart, such as the number of a route. */
function numberCategory(table: Table, { column: across }: Periods & { kind: 'dates' }): Column | undefined {
  return table.columns.find((column) => {
    if (column.kind !== 'number' || !column.whole || column.total) return false;
    const distinct = new Set(column.cells).size;
    if (distinct > table.rows / 2) return false;
    return new Set(column.cells.map((cell, row) => `${across.cells[row]} ${cell}`)).size === table.rows;
  });
}

/** Refuses a line over periods most of which have several rows with no name that tells them apart. */
function refuseRepeated(table: Table, periods: Periods & { kind: 'dates' }): void {
  const { rows } = table;
  const dated = periods.column.cells.flatMap((cell) =>
    typeof cell === 'number' ? [periodNumber(cell, periods.interval)] : [],
  );
  if (dated.length < 1.5 * new Set(dated).size || rows < 4) return;
  const category = numberCategory(table, periods);
  throw new Refusal(
    category
      ? `“${table.title}” has several rows for each ${periods.interval}, one for each “${category.title}”. Make that column text in its head, so that it names the rows, and draw again.`
      : `“${table.title}” has several rows for each ${periods.interval} and nothing to tell them apart; combine them first (Shape), or choose another column to run across.`,
  );
}

/** Refuses what a line cannot show: names without an order, and several rows of one period. */
function refuseMisleading(
  table: Table,
  across: Column,
  drawn: readonly Column[],
  { unordered, isSplit }: { unordered: boolean; isSplit: boolean },
): void {
  const measures = drawn.map((column) => column.key);
  const name = readTitle(across.title).name;
  if (across.kind === 'text' && !across.ordered && !unordered)
    throw new Misleading(
      `“${name}” holds names without an order, and a line would suggest something between ${listed(exampleNames(across))}; level bars in a spark table show such values better.`,
      { kind: 'unordered', column: across.key, measures },
    );
  const periods = periodsOfTable(table);
  // Panels part the rows of a period, and sum up what is left in one.
  if (isSplit || periods.kind !== 'dates' || periods.column.key !== across.key) return;
  if (periods.series.length < 2) {
    refuseRepeated(table, periods);
    return;
  }
  const { categories } = periods;
  throw new Misleading(
    `“${table.title}” has several rows for each ${periods.interval}, one for each ${listed(categories.map(({ title }) => readTitle(title).name.toLowerCase()))}; a single line would jump between them. Split it into panels, or give each its own column.`,
    { kind: 'several rows a period', across: across.key, categories: categories.map(({ key }) => key), measures },
  );
}

const exampleNames = (column: Column) =>
  [...new Set(column.cells.filter((cell) => typeof cell === 'string'))].slice(0, 2).map((text) => `“${text}”`);

/** The first turn that no line has, by which its colour and pattern tell it from all others. */
function freeTurn(style: HouseStyle, others: readonly Pick<Line, 'colour'>[]): number {
  const taken = new Set(
    others.map(({ colour }) => (isHouseColour(colour) ? colour.house : colourOfHouse(style, colour)?.house)),
  );
  let turn = 0;
  while (taken.has(turn)) turn++;
  return turn;
}

/** Lines that draw columns, told apart from each other and from those that are there. */
export function newLines(
  style: HouseStyle,
  columns: readonly string[],
  others: readonly Line[],
  idOf: (index: number) => string,
): Line[] {
  const lines: Line[] = [];
  columns.forEach((column, index) => {
    lines.push(newLine(idOf(index), column, { house: freeTurn(style, [...others, ...lines]) }));
  });
  return lines;
}

/**
 * A first figure of a table: the column across and comparable lines chosen, a
 * plain title, and its period as subtitle. Throws a Refusal when the table has
 * nothing to run across or to draw.
 */
export function draftFigure(table: Table, choices: DraftChoices): FigureSpec {
  const { style } = choices;
  if (table.rows === 0) throw new Refusal(`“${table.title}” has no rows yet, so there is nothing to draw.`);
  const across = choices.across === undefined ? chooseAcross(table) : findColumn(table, choices.across);
  if (!across)
    throw new Refusal(
      `No column of “${table.title}” can run across: it needs dates, names or rising numbers in one column.`,
    );
  const chosen = choices.lines?.map((name) => findColumn(table, name)) ?? chooseLines(table, across.key);
  // A panel shows one course well; others can be added to it.
  const drawn = choices.panels && !choices.lines ? chosen.slice(0, 1) : chosen;
  const unfit = drawn.find((column) => column.kind !== 'number');
  if (unfit)
    throw new Refusal(`“${unfit.title}” holds ${unfit.kind === 'date' ? 'dates' : 'text'}, so it cannot be a line.`);
  if (drawn.length === 0) throw new Refusal(`“${table.title}” has no number column to draw as a line.`);
  refuseMisleading(table, across, drawn, {
    unordered: choices.unordered ?? choices.across !== undefined,
    isSplit: choices.panels !== undefined,
  });
  // Panels part what would lie over each other.
  const courses = choices.panels
    ? []
    : drawn.map(({ cells }) => cells.map((cell) => (typeof cell === 'number' ? cell : null)));
  const weight = firstWeight(courses, style.strokes.line, WIDTH * PLOT_SHARE);
  const acrossName = readTitle(across.title).name.toLowerCase();
  return FigureSpec.parse({
    type: 'figure',
    id: choices.id,
    name: cutTo(table.title, 200),
    table: choices.tableId,
    across: across.key,
    lines: newLines(
      style,
      drawn.map(({ key }) => key),
      [],
      (index) => `line-${index + 1}`,
    ).map((line) => ({ ...line, ...(weight !== style.strokes.line && { weight }) })),
    window: choices.window ?? 'all',
    panels: choices.panels ?? null,
    dateAxis: {},
    leftAxis: {},
    words: {
      title: table.title,
      subtitle:
        across.kind === 'date' ? [{ fact: { kind: 'span', line: null }, part: 'sentence' }] : `By ${acrossName}`,
      source: sourceOf(table),
    },
    frame: {
      width: WIDTH,
      height: choices.panels
        ? heightFor(choices.panels, table, drawn.length, { width: WIDTH, height: HEIGHT })
        : HEIGHT,
    },
  });
}
