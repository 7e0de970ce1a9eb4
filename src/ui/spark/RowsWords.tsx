import type { CommandArgs } from '../../core/change/commands/index.ts';
import type { DressedSparkTable } from '../../core/spark/spec.ts';
import type { Table } from '../../core/table/column.ts';
import { readTitle } from '../../core/table/titles.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { PhraseText } from '../controls/Phrase.tsx';
import { Joined, sentence, YesNo } from '../controls/words.tsx';
import { run } from '../state/store.ts';
import { ColumnChecks } from './ColumnChecks.tsx';
import { nameOfColumn } from './ColumnsStrip.tsx';

interface RowsWordsProps {
  spark: DressedSparkTable;
  table: Table;
  /** rows that are shown */
  count: number;
}

/** Of what there is a row. */
function RowsOf({ spark, table, count }: RowsWordsProps) {
  const { rows } = spark;
  const set = (next: DressedSparkTable['rows']) => run('spark.setRows', { spark: spark.id, rows: next });
  const texts = table.columns.filter(({ kind }) => kind === 'text');
  if (rows.kind === 'rows') return <>{count} rows, one for each row of the table;</>;
  if (rows.kind === 'categories')
    return (
      <>
        {count} rows, one for each
        <Joined by=";">
          <PhraseChoice
            label="What there is a row for"
            value={rows.category}
            options={texts.map(({ key, title }) => ({ value: key, name: readTitle(title).name }))}
            onCommit={(category) => set({ kind: 'categories', category })}
          />
        </Joined>
      </>
    );
  return (
    <Joined by=";">
      <ColumnChecks
        label="Columns that are rows"
        face={`${count} rows, each a column of the table`}
        table={table}
        chosen={rows.columns}
        onChoose={(columns) => {
          const changed = [...new Set([...rows.columns, ...columns])]
            .filter((key) => rows.columns.includes(key) !== columns.includes(key))
            .map((key) => [key, columns.includes(key)] as const);
          run('spark.setRows', { spark: spark.id, columns: Object.fromEntries(changed) });
        }}
      />
    </Joined>
  );
}

/** Order, groups, sums and filter of the rows, as sentences. */
export function RowsWords({ spark, table, count }: RowsWordsProps) {
  const { order, rows } = spark;
  const set = (change: CommandArgs<'spark.setOrder'>['order']) =>
    run('spark.setOrder', { spark: spark.id, order: change });
  const texts = table.columns.filter(
    ({ kind, key }) => kind === 'text' && !(rows.kind === 'categories' && rows.category === key),
  );
  const group = order.group === null ? '' : order.group === 'unit' ? '\u001funit' : order.group.column;
  const groups = [
    { value: '', name: 'not grouped' },
    ...(rows.kind === 'columns' ? [{ value: '\u001funit', name: 'grouped by unit' }] : []),
    ...(rows.kind === 'columns'
      ? []
      : texts.map(({ key, title }) => ({ value: key, name: `grouped by ${readTitle(title).name}` }))),
  ];
  return (
    <div>
      <p className={sentence}>
        <RowsOf spark={spark} table={table} count={count} /> in the order of
        <PhraseChoice
          label="Order of the rows"
          value={order.sort?.by ?? ''}
          options={[
            { value: '', name: 'the table' },
            ...spark.columns.map((column) => ({ value: column.id, name: nameOfColumn(column, table) })),
          ]}
          onCommit={(by) => set({ sort: by === '' ? null : { by, descending: order.sort?.descending ?? true } })}
        />
        <Joined by=";">
          {order.sort && (
            <YesNo
              label="Direction of the order"
              value={order.sort.descending}
              yes="falling"
              no="rising"
              onCommit={(descending) => set({ descending })}
            />
          )}
        </Joined>
        showing rows named
        <PhraseText
          label="Rows that are shown"
          value={order.filter}
          placeholder="anything"
          className="w-24"
          onCommit={(filter) => set({ filter: filter.trim() })}
        />
      </p>
      <p className={sentence}>
        Rows are
        <PhraseChoice
          label="Groups of the rows"
          value={group}
          options={groups}
          onCommit={(chosen) =>
            set({ group: chosen === '' ? null : chosen === '\u001funit' ? 'unit' : { column: chosen } })
          }
        />
        <Joined by=",">
          {order.group !== null && (
            <>
              <YesNo
                label="Subtotals"
                value={order.subtotals.shown}
                yes="with a subtotal named"
                no="without subtotals"
                onCommit={(shown) => set({ subtotals: { shown } })}
              />
              {order.subtotals.shown && (
                <PhraseText
                  label="Name of the subtotals"
                  value={order.subtotals.name}
                  className="w-20"
                  onCommit={(name) => set({ subtotals: { name: name.trim() } })}
                />
              )}
            </>
          )}
        </Joined>
        <YesNo
          label="Total row"
          value={order.total.shown}
          yes="with a last row named"
          no="without a total"
          onCommit={(shown) => set({ total: { shown } })}
        />
        {order.total.shown && (
          <PhraseText
            label="Name of the total"
            value={order.total.name}
            className="w-20"
            onCommit={(name) => set({ total: { name: name.trim() } })}
          />
        )}
        {(order.total.shown || order.subtotals.shown) && (
          <>
            that is their
            <PhraseChoice
              label="What sums are"
              value={order.sums}
              options={[
                { value: 'sum', name: 'sum' },
                { value: 'mean', name: 'mean' },
              ]}
              onCommit={(sums) => set({ sums })}
            />
            {order.sums === 'sum' && (
              <YesNo
                label="Sums with a missing part"
                value={order.partial}
                yes="of the known parts"
                no="only where all parts are known"
                onCommit={(partial) => set({ partial })}
              />
            )}
          </>
        )}
      </p>
    </div>
  );
}
