import { acrossPlanner } from '../figure/across-axis.ts';
import { POINTS_PER_MM } from '../scene/scene.ts';
import type { Check, Mend, Proofed } from './note.ts';

const WIDEST = 600;

/** The least width of the figure, in whole millimetres, at which every label is whole; null when none is wide enough. */
function widthForAll({ figure, layout, style, locale }: Proofed): number | null {
  const plan = acrossPlanner(figure, style, locale);
  const { width } = figure.spec.frame;
  const isWhole = (mm: number) => {
    const { omitted, shortened } = plan(layout.plot.width + ((mm - width) * POINTS_PER_MM) / layout.panels.columns);
    return omitted + shortened === 0;
  };
  if (!isWhole(WIDEST)) return null;
  let [low, high] = [Math.floor(width), WIDEST];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (isWhole(middle)) high = middle;
    else low = middle;
  }
  return high;
}

/** Category labels that had to be left out or shortened. */
export const categories: Check = {
  id: 'categories',
  find(proofed) {
    const { figure, layout } = proofed;
    const { omitted, shortened } = layout.across;
    if (figure.across.kind !== 'category' || omitted + shortened === 0) return null;
    const all = figure.across.labels.length;
    const what = [
      ...(omitted > 0 ? [`${omitted} of ${all} labels are left out`] : []),
      ...(shortened > 0 ? [`${shortened} ${shortened > 1 ? 'are' : 'is'} shortened`] : []),
    ];
    const width = widthForAll(proofed);
    const widen: Mend[] =
      width === null
        ? []
        : [
            {
              say: `Make the figure ${width} mm wide`,
              call: { name: 'figure.setFrame', args: { figure: figure.spec.id, width } },
            },
          ];
    const [first = { say: 'Set the size', open: 'frame' }, ...others] = widen;
    return {
      part: 'axis:across',
      title: 'Not all labels fit',
      text: `At this width ${what.join(' and ')}.`,
      facts: `${omitted} ${shortened} ${all}`,
      mends: [first, ...others],
    };
  },
};
