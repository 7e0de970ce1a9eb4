/** What of a figure is not as its house has it, or as readers of a copy in greyscale could read it. */
import { areMarkedApart } from '../figure/marked-apart.ts';
import type { ResolvedLine } from '../figure/resolve.ts';
import { apartFor, LEAST_APART } from '../style/apart.ts';
import { colourNamed } from '../style/names.ts';
import { listed } from '../table/words.ts';
import type { Check } from './note.ts';

/** Values that were set smaller by hand than the house wants any type to be. */
export const smallestType: Check = {
  id: 'small-type',
  find({ figure, style }) {
    const { least } = style.sizes;
    const small = figure.lines.filter(
      ({ line: { values } }) => values.on !== 'none' && values.size !== null && values.size < least,
    );
    const [first] = small;
    if (!first) return null;
    const sizes = small.map(({ name, line: { values } }) => `“${name}” at ${values.size} pt`);
    return {
      part: `line:${first.line.id}`,
      title: 'Type is too small',
      text: `“${style.name}” allows no type below ${least} pt; smaller are the values of ${listed(sizes)}.`,
      facts: `${least} ${small.map(({ line }) => `${line.id} ${line.values.size}`).join()}`,
      mends: [
        {
          say: `Set them in ${least} pt`,
          call: {
            name: 'figure.styleLines',
            args: { figure: figure.spec.id, lines: small.map(({ line }) => line.id), values: { size: least } },
          },
        },
      ],
    };
  },
};

/** A line whose name has a colour of its own in the house, but which is drawn in another. */
export const otherColour: Check = {
  id: 'house-colour',
  find({ figure, style }) {
    if (style.names.length === 0 || figure.panels.list.length > 1) return null;
    const other = figure.lines.flatMap((line) => {
      const colour = colourNamed(style, line.name);
      return colour !== null && colour.toLowerCase() !== line.line.colour.toLowerCase() ? [{ line, colour }] : [];
    });
    const [first] = other;
    if (!first) return null;
    const { spec } = figure;
    const names = listed(other.map(({ line }) => `“${line.name}”`));
    return {
      part: `line:${first.line.line.id}`,
      title: 'Not the house colour',
      text: `${names} ${other.length === 1 ? 'has its own colour' : 'have their own colours'} in “${style.name}” but ${other.length === 1 ? 'is' : 'are'} drawn in another here.`,
      facts: other.map(({ line, colour }) => `${line.line.id} ${line.line.colour} ${colour}`).join(),
      mends: [
        {
          say: other.length === 1 ? 'Restore the colour' : 'Restore the colours',
          call: {
            name: 'style.bringBack',
            args: { things: [{ item: spec.id, paths: other.map(({ line }) => ['lines', line.line.id, 'colour']) }] },
          },
        },
      ],
    };
  },
};

/** A figure that has none of the sizes of its house. */
export const houseSize: Check = {
  id: 'house-size',
  find({ figure: { spec }, style }) {
    const { width, height } = spec.frame;
    const fitting = style.figures.filter((size) => size.width === width);
    if (style.figures.length === 0 || fitting.some((size) => spec.panels !== null || size.height === height))
      return null;
    const nearest = [...style.figures].sort(
      (a, b) => Math.hypot(a.width - width, a.height - height) - Math.hypot(b.width - width, b.height - height),
    )[0];
    if (!nearest) return null;
    const sizes = listed(style.figures.map((size) => `${size.name}, ${size.width} × ${size.height} mm`));
    return {
      part: 'frame',
      title: 'Not a house size',
      text: `The figure is ${width} × ${height} mm; “${style.name}” has ${sizes}.`,
      facts: `${width} ${height} ${style.figures.map((size) => `${size.width}x${size.height}`).join()}`,
      mends: [
        {
          say: `Set it to ${nearest.name}`,
          call: { name: 'figure.setFrame', args: { figure: spec.id, width: nearest.width, height: nearest.height } },
        },
      ],
    };
  },
};

/** Whether one line passes from above another to below it, or touches it. */
function doCross(a: ResolvedLine, b: ResolvedLine): boolean {
  if (a.line.axis !== b.line.axis) return true;
  let before = 0;
  for (const [index, value] of a.values.entries()) {
    const other = b.values[index];
    if (value === null || other === null || other === undefined) continue;
    const side = Math.sign(value - other);
    if (side === 0 || (before !== 0 && side !== before)) return true;
    before = side;
  }
  return false;
}

/** Two lines that run across each other, or are told by a legend alone, and look alike in a copy in greyscale. */
export const greyscale: Check = {
  id: 'greyscale',
  find({ figure }) {
    const { spec } = figure;
    const [plot, ...others] = figure.panels.list;
    if (!plot || others.length > 0) return null;
    const { lines } = plot.drawn;
    const pair = lines.flatMap((later, index) =>
      lines.slice(0, index).flatMap((earlier) => {
        const isNear = apartFor('greyscale', earlier.line.colour, later.line.colour) < LEAST_APART;
        const isMixed = spec.names.kind === 'box' || doCross(earlier, later);
        return isNear && isMixed && !areMarkedApart(earlier.line, later.line) ? [[earlier, later] as const] : [];
      }),
    )[0];
    if (!pair) return null;
    const [earlier, later] = pair;
    const apart = apartFor('greyscale', earlier.line.colour, later.line.colour);
    return {
      part: `line:${later.line.id}`,
      title: 'Alike in greyscale',
      text: `“${earlier.name}” and “${later.name}” are ${apart.toFixed(1)} apart in greyscale; a reader needs ${LEAST_APART}.`,
      facts: `${earlier.line.id} ${later.line.id} ${apart.toFixed(1)}`,
      mends: [
        {
          say: `Draw ${later.name} dashed`,
          call: { name: 'figure.styleLines', args: { figure: spec.id, lines: [later.line.id], pattern: 'dashes' } },
        },
      ],
    };
  },
};
