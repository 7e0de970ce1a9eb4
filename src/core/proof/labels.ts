import { listed } from '../table/words.ts';
import type { Check, Mend } from './note.ts';

/** Labels for which there is no free place, or that stand over something: where they were put by hand, or a legend box over lines. */
export const labels: Check = {
  id: 'labels',
  find({ figure, layout }) {
    const { spec } = figure;
    const { unplaced } = layout;
    const covering = layout.labels.filter(({ covers }) => covers);
    const [first] = [...unplaced, ...covering];
    if (!first) return null;
    const say = (all: readonly { label: string }[]) =>
      all.length > 3 ? `${all.length} labels` : listed(all.map(({ label }) => `“${label}”`));
    const lost =
      unplaced.length > 0
        ? `${say(unplaced)} found no free place and ${unplaced.length > 1 ? 'are' : 'is'} left out`
        : '';
    const over =
      covering.length > 0
        ? `${say(covering)} ${covering.length > 1 ? 'stand' : 'stands'} over a line, a point or another label`
        : '';
    const crowded = figure.lines.filter(({ line }) => line.values.on === 'all' || line.values.on === 'every');
    const mends: Mend[] = [];
    if (unplaced.length > 0 && crowded.length > 0)
      mends.push({
        say: 'Show values at the ends only',
        call: {
          name: 'figure.styleLines',
          args: { figure: spec.id, lines: [...new Set(crowded.map(({ line }) => line.id))], values: { on: 'ends' } },
        },
      });
    const [moved] = covering;
    if (moved?.part === 'legend')
      mends.push({
        say: 'Put the legend beside the plot',
        call: { name: 'figure.setNames', args: { figure: spec.id, box: 'outside' } },
      });
    const [kind, id = '', ...at] = moved?.part.split(':') ?? [];
    const mark = spec.marks.find((candidate) => candidate.id === id);
    if (kind === 'name')
      mends.push({
        say: 'Put the name back',
        call: { name: 'figure.placeName', args: { figure: spec.id, line: id, offset: null } },
      });
    if (kind === 'value')
      mends.push({
        say: 'Place the value anew',
        call: { name: 'figure.placeValue', args: { figure: spec.id, line: id, at: at.join(':'), offset: null } },
      });
    if (kind === 'mark' && mark)
      mends.push({
        say: 'Place its words anew',
        call: {
          name: 'figure.setMark',
          args: { figure: spec.id, mark: mark.id, set: [{ path: ['moved'], to: null }] },
        },
      });
    if (spec.frame.height <= 300)
      mends.push({
        say: `Make the figure ${Math.round(spec.frame.height * 1.4)} mm high`,
        call: { name: 'figure.setFrame', args: { figure: spec.id, height: Math.round(spec.frame.height * 1.4) } },
      });
    const [mend = { say: 'Set its line', open: first.part }, ...others] = mends;
    return {
      part: first.part,
      title: unplaced.length > 0 ? 'Labels without a place' : 'A label covers something',
      text: `${[lost, over].filter(Boolean).join('; ')}.`,
      facts: `${unplaced.map(({ part }) => part).join()} ${covering.map(({ part }) => part).join()}`.slice(0, 4000),
      mends: [mend, ...others],
    };
  },
};
