/**
 * The contract of every kind of thing in a report, in two halves: what changing
 * a report needs to know (here), and how a thing is drawn (./sheet.ts). Adding a
 * kind is adding it to ./kinds.ts and, where it is set on a sheet, to ./sheets.ts.
 */
import type * as z from 'zod';
import type { Path } from '../named/fields.ts';
import type { ReportItem } from '../report/report.ts';

export type ItemType = ReportItem['type'];
export type ItemOf<Type extends ItemType> = Extract<ReportItem, { type: Type }>;

export interface ItemKind<Item extends ReportItem = ReportItem> {
  type: Item['type'];
  schema: z.ZodType;
  /** what it is called in a sentence; things of one noun are counted together in the list */
  noun: 'table' | 'figure' | 'spark table';
  /** the table it is made from or draws, or null for one that was brought in */
  tableOf(item: Item): string | null;
  /** keys of the columns that it needs, by the table they are of: that one, and others that it takes something from */
  needs(item: Item): ReadonlyMap<string, ReadonlySet<string>>;
  /** what makes no sense in it though each of its properties does, as one sentence, or null */
  nonsense(item: Item): string | null;
  /** a field within it as a whole subject, such as “The cell of “Boats” in row 4 of “Piers””, or null where its parts and settings say it */
  sayField?(item: Item, path: Path): string | null;
  /** a part of it in a few words, such as “line “Harbour””, or null; `titleOf` gives the title of a column by its key */
  sayPart(item: Item, list: string, name: string, titleOf: (key: string) => string): string | null;
  /** its words, and ids of the forms in which it is handed off; null for what is not set on a sheet (./sheet.ts tells how) */
  set: { words: z.ZodObject; forms: readonly string[] } | null;
}
