/** Measures typing into a large table, of which much was typed already. */
import { runCall } from '../core/change/run.ts';
import { recordOf, reportOf } from '../core/report/record.ts';
import { newReport, storedTableIn } from '../core/report/report.ts';
import { packTable, TableMaker } from '../core/report/tables.ts';
import { readDocument } from '../core/report/upgrade.ts';
import type { Table } from '../core/table/column.ts';
import { keptCells } from '../core/table/kept.ts';
import { measure, type Row } from './measure.ts';

const TYPED = 10_000;

/** Rows on a table of 100,000 × 8: opened with and without 10,000 typed cells, and one more cell typed. */
export async function cellRows(long: Table): Promise<Row[]> {
  let count = 0;
  const { item, blocks } = packTable('t', long, () => `b${++count}`);
  const keys = long.columns.filter(({ kind }) => kind === 'number').map(({ key }) => key);
  const cells: Record<string, Record<string, string>> = {};
  for (let at = 0; at < TYPED; at++) {
    const key = keys[at % keys.length] ?? '';
    cells[key] ??= {};
    cells[key][`r.${(at * 7) % long.rows}`] = String(at);
  }
  const plain = recordOf({ ...newReport('Bench', ''), items: [item] });
  const set = (record: typeof plain, given: object) =>
    runCall(record, { name: 'table.setCells', args: { table: 't', cells: given } }, () => undefined).record;
  const typed = set(plain, cells);
  const made = (record: typeof plain, maker = new TableMaker()) => {
    const report = reportOf(record);
    const table = storedTableIn(report, 't');
    return table && maker.make(report, table, (block) => blocks[block] && keptCells(blocks[block]).cells);
  };
  const open = (text: string) => made(readDocument(JSON.parse(text)));
  const [plainText, typedText] = [JSON.stringify(plain), JSON.stringify(typed)];
  const maker = new TableMaker();
  made(typed, maker);
  let now = typed;
  return [
    await measure('open a table of 100,000 × 8, its cells at hand', 50, 15, 3, () => open(plainText)),
    await measure('the same with 10,000 typed cells', 100, 15, 3, () => open(typedText)),
    await measure('type one more cell into it', 30, 15, 3, () => {
      now = set(now, { [keys[0] ?? '']: { [`r.${++count}`]: String(count) } });
      return made(now, maker);
    }),
  ];
}
