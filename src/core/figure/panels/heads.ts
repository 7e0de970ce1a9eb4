/** Names of panels, rows and columns, with what their axes are in where that differs from one to the next. */

import type { HouseStyle } from '../../style/style.ts';
import { faceOfStyle } from '../../style/type.ts';
import { type PlacedRun, placeRuns, type Type, type Words } from '../../text/rich.ts';

/** Between lines of a head, in label sizes. */
export const HEAD_PITCH = 1.22;

export interface Head {
  name: string;
  /** caption of its axes, where it is not said once for all */
  caption: string;
  /** null for the ink of the figure */
  colour: string | null;
}

export interface PlacedHead {
  lines: PlacedRun[][];
  /** its words did not all fit */
  shortened: boolean;
}

/** Sets a head in lines of a width, at most `most` of them. */
export function placeHead({ name, caption, colour }: Head, style: HouseStyle, width: number, most: number): PlacedHead {
  const type: Type = { face: faceOfStyle(style), size: style.sizes.label, colour: style.quiet };
  const words: Words = [
    { text: name, bold: true, colour: colour ?? style.ink },
    ...(caption === '' ? [] : [{ text: `  ${caption}` }]),
  ];
  const say = () => '';
  const room = Math.max(type.size, width);
  const lines = placeRuns(words, type, say, room, most);
  const isWhole = (text: string) =>
    name.includes(text) || caption.includes(text) || `${name} ${caption}`.includes(text);
  // A word that is broken between letters does not count as whole, and neither does what an ellipsis cuts off.
  const pieces = new Set(`${name} ${caption}`.split(/\s+/));
  const shortened = lines.some((runs) =>
    runs.some(
      ({ text }) =>
        !isWhole(text.trim()) ||
        text
          .trim()
          .split(/\s+/)
          .some((word) => word !== '' && !pieces.has(word)),
    ),
  );
  return { lines, shortened };
}
