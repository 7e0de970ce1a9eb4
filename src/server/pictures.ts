/** Things of stored reports, drawn as files. */
import { calendarTablesOf, NO_CALENDARS } from '../core/figure/calendar.ts';
import { panelAlone } from '../core/figure/panels/alone.ts';
import { kindOf } from '../core/item/kinds.ts';
import { sparkTableIn } from '../core/report/report.ts';
import type { HouseStyle } from '../core/style/style.ts';
import { houseLocale } from '../core/text/house-locale.ts';
import type { FigureFile } from '../formats/figure-file.ts';
import { handOff } from '../formats/hand-off.ts';
import { CELL_FORMATS, sparkCellFile } from '../formats/spark-file.ts';
import type { Database } from './database.ts';
import { loadTable, loadTables, tableAsReceived } from './reports.ts';
import type { StoredReport } from './stored.ts';
import type { Wish } from './work/job.ts';

export type Drawn =
  | { kind: 'file'; file: FigureFile; name: string }
  | { kind: 'absent' }
  /** the formats there are, where the one that was asked for is none of them */
  | { kind: 'no such format'; formats: readonly string[] };

/** Draws a thing of a report, or one of the sparklines of a spark table. Throws a Refusal when it is too large. */
export async function drawStored(
  db: Database,
  { stored, style }: { stored: StoredReport; style: HouseStyle },
  id: string,
  { as, cell, alone, exact }: Wish,
): Promise<Drawn> {
  const item = stored.report.items.find((candidate) => candidate.id === id);
  if (!item) return { kind: 'absent' };
  const { set, tableOf } = kindOf(item);
  if (!set) return { kind: 'absent' };
  const from = tableOf(item) ?? '';
  const drawn = await loadTable(db, stored, from);
  // A page in which values are looked into says which of them are provisional.
  const table = as === 'html' && item.type === 'figure' ? await tableAsReceived(db, stored, from, drawn) : drawn;
  const beside = item.type === 'figure' ? await loadTables(db, stored, calendarTablesOf(item.marks)) : NO_CALENDARS;
  const given = { table, beside, style, locale: houseLocale(stored.report.locale, style) };
  if (alone) {
    const own = item.type === 'figure' ? panelAlone(item, table, given.style, beside, alone) : undefined;
    if (!own) return { kind: 'absent' };
    const file = await handOff(as, own.spec, { ...given, table: own.table }, { exact });
    return file ? { kind: 'file', file, name: own.spec.name } : { kind: 'no such format', formats: set.forms };
  }
  if (!cell) {
    const file = await handOff(as, item, given, { exact });
    return file ? { kind: 'file', file, name: item.name } : { kind: 'no such format', formats: set.forms };
  }
  const format = CELL_FORMATS.find((candidate) => candidate === as);
  if (!format) return { kind: 'no such format', formats: CELL_FORMATS };
  const spec = sparkTableIn(stored.report, id);
  const file = spec && (await sparkCellFile(format, { spec, ...given }, cell));
  return file ? { kind: 'file', file, name: `${item.name} ${cell.row}` } : { kind: 'absent' };
}
