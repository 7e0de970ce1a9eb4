import { useMemo } from 'react';
import type { Column, ColumnMeta } from '../../core/table/column.ts';
import { rereadColumn, shapesOf } from '../../core/table/retype.ts';
import { LOCALES, localeOf } from '../../core/text/locale.ts';
import { floorTo } from '../../core/time/calendar.ts';
import { formatPeriod } from '../../core/time/format.ts';
import { INTERVALS, unitOf } from '../../core/time/interval.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber } from '../controls/Phrase.tsx';

const LOCALE = localeOf(LOCALES[0]);

/** Intervals of several units that are met most often. */
const SEVERAL = ['15 minutes', '30 minutes', '2 weeks', '5 years', '10 years'] as const;
type DateMeta = Extract<ColumnMeta, { kind: 'date' }>;

interface DateReadingsProps {
  column: Column;
  meta: DateMeta;
  set(meta: ColumnMeta): string | null;
  setCells(read: Column): string | null;
}

/** How a column of dates is written, how far apart they stand, and from where on it is unfinished. */
export function DateReadings({ column, meta, set, setCells }: DateReadingsProps) {
  const shapes = useMemo(() => shapesOf(column), [column]);
  const last = useMemo(() => {
    const unit = unitOf(meta.interval);
    const starts = column.cells.flatMap((cell) => (typeof cell === 'number' ? [floorTo(cell, unit)] : []));
    return [...new Set(starts)].sort((a, b) => b - a).slice(0, 24);
  }, [column, meta.interval]);
  const { unfinishedFrom, ...finished } = meta;
  return (
    <>
      {shapes.length > 1 && (
        <p>
          Written as{' '}
          <PhraseChoice
            label="How the dates are written"
            value={meta.shape ?? ''}
            options={shapes.map((shape) => ({ value: shape.id, name: shape.name }))}
            onCommit={(shape) => setCells(rereadColumn(column, { as: 'date', shape }))}
          />
        </p>
      )}
      <p>
        One row per{' '}
        <PhraseChoice
          label="Interval of the dates"
          value={meta.interval}
          options={[...new Set([...INTERVALS, ...SEVERAL, meta.interval])].map((value) => ({ value, name: value }))}
          onCommit={(interval) => set({ ...finished, interval })}
        />
      </p>
      <p>
        Unfinished{' '}
        <PhraseChoice
          label="First unfinished period"
          value={unfinishedFrom === undefined ? 'none' : String(unfinishedFrom)}
          options={[
            { value: 'none', name: 'is none of them' },
            ...last.map((start, index) => ({
              value: String(start),
              name: `${index === 0 ? 'is' : 'from'} ${formatPeriod(start, meta.interval, LOCALE)}${index === 0 ? '' : ' on'}`,
            })),
          ]}
          onCommit={(value) => set(value === 'none' ? finished : { ...finished, unfinishedFrom: Number(value) })}
        />
      </p>
      <RecordsSentence meta={meta} set={set} />
    </>
  );
}

const LAST_YEAR = 9999;

/** Since when records are kept of what the table holds, which sentences about the highest ever name. */
function RecordsSentence({ meta, set }: Pick<DateReadingsProps, 'meta' | 'set'>) {
  const { recordsFrom, ...rest } = meta;
  return (
    <p>
      Records of it begin in{' '}
      <PhraseNumber
        label="Year in which records begin"
        value={recordsFrom ?? null}
        automatic="a year not given"
        className="w-32"
        onCommit={(year) => {
          if (year === null) return set(rest);
          return Number.isInteger(year) && year >= 1 && year <= LAST_YEAR
            ? set({ ...rest, recordsFrom: year })
            : `“${year}” is not a year; give one such as 1994, or leave it empty.`;
        }}
      />
      {recordsFrom !== undefined && (
        <span className="block text-[13px] text-quiet">
          Facts call a value the highest since {recordsFrom} where its line goes back so far; for shorter lines they
          count the periods.
        </span>
      )}
    </p>
  );
}
