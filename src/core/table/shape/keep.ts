import { Refusal } from '../../refusal.ts';
import { type Column, columnOf, type Table } from '../column.ts';
import { periodNumber } from '../periods.ts';
import { takeRows } from './rows.ts';
import type { StepOf } from './step.ts';

type Test = StepOf<'keep'>['test'];

const within = (value: number, from: number | null, to: number | null) =>
  (from === null || value >= from) && (to === null || value <= to);

function tester(column: Column, test: Test): (row: number) => boolean {
  const numbered = (accept: (value: number) => boolean) => (row: number) => {
    const cell = column.cells[row];
    return typeof cell === 'number' && accept(cell);
  };
  if (test.kind === 'categories') {
    const wanted = new Set(test.keep);
    return (row) => wanted.has(String(column.cells[row] ?? ''));
  }
  if (test.kind === 'numbers') {
    if (column.kind !== 'number') throw new Refusal(`“${column.title}” holds no numbers to keep rows by.`);
    return numbered((value) => within(value, test.from, test.to));
  }
  if (column.kind !== 'date') throw new Refusal(`“${column.title}” holds no dates to keep rows by.`);
  const { interval } = column;
  if (test.kind === 'dates') {
    const period = (at: number | null) => (at === null ? null : periodNumber(at, interval));
    const [from, to] = [period(test.from), period(test.to)];
    return numbered((value) => within(periodNumber(value, interval), from, to));
  }
  let last = -Infinity;
  for (const cell of column.cells) if (typeof cell === 'number') last = Math.max(last, cell);
  const first = periodNumber(last, interval) - test.periods + 1;
  return numbered((value) => periodNumber(value, interval) >= first);
}

/** Keeps the rows that pass a test on one column; rows without a value there go. */
export function keepRows(table: Table, { column: key, test }: StepOf<'keep'>): Table {
  const column = columnOf(table, key);
  if (!column) throw new Refusal(`There is no column “${key}” in “${table.title}” to keep rows by.`);
  const passes = tester(column, test);
  const rows: number[] = [];
  for (let row = 0; row < table.rows; row++) if (passes(row)) rows.push(row);
  return takeRows(table, rows);
}
