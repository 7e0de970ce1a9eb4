/** Numbers with their units. */
import { type Locale, localeOf } from './locale.ts';

/** Signs that stand before the number where a language writes a decimal point. */
const CURRENCY_SIGNS = ['$', '£', '€'];

/** A number with its unit, as the locale sets them. */
export function withUnit(number: string, unit: string, locale: Locale): string {
  if (unit === '%' || unit === '‰') return number + locale.beforePercent + unit;
  const { currency } = locale;
  // A house may say where signs of money stand; its decimal mark moves none.
  const isBefore = currency
    ? currency === 'before' && /^\p{Sc}$/u.test(unit)
    : CURRENCY_SIGNS.includes(unit) && localeOf(locale.id).decimal === '.';
  if (isBefore) return number.replace(/^([+\u2212-]?)/, (sign) => sign + unit);
  return `${number}\u00a0${unit}`;
}
