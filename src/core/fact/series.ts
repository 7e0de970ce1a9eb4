/** What facts are worked out from: the values of one line in the order of its periods. */
import { type Cell, type Column, numberAt, type Table } from '../table/column.ts';
import { factsOf } from '../table/facts.ts';
import type { Measure } from '../table/measure/kind.ts';
import { fellowsOf, measureOf } from '../table/measure/weigh.ts';
import { longestOf, periodNumber } from '../table/periods.ts';
import { readTitle } from '../table/titles.ts';
import { decimalsOfValues } from '../text/number.ts';
import type { Interval } from '../time/interval.ts';

/** A year by its number, one that runs over New Year ("2019/20"), or a fiscal one ("FY2019"). */
export type YearName = 'season' | 'fiscal';

/** What a way of writing dates says of how years are called. */
const yearNameOf = (shape: string | undefined): YearName | undefined =>
  shape === 'season' || shape === 'fiscal' ? shape : undefined;

export interface FactSeries {
  /** key of the column, or id of the line */
  id: string;
  name: string;
  unit: string | null;
  /** what the values measure; null where that is unclear, so that nothing is added up */
  measure: Measure | null;
  /** how many columns of its table measure the same in the same unit, itself among them */
  fellows: number;
  /** in order along the axis; null where a value is missing */
  values: readonly (number | null)[];
  /** dates in ms UTC, numbers or categories, as many as values */
  keys: readonly (number | string)[];
  /** true where names run across in an order of their own, so that there is a first and a latest */
  ordered?: boolean | undefined;
  /** of the dates; null where no dates run across */
  interval: Interval | null;
  /** how many entries from the first on are finished and not provisional */
  finished: number;
  /** the entries that the window holds: the first of them, and the one after the last */
  shown: { from: number; until: number };
  /** the year in which its records begin, where that was said */
  recordsFrom?: number | undefined;
  /** how its years are called; by their number where absent */
  years?: YearName | undefined;
  /** first month of the years in which values are added up, from 1 */
  yearStart: number;
  /** true where values are whole numbers */
  whole: boolean;
  /** decimals its column is shown with, where that was set */
  decimals: number | null;
}

/** Whether changes of values are told in points, per cent, or as they are. */
export type Scale = 'points' | 'ratio' | 'interval';

/** Twice as warm, or twice the rank, says nothing. */
const NO_RATIO: ReadonlySet<Measure> = new Set(['temperature', 'rank', 'year']);

const NO_ZERO = /°|‰|celsius|fahrenheit|\bindex\b/i;

/**
 * The scale of a line: percentages change by points, what has a true zero by
 * per cent, temperatures and what falls below zero by as much as they do.
 */
export function scaleOf({ unit, name, measure, values, whole }: FactSeries): Scale {
  if (unit === '%') return 'points';
  if (measure !== null && NO_RATIO.has(measure)) return 'interval';
  const { low, high } = factsOf(values);
  // Fractions without a unit are as often shares and rates, of which a change in per cent would mislead.
  const isFraction = unit === null && !whole && low >= -1 && high <= 1;
  return low < 0 || isFraction || NO_ZERO.test(unit ?? '') || NO_ZERO.test(name) ? 'interval' : 'ratio';
}

const decimalsFound = new WeakMap<FactSeries, number>();

/** Decimals with which the finished values of a line are said. */
export function decimalsOfSeries(series: FactSeries): number {
  const known = decimalsFound.get(series);
  if (known !== undefined) return known;
  const { values, decimals, finished } = series;
  const found = series.whole
    ? 0
    : decimalsOfValues(finished < values.length ? values.slice(0, finished) : values, decimals);
  decimalsFound.set(series, found);
  return found;
}

/** From where on the values of a column are unfinished, as it or the column across says. */
export function unfinishedFrom(column: Column | undefined, across: Column | undefined): number | string | undefined {
  if (column?.kind === 'number' && column.unfinishedFrom !== undefined) return column.unfinishedFrom;
  return across?.kind === 'date' ? across.unfinishedFrom : undefined;
}

/** Index of the first place from which on values are not finished; the count of places where all are. */
export function firstUnfinished(from: number | string | undefined, keys: readonly (number | string)[]): number {
  if (from === undefined) return keys.length;
  const found = keys.findIndex((key) =>
    typeof key === 'number' && typeof from === 'number' ? key >= from : key === from,
  );
  return found < 0 ? keys.length : found;
}

const doubled = new WeakMap<readonly (number | string)[], WeakMap<Column, boolean>>();

/** Whether two of some dates or numbers, which come in their order, are in one place. */
function hasNeighboursAlike(across: Column, keys: readonly (number | string)[]): boolean {
  const interval = across.kind === 'date' ? across.interval : null;
  const near = interval === null ? 0 : longestOf(interval);
  let before = Number.NEGATIVE_INFINITY;
  for (let at = 0; at < keys.length; at++) {
    const key = keys[at];
    const place = typeof key === 'number' ? key : Number(key);
    const apart = place - before;
    if (apart === 0) return true;
    if (apart < near && interval !== null && periodNumber(place, interval) === periodNumber(before, interval))
      return true;
    before = place;
  }
  return false;
}

/** True where a place along the axis, such as a month, has several rows; the lines of one plot share their places. */
function isDoubled(across: Column, keys: readonly (number | string)[]): boolean {
  const known = doubled.get(keys)?.get(across);
  if (known !== undefined) return known;
  const found = across.kind === 'text' ? new Set(keys).size < keys.length : hasNeighboursAlike(across, keys);
  doubled.set(keys, (doubled.get(keys) ?? new WeakMap<Column, boolean>()).set(across, found));
  return found;
}

/** The rows of a table in the order of their places along the axis. */
export interface Placed {
  rows: readonly number[];
  keys: readonly (number | string)[];
  /** true where these are all rows, in the order of the table */
  isWhole?: boolean;
}

/** The numbers of a column in the order of the places; its own list of cells where that is one and the same. */
function valuesOf({ cells }: Column, placed: Placed): readonly (number | null)[] {
  if (placed.isWhole && !factsOf(cells).texts) return cells as readonly (number | null)[];
  return placed.rows.map((row) => numberAt(cells, row));
}

/** The values of a column of a table as facts are worked out from them; null where it holds no numbers, or a place has several rows. */
export function seriesOf(table: Table, column: Column, across: Column, placed: Placed): FactSeries | null {
  const { keys } = placed;
  if (column.kind !== 'number' || isDoubled(across, keys)) return null;
  const name = readTitle(column.title).name;
  return {
    id: column.key,
    name: column.of === undefined ? name : `${column.of}, ${name}`,
    unit: column.unit,
    measure: measureOf(table, column),
    fellows: fellowsOf(table, column, across),
    values: valuesOf(column, placed),
    keys,
    ordered: across.kind === 'text' && across.ordered,
    interval: across.kind === 'date' ? across.interval : null,
    finished: firstUnfinished(unfinishedFrom(column, across), keys),
    shown: { from: 0, until: keys.length },
    recordsFrom: across.kind === 'date' ? across.recordsFrom : undefined,
    years: across.kind === 'date' ? yearNameOf(across.shape) : undefined,
    yearStart: 1,
    whole: column.whole,
    decimals: column.decimals ?? null,
  };
}

const isPlace = (cell: Cell | undefined, across: Column): cell is number | string =>
  across.kind === 'text' ? typeof cell === 'string' : typeof cell === 'number';

/** All rows of a table in their own order; the list of them is made when it is asked for. */
function everyRow(keys: readonly number[]): Placed {
  let rows: readonly number[] | undefined;
  return {
    keys,
    isWhole: true,
    get rows() {
      rows ??= keys.map((_, row) => row);
      return rows;
    },
  };
}

/** Where the rows of a table stand across; rows that sum others, and those without a place, are left out. */
export function placedRows(table: Table, across: Column): Placed {
  const { cells } = across;
  // Most tables are in order and lack no period, and long ones take long to place row by row.
  if (table.totals.length === 0 && across.kind !== 'text' && factsOf(cells).rising) return everyRow(cells as number[]);
  const totals = new Set(table.totals);
  const rows: number[] = [];
  let isInOrder = true;
  let before = -Infinity;
  for (let row = 0; row < cells.length; row++) {
    const cell = cells[row];
    if (!isPlace(cell, across) || totals.has(row)) continue;
    rows.push(row);
    if (across.kind !== 'text') {
      isInOrder &&= Number(cell) >= before;
      before = Number(cell);
    }
  }
  if (!isInOrder) rows.sort((a, b) => Number(cells[a]) - Number(cells[b]));
  const isWhole = isInOrder && rows.length === cells.length;
  return { rows, keys: isWhole ? (cells as (number | string)[]) : rows.map((row) => cells[row] as number | string) };
}
