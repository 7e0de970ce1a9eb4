/** The facts of a table's lines. */
import { Refusal } from '../refusal.ts';
import { chooseAcross, chooseLines } from '../table/choose.ts';
import type { Table } from '../table/column.ts';
import { findColumn } from '../table/find.ts';
import { measuresOf } from '../table/measures.ts';
import type { Fact } from './claim.ts';
import { factsOfSeries, isLong, quickFactsOf } from './facts.ts';
import { type FactSeries, placedRows, seriesOf } from './series.ts';

interface Wish {
  /** key or title of the column across; chosen when absent */
  across?: string | undefined;
  /** keys or titles of columns; all measures when absent */
  lines?: readonly string[] | undefined;
}

/**
 * What can be said of a table, line after line. Throws a Refusal where nothing
 * runs across, where a column is not there, and where periods have several rows.
 */
export function factsOfTable(table: Table, { across: wanted, lines }: Wish): Fact[] {
  const across = wanted === undefined ? chooseAcross(table) : findColumn(table, wanted);
  if (!across) throw new Refusal(`No column of “${table.title}” can run across: it needs dates or names.`);
  const columns = lines ? lines.map((name) => findColumn(table, name)) : measuresOf(table, across.key);
  const placed = placedRows(table, across);
  const series = columns.map((column) => {
    if (column.kind !== 'number') throw new Refusal(`“${column.title}” holds no numbers.`);
    const series = seriesOf(table, column, across, placed);
    if (!series)
      throw new Refusal(
        `“${table.title}” has several rows for one value of “${across.title}”; combine or separate them first.`,
      );
    return series;
  });
  const drawn = new Set(chooseLines(table, across.key).map(({ key }) => key));
  // Numbers without a unit are of one kind only where they are counts that could share an axis.
  const isLike = (one: FactSeries, other: FactSeries) =>
    one === other ||
    (one.unit === other.unit && (one.unit !== null || [one, other].every(({ whole, id }) => whole && drawn.has(id))));
  return series.flatMap((one) =>
    isLong(one)
      ? quickFactsOf(one).filter(({ weight }) => weight > 0)
      : factsOfSeries(one, { lines: series.filter((other) => isLike(one, other)) }),
  );
}
