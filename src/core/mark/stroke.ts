/** How strokes are patterned. */
import type { Stroke } from '../scene/scene.ts';
import type { Pattern } from '../style/vocabulary.ts';

/** Lengths of dashes and gaps in points for a stroke of a weight; they grow with it, but stay readable on thin strokes. */
export function dashesOf(pattern: Pattern, weight: number): number[] | null {
  const unit = Math.max(0.8, weight);
  switch (pattern) {
    case 'solid':
      return null;
    case 'dashes':
      return [3.2 * unit, 2 * unit];
    case 'dots':
      return [0, 2 * unit];
    case 'dash-dot':
      return [3.6 * unit, 2 * unit, 0, 2 * unit];
    case 'long dashes':
      return [7 * unit, 2.4 * unit];
  }
}

/** A stroke of a colour, a weight in points and a pattern. */
export function strokeFor(colour: string, width: number, pattern: Pattern): Stroke {
  const dashes = dashesOf(pattern, width);
  return { colour, width, ...(dashes && { dashes }) };
}

/** A bridge over a gap is so much of its line's weight. */
export const BRIDGE_SHARE = 0.5;
