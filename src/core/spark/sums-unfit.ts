/** Which columns of a spark table have sums of rows that do not add up. */
import { type Column, columnOf, type Table } from '../table/column.ts';
import { addsOverParts, type Measure } from '../table/measure/kind.ts';
import { measureOf } from '../table/measure/weigh.ts';
import { readTitle } from '../table/titles.ts';
import type { SparkColumn, SparkTableSpec } from './spec.ts';

/** A column whose rows do not add up: what they measure, null where that is unclear. */
export interface SumUnfit {
  /** id of the column of the spark table */
  column: string;
  /** the first thing in it that does not add up */
  name: string;
  measure: Measure | null;
}

/** The columns of the table that stand in the rows of a column of a spark table. */
function columnsIn({ rows }: SparkTableSpec, column: SparkColumn): readonly string[] {
  if (column.kind === 'number') return [column.column];
  if (column.kind !== 'sparkline') return [];
  if (rows.kind === 'columns') return rows.columns;
  return rows.kind === 'rows' && column.over.length > 0 ? column.over : [column.column];
}

/** Whether the rows of all columns of numbers in a spark table may be summed. */
export const sumsUnfit = (spec: SparkTableSpec, table: Table): SumUnfit[] =>
  spec.columns.flatMap((column): SumUnfit[] => {
    if (column.tucked) return [];
    const found = columnsIn(spec, column)
      .map((key) => columnOf(table, key))
      .filter((one): one is Column => one?.kind === 'number')
      .map((one) => ({ name: readTitle(one.title).name, measure: measureOf(table, one) }))
      .find(({ measure }) => !addsOverParts(measure));
    return found ? [{ column: column.id, ...found }] : [];
  });
