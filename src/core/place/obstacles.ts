/** What labels must not cover: boxes and runs of strokes, kept in a spatial index. Lengths in points. */
import RBush from 'rbush';
import type { Box, XY } from './box.ts';
import { Raster } from './raster.ts';

type Stroke = readonly [XY, XY];

interface Item extends Box {
  /** the corners of a piece of a run, or null for a box */
  run: readonly XY[] | null;
  half: number;
}

/** Whether two boxes share more than an edge. */
const overlap = (a: Box, b: Box) =>
  a.minX < b.maxX - 1e-6 && b.minX < a.maxX - 1e-6 && a.minY < b.maxY - 1e-6 && b.minY < a.maxY - 1e-6;

/** Whether a stroke passes through a box (Liang and Barsky's line clipping). */
function strokeHits([x1, y1]: XY, [x2, y2]: XY, box: Box): boolean {
  let from = 0;
  let to = 1;
  for (let edge = 0; edge < 4; edge++) {
    const p = edge === 0 ? x1 - x2 : edge === 1 ? x2 - x1 : edge === 2 ? y1 - y2 : y2 - y1;
    const q = edge === 0 ? x1 - box.minX : edge === 1 ? box.maxX - x1 : edge === 2 ? y1 - box.minY : box.maxY - y1;
    if (p === 0) {
      if (q <= 0) return false;
      continue;
    }
    if (p < 0) from = Math.max(from, q / p);
    else to = Math.min(to, q / p);
    if (from > to) return false;
  }
  return true;
}

/** On which side of a stroke a point lies. */
const side = ([x1, y1]: XY, [x2, y2]: XY, [x, y]: XY) => Math.sign((x2 - x1) * (y - y1) - (y2 - y1) * (x - x1));

/** Whether two strokes cross. */
const doCross = (a: Stroke, b: Stroke) =>
  side(a[0], a[1], b[0]) * side(a[0], a[1], b[1]) < 0 && side(b[0], b[1], a[0]) * side(b[0], b[1], a[1]) < 0;

const grown = (box: Box, by: number): Box => ({
  minX: box.minX - by,
  minY: box.minY - by,
  maxX: box.maxX + by,
  maxY: box.maxY + by,
});

function itemHits({ run, half, ...own }: Item, box: Box): boolean {
  if (!run) return overlap(own, box);
  const around = half === 0 ? box : grown(box, half);
  for (let index = 1; index < run.length; index++) {
    const [a, b] = [run[index - 1], run[index]];
    if (a && b && strokeHits(a, b, around)) return true;
  }
  return false;
}

/** So many strokes of a run are kept together: fewer entries, and still small ones. */
const TOGETHER = 4;

/** A label that stands, with its leader. */
interface Standing {
  key: string;
  box: Box;
  leader: Stroke | null;
}

/** Boxes and strokes that stand fast, and labels that come and go; asked whether a box would cover one of them. */
export class Obstacles {
  private readonly tree = new RBush<Item>(16);
  private pending: Item[] = [];
  private standing: Standing[] = [];
  private readonly raster: Raster;

  /** `sheet` holds all boxes that will be asked about. */
  constructor(sheet: Box) {
    this.raster = new Raster(sheet);
  }

  addBox(box: Box): void {
    this.raster.addBox(box);
    this.pending.push({ ...box, run: null, half: 0 });
  }

  /** Adds a run of strokes of a width. */
  addRun(points: readonly XY[], width: number): void {
    const half = width / 2;
    for (let start = 0; start < points.length - 1; start += TOGETHER) {
      const run = points.slice(start, start + TOGETHER + 1);
      const [first] = run;
      if (!first) return;
      let [minX, minY, maxX, maxY] = [first[0], first[1], first[0], first[1]];
      let before = first;
      for (const point of run) {
        minX = Math.min(minX, point[0]);
        maxX = Math.max(maxX, point[0]);
        minY = Math.min(minY, point[1]);
        maxY = Math.max(maxY, point[1]);
        if (point !== first) this.raster.addStroke(before, point, half);
        before = point;
      }
      this.pending.push({ minX: minX - half, minY: minY - half, maxX: maxX + half, maxY: maxY + half, run, half });
    }
  }

  addLabel(key: string, box: Box, leader: Stroke | null): void {
    this.standing.push({ key, box, leader });
  }

  removeLabel(key: string): void {
    this.standing = this.standing.filter((label) => label.key !== key);
  }

  /** Whether a box would cover something that stands fast. */
  hits(box: Box): boolean {
    const seen = this.raster.ask(box);
    if (seen !== 'near') return seen === 'taken';
    this.settle();
    return this.tree.search(box).some((item) => itemHits(item, box));
  }

  /** Whether a leader would cross a stroke that stands fast. */
  crosses([a, b]: Stroke): boolean {
    this.settle();
    const box = {
      minX: Math.min(a[0], b[0]),
      minY: Math.min(a[1], b[1]),
      maxX: Math.max(a[0], b[0]),
      maxY: Math.max(a[1], b[1]),
    };
    return this.tree.search(box).some(({ run }) =>
      run?.some((corner, index) => {
        const next = run[index + 1];
        return next !== undefined && doCross([corner, next], [a, b]);
      }),
    );
  }

  /** Keys of the labels that a label would cover or be covered by, leaders included. */
  labelsAt(box: Box, leader: Stroke | null): string[] {
    return this.standing
      .filter(
        (label) =>
          overlap(label.box, box) ||
          (label.leader !== null && strokeHits(...label.leader, box)) ||
          (leader !== null && strokeHits(...leader, label.box)),
      )
      .map(({ key }) => key);
  }

  private settle(): void {
    if (this.pending.length === 0) return;
    this.tree.load(this.pending);
    this.pending = [];
  }
}
