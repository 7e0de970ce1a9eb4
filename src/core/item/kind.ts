/** The contract of every kind of thing in a report. Adding a kind is adding one file and naming it in ./kinds.ts. */
import type { z } from 'zod';
import type { ProofNote } from '../proof/note.ts';
import type { ReportItem } from '../report/report.ts';
import type { Scene } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import type { Table } from '../table/column.ts';
import type { Locale } from '../text/locale.ts';

export type ItemType = ReportItem['type'];
export type ItemOf<Type extends ItemType> = Extract<ReportItem, { type: Type }>;

/** What a thing is set from besides its own settings. */
export interface SetFrom {
  table: Table;
  style: HouseStyle;
  locale: Locale;
}

/**
 * What only things have that are set on a sheet. `Laid` is a thing that was
 * joined with its table and laid out once; all else is taken from that.
 */
export interface SheetKind<Item extends ReportItem = ReportItem, Laid = unknown> {
  words: z.ZodObject;
  /** joins it with its table and gives everything its place */
  lay(item: Item, from: SetFrom): Laid;
  /** its scene at its printed size */
  draw(laid: Laid): Scene;
  /** it in words, for readers who do not see it */
  describe(laid: Laid): string;
  /** what a reader would stumble over */
  proof(laid: Laid): ProofNote[];
  /** it drawn small, for lists; sizes in millimetres */
  small(item: Item, from: SetFrom, widthMm: number, heightMm: number): Scene;
  /** ids of the forms in which it is handed off */
  forms: readonly string[];
}

export interface ItemKind<Item extends ReportItem = ReportItem> {
  type: Item['type'];
  schema: z.ZodType;
  /** what it is called in a sentence; things of one noun are counted together in the list */
  noun: 'table' | 'figure' | 'spark table';
  /** the table it is made from or draws, or null for one that was brought in */
  tableOf(item: Item): string | null;
  /** keys of the columns that it needs of that table */
  columnsOf(item: Item): ReadonlySet<string>;
  /** what makes no sense in it though each of its properties does, as one sentence, or null */
  nonsense(item: Item): string | null;
  /** a part of it in a few words, such as “line “Harbour””, or null */
  sayPart(item: Item, list: string, name: string): string | null;
  /** null for what is not set on a sheet */
  sheet: SheetKind<Item> | null;
}
