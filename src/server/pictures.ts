/** Figures of stored reports, drawn as files. */
import { drawFigure } from '../core/figure/draw.ts';
import { figureIn } from '../core/report/report.ts';
import { localeOf } from '../core/text/locale.ts';
import { type FigureFile, type FigureFormat, figureFile } from '../formats/figure-file.ts';
import type { Database } from './database.ts';
import { loadReport, loadTable } from './reports.ts';

/** Draws a figure as it was last saved; undefined when there is no such report or figure. */
export async function drawStored(
  db: Database,
  reportId: string,
  figureId: string,
  format: FigureFormat,
): Promise<(FigureFile & { name: string }) | undefined> {
  const stored = await loadReport(db, reportId);
  const spec = stored && figureIn(stored.report, figureId);
  const table = spec && (await loadTable(db, stored, spec.table));
  if (!table) return undefined;
  const { scene } = drawFigure(spec, table, stored.report.style, localeOf(stored.report.locale));
  return { ...(await figureFile(format, spec, scene)), name: spec.name };
}
