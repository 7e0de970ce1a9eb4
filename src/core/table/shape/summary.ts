import type { Summary } from './step.ts';

/**
 * One value for several, in row order. A sum with a missing part is missing;
 * the others speak of the values that are there. Null when none is.
 */
export function summarise(values: readonly (number | null)[], by: Summary): number | null {
  const [only = null] = values;
  if (values.length < 2) return only;
  const there = values.filter((value) => value !== null);
  if (there.length === 0 || (by === 'sum' && there.length < values.length)) return null;
  switch (by) {
    case 'sum':
      return there.reduce((sum, value) => sum + value, 0);
    case 'mean':
      return there.reduce((sum, value) => sum + value, 0) / there.length;
    case 'last':
      return there.at(-1) ?? null;
    case 'min':
      return there.reduce((least, value) => Math.min(least, value));
    case 'max':
      return there.reduce((most, value) => Math.max(most, value));
  }
}
