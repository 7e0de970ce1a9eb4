/** Delimited text (CSV, TSV and their kin) as rows of cells, read with Papa Parse. */
import { decodeHTMLStrict } from 'entities';
import Papa from 'papaparse';
import { Refusal } from '../core/refusal.ts';
import { limitCells, limitLetters, limitText } from '../core/table/limits.ts';
import type { Finding } from '../core/table/reading.ts';
import { type RawRows, rawRows } from '../core/table/rows.ts';
import { isStorable } from '../core/text/storable.ts';
import { partPlainText } from './plain-cells.ts';

const DELIMITERS = [',', ';', '\t', '|'] as const;
const NAMES: Record<string, string> = { ',': 'commas', ';': 'semicolons', '\t': 'tabs', '|': 'upright bars' };

/** Counts how many cells each delimiter gives on the first lines, outside quotes. */
function guessDelimiter(text: string): string {
  const sample = text
    .slice(0, 64_000)
    .split(/\r\n|\r|\n/, 30)
    .filter((line) => line.trim() !== '');
  let best = ',';
  let bestScore = 0;
  for (const delimiter of DELIMITERS) {
    const counts = sample.map((line) => line.replace(/"[^"]*"/g, '').split(delimiter).length - 1);
    const most = Math.max(0, ...counts);
    if (most === 0) continue;
    // A true delimiter stands on most lines in the same number; a decimal comma does not stand in the header.
    const agreeing = counts.filter((count) => count === most).length / counts.length;
    const score = agreeing * 10 + Math.min(most, 9) / 10 + (counts[0] === most ? 5 : 0);
    if (score > bestScore) {
      best = delimiter;
      bestScore = score;
    }
  }
  return best;
}

const lineBreaks = (text: string) => text.match(/\r\n|\r|\n/g)?.length ?? 0;

/** The line (from 1) on which a character stands. */
const lineAt = (text: string, index: number) => lineBreaks(text.slice(0, index)) + 1;

/** The line on which each row begins; a quoted cell may hold line breaks. */
function lineNumbers(rows: readonly string[][], quoted: boolean): number[] {
  let line = 1;
  return rows.map((row) => {
    const begins = line;
    line++;
    if (quoted)
      for (const cell of row) {
        limitLetters(cell, begins);
        if (cell.includes('\n') || cell.includes('\r')) line += lineBreaks(cell);
      }
    return begins;
  });
}

/** Letters of text between two words on how far the reading is. */
const CHUNK = 1 << 20;

interface Cells {
  rows: string[][];
  errors: readonly Papa.ParseError[];
}

/** All rows at once; the places of errors are those in the text. */
const parseWhole = (text: string, delimiter: string, fastMode: boolean): Cells => {
  const { data: rows, errors } = Papa.parse<string[]>(text, { delimiter, fastMode, skipEmptyLines: false });
  return { rows, errors };
};

/** The same, saying how far it is after each piece of a long text. */
function parseCells(text: string, delimiter: string, fastMode: boolean, onProgress: (share: number) => void): Cells {
  if (text.length < 2 * CHUNK) return parseWhole(text, delimiter, fastMode);
  const rows: string[][] = [];
  let cells = 0;
  let failed = false;
  const config = {
    delimiter,
    fastMode,
    skipEmptyLines: false as const,
    chunkSize: CHUNK,
    chunk: ({ data, errors, meta }: Papa.ParseResult<string[]>) => {
      for (const row of data) cells += row.length;
      limitCells(rows.length + data.length, cells);
      for (const row of data) rows.push(row);
      failed ||= errors.length > 0;
      onProgress(Math.min(1, meta.cursor / text.length));
    },
  };
  Papa.parse<string[]>(text, config);
  // In pieces the parser counts the places of errors from the piece, so a faulty text is read again whole.
  return failed ? parseWhole(text, delimiter, fastMode) : { rows, errors: [] };
}

const ENTITY = /&(?:[a-zA-Z][a-zA-Z\d]{1,30}|#\d{1,7}|#[xX][\da-fA-F]{1,6});/g;
/** Letters that mean something between cells, and letters of no script that stand for them until the cells are parted. */
const MARKS = ['"', ',', ';', '\t', '|', '\n', '\r'];
const HIDDEN = 0xf0_e0;
const HIDDEN_LETTERS = /[\uf0e0-\uf0e6]/g;

/** Text that was written for a page, with its “&amp;” and “&nbsp;” as the letters that they stand for. */
function withoutEntities(text: string): { plain: string; example: string | null } {
  if (!text.includes('&') || text.search(HIDDEN_LETTERS) >= 0) return { plain: text, example: null };
  let example: string | null = null;
  const plain = text.replace(ENTITY, (entity) => {
    const letter = decodeHTMLStrict(entity);
    if (letter === entity) return entity;
    example ??= entity;
    const mark = MARKS.indexOf(letter);
    return mark < 0 ? letter : String.fromCharCode(HIDDEN + mark);
  });
  return { plain, example };
}

/** Says by what cells are parted, where another delimiter stands in the text too. */
function delimiterFinding(text: string, delimiter: string): Finding[] {
  const sample = text.slice(0, 64_000);
  const others = DELIMITERS.filter((other) => other !== delimiter && sample.includes(other));
  if (delimiter !== ';' && delimiter !== '|' && others.length === 0) return [];
  return [
    {
      text: `Fields are separated by ${NAMES[delimiter]}.`,
      others: others.map((other) => ({ say: `Separate them by ${NAMES[other]}`, reading: { delimiter: other } })),
    },
  ];
}

/** Rows of text in which quotes stand, or that is not plain in another way. */
function readQuoted(text: string, delimiter: string, onProgress: (share: number) => void, unhide: boolean): RawRows {
  const quoted = text.includes('"');
  limitText(text, delimiter, quoted);
  const { rows, errors } = parseCells(text, delimiter, !quoted, onProgress);
  const unclosed = errors.find((error) => error.code === 'MissingQuotes');
  if (unclosed) {
    // The parser reports the row that swallowed the rest; the quote opens on that row's first line.
    const rowStart = unclosed.index ?? 0;
    const line = lineAt(text, openQuote(text, rowStart, delimiter));
    throw new Refusal(
      `A quote opens on line ${line} and is never closed; close or remove it and bring the file in again.`,
    );
  }
  if (unhide)
    for (const row of rows)
      row.forEach((cell, at) => {
        row[at] = cell.replace(HIDDEN_LETTERS, (letter) => MARKS[letter.charCodeAt(0) - HIDDEN] ?? letter);
      });
  const odd = errors.find((error) => error.code === 'InvalidQuotes');
  const remarks =
    odd?.index === undefined
      ? []
      : [{ text: `A quote inside a cell on line ${lineAt(text, odd.index)} was kept as a character.` }];
  return rawRows(rows, { lines: lineNumbers(rows, quoted), remarks }, isStorable(text));
}

/** Rows of text without quotes whose lines all end alike; null for any other. */
function readPlain(text: string, delimiter: string, onProgress: (share: number) => void): RawRows | null {
  if (text.includes('"') || !isStorable(text)) return null;
  const grid = partPlainText(text, delimiter, onProgress);
  if (!grid) return null;
  const lines = new Array<number>(grid.height);
  for (let row = 0; row < grid.height; row++) lines[row] = row + 1;
  return { grid, lines, remarks: [] };
}

/**
 * Reads delimited text. The delimiter is found from the text itself unless it
 * is given; `onProgress` hears the share that is done. Throws a Refusal for
 * empty text and for a quote that is never closed.
 */
export function readDelimited(
  received: string,
  given?: string | undefined,
  onProgress: (share: number) => void = () => {},
): RawRows {
  const { plain: text, example } = withoutEntities(received);
  if (text.trim() === '') throw new Refusal('This file is empty: there is no table in it.');
  const delimiter = given ?? guessDelimiter(text);
  const isHidden = example !== null;
  const raw =
    (isHidden ? null : readPlain(text, delimiter, onProgress)) ?? readQuoted(text, delimiter, onProgress, isHidden);
  const entities = isHidden
    ? [{ text: `“${example}” and similar codes for web pages were read as the characters they stand for.` }]
    : [];
  return { ...raw, remarks: [...entities, ...raw.remarks, ...delimiterFinding(text, delimiter)] };
}

/** Index of the quote that is never closed, searching from the start of a row. */
function openQuote(text: string, from: number, delimiter: string): number {
  let open = -1;
  for (let at = from; at < text.length; at++) {
    if (text[at] !== '"') continue;
    if (open >= 0) {
      if (text[at + 1] === '"') at++;
      else open = -1;
    } else if (at === 0 || text[at - 1] === delimiter || text[at - 1] === '\n' || text[at - 1] === '\r') open = at;
  }
  return open < 0 ? from : open;
}
