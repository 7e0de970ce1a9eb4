/** Figures and spark tables of stored reports, drawn as files. */
import { drawFigure } from '../core/figure/draw.ts';
import { figureIn, sparkTableIn } from '../core/report/report.ts';
import { localeOf } from '../core/text/locale.ts';
import { FIGURE_FORMATS, type FigureFile, figureFile } from '../formats/figure-file.ts';
import { CELL_FORMATS, type CellWish, SPARK_FORMATS, sparkCellFile, sparkFile } from '../formats/spark-file.ts';
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

/** Draws a figure, a spark table or one of its sparklines as it was last saved. Throws a Refusal when it is too large. */
export async function drawStored(db: Database, reportId: string, id: string, { as, cell }: Wish): Promise<Drawn> {
  const stored = await loadReport(db, reportId);
  const spec = stored && (figureIn(stored.report, id) ?? sparkTableIn(stored.report, id));
  const table = spec && (await loadTable(db, stored, spec.table));
  if (!table) return { kind: 'absent' };
  const { style } = stored.report;
  const locale = localeOf(stored.report.locale);
  if (spec.type === 'figure') {
    const format = FIGURE_FORMATS.find((candidate) => candidate === as);
    if (!format) return { kind: 'no such format', formats: FIGURE_FORMATS };
    const { scene } = drawFigure(spec, table, style, locale);
    return { kind: 'file', file: await figureFile(format, spec, scene), name: spec.name };
  }
  const source = { spec, table, style, locale };
  if (cell) {
    const format = CELL_FORMATS.find((candidate) => candidate === as);
    if (!format) return { kind: 'no such format', formats: CELL_FORMATS };
    const file = sparkCellFile(format, source, cell);
    return file ? { kind: 'file', file, name: `${spec.name} ${cell.row}` } : { kind: 'absent' };
  }
  const format = SPARK_FORMATS.find((candidate) => candidate === as);
  if (!format) return { kind: 'no such format', formats: SPARK_FORMATS };
  return { kind: 'file', file: await sparkFile(format, source), name: spec.name };
}
