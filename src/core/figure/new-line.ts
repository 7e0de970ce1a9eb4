import { houseLook } from './look.ts';
import { Line } from './spec.ts';

/** A line that draws a column, in the given colour; all else is the house's. */
export function newLine(id: string, column: string, colour: Line['colour']): Line {
  return Line.parse({ id, column, name: null, shown: true, ...houseLook(0), colour });
}
