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

/** Makes a figure of a table that is in the report, of the chosen columns where some were chosen, and shows it. */
export function makeFigure(
  report: Report,
  tableId: string,
  table: Table,
  chosen: readonly string[] | null = null,
): void {
  try {
    const figure = draftFigure(table, {
      id: crypto.randomUUID(),
      tableId,
      style: report.style,
      locale: localeOf(report.locale),
      // In the order of the table, whatever the order of the ticks.
      lines: chosen?.length ? table.columns.filter(({ key }) => chosen.includes(key)).map(({ key }) => key) : undefined,
    });
    if (run('figure.add', { figure }) === null) show({ kind: 'item', id: figure.id });
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    showNotice(error.message);
  }
}
