import { useMemo, useState } from 'react';
import { Refusal } from '../../core/refusal.ts';
import { isReceived, type ShapedTable, type TableItem, tableIn, tablesOf } from '../../core/report/report.ts';
import { type Table, wholeLackOf } from '../../core/table/column.ts';
import { draftStep, nameOfStep, STEP_KINDS, type StepKind } from '../../core/table/shape/draft.ts';
import { sayStep } from '../../core/table/shape/say.ts';
import { applyStep } from '../../core/table/shape/shape.ts';
import type { Step } from '../../core/table/shape/step.ts';
import { cutTo } from '../../core/text/letters.ts';
import { LOCALES, localeOf } from '../../core/text/locale.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { show } from '../report/view.ts';
import { run, useReport } from '../state/store.ts';
import { useTableCalled } from '../state/tables.ts';
import { StepSentence } from './StepSentence.tsx';

const LOCALE = localeOf(LOCALES[0]);

/** What a table lacks that a step needs. */
const LACKING: Record<StepKind, string> = {
  keep: 'The table has no columns.',
  spread: 'This needs a column to run across, a category column and a number column.',
  gather: 'This needs number columns.',
  aggregate: 'This needs a date column and a number column.',
  years: 'This needs a date column and a number column.',
  turn: 'The table has no columns.',
};

interface ShapeStripProps {
  item: TableItem;
  table: Table;
  chosen: readonly string[];
}

/** The table that a step makes, or why it cannot. */
function attempt(table: Table, step: Step): { made: Table } | { error: string } {
  try {
    return { made: applyStep(table, step) };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { error: error.message };
  }
}

/** Makes other tables of this one, which follow it; and the steps by which this one was made. */
export function ShapeStrip({ item, table, chosen }: ShapeStripProps) {
  const [step, setStep] = useState<Step | null>(null);
  const outcome = useMemo(() => (step ? attempt(table, step) : null), [table, step]);
  const choose = (kind: StepKind) => setStep(draftStep(kind, table));
  const make = () => {
    if (!step) return;
    const id = crypto.randomUUID();
    const made: ShapedTable = {
      type: 'shaped',
      id,
      name: cutTo(nameOfStep(step, table), 200),
      of: item.id,
      steps: [step],
      calculations: [],
    };
    if (run('item.add', { item: made }) === null) show({ kind: 'item', id });
  };
  return (
    <div className="flex flex-col gap-2.5 px-4 py-3">
      {item.type === 'shaped' && <Steps item={item} chosen={chosen} />}
      <p className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
        Make a table from this one:
        {STEP_KINDS.map(({ kind, name }) => (
          <button
            key={kind}
            type="button"
            aria-pressed={step?.kind === kind}
            disabled={draftStep(kind, table) === null}
            title={draftStep(kind, table) === null ? LACKING[kind] : undefined}
            className="phrase !font-normal disabled:opacity-50 aria-pressed:!font-semibold aria-pressed:text-primary"
            onClick={() => choose(kind)}
          >
            {name}
          </button>
        ))}
      </p>
      {step && outcome && (
        <>
          <p className="border-l-2 border-primary pl-2.5 leading-7">
            <StepSentence step={step} table={table} chosen={chosen} onChange={setStep} />
            <button type="button" className="btn btn-sm btn-primary ml-2" disabled={'error' in outcome} onClick={make}>
              Make the table
            </button>
          </p>
          <p role="status" className="text-[13px] text-quiet">
            {'error' in outcome
              ? outcome.error
              : `${sayStep(step, table, LOCALE)} Makes ${outcome.made.rows.toLocaleString('en-GB')} rows × ${outcome.made.columns.length} columns, which follow this table when it changes.`}
          </p>
        </>
      )}
    </div>
  );
}

/** The steps of a shaped table, each changeable where it stands. */
function Steps({ item, chosen }: { item: ShapedTable; chosen: readonly string[] }) {
  const source = useReport((state) => tableIn(state.report, item.of));
  const loaded = useTableCalled(item.of);
  if (!('table' in loaded)) return null;
  let before: Table | null = wholeLackOf(loaded.table) ? null : loaded.table;
  const set = (at: number, was: Step, to?: Step) =>
    run('table.setStep', { table: item.id, at, was, ...(to && { to }) });
  return (
    <div className="flex flex-col gap-1">
      {source ? (
        <p>
          Made from{' '}
          <button type="button" className="phrase" onClick={() => show({ kind: 'item', id: item.of })}>
            {source.name}
          </button>
          , and follows it:
        </p>
      ) : (
        <GoneSource item={item} />
      )}
      <ol aria-label="Steps" className="flex flex-col gap-1">
        {item.steps.map((step, index) => {
          const from: Table | null = before;
          const after: { made: Table } | { error: string } | null = from && attempt(from, step);
          before = after && 'made' in after ? after.made : null;
          // Steps have no id of their own; their place is what they are.
          const key = `${index} ${step.kind}`;
          return (
            <li key={key} className="border-l-2 border-rule pl-2.5 leading-7">
              {from ? (
                <StepSentence step={step} table={from} chosen={chosen} onChange={(next) => set(index, step, next)} />
              ) : (
                <span className="text-quiet">
                  follows when {index > 0 ? 'the step before it fits again' : 'there is a table that it is made from'}
                </span>
              )}
              {item.steps.length > 1 && (
                <button type="button" className="phrase !font-normal text-quiet" onClick={() => set(index, step)}>
                  remove
                </button>
              )}
              {after && 'error' in after && <span className="text-[13px] text-error">{after.error}</span>}
            </li>
          );
        })}
      </ol>
    </div>
  );
}

/** Says that the table which a table was made from is gone, and takes another one instead. */
function GoneSource({ item }: { item: ShapedTable }) {
  const report = useReport((state) => state.report);
  const others = tablesOf(report).filter(isReceived);
  return (
    <p>
      Made from a table that is gone; bring that table back to restore it.{' '}
      {others.length > 0 && (
        <PhraseChoice
          label="Table to make it from"
          isMenu
          value=""
          options={[
            { value: '', name: 'Make it from another one' },
            ...others.map(({ id, name }) => ({ value: id, name })),
          ]}
          onCommit={(to) => run('item.takeTable', { item: item.id, from: item.of, to })}
        />
      )}
    </p>
  );
}
