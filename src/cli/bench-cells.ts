/** Measures typing into a large table, of which much was typed already. */
import { foldOf } from '../core/change/fold.ts';
import { runCall } from '../core/change/run.ts';
import { applyFields } from '../core/named/fields.ts';
import { recordOf, reportOf } from '../core/report/record.ts';
import { newReport, storedTableIn } from '../core/report/report.ts';
import { packTable, TableMaker } from '../core/report/tables.ts';
import { readDocument } from '../core/report/upgrade.ts';
import type { Table } from '../core/table/column.ts';
import { keptCells, type WholeBlock } from '../core/table/kept.ts';
import { measure, type Row } from './measure.ts';

const TYPED = 10_000;

/** Rows on a table of 100,000 × 8: opened with and without 10,000 typed cells, and one more cell typed. */
export async function cellRows(table: Table): Promise<Row[]> {
  let count = 0;
  const { item, blocks } = packTable('t', table, () => `b${++count}`);
  const keys = table.columns.filter(({ kind }) => kind === 'number').map(({ key }) => key);
  const cells: Record<string, Record<string, string>> = {};
  for (let at = 0; at < TYPED; at++) {
    const key = keys[at % keys.length] ?? '';
    cells[key] ??= {};
    cells[key][`r.${(at * 7) % table.rows}`] = String(at);
  }
  const plain = recordOf({ ...newReport('Bench', ''), items: [item] });
  const set = (record: typeof plain, given: object) =>
    runCall(record, { name: 'table.setCells', args: { table: 't', cells: given } }, () => undefined).record;
  const typed = set(plain, cells);
  const long = storedTableIn(reportOf(typed), 't');
  const fold =
    long &&
    foldOf(
      long,
      () => [],
      () => `layer${++count}`,
    );
  const all: Record<string, WholeBlock> = { ...blocks, ...fold?.blocks };
  const folded = applyFields(typed, fold?.fields ?? []) as typeof plain;
  const made = (record: typeof plain, maker = new TableMaker()) =>
    maker.called(reportOf(record), 't', (block) => all[block] && keptCells(all[block]).cells);
  const open = (text: string) => made(readDocument(JSON.parse(text)));
  const [plainText = '', typedText = '', foldedText = ''] = [plain, typed, folded].map((one) => JSON.stringify(one));
  const more = (from: typeof plain) => {
    const maker = new TableMaker();
    made(from, maker);
    let now = from;
    return () => {
      now = set(now, { [keys[0] ?? '']: { [`r.${++count}`]: String(count) } });
      return made(now, maker);
    };
  };
  return [
    await measure('open a table of 100,000 × 8, its cells at hand', 50, 15, 3, () => open(plainText)),
    await measure('the same with 10,000 typed cells', 51, 15, 3, () => open(typedText)),
    await measure('the same, put together by the server', 51, 15, 3, () => open(foldedText)),
    await measure('type one more cell over 10,000', 30, 15, 3, more(typed)),
    await measure('the same over those put together', 30, 15, 3, more(folded)),
  ];
}
