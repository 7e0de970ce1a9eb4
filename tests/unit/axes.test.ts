import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { axisNumbers } from '../../src/core/figure/axis-numbers.ts';
import { ValueAxis } from '../../src/core/figure/spec.ts';
import { holdingRange } from '../../src/core/scale/holding.ts';
import { resolveLogAxis } from '../../src/core/scale/log-axis.ts';
import { isFineStep, isRoundStep, stepsBeside, tidy } from '../../src/core/scale/ticks.ts';
import { type Tied, type TiedWish, tieTicks } from '../../src/core/scale/tied.ts';
import { fractionOf, linearScale, resolveValueAxis, type ValueAxisWish } from '../../src/core/scale/value-axis.ts';
import { localeOf } from '../../src/core/text/locale.ts';
import { runs } from '../runs.ts';
import { dressedAxis } from './dressed.ts';

const wish = (low: number, high: number, more: Partial<TiedWish> = {}): TiedWish => ({
  low,
  high,
  lowGiven: false,
  highGiven: false,
  whole: false,
  every: null,
  ...more,
});

/** Every pair of round steps, every count of intervals and every first tick: the least waste there is. */
function leastWaste(left: TiedWish, right: TiedWish, most: number, zero: boolean): number {
  const steps = (side: TiedWish) => {
    const found: number[] = [];
    const size = Math.max(Math.abs(side.low), Math.abs(side.high), side.high - side.low);
    for (let power = -4; power <= 9; power++)
      for (const mantissa of [1, 2, 2.5, 5]) {
        const step = tidy(mantissa * 10 ** power);
        if (step <= 4 * size && step >= (side.high - side.low) / 20 && (!side.whole || Number.isInteger(step)))
          found.push(step);
      }
    return found;
  };
  const wasteFor = (side: TiedWish, count: number, below: number | null) => {
    let least = Infinity;
    for (const step of steps(side)) {
      const firsts = below === null ? [0, -1, 1].map((by) => Math.floor(side.low / step) + by) : [-below];
      for (const first of firsts)
        if (first * step <= side.low + 1e-9 * step && (first + count) * step >= side.high - 1e-9 * step)
          least = Math.min(least, 1 - (side.high - side.low) / (count * step));
    }
    return least;
  };
  let least = Infinity;
  for (let count = 2; count <= Math.min(10, Math.max(2, most - 1)); count++)
    for (const below of zero ? Array.from({ length: count + 1 }, (_, index) => index) : [null])
      least = Math.min(least, wasteFor(left, count, below) + wasteFor(right, count, below));
  return least;
}

const holds = (side: TiedWish, { low, high, step }: Tied['left'], intervals: number) => {
  expect(isRoundStep(step)).toBe(true);
  expect((high - low) / step).toBeCloseTo(intervals, 6);
  expect(Math.abs(low / step - Math.round(low / step))).toBeLessThan(1e-6);
  expect(low).toBeLessThanOrEqual(side.low + 1e-6 * step);
  expect(high).toBeGreaterThanOrEqual(side.high - 1e-6 * step);
};

const AUTO = { from: 'auto', to: 'auto', every: null } as const;

describe('ticks of two axes that meet', () => {
  it('passengers to 98,000 beside percentages from 86 to 97', () => {
    const tied = tieTicks(wish(0, 97_810, { whole: true }), wish(86.4, 96.7), 9, false);
    expect(tied).toMatchObject({
      intervals: 5,
      left: { low: 0, high: 100_000, step: 20_000 },
      right: { step: 2.5, low: 85, high: 97.5 },
    });
  });
  it('waste as little height as any pair of round steps', () => {
    const range = fc
      .tuple(fc.integer({ min: -5000, max: 5000 }), fc.integer({ min: 1, max: 9000 }), fc.constantFrom(0.01, 1, 100))
      .map(([from, size, by]) => wish(tidy(from * by), tidy((from + size) * by)));
    fc.assert(
      fc.property(range, range, fc.integer({ min: 3, max: 12 }), fc.boolean(), (one, other, most, zero) => {
        const [left, right] = [one, other].map((side) =>
          zero ? { ...side, low: Math.min(0, side.low), high: Math.max(0, side.high) } : side,
        ) as [TiedWish, TiedWish];
        const tied = tieTicks(left, right, most, zero);
        expect(tied).not.toBeNull();
        if (!tied) return;
        holds(left, tied.left, tied.intervals);
        holds(right, tied.right, tied.intervals);
        if (zero) expect(tied.left.low / tied.left.step).toBeCloseTo(tied.right.low / tied.right.step, 6);
        expect(tied.waste).toBeLessThanOrEqual(leastWaste(left, right, most, zero) + 1e-9);
      }),
      { numRuns: 400 },
    );
  });
  it('keep given ends and steps, or say that nothing meets', () => {
    const given = wish(0, 100, { lowGiven: true, highGiven: true, every: 25 });
    const tied = tieTicks(given, wish(3, 17), 9, false);
    expect(tied).toMatchObject({
      intervals: 4,
      left: { low: 0, high: 100, step: 25 },
      right: { low: 0, high: 20, step: 5 },
    });
    expect(tieTicks(wish(0, 97, { lowGiven: true, highGiven: true }), wish(0, 1), 9, false)).toBeNull();
  });
  it('never halve what is whole', () => {
    const tied = tieTicks(wish(0, 3, { whole: true }), wish(0, 7), 12, false);
    expect(Number.isInteger(tied?.left.step)).toBe(true);
  });
});

describe('a logarithmic axis', () => {
  it('over six decades has a tick at each power of ten and the eight between as minor ticks', () => {
    const scale = resolveLogAxis(AUTO, [3, 2_000_000], 12);
    expect(scale.ticks).toEqual([1, 10, 100, 1000, 10_000, 100_000, 1_000_000, 10_000_000]);
    expect(scale.minor.slice(0, 9)).toEqual([2, 3, 4, 5, 6, 7, 8, 9, 20]);
    expect(fractionOf(scale, 100)).toBeCloseTo(2 / 7, 12);
  });
  it('over a decade and a half has 1, 2 and 5, and round ends', () => {
    const scale = resolveLogAxis(AUTO, [13, 480], 12);
    expect([scale.low, scale.high]).toEqual([10, 500]);
    expect(scale.ticks).toEqual([10, 20, 50, 100, 200, 500]);
  });
  it.each<[Partial<ValueAxisWish>, [number, number] | null, number, [number, number], number[]]>([
    [{}, [3, 700], 8, [1, 1000], [1, 10, 100, 1000]],
    [{}, [3, 700], 3, [1, 1000], [1, 100]],
    [{}, [1, 100], 8, [1, 100], [1, 2, 5, 10, 20, 50, 100]],
    [{}, [1, 101], 8, [1, 1000], [1, 10, 100, 1000]],
    [{}, [0.02, 3_000_000], 4, [0.01, 10_000_000], [1, 1000, 1_000_000]],
    // Less than a decade: round steps.
    [{}, [20, 45], 8, [20, 50], [20, 25, 30, 35, 40, 45, 50]],
    [{}, [20, 45], 3, [20, 50], [20, 40]],
    [{ from: 110, to: 125 }, [3, 70], 8, [110, 125], [110, 112.5, 115, 117.5, 120, 122.5, 125]],
    [{ from: 110, to: 125 }, [3, 70], 2, [110, 125], [110, 125]],
    [{ from: 101, to: 103 }, [3, 70], 2, [101, 103], [101, 103]],
    // One value, none, and ends that are given.
    [{}, [5, 5], 8, [5, 50], [5, 10, 20, 50]],
    [{}, null, 5, [1, 10], [1, 2, 5, 10]],
    [{ from: 2 }, [3, 700], 8, [2, 1000], [10, 100, 1000]],
    [{ to: 90 }, [3, 70], 8, [2, 90], [2, 5, 10, 20, 50]],
    [{ to: 2 }, [3, 70], 8, [0.2, 2], [0.2, 0.5, 1, 2]],
    [{ from: 800 }, [3, 70], 8, [800, 10_000], [1000, 2000, 5000, 10_000]],
    [{ from: 30, to: 30 }, [3, 70], 8, [3, 30], [5, 10, 20]],
  ])('of %j over %j with room for %i', (of, extent, most, ends, ticks) => {
    const scale = resolveLogAxis({ ...AUTO, ...of }, extent, most);
    expect([[scale.low, scale.high], scale.ticks]).toEqual([ends, ticks]);
    expect(scale.minor.filter((minor) => ticks.includes(minor))).toEqual([]);
  });
  it('keeps to the labels that have room, rising, within its ends, for any values above zero', () => {
    const value = fc.double({ min: 1e-8, max: 1e12, noNaN: true });
    fc.assert(
      fc.property(value, value, fc.integer({ min: 2, max: 14 }), (a, b, most) => {
        const [low, high] = [Math.min(a, b), Math.max(a, b)];
        const scale = resolveLogAxis(AUTO, [low, high], most);
        expect(scale.low).toBeLessThanOrEqual(low * (1 + 1e-9));
        expect(scale.high).toBeGreaterThanOrEqual(high * (1 - 1e-9));
        expect(scale.ticks.length).toBeLessThanOrEqual(most);
        for (const list of [scale.ticks, scale.minor])
          list.forEach((tick, index) => {
            expect(tick).toBeGreaterThan(list[index - 1] ?? 0);
            expect(fractionOf(scale, tick)).toBeGreaterThanOrEqual(-1e-9);
            expect(fractionOf(scale, tick)).toBeLessThanOrEqual(1 + 1e-9);
          });
      }),
    );
  });
  it('takes no ends at or below zero', () => {
    expect(resolveLogAxis({ ...AUTO, from: -5 }, [2, 300], 10).low).toBe(1);
    expect(resolveLogAxis(AUTO, null, 10)).toMatchObject({ low: 1, high: 10 });
  });
});

describe('a linear axis', () => {
  it.each<[Partial<ValueAxisWish>, [number, number] | null, boolean, number, [number, number], number[]]>([
    [{}, [3, 97], false, 12, [0, 100], [0, 20, 40, 60, 80, 100]],
    [{}, [60, 97], false, 12, [60, 100], [60, 70, 80, 90, 100]],
    [{ from: 'zero' }, [60, 97], false, 12, [0, 100], [0, 20, 40, 60, 80, 100]],
    [{ from: 'zero' }, [-60, -20], false, 12, [-60, 0], [-60, -50, -40, -30, -20, -10, 0]],
    [{}, [-97, -60], false, 12, [-100, -60], [-100, -90, -80, -70, -60]],
    [{}, [0, 0], false, 12, [0, 1], [0, 0.2, 0.4, 0.6, 0.8, 1]],
    [{}, null, false, 12, [0, 1], [0, 0.2, 0.4, 0.6, 0.8, 1]],
    [{}, [0, 3], true, 12, [0, 3], [0, 1, 2, 3]],
    [{}, [0, 3], false, 12, [0, 3], [0, 0.5, 1, 1.5, 2, 2.5, 3]],
    // On both sides of zero, with less and less room.
    [{}, [-40, 97], false, 12, [-40, 100], [-40, -20, 0, 20, 40, 60, 80, 100]],
    [{}, [-40, 97], false, 4, [-50, 100], [-50, 0, 50, 100]],
    [{}, [-40, 97], false, 3, [-100, 100], [-100, 0, 100]],
    [{}, [-40, 97], false, 2, [-50, 100], [-50, 100]],
    [{ every: 10 }, [-40, 97], false, 2, [-50, 100], [-50, 100]],
    [{ intervals: 1 }, [-40, 97], false, 12, [-150, 150], [-150, 0, 150]],
    [{ intervals: 2 }, [-40, 97], false, 2, [-100, 100], [-100, 100]],
    // A step that is asked for, and the next that fits.
    [{ every: 10 }, [3, 97], false, 12, [0, 100], [0, 10, 20, 30, 40, 50, 60, 70, 80, 90, 100]],
    [{ every: 10 }, [3, 97], false, 6, [0, 100], [0, 20, 40, 60, 80, 100]],
    [{ every: 10 }, [3, 97], false, 3, [0, 100], [0, 50, 100]],
    [{ every: 0.1 }, [3, 97], false, 5, [0, 100], [0, 50, 100]],
    // Ends that are given.
    [{ from: 10, to: 80 }, [3, 97], false, 12, [10, 80], [10, 20, 30, 40, 50, 60, 70, 80]],
    [{ from: 13, to: 87 }, [3, 97], false, 12, [13, 87], [20, 40, 60, 80]],
    [{ from: 13, to: 17 }, [3, 97], false, 2, [13, 17], [13, 17]],
    [{ from: 13 }, [20, 97], false, 12, [13, 100], [20, 40, 60, 80, 100]],
    [{ to: 90 }, [3, 70], false, 12, [0, 90], [0, 20, 40, 60, 80]],
    [{ from: 50 }, [3, 20], false, 12, [50, 55], [50, 51, 52, 53, 54, 55]],
    [{ to: 2 }, [3, 20], false, 12, [0, 2], [0, 0.5, 1, 1.5, 2]],
    [{ intervals: 4 }, [0, 10], false, 12, [0, 10], [0, 2.5, 5, 7.5, 10]],
    [{ intervals: 4 }, [0, 10], false, 4, [0, 12], [0, 4, 8, 12]],
    [{ intervals: 5, from: 'zero' }, [0, 3], true, 12, [0, 5], [0, 1, 2, 3, 4, 5]],
  ])('of %j over %j (whole: %s) with room for %i', (of, extent, whole, most, ends, ticks) => {
    const { low, high, ticks: made } = resolveValueAxis({ ...AUTO, ...of }, extent, whole, most);
    expect([[low, high], made]).toEqual([ends, ticks]);
  });
  it('gives a third of its height to its values, however little room there is, or a quarter around zero with three labels', () => {
    const value = fc.integer({ min: -100_000, max: 100_000 });
    fc.assert(
      fc.property(value, value, fc.boolean(), fc.integer({ min: 2, max: 12 }), (a, b, whole, most) => {
        const [low, high] = [Math.min(a, b), Math.max(a, b)];
        fc.pre(high - low > 10 && low !== 0 && high !== 0);
        const scale = resolveValueAxis(AUTO, [low, high], whole, most);
        expect(scale.ticks.length).toBeGreaterThanOrEqual(2);
        expect(scale.ticks.length).toBeLessThanOrEqual(most);
        expect(scale.low).toBeLessThanOrEqual(low);
        expect(scale.high).toBeGreaterThanOrEqual(high);
        // Where values lie on one side of zero and far from it, the axis may begin there.
        const shown = Math.max(high, 0) - Math.min(low, 0);
        // Three labels around zero reach as far down as up, and each round step is at most twice the one before.
        expect(shown / (scale.high - scale.low)).toBeGreaterThan(most === 3 ? 1 / 4 : 1 / 3);
      }),
      { numRuns: runs(400) },
    );
  });
});

describe('intervals and minor ticks of a linear axis', () => {
  it('are as many as were asked for', () => {
    for (const intervals of [2, 3, 4, 5, 8]) {
      const scale = resolveValueAxis({ from: 'zero', to: 'auto', every: null, intervals }, [0, 97_000], true, 20);
      expect(scale.ticks).toHaveLength(intervals + 1);
      expect(isFineStep(scale.step)).toBe(true);
    }
  });
  it('divide an interval, and leave whole things whole', () => {
    const scale = resolveValueAxis({ from: 0, to: 20, every: 10, minor: 2 }, [0, 20], true, 9);
    expect(scale.minor).toEqual([5, 15]);
    expect(linearScale([0, 3], 1, { minor: 4, whole: true }).minor).toEqual([]);
    expect(linearScale([0, 10], 5, { minor: 4, whole: true }).minor).toEqual([]);
    expect(linearScale([0, 10], 5, { minor: 5, whole: true }).minor).toEqual([1, 2, 3, 4, 6, 7, 8, 9]);
  });
});

describe('steps beside a step', () => {
  it('are the next round ones', () => {
    expect(stepsBeside(20, false)).toEqual({ finer: 10, coarser: 25 });
    expect(stepsBeside(25, false)).toEqual({ finer: 20, coarser: 50 });
    expect(stepsBeside(5, true)).toEqual({ finer: 2, coarser: 10 });
    expect(stepsBeside(1, true)).toEqual({ finer: 1, coarser: 2 });
    expect(stepsBeside(0.1, false)).toEqual({ finer: 0.05, coarser: 0.2 });
  });
});

describe('numbers of an axis', () => {
  const [english, german, french] = (['en-GB', 'de-DE', 'fr-FR'] as const).map(localeOf);
  const write = (
    axis: Partial<ValueAxis>,
    [low, high]: [number, number],
    step: number,
    unit: string | null,
    locale = english,
  ) =>
    axisNumbers(
      dressedAxis(ValueAxis.parse(axis)),
      linearScale([low, high], step, {}),
      { unit, of: null },
      locale ?? localeOf('en-GB'),
    );
  it.each<[string, Parameters<typeof write>, string[], string]>([
    ['plain below two millions', [{}, [0, 1_000_000], 500_000, null], ['0', '500,000', '1,000,000'], ''],
    ['millions once, in the caption', [{}, [0, 5e6], 2.5e6, 'EUR'], ['0.0', '2.5', '5.0'], 'EUR, millions'],
    ['billions in German', [{}, [0, 4e9], 2e9, null, german], ['0', '2', '4'], 'Mrd.'],
    ['no power on a unit that is one', [{}, [0, 4e6], 2e6, 'thousands'], ['0', '2,000,000', '4,000,000'], 'thousands'],
    ['thousands when asked', [{ numbers: 'thousands' }, [0, 1000], 500, null], ['0.0', '0.5', '1.0'], 'thousands'],
    ['percent at each', [{ unit: 'each' }, [0, 50], 25, '%'], ['0%', '25%', '50%'], ''],
    ['percent in French', [{ unit: 'each' }, [0, 50], 25, '%', french], ['0\u202f%', '25\u202f%', '50\u202f%'], ''],
    ['currency at the top only', [{ unit: 'last' }, [-5, 5], 5, '£'], ['\u22125', '0', '£5'], ''],
    ['currency after a sign', [{ unit: 'each', plus: true }, [-5, 5], 5, '$'], ['\u2212$5', '$0', '+$5'], ''],
    ['a caption of one’s own', [{ title: 'People' }, [0, 2], 1, 'k'], ['0', '1', '2'], 'People'],
  ])('%s', (_, args, labels, caption) => {
    expect(write(...args)).toMatchObject({ labels, caption });
  });
});

describe('one range for several axes', () => {
  it('holds all of them, in whole steps of the widest, and wastes less than a step at either end', () => {
    expect(holdingRange([])).toBeNull();
    expect(holdingRange([{ low: 0.3, high: 0.7, step: 0.1 }])).toEqual({ from: 0.3, to: 0.7, every: 0.1 });
    const scale = fc
      .tuple(
        fc.integer({ min: -500, max: 500 }),
        fc.integer({ min: 1, max: 40 }),
        fc.constantFrom(0.001, 0.1, 0.25, 1, 2.5, 1000, 5e6),
      )
      .map(([from, count, step]) => ({
        low: Number((from * step).toPrecision(12)),
        high: Number(((from + count) * step).toPrecision(12)),
        step,
      }));
    fc.assert(
      fc.property(fc.array(scale, { minLength: 1, maxLength: 5 }), (scales) => {
        const range = holdingRange(scales);
        if (!range) throw new Error('no range');
        const { from, to, every } = range;
        const slack = every * 1e-6;
        expect(scales.map(({ step }) => step)).toContain(every);
        for (const { step } of scales) expect(every).toBeGreaterThanOrEqual(step);
        for (const { low, high } of scales) {
          expect(from).toBeLessThanOrEqual(low + slack);
          expect(to).toBeGreaterThanOrEqual(high - slack);
        }
        expect(Math.min(...scales.map(({ low }) => low)) - from).toBeLessThan(every);
        expect(to - Math.max(...scales.map(({ high }) => high))).toBeLessThan(every);
        for (const end of [from, to]) {
          expect(Math.abs(end / every - Math.round(end / every))).toBeLessThan(1e-6);
          expect(String(end).replace(/[-.e]/g, '').length).toBeLessThan(14);
        }
      }),
      { numRuns: 2000 },
    );
  });
});
