/** What uses a table or a column, so that nothing is taken from under it. */
import type { Report, ReportItem } from '../report/report.ts';
import { isTable } from '../report/report.ts';
import { columnsOfRule } from '../table/calc/calculation.ts';
import { kindOf, sayItem } from './kinds.ts';

/** What uses a column of a table, as words such as “figure “Passengers””; empty when nothing does. */
export function usersOfColumn(report: Report, table: string, key: string): string[] {
  return report.items.flatMap((item) => {
    const kind = kindOf(item);
    if (kind.needs(item).get(table)?.has(key)) return [sayItem(item)];
    if (item.id !== table || !isTable(item)) return [];
    return item.calculations
      .filter((calculation) => calculation.key !== key && columnsOfRule(calculation.rule).includes(key))
      .map((calculation) => `calculated column “${calculation.title}”`);
  });
}

/** What is made of a table or takes something from it, as words; empty when nothing is. */
export const usersOfTable = (report: Pick<Report, 'items'>, table: string): string[] =>
  report.items.flatMap((item) => (kindOf(item).needs(item).has(table) ? [sayItem(item)] : []));

/** Ids of the tables that a thing is made of or takes something from, whether they are there or not. */
export const tablesNamed = (item: ReportItem): string[] => [...kindOf(item).needs(item).keys()];

/** Ids of all tables of some things, and of those that they name and that are gone. */
export const tablesAround = (items: readonly ReportItem[]): string[] => [
  ...new Set([...items.filter(isTable).map(({ id }) => id), ...items.flatMap(tablesNamed)]),
];
