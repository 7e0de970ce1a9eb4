import * as z from 'zod';
import { Manuscript, NO_MANUSCRIPT } from '../document/manuscript.ts';
import { FigureSpec } from '../figure/spec.ts';
import { Id } from '../named/id.ts';
import { keyed } from '../named/keyed.ts';
import { KeptLook } from '../spark/look.ts';
import { SparkTableSpec } from '../spark/spec.ts';
import { DEFAULT_STYLE, HouseStyle } from '../style/style.ts';
import { Calculation } from '../table/calc/calculation.ts';
import { ColumnMeta, Remark } from '../table/column.ts';
import { InsertedRuns, MarkedRows, RemovedRuns, Runs } from '../table/row-names.ts';
import { Step } from '../table/shape/step.ts';
import { TypedTexts } from '../table/typed-cells.ts';
import { LOCALES } from '../text/locale.ts';

export const ItemName = z.string().min(1, 'Give it a name.').max(200);
const named = { id: Id, name: ItemName };
const calculated = {
  /** columns calculated from those before them, in order */
  calculations: keyed(z.array(Calculation).max(200), 'key', 'calculated columns').default([]),
};

const StoredColumn = z.strictObject({
  meta: ColumnMeta,
  /** the received cells; null for a column that was put in empty */
  block: Id.nullable(),
  /** a block of texts that were typed long ago, laid over them; absent where there are none (./tables.ts) */
  layer: Id.optional(),
  /** laid over those */
  typed: TypedTexts.default({}),
});

/**
 * The source data of figures. Received cells are blocks of their own, which
 * never change once they are stored, one for a column; what was typed over
 * them, and which rows were put in, taken out or marked, stands in the document
 * by the names of rows. So two who change different cells have nothing to do
 * with each other, and undoing a change of data is undoing a change of the document.
 */
export const StoredTable = z.strictObject({
  type: z.literal('table'),
  ...named,
  /** the rows whose cells are in the blocks, in their order there */
  base: Runs,
  columns: keyed(z.array(StoredColumn).max(2000), 'meta.key', 'columns'),
  inserted: InsertedRuns.default([]),
  removed: RemovedRuns.default({}),
  /** rows that sum others */
  totals: MarkedRows.default({}),
  remarks: z.array(Remark).max(500),
  ...calculated,
});
export type StoredTable = z.infer<typeof StoredTable>;

/** A table made from another one, which follows it when its data change. */
export const ShapedTable = z.strictObject({
  type: z.literal('shaped'),
  ...named,
  /** the table it is made from */
  of: Id,
  steps: z.array(Step).min(1, 'A shaped table has at least one step.').max(50),
  ...calculated,
});
export type ShapedTable = z.infer<typeof ShapedTable>;
export type TableItem = StoredTable | ShapedTable;

export const ReportItem = z.discriminatedUnion('type', [StoredTable, ShapedTable, FigureSpec, SparkTableSpec]);
export type ReportItem = z.infer<typeof ReportItem>;

/** A style of one's own, with the looks of sparklines that it keeps. */
export const OwnStyle = z.strictObject({
  kind: z.literal('own'),
  ...HouseStyle.shape,
  sparks: keyed(z.array(KeptLook).max(60), 'name', 'looks').default([]),
});
export type OwnStyle = z.infer<typeof OwnStyle>;

/** How a report is set: by a style of its own, or by that of a house, which many reports have in common. */
const ReportStyle = z.discriminatedUnion('kind', [OwnStyle, z.strictObject({ kind: z.literal('house'), id: Id })]);

/** The style that everything begins with. */
export const FIRST_STYLE: OwnStyle = { kind: 'own', ...DEFAULT_STYLE, sparks: [] };

/** The style by which a report is set; `house` is the one that it has in common with others, where it has one and that is known. */
export const styleFor = ({ style }: Pick<Report, 'style'>, house: OwnStyle | null): OwnStyle =>
  style.kind === 'own' ? style : (house ?? FIRST_STYLE);

/** How many things a report holds at the most. */
export const MOST_ITEMS = 500;

/** A report: its things in reading order, and how they are set. */
export const Report = z.strictObject({
  format: z.literal('rizo-report'),
  version: z.literal(6),
  title: z.string().min(1, 'A report has a title.').max(300),
  /** the dated issue, such as "October 2026" */
  edition: z.string().max(80),
  locale: z.enum(LOCALES),
  style: ReportStyle,
  manuscript: Manuscript.default(NO_MANUSCRIPT),
  items: keyed(z.array(ReportItem).max(MOST_ITEMS), 'id', 'things'),
});
export type Report = z.infer<typeof Report>;

/** A report without anything in it. */
export function newReport(title: string, edition: string): Report {
  return {
    format: 'rizo-report',
    version: 6,
    title,
    edition,
    locale: 'en-GB',
    style: FIRST_STYLE,
    manuscript: NO_MANUSCRIPT,
    items: [],
  };
}

/** True for things that hold data: tables as received and those made from them. */
export const isTable = (item: ReportItem): item is TableItem => item.type === 'table' || item.type === 'shaped';

export const tablesOf = (report: Pick<Report, 'items'>) => report.items.filter(isTable);

/** The table with this id, if the report has it. */
export function tableIn(report: Pick<Report, 'items'>, id: string): TableItem | undefined {
  return tablesOf(report).find((table) => table.id === id);
}

/** The tables that a table is made from, nearest first; ends where the chain breaks or comes round again. */
export function sourcesOf(report: Report, table: TableItem): TableItem[] {
  const chain: TableItem[] = [];
  let at: TableItem | undefined = table;
  while (at?.type === 'shaped') {
    at = tableIn(report, at.of);
    if (!at || chain.includes(at)) break;
    chain.push(at);
  }
  return chain;
}

/** True for a table that was brought in, not made from another one. */
export const isReceived = (table: TableItem): table is StoredTable => table.type === 'table';

/** The received table with this id, if the report has it. */
export function storedTableIn(report: Report, id: string): StoredTable | undefined {
  return tablesOf(report)
    .filter(isReceived)
    .find((table) => table.id === id);
}

/** The columns of its own that a table stores; one that is made from another has none. */
export const storedColumns = (table: TableItem | undefined): StoredTable['columns'] =>
  table && 'columns' in table ? table.columns : [];

/** The spark table with this id, if the report has it. */
export function sparkTableIn(report: Report, id: string): SparkTableSpec | undefined {
  return report.items.filter((item) => item.type === 'spark').find((spark) => spark.id === id);
}

/** The figures of a report, in reading order. */
export const figuresOf = (report: Report): FigureSpec[] => report.items.filter((item) => item.type === 'figure');

/** The figure with this id, if the report has it. */
export const figureIn = (report: Report, id: string): FigureSpec | undefined =>
  figuresOf(report).find((figure) => figure.id === id);
