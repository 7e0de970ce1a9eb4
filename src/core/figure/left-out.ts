/** What a first figure does not draw of its table: said, with what draws it after all. */
import { chooseMeasures, type LeftOut } from '../table/choose.ts';
import type { Column, Table } from '../table/column.ts';
import { readTitle } from '../table/titles.ts';
import { listed } from '../table/words.ts';
import type { DressedFigure } from './spec.ts';

export interface Addition {
  /** as the words of a button */
  say: string;
  /** keys of the columns that become lines */
  columns: string[];
  axis: 'left' | 'right';
}

export interface LeftOutWords {
  text: string;
  additions: Addition[];
  /** true where each measure with a sparkline of its own would show more */
  isSparkTable: boolean;
}

const names = (columns: readonly Column[]) =>
  listed(
    columns.map(({ title }) => `“${readTitle(title).name}”`),
    3,
  );
const unitOf = (column: Column) => (column.kind === 'number' ? column.unit : null);
const are = (columns: readonly Column[]) => (columns.length === 1 ? 'is' : 'are');

function reasonOf({ why, columns }: LeftOut): string {
  const all = `${names(columns)} ${are(columns)}`;
  switch (why) {
    case 'many':
      return `${all} left out: more lines would be hard to tell apart`;
    case 'unit': {
      const units = [...new Set(columns.map(unitOf))].map((unit) => unit ?? 'no unit');
      return `${all} left out for a different unit (${listed(units)})`;
    }
    case 'size':
      return `${all} left out for a very different size`;
    case 'number':
      return `${all} left out: ${columns.length === 1 ? 'it numbers' : 'they number'} periods or things`;
    case 'empty':
      return `${all} left out: no value`;
  }
}

/** The columns of one other unit, or of another size, which can have the right axis. */
function rightAxisOf(left: readonly LeftOut[]): Column[] {
  const others = left.find(({ why }) => why === 'unit') ?? left.find(({ why }) => why === 'size');
  const [first] = others?.columns ?? [];
  if (!others || !first) return [];
  return others.why === 'unit'
    ? others.columns.filter((column) => unitOf(column) === unitOf(first)).slice(0, 3)
    : [first];
}

/** What a figure with the lines that were chosen for it leaves out; null where it draws all measures. */
export function leftOutOf(table: Table, figure: Pick<DressedFigure, 'across'>): LeftOutWords | null {
  const { lines, left } = chooseMeasures(table, figure.across);
  // A table that has a year beside its date needs no words on that.
  if (left.every(({ why }) => why === 'number') || lines.length === 0) return null;
  const count = lines.length + left.reduce((sum, { columns }) => sum + columns.length, 0);
  const many = left.find(({ why }) => why === 'many')?.columns ?? [];
  const right = rightAxisOf(left);
  return {
    text: `${lines.length} of ${count} number columns ${are(lines)} drawn. ${left.map(reasonOf).join('; ')}.`,
    additions: [
      ...(many.length > 0
        ? [
            {
              say: `Draw ${many.length === 1 ? 'it' : 'them'} too`,
              columns: many.map(({ key }) => key),
              axis: 'left' as const,
            },
          ]
        : []),
      ...(right.length > 0
        ? [
            {
              say: `Draw ${names(right)} on the right axis`,
              columns: right.map(({ key }) => key),
              axis: 'right' as const,
            },
          ]
        : []),
    ],
    isSparkTable: many.length > 0 || left.some(({ why }) => why === 'size'),
  };
}
