import { Refusal } from '../refusal.ts';
import type { Remark, Table } from './column.ts';
import { DATE_SHAPES } from './dates.ts';
import { inferColumn, listed, type TextColumn } from './infer.ts';
import { isMissing, undress } from './numbers.ts';
import { keysOf } from './titles.ts';

/** Cells as received, and where each row begins in what was received (lines count from 1). */
export interface RawRows {
  rows: readonly (readonly string[])[];
  lines: readonly number[];
  /** what the reader of the file has to say */
  remarks: readonly Remark[];
}

// A first cell that holds something answers for nearly every row.
const isBlank = (row: readonly string[]) => (row[0] ?? '').trim() === '' && row.every((cell) => cell.trim() === '');
const looksLikeData = (text: string) =>
  undress(text) !== null || DATE_SHAPES.some((shape) => shape.read(text) !== null);

/** A first row is a header unless its cells are numbers and dates like those below it. */
function isHeader(row: readonly string[]): boolean {
  const filled = row.filter((cell) => !isMissing(cell));
  return (
    filled.length === 0 || filled.filter(looksLikeData).length < filled.length / 2 || filled.length < row.length / 2
  );
}

/** Names the lines whose count of cells is not the header's. */
function raggedRemarks(body: RawRows, width: number): Remark[] {
  const few: number[] = [];
  const many: number[] = [];
  body.rows.forEach((row, index) => {
    const line = body.lines[index] ?? 0;
    if (row.length < width) few.push(line);
    else if (row.length > width && row.slice(width).some((cell) => cell.trim() !== '')) many.push(line);
  });
  const remarks: Remark[] = [];
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

/**
 * Makes a typed table of rows as received: finds the header, gives every
 * column a key, a kind, a unit and an interval, and says in remarks what was
 * guessed, missing or unreadable. Throws a Refusal when there is nothing to read.
 */
export function understand(raw: RawRows, title: string): Table {
  const kept: number[] = [];
  raw.rows.forEach((row, index) => {
    if (!isBlank(row)) kept.push(index);
  });
  const [top] = kept;
  if (top === undefined) throw new Refusal('There is nothing in this table: no line holds any text.');
  const headed = isHeader(raw.rows[top] ?? []);
  const header = headed ? (raw.rows[top] ?? []) : [];
  const bodyRows = headed ? kept.slice(1) : kept;
  const body: RawRows = {
    rows: bodyRows.map((index) => raw.rows[index] ?? []),
    lines: bodyRows.map((index) => raw.lines[index] ?? 0),
    remarks: [],
  };
  let headerWidth = header.length;
  while (headerWidth > 0 && (header[headerWidth - 1] ?? '').trim() === '') headerWidth--;
  let width = headerWidth;
  for (const row of body.rows) {
    let used = row.length;
    while (used > width && (row[used - 1] ?? '').trim() === '') used--;
    width = Math.max(width, used);
  }
  const titles = Array.from({ length: width }, (_, index) => (header[index] ?? '').trim() || `Column ${index + 1}`);
  const keys = keysOf(titles);
  const remarks: Remark[] = [...raw.remarks];
  if (!headed)
    remarks.push({
      text: `Line ${raw.lines[top] ?? 1} is not a header, so the columns were given numbers for titles.`,
    });
  if (headed) remarks.push(...raggedRemarks(body, headerWidth));
  if (body.rows.length === 0)
    remarks.push({
      text: `Line ${raw.lines[top] ?? 1} is a header and no rows follow it, so there is nothing to draw yet.`,
    });
  const lineOf = (row: number) => body.lines[row] ?? 0;
  const columns = titles.map((columnTitle, index) => {
    const texts = body.rows.map((row) => row[index] ?? '');
    const column: TextColumn = { key: keys[index] ?? `column_${index + 1}`, title: columnTitle, texts, lineOf };
    const inferred = inferColumn(column, index === 0);
    remarks.push(...inferred.remarks);
    return inferred.column;
  });
  return { title, rows: body.rows.length, columns, remarks };
}
