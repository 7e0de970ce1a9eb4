/** How large a table may be, and what is said of one that is larger. */
import { Refusal } from '../refusal.ts';

const MOST_ROWS = 2_000_000;
const MOST_CELLS = 8_000_000;
/** Columns of a table; a table whose periods stand across has more before it is turned. */
export const MOST_COLUMNS = 2000;
const MOST_ACROSS = 20_000;
/** Letters of one cell, beyond which a quote was never closed. */
export const MOST_LETTERS = 100_000;
/** Letters of one line. */
export const MOST_LINE = 1_000_000;

const said = (count: number) => count.toLocaleString('en-GB');

const tooManyRows = () =>
  new Refusal(`This table has more than ${said(MOST_ROWS)} rows; bring in part of it, or longer periods.`);

const tooManyCells = () =>
  new Refusal(`This table has more than ${said(MOST_CELLS)} cells; bring in fewer columns or rows.`);

/** Throws a Refusal for more columns than a table holds, as they were received. */
export function limitAcross(columns: number): void {
  if (columns > MOST_ACROSS)
    throw new Refusal(`This table is more than ${said(MOST_ACROSS)} columns wide; bring in those you need.`);
}

/** Throws a Refusal for more columns than a table holds. */
export function limitColumns(columns: number): void {
  if (columns > MOST_COLUMNS)
    throw new Refusal(
      `This table has ${said(columns)} columns, and a table holds at most ${said(MOST_COLUMNS)}; bring in those you need.`,
    );
}

/** Throws a Refusal for a cell that no table has. */
export function limitLetters(cell: string, line: number): void {
  if (cell.length > MOST_LETTERS)
    throw new Refusal(
      `The cell that begins on line ${said(line)} holds more than ${said(MOST_LETTERS)} characters; a quote there may not be closed.`,
    );
}

/** Throws a Refusal for a line that no table has. */
export function limitLine(letters: number, line: number): void {
  if (letters > MOST_LINE)
    throw new Refusal(`Line ${said(line)} is longer than ${said(MOST_LINE)} characters, which no line of a table is.`);
}

/** Finds the next of a letter from a place on, without looking twice through what holds none. */
function seeker(text: string, letter: string): (from: number) => number {
  let at = text.indexOf(letter);
  return (from) => {
    if (at >= 0 && at < from) at = text.indexOf(letter, from);
    return at < 0 ? text.length : at;
  };
}

/**
 * Throws a Refusal for text that is too long for a table, before it is parted:
 * a line that no table has and, unless they may stand within quotes, more lines
 * or cells than one holds.
 */
export function limitText(text: string, delimiter: string, quoted: boolean): void {
  const [nextLf, nextCr] = [seeker(text, '\n'), seeker(text, '\r')];
  let lines = 0;
  for (let from = 0; from < text.length; lines++) {
    const end = Math.min(nextLf(from), nextCr(from));
    limitLine(end - from, lines + 1);
    from = text.startsWith('\r\n', end) ? end + 2 : end + 1;
  }
  if (quoted) return;
  if (lines > MOST_ROWS + 1) throw tooManyRows();
  let cells = lines;
  for (let at = text.indexOf(delimiter); at >= 0; at = text.indexOf(delimiter, at + 1)) cells++;
  if (cells > MOST_CELLS) throw tooManyCells();
}

/** Throws a Refusal for more rows or cells than a table holds. */
export function limitCells(rows: number, cells: number): void {
  if (rows > MOST_ROWS + 1) throw tooManyRows();
  if (cells > MOST_CELLS) throw tooManyCells();
}
