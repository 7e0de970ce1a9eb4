import { withOwn } from '../figure/panels/change.ts';
import { Panels } from '../figure/panels/spec.ts';
import { partsBetween } from '../named/parts.ts';
import { colourInName, looksLike } from '../style/colour-words.ts';
import type { Check } from './note.ts';

/** A line whose name says one colour and that is drawn in another. */
export const colourWords: Check = {
  id: 'colour-words',
  find({ figure }) {
    const { panels } = figure.spec;
    const { colours } = figure.panels.look;
    const wrong = figure.panels.list.flatMap(({ by: key, drawn }) =>
      drawn.lines.flatMap(({ line, name }) => {
        const said = colourInName(name);
        // What stands back in grey says nothing by its colour.
        const isBack = colours.kind === 'accent' && !colours.keys.includes(key);
        return said && !isBack && !looksLike(line.colour, said.colour) ? [{ line, key, name, ...said }] : [];
      }),
    );
    const [first] = wrong;
    if (!first) return null;
    return {
      part: `line:${first.line.id}`,
      title: 'A name contradicts its colour',
      text: `“${first.name}” is drawn in ${first.line.colour}, but its name says “${first.word}”.`,
      facts: `${first.line.id} ${first.word} ${first.line.colour}`,
      mends: [
        {
          say: `Draw it in the colour its name says`,
          // A category's own colour goes before that of its lines.
          call: panels
            ? {
                name: 'figure.setPanels',
                args: {
                  figure: figure.spec.id,
                  set: partsBetween(Panels, panels, { ...panels, own: withOwn(panels.own, first.key, first.colour) }),
                },
              }
            : {
                name: 'figure.styleLines',
                args: { figure: figure.spec.id, lines: [first.line.id], colour: first.colour },
              },
        },
      ],
    };
  },
};
