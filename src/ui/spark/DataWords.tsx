import type { FigureWindow } from '../../core/figure/spec.ts';
import type { DressedSparkline, DressedSparkTable } from '../../core/spark/spec.ts';
import { chooseAcross } from '../../core/table/choose.ts';
import type { Table } from '../../core/table/column.ts';
import { readTyped } from '../../core/table/edit.ts';
import { readTitle } from '../../core/table/titles.ts';
import { LOCALES, localeOf } from '../../core/text/locale.ts';
import { formatPeriod } from '../../core/time/format.ts';
import { pluralOf } from '../../core/time/interval.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber, PhraseText } from '../controls/Phrase.tsx';
import { Joined, sentence } from '../controls/words.tsx';
import { ColumnChecks } from './ColumnChecks.tsx';
import { measureOptions } from './ReferenceWords.tsx';
import type { SetSparkline } from './setting.ts';

const LOCALE = localeOf(LOCALES[0]);
const USUAL_LAST = 24;

interface DataWordsProps {
  spark: DressedSparkTable;
  column: DressedSparkline;
  table: Table;
  /** only the window can be a row's own */
  isRow: boolean;
  set: SetSparkline;
}

/** Which columns of the table the sparklines run over: a range of them, or each chosen. */
function OverColumns({ column, table, set }: Omit<DataWordsProps, 'spark' | 'isRow'>) {
  const numbers = table.columns.filter(({ kind }) => kind === 'number');
  const options = numbers.map(({ key, title }) => ({ value: key, name: readTitle(title).name }));
  const order = numbers.map(({ key }) => key);
  const [first, last] = [column.over[0] ?? '', column.over.at(-1) ?? ''];
  const range = (from: string, to: string) => {
    const [a, b] = [order.indexOf(from), order.indexOf(to)].sort((x, y) => x - y);
    return set({ over: order.slice(a, (b ?? 0) + 1) });
  };
  return (
    <>
      Over the columns from
      <PhraseChoice
        label="First column of the sparklines"
        value={first}
        options={options}
        onCommit={(key) => range(key, last)}
      />
      to
      <PhraseChoice
        label="Last column of the sparklines"
        value={last}
        options={options}
        onCommit={(key) => range(first, key)}
      />
      <Joined by=";">
        <ColumnChecks
          label="Columns of the sparklines"
          face={`(${column.over.length} of them)`}
          table={table}
          chosen={column.over}
          onChoose={(over) => set({ over })}
        />
      </Joined>
    </>
  );
}

/** Through which values the sparklines run. */
export function DataWords({ spark, column, table, isRow, set }: DataWordsProps) {
  const { window, edge } = column;
  const across = spark.rows.kind === 'rows' ? null : chooseAcross(table);
  const measures = measureOptions(table);
  const write = (value: number | null) =>
    value === null ? '' : across?.kind === 'date' ? formatPeriod(value, across.interval, LOCALE) : String(value);
  const range = window !== 'all' && 'from' in window ? window : null;
  const end = (which: 'from' | 'to', text: string) => {
    if (!range || !across) return null;
    if (text.trim() === '') return set({ window: { ...range, [which]: null } });
    const value = readTyped(across, text);
    if (typeof value !== 'number') return `“${text}” is not a date; write it like 2026-03 or 12 Mar 2026.`;
    return set({ window: { ...range, [which]: value } });
  };
  const kind = window === 'all' ? 'all' : 'last' in window ? 'last' : 'range';
  const noun = across?.kind === 'date' ? pluralOf(across.interval) : 'values';
  const choose = (chosen: typeof kind) => {
    const next: FigureWindow =
      chosen === 'all' ? 'all' : chosen === 'last' ? { last: USUAL_LAST } : { from: null, to: null };
    set({ window: next });
  };
  return (
    <div className={sentence}>
      {spark.rows.kind === 'categories' && !isRow && (
        <>
          Of
          <PhraseChoice
            label="Measure of the sparklines"
            value={column.column}
            options={measures}
            onCommit={(key) => set({ column: key })}
          />
        </>
      )}
      {spark.rows.kind === 'rows' && !isRow && <OverColumns column={column} table={table} set={set} />}
      <PhraseChoice
        label="Part the sparklines run through"
        value={kind}
        options={[
          { value: 'all', name: 'all of it' },
          { value: 'last', name: 'the last' },
          ...(across ? [{ value: 'range' as const, name: 'a part of it' }] : []),
        ]}
        onCommit={choose}
      />
      {window !== 'all' && 'last' in window && (
        <>
          <PhraseNumber
            label="How many the sparklines run through"
            value={window.last}
            className="w-10"
            onCommit={(value) => set({ window: { last: value ?? window.last } })}
          />
          {noun}
        </>
      )}
      {range && (
        <>
          from
          <PhraseText
            label="First of the sparklines"
            value={write(range.from)}
            placeholder="the first"
            className="w-20"
            onCommit={(text) => end('from', text)}
          />
          to
          <PhraseText
            label="Last of the sparklines"
            value={write(range.to)}
            placeholder="the last"
            className="w-20"
            onCommit={(text) => end('to', text)}
          />
        </>
      )}
      {column.draw === 'range band' && !isRow && (
        <>
          ; the band’s other edge is
          <PhraseChoice
            label="Other edge of the band"
            value={edge === 'year before' ? '' : edge.column}
            options={[{ value: '', name: 'the year before' }, ...measures]}
            onCommit={(key) => set({ edge: key === '' ? 'year before' : { column: key } })}
          />
        </>
      )}
      {!isRow && (
        <>
          . Missing values
          <PhraseChoice
            label="Missing values of the sparklines"
            value={column.gaps}
            options={[
              { value: 'break', name: 'break it' },
              { value: 'bridge', name: 'are bridged' },
              { value: 'dotted bridge', name: 'are bridged by dots' },
              { value: 'zero', name: 'count as zero' },
            ]}
            onCommit={(gaps) => set({ gaps })}
          />
        </>
      )}
    </div>
  );
}
