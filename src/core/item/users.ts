import type { FigureSpec } from '../figure/spec.ts';
import { isTable, type Report } from '../report/report.ts';
import { keysOfSpark } from '../spark/columns.ts';
import { columnsOfRule } from '../table/calc/calculation.ts';
import { columnsOfStep } from '../table/shape/step.ts';

/** Keys of the columns that a figure draws, writes, is split by, or sets a level by. */
export function columnsOfFigure({ across, lines, marks, panels }: FigureSpec): Set<string> {
  const levels = marks.flatMap((mark) => (mark.kind === 'level' && typeof mark.at === 'string' ? [mark.at] : []));
  const splits = [panels?.by, panels?.down].flatMap((split) => (split?.kind === 'category' ? [split.column] : []));
  return new Set([
    across,
    ...splits,
    ...lines.flatMap(({ column, values }) => [column, values.column ?? column]),
    ...levels,
  ]);
}

/** What uses a column of a table, as words such as “figure “Passengers””; empty when nothing does. */
export function usersOfColumn(report: Report, table: string, key: string): string[] {
  return report.items.flatMap((item) => {
    if (item.type === 'spark') {
      const set = item.table === table && keysOfSpark(item).has(key);
      return set ? [`spark table “${item.name}”`] : [];
    }
    if (!isTable(item)) {
      const drawn = item.table === table && columnsOfFigure(item).has(key);
      return drawn ? [`figure “${item.name}”`] : [];
    }
    if (item.type === 'shaped' && item.of === table && item.steps.flatMap(columnsOfStep).includes(key))
      return [`table “${item.name}”`];
    if (item.id !== table) return [];
    return item.calculations
      .filter((calculation) => calculation.key !== key && columnsOfRule(calculation.rule).includes(key))
      .map((calculation) => `calculated column “${calculation.title}”`);
  });
}

/** What is made of a table, as words; empty when nothing is. */
export function usersOfTable(report: Report, table: string): string[] {
  return report.items.flatMap((item) => {
    if (item.type === 'shaped') return item.of === table ? [`table “${item.name}”`] : [];
    if (isTable(item) || item.table !== table) return [];
    return [`${item.type === 'figure' ? 'figure' : 'spark table'} “${item.name}”`];
  });
}
