import type { BandOf } from '../figure/band-names.ts';
import { runTogether, turnsOf, weightFor } from '../mark/density.ts';
import { POINTS_PER_MM } from '../scene/scene.ts';
import { formatNumber } from '../text/number.ts';
import type { CalendarUnit } from '../time/calendar.ts';
import type { Check, Mend } from './note.ts';

/** Longer periods that can stand for many values, with about how many days they have. */
const LONGER = [
  ['week', 7],
  ['month', 30.4],
  ['quarter', 91.3],
  ['year', 365.2],
] as const;
const FINE: readonly CalendarUnit[] = ['second', 'minute', 'hour', 'day', 'week', 'month', 'quarter'];
/** A step of a band reads well from this width on, mm. */
const LEAST_STEP = 1.5;
const LEAST_POINTS = 3;
/** Height of a panel in which a dense line is read, and of the highest figure that is offered, mm. */
const PANEL_HEIGHT = 26;
const MOST_HEIGHT = 260;

/** Lines whose strokes run into one, since many points share a millimetre and go up and down. */
export const dense: Check = {
  id: 'dense',
  find({ figure, layout, locale }) {
    const width = layout.plot.width / POINTS_PER_MM;
    const plots = layout.tooSmall ? [] : figure.panels.list.map(({ drawn }) => drawn);
    const found = plots
      .map((plot) => {
        const lines = plot.lines.map((line) => ({
          line: line.line,
          name: line.name,
          turns: turnsOf(line.values),
          points: line.values.filter((value) => value !== null).length,
        }));
        const turns = lines.reduce((sum, line) => sum + line.turns, 0);
        const weight = Math.min(...lines.map(({ line }) => line.weight));
        return { lines, turns, weight, plot };
      })
      .find(({ turns, weight }) => runTogether(turns, weight, width));
    const most = found?.lines.reduce((a, b) => (b.turns > a.turns ? b : a));
    if (!found || !most || most.points / width < LEAST_POINTS) return null;
    const { id } = figure.spec;
    const mends: Mend[] = [];
    const { across } = figure;
    if (across.kind === 'date' && across.span) {
      const days = (across.span.to - across.span.from) / 86_400_000;
      const own = FINE.indexOf(across.span.unit);
      const to = LONGER.find(
        ([unit, length]) =>
          FINE.indexOf(unit) !== own &&
          (unit === 'year' || FINE.indexOf(unit) > own) &&
          width / (days / length) >= LEAST_STEP,
      )?.[0];
      const of: BandOf | null = to ? { kind: 'longer period', to, spread: 'lowest to highest' } : null;
      if (of && to)
        mends.push({
          say: `Draw the mean of each ${to} of “${most.name}”, with a band from lowest to highest`,
          call: { name: 'figure.sumUp', args: { figure: id, line: most.line.id, of, hide: true } },
        });
    }
    const thinner = weightFor(found.turns, found.weight, width);
    if (thinner !== null)
      mends.push({
        say: `Draw them ${formatNumber(thinner, 1, locale)} pt thick`,
        call: {
          name: 'figure.styleLines',
          args: { figure: id, lines: found.lines.map(({ line }) => line.id), weight: thinner },
        },
      });
    const isApart = found.lines.every(({ turns, line }) => !runTogether(turns, line.weight, width));
    const height = Math.max(figure.spec.frame.height, found.lines.length * PANEL_HEIGHT);
    if (figure.panels.of === null && found.lines.length > 1 && isApart && height <= MOST_HEIGHT)
      mends.push({
        say: 'Give each line its own panel',
        call: {
          name: 'figure.split',
          args: { figure: id, panels: { by: { kind: 'lines' }, perRow: 1 }, height },
        },
      });
    const points = formatNumber(most.points / width, 1, locale);
    const of = found.lines.length === 1 ? `“${most.name}”` : `each of ${found.lines.length} lines`;
    const [mend = { say: 'Set its stroke', open: `line:${most.line.id}` as const }, ...others] = mends;
    return {
      part: `line:${most.line.id}`,
      title: 'Strokes merge',
      text: `${points} points of ${of} share each millimetre and go up and down; at ${formatNumber(found.weight, 1, locale)} pt their strokes merge.`,
      facts: `${points} ${found.lines.length} ${found.weight}`,
      mends: [mend, ...others],
    };
  },
};
