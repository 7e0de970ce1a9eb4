import { Refusal } from '../refusal.ts';
import type { Column, Table } from './column.ts';

/** The column with a key, or else a title; throws a Refusal that names those there are. */
export function findColumn(table: Table, wanted: string): Column {
  const named = wanted.trim().toLowerCase();
  const column =
    table.columns.find(({ key }) => key === wanted.trim()) ??
    table.columns.find(({ title }) => title.toLowerCase() === named);
  if (column) return column;
  const known = table.columns.map(({ key }) => key).join(', ');
  throw new Refusal(`There is no column “${wanted}” in “${table.title}”; it has ${known}.`);
}
