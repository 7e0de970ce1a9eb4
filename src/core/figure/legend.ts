/** The legend box: names of lines with a piece of each stroke, in a corner of the plot or outside it. */

import { isClosed, markerPath } from '../mark/shapes.ts';
import { dashesOf } from '../mark/stroke.ts';
import type { Box } from '../place/box.ts';
import { type SceneNode, strokeOf } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import { capHeight, textWidth } from '../text/measure.ts';
import { shorten } from '../text/wrap.ts';
import { namePlaceOf } from './name-places.ts';
import type { Plot } from './plot.ts';
import type { ResolvedFigure, ResolvedLine } from './resolve.ts';
import type { FigureSpec } from './spec.ts';

const FACE = 'sans-400';
const SAMPLE = 16;
const GAP = 4;
/** Between entries of a row. */
const APART = 12;
const PITCH = 1.4;
const PAD = 4;

interface Entry {
  line: ResolvedLine;
  text: string;
  /** left end and middle of its row, within the box */
  x: number;
  y: number;
}

export interface Legend {
  place: FigureSpec['names']['box'];
  entries: Entry[];
  width: number;
  height: number;
}

/**
 * The lines that a legend names, and where it stands. Panels with names say by
 * these what their lines are; of several lines in each, the legend tells which
 * is which, by strokes and markers alone where colours tell the panels apart.
 */
function wantedIn(figure: ResolvedFigure, style: HouseStyle): Pick<Legend, 'place'> & { lines: ResolvedLine[] } {
  const { names } = figure.spec;
  const { list, look, lineNames } = figure.panels;
  const headed = list.filter(({ name }) => name !== '');
  if (headed.length === 0) {
    const shown = figure.lines.filter(({ name, line }) => name.trim() !== '' && line.named !== 'none');
    return { place: names.box, lines: names.kind === 'box' ? shown : [] };
  }
  const place = namePlaceOf(figure.spec) === 'below' ? 'below' : 'above';
  if (headed.every(({ drawn }) => drawn.lines.length < 2)) return { place, lines: [] };
  const ink = look.colours.kind === 'lines' ? {} : { colour: style.ink };
  const first = new Map(
    [...figure.lines].reverse().map((line) => [line.line.id, { ...line, line: { ...line.line, ...ink } }]),
  );
  const lines = [...lineNames].flatMap(([id, name]) => {
    const line = first.get(id);
    return line && name.trim() !== '' ? [{ ...line, name }] : [];
  });
  return { place, lines };
}

/** Measures the legend box of a figure of a width; null where lines are named at themselves. */
export function legendOf(figure: ResolvedFigure, style: HouseStyle, width: number): Legend | null {
  const { place, lines: shown } = wantedIn(figure, style);
  if (shown.length === 0) return null;
  const size = style.sizes.label;
  const isRow = place === 'above' || place === 'below';
  const most = isRow ? width : width * 0.36;
  const entries: Entry[] = [];
  let [x, y, widest] = [0, (size * PITCH) / 2, 0];
  for (const line of shown) {
    const text = shorten(line.name, FACE, size, Math.max(size, most - SAMPLE - GAP - 2 * PAD));
    const needed = SAMPLE + GAP + textWidth(text, FACE, size);
    if (isRow && x > 0 && x + needed > most) [x, y] = [0, y + size * PITCH];
    entries.push({ line, text, x, y });
    widest = Math.max(widest, x + needed);
    if (isRow) x += needed + APART;
    else y += size * PITCH;
  }
  const last = entries.at(-1)?.y ?? 0;
  const pad = isRow ? 0 : PAD;
  return { place, entries, width: widest + 2 * pad, height: last + (size * PITCH) / 2 + 2 * pad };
}

/** The box where a legend stands: `left` is where rows above and below the plot begin, `edge` where the room outside it does. */
export function legendBox(
  legend: Legend,
  plot: Plot,
  room: { left: number; above: number; below: number; edge: number },
): Box {
  const { width, height, place } = legend;
  const inset = 3;
  const isRight = place.endsWith('right');
  const corner = {
    x: isRight ? plot.left + plot.width - width - inset : plot.left + inset,
    y: place.startsWith('top') ? plot.top + inset : plot.top + plot.height - height - inset,
  };
  const at =
    place === 'above'
      ? { x: room.left, y: room.above }
      : place === 'below'
        ? { x: room.left, y: room.below }
        : place === 'outside'
          ? { x: room.edge, y: plot.top }
          : corner;
  return { minX: at.x, minY: at.y, maxX: at.x + width, maxY: at.y + height };
}

/** The legend with a ground of its own where it stands over the plot. */
export function legendNodes(legend: Legend, box: Box, style: HouseStyle, ground: string): SceneNode {
  const size = style.sizes.label;
  const lift = capHeight(FACE, size) / 2;
  const isOver = /^(top|bottom)/.test(legend.place);
  const pad = legend.place === 'above' || legend.place === 'below' ? 0 : PAD;
  const children: SceneNode[] = isOver
    ? [{ kind: 'rect', x: box.minX, y: box.minY, width: legend.width, height: legend.height, fill: ground }]
    : [];
  for (const { line, text, x, y } of legend.entries) {
    const { colour, weight, pattern, markers } = line.line;
    const [left, middle] = [box.minX + pad + x, box.minY + pad + y];
    const dashes = dashesOf(pattern, weight);
    children.push({
      kind: 'path',
      d: strokeOf(left, middle, left + SAMPLE, middle),
      stroke: { colour, width: Math.min(3, weight), ...(dashes && { dashes }) },
    });
    if (markers.on !== 'none' && markers.on !== 'emphasis') {
      const isFilled = markers.filled && isClosed(markers.shape) && markers.shape !== 'ring';
      children.push({
        kind: 'path',
        d: markerPath(markers.shape, left + SAMPLE / 2, middle, Math.min(6, markers.size)),
        ...(isFilled ? { fill: colour } : isClosed(markers.shape) ? { fill: ground } : {}),
        stroke: { colour, width: isFilled ? 0.4 : 0.9 },
      });
    }
    children.push({
      kind: 'text',
      x: left + SAMPLE + GAP,
      y: middle + lift,
      text,
      face: FACE,
      size,
      colour: style.ink,
      anchor: 'start',
    });
  }
  return { kind: 'group', part: 'legend', label: 'Legend', children };
}
