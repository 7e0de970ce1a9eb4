/**
 * Reading numbers as people write them: separators of several countries,
 * brackets or a trailing sign for negatives, currencies, units, flags, powers
 * and lengths of time. How the numbers of a column are written is found from
 * all of it (./number-style.ts), never from one cell.
 */

import { magnitudeOf } from './magnitudes.ts';
import { flagBefore, isFlag, partsOfNumber } from './number-text.ts';
import { plainNumber } from './plain-number.ts';

export interface NumberStyle {
  decimal: '.' | ',';
  /** k, m and bn after a number multiply it; else they are its unit */
  magnitudes?: boolean | undefined;
  /** the word after a number that is its unit, null for none; any other word makes it no number, but for flags */
  unit: string | null;
  /** numbers without a sign for per cent are shares of one, beside others that have it */
  shares?: boolean | undefined;
  /** credits count above zero, and debits below it */
  credits?: 'above' | undefined;
  /** flags stand before some of the numbers, as in “e82” */
  flagsBefore?: boolean | undefined;
  /** reads lengths of time such as “4h 12m” in the unit, where the column holds such */
  lengthOf?: ((text: string) => number | null) | undefined;
}

const GROUPS = /['’\s]/g;

/** Digits with marks as a plain decimal number under a style; null when the groups are of other lengths. */
function plainDigits(digits: string, decimal: '.' | ','): string | null {
  const other = decimal === '.' ? ',' : '.';
  const parts = digits.split(decimal);
  if (parts.length > 2) return null;
  const [whole = '', fraction = ''] = parts;
  if (fraction && !/^\d+$/.test(fraction)) return null;
  const groups = whole.replace(GROUPS, other).split(other);
  if (groups.length > 1) {
    const [first = '', ...rest] = groups;
    const last = rest.at(-1) ?? '';
    // Thousands, or lakhs and crores: two figures a group but for the last.
    const areThousands = first.length >= 1 && first.length <= 3 && rest.every((group) => group.length === 3);
    const areLakhs =
      rest.length > 1 &&
      first.length >= 1 &&
      first.length <= 2 &&
      last.length === 3 &&
      rest.slice(0, -1).every((group) => group.length === 2);
    if (!areThousands && !areLakhs) return null;
  }
  const plain = groups.join('');
  if (!/^\d*$/.test(plain) || (plain === '' && fraction === '')) return null;
  return `${plain || '0'}.${fraction || '0'}`;
}

export const CREDIT = /^cr\.?$/i;
export const DEBIT = /^dr\.?$/i;

/** A number that someone types: with a comma before one or two decimals, or a point; null where it is none. */
export const numberTyped = (text: string): number | null =>
  readNumber(text, { decimal: /,\d{1,2}$/.test(text.trim()) ? ',' : '.', magnitudes: true, unit: null });

/** Reads one number under a style; null when the text is not a number. The value of "12.5 %" is 12.5. */
export function readNumber(text: string, style: NumberStyle): number | null {
  const plain = style.decimal === '.' ? plainNumber(text) : Number.NaN;
  if (!Number.isNaN(plain) && !style.shares) return plain;
  const parts = partsOfNumber(text);
  const length = parts && (parts.word === null || parts.word === style.unit) ? null : (style.lengthOf?.(text) ?? null);
  if (length !== null) return length;
  if (!parts) {
    const flagged = style.flagsBefore ? flagBefore(text) : null;
    return flagged ? readNumber(flagged.number, { ...style, flagsBefore: false }) : null;
  }
  const digits = plainDigits(parts.digits, style.decimal);
  if (digits === null) return null;
  const { word, size: before } = parts;
  /** power of ten that words multiply by */
  let power = before === null ? 0 : (magnitudeOf(before) ?? 0);
  if (style.shares && word === null) power += 2;
  let isCredit = false;
  let isDebit = false;
  if (word !== null && word !== style.unit) {
    const magnitude = style.magnitudes ? magnitudeOf(word) : undefined;
    isCredit = CREDIT.test(word);
    isDebit = DEBIT.test(word);
    if (magnitude !== undefined) power += magnitude;
    else if (!isCredit && !isDebit && word !== '%' && word !== '‰' && !isFlag(word)) return null;
  }
  // Read with its power as one decimal number, so that 1.1 million is 1100000 to the last digit.
  const size = Number(`${digits}e${power + parts.exponent}`);
  if (!Number.isFinite(size)) return null;
  const isNegative = parts.negative !== (style.credits === 'above' ? isDebit : isCredit);
  return isNegative && size !== 0 ? -size : size;
}
