/** Layout of a figure: a grid of panels, one for most, with plots of one size in rows and columns; shared axes are drawn once. */
import type { Box } from '../place/box.ts';
import { POINTS_PER_MM, type SceneNode } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import type { Locale } from '../text/locale.ts';
import type { SayFact } from '../text/rich.ts';
import { acrossNodes, acrossPlanner } from './across-axis.ts';
import { sayFactsOf } from './facts.ts';
import type { FigureLayout, PlacedPanel } from './figure-layout.ts';
import { figureScene } from './figure-scene.ts';
import { frameNodes, INSET, placesIn } from './in-plot.ts';
import { type Legend, legendBox, legendNodes, legendOf } from './legend.ts';
import { endNames } from './names.ts';
import { arrange, rowLength, type Slot } from './panels/arrange.ts';
import { type DrawnPanel, drawPanel, emptyCell, headNodes } from './panels/panel.ts';
import { onlyPanel } from './panels/resolve.ts';
import type { ScaleGroup } from './panels/scales.ts';
import { type Given, type Shared, shareOut } from './panels/share.ts';
import type { Plot } from './plot.ts';
import type { ResolvedFigure } from './resolve.ts';
import {
  alongRoom,
  axisGroup,
  captionNodes,
  hasCaptionAbove,
  numbersRoom,
  type PlacedAxis,
  scaleNodes,
} from './value-axis.ts';
import { type PlacedWords, placeWords } from './words.ts';

/** What is to be placed in a frame, with the words around it. */
interface Sheet extends Given {
  words: PlacedWords;
  say: SayFact;
  /** size of the frame, points */
  width: number;
  height: number;
}

/** Measures all that stands around the plots. */
function sheetOf(figure: ResolvedFigure, style: HouseStyle, locale: Locale): Sheet {
  const { frame, words: texts } = figure.spec;
  const [width, height] = [frame.width * POINTS_PER_MM, frame.height * POINTS_PER_MM];
  const { panels } = figure;
  const list = panels.list.length > 0 ? panels.list : [onlyPanel(figure)];
  const say = sayFactsOf(figure, locale);
  const words = placeWords(texts, style, say, width, height, INSET);
  const legend = legendOf(figure, style, width - 2 * INSET);
  const legendRoom = (place: Legend['place']) =>
    legend?.place === place ? legend.height + style.sizes.label * 0.3 : 0;
  const room = {
    left: INSET,
    right: width - INSET,
    top: words.bottom + legendRoom('above'),
    bottom: words.sourceTop - legendRoom('below'),
  };
  const perRow = rowLength(panels.look.perRow, list.length, room.right - room.left, room.bottom - room.top);
  const arrangement = arrange({ ...panels, list }, perRow);
  const plan = acrossPlanner(list[0]?.drawn ?? figure, style, locale);
  const names = endNames(figure, style, width);
  return { figure, list, style, locale, arrangement, plan, names, legend, room, words, say, width, height };
}

/** Right end of what stands at a right axis, points. */
const rightEnd = ({ right }: ScaleGroup, plot: Plot, style: HouseStyle) =>
  right ? plot.left + plot.width + numbersRoom(right, style) + alongRoom(right, style) : 0;

/** What an axis is in, as it is said once for all panels; nothing where it is said in their heads. */
function captionOnce(axis: PlacedAxis, group: ScaleGroup, shared: Shared, sheet: Sheet): SceneNode[] {
  const { geometry, captions, captionTop } = shared;
  const { style, room, say, arrangement } = sheet;
  if (captions !== 'once') return [];
  const first = geometry.plotOf({ panel: null, column: 0, row: 0, first: true, last: false, lowest: false });
  const all = { ...first, width: geometry.right - geometry.left };
  // One above stands over the heads; one along the axis runs over all rows.
  const isAbove = axis.axis.titlePlace === 'above';
  const height = geometry.rowPitch * (arrangement.rows - 1) + geometry.height;
  const end = rightEnd(group, all, style);
  return captionNodes(axis, {
    plot: { ...all, top: isAbove ? captionTop : first.top, height },
    y: () => 0,
    style,
    edge: axis.side === 'left' ? room.left : end,
    captionWidth: group.right && hasCaptionAbove(group.right) ? (end - room.left) / 2 - 6 : room.right - room.left,
    say,
  });
}

const axesOf = ({ left, right }: ScaleGroup): PlacedAxis[] => (right ? [left, right] : [left]);

/** What stands at a slot of the axes that the panels share. */
function axesAt(slot: Slot, group: ScaleGroup, shared: Shared, sheet: Sheet): SceneNode[] {
  const { geometry, across, rooms } = shared;
  const { figure, style } = sheet;
  const plot = geometry.plotOf(slot);
  const { axisFor } = placesIn({ plot, ...group, across });
  const isOwn = figure.panels.look.scale === 'panels' && slot.panel !== null;
  const values = axesOf(group).flatMap((axis) => {
    const isOuter = axis.side === 'left' ? slot.first : slot.last;
    const isFirst = slot.row === 0 && isOuter && rooms.lead === 0;
    return axisGroup(axis.side, [
      ...(isFirst ? captionOnce(axis, group, shared, sheet) : []),
      ...scaleNodes(axis, { plot, y: axisFor(axis.side).y, style }, isOwn || isOuter),
    ]);
  });
  return [...values, ...(slot.lowest ? acrossNodes(across, { plot, style }) : [])];
}

interface DrawnSlot extends DrawnPanel {
  /** null for an empty cell */
  placed: PlacedPanel | null;
}

/** Draws a slot: its panel, or the axes and a dash of an empty cell. */
function drawSlot(
  slot: Slot,
  { isFirst, legend }: { isFirst: boolean; legend: Box | null },
  shared: Shared,
  sheet: Sheet,
): DrawnSlot {
  const { geometry, groupOf, across, heads, rooms, hasEnds } = shared;
  const { figure, list, arrangement, room, style, locale, width, height } = sheet;
  const { panel } = slot;
  const group = groupOf(slot);
  const plot = geometry.plotOf(slot);
  const axes = group ? axesAt(slot, group, shared, sheet) : [];
  if (!panel || !group) {
    const children = [...axes, ...emptyCell(plot, style)];
    const nodes: SceneNode[] = [{ kind: 'cluster', x: 0, y: 0, name: 'empty cell', children }];
    return { nodes, labels: [], unplaced: [], marks: [], placed: null };
  }
  const box = geometry.boxOf(slot);
  const head = heads.panels.get(slot) ?? null;
  const isOutermost = slot.column === arrangement.columns - 1;
  const besideRoom = isOutermost ? room.right - geometry.right : (rooms.sides[slot.column]?.right ?? 0);
  // Words of the only panel can be put anywhere on the sheet.
  const free = list.length > 1 ? box : { minX: 2, minY: 2, maxX: width - 2, maxY: height - 2 };
  const axesEnd = rightEnd(group, plot, style);
  const drawn = drawPanel(
    { figure, group, panel, across, plot, box, sheet: free, style, locale },
    { axes, axesEnd, head, isLowest: slot.lowest, rooms, besideRoom, hasEnds, isFirst, legend },
  );
  const over = heads.rows.length > 0 ? [heads.columns[slot.column], heads.rows[slot.row]] : [head];
  const shortened = over.some((one) => one?.shortened);
  return { ...drawn, placed: { panel, box, plot, left: group.left, right: group.right, shortened } };
}

/** Places everything of a figure and returns the scene with what the dock wants to know about it. */
export function layoutFigure(figure: ResolvedFigure, style: HouseStyle, locale: Locale): FigureLayout {
  const sheet = sheetOf(figure, style, locale);
  const { arrangement, legend, words, say, width, height, list } = sheet;
  const shared = shareOut(sheet);
  const { geometry, groupOf, across, heads, rooms } = shared;
  const first = arrangement.slots.find(({ panel }) => panel === list[0]);
  const group = first && groupOf(first);
  if (!first || !group) throw new Error('A figure has at least one panel.');
  const plot = geometry.plotOf(first);
  const box =
    legend &&
    legendBox(legend, plot, {
      left: INSET,
      above: words.bottom,
      below: words.sourceTop - legend.height,
      edge: Math.max(rightEnd(group, plot, style), geometry.right) + 4,
    });
  const drawn = arrangement.slots.map((slot) =>
    drawSlot(slot, { isFirst: slot === first, legend: slot === first ? box : null }, shared, sheet),
  );
  const nodes: SceneNode[] = [
    frameNodes(figure.spec.frame, width, height, style),
    ...words.nodes,
    // Over heads, captions belong to no single panel.
    ...(rooms.lead > 0
      ? axesOf(group).flatMap((axis) => axisGroup(axis.side, captionOnce(axis, group, shared, sheet)))
      : []),
    ...headNodes(heads, geometry, rooms, arrangement, style),
    ...drawn.flatMap((slot) => slot.nodes),
    ...(legend && box ? [legendNodes(legend, box, style, figure.spec.frame.background)] : []),
  ];
  return {
    scene: figureScene(figure, nodes, say, locale),
    plot,
    left: group.left,
    right: group.right,
    met: group.met,
    across,
    labels: drawn.flatMap(({ labels }) => labels),
    unplaced: drawn.flatMap(({ unplaced }) => unplaced),
    marks: [...new Set(drawn.flatMap(({ marks }) => marks))],
    panels: {
      list: drawn.flatMap(({ placed }) => placed ?? []),
      columns: arrangement.columns,
      rows: arrangement.rows,
      left: geometry.left,
      right: geometry.right,
      free: geometry.free,
    },
  };
}
