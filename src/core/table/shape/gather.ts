import { Refusal } from '../../refusal.ts';
import type { Column, Table } from '../column.ts';
import { commonMeasure } from '../measure/weigh.ts';
import { keysOf } from '../titles.ts';
import { commonMeta, withCells, withoutTotals } from './rows.ts';
import type { StepOf } from './step.ts';

const MOST_ROWS = 2_000_000;

/** Several number columns to two: the title each value stood under, and the value. The other columns are repeated. */
export function gatherTable(source: Table, step: StepOf<'gather'>): Table {
  const table = withoutTotals(source);
  const wanted = new Set(step.columns);
  const gathered = table.columns.filter((column) => wanted.has(column.key));
  const kept = table.columns.filter((column) => !wanted.has(column.key));
  const unfit = gathered.find((column) => column.kind !== 'number');
  if (unfit) throw new Refusal(`“${unfit.title}” holds no numbers, so it cannot be gathered with the others.`);
  if (gathered.length === 0) throw new Refusal(`None of the columns to gather is still in “${table.title}”.`);
  const rows = table.rows * gathered.length;
  if (rows > MOST_ROWS) throw new Refusal(`This would make ${rows} rows; Rizo takes up to ${MOST_ROWS}.`);
  const each = <T>(of: (row: number, column: Column) => T): T[] => {
    const made: T[] = [];
    for (let row = 0; row < table.rows; row++) for (const column of gathered) made.push(of(row, column));
    return made;
  };
  const [nameKey = 'name', valueKey = 'value'] = keysOf([
    ...kept.map((column) => column.title),
    step.name,
    step.value,
  ]).slice(-2);
  return {
    ...table,
    rows,
    totals: [],
    columns: [
      ...kept.map((column) =>
        withCells(
          column,
          each((row) => column.cells[row] ?? null),
        ),
      ),
      { key: nameKey, title: step.name, kind: 'text', ordered: false, cells: each((_, column) => column.title) },
      {
        key: valueKey,
        title: step.value,
        kind: 'number',
        ...commonMeta(gathered),
        total: false,
        ...commonMeasure(source, gathered),
        cells: each((row, column) => column.cells[row] ?? null),
      },
    ],
  };
}
