/** Figures and spark tables of stored reports, drawn as files. */
import { drawFigure } from '../core/figure/draw.ts';
import { figureIn, sparkTableIn } from '../core/report/report.ts';
import { drawSparkTable } from '../core/spark/layout.ts';
import { localeOf } from '../core/text/locale.ts';
import { type FigureFile, type FigureFormat, figureFile } from '../formats/figure-file.ts';
import type { Database } from './database.ts';
import { loadReport, loadTable } from './reports.ts';

/** Draws a figure or a spark table as it was last saved; undefined when the report has none with this id. */
export async function drawStored(
  db: Database,
  reportId: string,
  figureId: string,
  format: FigureFormat,
): Promise<(FigureFile & { name: string }) | undefined> {
  const stored = await loadReport(db, reportId);
  const spec = stored && (figureIn(stored.report, figureId) ?? sparkTableIn(stored.report, figureId));
  const table = spec && (await loadTable(db, stored, spec.table));
  if (!table) return undefined;
  const { style, locale } = stored.report;
  const scene =
    spec.type === 'figure'
      ? drawFigure(spec, table, style, localeOf(locale)).scene
      : drawSparkTable(spec, table, style, localeOf(locale));
  return { ...(await figureFile(format, spec, scene)), name: spec.name };
}
