/** Numbers with their units. */
import type { Locale } from './locale.ts';

const CURRENCY_SIGNS = ['$', '£', '€'];

/** A number with its unit, as the locale sets them. */
export function withUnit(number: string, unit: string, locale: Locale): string {
  if (unit === '%' || unit === '‰') return number + locale.beforePercent + unit;
  if (CURRENCY_SIGNS.includes(unit) && locale.decimal === '.') return number.replace(/^([+\u2212]?)/, `$1${unit}`);
  return `${number}\u00a0${unit}`;
}
