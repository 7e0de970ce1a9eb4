/** Times as they are told: the median, and what 95 of 100 stay under. */

export interface Measured {
  what: string;
  median: number;
  most95: number;
  aim: string;
}

const share = (sorted: readonly number[], at: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * at))] ?? Number.NaN;

export function measured(what: string, times: readonly number[], aim: string): Measured {
  const sorted = [...times].sort((a, b) => a - b);
  const one = (value: number) => Math.round(value * 10) / 10;
  return { what, median: one(share(sorted, 0.5)), most95: one(share(sorted, 0.95)), aim };
}
