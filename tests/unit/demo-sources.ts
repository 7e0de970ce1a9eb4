/** The demo report with its tables, as manuscripts are set from it. */
import { demoReport } from '../../demo/skerry.ts';
import { SKERRY_PLAIN } from '../../demo/styles.ts';
import { type ReportSources, sourcesOf } from '../../src/core/item/manuscript.ts';
import { type Report, tablesOf } from '../../src/core/report/report.ts';
import { TableMaker } from '../../src/core/report/tables.ts';
import type { HouseStyle } from '../../src/core/style/style.ts';
import type { Table } from '../../src/core/table/column.ts';
import { keptCells } from '../../src/core/table/kept.ts';
import { houseLocale } from '../../src/core/text/house-locale.ts';
import type { LocaleId } from '../../src/core/text/locale.ts';

const { report: demo, blocks } = demoReport();
export const report = demo;

/** The tables of a report whose cells are those of the demo, as far as they are there. */
export function tablesMade(of: Report): Map<string, Table> {
  const maker = new TableMaker();
  return new Map(
    tablesOf(of).flatMap((item) => {
      const made = maker.make(of, item, (id) => blocks[id] && keptCells(blocks[id]).cells);
      return made ? [[item.id, made] as const] : [];
    }),
  );
}

export const tables = tablesMade(report);

/** What the demo's manuscript, or that of another report with its tables, is set from. */
export const sources = (
  style: HouseStyle = SKERRY_PLAIN,
  id: LocaleId = 'en-GB',
  of: Report = report,
  own: ReadonlyMap<string, Table> = tables,
): ReportSources => sourcesOf(of, style, houseLocale(id, style), (table) => own.get(table) ?? null);
