import { fineStepFrom, multiplesIn, roundStepFrom, tidy } from './ticks.ts';

/** What a user asked of a value axis. */
export interface ValueAxisWish {
  /** lower end: found from the data, zero, or a given value */
  from: 'auto' | 'zero' | number;
  to: 'auto' | number;
  /** step between ticks, or null to choose one */
  every: number | null;
  /** how many intervals there are, where no step is given; null or absent chooses */
  intervals?: number | null;
  /** into how many parts minor ticks divide an interval; 1 or absent for none */
  minor?: number;
}

export interface ValueScale {
  kind: 'linear' | 'log';
  low: number;
  high: number;
  /** step between ticks of a linear axis; the first tick of a logarithmic one, whose ticks differ */
  step: number;
  ticks: number[];
  /** values of minor ticks, without those of `ticks` */
  minor: number[];
  /** set when the step that was asked for could not be drawn: how many labels it needs */
  refused: { every: number; labels: number; room: number } | null;
}

/**
 * An automatic axis begins at zero when the lowest value is less than half of
 * the highest: the share of empty room is then small and heights compare truly.
 */
const ZERO_SHARE = 0.5;
/** Around five to eight intervals read well. */
const MOST_INTERVALS = 7;
/** What lies on both sides of zero has at least so many multiples of a step; with one more the ends come nearer. */
const FEWEST_AROUND_ZERO = 3;
const LABELS_AROUND_ZERO = 4;

/** Lowest and highest of the values, or null when there are none. */
export function extentOf(series: Iterable<readonly (number | null)[]>): [number, number] | null {
  let low = Infinity;
  let high = -Infinity;
  for (const values of series)
    for (const value of values)
      if (value !== null) {
        if (value < low) low = value;
        if (value > high) high = value;
      }
  return low <= high ? [low, high] : null;
}

/** Where a value stands between the ends of a scale: 0 at its low end, 1 at its high end. */
export function fractionOf({ kind, low, high }: ValueScale, value: number): number {
  if (kind === 'linear') return (value - low) / (high - low);
  return Math.log(value / low) / Math.log(high / low);
}

/** Numbers closer to each other than this share of their size are written alike, and are one on an axis. */
const SAME_SHARE = 1e-11;
/** Numbers beyond this are drawn at the edge: the difference of two of them is no number. */
const MOST_SIZE = 1e290;

/** And what is smaller than this is zero. */
const LEAST_SIZE = 1e-280;

const areOne = (low: number, high: number) =>
  high - low <= SAME_SHARE * Math.max(Math.abs(low), Math.abs(high)) || high - low < LEAST_SIZE;
const clamped = (value: number) => Math.max(-MOST_SIZE, Math.min(MOST_SIZE, value));

/** The range that an axis has to show, before its ends are moved to ticks. */
export function wantedEnds(wish: ValueAxisWish, extent: [number, number] | null): [number, number] {
  let [low, high] = (extent ?? [0, 1]).map(clamped) as [number, number];
  if (areOne(low, high)) {
    const isZero = Math.abs(low) < LEAST_SIZE;
    const room = isZero ? 1 : Math.abs(low) * 0.1;
    low -= isZero ? 0 : room;
    high += room;
  }
  if (wish.from === 'auto') {
    if (low > 0 && low < ZERO_SHARE * high) low = 0;
    else if (high < 0 && high > ZERO_SHARE * low) high = 0;
  } else low = wish.from === 'zero' ? Math.min(0, low) : wish.from;
  if (wish.from === 'zero' && high < 0) high = 0;
  if (wish.to !== 'auto') high = wish.to;
  if (high <= low || areOne(low, high)) {
    // One end was given beyond the data: keep what was given and leave room at the other end.
    const room = Math.max(1, Math.abs(low) * 0.1);
    if (wish.to === 'auto') high = low + room;
    else low = high - room;
  }
  return [low, high];
}

/** Values that part each interval into `parts`; of whole things only as many parts as stay whole. */
function minorTicks(
  ticks: readonly number[],
  [low, high]: [number, number],
  step: number,
  parts: number,
  whole: boolean,
): number[] {
  let count = Math.max(1, Math.floor(parts));
  while (whole && count > 1 && !Number.isInteger(tidy(step / count))) count--;
  if (count === 1) return [];
  const majors = new Set(ticks);
  return multiplesIn(low, high, step / count).filter((value) => !majors.has(value));
}

/** A linear scale with its ticks at the multiples of a step within given ends. */
export function linearScale(
  [low, high]: [number, number],
  step: number,
  { minor = 1, whole = false, refused = null }: { minor?: number; whole?: boolean; refused?: ValueScale['refused'] },
): ValueScale {
  const ticks = multiplesIn(low, high, step);
  return { kind: 'linear', low, high, step, ticks, minor: minorTicks(ticks, [low, high], step, minor, whole), refused };
}

/** A scale with two ticks, one at each end. */
const endTicks = ([low, high]: [number, number], refused: ValueScale['refused']): ValueScale => ({
  kind: 'linear',
  low,
  high,
  step: high - low,
  ticks: [low, high],
  minor: [],
  refused,
});

/**
 * Finds the ends, step and ticks of a value axis. Ends that were not given are
 * moved out to a tick. `most` is how many tick labels have room; a step asked
 * for that needs more is replaced by the next of its round multiples that
 * fits, and `refused` says so. `whole` keeps steps to whole numbers.
 */
export function resolveValueAxis(
  wish: ValueAxisWish,
  extent: [number, number] | null,
  whole: boolean,
  most: number,
): ValueScale {
  const [wantedLow, wantedHigh] = wantedEnds(wish, extent);
  const room = Math.max(2, Math.floor(most));
  const lowGiven = typeof wish.from === 'number';
  const highGiven = wish.to !== 'auto';
  // Where there is no room for three, the ends are those of a step that has four, and only they are labelled.
  const isOnBothSides = wantedLow < 0 && wantedHigh > 0 && !lowGiven && !highGiven;
  const stepsFor = isOnBothSides && room < FEWEST_AROUND_ZERO ? LABELS_AROUND_ZERO : room;
  const endsFor = (step: number): [number, number] => {
    const low = lowGiven ? wantedLow : tidy(Math.floor(wantedLow / step + 1e-9) * step);
    const high = highGiven ? wantedHigh : tidy(Math.ceil(wantedHigh / step - 1e-9) * step);
    // A step so large that both ends are one multiple of it.
    if (high > low) return [low, high];
    return highGiven ? [tidy(high - step), high] : [low, tidy(low + step)];
  };
  const labelsFor = (step: number) => {
    const [low, high] = endsFor(step);
    return Math.floor(high / step + 1e-9) - Math.ceil(low / step - 1e-9) + 1;
  };
  let step: number;
  let refused: ValueScale['refused'] = null;
  if (wish.every !== null) {
    step = wish.every;
    const labels = labelsFor(step);
    if (labels > room) {
      refused = { every: wish.every, labels, room };
      const widest = 4 * (wantedHigh - wantedLow);
      for (let power = 1; labelsFor(step) > stepsFor && step < widest; power *= 10)
        for (const times of [2, 5, 10]) {
          step = tidy(wish.every * times * power);
          if (labelsFor(step) <= stepsFor) break;
        }
    }
  } else {
    const count = Math.min(stepsFor - 1, wish.intervals ?? MOST_INTERVALS);
    const from = wish.intervals ? fineStepFrom : roundStepFrom;
    const labels = wish.intervals ? Math.max(count + 1, isOnBothSides ? FEWEST_AROUND_ZERO : 0) : stepsFor;
    step = from((wantedHigh - wantedLow) / count, whole);
    // From so large a step on, only both sides of zero are told apart.
    while (labelsFor(step) > labels && step < 4 * (wantedHigh - wantedLow)) step = from(step * 1.01, whole);
  }
  const ends = endsFor(step);
  // What lies on both sides of zero has ticks at both ends where there is no room for three.
  if (labelsFor(step) > room) return endTicks(ends, refused);
  // As many intervals as were asked for, where the last ones hold no value.
  const lacking =
    wish.every === null && wish.intervals ? Math.min(room - 1, wish.intervals) - (labelsFor(step) - 1) : 0;
  if (lacking > 0 && !highGiven) ends[1] = tidy(ends[1] + lacking * step);
  const scale = linearScale(ends, step, { minor: wish.minor ?? 1, whole, refused });
  if (scale.ticks.length >= 2) return scale;
  // Between given ends the last step up may have left one: the first and the last of the finer ones stay then.
  const fine = roundStepFrom((ends[1] - ends[0]) / 6, whole);
  const finer = multiplesIn(ends[0], ends[1], fine);
  const [first, last] = [finer[0], finer.at(-1)];
  return first === undefined || last === undefined || first === last
    ? endTicks(ends, refused)
    : { ...scale, step: fine, ticks: [first, last] };
}
