/** A report as large as they come: a long daily table with its figure, and a long spark table. */
import { numberColumn, rowsOf, tableOf, textColumn, wave } from '../../src/cli/made-table.ts';
import { draftFigure } from '../../src/core/figure/draft.ts';
import { newReport, type ReportItem } from '../../src/core/report/report.ts';
import { packTable } from '../../src/core/report/tables.ts';
import { draftSparkTable } from '../../src/core/spark/draft.ts';
import { DEFAULT_STYLE } from '../../src/core/style/style.ts';
import type { Table } from '../../src/core/table/column.ts';
import type { WholeBlock } from '../../src/core/table/kept.ts';

export const LONG_FIGURE = 'long-figure';
export const LONG_SPARK = 'long-spark';
const LONG_ROWS = 100_000;
const MONTHS = 24;
const HOUR = 3_600_000;

/** A reading an hour, of four measures. */
const readings = () =>
  tableOf('Readings by the hour', [
    {
      key: 'hour',
      title: 'Hour',
      kind: 'date',
      interval: 'hour',
      cells: rowsOf(LONG_ROWS, (row) => Date.UTC(2014, 0, 1) + row * HOUR),
    },
    ...['kelda', 'ness', 'orra', 'skail'].map((pier, at) =>
      numberColumn(
        pier,
        rowsOf(LONG_ROWS, (row) => wave(row, at)),
      ),
    ),
  ]);

/** Piers in rows, a column for each month. */
const piers = (count: number) =>
  tableOf('Piers by month', [
    textColumn(
      'Pier',
      rowsOf(count, (row) => `Pier ${row + 1}`),
    ),
    ...rowsOf(MONTHS, (at) =>
      numberColumn(
        `month_${at + 1}`,
        rowsOf(count, (row) => wave(row, at)),
      ),
    ),
  ]);

/** The report, with so many rows in its spark table. */
export function largeReport(rows = 1500) {
  const report = newReport('Everything there is', '');
  const blocks: Record<string, WholeBlock> = {};
  const items: ReportItem[] = [];
  let count = 0;
  const pack = (id: string, table: Table) => {
    const packed = packTable(id, table, () => `large-${++count}`);
    Object.assign(blocks, packed.blocks);
    items.push(packed.item);
  };
  const [hours, months] = [readings(), piers(rows)];
  pack('hours', hours);
  pack('months', months);
  items.push(draftFigure(hours, { id: LONG_FIGURE, tableId: 'hours', style: DEFAULT_STYLE }));
  items.push(draftSparkTable(months, { id: LONG_SPARK, tableId: 'months' }));
  return { report: { ...report, items }, blocks };
}
