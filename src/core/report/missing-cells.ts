/** Cells that a report names and that are not there, such as after a database was restored in part. */
import type { Lack } from '../table/column.ts';
import type { Report, StoredTable } from './report.ts';
import { isReceived, tablesOf } from './report.ts';

/** What is said of them. */
export const sayMissing = (table: string, column: string, block: string): string =>
  `The cells of column “${column}” of table “${table}” (block ${block}) are missing, so everything is drawn without them. A backup may have them.`;

/** The table that names a block, and the title of its column; undefined where none does. */
export function namedBlock(report: Report, block: string): { table: StoredTable; title: string } | undefined {
  for (const table of tablesOf(report).filter(isReceived)) {
    const column = table.columns.find((candidate) => candidate.block === block || candidate.layer === block);
    if (column) return { table, title: column.meta.title };
  }
  return undefined;
}

/** The columns of a table whose cells are not stored any more; `isGone` tells it of a block. */
export const cellsLacking = ({ columns }: Pick<StoredTable, 'columns'>, isGone: (block: string) => boolean): Lack[] =>
  columns.flatMap(({ meta: { key, title }, block, layer }) => {
    const gone = [block, layer].find((one) => typeof one === 'string' && isGone(one));
    return typeof gone === 'string' ? [{ what: 'cells' as const, key, title, block: gone }] : [];
  });
