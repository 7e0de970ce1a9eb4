/** Points that stand out: which of the values of a line or a sparkline each rule of its emphasis holds for. */
import { type Emphasis, emphasised } from './emphasis.ts';

type Values = readonly (number | null)[];

/**
 * Indices of the values that a rule holds for. What is not finished (from index
 * `unfinished` on) is no high, low or turn, and is compared with no level: it is not over.
 */
export function pointsOfRule(
  values: Values,
  { of, ties }: Emphasis,
  unfinished: number,
  levelAt: (index: number) => number | null,
): number[] {
  const isAnyPoint = of === 'first' || of === 'last';
  const seen = isAnyPoint || unfinished >= values.length ? values : values.slice(0, unfinished);
  return emphasised(seen, of, ties, levelAt);
}
