/** Sharing out the frame of a figure in panels: rooms for axes, heads and values, worked out in passes since each rests on the others. */
import { POINTS_PER_MM } from '../../scene/scene.ts';
import type { HouseStyle } from '../../style/style.ts';
import type { Locale } from '../../text/locale.ts';
import { plainWords } from '../../text/rich.ts';
import { type AcrossPlan, acrossPlanner } from '../across-axis.ts';
import type { Panel, ResolvedFigure } from '../resolve.ts';
import { INSET, TICK_PITCH } from '../set-plot.ts';
import { alongRoom, numbersRoom } from '../value-axis.ts';
import { endValueWidth } from '../value-text.ts';
import type { Arrangement, Slot } from './arrange.ts';
import { type PanelsGeometry, panelsGeometry, type Rooms } from './geometry.ts';
import { HEAD_PITCH, type SetHead, setHead } from './heads.ts';
import { type ScaleGroup, scaleGroups } from './scales.ts';
import type { Panels } from './spec.ts';

/** Values beside last points take at most this share of a panel. */
const MOST_ENDS = 0.4;
/** Titles of panels and heads of columns run over at most so many lines. */
const MOST_LINES = 2;
const PASSES = 3;

/** What is to be shared out. */
export interface Given {
  figure: ResolvedFigure;
  panels: Panels;
  list: readonly Panel[];
  style: HouseStyle;
  locale: Locale;
  arrangement: Arrangement;
  /** edges of the room for panels, points; between words and legend */
  room: { left: number; right: number; top: number; bottom: number };
}

/** Where captions of the value axes stand: once for all, or in the heads of what differs. */
type Captions = 'once' | 'rows' | 'columns' | 'panels';

/** The frame as it is shared out. */
export interface Shared {
  geometry: PanelsGeometry;
  groupOf(slot: Slot): ScaleGroup | null;
  across: AcrossPlan;
  captions: Captions;
  heads: { columns: SetHead[]; rows: SetHead[]; panels: Map<Slot, SetHead> };
  rooms: Rooms;
}

/** What a pass takes from the one before it. */
interface Before {
  acrossHeight: number;
  over: AcrossPlan['over'];
  /** room that numbers take beside the plots of each column */
  sides: readonly { left: number; right: number }[];
  along: { left: number; right: number };
  captionHeight: number;
  columnLines: number;
  titleLines: number;
  ends: number;
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
function headColour(panels: Panels, panel: Panel | undefined, style: HouseStyle): string | null {
  if (panels.colours.kind === 'lines' && panels.own.length === 0) return null;
  if (panels.colours.kind === 'accent' && !panels.colours.keys.includes(panel?.by ?? '')) return style.quiet;
  return panel?.figure.lines[0]?.line.colour ?? null;
}

function setHeads(
  given: Given,
  captions: Captions,
  groupOf: Shared['groupOf'],
  geometry: PanelsGeometry,
): Shared['heads'] {
  const { figure, panels, style, arrangement, list } = given;
  const resolved = figure.panels;
  const { slots } = arrangement;
  const heads: Shared['heads'] = { columns: [], rows: [], panels: new Map() };
  if (!resolved) return heads;
  const captionAt = (of: (slot: Slot) => boolean) => {
    const slot = slots.find((candidate) => candidate.panel && of(candidate));
    const group = slot && groupOf(slot);
    return group ? captionOf(group) : '';
  };
  const cell = geometry.width;
  if (resolved.rows.length > 0) {
    const all = geometry.right - geometry.left;
    heads.columns = resolved.across.map((name, column) => {
      const caption = captions === 'columns' ? captionAt((slot) => slot.column === column) : '';
      const panel = list.find(({ across }) => across === column);
      return setHead({ name, caption, colour: headColour(panels, panel, style) }, style, cell, MOST_LINES);
    });
    heads.rows = resolved.rows.map((name, row) => {
      const caption = captions === 'rows' ? captionAt((slot) => slot.row === row) : '';
      return setHead({ name, caption, colour: null }, style, all, 1);
    });
    return heads;
  }
  for (const slot of slots) {
    if (!slot.panel) continue;
    const group = groupOf(slot);
    const caption = captions === 'panels' && group ? captionOf(group) : '';
    const colour = headColour(panels, slot.panel, style);
    heads.panels.set(slot, setHead({ name: slot.panel.name, caption, colour }, style, cell, MOST_LINES));
  }
  return heads;
}

const linesIn = (heads: Iterable<SetHead>) => Math.max(1, ...[...heads].map(({ lines }) => lines.length));

/** One pass of sharing out the frame. */
function share(given: Given, before: Before): Shared {
  const { figure, panels, style, locale, arrangement, room, list } = given;
  const { columns, rows, slots } = arrangement;
  const isGrid = (figure.panels?.rows.length ?? 0) > 0;
  const size = style.sizes.label;
  const line = size * HEAD_PITCH;
  const { left: overLeft, right: overRight } = before.over;
  const { plotLeft, plotRight } = figure.spec.frame;
  const sides = before.sides.map(({ left, right }, column) => ({
    left: column === 0 ? Math.max(left, overLeft) : left,
    right: column === columns - 1 ? Math.max(right + before.ends, overRight) : right + before.ends,
  }));
  const [first, last] = [sides[0], sides.at(-1)];
  // Labels of dates that reach over the ends of their axis do not meet those of the next one.
  const over = Math.max(
    0,
    ...sides.slice(1).map(({ left }, column) => overLeft - left + overRight - (sides[column]?.right ?? 0)),
  );
  const rooms: Rooms = {
    ...room,
    outerLeft: Math.max(before.along.left, (plotLeft ?? 0) * POINTS_PER_MM - INSET - (first?.left ?? 0)),
    outerRight: Math.max(before.along.right, (plotRight ?? 0) * POINTS_PER_MM - INSET - (last?.right ?? 0)),
    sides,
    gap: Math.max(size * 1.4, over + size * 0.6),
    top: room.top + before.captionHeight,
    columnHeads: isGrid ? before.columnLines * line + size * 0.2 : 0,
    head: isGrid ? line * 1.2 : before.titleLines * line,
    above: size * 0.75,
    below: size * 0.7,
    acrossHeight: before.acrossHeight,
  };
  const geometry = panelsGeometry(rooms, columns, rows);
  const groupOf = scaleGroups(slots, panels.scale, geometry.height / (size * TICK_PITCH) + 1, { style, locale });
  const across = acrossPlanner(list[0]?.figure ?? figure, style, locale)(geometry.width);
  const captions = captionsOf(slots, groupOf, isGrid);
  const heads = setHeads(given, captions, groupOf, geometry);
  return { geometry, groupOf, across, captions, heads, rooms };
}

/** What the next pass knows from this one. */
function after({ geometry, groupOf, across, captions, heads, rooms }: Shared, given: Given): Before {
  const { arrangement, panels, style, locale } = given;
  const { slots, columns } = arrangement;
  const size = style.sizes.label;
  const groups = [...new Set(slots.flatMap((slot) => groupOf(slot) ?? []))];
  const widest = (of: (group: ScaleGroup) => number) => Math.max(0, ...groups.map(of));
  const isOwn = panels.scale === 'panels';
  const sides = Array.from({ length: columns }, () => ({ left: 0, right: 0 }));
  for (const slot of slots) {
    const [side, group] = [sides[slot.column], groupOf(slot)];
    if (!side || !group) continue;
    if (isOwn || slot.first) side.left = Math.max(side.left, numbersRoom(group.left, style));
    if ((isOwn || slot.last) && group.right) side.right = Math.max(side.right, numbersRoom(group.right, style));
  }
  const isOnce = captions === 'once';
  const isAbove = ({ axis, numbers }: ScaleGroup['left']) => axis.titlePlace === 'above' && numbers.caption !== '';
  const captioned = isOnce && groups.some(({ left, right }) => isAbove(left) || (right !== null && isAbove(right)));
  const ends = widest(({ panels, left, right }) =>
    Math.max(
      ...panels.map(({ figure }) =>
        endValueWidth(
          figure,
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
  return {
    acrossHeight: across.height,
    over: across.over,
    sides,
    along: {
      left: isOnce ? widest(({ left }) => alongRoom(left, style)) : 0,
      right: isOnce ? widest(({ right }) => (right ? alongRoom(right, style) : 0)) : 0,
    },
    captionHeight: captioned ? size * 1.7 : 0,
    columnLines: linesIn(heads.columns),
    titleLines: linesIn(heads.panels.values()),
    ends: wanted <= cell * MOST_ENDS && groups.every(({ right }) => right === null) ? wanted : 0,
  };
}

/** Shares the frame out among the panels and all that stands around them. */
export function shareOut(given: Given): Shared {
  const size = given.style.sizes.label;
  let shared = share(given, {
    acrossHeight: size * 2,
    over: { left: 0, right: 0 },
    sides: Array.from({ length: given.arrangement.columns }, () => ({ left: size, right: 0 })),
    along: { left: 0, right: 0 },
    captionHeight: size * 1.5,
    columnLines: 1,
    titleLines: 1,
    ends: 0,
  });
  for (let turn = 1; turn < PASSES; turn++) shared = share(given, after(shared, given));
  return shared;
}
