/** Columns that are made by hand: empty ones, and what they become when something is typed or pasted into them. */
import { partsBetween } from '../../core/named/parts.ts';
import type { StoredTable } from '../../core/report/report.ts';
import { type Cell, type Column, ColumnMeta, metaOf, type Table } from '../../core/table/column.ts';
import { inferColumn } from '../../core/table/infer.ts';
import { freeTitle, isUntitled, keysOf, untitled } from '../../core/table/titles.ts';
import { run } from '../state/store.ts';

/** A column as its texts show it, and what was assumed of it in one sentence, if anything was. */
interface FromTexts {
  column: Column;
  said: string | null;
}

/** The kind of column that texts show; numbers where there are none yet. */
export function columnOfTexts(texts: readonly string[], key = '', title = ''): FromTexts {
  if (texts.every((text) => text.trim() === ''))
    return { column: { key, title, kind: 'number', unit: null, whole: false, total: false, cells: [] }, said: null };
  const { column, findings } = inferColumn({ key, title, texts, placeOf: (row) => row + 1 }, false);
  return { column, said: findings.find(({ passing }) => !passing)?.text ?? null };
}

/** True for a column without a title of its own or a single value, which was put in and may become any kind. */
export const isUntouched = ({ title, cells }: Column) => isUntitled(title) && cells.every((cell) => cell === null);

/** Gives a column that holds nothing the kind of the texts that come; null where it has it already, or holds received cells. */
export function takeKind(item: StoredTable, column: Column, texts: readonly string[]): Column | null {
  const { column: shown } = columnOfTexts(texts, column.key, column.title);
  if (shown.cells.length === 0 || shown.kind === column.kind) return null;
  const made: Column = { ...shown, key: column.key, title: column.title, cells: column.cells };
  const stored = item.columns.find(({ meta }) => meta.key === column.key);
  if (stored?.block !== null) return null;
  const set = partsBetween(ColumnMeta, stored.meta, metaOf(made));
  return run('table.setColumn', { table: item.id, column: column.key, set }) === null ? made : null;
}

/** A key that no other has, also none that someone else gives at the same time. */
const newKey = (title: string) => `${keysOf([title])[0] ?? 'column'}_${crypto.randomUUID().slice(0, 8)}`;

/** Empty columns of the kinds that were shown, put before another column or at the end; the table with them. */
export function insertColumns(
  item: StoredTable,
  table: Table,
  shown: readonly FromTexts[],
  before: string | null = null,
): { table: Table; added: Column[]; said: string | null } {
  const cells = new Array<Cell>(table.rows).fill(null);
  const titles = new Set(table.columns.map(({ title }) => title));
  const added = shown.map(({ column }): Column => {
    const title = freeTitle(untitled(table.columns.length + 1), titles);
    titles.add(title);
    return { ...column, key: newKey(title), title, cells };
  });
  const columns = added.map((column) => ({ meta: metaOf(column), block: null, typed: {} }));
  const refused = run('table.insertColumns', { table: item.id, before, columns });
  if (refused !== null) return { table, added: [], said: refused };
  const said = shown.flatMap((one) => one.said ?? [])[0] ?? null;
  return { table: { ...table, columns: [...table.columns, ...added] }, added, said };
}
