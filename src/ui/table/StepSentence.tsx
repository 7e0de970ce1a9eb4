import type { Column, Table } from '../../core/table/column.ts';
import { columnOf } from '../../core/table/column.ts';
import { readTyped } from '../../core/table/edit.ts';
import { draftTest, summaryOfPeriods } from '../../core/table/shape/draft.ts';
import { type Step, type StepOf, SUMMARIES, type Summary } from '../../core/table/shape/step.ts';
import { textOfCell } from '../../core/table/written.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseNumber, PhraseText } from '../controls/Phrase.tsx';
import { Joined } from '../controls/words.tsx';
import { MeasureWord, YearStartWord } from './RuleSentence.tsx';

interface StepSentenceProps<Kind extends Step['kind'] = Step['kind']> {
  step: StepOf<Kind>;
  /** the table that the step is done to */
  table: Table;
  /** keys of the ticked columns */
  chosen: readonly string[];
  onChange(step: Step): void;
}

const SUMMARY_NAMES: Record<Summary, string> = {
  sum: 'their sum',
  mean: 'their mean',
  last: 'the last of them',
  min: 'the lowest of them',
  max: 'the highest of them',
};

const summaries = SUMMARIES.map((value) => ({ value, name: SUMMARY_NAMES[value] }));

interface BoundProps {
  label: string;
  column: Column;
  value: number | null;
  open: string;
  onCommit(value: number | null): void;
}

/** One end of what is kept: a date or a number as it is typed, or nothing for an open end. */
function Bound({ label, column, value, open, onCommit }: BoundProps) {
  return (
    <PhraseText
      label={label}
      value={value === null ? '' : textOfCell(column, value)}
      placeholder={open}
      onCommit={(text) => {
        const cell = readTyped(column, text);
        if (typeof cell === 'string') return `“${text}” cannot be read as a ${column.kind}.`;
        onCommit(cell);
        return null;
      }}
    />
  );
}

function KeepWords({ step, table, onChange }: StepSentenceProps<'keep'>) {
  const column = columnOf(table, step.column);
  const { test } = step;
  const set = (next: typeof test) => onChange({ ...step, test: next });
  const names =
    column?.kind === 'text'
      ? [...new Set(column.cells.flatMap((cell) => (cell === null ? [] : [String(cell)])))].slice(0, 200)
      : [];
  return (
    <>
      Keep rows by{' '}
      <Joined by=":">
        <PhraseChoice
          label="Column that rows are kept by"
          value={step.column}
          options={table.columns.map(({ key, title }) => ({ value: key, name: title }))}
          onCommit={(key) => {
            const next = columnOf(table, key);
            if (next) onChange({ ...step, column: key, test: draftTest(next) });
          }}
        />
      </Joined>{' '}
      {column?.kind === 'date' && (
        <PhraseChoice
          label="Which dates are kept"
          value={test.kind === 'last' ? 'last' : 'dates'}
          options={[
            { value: 'last', name: 'the last' },
            { value: 'dates', name: 'from one date to another' },
          ]}
          onCommit={(kind) => set(kind === 'last' ? { kind, periods: 24 } : { kind: 'dates', from: null, to: null })}
        />
      )}
      {test.kind === 'last' && (
        <>
          <PhraseNumber
            label="How many periods are kept"
            value={test.periods}
            onCommit={(periods) => {
              if (periods === null || !Number.isInteger(periods) || periods < 1)
                return 'Keep a whole number of periods, at least one.';
              set({ ...test, periods });
              return null;
            }}
          />{' '}
          {column?.kind === 'date' ? column.interval : 'period'}s
        </>
      )}
      {(test.kind === 'dates' || test.kind === 'numbers') && column && (
        <>
          from{' '}
          <Bound
            label="Kept from"
            column={column}
            value={test.from}
            open={test.kind === 'dates' ? 'the first' : 'any value'}
            onCommit={(from) => set({ ...test, from })}
          />{' '}
          to{' '}
          <Bound
            label="Kept up to"
            column={column}
            value={test.to}
            open={test.kind === 'dates' ? 'the last' : 'any value'}
            onCommit={(to) => set({ ...test, to })}
          />
        </>
      )}
      {test.kind === 'categories' && (
        <span>
          {names.map((name) => (
            <label key={name} className="mr-2 inline-flex items-center gap-1.5">
              <input
                type="checkbox"
                className="checkbox checkbox-xs"
                checked={test.keep.includes(name)}
                // At least one stays, so that the table is never emptied by a slip.
                disabled={test.keep.length === 1 && test.keep.includes(name)}
                onChange={(event) =>
                  set({
                    ...test,
                    keep: event.target.checked ? [...test.keep, name] : test.keep.filter((kept) => kept !== name),
                  })
                }
              />
              {name}
            </label>
          ))}
        </span>
      )}
    </>
  );
}

function SpreadWords({ step, table, onChange }: StepSentenceProps<'spread'>) {
  const texts = table.columns.filter((column) => column.kind === 'text' && column.key !== step.across);
  return (
    <>
      One column of{' '}
      <MeasureWord
        label="Values of the new columns"
        table={table}
        value={step.value}
        onCommit={(value) => onChange({ ...step, value })}
      />{' '}
      for each{' '}
      <Joined by=",">
        {texts.map((column) => (
          <label key={column.key} className="mr-2 inline-flex items-center gap-1.5">
            <input
              type="checkbox"
              className="checkbox checkbox-xs"
              checked={step.categories.includes(column.key)}
              disabled={step.categories.length === 1 && step.categories[0] === column.key}
              onChange={(event) =>
                onChange({
                  ...step,
                  categories: texts
                    .map(({ key }) => key)
                    .filter((key) => (key === column.key ? event.target.checked : step.categories.includes(key))),
                })
              }
            />
            {column.title}
          </label>
        ))}
      </Joined>
      over{' '}
      <Joined by=";">
        <PhraseChoice
          label="Column that runs across"
          value={step.across}
          options={table.columns
            .filter((column) => column.kind !== 'number')
            .map(({ key, title }) => ({ value: key, name: title }))}
          onCommit={(across) =>
            onChange({ ...step, across, categories: step.categories.filter((key) => key !== across).slice(0, 10) })
          }
        />
      </Joined>
      several values for one cell become{' '}
      <PhraseChoice
        label="What several values become"
        value={step.together}
        options={summaries}
        onCommit={(together) => onChange({ ...step, together })}
      />
    </>
  );
}

function GatherWords({ step, table, onChange }: StepSentenceProps<'gather'>) {
  const measures = table.columns.filter((column) => column.kind === 'number');
  return (
    <>
      {measures.map((column) => (
        <label key={column.key} className="mr-2 inline-flex items-center gap-1.5">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked={step.columns.includes(column.key)}
            disabled={step.columns.length === 1 && step.columns[0] === column.key}
            onChange={(event) =>
              onChange({
                ...step,
                columns: measures
                  .map(({ key }) => key)
                  .filter((key) => (key === column.key ? event.target.checked : step.columns.includes(key))),
              })
            }
          />
          {column.title}
        </label>
      ))}
      into two columns headed{' '}
      <PhraseText
        label="Title of the column of names"
        value={step.name}
        onCommit={(name) => {
          if (name.trim() === '') return 'Give it a title.';
          onChange({ ...step, name: name.trim() });
          return null;
        }}
      />{' '}
      and{' '}
      <PhraseText
        label="Title of the column of values"
        value={step.value}
        onCommit={(value) => {
          if (value.trim() === '') return 'Give it a title.';
          onChange({ ...step, value: value.trim() });
          return null;
        }}
      />
    </>
  );
}

function AggregateWords({ step, table, chosen, onChange }: StepSentenceProps<'aggregate'>) {
  const measures = table.columns.filter((column) => column.kind === 'number');
  const ticked = measures.filter(({ key }) => chosen.includes(key));
  return (
    <>
      One row per{' '}
      <Joined by=";">
        <PhraseChoice
          label="Period to combine into"
          value={step.to}
          options={(['week', 'month', 'quarter', 'year'] as const).map((value) => ({ value, name: value }))}
          onCommit={(to) => onChange({ ...step, to })}
        />
      </Joined>
      the{' '}
      <Joined by=":">
        <YearStartWord value={step.yearStart} onCommit={(yearStart) => onChange({ ...step, yearStart })} />
      </Joined>{' '}
      {step.measures.map((measure, index) => (
        <span key={measure.column}>
          {columnOf(table, measure.column)?.title ?? measure.column}{' '}
          <PhraseChoice
            label={`How ${columnOf(table, measure.column)?.title ?? measure.column} is combined`}
            value={measure.by}
            options={summaries}
            onCommit={(by) =>
              onChange({
                ...step,
                measures: step.measures.map((other, place) => (place === index ? { ...other, by } : other)),
              })
            }
          />
          {index < step.measures.length - 1 ? ', ' : '. '}
        </span>
      ))}
      {ticked.length > 0 && ticked.length !== step.measures.length && (
        <button
          type="button"
          className="phrase !font-normal text-quiet"
          onClick={() =>
            onChange({
              ...step,
              measures: ticked.map((column) => ({ column: column.key, by: summaryOfPeriods(table, column) })),
            })
          }
        >
          only the ticked columns
        </button>
      )}{' '}
      A {step.to} that lacks values is{' '}
      <PhraseChoice
        label="What a period that lacks values becomes"
        value={step.lacking}
        options={[
          { value: 'missing', name: 'missing' },
          { value: 'taken as it is', name: 'taken as it is' },
        ]}
        onCommit={(lacking) => onChange({ ...step, lacking })}
      />
    </>
  );
}

/** The changeable words of a step. */
export function StepSentence({ step, ...rest }: StepSentenceProps) {
  switch (step.kind) {
    case 'keep':
      return <KeepWords step={step} {...rest} />;
    case 'spread':
      return <SpreadWords step={step} {...rest} />;
    case 'gather':
      return <GatherWords step={step} {...rest} />;
    case 'aggregate':
      return <AggregateWords step={step} {...rest} />;
    case 'years':
      return (
        <>
          One column for each year of{' '}
          <Joined by=";">
            <MeasureWord
              label="Values of the years"
              table={rest.table}
              value={step.column}
              onCommit={(column) => rest.onChange({ ...step, column })}
            />
          </Joined>
          the <YearStartWord value={step.yearStart} onCommit={(yearStart) => rest.onChange({ ...step, yearStart })} />
        </>
      );
    case 'turn':
      return <>Rows become columns, and columns rows</>;
  }
}
