import { listed } from '../table/words.ts';
import type { Check } from './note.ts';

/** Title, subtitle or source that are shortened, since they would take more than half of the frame. */
export const wordsCut: Check = {
  id: 'words-cut',
  find({ figure, layout }) {
    const { cut } = layout;
    const [first] = cut;
    if (!first) return null;
    const said = listed(cut.map((part) => `the ${part}`));
    return {
      part: first,
      title: 'Words are cut short',
      text: `At ${figure.spec.frame.width} × ${figure.spec.frame.height} mm there is no room for all of ${said}, so the end is cut off.`,
      facts: `${cut.join(' ')} ${figure.spec.frame.width} ${figure.spec.frame.height}`,
      mends: [
        { say: 'Shorten it', open: first },
        { say: 'Set the size', open: 'frame' },
      ],
    };
  },
};
