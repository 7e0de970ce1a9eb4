/** What the columns of a table measure: as was said by hand, or weighed by their words, units, totals and course. */
import { partsOf } from '../../time/interval.ts';
import { chooseAcross, chooseMeasures } from '../choose.ts';
import { type Column, numberAt, type Table } from '../column.ts';
import { factsOf } from '../facts.ts';
import { measuresOf } from '../measures.ts';
import { readTitle } from '../titles.ts';
import { heardMeasure, type Measure, saidMeasure } from './kind.ts';
import { type Said, saidByTable, saidByTitle, saidByUnit } from './said.ts';
import { areYears } from './years.ts';

type Numbers = Extract<Column, { kind: 'number' }>;

const isSum = (said: Said) => said === 'flow' || said === 'stock';

/** What title and unit say: what can never be added up before what can. */
function saidOf(column: Numbers): Said {
  const { title, of, unit } = column;
  if (areYears(column)) return 'year';
  const byTitle = saidByTitle(of ?? readTitle(title).name);
  if (byTitle !== null && byTitle !== 'unclear' && !isSum(byTitle)) return byTitle;
  const byUnit = saidByUnit(unit);
  return byUnit !== null && !isSum(byUnit) ? byUnit : (byTitle ?? byUnit);
}

/** Fractions without a unit are as often shares as amounts. */
const areFractions = ({ unit, whole, cells }: Numbers): boolean => {
  const { low, high } = factsOf(cells);
  return unit === null && !whole && low >= -1 && high <= 1;
};

/** So many periods without one fall are no chance. */
const MANY = 12;

/** Whether numbers that run through the parts of years never fall, as those of a running total do. */
function neverFalls({ cells }: Column, across: Column | undefined, totals: ReadonlySet<number>): boolean {
  if (across?.kind !== 'date' || partsOf(across.interval).base === 'year') return false;
  let before: { at: number; value: number } | undefined;
  let [way, count, rises] = [0, 0, 0];
  for (let row = 0; row < cells.length; row++) {
    const [at, value] = [numberAt(across.cells, row), numberAt(cells, row)];
    if (at === null || value === null || totals.has(row)) continue;
    if (before) {
      const step = Math.sign(at - before.at);
      way ||= step;
      if (step === 0 || step !== way || (value - before.value) * way < 0) return false;
      if (value !== before.value) rises++;
    }
    before = { at, value };
    count++;
  }
  return count >= MANY && rises * 2 >= count;
}

/** Whether the rows that sum others hold the sums of the periods before them. */
function sumsItsPeriods({ cells }: Column, across: Column | undefined, table: Table): boolean {
  if (across?.kind !== 'date' || table.totals.length === 0) return false;
  const totals = new Set(table.totals);
  let [sum, count] = [0, 0];
  for (let row = 0; row < table.rows; row++) {
    const value = numberAt(cells, row);
    if (!totals.has(row)) {
      if (value === null) return false;
      sum += value;
      count++;
      continue;
    }
    // Each of the parts may have been rounded.
    if (value === null || count < 2 || Math.abs(value - sum) > Math.max(1e-9 * Math.abs(sum), count * 0.05))
      return false;
    [sum, count] = [0, 0];
  }
  return true;
}

/** What all columns of a table that say nothing themselves measure together, as its title or its total says. */
function saidByWhole(table: Table, across: Column | undefined, silent: readonly Column[]): Said {
  const others = measuresOf(table, across?.key).filter((column) => !silent.includes(column));
  if (others.length > 0) return null;
  const isOne = chooseMeasures(table, across?.key ?? '').left.every(({ why }) => why !== 'unit' && why !== 'size');
  if (!isOne) return null;
  const totals = table.columns.flatMap((column) => (column.kind === 'number' && column.total ? [saidOf(column)] : []));
  return totals.find((said) => said !== null) ?? saidByTable(table.title);
}

function weigh(table: Table): ReadonlyMap<string, Measure | null> {
  const across = chooseAcross(table);
  const totals = new Set(table.totals);
  const numbers = table.columns.filter((column): column is Numbers => column.kind === 'number');
  const said = new Map(numbers.map((column) => [column.key, saidOf(column)]));
  const silent = numbers.filter(({ key, total }) => said.get(key) === null && !total);
  const together = silent.length > 0 ? saidByWhole(table, across, silent) : null;
  return new Map(
    numbers.map((column) => {
      const own = said.get(column.key) ?? (sumsItsPeriods(column, across, table) ? 'flow' : together);
      const isDoubtful = own === 'flow' && (areFractions(column) || neverFalls(column, across, totals));
      return [column.key, own === 'unclear' || isDoubtful ? null : own];
    }),
  );
}

const known = new WeakMap<Table, ReadonlyMap<string, Measure | null>>();

/** What a column seems to measure, whatever was said of it by hand; null where that is unclear. */
export function weighedMeasure(table: Table, column: Column): Measure | null {
  const found = known.get(table) ?? weigh(table);
  known.set(table, found);
  return found.get(column.key) ?? null;
}

/** What a column measures: as was said of it, else as it is weighed; null where that is unclear, and nothing of it may be added up. */
export function measureOf(table: Table, column: Column): Measure | null {
  if (column.kind !== 'number') return null;
  return column.measure === undefined ? weighedMeasure(table, column) : heardMeasure(column.measure);
}

/** How many columns of a table measure the same as one in the same unit, itself among them; those that sum others are not counted. */
export function fellowsOf(table: Table, column: Column, across: Column): number {
  if (column.kind !== 'number') return 0;
  const measure = measureOf(table, column);
  const isFellow = (other: Column) =>
    other === column || (other.kind === 'number' && other.unit === column.unit && measureOf(table, other) === measure);
  return measuresOf(table, across.key).filter(isFellow).length;
}

/** What columns have in common that become one, as that one says it. */
export function commonMeasure(table: Table, columns: readonly Column[]): { measure?: Measure } {
  const [first, ...others] = columns.map((column) => measureOf(table, column));
  return first === undefined || others.some((other) => other !== first) ? {} : saidMeasure(first);
}
