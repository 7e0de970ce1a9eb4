import { memo, useMemo } from 'react';
import { partsBetween } from '../../core/named/parts.ts';
import { isReceived, storedColumns } from '../../core/report/report.ts';
import { receivedCount } from '../../core/report/tables.ts';
import { Calculation } from '../../core/table/calc/calculation.ts';
import { measureOfRule } from '../../core/table/calc/measures.ts';
import { sayRule } from '../../core/table/calc/say.ts';
import { type Column, ColumnMeta, metaOf } from '../../core/table/column.ts';
import { blockOf } from '../../core/table/kept.ts';
import { heardMeasure } from '../../core/table/measure/kind.ts';
import { sayMeasure, sayWhatAdds } from '../../core/table/measure/say.ts';
import { measureOf, weighedMeasure } from '../../core/table/measure/weigh.ts';
import { otherNumbersOf, readingFor, rereadColumn, underUnit } from '../../core/table/retype.ts';
import { LOCALES, localeOf } from '../../core/text/locale.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseText } from '../controls/Phrase.tsx';
import { Popover } from '../controls/Popover.tsx';
import { SlidersHorizontal } from '../icons.ts';
import { run } from '../state/store.ts';
import { type TableAtHand, useTableAtHand } from './at-hand.ts';
import { ColumnActions } from './ColumnActions.tsx';
import { DateReadings } from './DateReadings.tsx';
import { MeasureSentence } from './MeasureSentence.tsx';
import { useReceived } from './useReceived.ts';

const LOCALE = localeOf(LOCALES[0]);

export interface CardProps extends TableAtHand {
  column: Column;
}

/** What a column is, as sentences to change, opened at its head. */
export const HeadCard = memo(function HeadCard({ column, title }: { column: string; title: string }) {
  return (
    <Popover
      label={`Set column ${title}`}
      title="Title, kind, unit and format"
      className="flex h-6 w-6 shrink-0 items-center justify-center rounded text-[#6e6574] hover:bg-[#f3edf4] hover:text-[#5b3a63] aria-expanded:bg-[#f3edf4]"
      face={<SlidersHorizontal size={13} aria-hidden="true" />}
      placement="bottom-start"
      width="w-80"
    >
      {(close) => <Card column={column} onClose={close} />}
    </Popover>
  );
});

function Card({ column: key, onClose }: { column: string; onClose(): void }) {
  const hand = useTableAtHand();
  const column = hand.table.columns.find((candidate) => candidate.key === key);
  if (!column) return null;
  const isOwn = hand.editor.editable(column);
  return (
    <div className="flex flex-col gap-2.5">
      {isOwn ? <OwnColumn {...hand} column={column} /> : <FollowingColumn {...hand} column={column} onGone={onClose} />}
      {isOwn && <ColumnActions {...hand} column={column} onDone={onClose} />}
    </div>
  );
}

/** A column brought in: everything about it can be set. */
function OwnColumn({ item, table, column }: CardProps) {
  const stored = storedColumns(item).find(({ meta }) => meta.key === column.key);
  const before = stored?.meta ?? metaOf(column);
  const { whole, withWhole } = useReceived(stored);
  const set = (meta: ColumnMeta) => {
    const parts = partsBetween(ColumnMeta, metaOf(column), meta);
    return parts.length > 0 ? run('table.setColumn', { table: item.id, column: column.key, set: parts }) : null;
  };
  const setCells = (read: Column) => {
    const change = { table: item.id, column: column.key, set: partsBetween(ColumnMeta, before, metaOf(read)) };
    if (!isReceived(item) || !stored?.block) return run('table.setColumn', change);
    // What was typed is read by itself whenever the table is made; it stands behind the received cells.
    const count = receivedCount(item);
    const [received, texts] = [read.cells.slice(0, count), read.received?.slice(0, count)];
    const block = crypto.randomUUID();
    const cells = { from: stored.block, block };
    return run(
      'table.setColumn',
      { ...change, cells },
      { blocks: { [block]: blockOf({ cells: received, received: texts ?? null }) } },
    );
  };
  const meta = metaOf(column);
  return (
    <>
      <p>
        Title{' '}
        <PhraseText
          label="Title of the column"
          value={column.title}
          className="max-w-56"
          onCommit={(title) => set({ ...meta, title: title.trim() })}
        />
      </p>
      <p>
        It holds{' '}
        <PhraseChoice
          label="Kind of the column"
          value={column.kind}
          options={[
            { value: 'number', name: 'numbers' },
            { value: 'date', name: 'dates' },
            { value: 'text', name: 'text' },
          ]}
          onCommit={(kind) => withWhole((read) => setCells(rereadColumn(read, readingFor(read, kind))))}
        />
        <Unread column={column} totals={table.totals} />
      </p>
      {meta.kind === 'number' && (
        <>
          <p>
            Unit{' '}
            <PhraseText
              label="Unit of the column"
              value={meta.unit ?? ''}
              placeholder="none"
              className="max-w-44"
              onCommit={(text) => {
                const unit = text.trim() || null;
                const read = whole?.kind === 'number' ? underUnit(whole, unit) : null;
                return read && read.cells !== whole?.cells ? setCells(read) : set({ ...meta, unit });
              }}
            />
          </p>
          {whole && <NumberReadings column={whole} setCells={setCells} />}
          <p>
            Shown with{' '}
            <PhraseChoice
              label="Decimals of the column"
              value={meta.decimals === undefined ? 'auto' : (String(meta.decimals) as '0')}
              options={[
                { value: 'auto', name: 'as many decimals as its values have' },
                ...(['0', '1', '2', '3', '4'] as const).map((value) => ({
                  value,
                  name: value === '0' ? 'no decimals' : value === '1' ? '1 decimal' : `${value} decimals`,
                })),
              ]}
              onCommit={(value) => {
                const { decimals: _, ...rest } = meta;
                set(value === 'auto' ? rest : { ...rest, decimals: Number(value) });
              }}
            />
          </p>
          <MeasureSentence
            said={meta.measure}
            seems={weighedMeasure(table, column)}
            onSay={(measure) => {
              const { measure: _, ...rest } = meta;
              set(measure === undefined ? rest : { ...rest, measure });
            }}
          />
          <p>
            It{' '}
            <PhraseChoice
              label="Whether the column sums others"
              value={meta.total ? 'total' : 'plain'}
              options={[
                { value: 'plain', name: 'is no total' },
                { value: 'total', name: 'is a total of others, and not drawn unless asked' },
              ]}
              onCommit={(value) => set({ ...meta, total: value === 'total' })}
            />
          </p>
        </>
      )}
      {meta.kind === 'date' && <DateReadings column={whole ?? column} meta={meta} set={set} setCells={setCells} />}
      {meta.kind === 'text' && (
        <p>
          Its texts{' '}
          <PhraseChoice
            label="Whether the texts have an order"
            value={meta.ordered ? 'ordered' : 'free'}
            options={[
              { value: 'free', name: 'are names without an order' },
              { value: 'ordered', name: 'are in an order of their own' },
            ]}
            onCommit={(value) => set({ ...meta, ordered: value === 'ordered' })}
          />
        </p>
      )}
    </>
  );
}

function Unread({ column, totals }: { column: Column; totals: readonly number[] }) {
  const count = useMemo(() => {
    const skipped = new Set(totals);
    return column.kind === 'text'
      ? 0
      : column.cells.filter((cell, row) => typeof cell === 'string' && !skipped.has(row)).length;
  }, [column, totals]);
  if (count === 0) return null;
  return (
    <span className="block text-[13px] text-error">
      {count.toLocaleString('en-GB')} {count === 1 ? 'cell' : 'cells'} could not be read that way and{' '}
      {count === 1 ? 'counts' : 'count'} as missing.
    </span>
  );
}

interface NumberReadingsProps {
  column: Column;
  setCells(read: Column): string | null;
}

/** How the numbers are written, where what was received can be read in another way. */
function NumberReadings({ column, setCells }: NumberReadingsProps) {
  const { marked, letter } = useMemo(() => otherNumbersOf(column), [column]);
  if (column.kind !== 'number') return null;
  const decimal = column.decimal ?? '.';
  return (
    <>
      {marked !== null && (
        <p>
          “{marked}” is written with{' '}
          <PhraseChoice
            label="Decimal mark of the numbers"
            value={decimal}
            options={[
              { value: '.', name: 'a point before its decimals' },
              { value: ',', name: 'a comma before its decimals' },
            ]}
            onCommit={(mark) => setCells(rereadColumn(column, { as: 'number', decimal: mark }))}
          />
        </p>
      )}
      {letter !== null && (
        <p>
          “{letter}” after a number{' '}
          <PhraseChoice
            label="What the letter after numbers means"
            value={column.unit === letter ? 'unit' : 'size'}
            options={[
              { value: 'unit', name: 'is the unit' },
              { value: 'size', name: 'multiplies it' },
            ]}
            onCommit={(value) =>
              setCells(rereadColumn(column, { as: 'number', decimal, magnitudes: value === 'size' }))
            }
          />
        </p>
      )}
    </>
  );
}

/** A calculated column, or one of a shaped table: what it follows. */
function FollowingColumn({ item, table, column, onGone }: CardProps & { onGone(): void }) {
  const calculation = item.calculations.find(({ key }) => key === column.key);
  if (!calculation)
    return (
      <p>
        “{column.title}” follows the table that “{item.name}” is made from; set it there.
        {column.kind === 'number' && (
          <span className="block text-[13px] text-quiet">
            It measures {sayMeasure(measureOf(table, column))}: {sayWhatAdds(measureOf(table, column))}.
          </span>
        )}
      </p>
    );
  const setCalculation = (change: Partial<typeof calculation>) =>
    run('table.setCalculation', {
      table: item.id,
      calculation: calculation.key,
      set: partsBetween(Calculation, calculation, { ...calculation, ...change }),
    });
  return (
    <>
      <p>
        Title{' '}
        <PhraseText
          label="Title of the column"
          value={calculation.title}
          className="max-w-56"
          onCommit={(title) => setCalculation({ title: title.trim() })}
        />
      </p>
      <p>
        Unit{' '}
        <PhraseText
          label="Unit of the column"
          value={column.kind === 'number' ? (column.unit ?? '') : ''}
          placeholder="none"
          className="max-w-44"
          onCommit={(unit) => setCalculation({ unit: unit.trim() || null })}
        />
      </p>
      <MeasureSentence
        said={calculation.measure}
        seems={heardMeasure(measureOfRule(table, calculation.rule))}
        onSay={(measure) => setCalculation({ measure })}
      />
      <p className="text-[13px] text-quiet">{sayRule(calculation.rule, table, LOCALE)}</p>
      <button
        type="button"
        className="btn btn-sm w-fit"
        onClick={() => run('table.removeColumns', { table: item.id, columns: [column.key] }) ?? onGone()}
      >
        Remove this column
      </button>
    </>
  );
}
