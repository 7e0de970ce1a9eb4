import type { SparkColumn, SparkTableSpec } from './spec.ts';

/** Keys of the table's columns that a spark table reads. */
export function keysOfSpark({ rows, columns }: SparkTableSpec): Set<string> {
  const ofRows = rows.kind === 'columns' ? rows.columns : rows.kind === 'categories' ? [rows.category] : [];
  const ofColumns = columns.flatMap((column: SparkColumn) => {
    if (column.kind === 'name' || column.kind === 'derived') return [];
    return column.kind === 'sparkline' ? [column.column, ...column.over] : [column.column];
  });
  return new Set([...ofRows, ...ofColumns]);
}
