/** The words inside the plot, each placed where it covers nothing. */

import { type Box, boxAround, type XY } from '../place/box.ts';
import { Obstacles } from '../place/obstacles.ts';
import { type Candidate, type LabelRequest, leaderTo, placeLabels } from '../place/place.ts';
import { thin } from '../scale/thin.ts';
import { type Part, type SceneNode, strokeOf } from '../scene/scene.ts';
import type { Offset } from './look.ts';
import { AIR, type LabelledPlot, type Wanted, wantedLabels } from './wanted-labels.ts';
import { runNodes } from './words.ts';

/** A label with where it stands: what a pointer takes hold of. */
export interface PlacedLabel {
  part: Part;
  /** what it is called aloud */
  label: string;
  /** the point it belongs to */
  anchor: XY;
  box: Box;
  leader: readonly [XY, XY] | null;
  /** put there by hand */
  moved: boolean;
  /** put by hand where it covers something */
  covers: boolean;
}

export interface Labels {
  nodes: SceneNode[];
  placed: PlacedLabel[];
  /** labels for which no place was free */
  unplaced: { part: Part; label: string }[];
}

interface LabelsRoom extends LabelledPlot {
  /** where labels may stand, and what else they must not cover */
  bounds: Box;
  taken: readonly Box[];
  /** where the legend box stands */
  legend: Box | null;
  /** names that were put by hand */
  byHand: readonly Omit<PlacedLabel, 'leader' | 'covers'>[];
}

/** Strokes of long lines are taken together in columns this wide, points. */
const COLUMN = 1.5;

function obstaclesOf({ lines, marks, taken }: LabelsRoom, sheet: Box): Obstacles {
  const obstacles = new Obstacles(sheet);
  for (const { path, line, at, reach, markers } of lines) {
    for (const { runs } of [path.finished, path.unfinished, path.bridges])
      for (const run of runs) {
        const width = (run.at(-1)?.[0] ?? 0) - (run[0]?.[0] ?? 0);
        // Thinning keeps up to four points of a column.
        const isLong = run.length > 12 && run.length > (4 * width) / COLUMN;
        const kept = isLong
          ? thin(
              run.map(([x]) => x),
              run.map(([, y]) => y),
              COLUMN,
            ).map((index) => run[index] ?? ([0, 0] as const))
          : run;
        obstacles.addRun(kept, line.line.weight);
      }
    for (const dot of path.dots) obstacles.addBox(boxAround(dot, Math.max(1, line.line.weight)));
    for (const index of markers.keys()) {
      const place = at(index);
      if (place) obstacles.addBox(boxAround(place, reach(index)));
    }
  }
  for (const { runs, mark } of marks)
    if (mark.kind === 'level' || mark.kind === 'event' || mark.kind === 'difference')
      for (const run of runs) obstacles.addRun(run, mark.weight);
  for (const box of taken) obstacles.addBox(box);
  return obstacles;
}

function labelNodes(wanted: Wanted, { box, leader }: Candidate): SceneNode {
  const size = wanted.lines[0]?.[0]?.size ?? 7;
  const first = box.minY + size * 0.8;
  const texts = runNodes(wanted.lines, box.minX + AIR, first, wanted.pitch).map((node) =>
    node.kind === 'text' && wanted.valued ? { ...node, ...wanted.valued } : node,
  );
  const children: SceneNode[] = [...texts];
  if (leader)
    children.push({
      kind: 'path',
      d: strokeOf(leader[0][0], leader[0][1], leader[1][0], leader[1][1]),
      stroke: { colour: wanted.ink, width: 0.4 },
    });
  return { kind: 'group', part: wanted.part, label: wanted.label, children };
}

/** A label put by hand stands where it was put, kept within the bounds. */
function byHand(wanted: Wanted, { dx, dy }: Offset, bounds: Box): Candidate {
  const [width, height] = [wanted.width + 2 * AIR, wanted.height];
  const within = (wish: number, low: number, high: number) => Math.max(low, Math.min(high, wish));
  const minX = within(wanted.anchor[0] + dx - width / 2, bounds.minX, Math.max(bounds.minX, bounds.maxX - width));
  const minY = within(wanted.anchor[1] + dy - height / 2, bounds.minY, Math.max(bounds.minY, bounds.maxY - height));
  const box = { minX, minY, maxX: minX + width, maxY: minY + height };
  const leader = wanted.leaders ? leaderTo(box, wanted.anchor, wanted.reach) : null;
  const isFar = leader !== null && Math.hypot(leader[1][0] - leader[0][0], leader[1][1] - leader[0][1]) > 4;
  return { box, leader: isFar ? leader : null };
}

/** Places all labels of a plot; see `placeLabels` for how. `sheet` is the frame within which a label may be moved by hand. */
export function labelPlot(room: LabelsRoom, sheet: Box): Labels {
  const wanted = wantedLabels(room);
  const labels: Labels = { nodes: [], placed: [], unplaced: [] };
  if (wanted.length === 0 && room.byHand.length === 0 && !room.legend) return labels;
  const obstacles = obstaclesOf(room, sheet);
  const put = (label: Wanted, candidate: Candidate, covers: boolean) => {
    labels.nodes.push(labelNodes(label, candidate));
    const { part, label: spoken, anchor, moved } = label;
    labels.placed.push({ part, label: spoken, anchor, ...candidate, moved: moved !== null, covers });
  };
  const covers = ({ box, leader }: Candidate) => obstacles.hits(box) || obstacles.labelsAt(box, leader).length > 0;
  if (room.legend) {
    const { legend } = room;
    const anchor = [legend.minX, legend.minY] as const;
    const isOver = covers({ box: legend, leader: null });
    labels.placed.push({
      part: 'legend',
      label: 'Legend',
      anchor,
      box: legend,
      leader: null,
      moved: false,
      covers: isOver,
    });
    obstacles.addLabel('legend', legend, null);
  }
  for (const name of room.byHand) {
    labels.placed.push({ ...name, leader: null, covers: covers({ box: name.box, leader: null }) });
    obstacles.addLabel(name.part, name.box, null);
  }
  for (const label of wanted) {
    if (!label.moved) continue;
    const candidate = byHand(label, label.moved, sheet);
    put(label, candidate, covers(candidate));
    obstacles.addLabel(label.part, candidate.box, candidate.leader);
  }
  // Rows of a calendar are one part of the sheet, and each has its label.
  const searched = new Map(wanted.flatMap((label, index) => (label.moved ? [] : [[`${index} ${label.part}`, label]])));
  const requests = [...searched].map(
    ([key, label]): LabelRequest => ({ key, places: label.places(), reach: label.reach }),
  );
  const found = placeLabels(requests, obstacles, room.bounds);
  for (const [key, label] of searched) {
    const candidate = found.get(key);
    if (candidate) put(label, candidate, false);
    else labels.unplaced.push({ part: label.part, label: label.label });
  }
  return labels;
}
