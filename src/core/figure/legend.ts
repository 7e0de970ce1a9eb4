/** The legend box: names of lines with a piece of each stroke, in a corner of the plot or outside it. */

import { isClosed, markerPath } from '../mark/shapes.ts';
import { dashesOf } from '../mark/stroke.ts';
import type { Box } from '../place/box.ts';
import { coordinate } from '../scene/coordinates.ts';
import { type SceneNode, strokeOf } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import { faceOfStyle } from '../style/type.ts';
import { capHeight, textWidth } from '../text/measure.ts';
import { shorten, shortenApart } from '../text/wrap.ts';
import type { DressedMarkOf } from './marks.ts';
import { namePlaceOf } from './name-places.ts';
import type { Plot } from './plot.ts';
import type { ResolvedFigure, ResolvedLine } from './resolve.ts';
import type { DressedFigure } from './spec.ts';

const SAMPLE = 16;
const GAP = 4;
/** Between entries of a row. */
const APART = 12;
const PITCH = 1.4;
const PAD = 4;

/** What a name stands for: a line, or a band between columns. */
type Sample = { name: string } & ({ line: ResolvedLine } | { band: DressedMarkOf<'band'> });

interface Entry {
  sample: Sample;
  text: string;
  /** left end and middle of its row, within the box */
  x: number;
  y: number;
}

export interface Legend {
  place: DressedFigure['names']['box'];
  entries: Entry[];
  width: number;
  height: number;
}

/**
 * The lines that a legend names, and where it stands. Panels with names say by
 * these what their lines are; of several lines in each, the legend tells which
 * is which, by strokes and markers alone where colours tell the panels apart.
 */
function wantedIn(figure: ResolvedFigure, style: HouseStyle): Pick<Legend, 'place'> & { samples: Sample[] } {
  const { names } = figure.spec;
  const { list, look, lineNames } = figure.panels;
  const headed = list.filter(({ name }) => name !== '');
  if (headed.length === 0) {
    const shown = figure.lines.filter(({ name, line }) => name.trim() !== '' && line.named !== 'none');
    const bands = figure.marks.flatMap((mark): Sample[] =>
      mark.kind === 'band' && mark.over.kind === 'columns' && mark.name.trim() !== ''
        ? [{ name: mark.name, band: mark }]
        : [],
    );
    const samples = [...shown.map((line): Sample => ({ name: line.name, line })), ...bands];
    return { place: names.box, samples: names.kind === 'box' ? samples : [] };
  }
  const wish = namePlaceOf(figure.spec);
  const place = wish === 'below' ? 'below' : 'above';
  if (wish === 'nowhere' || headed.every(({ drawn }) => drawn.lines.length < 2)) return { place, samples: [] };
  const ink = look.colours.kind === 'lines' ? {} : { colour: style.ink };
  const first = new Map(
    [...figure.lines].reverse().map((line) => [line.line.id, { ...line, line: { ...line.line, ...ink } }]),
  );
  const samples = [...lineNames].flatMap(([id, name]): Sample[] => {
    const line = first.get(id);
    return line && name.trim() !== '' ? [{ name, line }] : [];
  });
  return { place, samples };
}

/** A legend in rows takes the width there is; one in a box in columns at most these shares of it. */
const [MOST_BOX, MOST_BESIDE] = [0.36, 0.5];

/** Entries of some widths one after the other, in rows of a width. */
function flowed(widths: readonly number[], most: number): { row: number; x: number }[] {
  let [row, x] = [0, 0];
  return widths.map((width) => {
    if (x > 0 && x + width > most) [row, x] = [row + 1, 0];
    const place = { row, x };
    x += width + APART;
    return place;
  });
}

/** Measures the legend box of a figure with so much room, points; null where lines are named at themselves. */
export function legendOf(
  figure: ResolvedFigure,
  style: HouseStyle,
  { width, height }: { width: number; height: number },
): Legend | null {
  const { place, samples: shown } = wantedIn(figure, style);
  if (shown.length === 0) return null;
  const face = faceOfStyle(style);
  const size = style.sizes.label;
  const pitch = size * PITCH;
  const isRow = place === 'above' || place === 'below';
  // Beside the plot, what is higher than it goes on in a second column.
  const most = place === 'outside' ? Math.max(1, Math.floor((height - 2 * PAD) / pitch)) : shown.length;
  const columns = isRow ? 1 : Math.ceil(shown.length / most);
  const perColumn = Math.ceil(shown.length / columns);
  const widest = isRow ? width : columns > 1 ? (width * MOST_BESIDE) / columns : width * MOST_BOX;
  const room = Math.max(size, widest - SAMPLE - GAP - 2 * PAD);
  const whole = shown.map(({ name }) => name);
  const texts = shortenApart(whole, face, size, room) ?? whole.map((name) => shorten(name, face, size, room));
  const needed = texts.map((text) => SAMPLE + GAP + textWidth(text, face, size));
  // Rows of names stand in columns where that takes no more of them.
  const flow = isRow ? flowed(needed, width) : [];
  const widestName = Math.max(...needed);
  const perRow = Math.max(1, Math.floor((width + APART) / (widestName + APART)));
  const isGrid = Math.ceil(shown.length / perRow) <= (flow.at(-1)?.row ?? 0) + 1 && shown.length > perRow;
  const entries = shown.map((sample, index): Entry => {
    const { row, x } = !isRow
      ? { row: index % perColumn, x: Math.floor(index / perColumn) * (widestName + APART) }
      : isGrid
        ? { row: Math.floor(index / perRow), x: (index % perRow) * (widestName + APART) }
        : (flow[index] ?? { row: 0, x: 0 });
    return { sample, text: texts[index] ?? '', x, y: (row + 0.5) * pitch };
  });
  const right = Math.max(...entries.map(({ x }, index) => x + (needed[index] ?? 0)));
  const last = Math.max(...entries.map((entry) => entry.y));
  const pad = isRow ? 0 : PAD;
  return { place, entries, width: right + 2 * pad, height: last + pitch / 2 + 2 * pad };
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

function bandSample(
  { colour, opacity }: DressedMarkOf<'band'>,
  left: number,
  middle: number,
  size: number,
): SceneNode[] {
  const [top, bottom] = [middle - size * 0.4, middle + size * 0.4].map(coordinate);
  const [from, to] = [left, left + SAMPLE].map(coordinate);
  return [
    { kind: 'path', d: `M${from} ${top}L${to} ${top}L${to} ${bottom}L${from} ${bottom}Z`, fill: colour, opacity },
  ];
}

function lineSample({ line }: ResolvedLine, left: number, middle: number, ground: string): SceneNode[] {
  const { colour, weight, pattern, markers } = line;
  const dashes = dashesOf(pattern, weight);
  const stroke: SceneNode = {
    kind: 'path',
    d: strokeOf(left, middle, left + SAMPLE, middle),
    stroke: { colour, width: Math.min(3, weight), ...(dashes && { dashes }) },
  };
  if (markers.on === 'none' || markers.on === 'emphasis') return [stroke];
  const isFilled = markers.filled && isClosed(markers.shape) && markers.shape !== 'ring';
  return [
    stroke,
    {
      kind: 'path',
      d: markerPath(markers.shape, left + SAMPLE / 2, middle, Math.min(6, markers.size)),
      ...(isFilled ? { fill: colour } : isClosed(markers.shape) ? { fill: ground } : {}),
      stroke: { colour, width: isFilled ? 0.4 : 0.9 },
    },
  ];
}

/** The legend with a ground of its own where it stands over the plot. */
export function legendNodes(legend: Legend, box: Box, style: HouseStyle, ground: string): SceneNode {
  const size = style.sizes.label;
  const face = faceOfStyle(style);
  const lift = capHeight(face, size) / 2;
  const isOver = /^(top|bottom)/.test(legend.place);
  const pad = legend.place === 'above' || legend.place === 'below' ? 0 : PAD;
  const children: SceneNode[] = isOver
    ? [{ kind: 'rect', x: box.minX, y: box.minY, width: legend.width, height: legend.height, fill: ground }]
    : [];
  for (const { sample, text, x, y } of legend.entries) {
    const [left, middle] = [box.minX + pad + x, box.minY + pad + y];
    children.push(
      ...('band' in sample
        ? bandSample(sample.band, left, middle, size)
        : lineSample(sample.line, left, middle, ground)),
    );
    children.push({
      kind: 'text',
      x: left + SAMPLE + GAP,
      y: middle + lift,
      text,
      face,
      size,
      colour: style.ink,
      anchor: 'start',
    });
  }
  return { kind: 'group', part: 'legend', label: 'Legend', children };
}
