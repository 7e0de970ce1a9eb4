import { useMemo } from 'react';
import { planPictures } from '../../core/figure/across-axis.ts';
import type { PlanFit } from '../../core/figure/date-axis.ts';
import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import { resolveFigure } from '../../core/figure/panels/resolve.ts';
import type { DateAxis, DressedFigure } from '../../core/figure/spec.ts';
import type { Scene } from '../../core/scene/scene.ts';
import { toSvg } from '../../core/scene/svg.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { Joined, sentence } from '../controls/words.tsx';
import { run } from '../state/store.ts';
import { useLocale, useStyle } from '../state/style.ts';
import { DateSentences } from './DateSentences.tsx';
import { FigureWords } from './FigureWords.tsx';
import { GridWords } from './GridWords.tsx';
import { WindowSentence } from './WindowSentence.tsx';

interface AcrossStripProps {
  figure: DressedFigure;
  table: Table;
  layout: FigureLayout;
}

/** Length of the axis that the picture of a plan shows, points. */
const PICTURE = 190;

/** "fits, 3.1 mm to spare" or "short by 118 mm" */
function fitWords(fit: PlanFit): string {
  const size = Math.abs(fit.spare).toFixed(1);
  return fit.spare >= 0 ? `fits, ${size} mm to spare` : `short by ${size} mm`;
}

/** How the across axis is ticked and labelled; for dates, the label plans with their fit. */
export function AcrossStrip({ figure, table, layout }: AcrossStripProps) {
  const style = useStyle();
  const locale = useLocale();
  const column = columnOf(table, figure.across);
  const resolved = useMemo(() => resolveFigure(figure, table, style), [figure, table, style]);
  const width = layout.plot.width;
  const plans = useMemo(() => planPictures(resolved, style, locale, width, PICTURE), [resolved, style, locale, width]);
  const { across } = resolved;
  if (across.kind !== 'date' || !across.span || !column)
    return (
      <div className="flex flex-col gap-1.5 px-4 py-3">
        <p>
          <b className="font-semibold">{column?.title ?? figure.across}</b> runs across.{' '}
          <span className="text-quiet">
            {across.kind === 'number'
              ? 'Ticks are round numbers.'
              : 'Names are set level, in up to three lines; where not all fit, they are thinned evenly.'}
          </span>
        </p>
        {column?.kind === 'number' && <WindowSentence figure={figure} column={column} table={table} />}
        <AroundSentence figure={figure} />
      </div>
    );
  const drawn = layout.across.plan?.plan;
  const wish = figure.dateAxis.plan;
  const set = (change: Partial<DateAxis>) => run('figure.setDateAxis', { figure: figure.id, ...change });
  const automatic = plans.find(({ fit }) => fit.spare >= 0 && !fit.plan.byHand);
  const first = style.dates.plan === 'auto' ? undefined : plans.find(({ fit }) => fit.plan.id === style.dates.plan);
  const ofHouse = first && first.fit.spare >= 0 ? first : automatic;
  return (
    <div className="flex flex-col gap-2.5 px-4 py-2.5">
      <WindowSentence figure={figure} column={column} table={table} />
      <DateSentences axis={figure.dateAxis} interval={across.interval} set={set} />
      <AroundSentence figure={figure} />
      <fieldset className="flex flex-wrap gap-2">
        <legend className="sr-only">Date label plan</legend>
        <PlanCard
          name="Automatic"
          words={(automatic?.fit.plan ?? drawn)?.name.toLowerCase() ?? 'none'}
          fits
          chosen={wish === 'auto'}
          picture={automatic?.picture}
          onChoose={() => set({ plan: style.dates.plan === 'auto' ? 'house' : 'auto' })}
        />
        {style.dates.plan !== 'auto' && (
          <PlanCard
            name="As in the house style"
            words={(ofHouse?.fit.plan ?? drawn)?.name.toLowerCase() ?? 'none'}
            fits
            chosen={typeof wish === 'object'}
            picture={ofHouse?.picture}
            onChoose={() => set({ plan: 'house' })}
          />
        )}
        {plans.map(({ fit, picture }) => (
          <PlanCard
            key={fit.plan.id}
            name={fit.plan.name}
            words={fitWords(fit)}
            fits={fit.spare >= 0}
            chosen={wish === fit.plan.id}
            picture={picture}
            onChoose={() => set({ plan: fit.plan.id })}
          />
        ))}
      </fieldset>
      <p className="text-quiet">
        Labels are never turned or overlapped: a plan that does not fit is drawn with fewer labels.{' '}
        <kbd className="kbd kbd-sm">[</kbd> <kbd className="kbd kbd-sm">]</kbd> coarser or finer plan
      </p>
    </div>
  );
}

/** Grid lines at the ticks of the axis, and what stands below it. */
function AroundSentence({ figure }: { figure: DressedFigure }) {
  const { dateAxis } = figure;
  const set = (change: Partial<DateAxis>) => run('figure.setDateAxis', { figure: figure.id, ...change });
  return (
    <div className={sentence}>
      Grid lines are
      <Joined by=";">
        <GridWords of="the axis across" grid={dateAxis} set={set} />
      </Joined>{' '}
      below the axis is
      <FigureWords
        label="Caption of the axis across"
        figure={figure}
        value={dateAxis.caption}
        placeholder="nothing"
        onCommit={(caption) => set({ caption })}
      />
    </div>
  );
}

interface PlanCardProps {
  name: string;
  words: string;
  fits: boolean;
  chosen: boolean;
  picture: Scene | undefined;
  onChoose(): void;
}

function PlanCard({ name, words, fits, chosen, picture, onChoose }: PlanCardProps) {
  // Set in the page, whose fonts a picture of its own would not have; the writer escapes all text.
  const drawn = useMemo(
    () => picture && { __html: toSvg(picture, { interactive: true, idPrefix: picture.title }) },
    [picture],
  );
  return (
    <label
      className={`w-64 cursor-pointer rounded-box border px-3 py-2 focus-within:outline-2 focus-within:outline-offset-2 focus-within:outline-primary ${chosen ? 'border-primary bg-chosen' : 'border-rule hover:border-primary'}`}
    >
      <input type="radio" name="date-label-plan" className="sr-only" checked={chosen} onChange={onChoose} />
      <span className="block font-semibold">{name}</span>
      <span className={`block text-[13px] ${fits ? 'text-secondary' : 'text-error'}`}>{words}</span>
      {drawn && (
        <span
          inert
          aria-hidden="true"
          className="mt-1 block overflow-hidden rounded-sm bg-white [&>svg]:block [&>svg]:h-auto [&>svg]:w-full"
          // biome-ignore lint/security/noDangerouslySetInnerHtml: written by core/scene/svg, which escapes all text
          dangerouslySetInnerHTML={drawn}
        />
      )}
    </label>
  );
}
