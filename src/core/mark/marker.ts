/** Markers as they are drawn: filled in their colour, or hollow and hiding what is behind them. */
import type { MarkerShape } from '../style/vocabulary.ts';
import { isClosed } from './shapes.ts';

/** Whether a marker is a filled shape; rings and strokes never are. */
export const isFilledMarker = (shape: MarkerShape, filled: boolean): boolean =>
  filled && isClosed(shape) && shape !== 'ring';

/** What fills a marker: its colour, the ground where it is hollow, so that its shape is seen over its line, or nothing. */
export function markerFill(shape: MarkerShape, isFilled: boolean, colour: string, ground: string): { fill?: string } {
  if (isFilled) return { fill: colour };
  return isClosed(shape) ? { fill: ground } : {};
}
