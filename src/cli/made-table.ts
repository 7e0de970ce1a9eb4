/** Tables that are made, to measure work on. */
import type { Column, Table } from '../core/table/column.ts';

/** A number that goes up and down with its place and jumps a little, the same in each run. */
export const wave = (row: number, at: number) =>
  400 + 200 * Math.sin(row / 9 + at / 2) + ((row * 7919 + at * 104_729) % 61);

export const rowsOf = <Cell>(rows: number, make: (row: number) => Cell): Cell[] =>
  Array.from({ length: rows }, (_, row) => make(row));

export const textColumn = (key: string, cells: string[]): Column => ({
  key,
  title: key,
  kind: 'text',
  ordered: false,
  cells,
});

export const numberColumn = (key: string, cells: number[]): Column => ({
  key,
  title: key,
  kind: 'number',
  unit: null,
  whole: false,
  total: false,
  cells,
});

export const tableOf = (title: string, columns: Column[]): Table => ({
  title,
  rows: columns[0]?.cells.length ?? 0,
  columns,
  totals: [],
  remarks: [],
});
