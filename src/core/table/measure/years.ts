/** Columns of years. */
import type { Locale } from '../../text/locale.ts';
import { ofYears } from '../../text/years.ts';
import type { Column } from '../column.ts';
import { factsOf } from '../facts.ts';
import { readTitle } from '../titles.ts';
import { isTitleOfYears } from './said.ts';

/** Years that things are said to be of. */
const [FIRST_YEAR, LAST_YEAR] = [1000, 2199];

/** Whether all numbers of a column are years, as its title says. */
export function areYears(column: Column): boolean {
  if (column.kind !== 'number') return false;
  const { title, of, unit, whole, cells } = column;
  if (unit !== null || !whole || !isTitleOfYears(of ?? readTitle(title).name)) return false;
  const { low, high } = factsOf(cells);
  return low >= FIRST_YEAR && high <= LAST_YEAR;
}

/** Whether the numbers of a column are years, as was said or seems so. */
export const isOfYears = (column: Column | undefined): boolean =>
  column?.kind === 'number' && (column.measure === 'year' || (column.measure === undefined && areYears(column)));

/** The way in which the numbers of a column are written: years without groups. */
export const writtenIn = (column: Column, locale: Locale): Locale => (isOfYears(column) ? ofYears(locale) : locale);
