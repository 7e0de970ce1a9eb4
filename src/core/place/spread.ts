/**
 * Moves positions on a line apart so that neighbours stand at least `gap`
 * apart within [low, high], changing the sum of squared moves as little as
 * possible. Solved exactly as isotonic regression by pooling adjacent
 * violators (Best and Chakravarti, "Active set algorithms for isotonic
 * regression", Mathematical Programming 47, 1990).
 *
 * Keeps the order of the input's values; returns the new positions in the
 * input's order. When there is not room for all, the gap shrinks evenly.
 */
export function spreadApart(wanted: readonly number[], gap: number, low: number, high: number): number[] {
  const count = wanted.length;
  if (count === 0) return [];
  const order = wanted.map((_, index) => index).sort((a, b) => (wanted[a] ?? 0) - (wanted[b] ?? 0) || a - b);
  const step = count > 1 ? Math.min(gap, (high - low) / (count - 1)) : gap;
  // Taking i × step off turns "at least step apart" into "not falling".
  interface Pool {
    sum: number;
    size: number;
  }
  const pools: Pool[] = [];
  order.forEach((index, rank) => {
    pools.push({ sum: (wanted[index] ?? 0) - rank * step, size: 1 });
    for (;;) {
      const last = pools.at(-1);
      const before = pools.at(-2);
      if (!last || !before || before.sum / before.size <= last.sum / last.size) break;
      before.sum += last.sum;
      before.size += last.size;
      pools.pop();
    }
  });
  const placed = new Array<number>(count).fill(0);
  let rank = 0;
  const ceiling = high - (count - 1) * step;
  for (const pool of pools) {
    const level = Math.min(Math.max(pool.sum / pool.size, low), Math.max(low, ceiling));
    for (let i = 0; i < pool.size; i++, rank++) placed[order[rank] ?? 0] = level + rank * step;
  }
  return placed;
}
