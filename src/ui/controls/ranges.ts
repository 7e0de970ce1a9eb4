/** Ranges that are brushed on a picture: what they hold, and their words. */

import { windowOf } from '../../core/figure/window.ts';
import type { Range } from '../../core/inspect/glance.ts';
import type { Column } from '../../core/table/column.ts';
import { LOCALES, localeOf } from '../../core/text/locale.ts';
import { formatPeriod } from '../../core/time/format.ts';
import { pluralOf } from '../../core/time/interval.ts';

const LOCALE = localeOf(LOCALES[0]);

/** A range of across values in words. */
export function rangeWords(across: Column, { from, to }: Range): string {
  if (across.kind !== 'date') return `${Math.ceil(from)} to ${Math.floor(to)}`;
  return `${formatPeriod(from, across.interval, LOCALE)} to ${formatPeriod(to, across.interval, LOCALE)}`;
}

const PERIODS: Record<string, string> = { 'business day': 'days' };
/** What the values of an across column are called, such as months. */
export const periodWords = (across: Column) =>
  across.kind === 'date' ? (PERIODS[across.interval] ?? pluralOf(across.interval)) : 'values';

/** The range of across values that the rows of a range really hold. */
export function heldBy(across: Column, range: Range): Range | null {
  const inside = windowOf(across, range);
  let [from, to] = [Infinity, -Infinity];
  across.cells.forEach((cell, row) => {
    if (typeof cell !== 'number' || !inside(row)) return;
    from = Math.min(from, cell);
    to = Math.max(to, cell);
  });
  return from <= to ? { from, to } : null;
}
