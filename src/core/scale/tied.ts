/**
 * Two value axes whose ticks meet: both get the same count of intervals with a
 * round step each. Of all pairs of round steps the one is chosen that wastes
 * least height, summed over both axes.
 */
import { roundStepFrom, tidy } from './ticks.ts';

/** What one of the two axes has to show. */
export interface TiedWish {
  low: number;
  high: number;
  /** ends that must stay where they are */
  lowGiven: boolean;
  highGiven: boolean;
  /** steps stay whole numbers */
  whole: boolean;
  /** a step that is asked for */
  every: number | null;
}

interface TiedEnds {
  low: number;
  high: number;
  step: number;
}

export interface Tied {
  intervals: number;
  left: TiedEnds;
  right: TiedEnds;
  /** share of the height that holds no value, summed over both axes */
  waste: number;
}

const FEWEST = 2;
const MOST_INTERVALS = 10;
const SLACK = 1e-9;
/** The end of a range may need a step this many round steps above the least one. */
const TRIES = 8;

const meets = (a: number, b: number) => Math.abs(a - b) <= SLACK * Math.max(1, Math.abs(a), Math.abs(b));

/** The ends with `intervals` steps, the first of which lies `below` steps under zero; null when the range does not fit. */
function endsAt(wish: TiedWish, step: number, intervals: number, below: number | null): TiedEnds | null {
  const first = below === null ? Math.floor(wish.low / step + SLACK) : -below;
  const low = tidy(first * step) + 0;
  const high = tidy((first + intervals) * step) + 0;
  if (low > wish.low + SLACK * step || high < wish.high - SLACK * step) return null;
  if (wish.lowGiven && !meets(low, wish.low)) return null;
  if (wish.highGiven && !meets(high, wish.high)) return null;
  return { low, high, step };
}

/** The ends with the smallest round step under which `intervals` of it hold the range. */
function smallestEnds(wish: TiedWish, intervals: number, below: number | null): TiedEnds | null {
  if (wish.every !== null) return endsAt(wish, wish.every, intervals, below);
  let least = (wish.high - wish.low) / intervals;
  if (below !== null) {
    // What stands above zero has the steps above it, and what stands below the others.
    const above = intervals - below;
    if ((wish.high > 0 && above === 0) || (wish.low < 0 && below === 0)) return null;
    if (wish.high > 0) least = Math.max(least, wish.high / above);
    if (wish.low < 0) least = Math.max(least, -wish.low / below);
  }
  let step = roundStepFrom(least, wish.whole);
  for (let turn = 0; turn < TRIES; turn++) {
    const ends = endsAt(wish, step, intervals, below);
    if (ends) return ends;
    step = roundStepFrom(step * 1.01, wish.whole);
  }
  return null;
}

const wasteOf = (wish: TiedWish, { low, high }: TiedEnds) => 1 - (wish.high - wish.low) / (high - low);

/**
 * Finds the ends and steps of two axes whose ticks meet. `most` is how many
 * labels have room. With `zero`, zero stands at the same height on both. Null
 * when given ends and steps leave no pair.
 */
export function tieTicks(left: TiedWish, right: TiedWish, most: number, zero: boolean): Tied | null {
  let best: Tied | null = null;
  const limit = Math.min(MOST_INTERVALS, Math.max(FEWEST, Math.floor(most) - 1));
  for (let intervals = FEWEST; intervals <= limit; intervals++) {
    const places = zero ? Array.from({ length: intervals + 1 }, (_, below) => below) : [null];
    for (const below of places) {
      const ends = smallestEnds(left, intervals, below);
      const others = ends && smallestEnds(right, intervals, below);
      if (!others) continue;
      const waste = wasteOf(left, ends) + wasteOf(right, others);
      // Of equals, the count of intervals that reads best.
      const isBetter =
        !best ||
        waste < best.waste - SLACK ||
        (waste < best.waste + SLACK && Math.abs(intervals - 5) < Math.abs(best.intervals - 5));
      if (isBetter) best = { intervals, left: ends, right: others, waste };
    }
  }
  return best;
}
