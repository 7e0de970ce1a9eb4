import type { Side } from '../figure/spec.ts';
import { cutTo } from '../text/letters.ts';
import { formatNumber } from '../text/number.ts';
import type { Check } from './note.ts';

/** Values of zero or below on a logarithmic axis, which has no place for them. */
export const noLogarithm: Check = {
  id: 'no-logarithm',
  find({ figure, locale }) {
    const lacking = figure.lines.filter(({ withoutPlace }) => withoutPlace > 0);
    const [first] = lacking;
    if (!first) return null;
    const count = lacking.reduce((sum, { withoutPlace }) => sum + withoutPlace, 0);
    const { tie, id } = figure.spec;
    const side: Side = tie.kind === 'same' ? 'left' : first.line.axis;
    const of = lacking.length === 1 ? `“${first.name}”` : `${lacking.length} lines`;
    return {
      part: `line:${first.line.id}`,
      title: 'Values that cannot be drawn',
      text: `${formatNumber(count, 0, locale)} ${count === 1 ? 'value' : 'values'} of ${of} ${count === 1 ? 'is' : 'are'} zero or below, which a logarithmic axis cannot show; the line breaks there.`,
      facts: cutTo(`${side} ${count} ${lacking.map(({ line }) => line.id).join(' ')}`, 4000),
      mends: [
        {
          say: 'Make the axis linear',
          call: { name: 'figure.setAxis', args: { figure: id, side, axis: { scale: 'linear' } } },
        },
      ],
    };
  },
};
