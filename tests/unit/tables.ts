/** Small tables for tests. */
import type { Cell, Column, Table } from '../../src/core/table/column.ts';
import { dateOf } from '../../src/core/time/calendar.ts';
import type { Interval } from '../../src/core/time/interval.ts';

export const day = (text: string) => Date.parse(`${text}T00:00:00Z`);
/** Month starts from a year and month (1 to 12) on. */
export const months = (year: number, month: number, count: number) =>
  Array.from({ length: count }, (_, index) =>
    dateOf(year + Math.floor((month - 1 + index) / 12), (month - 1 + index) % 12, 1),
  );

export const dates = (cells: Cell[], interval: Interval, more: { unfinishedFrom?: number } = {}): Column => ({
  key: 'date',
  title: 'date',
  kind: 'date',
  interval,
  cells,
  ...more,
});
export const numbers = (key: string, cells: Cell[], unit: string | null = null): Column => ({
  key,
  title: key,
  kind: 'number',
  unit,
  whole: cells.every((cell) => typeof cell !== 'number' || Number.isInteger(cell)),
  total: false,
  cells,
});
export const texts = (key: string, cells: Cell[], ordered = false): Column => ({
  key,
  title: key,
  kind: 'text',
  ordered,
  cells,
});
export const tableOf = (columns: Column[], totals: number[] = []): Table => ({
  title: 'Sample',
  rows: columns[0]?.cells.length ?? 0,
  columns,
  totals,
  remarks: [],
});
export const cellsOf = (table: Table, key: string) => table.columns.find((column) => column.key === key)?.cells;
/** The table with numbers that add up, whatever they are called. */
export const flows = (table: Table): Table => ({
  ...table,
  columns: table.columns.map((column) => (column.kind === 'number' ? { ...column, measure: 'flow' } : column)),
});
