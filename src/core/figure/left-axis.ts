import type { ValueScale } from '../scale/value-axis.ts';
import { type SceneNode, strokeOf } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import type { Locale } from '../text/locale.ts';
import { capHeight, textWidth } from '../text/measure.ts';
import { decimalsOf, formatNumber } from '../text/number.ts';
import type { Plot } from './plot.ts';
import type { ResolvedFigure } from './resolve.ts';

/** The caption above the left axis: as given, else the one unit that all shown lines have. */
export function leftAxisCaption(figure: ResolvedFigure): string {
  const { title } = figure.spec.leftAxis;
  if (title !== null) return title;
  const units = new Set(figure.lines.map((line) => line.unit));
  const [unit] = units;
  return units.size === 1 && unit ? unit : '';
}

/** Tick labels with just the decimals the step needs, and the width of the widest. */
export function leftLabels(scale: ValueScale, style: HouseStyle, locale: Locale): { labels: string[]; width: number } {
  const decimals = decimalsOf(scale.step);
  const labels = scale.ticks.map((tick) => formatNumber(tick, decimals, locale));
  const width = Math.max(0, ...labels.map((label) => textWidth(label, 'sans-400', style.sizes.label)));
  return { labels, width };
}

interface LeftAxisRoom {
  scale: ValueScale;
  labels: readonly string[];
  caption: string;
  plot: Plot;
  y(value: number): number;
  style: HouseStyle;
  inset: number;
}

/** Grid lines at the ticks, the zero line, tick labels and the caption. */
export function leftAxisNodes({ scale, labels, caption, plot, y, style, inset }: LeftAxisRoom): SceneNode[] {
  const size = style.sizes.label;
  const lift = capHeight('sans-400', size) / 2;
  const right = plot.left + plot.width;
  const grid = scale.ticks.map(
    (tick): SceneNode => ({
      kind: 'path',
      d: strokeOf(plot.left, y(tick), right, y(tick)),
      stroke:
        tick === 0
          ? { colour: style.axis, width: style.strokes.axis }
          : { colour: style.rule, width: style.strokes.grid },
    }),
  );
  const text: SceneNode[] = scale.ticks.map((tick, index) => ({
    kind: 'text',
    x: plot.left - 5,
    y: y(tick) + lift,
    text: labels[index] ?? '',
    face: 'sans-400',
    size,
    colour: style.ink,
    anchor: 'end',
    value: String(tick),
  }));
  if (caption)
    text.unshift({
      kind: 'text',
      x: inset,
      y: plot.top - size * 1.15,
      text: caption,
      face: 'sans-400',
      size,
      colour: style.quiet,
      anchor: 'start',
    });
  return [
    { kind: 'group', part: 'grid', label: 'Grid lines', children: grid },
    { kind: 'group', part: 'axis:left', label: 'Left axis', children: text },
  ];
}
