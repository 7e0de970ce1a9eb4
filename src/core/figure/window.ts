import { type Column, numberAt } from '../table/column.ts';
import { periodNumber } from '../table/periods.ts';
import type { FigureWindow } from './spec.ts';

/**
 * Tells which rows a window holds, by the column across. Dates count by whole
 * periods; categories have no window, so all of their rows are held.
 */
export function windowOf(column: Column, window: FigureWindow): (row: number) => boolean {
  if (window === 'all' || column.kind === 'text') return () => true;
  const place = (value: number) => (column.kind === 'date' ? periodNumber(value, column.interval) : value);
  const bounds = { from: -Infinity, to: Infinity };
  if ('last' in window) {
    const places = column.cells.filter((cell) => typeof cell === 'number').map(place);
    // Numbers have no periods: their last values count.
    const distinct = [...new Set(places)].sort((a, b) => a - b);
    const last = distinct.at(-1) ?? 0;
    bounds.from = column.kind === 'date' ? last - window.last + 1 : (distinct.at(-window.last) ?? -Infinity);
  } else {
    if (window.from !== null) bounds.from = place(window.from);
    if (window.to !== null) bounds.to = place(window.to);
  }
  return (row) => {
    const value = numberAt(column.cells, row);
    return value !== null && place(value) >= bounds.from && place(value) <= bounds.to;
  };
}
