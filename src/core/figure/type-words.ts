/** Type as it is written in one field: “semibold 9 pt”. */
import { readNumber } from '../table/numbers.ts';

interface TypeWish {
  bold?: boolean;
  /** points; null for the size of the house */
  size?: number | null;
}

/** A weight and a size in words; `usual` is the size of the house, points. */
export const sayType = ({ bold, size }: { bold: boolean; size: number | null }, usual: number): string =>
  `${bold ? 'semibold' : 'regular'} ${size ?? usual} pt`;

const WEIGHTS: Readonly<Record<string, boolean>> = {
  semibold: true,
  bold: true,
  strong: true,
  regular: false,
  normal: false,
  plain: false,
};

/**
 * Reads a weight, a size in points, or both, in any order; “house” is the size
 * of the house. Null for what is none of these.
 */
export function readType(text: string): TypeWish | null {
  const wish: TypeWish = {};
  const words = text
    .trim()
    .toLowerCase()
    .replace(/,(?!\d)/g, ' ')
    .split(/\s+/);
  for (const word of words) {
    if (word === '') continue;
    const weight = WEIGHTS[word];
    const number = /^(\d+(?:[.,]\d+)?)(?:pt|points?)?$/.exec(word)?.[1];
    if (weight !== undefined) wish.bold = weight;
    else if (number !== undefined)
      wish.size = readNumber(number.replace(',', '.'), { decimal: '.', magnitudes: false, unit: null });
    else if (word === 'house') wish.size = null;
    else if (!/^(?:pt|points?|and|in)$/.test(word)) return null;
  }
  return Object.keys(wish).length > 0 ? wish : null;
}
