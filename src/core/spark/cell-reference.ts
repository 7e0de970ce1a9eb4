/** What stands behind a sparkline: a mean, a value, a column, or a band around the mean. Lengths in points. */

import { betweenPaths } from '../mark/area.ts';
import type { CellBox } from '../mark/box.ts';
import { clipRun, rangesOf, runsOf } from '../mark/runs.ts';
import { strokeFor } from '../mark/stroke.ts';
import type { XY } from '../place/box.ts';
import { runOf } from '../scene/coordinates.ts';
import { type SceneNode, strokeOf } from '../scene/scene.ts';
import { OPACITIES } from '../style/opacities.ts';
import type { SparkCell } from './resolve.ts';
import type { PastBand } from './series.ts';

/** A run across the whole cell, or nothing where it lies outside. */
function level(at: number, { left, top, width, height }: CellBox, ink: string): SceneNode[] {
  if (at < top || at > top + height) return [];
  return [{ kind: 'path', d: strokeOf(left, at, left + width, at), stroke: strokeFor(ink, 0.4, 'dots') }];
}

/** A band of years before with their mean as a thin line. */
function pastNodes(
  { low, high, mean }: PastBand,
  { top, height }: CellBox,
  x: (index: number) => number,
  y: (value: number) => number,
  ink: string,
): SceneNode[] {
  return rangesOf(low).flatMap(({ from, to }): SceneNode[] => {
    const edge = (values: readonly (number | null)[]) =>
      Array.from({ length: to - from }, (_, index): XY => [x(from + index), y(values[from + index] ?? 0)]);
    const d = betweenPaths([edge(high)], [edge(low)], { top, height });
    const line = clipRun(edge(mean), top, top + height).filter((piece) => piece.length > 1);
    return [
      ...(d === '' ? [] : [{ kind: 'path' as const, d, fill: ink, opacity: OPACITIES.sparkReference }]),
      ...line.map((piece) => ({ kind: 'path' as const, d: runOf(piece), stroke: { colour: ink, width: 0.4 } })),
    ];
  });
}

/** The reference of a sparkline, cut at the ends of its cell. */
export function referenceNodes(
  { spark: { reference }, values, reference: beside, past }: SparkCell,
  box: CellBox,
  x: (index: number) => number,
  y: (value: number) => number,
  ink: string,
): SceneNode[] {
  if (reference === 'none') return [];
  const known = values.filter((value) => value !== null);
  if (known.length === 0) return [];
  const { left, top, width, height } = box;
  const mean = known.reduce((sum, value) => sum + value, 0) / known.length;
  if (reference === 'mean') return level(y(mean), box, ink);
  if ('value' in reference) return level(y(reference.value), box, ink);
  if ('column' in reference)
    return runsOf(beside).flatMap((run): SceneNode[] =>
      clipRun(
        run.map((index): XY => [x(index), y(beside[index] ?? 0)]),
        top,
        top + height,
      )
        .filter((piece) => piece.length > 1)
        .map((piece) => ({ kind: 'path', d: runOf(piece), stroke: strokeFor(ink, 0.4, 'dots') })),
    );
  if ('years' in reference) return past ? pastNodes(past, box, x, y, ink) : [];
  const deviation = Math.sqrt(known.reduce((sum, value) => sum + (value - mean) ** 2, 0) / known.length);
  const inside = (at: number) => Math.min(top + height, Math.max(top, at));
  const upper = inside(y(mean + reference.deviations * deviation));
  const lower = inside(y(mean - reference.deviations * deviation));
  const corners: XY[] = [
    [left, upper],
    [left + width, upper],
    [left + width, lower],
    [left, lower],
  ];
  return [{ kind: 'path', d: `${runOf(corners)}Z`, fill: ink, opacity: OPACITIES.sparkReference }];
}
