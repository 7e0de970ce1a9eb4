/** The key below the plots that names the numbered rows of calendars. */

import type { SceneNode } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import { faceOfStyle } from '../style/type.ts';
import { textWidth } from '../text/measure.ts';
import { shorten } from '../text/wrap.ts';
import type { ResolvedPlot } from './resolve.ts';

/** Between a number and its name, and between entries, in label sizes. */
const [GAP, APART] = [0.4, 1.2];
const PITCH = 1.3;
/** A key takes at most this share of a frame's height. */
const MOST_SHARE = 0.4;

interface Entry {
  number: string;
  name: string;
  /** where it begins, points from the key's corner */
  x: number;
  row: number;
}

export interface CalendarKey {
  /** the calendar that is chosen by a click on the key */
  mark: string;
  entries: Entry[];
  /** with the room above it, points */
  height: number;
}

/** Measures the key of a figure's calendars; null where they have no names, or too many for the room. */
export function calendarKey(
  { marks }: ResolvedPlot,
  style: HouseStyle,
  { width, height }: { width: number; height: number },
): CalendarKey | null {
  const size = style.sizes.label;
  const [plain, strong] = [faceOfStyle(style), faceOfStyle(style, 600)];
  const named = new Map(marks.flatMap((mark) => (mark.entry?.number ? [[mark.entry.number, mark] as const] : [])));
  const first = [...named.values()][0];
  if (!first) return null;
  const entries: Entry[] = [];
  let [x, row] = [0, 0];
  for (const [number, { name }] of [...named].sort(([a], [b]) => a - b)) {
    const before = textWidth(String(number), strong, size) + size * GAP;
    const text = shorten(name, plain, size, Math.max(size, width - before));
    const wide = before + textWidth(text, plain, size);
    if (x > 0 && x + wide > width) [x, row] = [0, row + 1];
    entries.push({ number: String(number), name: text, x, row });
    x += wide + size * APART;
  }
  const needed = (row + 1) * size * PITCH + size * 0.5;
  return needed > height * MOST_SHARE ? null : { mark: first.id, entries, height: needed };
}

/** The key with its first line below `top`, from `left` on. */
export function calendarKeyNodes(
  { mark, entries }: CalendarKey,
  left: number,
  top: number,
  style: HouseStyle,
): SceneNode {
  const size = style.sizes.label;
  const [plain, strong] = [faceOfStyle(style), faceOfStyle(style, 600)];
  const children = entries.flatMap(({ number, name, x, row }): SceneNode[] => {
    const y = top + size * 0.5 + row * size * PITCH + size * 0.86;
    const shared = { kind: 'text', y, size, anchor: 'start' } as const;
    const after = textWidth(number, strong, size) + size * GAP;
    return [
      { ...shared, x: left + x, text: number, face: strong, colour: style.ink },
      { ...shared, x: left + x + after, text: name, face: plain, colour: style.quiet },
    ];
  });
  return { kind: 'group', part: `mark:${mark}`, label: 'Key of the calendar', children };
}
