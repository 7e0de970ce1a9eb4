/** What a style is shown on: a figure and a spark table of a report, with their tables. */
import { useEffect, useState } from 'react';
import { type CalendarTables, calendarTablesOf } from '../../core/figure/calendar.ts';
import type { FigureSpec } from '../../core/figure/spec.ts';
import { type ReportRecord, reportOf } from '../../core/report/record.ts';
import { figuresOf, type Report, tableIn } from '../../core/report/report.ts';
import { blocksUnder, rootOf, TableMaker } from '../../core/report/tables.ts';
import type { SparkTableSpec } from '../../core/spark/spec.ts';
import type { Cell, Table } from '../../core/table/column.ts';
import { rowsOf } from '../../core/table/row-names.ts';
import { fetchReport, loadCells } from '../state/api.ts';

/** A thing that a style is laid on, with what it is drawn from. */
export interface Shown<Item extends FigureSpec | SparkTableSpec = FigureSpec | SparkTableSpec> {
  item: Item;
  table: Table;
  beside: CalendarTables;
}

/** A report as it is looked at beside a style. */
export interface Specimen {
  id: string;
  report: Report;
  /** things whose tables are there */
  things: Shown[];
}

/** Tables with so many cells are left out: a specimen is small, and is drawn at each change. */
const MOST_CELLS = 50_000;

/** Gives tables of a report by their ids; null for one that is too large. */
function tablesOf(id: string, report: Report): (table: string) => Promise<Table | null> {
  const cells = new Map<string, readonly Cell[] | null>();
  const maker = new TableMaker();
  return async (table) => {
    const item = tableIn(report, table);
    const root = item && rootOf(report, item);
    if (root && rowsOf(root).count * root.columns.length > MOST_CELLS) return null;
    await Promise.all(
      blocksUnder(report, table).map(async (block) => {
        if (!cells.has(block)) cells.set(block, (await loadCells(id, block)) ?? null);
      }),
    );
    return maker.called(report, table, (block) => cells.get(block)) ?? null;
  };
}

/** The things of a report that is set on sheets, with what they are drawn from. */
async function specimenOf(id: string, record: ReportRecord): Promise<Specimen> {
  const report = reportOf(record);
  const tableOf = tablesOf(id, report);
  const things: Shown[] = [];
  for (const item of report.items) {
    if (item.type !== 'figure' && item.type !== 'spark') continue;
    const table = await tableOf(item.table);
    if (!table) continue;
    const beside = new Map<string, Table>();
    for (const calendar of item.type === 'figure' ? calendarTablesOf(item.marks) : []) {
      const made = await tableOf(calendar);
      if (made) beside.set(calendar, made);
    }
    things.push({ item, table, beside });
  }
  return { id, report, things };
}

/** A specimen whose report was changed in this page since it was fetched; its tables are those of before. */
export const asItIsNow = (specimen: Specimen, report: Report): Specimen => ({
  ...specimen,
  report,
  things: specimen.things.flatMap((thing) => {
    const item = report.items.find(({ id }) => id === thing.item.id);
    return item?.type === 'figure' || item?.type === 'spark' ? [{ ...thing, item }] : [];
  }),
});

/** The report with this id as a specimen; null until it is there, and where there is none. */
export function useSpecimen(id: string | null, revision: number): { specimen: Specimen | null; error: string | null } {
  const [specimen, setSpecimen] = useState<Specimen | null>(null);
  const [error, setError] = useState<string | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a newer revision is fetched anew
  useEffect(() => {
    if (id === null) return;
    let wanted = true;
    fetchReport(id)
      .then(({ report }) => specimenOf(id, report))
      .then((made) => wanted && setSpecimen(made))
      .catch((reason: unknown) => wanted && setError(reason instanceof Error ? reason.message : String(reason)));
    return () => {
      wanted = false;
    };
  }, [id, revision]);
  return { specimen, error };
}

/** The figure that shows most of a style: with the most lines and marks, in one plot. */
export const figureOf = ({ report, things }: Specimen): Shown<FigureSpec> | undefined => {
  const order = figuresOf(report).map(({ id }) => id);
  const worth = ({ item: { lines, marks, panels } }: Shown<FigureSpec>) =>
    (panels ? -100 : 0) + Math.min(6, lines.filter(({ shown }) => shown).length) * 2 + Math.min(3, marks.length);
  return things
    .filter((thing): thing is Shown<FigureSpec> => thing.item.type === 'figure')
    .sort((a, b) => worth(b) - worth(a) || order.indexOf(a.item.id) - order.indexOf(b.item.id))[0];
};

export const sparkOf = ({ things }: Specimen): Shown<SparkTableSpec> | undefined =>
  things.find((thing): thing is Shown<SparkTableSpec> => thing.item.type === 'spark');
