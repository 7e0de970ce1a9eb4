import type { DateStep } from '../../core/figure/date-plans.ts';
import type { DressedDateAxis } from '../../core/figure/spec.ts';
import { LOCALES, localeOf } from '../../core/text/locale.ts';
import type { CalendarUnit } from '../../core/time/calendar.ts';
import { type Interval, unitOf } from '../../core/time/interval.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber } from '../controls/Phrase.tsx';
import { Joined } from '../controls/words.tsx';

const ENGLISH = localeOf(LOCALES[0]);
const UNITS: readonly CalendarUnit[] = ['minute', 'hour', 'day', 'week', 'month', 'quarter', 'half-year', 'year'];
const MONTHS = ENGLISH.months.map((name, index) => ({ value: String(index + 1), name }));

export const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'].map(
  (name, index) => ({
    value: String(index + 1),
    name,
  }),
);
/** Data of these units can be seen by weeks. */
const HAS_WEEKS: ReadonlySet<CalendarUnit> = new Set(['hour', 'day', 'week']);

interface StepWordsProps {
  label: string;
  step: DateStep;
  /** the finest unit that can be chosen */
  finest: CalendarUnit;
  onCommit(step: DateStep): string | null;
}

/** "every 3 months", of which both words can be changed. */
function StepWords({ label, step, finest, onCommit }: StepWordsProps) {
  const units = UNITS.slice(UNITS.indexOf(finest));
  return (
    <>
      every
      <PhraseNumber
        label={`${label}: how many`}
        value={step.every}
        onCommit={(every) => (every === null ? 'Give a number.' : onCommit({ ...step, every }))}
      />
      <PhraseChoice
        label={`${label}: of what`}
        value={step.unit}
        options={units.map((unit) => ({ value: unit, name: step.every === 1 ? unit : `${unit}s` }))}
        onCommit={(unit) => onCommit({ ...step, unit })}
      />
    </>
  );
}

interface DateSentencesProps {
  axis: DressedDateAxis;
  interval: Interval;
  set(change: Partial<DressedDateAxis>): string | null;
}

/** Where points, ticks and labels of a date axis stand. */
export function DateSentences({ axis, interval, set }: DateSentencesProps) {
  const finest = unitOf(interval);
  const first: DateStep = { every: 1, unit: finest };
  const ticks = (which: 'major' | 'minor', none: string) => (
    <>
      <PhraseChoice
        label={which === 'major' ? 'Major ticks' : 'Minor ticks'}
        value={axis[which] === null ? 'none' : 'every'}
        options={[
          { value: 'none', name: none },
          { value: 'every', name: 'every' },
        ]}
        onCommit={(value) => set({ [which]: value === 'none' ? null : first })}
      />
      {axis[which] && (
        <StepWords
          label={which === 'major' ? 'Major ticks' : 'Minor ticks'}
          step={axis[which]}
          finest={finest}
          onCommit={(step) => set({ [which]: step })}
        />
      )}
    </>
  );
  return (
    <p className="flex flex-wrap items-baseline gap-x-1.5 leading-7">
      Points are
      <Joined by=",">
        <PhraseChoice
          label="Position of points"
          value={axis.points}
          options={[
            { value: 'band', name: `inside their ${finest}` },
            { value: 'tick', name: 'on the ticks' },
          ]}
          onCommit={(points) => set({ points })}
        />
      </Joined>
      labels
      <PhraseChoice
        label="Position of date labels"
        value={axis.labels}
        options={[
          { value: 'band', name: 'in the middle of their period' },
          { value: 'tick', name: 'on the ticks' },
        ]}
        onCommit={(labels) => set({ labels })}
      />
      <Joined by=".">
        <PhraseChoice
          label="Letters of date labels"
          value={axis.capitals ? 'capitals' : 'written'}
          options={[
            { value: 'written', name: 'as written' },
            { value: 'capitals', name: 'in capitals' },
          ]}
          onCommit={(value) => set({ capitals: value === 'capitals' })}
        />
      </Joined>
      Major ticks <Joined by=",">{ticks('major', 'where the labels are')}</Joined> minor ticks{' '}
      <Joined by=".">{ticks('minor', 'none')}</Joined> Years begin in
      <PhraseChoice
        label="Month in which years begin"
        value={String(axis.yearStart)}
        options={MONTHS}
        onCommit={(month) => set({ yearStart: Number(month) })}
      />
      {HAS_WEEKS.has(finest) && (
        <>
          , weeks on
          <PhraseChoice
            label="Day on which weeks begin"
            value={String(axis.weekStart)}
            options={WEEKDAYS}
            onCommit={(day) => set({ weekStart: Number(day) })}
          />
        </>
      )}
      {axis.plan === 'dates-every' && (
        <>
          . Dates
          <StepWords label="Dates" step={axis.step} finest={finest} onCommit={(step) => set({ step })} />
        </>
      )}
    </p>
  );
}
