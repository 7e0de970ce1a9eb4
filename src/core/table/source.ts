/** Where the numbers of a table are from. */
import type { Table } from './column.ts';

/** What a table names as its source, as figures print it; empty where it names none. */
export const sourceOf = ({ remarks }: Pick<Table, 'remarks'>): string =>
  remarks.find(({ source }) => source !== undefined)?.source ?? '';
