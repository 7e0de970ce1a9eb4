/** Drawing one panel, and the heads of rows and columns. */

import type { Box } from '../../place/box.ts';
import { type Part, POINTS_PER_MM, type SceneNode, strokeOf, textsOf } from '../../scene/scene.ts';
import type { HouseStyle } from '../../style/style.ts';
import { faceOfStyle } from '../../style/type.ts';
import type { Locale } from '../../text/locale.ts';
import { textWidth } from '../../text/measure.ts';
import { decimalsOfValues } from '../../text/number.ts';
import type { PlacedRun } from '../../text/rich.ts';
import { type AcrossPlan, acrossGridNodes, acrossLine } from '../across-axis.ts';
import { sayFactsOf } from '../facts.ts';
import { placeInPlot, placesIn, plotNodes } from '../in-plot.ts';
import { labelPlot, type PlacedLabel } from '../labels.ts';
import { pathOf } from '../line-path.ts';
import { endNames, linesEndingEarly, nameNodes } from '../names.ts';
import type { Plot } from '../plot.ts';
import { nameOfPanel, type Panel, type ResolvedFigure, type ResolvedLine, type ResolvedPlot } from '../resolve.ts';
import { gridNodes } from '../value-axis.ts';
import { runNodes } from '../words.ts';
import type { Arrangement, Slot } from './arrange.ts';
import type { PanelsGeometry, Rooms } from './geometry.ts';
import { HEAD_PITCH, type PlacedHead } from './heads.ts';
import type { ScaleGroup } from './scales.ts';

/** Lines that stand behind are this much thinner than as they are set. */
const BEHIND = 0.55;

const textNodes = (lines: readonly (readonly PlacedRun[])[], x: number, top: number, size: number) =>
  runNodes(lines, x, top + size * 0.86, size * HEAD_PITCH);

/** Heads of columns over the first row, and of each row over its panels with a thin rule. */
export function headNodes(
  heads: { columns: PlacedHead[]; rows: PlacedHead[] },
  geometry: PanelsGeometry,
  rooms: Rooms,
  { columns }: Arrangement,
  style: HouseStyle,
): SceneNode[] {
  const size = style.sizes.label;
  const at = (column: number, row: number): Slot => ({
    panel: null,
    column,
    row,
    first: false,
    last: false,
    lowest: false,
  });
  const most = Math.max(0, ...heads.columns.map(({ lines }) => lines.length));
  const overColumns = heads.columns.flatMap(({ lines }, column) => {
    // Short heads stand on the line of the longest.
    const top = rooms.top + (most - lines.length) * size * HEAD_PITCH;
    return column < columns ? textNodes(lines, geometry.plotOf(at(column, 0)).left, top, size) : [];
  });
  const overRows = heads.rows.flatMap(({ lines }, row): SceneNode[] => {
    const top = geometry.boxOf(at(0, row)).minY;
    const stroke = { colour: style.rule, width: style.strokes.axis };
    return [
      { kind: 'path', d: strokeOf(geometry.left, top, geometry.right, top), stroke },
      ...textNodes(lines, geometry.left, top + size * 0.15, size),
    ];
  });
  return [...overColumns, ...overRows];
}

/** A cell without data: its axis, and a dash in its middle. */
export function emptyCell(plot: Plot, style: HouseStyle): SceneNode[] {
  const size = style.sizes.label;
  return [
    acrossLine({ plot, style }),
    {
      kind: 'text',
      x: plot.left + plot.width / 2,
      y: plot.top + plot.height / 2 + size * 0.35,
      text: '–',
      face: faceOfStyle(style),
      size,
      colour: style.quiet,
      anchor: 'middle',
    },
  ];
}

interface PanelPlace {
  figure: ResolvedFigure;
  group: ScaleGroup;
  panel: Panel;
  across: AcrossPlan;
  plot: Plot;
  box: Box;
  /** within which words may be put by hand */
  sheet: Box;
  style: HouseStyle;
  locale: Locale;
}

interface PanelLook {
  /** what is drawn of the axes at this panel, and the numbers of its right one end here; 0 where there are none */
  axes: SceneNode[];
  axesEnd: number;
  head: PlacedHead | null;
  isLowest: boolean;
  isFirst: boolean;
  rooms: Rooms;
  /** room for words to the right of the plot, points; 0 for none */
  besideRoom: number;
  /** that room was left for values of last points */
  hasEnds: boolean;
  /** where the legend box stands, if it may stand over this plot */
  legend: Box | null;
  /** the rows of calendars have numbers in place of their names */
  numbered: boolean;
}

export interface DrawnPanel {
  nodes: SceneNode[];
  labels: PlacedLabel[];
  unplaced: { part: Part; label: string }[];
  marks: string[];
}

const groupDecimals = new WeakMap<ScaleGroup, ReadonlyMap<string, number>>();

/** Decimals of the values of each line, by its id, over all panels of a group. */
function decimalsOf(group: ScaleGroup, most: number | null): ReadonlyMap<string, number> {
  const known = groupDecimals.get(group);
  if (known) return known;
  const alike = new Map<string, ResolvedLine[]>();
  for (const { drawn } of group.panels)
    for (const line of drawn.lines) {
      const others = alike.get(line.line.id);
      if (others) others.push(line);
      else alike.set(line.line.id, [line]);
    }
  const found = new Map<string, number>();
  for (const [id, lines] of alike) {
    const [first] = lines;
    if (!first) continue;
    const { exponent } = (first.line.axis === 'right' && group.right ? group.right : group.left).numbers;
    const values = lines.length === 1 ? first.values : lines.flatMap((line) => line.values);
    found.set(id, decimalsOfValues(values, first.decimals ?? most, exponent));
  }
  groupDecimals.set(group, found);
  return found;
}

/** Lines of panels that share a scale write their values with as many decimals as each other. */
function withDecimals(lines: readonly ResolvedLine[], group: ScaleGroup, most: number | null): ResolvedLine[] {
  const decimals = decimalsOf(group, most);
  return lines.map((line) => ({ ...line, decimals: decimals.get(line.line.id) ?? line.decimals }));
}

const behindPaths = new WeakMap<ScaleGroup, string>();

/** The strokes of all lines of a group in the plot of a panel, drawn once and moved to each of them. */
function behindNodes({ figure, group, across, plot, panel }: PanelPlace): SceneNode[] {
  const { behind } = figure.panels.look;
  if (behind === null || group.panels.length < 2) return [];
  // Written at the origin, so that panels of one size share the path.
  const home: Plot = { ...plot, left: 0, top: 0 };
  let d = behindPaths.get(group);
  if (d === undefined) {
    const { x, axisFor } = placesIn({ plot: home, left: group.left, right: group.right, across });
    d = group.panels
      .flatMap(({ drawn }) => drawn.lines)
      .map((line) => {
        const path = pathOf(line, { x, y: axisFor(line.line.axis).y, plot: home });
        return path.finished.d + path.unfinished.d;
      })
      .join('');
    behindPaths.set(group, d);
  }
  const weight = Math.min(...panel.drawn.lines.map(({ line }) => line.weight)) * BEHIND;
  return d === '' ? [] : [{ kind: 'path', d, shift: [plot.left, plot.top], stroke: { colour: behind, width: weight } }];
}

/** The boxes of words above a plot, such as captions of its axes. */
function boxesAbove(axes: readonly SceneNode[], top: number): Box[] {
  return [...textsOf(axes)]
    .filter(({ y, size, turned }) => !turned && y < top - size * 0.9)
    .map(({ x, y, text, face, size, anchor }) => {
      const width = textWidth(text, face, size);
      const minX = anchor === 'end' ? x - width : anchor === 'middle' ? x - width / 2 : x;
      return { minX, minY: y - size * 0.8, maxX: minX + width, maxY: y + size * 0.2 };
    });
}

/** The ground and name of a panel, by which it can be chosen; one without a name needs neither. */
function groundNodes(
  { figure, group, panel, plot, box, style }: PanelPlace,
  { head, rooms, besideRoom }: PanelLook,
  more: SceneNode[],
): SceneNode[] {
  if (panel.name === '') return more;
  const top = box.minY + (head ? 0 : rooms.head);
  const ground: SceneNode = {
    kind: 'rect',
    x: plot.left,
    y: top,
    width: plot.width + (group.right ? 0 : besideRoom),
    height: plot.top + plot.height - top,
    fill: figure.spec.frame.background,
  };
  const words = head ? textNodes(head.lines, plot.left, box.minY, style.sizes.label) : [];
  const label = `Panel ${nameOfPanel(panel)}`;
  return [{ kind: 'group', part: `panel:${panel.key}`, label, children: [ground, ...words, ...more] }];
}

/** Draws a panel: its ground and name, grid, the others behind, its own lines and marks, and their words. */
export function drawPanel(place: PanelPlace, look: PanelLook): DrawnPanel {
  const { figure, group, panel, across, plot, sheet, style, locale } = place;
  const { axes, axesEnd, isLowest, isFirst, rooms, besideRoom, hasEnds, legend, numbered } = look;
  const { background } = figure.spec.frame;
  const { left, right } = group;
  const own: ResolvedPlot =
    group.panels.length === 1
      ? panel.drawn
      : { ...panel.drawn, lines: withDecimals(panel.drawn.lines, group, place.locale.decimals ?? null) };
  const places = placesIn({ plot, left, right, across });
  const inPlot = placeInPlot(own, plot, places);
  const names = nameNodes(endNames(own, style, figure.spec.frame.width * POINTS_PER_MM), {
    x: places.x,
    axisFor: places.axisFor,
    plot,
    style,
    right: plot.left + plot.width + besideRoom,
    bottom: figure.spec.frame.height * POINTS_PER_MM,
    after: axesEnd,
    ground: background,
  });
  const byHand = names.filter(({ moved }) => moved);
  const home = names.filter(({ moved }) => !moved);
  const labels = labelPlot(
    {
      figure: own,
      panel: panel.key,
      endsRight: hasEnds,
      named: own.spec.names.kind === 'lines',
      inLegend: own.spec.names.kind === 'box' && panel.name === '',
      numbered,
      early: linesEndingEarly(own),
      ...inPlot,
      plot,
      style,
      locale,
      say: sayFactsOf(own, locale),
      bounds: {
        minX: plot.left,
        // Where no head stands above the plot, words reach up to those of the figure.
        minY: rooms.lead > 0 ? plot.top - rooms.above : rooms.wordsTop,
        maxX: plot.left + plot.width + (right ? 0 : besideRoom),
        maxY: plot.top + plot.height - 0.5,
      },
      taken: [...home.map((name) => name.box), ...boxesAbove(axes, plot.top)],
      legend,
      byHand: byHand.map(({ node: _, ...name }) => name),
      exponentOf: ({ line }) => places.axisFor(line.line.axis).set.numbers.exponent,
    },
    sheet,
  );
  const grids = [
    ...acrossGridNodes(across, own.spec.dateAxis, { plot, style }),
    ...(['left', 'right'] as const).flatMap((side) => {
      const y = places.yOn(side);
      const axis = side === 'left' ? left : right;
      return y && axis ? gridNodes(axis, { plot, y, style }) : [];
    }),
  ];
  // The grid of the first panel is a part of its own; those of the others are the same grid again.
  const more = isFirst ? [] : grids.flatMap((node) => (node.kind === 'group' ? node.children : [node]));
  const children: SceneNode[] = [
    ...groundNodes(place, look, more),
    ...plotNodes(inPlot, plot, background, {
      below: [...(isFirst ? grids : []), ...behindNodes(place)],
      axes: isLowest ? axes : [...axes, acrossLine({ plot, style })],
    }),
    ...names.map(({ node }) => node),
    ...labels.nodes,
  ];
  const named = home.map(({ node: _, ...name }): PlacedLabel => ({ ...name, leader: null, covers: false }));
  return {
    // What can be chosen as a whole is one thing on the sheet, too.
    nodes: panel.name === '' ? children : [{ kind: 'cluster', x: 0, y: 0, name: `panel ${panel.key}`, children }],
    labels: [...named, ...labels.placed],
    unplaced: labels.unplaced,
    marks: inPlot.marks.map(({ mark }) => mark.id),
  };
}
