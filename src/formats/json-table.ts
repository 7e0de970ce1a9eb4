/** JSON as rows of cells: an array of objects, or an object of columns. */
import * as z from 'zod';
import { Refusal } from '../core/refusal.ts';
import { limitAcross, limitCells } from '../core/table/limits.ts';
import { type RawRows, rawRows } from '../core/table/rows.ts';

const Value = z.union([z.string(), z.number(), z.boolean(), z.null()]);
const Records = z.array(z.record(z.string(), Value)).min(1);
const Columns = z.record(z.string(), z.array(Value));

const TYPES: Readonly<Record<string, string>> = { number: 'n', string: 's' };

const textOf = (value: z.infer<typeof Value> | undefined) =>
  value === null || value === undefined ? '' : String(value);

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch (error) {
    if (error instanceof SyntaxError) throw new Refusal(`This JSON is incomplete or malformed: ${error.message}.`);
    throw error;
  }
}

/** The keys of all records, in the order in which they come first. */
function keysOfAll(records: readonly object[]): string[] {
  const keys = new Set<string>();
  for (const record of records) {
    for (const key of Object.keys(record)) keys.add(key);
    limitAcross(keys.size);
  }
  limitCells(records.length, keys.size * records.length);
  return [...keys];
}

/** Reads a JSON table. Throws a Refusal for JSON of another shape. */
export function readJsonTable(text: string): RawRows {
  const value = parse(text);
  const records = Records.safeParse(value);
  const columns = Columns.safeParse(value);
  let keys: string[];
  let values: (z.infer<typeof Value> | undefined)[][];
  if (records.success) {
    const found = keysOfAll(records.data);
    keys = found;
    values = records.data.map((record) => found.map((key) => (Object.hasOwn(record, key) ? record[key] : undefined)));
  } else if (columns.success) {
    const found = Object.keys(columns.data);
    limitAcross(found.length);
    const length = found.reduce((most, key) => Math.max(most, columns.data[key]?.length ?? 0), 0);
    limitCells(length, found.length * length);
    keys = found;
    values = Array.from({ length }, (_, row) => found.map((key) => columns.data[key]?.[row]));
  } else
    throw new Refusal(
      'This JSON is not a table: it must be a list of objects with plain values, or an object of columns, each a list of values.',
    );
  const rows = [keys, ...values.map((row) => row.map(textOf))];
  return rawRows(rows, {
    lines: rows.map((_, index) => index + 1),
    types: ['', ...values.map((row) => row.map((value) => TYPES[typeof value] ?? ' ').join(''))],
    remarks: [],
    decimal: '.',
  });
}
