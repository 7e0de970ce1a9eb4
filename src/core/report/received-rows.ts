/** The rows of a table as it was received, in its document. */
import { rowName } from '../table/row-names.ts';
import type { StoredTable } from './report.ts';

/** The rows of a table that was brought in, called by their numbers. */
const RECEIVED = 'r';

export const receivedRows = (count: number): StoredTable['base'] =>
  count === 0 ? [] : [{ of: RECEIVED, from: 0, count }];

/** Marks for rows by their places. */
export const marksOf = (rows: readonly number[], nameAt = (row: number) => rowName(RECEIVED, row)) =>
  Object.fromEntries(rows.map((row) => [nameAt(row), true as const]));
