/**
 * A glance at columns of a table: options for ApexCharts as plain data, for
 * looking into values on screen. Nothing here is set for print.
 */
import type { ApexOptions } from 'apexcharts';
import { unfinishedFrom } from '../fact/series.ts';
import { thin } from '../scale/thin.ts';
import { type Column, numberAt } from '../table/column.ts';
import { decimalsShown } from '../table/decimals.ts';
import { factsOf, sizeOf } from '../table/facts.ts';
import { readTitle } from '../table/titles.ts';
import { type Interval, type PlainInterval, partsOf } from '../time/interval.ts';

/** A screen shows no more points of a line than this. */
const MOST_POINTS = 800;
/** Names that have room beside each other; more would be drawn for minutes and read by nobody. */
const MOST_NAMES = 100;
/** Of what is not finished. */
const OPEN_DASH = 3;

export interface Glance {
  /** points as [across, value]; over names only values, in the order of the axis's categories */
  series: { name: string; data: [number, number | null][] | (number | null)[] }[];
  /** bars over names without an order, where a line would mislead */
  type: 'line' | 'bar';
  options: ApexOptions;
  /** names that are not drawn, for want of room */
  left: number;
}

/** Decimals for an axis that columns share: no more than four digits of the largest value. */
function decimalsOfAxis(columns: readonly Column[]): number {
  const size = Math.max(0, ...columns.map(({ cells }) => sizeOf(cells)));
  const room = 3 - Math.floor(Math.log10(size || 1));
  return Math.max(0, Math.min(room, Math.max(0, ...columns.map(decimalsShown))));
}

/** Rows that have a place along the across column, in its order. */
function orderOf({ kind, cells }: Column, totals: readonly number[]): number[] {
  const rows: number[] = [];
  const skipped = new Set(totals);
  let sorted = true;
  cells.forEach((cell, row) => {
    if (cell === null || skipped.has(row) || (kind !== 'text' && typeof cell !== 'number')) return;
    if (sorted && kind !== 'text' && Number(cell) < Number(cells[rows.at(-1) ?? row])) sorted = false;
    rows.push(row);
  });
  return sorted ? rows : rows.sort((a, b) => Number(cells[a]) - Number(cells[b]));
}

/** The points of one column in across order; long columns are thinned, keeping their extremes. */
function pointsOf(across: Column, column: Column, rows: readonly number[]): Glance['series'][number]['data'] {
  if (across.kind === 'text') return rows.map((row) => numberAt(column.cells, row));
  const point = (row: number): [number, number | null] => [Number(across.cells[row]), numberAt(column.cells, row)];
  if (rows.length <= MOST_POINTS) return rows.map(point);
  const filled = rows.filter((row) => typeof column.cells[row] === 'number');
  const kept = thin(
    filled.map((_, index) => index),
    filled.map((row) => Number(column.cells[row])),
    (4 * filled.length) / MOST_POINTS,
  );
  return kept.map((index) => point(filled[index] ?? 0));
}

/** How a date is written when pointed at, in the chart library's own marks. */
const DATE_FORMATS: Record<PlainInterval, string> = {
  second: 'd MMM yyyy HH:mm:ss',
  minute: 'd MMM yyyy HH:mm',
  hour: 'd MMM yyyy HH:mm',
  day: 'd MMM yyyy',
  'business day': 'd MMM yyyy',
  week: 'd MMM yyyy',
  month: 'MMM yyyy',
  quarter: 'MMM yyyy',
  'half-year': 'MMM yyyy',
  year: 'yyyy',
};

/** The same for the periods of an interval. */
const dateFormatOf = (interval: Interval) => DATE_FORMATS[partsOf(interval).base];

type Points = Glance['series'][number];

/** A series as the chart draws it; what is not finished is dotted. */
interface Drawn {
  series: Points;
  colour: string;
  isOpen: boolean;
}

/** How many of a column's points, at their end, are of periods that are not finished. */
function openPoints(across: Column, column: Column, { data }: Points): number {
  const from = unfinishedFrom(column, across);
  if (typeof from !== 'number') return 0;
  return data.filter((point) => Array.isArray(point) && point[0] >= from).length;
}

/**
 * The series with what is not finished apart: as a count of last points where
 * that is the same of all, as the chart can dot these itself, else as series of
 * their own.
 */
function withOpen(
  across: Column,
  columns: readonly Column[],
  all: readonly Points[],
  colours: readonly string[],
): { drawn: Drawn[]; shared: number } {
  const counts = columns.map((column, index) => openPoints(across, column, all[index] ?? { name: '', data: [] }));
  const whole = all.map((series, index): Drawn => ({ series, colour: colours[index] ?? '', isOpen: false }));
  if (counts.every((count) => count === counts[0])) return { drawn: whole, shared: counts[0] ?? 0 };
  const drawn = whole.flatMap((one, index): Drawn[] => {
    const { name, data } = one.series;
    const points = data as [number, number | null][];
    const cut = points.length - (counts[index] ?? 0);
    if (cut === points.length) return [one];
    return [
      { ...one, series: { name, data: points.slice(0, cut) } },
      { ...one, series: { name: `${name}, unfinished`, data: points.slice(Math.max(0, cut - 1)) }, isOpen: true },
    ];
  });
  return { drawn, shared: 0 };
}

/** The chosen columns over the across column, each in its colour; rows of totals are left out. */
export function glance(
  across: Column,
  columns: readonly Column[],
  colours: readonly string[],
  totals: readonly number[] = [],
): Glance {
  const kinds = { date: 'datetime', number: 'numeric', text: 'category' } as const;
  const all = orderOf(across, totals);
  const rows = across.kind === 'text' ? all.slice(0, MOST_NAMES) : all;
  const type = across.kind === 'text' && !across.ordered ? 'bar' : 'line';
  const plain = columns.map((column) => ({
    name: readTitle(column.title).name,
    data: pointsOf(across, column, rows),
  }));
  const { drawn, shared } = withOpen(across, columns, plain, colours);
  return {
    type,
    left: all.length - rows.length,
    series: drawn.map(({ series }) => series),
    options: {
      chart: {
        id: 'glance',
        type,
        animations: { enabled: false },
        fontFamily: "'Source Sans 3', sans-serif",
        toolbar: { show: true, tools: { download: false, pan: true, selection: false } },
        zoom: { enabled: across.kind !== 'text' },
      },
      colors: shared === 0 && drawn.some(({ isOpen }) => isOpen) ? drawn.map(({ colour }) => colour) : [...colours],
      stroke: {
        width: type === 'bar' ? 0 : 2,
        curve: 'straight',
        dashArray: drawn.map(({ isOpen }) => (isOpen ? OPEN_DASH : 0)),
      },
      forecastDataPoints: { count: shared, dashArray: OPEN_DASH },
      dataLabels: { enabled: false },
      legend: { show: columns.length > 1, position: 'bottom', horizontalAlign: 'left' },
      grid: { borderColor: '#e3ddd5' },
      xaxis: {
        type: kinds[across.kind],
        categories: across.kind === 'text' ? rows.map((row) => String(across.cells[row])) : [],
        labels: { datetimeUTC: true, rotate: 0, hideOverlappingLabels: true },
        tooltip: { enabled: false },
      },
      yaxis: { decimalsInFloat: decimalsOfAxis(columns), labels: { minWidth: 30 } },
      tooltip: {
        x: { format: across.kind === 'date' ? dateFormatOf(across.interval) : undefined },
        shared: true,
        intersect: false,
      },
      noData: { text: 'Choose a number column' },
    },
  };
}

/** A range of across values, in the units of the across column. */
export interface Range {
  from: number;
  to: number;
}

/**
 * The same columns small, whole and with a brush over them. `range` is what it
 * holds at first; dragging it moves the chart whose id is `target`, if any.
 */
export function glanceBrush(
  across: Column,
  series: Glance['series'],
  colours: readonly string[],
  range: Range,
  target: string | null = 'glance',
): ApexOptions {
  return {
    chart: {
      id: target === null ? 'window' : `${target}-brush`,
      type: 'line',
      animations: { enabled: false },
      fontFamily: "'Source Sans 3', sans-serif",
      toolbar: { show: false, autoSelected: 'selection' },
      ...(target === null ? {} : { brush: { enabled: true, target, autoScaleYaxis: false } }),
      selection: {
        enabled: true,
        xaxis: { min: range.from, max: range.to },
        fill: { color: '#5b3a63', opacity: 0.14 },
      },
    },
    colors: [...colours].slice(0, series.length),
    stroke: { width: 1, curve: 'straight' },
    legend: { show: false },
    grid: { show: false, padding: { top: -20, bottom: -6 } },
    xaxis: {
      type: across.kind === 'date' ? 'datetime' : 'numeric',
      labels: { datetimeUTC: true, rotate: 0, hideOverlappingLabels: true },
      tooltip: { enabled: false },
    },
    yaxis: { show: false, labels: { minWidth: 30 } },
    tooltip: { enabled: false },
  };
}

/** Lowest and highest across value, or null for categories and for fewer than two values. */
export function rangeOf(across: Column): Range | null {
  if (across.kind === 'text') return null;
  const { low, high } = factsOf(across.cells);
  return low < high ? { from: low, to: high } : null;
}
