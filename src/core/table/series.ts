/** The rows of a table as series over periods. */
import type { Interval } from '../time/interval.ts';
import { chooseAcross } from './choose.ts';
import type { Cell, Column, Table } from './column.ts';
import { periodNumber } from './periods.ts';

export interface Series {
  /** rows in period order */
  readonly rows: readonly number[];
  /** the row of a period number; a period with two rows has none */
  readonly rowOf: ReadonlyMap<number, number>;
}

export type Periods =
  | {
      kind: 'dates';
      column: Column & { kind: 'date' };
      interval: Interval;
      /** the columns whose combinations tell the series apart */
      categories: Column[];
      series: Series[];
    }
  /** without dates a row follows the one above it */
  | { kind: 'order'; series: Series[] };

/** A series whose rows by period are looked up only where a calculation asks for them. */
class LazySeries implements Series {
  #rowOf: ReadonlyMap<number, number> | undefined;
  constructor(
    readonly rows: readonly number[],
    private readonly periodOf: (row: number, place: number) => number,
  ) {}

  get rowOf(): ReadonlyMap<number, number> {
    this.#rowOf ??= this.#find();
    return this.#rowOf;
  }

  #find(): ReadonlyMap<number, number> {
    const found = new Map<number, number>();
    const twice = new Set<number>();
    this.rows.forEach((row, place) => {
      const period = this.periodOf(row, place);
      if (found.has(period)) twice.add(period);
      else found.set(period, row);
    });
    for (const period of twice) found.delete(period);
    return found;
  }
}

/** The texts of a column as numbers from 0 on. */
interface Coded {
  codes: Uint32Array;
  /** how many there are */
  count: number;
}

/** The texts of a column as small numbers, and how many rows hold a text that another row holds too. */
function numbered({ cells }: Column): Coded & { shared: number } {
  const codeOf = new Map<Cell, number>();
  const counts: number[] = [];
  const codes = new Uint32Array(cells.length);
  for (let row = 0; row < cells.length; row++) {
    const cell = cells[row] ?? null;
    let code = codeOf.get(cell);
    if (code === undefined) {
      code = codeOf.size;
      codeOf.set(cell, code);
      counts.push(0);
    }
    counts[code] = (counts[code] ?? 0) + 1;
    codes[row] = code;
  }
  const none = codeOf.get(null) ?? -1;
  const shared = counts.reduce((sum, count, code) => (count > 1 && code !== none ? sum + count : sum), 0);
  return { codes, count: counts.length, shared };
}

/** The number of each row's period; NaN where it has none or is a total. */
function periodsOf(across: Column & { kind: 'date' }, totals: readonly number[]): Float64Array {
  const periods = new Float64Array(across.cells.length);
  across.cells.forEach((cell, row) => {
    periods[row] = typeof cell === 'number' ? periodNumber(cell, across.interval) : Number.NaN;
  });
  for (const row of totals) periods[row] = Number.NaN;
  return periods;
}

/** True when two rows share a period. */
function doRepeat(periods: Float64Array): boolean {
  let before = -Infinity;
  let rising = true;
  for (const period of periods) {
    if (Number.isNaN(period)) continue;
    if (period === before) return true;
    if (period < before) {
      rising = false;
      break;
    }
    before = period;
  }
  if (rising) return false;
  const known = periods.filter((period) => !Number.isNaN(period)).sort();
  return known.some((period, index) => index > 0 && period === known[index - 1]);
}

/** The text columns that part a table into series, whose texts repeat; few do in remarks and in names that differ from row to row. */
function categoriesOf(texts: readonly Column[], dated: number): (Coded & { column: Column })[] {
  return texts.flatMap((column) => {
    const { shared, ...coded } = numbered(column);
    return shared >= dated / 2 ? [{ column, ...coded }] : [];
  });
}

/** What tells combinations of categories apart: one number where there are few enough of them for that, else a text. */
function keyOfCombinations(categories: readonly Coded[]): (row: number) => number | string {
  const all = categories.reduce((product, { count }) => product * count, 1);
  if (all > Number.MAX_SAFE_INTEGER) return (row) => categories.map(({ codes }) => codes[row]).join();
  return (row) => {
    let key = 0;
    for (const { codes, count } of categories) key = key * count + (codes[row] ?? 0);
    return key;
  };
}

/** Rows with a period, apart by the combination of their categories. */
function apart(periods: Float64Array, categories: readonly Coded[]): number[][] {
  const keyOf = keyOfCombinations(categories);
  const groups = new Map<number | string, number[]>();
  for (let row = 0; row < periods.length; row++) {
    if (Number.isNaN(periods[row])) continue;
    const key = keyOf(row);
    const rows = groups.get(key);
    if (rows) rows.push(row);
    else groups.set(key, [row]);
  }
  return [...groups.values()];
}

function takeApart(table: Table, across: Column | undefined, texts: readonly Column[]): Periods {
  if (across?.kind !== 'date') {
    const totals = new Set(table.totals);
    const rows: number[] = [];
    for (let row = 0; row < table.rows; row++) if (!totals.has(row)) rows.push(row);
    return { kind: 'order', series: [new LazySeries(rows, (_, place) => place)] };
  }
  const periods = periodsOf(across, table.totals);
  const dated = periods.reduce((count, period) => (Number.isNaN(period) ? count : count + 1), 0);
  const categories = doRepeat(periods) ? categoriesOf(texts, dated) : [];
  const at = (row: number) => Number(across.cells[row]);
  const series = apart(periods, categories).map((rows) => {
    const isSorted = rows.every((row, index) => index === 0 || at(row) >= at(rows[index - 1] ?? row));
    if (!isSorted) rows.sort((a, b) => at(a) - at(b) || a - b);
    return new LazySeries(rows, (row) => periods[row] ?? Number.NaN);
  });
  return {
    kind: 'dates',
    column: across,
    interval: across.interval,
    categories: categories.map(({ column }) => column),
    series,
  };
}

interface Found {
  rows: number;
  totals: readonly number[];
  texts: readonly Column[];
  periods: Periods;
}

/** What was found last over each column: editing a measure does not change it. */
const found = new WeakMap<Column, Found>();
const isSame = <T>(a: readonly T[], b: readonly T[]) => a.length === b.length && a.every((x, index) => x === b[index]);

/**
 * Takes a table apart into its series: one for each combination of categories
 * when a date column runs across and its periods repeat, else a single one in
 * row order. Total rows belong to none.
 */
export function periodsOfTable(table: Table): Periods {
  const across = chooseAcross(table);
  const { rows, totals } = table;
  const texts = table.columns.filter(({ kind }) => kind === 'text');
  const known = across && found.get(across);
  if (known && known.rows === rows && isSame(known.totals, totals) && isSame(known.texts, texts)) return known.periods;
  const periods = takeApart(table, across, texts);
  if (across) found.set(across, { rows, totals, texts, periods });
  return periods;
}
