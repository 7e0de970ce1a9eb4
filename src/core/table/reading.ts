/** How a table as received is to be read: what was found out, and what its user decided otherwise. */
import type { Remark } from './column.ts';
import type { Clock } from './lengths.ts';

/** How numbers are read where the column does not tell, or its user decided otherwise. */
export interface NumberReading {
  as: 'number';
  decimal: '.' | ',';
  /** whether k, m and bn multiply; absent lets the column tell */
  magnitudes?: boolean;
  /** whether 0.14 beside 12 % is 14 % */
  shares?: boolean;
  /** the number that stands for no value, such as -9999; null for none */
  none?: number | null;
  /** credits count above zero and debits below it, not the other way round */
  credits?: 'above';
  /** what the two parts of 4:12 are */
  clock?: Clock;
}

export type ColumnReading =
  | { as: 'date'; shape: string }
  | NumberReading
  /** without `ordered`, an order of their own is found from the texts */
  | { as: 'text'; ordered?: boolean };

/** Decisions that take the place of what would be found out. */
export interface Reading {
  /** name of the sheet of a workbook, or of the table of a page */
  sheet?: string;
  delimiter?: string;
  /** first and last line of the table, counted as in the file */
  lines?: { from: number; to: number };
  /** whether the first of those lines heads the columns */
  header?: boolean;
  /** whether series stand in rows, so that rows and columns are turned */
  turned?: boolean;
  /** whether rows and columns that look like totals are */
  totals?: boolean;
  /** whether a last period that looks unfinished is */
  unfinished?: boolean;
  /** whether a last stretch of values that are marked as provisional is drawn as unfinished */
  provisional?: boolean;
  /** whether a year and the month beside it are one date */
  joined?: boolean;
  /** by key of the column */
  columns?: Readonly<Record<string, ColumnReading>>;
}

/** Another way to read what a finding speaks of. */
export interface OtherReading {
  /** as the words of a button: "Read them as day/month/year" */
  say: string;
  reading: Reading;
}

/** A remark on a table that is not kept yet, with the other readings of what it says. */
export interface Finding extends Remark {
  others?: readonly OtherReading[];
  /** true when nothing in the table decides, so that its user must */
  asks?: boolean;
}

/** A reading with further decisions; those of single columns are added to those before. */
export function decide(reading: Reading, more: Reading): Reading {
  // Lines and columns of another sheet mean nothing on this one.
  const base = more.sheet === undefined ? reading : {};
  return { ...base, ...more, columns: { ...base.columns, ...more.columns } };
}
