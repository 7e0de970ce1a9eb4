import { markLabel } from '../figure/mark-nodes.ts';
import { listed } from '../table/words.ts';
import type { Check } from './note.ts';

/** Levels, bands, events and notes that lie outside of what is drawn. */
export const marksOut: Check = {
  id: 'marks-out',
  find({ figure, layout }) {
    const out = figure.marks.filter(({ id }) => !layout.marks.includes(id));
    const [first] = out;
    if (!first) return null;
    return {
      part: 'frame',
      title: 'Not in the picture',
      text: `${listed(out.map((mark) => `“${markLabel(mark)}”`))} ${out.length > 1 ? 'lie' : 'lies'} outside of the axes or the window, or on an axis without lines.`,
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
