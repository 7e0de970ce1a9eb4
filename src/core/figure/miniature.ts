/** A figure drawn small, for lists: its lines as they are drawn on the sheet, without words, marks and markers. */
import { POINTS_PER_MM, type Scene, type SceneNode } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import type { Locale } from '../text/locale.ts';
import { acrossPlanner } from './across-axis.ts';
import { placeInPlot, placesIn, TICK_PITCH } from './in-plot.ts';
import { areaNodes, lineNodes } from './lines.ts';
import { arrange, rowLength } from './panels/arrange.ts';
import { scaleGroups } from './panels/scales.ts';
import type { Plot } from './plot.ts';
import type { ResolvedFigure, ResolvedPlot } from './resolve.ts';
import type { PlacedAxis } from './value-axis.ts';

const INSET = 1.5;
/** Between panels, points. */
const GAP = 2;
/** Strokes are so much thinner than on the sheet; in panels still thinner. */
const THINNER = 0.75;
const IN_PANELS = 0.55;
/** About so much of a figure's height is its plots, by which the ticks are counted that its scale is rounded to. */
const PLOT_SHARE = 0.6;
const GROUND = '#ffffff';

/** Ticks that a plot on the sheet has room for, so that the small picture has the sheet's scale. */
const ticksOn = ({ spec }: ResolvedFigure, rows: number, style: HouseStyle): number =>
  Math.max(2, (spec.frame.height * POINTS_PER_MM * PLOT_SHARE) / rows / (style.sizes.label * TICK_PITCH) + 1);

interface Room {
  style: HouseStyle;
  locale: Locale;
}

/** A figure's lines as strokes alone, so much thinner. */
const bare = (plot: ResolvedPlot, times: number): ResolvedPlot => ({
  ...plot,
  marks: [],
  lines: plot.lines.map((line) => ({
    ...line,
    line: {
      ...line.line,
      weight: line.line.weight * times,
      emphasis: [],
      markers: { ...line.line.markers, on: 'none' },
    },
  })),
});

function plotNodes(
  figure: ResolvedPlot,
  plot: Plot,
  axes: { left: PlacedAxis; right: PlacedAxis | null },
  { style, locale }: Room,
): SceneNode[] {
  const across = acrossPlanner(figure, style, locale)(plot.width);
  const { lines } = placeInPlot(figure, plot, placesIn({ ...axes, plot, across }));
  return [
    ...lines.flatMap((line) => areaNodes(line, lines, plot)),
    ...[...lines].reverse().map((line) => lineNodes(line, GROUND, { withPlaces: false })),
  ];
}

/** Each panel in its place, on the scale it shares. */
function panelNodes(figure: ResolvedFigure, whole: Plot, room: Room): SceneNode[] {
  const { spec, panels } = figure;
  const { list, look } = panels;
  // In rows as on the sheet, whatever the shape of the small picture.
  const { width: wide, height: high } = spec.frame;
  const { slots, columns, rows } = arrange(panels, rowLength(look.perRow, list.length, wide, high * PLOT_SHARE));
  const width = (whole.width + GAP) / columns - GAP;
  const height = (whole.height + GAP) / rows - GAP;
  const groupOf = scaleGroups(slots, look.scale, ticksOn(figure, rows, room.style), room);
  return slots.flatMap((slot) => {
    const { panel, column, row } = slot;
    const group = groupOf(slot);
    if (!panel || !group) return [];
    const plot = { left: whole.left + column * (width + GAP), top: whole.top + row * (height + GAP), width, height };
    return plotNodes(bare(panel.drawn, list.length > 1 ? IN_PANELS : THINNER), plot, group, room);
  });
}

/** The lines of a figure alone, drawn small, for lists of figures. Sizes in millimetres. */
export function miniature(
  figure: ResolvedFigure,
  style: HouseStyle,
  locale: Locale,
  widthMm: number,
  heightMm: number,
): Scene {
  const [width, height] = [widthMm * POINTS_PER_MM - 2 * INSET, heightMm * POINTS_PER_MM - 2 * INSET];
  const plot: Plot = { left: INSET, top: INSET, width, height };
  const nodes = panelNodes(figure, plot, { style, locale });
  const name = figure.spec.name;
  return { widthMm, heightMm, title: name, description: `A small picture of ${name}.`, nodes };
}
