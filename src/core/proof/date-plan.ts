import type { Check } from './note.ts';

/** A date label plan that was asked for and does not fit, so that labels are left out. */
export const datePlan: Check = {
  id: 'date-plan',
  find({ figure, layout }) {
    const fit = layout.across.plan;
    const { spec } = figure;
    if (!fit || typeof spec.dateAxis.plan === 'object' || spec.dateAxis.plan === 'auto' || fit.spare >= 0) return null;
    const short = (-fit.spare).toFixed(1);
    const drawn = fit.levels[0]?.filter(({ label }) => label !== '').length ?? 0;
    const all = fit.levels[0]?.length ?? 0;
    const width = Math.ceil(spec.frame.width - fit.spare * layout.panels.columns + 1);
    const figureId = spec.id;
    return {
      part: 'axis:across',
      title: 'Date labels do not fit',
      text: `“${fit.plan.name}” needs ${short} mm more, so only ${drawn} of ${all} labels are drawn.`,
      facts: `${fit.plan.id} ${short}`,
      mends: [
        {
          say: 'Use the richest plan that fits',
          call: { name: 'figure.setDateAxis', args: { figure: figureId, plan: 'auto' } },
        },
        ...(width <= 600
          ? [
              {
                say: `Make the figure ${width} mm wide`,
                call: { name: 'figure.setFrame', args: { figure: figureId, width } },
              } as const,
            ]
          : []),
      ],
    };
  },
};
