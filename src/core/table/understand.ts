import { Refusal } from '../refusal.ts';
import { storable } from '../text/storable.ts';
import { type Block, findBlock, isSeriesInRows, type Lined, turnBlock } from './block.ts';
import { findingsOf } from './check.ts';
import type { Column, Table } from './column.ts';
import { markByExtract } from './extract-date.ts';
import type { Grid } from './grid.ts';
import { filledCount } from './heads.ts';
import { inferColumn, type Known } from './infer.ts';
import type { Inferred, TextColumn } from './infer-texts.ts';
import { joinDates } from './joined-dates.ts';
import { limitColumns, MOST_COLUMNS } from './limits.ts';
import { speaksOf } from './marks.ts';
import { markProvisional } from './provisional.ts';
import type { Finding, Reading } from './reading.ts';
import { receivedOf, withReceived } from './received.ts';
import { someText } from './repeats.ts';
import { type RawRows, refuseProse, withoutBlankColumns } from './rows.ts';
import { isSourceLine, sourceIn, unitOfLine } from './title-lines.ts';
import { isTotalTitle, keysOf, readTitle, unitBeside, untitled } from './titles.ts';
import { askUnfinished } from './unfinished-end.ts';
import { listed } from './words.ts';

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

/** Names the lines whose count of cells is not the header's. */
function raggedRemarks(body: Lined, width: number): Finding[] {
  const few: number[] = [];
  const many: number[] = [];
  const { grid, lines } = body;
  for (let row = 0; row < grid.height; row++) {
    const cells = grid.widthOf(row);
    if (cells < width) few.push(lines[row] ?? 0);
    else if (cells > width && filledCount(grid.row(row).slice(width)) > 0) many.push(lines[row] ?? 0);
  }
  const remarks: Finding[] = [];
  const linesOf = (lines: number[]) => `Line${lines.length > 1 ? 's' : ''} ${listed(lines)}`;
  const have = (lines: number[]) => (lines.length > 1 ? 'have' : 'has');
  if (few.length > 0)
    remarks.push({ text: `${linesOf(few)} ${have(few)} fewer than ${width} cells; the others count as missing.` });
  if (many.length > 0)
    remarks.push({
      text: `${linesOf(many)} ${have(many)} more than ${width} cells; the extra ones are in a column without a title.`,
    });
  return remarks;
}

const isUnitLine = ({ text }: { text: string }) => unitOfLine(text) !== null;
const isTitleLine = ({ text }: { text: string }) => unitOfLine(text) === null && !isSourceLine(text);

/** Says which lines around the block are words and not rows. */
function wordsRemarks({ above, below, lines: { from, to } }: Block): Finding[] {
  const quoted = (lines: Block['above']) => listed(lines.map(({ text }) => `“${text}”`));
  const remarks: Finding[] = [];
  const [top] = above;
  const bottom = below.at(-1);
  const [titles, units] = [above.filter(isTitleLine), above.filter(isUnitLine)];
  const others = top && [{ say: `Start the table at line ${top.line}`, reading: { lines: { from: top.line, to } } }];
  if (others && titles.length > 0)
    remarks.push({ text: `${quoted(titles)} above the table became its title.`, others });
  if (others && units.length > 0)
    remarks.push({
      text: `${quoted(units)} above the table became the unit of its columns.`,
      ...(titles.length === 0 && { others }),
    });
  const notes = below.filter(({ text }) => !isSourceLine(text));
  if (bottom && notes.length > 0)
    remarks.push({
      text: `${quoted(notes)} below the table became a remark.`,
      others: [{ say: `End the table at line ${bottom.line}`, reading: { lines: { from, to: bottom.line } } }],
    });
  for (const { text } of [...above, ...below].filter((line) => isSourceLine(line.text)))
    remarks.push({ text: `“${text}” became the source of its figures.`, source: sourceIn(text) });
  return remarks;
}

/** Says what of the layout was taken together, left out, or not read. */
function layoutRemarks({ heads, repeated, next, lines }: Block): Finding[] {
  const remarks: Finding[] = [];
  if (heads > 1)
    remarks.push({
      text: `The column titles were joined from ${heads} rows.`,
      others: [
        { say: 'Only the last row holds titles', reading: { lines: { from: lines.from + heads - 1, to: lines.to } } },
      ],
    });
  if (repeated > 0)
    remarks.push({
      text: `The header is repeated ${repeated === 1 ? 'once' : `${repeated} times`} in the table; ${repeated === 1 ? 'that line was' : 'those lines were'} left out.`,
    });
  if (next)
    remarks.push({
      text: `Another table starts at line ${next.from}; it was left out.`,
      others: [{ say: 'Read that one instead', reading: { lines: next } }],
    });
  return remarks;
}

/** Widest use of any row, from the header's own width on. */
function widthOf(headerWidth: number, grid: Grid): number {
  let width = headerWidth;
  for (let row = 0; row < grid.height; row++) {
    let used = grid.widthOf(row);
    while (used > width && grid.at(row, used - 1).trim() === '') used--;
    width = Math.max(width, used);
  }
  return width;
}

/** Rows that sum others: the cell in the first column says so. */
function totalRows(first: readonly string[]): number[] {
  if (!someText(first, isTotalTitle)) return [];
  const totals: number[] = [];
  first.forEach((text, row) => {
    if (isTotalTitle(text)) totals.push(row);
  });
  return totals.length < first.length / 2 ? totals : [];
}

function totalRemarks(columns: readonly Column[], body: Lined, totals: readonly number[]): Finding[] {
  const names = [
    ...columns.filter((column) => column.kind === 'number' && column.total).map((column) => column.title),
    ...totals.map((row) => body.grid.at(row, 0)),
  ];
  if (names.length === 0) return [];
  const one = names.length === 1;
  return [
    {
      text: `${listed(names.map((name) => `“${name}”`))} ${one ? 'is a total' : 'are totals'}: kept, but drawn only on request.`,
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
    speaks: speaksOf(
      columns,
      firstPass.map(({ column }) => column),
    ),
  };
  return firstPass.map((inferred, index) => {
    const column = columns[index];
    const asks = inferred.findings.some((finding) => finding.asks);
    return column && asks && !chosen(column)
      ? inferColumn(column, index === 0, { ...known, typed: typed(index) })
      : inferred;
  });
}

/** A table as it lies in the rows, before its columns are read. */
interface Laid {
  found: Block;
  turned: boolean;
  body: Lined;
  /** titles and the cells of columns, as received */
  titles: string[];
  cells: string[][];
  /** which column of the rows each one is; -1 for one that was joined from several */
  from: readonly number[];
  totals: number[];
  /** a turned row was a column, so its cells are named by their period */
  placeOf(row: number): string | number;
  remarks: Finding[];
}

/** Finds the block and its header, turns series that stand in rows, and parts it into columns. */
function layOut(raw: RawRows, reading: Reading): Laid {
  const found = findBlock(raw, reading);
  if (!found) throw new Refusal('This table is empty: no line holds any text.');
  refuseProse(raw);
  // More series than a table has columns stay in their rows, where a spark table has a line for each.
  const turned = reading.turned ?? (isSeriesInRows(found) && found.body.grid.height < MOST_COLUMNS);
  const { header, headerLine, body } = turned ? turnBlock(found) : found;
  const remarks: Finding[] = [...raw.remarks, ...wordsRemarks(found), ...layoutRemarks(found)];
  let headerWidth = header?.length ?? 0;
  while (headerWidth > 0 && (header?.[headerWidth - 1] ?? '').trim() === '') headerWidth--;
  const width = widthOf(headerWidth, body.grid);
  limitColumns(width);
  if (turned)
    remarks.push({
      text: 'Each row was a series with its periods across, so rows and columns were swapped.',
      others: [{ say: 'Leave them as they were', reading: { turned: false } }],
    });
  if (!header)
    remarks.push({
      text: `Line ${headerLine} is not a header, so the columns were numbered.`,
      others: [{ say: 'It is a header', reading: { header: true } }],
    });
  else if (!turned) remarks.push(...raggedRemarks(body, headerWidth));
  if (body.grid.height === 0)
    remarks.push({ text: `Line ${headerLine} is a header with no rows below it, so there is nothing to draw yet.` });
  const apart = {
    titles: Array.from({ length: width }, (_, index) => (header?.[index] ?? '').trim() || untitled(index + 1)),
    cells: body.grid.columns(width),
    from: Array.from({ length: width }, (_, index) => index),
  };
  const joined = reading.joined === false || turned ? null : joinDates(apart);
  if (joined)
    remarks.push({
      text: `${listed(joined.joined.map((title) => `“${title}”`))} were joined into one date column.`,
      others: [{ say: 'Keep them apart', reading: { joined: false } }],
    });
  const { titles, cells, from } = joined ?? apart;
  return {
    found,
    turned,
    body,
    titles,
    cells,
    from,
    totals:
      reading.totals === false ? [] : [...new Set([...totalRows(apart.cells[0] ?? []), ...(joined?.totals ?? [])])],
    placeOf: (row) => (turned ? body.grid.at(row, 0) : (body.lines[row] ?? 0)),
    remarks,
  };
}

/** The columns as texts. The word that marks a total row says nothing of the column it stands in. */
function textColumns({ titles, cells, totals, placeOf }: Laid): TextColumn[] {
  const keys = keysOf(titles);
  const isTotal = new Set(totals);
  return titles.map((title, index) => {
    const own = cells[index] ?? [];
    const texts = index === 0 && isTotal.size > 0 ? own.map((text, row) => (isTotal.has(row) ? '' : text)) : own;
    return { key: keys[index] ?? `column_${index + 1}`, title, texts, placeOf };
  });
}

/** Tells columns all of whose cells are numbers, as the format says. */
function typedColumns({ types, lines }: RawRows, { body, turned, from }: Laid): (column: number) => boolean {
  if (!types || turned) return () => false;
  const rowOfLine = new Map(lines.map((line, row) => [line, row]));
  return (column) => {
    const place = from[column] ?? column;
    if (place < 0) return false;
    const seen = new Set(body.lines.map((line) => types[rowOfLine.get(line) ?? 0]?.[place] ?? ' '));
    seen.delete(' ');
    return seen.size === 1 && seen.has('n');
  };
}

/** What the words around a table say of its columns: their unit, and the day up to which the data go. */
function byWordsAround(
  column: Column,
  index: number,
  around: readonly string[],
  stated: string | null,
  reading: Reading,
) {
  if (column.kind === 'number') {
    const total = index > 0 && reading.totals !== false && isTotalTitle(column.title);
    return { column: { ...column, unit: column.unit ?? stated, total }, findings: [] };
  }
  if (column.kind === 'text') return { column, findings: [] };
  if (reading.unfinished !== false) return markByExtract(column, around);
  const { unfinishedFrom: _, ...finished } = column;
  return { column: finished, findings: [] };
}

/** Titles that are alike without their units, “Sales EUR” and “Sales USD”, keep them. */
function withTitlesApart(columns: readonly Column[], received: readonly string[]): Column[] {
  const counts = new Map<string, number>();
  for (const { title } of columns) counts.set(title, (counts.get(title) ?? 0) + 1);
  return columns.map((column, at) => {
    const own = received[at] ?? column.title;
    return (counts.get(column.title) ?? 0) > 1 && own !== column.title ? { ...column, title: own } : column;
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
  const raw = withoutBlankColumns(received);
  const laid = layOut(raw, reading);
  const { found, turned, body, totals, remarks } = laid;
  const title = storable(givenTitle);
  const isTotal = new Set(totals);
  let done = 0;
  const inferred = inferAll(textColumns(laid), raw, reading, typedColumns(raw, laid), () =>
    onProgress(++done / laid.titles.length),
  );
  const around = [title, ...found.above.map(({ text }) => text), ...found.below.map(({ text }) => text)];
  // The unit that a title above the table states holds for its columns.
  const stated =
    [
      ...found.above.map(({ text }) => unitOfLine(text)),
      ...found.above.map(({ text }) => readTitle(text).unit ?? unitBeside(text)?.unit ?? null),
    ].find((unit) => unit !== null) ?? null;
  const read = inferred.map(({ column, findings }, index): Column => {
    const own = laid.cells[index] ?? [];
    const cells =
      index === 0 && isTotal.size > 0
        ? column.cells.map((cell, row) => (isTotal.has(row) ? (own[row] ?? '') : cell))
        : column.cells;
    const made = byWordsAround({ ...column, cells }, index, around, stated, reading);
    remarks.push(...findings, ...made.findings);
    return withReceived(made.column, receivedOf(made.column, own));
  });
  const provisional = markProvisional(withTitlesApart(read, laid.titles), reading);
  const asked = askUnfinished(
    { title, rows: body.grid.height, columns: provisional.columns, totals, remarks: [] },
    reading,
  );
  const { columns } = asked;
  remarks.push(...provisional.findings, ...asked.findings, ...totalRemarks(columns, body, totals));
  // The line of words nearest to the table says best what it holds.
  const nearest = found.above.findLast(isTitleLine);
  const table = {
    title: nearest ? readTitle(nearest.text).name : title,
    rows: body.grid.height,
    columns,
    totals,
    remarks: [],
  };
  remarks.push(...findingsOf(table, { word: turned ? 'period' : 'line', of: laid.placeOf }));
  return { table: { ...table, remarks }, lines: { ...found.lines, header: found.header !== null }, turned };
}

/** The table alone, as understood without any decision of its user. */
export const understand = (raw: RawRows, title: string): Table => understandRows(raw, title).table;
