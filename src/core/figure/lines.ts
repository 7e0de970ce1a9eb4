/** Drawing a line: the area at it, its stretches, bridges, markers and emphasised points. */

import { areaPath, betweenPaths } from '../mark/area.ts';
import { MOST_POINTS } from '../mark/course.ts';
import { isFilledMarker, markerFill } from '../mark/marker.ts';
import { markerPath, markerReach } from '../mark/shapes.ts';
import { BRIDGE_SHARE, strokeFor } from '../mark/stroke.ts';
import type { XY } from '../place/box.ts';
import type { ValueScale } from '../scale/value-axis.ts';
import type { SceneNode, Stroke } from '../scene/scene.ts';
import { OPACITIES } from '../style/opacities.ts';
import type { MarkerShape } from '../style/vocabulary.ts';
import { type EmphasisedPoint, emphasisPoints, markedPoints } from './emphasis-points.ts';
import type { LinePath } from './line-path.ts';
import type { Plot } from './plot.ts';
import type { ResolvedLine, ResolvedPlot } from './resolve.ts';

/** A line with where it runs and what stands on it. */
export interface PlacedLine {
  line: ResolvedLine;
  path: LinePath;
  scale: ValueScale;
  /** place of an entry on the sheet; null where it has no value or lies outside the axis */
  at(index: number): XY | null;
  /** height of its axis's zero, points, and of the end of the axis */
  zero: number;
  floor: number;
  emphasis: EmphasisedPoint[];
  /** the markers of its points, by their indices */
  markers: ReadonlyMap<number, Marker>;
  /** how far what is drawn at an entry reaches from it, points */
  reach(index: number): number;
}

interface Marker {
  shape: MarkerShape;
  filled: boolean;
  size: number;
  colour: string;
}

/** The markers of a line by the index of their points. */
function markersOf(line: ResolvedLine, emphasis: readonly EmphasisedPoint[]): Map<number, Marker> {
  const { markers, colour } = line.line;
  const found = new Map<number, Marker>();
  for (const index of markedPoints(line, emphasis))
    found.set(index, { shape: markers.shape, filled: markers.filled, size: markers.size, colour });
  for (const { index, emphasis: of } of emphasis)
    if (of.shape !== 'none')
      found.set(index, {
        shape: of.shape,
        // The last point of a stretch that is not over is hollow.
        filled: of.filled && index < line.unfinished,
        size: of.size,
        colour: of.colour ?? colour,
      });
  return found;
}

export function placeLine(
  figure: ResolvedPlot,
  line: ResolvedLine,
  room: { path: LinePath; scale: ValueScale; x(position: number): number; y(value: number): number; plot: Plot },
): PlacedLine {
  const { path, scale, x, y, plot } = room;
  const emphasis = emphasisPoints(figure, line);
  const markers = markersOf(line, emphasis);
  const zero = scale.kind === 'linear' ? y(0) : plot.top + plot.height;
  const floor = y(scale.low);
  return {
    line,
    path,
    scale,
    emphasis,
    markers,
    zero,
    floor,
    at(index) {
      const value = line.values[index];
      if (value === null || value === undefined || value < scale.low || value > scale.high) return null;
      return [x(line.positions[index] ?? 0), y(value)];
    },
    reach(index) {
      const marker = markers.get(index);
      return Math.max(line.line.weight / 2, marker ? markerReach(marker.shape, marker.size) : 0);
    },
  };
}

/** The area that a line fills; drawn below all lines. */
export function areaNodes(
  { line, path, zero, floor }: PlacedLine,
  lines: readonly PlacedLine[],
  plot: Plot,
): SceneNode[] {
  const { fill, fillOpacity, colour, id } = line.line;
  if (fill === 'none') return [];
  let d = '';
  if (typeof fill === 'object') {
    const other = lines.find((candidate) => candidate.line.line.id === fill.line);
    if (other && other.line !== line) d = betweenPaths(path.areas, other.path.areas, plot);
  } else for (const run of path.areas) d += areaPath(run, fill === 'zero' ? zero : floor, plot);
  if (d === '') return [];
  return [
    {
      kind: 'group',
      part: `line:${id}`,
      label: `Area at ${line.name}`,
      children: [{ kind: 'path', d, fill: colour, opacity: fillOpacity ?? OPACITIES.area }],
    },
  ];
}

function markerNode(marker: Marker, [x, y]: XY, ground: string, at: string, value: string): SceneNode {
  const { shape, filled, size, colour } = marker;
  const d = markerPath(shape, x, y, size);
  const isFilled = isFilledMarker(shape, filled);
  const fill = markerFill(shape, isFilled, colour, ground);
  return { kind: 'path', d, ...fill, stroke: { colour, width: isFilled ? 0.4 : 0.9 }, at, value };
}

/** One line: its strokes, single points as dots, its markers, and a place for each point where that is wanted. */
export function lineNodes(set: PlacedLine, ground: string, { withPlaces } = { withPlaces: true }): SceneNode {
  const { line, path } = set;
  const { colour, weight, pattern, unfinishedPattern, gaps } = line.line;
  const children: SceneNode[] = [];
  const draw = (d: string, stroke: Stroke) => d && children.push({ kind: 'path', d, stroke });
  draw(path.bridges.d, strokeFor(colour, weight * BRIDGE_SHARE, gaps === 'dotted bridge' ? 'dots' : 'solid'));
  draw(path.unfinished.d, strokeFor(colour, weight, unfinishedPattern));
  draw(path.finished.d, strokeFor(colour, weight, pattern));
  for (const [x, y] of path.dots) children.push({ kind: 'point', x, y, radius: Math.max(1, weight), fill: colour });
  for (const [index, marker] of set.markers) {
    const place = set.at(index);
    if (place) children.push(markerNode(marker, place, ground, line.at(index), String(line.values[index])));
  }
  if (withPlaces && line.values.length <= MOST_POINTS)
    line.values.forEach((value, index) => {
      const place = set.at(index);
      if (!place) return;
      const [x, y] = place;
      children.push({ kind: 'point', x, y, radius: 2, fill: null, at: line.at(index), value: String(value) });
    });
  return { kind: 'group', part: `line:${line.line.id}`, label: `Line ${line.name}`, children };
}
