import { linesOn } from '../figure/axes.ts';
import type { SetAxis } from '../figure/value-axis.ts';
import { listed } from '../table/words.ts';
import type { Check, Finding, Proofed } from './note.ts';

function missingOn({ figure }: Proofed, { side, numbers, axis }: SetAxis): Finding | null {
  const lines = linesOn(figure, side);
  if (lines.length === 0 || numbers.caption !== '') return null;
  const units = [...new Set(lines.map(({ unit }) => unit ?? 'no unit'))];
  // Units at the numbers say what they are; a subtitle may, too.
  if (axis.unit !== 'caption' && units.length === 1 && units[0] !== 'no unit') return null;
  const words = `${figure.spec.words.title} ${figure.spec.words.subtitle}`.toLowerCase();
  if (
    lines.some(({ unit }) => unit && words.includes(unit.toLowerCase())) ||
    /,\s*in \p{L}+|\bin (thousands|millions)\b/u.test(words)
  )
    return null;
  const said = units.length > 1 ? `its lines are in ${listed(units)}` : 'its lines have no unit';
  const open = side === 'left' ? 'axis:left' : 'axis:right';
  const other = side === 'left' ? 'right' : 'left';
  const apart = units.length > 1 ? lines.filter(({ unit }) => unit !== lines[0]?.unit).map(({ line }) => line.id) : [];
  return {
    part: open,
    title: 'No unit',
    text: `The ${side} axis has no caption, and ${said}: a reader cannot tell what 1 means.`,
    facts: `${side} ${units.join()}`,
    mends: [
      { say: 'Write a caption', open },
      ...(apart.length > 0
        ? [
            {
              say: `Draw the others by the ${other} axis`,
              call: { name: 'figure.setAxisOfLines', args: { figure: figure.spec.id, lines: apart, axis: other } },
            } as const,
          ]
        : []),
    ],
  };
}

/** A measure without a unit anywhere a reader would look. */
export const unit: Check = {
  id: 'unit',
  find: (proofed) =>
    missingOn(proofed, proofed.layout.left) ?? (proofed.layout.right ? missingOn(proofed, proofed.layout.right) : null),
};
