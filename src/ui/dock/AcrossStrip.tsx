import { acrossType } from '../../core/figure/across-axis.ts';
import { DatePlanner, type PlanFit } from '../../core/figure/date-axis.ts';
import type { FigureLayout } from '../../core/figure/layout.ts';
import { resolveFigure } from '../../core/figure/resolve.ts';
import type { FigureSpec } from '../../core/figure/spec.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { localeOf } from '../../core/text/locale.ts';
import { run, useReport } from '../state/store.ts';

interface AcrossStripProps {
  figure: FigureSpec;
  table: Table;
  layout: FigureLayout;
}

/** "fits, 3.1 mm to spare" or "short by 118 mm" */
function fitWords(fit: PlanFit): string {
  const size = Math.abs(fit.spare).toFixed(1);
  return fit.spare >= 0 ? `fits, ${size} mm to spare` : `short by ${size} mm`;
}

/** How the across axis is labelled; for dates, the label plans with their fit. */
export function AcrossStrip({ figure, table, layout }: AcrossStripProps) {
  const style = useReport((state) => state.report.style);
  const locale = localeOf(useReport((state) => state.report.locale));
  const column = columnOf(table, figure.across);
  const { across } = resolveFigure(figure, table);
  if (across.kind !== 'date' || !across.span)
    return (
      <p className="px-4 py-3">
        <b className="font-semibold">{column?.title ?? figure.across}</b> runs across.{' '}
        <span className="text-quiet">
          {across.kind === 'number'
            ? 'Ticks are round numbers.'
            : 'Names are set level, in up to three lines; where they do not all fit, they are thinned evenly.'}
        </span>
      </p>
    );
  const planner = new DatePlanner(across.span, acrossType(style), locale);
  const fits = planner.fits(layout.plot.width);
  const drawn = layout.across.plan?.plan;
  const wish = figure.dateAxis.plan;
  const choose = (plan: typeof wish) => run('figure.setDateAxis', { figure: figure.id, plan });
  return (
    <div className="flex flex-col gap-3 px-4 py-3">
      <p>
        <b className="font-semibold">{column?.title}</b> runs across, one point a {across.interval}. Labels are set as{' '}
        <b className="font-semibold">{drawn?.name.toLowerCase()}</b>
        {wish === 'auto' ? ', the richest plan that fits.' : '.'}
      </p>
      <fieldset className="flex flex-wrap gap-2">
        <legend className="sr-only">Date label plan</legend>
        <PlanCard
          name="Automatic"
          words={`now ${drawn?.name.toLowerCase() ?? 'none'}`}
          fits
          chosen={wish === 'auto'}
          onChoose={() => choose('auto')}
        />
        {fits.map((fit) => (
          <PlanCard
            key={fit.plan.id}
            name={fit.plan.name}
            words={fitWords(fit)}
            fits={fit.spare >= 0}
            chosen={wish === fit.plan.id}
            onChoose={() => choose(fit.plan.id)}
          />
        ))}
      </fieldset>
      <p className="text-quiet">
        Labels are never turned or overlapped: a plan that does not fit is drawn with fewer labels.{' '}
        <kbd className="kbd kbd-sm">[</kbd> <kbd className="kbd kbd-sm">]</kbd> coarser and finer plan
      </p>
    </div>
  );
}

interface PlanCardProps {
  name: string;
  words: string;
  fits: boolean;
  chosen: boolean;
  onChoose(): void;
}

function PlanCard({ name, words, fits, chosen, onChoose }: PlanCardProps) {
  return (
    <label
      className={`w-48 cursor-pointer rounded-box border px-3 py-2 focus-within:outline-2 focus-within:outline-offset-2 focus-within:outline-primary ${chosen ? 'border-primary bg-chosen' : 'border-rule hover:border-primary'}`}
    >
      <input type="radio" name="date-label-plan" className="sr-only" checked={chosen} onChange={onChoose} />
      <span className="block font-semibold">{name}</span>
      <span className={`block text-[13px] ${fits ? 'text-secondary' : 'text-error'}`}>{words}</span>
    </label>
  );
}
