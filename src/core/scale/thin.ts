/**
 * Thins a rising run of points to what a column of the given width can show,
 * keeping in each column the first, last, lowest and highest point, so that
 * the drawn extremes are the true ones. (Known as min-max or M4 aggregation:
 * Jugel et al., "M4: a visualization-oriented time series data aggregation",
 * PVLDB 7(10), 2014.)
 *
 * `xs` are positions in points, rising; returns the kept indices, rising.
 */
export function thin(xs: ArrayLike<number>, ys: ArrayLike<number>, column: number): number[] {
  const kept: number[] = [];
  let start = 0;
  while (start < xs.length) {
    const bin = Math.floor((xs[start] ?? 0) / column);
    let low = start;
    let high = start;
    let end = start;
    while (end < xs.length && Math.floor((xs[end] ?? 0) / column) === bin) {
      if ((ys[end] ?? 0) < (ys[low] ?? 0)) low = end;
      if ((ys[end] ?? 0) > (ys[high] ?? 0)) high = end;
      end++;
    }
    for (const index of [start, Math.min(low, high), Math.max(low, high), end - 1])
      if (index !== kept.at(-1)) kept.push(index);
    start = end;
  }
  return kept;
}
