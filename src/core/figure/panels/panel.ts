/** Drawing one panel, and the heads of rows and columns. */
import type { Box } from '../../place/box.ts';
import { type Part, type SceneNode, strokeOf } from '../../scene/scene.ts';
import type { HouseStyle } from '../../style/style.ts';
import type { Locale } from '../../text/locale.ts';
import type { SetRun } from '../../text/rich.ts';
import { type AcrossPlan, acrossLine } from '../across-axis.ts';
import { decimalsFor, fieldsOf } from '../fields.ts';
import { type SetLabel, setLabels } from '../labels.ts';
import { pathOf } from '../line-path.ts';
import type { Plot } from '../plot.ts';
import { nameOfPanel, type Panel, type ResolvedFigure, type ResolvedLine } from '../resolve.ts';
import { placesIn, plotNodes, setInPlot } from '../set-plot.ts';
import type { Side } from '../spec.ts';
import { gridNodes } from '../value-axis.ts';
import { runNodes } from '../words.ts';
import type { Arrangement, Slot } from './arrange.ts';
import type { PanelsGeometry, Rooms } from './geometry.ts';
import { HEAD_PITCH, type SetHead } from './heads.ts';
import type { ScaleGroup } from './scales.ts';

/** Lines that stand behind are this much thinner than as they are set. */
const BEHIND = 0.55;

const textNodes = (lines: readonly (readonly SetRun[])[], x: number, top: number, size: number) =>
  runNodes(lines, x, top + size * 0.86, size * HEAD_PITCH);

/** Heads of columns over the first row, and of each row over its panels with a thin rule. */
export function headNodes(
  heads: { columns: SetHead[]; rows: SetHead[] },
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
      face: 'sans-400',
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
  style: HouseStyle;
  locale: Locale;
}

interface PanelLook {
  /** what is drawn of the axes at this panel */
  axes: SceneNode[];
  head: SetHead | null;
  isLowest: boolean;
  isFirst: boolean;
  rooms: Rooms;
  /** room for values to the right of last points, points; 0 for none */
  endsRoom: number;
}

interface DrawnPanel {
  node: SceneNode;
  labels: SetLabel[];
  unplaced: { part: Part; label: string }[];
  marks: string[];
}

const groupDecimals = new WeakMap<ScaleGroup, ReadonlyMap<string, number>>();

/** Decimals of the values of each line, by its id, over all panels of a group. */
function decimalsOf(group: ScaleGroup): ReadonlyMap<string, number> {
  const known = groupDecimals.get(group);
  if (known) return known;
  const alike = new Map<string, ResolvedLine[]>();
  for (const { figure } of group.panels)
    for (const line of figure.lines) {
      const others = alike.get(line.line.id);
      if (others) others.push(line);
      else alike.set(line.line.id, [line]);
    }
  const found = new Map<string, number>();
  for (const [id, lines] of alike) {
    const [first] = lines;
    if (!first) continue;
    const { exponent } = (first.line.axis === 'right' && group.right ? group.right : group.left).numbers;
    const values = lines.flatMap((line) => line.values);
    found.set(id, decimalsFor({ values, decimals: first.decimals }, exponent));
  }
  groupDecimals.set(group, found);
  return found;
}

/** Lines of panels that share a scale write their values with as many decimals as each other. */
function withDecimals(lines: readonly ResolvedLine[], group: ScaleGroup): ResolvedLine[] {
  const decimals = decimalsOf(group);
  return lines.map((line) => ({ ...line, decimals: decimals.get(line.line.id) ?? line.decimals }));
}

const behindPaths = new WeakMap<ScaleGroup, string>();

/** The strokes of all lines of a group in the plot of a panel, drawn once and moved to each of them. */
function behindNodes({ figure, group, across, plot, panel }: PanelPlace): SceneNode[] {
  const behind = figure.spec.panels?.behind ?? null;
  if (behind === null || group.panels.length < 2) return [];
  // Written at the origin, so that panels of one size share the path.
  const home: Plot = { ...plot, left: 0, top: 0 };
  let d = behindPaths.get(group);
  if (d === undefined) {
    const { x, axisFor } = placesIn({ plot: home, left: group.left, right: group.right, across });
    d = group.panels
      .flatMap(({ figure: { lines } }) => lines)
      .map((line) => {
        const path = pathOf(line, { x, y: axisFor(line.line.axis).y, plot: home });
        return path.finished.d + path.unfinished.d;
      })
      .join('');
    behindPaths.set(group, d);
  }
  const weight = Math.min(...panel.figure.lines.map(({ line }) => line.weight)) * BEHIND;
  return d === '' ? [] : [{ kind: 'path', d, shift: [plot.left, plot.top], stroke: { colour: behind, width: weight } }];
}

/** Draws a panel: its ground and name, grid, the others behind, its own lines and marks, and their words. */
export function drawPanel(
  place: PanelPlace,
  { axes, head, isLowest, isFirst, rooms, endsRoom }: PanelLook,
): DrawnPanel {
  const { figure, group, panel, across, plot, box, style, locale } = place;
  const { background } = figure.spec.frame;
  const { left, right } = group;
  const size = style.sizes.label;
  const own: ResolvedFigure =
    figure.spec.panels?.scale === 'panels'
      ? panel.figure
      : { ...panel.figure, lines: withDecimals(panel.figure.lines, group) };
  const places = placesIn({ plot, left, right, across });
  const inPlot = setInPlot(own, plot, places);
  const say = fieldsOf(own, locale);
  const labels = setLabels(
    {
      panel: panel.key,
      endsRight: endsRoom > 0,
      ...inPlot,
      plot,
      style,
      locale,
      say,
      bounds: {
        minX: plot.left,
        minY: plot.top - rooms.above,
        maxX: plot.left + plot.width + endsRoom,
        maxY: plot.top + plot.height - 0.5,
      },
      taken: [],
      legend: null,
      byHand: [],
      exponentOf: ({ line }) => places.axisFor(line.line.axis).set.numbers.exponent,
    },
    box,
  );
  const grids = (['left', 'right'] as const).flatMap((side: Side) => {
    const y = places.yOn(side);
    const axis = side === 'left' ? left : right;
    return y && axis ? gridNodes(axis, { plot, y, style }) : [];
  });
  const ground: SceneNode[] = [
    {
      kind: 'rect',
      x: plot.left,
      y: box.minY + (head ? 0 : rooms.head),
      width: plot.width + endsRoom,
      height: plot.top + plot.height - box.minY - (head ? 0 : rooms.head),
      fill: background,
    },
    ...(head ? textNodes(head.lines, plot.left, box.minY, size) : []),
    // The grid of the first panel is a part of its own; those of the others are the same grid again.
    ...(isFirst ? [] : grids.flatMap((node) => (node.kind === 'group' ? node.children : [node]))),
  ];
  const children: SceneNode[] = [
    { kind: 'group', part: `panel:${panel.key}`, label: `Panel ${nameOfPanel(panel)}`, children: ground },
    ...plotNodes(inPlot, plot, background, {
      below: [...(isFirst ? grids : []), ...behindNodes(place)],
      axes: isLowest ? axes : [...axes, acrossLine({ plot, style })],
    }),
    ...labels.nodes,
  ];
  return {
    node: { kind: 'cluster', x: 0, y: 0, name: `panel ${panel.key}`, children },
    labels: labels.placed,
    unplaced: labels.unplaced,
    marks: inPlot.marks.map(({ mark }) => mark.id),
  };
}
