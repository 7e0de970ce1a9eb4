/** Columns, and wins and losses, in a sparkline's cell. Lengths in points. */

import type { CellBox, Marked } from '../mark/box.ts';
import { shareBelow } from '../mark/linear.ts';
import type { XY } from '../place/box.ts';
import { runOf } from '../scene/coordinates.ts';
import { type SceneNode, strokeOf } from '../scene/scene.ts';
import { signs } from './derive.ts';
import type { SparkCell } from './resolve.ts';

/** A bar takes so much of its pitch. */
const SHARE = 0.76;
/** Height of the dash of a draw. */
const DASH = 0.8;
const THIN = 1;

/** Where bars stand: on whole pixels and all as wide and as far apart as each other, where there is room for it. */
function pitchOf(count: number, { left, width }: CellBox, pixel: number) {
  const own = width / Math.max(1, count);
  const pitch = own >= 2 * pixel ? Math.floor(own / pixel + 1e-6) * pixel : own;
  const bar =
    own >= 2 * pixel
      ? Math.max(pixel, Math.min(pitch - pixel, Math.round((pitch * SHARE) / pixel) * pixel))
      : own * SHARE;
  const spare = width - pitch * count;
  const start = left + Math.floor(spare / 2 / pixel + 1e-6) * pixel;
  return { bar, at: (index: number) => start + index * pitch };
}

const snapper = (pixel: number) => (value: number) => Math.round(value / pixel) * pixel;

interface Colours {
  ink: string;
  ground: string;
}

/** Columns from zero. What is not over is hollow; what goes beyond its scale is cut with a gap near its end. */
export function columnNodes(
  { spark, values, finished, ends: [low, high] }: SparkCell,
  box: CellBox,
  marked: Marked,
  { ground }: Colours,
  pixel: number,
): { bars: SceneNode[]; marks: SceneNode[] } {
  const snap = snapper(pixel);
  const { bar, at } = pitchOf(values.length, box, pixel);
  const y = (value: number) => snap(box.top + box.height * shareBelow(Math.min(high, Math.max(low, value)), low, high));
  const zero = y(0);
  const bars: SceneNode[] = [];
  const marks: SceneNode[] = [];
  values.forEach((value, index) => {
    if (value === null) return;
    const end = y(value);
    const x = at(index);
    const tall = Math.max(pixel, Math.abs(end - zero));
    const top = value < 0 ? zero : zero - tall;
    const colour = value < 0 ? spark.below : spark.colour;
    // What is thinner than a screen's pixel would vanish if its edges had to fall on whole ones.
    const crisp = tall > THIN;
    const rect = (fill: string): SceneNode => ({
      kind: 'rect',
      x,
      y: top,
      width: bar,
      height: tall,
      fill,
      crisp,
    });
    if (index >= finished && tall > 0.8 && bar > 0.8) {
      const [l, t, r, b] = [x + 0.2, top + 0.2, x + bar - 0.2, top + tall - 0.2];
      const corners: XY[] = [
        [l, t],
        [r, t],
        [r, b],
        [l, b],
      ];
      bars.push({ kind: 'path', d: `${runOf(corners)}Z`, stroke: { colour, width: 0.4 } });
      return;
    }
    bars.push(rect(colour));
    if ((value > high || value < low) && tall > 3) {
      const gap = value < 0 ? top + tall - 2 : top + 1.2;
      bars.push({ kind: 'rect', x, y: gap, width: bar, height: 0.8, fill: ground });
    }
    const rule = marked.get(index);
    if (!rule) return;
    if (rule.colour) marks.push(rect(rule.colour));
    // A marked column carries a notch, so that it is told without colour.
    if (rule.shape !== 'none' && bar > 1.5 && tall > 1.6)
      marks.push({
        kind: 'rect',
        x: x + bar / 2 - 0.3,
        y: value < 0 ? top + tall - 1.2 : top + 0.4,
        width: 0.6,
        height: 0.8,
        fill: ground,
      });
  });
  if (low <= 0 && high >= 0)
    bars.unshift({
      kind: 'path',
      d: strokeOf(box.left, zero, box.left + box.width, zero),
      stroke: { colour: spark.colour, width: 0.3 },
    });
  return { bars, marks };
}

/** Wins above the middle, losses below it, and a draw as a short dash on it; what is not over is neither. */
export function winLossNodes({ spark, values, before, finished }: SparkCell, box: CellBox, pixel: number): SceneNode[] {
  const snap = snapper(pixel);
  const { bar, at } = pitchOf(values.length, box, pixel);
  const middle = snap(box.top + box.height / 2);
  const clear = Math.max(pixel, snap(0.2));
  const tall = Math.max(pixel, Math.floor((box.height / 2 - clear) / pixel) * pixel);
  return signs(values, spark.sign, before).flatMap((sign, index): SceneNode[] => {
    if (sign === null || index >= finished) return [];
    const shared = { kind: 'rect', x: at(index), width: bar, crisp: sign !== 0 } as const;
    if (sign === 0) return [{ ...shared, y: middle - DASH / 2, height: DASH, fill: spark.colour }];
    return [
      sign > 0
        ? { ...shared, y: middle - clear - tall, height: tall, fill: spark.colour }
        : { ...shared, y: middle + clear, height: tall, fill: spark.below },
    ];
  });
}
