/** Workbooks (ISO/IEC 29500 and OpenDocument) and HTML tables as rows of cells, read with SheetJS. */
import { type CellObject, type Range, read, SSF, utils, type WorkBook, type WorkSheet } from '@e965/xlsx';
import { Refusal } from '../core/refusal.ts';
import type { Finding } from '../core/table/reading.ts';
import { type RawRows, rawRows } from '../core/table/rows.ts';
import { unpackedSize } from './archive.ts';
import { unitOfFormat } from './number-format.ts';

export interface Sheet {
  name: string;
  raw: RawRows;
}

/** A sheet with more cells than this, or that reaches over more, is refused. */
const MOST_CELLS = 4_000_000;
const WIDEST_REACH = 40_000_000;
/** What an archive may hold once it is unpacked. */
const MOST_UNPACKED = 400 * 1024 * 1024;

const two = (value: number) => String(value).padStart(2, '0');
/** A format of hours and minutes without a day. */
const isTimeOnly = (format: string) => {
  const bare = format.replace(/"[^"]*"|\\./g, '');
  return /[hs]/i.test(bare) && !/[yd]|mmm/i.test(bare);
};
/** Hours that run on beyond a day. */
const isDuration = (format: string) => /\[h+\]|\[m+\]|\[s+\]/i.test(format);

/** A serial date as ISO 8601 text, with the time of day where it has one. */
function textOfSerial(serial: number, format: string, date1904: boolean): string {
  if (isDuration(format)) return `${Number((serial * 24).toPrecision(12))} h`;
  const { y, m, d, H, M, S } = SSF.parse_date_code(serial, { date1904 });
  const clock = `${two(H)}:${two(M)}${S === 0 ? '' : `:${two(S)}`}`;
  // A time of day has no date, whatever day the count begins with.
  if (serial >= 0 && serial < 1 && isTimeOnly(format)) return clock;
  const day = `${String(y).padStart(4, '0')}-${two(m)}-${two(d)}`;
  return H === 0 && M === 0 && S === 0 ? day : `${day} ${clock}`;
}

/** A cell as the text it would be in delimited text, with full precision whatever its display, and what the format says it is. */
function cellOf(cell: CellObject | undefined, date1904: boolean): { text: string; type: string } {
  if (!cell || cell.v === undefined || cell.v === null) return { text: '', type: ' ' };
  if (cell.t === 'e')
    return { text: typeof cell.w === 'string' && cell.w.startsWith('#') ? cell.w : '#VALUE!', type: ' ' };
  if (cell.v instanceof Date) return { text: cell.v.toISOString().slice(0, 10), type: 'd' };
  if (typeof cell.v !== 'number') return { text: String(cell.v), type: 's' };
  const format = typeof cell.z === 'string' ? cell.z : '';
  if (format && SSF.is_date(format)) return { text: textOfSerial(cell.v, format, date1904), type: 'd' };
  if (format.includes('%')) return { text: `${Number((cell.v * 100).toPrecision(12))}%`, type: 'n' };
  const unit = format === '' || format === 'General' ? null : unitOfFormat(format);
  return { text: unit === null ? String(cell.v) : `${cell.v} ${unit}`, type: 'n' };
}

/** Where a sheet has cells; what it declares may be much larger. */
function reachOf(sheet: WorkSheet, name: string): Range | null {
  let cells = 0;
  const reach = { s: { r: Infinity, c: Infinity }, e: { r: -1, c: -1 } };
  for (const address in sheet) {
    if (address.startsWith('!')) continue;
    const { v, f } = sheet[address] as CellObject;
    if ((v === undefined || v === null || v === '') && f === undefined) continue;
    const { r, c } = utils.decode_cell(address);
    reach.s.r = Math.min(reach.s.r, r);
    reach.s.c = Math.min(reach.s.c, c);
    reach.e.r = Math.max(reach.e.r, r);
    reach.e.c = Math.max(reach.e.c, c);
    if (++cells > MOST_CELLS)
      throw new Refusal(
        `“${name}” has more than ${MOST_CELLS.toLocaleString('en-GB')} cells; save the part you need as CSV and bring that in.`,
      );
  }
  if (cells === 0) return null;
  if ((reach.e.r - reach.s.r + 1) * (reach.e.c - reach.s.c + 1) > WIDEST_REACH)
    throw new Refusal(
      `The cells of “${name}” lie too far apart for one table; remove the stray ones and bring it in again.`,
    );
  return reach;
}

/** The first cell of each run of joined cells across, by what it covers; one that spans the whole table is a title. */
function joinedAcross(sheet: WorkSheet, reach: Range): Map<string, string> {
  const from = new Map<string, string>();
  for (const { s, e } of sheet['!merges'] ?? []) {
    if (e.c === s.c || e.c - s.c > 500 || (s.c <= reach.s.c && e.c >= reach.e.c)) continue;
    for (let c = s.c + 1; c <= e.c; c++) from.set(utils.encode_cell({ r: s.r, c }), utils.encode_cell(s));
  }
  return from;
}

function rowsOf(name: string, sheet: WorkSheet, date1904: boolean): RawRows {
  const reach = reachOf(sheet, name);
  const rows: string[][] = [];
  const lines: number[] = [];
  const types: string[] = [];
  if (!reach) return rawRows(rows, { lines, remarks: [] });
  const joined = joinedAcross(sheet, reach);
  let unstored = 0;
  for (let row = reach.s.r; row <= reach.e.r; row++) {
    const cells: string[] = [];
    let kinds = '';
    for (let column = reach.s.c; column <= reach.e.c; column++) {
      const address = utils.encode_cell({ r: row, c: column });
      const cell = sheet[joined.get(address) ?? address] as CellObject | undefined;
      if (cell?.f !== undefined && (cell.v === undefined || cell.v === null)) unstored++;
      const { text, type } = cellOf(cell, date1904);
      cells.push(text);
      kinds += type;
    }
    rows.push(cells);
    lines.push(row + 1);
    types.push(kinds);
  }
  const remarks: Finding[] = [];
  if (unstored > 0)
    remarks.push({
      text: `${unstored} ${unstored === 1 ? 'cell holds a formula' : 'cells hold formulas'} without a stored value and ${unstored === 1 ? 'counts' : 'count'} as missing; open the workbook in its own program and save it again.`,
    });
  return rawRows(rows, { lines, types, remarks });
}

function sheetsOf(book: WorkBook): Sheet[] {
  const date1904 = book.Workbook?.WBProps?.date1904 === true;
  const isHidden = (index: number) => (book.Workbook?.Sheets?.[index]?.Hidden ?? 0) !== 0;
  const sheets = book.SheetNames.map((name, index) => ({ name, sheet: book.Sheets[name], hidden: isHidden(index) }));
  // What its maker hid is not what is meant, but can be chosen.
  return [...sheets.filter(({ hidden }) => !hidden), ...sheets.filter(({ hidden }) => hidden)].flatMap(
    ({ name, sheet }) => (sheet ? [{ name, raw: rowsOf(name, sheet, date1904) }] : []),
  );
}

/** The sheets of a workbook, those that are hidden last. Throws a Refusal when it cannot be opened. */
export function readWorkbook(bytes: Uint8Array): Sheet[] {
  if (unpackedSize(bytes) > MOST_UNPACKED)
    throw new Refusal('This workbook is too large once unpacked; save the sheet you need as CSV and bring that in.');
  let book: WorkBook;
  try {
    book = read(bytes, { type: 'array', cellNF: true, cellText: true, cellFormula: true, cellHTML: false });
  } catch (error) {
    const why = error instanceof Error ? error.message : 'unknown reason';
    throw new Refusal(
      `This workbook cannot be opened (${why}); save it again, or save the sheet as CSV, and bring that in.`,
    );
  }
  // Numbers of a workbook are numbers already.
  return sheetsOf(book).map(({ name, raw }) => ({ name, raw: { ...raw, decimal: '.' } }));
}

const RAISED = '⁰¹²³⁴⁵⁶⁷⁸⁹';

/** Raised figures are notes at a number, or powers of a unit, and never its next digits. */
const withRaised = (html: string) =>
  html.replace(/<sup[^>]*>\s*([\w*†‡]{1,3})\s*<\/sup>/gi, (_, mark: string) =>
    mark.replace(/\d/g, (digit) => RAISED[Number(digit)] ?? digit).replace(/[a-z]/gi, '*'),
  );

/** A page with more cells than this would take longer than one waits, and is refused before it is read. */
const MOST_TAGS = 600_000;

/** The tables of an HTML text, in its order. Throws a Refusal when it has none. */
export function readHtmlTables(text: string): Sheet[] {
  if (!/<table[\s>]/i.test(text))
    throw new Refusal('There is no table in this HTML; copy the table itself and paste it again.');
  if (!/<\/table\s*>/i.test(text))
    throw new Refusal('The table in this HTML is never closed, so its end is missing; save or copy it again.');
  for (const [, span = ''] of text.matchAll(/\b(?:col|row)span\s*=\s*["']?(\d+)/gi))
    if (Number(span) > 10_000)
      throw new Refusal(`A cell of this HTML spans ${span} others; correct that and bring it in again.`);
  let tags = 0;
  for (const _ of text.matchAll(/<t[dh][\s>]/gi))
    if (++tags > MOST_TAGS)
      throw new Refusal(
        `This HTML has more than ${MOST_TAGS.toLocaleString('en-GB')} cells; save it as CSV and bring that in.`,
      );
  // Cells are taken as they are written: numbers and dates are read by the same rules as everywhere.
  const sheets = sheetsOf(read(withRaised(text), { type: 'string', raw: true }));
  return sheets.map(({ raw: { types: _, ...raw } }, index) => ({ raw, name: `Table ${index + 1}` }));
}
