import { type Column, columnOf, numberAt, type Table } from '../table/column.ts';
import { decimalsShown } from '../table/decimals.ts';
import { readTitle } from '../table/titles.ts';
import type { Locale } from '../text/locale.ts';
import { formatNumber } from '../text/number.ts';
import { formatPeriod } from '../time/format.ts';
import type { LevelBars, SparkColumn, SparkTableSpec } from './spec.ts';

/** A bar from zero; `share` is of the full width, at most 1. */
export interface Bar {
  value: number | null;
  share: number;
  /** why there is no whole bar to see */
  note: 'missing' | 'below zero' | 'above the ceiling' | null;
}

export type ResolvedColumn =
  | { kind: 'text'; spec: SparkColumn; title: string; cells: string[] }
  | { kind: 'number'; spec: SparkColumn; title: string; cells: string[] }
  | { kind: 'spark'; spec: LevelBars; title: string; bars: Bar[]; ceiling: number; target: number | null };

export interface ResolvedSparkTable {
  spec: SparkTableSpec;
  /** rows of the table that are set, in order */
  rows: number[];
  columns: ResolvedColumn[];
}

/** Marks a missing number in print. */
const NONE = '–';

function titleOf(spec: SparkColumn, column: Column | undefined): string {
  const unit = column?.kind === 'number' && column.unit ? `, ${column.unit}` : '';
  const title = spec.title ?? (column ? readTitle(column.title).name + unit : spec.column);
  const target = spec.kind === 'spark' && spec.target !== null ? `target ${spec.target}` : '';
  return [title, target].filter(Boolean).join(', ');
}

function writer(column: Column, locale: Locale): (row: number) => string {
  if (column.kind === 'text') return (row) => String(column.cells[row] ?? '');
  if (column.kind === 'date')
    return (row) => {
      const at = numberAt(column.cells, row);
      return at === null ? NONE : formatPeriod(at, column.interval, locale);
    };
  const decimals = decimalsShown(column);
  return (row) => {
    const value = numberAt(column.cells, row);
    return value === null ? NONE : formatNumber(value, decimals, locale);
  };
}

function barOf(value: number | null, ceiling: number): Bar {
  if (value === null) return { value, share: 0, note: 'missing' };
  if (value < 0) return { value, share: 0, note: 'below zero' };
  if (value > ceiling) return { value, share: 1, note: 'above the ceiling' };
  return { value, share: value / ceiling, note: null };
}

function resolveBars(spec: LevelBars, column: Column, rows: readonly number[]): ResolvedColumn {
  const values = rows.map((row) => (column.kind === 'number' ? numberAt(column.cells, row) : null));
  let highest = spec.target ?? 0;
  for (const value of values) if (value !== null) highest = Math.max(highest, value);
  // Where nothing is above zero every bar is empty, whatever its ceiling.
  const ceiling = spec.ceiling === 'highest' ? highest || 1 : spec.ceiling;
  const bars = values.map((value) => barOf(value, ceiling));
  return { kind: 'spark', spec, title: titleOf(spec, column), bars, ceiling, target: spec.target };
}

/** Puts the values of a table to the columns of a spark table. A column that the table lacks stays empty. */
export function resolveSparkTable(spec: SparkTableSpec, table: Table, locale: Locale): ResolvedSparkTable {
  const totals = new Set(table.totals);
  const rows = Array.from({ length: table.rows }, (_, row) => row).filter((row) => !totals.has(row));
  const columns = spec.columns.map((column): ResolvedColumn => {
    const found = columnOf(table, column.column);
    const title = titleOf(column, found);
    if (column.kind === 'spark')
      return resolveBars(column, found ?? { kind: 'text', key: column.column, title, ordered: false, cells: [] }, rows);
    const cells = found ? rows.map(writer(found, locale)) : rows.map(() => '');
    return { kind: column.kind, spec: column, title, cells };
  });
  return { spec, rows, columns };
}
