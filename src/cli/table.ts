/** What is understood of table files, as text or as JSON. */

import { Refusal } from '../core/refusal.ts';
import type { Cell, Column } from '../core/table/column.ts';
import { isoOf } from '../core/time/calendar.ts';
import { sayInterval } from '../core/time/interval.ts';
import type { Received } from '../formats/table-file.ts';
import { readTableAt } from './files.ts';

interface Wishes {
  json: boolean;
  /** with the cells of each column, in JSON */
  values: boolean;
  sheet?: string | undefined;
}

/** A cell as JSON: dates as ISO 8601, numbers as numbers; a value that could not be read counts as missing. */
const writtenOf = (column: Column, cell: Cell): Cell => {
  if (column.kind === 'text' || cell === null) return cell;
  if (typeof cell === 'string') return null;
  return column.kind === 'date' ? isoOf(cell) : cell;
};

const describe = (column: Column, values: boolean) => ({
  title: column.title,
  key: column.key,
  kind: column.kind,
  unit: column.kind === 'number' ? column.unit : null,
  interval: column.kind === 'date' ? column.interval : null,
  ordered: column.kind === 'text' ? column.ordered : null,
  ...(values && { values: column.cells.map((cell) => writtenOf(column, cell)) }),
});

function asText({ table }: Received): string {
  const lines = table.columns.map((column) => {
    const { key, kind, unit, interval, ordered } = describe(column, false);
    return `  ${key}  ${[kind, interval && sayInterval(interval), unit, ordered && 'ordered'].filter(Boolean).join(', ')}`;
  });
  const remarks = table.remarks.map((remark) => `  ${remark.asks ? '?' : '-'} ${remark.text}`);
  return [`${table.title}: ${table.rows} rows × ${table.columns.length} columns`, ...lines, ...remarks].join('\n');
}

function asJson({ table, sheets, sheet }: Received, { values }: Wishes): object {
  const { title, rows, remarks, totals } = table;
  return {
    title,
    rows,
    columns: table.columns.map((column) => describe(column, values)),
    totals,
    remarks,
    sheets,
    sheet,
  };
}

/**
 * Prints what was understood of table files. One file is refused with its
 * sentence and ends with status 1; of several, each that is refused has its
 * sentence in its place. With JSON, several files give a line each, in order.
 */
export async function table(paths: readonly string[], wishes: Wishes): Promise<number> {
  const isOne = paths.length === 1;
  let status = 0;
  for (const path of paths) {
    try {
      const received = await readTableAt(path, wishes.sheet === undefined ? {} : { sheet: wishes.sheet });
      const said = wishes.json
        ? JSON.stringify(asJson(received, wishes), null, isOne ? 2 : undefined)
        : asText(received);
      console.log(said);
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      if (isOne && !wishes.json) throw error;
      status = isOne ? 1 : 0;
      console.log(wishes.json ? JSON.stringify({ error: error.message }) : error.message);
    }
  }
  return status;
}
