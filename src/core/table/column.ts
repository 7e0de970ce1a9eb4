import * as z from 'zod';
import { IntervalName } from '../time/interval.ts';
import { SaidMeasure } from './measure/kind.ts';

/**
 * One cell of a column: a number, or a date as milliseconds since 1970-01-01
 * UTC, or text; null where nothing was given. In a number or date column a
 * string is a value that could not be read: kept as typed, counted as missing.
 */
export const Cell = z.union([z.number(), z.string(), z.null()]);
export type Cell = z.infer<typeof Cell>;

const titled = { key: z.string().min(1).max(200), title: z.string().max(500) };

/** What is known of a column besides its cells. */
export const ColumnMeta = z.discriminatedUnion('kind', [
  z.strictObject({
    ...titled,
    kind: z.literal('date'),
    interval: IntervalName,
    /** start of the first period whose data are not complete, ms UTC; absent when all are */
    unfinishedFrom: z.number().optional(),
    /** the year in which the records begin that the table holds, where that was said */
    recordsFrom: z.number().int().min(1).max(9999).optional(),
    /** id of the way of writing it was read by, so that what is typed later is read the same way */
    shape: z.string().max(40).optional(),
  }),
  z.strictObject({
    ...titled,
    kind: z.literal('number'),
    /** what the numbers count or measure, as a reader would say it: "%", "EUR per litre" */
    unit: z.string().max(80).nullable(),
    /** what is counted or measured, where the title says only when: the columns of years laid over each other */
    of: z.string().max(500).optional(),
    /** true when every value is a whole number, so that ticks never fall on halves */
    whole: z.boolean(),
    /** true for a column that sums others: it is kept, but not drawn unless asked */
    total: z.boolean().default(false),
    /** the decimal mark its texts are read with; absent for a point */
    decimal: z.enum(['.', ',']).optional(),
    /** the category from which on its values are not complete, where those of other columns are */
    unfinishedFrom: z.string().max(500).optional(),
    /** what the numbers measure, where it was said by hand or follows from other columns; absent has it weighed */
    measure: SaidMeasure.optional(),
    /** how many decimals are shown; absent shows what the values have */
    decimals: z.number().int().min(0).max(6).optional(),
  }),
  z.strictObject({
    ...titled,
    kind: z.literal('text'),
    /** true for categories with an order of their own, such as times of day */
    ordered: z.boolean(),
  }),
]);
export type ColumnMeta = z.infer<typeof ColumnMeta>;

/**
 * What stood in the cells as received, where the values are not written back
 * as the same texts; null for every other cell.
 */
export const ReceivedTexts = z.array(z.string().nullable()).max(2_000_000);
export type ReceivedTexts = readonly (string | null)[];

export type Column = ColumnMeta & {
  cells: readonly Cell[];
  /** there while a table is read, compared or read anew; tables that are shown are loaded without it */
  received?: ReceivedTexts;
  /** of a statistic of years before: of how many it was to be, and how many are there for each row */
  restsOn?: { said: number; there: readonly number[] };
};

/** What is known of a column, without its cells. */
export function metaOf(column: Column): ColumnMeta {
  const { cells: _, received: __, restsOn: ___, ...meta } = column;
  return meta;
}

/** A fact about a table that its user should know, in one sentence. */
export const Remark = z.strictObject({
  text: z.string().max(1000),
  /** key of the column it speaks of */
  column: z.string().optional(),
  /** what it says of the cells is found anew whenever they change, so it is not kept */
  passing: z.boolean().optional(),
  /** the line in which a table names its source, as its figures print it */
  source: z.string().max(500).optional(),
});
export type Remark = z.infer<typeof Remark>;

/** A table that could stand for one that is gone, with the keys of its columns. */
export interface Substitute {
  id: string;
  name: string;
  keys: readonly string[];
}

/** What a table should have and has not, which is a state that can be drawn and mended. */
export type Lack =
  /** the table is gone: `id` is what it was called by */
  | { what: 'table'; id: string; others: readonly Substitute[] }
  /** the table `of`, by the name of `name`, is made from one that is gone */
  | { what: 'source'; id: string; of: string; name: string; others: readonly Substitute[] }
  /** a step by which the table `of` is made does not fit */
  | { what: 'step'; of: string; name: string; why: string }
  /** the cells of a column are not stored any more */
  | { what: 'cells'; key: string; title: string; block: string };

/** A lack by which a table has nothing at all, and so all that is made of it. */
export type WholeLack = Exclude<Lack, { what: 'cells' }>;

export interface Table {
  title: string;
  rows: number;
  columns: readonly Column[];
  /** rows that sum others: kept, but not drawn */
  totals: readonly number[];
  remarks: readonly Remark[];
  /** absent where it lacks nothing */
  lacks?: readonly Lack[];
}

/** The column with this key. */
export function columnOf(table: Table, key: string): Column | undefined {
  return table.columns.find((column) => column.key === key);
}

/** Why a table has nothing at all; undefined where it has. */
export const wholeLackOf = ({ lacks }: Pick<Table, 'lacks'>): WholeLack | undefined =>
  lacks?.find((lack): lack is WholeLack => lack.what !== 'cells');

/** Those that have at least half of the columns that are named, the likeliest first. */
export function likeliest(others: readonly Substitute[], keys: ReadonlySet<string>): Substitute[] {
  const shared = ({ keys: own }: Substitute) => own.filter((key) => keys.has(key)).length;
  return others.filter((one) => shared(one) > 0 && shared(one) * 2 >= keys.size).sort((a, b) => shared(b) - shared(a));
}

/** The numbers of a cell list; anything else counts as missing. */
export function numberAt(cells: readonly Cell[], row: number): number | null {
  const cell = cells[row];
  return typeof cell === 'number' ? cell : null;
}
