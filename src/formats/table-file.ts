/** A file or a paste as received, turned into a table. */
import { Refusal } from '../core/refusal.ts';
import type { Reading } from '../core/table/reading.ts';
import type { RawRows } from '../core/table/rows.ts';
import { type Understood, understandRows } from '../core/table/understand.ts';
import { readDelimited } from './delimited.ts';
import { readJsonTable } from './json-table.ts';
import { decodeText } from './text.ts';
import type { Sheet } from './workbook.ts';

export interface Received extends Understood {
  /** names of the sheets or tables that the file holds; empty for a file of one table */
  sheets: readonly string[];
  /** the one that was read */
  sheet: string | null;
}

type OnProgress = (share: number) => void;

/** What was received, opened once and then read as often as its user decides anew. Throws Refusals. */
export interface Source {
  read(reading?: Reading, onProgress?: OnProgress): Received;
}

/** Shares of the work: parting the text into cells, and understanding them. */
const PARTING = 0.4;

/** A title for a table from the name of its file: "sailings-monthly.csv" is "Sailings monthly". */
function titleOfFile(name: string): string {
  const bare = name.replace(/^.*[\\/]/, '').replace(/\.[^.]+$/, '');
  const words = bare.replace(/[-_]+/g, ' ').trim();
  return words ? words.charAt(0).toUpperCase() + words.slice(1) : 'Table';
}

const withoutSheets = (understood: Understood): Received => ({ ...understood, sheets: [], sheet: null });

/** Reads the sheet that was asked for, or the first that holds anything. */
function sourceOfSheets(sheets: readonly Sheet[], title: string): Source {
  const names = sheets.map((sheet) => sheet.name);
  return {
    read(reading = {}, onProgress) {
      const wanted = reading.sheet;
      const found =
        wanted === undefined
          ? (sheets.find((sheet) => sheet.raw.grid.height > 0) ?? sheets[0])
          : sheets.find((sheet) => sheet.name === wanted);
      if (!found)
        throw new Refusal(`There is no sheet “${wanted}”; there is ${names.map((name) => `“${name}”`).join(', ')}.`);
      const several = sheets.length > 1;
      const named = several && found.name !== title ? `${title}, ${found.name}` : title;
      const understood = understandRows(found.raw, named, reading, onProgress);
      return { ...understood, sheets: several ? names : [], sheet: several ? found.name : null };
    },
  };
}

function sourceOfDelimited(text: string, title: string): Source {
  let parted: { delimiter: string | undefined; raw: RawRows } | undefined;
  return {
    read(reading = {}, onProgress = () => {}) {
      if (!parted || parted.delimiter !== reading.delimiter) {
        const raw = readDelimited(text, reading.delimiter, (share) => onProgress(share * PARTING));
        parted = { delimiter: reading.delimiter, raw };
      }
      return withoutSheets(
        understandRows(parted.raw, title, reading, (share) => onProgress(PARTING + share * (1 - PARTING))),
      );
    },
  };
}

/** Opens text: HTML when it begins with a tag, JSON when it begins with a bracket, else delimited text. */
export async function openTableText(text: string, title: string): Promise<Source> {
  const bare = text.replace(/^\ufeff/, '');
  const start = bare.trimStart().slice(0, 200);
  if (/^<(?:!doctype|!--|\w)/i.test(start)) {
    const { readHtmlTables } = await import('./workbook.ts');
    return sourceOfSheets(readHtmlTables(bare), title);
  }
  if (!/^[[{]/.test(start)) return sourceOfDelimited(bare, title);
  const raw = readJsonTable(bare);
  return { read: (reading, onProgress) => withoutSheets(understandRows(raw, title, reading, onProgress)) };
}

/** The mark of a ZIP archive, which every workbook is. */
const isArchive = (bytes: Uint8Array) => bytes[0] === 0x50 && bytes[1] === 0x4b && (bytes[2] === 3 || bytes[2] === 5);

/** Opens the bytes of a file; throws a Refusal that says what is wrong with them. */
export async function openTableFile(name: string, bytes: Uint8Array): Promise<Source> {
  const title = titleOfFile(name);
  if (isArchive(bytes)) {
    const { readWorkbook } = await import('./workbook.ts');
    return sourceOfSheets(readWorkbook(bytes), title);
  }
  return openTableText(decodeText(bytes), title);
}

/** Reads the bytes of a file as a table, with the decisions that are given. */
export async function readTableFile(name: string, bytes: Uint8Array, reading: Reading = {}): Promise<Received> {
  return (await openTableFile(name, bytes)).read(reading);
}

/** Reads text as a table. */
export async function readTableText(text: string, title: string, reading: Reading = {}): Promise<Received> {
  return (await openTableText(text, title)).read(reading);
}
