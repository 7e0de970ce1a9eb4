import { resolveValueAxis } from '../scale/value-axis.ts';
import { POINTS_PER_MM, type Scene, type SceneNode, strokeOf } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import { faceOfStyle, labelFace } from '../style/type.ts';
import type { Locale } from '../text/locale.ts';
import { textWidth } from '../text/measure.ts';
import { decimalsOf, formatNumber } from '../text/number.ts';
import { wrap } from '../text/wrap.ts';
import { ofYears } from '../text/years.ts';
import {
  type Band,
  type DatePlanner,
  type DateSpan,
  datePlannerFor,
  dateTicks,
  type LabelType,
  type PlanFit,
} from './date-axis.ts';
import type { DateStep } from './date-plans.ts';
import { datePosition } from './date-position.ts';
import type { Plot } from './plot.ts';
import type { ResolvedPlot } from './resolve.ts';
import type { DressedDateAxis } from './spec.ts';
import { gridStroke, MINOR_WEIGHT } from './value-axis.ts';

/** A label of the across axis, or a tick; positions are fractions of the axis's length. */
interface AcrossLabel {
  at: number;
  align: 'start' | 'middle' | 'end';
  lines: string[];
  value: string;
}

interface Level {
  labels: AcrossLabel[];
  ticks: number[];
  /** where ticks of the level outside it may run through its row */
  edges: number[];
  /** how many lines the tallest label has */
  rows: number;
}

export interface AcrossPlan {
  /** fraction of the axis's length at a position of the data */
  fractionAt(position: number): number;
  levels: Level[];
  /** labels that are left out, and that are shortened, for lack of room; of categories only */
  omitted: number;
  shortened: number;
  /** fractions at which minor ticks stand */
  minor: number[];
  /** room for labels that reach over the ends of the axis, points */
  over: { left: number; right: number };
  /** how the strip and a screen reader call the axis */
  label: string;
  /** height below the plot, points */
  height: number;
  /** all label plans of a date axis */
  planner: DatePlanner | null;
  /** the label plan of a date axis */
  plan: PlanFit | null;
}

const TICK = 4;
const MINOR = 2.5;
const LINE = 1.3;
/** How far the name of a category reaches over an end of its axis, in label sizes. */
const OVER = 0.6;

/** The type in which the across axis is labelled. */
function acrossType(style: HouseStyle): LabelType {
  return { face: labelFace(style), size: style.sizes.label, clear: style.sizes.label * 0.22 };
}

const heightOf = (levels: readonly Level[], size: number) =>
  TICK + levels.reduce((rows, level) => rows + level.rows, 0) * size * LINE + 3;

/** Ticks at the edges of bands, or under labels that stand on them. */
function tickFractions(bands: readonly Band[], fractionAt: (position: number) => number): number[] {
  if (bands.some(({ onTick }) => onTick))
    return bands.filter(({ complete }) => complete).map(({ anchor }) => fractionAt(anchor));
  return [...bands.map((band) => fractionAt(band.start)), 1];
}

/** How far labels reach over the ends of an axis of so many points. */
function overhang(levels: readonly Level[], type: LabelType, width: number) {
  const over = { left: 0, right: 0 };
  for (const { labels } of levels)
    for (const { at, align, lines } of labels) {
      if (align !== 'middle') continue;
      const half = Math.max(...lines.map((line) => textWidth(line, type.face, type.size))) / 2;
      over.left = Math.max(over.left, half - at * width);
      over.right = Math.max(over.right, half - (1 - at) * width);
    }
  return over;
}

const NOTHING_OVER = { left: 0, right: 0 };

/** The axis as a plan labels it, for a plot of so many points width. */
function laidOut(figure: ResolvedPlot, fit: PlanFit, planner: DatePlanner, width: number): AcrossPlan {
  const { type } = planner;
  const start = datePosition(fit.span.from, fit.span.unit);
  const length = datePosition(fit.span.to, fit.span.unit) - start;
  const fractionAt = (position: number) => (position - start) / length;
  const levels = fit.levels.map(
    (bands): Level => ({
      labels: bands
        .filter((band) => band.label !== '')
        .map((band) => ({ at: fractionAt(band.anchor), align: band.align, lines: [band.label], value: band.label })),
      ticks: tickFractions(bands, fractionAt),
      edges: bands.some(({ onTick }) => onTick) ? [] : [...bands.map((band) => fractionAt(band.start)), 1],
      rows: 1,
    }),
  );
  const { major, minor } = figure.spec.dateAxis;
  const fractionsOf = (step: DateStep | null) =>
    step === null ? [] : dateTicks(fit.span, step, figure.spec.dateAxis).map((position) => fractionAt(position));
  const [inner] = levels;
  if (inner && major) inner.ticks = fractionsOf(major);
  return {
    fractionAt,
    levels,
    omitted: 0,
    shortened: 0,
    minor: fractionsOf(minor),
    over: overhang(levels, type, width),
    label: `Date axis: ${fit.plan.name}`,
    height: heightOf(levels, type.size),
    planner,
    plan: fit,
  };
}

/** Labels in up to three lines each; where they do not fit, every k-th is kept. */
function planCategories(labels: readonly string[], width: number, style: HouseStyle): AcrossPlan {
  const type = acrossType(style);
  const count = Math.max(1, labels.length);
  const fractionAt = (position: number) => position / count;
  const band = width / count;
  /** room for a label where every so many are kept; one at an end reaches little over it */
  const roomAt = (index: number, every: number) => {
    const toEnd = Math.min(index + 0.5, count - index - 0.5) * band;
    return Math.min(every * band - 2 * type.clear, 2 * (toEnd + OVER * type.size));
  };
  /** width of the longest word of each label, without which no lines are tried */
  const longest = labels.map((label) =>
    Math.max(0, ...label.split(/\s+/).map((word) => textWidth(word, type.face, type.size))),
  );
  const fits = (every: number) =>
    labels.every((label, index) => {
      if (index % every !== 0) return true;
      if ((longest[index] ?? 0) > roomAt(index, every)) return false;
      const lines = wrap(label, type.face, type.size, roomAt(index, every));
      // A word broken between letters does not count as fitting.
      return (
        lines.length <= 3 && lines.join('').replace(/\s/g, '') === label.replace(/\s/g, '') && !splitsWord(label, lines)
      );
    });
  let every = 1;
  while (every < count && !fits(every)) every++;
  const kept = labels.flatMap((label, index): AcrossLabel[] => {
    if (index % every !== 0) return [];
    const lines = wrap(label, type.face, type.size, Math.max(type.size, roomAt(index, every)), 3);
    return [{ at: fractionAt(index + 0.5), align: 'middle', lines, value: label }];
  });
  const rows = Math.max(1, ...kept.map((label) => label.lines.length));
  const ticks = band >= 2 ? Array.from({ length: labels.length + 1 }, (_, index) => index / count) : [0, 1];
  const levels = [{ labels: kept, ticks, edges: ticks, rows }];
  const shortened = kept.filter(({ lines, value }) => lines.join('').includes('…') || splitsWord(value, lines)).length;
  const omitted = labels.length - kept.length;
  return {
    fractionAt,
    levels,
    omitted,
    shortened,
    minor: [],
    over: NOTHING_OVER,
    label: 'Category axis',
    height: heightOf(levels, type.size),
    planner: null,
    plan: null,
  };
}

const splitsWord = (label: string, lines: readonly string[]) => {
  const words = new Set(label.split(/\s+/));
  return lines.some((line) => line.split(/\s+/).some((piece) => piece !== '' && !words.has(piece)));
};

function planNumbers(
  { extent, whole }: Pick<Extract<ResolvedPlot['across'], { kind: 'number' }>, 'extent' | 'whole'>,
  width: number,
  style: HouseStyle,
  locale: Locale,
): AcrossPlan {
  const type = acrossType(style);
  let most = 9;
  let scale = resolveValueAxis({ from: 'auto', to: 'auto', every: null }, extent, whole, most);
  const write = (tick: number) => formatNumber(tick, decimalsOf(scale.step), locale);
  const needed = () =>
    scale.ticks.reduce((sum, tick) => sum + textWidth(write(tick), type.face, type.size) + 4 * type.clear, 0);
  while (most > 2 && needed() > width) {
    most--;
    scale = resolveValueAxis({ from: 'auto', to: 'auto', every: null }, extent, whole, most);
  }
  const fractionAt = (position: number) => (position - scale.low) / (scale.high - scale.low);
  let taken = Number.NEGATIVE_INFINITY;
  const labels = scale.ticks.flatMap((tick): AcrossLabel[] => {
    const [at, text] = [fractionAt(tick), write(tick)];
    const half = textWidth(text, type.face, type.size) / 2;
    if (at * width - half < taken + type.clear) return [];
    taken = at * width + half;
    return [{ at, align: 'middle', lines: [text], value: String(tick) }];
  });
  const levels = [{ labels, ticks: scale.ticks.map(fractionAt), edges: [], rows: 1 }];
  return {
    fractionAt,
    levels,
    omitted: 0,
    shortened: 0,
    minor: [],
    over: overhang(levels, type, width),
    label: 'Number axis',
    height: heightOf(levels, type.size),
    planner: null,
    plan: null,
  };
}

/** The label plans of a figure's date axis, as its spec sets them. */
const datePlanner = ({ spec }: ResolvedPlot, span: DateSpan, style: HouseStyle, locale: Locale) =>
  datePlannerFor(span, acrossType(style), locale, spec.dateAxis);

/** Decides ticks and labels of the across axis for a plot of so many points width. */
export type AcrossPlanner = (width: number) => AcrossPlan;

/** The planner of a figure's across axis; what does not depend on the width is worked out once. */
export function acrossPlanner(figure: ResolvedPlot, style: HouseStyle, locale: Locale): AcrossPlanner {
  const { across } = figure;
  if (across.kind === 'number')
    return (width) => planNumbers(across, width, style, across.isOfYears ? ofYears(locale) : locale);
  if (across.kind === 'category') return (width) => planCategories(across.labels, width, style);
  const empty = (width: number): AcrossPlan => ({ ...planCategories([], width, style), label: 'Date axis' });
  if (!across.span) return empty;
  const planner = datePlanner(figure, across.span, style, locale);
  return (width) => {
    const fit = planner.choose(figure.spec.dateAxis.plan, width);
    return fit ? laidOut(figure, fit, planner, width) : empty(width);
  };
}

/** A small picture of the axis under each label plan, cut off after `room` points, with how the plan fits. */
export function planPictures(
  figure: ResolvedPlot,
  style: HouseStyle,
  locale: Locale,
  width: number,
  room: number,
): { fit: PlanFit; picture: Scene }[] {
  const { across } = figure;
  if (across.kind !== 'date' || !across.span) return [];
  const planner = datePlanner(figure, across.span, style, locale);
  return planner.fits(width).map((fit) => {
    const plan = laidOut(figure, planner.drawn(fit, width), planner, width);
    const plot = { left: 8 + plan.over.left, top: 0, width, height: 3 };
    return {
      fit,
      picture: {
        widthMm: room / POINTS_PER_MM,
        heightMm: (2 * style.sizes.label * LINE + 12) / POINTS_PER_MM,
        title: fit.plan.name,
        description: '',
        nodes: acrossNodes(plan, { plot, style }),
      },
    };
  });
}

interface AcrossRoom {
  plot: Plot;
  style: HouseStyle;
}

/** Grid lines at the ticks of the axis, from the foot of the plot to its head; those at its ends are left out. */
export function acrossGridNodes(across: AcrossPlan, axis: DressedDateAxis, { plot, style }: AcrossRoom): SceneNode[] {
  if (axis.grid === 'none') return [];
  const stroke = gridStroke(axis, style);
  const lines = (ticks: readonly number[], width: number): SceneNode[] => {
    const d = ticks
      .filter((at) => at > 1e-6 && at < 1 - 1e-6)
      .map((at) => plot.left + at * plot.width)
      .map((x) => strokeOf(x, plot.top + plot.height, x, plot.top))
      .join('');
    return d === '' ? [] : [{ kind: 'path', d, stroke: { ...stroke, width } }];
  };
  const children = [
    ...(axis.grid === 'minor' ? lines(across.minor, stroke.width * MINOR_WEIGHT) : []),
    ...lines(across.levels[0]?.ticks ?? [], stroke.width),
  ];
  return children.length === 0 ? [] : [{ kind: 'group', part: 'grid:across', label: 'Upright grid lines', children }];
}

/** The axis line, ticks at band edges and the labels of each level. */
export function acrossNodes(across: AcrossPlan, room: AcrossRoom): SceneNode[] {
  return [{ kind: 'group', part: 'axis:across', label: across.label, children: acrossChildren(across, room) }];
}

/** The line of the axis alone. */
export function acrossLine({ plot, style }: AcrossRoom): SceneNode {
  const bottom = plot.top + plot.height;
  const stroke = { colour: style.axis, width: style.strokes.axis };
  return { kind: 'path', d: strokeOf(plot.left, bottom, plot.left + plot.width, bottom), stroke };
}

function acrossChildren(across: AcrossPlan, { plot, style }: AcrossRoom): SceneNode[] {
  const size = style.sizes.label;
  const bottom = plot.top + plot.height;
  const xAt = (fraction: number) => plot.left + fraction * plot.width;
  const stroke = { colour: style.axis, width: style.strokes.axis };
  const children: SceneNode[] = [acrossLine({ plot, style })];
  const minor = across.minor.map((tick) => strokeOf(xAt(tick), bottom, xAt(tick), bottom + MINOR)).join('');
  if (minor) children.push({ kind: 'path', d: minor, stroke });
  let above = 0;
  across.levels.forEach((level, depth) => {
    const end = depth === 0 ? TICK : TICK + (above + level.rows) * size * LINE;
    // A tick of an outer level that stands at no band edge of the inner one would run through its labels.
    const inner = depth === 0 ? null : across.levels[depth - 1];
    const startOf = (tick: number) =>
      !inner || inner.edges.some((edge) => Math.abs(edge - tick) < 1e-9) ? 0 : TICK + above * size * LINE;
    // Where a plan does not fit, labels reach over the edges of their bands.
    const isLoose = depth > 0 && (across.plan?.spare ?? 0) < 0;
    const d = (isLoose ? [] : level.ticks)
      .map((tick) => strokeOf(xAt(tick), bottom + startOf(tick), xAt(tick), bottom + end))
      .join('');
    if (d) children.push({ kind: 'path', d, stroke });
    for (const label of level.labels)
      label.lines.forEach((text, row) => {
        children.push({
          kind: 'text',
          x: xAt(label.at),
          y: bottom + TICK + (above + row) * size * LINE + size * 1.02,
          text,
          // The outer level is the one a reader looks for first.
          face: depth > 0 ? faceOfStyle(style, 600) : labelFace(style),
          size,
          colour: style.ink,
          anchor: label.align,
          value: label.value,
        });
      });
    above += level.rows;
  });
  return children;
}
