/** What a manuscript is set from: the figures, tables and spark tables of its report, as they are now. */

import { placedRows, seriesOf } from '../fact/series.ts';
import { draftFigure } from '../figure/draft.ts';
import { resolveFigure } from '../figure/panels/resolve.ts';
import type { ResolvedFigure } from '../figure/resolve.ts';
import { Refusal } from '../refusal.ts';
import { draftSparkTable } from '../spark/draft.ts';
import { freeGeometry } from '../spark/geometry.ts';
import { resolveSparkTable } from '../spark/resolve.ts';
import { type WordSparkline, wordSparkline } from '../spark/single.ts';
import type { HouseStyle } from '../style/style.ts';
import { chooseAcross } from '../table/choose.ts';
import { type Column, columnOf, type Table } from '../table/column.ts';
import { measuresOf } from '../table/measures.ts';
import { textOfCell } from '../table/written.ts';
import type { Locale } from '../text/locale.ts';
import { decimalsOfValues, formatBeside } from '../text/number.ts';
import { withUnit } from '../text/unit.ts';
import { formatPeriod } from '../time/format.ts';
import type { ProseOf } from './prose.ts';

/** What stands for what there is nothing to say of. */
export const NOTHING = '–';

const figuresOfTables = new WeakMap<Table, { style: HouseStyle; figure: ResolvedFigure | null }>();

/**
 * A table as facts are worked out from it: a figure with a line for each of
 * its measures, which is known by the key of its column; null where nothing runs across.
 */
export function tableAsFigure(table: Table, style: HouseStyle): ResolvedFigure | null {
  const known = figuresOfTables.get(table);
  if (known?.style === style) return known.figure;
  let figure: ResolvedFigure | null = null;
  try {
    const across = chooseAcross(table);
    const measures = across ? measuresOf(table, across.key).map(({ key }) => key) : [];
    if (across && measures.length > 0) {
      const spec = draftFigure(table, { id: 'table', tableId: 'table', style, across: across.key, lines: measures });
      // Keys of columns may be longer, or have other letters, than ids that a report keeps.
      const lines = spec.lines.map((line) => ({ ...line, id: line.column }));
      figure = resolveFigure({ ...spec, window: 'all', lines }, table, style);
    }
  } catch (error) {
    // Of what cannot be drawn nothing is said.
    if (!(error instanceof Refusal)) throw error;
  }
  figuresOfTables.set(table, { style, figure });
  return figure;
}

/** The row of a table that a value is taken from: the last finished one that has a value, or the one at a place; -1 for none. */
function rowOf(table: Table, column: Column, row: ProseOf<'value'>['row']): number {
  const across = chooseAcross(table);
  if (row !== 'last') {
    const at = across ? across.cells.indexOf(row.at) : -1;
    // Where a place has several rows, none of them is meant more than the others.
    return at >= 0 && across?.cells.includes(row.at, at + 1) ? -1 : at;
  }
  if (!across) return column.cells.findLastIndex((cell, at) => cell !== null && !table.totals.includes(at));
  const placed = placedRows(table, across);
  if (column.kind !== 'number') return placed.rows.findLast((at) => column.cells[at] !== null) ?? -1;
  const series = seriesOf(table, column, across, placed);
  if (!series) return -1;
  const { rows } = placed;
  for (let entry = series.finished - 1; entry >= 0; entry--)
    if (series.values[entry] !== null) return rows[entry] ?? -1;
  return -1;
}

/** The place along the axis of the last finished value of a column, to which a number can be held; null where it has none. */
export function lastPlace(table: Table, key: string): number | string | null {
  const column = columnOf(table, key);
  return (column && chooseAcross(table)?.cells[rowOf(table, column, 'last')]) ?? null;
}

/** A value as it is written in a sentence; a dash where there is none. */
export function sayValue(table: Table | null, run: ProseOf<'value'>, locale: Locale): string {
  const column = table && columnOf(table, run.column);
  return table && column ? sayCell(column, rowOf(table, column, run.row), run, locale) : NOTHING;
}

/** A cell of a column as it is written; a dash where there is none. */
export function sayCell(
  column: Column,
  row: number,
  run: Pick<ProseOf<'value'>, 'decimals' | 'unit'>,
  locale: Locale,
): string {
  const cell = column.cells[row];
  if (cell === null || cell === undefined) return NOTHING;
  if (column.kind === 'date' && typeof cell === 'number') return formatPeriod(cell, column.interval, locale);
  if (column.kind !== 'number' || typeof cell !== 'number') return textOfCell(column, cell);
  const values = column.cells.map((value) => (typeof value === 'number' ? value : null));
  const decimals = run.decimals ?? decimalsOfValues(values, column.decimals ?? locale.decimals ?? null);
  const number = formatBeside(cell, decimals, locale);
  return run.unit && column.unit !== null ? withUnit(number, column.unit, locale) : number;
}

interface KnownSpark {
  style: HouseStyle;
  locale: Locale;
  made: Map<string, WordSparkline | null>;
}
const knownSparks = new WeakMap<Table, KnownSpark>();

/** A sparkline as large as a word in type of `size` points; null where its column is gone or holds no numbers. */
export function wordSparkOf(
  table: Table | null,
  run: ProseOf<'sparkline'>,
  size: number,
  style: HouseStyle,
  locale: Locale,
): WordSparkline | null {
  if (!table) return null;
  let known = knownSparks.get(table);
  if (known?.style !== style || known.locale !== locale) {
    known = { style, locale, made: new Map() };
    knownSparks.set(table, known);
  }
  // Text is set anew with every letter; what stands in it is drawn once.
  const key = JSON.stringify([run.column, run.last, run.draw, size]);
  const found = known.made.get(key);
  if (found !== undefined) return found;
  const made = drawWordSpark(table, run, size, style, locale);
  known.made.set(key, made);
  return made;
}

function drawWordSpark(
  table: Table,
  run: ProseOf<'sparkline'>,
  size: number,
  style: HouseStyle,
  locale: Locale,
): WordSparkline | null {
  if (columnOf(table, run.column)?.kind !== 'number') return null;
  try {
    const draft = draftSparkTable(table, { id: 'word', tableId: 'word' });
    const spark = draft.columns.find((one) => one.kind === 'sparkline');
    if (!spark) return null;
    const spec = {
      ...draft,
      rows: { kind: 'columns' as const, columns: [run.column] },
      columns: [{ ...spark, draw: run.draw, window: run.last === null ? ('all' as const) : { last: run.last } }],
      heads: [],
    };
    const resolved = resolveSparkTable(spec, table, style, locale);
    const [only] = resolved.columns;
    return only?.kind === 'sparkline' && resolved.data.records.length > 0
      ? wordSparkline(freeGeometry(resolved, style, locale), only, 0, size)
      : null;
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return null;
  }
}
