import { layoutFigure } from '../figure/layout.ts';
import { namePlaceOf } from '../figure/name-places.ts';
import type { Check, Mend } from './note.ts';

/** Heights that are tried, as shares of the one there is, up to so many millimetres. */
const HIGHER = [1.25, 1.6, 2, 2.5];
const MOST_MM = 300;

const sideOf = (box: 'below' | 'outside') => (box === 'below' ? 'below' : 'beside');

/** Names of lines that found no room where they are set to stand. */
export const namesElsewhere: Check = {
  id: 'names',
  find({ figure, layout, style, locale }) {
    const { names } = layout;
    if (names === 'as set' || layout.tooSmall) return null;
    const { spec } = figure;
    const { frame, id } = spec;
    const count = figure.lines.filter(({ line, name }) => line.named !== 'none' && name.trim() !== '').length;
    const place = namePlaceOf(spec);
    const where = place === 'lines' ? 'beside the ends of their lines' : figure.panels.of ? 'there' : 'in the legend';
    const height = HIGHER.map((by) => Math.round(frame.height * by)).find(
      (mm) =>
        mm <= MOST_MM &&
        layoutFigure({ ...figure, spec: { ...spec, frame: { ...frame, height: mm } } }, style, locale).names ===
          'as set',
    );
    const mends: Mend[] = [];
    if (height !== undefined)
      mends.push({
        say: `Make the figure ${height} mm high`,
        call: { name: 'figure.setFrame', args: { figure: id, height } },
      });
    const isOut = names === 'left out';
    if (!isOut)
      mends.push({
        say: `Keep them in a legend ${sideOf(names)}`,
        call: { name: 'figure.setNames', args: { figure: id, kind: 'box', box: names } },
      });
    mends.push({ say: 'Leave names out', call: { name: 'figure.setNames', args: { figure: id, kind: 'none' } } });
    const [mend = { say: 'Set the size', open: 'frame' as const }, ...others] = mends;
    return {
      part: isOut ? 'frame' : 'legend',
      title: isOut ? 'Names are left out' : 'Names are in a legend',
      text: `${count} names have no room ${where}${isOut ? ', nor in a legend' : `; they are in a legend ${sideOf(names)} the plot`}.`,
      facts: `${names} ${count} ${frame.width} ${frame.height}`,
      mends: [mend, ...others],
    };
  },
};
