import type { Box } from '../place/box.ts';
import { shareOf, type ValueScale } from '../scale/value-axis.ts';
import { coordinate } from '../scene/coordinates.ts';
import { type Part, POINTS_PER_MM, type Scene, type SceneNode, textsOf } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import type { Locale } from '../text/locale.ts';
import { textWidth } from '../text/measure.ts';
import { plainWords } from '../text/rich.ts';
import { type AcrossPlan, type AcrossPlanner, acrossNodes, acrossPlanner } from './across-axis.ts';
import { axisOf, linesOn, resolveScales } from './axes.ts';
import { axisNumbers } from './axis-numbers.ts';
import { describeFigure } from './describe.ts';
import { fieldsOf } from './fields.ts';
import { type SetLabel, setLabels } from './labels.ts';
import { type Legend, legendBox, legendNodes, legendOf } from './legend.ts';
import { pathOf } from './line-path.ts';
import { areaNodes, lineNodes, setLine } from './lines.ts';
import { markNodes, setMark } from './mark-nodes.ts';
import { type EndNames, endNames, nameNodes } from './names.ts';
import type { Plot } from './plot.ts';
import type { ResolvedFigure } from './resolve.ts';
import type { Frame, Side } from './spec.ts';
import { axisRoom, gridNodes, hasCaptionAbove, type SetAxis, valueAxisNodes } from './value-axis.ts';
import { type SetWords, setWords } from './words.ts';

/** Clear room between the frame and what stands in it, points. */
const INSET = 10;
/** Least distance between tick labels of a value axis, in label sizes. */
const TICK_PITCH = 1.45;

export interface FigureLayout {
  scene: Scene;
  plot: Plot;
  left: SetAxis;
  /** null when no line is drawn by it */
  right: SetAxis | null;
  /** whether the ticks of both axes stand at the same heights */
  met: boolean;
  across: AcrossPlan;
  /** labels with where they stand, and those for which no place was free */
  labels: SetLabel[];
  unplaced: { part: Part; label: string }[];
  /** ids of the marks that have a place in the plot */
  marks: string[];
}

interface Pass {
  plot: Plot;
  left: SetAxis;
  right: SetAxis | null;
  met: boolean;
  across: AcrossPlan;
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

/** The one unit that all lines of an axis have, else null. */
function unitOn(figure: ResolvedFigure, side: Side): string | null {
  const units = new Set(linesOn(figure, side).map((line) => line.unit));
  const [unit] = units;
  return units.size === 1 ? (unit ?? null) : null;
}

function setAxis({ figure, style, locale }: Given, side: Side, scale: ValueScale, two: boolean): SetAxis {
  const axis = axisOf(figure, side);
  const [only, ...others] = linesOn(figure, side);
  const isColoured = axis.coloured === 'yes' || (axis.coloured === 'auto' && two);
  const ink = isColoured && only && others.length === 0 ? only.line.colour : style.ink;
  const whole = linesOn(figure, side).every((line) => line.whole);
  return { side, axis, scale, whole, numbers: axisNumbers(axis, scale, unitOn(figure, side), locale), ink };
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
  const size = style.sizes.label;
  const legendAt = (at: Legend['place']) => (given.legend?.place === at ? given.legend.height + size * 0.3 : 0);
  const top = words.bottom + legendAt('above') + (captioned ? size * 1.5 : 0) + size * 0.8;
  const height = Math.max(8, words.sourceTop - legendAt('below') - acrossHeight - top);
  const scales = resolveScales(figure, height / (size * TICK_PITCH) + 1);
  const left = setAxis(given, 'left', scales.left, scales.right !== null);
  const right = scales.right && setAxis(given, 'right', scales.right, true);
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

/** Height of a value on its axis, points. */
function heightOn({ scale, axis }: SetAxis, plot: Plot): (value: number) => number {
  const isUp = axis.direction === 'up';
  return (value) => {
    const share = shareOf(scale, value);
    return plot.top + plot.height * (isUp ? 1 - share : share);
  };
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

/** The ground of the figure, and its border drawn inside its edges. */
function frameNodes({ background, border }: Frame, width: number, height: number, style: HouseStyle): SceneNode[] {
  const ground: SceneNode = { kind: 'rect', x: 0, y: 0, width, height, fill: background };
  if (border === null) return [ground];
  const inner = border / 2;
  const [right, bottom] = [width - inner, height - inner].map(coordinate);
  const d = `M${coordinate(inner)} ${coordinate(inner)}L${right} ${coordinate(inner)}L${right} ${bottom}L${coordinate(inner)} ${bottom}Z`;
  return [ground, { kind: 'path', d, stroke: { colour: style.axis, width: border } }];
}

/** Places everything of a figure and returns the scene with what the dock wants to know about it. */
export function layoutFigure(figure: ResolvedFigure, style: HouseStyle, locale: Locale): FigureLayout {
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
  const x = (position: number) => plot.left + across.share(position) * plot.width;
  const yLeft = heightOn(left, plot);
  const yRight = right ? heightOn(right, plot) : yLeft;
  const axisFor = (side: Side) => (side === 'right' && right ? { set: right, y: yRight } : { set: left, y: yLeft });
  const rightEdge = right ? plot.left + plot.width + axisRoom(right, style) : 0;
  const captionWidth = right && hasCaptionAbove(right) ? (rightEdge - INSET) / 2 - 6 : width - 2 * INSET;
  const ground = spec.frame.background;
  const lines = figure.lines.map((line) => {
    const { set, y } = axisFor(line.line.axis);
    return setLine(figure, line, { path: pathOf(line, { x, y, plot }), scale: set.scale, x, y, plot });
  });
  const yOn = (side: Side) => (side === 'left' ? yLeft : right ? yRight : null);
  const marks = figure.marks.flatMap((mark) => setMark(figure, mark, { plot, x, yOn }) ?? []);
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
    valueAxisNodes(left, { plot, y: yLeft, style, edge: INSET, captionWidth, say }),
    ...(right ? [valueAxisNodes(right, { plot, y: yRight, style, edge: rightEdge, captionWidth, say })] : []),
  ];
  const below = plot.top + plot.height + across.height + style.sizes.label * 0.3;
  const edge = Math.max(rightEdge, plot.left + plot.width) + 4;
  const box = legend && legendBox(legend, plot, { left: INSET, above: words.bottom, below, edge });
  const labels = setLabels(
    {
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
    {
      kind: 'group',
      part: 'frame',
      label: 'Frame',
      children: frameNodes(spec.frame, width, height, style),
    },
    ...words.nodes,
    ...marks.filter(({ mark }) => mark.kind === 'band').flatMap(markNodes),
    ...gridNodes(left, { plot, y: yLeft, style }),
    ...(right ? gridNodes(right, { plot, y: yRight, style }) : []),
    ...lines.flatMap((line) => areaNodes(line, lines, plot)),
    ...axes,
    ...acrossNodes(across, { plot, style }),
    ...marks.filter(({ mark }) => mark.kind !== 'band').flatMap(markNodes),
    ...[...lines].reverse().map((line) => lineNodes(line, ground)),
    ...placedNames.map(({ node }) => node),
    ...(legend && box ? [legendNodes(legend, box, style, ground)] : []),
    ...labels.nodes,
  ];
  const scene: Scene = {
    widthMm: spec.frame.width,
    heightMm: spec.frame.height,
    title: plainWords(spec.words.title, say) || spec.name,
    description: spec.description ?? describeFigure(figure, locale),
    nodes,
  };
  const named = home.map(({ node: _, ...name }): SetLabel => ({ ...name, leader: null, covers: false }));
  return {
    scene,
    plot,
    left,
    right,
    met: pass.met,
    across,
    labels: [...named, ...labels.placed],
    unplaced: labels.unplaced,
    marks: marks.map(({ mark }) => mark.id),
  };
}
