/** Numbers derived from the values of a sparkline. */
import type { DerivedKind } from './spec.ts';

type Values = readonly (number | null)[];

/** A derived number, and the index of the place it belongs to where it has one. */
export interface Derived {
  value: number;
  at: number | null;
}

/** The slope per period of the least-squares line through the values that are known. */
function slope(values: readonly (number | null)[]): number | null {
  let [count, sumX, sumY, sumXX, sumXY] = [0, 0, 0, 0, 0];
  values.forEach((value, x) => {
    if (value === null) return;
    count++;
    sumX += x;
    sumY += value;
    sumXX += x * x;
    sumXY += x * value;
  });
  const spread = count * sumXX - sumX * sumX;
  return spread === 0 ? null : (count * sumXY - sumX * sumY) / spread;
}

/**
 * One derived number of a series, of its values before `unfinished`; null where
 * there is none. A change on the year is relative to the size of the earlier value.
 */
export function derive(what: DerivedKind, all: Values, unfinished: number, yearBefore: Values = []): Derived | null {
  const values = all.slice(0, unfinished);
  const last = values.findLastIndex((value) => value !== null);
  const first = values.findIndex((value) => value !== null);
  const now = values[last];
  const start = values[first];
  if (now === null || now === undefined || start === null || start === undefined) return null;
  switch (what) {
    case 'last':
      return { value: now, at: last };
    case 'first':
      return { value: start, at: first };
    case 'high':
    case 'low': {
      const sign = what === 'high' ? 1 : -1;
      let best = first;
      values.forEach((value, index) => {
        if (value !== null && value * sign > (values[best] ?? 0) * sign) best = index;
      });
      return { value: values[best] ?? 0, at: best };
    }
    case 'mean': {
      const known = values.filter((value) => value !== null);
      return { value: known.reduce((sum, value) => sum + value, 0) / known.length, at: null };
    }
    case 'change':
      return last === first ? null : { value: now - start, at: null };
    case 'change on the year': {
      const before = yearBefore[last];
      return before === null || before === undefined || before === 0
        ? null
        : { value: (now - before) / Math.abs(before), at: null };
    }
    case 'slope': {
      const value = slope(values);
      return value === null ? null : { value, at: null };
    }
  }
}

/** Values as wins (1), losses (-1) and draws (0): by their own sign, or that of their change on the place or year before. */
export function signs(values: Values, of: 'value' | 'previous' | 'year', yearBefore: Values): (number | null)[] {
  return values.map((value, index) => {
    if (value === null) return null;
    if (of === 'value') return Math.sign(value);
    const before = of === 'previous' ? values[index - 1] : yearBefore[index];
    return before === null || before === undefined ? null : Math.sign(value - before);
  });
}
