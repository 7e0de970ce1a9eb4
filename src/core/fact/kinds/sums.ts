/** Mean, median and total of what is shown, and the year so far beside the year before. */
import { addsOverTime } from '../../table/measure/kind.ts';
import { fiscalYear } from '../../table/periods.ts';
import { roundedTo } from '../../text/rounding.ts';
import type { Claim, Fact, Summary } from '../claim.ts';
import { type Known, moveBetween } from '../known.ts';
import { entryOfPeriod, periodOf } from '../places.ts';

/** Whole numbers have whole means, but for small ones. */
const decimalsOfMean = ({ decimals, series }: Known, most: number) =>
  series.whole && most < 20 ? Math.max(1, decimals) : decimals;

/** The middle of numbers in order; the mean of the two in the middle of an even count. */
function middleOf(sorted: Float64Array): number {
  const half = Math.floor(sorted.length / 2);
  const upper = sorted[half] ?? 0;
  return sorted.length % 2 === 1 ? upper : (upper + (sorted[half - 1] ?? 0)) / 2;
}

/** The sum of numbers; zero where all that is left is what rounding each of them left: 0.1, 0.2 and -0.3 add up to nothing. */
export function sumOf(values: readonly number[]): number {
  let sum = 0;
  let size = 0;
  for (const value of values) {
    sum += value;
    size += Math.abs(value);
  }
  return Math.abs(sum) <= size * 1e-13 ? 0 : sum;
}

/** Whether what is counted over several periods is that of all of them; percentages are not, whatever they are of. */
const addsUp = ({ scale, series }: Known) => scale !== 'points' && addsOverTime(series.measure);

/** Mean and median of what is shown, that all of it is one value, and its total where values can be added up. */
export function summaries(known: Known): Fact[] {
  const { series, entries, of, decimals, part } = known;
  // The mean of years is the year of nothing.
  if (entries.length < 2 || series.measure === 'year') return [];
  const values = entries.map(of);
  const sorted = Float64Array.from(values).sort();
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
    ...(addsUp(known) ? made('total', sumOf(values), decimals, 0) : []),
  ];
}

const PERIODS_IN_YEAR: Readonly<Partial<Record<string, number>>> = { month: 12, quarter: 4 };

/** The first `count` periods of a year, in order; empty where one of them has no value. */
function beginningOf(known: Known, year: number, count: number, perYear: number): number[] {
  const first = Math.floor((year * 12 + known.series.yearStart - 1) / (12 / perYear));
  const entries = Array.from({ length: count }, (_, index) => entryOfPeriod(known, first + index));
  const has = new Set(known.all);
  return entries.every((entry): entry is number => entry !== undefined && has.has(entry)) ? entries : [];
}

/** What the latest year came to so far, beside the same part of the year before; of months and quarters that can be added up. */
export function yearToDate(known: Known, at: number): Fact[] {
  const { series, of, decimals } = known;
  const { interval, yearStart } = series;
  const perYear = PERIODS_IN_YEAR[interval ?? ''];
  const period = periodOf(known, at);
  if (interval === null || perYear === undefined || period === null || !addsUp(known)) return [];
  if ((yearStart - 1) % (12 / perYear) !== 0) return [];
  const year = fiscalYear(Number(series.keys[at]), interval, yearStart);
  const count = period - Math.floor((year * 12 + yearStart - 1) / (12 / perYear)) + 1;
  // A hole in the year makes its sum less than it is.
  const now = beginningOf(known, year, count, perYear);
  if (count < 2 || now.length < count) return [];
  const before = beginningOf(known, year - 1, count, perYear);
  const value = sumOf(now.map(of));
  if (value !== 0 && roundedTo(value, decimals) === 0) return [];
  const seen = before.length === count ? moveBetween(sumOf(before.map(of)), value, known) : null;
  const told = seen ?? { way: 'alone' as const, change: null };
  const claim: Claim = { kind: 'year to date', at, value, decimals, count, year, ...told };
  const weight = count < perYear && seen?.change ? 34 + Math.min(15, seen.change.size) : 5;
  return [{ series, claim, points: [...before, ...now], weight }];
}
