/** Columns of years: a year is called by its number, which is no amount and has no groups of digits. */
import type { Locale } from '../../text/locale.ts';
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

const withoutGroups = new WeakMap<Locale, Locale>();

function ungrouped(locale: Locale): Locale {
  const known = withoutGroups.get(locale) ?? { ...locale, group: '' };
  withoutGroups.set(locale, known);
  return known;
}

/** The way in which the numbers of a column are written: years without groups, whether they were said to be years or seem so. */
export function writtenIn(column: Column, locale: Locale): Locale {
  if (column.kind !== 'number') return locale;
  return column.measure === 'year' || (column.measure === undefined && areYears(column)) ? ungrouped(locale) : locale;
}
