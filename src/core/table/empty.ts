/** A table to be typed by hand: a column of periods from a first to a last one, and empty columns of numbers. */
import { Refusal } from '../refusal.ts';
import { addUnits, floorTo } from '../time/calendar.ts';
import { type Interval, partsOf, unitOf } from '../time/interval.ts';
import type { Cell, Column, Table } from './column.ts';
import type { DateShape } from './date-shape.ts';
import { ALL_SHAPES, DATE_SHAPES, YEAR_SHAPE } from './dates.ts';
import { keysOf } from './titles.ts';

interface EmptyWish {
  title: string;
  /** first and last period as one writes them: "2026-01", "Q1 2026", "2020"; both blank for a table of names */
  first: string;
  last: string;
  /** titles of the columns of numbers */
  columns: readonly string[];
}

/** More rows than this are not typed by hand. */
const MOST_ROWS = 5000;
/** Rows of a table that has no periods. */
const ROWS = 12;
const MOST_COLUMNS = 50;

const HINT = 'write it as 2026-01, 2026-01-31, Q1 2026, H1 2026, 2026-W05 or 2026';

/** The shape that reads both texts; those that no number looks like go first, then years. */
function shapeOf(first: string, last: string): DateShape {
  const strong = DATE_SHAPES.filter(({ weak }) => !weak);
  for (const text of [first, last])
    if (!ALL_SHAPES.some((shape) => shape.read(text) !== null))
      throw new Refusal(`“${text}” is not a period; ${HINT}.`);
  const fitting = [...strong, YEAR_SHAPE, ...DATE_SHAPES].filter(
    (shape) => shape.read(first) !== null && shape.read(last) !== null,
  );
  const [found, other] = fitting;
  // 01/02/2026 is a day of January or of February.
  if (
    found &&
    other &&
    !other.weak &&
    (found.read(first) !== other.read(first) || found.read(last) !== other.read(last))
  )
    throw new Refusal(`“${first}” to “${last}” can be read in two ways; write days as 2026-01-31.`);
  if (!found) throw new Refusal(`“${first}” and “${last}” are written in different ways; write both the same way.`);
  return found;
}

/** The starts of all periods from one to another. */
function periodsFrom(from: number, to: number, interval: Interval): number[] {
  const unit = unitOf(interval);
  const { every } = partsOf(interval);
  const starts: number[] = [];
  for (let at = floorTo(from, unit); at <= to; at = addUnits(at, unit, every)) {
    starts.push(at);
    if (starts.length > MOST_ROWS)
      throw new Refusal(
        `That is more than ${MOST_ROWS.toLocaleString('en-GB')} periods; choose longer ones, or a shorter span.`,
      );
  }
  return starts;
}

/** A column of periods, or of names where none are given. */
function firstColumn({ first, last }: EmptyWish): Column {
  const [from, to] = [first.trim(), last.trim()];
  if (from === '' && to === '')
    return { key: 'name', title: 'Name', kind: 'text', ordered: false, cells: new Array<Cell>(ROWS).fill(null) };
  if (from === '' || to === '')
    throw new Refusal('Give the first and the last period, or neither for a table of names.');
  const shape = shapeOf(from, to);
  const [start, end] = [shape.read(from) ?? 0, shape.read(to) ?? 0];
  if (end < start) throw new Refusal(`“${to}” comes before “${from}”; give the earlier period first.`);
  const interval = shape.least;
  const title = interval.charAt(0).toUpperCase() + interval.slice(1);
  return { key: 'period', title, kind: 'date', interval, shape: shape.id, cells: periodsFrom(start, end, interval) };
}

/** Makes the table. Throws a Refusal, in one sentence, for periods that cannot be read and for too many of them. */
export function emptyTable(wish: EmptyWish): Table {
  const titles = wish.columns.map((title) => title.trim()).filter((title) => title !== '');
  if (titles.length === 0) throw new Refusal('Name at least one number column.');
  if (titles.length > MOST_COLUMNS)
    throw new Refusal(`A table starts with at most ${MOST_COLUMNS} columns; more can be added later.`);
  const first = firstColumn(wish);
  const rows = first.cells.length;
  const keys = keysOf([first.title, ...titles]);
  const numbers = titles.map(
    (title, index): Column => ({
      key: keys[index + 1] ?? `column_${index + 2}`,
      title,
      kind: 'number',
      unit: null,
      whole: false,
      total: false,
      cells: new Array<Cell>(rows).fill(null),
    }),
  );
  return {
    title: wish.title.trim() || 'Table',
    rows,
    columns: [{ ...first, key: keys[0] ?? first.key }, ...numbers],
    totals: [],
    remarks: [],
  };
}
