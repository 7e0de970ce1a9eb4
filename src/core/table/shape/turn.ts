import { Refusal } from '../../refusal.ts';
import { chooseAcross } from '../choose.ts';
import type { Cell, Column, Table } from '../column.ts';
import { commonMeasure } from '../measure/weigh.ts';
import { keysOf } from '../titles.ts';
import { columnOfHeads, headOf } from './heads.ts';
import { commonMeta } from './rows.ts';

const MOST_COLUMNS = 2000;

/**
 * Turns rows and columns: the column that runs across heads the new columns,
 * and the old titles stand in the new first column. Totals stay totals.
 */
export function turnTable(table: Table): Table {
  if (table.rows > MOST_COLUMNS)
    throw new Refusal(
      `“${table.title}” has ${table.rows} rows, which would become as many columns; keep at most ${MOST_COLUMNS} first.`,
    );
  const heading = chooseAcross(table) ?? table.columns[0];
  if (!heading) throw new Refusal(`“${table.title}” has no columns to swap.`);
  const others = table.columns.filter((column) => column !== heading);
  const names = { dates: 'Period', text: 'Series' };
  const first = columnOfHeads(
    'head',
    others.map((column) => column.title),
    names,
  );
  const titles = Array.from({ length: table.rows }, (_, row) => headOf(heading, row) || `Row ${row + 1}`);
  const keys = keysOf(['head', ...titles]).slice(1);
  const meta = { ...commonMeta(others), ...commonMeasure(table, others) };
  const totalRows = new Set(table.totals);
  const numeric = others.every((column) => column.kind === 'number');
  const columns = titles.map((title, row): Column => {
    const named = { key: keys[row] ?? title, title };
    if (numeric) {
      const cells = others.map((column): Cell => column.cells[row] ?? null);
      return { ...named, kind: 'number', ...meta, total: totalRows.has(row), cells };
    }
    return { ...named, kind: 'text', ordered: false, cells: others.map((column) => headOf(column, row) || null) };
  });
  return {
    ...table,
    rows: others.length,
    columns: [first, ...columns],
    totals: others.flatMap((column, index) => (column.kind === 'number' && column.total ? [index] : [])),
  };
}
