/** Years as numbers: a year is called by its number, which is no amount and has no groups of digits. */
import type { Locale } from './locale.ts';

const withoutGroups = new WeakMap<Locale, Locale>();

/** A locale in which years are written; the same thing for the same locale. */
export function ofYears(locale: Locale): Locale {
  const known = withoutGroups.get(locale) ?? { ...locale, group: '' };
  withoutGroups.set(locale, known);
  return known;
}
