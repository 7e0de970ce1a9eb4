/** Splitting a table by categories into tables that share their column across, so that all panels have one axis. */
import { type Cell, type Column, columnOf, numberAt, type Table } from '../../table/column.ts';
import { measureTogether } from '../../table/measure/kind.ts';
import { measureOf } from '../../table/measure/weigh.ts';
import { periodNumber } from '../../table/periods.ts';
import { summaryOfParts } from '../../table/shape/draft.ts';
import { withCells } from '../../table/shape/rows.ts';
import type { Summary } from '../../table/shape/step.ts';
import { summarise } from '../../table/shape/summary.ts';
import type { FigureSpec } from '../spec.ts';

export interface SplitTable {
  /** categories of both columns: by the first period in which they have a row, then by that row; rows that are added later change nothing */
  by: string[];
  down: string[];
  /** the rows of a pair of categories, one for each distinct cell across; null stands for a split that is not there. Undefined without rows. */
  tableOf(by: string | null, down: string | null): Table | undefined;
  /** whether a cell across has several rows in one of the tables */
  doubled: boolean;
}

/** Keys of the columns that the lines and marks of a figure are drawn from. */
export const columnsOf = ({ lines, marks }: Pick<FigureSpec, 'lines' | 'marks'>): string[] => [
  ...new Set([
    ...lines.flatMap(({ column, values }) => [column, ...(values.column === null ? [] : [values.column])]),
    ...marks.flatMap((mark) => (mark.kind === 'level' && typeof mark.at === 'string' ? [mark.at] : [])),
  ]),
];

interface Wish {
  /** key of the column across */
  across: string;
  /** keys of the columns that are needed of each table */
  columns: readonly string[];
  by: string | null;
  down: string | null;
  together: Summary | null;
}

/** A row of the result for each row of the table, -1 for none; cells of dates and numbers rise, texts come as they first do. */
function acrossOf(column: Column, totals: ReadonlySet<number>): { of: Int32Array; cells: Cell[] } {
  const keyOf = (cell: Cell): Cell => {
    if (column.kind === 'text') return cell === null ? null : String(cell);
    if (typeof cell !== 'number') return null;
    return column.kind === 'date' ? periodNumber(cell, column.interval) : cell;
  };
  const seen = new Map<Cell, number>();
  const cells: Cell[] = [];
  const of = new Int32Array(column.cells.length).fill(-1);
  column.cells.forEach((cell, row) => {
    const key = totals.has(row) ? null : keyOf(cell);
    if (key === null) return;
    let index = seen.get(key);
    if (index === undefined) {
      index = seen.size;
      seen.set(key, index);
      cells.push(cell);
    }
    of[row] = index;
  });
  if (column.kind === 'text') return { of, cells };
  const order = cells.map((_, index) => index).sort((a, b) => Number(cells[a]) - Number(cells[b]));
  const place = new Int32Array(order.length);
  order.forEach((index, rank) => {
    place[index] = rank;
  });
  return {
    of: of.map((index) => (index < 0 ? -1 : (place[index] ?? -1))),
    cells: order.map((at) => cells[at] ?? null),
  };
}

/** A number for each row's category and the categories in their lasting order; without a column all rows have one. */
function categoriesOf(column: Column | undefined, across: Int32Array): { of: Int32Array; names: string[] } {
  const of = new Int32Array(across.length);
  if (!column) return { of, names: [''] };
  const seen = new Map<Cell, { name: string; first: number; row: number; code: number }>();
  for (let row = 0; row < across.length; row++) {
    const at = across[row] ?? -1;
    if (at < 0) continue;
    const cell = column.cells[row] ?? null;
    let known = seen.get(cell);
    if (!known) {
      known = { name: cell === null ? '' : String(cell), first: at, row, code: seen.size };
      seen.set(cell, known);
    } else if (at < known.first) {
      known.first = at;
      known.row = row;
    }
    of[row] = known.code;
  }
  const ordered = [...seen.values()].sort((a, b) => a.first - b.first || a.row - b.row);
  const rank = new Int32Array(ordered.length);
  ordered.forEach(({ code }, index) => {
    rank[code] = index;
  });
  return { of: of.map((code) => rank[code] ?? 0), names: ordered.map(({ name }) => name) };
}

function splitAnew(table: Table, { across, columns, by, down, together }: Wish): SplitTable {
  const column = columnOf(table, across);
  const isThere = (key: string | null) => key === null || columnOf(table, key) !== undefined;
  if (!column || !isThere(by) || !isThere(down)) return { by: [], down: [], tableOf: () => undefined, doubled: false };
  const { of, cells } = acrossOf(column, new Set(table.totals));
  const byOf = categoriesOf(by === null ? undefined : columnOf(table, by), of);
  const downOf = categoriesOf(down === null ? undefined : columnOf(table, down), of);
  const width = byOf.names.length;
  /** rows at each cell across, for each pair of categories */
  const pairs = new Map<number, number[][]>();
  let doubled = false;
  for (let row = 0; row < of.length; row++) {
    const at = of[row] ?? -1;
    if (at < 0) continue;
    const pair = (downOf.of[row] ?? 0) * width + (byOf.of[row] ?? 0);
    let rows = pairs.get(pair);
    if (!rows) {
      rows = [];
      pairs.set(pair, rows);
    }
    const there = rows[at];
    if (there) {
      there.push(row);
      doubled = true;
    } else rows[at] = [row];
  }
  const made = (rows: number[][]): Table => {
    const own = columns.flatMap((key): Column[] => {
      const source = columnOf(table, key);
      if (!source || key === across) return [];
      if (source.kind !== 'number')
        return [
          withCells(
            source,
            cells.map((_, at) => source.cells[rows[at]?.[0] ?? -1] ?? null),
          ),
        ];
      const rule = together ?? summaryOfParts(table, source);
      const values = cells.map((_, at) => {
        const several = rows[at];
        return several
          ? summarise(
              several.map((row) => numberAt(source.cells, row)),
              rule,
            )
          : null;
      });
      // A plot has some columns of the table only, which would be weighed otherwise.
      const kept = measureOf(table, source);
      const measure = doubled ? measureTogether(kept, rule) : kept;
      const whole = source.whole && !(doubled && rule === 'mean');
      return [{ ...source, whole, measure: measure ?? 'unclear', cells: values }];
    });
    return { ...table, rows: cells.length, columns: [withCells(column, cells), ...own], totals: [], remarks: [] };
  };
  const tables = new Map<number, Table>();
  return {
    by: by === null ? [] : byOf.names,
    down: down === null ? [] : downOf.names,
    doubled,
    tableOf(byName, downName) {
      const at = byName === null ? 0 : byOf.names.indexOf(byName);
      const row = downName === null ? 0 : downOf.names.indexOf(downName);
      const pair = row * width + at;
      const rows = at < 0 || row < 0 ? undefined : pairs.get(pair);
      if (!rows) return undefined;
      const found = tables.get(pair) ?? made(rows);
      tables.set(pair, found);
      return found;
    },
  };
}

/** Splits of a table that are kept: those of the figures that are set at the moment, and what orders them. */
const MOST_KEPT = 6;
const kept = new WeakMap<Table, Map<string, SplitTable>>();

/** Splits a table; what was split before stays, since most changes to a figure are none to its data. */
export function splitTable(table: Table, wish: Wish): SplitTable {
  const known = kept.get(table) ?? new Map<string, SplitTable>();
  kept.set(table, known);
  const key = JSON.stringify(wish);
  const found = known.get(key) ?? splitAnew(table, wish);
  known.delete(key);
  known.set(key, found);
  const [oldest] = known.keys();
  if (known.size > MOST_KEPT && oldest !== undefined) known.delete(oldest);
  return found;
}
