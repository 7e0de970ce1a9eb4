/** Emphasis: the few points of a line or sparkline that stand out, found from the values that are drawn. */

import * as z from 'zod';
import { byHouse, type Dressed, type Place } from '../style/by-house.ts';
import { Colour } from '../style/colour.ts';
import type { HouseStyle } from '../style/style.ts';
import { EMPHASISED, type Emphasised, MARKER_SHAPES } from '../style/vocabulary.ts';

export const TIES = ['first', 'last', 'all'] as const;
export type Ties = (typeof TIES)[number];

/** Diameter of a marker in points. */
export const MarkerSize = z.number().min(0.5, 'A marker is at least 0.5 pt.').max(30, 'A marker is at most 30 pt.');

const isEmphasised = (of: unknown): of is Emphasised => EMPHASISED.some((known) => known === of);

/** How the house tells a kind of point apart without colour. */
function lookOfPoint({ points }: HouseStyle, { owner }: Place) {
  const { of } = owner;
  return points[isEmphasised(of) ? of : 'last'];
}

/** In so small a picture as a sparkline points are smaller, and the last one is the smallest. */
function sizeOfPoint({ points }: HouseStyle, { of, owner }: Place): number {
  if (of === 'figure') return points.size;
  return owner['of'] === 'last' ? Math.round(points.sparkSize * LAST_SHARE * 100) / 100 : points.sparkSize;
}
const LAST_SHARE = 0.75;

export const Emphasis = z.strictObject({
  of: z.enum(EMPHASISED),
  /** what "above" and "below" compare with: a value, or the id of a level of the figure */
  level: z.union([z.number().min(-1e15).max(1e15), z.string().min(1).max(64)]).default(0),
  /** which of equal highs or lows, or of the points of a level turn */
  ties: z.enum(TIES).default('all'),
  shape: byHouse(z.enum([...MARKER_SHAPES, 'none']), (style, place) => lookOfPoint(style, place).shape),
  filled: byHouse(z.boolean(), (style, place) => lookOfPoint(style, place).filled),
  size: byHouse(MarkerSize, sizeOfPoint).default('house'),
  /** null for the colour of the line */
  colour: Colour.nullable().default(null),
  /** whether its value is written */
  value: z.boolean().default(true),
});
export type Emphasis = z.infer<typeof Emphasis>;
export type DressedEmphasis = Dressed<Emphasis>;

/** An emphasis as the house sets it: shape before colour. */
export const newEmphasis = (of: Emphasised): Emphasis =>
  Emphasis.parse({ of, shape: 'house', filled: 'house', value: of === 'high' || of === 'low' || of === 'last' });

type Values = readonly (number | null)[];

function pick(indices: readonly number[], ties: Ties): number[] {
  if (ties === 'all' || indices.length < 2) return [...indices];
  return indices.slice(...(ties === 'first' ? [0, 1] : [-1]));
}

/** Indices of the greatest value by `sign`; none where all values are equal, for then nothing stands out. */
function extremes(values: Values, sign: 1 | -1, ties: Ties): number[] {
  let best = Number.NEGATIVE_INFINITY;
  let least = Number.POSITIVE_INFINITY;
  let found: number[] = [];
  for (let index = 0; index < values.length; index++) {
    const value = values[index];
    if (value === null || value === undefined) continue;
    const signed = value * sign;
    if (signed > best) {
      best = signed;
      found = [index];
    } else if (signed === best) found.push(index);
    if (signed < least) least = signed;
  }
  return best > least ? pick(found, ties) : [];
}

/** Indices at which a line changes its direction; of a level stretch at a turn, those that `ties` names. */
function turns(values: Values, ties: Ties): number[] {
  const found: number[] = [];
  let direction = 0;
  let level: number[] = [];
  let before: number | null = null;
  values.forEach((value, index) => {
    if (value === null) {
      // A gap ends what can be said of a direction.
      direction = 0;
      level = [];
      before = null;
      return;
    }
    if (before === null || value === before) level.push(index);
    else {
      const next = Math.sign(value - before);
      if (direction !== 0 && next !== direction) found.push(...pick(level, ties));
      direction = next;
      level = [index];
    }
    before = value;
  });
  return found;
}

const where = (values: Values, is: (value: number, index: number) => boolean) =>
  values.flatMap((value, index) => (value !== null && is(value, index) ? [index] : []));

/**
 * Indices of the emphasised values, rising. `levelAt` is the level that
 * "above" and "below" compare with, null where there is none; missing values
 * are never emphasised, and equal values have no high and no low.
 */
export function emphasised(
  values: Values,
  of: Emphasised,
  ties: Ties = 'all',
  levelAt: (index: number) => number | null = () => 0,
): number[] {
  switch (of) {
    case 'high':
      return extremes(values, 1, ties);
    case 'low':
      return extremes(values, -1, ties);
    case 'first': {
      const first = values.findIndex((value) => value !== null);
      return first < 0 ? [] : [first];
    }
    case 'last': {
      let last = values.length - 1;
      while (last >= 0 && values[last] === null) last--;
      return last < 0 ? [] : [last];
    }
    case 'negative':
      return where(values, (value) => value < 0);
    case 'turns':
      return turns(values, ties);
    case 'above':
    case 'below':
      return where(values, (value, index) => {
        const level = levelAt(index);
        return level !== null && (of === 'above' ? value > level : value < level);
      });
  }
}
