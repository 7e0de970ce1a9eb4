import type { FigureLayout } from '../../core/figure/figure-layout.ts';
import { readRange, sayRange } from '../../core/figure/range-words.ts';
import { nameOfLine } from '../../core/figure/resolve.ts';
import type { DressedAxis, DressedFigure, Side, ValueAxis } from '../../core/figure/spec.ts';
import type { PlacedAxis } from '../../core/figure/value-axis.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import type { Locale } from '../../core/text/locale.ts';
import { decimalsOf, formatNumber } from '../../core/text/number.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber, PhraseText } from '../controls/Phrase.tsx';
import { Joined } from '../controls/words.tsx';
import { run } from '../state/store.ts';
import { useLocale } from '../state/style.ts';
import { FigureWords } from './FigureWords.tsx';
import { GridWords } from './GridWords.tsx';

interface StripProps {
  figure: DressedFigure;
  table: Table;
  layout: FigureLayout;
  side: Side;
}

interface SentenceProps {
  side: Side;
  axis: DressedAxis;
  drawn: PlacedAxis;
  set(change: Partial<ValueAxis>): string | null;
  write(value: number): string;
}

const sentence = 'flex flex-wrap items-baseline gap-x-1.5';
const writer = (locale: Locale) => (value: number) => formatNumber(value, Math.min(6, decimalsOf(value)), locale);

/** A value axis as sentences: its range, ticks, numbers, grid and caption. */
export function ValueAxisStrip({ figure, table, layout, side }: StripProps) {
  const locale = useLocale();
  const drawn = side === 'left' ? layout.left : layout.right;
  const axis = side === 'left' ? figure.leftAxis : figure.rightAxis;
  if (!drawn) return <NoLine figure={figure} table={table} />;
  const set = (change: Partial<ValueAxis>) => run('figure.setAxis', { figure: figure.id, side, axis: change });
  const props: SentenceProps = { side, axis, drawn, set, write: writer(locale) };
  return (
    <div className="flex flex-col gap-1 px-4 py-2.5 leading-7">
      {layout.right && <TieSentence figure={figure} met={layout.met} />}
      {side === 'right' && figure.tie.kind === 'same' ? (
        <p className="text-quiet">Range, ticks and steps are those of the left axis.</p>
      ) : (
        <>
          <RangeSentence {...props} />
          <TickSentence {...props} />
        </>
      )}
      <NumberSentence {...props} />
      <DrawingSentence {...props} />
      <CaptionSentence figure={figure} {...props} />
    </div>
  );
}

/** The right axis as long as no line is drawn by it. */
function NoLine({ figure, table }: { figure: DressedFigure; table: Table }) {
  return (
    <div className="flex flex-col gap-2 px-4 py-3">
      <p>
        No line uses the right axis. Move one to it here or with <kbd className="kbd kbd-sm">X</kbd>:
      </p>
      <p className="flex flex-wrap gap-2">
        {figure.lines.map((line) => (
          <button
            key={line.id}
            type="button"
            className="phrase"
            onClick={() => run('figure.setAxisOfLines', { figure: figure.id, lines: [line.id], axis: 'right' })}
          >
            {nameOfLine(line, columnOf(table, line.column))}
          </button>
        ))}
      </p>
    </div>
  );
}

function TieSentence({ figure, met }: { figure: DressedFigure; met: boolean }) {
  const { kind, zero } = figure.tie;
  return (
    <p className={sentence}>
      The two axes
      <PhraseChoice
        label="How the two axes are tied"
        value={kind}
        options={[
          { value: 'meet', name: 'have ticks that meet' },
          { value: 'same', name: 'share one scale' },
          { value: 'free', name: 'are free of each other' },
        ]}
        onCommit={(value) => run('figure.tieAxes', { figure: figure.id, kind: value })}
      />
      {kind !== 'same' && (
        <>
          with zero
          <PhraseChoice
            label="Position of zero on the two axes"
            value={zero ? 'same' : 'own'}
            options={[
              { value: 'own', name: 'wherever it falls' },
              { value: 'same', name: 'at the same height' },
            ]}
            onCommit={(value) => run('figure.tieAxes', { figure: figure.id, zero: value === 'same' })}
          />
        </>
      )}
      {!met && kind !== 'free' && (
        <span role="status" className="border-l-2 border-accent pl-2 text-[13px]">
          With these ends and steps the ticks cannot meet; let Rizo choose an end or a step.
        </span>
      )}
    </p>
  );
}

function RangeSentence({ side, axis, drawn, set, write }: SentenceProps) {
  const { from, to, scale: kind } = axis;
  const { scale } = drawn;
  const now = `${write(scale.low)} to ${write(scale.high)}${kind === 'log' ? '' : ` every ${write(scale.step)}`}`;
  return (
    <p className={sentence}>
      Range
      <Joined by=":">
        <PhraseText
          label={`Range of the ${side} axis`}
          value={sayRange(axis)}
          placeholder={`${now}, chosen`}
          onCommit={(text) => {
            const typed = readRange(text);
            return 'refused' in typed ? typed.refused : set(typed);
          }}
        />
      </Joined>
      from
      <PhraseChoice
        label={`Where the ${side} axis begins`}
        value={typeof from === 'number' ? 'given' : from}
        options={[
          { value: 'auto', name: 'what suits the data' },
          ...(kind === 'log' ? [] : [{ value: 'zero' as const, name: 'zero' }]),
          { value: 'given', name: 'a given value' },
        ]}
        onCommit={(value) => set({ from: value === 'given' ? scale.low : value })}
      />
      {typeof from === 'number' ? (
        <PhraseNumber
          label={`First value of the ${side} axis`}
          value={from}
          onCommit={(value) => set({ from: value ?? 'auto' })}
          automatic=""
        />
      ) : (
        <span className="text-quiet">(now {write(scale.low)})</span>
      )}
      to
      <PhraseChoice
        label={`Where the ${side} axis ends`}
        value={to === 'auto' ? 'auto' : 'given'}
        options={[
          { value: 'auto', name: 'what suits the data' },
          { value: 'given', name: 'a given value' },
        ]}
        onCommit={(value) => set({ to: value === 'given' ? scale.high : 'auto' })}
      />
      {to === 'auto' ? (
        <span className="text-quiet">(now {write(scale.high)})</span>
      ) : (
        <PhraseNumber
          label={`Last value of the ${side} axis`}
          value={to}
          onCommit={(value) => set({ to: value ?? 'auto' })}
          automatic=""
        />
      )}
      <PhraseChoice
        label={`Direction of the ${side} axis`}
        value={axis.direction}
        options={[
          { value: 'up', name: 'upwards' },
          { value: 'down', name: 'downwards' },
        ]}
        onCommit={(direction) => set({ direction })}
      />
      on
      <PhraseChoice
        label={`Scale of the ${side} axis`}
        value={kind}
        options={[
          { value: 'linear', name: 'an even scale' },
          { value: 'log', name: 'a logarithmic scale' },
        ]}
        onCommit={(scaleKind) =>
          set(scaleKind === 'log' ? { scale: 'log', from: 'auto', to: 'auto' } : { scale: 'linear' })
        }
      />
    </p>
  );
}

function TickSentence({ side, axis, drawn, set, write }: SentenceProps) {
  const { scale } = drawn;
  if (axis.scale === 'log')
    return <p className="text-quiet">Ticks are at powers of ten, or at 1, 2 and 5 times each where there are few.</p>;
  const drawnParts = scale.minor.length > 0;
  return (
    <>
      <p className={sentence}>
        Major tick every
        <PhraseNumber
          label={`Tick interval of the ${side} axis`}
          value={axis.every}
          automatic={`${write(scale.step)}, chosen`}
          onCommit={(every) => set({ every })}
        />
        <Joined by=",">
          {axis.every !== null ? (
            <button type="button" className="phrase !font-normal text-quiet" onClick={() => set({ every: null })}>
              choose it for me
            </button>
          ) : (
            <>
              in
              <PhraseNumber
                label={`Number of intervals of the ${side} axis`}
                value={axis.intervals}
                automatic={`${Math.max(0, scale.ticks.length - 1)}, chosen,`}
                onCommit={(intervals) => set({ intervals })}
              />
              intervals
            </>
          )}
        </Joined>
        each in
        <PhraseNumber
          label={`Parts of an interval of the ${side} axis`}
          value={axis.minor}
          onCommit={(minor) => set({ minor: minor ?? 1 })}
        />
        {axis.minor === 1 ? 'part' : 'parts'}
        {axis.minor > 1 && !drawnParts && (
          <span role="status" className="border-l-2 border-accent pl-2 text-[13px]">
            {write(scale.step)} of whole things does not divide into {axis.minor}.
          </span>
        )}
      </p>
      {scale.refused && (
        <p role="status" className="border-l-2 border-accent pl-2 text-[13px]">
          Every {write(scale.refused.every)} would need {scale.refused.labels.toLocaleString('en-GB')} labels and there
          is room for {scale.refused.room}; ticks are drawn every {write(scale.step)} until the range or the height
          allows more.
        </p>
      )}
    </>
  );
}

function NumberSentence({ side, axis, set }: SentenceProps) {
  return (
    <p className={sentence}>
      Numbers in
      <Joined by=",">
        <PhraseChoice
          label={`How the numbers of the ${side} axis are written`}
          value={axis.numbers}
          options={[
            { value: 'auto', name: 'what suits their size' },
            { value: 'plain', name: 'full' },
            { value: 'thousands', name: 'thousands' },
            { value: 'millions', name: 'millions' },
            { value: 'billions', name: 'billions' },
          ]}
          onCommit={(numbers) => set({ numbers })}
        />
      </Joined>
      those above zero
      <Joined by=";">
        <PhraseChoice
          label={`Signs of the ${side} axis`}
          value={axis.plus ? 'plus' : 'none'}
          options={[
            { value: 'none', name: 'without a sign' },
            { value: 'plus', name: 'with a plus sign' },
          ]}
          onCommit={(value) => set({ plus: value === 'plus' })}
        />
      </Joined>
      the unit is
      <PhraseChoice
        label={`Position of the unit of the ${side} axis`}
        value={axis.unit}
        options={[
          { value: 'caption', name: 'in the caption' },
          { value: 'each', name: 'at each number' },
          { value: 'last', name: 'at the top number' },
        ]}
        onCommit={(unit) => set({ unit })}
      />
    </p>
  );
}

function DrawingSentence({ side, axis, drawn, set }: SentenceProps) {
  return (
    <p className={sentence}>
      Grid lines
      <Joined by=";">
        <GridWords of={`the ${side} axis`} grid={axis} set={set} />
      </Joined>{' '}
      tick marks
      <PhraseChoice
        label={`Tick marks of the ${side} axis`}
        value={axis.ticks}
        options={[
          { value: 'none', name: 'none' },
          { value: 'outside', name: 'outside' },
          { value: 'inside', name: 'inside' },
          { value: 'across', name: 'across' },
        ]}
        onCommit={(ticks) => set({ ticks })}
      />
      {(['line', 'zeroLine'] as const).map((key) => (
        <label key={key} className="ml-2 flex items-center gap-1.5">
          <input
            type="checkbox"
            className="toggle toggle-sm toggle-primary self-center"
            checked={axis[key]}
            disabled={key === 'zeroLine' && drawn.scale.kind === 'log'}
            onChange={(event) => set({ [key]: event.target.checked })}
          />
          {key === 'line' ? 'axis line' : 'zero line'}
        </label>
      ))}
    </p>
  );
}

function CaptionSentence({ figure, side, axis, drawn, set }: SentenceProps & { figure: DressedFigure }) {
  const { title } = axis;
  return (
    <p className={sentence}>
      Caption
      <PhraseChoice
        label={`Place of the caption of the ${side} axis`}
        value={axis.titlePlace}
        options={[
          { value: 'above', name: 'above the axis' },
          { value: 'along', name: 'along the axis' },
        ]}
        onCommit={(titlePlace) => set({ titlePlace })}
      />
      <Joined by=";">
        <FigureWords
          label={`Caption of the ${side} axis`}
          figure={figure}
          value={title ?? ''}
          placeholder={
            title === null && typeof drawn.numbers.caption === 'string'
              ? drawn.numbers.caption || 'none: its lines have no common unit'
              : 'none'
          }
          onCommit={(text) => set({ title: text })}
        />
        {title !== null && (
          <button type="button" className="phrase !font-normal text-quiet" onClick={() => set({ title: null })}>
            say the unit
          </button>
        )}
      </Joined>
      numbers and caption in
      <PhraseChoice
        label={`Colour of the ${side} axis`}
        value={axis.coloured}
        options={[
          { value: 'auto', name: 'their line’s colour where there are two axes' },
          { value: 'yes', name: 'their line’s colour' },
          { value: 'no', name: 'ink' },
        ]}
        onCommit={(coloured) => set({ coloured })}
      />
    </p>
  );
}
