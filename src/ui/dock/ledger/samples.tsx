/** Small pictures of strokes and markers, drawn with the code that draws the figure. */

import type { DressedEmphasis } from '../../../core/mark/emphasis.ts';
import { isClosed, markerPath } from '../../../core/mark/shapes.ts';
import { dashesOf } from '../../../core/mark/stroke.ts';
import type { MarkerShape, Pattern } from '../../../core/style/vocabulary.ts';

interface StrokeSampleProps {
  colour: string;
  weight: number;
  pattern: Pattern;
  width?: number;
}

/** A piece of a stroke, at screen size. */
export function StrokeSample({ colour, weight, pattern, width = 58 }: StrokeSampleProps) {
  const px = Math.min(12, weight * 1.33);
  const dashes = dashesOf(pattern, px);
  return (
    <svg width={width} height="14" aria-hidden="true" className="shrink-0">
      <rect width={width} height="14" rx="2" fill="#ffffff" />
      <path
        d={`M4 7H${width - 4}`}
        stroke={colour}
        strokeWidth={px}
        strokeDasharray={dashes?.join(' ')}
        strokeLinecap={dashes?.includes(0) ? 'round' : undefined}
      />
    </svg>
  );
}

interface MarkerSampleProps {
  shape: MarkerShape;
  filled: boolean;
  colour: string;
}

/** A marker, at screen size; on the ground of the chrome in both themes. */
export function MarkerSample({ shape, filled, colour }: MarkerSampleProps) {
  const isFilled = filled && isClosed(shape) && shape !== 'ring';
  return (
    <svg width="16" height="16" aria-hidden="true" className="shrink-0">
      <path
        d={markerPath(shape, 8, 8, 9)}
        fill={isFilled ? colour : 'none'}
        stroke={colour}
        strokeWidth={isFilled ? 0.5 : 1.4}
      />
    </svg>
  );
}

export const EMPHASIS_NAMES: Record<DressedEmphasis['of'], string> = {
  high: 'high',
  low: 'low',
  first: 'first',
  last: 'last',
  negative: 'negative',
  turns: 'turning points',
  above: 'above',
  below: 'below',
};
