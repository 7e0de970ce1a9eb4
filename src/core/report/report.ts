import { z } from 'zod';
import { FigureSpec, Id } from '../figure/spec.ts';
import { HouseStyle, SKERRY_PLAIN } from '../style/style.ts';
import { ColumnMeta, Remark } from '../table/column.ts';
import { LOCALES } from '../text/locale.ts';

/**
 * The source data of figures. Only what is known of the columns stands in the
 * document; the cells of a column are a block of its own, which never changes
 * once it is stored, so that undoing a change of data is undoing a change of
 * the document.
 */
export const TableItem = z.strictObject({
  type: z.literal('table'),
  id: Id,
  name: z.string().min(1, 'Give it a name of at least one letter.').max(200),
  rows: z.number().int().min(0).max(2_000_000),
  columns: z.array(z.strictObject({ meta: ColumnMeta, block: Id })).max(2000),
  /** rows that sum others */
  totals: z.array(z.number().int().min(0)).max(10_000).default([]),
  remarks: z.array(Remark).max(500),
});
export type TableItem = z.infer<typeof TableItem>;

const ReportItem = z.discriminatedUnion('type', [TableItem, FigureSpec]);

/** A report: its things in reading order, and how they are set. */
export const Report = z.strictObject({
  format: z.literal('rizo-report'),
  version: z.literal(1),
  title: z.string().min(1, 'A report has a title.').max(300),
  /** the dated issue, such as "October 2026" */
  edition: z.string().max(80),
  locale: z.enum(LOCALES),
  style: HouseStyle,
  items: z.array(ReportItem).max(500),
});
export type Report = z.infer<typeof Report>;

/** A report without anything in it. */
export function newReport(title: string, edition: string): Report {
  return { format: 'rizo-report', version: 1, title, edition, locale: 'en-GB', style: SKERRY_PLAIN, items: [] };
}

export const tablesOf = (report: Report) => report.items.filter((item) => item.type === 'table');

/** The table with this id, if the report has it. */
export function tableIn(report: Report, id: string): TableItem | undefined {
  return tablesOf(report).find((table) => table.id === id);
}

/** The figure with this id, if the report has it. */
export function figureIn(report: Report, id: string): FigureSpec | undefined {
  return report.items.filter((item) => item.type === 'figure').find((figure) => figure.id === id);
}

/**
 * What a schema cannot say: ids are unique, and figures draw tables that are
 * there. Returns one sentence for the first thing that is wrong, or null.
 */
export function inconsistencyOf(report: Report): { path: (string | number)[]; message: string } | null {
  const ids = new Set<string>();
  for (const [index, item] of report.items.entries()) {
    if (ids.has(item.id)) return { path: ['items', index, 'id'], message: `Two things have the id “${item.id}”.` };
    ids.add(item.id);
    if (item.type === 'table') {
      const keys = item.columns.map((column) => column.meta.key);
      if (new Set(keys).size !== keys.length)
        return { path: ['items', index, 'columns'], message: 'Two columns have the same key.' };
    } else if (!tableIn(report, item.table))
      return {
        path: ['items', index, 'table'],
        message: `There is no table “${item.table}” for figure “${item.name}”.`,
      };
    else if (new Set(item.lines.map((line) => line.id)).size !== item.lines.length)
      return { path: ['items', index, 'lines'], message: 'Two lines have the same id.' };
  }
  return null;
}
