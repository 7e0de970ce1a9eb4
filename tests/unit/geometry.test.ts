import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clipRun } from '../../src/core/mark/runs.ts';
import { spreadApart } from '../../src/core/place/spread.ts';
import { thin } from '../../src/core/scale/thin.ts';

describe('spreading names apart', () => {
  it('moves neighbours evenly from their wishes', () => {
    expect(spreadApart([10, 10], 4, 0, 100)).toEqual([8, 12]);
    expect(spreadApart([50, 10], 4, 0, 100)).toEqual([50, 10]);
    expect(spreadApart([1, 1, 1], 4, 0, 100)).toEqual([0, 4, 8]);
    expect(spreadApart([99, 100], 4, 0, 100)).toEqual([96, 100]);
    expect(spreadApart([], 4, 0, 100)).toEqual([]);
  });

  it('keeps gaps, bounds and order for any wishes', () => {
    const wishes = fc.array(fc.double({ min: 0, max: 200, noNaN: true }), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(wishes, (wanted) => {
        const placed = spreadApart(wanted, 8, 0, 200);
        const order = wanted.map((_, i) => i).sort((a, b) => (wanted[a] ?? 0) - (wanted[b] ?? 0) || a - b);
        order.forEach((index, rank) => {
          expect(placed[index]).toBeGreaterThanOrEqual(-1e-9);
          expect(placed[index]).toBeLessThanOrEqual(200 + 1e-9);
          if (rank > 0) expect((placed[index] ?? 0) - (placed[order[rank - 1] ?? 0] ?? 0)).toBeGreaterThan(8 - 1e-6);
        });
      }),
      { numRuns: 1000 },
    );
  });
});

describe('thinning', () => {
  it('keeps the true extremes and both ends, in far fewer points', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 3000 }),
        (ys) => {
          const xs = ys.map((_, index) => (index / ys.length) * 100);
          const kept = thin(xs, ys, 1);
          expect(kept.length).toBeLessThanOrEqual(Math.min(ys.length, 404));
          expect(kept[0]).toBe(0);
          expect(kept.at(-1)).toBe(ys.length - 1);
          expect(kept.every((index, at) => at === 0 || index > (kept[at - 1] ?? 0))).toBe(true);
          const drawn = kept.map((index) => ys[index] ?? 0);
          expect(Math.max(...drawn)).toBe(Math.max(...ys));
          expect(Math.min(...drawn)).toBe(Math.min(...ys));
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('cutting a line at the plot', () => {
  it('cuts where it crosses the edges', () => {
    expect(
      clipRun(
        [
          [0, 5],
          [10, 25],
        ],
        0,
        10,
      ),
    ).toEqual([
      [
        [0, 5],
        [2.5, 10],
      ],
    ]);
    const [across = []] = clipRun(
      [
        [-1, -15],
        [1, 25],
      ],
      0,
      10,
    );
    expect(across.map(([x, y]) => [x.toFixed(6), y])).toEqual([
      ['-0.250000', 0],
      ['0.250000', 10],
    ]);
    expect(
      clipRun(
        [
          [0, 20],
          [10, 30],
        ],
        0,
        10,
      ),
    ).toEqual([]);
    expect(
      clipRun(
        [
          [0, 1],
          [1, 2],
          [2, 3],
        ],
        0,
        10,
      ),
    ).toEqual([
      [
        [0, 1],
        [1, 2],
        [2, 3],
      ],
    ]);
  });

  it('comes back in as a new piece', () => {
    const pieces = clipRun(
      [
        [0, 5],
        [10, 15],
        [20, 5],
      ],
      0,
      10,
    );
    expect(pieces).toEqual([
      [
        [0, 5],
        [5, 10],
      ],
      [
        [15, 10],
        [20, 5],
      ],
    ]);
  });
});
