/** JSON as rows of cells: an array of objects, or an object of columns. */
import * as z from 'zod';
import { Refusal } from '../core/refusal.ts';
import type { RawRows } from '../core/table/understand.ts';

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
    if (error instanceof SyntaxError)
      throw new Refusal(`This JSON breaks off or is written wrongly: ${error.message}.`);
    throw error;
  }
}

/** Reads a JSON table. Throws a Refusal for JSON of another shape. */
export function readJsonTable(text: string): RawRows {
  const value = parse(text);
  const records = Records.safeParse(value);
  const columns = Columns.safeParse(value);
  let keys: string[];
  let values: (z.infer<typeof Value> | undefined)[][];
  if (records.success) {
    const found = [...new Set(records.data.flatMap((record) => Object.keys(record)))];
    keys = found;
    values = records.data.map((record) => found.map((key) => (Object.hasOwn(record, key) ? record[key] : undefined)));
  } else if (columns.success) {
    const found = Object.keys(columns.data);
    const length = Math.max(0, ...found.map((key) => columns.data[key]?.length ?? 0));
    keys = found;
    values = Array.from({ length }, (_, row) => found.map((key) => columns.data[key]?.[row]));
  } else
    throw new Refusal(
      'This JSON is no table: it must be a list of objects with plain values, or an object of columns, each a list of values.',
    );
  const rows = [keys, ...values.map((row) => row.map(textOf))];
  return {
    rows,
    lines: rows.map((_, index) => index + 1),
    types: ['', ...values.map((row) => row.map((value) => TYPES[typeof value] ?? ' ').join(''))],
    remarks: [],
    decimal: '.',
  };
}
