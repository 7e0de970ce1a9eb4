import type { Locale } from '../../text/locale.ts';
import { formatPeriod } from '../../time/format.ts';
import { columnOf, type Table } from '../column.ts';
import { readTitle } from '../titles.ts';
import { listed } from '../words.ts';
import type { Step } from './step.ts';

function sayTest(step: Extract<Step, { kind: 'keep' }>, table: Table, name: string, locale: Locale): string {
  const { test } = step;
  const column = columnOf(table, step.column);
  const write = (value: number) =>
    column?.kind === 'date' ? formatPeriod(value, column.interval, locale) : String(value);
  switch (test.kind) {
    case 'last':
      return `the last ${test.periods} ${column?.kind === 'date' ? column.interval : 'period'}s`;
    case 'categories':
      return `rows whose ${name} is ${listed(test.keep)}`;
    default: {
      const { from, to } = test;
      const [later, earlier] = column?.kind === 'date' ? ['later', 'earlier'] : ['more', 'less'];
      if (from !== null && to !== null) return `rows whose ${name} is from ${write(from)} to ${write(to)}`;
      if (from !== null) return `rows whose ${name} is ${write(from)} or ${later}`;
      if (to !== null) return `rows whose ${name} is ${write(to)} or ${earlier}`;
      return `rows that have a ${name}`;
    }
  }
}

/** What a step does to a table, as one sentence for its user. */
export function sayStep(step: Step, table: Table, locale: Locale): string {
  const name = (key: string) => {
    const column = columnOf(table, key);
    return column ? readTitle(column.title).name : `“${key}”`;
  };
  const begins = (yearStart: number) => (yearStart === 1 ? '' : ` that begins in ${locale.months[yearStart - 1]}`);
  switch (step.kind) {
    case 'keep':
      return `Only ${sayTest(step, table, name(step.column), locale)}.`;
    case 'turn':
      return 'Rows and columns swapped.';
    case 'spread':
      return `One column of ${name(step.value)} for each ${step.categories.map(name).join(' and ')}, over ${name(step.across)}; several values for one cell become their ${step.together}.`;
    case 'gather':
      return `${listed(step.columns.map(name))} in two columns, ${step.name} and ${step.value}.`;
    case 'aggregate': {
      const by = new Map<string, string[]>();
      for (const measure of step.measures) by.set(measure.by, [...(by.get(measure.by) ?? []), name(measure.column)]);
      const parts = [...by].map(([how, names]) => `${how} of ${listed(names)}`);
      return `One row per ${step.to}${begins(step.yearStart)}: ${parts.join('; ')}; a ${step.to} that lacks values is ${step.lacking}.`;
    }
    case 'years':
      return `${name(step.column)} with one column for each year${begins(step.yearStart)}.`;
  }
}
