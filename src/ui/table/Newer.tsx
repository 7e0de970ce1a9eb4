import { useMemo, useState } from 'react';
import { usersOfColumn } from '../../core/item/users.ts';
import { replacing } from '../../core/report/extract.ts';
import type { StoredTable } from '../../core/report/report.ts';
import type { Column, Table } from '../../core/table/column.ts';
import { compareTables, type Difference, type Match, matchColumns, takeNewer } from '../../core/table/newer.ts';
import { listed } from '../../core/table/words.ts';
import type { Received } from '../../formats/table-file.ts';
import { PhraseChoice } from '../controls/Choice.tsx';
import { ifStillShown, show } from '../report/view.ts';
import { run, showError, useReport } from '../state/store.ts';
import { fetchAsReceived, useTable } from '../state/tables.ts';
import type { useIncoming } from './incoming.ts';
import { openQuestion, Understood } from './Understood.tsx';

interface NewerProps {
  item: StoredTable;
  received: Received;
  arriving: ReturnType<typeof useIncoming>;
}

/** A newer extract beside the table it is to replace: what changes, before it does. */
export function Newer(props: NewerProps) {
  const loaded = useTable(props.item);
  if (!('table' in loaded))
    return (
      <p role="status" className="flex-1 bg-desk p-8">
        {'error' in loaded ? loaded.error : 'Loading the rows …'}
      </p>
    );
  return <Compared {...props} table={loaded.table} />;
}

function Compared({ item, received, arriving, table: full }: NewerProps & { table: Table }) {
  const report = useReport((state) => state.report);
  const id = useReport((state) => state.id);
  const table = useMemo((): Table => {
    const own = new Set(item.columns.map(({ meta }) => meta.key));
    return { ...full, columns: full.columns.filter(({ key }) => own.has(key)) };
  }, [full, item]);
  const newer = received.table;
  const found = useMemo(() => matchColumns(table.columns, newer.columns), [table, newer]);
  const [chosen, setChosen] = useState<ReadonlyMap<string, string | null>>(new Map());
  const matches = useMemo(
    () =>
      found.map(
        (match): Match => ({ ...match, newer: chosen.has(match.key) ? (chosen.get(match.key) ?? null) : match.newer }),
      ),
    [found, chosen],
  );
  const difference = useMemo(() => compareTables(table, newer, matches), [table, newer, matches]);
  const users = (column: Column) => usersOfColumn(report, item.id, column.key);
  const [letGo, setLetGo] = useState<ReadonlySet<string>>(new Set());
  const used = difference.columnsGone.filter((column) => users(column).length > 0);
  const kept = new Set(difference.columnsGone.map(({ key }) => key).filter((key) => !letGo.has(key)));
  const [keepRows, setKeepRows] = useState(false);
  const question = openQuestion(received);
  const [taking, setTaking] = useState(false);
  const take = async () => {
    const showIt = ifStillShown(show);
    const whole = await fetchAsReceived(id, item, table);
    const next = takeNewer(whole, newer, { matches, keepColumns: kept, keepRows });
    const { args, blocks } = replacing(item, next.table, next.from, () => crypto.randomUUID());
    if (run('table.replace', args, { blocks }) === null) showIt({ kind: 'item', id: item.id });
  };
  const takeOnce = () => {
    setTaking(true);
    void take()
      .catch(showError)
      .finally(() => setTaking(false));
  };
  return (
    <Understood
      received={received}
      arriving={arriving}
      actions={
        <button
          type="button"
          className="btn btn-sm btn-primary"
          disabled={question !== null || taking}
          title={question ?? undefined}
          onClick={takeOnce}
        >
          Use the newer data
        </button>
      }
    >
      <section
        aria-label="What changes"
        className="flex max-h-64 shrink-0 flex-col gap-1.5 overflow-y-auto rounded-box border border-rule bg-base-100 p-3"
      >
        <h3 className="font-semibold">What changes in {item.name}</h3>
        <Rows difference={difference} rows={newer.rows} keep={keepRows} onKeep={setKeepRows} />
        {difference.columnsGone.map((column) => (
          <p key={column.key} className="flex flex-wrap items-baseline gap-x-1.5">
            <b className="font-semibold">{column.title}</b> is not in the newer extract
            {users(column).length > 0 && <> and is used by {listed(users(column))}</>}:{' '}
            <PhraseChoice
              label={`What becomes of ${column.title}`}
              value={letGo.has(column.key) ? 'go' : 'keep'}
              options={[
                { value: 'keep', name: 'its values stay with their rows' },
                ...(used.includes(column) ? [] : [{ value: 'go' as const, name: 'it is removed' }]),
                ...difference.columnsAdded.map((added) => ({
                  value: `=${added.key}` as const,
                  name: `it is now “${added.title}”`,
                })),
              ]}
              onCommit={(value) => {
                if (value.startsWith('=')) return setChosen(new Map(chosen).set(column.key, value.slice(1)));
                const next = new Set(letGo);
                if (value === 'go') next.add(column.key);
                else next.delete(column.key);
                setLetGo(next);
              }}
            />
          </p>
        ))}
        {[...chosen].map(([key, taken]) => (
          <p key={key}>
            {table.columns.find((column) => column.key === key)?.title} is taken from “
            {newer.columns.find((column) => column.key === taken)?.title}”.{' '}
            <button
              type="button"
              className="phrase !font-normal text-quiet"
              onClick={() => setChosen(new Map([...chosen].filter(([other]) => other !== key)))}
            >
              undo that
            </button>
          </p>
        ))}
        {difference.columnsAdded.length > 0 && (
          <p>New columns: {listed(difference.columnsAdded.map(({ title }) => `“${title}”`))}.</p>
        )}
      </section>
    </Understood>
  );
}

const MOST_LISTED = 200;

interface RowsProps {
  difference: Difference;
  rows: number;
  keep: boolean;
  onKeep(keep: boolean): void;
}

function Rows({ difference, rows, keep, onKeep }: RowsProps) {
  const { rowsAdded, rowsGone, revised } = difference;
  const names = (list: readonly string[]) => `(${listed(list, 4)})`;
  const rowWords = (list: readonly string[]) =>
    `${list.length.toLocaleString('en-GB')} ${list.length === 1 ? 'row' : 'rows'}`;
  return (
    <>
      {rowsAdded.length > 0 && (
        <p>
          {rowWords(rowsAdded)} {rowsAdded.length === 1 ? 'comes' : 'come'} in {names(rowsAdded)}.
        </p>
      )}
      {rowsGone.length > 0 && (
        <p>
          {rowWords(rowsGone)} {names(rowsGone)} {rowsGone.length === 1 ? 'is' : 'are'} not in the newer extract and{' '}
          <PhraseChoice
            label="What becomes of rows that are not in the newer extract"
            value={keep ? 'stay' : 'go'}
            options={[
              { value: 'go', name: rowsGone.length === 1 ? 'goes' : 'go' },
              { value: 'stay', name: rowsGone.length === 1 ? 'stays' : 'stay' },
            ]}
            onCommit={(value) => onKeep(value === 'stay')}
          />
        </p>
      )}
      {rowsAdded.length + rowsGone.length === 0 && <p>The same {rows.toLocaleString('en-GB')} rows.</p>}
      {revised.length === 0 && <p>No values are revised.</p>}
      {revised.length > 0 && (
        <details open={revised.length <= 12}>
          <summary className="cursor-pointer">
            {revised.length.toLocaleString('en-GB')} {revised.length === 1 ? 'value is' : 'values are'} revised
          </summary>
          <table className="mt-1 text-[13px]">
            <thead>
              <tr className="text-left text-quiet">
                <th className="pr-6 font-normal">Row</th>
                <th className="pr-6 font-normal">Column</th>
                <th className="pr-6 text-right font-normal">From</th>
                <th className="text-right font-normal">To</th>
              </tr>
            </thead>
            <tbody>
              {revised.slice(0, MOST_LISTED).map((revision) => (
                <tr key={`${revision.row} ${revision.column}`}>
                  <td className="pr-6">{revision.row}</td>
                  <td className="pr-6">{revision.column}</td>
                  <td className="pr-6 text-right tabular-nums">{revision.from}</td>
                  <td className="text-right font-semibold tabular-nums">{revision.to}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {revised.length > MOST_LISTED && (
            <p className="text-quiet">and {(revised.length - MOST_LISTED).toLocaleString('en-GB')} more</p>
          )}
        </details>
      )}
    </>
  );
}
