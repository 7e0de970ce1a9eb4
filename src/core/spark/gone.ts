/** What a spark table names and what is gone: it is set without it, and has it again when that is back. */
import { columnOf, likeliest, type Substitute, type Table, type WholeLack, wholeLackOf } from '../table/column.ts';
import { keysOfSpark } from './columns.ts';
import { isOfSum, type SparkRecord } from './records.ts';
import type { SparkColumn, SparkTableSpec } from './spec.ts';

/** What its table lacks. */
export type SparkGone =
  /** all of it */
  | { what: 'table'; lack: WholeLack; others: readonly Substitute[] }
  /** a column; `cells` has its title where only its cells are lost */
  | { what: 'column'; key: string; cells: { title: string; block: string } | null };

/** What it lacks itself, or what is no row of it any more. */
export type SparkPartGone =
  /** the sparkline that a column of numbers is taken from */
  | { what: 'sparkline'; key: string; column: string }
  /** the column that rows stand in the order of */
  | { what: 'order'; key: string }
  /** a column at which a text over headers begins or ends */
  | { what: 'head'; key: string; head: string; text: string }
  /** rows that have something of their own in a column */
  | { what: 'rows'; keys: readonly string[]; column: string };

const MOST_OTHERS = 2;

/** What a spark table names and its table lacks; where that is gone, nothing is said of its columns. */
export function goneInSpark(spec: SparkTableSpec, table: Table): SparkGone[] {
  const lack = wholeLackOf(table);
  const keys = keysOfSpark(spec);
  if (lack) {
    const others = 'others' in lack ? lack.others : [];
    const fitting = lack.what === 'table' ? likeliest(others, keys) : others;
    return [{ what: 'table', lack, others: fitting.slice(0, MOST_OTHERS) }];
  }
  const gone = [...keys].filter((key) => !columnOf(table, key));
  return gone.map((key): SparkGone => {
    const lost = table.lacks?.find((one) => one.what === 'cells' && one.key === key);
    return { what: 'column', key, cells: lost?.what === 'cells' ? { title: lost.title, block: lost.block } : null };
  });
}

/** Rows that a column sets apart and that are none of these. */
function rowsGone(column: SparkColumn, rows: ReadonlySet<string>): SparkPartGone[] {
  if (!('exceptions' in column)) return [];
  const own: readonly { row: string }[] = column.exceptions;
  const keys = own.flatMap(({ row }) => (rows.has(row) || isOfSum(row) ? [] : [row]));
  return keys.length > 0 ? [{ what: 'rows', keys, column: column.id }] : [];
}

/** What a spark table names of itself and lacks. Where its table lacks something, its rows may be others, and nothing is said of them. */
export function partsGoneInSpark(
  { columns, order, heads }: SparkTableSpec,
  { records, gone }: { records: readonly SparkRecord[]; gone: readonly SparkGone[] },
): SparkPartGone[] {
  const hasColumn = (id: string) => columns.some((column) => column.id === id);
  const hasSparkline = (id: string) => columns.some((column) => column.id === id && column.kind === 'sparkline');
  const rows = new Set(records.map(({ key }) => key));
  return [
    ...columns.flatMap((column): SparkPartGone[] =>
      column.kind === 'derived' && !hasSparkline(column.of)
        ? [{ what: 'sparkline', key: column.of, column: column.id }]
        : [],
    ),
    ...(order.sort && !hasColumn(order.sort.by) ? [{ what: 'order' as const, key: order.sort.by }] : []),
    ...heads.flatMap(({ id, text, from, to }): SparkPartGone[] => {
      const key = [from, to].find((end) => !hasColumn(end));
      return key === undefined ? [] : [{ what: 'head', key, head: id, text }];
    }),
    ...(gone.length > 0 ? [] : columns.flatMap((column) => rowsGone(column, rows))),
  ];
}
