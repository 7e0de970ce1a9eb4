import type { FigureLayout } from '../../core/figure/layout.ts';
import type { FigureSpec, LeftAxis } from '../../core/figure/spec.ts';
import { localeOf } from '../../core/text/locale.ts';
import { decimalsOf, formatNumber } from '../../core/text/number.ts';
import { PhraseChoice, PhraseNumber, PhraseText } from '../controls/Phrase.tsx';
import { run, useReport } from '../state/store.ts';

interface LeftAxisStripProps {
  figure: FigureSpec;
  layout: FigureLayout;
}

const FROM = [
  { value: 'auto', name: 'what suits the data' },
  { value: 'zero', name: 'zero' },
  { value: 'given', name: 'a given value' },
] as const;
const TO = [
  { value: 'auto', name: 'what suits the data' },
  { value: 'given', name: 'a given value' },
] as const;

/** Range, tick interval and caption of the left axis. */
export function LeftAxisStrip({ figure, layout }: LeftAxisStripProps) {
  const locale = localeOf(useReport((state) => state.report.locale));
  const { left } = layout;
  const { from, to, every, title } = figure.leftAxis;
  const set = (axis: Partial<LeftAxis>) => run('figure.setLeftAxis', { figure: figure.id, axis });
  const write = (value: number) => formatNumber(value, value === 0 ? 0 : Math.min(6, decimalsOf(value)), locale);
  const fromKind = typeof from === 'number' ? 'given' : from;
  return (
    <div className="flex flex-col gap-1.5 px-4 py-3">
      <p className="flex flex-wrap items-baseline gap-x-1.5">
        From
        <PhraseChoice
          label="Where the left axis begins"
          value={fromKind}
          options={FROM}
          onCommit={(kind) => set({ from: kind === 'given' ? left.low : kind })}
        />
        {typeof from === 'number' ? (
          <PhraseNumber
            label="First value of the left axis"
            value={from}
            onCommit={(value) => set({ from: value ?? 'auto' })}
            automatic=""
          />
        ) : (
          <span className="text-quiet">(now {write(left.low)})</span>
        )}
        to
        <PhraseChoice
          label="Where the left axis ends"
          value={to === 'auto' ? 'auto' : 'given'}
          options={TO}
          onCommit={(kind) => set({ to: kind === 'given' ? left.high : 'auto' })}
        />
        {to === 'auto' ? (
          <span className="text-quiet">(now {write(left.high)})</span>
        ) : (
          <PhraseNumber
            label="Last value of the left axis"
            value={to}
            onCommit={(value) => set({ to: value ?? 'auto' })}
            automatic=""
          />
        )}
      </p>
      <p className="flex flex-wrap items-baseline gap-x-1.5">
        Major tick every
        <PhraseNumber
          label="Tick interval of the left axis"
          value={every}
          automatic={`${write(left.step)}, chosen`}
          onCommit={(value) => set({ every: value })}
        />
        {every !== null && (
          <button type="button" className="phrase !font-normal text-quiet" onClick={() => set({ every: null })}>
            choose it for me
          </button>
        )}
      </p>
      {left.refused && (
        <p role="status" className="border-l-2 border-accent pl-2 text-[13px]">
          Every {write(left.refused.every)} would need {left.refused.labels.toLocaleString('en-GB')} labels and there is
          room for {left.refused.room}; ticks are drawn every {write(left.step)} until the range or the height allows
          more.
        </p>
      )}
      <p className="flex flex-wrap items-baseline gap-x-1.5">
        Caption above the axis
        <PhraseText
          label="Caption of the left axis"
          value={title ?? ''}
          placeholder={title === null ? layout.leftCaption || 'none: its lines have no common unit' : 'none'}
          className="min-w-24"
          onCommit={(text) => set({ title: text })}
        />
        {title !== null && (
          <button type="button" className="phrase !font-normal text-quiet" onClick={() => set({ title: null })}>
            say the unit
          </button>
        )}
      </p>
    </div>
  );
}
