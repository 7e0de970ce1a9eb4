import { Refusal } from '../refusal.ts';
import { storable, storableValue } from '../text/storable.ts';
import { type Block, findBlock, isSeriesInRows, isTotalTitle, type Lined, turnBlock } from './block.ts';
import { findingsOf } from './check.ts';
import type { Column, Table } from './column.ts';
import { markByExtract } from './extract-date.ts';
import { inferColumn, type Known } from './infer.ts';
import type { Inferred, TextColumn } from './infer-texts.ts';
import { limitAcross, limitColumns } from './limits.ts';
import type { Finding, Reading } from './reading.ts';
import { receivedOf, withReceived } from './received.ts';
import { keysOf, readTitle } from './titles.ts';
import { listed } from './words.ts';

/** Cells as received, with what the reader of the file has to say. */
export interface RawRows extends Lined {
  remarks: readonly Finding[];
  /** the decimal mark where the format settles it, as JSON and workbooks do */
  decimal?: '.';
  /** what the format says of each cell, a letter a cell in a text for each row: n for numbers, d for dates, s for texts, blank for none */
  types?: readonly string[];
  /** its texts are known to be storable */
  storable?: boolean;
}

/** A table whose remarks still know their other readings. */
interface UnderstoodTable extends Table {
  remarks: readonly Finding[];
}

/** A table as understood, and where in what was received it stands. */
export interface Understood {
  table: UnderstoodTable;
  /** first and last line of the table and whether the first heads the columns */
  lines: { from: number; to: number; header: boolean };
  turned: boolean;
}

/** Rows whose texts can all be stored; says how many cells held what cannot. */
function storableRows(raw: RawRows): RawRows {
  const made = raw.storable ? null : storableValue(raw.rows);
  if (!made || made.replaced === 0) return raw;
  const { value: rows, replaced } = made;
  const text = `${replaced} ${replaced === 1 ? 'cell' : 'cells'} held characters that cannot be stored; each was replaced by “\uFFFD”.`;
  return { ...raw, rows, remarks: [...raw.remarks, { text }] };
}

/** Rows without the columns that hold nothing at all between or beside others. */
function withoutBlankColumns(raw: RawRows): RawRows {
  const used: boolean[] = [];
  /** the columns before this one are all used, as those of most tables are after a few rows */
  let known = 0;
  for (const row of raw.rows) {
    if (row.length <= known) continue;
    for (let column = known; column < row.length; column++)
      if (!used[column] && (row[column] ?? '').trim() !== '') used[column] = true;
    while (used[known]) known++;
  }
  const last = used.lastIndexOf(true);
  limitAcross(last + 1);
  const blank = Array.from({ length: last + 1 }, (_, column) => column).filter((column) => !used[column]);
  if (blank.length === 0) return raw;
  const keep = Array.from({ length: last + 1 }, (_, column) => column).filter((column) => used[column]);
  const many = blank.length > 1;
  return {
    ...raw,
    rows: raw.rows.map((row) => keep.filter((column) => column < row.length).map((column) => row[column] ?? '')),
    ...(raw.types && { types: raw.types.map((row) => keep.map((column) => row[column] ?? ' ').join('')) }),
    remarks: [
      ...raw.remarks,
      {
        text: `${blank.length} ${many ? 'columns without anything in them were' : 'column without anything in it was'} left out.`,
      },
    ],
  };
}

/** Names the lines whose count of cells is not the header's. */
function raggedRemarks(body: Lined, width: number): Finding[] {
  const few: number[] = [];
  const many: number[] = [];
  body.rows.forEach((row, index) => {
    const line = body.lines[index] ?? 0;
    if (row.length < width) few.push(line);
    else if (row.length > width && row.slice(width).some((cell) => cell.trim() !== '')) many.push(line);
  });
  const remarks: Finding[] = [];
  const linesOf = (lines: number[]) => `Line${lines.length > 1 ? 's' : ''} ${listed(lines)}`;
  const have = (lines: number[]) => (lines.length > 1 ? 'have' : 'has');
  if (few.length > 0)
    remarks.push({ text: `${linesOf(few)} ${have(few)} fewer than ${width} cells; the absent ones count as missing.` });
  if (many.length > 0)
    remarks.push({
      text: `${linesOf(many)} ${have(many)} more than ${width} cells; the spare ones stand in a column without a title.`,
    });
  return remarks;
}

const MOST_READ = 200;

/** Sentences that were parted at their commas: hardly a value, many words in a cell, and lines of different lengths. */
function isProse({ rows }: RawRows): boolean {
  const read = rows.slice(0, MOST_READ).filter((row) => row.some((cell) => cell.trim() !== ''));
  const cells = read.flat().filter((cell) => cell.trim() !== '');
  if (cells.length < 2) return false;
  const words = cells.reduce((sum, cell) => sum + cell.trim().split(/\s+/).length, 0);
  const values = cells.filter((cell) => /^[^\p{L}]*\d[^\p{L}]*$/u.test(cell)).length;
  const lengths = new Set(read.map((row) => row.length));
  const isRagged = lengths.size > 1 || read.length === 1 || read[0]?.length === 1;
  const endings = read.map((row) => /[.!?:]\s*$/.test(row.findLast((cell) => cell.trim() !== '') ?? ''));
  const ended = endings.filter(Boolean).length;
  const perCell = words / cells.length;
  const areSentences = perCell >= 5 || (perCell >= 2.5 && ended > read.length / 2);
  // No header ends as a sentence does, so lines that are parted alike can be sentences, too.
  const isHeadless = endings[0] === true && perCell >= 2.5 && ended === read.length;
  return (isRagged || isHeadless) && values < 0.05 * cells.length && areSentences;
}

/** Says which lines around the block are words and not rows. */
function wordsRemarks({ above, below, lines: { from, to } }: Block): Finding[] {
  const quoted = (lines: Block['above']) => listed(lines.map(({ text }) => `“${text}”`));
  const remarks: Finding[] = [];
  const [top] = above;
  const bottom = below.at(-1);
  if (top)
    remarks.push({
      text: `Above the table stands ${quoted(above)}, taken as its title.`,
      others: [{ say: `Begin the table at line ${top.line}`, reading: { lines: { from: top.line, to } } }],
    });
  if (bottom)
    remarks.push({
      text: `Below the table stands ${quoted(below)}, taken as a remark.`,
      others: [{ say: `End the table at line ${bottom.line}`, reading: { lines: { from, to: bottom.line } } }],
    });
  return remarks;
}

/** Says what of the layout was taken together, left out, or not read. */
function layoutRemarks({ heads, repeated, next, lines }: Block): Finding[] {
  const remarks: Finding[] = [];
  if (heads > 1)
    remarks.push({
      text: `The titles were joined from ${heads} rows.`,
      others: [
        { say: 'Only the last row heads it', reading: { lines: { from: lines.from + heads - 1, to: lines.to } } },
      ],
    });
  if (repeated > 0)
    remarks.push({
      text: `The header stands ${repeated} more ${repeated === 1 ? 'time' : 'times'} in the table; ${repeated === 1 ? 'that line was' : 'those lines were'} left out.`,
    });
  if (next)
    remarks.push({
      text: `Another table begins at line ${next.from}; it was left out.`,
      others: [{ say: 'Read that one', reading: { lines: next } }],
    });
  return remarks;
}

/** Widest use of any row, from the header's own width on. */
function widthOf(headerWidth: number, rows: Lined['rows']): number {
  let width = headerWidth;
  for (const row of rows) {
    let used = row.length;
    while (used > width && (row[used - 1] ?? '').trim() === '') used--;
    width = Math.max(width, used);
  }
  return width;
}

/** The cells of each column; those that a row lacks are blank. */
function columnsOf(rows: Lined['rows'], width: number): string[][] {
  const columns = Array.from({ length: width }, () => new Array<string>(rows.length));
  rows.forEach((row, at) => {
    for (let index = 0; index < width; index++) (columns[index] as string[])[at] = row[index] ?? '';
  });
  return columns;
}

/** Rows that sum others: their first cell says so. */
function totalRows(body: Lined): number[] {
  const totals: number[] = [];
  body.rows.forEach((row, index) => {
    if (isTotalTitle(row[0] ?? '')) totals.push(index);
  });
  return totals.length < body.rows.length / 2 ? totals : [];
}

function totalRemarks(columns: readonly Column[], body: Lined, totals: readonly number[]): Finding[] {
  const names = [
    ...columns.filter((column) => column.kind === 'number' && column.total).map((column) => column.title),
    ...totals.map((row) => body.rows[row]?.[0] ?? ''),
  ];
  if (names.length === 0) return [];
  const one = names.length === 1;
  return [
    {
      text: `${listed(names.map((name) => `“${name}”`))} ${one ? 'is a total' : 'are totals'}: kept, but not drawn unless asked.`,
      others: [{ say: one ? 'It is no total' : 'They are no totals', reading: { totals: false } }],
    },
  ];
}

/** Reads all columns; those that leave a doubt are read again by what the others show. */
function inferAll(
  columns: readonly TextColumn[],
  raw: RawRows,
  reading: Reading,
  typed: (column: number) => boolean,
  onColumn: () => void,
): Inferred[] {
  const chosen = (column: TextColumn) => reading.columns?.[column.key];
  const firstPass = columns.map((column, index) => {
    const inferred = inferColumn(column, index === 0, {
      chosen: chosen(column),
      decimal: raw.decimal,
      typed: typed(index),
    });
    onColumn();
    return inferred;
  });
  const decided = (test: (what: string) => boolean) => {
    const shown = new Set(firstPass.flatMap(({ decided: what }) => (what !== undefined && test(what) ? [what] : [])));
    const [only] = shown;
    return shown.size === 1 ? only : undefined;
  };
  const decimal = decided((what) => what === '.' || what === ',');
  const known: Known = {
    slashed: decided((what) => what === 'month-day' || what === 'day-month'),
    decimal: decimal === '.' || decimal === ',' ? decimal : undefined,
  };
  return firstPass.map((inferred, index) => {
    const column = columns[index];
    const asks = inferred.findings.some((finding) => finding.asks);
    return column && asks && !chosen(column)
      ? inferColumn(column, index === 0, { ...known, typed: typed(index) })
      : inferred;
  });
}

/**
 * Makes a typed table of rows as received: finds the block and its header,
 * turns series that stand in rows, gives every column a key, a kind, a unit
 * and an interval, marks totals and an unfinished last period, and says in
 * remarks what was guessed, with its other readings, and what is missing or
 * unreadable. `reading` holds what the user decided; `onProgress` hears the
 * share that is done. Throws a Refusal when there is nothing to read.
 */
export function understandRows(
  received: RawRows,
  givenTitle: string,
  reading: Reading = {},
  onProgress: (share: number) => void = () => {},
): Understood {
  const raw = withoutBlankColumns(storableRows(received));
  const title = storable(givenTitle);
  const found = findBlock(raw, reading);
  if (!found) throw new Refusal('There is nothing in this table: no line holds any text.');
  if (isProse(raw))
    throw new Refusal('This is text and no table: its lines are sentences, and no two of them are parted alike.');
  const turned = reading.turned ?? isSeriesInRows(found);
  const { header, headerLine, body } = turned ? turnBlock(found) : found;
  const remarks: Finding[] = [...raw.remarks, ...wordsRemarks(found), ...layoutRemarks(found)];
  let headerWidth = header?.length ?? 0;
  while (headerWidth > 0 && (header?.[headerWidth - 1] ?? '').trim() === '') headerWidth--;
  const width = widthOf(headerWidth, body.rows);
  limitColumns(width);
  const titles = Array.from({ length: width }, (_, index) => (header?.[index] ?? '').trim() || `Column ${index + 1}`);
  const keys = keysOf(titles);
  if (turned)
    remarks.push({
      text: 'Each row was a series with its periods across; rows and columns were turned.',
      others: [{ say: 'Leave them as they were', reading: { turned: false } }],
    });
  if (!header)
    remarks.push({
      text: `Line ${headerLine} is not a header, so the columns were given numbers for titles.`,
      others: [{ say: 'It is a header', reading: { header: true } }],
    });
  else if (!turned) remarks.push(...raggedRemarks(body, headerWidth));
  if (body.rows.length === 0)
    remarks.push({ text: `Line ${headerLine} is a header and no rows follow it, so there is nothing to draw yet.` });
  const totals = reading.totals === false ? [] : totalRows(body);
  const isTotal = new Set(totals);
  // The unit that a title above the table states holds for its columns.
  const stated = found.above.map(({ text }) => readTitle(text).unit).find((unit) => unit !== null) ?? null;
  // A turned row was a column, so its cells are named by their period.
  const placeOf = (row: number) => (turned ? (body.rows[row]?.[0] ?? '') : (body.lines[row] ?? 0));
  const receivedAt = (index: number, row: number) => body.rows[row]?.[index] ?? '';
  const byColumn = columnsOf(body.rows, width);
  const texts = titles.map((columnTitle, index): TextColumn => {
    const received = byColumn[index] ?? [];
    // The word that marks a total row says nothing of the column it stands in.
    const cells =
      index === 0 && totals.length > 0 ? received.map((text, row) => (isTotal.has(row) ? '' : text)) : received;
    return { key: keys[index] ?? `column_${index + 1}`, title: columnTitle, texts: cells, placeOf };
  });
  let done = 0;
  const { types } = raw;
  const rowOfLine = new Map(types ? raw.lines.map((line, row) => [line, row]) : []);
  /** All that a column holds is numbers, as the format says. */
  const isTyped = (column: number) => {
    if (!types || turned) return false;
    const seen = new Set(body.lines.map((line) => types[rowOfLine.get(line) ?? 0]?.[column] ?? ' '));
    seen.delete(' ');
    return seen.size === 1 && seen.has('n');
  };
  const inferred = inferAll(texts, raw, reading, isTyped, () => onProgress(++done / width));
  const around = [title, ...found.above.map(({ text }) => text), ...found.below.map(({ text }) => text)];
  const columns = inferred.map(({ column, findings }, index): Column => {
    remarks.push(...findings);
    const cells =
      index === 0 && totals.length > 0
        ? column.cells.map((cell, row) => (isTotal.has(row) ? receivedAt(index, row) : cell))
        : column.cells;
    const received = receivedOf({ ...column, cells }, byColumn[index] ?? []);
    const made = withReceived({ ...column, cells }, received);
    if (made.kind === 'number') {
      const total = index > 0 && reading.totals !== false && isTotalTitle(made.title);
      return { ...made, unit: made.unit ?? stated, total };
    }
    if (made.kind === 'text') return made;
    if (reading.unfinished === false) {
      const { unfinishedFrom: _, ...finished } = made;
      return finished;
    }
    const marked = markByExtract(made, around);
    remarks.push(...marked.findings);
    return marked.column;
  });
  remarks.push(...totalRemarks(columns, body, totals));
  // The line nearest to the table says best what it holds.
  const nearest = found.above.at(-1);
  const table = {
    title: nearest ? readTitle(nearest.text).name : title,
    rows: body.rows.length,
    columns,
    totals,
    remarks: [],
  };
  remarks.push(...findingsOf(table, { word: turned ? 'period' : 'line', of: placeOf }));
  return { table: { ...table, remarks }, lines: { ...found.lines, header: found.header !== null }, turned };
}

/** The table alone, as understood without any decision of its user. */
export const understand = (raw: RawRows, title: string): Table => understandRows(raw, title).table;
