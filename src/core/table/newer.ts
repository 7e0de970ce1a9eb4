/** Putting a newer extract in the place of a table: what it changes, and the table that comes of it. */
import { LOCALES, localeOf } from '../text/locale.ts';
import { formatPeriod } from '../time/format.ts';
import { chooseAcross } from './choose.ts';
import type { Cell, Column, Table } from './column.ts';
import { periodNumber } from './periods.ts';
import { receivedOf, textsOf, withReceived } from './received.ts';
import { readingFor, rereadColumn } from './retype.ts';
import { periodsOfTable } from './series.ts';
import { keysOf } from './titles.ts';
import { textOfCell } from './written.ts';

const ENGLISH = localeOf(LOCALES[0]);

/** Which column of the newer extract takes the place of one of the table; null where none does. */
export interface Match {
  /** key of the table's column */
  key: string;
  /** key of the newer column */
  newer: string | null;
}

const plain = (title: string) =>
  title
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[\s_]+/g, ' ')
    .trim();

/** Matches columns by title, letter for letter first, then without regard to case, blanks and underscores. */
export function matchColumns(columns: readonly Column[], newer: readonly Column[]): Match[] {
  const free = new Map(newer.map((column) => [column.key, column]));
  const take = (test: (column: Column) => boolean) => {
    const found = [...free.values()].find(test);
    if (found) free.delete(found.key);
    return found?.key ?? null;
  };
  const exact = columns.map(({ title }) => take((column) => column.title === title));
  return columns.map(({ key, title }, index) => ({
    key,
    newer: exact[index] ?? take((column) => plain(column.title) === plain(title)),
  }));
}

/** A value that the newer extract gives otherwise. */
interface Revision {
  row: string;
  column: string;
  from: string;
  to: string;
}

export interface Difference {
  /** names of rows, in their order */
  rowsAdded: string[];
  rowsGone: string[];
  revised: Revision[];
  /** columns of the table that the newer extract lacks, and those it brings */
  columnsGone: Column[];
  columnsAdded: Column[];
}

/** The columns by which a row is known again: dates or names across, and the categories beside them. */
function idColumns(table: Table): Column[] {
  const periods = periodsOfTable(table);
  if (periods.kind === 'dates') return [periods.column, ...periods.categories];
  const across = chooseAcross(table);
  return across ? [across] : [];
}

const idOfCell = (column: Column, cell: Cell) =>
  column.kind === 'date' && typeof cell === 'number' ? String(periodNumber(cell, column.interval)) : String(cell ?? '');

/** A name for each row, distinct within the table: by the id columns, or by place where there are none. */
function rowIds(columns: readonly (Column | undefined)[], rows: number): string[] {
  const seen = new Map<string, number>();
  return Array.from({ length: rows }, (_, row) => {
    const parts = columns.map((column) => (column ? idOfCell(column, column.cells[row] ?? null) : ''));
    const id = columns.length > 0 ? parts.join('\u0000') : '';
    const count = (seen.get(id) ?? 0) + 1;
    seen.set(id, count);
    return `${id}\u0000${count}`;
  });
}

const wordsOfCell = (column: Column, cell: Cell): string =>
  column.kind === 'date' && typeof cell === 'number'
    ? formatPeriod(cell, column.interval, ENGLISH)
    : textOfCell(column, cell);

const nameOfRow = (columns: readonly (Column | undefined)[], row: number) =>
  columns
    .flatMap((column) => (column ? [wordsOfCell(column, column.cells[row] ?? null) || '(empty)'] : []))
    .join(', ') || `row ${row + 1}`;

interface Pairing {
  /** the newer column for each of the table's, read as the table's kind */
  matched: { column: Column; newer: Column | undefined }[];
  added: Column[];
  oldIds: string[];
  newIds: string[];
  ids: (Column | undefined)[];
  newerIds: (Column | undefined)[];
}

function pair(table: Table, newer: Table, matches: readonly Match[]): Pairing {
  const wanted = new Map(matches.map((match) => [match.key, match.newer]));
  const matched = table.columns.map((column) => {
    const found = newer.columns.find(({ key }) => key === wanted.get(column.key));
    const fits = !found || found.kind === column.kind;
    return { column, newer: fits ? found : rereadColumn(found, readingFor(found, column.kind)) };
  });
  const taken = new Set(matches.map((match) => match.newer));
  const ids = idColumns(table);
  const newerIds = ids.map((column): Column | undefined => {
    const found = matched.find((entry) => entry.column === column)?.newer;
    // Rows are known again by the table's own periods, whatever a short extract looks like.
    return found?.kind === 'date' && column.kind === 'date' ? { ...found, interval: column.interval } : found;
  });
  return {
    matched,
    added: newer.columns.filter(({ key }) => !taken.has(key)),
    ids,
    newerIds,
    oldIds: rowIds(ids, table.rows),
    newIds: rowIds(newerIds, newer.rows),
  };
}

/** What a newer extract changes in a table, by columns that are matched and rows that are known again. */
export function compareTables(table: Table, newer: Table, matches: readonly Match[]): Difference {
  const { matched, added, ids, newerIds, oldIds, newIds } = pair(table, newer, matches);
  const newRowOf = new Map(newIds.map((id, row) => [id, row]));
  const known = new Set(oldIds);
  const revised: Revision[] = [];
  const rowsGone: string[] = [];
  oldIds.forEach((id, row) => {
    const at = newRowOf.get(id);
    if (at === undefined) {
      rowsGone.push(nameOfRow(ids, row));
      return;
    }
    for (const { column, newer: other } of matched) {
      if (!other || ids.includes(column)) continue;
      const [from, to] = [column.cells[row] ?? null, other.cells[at] ?? null];
      if (from === to) continue;
      const words = (of: Column, cell: Cell) => wordsOfCell(of, cell) || 'missing';
      revised.push({
        row: nameOfRow(ids, row),
        column: column.title,
        from: words(column, from),
        to: words(other, to),
      });
    }
  });
  return {
    rowsAdded: newIds.flatMap((id, row) => (known.has(id) ? [] : [nameOfRow(newerIds, row)])),
    rowsGone,
    revised,
    columnsGone: matched.flatMap(({ column, newer: other }) => (other ? [] : [column])),
    columnsAdded: added,
  };
}

/** A matched column: what is known of the table's own, with the newer cells. */
function joined(column: Column, newer: Column): Column {
  const { key, title } = column;
  if (column.kind === 'number' && newer.kind === 'number')
    return { ...column, whole: newer.whole, unit: column.unit ?? newer.unit, cells: newer.cells };
  if (column.kind === 'date' && newer.kind === 'date') {
    const { recordsFrom } = column;
    // Too few dates do not show their interval.
    const interval = newer.cells.length < 4 ? column.interval : newer.interval;
    return { ...newer, key, title, interval, ...(recordsFrom !== undefined && { recordsFrom }) };
  }
  if (column.kind === 'text' && newer.kind === 'text') return { ...newer, key, title, ordered: column.ordered };
  return { ...newer, key, title };
}

export interface Taking {
  matches: readonly Match[];
  /** keys of columns that stay although the newer extract lacks them */
  keepColumns: ReadonlySet<string>;
  /** whether rows stay that the newer extract lacks */
  keepRows: boolean;
}

/** Where each row of the result comes from: its place in the table, in the newer extract, or in both. */
function sourcesOfRows(oldIds: readonly string[], newIds: readonly string[], keepRows: boolean) {
  const oldRow = new Map(oldIds.map((id, row) => [id, row]));
  const newRow = new Map(newIds.map((id, row) => [id, row]));
  const ids = keepRows ? [...oldIds, ...newIds.filter((id) => !oldRow.has(id))] : newIds;
  return ids.map((id) => ({ old: oldRow.get(id), newer: newRow.get(id) }));
}

/**
 * The table with the newer data: its columns keep their keys, titles and
 * formats, so that figures go on pointing at them. Columns and rows that the
 * newer extract lacks go unless they are to be kept, with the values they had.
 * New columns stand at the end. `from` gives for each row which of the table it was.
 */
export function takeNewer(
  table: Table,
  newer: Table,
  { matches, keepColumns, keepRows }: Taking,
): { table: Table; from: (number | null)[] } {
  const { matched, added, oldIds, newIds } = pair(table, newer, matches);
  const sources = sourcesOfRows(oldIds, newIds, keepRows);
  /** The column with each row's cell and its text from where the row comes. */
  const filled = (made: Column, old: Column | undefined, other: Column | undefined): Column => {
    const pick = <T>(ofOld: readonly T[] | undefined, ofOther: readonly T[] | undefined, none: T) =>
      sources.map((source): T => {
        if (ofOther && source.newer !== undefined) return ofOther[source.newer] ?? none;
        return (source.old !== undefined ? ofOld?.[source.old] : undefined) ?? none;
      });
    const column: Column = { ...made, cells: pick<Cell>(old?.cells, other?.cells, null) };
    const texts = pick(old && textsOf(old), other && textsOf(other), '');
    return withReceived(column, receivedOf(column, texts));
  };
  const own = matched.flatMap(({ column, newer: other }): Column[] => {
    if (!other && !keepColumns.has(column.key)) return [];
    return [filled(other ? joined(column, other) : column, column, other)];
  });
  const taken = new Set(table.columns.map(({ key }) => key));
  const more = added.map((column): Column => {
    const key = taken.has(column.key) ? (keysOf([...taken, column.key]).at(-1) ?? column.key) : column.key;
    taken.add(key);
    return filled({ ...column, key }, undefined, column);
  });
  const totals = { old: new Set(table.totals), newer: new Set(newer.totals) };
  const made = {
    ...newer,
    title: table.title,
    rows: sources.length,
    columns: [...own, ...more],
    totals: sources.flatMap((source, row) => {
      const total = source.newer === undefined ? totals.old.has(source.old ?? -1) : totals.newer.has(source.newer);
      return total ? [row] : [];
    }),
  };
  return { table: made, from: sources.map(({ old }) => old ?? null) };
}
