import { Refusal } from '../../refusal.ts';
import { type Cell, type Column, columnOf, numberAt, type Table } from '../column.ts';
import { measureTogether, saidMeasure } from '../measure/kind.ts';
import { measureOf } from '../measure/weigh.ts';
import { keysOf } from '../titles.ts';
import { withCells, withoutTotals } from './rows.ts';
import type { StepOf } from './step.ts';
import { summarise } from './summary.ts';

const MOST_COLUMNS = 500;

function need(table: Table, key: string): Column {
  const column = columnOf(table, key);
  if (!column) throw new Refusal(`There is no column “${key}” in “${table.title}”.`);
  return column;
}

/** A number for each distinct cell, in order of appearance. */
function numbering(cells: readonly Cell[]): { of: number[]; distinct: Cell[] } {
  const seen = new Map<Cell, number>();
  const of = cells.map((cell) => {
    const known = seen.get(cell);
    if (known !== undefined) return known;
    seen.set(cell, seen.size);
    return seen.size - 1;
  });
  return { of, distinct: [...seen.keys()] };
}

/** Rows of the result: dates and numbers ascending, texts in order of appearance; those without an entry left out. */
function acrossRows(across: Column): { of: number[]; cells: Cell[] } {
  const { of, distinct } = numbering(across.cells);
  const order = distinct.map((_, index) => index).filter((index) => distinct[index] !== null);
  if (across.kind !== 'text') order.sort((a, b) => Number(distinct[a]) - Number(distinct[b]));
  const place = new Array<number>(distinct.length).fill(-1);
  order.forEach((index, row) => {
    place[index] = row;
  });
  return { of: of.map((index) => place[index] ?? -1), cells: order.map((index) => distinct[index] ?? null) };
}

/** Long form to one column for each category, or for each combination of several. */
export function spreadTable(source: Table, step: StepOf<'spread'>): Table {
  const table = withoutTotals(source);
  const across = need(table, step.across);
  const value = need(table, step.value);
  if (value.kind !== 'number') throw new Refusal(`“${value.title}” holds no numbers to spread.`);
  const categories = step.categories.map((key) => numbering(need(table, key).cells));
  // Combinations are numbered like the digits of a number, the first category leading.
  const combination = (row: number) =>
    categories.reduce((sum, { of, distinct }) => sum * distinct.length + (of[row] ?? 0), 0);
  const { of: rowOf, cells } = acrossRows(across);
  const columns = new Map<number, (number | null)[][]>();
  for (let row = 0; row < table.rows; row++) {
    const to = rowOf[row] ?? -1;
    if (to < 0) continue;
    const which = combination(row);
    let column = columns.get(which);
    if (!column) {
      column = [];
      columns.set(which, column);
      if (columns.size > MOST_COLUMNS)
        throw new Refusal(`This would make over ${MOST_COLUMNS} columns; choose a column with fewer categories.`);
    }
    const there = column[to];
    const number = numberAt(value.cells, row);
    if (there) there.push(number);
    else column[to] = [number];
  }
  const combinations = [...columns.keys()].sort((a, b) => a - b);
  const titleOf = (which: number) => {
    let left = which;
    const parts: string[] = [];
    for (const { distinct } of [...categories].reverse()) {
      parts.unshift(String(distinct[left % distinct.length] ?? '') || 'No name');
      left = Math.floor(left / distinct.length);
    }
    return parts.join(', ');
  };
  const titles = combinations.map(titleOf);
  const keys = keysOf([across.title, ...titles]).slice(1);
  const { unit, whole } = value;
  const measure = saidMeasure(measureTogether(measureOf(source, value), step.together));
  const made = combinations.map((which, index): Column => {
    const parts = columns.get(which) ?? [];
    const values = cells.map((_, row) => {
      const several = parts[row];
      return several ? summarise(several, step.together) : null;
    });
    const named = { key: keys[index] ?? '', title: titles[index] ?? '' };
    return {
      ...named,
      kind: 'number',
      unit,
      whole: whole && step.together !== 'mean',
      total: false,
      ...measure,
      cells: values,
    };
  });
  return { ...table, rows: cells.length, columns: [withCells(across, cells), ...made], totals: [] };
}
