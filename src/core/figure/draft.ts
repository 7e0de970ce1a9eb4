import { Refusal } from '../refusal.ts';
import type { HouseStyle } from '../style/style.ts';
import { chooseAcross, chooseLines } from '../table/choose.ts';
import type { Column, Table } from '../table/column.ts';
import { readTitle } from '../table/titles.ts';
import type { Locale } from '../text/locale.ts';
import { formatPeriod } from '../time/format.ts';
import type { FigureSpec, Line } from './spec.ts';

/** A size that fits the text width of an A4 page. */
const WIDTH = 160;
const HEIGHT = 84;

/** The nth colour of the house palette, beginning again after the last. */
export function paletteColour(style: HouseStyle, index: number): string {
  return style.palette[index % style.palette.length]?.colour ?? style.ink;
}

export interface DraftChoices {
  /** id of the new figure and of its table */
  id: string;
  tableId: string;
  style: HouseStyle;
  locale: Locale;
  /** key or title of the column across; chosen when absent */
  across?: string | undefined;
  /** keys or titles of the lines' columns; chosen when absent */
  lines?: readonly string[] | undefined;
}

function find(table: Table, wanted: string): Column {
  const named = wanted.trim().toLowerCase();
  const column =
    table.columns.find((candidate) => candidate.key === wanted.trim()) ??
    table.columns.find((candidate) => candidate.title.toLowerCase() === named);
  if (column) return column;
  const known = table.columns.map((candidate) => candidate.key).join(', ');
  throw new Refusal(`There is no column “${wanted}” in “${table.title}”; it has ${known}.`);
}

/** "Jan 2024 to Oct 2026" for a date column, else null. */
function spanWords(column: Column, locale: Locale): string | null {
  if (column.kind !== 'date') return null;
  let from = Infinity;
  let to = -Infinity;
  for (const cell of column.cells)
    if (typeof cell === 'number') {
      from = Math.min(from, cell);
      to = Math.max(to, cell);
    }
  if (from > to) return null;
  const first = formatPeriod(from, column.interval, locale);
  const last = formatPeriod(to, column.interval, locale);
  return first === last ? first : `${first} to ${last}`;
}

/** A line that draws a column, in the given colour. */
export function newLine(id: string, column: string, colour: string, style: HouseStyle): Line {
  return { id, column, name: null, colour, weight: style.strokes.line, shown: true };
}

/**
 * A first figure of a table: the column across and comparable lines chosen, a
 * plain title, and its period as subtitle. Throws a Refusal when the table has
 * nothing to run across or to draw.
 */
export function draftFigure(table: Table, choices: DraftChoices): FigureSpec {
  const { style, locale } = choices;
  if (table.rows === 0) throw new Refusal(`“${table.title}” has no rows yet, so there is nothing to draw.`);
  const across = choices.across === undefined ? chooseAcross(table) : find(table, choices.across);
  if (!across)
    throw new Refusal(
      `No column of “${table.title}” can run across: it needs dates, names or rising numbers in one column.`,
    );
  const drawn = choices.lines ? choices.lines.map((name) => find(table, name)) : chooseLines(table, across.key);
  const unfit = drawn.find((column) => column.kind !== 'number');
  if (unfit)
    throw new Refusal(`“${unfit.title}” holds ${unfit.kind === 'date' ? 'dates' : 'text'}, so it cannot be a line.`);
  if (drawn.length === 0) throw new Refusal(`“${table.title}” has no column of numbers to draw as a line.`);
  const span = spanWords(across, locale);
  const acrossName = readTitle(across.title).name.toLowerCase();
  return {
    type: 'figure',
    id: choices.id,
    name: table.title.slice(0, 200),
    table: choices.tableId,
    across: across.key,
    lines: drawn.map((column, index) => newLine(`line-${index + 1}`, column.key, paletteColour(style, index), style)),
    dateAxis: { plan: 'auto' },
    leftAxis: { from: 'auto', to: 'auto', every: null, title: null },
    words: { title: table.title, subtitle: span ?? `By ${acrossName}`, source: '' },
    frame: { width: WIDTH, height: HEIGHT },
  };
}
