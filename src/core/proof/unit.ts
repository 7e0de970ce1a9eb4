import { linesOn } from '../figure/axes.ts';
import type { ResolvedFigure, ResolvedLine } from '../figure/resolve.ts';
import type { PlacedAxis } from '../figure/value-axis.ts';
import { listed } from '../table/words.ts';
import type { Check, Finding, Proofed } from './note.ts';

/** True when title or subtitle name a unit of the lines, or say in what they count. */
function areSaid({ spec }: ResolvedFigure, lines: readonly ResolvedLine[]): boolean {
  const words = `${spec.words.title} ${spec.words.subtitle}`.toLowerCase();
  const single = new Set(words.split(/[^\p{L}\p{N}%‰$€£]+/u));
  const isNamed = (name: string) =>
    name
      .toLowerCase()
      .split(/\s+/)
      .every((word) => single.has(word));
  return (
    lines.some((line) => line.unit !== null && isNamed(line.unit)) ||
    /,\s*in \p{L}+|\bin (thousands|millions)\b/u.test(words)
  );
}

function missingOn({ figure }: Proofed, { side, numbers, axis }: PlacedAxis): Finding | null {
  const lines = linesOn(figure, side);
  if (lines.length === 0 || numbers.caption !== '') return null;
  const units = [...new Set(lines.map(({ unit }) => unit ?? 'no unit'))];
  // Units at the numbers say what they are; a subtitle may, too.
  if (axis.unit !== 'caption' && units.length === 1 && units[0] !== 'no unit') return null;
  if (areSaid(figure, lines)) return null;
  const said = units.length > 1 ? `its lines are in ${listed(units)}` : 'its lines have no unit';
  const open = side === 'left' ? 'axis:left' : 'axis:right';
  const other = side === 'left' ? 'right' : 'left';
  const apart =
    units.length > 1
      ? [...new Set(lines.filter(({ unit }) => unit !== lines[0]?.unit).map(({ line }) => line.id))]
      : [];
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
              say: `Draw the others on the ${other} axis`,
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
