/** Places labels by search: each at the first of its candidate places that covers nothing. Lengths in points. */

import type { Box, XY } from './box.ts';
import type { Obstacles } from './obstacles.ts';

/** A place that a label may take. */
export interface Place {
  box: Box;
  /** the point that a leader joins it to, or null when it is near enough to need none */
  from: XY | null;
}

/** A place with its leader. */
export interface Candidate {
  box: Box;
  leader: readonly [XY, XY] | null;
}

export interface LabelRequest {
  key: string;
  /** the best first */
  places: Iterable<Place>;
  /** how far what stands at the label's point reaches */
  reach: number;
}

export type Direction = 'above' | 'below' | 'left' | 'right';

const inside = (box: Box, bounds: Box) =>
  box.minX >= bounds.minX - 1e-6 &&
  box.maxX <= bounds.maxX + 1e-6 &&
  box.minY >= bounds.minY - 1e-6 &&
  box.maxY <= bounds.maxY + 1e-6;

/** The point of a box that is nearest to a place. */
const nearest = (box: Box, [x, y]: XY): XY => [
  Math.min(box.maxX, Math.max(box.minX, x)),
  Math.min(box.maxY, Math.max(box.minY, y)),
];

/** A leader from a point, cleared by `reach`, to the box. */
export function leaderTo(box: Box, anchor: XY, reach: number): readonly [XY, XY] | null {
  const [x, y] = nearest(box, anchor);
  const [dx, dy] = [x - anchor[0], y - anchor[1]];
  const length = Math.hypot(dx, dy);
  if (length <= reach + 1.5) return null;
  const [near, far] = [(reach + 0.4) / length, (length - 0.8) / length];
  return [
    [anchor[0] + dx * near, anchor[1] + dy * near],
    [anchor[0] + dx * far, anchor[1] + dy * far],
  ];
}

const NEAR: Record<Direction, XY> = { above: [0, -1], below: [0, 1], right: [1, 0], left: [-1, 0] };
const DIAGONALS: readonly XY[] = [
  [1, -1],
  [-1, -1],
  [1, 1],
  [-1, 1],
];
/** The box that lies off a point in a direction, `off` points from it. */
function boxToward([x, y]: XY, [ux, uy]: XY, width: number, height: number, off: number): Box {
  const left = x + ux * (width / 2 + off) - width / 2;
  const top = y + uy * (height / 2 + off) - height / 2;
  return { minX: left, minY: top, maxX: left + width, maxY: top + height };
}

/** How far the rings of places with a leader stand off, in label heights. */
const RINGS = [1.1, 1.8, 2.8, 4];

/**
 * Places around a point for a box of a size: next to it on the given sides
 * (with all four, at its corners, too), then farther off with a leader.
 * `reach` is how far what stands on the point reaches.
 */
export function* placesAround(
  anchor: XY,
  width: number,
  height: number,
  reach: number,
  sides: readonly Direction[],
  leaders = true,
): Generator<Place> {
  const gap = reach + 1.6;
  const all = sides.length === 4;
  for (const side of sides) yield { box: boxToward(anchor, NEAR[side], width, height, gap), from: null };
  if (all) for (const way of DIAGONALS) yield { box: boxToward(anchor, way, width, height, gap * 0.6), from: null };
  if (!leaders) return;
  for (const ring of RINGS) {
    const off = gap + ring * height;
    for (const side of sides) yield { box: boxToward(anchor, NEAR[side], width, height, off), from: anchor };
    if (all) for (const way of DIAGONALS) yield { box: boxToward(anchor, way, width, height, off), from: anchor };
  }
}

/** More labels than this are placed without moving others out of the way. */
const MOST_SWAPPED = 400;
/** How many free places of a label are kept to choose among. */
const ENOUGH = 6;

/**
 * Gives each label the first of its candidates that lies in `bounds` and
 * covers no obstacle, the labels with the fewest free places first. A label
 * left over is tried at places that only other labels hold, if all of those
 * find another. What is placed is added to the obstacles. Returns the chosen
 * candidates by key; a label without one found no place.
 */
export function placeLabels(
  requests: readonly LabelRequest[],
  obstacles: Obstacles,
  bounds: Box,
): Map<string, Candidate> {
  const placed = new Map<string, Candidate>();
  /** the places of each label that are free of what stands fast */
  const possible = new Map<string, Candidate[]>();
  for (const { key, places, reach } of requests) {
    const free: Candidate[] = [];
    /** places whose leaders would cross a line: better than none */
    const across: Candidate[] = [];
    for (const { box, from } of places) {
      if (free.length === ENOUGH) break;
      if (!inside(box, bounds) || obstacles.hits(box)) continue;
      const leader = from && leaderTo(box, from, reach);
      (leader && obstacles.crosses(leader) ? across : free).push({ box, leader });
    }
    possible.set(key, [...free, ...across].slice(0, ENOUGH));
  }
  const isFree = ({ box, leader }: Candidate) => obstacles.labelsAt(box, leader).length === 0;
  const put = (key: string, candidate: Candidate) => {
    obstacles.addLabel(key, candidate.box, candidate.leader);
    placed.set(key, candidate);
  };
  const takeAway = (key: string) => {
    obstacles.removeLabel(key);
    placed.delete(key);
  };
  const place = (key: string) => {
    const free = (possible.get(key) ?? []).find(isFree);
    if (free) put(key, free);
    return free !== undefined;
  };
  const order = requests
    .map(({ key }, index) => ({ key, index, free: possible.get(key)?.length ?? 0 }))
    .sort((a, b) => a.free - b.free || a.index - b.index);
  const left = order.filter(({ key }) => !place(key));
  if (requests.length <= MOST_SWAPPED) for (const { key } of left) moveOthers(key);
  return placed;

  /** Tries to place a label where other labels stand, moving those. */
  function moveOthers(key: string): void {
    for (const candidate of possible.get(key) ?? []) {
      const inTheWay = obstacles.labelsAt(candidate.box, candidate.leader);
      // Labels put by hand stay where they are.
      if (inTheWay.length > 2 || inTheWay.some((label) => !placed.has(label))) continue;
      const before = inTheWay.map((label) => [label, placed.get(label)] as const);
      inTheWay.forEach(takeAway);
      put(key, candidate);
      if (inTheWay.every(place)) return;
      [key, ...inTheWay].forEach(takeAway);
      for (const [label, at] of before) if (at) put(label, at);
    }
  }
}
