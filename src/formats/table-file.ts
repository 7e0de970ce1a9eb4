/** A file as received, turned into a table. */
import type { Table } from '../core/table/column.ts';
import { understand } from '../core/table/understand.ts';
import { readDelimited } from './delimited.ts';
import { decodeText } from './text.ts';

/** A title for a table from the name of its file: "sailings-monthly.csv" is "Sailings monthly". */
function titleOfFile(name: string): string {
  const bare = name.replace(/^.*[\\/]/, '').replace(/\.[^.]+$/, '');
  const words = bare.replace(/[-_]+/g, ' ').trim();
  return words ? words.charAt(0).toUpperCase() + words.slice(1) : 'Table';
}

/** Reads pasted or decoded text as a table. */
export function readTableText(text: string, title: string): Table {
  return understand(readDelimited(text.replace(/^\ufeff/, '')), title);
}

/** Reads the bytes of a file as a table; throws a Refusal that says what is wrong with it. */
export function readTableFile(name: string, bytes: Uint8Array): Table {
  return readTableText(decodeText(bytes), titleOfFile(name));
}
