import { linesOn } from '../figure/axes.ts';
import type { PlacedPanel } from '../figure/figure-layout.ts';
import type { ResolvedPlot } from '../figure/resolve.ts';
import type { PlacedAxis } from '../figure/value-axis.ts';
import { extentOf } from '../scale/value-axis.ts';
import { formatNumber } from '../text/number.ts';
import type { Check, Finding, Proofed } from './note.ts';

/** Changes drawn more than this many times as high as from zero look like what they are not. */
const MOST_NAMED = 6;

function cutOn(figure: ResolvedPlot, { locale }: Proofed, { side, scale, numbers }: PlacedAxis): Finding | null {
  if (scale.kind === 'log' || scale.low <= 0) return null;
  const factor = scale.high / (scale.high - scale.low);
  const extent = extentOf(linesOn(figure, side).map(({ values }) => values));
  if (factor <= MOST_NAMED || !extent) return null;
  const [low, high] = extent;
  const change = ((high - low) / high) * 100;
  const times = formatNumber(factor, factor < 10 ? 1 : 0, locale);
  return {
    part: side === 'left' ? 'axis:left' : 'axis:right',
    title: 'A small change fills the figure',
    text: `The ${side} axis starts at ${numbers.labels[0] ?? scale.low}: changes look ${times} times as large as they would from zero. From lowest to highest is ${formatNumber(change, 1, locale)}%.`,
    facts: `${side} ${scale.low} ${scale.high}`,
    mends: [
      {
        say: 'Start at zero',
        call: { name: 'figure.setAxis', args: { figure: figure.spec.id, side, axis: { from: 'zero' } } },
      },
    ],
  };
}

/** A range that cuts so high that a small change fills the figure. */
export const rangeCut: Check = {
  id: 'range-cut',
  find(proofed) {
    const { layout, figure } = proofed;
    const cutOnAny = (plot: ResolvedPlot, { left, right }: Pick<PlacedPanel, 'left' | 'right'>) =>
      cutOn(plot, proofed, left) ?? (right ? cutOn(plot, proofed, right) : null);
    if (figure.panels.look.scale === 'all') return cutOnAny(figure, layout);
    // Where scales differ, each panel is looked at with its own.
    for (const panel of layout.panels.list) {
      const found = cutOnAny(panel.panel.drawn, panel);
      if (found) return found;
    }
    return null;
  },
};
