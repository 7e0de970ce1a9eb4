/** What numbers measure, which says whether they may be added up. */
import * as z from 'zod';

/**
 * A flow is counted over a period; a stock is there at a moment; a level, such
 * as a pressure, is a state; a year is the name of one; the others are what
 * they are called.
 */
export const MEASURES = [
  'flow',
  'stock',
  'level',
  'rate',
  'index',
  'temperature',
  'price',
  'age',
  'rank',
  'running total',
  'year',
] as const;
export type Measure = (typeof MEASURES)[number];

/** What a user can say that a column measures; where it is unclear it is never added up. */
export const SaidMeasure = z.enum([...MEASURES, 'unclear']);
export type SaidMeasure = z.infer<typeof SaidMeasure>;

/** What was said, where it says something. */
export const heardMeasure = (said: SaidMeasure): Measure | null => (said === 'unclear' ? null : said);

/** Whether the values of several periods add up to that of all of them. */
export const addsOverTime = (measure: Measure | null): boolean => measure === 'flow';

/** Whether the values of several parts, such as regions, add up to that of the whole. */
export const addsOverParts = (measure: Measure | null): boolean => measure === 'flow' || measure === 'stock';

/** How the values of several parts become one: summed where they add up, else averaged. */
export const overParts = (measure: Measure | null): 'sum' | 'mean' => (addsOverParts(measure) ? 'sum' : 'mean');

/** How the values of several periods become one: summed, or the last one of what is there at a moment or counted up, else averaged. */
export function overTime(measure: Measure | null): 'sum' | 'mean' | 'last' {
  if (addsOverTime(measure)) return 'sum';
  return measure === 'stock' || measure === 'running total' ? 'last' : 'mean';
}

/** What values taken together measure. */
export function measureTogether(measure: Measure | null, by: 'sum' | 'mean' | 'last' | 'min' | 'max'): Measure | null {
  // The mean of what is counted over several periods is of one of them, and so are its ends.
  return by === 'sum' || measure !== 'flow' ? measure : by === 'mean' ? 'rate' : 'level';
}

/** A measure as a column says it that follows from others; one that is unclear is weighed again by what the new column is called. */
export const saidMeasure = <Said extends SaidMeasure>(measure: Said | null): { measure?: Said } =>
  measure === null ? {} : { measure };
