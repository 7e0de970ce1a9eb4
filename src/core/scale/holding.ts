/** One range for several axes. */
import type { ValueScale } from './value-axis.ts';

type Drawn = Pick<ValueScale, 'low' | 'high' | 'step'>;

/** Quotients this near to a whole number are one: 0.3 / 0.1 is not below 3. */
const NEAR = 1e-9;

/** Without what binary fractions leave behind the twelfth figure. */
const clean = (value: number) => Number(value.toPrecision(12)) + 0;

/** The range that holds those of several drawn scales, in whole steps of the widest of theirs; null for none. */
export function holdingRange(scales: readonly Drawn[]): { from: number; to: number; every: number } | null {
  if (scales.length === 0) return null;
  const every = Math.max(...scales.map(({ step }) => step));
  const [low, high] = [Math.min(...scales.map((one) => one.low)), Math.max(...scales.map((one) => one.high))];
  return {
    from: clean(Math.floor(low / every + NEAR) * every),
    to: clean(Math.ceil(high / every - NEAR) * every),
    every: clean(every),
  };
}
