/**
 * Ticks of a value axis: round steps of 1, 2, 2.5 or 5 times a power of ten,
 * and never a half of something whole.
 */
const MANTISSAS = [1, 2, 2.5, 5] as const;

/**
 * Steps for a count of intervals that was asked for: finer ones, so that the
 * last interval is not left without a value.
 */
const FINE_MANTISSAS = [1, 1.25, 1.5, 2, 2.5, 3, 4, 5, 6, 7.5, 8] as const;

/** Rounds away the error of binary fractions, so that 3 × 0.1 is 0.3. */
export function tidy(value: number): number {
  return Number(value.toPrecision(14));
}

function isStepOf(step: number, mantissas: readonly number[]): boolean {
  if (!(step > 0) || !Number.isFinite(step)) return false;
  const mantissa = tidy(step / 10 ** Math.floor(Math.log10(step) + 1e-9));
  return mantissas.some((round) => tidy(round) === mantissa);
}

/** True when a step is 1, 2, 2.5 or 5 × 10ⁿ. */
export const isRoundStep = (step: number): boolean => isStepOf(step, MANTISSAS);

/** True for the finer steps for a count of intervals, too. */
export const isFineStep = (step: number): boolean => isStepOf(step, FINE_MANTISSAS);

/** Steps beyond these are no numbers to draw by. */
const LEAST_STEP = 1e-290;
const MOST_STEP = 1e300;

function stepFrom(least: number, whole: boolean, mantissas: readonly number[]): number {
  const floor = Math.min(MOST_STEP, Math.max(least, whole ? 1 : LEAST_STEP));
  const power = Math.floor(Math.log10(floor));
  for (let exponent = power; ; exponent++)
    for (const mantissa of mantissas) {
      const step = tidy(mantissa * 10 ** exponent);
      if (step >= floor * (1 - 1e-9) && (!whole || Number.isInteger(step))) return step;
    }
}

/** The smallest round step that is not below `least`; a whole number of at least 1 when `whole`. */
export const roundStepFrom = (least: number, whole: boolean): number => stepFrom(least, whole, MANTISSAS);

/** The same of the finer steps for a count of intervals. */
export const fineStepFrom = (least: number, whole: boolean): number => stepFrom(least, whole, FINE_MANTISSAS);

/** The round steps next to a step, a finer and a coarser one; of whole things a finer step than 1 is 1. */
export function stepsBeside(step: number, whole: boolean): { finer: number; coarser: number } {
  // The mantissas are at most 2.5 times apart, so one of these is the next below.
  const below = [2.6, 2.1, 1.01]
    .map((by) => roundStepFrom(step / by, whole))
    .filter((other) => other < step * (1 - 1e-9));
  return { finer: below.length > 0 ? Math.max(...below) : step, coarser: roundStepFrom(step * 1.01, whole) };
}

/** The multiples of `step` within [low, high], rising, both ends included. */
export function multiplesIn(low: number, high: number, step: number): number[] {
  const slack = 1e-9;
  const first = Math.ceil(low / step - slack);
  const last = Math.floor(high / step + slack);
  const ticks: number[] = [];
  for (let index = first; index <= last; index++) ticks.push(tidy(index * step) + 0);
  return ticks;
}
