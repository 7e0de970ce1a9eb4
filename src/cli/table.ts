import type { Column } from '../core/table/column.ts';
import type { Received } from '../formats/table-file.ts';
import { readTableAt } from './files.ts';

const describe = (column: Column) => ({
  title: column.title,
  key: column.key,
  kind: column.kind,
  unit: column.kind === 'number' ? column.unit : null,
  interval: column.kind === 'date' ? column.interval : null,
  ordered: column.kind === 'text' ? column.ordered : null,
});

function asText(table: Received['table']): string {
  const lines = table.columns.map((column) => {
    const { key, kind, unit, interval, ordered } = describe(column);
    return `  ${key}  ${[kind, interval && `one a ${interval}`, unit, ordered && 'ordered'].filter(Boolean).join(', ')}`;
  });
  const remarks = table.remarks.map((remark) => `  ${remark.asks ? '?' : '-'} ${remark.text}`);
  return [`${table.title}: ${table.rows} rows × ${table.columns.length} columns`, ...lines, ...remarks].join('\n');
}

/** Prints what was understood of a table file. */
export async function table(path: string, json: boolean, sheet?: string): Promise<number> {
  const { table: read, sheets } = await readTableAt(path, sheet);
  const { title, rows, remarks } = read;
  console.log(
    json
      ? JSON.stringify({ title, rows, columns: read.columns.map(describe), remarks, sheets }, null, 2)
      : asText(read),
  );
  return 0;
}
