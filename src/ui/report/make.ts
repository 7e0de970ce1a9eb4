/** Making tables and figures from the screen, with the same commands as everything else. */
import { draftFigure } from '../../core/figure/draft.ts';
import { Refusal } from '../../core/refusal.ts';
import type { Report } from '../../core/report/report.ts';
import { packTable } from '../../core/report/tables.ts';
import type { Table } from '../../core/table/column.ts';
import { localeOf } from '../../core/text/locale.ts';
import { run, showNotice } from '../state/store.ts';
import { show } from './view.ts';

/** Keeps a table in the report; returns its id, or null when it was refused. */
export function keepTable(table: Table): string | null {
  const id = crypto.randomUUID();
  const { item, blocks } = packTable(id, table, () => crypto.randomUUID());
  if (run('table.add', { table: item }, blocks) !== null) return null;
  show({ kind: 'item', id });
  return id;
}

/** Makes a figure of a table that is in the report and shows it. */
export function makeFigure(report: Report, tableId: string, table: Table): void {
  try {
    const figure = draftFigure(table, {
      id: crypto.randomUUID(),
      tableId,
      style: report.style,
      locale: localeOf(report.locale),
    });
    if (run('figure.add', { figure }) === null) show({ kind: 'item', id: figure.id });
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    showNotice(error.message);
  }
}
