/** What facts are worked out from: the values of one line in the order of its periods. */
import { type Column, columnOf, numberAt, type Table } from '../table/column.ts';
import { periodNumber } from '../table/periods.ts';
import { readTitle } from '../table/titles.ts';
import { decimalsOf } from '../text/number.ts';
import type { Interval } from '../time/interval.ts';

export interface FactSeries {
  /** key of the column, or id of the line */
  id: string;
  name: string;
  unit: string | null;
  /** in order along the axis; null where a value is missing */
  values: readonly (number | null)[];
  /** dates in ms UTC, numbers or categories, as many as values */
  keys: readonly (number | string)[];
  /** of the dates; null where no dates run across */
  interval: Interval | null;
  /** how many entries from the first on are finished and not provisional */
  finished: number;
  /** decimals its column is shown with, where that was set */
  decimals: number | null;
}

/** Whether changes of values are told in points, per cent, or as they are. */
export type Scale = 'points' | 'ratio' | 'interval';

const NO_ZERO = /°|‰|celsius|fahrenheit|\bindex\b/i;

/**
 * The scale of a line: percentages change by points, what has a true zero by
 * per cent, temperatures and what falls below zero by as much as they do.
 */
export function scaleOf({ unit, name, values }: FactSeries): Scale {
  if (unit === '%') return 'points';
  const below = values.some((value) => value !== null && value < 0);
  return below || NO_ZERO.test(unit ?? '') || NO_ZERO.test(name) ? 'interval' : 'ratio';
}

const MOST_DECIMALS = 8;

/** Decimals with which the values of a line are said: what they have, but no more than three figures of the largest, or what was set. */
export function decimalsOfSeries({ values, decimals, finished }: FactSeries): number {
  let size = 0;
  let needed = 0;
  values.slice(0, finished).forEach((value) => {
    if (value === null || value === 0) return;
    size = Math.max(size, Math.abs(value));
    if (needed < MOST_DECIMALS && !Number.isInteger(value))
      needed = Math.max(needed, Math.min(MOST_DECIMALS, decimalsOf(value)));
  });
  if (decimals !== null) return decimals;
  const figures =
    size >= 100 ? (size >= 1000 ? 0 : 1) : size >= 10 ? 1 : size >= 1 ? 2 : 2 - Math.floor(Math.log10(size || 1));
  return Math.min(needed, figures, MOST_DECIMALS);
}

/** Where the entries of a column of a table stand across; null where a period has several rows. */
export function seriesOfColumn(table: Table, across: Column, key: string): FactSeries | null {
  const column = columnOf(table, key);
  if (column?.kind !== 'number') return null;
  const totals = new Set(table.totals);
  const rows = across.cells.flatMap((cell, row) => (cell === null || totals.has(row) ? [] : [row]));
  const isPlaced = ({ cells }: Column, row: number) => across.kind === 'text' || typeof cells[row] === 'number';
  const placed = rows.filter((row) => isPlaced(across, row));
  if (across.kind !== 'text') placed.sort((a, b) => Number(across.cells[a]) - Number(across.cells[b]));
  const keyAt = (row: number) => across.cells[row] as number | string;
  const placeOf = (row: number) =>
    across.kind === 'date' ? periodNumber(Number(across.cells[row]), across.interval) : keyAt(row);
  if (new Set(placed.map(placeOf)).size < placed.length) return null;
  const unfinishedFrom = across.kind === 'date' ? (across.unfinishedFrom ?? Infinity) : Infinity;
  const finished = placed.findIndex((row) => Number(across.cells[row]) >= unfinishedFrom);
  return {
    id: key,
    name: readTitle(column.title).name,
    unit: column.unit,
    values: placed.map((row) => numberAt(column.cells, row)),
    keys: placed.map(keyAt),
    interval: across.kind === 'date' ? across.interval : null,
    finished: finished < 0 ? placed.length : finished,
    decimals: column.decimals ?? null,
  };
}
