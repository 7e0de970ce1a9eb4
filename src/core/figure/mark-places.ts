/** Places where the names of marks could stand. */
import type { Box, XY } from '../place/box.ts';
import type { Place } from '../place/place.ts';
import type { PlacedMark } from './mark-nodes.ts';
import type { DressedMarkOf } from './marks.ts';
import type { Plot } from './plot.ts';

/** Places for the name of a level: above or below it, at its ends and then along it. */
export function placesOnLevel(
  runs: readonly XY[][],
  named: DressedMarkOf<'level'>['named'],
  width: number,
  height: number,
  weight: number,
): Place[] {
  const gap = weight / 2 + 1.6;
  const first = runs[0]?.[0];
  const last = runs.at(-1)?.at(-1);
  if (!first || !last) return [];
  const box = (x: number, y: number): Box => ({ minX: x, minY: y, maxX: x + width, maxY: y + height });
  const at = ([x, y]: XY): Place[] =>
    [box(x, y - gap - height), box(x, y + gap)].map((place) => ({ box: place, from: null }));
  const start = at([first[0] + 2, first[1]]);
  const end = at([last[0] - width - 2, last[1]]);
  if (named === 'start') return start;
  if (named === 'end') return end;
  const along = runs.flatMap((run) =>
    run.slice(1).flatMap((to, index) => {
      const from = run[index] ?? to;
      return [0.2, 0.35, 0.5, 0.65, 0.8].flatMap((share) => at([from[0] + (to[0] - from[0] - width) * share, from[1]]));
    }),
  );
  return [...start, ...end, ...along];
}

/** Places down a strip of a width that begins at x, on either side of it. */
export function placesDown(xs: readonly number[], width: number, height: number, { top, height: tall }: Plot): Place[] {
  const places: Place[] = [];
  for (let y = top + 1.5; y + height < top + tall; y += height * 1.15)
    for (const x of xs) places.push({ box: { minX: x, minY: y, maxX: x + width, maxY: y + height }, from: null });
  return places;
}

/** Places for the name of a band between columns: in the middle of it where it is high enough, else over and under it. */
export function placesInBand(edges: NonNullable<PlacedMark['edges']>, width: number, height: number): Place[] {
  const along = edges.flatMap(({ from, to }) =>
    [0.8, 0.65, 0.5, 0.35, 0.2].flatMap((share) => {
      const index = Math.round((to.length - 1) * share);
      const [low, high] = [from[index], to[index]];
      return low && high ? [{ x: low[0], ends: [Math.min(low[1], high[1]), Math.max(low[1], high[1])] as const }] : [];
    }),
  );
  const box = (x: number, minY: number): Place => ({
    box: { minX: x - width / 2, minY, maxX: x + width / 2, maxY: minY + height },
    from: null,
  });
  const inside = along.filter(({ ends: [top, bottom] }) => bottom - top > height + 3);
  return [
    ...inside.map(({ x, ends: [top, bottom] }) => box(x, (top + bottom - height) / 2)),
    ...along.map(({ x, ends: [top] }) => box(x, top - height - 2)),
    ...along.map(({ x, ends: [, bottom] }) => box(x, bottom + 2)),
  ];
}
