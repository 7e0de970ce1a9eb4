import type { Locale } from './locale.ts';
import { fixedOf, roundedTo } from './rounding.ts';

const MINUS = '\u2212';
export const minusOf = ({ minus }: Locale): string => minus ?? MINUS;

/** Inserts the locale's group separator into a run of digits; four digits stay together in Spanish and Polish. */
function grouped(digits: string, locale: Locale): string {
  const least = locale.id === 'es-ES' || locale.id === 'pl-PL' ? 5 : 4;
  return digits.length < least ? digits : digits.replace(/\B(?=(\d{3})+$)/g, locale.group);
}

const RAISED = '⁰¹²³⁴⁵⁶⁷⁸⁹';

/** Ten to an exponent, as "10⁻⁶". */
export const powerOfTen = (exponent: number): string =>
  `10${exponent < 0 ? '⁻' : ''}${[...String(Math.abs(exponent))].map((digit) => RAISED[Number(digit)]).join('')}`;

/** A number as a few figures times a power of ten, as "2.5 × 10⁻⁹". */
export function formatPower(value: number, locale: Locale): string {
  if (value === 0) return '0';
  const [figures = '1', exponent] = Number(Math.abs(value).toPrecision(6)).toExponential().split('e');
  const power = powerOfTen(Number(exponent));
  const body = figures === '1' ? power : `${figures.replace('.', locale.decimal)} × ${power}`;
  return value < 0 ? minusOf(locale) + body : body;
}

/**
 * Writes a number with a fixed count of decimals in a locale, with a true
 * minus sign; a value that rounds to zero has no sign.
 */
export function formatNumber(value: number, decimals: number, locale: Locale): string {
  const fixed = fixedOf(Math.abs(value), decimals);
  const [whole = '0', fraction] = fixed.split('.');
  // toFixed turns to exponents from 1e21 on.
  if (/e/.test(fixed)) return formatPower(value, locale);
  const body = grouped(whole, locale) + (fraction ? locale.decimal + fraction : '');
  return value < 0 && Number(fixed) !== 0 ? minusOf(locale) + body : body;
}

/** How many decimals are needed to write a step and every multiple of it exactly (at most 12); none for zero. */
export function decimalsOf(step: number): number {
  if (step === 0) return 0;
  for (let decimals = 0; decimals < 12; decimals++) {
    const scaled = step * 10 ** decimals;
    if (Math.abs(scaled - Math.round(scaled)) < 1e-9 * Math.max(1, Math.abs(scaled)) && Math.round(scaled) !== 0)
      return decimals;
  }
  return 12;
}

const MOST_DECIMALS = 8;

/** What is smaller than this share of the largest asks for no decimals of all the others. */
const SMALL_SHARE = 1e-3;

/** Decimals at which a number has so many figures. */
const decimalsForFigures = (size: number, figures: number) => figures - 1 - Math.floor(Math.log10(size));

/**
 * Decimals with which values are written beside each other: three figures of the
 * largest of them, two of what lies between the lowest and the highest, and one
 * of the smallest that is not zero, whichever asks for most; but no more than
 * they have, or than was set. `exponent` is the power of ten they are divided by.
 */
export function decimalsOfValues(values: readonly (number | null)[], set: number | null, exponent = 0): number {
  const key = `${set} ${exponent}`;
  const known = decimalsKnown.get(values)?.get(key);
  if (known !== undefined) return known;
  const found = findDecimals(values, set, exponent);
  decimalsKnown.set(values, (decimalsKnown.get(values) ?? new Map<string, number>()).set(key, found));
  return found;
}

/** What was found for some values, which are asked for again and again. */
const decimalsKnown = new WeakMap<readonly (number | null)[], Map<string, number>>();

function findDecimals(values: readonly (number | null)[], set: number | null, exponent: number): number {
  const divisor = 10 ** exponent;
  let [low, high, smallest] = [Infinity, -Infinity, Infinity];
  for (const value of values) {
    if (value === null) continue;
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  const largest = Math.max(Math.abs(low), Math.abs(high));
  if (!(largest > 0) || largest === Infinity) return 0;
  for (const value of values) {
    const own = Math.abs(value ?? 0);
    if (own > largest * SMALL_SHARE) smallest = Math.min(smallest, own);
  }
  const size = largest / divisor;
  const range = (high - low) / divisor;
  const wanted = Math.max(
    0,
    decimalsForFigures(size, 3),
    range > 0 ? decimalsForFigures(range, 2) : 0,
    decimalsForFigures(smallest / divisor, 1),
  );
  const most = Math.min(wanted, set ?? MOST_DECIMALS, MOST_DECIMALS);
  let needed = 0;
  for (const value of values) {
    if (needed >= most) return most;
    if (value !== null && value !== 0) needed = Math.max(needed, Math.min(most, decimalsOf(Math.abs(value) / divisor)));
  }
  return needed;
}

/**
 * Writes a value beside others that have so many decimals: with more where it
 * would be written as zero and is none.
 */
export function formatBeside(value: number, decimals: number, locale: Locale): string {
  const isHidden = value !== 0 && roundedTo(value, decimals) === 0;
  // What would need more decimals than anyone counts is written with a power of ten.
  if (isHidden && Math.abs(value) < 10 ** -MOST_DECIMALS) return formatPower(value, locale);
  const own = isHidden ? Math.min(MOST_DECIMALS, decimalsForFigures(Math.abs(value), 1)) : decimals;
  return formatNumber(value, own, locale);
}

/** What stands for a missing value in print. */
export const missingSign = ({ missing }: Locale): string => missing ?? '–';
