/** Layout of a figure in panels: plots of one size in rows and columns, shared axes drawn once. */
import { POINTS_PER_MM, type SceneNode } from '../../scene/scene.ts';
import type { HouseStyle } from '../../style/style.ts';
import type { Locale } from '../../text/locale.ts';
import { acrossNodes } from '../across-axis.ts';
import { fieldsOf } from '../fields.ts';
import type { FigureLayout, SetPanel } from '../figure-layout.ts';
import { figureScene } from '../figure-scene.ts';
import { type Legend, legendBox, legendNodes, legendOf } from '../legend.ts';
import type { Panel, ResolvedFigure } from '../resolve.ts';
import { frameNodes, INSET, placesIn } from '../set-plot.ts';
import { axisGroup, captionNodes, scaleNodes } from '../value-axis.ts';
import { setWords } from '../words.ts';
import { arrange, rowLength, type Slot } from './arrange.ts';
import { drawPanel, emptyCell, headNodes } from './panel.ts';
import type { ScaleGroup } from './scales.ts';
import { type Given, type Shared, shareOut } from './share.ts';

/** The legend of panels that have several lines, once for all; where colours tell panels apart, it shows strokes and markers alone. */
function legendFor(figure: ResolvedFigure, list: readonly Panel[], style: HouseStyle, width: number): Legend | null {
  const isColoured = figure.spec.panels?.colours.kind === 'lines';
  const lines = new Map(list.flatMap(({ figure: { lines } }) => lines.map((line) => [line.line.id, line] as const)));
  if (list.every(({ figure: { lines } }) => lines.length < 2)) return null;
  const named = [...lines.values()].map((line) => ({
    ...line,
    name: figure.panels?.lineNames.get(line.line.id) ?? line.name,
    line: { ...line.line, named: 'end' as const, ...(isColoured ? {} : { colour: style.ink }) },
  }));
  const box = figure.spec.names.kind === 'box' && figure.spec.names.box === 'below' ? 'below' : 'above';
  return legendOf({ ...figure, lines: named, spec: { ...figure.spec, names: { kind: 'box', box } } }, style, width);
}

/** The captions that are said once, above the first row or along all rows. */
function captionsOnce(given: Given, pass: Shared): SceneNode[] {
  if (pass.captions !== 'once') return [];
  const { arrangement, figure, locale, style, room } = given;
  const { geometry, rooms, groupOf } = pass;
  const slot = arrangement.slots.find((candidate) => candidate.panel);
  const group = slot && groupOf(slot);
  if (!group) return [];
  const size = style.sizes.label;
  const top = geometry.plotOf({ panel: null, column: 0, row: 0, first: true, last: false, lowest: false }).top;
  const height = geometry.rowPitch * (arrangement.rows - 1) + geometry.height;
  const place = (axis: ScaleGroup['left']) => ({
    // A caption above stands over the heads; one along the axis runs over all rows.
    plot: {
      left: geometry.left,
      width: geometry.right - geometry.left,
      top: axis.axis.titlePlace === 'above' ? rooms.top + size * 0.3 : top,
      height,
    },
    y: () => 0,
    style,
    captionWidth: (room.right - room.left) / (group.right ? 2 : 1) - (group.right ? 6 : 0),
    say: fieldsOf(figure, locale),
  });
  return [
    ...axisGroup('left', captionNodes(group.left, { ...place(group.left), edge: room.left })),
    ...(group.right ? axisGroup('right', captionNodes(group.right, { ...place(group.right), edge: room.right })) : []),
  ];
}

/** Places everything of a figure in panels. */
export function layoutPanels(
  figure: ResolvedFigure,
  list: readonly Panel[],
  style: HouseStyle,
  locale: Locale,
): FigureLayout {
  const { spec } = figure;
  const panels = spec.panels;
  const resolved = figure.panels;
  if (!panels || !resolved) throw new Error('A figure without panels has no layout of panels.');
  const width = spec.frame.width * POINTS_PER_MM;
  const height = spec.frame.height * POINTS_PER_MM;
  const size = style.sizes.label;
  const say = fieldsOf(figure, locale);
  const words = setWords(spec.words, style, say, width, height, INSET);
  const legend = legendFor(figure, list, style, width - 2 * INSET);
  const legendRoom = legend ? legend.height + size * 0.3 : 0;
  const room = {
    left: INSET,
    right: width - INSET,
    top: words.bottom + size * 0.4 + (legend?.place === 'above' ? legendRoom : 0),
    bottom: words.sourceTop - (legend?.place === 'below' ? legendRoom : 0),
  };
  const perRow = rowLength(panels.perRow, list.length, room.right - room.left, room.bottom - room.top);
  const arrangement = arrange(resolved, perRow);
  const given: Given = { figure, panels, list, style, locale, arrangement, room };
  const pass = shareOut(given);
  const { geometry, groupOf, across, heads } = pass;
  const nodes: SceneNode[] = [
    frameNodes(spec.frame, width, height, style),
    ...words.nodes,
    ...captionsOnce(given, pass),
    ...headNodes(heads, geometry, pass.rooms, arrangement, style),
  ];
  const set: SetPanel[] = [];
  const layout: Pick<FigureLayout, 'labels' | 'unplaced'> & { marks: Set<string> } = {
    labels: [],
    unplaced: [],
    marks: new Set(),
  };
  for (const slot of arrangement.slots) {
    const group = groupOf(slot);
    const plot = geometry.plotOf(slot);
    const axes = (isOwn: boolean): SceneNode[] => {
      if (!group) return [];
      const draw = (axis: ScaleGroup['left'], numbered: boolean) => {
        const y = placesIn({ plot, left: axis, right: null, across }).axisFor('left').y;
        return axisGroup(axis.side, scaleNodes(axis, { plot, y, style }, numbered));
      };
      return [
        ...draw(group.left, isOwn || slot.first),
        ...(group.right ? draw(group.right, isOwn || slot.last) : []),
        ...(slot.lowest ? acrossNodes(across, { plot, style }) : []),
      ];
    };
    if (!slot.panel || !group) {
      nodes.push({
        kind: 'cluster',
        x: 0,
        y: 0,
        name: 'empty cell',
        children: [...axes(false), ...emptyCell(plot, style)],
      });
      continue;
    }
    const head = heads.panels.get(slot);
    const drawn = drawPanel(
      { figure, group, panel: slot.panel, across, plot, box: geometry.boxOf(slot), style, locale },
      {
        axes: axes(panels.scale === 'panels'),
        head: head ?? null,
        isLowest: slot.lowest,
        rooms: pass.rooms,
        endsRoom: group.right === null ? (pass.rooms.sides[slot.column]?.right ?? 0) : 0,
        isFirst: set.length === 0,
      },
    );
    nodes.push(drawn.node);
    layout.labels.push(...drawn.labels);
    layout.unplaced.push(...drawn.unplaced);
    for (const id of drawn.marks) layout.marks.add(id);
    const over = heads.rows.length > 0 ? [heads.columns[slot.column], heads.rows[slot.row]] : [head];
    set.push({
      panel: slot.panel,
      box: geometry.boxOf(slot),
      plot,
      left: group.left,
      right: group.right,
      shortened: over.some((one) => one?.shortened),
    });
  }
  if (legend) {
    const box = legendBox(
      legend,
      { left: INSET, top: room.top, width: 0, height: 0 },
      {
        left: INSET,
        above: words.bottom,
        below: words.sourceTop - legend.height,
        edge: 0,
      },
    );
    nodes.push(legendNodes(legend, box, style, spec.frame.background));
  }
  const [first] = set;
  const group = first && groupOf(arrangement.slots.find(({ panel }) => panel === first.panel) as Slot);
  if (!first || !group) throw new Error('A figure in panels has at least one.');
  return {
    scene: figureScene(figure, nodes, say, locale),
    plot: first.plot,
    left: first.left,
    right: first.right,
    met: group.met,
    across,
    labels: layout.labels,
    unplaced: layout.unplaced,
    marks: [...layout.marks],
    panels: {
      list: set,
      columns: arrangement.columns,
      rows: arrangement.rows,
      left: geometry.left,
      right: geometry.right,
      free: geometry.free,
    },
  };
}
