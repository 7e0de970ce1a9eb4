import type { Locale } from './locale.ts';

const MINUS = '\u2212';

/** Inserts the locale's group separator into a run of digits; four digits stay together in Spanish and Polish. */
function grouped(digits: string, locale: Locale): string {
  const least = locale.id === 'es-ES' || locale.id === 'pl-PL' ? 5 : 4;
  return digits.length < least ? digits : digits.replace(/\B(?=(\d{3})+$)/g, locale.group);
}

/**
 * Writes a number with a fixed count of decimals in a locale, with a true
 * minus sign; a value that rounds to zero has no sign.
 */
export function formatNumber(value: number, decimals: number, locale: Locale): string {
  const fixed = Math.abs(value).toFixed(decimals);
  const [whole = '0', fraction] = fixed.split('.');
  // toFixed turns to exponents from 1e21 on; such a number is written as it is.
  const body = /e/.test(fixed) ? fixed : grouped(whole, locale) + (fraction ? locale.decimal + fraction : '');
  return value < 0 && Number(fixed) !== 0 ? MINUS + body : body;
}

/** How many decimals are needed to write a step and every multiple of it exactly (at most 12). */
export function decimalsOf(step: number): number {
  for (let decimals = 0; decimals < 12; decimals++) {
    const scaled = step * 10 ** decimals;
    if (Math.abs(scaled - Math.round(scaled)) < 1e-9 * Math.max(1, Math.abs(scaled)) && Math.round(scaled) !== 0)
      return decimals;
  }
  return 12;
}

const MOST_DECIMALS = 8;

/**
 * Decimals with which values are written beside each other: three figures of the
 * largest of them, but no more than they have, or than was set. `exponent` is the power of ten they are divided by.
 */
export function decimalsOfValues(values: readonly (number | null)[], set: number | null, exponent = 0): number {
  const divisor = 10 ** exponent;
  let size = 0;
  for (const value of values) if (value !== null) size = Math.max(size, Math.abs(value) / divisor);
  const figures = size >= 100 ? 0 : size >= 10 ? 1 : size >= 1 ? 2 : 2 - Math.floor(Math.log10(size || 1));
  const most = Math.min(figures, set ?? MOST_DECIMALS, MOST_DECIMALS);
  let needed = 0;
  for (const value of values) {
    if (needed >= most) return most;
    if (value !== null && value !== 0) needed = Math.max(needed, Math.min(most, decimalsOf(Math.abs(value) / divisor)));
  }
  return needed;
}
