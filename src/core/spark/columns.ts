import type { SparkColumn, SparkTableSpec } from './spec.ts';

function keysOfColumn(column: SparkColumn): string[] {
  if (column.kind === 'name' || column.kind === 'derived') return [];
  if (column.kind !== 'sparkline') return [column.column];
  const { over, edge, reference } = column;
  const beside = typeof reference === 'object' && 'column' in reference ? [reference.column] : [];
  return [column.column, ...over, ...(edge === 'year before' ? [] : [edge.column]), ...beside];
}

/** Keys of the table's columns that a spark table reads. */
export function keysOfSpark({ rows, columns, order }: SparkTableSpec): Set<string> {
  const ofRows = rows.kind === 'columns' ? rows.columns : rows.kind === 'categories' ? [rows.category] : [];
  const names = rows.kind === 'rows' && rows.names !== null ? [rows.names] : [];
  const group = order.group !== null && order.group !== 'unit' ? [order.group.column] : [];
  return new Set([...ofRows, ...names, ...group, ...columns.flatMap(keysOfColumn)]);
}
