/** First settings of calculated columns, for their user to change. */

import { partsOf } from '../../time/interval.ts';
import type { Column, Table } from '../column.ts';
import { periodsOfTable } from '../series.ts';
import { keysOf, readTitle } from '../titles.ts';
import type { Rule } from './calculation.ts';

export type RuleKind = Rule['kind'];

/** The kinds of rules by what they give, in the order in which they are offered. */
export const RULE_KINDS: readonly { kind: RuleKind; name: string; needsDates: boolean }[] = [
  { kind: 'level', name: 'a constant level', needsDates: false },
  { kind: 'year earlier', name: 'the same period a year earlier', needsDates: true },
  { kind: 'change', name: 'the change', needsDates: false },
  { kind: 'sign', name: 'the sign, for win / loss,', needsDates: false },
  { kind: 'rolling mean', name: 'the rolling mean', needsDates: false },
  { kind: 'cumulative', name: 'the sum since the year began', needsDates: true },
  { kind: 'share', name: 'the share', needsDates: false },
  { kind: 'index', name: 'the index to 100', needsDates: false },
  { kind: 'difference', name: 'the difference', needsDates: false },
  { kind: 'arithmetic', name: 'arithmetic', needsDates: false },
  { kind: 'finished', name: 'the values up to the last finished period', needsDates: true },
  { kind: 'past years', name: 'past years, summarised,', needsDates: true },
  { kind: 'longer period', name: 'a longer period, summarised,', needsDates: true },
];

/** Number columns that a rule can read. */
export const measuresOf = (table: Table) => table.columns.filter((column) => column.kind === 'number');

/** Periods of a year, or a handful where the data are too fine for a mean over one. */
function periodsOfMean(table: Table): number {
  const periods = periodsOfTable(table);
  const interval = periods.kind === 'dates' ? periods.interval : null;
  const usual = {
    month: 12,
    quarter: 4,
    'half-year': 2,
    year: 3,
    week: 13,
    day: 7,
    'business day': 5,
    hour: 24,
    minute: 60,
    second: 60,
  };
  if (!interval) return 3;
  const { base, every } = partsOf(interval);
  return Math.max(2, Math.round(usual[base] / every));
}

/** The largest round number up to the middle of a column's values: a level that is seen at once. */
function levelFor(column: Column | undefined): number {
  let [low, high] = [Infinity, -Infinity];
  for (const cell of column?.cells ?? [])
    if (typeof cell === 'number') {
      low = Math.min(low, cell);
      high = Math.max(high, cell);
    }
  if (low > high) return 0;
  const middle = (low + high) / 2;
  const step = 10 ** Math.floor(Math.log10(Math.abs(middle) || 1));
  return Math.floor(middle / step) * step;
}

/** A rule of a kind on a column, with the settings that are wanted most often. */
export function draftRule(kind: RuleKind, table: Table, key: string): Rule {
  const measures = measuresOf(table);
  const other = measures.find((column) => column.key !== key)?.key ?? key;
  switch (kind) {
    case 'level':
      return { kind, value: levelFor(measures.find((column) => column.key === key)) };
    case 'change':
      return { kind, column: key, on: 'previous', as: 'percent' };
    case 'sign':
      return { kind, column: key, on: 'previous' };
    case 'rolling mean':
      return { kind, column: key, periods: periodsOfMean(table), place: 'trailing' };
    case 'cumulative':
      return { kind, column: key, yearStart: 1 };
    case 'share':
      return { kind, column: key, of: 'all rows' };
    case 'index':
      return { kind, column: key, base: null };
    case 'difference':
      return { kind, column: key, from: other };
    case 'arithmetic':
      return { kind, left: { column: key }, sign: '÷', right: { column: other } };
    case 'past years':
      return { kind, column: key, years: 5, of: 'mean' };
    case 'longer period':
      return { kind, column: key, to: 'month', of: 'mean' };
    default:
      return { kind, column: key };
  }
}

/** The column that a rule mainly speaks of; null for a constant level. */
export function mainColumn(rule: Rule): string | null {
  if (rule.kind === 'level') return null;
  if (rule.kind === 'arithmetic') return 'column' in rule.left ? rule.left.column : null;
  return rule.column;
}

/** A title for the column of a rule, short enough to head it. */
export function titleOfRule(rule: Rule, table: { columns: readonly { key: string; title: string }[] }): string {
  const name = (key: string) => {
    const column = table.columns.find((candidate) => candidate.key === key);
    return column ? readTitle(column.title).name : key;
  };
  switch (rule.kind) {
    case 'level':
      return 'Target';
    case 'year earlier':
      return `${name(rule.column)}, a year earlier`;
    case 'change':
      return `${name(rule.column)}, ${rule.as === 'percent' ? '% change' : 'change'}${rule.on === 'year' ? ' on the year' : ''}`;
    case 'sign':
      return `${name(rule.column)}, ${rule.on === 'value' ? 'sign' : 'up or down'}${rule.on === 'year' ? ' on the year' : ''}`;
    case 'rolling mean':
      return `${name(rule.column)}, mean of ${rule.periods}`;
    case 'cumulative':
      return `${name(rule.column)}, year to date`;
    case 'share':
      return `${name(rule.column)}, share`;
    case 'index':
      return `${name(rule.column)}, index`;
    case 'difference':
      return `${name(rule.column)} less ${name(rule.from)}`;
    case 'arithmetic': {
      const side = (operand: typeof rule.left) => ('number' in operand ? String(operand.number) : name(operand.column));
      return `${side(rule.left)} ${rule.sign} ${side(rule.right)}`;
    }
    case 'finished':
      return `${name(rule.column)}, finished periods`;
    case 'past years':
      return `${name(rule.column)}, ${rule.of} of ${rule.years} years before`;
    case 'longer period':
      return `${name(rule.column)}, ${rule.of} of the ${rule.to}`;
  }
}

/** A key for a new column that no other of the table has. */
export function freeKey(table: Table, title: string): string {
  return keysOf([...table.columns.map((column) => column.key), title]).at(-1) ?? title;
}
