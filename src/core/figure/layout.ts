import { extentOf, resolveValueAxis, type ValueScale } from '../scale/value-axis.ts';
import { POINTS_PER_MM, type Scene, type SceneNode } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import type { Locale } from '../text/locale.ts';
import { type AcrossPlan, type AcrossPlanner, acrossNodes, acrossPlanner } from './across-axis.ts';
import { describeFigure } from './describe.ts';
import { leftAxisCaption, leftAxisNodes, leftLabels } from './left-axis.ts';
import { lineNodes } from './lines.ts';
import { type EndNames, endNames, nameNodes } from './names.ts';
import type { Plot } from './plot.ts';
import type { ResolvedFigure } from './resolve.ts';
import { type SetWords, setWords } from './words.ts';

/** Clear room between the frame and what stands in it, points. */
const INSET = 10;
/** Least distance between tick labels of a value axis, in label sizes. */
const TICK_PITCH = 1.45;

export interface FigureLayout {
  scene: Scene;
  plot: Plot;
  left: ValueScale;
  across: AcrossPlan;
  /** caption above the left axis as drawn */
  leftCaption: string;
}

interface Pass {
  plot: Plot;
  left: ValueScale;
  labels: string[];
  across: AcrossPlan;
}

interface Given {
  figure: ResolvedFigure;
  style: HouseStyle;
  locale: Locale;
  words: SetWords;
  names: EndNames;
  caption: string;
  plan: AcrossPlanner;
  width: number;
  height: number;
}

/** One pass of placing: `acrossHeight` is taken from the pass before. */
function place(given: Given, acrossHeight: number): Pass {
  const { figure, style, locale, words, names, plan } = given;
  const size = style.sizes.label;
  const top = words.bottom + (given.caption ? size * 1.5 : 0) + size * 0.8;
  const height = Math.max(8, words.sourceTop - acrossHeight - top);
  const extent = extentOf(figure.lines.map((line) => line.values));
  const whole = figure.lines.length > 0 && figure.lines.every((line) => line.whole);
  const left = resolveValueAxis(figure.spec.leftAxis, extent, whole, height / (size * TICK_PITCH) + 1);
  const { labels, width: labelWidth } = leftLabels(left, style, locale);
  const plotLeft = INSET + labelWidth + 5;
  const room = Math.max(20, given.width - INSET - plotLeft);
  // The names stand after the last points, which may lie before the axis's end.
  const forNames = names.width > 0 ? names.width + names.gap : 0;
  let share = 1;
  let width = room;
  let across = plan(width);
  for (let turn = 0; turn < 3; turn++) {
    const next = Math.max(20, Math.min(room, (room - forNames) / share));
    across = plan(next);
    width = next;
    share = Math.max(0.05, across.share(names.lastPosition));
  }
  return { plot: { left: plotLeft, top, width, height }, left, labels, across };
}

/** Places everything of a figure and returns the scene with what the dock wants to know about it. */
export function layoutFigure(figure: ResolvedFigure, style: HouseStyle, locale: Locale): FigureLayout {
  const { spec } = figure;
  const width = spec.frame.width * POINTS_PER_MM;
  const height = spec.frame.height * POINTS_PER_MM;
  const words = setWords(spec.words, style, width, height, INSET);
  const names = endNames(figure, style, width);
  const caption = leftAxisCaption(figure);
  const plan = acrossPlanner(figure, style, locale);
  const given: Given = { figure, style, locale, words, names, caption, plan, width, height };
  let pass = place(given, style.sizes.label * 3.4);
  pass = place(given, pass.across.height);
  const { plot, left, across } = pass;
  const x = (position: number) => plot.left + across.share(position) * plot.width;
  const y = (value: number) => plot.top + plot.height * (1 - (value - left.low) / (left.high - left.low));
  const nodes: SceneNode[] = [
    {
      kind: 'group',
      part: 'frame',
      label: 'Frame',
      children: [{ kind: 'rect', x: 0, y: 0, width, height, fill: '#ffffff' }],
    },
    ...words.nodes,
    ...leftAxisNodes({ scale: left, labels: pass.labels, caption, plot, y, style, inset: INSET }),
    ...acrossNodes(across, { plot, x, style }),
    ...figure.lines.map((line) => lineNodes(line, { x, y, plot, scale: left })),
    ...nameNodes(names, { x, y, plot, style, right: width - INSET, scale: left }),
  ];
  const scene: Scene = {
    widthMm: spec.frame.width,
    heightMm: spec.frame.height,
    title: spec.words.title || spec.name,
    description: describeFigure(figure, locale),
    nodes,
  };
  return { scene, plot, left, across, leftCaption: caption };
}
