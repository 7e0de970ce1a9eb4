import { useState } from 'react';
import { EMPHASISED, type Emphasis } from '../../core/emphasis/emphasis.ts';
import type { ResolvedSparkTable } from '../../core/spark/resolve.ts';
import { SPARK_KINDS, type Sparkline, type SparkTableSpec } from '../../core/spark/spec.ts';
import { columnOf, type Table } from '../../core/table/column.ts';
import { ColourWord } from '../controls/ColourWord.tsx';
import { PhraseChoice, PhraseNumber, PhraseText } from '../controls/Phrase.tsx';
import { Popover } from '../controls/Popover.tsx';
import { same, sentence, YesNo } from '../controls/words.tsx';
import { EmphasisRule } from '../dock/ledger/EmphasisRule.tsx';
import { EMPHASIS_NAMES, MarkerSample } from '../dock/ledger/samples.tsx';
import { run, useReport } from '../state/store.ts';
import { Specimen } from './Specimen.tsx';

interface SparklineStripProps {
  spark: SparkTableSpec;
  column: Sparkline;
  table: Table;
  resolved: ResolvedSparkTable;
}

type Set = (change: Partial<Sparkline>) => string | null;

/** Marks of a sparkline, each a word that opens its sentences. */
function Marks({ column, set }: { column: Sparkline; set: Set }) {
  const style = useReport((state) => state.report.style);
  const kinds = EMPHASISED.filter((of) => of !== 'above' && of !== 'below');
  const put = (rule: Emphasis) =>
    set({
      emphasis: column.emphasis.some(({ of }) => of === rule.of)
        ? column.emphasis.map((other) => (other.of === rule.of ? rule : other))
        : [...column.emphasis, rule],
    });
  return (
    <p className="flex flex-wrap items-center gap-x-1">
      {kinds.map((of) => {
        const rule = column.emphasis.find((candidate) => candidate.of === of);
        const name = EMPHASIS_NAMES[of];
        return (
          <Popover
            key={of}
            label={`${name}: ${rule ? `${rule.filled ? 'filled' : 'hollow'}, ${rule.size} pt` : 'off'}`}
            className={`phrase inline-flex items-center ${rule ? '' : '!font-normal text-quiet'}`}
            width="w-[26rem]"
            face={
              <>
                {rule && rule.shape !== 'none' && (
                  <MarkerSample shape={rule.shape} filled={rule.filled} colour={rule.colour ?? column.colour} />
                )}
                {name}
                {!rule && ': off'}
              </>
            }
          >
            <ul>
              <EmphasisRule
                of={of}
                rule={rule}
                name="the sparklines"
                colour={column.colour}
                style={style}
                set={(next) => put({ ...next, value: false })}
                drop={() => set({ emphasis: column.emphasis.filter((other) => other.of !== of) })}
              />
            </ul>
          </Popover>
        );
      })}
    </p>
  );
}

function ScaleWords({ column, set }: { column: Sparkline; set: Set }) {
  const { scale } = column;
  const change = (part: Partial<Sparkline['scale']>) => set({ scale: { ...scale, ...part } });
  const floor = typeof scale.floor === 'number' ? 'value' : scale.floor;
  const ceiling = typeof scale.ceiling === 'number' ? 'value' : scale.ceiling;
  return (
    <p className={sentence}>
      Scale of
      <PhraseChoice
        label="Scale of the sparklines"
        value={scale.of}
        options={[
          { value: 'each row', name: 'each row' },
          { value: 'all rows', name: 'all rows together' },
          { value: 'fixed', name: 'fixed ends' },
        ]}
        onCommit={(of) =>
          change(
            of === 'fixed'
              ? { of, floor: 0, ceiling: typeof scale.ceiling === 'number' ? scale.ceiling : 100 }
              : { of, floor: 'lowest', ceiling: 'highest' },
          )
        }
      />
      , from
      <PhraseChoice
        label="Floor of the sparklines"
        value={floor}
        options={[
          { value: 'lowest', name: 'the lowest value' },
          { value: 'zero', name: 'zero' },
          { value: 'value', name: 'a value' },
        ]}
        onCommit={(chosen) => change({ floor: chosen === 'value' ? 0 : chosen })}
      />
      {typeof scale.floor === 'number' && (
        <PhraseNumber
          label="Value of the floor"
          value={scale.floor}
          className="w-14"
          onCommit={(value) => change({ floor: value ?? 0 })}
        />
      )}
      to
      <PhraseChoice
        label="Ceiling of the sparklines"
        value={ceiling}
        options={[
          { value: 'highest', name: 'the highest value' },
          { value: 'value', name: 'a value' },
        ]}
        onCommit={(chosen) => change({ ceiling: chosen === 'value' ? 100 : chosen })}
      />
      {typeof scale.ceiling === 'number' && (
        <PhraseNumber
          label="Value of the ceiling"
          value={scale.ceiling}
          className="w-14"
          onCommit={(value) => change({ ceiling: value ?? 100 })}
        />
      )}
    </p>
  );
}

function ReferenceWords({ column, set }: { column: Sparkline; set: Set }) {
  const { reference } = column;
  const kind = typeof reference === 'string' ? reference : 'value' in reference ? 'value' : 'deviations';
  return (
    <p className={sentence}>
      Behind it
      <PhraseChoice
        label="What stands behind the sparklines"
        value={kind}
        options={[
          { value: 'none', name: 'nothing' },
          { value: 'mean', name: 'the mean of the row' },
          { value: 'value', name: 'a value' },
          { value: 'deviations', name: 'a band around the mean' },
        ]}
        onCommit={(chosen) =>
          set({ reference: chosen === 'value' ? { value: 0 } : chosen === 'deviations' ? { deviations: 1 } : chosen })
        }
      />
      {typeof reference === 'object' && 'value' in reference && (
        <PhraseNumber
          label="Reference value"
          value={reference.value}
          className="w-14"
          onCommit={(value) => set({ reference: { value: value ?? 0 } })}
        />
      )}
      {typeof reference === 'object' && 'deviations' in reference && (
        <>
          of
          <PhraseNumber
            label="Standard deviations of the band"
            value={reference.deviations}
            className="w-10"
            onCommit={(value) => set({ reference: { deviations: value ?? 1 } })}
          />
          standard deviations
        </>
      )}
      . Missing values
      <PhraseChoice
        label="Missing values of the sparklines"
        value={column.gaps}
        options={[
          { value: 'break', name: 'break it' },
          { value: 'bridge', name: 'are bridged' },
          { value: 'zero', name: 'count as zero' },
        ]}
        onCommit={(gaps) => set({ gaps })}
      />
    </p>
  );
}

function DataWords({ spark, column, table, set }: Omit<SparklineStripProps, 'resolved'> & { set: Set }) {
  const { window } = column;
  const last = window !== 'all' && 'last' in window ? window.last : null;
  const measures = table.columns.filter(({ kind }) => kind === 'number');
  return (
    <p className={sentence}>
      {spark.rows.kind === 'categories' && (
        <>
          Of
          <PhraseChoice
            label="Measure of the sparklines"
            value={column.column}
            options={measures.map(({ key, title }) => ({ value: key, name: title }))}
            onCommit={(key) => set({ column: key })}
          />
        </>
      )}
      {spark.rows.kind === 'rows' &&
        `Over ${column.over.length} columns, ${columnOf(table, column.over[0] ?? '')?.title ?? ''} to ${columnOf(table, column.over.at(-1) ?? '')?.title ?? ''};`}
      <PhraseChoice
        label="Part the sparklines run through"
        value={last === null ? 'all' : 'last'}
        options={[
          { value: 'all', name: 'all of it' },
          { value: 'last', name: 'the last' },
        ]}
        onCommit={(chosen) => set({ window: chosen === 'all' ? 'all' : { last: 24 } })}
      />
      {last !== null && (
        <PhraseNumber
          label="How many the sparklines run through"
          value={last}
          className="w-12"
          onCommit={(value) => set({ window: { last: value ?? last } })}
        />
      )}
      . Headed
      <PhraseText
        label="Header of the sparklines"
        value={column.title ?? ''}
        placeholder="what it shows, and its scale"
        className="w-48"
        onCommit={(title) => set({ title: title.trim() === '' ? null : title.trim() })}
      />
    </p>
  );
}

/** A column of sparklines: its specimen, and sentences to change. */
export function SparklineStrip({ spark, column, table, resolved }: SparklineStripProps) {
  const style = useReport((state) => state.report.style);
  const [row, setRow] = useState(0);
  const set: Set = (change) => run('spark.setColumn', { spark: spark.id, column: { ...column, ...change } });
  const found = resolved.columns.find((candidate) => candidate.spec.id === column.id);
  const isBars = column.draw === 'columns' || column.draw === 'win / loss';
  return (
    <div className="flex gap-8 px-4 py-2.5">
      <div className="flex w-[26rem] shrink-0 flex-col gap-2">
        <p className={sentence}>
          Specimen:
          <PhraseChoice
            label="Row of the specimen"
            value={String(row)}
            options={resolved.records.map(({ name, row: at }, index) => ({
              value: String(index),
              name: spark.rows.kind === 'rows' ? nameOfRow(spark, table, at) : name,
            }))}
            onCommit={(chosen) => setRow(Number(chosen))}
          />
        </p>
        {found?.kind === 'sparkline' && (
          <Specimen
            column={found}
            row={Math.min(row, resolved.records.length - 1)}
            rowHeight={spark.rowHeight}
            style={style}
          />
        )}
        {column.draw !== 'win / loss' && <Marks column={column} set={set} />}
      </div>
      <div className="flex min-w-0 flex-col">
        <p className={sentence}>
          Drawn as
          <PhraseChoice
            label="What is drawn"
            value={column.draw}
            options={same(SPARK_KINDS)}
            onCommit={(draw) => set({ draw })}
          />
          in
          <ColourWord
            label="Colour of the sparklines"
            colour={column.colour}
            style={style}
            onCommit={(colour) => set({ colour })}
          />
          {isBars ? (
            <>
              and below zero in
              <ColourWord
                label="Colour below zero"
                colour={column.below}
                style={style}
                onCommit={(below) => set({ below })}
              />
            </>
          ) : (
            <>
              <PhraseNumber
                label="Stroke weight, points"
                value={column.weight}
                className="w-10"
                onCommit={(weight) => set({ weight: weight ?? column.weight })}
              />
              pt wide,
              <YesNo
                label="Zero line"
                value={column.zeroLine}
                yes="with its zero line"
                no="without a zero line"
                onCommit={(zeroLine) => set({ zeroLine })}
              />
            </>
          )}
          {column.draw === 'win / loss' && (
            <>
              by the sign of
              <PhraseChoice
                label="What wins or loses"
                value={column.sign}
                options={[
                  { value: 'value', name: 'the value' },
                  { value: 'previous', name: 'its change on the one before' },
                  { value: 'year', name: 'its change on the year before' },
                ]}
                onCommit={(sign) => set({ sign })}
              />
            </>
          )}
        </p>
        <DataWords spark={spark} column={column} table={table} set={set} />
        {column.draw !== 'win / loss' && <ScaleWords column={column} set={set} />}
        {column.draw !== 'win / loss' && <ReferenceWords column={column} set={set} />}
        <p className={sentence}>
          Cells
          <PhraseNumber
            label="Width of the cells in millimetres"
            value={column.width}
            className="w-12"
            onCommit={(width) => set({ width: width ?? column.width })}
          />
          mm wide and
          <PhraseNumber
            label="Height of the rows in millimetres"
            value={spark.rowHeight}
            className="w-12"
            onCommit={(value) => run('spark.setRowHeight', { spark: spark.id, rowHeight: value ?? spark.rowHeight })}
          />
          mm high.
        </p>
      </div>
    </div>
  );
}

/** What a row of the table is called, by the spark table's first column of texts. */
function nameOfRow({ columns }: SparkTableSpec, table: Table, row: number | null): string {
  const names = columns.find((column) => column.kind === 'text');
  const cell = names && row !== null ? columnOf(table, names.column)?.cells[row] : null;
  return cell === null || cell === undefined ? `row ${(row ?? 0) + 1}` : String(cell);
}
