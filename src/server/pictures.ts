/** Things of stored reports, drawn as files. */
import { kindOf } from '../core/item/kinds.ts';
import { sparkTableIn } from '../core/report/report.ts';
import { localeOf } from '../core/text/locale.ts';
import type { FigureFile } from '../formats/figure-file.ts';
import { handOff } from '../formats/hand-off.ts';
import { CELL_FORMATS, type CellWish, sparkCellFile } from '../formats/spark-file.ts';
import type { Database } from './database.ts';
import { loadReport, loadTable } from './reports.ts';

/** What is asked for: a format, and the cell of a spark table where just one is wanted. */
export interface Wish {
  as: string;
  cell: CellWish | null;
}

export type Drawn =
  | { kind: 'file'; file: FigureFile; name: string }
  | { kind: 'absent' }
  /** the formats there are, where the one that was asked for is none of them */
  | { kind: 'no such format'; formats: readonly string[] };

/** Draws a thing, or one of the sparklines of a spark table, as it was last saved. Throws a Refusal when it is too large. */
export async function drawStored(db: Database, reportId: string, id: string, { as, cell }: Wish): Promise<Drawn> {
  const stored = await loadReport(db, reportId);
  const item = stored?.report.items.find((candidate) => candidate.id === id);
  if (!stored || !item) return { kind: 'absent' };
  const { set, tableOf } = kindOf(item);
  const table = set && (await loadTable(db, stored, tableOf(item) ?? ''));
  if (!set || !table) return { kind: 'absent' };
  const from = { table, style: stored.report.style, locale: localeOf(stored.report.locale) };
  if (!cell) {
    const file = await handOff(as, item, from);
    return file ? { kind: 'file', file, name: item.name } : { kind: 'no such format', formats: set.forms };
  }
  const format = CELL_FORMATS.find((candidate) => candidate === as);
  if (!format) return { kind: 'no such format', formats: CELL_FORMATS };
  const spec = sparkTableIn(stored.report, id);
  const file = spec && sparkCellFile(format, { spec, ...from }, cell);
  return file ? { kind: 'file', file, name: `${item.name} ${cell.row}` } : { kind: 'absent' };
}
