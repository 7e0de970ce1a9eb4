/** Cells as column titles, and titles as cells again. */
import { LOCALES, localeOf } from '../../text/locale.ts';
import { formatPeriod } from '../../time/format.ts';
import { distinctSorted, findInterval } from '../../time/interval.ts';
import type { Column } from '../column.ts';
import { DATE_SHAPES, YEAR_SHAPE } from '../dates.ts';
import { areOrdered } from '../ordered.ts';

const ENGLISH = localeOf(LOCALES[0]);

/** The words of a cell when it heads a column. */
export function headOf(column: Column, row: number): string {
  const cell = column.cells[row] ?? null;
  if (cell === null) return '';
  if (column.kind === 'date' && typeof cell === 'number') return formatPeriod(cell, column.interval, ENGLISH);
  return String(cell);
}

/** A column whose cells are titles: dates where all of them are dates of one shape, else text. */
export function columnOfHeads(key: string, titles: readonly string[], names: { dates: string; text: string }): Column {
  for (const shape of [YEAR_SHAPE, ...DATE_SHAPES]) {
    const cells = titles.map(shape.read);
    if (titles.length > 0 && cells.every((cell) => cell !== null)) {
      const interval = findInterval(distinctSorted(cells), shape.least);
      return { key, title: names.dates, kind: 'date', interval, shape: shape.id, cells };
    }
  }
  return { key, title: names.text, kind: 'text', ordered: areOrdered(titles), cells: [...titles] };
}
