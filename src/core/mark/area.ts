/** Areas between a line and a height, and between two lines, kept between a top and a bottom. */
import * as z from 'zod';
import type { XY } from '../place/box.ts';
import { runOf } from '../scene/coordinates.ts';

/** How strongly an area is filled, from 0 to 1; null for the house style's strength. */
export const FillOpacity = z
  .number()
  .min(0.02, 'The strength of an area is at least 2%.')
  .max(1, 'The strength of an area is at most 100%.')
  .nullable();

/** Down to where an area is filled. */
export const FILLS = ['zero', 'axis'] as const;

interface Edges {
  top: number;
  height: number;
}

/**
 * The closed path of the area between a run and a height; where the run leaves
 * the edges, the area follows them.
 */
export function areaPath(run: readonly XY[], base: number, { top, height }: Edges): string {
  const bottom = top + height;
  const corners: XY[] = [];
  run.forEach((point, index) => {
    const before = run[index - 1];
    if (before)
      for (const level of before[1] < point[1] ? [top, bottom] : [bottom, top])
        if ((before[1] - level) * (point[1] - level) < 0)
          corners.push([before[0] + ((level - before[1]) / (point[1] - before[1])) * (point[0] - before[0]), level]);
    corners.push(point);
  });
  const [first, last] = [corners[0], corners.at(-1)];
  if (!first || !last || corners.length < 2) return '';
  const clamp = (y: number) => Math.min(bottom, Math.max(top, y));
  const edge = clamp(base);
  return `${runOf([[first[0], edge], ...corners.map(([x, y]): XY => [x, clamp(y)]), [last[0], edge]])}Z`;
}

/** The closed paths of the areas between two lines, where both have values; the axes' scales may differ. */
export function betweenPaths(a: readonly XY[][], b: readonly XY[][], { top, height }: Edges): string {
  const clamp = (y: number) => Math.min(top + height, Math.max(top, y));
  /** Height of a run at x, by the stroke that passes there. */
  const heightAt = (run: readonly XY[], at: number): number => {
    let [low, high] = [0, run.length - 1];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if ((run[middle]?.[0] ?? 0) <= at) low = middle;
      else high = middle;
    }
    const [p, q] = [run[low], run[high]];
    if (!p || !q) return 0;
    return q[0] === p[0] ? p[1] : p[1] + ((at - p[0]) / (q[0] - p[0])) * (q[1] - p[1]);
  };
  let d = '';
  for (const one of a)
    for (const other of b) {
      const from = Math.max(one[0]?.[0] ?? 0, other[0]?.[0] ?? 0);
      const to = Math.min(one.at(-1)?.[0] ?? 0, other.at(-1)?.[0] ?? 0);
      if (to <= from) continue;
      const side = (run: readonly XY[]): XY[] => [
        [from, heightAt(run, from)],
        ...run.filter(([x]) => x > from && x < to),
        [to, heightAt(run, to)],
      ];
      const corners = [...side(one), ...side(other).reverse()].map(([x, y]): XY => [x, clamp(y)]);
      d += `${runOf(corners)}Z`;
    }
  return d;
}
