/**
 * The values of calculated columns. Every rule gives null, never Infinity or
 * NaN, where a value it needs is missing or a divisor is zero.
 */
import { Refusal } from '../../refusal.ts';
import { type Cell, type Column, columnOf, numberAt, type Table } from '../column.ts';
import { saidMeasure } from '../measure/kind.ts';
import { periodNumber, yearBefore } from '../periods.ts';
import { type Periods, periodsOfTable, type Series } from '../series.ts';
import type { Calculation, Operand, Rule } from './calculation.ts';
import { cumulative } from './cumulative.ts';
import { measureOfRule } from './measures.ts';
import { rollingMean } from './rolling.ts';
import { ofLongerPeriod, statistic, yearsBefore } from './together.ts';

type NumberColumn = Column & { kind: 'number' };
type Values = (number | null)[];

const finite = (value: number): number | null => (Number.isFinite(value) ? value : null);

/** `part` as a percentage of `whole`; null for a missing or zero divisor. */
const percent = (part: number, whole: number): number | null => (whole === 0 ? null : finite((part / whole) * 100));

function measure(table: Table, key: string): NumberColumn {
  const column = columnOf(table, key);
  if (!column) throw new Refusal(`“${table.title}” no longer has a column “${key}”.`);
  if (column.kind !== 'number')
    throw new Refusal(`“${column.title}” holds ${column.kind === 'date' ? 'dates' : 'text'}, not numbers.`);
  return column;
}

const empty = (table: Table): Values => new Array<number | null>(table.rows).fill(null);

/** The value in each row's previous period, or in the same period a year earlier. */
function earlier(table: Table, periods: Periods, cells: readonly Cell[], on: 'previous' | 'year'): Values {
  const values = empty(table);
  if (periods.kind === 'order') {
    if (on === 'year') throw new Refusal(`“${table.title}” has no date column, so there is no year before.`);
    for (const { rows } of periods.series)
      rows.forEach((row, index) => {
        values[row] = index === 0 ? null : numberAt(cells, rows[index - 1] ?? -1);
      });
    return values;
  }
  const { column, interval } = periods;
  const periodBefore = (at: number) => {
    if (on === 'previous') return periodNumber(at, interval) - 1;
    const before = yearBefore(at, interval);
    return before === null ? null : periodNumber(before, interval);
  };
  for (const { rows, rowOf } of periods.series)
    for (const row of rows) {
      const period = periodBefore(Number(column.cells[row]));
      const from = period === null ? undefined : rowOf.get(period);
      values[row] = from === undefined ? null : numberAt(cells, from);
    }
  return values;
}

/** Combines the values of each row; null when either is missing. */
const pairwise = (a: Values, b: Values, combine: (a: number, b: number) => number | null): Values =>
  a.map((left, row) => {
    const right = b[row] ?? null;
    return left === null || right === null ? null : combine(left, right);
  });

const valuesOf = (table: Table, column: Column): Values =>
  Array.from({ length: table.rows }, (_, row) => numberAt(column.cells, row));

function operand(table: Table, side: Operand): { values: Values; unit: string | null; whole: boolean } {
  if ('number' in side)
    return {
      values: new Array<number>(table.rows).fill(side.number),
      unit: null,
      whole: Number.isInteger(side.number),
    };
  const column = measure(table, side.column);
  return { values: valuesOf(table, column), unit: column.unit, whole: column.whole };
}

const ARITHMETIC: Record<(Rule & { kind: 'arithmetic' })['sign'], (a: number, b: number) => number | null> = {
  '+': (a, b) => finite(a + b),
  '−': (a, b) => finite(a - b),
  '×': (a, b) => finite(a * b),
  '÷': (a, b) => (b === 0 ? null : finite(a / b)),
};

interface Outcome {
  restsOn?: NonNullable<Column['restsOn']>;
  values: Values;
  unit: string | null;
  whole: boolean;
}

function indexTo100(table: Table, periods: Periods, column: NumberColumn, base: number | null): Values {
  const values = empty(table);
  if (base !== null && periods.kind === 'order')
    throw new Refusal(`“${table.title}” has no date column, so a base period cannot be given.`);
  const baseRow = ({ rows, rowOf }: Series) =>
    base === null || periods.kind === 'order'
      ? rows.find((row) => numberAt(column.cells, row) !== null)
      : rowOf.get(periodNumber(base, periods.interval));
  for (const series of periods.series) {
    const row = baseRow(series);
    const from = row === undefined ? null : numberAt(column.cells, row);
    if (from === null) continue;
    for (const at of series.rows) {
      const value = numberAt(column.cells, at);
      values[at] = value === null ? null : percent(value, from);
    }
  }
  return values;
}

function share(table: Table, periods: Periods, column: NumberColumn, of: (Rule & { kind: 'share' })['of']): Values {
  const parts = valuesOf(table, column);
  if (typeof of !== 'string') {
    const columns = of.map((key) => measure(table, key));
    return parts.map((part, row) => {
      let whole = 0;
      for (const other of columns) {
        const value = numberAt(other.cells, row);
        if (value === null) return null;
        whole += value;
      }
      return part === null ? null : percent(part, whole);
    });
  }
  if (of === 'same period' && periods.kind === 'order')
    throw new Refusal(`“${table.title}” has no date column, so no rows share a period.`);
  const across = of === 'same period' && periods.kind === 'dates' ? periods : null;
  const periodOf = (row: number) => {
    const at = across?.column.cells[row];
    return across && typeof at === 'number' ? periodNumber(at, across.interval) : 0;
  };
  // A total row would count everything twice.
  const totals = new Set(table.totals);
  const wholes = new Map<number, number>();
  parts.forEach((part, row) => {
    if (part !== null && !totals.has(row)) wholes.set(periodOf(row), (wholes.get(periodOf(row)) ?? 0) + part);
  });
  return parts.map((part, row) => (part === null ? null : percent(part, wholes.get(periodOf(row)) ?? 0)));
}

function onlyFinished(table: Table, periods: Periods, column: NumberColumn): Values {
  if (periods.kind === 'order')
    throw new Refusal(`“${table.title}” has no date column, so none of its periods is unfinished.`);
  const { unfinishedFrom } = periods.column;
  return valuesOf(table, column).map((value, row) => {
    const at = periods.column.cells[row];
    return typeof at === 'number' && (unfinishedFrom === undefined || at < unfinishedFrom) ? value : null;
  });
}

function evaluate(table: Table, rule: Rule): Outcome {
  if (rule.kind === 'level')
    return {
      values: new Array<number>(table.rows).fill(rule.value),
      unit: null,
      whole: Number.isInteger(rule.value),
    };
  if (rule.kind === 'arithmetic') {
    const [left, right] = [operand(table, rule.left), operand(table, rule.right)];
    const values = pairwise(left.values, right.values, ARITHMETIC[rule.sign]);
    const additive = rule.sign === '+' || rule.sign === '−';
    const alike = additive ? (left.unit ?? right.unit) : left.unit === right.unit ? null : (left.unit ?? right.unit);
    // A rate of two different measures has a unit of its own that only its user can name.
    const unit = rule.sign === '÷' && right.unit !== null ? null : alike;
    return { values, unit, whole: rule.sign !== '÷' && left.whole && right.whole };
  }
  const column = measure(table, rule.column);
  const { unit, whole, cells } = column;
  const periods = periodsOfTable(table);
  switch (rule.kind) {
    case 'year earlier':
      return { values: earlier(table, periods, cells, 'year'), unit, whole };
    case 'change': {
      const before = earlier(table, periods, cells, rule.on);
      return rule.as === 'difference'
        ? { values: pairwise(valuesOf(table, column), before, (now, then) => finite(now - then)), unit, whole }
        : {
            // On the size of the earlier value, so that a rise from a negative value is a rise.
            values: pairwise(valuesOf(table, column), before, (now, then) => percent(now - then, Math.abs(then))),
            unit: '%',
            whole: false,
          };
    }
    case 'sign': {
      const now = valuesOf(table, column);
      const before = rule.on === 'value' ? now.map(() => 0) : earlier(table, periods, cells, rule.on);
      return { values: pairwise(now, before, (a, b) => Math.sign(a - b) + 0), unit: null, whole: true };
    }
    case 'rolling mean':
      return { values: rollingMean(table, periods, cells, rule.periods, rule.place), unit, whole: false };
    case 'cumulative':
      return { values: cumulative(table, periods, cells, rule.yearStart), unit, whole };
    case 'share':
      return { values: share(table, periods, column, rule.of), unit: '%', whole: false };
    case 'index':
      return { values: indexTo100(table, periods, column, rule.base), unit: null, whole: false };
    case 'difference': {
      const other = measure(table, rule.from);
      return {
        values: pairwise(valuesOf(table, column), valuesOf(table, other), (a, b) => finite(a - b)),
        unit,
        whole: whole && other.whole,
      };
    }
    case 'finished':
      return { values: onlyFinished(table, periods, column), unit, whole };
    case 'past years':
    case 'longer period': {
      if (periods.kind === 'order')
        throw new Refusal(`“${table.title}” has no date column, so its rows belong to no years.`);
      const isPast = rule.kind === 'past years';
      const together = isPast
        ? yearsBefore(table, periods, cells, rule.years)
        : ofLongerPeriod(table, periods, cells, rule.to);
      return {
        values: together.map((values) => statistic(values, rule.of)),
        unit,
        whole: whole && (rule.of === 'lowest' || rule.of === 'highest'),
        ...(isPast && { restsOn: { said: rule.years, there: together.map(({ length }) => length) } }),
      };
    }
  }
}

/** The column of a calculation on a table. Throws a Refusal, in one sentence, when it cannot be calculated. */
export function calculate(table: Table, calculation: Calculation): Column {
  const { key, title, decimals, measure, rule } = calculation;
  const { values, unit, whole, restsOn } = evaluate(table, rule);
  return {
    key,
    title,
    kind: 'number',
    unit: calculation.unit === undefined ? unit : calculation.unit,
    whole,
    total: false,
    ...saidMeasure(measure ?? measureOfRule(table, rule)),
    ...(decimals === undefined ? {} : { decimals }),
    ...(restsOn && { restsOn }),
    cells: values,
  };
}

/**
 * Adds calculated columns to a table, each after those it may read. One that
 * can no longer be calculated stays, without values, and a remark says why.
 */
export function withCalculations(table: Table, calculations: readonly Calculation[]): Table {
  let made = table;
  for (const calculation of calculations) {
    try {
      made = { ...made, columns: [...made.columns, calculate(made, calculation)] };
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      const { key, title } = calculation;
      const cells = new Array<Cell>(made.rows).fill(null);
      made = {
        ...made,
        columns: [...made.columns, { key, title, kind: 'number', unit: null, whole: false, total: false, cells }],
        remarks: [
          ...made.remarks,
          { column: key, passing: true, text: `${title} cannot be calculated: ${error.message}` },
        ],
      };
    }
  }
  return made;
}
