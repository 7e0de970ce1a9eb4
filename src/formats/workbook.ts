/** Workbooks (ISO/IEC 29500 and OpenDocument) and HTML tables as rows of cells, read with SheetJS. */
import { type CellObject, read, SSF, utils, type WorkBook, type WorkSheet } from '@e965/xlsx';
import { Refusal } from '../core/refusal.ts';
import type { RawRows } from '../core/table/understand.ts';

export interface Sheet {
  name: string;
  raw: RawRows;
}

const two = (value: number) => String(value).padStart(2, '0');

/** A serial date as ISO 8601 text, with the time of day where it has one. */
function isoOfSerial(serial: number, date1904: boolean): string {
  const { y, m, d, H, M } = SSF.parse_date_code(serial, { date1904 });
  const day = `${String(y).padStart(4, '0')}-${two(m)}-${two(d)}`;
  return H === 0 && M === 0 ? day : `${day} ${two(H)}:${two(M)}`;
}

/** A cell as the text it would be in delimited text, with full precision whatever its display. */
function textOf(cell: CellObject | undefined, date1904: boolean): string {
  if (!cell || cell.v === undefined || cell.v === null || cell.t === 'e') return '';
  if (cell.v instanceof Date) return cell.v.toISOString().slice(0, 10);
  if (typeof cell.v !== 'number') return String(cell.v);
  const format = typeof cell.z === 'string' ? cell.z : '';
  if (format && SSF.is_date(format)) return isoOfSerial(cell.v, date1904);
  if (format.includes('%')) return `${Number((cell.v * 100).toPrecision(12))}%`;
  return String(cell.v);
}

function rowsOf(sheet: WorkSheet, date1904: boolean): Omit<RawRows, 'decimal'> {
  const rows: string[][] = [];
  const lines: number[] = [];
  const reference = sheet['!ref'];
  if (reference) {
    const { s, e } = utils.decode_range(reference);
    for (let row = s.r; row <= e.r; row++) {
      const cells: string[] = [];
      for (let column = s.c; column <= e.c; column++)
        cells.push(textOf(sheet[utils.encode_cell({ r: row, c: column })] as CellObject | undefined, date1904));
      rows.push(cells);
      lines.push(row + 1);
    }
  }
  return { rows, lines, remarks: [] };
}

const sheetsOf = (book: WorkBook): Sheet[] =>
  book.SheetNames.flatMap((name) => {
    const sheet = book.Sheets[name];
    return sheet ? [{ name, raw: rowsOf(sheet, book.Workbook?.WBProps?.date1904 === true) }] : [];
  });

/** The sheets of a workbook, in its order. Throws a Refusal when it cannot be opened. */
export function readWorkbook(bytes: Uint8Array): Sheet[] {
  let book: WorkBook;
  try {
    book = read(bytes, { type: 'array', cellNF: true, cellText: false, cellFormula: false, cellHTML: false });
  } catch (error) {
    const why = error instanceof Error ? error.message : 'unknown reason';
    throw new Refusal(
      `This workbook cannot be opened (${why}); save it again, or save the sheet as CSV, and bring that in.`,
    );
  }
  // Numbers of a workbook are numbers already.
  return sheetsOf(book).map(({ name, raw }) => ({ name, raw: { ...raw, decimal: '.' } }));
}

/** The tables of an HTML text, in its order. Throws a Refusal when it has none. */
export function readHtmlTables(text: string): Sheet[] {
  if (!/<table[\s>]/i.test(text))
    throw new Refusal('There is no table in this HTML; copy the table itself and paste it again.');
  // Cells are taken as they are written: numbers and dates are read by the same rules as everywhere.
  const sheets = sheetsOf(read(text, { type: 'string', raw: true }));
  return sheets.map((sheet, index) => ({ ...sheet, name: `Table ${index + 1}` }));
}
