/** Mean, median and total of what is shown, and the year so far beside the year before. */
import { fiscalYear } from '../../table/periods.ts';
import { partsOf } from '../../time/interval.ts';
import type { Claim, Fact, Summary } from '../claim.ts';
import { type Known, moveBetween, roundedTo } from '../known.ts';
import { addsUp, type FactSeries } from '../series.ts';

/** Whole numbers have whole means, but for small ones. */
const decimalsOfMean = ({ decimals, series }: Known, most: number) =>
  series.whole && most < 20 ? Math.max(1, decimals) : decimals;

/** The middle of numbers in order; the mean of the two in the middle of an even count. */
function middleOf(sorted: readonly number[]): number {
  const half = Math.floor(sorted.length / 2);
  const upper = sorted[half] ?? 0;
  return sorted.length % 2 === 1 ? upper : (upper + (sorted[half - 1] ?? 0)) / 2;
}

export const sumOf = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0);

/** Mean and median of what is shown, that all of it is one value, and its total where values can be added up. */
export function summaries(known: Known): Fact[] {
  const { series, entries, of, decimals, part } = known;
  if (entries.length < 2) return [];
  const values = entries.map(of);
  const sorted = [...values].sort((a, b) => a - b);
  const mean = decimalsOfMean(known, Math.abs(sorted.at(-1) ?? 0));
  const made = (
    kind: 'mean' | 'median' | 'total' | 'constant',
    value: number,
    written: number,
    weight: number,
  ): Fact[] => {
    const summary: Summary = { value, decimals: written, count: values.length, part };
    if (!Number.isFinite(value) || (value !== 0 && roundedTo(value, written) === 0)) return [];
    return [{ series, claim: { kind, ...summary }, points: entries, weight }];
  };
  const isConstant = sorted[0] === sorted.at(-1);
  return [
    ...(isConstant ? made('constant', sorted[0] ?? 0, decimals, values.length > 3 ? 24 : 0) : []),
    ...made('mean', sumOf(values) / values.length, mean, values.length >= 6 && !isConstant ? 7 : 0),
    ...made('median', middleOf(sorted), mean, 0),
    ...(addsUp(series) ? made('total', sumOf(values), decimals, 0) : []),
  ];
}

const UNITS_IN_YEAR: Readonly<Record<string, number>> = { month: 12, quarter: 4 };

/** The entries of a year, from its first period on without a hole; empty where one is missing. */
function ofYear({ series, all }: Known, year: number, count: number): number[] {
  const yearOf = (entry: number) =>
    fiscalYear(Number(series.keys[entry]), series.interval ?? 'month', series.yearStart);
  const found = all.filter((entry) => yearOf(entry) === year);
  const first = found[0];
  if (first === undefined || found.length < count) return [];
  const start = new Date(Number(series.keys[first])).getUTCMonth();
  return start - (start % (12 / (UNITS_IN_YEAR[series.interval ?? ''] ?? 12))) === series.yearStart - 1
    ? found.slice(0, count)
    : [];
}

/** What the latest year came to so far, beside the same part of the year before; of months and quarters that can be added up. */
export function yearToDate(known: Known, at: number): Fact[] {
  const { series, all, of, decimals } = known;
  const key = series.keys[at];
  const inYear =
    series.interval === null || partsOf(series.interval).every > 1 ? undefined : UNITS_IN_YEAR[series.interval];
  if (inYear === undefined || typeof key !== 'number' || series.interval === null || !addsUp(series)) return [];
  if (series.interval === 'quarter' && (series.yearStart - 1) % 3 !== 0) return [];
  const year = fiscalYear(key, series.interval, series.yearStart);
  const count = all.filter(
    (entry) =>
      entry <= at && fiscalYear(Number(series.keys[entry]), series.interval ?? 'month', series.yearStart) === year,
  ).length;
  const now = ofYear(known, year, count);
  // A hole in the year makes its sum less than it is.
  if (count < 2 || now.length < count || now.at(-1) !== at || !isUnbroken(series, now)) return [];
  const before = ofYear(known, year - 1, count);
  const value = sumOf(now.map(of));
  if (value !== 0 && roundedTo(value, decimals) === 0) return [];
  const seen =
    before.length === count && isUnbroken(series, before) ? moveBetween(sumOf(before.map(of)), value, known) : null;
  const claim: Claim = {
    kind: 'year to date',
    at,
    value,
    decimals,
    count,
    year,
    ...(seen ?? { way: 'alone', change: null }),
  };
  const weight = count < inYear && seen?.change ? 34 + Math.min(15, seen.change.size) : 5;
  return [{ series, claim, points: [...before, ...now], weight }];
}

/** True where entries follow each other without a period between them. */
function isUnbroken({ keys, interval }: FactSeries, entries: readonly number[]): boolean {
  const step = interval === 'quarter' ? 3 : 1;
  const months = entries.map((entry) => {
    const date = new Date(Number(keys[entry]));
    return Math.floor((date.getUTCFullYear() * 12 + date.getUTCMonth()) / step);
  });
  return months.every((month, index) => index === 0 || month === (months[index - 1] ?? 0) + 1);
}
