/** Layout of a figure: a grid of panels, one for most, with plots of one size in rows and columns; shared axes are drawn once. */

import { fill } from '../fact/messages.ts';
import type { Box } from '../place/box.ts';
import { POINTS_PER_MM, type SceneNode } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import { faceOfStyle } from '../style/type.ts';
import { languageOf } from '../text/language.ts';
import type { Locale } from '../text/locale.ts';
import { textWidth } from '../text/measure.ts';
import { type PlacedRun, placeRuns, type SayFact } from '../text/rich.ts';
import { wrap } from '../text/wrap.ts';
import { acrossNodes, acrossPlanner } from './across-axis.ts';
import { type CalendarKey, calendarKey, calendarKeyNodes } from './calendar-key.ts';
import { sayFactsOf } from './facts.ts';
import type { FigureLayout, PlacedPanel } from './figure-layout.ts';
import { figureScene } from './figure-scene.ts';
import { frameNodes, INSET, placesIn } from './in-plot.ts';
import { type Legend, legendBox, legendNodes, legendOf } from './legend.ts';
import { endNames, haveRoom } from './names.ts';
import { arrange, rowLength, type Slot } from './panels/arrange.ts';
import { canBeDrawn } from './panels/geometry.ts';
import { type DrawnPanel, drawPanel, emptyCell, headNodes } from './panels/panel.ts';
import { onlyPanel } from './panels/resolve.ts';
import type { ScaleGroup } from './panels/scales.ts';
import { type Given, type Shared, shareOut } from './panels/share.ts';
import type { Plot } from './plot.ts';
import type { ResolvedFigure, ResolvedPlot } from './resolve.ts';
import type { DressedFigure } from './spec.ts';
import {
  alongRoom,
  axisGroup,
  captionNodes,
  hasCaptionAbove,
  numbersRoom,
  type PlacedAxis,
  scaleNodes,
} from './value-axis.ts';
import { LEADING, type PlacedWords, placeWords, runNodes } from './words.ts';

/** Height of the caption of the axis across, in label sizes. */
const CAPTION_PITCH = 1.3;
/** Room that labels of the axis across and what stands over a plot mostly take, in label sizes. */
const ACROSS_ROOM = 3;

/** What is to be placed in a frame, with the words around it. */
interface Sheet extends Given {
  words: PlacedWords;
  /** what stands below the axis across */
  caption: PlacedRun[];
  /** names of the rows of calendars, by the numbers that stand at these; null where the names stand there themselves */
  key: CalendarKey | null;
  say: SayFact;
  /** size of the frame, points */
  width: number;
  height: number;
}

/** Measures all that stands around the plots. */
function sheetOf(figure: ResolvedFigure, style: HouseStyle, locale: Locale, isNumbered: boolean): Sheet {
  const { frame, words: texts } = figure.spec;
  const [width, height] = [frame.width * POINTS_PER_MM, frame.height * POINTS_PER_MM];
  const { panels } = figure;
  // Without any panel it is one empty plot, and no grid.
  const placed = panels.list.length > 0 ? panels : { ...panels, list: [onlyPanel(figure)], across: [], rows: [] };
  const { list } = placed;
  const say = sayFactsOf(figure, locale);
  const words = placeWords(texts, style, say, width, height, INSET);
  const key = isNumbered ? calendarKey(figure, style, { width: width - 2 * INSET, height }) : null;
  const besideHeight = words.sourceTop - (key?.height ?? 0) - words.bottom - style.sizes.label * ACROSS_ROOM;
  const legend = legendOf(figure, style, { width: width - 2 * INSET, height: besideHeight });
  const type = { face: faceOfStyle(style), size: style.sizes.label, colour: style.quiet } as const;
  const [caption = []] = placeRuns(figure.spec.dateAxis.caption, type, say, width - 2 * INSET, 1);
  const legendRoom = (place: Legend['place']) =>
    legend?.place === place ? legend.height + style.sizes.label * 0.3 : 0;
  const room = {
    left: INSET,
    right: width - INSET,
    top: words.bottom + legendRoom('above'),
    bottom:
      words.sourceTop -
      legendRoom('below') -
      (key?.height ?? 0) -
      (caption.length > 0 ? style.sizes.label * CAPTION_PITCH : 0),
  };
  const perRow = rowLength(panels.look.perRow, list.length, room.right - room.left, room.bottom - room.top);
  const arrangement = arrange(placed, perRow);
  const plan = acrossPlanner(list[0]?.drawn ?? figure, style, locale);
  const names = endNames(figure, style, width);
  return {
    figure,
    list,
    style,
    locale,
    arrangement,
    plan,
    names,
    legend,
    room,
    words,
    caption,
    key,
    say,
    width,
    height,
  };
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
  // Panels with scales of their own have numbers of different widths.
  const groups = new Set(arrangement.slots.flatMap((slot) => shared.groupOf(slot) ?? []));
  const end = Math.max(...[...groups].map((own) => rightEnd(own, all, style)));
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

/** A slot of which nothing is drawn, since plots have no room. */
function placedSlot(slot: Slot, { geometry, groupOf }: Shared): DrawnSlot {
  const group = groupOf(slot);
  const nothing = { nodes: [], labels: [], unplaced: [], marks: [] };
  if (!slot.panel || !group) return { ...nothing, placed: null };
  const { left, right } = group;
  const plot = geometry.plotOf(slot);
  return { ...nothing, placed: { panel: slot.panel, box: geometry.boxOf(slot), plot, left, right, shortened: false } };
}

/** Draws a slot: its panel, or the axes and a dash of an empty cell. */
function drawSlot(
  slot: Slot,
  { isFirst, legend }: { isFirst: boolean; legend: Box | null },
  shared: Shared,
  sheet: Sheet,
): DrawnSlot {
  const { geometry, groupOf, across, heads, rooms, hasEnds } = shared;
  const { figure, list, arrangement, room, key, style, locale, width, height } = sheet;
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
    { axes, axesEnd, head, isLowest: slot.lowest, rooms, besideRoom, hasEnds, isFirst, legend, numbered: key !== null },
  );
  const over = heads.rows.length > 0 ? [heads.columns[slot.column], heads.rows[slot.row]] : [head];
  const shortened = over.some((one) => one?.shortened);
  return { ...drawn, placed: { panel, box, plot, left: group.left, right: group.right, shortened } };
}

/** The caption of the axis across, once for all panels: in the middle below their plots. */
function acrossCaption({ caption, style, room, figure }: Sheet, { geometry }: Shared): SceneNode[] {
  const last = caption.at(-1);
  if (!last) return [];
  const width = last.x + textWidth(last.text, last.face, last.size);
  const middle = (geometry.left + geometry.right - width) / 2;
  const x = Math.max(room.left, Math.min(room.right - width, middle));
  const children = runNodes([caption], x, room.bottom + style.sizes.label * 0.9, 0);
  const label = `Caption of the ${figure.across.kind === 'date' ? 'date' : 'lower'} axis`;
  return [{ kind: 'group', part: 'axis:across', label, children }];
}

/** Says in place of the plots that there is no room for any. */
function tooSmallNode({ room, style, locale, width }: Sheet): SceneNode {
  const size = style.sizes.label;
  const said = fill('too-small', languageOf(locale), {});
  const lines = wrap(said, faceOfStyle(style), size, room.right - room.left, 3);
  const middle = (room.top + room.bottom) / 2 - ((lines.length - 1) / 2) * size * LEADING;
  const children = lines.map(
    (text, index): SceneNode => ({
      kind: 'text',
      x: width / 2,
      y: middle + index * size * LEADING + size * 0.33,
      text,
      face: faceOfStyle(style),
      size,
      colour: style.quiet,
      anchor: 'middle',
    }),
  );
  const hasRoom = room.bottom - room.top >= lines.length * size * LEADING;
  return { kind: 'group', part: 'frame', label: said, children: hasRoom ? children : [] };
}

/** Whether a legend would reach over the edges of the plot it stands in, or of the sheet, or has no room for the names themselves. */
function isBeyond({ place, entries }: Legend, box: Box, plot: Plot, { width, height }: Sheet): boolean {
  if (entries.some(({ text }) => text === '…')) return true;
  const isInPlot = place.startsWith('top') || place.startsWith('bottom');
  return isInPlot
    ? box.minX < plot.left ||
        box.maxX > plot.left + plot.width ||
        box.minY < plot.top ||
        box.maxY > plot.top + plot.height
    : box.maxX > width - 2 || box.maxY > height - 2;
}

/** The same figure with the names of its lines elsewhere. */
function withNames(figure: ResolvedFigure, names: DressedFigure['names']): ResolvedFigure {
  const named = <Plot extends ResolvedPlot>(plot: Plot): Plot => ({ ...plot, spec: { ...plot.spec, names } });
  const list = figure.panels.list.map((panel) => ({ ...panel, drawn: named(panel.drawn) }));
  return { ...named(figure), panels: { ...figure.panels, list } };
}

/** A frame that is shared out, before anything is drawn in it. */
interface Plan {
  sheet: Sheet;
  shared: Shared;
  /** the place and the axes of the first panel */
  first: Slot;
  group: ScaleGroup;
  plot: Plot;
  legend: Box | null;
  /** the names found room where they are to stand */
  fit: boolean;
  /** there is no room for any plot */
  tooSmall: boolean;
}

function planOf(figure: ResolvedFigure, style: HouseStyle, locale: Locale, isNumbered: boolean): Plan {
  const sheet = sheetOf(figure, style, locale, isNumbered);
  const { arrangement, legend, words, list, names, key } = sheet;
  const shared = shareOut(sheet);
  const { geometry, groupOf } = shared;
  const first = arrangement.slots.find(({ panel }) => panel === list[0]);
  const group = first && groupOf(first);
  if (!first || !group) throw new Error('A figure has at least one panel.');
  const plot = geometry.plotOf(first);
  const box =
    legend &&
    legendBox(legend, plot, {
      left: INSET,
      above: words.bottom,
      below: words.sourceTop - (key?.height ?? 0) - legend.height,
      edge: Math.max(rightEnd(group, plot, style), geometry.right) + 4,
    });
  const fit = legend && box ? !isBeyond(legend, box, plot, sheet) : haveRoom(names, plot, style);
  return { sheet, shared, first, group, plot, legend: box, fit, tooSmall: !canBeDrawn(geometry.free) };
}

/** What is drawn in the frame around and in the plots. */
function inFrame({ sheet, shared, group, legend: box }: Plan, drawn: readonly DrawnSlot[]): SceneNode[] {
  const { figure, style, legend, key, words, room, arrangement } = sheet;
  const { geometry, heads, rooms } = shared;
  return [
    // Over heads, captions belong to no single panel.
    ...(rooms.lead > 0
      ? axesOf(group).flatMap((axis) => axisGroup(axis.side, captionOnce(axis, group, shared, sheet)))
      : []),
    ...headNodes(heads, geometry, rooms, arrangement, style),
    ...drawn.flatMap((slot) => slot.nodes),
    ...acrossCaption(sheet, shared),
    ...(key ? [calendarKeyNodes(key, room.left, words.sourceTop - key.height, style)] : []),
    ...(legend && box ? [legendNodes(legend, box, style, figure.spec.frame.background)] : []),
  ];
}

function drawPlan(plan: Plan, names: FigureLayout['names']): FigureLayout {
  const { sheet, shared, first, group, plot, legend, tooSmall } = plan;
  const { figure, arrangement, words, say, width, height, style, locale } = sheet;
  const { geometry, across } = shared;
  const drawn = arrangement.slots.map((slot) => {
    const isFirst = slot === first;
    return tooSmall
      ? placedSlot(slot, shared)
      : drawSlot(slot, { isFirst, legend: isFirst ? legend : null }, shared, sheet);
  });
  const nodes = [
    frameNodes(figure.spec.frame, width, height, style),
    ...words.nodes,
    ...(tooSmall ? [tooSmallNode(sheet)] : inFrame(plan, drawn)),
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
    marks: tooSmall ? figure.marks.map(({ id }) => id) : [...new Set(drawn.flatMap(({ marks }) => marks))],
    panels: {
      list: drawn.flatMap(({ placed }) => placed ?? []),
      columns: arrangement.columns,
      rows: arrangement.rows,
      left: geometry.left,
      right: geometry.right,
      free: geometry.free,
    },
    names,
    cut: words.cut,
    tooSmall,
  };
}

/** Where names that find no room are tried. */
const ELSEWHERE = ['below', 'outside'] as const;

/**
 * Names that find no room where they are set to stand are in a legend below
 * or beside the plots, and nowhere if that leaves no room for these.
 */
function layoutNamed(figure: ResolvedFigure, style: HouseStyle, locale: Locale, isNumbered: boolean): FigureLayout {
  const plan = planOf(figure, style, locale, isNumbered);
  const isGood = ({ fit, tooSmall }: Plan) => fit && !tooSmall;
  if (isGood(plan)) return drawPlan(plan, 'as set');
  for (const box of ELSEWHERE) {
    const other = planOf(withNames(figure, { kind: 'box', box }), style, locale, isNumbered);
    if (isGood(other)) return drawPlan(other, box);
  }
  const without = planOf(withNames(figure, { kind: 'none', box: 'below' }), style, locale, isNumbered);
  return drawPlan(without, without.tooSmall ? 'as set' : 'left out');
}

/** Whether the name of a row of a calendar found no room. */
const lacksNames = ({ calendars }: ResolvedFigure, { unplaced }: FigureLayout) =>
  unplaced.some(({ part }) => part.startsWith('mark:') && calendars.has(part.slice('mark:'.length)));

/**
 * Places everything of a figure and returns the scene with what the dock wants
 * to know about it. Rows of calendars that cannot all be named where they
 * stand are numbered, and a key below the plots names them, where that leaves
 * the lines their names.
 */
export function layoutFigure(figure: ResolvedFigure, style: HouseStyle, locale: Locale): FigureLayout {
  const layout = layoutNamed(figure, style, locale, false);
  if (!lacksNames(figure, layout)) return layout;
  const numbered = layoutNamed(figure, style, locale, true);
  return numbered.tooSmall || (numbered.names !== layout.names && numbered.names === 'left out') ? layout : numbered;
}
