/** First settings of the steps that shape a table, for their user to change. */
import { partsOf } from '../../time/interval.ts';
import { chooseAcross } from '../choose.ts';
import { type Column, columnOf, type Table } from '../column.ts';
import { overParts, overTime } from '../measure/kind.ts';
import { measureOf } from '../measure/weigh.ts';
import { measuresOf } from '../measures.ts';
import { periodsOfTable } from '../series.ts';
import { readTitle } from '../titles.ts';
import type { Step, Summary } from './step.ts';

export type StepKind = Step['kind'];

/** The steps by what they do, in the order in which they are offered. */
export const STEP_KINDS: readonly { kind: StepKind; name: string }[] = [
  { kind: 'keep', name: 'keep some rows' },
  { kind: 'spread', name: 'one column per category' },
  { kind: 'gather', name: 'columns into long form' },
  { kind: 'aggregate', name: 'combine periods' },
  { kind: 'years', name: 'overlay years' },
  { kind: 'turn', name: 'swap rows and columns' },
];

/** How a summary is said of the values that it takes together. */
export const SUMMARY_NAMES: Readonly<Record<Summary, string>> = {
  sum: 'summed',
  mean: 'averaged',
  last: 'the last one',
  min: 'the lowest one',
  max: 'the highest one',
};

/** How the values of one place in several rows become one: summed where they are parts that add up, else averaged. */
export const summaryOfParts = (table: Table, column: Column): Summary => overParts(measureOf(table, column));

/** How the values of several periods become one. */
export const summaryOfPeriods = (table: Table, column: Column): Summary => overTime(measureOf(table, column));

/** The test that keeps all rows of a column, from which its user narrows it. */
export function draftTest(column: Column): Extract<Step, { kind: 'keep' }>['test'] {
  if (column.kind === 'date') return { kind: 'last', periods: 24 };
  if (column.kind === 'number') return { kind: 'numbers', from: null, to: null };
  const names = [...new Set(column.cells.flatMap((cell) => (cell === null ? [] : [String(cell)])))];
  return { kind: 'categories', keep: names.slice(0, 200) };
}

/** A step of a kind with the settings that fit a table; null when the table has nothing for it. */
export function draftStep(kind: StepKind, table: Table): Step | null {
  const across = chooseAcross(table);
  const measures = measuresOf(table, across?.key);
  const [measure] = measures;
  switch (kind) {
    case 'turn':
      return { kind };
    case 'keep': {
      const column = across ?? table.columns[0];
      return column ? { kind, column: column.key, test: draftTest(column) } : null;
    }
    case 'spread': {
      const periods = periodsOfTable(table);
      const texts = table.columns.filter((column) => column.kind === 'text' && column !== across);
      const found = periods.kind === 'dates' && periods.categories.length > 0 ? periods.categories : texts;
      const [category] = found;
      if (!across || !category || !measure) return null;
      const categories = periods.kind === 'dates' ? found : [category];
      return {
        kind,
        across: across.key,
        categories: categories.map(({ key }) => key),
        value: measure.key,
        together: summaryOfParts(table, measure),
      };
    }
    case 'gather':
      return measures.length > 0
        ? { kind, columns: measures.map(({ key }) => key), name: 'Series', value: 'Value' }
        : null;
    case 'aggregate': {
      if (across?.kind !== 'date' || measures.length === 0) return null;
      const { base, every } = partsOf(across.interval);
      const to = base === 'month' && every > 1 ? 'year' : NEXT[base];
      const kept = measures.map((column) => ({ column: column.key, by: summaryOfPeriods(table, column) }));
      return { kind, to, yearStart: 1, measures: kept, lacking: 'missing' };
    }
    case 'years':
      return across?.kind === 'date' && measure ? { kind, column: measure.key, yearStart: 1 } : null;
  }
}

/** What is mostly made of the periods of a unit. */
const NEXT = {
  second: 'week',
  minute: 'week',
  hour: 'week',
  day: 'month',
  'business day': 'month',
  week: 'month',
  month: 'quarter',
  quarter: 'year',
  'half-year': 'year',
  year: 'year',
} as const;

/** What a column counts or measures. */
function quantityOf(key: string, table: Table): string | null {
  const column = columnOf(table, key);
  return column?.kind === 'number' ? (column.of ?? readTitle(column.title).name) : null;
}

/** A name for the table that a step makes. */
export function nameOfStep(step: Step, table: Table): string {
  const name = table.title;
  switch (step.kind) {
    case 'keep':
      return step.test.kind === 'last' ? `${name}, last ${step.test.periods}` : `${name}, some rows`;
    case 'spread':
      return `${name}, a column each`;
    case 'gather':
      return `${name}, long form`;
    case 'aggregate':
      return `${name} by ${step.to}`;
    case 'years':
      return `${quantityOf(step.column, table) ?? name}, year by year`;
    case 'turn':
      return `${name}, turned`;
  }
}
