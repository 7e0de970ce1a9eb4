import type { Gaps } from '../style/vocabulary.ts';

/** Values whose holes between the first and the last one count as zero, where that is asked for. */
export function withGaps(values: readonly (number | null)[], gaps: Gaps): readonly (number | null)[] {
  if (gaps !== 'zero') return values;
  const first = values.findIndex((value) => value !== null);
  const last = values.findLastIndex((value) => value !== null);
  return values.map((value, index) => (value === null && index > first && index < last ? 0 : value));
}
