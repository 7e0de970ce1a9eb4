/** Value axes of any numbers: no hang, no number that is none, and always something to read them by. */

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resolveLogAxis } from '../../src/core/scale/log-axis.ts';
import { resolveValueAxis, type ValueAxisWish } from '../../src/core/scale/value-axis.ts';
import { runs } from '../runs.ts';

const AUTO: ValueAxisWish = { from: 'auto', to: 'auto', every: null };
const any = fc.oneof(
  fc.double({ noNaN: true, noDefaultInfinity: true }),
  fc.integer({ min: -1000, max: 1000 }),
  fc.double({ min: -1e6, max: 1e6, noNaN: true }),
  fc.constantFrom(0, 1e16, 1e16 + 2, -80.5, 51.6, 1e-300, 5e-324, 1.7e308, -1.7e308, 1e15, 123_456_789.123),
);
const extent = fc
  .oneof(
    fc.tuple(any, any),
    // Close to each other, however large.
    fc
      .tuple(any, fc.integer({ min: 0, max: 50 }))
      .map(([value, steps]) => [value, value + steps * 2e-16 * Math.abs(value)] as [number, number]),
  )
  .map(([a, b]): [number, number] => (a <= b ? [a, b] : [b, a]));
const room = fc.double({ min: 0, max: 30, noNaN: true });

describe('a linear axis of any extent', () => {
  it('ends, has numbers only, holds its ends, and has at least two ticks within the room', () => {
    fc.assert(
      fc.property(
        extent,
        room,
        fc.boolean(),
        fc.option(fc.integer({ min: 1, max: 20 })),
        (range, most, whole, intervals) => {
          const scale = resolveValueAxis({ ...AUTO, intervals }, range, whole, most);
          const { low, high, step, ticks } = scale;
          for (const value of [low, high, step, ...ticks, high - low]) expect(Number.isFinite(value)).toBe(true);
          expect(low).toBeLessThan(high);
          expect(ticks.length).toBeGreaterThanOrEqual(2);
          expect(ticks.length).toBeLessThanOrEqual(Math.max(2, Math.floor(most)));
          const slack = 1e-9 * Math.max(Math.abs(low), Math.abs(high));
          if (Math.max(Math.abs(range[0]), Math.abs(range[1])) < 1e290) {
            expect(low).toBeLessThanOrEqual(range[0] + slack);
            expect(high).toBeGreaterThanOrEqual(range[1] - slack);
          }
          for (const tick of ticks) expect(tick >= low - slack && tick <= high + slack).toBe(true);
          expect(new Set(ticks).size).toBe(ticks.length);
        },
      ),
      { numRuns: runs(1000) },
    );
  });

  it('comes to an end whatever step and ends are asked for', () => {
    const end = fc.double({ min: -1e15, max: 1e15, noNaN: true });
    fc.assert(
      fc.property(
        extent,
        room,
        end,
        end,
        fc.double({ min: 1e-12, max: 1e15, noNaN: true }),
        fc.boolean(),
        (range, most, a, b, every, whole) => {
          const wish: ValueAxisWish = { from: Math.min(a, b), to: Math.max(a, b), every };
          for (const one of [
            wish,
            { ...wish, from: 'auto' as const },
            { ...wish, to: 'auto' as const },
            { ...wish, every: null },
          ]) {
            const { low, high, ticks } = resolveValueAxis(one, range, whole, most);
            for (const value of [low, high, ...ticks]) expect(Number.isFinite(value)).toBe(true);
            expect(low).toBeLessThan(high);
            expect(ticks.length).toBeLessThan(2000);
          }
        },
      ),
      { numRuns: runs(800) },
    );
  });

  it('wastes less than one step for a count of intervals', () => {
    expect(resolveValueAxis({ ...AUTO, intervals: 8 }, [0, 98_876], true, 20)).toMatchObject({
      low: 0,
      high: 100_000,
      step: 12_500,
    });
    fc.assert(
      fc.property(fc.double({ min: 1, max: 1e7, noNaN: true }), fc.integer({ min: 2, max: 12 }), (high, intervals) => {
        const scale = resolveValueAxis({ from: 'zero', to: 'auto', every: null, intervals }, [0, high], false, 30);
        expect(scale.ticks).toHaveLength(intervals + 1);
        // A quarter more than is needed is the coarsest of the steps.
        expect(scale.high).toBeLessThanOrEqual(high * 1.34);
      }),
    );
  });
});

/** All numbers of one figure in a set, times a power of ten, as they are written. */
const roundNumbers = (figures: readonly number[]) =>
  Array.from({ length: 617 }, (_, at) => figures.map((figure) => Number(`${figure}e${at - 308}`))).flat();
const [TENS, ONES_TWOS_FIVES] = [roundNumbers([1]), roundNumbers([1, 2, 5])];

describe('a logarithmic axis of any extent', () => {
  it('keeps the ends that are given, and else ends at the next round number', () => {
    const positive = fc.oneof(fc.double({ min: 1e-12, max: 1e15, noNaN: true }), fc.integer({ min: 1, max: 5000 }));
    const end = fc.oneof(fc.constant('auto' as const), positive);
    fc.assert(
      fc.property(positive, positive, end, end, (a, b, from, to) => {
        const data: [number, number] = [Math.min(a, b), Math.max(a, b)];
        const { low, high } = resolveLogAxis({ from, to, every: null }, data, 8);
        const [givenLow, givenHigh] = [from === 'auto' ? null : from, to === 'auto' ? null : to];
        if (givenHigh !== null) expect(high).toBe(givenHigh);
        if (givenLow !== null && (givenHigh === null || givenHigh > givenLow * 1.001)) expect(low).toBe(givenLow);
        if (givenLow !== null || givenHigh !== null || data[1] < data[0] * 1.001) return;
        const round = Math.log10(data[1] / data[0]) <= 2 ? ONES_TWOS_FIVES : TENS;
        const [under, over] = [data[0] * (1 - 1e-8), data[1] * (1 + 1e-8)];
        expect(round.filter((number) => number > low * (1 + 1e-8) && number < under)).toEqual([]);
        expect(round.filter((number) => number < high * (1 - 1e-8) && number > over)).toEqual([]);
      }),
      { numRuns: runs(1000) },
    );
  });

  it('has at least two labelled ticks within its ends', () => {
    const positive = fc.oneof(
      fc.double({ min: 1e-300, max: 1e300, noNaN: true }),
      fc.double({ min: 0.001, max: 1e6, noNaN: true }),
      fc.integer({ min: 1, max: 5000 }),
    );
    const end = fc.oneof(fc.constant('auto' as const), positive);
    fc.assert(
      fc.property(positive, positive, room, end, end, (a, b, most, from, to) => {
        const range: [number, number] = [Math.min(a, b), Math.max(a, b)];
        const wish: ValueAxisWish = { from, to, every: null };
        const { low, high, ticks } = resolveLogAxis(wish, range, most);
        expect(low).toBeLessThan(high);
        expect(low).toBeGreaterThan(0);
        expect(ticks.length, `${range} ${from} ${to} ${most}`).toBeGreaterThanOrEqual(2);
        expect(ticks.length).toBeLessThanOrEqual(Math.max(2, Math.floor(most)));
        for (const tick of ticks) {
          expect(Number.isFinite(tick) && tick > 0).toBe(true);
          expect(tick >= low * (1 - 1e-6) && tick <= high * (1 + 1e-6)).toBe(true);
        }
        expect(new Set(ticks).size).toBe(ticks.length);
      }),
      { numRuns: runs(1000) },
    );
  });
});
