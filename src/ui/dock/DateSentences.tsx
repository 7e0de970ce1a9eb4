import type { DateStep } from '../../core/figure/date-plans.ts';
import type { DateAxis } from '../../core/figure/spec.ts';
import { LOCALES, localeOf } from '../../core/text/locale.ts';
import type { CalendarUnit } from '../../core/time/calendar.ts';
import { type Interval, unitOf } from '../../core/time/interval.ts';
import { PhraseChoice, PhraseNumber } from '../controls/Phrase.tsx';

const ENGLISH = localeOf(LOCALES[0]);
const UNITS: readonly CalendarUnit[] = ['minute', 'hour', 'day', 'week', 'month', 'quarter', 'half-year', 'year'];
const MONTHS = ENGLISH.months.map((name, index) => ({ value: String(index + 1), name }));

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
  axis: DateAxis;
  interval: Interval;
  set(change: Partial<DateAxis>): string | null;
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
          { value: 'every', name: 'at the calendar' },
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
      Points stand
      <PhraseChoice
        label="Where points stand"
        value={axis.points}
        options={[
          { value: 'band', name: `inside their ${finest}` },
          { value: 'tick', name: 'on the ticks' },
        ]}
        onCommit={(points) => set({ points })}
      />
      , labels
      <PhraseChoice
        label="Where date labels stand"
        value={axis.labels}
        options={[
          { value: 'band', name: 'in the middle of theirs' },
          { value: 'tick', name: 'on the ticks' },
        ]}
        onCommit={(labels) => set({ labels })}
      />
      <PhraseChoice
        label="Letters of date labels"
        value={axis.capitals ? 'capitals' : 'written'}
        options={[
          { value: 'written', name: 'as written' },
          { value: 'capitals', name: 'in capitals' },
        ]}
        onCommit={(value) => set({ capitals: value === 'capitals' })}
      />
      . Major ticks {ticks('major', 'where labels have theirs')}, minor ticks {ticks('minor', 'none')}. Years begin in
      <PhraseChoice
        label="Month in which years begin"
        value={String(axis.yearStart)}
        options={MONTHS}
        onCommit={(month) => set({ yearStart: Number(month) })}
      />
      {axis.plan === 'dates-every' && (
        <>
          . Dates
          <StepWords label="Dates" step={axis.step} finest={finest} onCommit={(step) => set({ step })} />
        </>
      )}
    </p>
  );
}
