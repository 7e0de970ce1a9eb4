import { Refusal } from '../refusal.ts';
import { type Block, findBlock, isSeriesInRows, isTotalTitle, type Lined, turnBlock } from './block.ts';
import type { Column, Remark, Table } from './column.ts';
import { inferColumn, type TextColumn } from './infer.ts';
import { keysOf, readTitle } from './titles.ts';
import { listed } from './words.ts';

/** Cells as received, with what the reader of the file has to say. */
export interface RawRows extends Lined {
  remarks: readonly Remark[];
}

/** Names the lines whose count of cells is not the header's. */
function raggedRemarks(body: Lined, width: number): Remark[] {
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

/** Says which lines around the block are words and not rows. */
function wordsRemarks({ above, below }: Block): Remark[] {
  const quoted = (lines: Block['above']) => listed(lines.map(({ text }) => `“${text}”`));
  const remarks: Remark[] = [];
  if (above.length > 0) remarks.push({ text: `Above the table stands ${quoted(above)}, taken as its title.` });
  if (below.length > 0) remarks.push({ text: `Below the table stands ${quoted(below)}, taken as a remark.` });
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

/** Rows that sum others: their first cell says so. */
function totalRows(body: Lined): number[] {
  const totals: number[] = [];
  body.rows.forEach((row, index) => {
    if (isTotalTitle(row[0] ?? '')) totals.push(index);
  });
  return totals.length < body.rows.length / 2 ? totals : [];
}

function totalRemarks(columns: readonly Column[], body: Lined, totals: readonly number[]): Remark[] {
  const names = [
    ...columns.filter((column) => column.kind === 'number' && column.total).map((column) => column.title),
    ...totals.map((row) => body.rows[row]?.[0] ?? ''),
  ];
  if (names.length === 0) return [];
  const one = names.length === 1;
  return [
    {
      text: `${listed(names.map((name) => `“${name}”`))} ${one ? 'is a total' : 'are totals'}: kept, but not drawn unless asked.`,
    },
  ];
}

/**
 * Makes a typed table of rows as received: finds the block and its header,
 * turns series that stand in rows, gives every column a key, a kind, a unit
 * and an interval, marks totals, and says in remarks what was guessed, missing
 * or unreadable. Throws a Refusal when there is nothing to read.
 */
export function understand(raw: RawRows, title: string): Table {
  const found = findBlock(raw);
  if (!found) throw new Refusal('There is nothing in this table: no line holds any text.');
  const turned = isSeriesInRows(found);
  const { header, headerLine, body } = turned ? turnBlock(found) : found;
  const remarks: Remark[] = [...raw.remarks, ...wordsRemarks(found)];
  let headerWidth = header?.length ?? 0;
  while (headerWidth > 0 && (header?.[headerWidth - 1] ?? '').trim() === '') headerWidth--;
  const width = widthOf(headerWidth, body.rows);
  const titles = Array.from({ length: width }, (_, index) => (header?.[index] ?? '').trim() || `Column ${index + 1}`);
  const keys = keysOf(titles);
  if (turned)
    remarks.push({
      text: 'Each row was a series with its periods across; rows and columns were turned.',
    });
  if (!header)
    remarks.push({ text: `Line ${headerLine} is not a header, so the columns were given numbers for titles.` });
  else if (!turned) remarks.push(...raggedRemarks(body, headerWidth));
  if (body.rows.length === 0)
    remarks.push({ text: `Line ${headerLine} is a header and no rows follow it, so there is nothing to draw yet.` });
  const totals = totalRows(body);
  const isTotal = new Set(totals);
  // The unit that a title above the table states holds for its columns.
  const stated = found.above.map(({ text }) => readTitle(text).unit).find((unit) => unit !== null) ?? null;
  const columns = titles.map((columnTitle, index): Column => {
    const headsTotals = index === 0 && totals.length > 0;
    const received = body.rows.map((row) => row[index] ?? '');
    const texts = headsTotals ? received.map((text, row) => (isTotal.has(row) ? '' : text)) : received;
    const column: TextColumn = {
      key: keys[index] ?? `column_${index + 1}`,
      title: columnTitle,
      texts,
      // A turned row was a column, so its cells are named by their period.
      placeOf: (row) => (turned ? (body.rows[row]?.[0] ?? '') : (body.lines[row] ?? 0)),
      places: turned ? 'period' : 'line',
      // Blanks in the first cell of a total row are ours.
      silent: headsTotals,
    };
    const inferred = inferColumn(column, index === 0);
    remarks.push(...inferred.remarks);
    // The word that marks a total row stays in its cell.
    const cells = headsTotals
      ? inferred.column.cells.map((cell, row) => (isTotal.has(row) ? (received[row] ?? null) : cell))
      : inferred.column.cells;
    const made: Column = { ...inferred.column, cells };
    if (made.kind !== 'number') return made;
    return { ...made, unit: made.unit ?? stated, total: index > 0 && isTotalTitle(columnTitle) };
  });
  remarks.push(...totalRemarks(columns, body, totals));
  // The line nearest to the table says best what it holds.
  const nearest = found.above.at(-1);
  return { title: nearest ? readTitle(nearest.text).name : title, rows: body.rows.length, columns, totals, remarks };
}
