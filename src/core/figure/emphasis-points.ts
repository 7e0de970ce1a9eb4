/** Which points of a line are emphasised, marked, and shown with their value. */
import type { DressedEmphasis } from '../mark/emphasis.ts';
import { pointsOfRule } from '../mark/points.ts';
import type { ResolvedLine, ResolvedPlot } from './resolve.ts';

/** A point of a line, by its index, with the first emphasis that holds there. */
export interface EmphasisedPoint {
  index: number;
  emphasis: DressedEmphasis;
  /** whether one of its emphases asks for the value */
  value: boolean;
}

/** The level that an emphasis compares with, at an entry of the drawn rows. */
function levelOf(figure: ResolvedPlot, { level }: DressedEmphasis): (index: number) => number | null {
  if (typeof level === 'number') return () => level;
  const found = figure.levels.get(level);
  if (found === undefined) return () => null;
  return typeof found === 'number' ? () => found : (index) => found[index] ?? null;
}

/** Indices of the points that one emphasis of a line holds for. */
export function pointsOf(figure: ResolvedPlot, line: ResolvedLine, emphasis: DressedEmphasis): number[] {
  return pointsOfRule(line.values, emphasis, line.unfinished, levelOf(figure, emphasis));
}

/** The emphasised points of a line, rising. Where several emphases meet, the one that stands first in the list is drawn. */
export function emphasisPoints(figure: ResolvedPlot, line: ResolvedLine): EmphasisedPoint[] {
  const found = new Map<number, EmphasisedPoint>();
  for (const emphasis of line.line.emphasis)
    for (const index of pointsOf(figure, line, emphasis)) {
      const known = found.get(index);
      if (known) known.value ||= emphasis.value;
      else found.set(index, { index, emphasis, value: emphasis.value });
    }
  return [...found.values()].sort((a, b) => a.index - b.index);
}

const ends = (values: ResolvedLine['values']) => {
  const first = values.findIndex((value) => value !== null);
  const last = values.findLastIndex((value) => value !== null);
  return first < 0 ? [] : first === last ? [first] : [first, last];
};

/** Indices that a choice of points names; emphasised ones are given. */
function chosen(
  { values }: ResolvedLine,
  on: 'none' | 'all' | 'ends' | 'last' | 'every' | 'emphasis',
  every: number,
  emphasised: readonly number[],
): number[] {
  switch (on) {
    case 'none':
      return [];
    case 'all':
      return values.flatMap((value, index) => (value === null ? [] : [index]));
    case 'ends':
      return ends(values);
    case 'last':
      return ends(values).slice(-1);
    case 'every':
      // Counted back from the last point, so that the latest value is always one of them.
      return values.flatMap((value, index) =>
        value !== null && (values.length - 1 - index) % every === 0 ? [index] : [],
      );
    case 'emphasis':
      return [...emphasised];
  }
}

/** Indices of the points that carry the line's own marker. */
export const markedPoints = (line: ResolvedLine, points: readonly EmphasisedPoint[]) =>
  chosen(
    line,
    line.line.markers.on,
    line.line.markers.every,
    points.map(({ index }) => index),
  );

/** Indices of the points whose values are written. */
export const shownValues = (line: ResolvedLine, points: readonly EmphasisedPoint[]) =>
  chosen(
    line,
    line.line.values.on,
    line.line.values.every,
    points.filter(({ value }) => value).map(({ index }) => index),
  );
