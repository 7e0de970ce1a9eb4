/** Small cases of facts and axes, each for a line that could be broken without any other test noticing. */
import { describe, expect, it } from 'vitest';
import { asBefore } from '../../src/core/fact/again.ts';
import { allFactsOf } from '../../src/core/fact/facts.ts';
import { isOfTime } from '../../src/core/fact/lexicon.ts';
import { sayFact } from '../../src/core/fact/say.ts';
import type { FactSeries } from '../../src/core/fact/series.ts';
import { resolveLogAxis } from '../../src/core/scale/log-axis.ts';
import { type TiedWish, tieTicks } from '../../src/core/scale/tied.ts';
import { resolveValueAxis, type ValueAxisWish } from '../../src/core/scale/value-axis.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { months } from './tables.ts';

const series = (values: (number | null)[], more: Partial<FactSeries> = {}): FactSeries => ({
  id: 'a',
  name: 'Load',
  unit: null,
  measure: 'flow',
  fellows: 1,
  values,
  keys: months(2024, 1, values.length),
  interval: 'month',
  finished: values.length,
  shown: { from: 0, until: values.length },
  yearStart: 1,
  whole: values.every((value) => value === null || Number.isInteger(value)),
  decimals: null,
  ...more,
});
const claimsOf = (kind: string, ...[of, beside]: Parameters<typeof allFactsOf>) =>
  allFactsOf(of, beside)
    .map(({ claim }) => claim)
    .filter((claim) => claim.kind === kind);

describe('the highest and the lowest', () => {
  it('stand at the last of those that are alike, and all of them are named', () => {
    const of = series([5, 9, 7, 2, 9, 4, 2, 6]);
    expect(claimsOf('high', of)).toEqual([expect.objectContaining({ at: 4, ties: [1, 4] })]);
    expect(claimsOf('low', of)).toEqual([expect.objectContaining({ at: 6, ties: [3, 6] })]);
  });
});

describe('beyond a target for the first time', () => {
  const targets = [{ id: 't', name: 'Target', at: 20 }];
  it('is said from the seventh value on', () => {
    const behind = (earlier: number) =>
      claimsOf('beyond', series([...Array.from({ length: earlier }, (_, at) => 11 + at), 23]), { targets });
    expect(behind(5)).toEqual([]);
    expect(behind(6)).toContainEqual(expect.objectContaining({ side: 'above', at: 6, level: 20 }));
  });
  it('names a target that says its value already without saying it again', () => {
    const of = series([11, 12, 13, 14, 15, 16, 17, 23]);
    const saidOf = (name: string) =>
      allFactsOf(of, { targets: [{ id: 't', name, at: 20.75 }] })
        .map((fact) => sayFact(fact, localeOf('en-GB')))
        .filter((text) => text.includes(name));
    expect(saidOf('Target 20.75')).not.toEqual([]);
    expect(saidOf('Target 20.75').filter((text) => text.includes('(20.75)'))).toEqual([]);
    expect(saidOf('Target of 2024').every((text) => text.includes('(20.75)'))).toBe(true);
  });
});

describe('a turn', () => {
  it('has its points from the last value before it began to the last that it led to', () => {
    const of = series([10, 20, 30, 40, 50, 41, 32, 23, 14, 16]);
    const turn = allFactsOf(of).find(({ claim }) => claim.kind === 'turn');
    expect(turn?.points).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8]);
  });
});

describe('periods without a value', () => {
  it('are counted between the first and the last that have one, wherever the line begins', () => {
    const of = series([null, null, 5, 6, null, 8, 7, 9, 6, 5, 8, null]);
    expect(claimsOf('missing', of)).toEqual([expect.objectContaining({ count: 1, of: 9 })]);
    expect(claimsOf('missing', series([null, 5, 6, 7, 8, 7, null]))).toEqual([]);
  });
});

describe('the mean', () => {
  it('has as many decimals as the largest value calls for', () => {
    const [mean] = claimsOf('mean', series([1, 2, 4, 8123, 2]));
    const [small] = claimsOf('mean', series([1, 2, 4, 3, 2]));
    expect([mean, small].map((claim) => claim && 'decimals' in claim && claim.decimals)).toEqual([0, 1]);
  });
});

describe('axes that meet, of which one has a step', () => {
  const wish = (low: number, high: number, every: number | null = null): TiedWish => ({
    low,
    high,
    lowGiven: false,
    highGiven: false,
    whole: false,
    every,
  });
  it.each([30, 70, 35])('keep the step %s, which is none that they would choose', (every) => {
    for (const zero of [false, true]) {
      const left = tieTicks(wish(0, 190, every), wish(0, 17), 9, zero);
      const right = tieTicks(wish(0, 17), wish(0, 190, every), 9, zero);
      expect([left?.left.step, right?.right.step]).toEqual([every, every]);
      expect(left && (left.left.high - left.left.low) / every).toBe(left?.intervals);
    }
  });
});

describe('a crossing', () => {
  it('is not seen where the other line has no finished value', () => {
    const of = series([1, 2, 3, 4, 4, 9]);
    const other = (more: Partial<FactSeries>) => series([5, 5, 5, 5, 5, 5], { id: 'b', name: 'Other', ...more });
    const found = (beside: FactSeries) => claimsOf('crossing', of, { lines: [of, beside] });
    expect(found(other({}))).toEqual([expect.objectContaining({ side: 'above', since: 5, at: 5 })]);
    expect(found(other({ finished: 5 }))).toEqual([]);
    expect(found(other({ values: [5, 5, 5, 5, 5, null] }))).toEqual([]);
  });
});

describe('what is kept of lines that are drawn again', () => {
  it('keeps a line once, so that others of its column stay', () => {
    const column = {};
    const one = asBefore(column, series([1, 2, 3]));
    for (let time = 0; time < 6; time++) asBefore(column, series([4, 5, 6]));
    expect(asBefore(column, series([1, 2, 3]))).toBe(one);
  });
});

describe('words of time', () => {
  it('are those for years and those for shorter periods', () => {
    const english = localeOf('en-GB');
    expect(['year', 'month', 'pier'].map((word) => isOfTime(word, english))).toEqual([true, true, false]);
  });
});

describe('an axis', () => {
  const wish = (more: Partial<ValueAxisWish>): ValueAxisWish => ({ from: 'auto', to: 'auto', every: null, ...more });
  it('keeps all labels of a logarithm that just have room', () => {
    expect(resolveLogAxis(wish({ from: 2, to: 8 }), [2, 8], 4).ticks).toEqual([2, 4, 6, 8]);
  });
  it('takes a wider step than one without room also where all values are below zero', () => {
    const of = (sign: 1 | -1) => {
      const [low, high] = [990 * sign, 1010 * sign].sort((a, b) => a - b) as [number, number];
      return resolveValueAxis(wish({ from: low, to: high, every: 1 }), [low, high], false, 6);
    };
    expect(of(1).step).toBeGreaterThan(1);
    expect(of(-1).step).toBe(of(1).step);
    expect(of(-1).ticks.length).toBeLessThanOrEqual(6);
  });
});
