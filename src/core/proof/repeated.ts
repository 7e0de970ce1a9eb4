import { formatNumber } from '../text/number.ts';
import type { Check } from './note.ts';

/** From this share of entries that stand over others on, a line shows strokes up and down instead of a course. */
const MOST_SHARE = 0.2;

/** Several rows for one place along the axis, such as one for each number of a route: a line runs up and down between them. */
export const repeated: Check = {
  id: 'repeated',
  find({ figure, locale }) {
    const { positions, across } = figure;
    if (across.kind === 'category' || figure.panels.of) return null;
    const places = new Set(positions).size;
    const over = positions.length - places;
    if (over === 0 || over < MOST_SHARE * positions.length) return null;
    const [rows, count] = [positions.length, places].map((number) => formatNumber(number, 0, locale));
    return {
      part: 'axis:across',
      title: 'Several rows at one point',
      text: `${rows} rows share ${count} ${across.kind === 'date' ? 'dates' : 'places'}, so a line jumps between rows of the same one. Split the figure into panels by what tells them apart, or combine them in the table (Shape).`,
      facts: `${positions.length} ${places}`,
      mends: [{ say: 'Set what runs across', open: 'axis:across' }],
    };
  },
};
