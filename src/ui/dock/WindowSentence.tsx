import type { ApexOptions } from 'apexcharts';
import { Suspense, useMemo, useState } from 'react';
import { oneCourse } from '../../core/figure/panels/resolve.ts';
import type { DressedFigure, FigureWindow } from '../../core/figure/spec.ts';
import { glance, glanceBrush, type Range, rangeOf } from '../../core/inspect/glance.ts';
import type { Column, Table } from '../../core/table/column.ts';
import { readTyped } from '../../core/table/edit.ts';
import { LOCALES, localeOf } from '../../core/text/locale.ts';
import { formatPeriod } from '../../core/time/format.ts';
import { pluralOf, sayInterval } from '../../core/time/interval.ts';
import { Chart } from '../controls/Chart.tsx';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber, PhraseText } from '../controls/Phrase.tsx';
import { heldBy, periodWords, rangeWords } from '../controls/ranges.ts';
import { run } from '../state/store.ts';

const LOCALE = localeOf(LOCALES[0]);

interface WindowSentenceProps {
  figure: DressedFigure;
  column: Column;
  table: Table;
}

const kindOf = (window: FigureWindow) => (window === 'all' ? 'all' : 'last' in window ? 'last' : 'range');
const USUAL_LAST = 24;

/** Which dates (or numbers) a figure draws: all, the last ones, or from one to another, typed or brushed. */
export function WindowSentence({ figure, column, table }: WindowSentenceProps) {
  const { window } = figure;
  const [brushing, setBrushing] = useState(false);
  const whole = useMemo(() => rangeOf(column), [column]);
  const set = (next: FigureWindow) => run('figure.setWindow', { figure: figure.id, window: next });
  const write = (value: number) =>
    column.kind === 'date' ? formatPeriod(value, column.interval, LOCALE) : String(value);
  const range = window !== 'all' && 'from' in window ? window : null;
  const end = (which: 'from' | 'to', text: string) => {
    if (!range) return null;
    const setEnd = (to: number | null) => run('figure.setWindow', { figure: figure.id, ends: { [which]: to } });
    if (text.trim() === '') return setEnd(null);
    const value = readTyped(column, text);
    if (typeof value !== 'number')
      return `“${text}” is not a ${column.kind === 'date' ? 'date; write it like 2026-03 or 12 Mar 2026' : 'number'}.`;
    return setEnd(value);
  };
  const noun = column.kind === 'date' ? pluralOf(column.interval) : 'values';
  return (
    <>
      <p className="flex flex-wrap items-baseline gap-x-1.5 leading-7">
        <b className="font-semibold">{column.title}</b> runs across
        {column.kind === 'date' && `, ${sayInterval(column.interval)}`}; shown
        <PhraseChoice
          label="Which part is drawn"
          value={kindOf(window)}
          options={[
            { value: 'all', name: 'from end to end' },
            { value: 'last', name: `for the last ${noun}` },
            { value: 'range', name: 'in part' },
          ]}
          onCommit={(kind) => {
            if (kind === 'all') set('all');
            else if (kind === 'last') set({ last: USUAL_LAST });
            else if (whole) set(whole);
          }}
        />
        {window !== 'all' && 'last' in window && (
          <PhraseNumber
            label="How many are drawn"
            value={window.last}
            onCommit={(last) => (last === null ? 'Give a number.' : set({ last }))}
          />
        )}
        {range && (
          <>
            from
            <PhraseText
              label="First that is drawn"
              value={range.from === null ? '' : write(range.from)}
              placeholder="the first"
              onCommit={(text) => end('from', text)}
            />
            to
            <PhraseText
              label="Last that is drawn"
              value={range.to === null ? '' : write(range.to)}
              placeholder="the last"
              onCommit={(text) => end('to', text)}
            />
          </>
        )}
        {whole && (
          <button
            type="button"
            className="phrase !font-normal text-quiet"
            aria-expanded={brushing}
            onClick={() => setBrushing(!brushing)}
          >
            {brushing ? 'close the picture' : 'choose on a picture'}
          </button>
        )}
      </p>
      {brushing && whole && <WindowBrush figure={figure} column={column} table={table} onChoose={set} />}
    </>
  );
}

/** The whole of the lines, small; dragging over them chooses what is drawn. */
function WindowBrush({
  figure,
  column,
  table: whole,
  onChoose,
}: WindowSentenceProps & { onChoose(range: Range): void }) {
  const [brushed, setBrushed] = useState<Range | null>(null);
  const { lines, window } = figure;
  const table = useMemo(() => oneCourse(figure, whole), [figure, whole]);
  const picture = useMemo((): { series: ReturnType<typeof glance>['series']; brush: ApexOptions } | null => {
    const whole = rangeOf(column);
    if (!whole) return null;
    const shown = lines.filter((line) => line.shown);
    const columns = shown.flatMap((line) => table.columns.find(({ key }) => key === line.column) ?? []);
    const colours = shown.map(({ colour }) => colour);
    const across = table.columns.find(({ key }) => key === column.key) ?? column;
    const { series } = glance(across, columns, colours, table.totals);
    const range = window !== 'all' && 'from' in window ? window : null;
    const chosen = { from: range?.from ?? whole.from, to: range?.to ?? whole.to };
    const made = glanceBrush(column, series, colours, chosen, null);
    const events = {
      selection: (_: unknown, { xaxis }: { xaxis: { min: number; max: number } }) =>
        setBrushed({ from: xaxis.min, to: xaxis.max }),
    };
    return { series, brush: { ...made, chart: { ...made.chart, events } } };
  }, [lines, window, column, table]);
  if (!picture) return null;
  const held = brushed && heldBy(column, brushed);
  return (
    <div className="max-w-2xl rounded-box border border-rule bg-white p-1 text-[#2b2530]">
      <Suspense fallback={<p role="status">Drawing …</p>}>
        <Chart type="line" height={84} series={picture.series} options={picture.brush} />
      </Suspense>
      <p className="flex flex-wrap items-baseline gap-x-2 px-2 pb-1 text-[13px]">
        {held ? (
          <>
            {rangeWords(column, held)}
            <button type="button" className="btn btn-xs" onClick={() => onChoose(held)}>
              Draw these {periodWords(column)}
            </button>
          </>
        ) : (
          <span className="text-[#6e6574]">Drag the ends of the band to choose {periodWords(column)}.</span>
        )}
      </p>
    </div>
  );
}
