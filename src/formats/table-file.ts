/** A file or a paste as received, turned into a table. */
import { Refusal } from '../core/refusal.ts';
import type { Table } from '../core/table/column.ts';
import { type RawRows, understand } from '../core/table/understand.ts';
import { readDelimited } from './delimited.ts';
import { readJsonTable } from './json-table.ts';
import { decodeText } from './text.ts';
import type { Sheet } from './workbook.ts';

export interface Received {
  table: Table;
  /** names of the sheets or tables that the file holds; empty for a file of one table */
  sheets: readonly string[];
  /** the one that was read */
  sheet: string | null;
}

/** A title for a table from the name of its file: "sailings-monthly.csv" is "Sailings monthly". */
function titleOfFile(name: string): string {
  const bare = name.replace(/^.*[\\/]/, '').replace(/\.[^.]+$/, '');
  const words = bare.replace(/[-_]+/g, ' ').trim();
  return words ? words.charAt(0).toUpperCase() + words.slice(1) : 'Table';
}

const one = (raw: RawRows, title: string): Received => ({ table: understand(raw, title), sheets: [], sheet: null });

/** Reads the sheet that was asked for, or the first that holds anything. */
function oneOf(sheets: readonly Sheet[], wanted: string | undefined, title: string): Received {
  const names = sheets.map((sheet) => sheet.name);
  const found =
    wanted === undefined
      ? (sheets.find((sheet) => sheet.raw.rows.length > 0) ?? sheets[0])
      : sheets.find((sheet) => sheet.name === wanted);
  if (!found)
    throw new Refusal(`There is no sheet “${wanted}”; there is ${names.map((name) => `“${name}”`).join(', ')}.`);
  const several = sheets.length > 1;
  const named = several && found.name !== title ? `${title}, ${found.name}` : title;
  const table = understand(found.raw, named);
  return { table, sheets: several ? names : [], sheet: several ? found.name : null };
}

/** Reads text: HTML when it begins with a tag, JSON when it begins with a bracket, else delimited text. */
export async function readTableText(text: string, title: string, sheet?: string): Promise<Received> {
  const bare = text.replace(/^\ufeff/, '');
  const start = bare.trimStart().slice(0, 200);
  if (/^<(?:!doctype|!--|\w)/i.test(start)) {
    const { readHtmlTables } = await import('./workbook.ts');
    return oneOf(readHtmlTables(bare), sheet, title);
  }
  if (/^[[{]/.test(start)) return one(readJsonTable(bare), title);
  return one(readDelimited(bare), title);
}

/** The mark of a ZIP archive, which every workbook is. */
const isArchive = (bytes: Uint8Array) => bytes[0] === 0x50 && bytes[1] === 0x4b && (bytes[2] === 3 || bytes[2] === 5);

/** Reads the bytes of a file as a table; throws a Refusal that says what is wrong with it. */
export async function readTableFile(name: string, bytes: Uint8Array, sheet?: string): Promise<Received> {
  const title = titleOfFile(name);
  if (isArchive(bytes)) {
    const { readWorkbook } = await import('./workbook.ts');
    return oneOf(readWorkbook(bytes), sheet, title);
  }
  return readTableText(decodeText(bytes), title, sheet);
}
