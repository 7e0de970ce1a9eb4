import { Refusal } from '../refusal.ts';
import type { HouseStyle } from '../style/style.ts';
import { columnOf, type Table } from '../table/column.ts';
import { factsOf } from '../table/facts.ts';
import type { SparkColumn, SparkTableSpec } from './spec.ts';

/** A printed table of more rows has no page to stand on. */
const MOST_ROWS = 500;
const ROW_HEIGHT = 6;
const CELL_WIDTH = 34;

/** Level bars of a column, in the given colour. */
export function newLevelBars(id: string, column: string, colour: string): SparkColumn {
  return {
    kind: 'spark',
    id,
    column,
    title: null,
    draw: 'level bar',
    colour,
    ceiling: 'highest',
    target: null,
    width: CELL_WIDTH,
  };
}

interface BarChoices {
  id: string;
  tableId: string;
  style: HouseStyle;
  /** key of the column that names the rows */
  names: string;
  measures: readonly string[];
}

/**
 * A spark table with a level bar and its number for each measure. Throws a
 * Refusal when a measure is below zero or the table has too many rows for print.
 */
export function draftLevelBars(table: Table, { id, tableId, style, names, measures }: BarChoices): SparkTableSpec {
  const rows = table.rows - table.totals.length;
  if (rows > MOST_ROWS)
    throw new Refusal(
      `“${table.title}” has ${rows} rows, and a spark table is set with up to ${MOST_ROWS}; keep some of its rows first.`,
    );
  const below = measures.map((key) => columnOf(table, key)).find((column) => column && factsOf(column.cells).low < 0);
  if (below)
    throw new Refusal(
      `“${below.title}” has values below zero, which a level bar cannot show; choose columns that begin at zero.`,
    );
  const columns = measures.flatMap((column, index): SparkColumn[] => [
    { kind: 'number', id: `number-${index + 1}`, column, title: null },
    {
      ...newLevelBars(`bar-${index + 1}`, column, style.palette[index % style.palette.length]?.colour ?? style.ink),
      title: '',
    },
  ]);
  return {
    type: 'spark',
    id,
    name: table.title.slice(0, 200),
    table: tableId,
    columns: [{ kind: 'text', id: 'names', column: names, title: null }, ...columns],
    words: { title: table.title, source: '' },
    rowHeight: ROW_HEIGHT,
  };
}
