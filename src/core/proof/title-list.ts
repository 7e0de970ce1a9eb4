import { sayFactsOf } from '../figure/facts.ts';
import { plainWords } from '../text/rich.ts';
import type { Check } from './note.ts';

/** Words that join names and say nothing of what the data does. */
const JOINTS =
  /^(and|or|vs|versus|against|by|per|over|time|of|the|und|et|y|i|ja|month|year|week|day|quarter|monthly|yearly|weekly|daily)$/i;

/** A title that is only a list of the lines' names. */
export const titleList: Check = {
  id: 'title-list',
  find({ figure, locale }) {
    const title = plainWords(figure.spec.words.title, sayFactsOf(figure, locale));
    let rest = ` ${title.toLowerCase()} `;
    let named = 0;
    // Longer names first, so that one within another is not taken out of it.
    const names = figure.lines.map(({ name }) => name.toLowerCase()).sort((a, b) => b.length - a.length);
    for (const name of names)
      if (name !== '' && rest.includes(name)) {
        named++;
        rest = rest.replaceAll(name, ' ');
      }
    if (named === 0) return null;
    const left = rest.split(/[^\p{L}\p{N}%]+/u).filter((word) => word !== '' && !JOINTS.test(word));
    if (left.length > 0) return null;
    return {
      part: 'title',
      title: 'The title only lists names',
      text: `“${title}” repeats the names at the lines; say what the lines do instead.`,
      facts: title,
      mends: [{ say: 'Write a title', open: 'title' }],
    };
  },
};
