/** Finding the table in rows as received: titles above it, remarks below it, and series that stand in rows. */
import { type Grid, gridOfRows } from './grid.ts';
import {
  arePeriods,
  filledCount,
  HIGHEST,
  headRows,
  isHeader,
  joinHeads,
  looksLikeData,
  seriesPeriods,
} from './heads.ts';
import { partsOfNumber } from './number-text.ts';
import type { Reading } from './reading.ts';

/** Rows of cells with the line each began on in what was received (lines count from 1). */
export interface Lined {
  grid: Grid;
  lines: readonly number[];
}

export interface Block {
  header: readonly string[] | null;
  headerLine: number;
  body: Lined;
  /** first and last line of the table, its header included */
  lines: { from: number; to: number };
  /** rows that the titles were made of, and rows in the table that repeat them */
  heads: number;
  repeated: number;
  /** first and last line of another table below it */
  next: { from: number; to: number } | null;
  /** text lines above the block and below it */
  above: { line: number; text: string }[];
  below: { line: number; text: string }[];
}

const joined = (row: readonly string[]) =>
  row
    .map((cell) => cell.trim())
    .filter((cell) => cell !== '')
    .join(', ');

const NOTE_WORDS =
  'sources?|notes?|remarks?|legends?|key|quellen?|anmerkung(?:en)?|fu(?:ß|ss)noten?|hinweise?|legende|stand|erhebung|berechnung|champ|lecture|remarques?|fuentes?|notas?|observaci[oó]n(?:es)?|leyenda|źródło|uwagi?|lähde|huom|selite|bron(?:nen)?|opmerking(?:en)?|fonte|fonti|k[äa]ll[ao]r?|anm|obs|(?:last )?updated|extracted|copyright|crown copyright|data (?:were|was|from|as)|figures (?:are|were)';
const NOTE = new RegExp(
  `^(?:${NOTE_WORDS})(?![\\p{L}])|^(?:\\*|†|‡|©|[¹²³]|\\(\\w{1,2}\\)\\s|\\[\\w{1,2}\\]\\s|\\d{1,2}\\)\\s|\\w\\s?[=:]\\s|[:.…-]\\s?=\\s)`,
  'iu',
);

/** A note or a source under a table, also where it was parted at its commas. */
const isNote = (row: readonly string[]) => {
  const words = (row[0] ?? '').trim();
  return NOTE.test(words) && partsOfNumber(words) === null && filledCount(row.slice(1)) <= 3;
};

/** True for a line of words: one cell, in the first column, that is not a value. */
const isWords = (row: readonly string[]) =>
  (row[0] ?? '').trim() !== '' && filledCount(row) === 1 && !looksLikeData(row[0] ?? '');

/** So many lines of words stand over a header. */
const MOST_WORDS = 4;

/**
 * True for a line of words that hold the delimiter, such as “Passengers by pier, 2025”: narrower than the header that
 * follows it, behind lines of words at the most, and the rows below that.
 */
function isProse(raw: Lined, kept: readonly number[], at: number): boolean {
  const rowAt = (index: number) => raw.grid.row(kept[index] ?? -1);
  const row = rowAt(at);
  const [first = '', ...others] = row;
  if (others.length === 0 || row.some((cell) => cell.trim() === '') || looksLikeData(first)) return false;
  // Words go on with a blank behind their comma.
  if (others.length > 1 && !others.every((cell) => /^\s/.test(cell))) return false;
  let head = at + 1;
  while (head < at + MOST_WORDS && (isWords(rowAt(head)) || rowAt(head).length <= row.length)) head++;
  const width = rowAt(head).length;
  const below = [1, 2, 3].map((step) => rowAt(head + step)).filter(({ length }) => length > 0);
  return (
    width > row.length &&
    below.length > 0 &&
    below.every(({ length }) => length === width) &&
    !rowAt(head).some((cell) => /^\s/.test(cell)) &&
    isHeader(rowAt(head), below)
  );
}

/** Lines of words parted from a table by an empty line, for words that hold the delimiter: how many they are. */
function wordsApart(raw: Lined, kept: readonly number[]): number {
  const gap = kept.slice(0, 5).findIndex((index, at) => at > 0 && index - (kept[at - 1] ?? 0) > 1);
  if (gap < 1 || gap > 3 || kept.length - gap < 2) return 0;
  const rowAt = (at: number) => raw.grid.row(kept[at] ?? 0);
  // Names with what they are, such as “Printed; 12.04.2023”, stand over a wider table.
  const isWider = filledCount(rowAt(gap)) > 2;
  for (let at = 0; at < gap; at++)
    if (
      rowAt(at).some(looksLikeData) &&
      !(isWider && filledCount(rowAt(at)) <= 2 && !looksLikeData(rowAt(at)[0] ?? ''))
    )
      return 0;
  // A header may be parted from its rows, too; then what follows is no header.
  return isHeader(
    rowAt(gap),
    kept.slice(gap + 1, gap + 21).map((_, at) => rowAt(gap + 1 + at)),
  )
    ? gap
    : 0;
}

/** Where another table begins below an empty line: a header of its own, with rows of values; -1 for none. */
function nextTable(raw: Lined, kept: readonly number[], first: number, end: number): number {
  const rowAt = (at: number) => raw.grid.row(kept[at] ?? 0);
  const hasValues = (row: readonly string[]) => row.some((cell) => partsOfNumber(cell) !== null);
  for (let at = first + 2; at < end - 1; at++) {
    const isApart = (kept[at] ?? 0) - (kept[at - 1] ?? 0) > 1;
    // A title may stand over the second table.
    const head = isApart && isWords(rowAt(at)) ? at + 1 : at;
    if (!isApart || head >= end - 1 || filledCount(rowAt(head)) < 2) continue;
    const heads = !rowAt(head).some(looksLikeData) && hasValues(rowAt(head + 1));
    if (heads && !isSameRow(rowAt(head), rowAt(first))) return at;
  }
  return -1;
}

const isSameRow = (a: readonly string[], b: readonly string[]) =>
  filledCount(a) > 1 &&
  Array.from({ length: Math.max(a.length, b.length) }).every((_, at) => (a[at] ?? '').trim() === (b[at] ?? '').trim());

/** Where a block begins and ends among the rows that hold something, and whether its user said so. */
function boundsOf(
  raw: Lined,
  kept: readonly number[],
  reading: Reading,
): { first: number; end: number; next: number | null } {
  const rowAt = (index: number | undefined) => (index === undefined ? [] : raw.grid.row(index));
  if (reading.lines) {
    const { from, to } = reading.lines;
    const lineAt = (at: number) => raw.lines[kept[at] ?? 0] ?? 0;
    let first = 0;
    while (first < kept.length - 1 && lineAt(first) < from) first++;
    let end = kept.length;
    while (end > first + 1 && lineAt(end - 1) > to) end--;
    return { first, end, next: null };
  }
  let first = wordsApart(raw, kept);
  while (first < kept.length - 1 && (isWords(rowAt(kept[first])) || isProse(raw, kept, first))) first++;
  // One column of words is a table of its own, not a heap of titles.
  if (filledCount(rowAt(kept[first])) < 2) first = 0;
  const wide = filledCount(rowAt(kept[first])) > 1;
  const other = nextTable(raw, kept, first, kept.length);
  let end = other < 0 ? kept.length : other;
  while (wide && end > first + 1 && (isWords(rowAt(kept[end - 1])) || isNote(rowAt(kept[end - 1])))) {
    const index = kept[end - 1] ?? 0;
    if (isNote(rowAt(index))) {
      end--;
      continue;
    }
    const apart = index > 0 && filledCount(rowAt(index - 1)) === 0;
    if (!apart && (rowAt(index)[0] ?? '').trim().split(/\s+/).length < 4) break;
    end--;
  }
  return { first, end, next: other < 0 ? null : other };
}

/**
 * Finds the block, unless its lines are given: the lines of words above it (one cell each, before the
 * first line of several cells) are its titles; lines of words below it, after
 * an empty line or of several words, are remarks.
 */
export function findBlock(raw: Lined, reading: Reading = {}): Block | null {
  const kept: number[] = [];
  const { grid } = raw;
  for (let index = 0; index < grid.height; index++)
    // A first cell that holds something answers for nearly every row.
    if (grid.at(index, 0).trim() !== '' || filledCount(grid.row(index)) > 0) kept.push(index);
  const rowAt = (index: number) => grid.row(index);
  const words = (index: number) => ({ line: raw.lines[index] ?? 0, text: joined(rowAt(index)) });
  if (kept.length === 0) return null;
  const { first, end, next } = boundsOf(raw, kept, reading);
  const top = kept[first] ?? 0;
  const isHeaded = reading.header ?? isHeader(rowAt(top), kept.slice(first + 1, Math.min(end, first + 21)).map(rowAt));
  const heads = isHeaded ? headRows(kept.slice(first, first + HIGHEST + 2).map(rowAt)) : 0;
  const header = heads === 0 ? null : heads === 1 ? rowAt(top) : joinHeads(kept.slice(first, first + heads).map(rowAt));
  const below = kept.slice(first + heads, end);
  // A header that comes again on each page is no row.
  const head = rowAt(top);
  const letter = (head[0] ?? '').charAt(0);
  // The first letter answers for nearly every row.
  const isHead = (index: number) => grid.at(index, 0).charAt(0) === letter && isSameRow(rowAt(index), head);
  const body = header && below.some(isHead) ? below.filter((index) => !isHead(index)) : below;
  return {
    header,
    headerLine: raw.lines[top] ?? 1,
    body: { grid: grid.pickRows(body), lines: body.map((index) => raw.lines[index] ?? 0) },
    lines: { from: raw.lines[top] ?? 1, to: raw.lines[kept[end - 1] ?? 0] ?? 1 },
    above: kept.slice(0, first).map(words),
    below: kept.slice(end, next ?? undefined).map(words),
    heads,
    repeated: below.length - body.length,
    next: next === null ? null : { from: raw.lines[kept[next] ?? 0] ?? 1, to: raw.lines[kept.at(-1) ?? 0] ?? 1 },
  };
}

/** True when each row is a series and its periods stand across the top. */
export function isSeriesInRows(block: Block): boolean {
  const { header, body } = block;
  const { grid } = body;
  if (!header || grid.height === 0 || !arePeriods(seriesPeriods(header))) return false;
  for (let row = 0; row < grid.height; row++) {
    const name = grid.at(row, 0);
    if (name.trim() === '' || looksLikeData(name)) return false;
  }
  return true;
}

/** Turns rows into columns: the first cells of the rows become titles, and the titles a first column. */
export function turnBlock(block: Block): Block {
  const header = block.header ?? [];
  const { grid } = block.body;
  const across = (column: number) => Array.from({ length: grid.height }, (_, row) => grid.at(row, column));
  const rows = header.slice(1).map((period, index) => [period, ...across(index + 1)]);
  return {
    ...block,
    header: ['Period', ...across(0)],
    body: { grid: gridOfRows(rows), lines: rows.map(() => block.headerLine) },
  };
}
