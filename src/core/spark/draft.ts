import type * as z from 'zod';
import { newEmphasis } from '../mark/emphasis.ts';
import { Refusal } from '../refusal.ts';
import { chooseAcross } from '../table/choose.ts';
import { columnOf, type Table } from '../table/column.ts';
import { factsOf } from '../table/facts.ts';
import { measuresOf } from '../table/measures.ts';
import { periodsOfTable } from '../table/series.ts';
import { sourceOf } from '../table/source.ts';
import { cutTo } from '../text/letters.ts';
import { isBars } from './look.ts';
import { type LevelBars, SparkColumn, Sparkline, SparkTableSpec } from './spec.ts';
import { sumsUnfit } from './sums-unfit.ts';

/** More rows than any report has use for, and than a page of one piece can be drawn with. */
const MOST_ROWS = 20_000;
const ROW_HEIGHT = 6;
const CELL_WIDTH = 34;

/** A spark table of a table: where its rows do not add up, sums that are asked for later are means. */
function draftOf(table: Table, given: z.input<typeof SparkTableSpec>): SparkTableSpec {
  const spec = SparkTableSpec.parse(given);
  return sumsUnfit(spec, table).length > 0 ? { ...spec, order: { ...spec.order, sums: 'mean' } } : spec;
}

/** Level bars of a column, in the given colour. */
export function newLevelBars(id: string, column: string, colour: LevelBars['colour']): LevelBars {
  return {
    kind: 'level bars',
    id,
    column,
    title: null,
    draw: 'level bar',
    colour,
    ceiling: 'highest',
    target: null,
    exceptions: [],
    tucked: false,
    width: CELL_WIDTH,
  };
}

/** A column as it is where nothing more is said of it. */
export const newColumn = (wish: z.input<typeof SparkColumn>): SparkColumn => SparkColumn.parse(wish);

interface BarChoices {
  id: string;
  tableId: string;
  /** key of the column that names the rows */
  names: string;
  measures: readonly string[];
}

/**
 * A spark table with a level bar and its number for each measure. Throws a
 * Refusal when a measure is below zero or the table has too many rows for print.
 */
export function draftLevelBars(table: Table, { id, tableId, names, measures }: BarChoices): SparkTableSpec {
  const rows = table.rows - table.totals.length;
  if (rows > MOST_ROWS)
    throw new Refusal(
      `“${table.title}” has ${rows} rows, and a spark table is set with up to ${MOST_ROWS}; keep some of its rows first.`,
    );
  const below = measures.map((key) => columnOf(table, key)).find((column) => column && factsOf(column.cells).low < 0);
  if (below)
    throw new Refusal(
      `“${below.title}” has values below zero, which a level bar cannot show; choose columns without them.`,
    );
  const columns = measures.flatMap((column, index): SparkColumn[] => [
    newColumn({ kind: 'number', id: `number-${index + 1}`, column, title: null }),
    {
      ...newLevelBars(`bar-${index + 1}`, column, { house: index }),
      title: '',
    },
  ]);
  return draftOf(table, {
    type: 'spark',
    id,
    name: cutTo(table.title, 200),
    table: tableId,
    rows: { kind: 'rows', names },
    columns: [{ kind: 'text', id: 'names', column: names, title: null }, ...columns],
    words: { title: table.title, subtitle: '', source: sourceOf(table) },
    rowHeight: ROW_HEIGHT,
  });
}

/** A sparkline as the house sets it: high, low and last told apart by shape. */
export function newSparkline(id: string, wish: Pick<Sparkline, 'column'> & Partial<Sparkline>): Sparkline {
  const emphasis = (['high', 'low', 'last'] as const).map((of) => ({
    ...newEmphasis(of),
    // In so small a picture, one high and one low are enough.
    ties: 'first' as const,
    value: false,
  }));
  return Sparkline.parse({
    kind: 'sparkline',
    id,
    title: null,
    draw: 'line',
    colour: { house: 0 },
    below: { house: 'negative' },
    emphasis: isBars(wish.draw ?? 'line') ? [] : emphasis,
    width: CELL_WIDTH,
    ...wish,
  });
}

interface SparkChoices {
  id: string;
  tableId: string;
}

/** The columns a row's own sparkline can run over: the most that share one unit, in the table's order. */
function runOver(table: Table): string[] {
  const byUnit = new Map<string | null, string[]>();
  for (const column of measuresOf(table))
    if (column.kind === 'number') byUnit.set(column.unit, [...(byUnit.get(column.unit) ?? []), column.key]);
  return [...byUnit.values()].reduce<string[]>((most, keys) => (keys.length > most.length ? keys : most), []);
}

/** Of what a table can have rows with sparklines; null when it has nothing to run through. */
function rowsFor(
  table: Table,
): { rows: SparkTableSpec['rows']; names: SparkColumn; wish: Pick<Sparkline, 'column' | 'over'> } | null {
  const across = chooseAcross(table);
  const measures = measuresOf(table);
  const [measure] = measures;
  if (!across || !measure) return null;
  const named = newColumn({ kind: 'name', id: 'names', title: null });
  if (across.kind === 'date') {
    const periods = periodsOfTable(table);
    const [category] = periods.kind === 'dates' ? periods.categories : [];
    if (category)
      return {
        rows: { kind: 'categories', category: category.key },
        names: { ...named, title: cutTo(category.title, 200) },
        wish: { column: measure.key, over: [] },
      };
    return {
      rows: { kind: 'columns', columns: measures.map(({ key }) => key) },
      names: named,
      wish: { column: across.key, over: [] },
    };
  }
  const over = runOver(table);
  const [first] = over;
  if (across.kind !== 'text' || over.length < 3 || first === undefined) return null;
  return {
    rows: { kind: 'rows', names: across.key },
    names: newColumn({ kind: 'text', id: 'names', column: across.key, title: null }),
    wish: { column: first, over },
  };
}

/** Whether all that would be drawn is −1, 0 or 1, with losses among it: wins and losses by their nature. */
function isWinLoss(
  table: Table,
  rows: SparkTableSpec['rows'],
  { column, over }: Pick<Sparkline, 'column' | 'over'>,
): boolean {
  const keys = rows.kind === 'columns' ? rows.columns : rows.kind === 'rows' ? over : [column];
  const values = keys.flatMap((key) => columnOf(table, key)?.cells ?? []).filter((cell) => typeof cell === 'number');
  return (
    values.includes(-1) && values.includes(1) && values.every((value) => value === -1 || value === 0 || value === 1)
  );
}

/** Whether sparklines can be made of a table. */
export const hasSparklines = (table: Table) => rowsFor(table) !== null;

/**
 * A spark table with a row for each series of a table: its name, its latest
 * value, a sparkline with high, low and last, and its change on the year.
 * Throws a Refusal when the table has nothing to run through.
 */
export function draftSparkTable(table: Table, { id, tableId }: SparkChoices): SparkTableSpec {
  const found = rowsFor(table);
  if (!found)
    throw new Refusal(
      `“${table.title}” has no series to run through: it needs dates, or at least three columns of numbers in one unit beside names.`,
    );
  const { rows, names, wish } = found;
  const count =
    rows.kind === 'columns'
      ? rows.columns.length
      : rows.kind === 'rows'
        ? table.rows - table.totals.length
        : new Set(columnOf(table, rows.category)?.cells).size;
  if (count > MOST_ROWS)
    throw new Refusal(
      `“${table.title}” gives ${count} rows, and a spark table is set with up to ${MOST_ROWS}; keep some of its rows first.`,
    );
  const draw = isWinLoss(table, rows, wish) ? ({ draw: 'win / loss' } as const) : {};
  const spark = newSparkline('spark-1', { ...wish, ...draw });
  const derived = (what: 'last' | 'change on the year' | 'change', place: number) =>
    newColumn({ kind: 'derived', id: `derived-${place}`, title: null, of: spark.id, what });
  return draftOf(table, {
    type: 'spark',
    id,
    name: cutTo(`${table.title} at a glance`, 200),
    table: tableId,
    rows,
    columns: [names, derived('last', 1), spark, derived(rows.kind === 'rows' ? 'change' : 'change on the year', 2)],
    words: { title: `${table.title} at a glance`, subtitle: '', source: sourceOf(table) },
    rowHeight: ROW_HEIGHT,
  });
}
