/** Names of lines, set after their last points and spread apart. */

import type { Box, XY } from '../place/box.ts';
import { spreadApart } from '../place/spread.ts';
import { type Part, type SceneNode, strokeOf } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import { faceOfStyle } from '../style/type.ts';
import { capHeight, textWidth } from '../text/measure.ts';
import { shorten, shortenApart } from '../text/wrap.ts';
import type { FaceId } from '../type/faces.ts';
import type { Plot } from './plot.ts';
import type { ResolvedLine, ResolvedPlot } from './resolve.ts';
import type { Side } from './spec.ts';
import type { PlacedAxis } from './value-axis.ts';

interface EndName {
  line: ResolvedLine;
  text: string;
  width: number;
  position: number;
  value: number;
}

export interface EndNames {
  names: EndName[];
  /** width of the widest name, points */
  width: number;
  /** room between the last points and the names, points */
  gap: number;
  /** across position of the last point of any line */
  lastPosition: number;
  /** they cannot be shortened to their room so that they still differ */
  tooLong: boolean;
}

/** The type in which names of lines are set. */
export const nameType = (style: HouseStyle): { face: FaceId; size: number } => ({
  face: faceOfStyle(style, style.bold.name ? 600 : 400),
  size: style.sizes.name ?? style.sizes.label,
});
/** Clear room between the frame and what stands in it, points. */
const INSET = 10;
/** Names take at most this share of the figure's width. */
const MOST_SHARE = 0.3;
const GAP = 5;
/** Further room for leaders, where several names may have to move. */
const LEADER_ROOM = 3;
const PITCH = 1.18;
/** The same where many stand, below which they would touch. */
const LEAST_PITCH = 1;
/** A name moved further than this from its line's end, in label sizes, gets a leader. */
const LEADER_FROM = 0.7;

/** A line that ends before the others by more than this share of their course is named where it ends. */
const EARLY_SHARE = 0.05;

/** Index of the last value of a line; -1 for none. */
const lastOf = ({ values }: ResolvedLine) => values.findLastIndex((value) => value !== null);

/**
 * Ids of the lines that end well before the others: a name at the edge of the
 * plot would be joined to them by a leader as long as a stretch of the line.
 */
export function linesEndingEarly({ spec, lines }: ResolvedPlot): Set<string> {
  if (spec.names.kind !== 'lines') return new Set();
  const named = lines.filter(({ line }) => line.named === 'end' && line.nameMoved === null);
  const ends = lines.flatMap((line) => line.positions[lastOf(line)] ?? []);
  const starts = lines.flatMap((line) => line.positions[0] ?? []);
  const [first, last] = [Math.min(...starts), Math.max(...ends)];
  return new Set(
    named.flatMap((line) => {
      const end = line.positions[lastOf(line)];
      return end !== undefined && last - end > EARLY_SHARE * (last - first) ? [line.line.id] : [];
    }),
  );
}

/** Finds the last point of each line and measures its name. */
export function endNames(figure: ResolvedPlot, style: HouseStyle, width: number): EndNames {
  const { face, size } = nameType(style);
  const early = linesEndingEarly(figure);
  const found = figure.lines.flatMap((line) => {
    if (figure.spec.names.kind !== 'lines' || line.line.named !== 'end' || early.has(line.line.id)) return [];
    const last = lastOf(line);
    const value = line.values[last];
    const position = line.positions[last];
    if (value === undefined || value === null || position === undefined || line.name.trim() === '') return [];
    return [{ line, position, value }];
  });
  const most = width * MOST_SHARE;
  const whole = found.map(({ line }) => line.name);
  const apart = shortenApart(whole, face, size, most);
  const short = apart ?? whole.map((name) => shorten(name, face, size, most));
  const names = found.map((name, index): EndName => {
    const text = short[index] ?? '';
    return { ...name, text, width: textWidth(text, face, size) };
  });
  return {
    names,
    width: Math.max(0, ...names.map((name) => name.width)),
    gap: GAP + (names.length > 1 ? LEADER_ROOM : 0),
    // Lines without a name there must not run under those of others.
    lastPosition: Math.max(
      Number.NEGATIVE_INFINITY,
      ...figure.lines.map((line) => line.positions[lastOf(line)] ?? Number.NEGATIVE_INFINITY),
    ),
    tooLong: apart === null,
  };
}

/** Heights between which the middles of names stand: their white ground must not hide the axis line below. */
const rangeOf = (plot: Pick<Plot, 'top' | 'height'>, size: number) => ({
  low: plot.top,
  high: plot.top + plot.height - (size * PITCH) / 2 - 0.5,
});

/** Whether the names find room one below the other at a plot. */
export function haveRoom({ names, tooLong }: EndNames, plot: Plot, style: HouseStyle): boolean {
  const { low, high } = rangeOf(plot, nameType(style).size);
  const home = names.filter(({ line }) => !line.line.nameMoved).length;
  return !tooLong && (home - 1) * nameType(style).size * LEAST_PITCH <= Math.max(0, high - low);
}

interface NamesRoom {
  x(position: number): number;
  /** the axis of a line, and heights on it */
  axisFor(side: Side): { set: PlacedAxis; y(value: number): number };
  plot: Plot;
  style: HouseStyle;
  /** right end of the room for names, and lower edge of the sheet */
  right: number;
  bottom: number;
  /** the names stand after this, where numbers of a right axis do; 0 where there is none */
  after: number;
  /** colour behind the figure, with which names cover grid lines */
  ground: string;
}

/** A name with the box it stands in and the end of its line. */
export interface PlacedName {
  part: Part;
  label: string;
  node: SceneNode;
  box: Box;
  anchor: XY;
  moved: boolean;
}

/** Sets the names apart along one edge, each in its line's colour, with a thin leader where it had to move. */
export function nameNodes(
  names: EndNames,
  { x, axisFor, plot, style, right, bottom, after, ground }: NamesRoom,
): PlacedName[] {
  if (names.names.length === 0) return [];
  const { face, size } = nameType(style);
  const ends = names.names.map(({ line, value }) => {
    const { set, y } = axisFor(line.line.axis);
    return y(Math.min(set.scale.high, Math.max(set.scale.low, value)));
  });
  const half = (size * PITCH) / 2;
  const home = names.names.flatMap(({ line }, index) => (line.line.nameMoved ? [] : [index]));
  const { low, high } = rangeOf(plot, size);
  const spread = spreadApart(
    home.map((index) => ends[index] ?? 0),
    size * PITCH,
    low,
    high,
  );
  // Put by hand, a name keeps its distance from the end of its line, and stays on the sheet.
  const placed = names.names.map(({ line }, index) => {
    const at = (ends[index] ?? 0) + (line.line.nameMoved?.dy ?? 0);
    return line.line.nameMoved
      ? Math.max(half + 2, Math.min(bottom - half - 2, at))
      : (spread[home.indexOf(index)] ?? at);
  });
  const lift = capHeight(face, size) / 2;
  const moved = home.some((index) => Math.abs((placed[index] ?? 0) - (ends[index] ?? 0)) > size * LEADER_FROM);
  const edge = x(names.lastPosition);
  const column = Math.max(edge, after) + (moved ? names.gap : GAP);
  return names.names.map((name, index): PlacedName => {
    const at = placed[index] ?? 0;
    const end = ends[index] ?? at;
    const { colour, nameMoved } = name.line.line;
    const from = x(name.position);
    const text = shorten(name.text, face, size, Math.max(size, right - column + 0.05));
    const width = text === name.text ? name.width : textWidth(text, face, size);
    const left = nameMoved ? Math.max(2, Math.min(right + INSET - 2 - width, from + nameMoved.dx - width / 2)) : column;
    const children: SceneNode[] = [
      // Grid lines stop short of the name.
      { kind: 'rect', x: left - 2, y: at - size * 0.5, width: width + 4, height: size, fill: ground },
      { kind: 'text', x: left, y: at + lift, text, face: face, size, colour, anchor: 'start' },
    ];
    const isFar = nameMoved
      ? left - from > 3 * GAP || left < from
      : Math.abs(at - end) > size * LEADER_FROM || from < edge - 1;
    if (isFar) {
      // Past the numbers of a right axis, a leader begins where they end.
      const begin = after > 0 && !nameMoved ? after + 1 : from + 1.5;
      const stop = left > begin ? left - 1.5 : left + width + 1.5;
      children.push({ kind: 'path', d: strokeOf(begin, end, stop, at), stroke: { colour, width: 0.4 } });
    }
    const part: Part = `name:${name.line.line.id}`;
    const label = `Name of ${name.line.name}`;
    return {
      part,
      label,
      node: { kind: 'group', part, label, children },
      box: { minX: left, minY: at - half, maxX: left + width, maxY: at + half },
      anchor: [from, end],
      moved: nameMoved !== null,
    };
  });
}
