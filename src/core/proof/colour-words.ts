import { colourInName, looksLike } from '../style/colour-words.ts';
import type { Check } from './note.ts';

/** A line whose name says one colour and that is drawn in another. */
export const colourWords: Check = {
  id: 'colour-words',
  find({ figure }) {
    const wrong = figure.lines.flatMap(({ line, name }) => {
      const said = colourInName(name);
      return said && !looksLike(line.colour, said.colour) ? [{ line, name, ...said }] : [];
    });
    const [first] = wrong;
    if (!first) return null;
    return {
      part: `line:${first.line.id}`,
      title: 'A name says another colour',
      text: `“${first.name}” is drawn in ${first.line.colour}; who reads “${first.word}” looks for that colour.`,
      facts: `${first.line.id} ${first.word} ${first.line.colour}`,
      mends: [
        {
          say: `Draw it in the colour its name says`,
          call: {
            name: 'figure.styleLines',
            args: { figure: figure.spec.id, lines: [first.line.id], colour: first.colour },
          },
        },
      ],
    };
  },
};
