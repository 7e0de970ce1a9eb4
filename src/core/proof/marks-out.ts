import { markLabel } from '../figure/mark-nodes.ts';
import { listed } from '../table/words.ts';
import type { Check } from './note.ts';

/** Levels, bands, events and notes that lie outside of what is drawn. */
export const marksOut: Check = {
  id: 'marks-out',
  find({ figure, layout }) {
    // Calendars have a check of their own, and so has what is not drawn since something of it is gone.
    const gone = new Set(figure.gone.flatMap((one) => ('mark' in one ? [one.mark] : [])));
    const out = figure.marks.filter(
      ({ id }) => !layout.marks.includes(id) && !figure.calendars.has(id) && !gone.has(id),
    );
    const [first] = out;
    if (!first) return null;
    const isMany = out.length > 1;
    // The ends of a difference are where the others are not.
    const why = out.every(({ kind }) => kind === 'difference')
      ? `${isMany ? 'have' : 'has'} an end without a value, or ends in different units or on different axes`
      : `${isMany ? 'lie' : 'lies'} outside the axes or the window, or on an axis without lines`;
    return {
      part: 'frame',
      title: 'Not drawn',
      text: `${listed(out.map((mark) => `“${markLabel(mark)}”`))} ${why}.`,
      facts: out.map(({ id }) => id).join(),
      mends: [
        { say: `Set ${markLabel(first)}`, open: `mark:${first.id}` },
        {
          say: 'Remove',
          call: { name: 'figure.removeMarks', args: { figure: figure.spec.id, marks: out.map(({ id }) => id) } },
        },
      ],
    };
  },
};
