/** Things as the report keeps them: the sheet and the dock show them as the house sets them, a copy follows it again. */
import type { FigureSpec, Line } from '../../core/figure/spec.ts';
import { figureIn, sparkTableIn } from '../../core/report/report.ts';
import type { SparkColumnOf } from '../../core/spark/spec.ts';
import { current } from './store.ts';

/** A line as the report keeps it. */
export const storedLine = (figure: Pick<FigureSpec, 'id'>, line: Line): Line =>
  figureIn(current().report, figure.id)?.lines.find(({ id }) => id === line.id) ?? line;

/** The lines of a figure as the report keeps them. */
export const storedLines = (figure: Pick<FigureSpec, 'id'>): readonly Line[] =>
  figureIn(current().report, figure.id)?.lines ?? [];

/** A column of sparklines as the report keeps it. */
export function storedSparkline(spark: { id: string }, column: SparkColumnOf<'sparkline'>): SparkColumnOf<'sparkline'> {
  const found = sparkTableIn(current().report, spark.id)?.columns.find(({ id }) => id === column.id);
  return found?.kind === 'sparkline' ? found : column;
}
