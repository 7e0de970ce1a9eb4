/** Layout of a figure with one plot. */
import type { Box } from '../place/box.ts';
import { POINTS_PER_MM, type SceneNode, textsOf } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import type { Locale } from '../text/locale.ts';
import { textWidth } from '../text/measure.ts';
import { type AcrossPlan, type AcrossPlanner, acrossNodes, acrossPlanner } from './across-axis.ts';
import { resolveScales } from './axes.ts';
import { fieldsOf } from './fields.ts';
import type { FigureLayout } from './figure-layout.ts';
import { figureScene } from './figure-scene.ts';
import { type SetLabel, setLabels } from './labels.ts';
import { type Legend, legendBox, legendNodes, legendOf } from './legend.ts';
import { type EndNames, endNames, nameNodes } from './names.ts';
import type { ResolvedFigure } from './resolve.ts';
import { type Axes, frameNodes, INSET, placesIn, plotNodes, setAxis, setInPlot, TICK_PITCH } from './set-plot.ts';
import { axisRoom, gridNodes, hasCaptionAbove, valueAxisNodes } from './value-axis.ts';
import { type SetWords, setWords } from './words.ts';

interface Pass extends Axes {
  met: boolean;
}

interface Given {
  figure: ResolvedFigure;
  style: HouseStyle;
  locale: Locale;
  words: SetWords;
  names: EndNames;
  legend: Legend | null;
  plan: AcrossPlanner;
  width: number;
  height: number;
}

/** What a pass takes from the one before it. */
interface Before {
  acrossHeight: number;
  over: AcrossPlan['over'];
  /** whether captions stand above the plot */
  captioned: boolean;
}

/** One pass of placing. */
function place(given: Given, before: Before): Pass {
  const { acrossHeight, captioned } = before;
  const { figure, style, words, names, plan } = given;
  const axisWith = (two: boolean) => ({ two, style, locale: given.locale });
  const size = style.sizes.label;
  const legendAt = (at: Legend['place']) => (given.legend?.place === at ? given.legend.height + size * 0.3 : 0);
  const top = words.bottom + legendAt('above') + (captioned ? size * 1.5 : 0) + size * 0.8;
  const height = Math.max(8, words.sourceTop - legendAt('below') - acrossHeight - top);
  const scales = resolveScales(figure, height / (size * TICK_PITCH) + 1);
  const left = setAxis(figure, 'left', scales.left, axisWith(scales.right !== null));
  const right = scales.right && setAxis(figure, 'right', scales.right, axisWith(true));
  const { over } = before;
  const { frame } = figure.spec;
  const plotLeft = Math.max(INSET + Math.max(axisRoom(left, style), over.left), (frame.plotLeft ?? 0) * POINTS_PER_MM);
  const forRight = Math.max(right ? axisRoom(right, style) : 0, over.right);
  const room = Math.max(20, given.width - INSET - plotLeft - forRight);
  const beside = given.legend?.place === 'outside' ? given.legend.width + 4 : 0;
  const forNames = beside || (names.width > 0 ? names.width + names.gap : 0);
  let share = 1;
  let width = room;
  let across = plan(width);
  for (let turn = 0; turn < 3; turn++) {
    const needed = Math.max(20, Math.min(room, (room - forNames) / share));
    const next =
      frame.plotRight === null
        ? needed
        : Math.min(needed, Math.max(20, given.width - frame.plotRight * POINTS_PER_MM - plotLeft));
    across = plan(next);
    width = next;
    // The names stand after the last points, which may lie before the axis's end, unless numbers stand between.
    share = right || beside > 0 || forNames === 0 ? 1 : Math.max(0.05, across.share(names.lastPosition));
  }
  return { plot: { left: plotLeft, top, width, height }, left, right, met: scales.met, across };
}

/** The boxes of captions above the plot. */
function captionBoxes(axes: readonly SceneNode[], top: number): Box[] {
  return [...textsOf(axes)]
    .filter(({ y, size, turned }) => !turned && y < top - size * 0.9)
    .map(({ x, y, text, face, size }) => ({
      minX: x,
      minY: y - size * 0.8,
      maxX: x + textWidth(text, face, size),
      maxY: y + size * 0.2,
    }));
}

/** Places everything of a figure with one plot. */
export function layoutPlot(figure: ResolvedFigure, style: HouseStyle, locale: Locale): FigureLayout {
  const { spec } = figure;
  const width = spec.frame.width * POINTS_PER_MM;
  const height = spec.frame.height * POINTS_PER_MM;
  const say = fieldsOf(figure, locale);
  const words = setWords(spec.words, style, say, width, height, INSET);
  const names = endNames(figure, style, width);
  const legend = legendOf(figure, style, width - 2 * INSET);
  const plan = acrossPlanner(figure, style, locale);
  const given: Given = { figure, style, locale, words, names, legend, plan, width, height };
  const isCaptioned = ({ left, right }: Pass) => hasCaptionAbove(left) || (right !== null && hasCaptionAbove(right));
  let pass = place(given, { acrossHeight: style.sizes.label * 3.4, over: { left: 0, right: 0 }, captioned: true });
  pass = place(given, { acrossHeight: pass.across.height, over: pass.across.over, captioned: isCaptioned(pass) });
  const { plot, left, right, across } = pass;
  const places = placesIn(pass);
  const { x, axisFor } = places;
  const yLeft = axisFor('left').y;
  const yRight = axisFor('right').y;
  const rightEdge = right ? plot.left + plot.width + axisRoom(right, style) : 0;
  const captionWidth = right && hasCaptionAbove(right) ? (rightEdge - INSET) / 2 - 6 : width - 2 * INSET;
  const ground = spec.frame.background;
  const inPlot = setInPlot(figure, plot, places);
  const { lines, marks } = inPlot;
  const placedNames = nameNodes(names, {
    x,
    axisFor,
    plot,
    style,
    right: width - INSET,
    bottom: height,
    after: rightEdge,
    ground,
  });
  const byHand = placedNames.filter(({ moved }) => moved);
  const home = placedNames.filter(({ moved }) => !moved);
  const axes = [
    ...valueAxisNodes(left, { plot, y: yLeft, style, edge: INSET, captionWidth, say }),
    ...(right ? valueAxisNodes(right, { plot, y: yRight, style, edge: rightEdge, captionWidth, say }) : []),
  ];
  const below = plot.top + plot.height + across.height + style.sizes.label * 0.3;
  const edge = Math.max(rightEdge, plot.left + plot.width) + 4;
  const box = legend && legendBox(legend, plot, { left: INSET, above: words.bottom, below, edge });
  const labels = setLabels(
    {
      panel: null,
      endsRight: false,
      lines,
      marks,
      plot,
      style,
      locale,
      say,
      bounds: {
        minX: plot.left,
        minY: words.bottom + (legend?.place === 'above' ? legend.height : 0),
        maxX: right ? plot.left + plot.width : width - INSET,
        maxY: plot.top + plot.height - 0.5,
      },
      taken: [...home.map((name) => name.box), ...captionBoxes(axes, plot.top)],
      legend: box,
      byHand: byHand.map(({ node: _, ...name }) => name),
      exponentOf: ({ line }) => axisFor(line.line.axis).set.numbers.exponent,
    },
    { minX: 2, minY: 2, maxX: width - 2, maxY: height - 2 },
  );
  const nodes: SceneNode[] = [
    frameNodes(spec.frame, width, height, style),
    ...words.nodes,
    ...plotNodes(inPlot, plot, ground, {
      below: [
        ...gridNodes(left, { plot, y: yLeft, style }),
        ...(right ? gridNodes(right, { plot, y: yRight, style }) : []),
      ],
      axes: [...axes, ...acrossNodes(across, { plot, style })],
    }),
    ...placedNames.map(({ node }) => node),
    ...(legend && box ? [legendNodes(legend, box, style, ground)] : []),
    ...labels.nodes,
  ];
  const named = home.map(({ node: _, ...name }): SetLabel => ({ ...name, leader: null, covers: false }));
  return {
    scene: figureScene(figure, nodes, say, locale),
    plot,
    left,
    right,
    met: pass.met,
    across,
    labels: [...named, ...labels.placed],
    unplaced: labels.unplaced,
    marks: marks.map(({ mark }) => mark.id),
    panels: null,
  };
}
