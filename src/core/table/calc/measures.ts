/** What calculated columns measure, which follows from what they are calculated of. */
import { type Column, columnOf, type Table } from '../column.ts';
import { addsOverTime, type Measure, type SaidMeasure } from '../measure/kind.ts';
import { measureOf } from '../measure/weigh.ts';
import type { Operand, Rule } from './calculation.ts';

const of = (table: Table, key: string): Measure | null => {
  const column: Column | undefined = columnOf(table, key);
  return column ? measureOf(table, column) : null;
};

/** Of what adds up one may be taken from another; of other things the difference is one more such thing only of states. */
const ofDifference = (one: Measure | null, other: Measure | null): Measure | null => (one === other ? one : null);

function ofArithmetic(table: Table, left: Operand, sign: '+' | '−' | '×' | '÷', right: Operand): Measure | null {
  const side = (operand: Operand) => ('column' in operand ? of(table, operand.column) : undefined);
  const [one, other] = [side(left), side(right)];
  // By a number it is made larger or smaller and stays what it is; a number added to each period is in none of them.
  if (one !== undefined && other !== undefined)
    return sign === '÷' ? 'rate' : sign === '×' ? null : ofDifference(one, other);
  if (sign === '÷' && one === undefined) return 'rate';
  const kept = one ?? other ?? null;
  return sign === '×' || sign === '÷' ? kept : addsOverTime(kept) ? 'level' : kept;
}

/** What a column by a rule measures: `unclear` where that is not known, so that nothing is added up, whatever it is called. */
export function measureOfRule(table: Table, rule: Rule): SaidMeasure {
  const made = ((): Measure | null => {
    switch (rule.kind) {
      case 'level':
        return 'level';
      case 'change':
        return rule.as === 'percent' ? 'rate' : ofDifference(of(table, rule.column), of(table, rule.column));
      case 'sign':
      case 'share':
        return 'rate';
      case 'index':
        return 'index';
      case 'cumulative':
        return 'running total';
      case 'rolling mean':
        return addsOverTime(of(table, rule.column)) ? 'rate' : of(table, rule.column);
      case 'difference':
        return ofDifference(of(table, rule.column), of(table, rule.from));
      case 'arithmetic':
        return ofArithmetic(table, rule.left, rule.sign, rule.right);
      case 'year earlier':
      case 'finished':
        return of(table, rule.column);
      case 'past years':
      case 'longer period':
        return addsOverTime(of(table, rule.column)) ? 'level' : of(table, rule.column);
    }
  })();
  return made ?? 'unclear';
}
