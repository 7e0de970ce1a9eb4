import { fractionOf } from '../scale/value-axis.ts';
import type { Check } from './note.ts';

/** Ticks of two axes that stand at different heights. */
export const ticksMeet: Check = {
  id: 'ticks-meet',
  find({ figure, layout }) {
    const { right, left, met } = layout;
    if (!right || met) return null;
    const { id, tie } = figure.spec;
    const counts = `${left.scale.ticks.length} and ${right.scale.ticks.length}`;
    return {
      part: 'axis:right',
      title: 'Ticks do not meet',
      text: `The axes have ${counts} ticks at different heights, so the grid lines fit only one of them.`,
      facts: `${left.scale.ticks.join()} ${right.scale.ticks.join()}`,
      mends:
        tie.kind === 'free'
          ? [{ say: 'Make the ticks meet', call: { name: 'figure.tieAxes', args: { figure: id, kind: 'meet' } } }]
          : [
              {
                say: 'Let the right axis choose its ends and step',
                call: {
                  name: 'figure.setAxis',
                  args: { figure: id, side: 'right', axis: { from: 'auto', to: 'auto', every: null, scale: 'linear' } },
                },
              },
            ],
    };
  },
};

/** Zero stands on both axes, at different heights. */
export const zeroHeights: Check = {
  id: 'zero-heights',
  find({ figure, layout }) {
    const { left, right, plot } = layout;
    if (!right) return null;
    const heights = [left, right].map(({ scale, axis }) => {
      if (scale.kind === 'log' || scale.low > 0 || scale.high < 0) return null;
      const share = fractionOf(scale, 0);
      return axis.direction === 'up' ? share : 1 - share;
    });
    const [a, b] = heights;
    if (a === null || b === null || a === undefined || b === undefined || Math.abs(a - b) < 0.005) return null;
    const apart = (Math.abs(a - b) * plot.height * 25.4) / 72;
    return {
      part: 'axis:right',
      title: 'Zero at two heights',
      text: `Zero is ${apart.toFixed(1)} mm ${b > a ? 'higher' : 'lower'} on the right axis than on the left, so signs cannot be compared.`,
      facts: `${a.toFixed(3)} ${b.toFixed(3)}`,
      mends: [
        {
          say: 'Put zero at one height',
          call: { name: 'figure.tieAxes', args: { figure: figure.spec.id, kind: 'meet', zero: true } },
        },
      ],
    };
  },
};
