import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isRoundStep, multiplesIn, roundStepFrom } from '../../src/core/scale/ticks.ts';
import { extentOf, resolveValueAxis, type ValueAxisWish } from '../../src/core/scale/value-axis.ts';

const AUTO: ValueAxisWish = { from: 'auto', to: 'auto', every: null };

describe('round steps', () => {
  it('are 1, 2, 2.5 or 5 times a power of ten', () => {
    expect([0.01, 0.2, 25, 2.5, 5000, 1e-7].every(isRoundStep)).toBe(true);
    expect([0, -1, 3, 15, 7.5, 0.4, 1.25, Number.NaN, Number.POSITIVE_INFINITY].some(isRoundStep)).toBe(false);
  });

  it('is the smallest that is not below what is needed', () => {
    expect(roundStepFrom(0.9, false)).toBe(1);
    expect(roundStepFrom(2.1, false)).toBe(2.5);
    expect(roundStepFrom(26, false)).toBe(50);
    expect(roundStepFrom(0.00012, false)).toBe(0.0002);
  });

  it('never halves what is whole', () => {
    expect(roundStepFrom(0.3, true)).toBe(1);
    expect(roundStepFrom(2.1, true)).toBe(5);
    expect(roundStepFrom(21, true)).toBe(25);
  });

  it('lists multiples without the error of binary fractions', () => {
    expect(multiplesIn(0, 0.5, 0.1)).toEqual([0, 0.1, 0.2, 0.3, 0.4, 0.5]);
    expect(multiplesIn(-25, 30, 10)).toEqual([-20, -10, 0, 10, 20, 30]);
    expect(Object.is(multiplesIn(-10, 10, 10)[1], 0)).toBe(true);
  });
});

describe('value axis', () => {
  it('begins at zero when the lowest value is less than half of the highest', () => {
    expect(resolveValueAxis(AUTO, [6137, 97_810], true, 12)).toMatchObject({ low: 0, high: 100_000, step: 20_000 });
    expect(resolveValueAxis(AUTO, [86.4, 96.7], false, 8)).toMatchObject({ low: 86, high: 98, step: 2 });
  });

  it('puts a tick at every ten from the range that was given', () => {
    const scale = resolveValueAxis({ from: 80, to: 100, every: 10 }, [86, 97], false, 20);
    expect(scale).toMatchObject({ low: 80, high: 100, step: 10, ticks: [80, 90, 100], refused: null });
  });

  it('keeps given ends that are no multiples of the step, with ticks on the multiples', () => {
    const scale = resolveValueAxis({ from: 5, to: 47, every: 10 }, [6, 40], false, 20);
    expect(scale).toMatchObject({ low: 5, high: 47, ticks: [10, 20, 30, 40] });
  });

  it('draws a coarser multiple and says so when the asked step does not fit', () => {
    const scale = resolveValueAxis({ ...AUTO, every: 10 }, [0, 98_000], true, 16);
    expect(scale.refused).toEqual({ every: 10, labels: 9801, room: 16 });
    expect(scale.step % 10).toBe(0);
    expect(scale.ticks.length).toBeLessThanOrEqual(16);
  });

  it('has room around equal values, no values and only negative values', () => {
    expect(resolveValueAxis(AUTO, [5, 5], false, 8)).toMatchObject({ low: 4.4, high: 5.6, step: 0.2 });
    expect(resolveValueAxis(AUTO, [0, 0], true, 8)).toMatchObject({ low: 0, high: 1 });
    expect(resolveValueAxis(AUTO, null, false, 8)).toMatchObject({ low: 0, high: 1 });
    expect(resolveValueAxis(AUTO, [-90, -10], true, 8)).toMatchObject({ low: -100, high: 0 });
  });

  it('keeps a given end that lies beyond the data', () => {
    const scale = resolveValueAxis({ from: 200, to: 'auto', every: null }, [0, 100], true, 8);
    expect(scale.low).toBe(200);
    expect(scale.high).toBeGreaterThan(200);
  });

  it('covers any data with few, rising, round ticks; whole data has whole ticks', () => {
    const extent = fc
      .tuple(fc.double({ min: -1e9, max: 1e9, noNaN: true }), fc.double({ min: 0.01, max: 1e9, noNaN: true }))
      .map(([low, span]): [number, number] => [low, low + span]);
    fc.assert(
      fc.property(extent, fc.boolean(), fc.integer({ min: 3, max: 30 }), ([low, high], whole, most) => {
        const scale = resolveValueAxis(AUTO, [low, high], whole, most);
        const slack = 1e-6 * Math.max(1, Math.abs(low), Math.abs(high));
        expect(scale.low).toBeLessThanOrEqual(low + slack);
        expect(scale.high).toBeGreaterThanOrEqual(high - slack);
        expect(scale.ticks.length).toBeLessThanOrEqual(most);
        expect(isRoundStep(scale.step)).toBe(true);
        if (whole) expect(scale.ticks.every(Number.isInteger)).toBe(true);
        for (let i = 1; i < scale.ticks.length; i++) expect(scale.ticks[i]).toBeGreaterThan(scale.ticks[i - 1] ?? 0);
      }),
      { numRuns: 2000 },
    );
  });

  it('finds the extent of several lines past missing values', () => {
    expect(extentOf([[null, 3, 1], [null], [7, null]])).toEqual([1, 7]);
    expect(extentOf([[null], []])).toBeNull();
  });
});
