import { storedColumns } from '../../core/report/report.ts';
import { run } from '../state/store.ts';
import type { CardProps } from './HeadCard.tsx';

/** What can be done with a column as a whole: others beside it, its place, and away with it. */
export function ColumnActions({ item, table, column, editor, onDone }: CardProps & { onDone(): void }) {
  const place = table.columns.findIndex(({ key }) => key === column.key);
  const keys = storedColumns(item).map(({ meta }) => meta.key);
  const own = keys.indexOf(column.key);
  const last = keys.length - 1;
  const insert = (at: number) => {
    editor.insertColumn(at);
    onDone();
  };
  return (
    <div className="flex flex-wrap gap-1.5 border-t border-rule pt-2.5">
      <button type="button" className="btn btn-xs" onClick={() => insert(place)}>
        New column before
      </button>
      <button type="button" className="btn btn-xs" onClick={() => insert(place + 1)}>
        after
      </button>
      {own > 0 && (
        <button type="button" className="btn btn-xs" onClick={() => editor.moveColumn(column.key, -1)}>
          Move left
        </button>
      )}
      {own < last && (
        <button type="button" className="btn btn-xs" onClick={() => editor.moveColumn(column.key, 1)}>
          Move right
        </button>
      )}
      <button
        type="button"
        className="btn btn-xs"
        onClick={() => run('table.removeColumns', { table: item.id, columns: [column.key] }) ?? onDone()}
      >
        Remove this column
      </button>
    </div>
  );
}
