/** Sharing out the frame of a figure in panels: rooms for axes, heads and values, worked out in passes since each rests on the others. */
import { isSame } from '../../named/same.ts';
import { POINTS_PER_MM } from '../../scene/scene.ts';
import type { HouseStyle } from '../../style/style.ts';
import type { Locale } from '../../text/locale.ts';
import { plainWords } from '../../text/rich.ts';
import type { AcrossPlan, AcrossPlanner } from '../across-axis.ts';
import { INSET, TICK_PITCH } from '../in-plot.ts';
import type { Legend } from '../legend.ts';
import type { EndNames } from '../names.ts';
import type { Panel, PanelsLook, ResolvedFigure } from '../resolve.ts';
import { alongRoom, numbersRoom } from '../value-axis.ts';
import { endValueWidth } from '../value-text.ts';
import type { Arrangement, Slot } from './arrange.ts';
import { type PanelsGeometry, panelsGeometry, plotHeight, type Rooms } from './geometry.ts';
import { HEAD_PITCH, type PlacedHead, placeHead } from './heads.ts';
import { type ScaleGroup, scaleGroups } from './scales.ts';

/** Clear room above a plot, in label sizes. */
const ABOVE = 0.8;
/** Values beside last points take at most this share of a panel. */
const MOST_ENDS = 0.4;
/** Titles of panels and heads of columns run over at most so many lines. */
const MOST_LINES = 2;
const PASSES = 3;

/** What is to be shared out. */
export interface Given {
  figure: ResolvedFigure;
  list: readonly Panel[];
  style: HouseStyle;
  locale: Locale;
  arrangement: Arrangement;
  plan: AcrossPlanner;
  /** names of lines after their last points, and the legend that may stand there instead */
  names: EndNames;
  legend: Legend | null;
  /** edges of the room for panels, points; between words and legend */
  room: { left: number; right: number; top: number; bottom: number };
}

/** Where captions of the value axes stand: once for all, or in the heads of what differs. */
type Captions = 'once' | 'rows' | 'columns' | 'panels';

/** The frame as it is shared out. */
export interface Shared {
  /** a plot at this height would have captions of its value axes right above it */
  captionTop: number;
  geometry: PanelsGeometry;
  groupOf(slot: Slot): ScaleGroup | null;
  across: AcrossPlan;
  captions: Captions;
  heads: { columns: PlacedHead[]; rows: PlacedHead[]; panels: Map<Slot, PlacedHead> };
  rooms: Rooms;
  /** room was left for the values of last points */
  hasEnds: boolean;
}

/** What a pass takes from the one before it. */
interface Before {
  acrossHeight: number;
  over: AcrossPlan['over'];
  /** captions stand above the first plots */
  captioned: boolean;
  columnLines: number;
  titleLines: number;
  /** room for values beside last points */
  ends: number;
  /** where the last points that have names stand along the axis, 0 to 1 */
  lastShare: number;
}

const captionOf = ({ left, right }: ScaleGroup) =>
  [left, ...(right ? [right] : [])]
    .map(({ numbers }) => plainWords(numbers.caption, () => ''))
    .filter((text) => text !== '')
    .join(' · ');

/** Where captions differ: nowhere, from row to row, from column to column, or from panel to panel. */
function captionsOf(slots: readonly Slot[], groupOf: Shared['groupOf'], isGrid: boolean): Captions {
  const said = slots.flatMap((slot) => {
    const group = slot.panel && groupOf(slot);
    return group ? [{ slot, text: captionOf(group) }] : [];
  });
  const isOne = (texts: readonly string[]) => new Set(texts).size <= 1;
  if (isOne(said.map(({ text }) => text))) return 'once';
  if (!isGrid) return 'panels';
  const alikeBy = (of: (slot: Slot) => number) =>
    [...new Set(said.map(({ slot }) => of(slot)))].every((at) =>
      isOne(said.filter(({ slot }) => of(slot) === at).map(({ text }) => text)),
    );
  return alikeBy(({ row }) => row) ? 'rows' : 'columns';
}

/** The colour of a category's name: that of its lines, where they are coloured by it. */
function headColour({ colours, own }: PanelsLook, panel: Panel | undefined, style: HouseStyle): string | null {
  if (colours.kind === 'lines' && own.length === 0) return null;
  if (colours.kind === 'accent' && !colours.keys.includes(panel?.by ?? '')) return style.quiet;
  return panel?.drawn.lines[0]?.line.colour ?? null;
}

function placeHeads(
  given: Given,
  captions: Captions,
  groupOf: Shared['groupOf'],
  geometry: PanelsGeometry,
): Shared['heads'] {
  const { style, arrangement, list } = given;
  const { look, across, rows } = given.figure.panels;
  const { slots } = arrangement;
  const heads: Shared['heads'] = { columns: [], rows: [], panels: new Map() };
  const captionAt = (of: (slot: Slot) => boolean) => {
    const slot = slots.find((candidate) => candidate.panel && of(candidate));
    const group = slot && groupOf(slot);
    return group ? captionOf(group) : '';
  };
  const cell = geometry.width;
  if (rows.length > 0) {
    const all = geometry.right - geometry.left;
    heads.columns = across.map((name, column) => {
      const caption = captions === 'columns' ? captionAt((slot) => slot.column === column) : '';
      const panel = list.find(({ across }) => across === column);
      return placeHead({ name, caption, colour: headColour(look, panel, style) }, style, cell, MOST_LINES);
    });
    heads.rows = rows.map((name, row) => {
      const caption = captions === 'rows' ? captionAt((slot) => slot.row === row) : '';
      return placeHead({ name, caption, colour: null }, style, all, 1);
    });
    return heads;
  }
  for (const slot of slots) {
    if (!slot.panel) continue;
    const group = groupOf(slot);
    const caption = captions === 'panels' && group ? captionOf(group) : '';
    const { name } = slot.panel;
    if (name === '' && caption === '') continue;
    const colour = headColour(look, slot.panel, style);
    heads.panels.set(slot, placeHead({ name, caption, colour }, style, cell, MOST_LINES));
  }
  return heads;
}

const linesIn = (heads: Iterable<PlacedHead>) => Math.max(0, ...[...heads].map(({ lines }) => lines.length));

/** Names after last points, or a legend there, and how far along the axis the points stand. */
function besidePlots({ names, legend }: Given, { lastShare }: Before): Rooms['names'] {
  if (legend?.place === 'outside') return { room: legend.width + 4, share: 1 };
  return names.width > 0 ? { room: names.width + names.gap, share: lastShare } : { room: 0, share: 1 };
}

/** Rooms from top to bottom, as the pass before found them. */
function roomsDown({ figure, style, room }: Given, before: Before) {
  const isGrid = figure.panels.rows.length > 0;
  const size = style.sizes.label;
  const line = size * HEAD_PITCH;
  const captionBottom = room.top + (before.captioned ? size * 1.5 : 0);
  const isHeaded = isGrid || before.titleLines > 0;
  const lead = isHeaded ? size * (before.captioned ? 0.6 : 0.4) : 0;
  return {
    ...room,
    top: captionBottom + lead,
    wordsTop: room.top,
    lead,
    columnHeads: isGrid ? before.columnLines * line + size * 0.2 : 0,
    head: isGrid ? line * 1.2 : before.titleLines * line,
    above: size * ABOVE,
    below: size * 0.7,
    acrossHeight: before.acrossHeight,
  };
}

const groupsOf = (slots: readonly Slot[], groupOf: Shared['groupOf']) => [
  ...new Set(slots.flatMap((slot) => groupOf(slot) ?? [])),
];

/** Rooms from left to right: numbers and captions of the axes as they are, with what the pass before knew of dates and values. */
function roomsAcross(given: Given, before: Before, groupOf: Shared['groupOf'], captions: Captions) {
  const { figure, style, arrangement } = given;
  const { columns, slots } = arrangement;
  const size = style.sizes.label;
  const isOwn = figure.panels.look.scale === 'panels';
  const numbers = Array.from({ length: columns }, () => ({ left: 0, right: 0 }));
  for (const slot of slots) {
    const [side, group] = [numbers[slot.column], groupOf(slot)];
    if (!side || !group) continue;
    if (isOwn || slot.first) side.left = Math.max(side.left, numbersRoom(group.left, style));
    if ((isOwn || slot.last) && group.right) side.right = Math.max(side.right, numbersRoom(group.right, style));
  }
  const groups = captions === 'once' ? groupsOf(slots, groupOf) : [];
  const along = {
    left: Math.max(0, ...groups.map(({ left }) => alongRoom(left, style))),
    right: Math.max(0, ...groups.map(({ right }) => (right ? alongRoom(right, style) : 0))),
  };
  const { over, ends } = before;
  const sides = numbers.map(({ left, right }, column) => ({
    left: column === 0 ? Math.max(left, over.left - along.left) : left,
    right: column === columns - 1 ? Math.max(right + ends, over.right - along.right) : right + ends,
  }));
  // Labels of dates that reach over the ends of their axis do not meet those of the next one.
  const between = sides.slice(1).map(({ left }, at) => over.left - left + over.right - (sides[at]?.right ?? 0));
  const { plotLeft, plotRight } = figure.spec.frame;
  return {
    outerLeft: Math.max(along.left, (plotLeft ?? 0) * POINTS_PER_MM - INSET - (sides[0]?.left ?? 0)),
    outerRight: Math.max(along.right, (plotRight ?? 0) * POINTS_PER_MM - INSET - (sides.at(-1)?.right ?? 0)),
    sides,
    names: besidePlots(given, before),
    gap: Math.max(size * 1.4, Math.max(0, ...between) + size * 0.6),
  };
}

/** One pass of sharing out the frame. */
function share(given: Given, before: Before): Shared {
  const { figure, style, locale, arrangement } = given;
  const { columns, rows, slots } = arrangement;
  const down = roomsDown(given, before);
  const most = plotHeight(down, rows) / (style.sizes.label * TICK_PITCH) + 1;
  const groupOf = scaleGroups(slots, figure.panels.look.scale, most, { style, locale });
  const captions = captionsOf(slots, groupOf, figure.panels.rows.length > 0);
  const rooms: Rooms = { ...down, ...roomsAcross(given, before, groupOf, captions) };
  const geometry = panelsGeometry(rooms, columns, rows);
  const across = given.plan(geometry.width);
  const heads = placeHeads(given, captions, groupOf, geometry);
  const captionTop = rooms.top - rooms.lead + rooms.above;
  return { captionTop, geometry, groupOf, across, captions, heads, rooms, hasEnds: before.ends > 0 };
}

/** What the next pass knows from this one. */
function after({ geometry, groupOf, across, captions, heads, rooms }: Shared, given: Given): Before {
  const { arrangement, names, style, locale } = given;
  const size = style.sizes.label;
  const groups = groupsOf(arrangement.slots, groupOf);
  const widest = (of: (group: ScaleGroup) => number) => Math.max(0, ...groups.map(of));
  const isAbove = ({ axis, numbers }: ScaleGroup['left']) => axis.titlePlace === 'above' && numbers.caption !== '';
  const captioned =
    captions === 'once' && groups.some(({ left, right }) => isAbove(left) || (right !== null && isAbove(right)));
  const ends = widest(({ panels, left, right }) =>
    Math.max(
      ...panels.map(({ drawn }) =>
        endValueWidth(
          drawn,
          ({ line }) => (line.axis === 'right' && right ? right : left).numbers.exponent,
          style,
          locale,
        ),
      ),
    ),
  );
  // A value stands a little away from its point and from the edge.
  const wanted = ends > 0 ? ends + size * 0.9 : 0;
  const cell = geometry.width + (rooms.sides[0]?.right ?? 0);
  const isRightFree = groups.every(({ right }) => right === null);
  return {
    acrossHeight: across.height,
    over: across.over,
    captioned,
    columnLines: linesIn(heads.columns),
    titleLines: linesIn(heads.panels.values()),
    ends: wanted <= cell * MOST_ENDS && isRightFree && names.width === 0 ? wanted : 0,
    // Past the numbers of a right axis, names stand one below the other at its edge.
    lastShare: isRightFree && names.width > 0 ? Math.max(0.05, across.fractionAt(names.lastPosition)) : 1,
  };
}

/** Room for the dates and the names of two passes. */
const roomier = (one: Before, other: Before): Before => ({
  ...other,
  acrossHeight: Math.max(one.acrossHeight, other.acrossHeight),
  over: { left: Math.max(one.over.left, other.over.left), right: Math.max(one.over.right, other.over.right) },
  lastShare: Math.max(one.lastShare, other.lastShare),
});

/** Shares the frame out among the panels and all that stands around them. */
export function shareOut(given: Given): Shared {
  const size = given.style.sizes.label;
  let before: Before = {
    acrossHeight: size * 2,
    over: { left: 0, right: 0 },
    captioned: true,
    columnLines: 1,
    titleLines: given.list.some(({ name }) => name !== '') ? 1 : 0,
    ends: 0,
    lastShare: 1,
  };
  let shared = share(given, before);
  for (let turn = 1; ; turn++) {
    const next = after(shared, given);
    if (isSame(next, before)) return shared;
    // Where labels that fit a wide plot make it narrow, and so on, room is left for either.
    before = turn < PASSES ? next : roomier(before, next);
    shared = share(given, before);
    if (turn >= PASSES) return shared;
  }
}
