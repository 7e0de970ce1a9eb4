/** How the cells of a grid are written, and how wide its columns stand. */

import type { Column } from '../../core/table/column.ts';
import { decimalsShown } from '../../core/table/decimals.ts';
import { writtenIn } from '../../core/table/measure/years.ts';
import { LOCALES, localeOf } from '../../core/text/locale.ts';
import { textWidth } from '../../core/text/measure.ts';
import { formatNumber } from '../../core/text/number.ts';
import { formatPeriod } from '../../core/time/format.ts';
import { sayInterval } from '../../core/time/interval.ts';

const LOCALE = localeOf(LOCALES[0]);
const SAMPLE = 400;
const SIZE = 13;
const LEAST = 76;
const WIDEST = 280;

/** How a column is called under its title: "date, one a month", "number, %". */
export function kindWords(column: Column): string {
  if (column.kind === 'date') return `date, ${sayInterval(column.interval)}`;
  if (column.kind === 'number') return [column.total ? 'total' : 'number', column.unit].filter(Boolean).join(', ');
  return column.ordered ? 'text, in order' : 'text';
}

/** Writes the cells of one column by their rows. */
export interface Writer {
  write(row: number): string;
  /** the same for columns in which the same cells are written alike */
  way: string;
}

const writers = new WeakMap<Column, Writer>();

/** Writes the cells of one column; numbers share their count of decimals so that they align. */
export function writerOf(column: Column): Writer {
  const known = writers.get(column);
  if (known) return known;
  const decimals = decimalsShown(column);
  const locale = writtenIn(column, LOCALE);
  const written: Writer = {
    write: (row) => {
      const cell = column.cells[row];
      if (cell === null || cell === undefined) return '';
      if (typeof cell === 'string') return cell;
      return column.kind === 'date'
        ? formatPeriod(cell, column.interval, LOCALE)
        : formatNumber(cell, decimals, locale);
    },
    way: JSON.stringify([column.kind, column.kind === 'date' ? column.interval : decimals, locale.group]),
  };
  writers.set(column, written);
  return written;
}

/** Width in pixels that shows a column's head (with the words under its title) and, up to a limit, its cells; judged by a sample of them. */
export function widthOf(column: Column, words: string, buttons: number): number {
  const { write } = writerOf(column);
  const { length } = column.cells;
  const step = Math.max(1, Math.floor(length / SAMPLE));
  let longest = '';
  for (let row = 0; row < length; row += step) {
    const text = write(row);
    if (text.length > longest.length) longest = text;
  }
  const cells = textWidth(longest, 'sans-400', SIZE) + 26;
  const head = textWidth(column.title, 'sans-600', SIZE) + 22 + buttons;
  const kind = textWidth(words, 'sans-400', 12) + 22;
  return Math.ceil(Math.max(LEAST, Math.min(WIDEST, Math.max(cells, head, kind))));
}
