/**
 * Measures a drawing and says what is wrong with it: texts over each other or
 * beyond the sheet, points under texts, lines beyond their plot, labels of one
 * axis that are alike, numbers that are none. Works on the scene alone, so it
 * does not rest on what the layout knows of itself.
 */
import type { FigureLayout } from '../../src/core/figure/figure-layout.ts';
import { POINTS_PER_MM, type Scene, type SceneNode, type TextNode } from '../../src/core/scene/scene.ts';
import { toSvg } from '../../src/core/scene/svg.ts';
import type { SparkGeometry } from '../../src/core/spark/geometry.ts';
import { textWidth } from '../../src/core/text/measure.ts';

interface Rect {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

interface FoundText {
  node: TextNode;
  part: string;
  rect: Rect;
}

interface FoundPoint {
  part: string;
  x: number;
  y: number;
}

/** Ink of a text over and under its baseline, as shares of its size. */
const OVER = 0.66;
const UNDER = 0.16;
/** Touching by less than this is not seen, points. */
const SLACK = 0.6;

function rectOf(node: TextNode, dx: number, dy: number): Rect {
  const width = textWidth(node.text, node.face, node.size);
  const before = node.anchor === 'start' ? 0 : node.anchor === 'middle' ? width / 2 : width;
  const [x, y] = [node.x + dx, node.y + dy];
  if (node.turned)
    return {
      minX: x - OVER * node.size,
      maxX: x + UNDER * node.size,
      minY: y - (width - before),
      maxY: y + before,
    };
  return { minX: x - before, maxX: x + width - before, minY: y - OVER * node.size, maxY: y + UNDER * node.size };
}

interface Found {
  texts: FoundText[];
  points: FoundPoint[];
  /** ends of the strokes of lines, and corners of their paths */
  strokes: FoundPoint[];
}

function walk(nodes: readonly SceneNode[], part: string, dx: number, dy: number, found: Found): void {
  for (const node of nodes) {
    if (node.kind === 'group') walk(node.children, node.part, dx, dy, found);
    else if (node.kind === 'cluster') walk(node.children, part || (node.name ?? ''), dx + node.x, dy + node.y, found);
    else if (node.kind === 'text') {
      if (node.text.trim() !== '') found.texts.push({ node, part, rect: rectOf(node, dx, dy) });
    } else if (node.kind === 'point') found.points.push({ part, x: node.x + dx, y: node.y + dy });
    else if (node.kind === 'path' && part.startsWith('line:') && node.stroke && node.at === undefined) {
      const [sx, sy] = node.shift ?? [0, 0];
      for (const [, x, y] of node.d.matchAll(/(-?[\d.]+)[ ,](-?[\d.]+)(?=[MLCZ]|$)/g))
        found.strokes.push({ part, x: Number(x) + dx + sx, y: Number(y) + dy + sy });
    }
  }
}

const meet = (one: Rect, other: Rect) =>
  Math.min(one.maxX, other.maxX) - Math.max(one.minX, other.minX) > SLACK &&
  Math.min(one.maxY, other.maxY) - Math.max(one.minY, other.minY) > SLACK;

const say = ({ part, node }: FoundText) => `${part} “${node.text.slice(0, 30)}”`;

/** What is wrong on a sheet of any kind. */
export function measureScene(scene: Scene, mayCover: ReadonlySet<string> = new Set()): string[] {
  const wrong: string[] = [];
  const svg = toSvg(scene);
  const bad = /[\w-]+="[^"]*(?:NaN|Infinity|undefined|null)[^"]*"/.exec(
    svg.replace(/aria-label="[^"]*"|<desc>.*?<\/desc>/gs, ''),
  );
  if (bad) wrong.push(`no number: ${bad[0].slice(0, 80)}`);
  const found: Found = { texts: [], points: [], strokes: [] };
  walk(scene.nodes, '', 0, 0, found);
  const [width, height] = [scene.widthMm * POINTS_PER_MM, scene.heightMm * POINTS_PER_MM];
  for (const text of found.texts) {
    const { rect } = text;
    if (rect.minX < -SLACK || rect.maxX > width + SLACK || rect.minY < -SLACK || rect.maxY > height + SLACK)
      wrong.push(`beyond the sheet: ${say(text)}`);
  }
  const byTop = [...found.texts].sort((a, b) => a.rect.minY - b.rect.minY);
  byTop.forEach((text, index) => {
    for (let other = index + 1; other < byTop.length; other++) {
      const next = byTop[other];
      if (!next || next.rect.minY > text.rect.maxY) break;
      if (meet(text.rect, next.rect)) wrong.push(`over each other: ${say(text)} and ${say(next)}`);
    }
  });
  const points = [...found.points].sort((a, b) => a.y - b.y);
  for (const text of found.texts) {
    const { rect } = text;
    const under = points.find(
      ({ x, y }) => y > rect.minY + SLACK && y < rect.maxY - SLACK && x > rect.minX + SLACK && x < rect.maxX - SLACK,
    );
    if (under && !mayCover.has(text.part)) wrong.push(`over a point of ${under.part}: ${say(text)}`);
  }
  return wrong;
}

/** What is wrong in the drawing of a figure. */
export function measureFigure(layout: FigureLayout): string[] {
  const covering = new Set(layout.labels.flatMap(({ part, covers }) => (covers ? [part as string] : [])));
  // A box that its user put over lines is told in a proof note.
  const wrong = measureScene(layout.scene, covering);
  if (layout.tooSmall) return wrong;
  const found: Found = { texts: [], points: [], strokes: [] };
  walk(layout.scene.nodes, '', 0, 0, found);
  for (const { panel, plot, left, right } of layout.panels.list) {
    for (const axis of [left, right]) {
      if (!axis || !panel.drawn.lines.some(({ line }) => line.axis === axis.side)) continue;
      const { labels } = axis.numbers;
      const ticks = axis.scale.ticks.length;
      if (new Set(labels).size < labels.length) wrong.push(`alike at the ${axis.side} axis: ${labels.join(' | ')}`);
      if (ticks < 2) wrong.push(`the ${axis.side} axis has ${ticks} ticks`);
    }
    if (!(plot.width > 0 && plot.height > 0)) wrong.push(`the plot is ${plot.width} by ${plot.height}`);
  }
  const plots = layout.panels.list.map(({ plot }) => plot);
  const out = [...found.points, ...found.strokes].find(
    ({ part, x, y }) =>
      part.startsWith('line:') &&
      !plots.some(
        (plot) =>
          x > plot.left - 1 && x < plot.left + plot.width + 1 && y > plot.top - 1 && y < plot.top + plot.height + 1,
      ),
  );
  if (out) wrong.push(`beyond its plot: ${out.part} at ${out.x.toFixed(1)}, ${out.y.toFixed(1)}`);
  return wrong;
}

/** What is wrong in the drawing of a spark table: besides what any sheet shows, strokes and points beyond their cell. */
export function measureSpark(scene: Scene, { slots, pitch }: Pick<SparkGeometry, 'slots' | 'pitch'>): string[] {
  const wrong = measureScene(scene);
  for (const slot of slots) {
    if (slot.kind !== 'sparkline' && slot.kind !== 'bars') continue;
    const group = scene.nodes.find((node) => node.kind === 'group' && node.part === `column:${slot.id}`);
    if (group?.kind !== 'group') continue;
    for (const row of group.children) {
      if (row.kind !== 'cluster') continue;
      for (const [x, y] of placesOf(row.children))
        if (x < slot.left - SLACK || x > slot.left + slot.width + SLACK || y < -SLACK || y > pitch + SLACK)
          wrong.push(`beyond its cell: ${slot.id} ${x.toFixed(1)} ${y.toFixed(1)}`);
    }
  }
  return wrong;
}

/** Corners of paths and rectangles, and points with what they reach. */
function placesOf(nodes: readonly SceneNode[], dx = 0, dy = 0): [number, number][] {
  return nodes.flatMap((node): [number, number][] => {
    if (node.kind === 'cluster') return placesOf(node.children, dx + node.x, dy + node.y);
    if (node.kind === 'group') return placesOf(node.children, dx, dy);
    if (node.kind === 'point')
      return [
        [node.x + dx - node.radius, node.y + dy - node.radius],
        [node.x + dx + node.radius, node.y + dy + node.radius],
      ];
    if (node.kind === 'rect')
      return [
        [node.x + dx, node.y + dy],
        [node.x + dx + node.width, node.y + dy + node.height],
      ];
    if (node.kind !== 'path') return [];
    const [sx, sy] = node.shift ?? [0, 0];
    return [...node.d.matchAll(/[ML](-?[\d.]+)[ ,]?(-?[\d.]+)/g)].map(([, x, y]) => [
      Number(x) + dx + sx,
      Number(y) + dy + sy,
    ]);
  });
}
