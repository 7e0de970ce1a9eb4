/** Finding the table in rows as received: titles above it, remarks below it, and series that stand in rows. */
import { DATE_SHAPES, YEAR_SHAPE } from './dates.ts';
import { isMissing, partsOfNumber } from './number-text.ts';
import { areOrdered } from './ordered.ts';
import type { Reading } from './reading.ts';
import { isTotalTitle } from './titles.ts';

/** Rows of cells with the line each began on in what was received (lines count from 1). */
export interface Lined {
  rows: readonly (readonly string[])[];
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

const filledCount = (row: readonly string[]) => {
  let count = 0;
  for (const cell of row) if (cell.trim() !== '') count++;
  return count;
};

const looksLikeData = (text: string) =>
  partsOfNumber(text) !== null || DATE_SHAPES.some((shape) => shape.read(text) !== null);

/** Ways of writing periods that can head columns; numbers that are none of these are values. */
const PERIOD_SHAPES = [YEAR_SHAPE, ...DATE_SHAPES].filter(
  ({ id }) => id !== 'serial' && id !== 'epoch' && id !== 'epoch-ms',
);

/** Labels of periods across the top of a table: dates of one shape that follow each other, or categories with an order of their own. */
function arePeriods(labels: readonly string[]): boolean {
  if (labels.length < 3) return false;
  if (areOrdered(labels)) return true;
  return PERIOD_SHAPES.some((shape) => {
    const values = labels.map((label) => shape.read(label));
    if (values.includes(null)) return false;
    // Bare numbers are periods where each is later, or earlier, than the one before it.
    const steps = values.slice(1).map((value, index) => Number(value) - Number(values[index]));
    return !shape.weak || steps.every((step) => step > 0) || steps.every((step) => step < 0);
  });
}

/** A first row is a header unless its cells are numbers and dates like those below it. */
function isHeader(row: readonly string[]): boolean {
  const filled = row.filter((cell) => !isMissing(cell));
  // Periods over series in rows look like data, but the cell in their corner says that they head it.
  if (!looksLikeData(row[0] ?? '') && arePeriods(seriesPeriods(row))) return true;
  return (
    filled.length === 0 || filled.filter(looksLikeData).length < filled.length / 2 || filled.length < row.length / 2
  );
}

/** Units that stand alone in a cell beneath a title. */
const UNIT_ALONE =
  /^(?:[([].{1,30}[)\]]|%|‰|[€$£]|(?:in )?(?:eur|usd|gbp|nok|sek|dkk|pln|chf)|(?:in )?(?:thousands?|millions?|mio\.?|mn|tsd\.?|tys\.?)|kg|t|km|m|m²|m³|l|h|min|kwh|mwh|°c|number|persons|no\.|anzahl|index)$/i;

/** A row of units beneath the titles: nothing else stands in it. */
const areUnits = (row: readonly string[]) => {
  const filled = row.slice(1).filter((cell) => cell.trim() !== '');
  return filled.length > 0 && filled.every((cell) => UNIT_ALONE.test(cell.trim()));
};

const HIGHEST = 3;

/** True where a cell may head its column: it is no word for missing, and values stand in the column below. */
const headsValues = (rows: readonly (readonly string[])[], at: number, column: number) =>
  !isMissing(rows[at]?.[column] ?? '') &&
  rows.slice(at + 1).some((row) => partsOfNumber(row[column] ?? '') !== null) &&
  // The row right below holds a value, or heads it, too.
  [rows[at + 1], rows[at + 2]].some((row) => row !== undefined && partsOfNumber(row[column] ?? '') !== null);

/** How many rows head a block: more than one where what follows the first still holds titles or units, and values come below. */
function headRows(rows: readonly (readonly string[])[]): number {
  const hasValues = (row: readonly string[] | undefined) =>
    row?.slice(1).some((cell) => partsOfNumber(cell) !== null) === true;
  let count = 1;
  while (count < HIGHEST) {
    const row = rows[count];
    const below = rows[count + 1];
    if (!row || !below || !hasValues(below)) {
      // A level more may follow, under which values come at last.
      if (!row || !below || count + 1 >= HIGHEST || !hasValues(rows[count + 2])) break;
    }
    // A row of titles stands over values, or over more titles; what is missing is no title.
    if (row.slice(1).some((cell, at) => cell.trim() !== '' && !headsValues(rows, count, at + 1))) break;
    const rest = row.slice(1).filter((cell) => cell.trim() !== '');
    const arePeriodHeads = arePeriods(rest) && !looksLikeData(row[0] ?? '');
    const areTitles = rest.length > 0 && rest.every((cell) => !looksLikeData(cell)) && !looksLikeData(row[0] ?? '');
    const isBlankFirst = (row[0] ?? '').trim() === '';
    // A row of names is data, unless the table's first column has nothing there or it holds units.
    const isUpperSparse = rows.slice(0, count).some((head) => filledCount(head) < filledCount(row));
    if (!areUnits(row) && !(areTitles && (isBlankFirst || isUpperSparse)) && !(arePeriodHeads && isUpperSparse)) break;
    count++;
  }
  return count;
}

/** One row of titles from several: what an upper level says holds for the cells right of it until the next. */
function joinHeads(rows: readonly (readonly string[])[]): string[] {
  const width = Math.max(...rows.map((row) => row.length));
  const levels = rows.map((row, level) => {
    const isUpper = level < rows.length - 1 && !areUnits(row);
    const isSparse = isUpper && filledCount(row) < width - 1;
    let last = '';
    return Array.from({ length: width }, (_, column) => {
      const cell = (row[column] ?? '').trim();
      if (cell !== '') last = cell;
      return cell !== '' || !isSparse || column === 0 ? cell : last;
    });
  });
  return Array.from({ length: width }, (_, column) => {
    let title = '';
    levels.forEach((level, at) => {
      const cell = level[column] ?? '';
      if (cell === '' || cell === title) return;
      const isUnit = at > 0 && areUnits(rows[at] ?? []);
      if (title === '') title = cell;
      else title = isUnit ? `${title} (${cell.replace(/^[([]|[)\]]$/g, '')})` : `${title} ${cell}`;
    });
    return title;
  });
}

/** The header cells after the first that are no totals. */
function seriesPeriods(header: readonly string[]): string[] {
  return header.slice(1).filter((cell) => cell.trim() !== '' && !isTotalTitle(cell));
}

const NOTE =
  /^(?:sources?|notes?|remarks?|quelle|anmerkung|fu(?:ß|ss)note|hinweis|fuente|notas?|źródło|uwagi?|lähde|huom)\b|^(?:\*|†|‡|[¹²³]|\(\w{1,2}\)\s|\[\w{1,2}\]\s|\w\s?[=:]\s)/iu;

/** A note or a source under a table, also where it was parted at its commas. */
const isNote = (row: readonly string[]) => {
  const words = (row[0] ?? '').trim();
  return NOTE.test(words) && partsOfNumber(words) === null && filledCount(row.slice(1)) <= 3;
};

/** True for a line of words: one cell, in the first column, that is not a value. */
const isWords = (row: readonly string[]) =>
  (row[0] ?? '').trim() !== '' && filledCount(row) === 1 && !looksLikeData(row[0] ?? '');

/** Lines of words parted from a table by an empty line, for words that hold the delimiter: how many they are. */
function wordsApart(raw: Lined, kept: readonly number[]): number {
  const gap = kept.slice(0, 5).findIndex((index, at) => at > 0 && index - (kept[at - 1] ?? 0) > 1);
  if (gap < 1 || gap > 3 || kept.length - gap < 2) return 0;
  const rowAt = (at: number) => raw.rows[kept[at] ?? 0] ?? [];
  for (let at = 0; at < gap; at++) if (rowAt(at).some(looksLikeData)) return 0;
  // A header may be parted from its rows, too; then what follows is no header.
  return isHeader(rowAt(gap)) ? gap : 0;
}

/** Where another table begins below an empty line: a header of its own, with rows of values; -1 for none. */
function nextTable(raw: Lined, kept: readonly number[], first: number, end: number): number {
  const rowAt = (at: number) => raw.rows[kept[at] ?? 0] ?? [];
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
  // The first letter answers for nearly every row.
  (a[0] ?? '').charCodeAt(0) === (b[0] ?? '').charCodeAt(0) &&
  filledCount(a) > 1 &&
  Array.from({ length: Math.max(a.length, b.length) }).every((_, at) => (a[at] ?? '').trim() === (b[at] ?? '').trim());

/** Where a block begins and ends among the rows that hold something, and whether its user said so. */
function boundsOf(
  raw: Lined,
  kept: readonly number[],
  reading: Reading,
): { first: number; end: number; next: number | null } {
  const rowAt = (index: number | undefined) => (index === undefined ? [] : (raw.rows[index] ?? []));
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
  while (first < kept.length - 1 && isWords(rowAt(kept[first]))) first++;
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
  raw.rows.forEach((row, index) => {
    // A first cell that holds something answers for nearly every row.
    if ((row[0] ?? '').trim() !== '' || row.some((cell) => cell.trim() !== '')) kept.push(index);
  });
  const rowAt = (index: number | undefined) => (index === undefined ? [] : (raw.rows[index] ?? []));
  const words = (index: number) => ({ line: raw.lines[index] ?? 0, text: joined(rowAt(index)) });
  if (kept.length === 0) return null;
  const { first, end, next } = boundsOf(raw, kept, reading);
  const top = kept[first] ?? 0;
  const isHeaded = reading.header ?? isHeader(rowAt(top));
  const heads = isHeaded ? headRows(kept.slice(first, first + HIGHEST + 2).map(rowAt)) : 0;
  const header = heads === 0 ? null : heads === 1 ? rowAt(top) : joinHeads(kept.slice(first, first + heads).map(rowAt));
  const below = kept.slice(first + heads, end);
  // A header that comes again on each page is no row.
  const head = rowAt(top);
  const body =
    header && below.some((index) => isSameRow(rowAt(index), head))
      ? below.filter((index) => !isSameRow(rowAt(index), head))
      : below;
  return {
    header,
    headerLine: raw.lines[top] ?? 1,
    body: { rows: body.map(rowAt), lines: body.map((index) => raw.lines[index] ?? 0) },
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
  if (!header || body.rows.length === 0 || !arePeriods(seriesPeriods(header))) return false;
  return body.rows.every((row) => !looksLikeData(row[0] ?? '') && (row[0] ?? '').trim() !== '');
}

/** Turns rows into columns: the first cells of the rows become titles, and the titles a first column. */
export function turnBlock(block: Block): Block {
  const header = block.header ?? [];
  const titles = ['Period', ...block.body.rows.map((row) => row[0] ?? '')];
  const rows = header.slice(1).map((period, index) => [period, ...block.body.rows.map((row) => row[index + 1] ?? '')]);
  return { ...block, header: titles, body: { rows, lines: rows.map(() => block.headerLine) } };
}
