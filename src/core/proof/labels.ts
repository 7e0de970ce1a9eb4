import { layoutFigure } from '../figure/layout.ts';
import type { ResolvedFigure, ResolvedPlot } from '../figure/resolve.ts';
import type { Line } from '../figure/spec.ts';
import { listed } from '../table/words.ts';
import { cutTo } from '../text/letters.ts';
import type { Check, Mend } from './note.ts';

/** Heights that are tried, as shares of the one there is, up to so many millimetres. */
const HIGHER = [1.4, 2, 2.8];
const MOST_MM = 300;

/** A figure with its lines changed, in all of its panels. */
function withLines(figure: ResolvedFigure, change: (line: Line) => Line): ResolvedFigure {
  const changed = <Plot extends ResolvedPlot>(plot: Plot): Plot => ({
    ...plot,
    lines: plot.lines.map((line) => ({ ...line, line: change(line.line) })),
  });
  const list = figure.panels.list.map((panel) => ({ ...panel, drawn: changed(panel.drawn) }));
  return { ...changed(figure), panels: { ...figure.panels, list } };
}

/** A figure of another height. */
const ofHeight = (figure: ResolvedFigure, height: number): ResolvedFigure => ({
  ...figure,
  spec: { ...figure.spec, frame: { ...figure.spec.frame, height } },
});

/** Labels for which there is no free place, or that stand over something: where they were put by hand, or a legend box over lines. */
export const labels: Check = {
  id: 'labels',
  find({ figure, layout, style, locale }) {
    const { spec } = figure;
    const { unplaced } = layout;
    const covering = layout.labels.filter(({ covers }) => covers);
    const [first] = [...unplaced, ...covering];
    if (!first) return null;
    const say = (all: readonly { label: string }[]) =>
      all.length > 3 ? `${all.length} labels` : listed(all.map(({ label }) => `“${label}”`));
    const lost =
      unplaced.length > 0
        ? `${say(unplaced)} had no free space and ${unplaced.length > 1 ? 'are' : 'is'} left out`
        : '';
    const over =
      covering.length > 0
        ? `${say(covering)} ${covering.length > 1 ? 'cover' : 'covers'} a line, a point or another label`
        : '';
    const crowded = figure.lines.filter(({ line }) => line.values.on === 'all' || line.values.on === 'every');
    const mends: Mend[] = [];
    const all = unplaced.length;
    const isMended = (changed: ResolvedFigure) => layoutFigure(changed, style, locale).unplaced.length === 0;
    if (
      all > 0 &&
      crowded.length > 0 &&
      isMended(withLines(figure, (line) => ({ ...line, values: { ...line.values, on: 'ends' } })))
    )
      mends.push({
        say: 'Show values only at the ends',
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
        say: 'Reposition the value',
        call: { name: 'figure.placeValue', args: { figure: spec.id, line: id, at: at.join(':'), offset: null } },
      });
    if (kind === 'mark' && mark)
      mends.push({
        say: 'Reposition its words',
        call: {
          name: 'figure.setMark',
          args: { figure: spec.id, mark: mark.id, set: [{ path: ['moved'], to: null }] },
        },
      });
    const strict = figure.lines.filter(({ line }) => line.values.only && line.values.place !== 'auto');
    if (
      all > 0 &&
      strict.length > 0 &&
      isMended(withLines(figure, (line) => ({ ...line, values: { ...line.values, only: false } })))
    )
      mends.push({
        say: 'Put them on another side',
        call: {
          name: 'figure.styleLines',
          args: { figure: spec.id, lines: [...new Set(strict.map(({ line }) => line.id))], values: { only: false } },
        },
      });
    const height =
      all > 0
        ? HIGHER.map((by) => Math.round(spec.frame.height * by)).find(
            (mm) => mm <= MOST_MM && isMended(ofHeight(figure, mm)),
          )
        : undefined;
    if (height !== undefined)
      mends.push({
        say: `Make the figure ${height} mm high`,
        call: { name: 'figure.setFrame', args: { figure: spec.id, height } },
      });
    const [mend = { say: 'Set its line', open: first.part }, ...others] = mends;
    return {
      part: first.part,
      title: unplaced.length > 0 ? 'No room for labels' : 'A label covers something',
      text: `${[lost, over].filter(Boolean).join('; ')}.`,
      facts: cutTo(`${unplaced.map(({ part }) => part).join()} ${covering.map(({ part }) => part).join()}`, 4000),
      mends: [mend, ...others],
    };
  },
};
