import type { Locale } from '../../text/locale.ts';
import { decimalsOf, formatNumber } from '../../text/number.ts';
import { formatPeriod } from '../../time/format.ts';
import { chooseAcross } from '../choose.ts';
import { columnOf, type Table } from '../column.ts';
import { readTitle } from '../titles.ts';
import type { Operand, Rule } from './calculation.ts';

/** "month", "week", … for a table with dates, else "row". */
function periodWord(table: Table): string {
  const across = chooseAcross(table);
  return across?.kind === 'date' ? across.interval : 'row';
}

const plain = (value: number, locale: Locale) => formatNumber(value, Math.min(6, decimalsOf(value)), locale);

/** What a rule does to a table, as one sentence for its user. */
export function sayRule(rule: Rule, table: Table, locale: Locale): string {
  const name = (key: string) => {
    const column = columnOf(table, key);
    return column ? readTitle(column.title).name : `“${key}”`;
  };
  const period = periodWord(table);
  const before = (on: 'previous' | 'year') =>
    on === 'previous' ? `the ${period} before` : `the same ${period} a year earlier`;
  const side = (operand: Operand) => ('number' in operand ? plain(operand.number, locale) : name(operand.column));
  switch (rule.kind) {
    case 'level':
      return `${plain(rule.value, locale)} in every row.`;
    case 'year earlier':
      return `${name(rule.column)} in ${before('year')}; missing where that is missing.`;
    case 'change':
      return rule.as === 'percent'
        ? `Change of ${name(rule.column)} on ${before(rule.on)}, in per cent; missing where either is missing or the earlier one is zero.`
        : `${name(rule.column)} minus its value in ${before(rule.on)}; missing where either is missing.`;
    case 'sign':
      return rule.on === 'value'
        ? `1 where ${name(rule.column)} is above zero, −1 where it is below, 0 where it is zero.`
        : `1 where ${name(rule.column)} rose on ${before(rule.on)}, −1 where it fell, 0 where it stayed.`;
    case 'rolling mean': {
      const span =
        rule.place === 'trailing'
          ? `the ${rule.periods} ${period}s up to each`
          : `${rule.periods} ${period}s around each`;
      const ends = rule.place === 'centred' && rule.periods % 2 === 0 ? ' (the two ends count half)' : '';
      return `Mean of ${name(rule.column)} over ${span}${ends}; missing where one of them is missing.`;
    }
    case 'cumulative': {
      const start = rule.yearStart === 1 ? '' : `, which begins in ${locale.months[rule.yearStart - 1]}`;
      return `Sum of ${name(rule.column)} since the year began${start}; missing after a missing ${period}, and in a year whose beginning is not in the table.`;
    }
    case 'share':
      return typeof rule.of === 'string'
        ? `${name(rule.column)} in per cent of its sum over ${rule.of === 'all rows' ? 'all rows' : `the rows of the same ${period}`}.`
        : `${name(rule.column)} in per cent of ${rule.of.map(name).join(' + ')} in the same row.`;
    case 'index': {
      const across = chooseAcross(table);
      const base =
        rule.base === null
          ? 'the first value'
          : across?.kind === 'date'
            ? formatPeriod(rule.base, across.interval, locale)
            : 'the base';
      return `${name(rule.column)} with ${base} set to 100.`;
    }
    case 'difference':
      return `${name(rule.column)} minus ${name(rule.from)}.`;
    case 'arithmetic':
      return `${side(rule.left)} ${rule.sign} ${side(rule.right)}${rule.sign === '÷' ? '; missing where the divisor is zero' : ''}.`;
    case 'finished':
      return `${name(rule.column)} up to the last finished ${period}.`;
    case 'past years':
      return `The ${rule.of} of ${name(rule.column)} in the same ${period} of the ${rule.years} years before, as far as the table has them.`;
    case 'longer period':
      return `The ${rule.of} of ${name(rule.column)} in the ${rule.to} of each ${period}.`;
  }
}
