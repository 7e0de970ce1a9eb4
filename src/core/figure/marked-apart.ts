/** Whether lines are told from each other whatever their colours. */
import type { DressedLine } from './spec.ts';

/** A thin stroke, like that of a mean behind its line, is told from one so many times as strong. */
const THIN = 0.8;
const CLEARLY_STRONGER = 1.8;

const markersOf = ({ markers }: DressedLine) => (markers.on === 'none' ? '' : `${markers.shape} ${markers.filled}`);

/** Whether two lines are told apart by their patterns, weights or markers. */
export function areMarkedApart(a: DressedLine, b: DressedLine): boolean {
  const [thin, strong] = [Math.min(a.weight, b.weight), Math.max(a.weight, b.weight)];
  return (
    a.pattern !== b.pattern || markersOf(a) !== markersOf(b) || (thin <= THIN && strong >= thin * CLEARLY_STRONGER)
  );
}
