import { resolveValueAxis } from '../scale/value-axis.ts';
import { type SceneNode, strokeOf } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import type { Locale } from '../text/locale.ts';
import { textWidth } from '../text/measure.ts';
import { decimalsOf, formatNumber } from '../text/number.ts';
import { wrap } from '../text/wrap.ts';
import { DatePlanner, datePosition, type LabelType, type PlanFit } from './date-axis.ts';
import type { Plot } from './plot.ts';
import type { ResolvedFigure } from './resolve.ts';

/** A label of the across axis, or a tick; positions are shares of the axis's length. */
interface AcrossLabel {
  at: number;
  lines: string[];
  value: string;
}

interface Level {
  labels: AcrossLabel[];
  ticks: number[];
  /** how many lines the tallest label has */
  rows: number;
}

export interface AcrossPlan {
  /** share of the axis's length at a position of the data */
  share(position: number): number;
  levels: Level[];
  /** how the strip and a screen reader call the axis */
  label: string;
  /** height below the plot, points */
  height: number;
  /** the label plan of a date axis */
  plan: PlanFit | null;
}

const TICK = 4;
const LINE = 1.3;

/** The type in which the across axis is labelled. */
export function acrossType(style: HouseStyle): LabelType {
  return { face: 'sans-400', size: style.sizes.label, clear: style.sizes.label * 0.22 };
}

const heightOf = (levels: readonly Level[], size: number) =>
  TICK + levels.reduce((rows, level) => rows + level.rows, 0) * size * LINE + 3;

function planDates(figure: ResolvedFigure, planner: DatePlanner, width: number): AcrossPlan | null {
  const fit = planner.choose(figure.spec.dateAxis.plan, width);
  if (!fit) return null;
  const start = datePosition(fit.span.from, fit.span.unit);
  const length = datePosition(fit.span.to, fit.span.unit) - start;
  const share = (position: number) => (position - start) / length;
  const levels = fit.levels.map(
    (bands): Level => ({
      labels: bands
        .filter((band) => band.label !== '')
        .map((band) => ({ at: share((band.start + band.end) / 2), lines: [band.label], value: band.label })),
      ticks: [...bands.map((band) => share(band.start)), 1],
      rows: 1,
    }),
  );
  return {
    share,
    levels,
    label: `Date axis: ${fit.plan.name}`,
    height: heightOf(levels, planner.type.size),
    plan: fit,
  };
}

/** Labels in up to three lines each; where they do not fit, every k-th is kept. */
function planCategories(labels: readonly string[], width: number, style: HouseStyle): AcrossPlan {
  const type = acrossType(style);
  const count = Math.max(1, labels.length);
  const share = (position: number) => position / count;
  const band = width / count;
  const fits = (every: number) =>
    labels.every((label, index) => {
      if (index % every !== 0) return true;
      const lines = wrap(label, type.face, type.size, every * band - 2 * type.clear);
      // A word broken between letters does not count as fitting.
      return (
        lines.length <= 3 && lines.join('').replace(/\s/g, '') === label.replace(/\s/g, '') && !splitsWord(label, lines)
      );
    });
  let every = 1;
  while (every < count && !fits(every)) every++;
  const kept = labels
    .map(
      (label, index): AcrossLabel => ({
        at: share(index + 0.5),
        lines: wrap(label, type.face, type.size, Math.max(type.size, every * band - 2 * type.clear), 3),
        value: label,
      }),
    )
    .filter((_, index) => index % every === 0);
  const rows = Math.max(1, ...kept.map((label) => label.lines.length));
  const ticks = band >= 2 ? Array.from({ length: labels.length + 1 }, (_, index) => index / count) : [0, 1];
  const levels = [{ labels: kept, ticks, rows }];
  return { share, levels, label: 'Category axis', height: heightOf(levels, type.size), plan: null };
}

const splitsWord = (label: string, lines: readonly string[]) => {
  const words = new Set(label.split(/\s+/));
  return lines.some((line) => line.split(/\s+/).some((piece) => piece !== '' && !words.has(piece)));
};

function planNumbers(
  extent: [number, number] | null,
  whole: boolean,
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
  const share = (position: number) => (position - scale.low) / (scale.high - scale.low);
  const labels = scale.ticks.map((tick) => ({ at: share(tick), lines: [write(tick)], value: String(tick) }));
  const levels = [{ labels, ticks: scale.ticks.map(share), rows: 1 }];
  return { share, levels, label: 'Number axis', height: heightOf(levels, type.size), plan: null };
}

/** Decides ticks and labels of the across axis for a plot of so many points width. */
export type AcrossPlanner = (width: number) => AcrossPlan;

/** The planner of a figure's across axis; what does not depend on the width is worked out once. */
export function acrossPlanner(figure: ResolvedFigure, style: HouseStyle, locale: Locale): AcrossPlanner {
  const { across } = figure;
  if (across.kind === 'number') return (width) => planNumbers(across.extent, across.whole, width, style, locale);
  if (across.kind === 'category') return (width) => planCategories(across.labels, width, style);
  const empty = (width: number): AcrossPlan => ({ ...planCategories([], width, style), label: 'Date axis' });
  if (!across.span) return empty;
  const planner = new DatePlanner(across.span, acrossType(style), locale);
  return (width) => planDates(figure, planner, width) ?? empty(width);
}

interface AcrossRoom {
  plot: Plot;
  x(position: number): number;
  style: HouseStyle;
}

/** The axis line, ticks at band edges and the labels of each level. */
export function acrossNodes(across: AcrossPlan, { plot, style }: AcrossRoom): SceneNode[] {
  const size = style.sizes.label;
  const bottom = plot.top + plot.height;
  const xAt = (share: number) => plot.left + share * plot.width;
  const stroke = { colour: style.axis, width: style.strokes.axis };
  const children: SceneNode[] = [
    { kind: 'path', d: strokeOf(plot.left, bottom, plot.left + plot.width, bottom), stroke },
  ];
  let above = 0;
  across.levels.forEach((level, depth) => {
    const end = depth === 0 ? TICK : TICK + (above + level.rows) * size * LINE;
    const d = level.ticks.map((tick) => strokeOf(xAt(tick), bottom, xAt(tick), bottom + end)).join('');
    if (d) children.push({ kind: 'path', d, stroke });
    for (const label of level.labels)
      label.lines.forEach((text, row) => {
        children.push({
          kind: 'text',
          x: xAt(label.at),
          y: bottom + TICK + (above + row) * size * LINE + size * 1.02,
          text,
          // The outer level is the one a reader looks for first.
          face: depth > 0 ? 'sans-600' : 'sans-400',
          size,
          colour: style.ink,
          anchor: 'middle',
          value: label.value,
        });
      });
    above += level.rows;
  });
  return [{ kind: 'group', part: 'axis:across', label: across.label, children }];
}
