/** How much a line moves, in plain words, and what it lacks. */

import { roundedTo } from '../../text/rounding.ts';
import { findHoles, isDaily, partsOf } from '../../time/interval.ts';
import type { Change, Fact } from '../claim.ts';
import { decimalsOfMove, type Known } from '../known.ts';
import { periodOf } from '../places.ts';
import { usualStep } from '../usual-step.ts';
import { sumOf } from './sums.ts';

/** A number of some decimals that is not below another. */
const upTo = (value: number, decimals: number) => {
  const rounded = roundedTo(value, decimals);
  return rounded >= value ? rounded : roundedTo(rounded + 10 ** -decimals, decimals);
};

/** Per cent. */
const MOST_USUAL = 100;

/** What half of all changes from one period to the next stay within, and whether all values stay near their mean. */
export function steadiness(known: Known): Fact[] {
  const { series, entries, of, scale, decimals, part } = known;
  if (series.interval === null || entries.length < 8) return [];
  const facts: Fact[] = [];
  const { middle, count } = usualStep(known);
  // What more than doubles from one period to the next has no usual change.
  const isUsual = scale !== 'ratio' || middle <= MOST_USUAL;
  if (Number.isFinite(middle) && middle > 0 && isUsual && count >= 7) {
    const of: Change['of'] = scale === 'ratio' ? 'percent' : scale === 'points' ? 'points' : 'value';
    const places = of === 'percent' ? (middle < 9.95 ? 1 : 0) : decimalsOfMove(middle, known);
    const change: Change = { of, size: upTo(middle, places), decimals: places };
    if (change.size > 0) facts.push({ series, claim: { kind: 'typical', change, count }, points: entries, weight: 8 });
  }
  const mean = sumOf(entries.map(of)) / entries.length;
  const written = roundedTo(mean, decimals);
  if (scale === 'ratio' && written > 0) {
    const widest = entries.reduce((most, entry) => Math.max(most, Math.abs(of(entry) / written - 1)), 0) * 100;
    const percent = upTo(widest, 0);
    if (percent > 0 && percent <= 5)
      facts.push({
        series,
        claim: { kind: 'steady', percent, value: mean, decimals, count: entries.length, part },
        points: entries,
        weight: 38 - 2 * percent,
      });
  }
  return facts;
}

/** Periods between the first and the last value that have none, where they are the exception. */
export function missing(known: Known): Fact[] {
  const { series, entries } = known;
  const { keys, interval } = series;
  const [first, last] = [entries[0], entries.at(-1)];
  if (interval === null || first === undefined || last === undefined || partsOf(interval).every > 1) return [];
  // Holidays are no holes.
  if (interval === 'business day') return [];
  const span = (periodOf(known, last) ?? Number.NaN) - (periodOf(known, first) ?? Number.NaN);
  if (span + 1 === entries.length) return [];
  const dates = entries.map((entry) => Number(keys[entry]));
  const holes = findHoles(dates, interval);
  const hole = holes.at(-1);
  const of = entries.length + holes.length;
  // What is missing more often than not is no series of that interval.
  if (hole === undefined || holes.length * 3 > of || (isDaily(interval) && holes.length > 60)) return [];
  return [{ series, claim: { kind: 'missing', count: holes.length, of, last: hole }, points: [], weight: 6 }];
}
