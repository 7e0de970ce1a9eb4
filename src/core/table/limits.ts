/** How large a table may be, and what is said of one that is larger. */
import { Refusal } from '../refusal.ts';

export const MOST_ROWS = 2_000_000;
export const MOST_CELLS = 8_000_000;
/** Columns of a table; a table whose periods stand across has more before it is turned. */
const MOST_COLUMNS = 2000;
const MOST_ACROSS = 20_000;
/** Letters of one cell, beyond which a quote was never closed. */
const MOST_LETTERS = 100_000;
/** Letters of one line. */
const MOST_LINE = 1_000_000;

const said = (count: number) => count.toLocaleString('en-GB');

export const tooManyRows = () =>
  new Refusal(`This table has more than ${said(MOST_ROWS)} rows; bring in a part of it, or a coarser period.`);

export const tooManyCells = () =>
  new Refusal(`This table has more than ${said(MOST_CELLS)} cells; bring in some of its columns or rows.`);

/** Throws a Refusal for more columns than a table holds, as they were received. */
export function limitAcross(columns: number): void {
  if (columns > MOST_ACROSS)
    throw new Refusal(`This table is more than ${said(MOST_ACROSS)} columns wide; bring in those that you need.`);
}

/** Throws a Refusal for more columns than a table holds. */
export function limitColumns(columns: number): void {
  if (columns > MOST_COLUMNS)
    throw new Refusal(
      `This table has ${said(columns)} columns, and a table holds ${said(MOST_COLUMNS)}; bring in those that you need.`,
    );
}

/** Throws a Refusal for a cell that no table has. */
export function limitLetters(cell: string, line: number): void {
  if (cell.length > MOST_LETTERS)
    throw new Refusal(
      `The cell that begins on line ${said(line)} holds more than ${said(MOST_LETTERS)} letters; a quote there may not be closed.`,
    );
}

/**
 * Throws a Refusal for text that is too long for a table, before it is parted:
 * a line that no table has, more cells than one holds, and more lines, unless
 * these may stand within quotes.
 */
export function limitText(text: string, delimiter: string, quoted: boolean): void {
  let lines = 0;
  for (let from = 0; from < text.length; lines++) {
    // Lines end in LF or in CR alone; one search tells for nearly all files.
    let end = text.indexOf('\n', from);
    if (end < 0 || end - from > MOST_LINE) {
      const other = text.indexOf('\r', from);
      if (other >= 0 && (end < 0 || other < end)) end = other;
    }
    if ((end < 0 ? text.length : end) - from > MOST_LINE)
      throw new Refusal(
        `Line ${said(lines + 1)} is longer than ${said(MOST_LINE)} letters, and no table has such lines.`,
      );
    if (end < 0) break;
    from = end + 1;
  }
  if (!quoted && lines > MOST_ROWS + 1) throw tooManyRows();
  let cells = lines;
  for (let at = text.indexOf(delimiter); at >= 0; at = text.indexOf(delimiter, at + 1)) cells++;
  if (cells > MOST_CELLS) throw tooManyCells();
}
