/**
 * A glance at columns of a table: options for ApexCharts as plain data, for
 * looking into values on screen. Nothing here is set for print.
 */
import type { ApexOptions } from 'apexcharts';
import { thin } from '../scale/thin.ts';
import type { Column } from '../table/column.ts';
import { readTitle } from '../table/titles.ts';
import { decimalsOf } from '../text/number.ts';
import type { Interval } from '../time/interval.ts';

/** A screen shows no more points of a line than this. */
const MOST_POINTS = 2000;

export interface Glance {
  series: { name: string; data: [number | string, number | null][] }[];
  options: ApexOptions;
}

/** The chart library writes names into the page as markup, so marks of markup are taken out of them. */
const plainName = (name: string) => name.replace(/[<>&"'`]/g, ' ');

function decimalsOfColumn(column: Column): number {
  let decimals = 0;
  for (const cell of column.cells.slice(0, 500))
    if (typeof cell === 'number' && cell !== 0) decimals = Math.max(decimals, Math.min(4, decimalsOf(cell)));
  return decimals;
}

/** The points of one column in across order; long columns are thinned, keeping their extremes. */
function pointsOf(across: Column, column: Column): [number | string, number | null][] {
  const rows = across.cells.flatMap((at, row) => (at === null ? [] : [row]));
  const valueAt = (row: number) => {
    const value = column.cells[row];
    return typeof value === 'number' ? value : null;
  };
  if (across.kind === 'text') return rows.map((row) => [plainName(String(across.cells[row])), valueAt(row)]);
  const placed = rows
    .flatMap((row): [number, number | null][] => {
      const at = across.cells[row];
      return typeof at === 'number' ? [[at, valueAt(row)]] : [];
    })
    .sort((a, b) => a[0] - b[0]);
  if (placed.length <= MOST_POINTS) return placed;
  const filled = placed.filter((point): point is [number, number] => point[1] !== null);
  const xs = filled.map((_, index) => index);
  const kept = thin(
    xs,
    filled.map(([, value]) => value),
    (4 * filled.length) / MOST_POINTS,
  );
  return kept.map((index) => filled[index] ?? [0, null]);
}

/** How a date is written when pointed at, in the chart library's own marks. */
const DATE_FORMATS: Record<Interval, string> = {
  hour: 'd MMM yyyy HH:mm',
  day: 'd MMM yyyy',
  'business day': 'd MMM yyyy',
  week: 'd MMM yyyy',
  month: 'MMM yyyy',
  quarter: 'MMM yyyy',
  year: 'yyyy',
};

/** The chosen columns over the across column, each in its colour. */
export function glance(across: Column, columns: readonly Column[], colours: readonly string[]): Glance {
  const kinds = { date: 'datetime', number: 'numeric', text: 'category' } as const;
  return {
    series: columns.map((column) => ({
      name: plainName(readTitle(column.title).name),
      data: pointsOf(across, column),
    })),
    options: {
      chart: {
        type: 'line',
        animations: { enabled: false },
        fontFamily: "'Source Sans 3', sans-serif",
        toolbar: { show: true, tools: { download: false, pan: true, selection: false } },
        zoom: { enabled: across.kind !== 'text' },
      },
      colors: [...colours],
      stroke: { width: 2, curve: 'straight' },
      dataLabels: { enabled: false },
      legend: { show: columns.length > 1, position: 'bottom', horizontalAlign: 'left' },
      grid: { borderColor: '#e3ddd5' },
      xaxis: {
        type: kinds[across.kind],
        labels: { datetimeUTC: true, rotate: 0, hideOverlappingLabels: true },
        tooltip: { enabled: false },
      },
      yaxis: { decimalsInFloat: Math.max(0, ...columns.map(decimalsOfColumn)), labels: { minWidth: 30 } },
      tooltip: {
        x: { format: across.kind === 'date' ? DATE_FORMATS[across.interval] : undefined },
        shared: true,
        intersect: false,
      },
      noData: { text: 'Choose a column of numbers' },
    },
  };
}
