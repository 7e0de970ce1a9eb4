import type { TableItem } from '../../core/report/report.ts';
import { PhraseText } from '../controls/Phrase.tsx';
import { run, useReport } from '../state/store.ts';
import { useTable } from '../state/tables.ts';
import { makeFigure } from './make.ts';
import { Remarks, TableGrid } from './TableGrid.tsx';

/** A table of the report: its typed columns, its rows and what was remarked on it. */
export function TableView({ item }: { item: TableItem }) {
  const id = useReport((state) => state.id);
  const report = useReport((state) => state.report);
  const loaded = useTable(id, item);
  return (
    <section aria-label={`Table ${item.name}`} className="flex min-h-0 flex-1 flex-col gap-3 bg-desk p-6">
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
          {item.rows.toLocaleString('en-GB')} rows × {item.columns.length} columns
        </span>
        <button
          type="button"
          className="btn btn-sm btn-primary ml-auto"
          disabled={!('table' in loaded)}
          onClick={() => 'table' in loaded && makeFigure(report, item.id, loaded.table)}
        >
          Make a figure
        </button>
      </div>
      {'table' in loaded && (
        <>
          <Remarks table={loaded.table} />
          <TableGrid table={loaded.table} />
        </>
      )}
      {'loading' in loaded && <p role="status">Loading the rows …</p>}
      {'error' in loaded && <p role="alert">{loaded.error}</p>}
    </section>
  );
}
