import { useMemo, useState } from 'react';
import { paletteColour } from '../../core/figure/draft.ts';
import type { TableItem } from '../../core/report/report.ts';
import { chooseAcross, chooseLines } from '../../core/table/choose.ts';
import type { Table } from '../../core/table/column.ts';
import { PhraseText } from '../controls/Phrase.tsx';
import { run, useReport } from '../state/store.ts';
import { useTable } from '../state/tables.ts';
import { Glance } from './Glance.tsx';
import { makeFigure } from './make.ts';
import { Remarks, TableGrid } from './TableGrid.tsx';

/** A table of the report: its typed columns, its rows and what was remarked on it. */
export function TableView({ item }: { item: TableItem }) {
  const report = useReport((state) => state.report);
  const loaded = useTable(item);
  const [chosen, setChosen] = useState<readonly string[] | null>(null);
  return (
    <section aria-label={`Table ${item.name}`} className="flex min-h-0 min-w-0 flex-1 flex-col gap-3 bg-desk p-6">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-2">
        <h2 className="font-serif text-lg font-semibold">
          <PhraseText
            label="Name of the table"
            value={item.name}
            className="w-72"
            onCommit={(text) => run('table.rename', { table: item.id, name: text.trim() })}
          />
        </h2>
        <span className="text-quiet">
          {'table' in loaded &&
            `${loaded.table.rows.toLocaleString('en-GB')} rows × ${loaded.table.columns.length} columns`}
        </span>
        <button
          type="button"
          className="btn btn-sm btn-primary ml-auto"
          disabled={!('table' in loaded)}
          onClick={() => 'table' in loaded && makeFigure(report, item.id, loaded.table, chosen)}
        >
          Make a figure
        </button>
      </div>
      {'table' in loaded && (
        <>
          <Remarks table={loaded.table} />
          <LookInto table={loaded.table} chosen={chosen} onChoose={setChosen} />
        </>
      )}
      {'loading' in loaded && <p role="status">Loading the rows …</p>}
      {'error' in loaded && <p role="alert">{loaded.error}</p>}
    </section>
  );
}

interface LookIntoProps {
  table: Table;
  /** keys of the ticked columns; null before the user ticked any */
  chosen: readonly string[] | null;
  onChoose(keys: readonly string[]): void;
}

/** The rows, and a glance at the ticked columns beside them. */
function LookInto({ table, chosen, onChoose }: LookIntoProps) {
  const style = useReport((state) => state.report.style);
  const across = useMemo(() => chooseAcross(table), [table]);
  const keys = useMemo(
    () => new Set(chosen ?? (across ? chooseLines(table, across.key).map((column) => column.key) : [])),
    [chosen, table, across],
  );
  const columns = useMemo(() => table.columns.filter((column) => keys.has(column.key)), [table, keys]);
  const colours = useMemo(() => columns.map((_, index) => paletteColour(style, index)), [columns, style]);
  const choose = (key: string, ticked: boolean) =>
    onChoose(ticked ? [...keys, key] : [...keys].filter((other) => other !== key));
  return (
    <div className="flex min-h-0 flex-1 gap-4">
      <TableGrid table={table} chosen={keys} onChoose={choose} />
      {across && <Glance across={across} columns={columns} colours={colours} />}
    </div>
  );
}
