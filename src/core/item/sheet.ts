/** How things that are set on a sheet are drawn, described and looked through. */
import type { CalendarTables } from '../figure/calendar.ts';
import type { ProofNote } from '../proof/note.ts';
import type { ReportItem } from '../report/report.ts';
import type { Scene } from '../scene/scene.ts';
import type { HouseStyle } from '../style/style.ts';
import type { Table } from '../table/column.ts';
import type { Locale } from '../text/locale.ts';

/** What a thing is set from besides its own settings. */
export interface SetFrom {
  table: Table;
  /** the tables of its calendars */
  beside?: CalendarTables;
  style: HouseStyle;
  locale: Locale;
}

/**
 * What only things have that are set on a sheet. `Laid` is a thing that was
 * joined with its table and laid out once; all else is taken from that.
 */
export interface SheetKind<Item extends ReportItem = ReportItem, Laid = unknown> {
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
}
