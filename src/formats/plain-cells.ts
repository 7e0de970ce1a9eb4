/**
 * Text without quotes, parted straight into columns of different texts: no row is
 * made, and a cell that stands in its column already is not made a second time.
 */
import { type Grid, gridOfColumns, type RepeatedTexts } from '../core/table/grid.ts';
import { limitCells, limitLine, MOST_LINE } from '../core/table/limits.ts';

const [LF, CR] = [0x0a, 0x0d];

/** So many numbers of cells may be held; a text whose lines differ so much that they are more is parted in rows. */
const MOST_HELD = 32_000_000;

/** A longer list with the same numbers, which has room for one more at a place. */
function longer<List extends Uint16Array | Uint32Array>(list: List, place: number): List {
  const made = new (list.constructor as new (length: number) => List)(Math.max(place + 1, list.length * 2));
  made.set(list);
  return made;
}

/** The different texts of one column, found by open addressing over a hash of their letters. */
class Column {
  /** numbers of texts by their hash; -1 where there is none */
  #slots = new Int32Array(16).fill(-1);
  readonly #hashes: number[] = [0];
  /** where each stands in the text; the first is the empty one, which rows without the cell hold */
  readonly #starts: number[] = [0];
  /** their letters one after the other, and where those of each end */
  #letters: Uint16Array = new Uint16Array(256);
  readonly #ends: number[] = [0];
  of: Uint32Array = new Uint32Array(64);

  constructor(private readonly text: string) {}

  #isAt(known: number, cell: Uint16Array, length: number): boolean {
    const from = this.#ends[known - 1] ?? 0;
    if ((this.#ends[known] ?? 0) - from !== length) return false;
    for (let at = 0; at < length; at++) if (cell[at] !== this.#letters[from + at]) return false;
    return true;
  }

  #slotOf(hash: number): number {
    // Numbers and days that follow each other have hashes that do; multiplied they lie apart (Knuth, volume 3, 6.4).
    return (Math.imul(hash, 0x9e_37_79_b1) >>> 8) & (this.#slots.length - 1);
  }

  #grow(): void {
    const slots = new Int32Array(this.#slots.length * 4).fill(-1);
    this.#slots = slots;
    for (let known = 1; known < this.#hashes.length; known++) {
      let slot = this.#slotOf(this.#hashes[known] ?? 0);
      while ((slots[slot] ?? -1) >= 0) slot = (slot + 1) & (slots.length - 1);
      slots[slot] = known;
    }
  }

  /** The number of a text of so many letters, with their hash, that begins at a place. */
  numberOf(cell: Uint16Array, length: number, hash: number, start: number): number {
    if (length === 0) return 0;
    let slot = this.#slotOf(hash);
    for (;;) {
      const known = this.#slots[slot] ?? -1;
      if (known < 0) break;
      if (this.#hashes[known] === hash && this.#isAt(known, cell, length)) return known;
      slot = (slot + 1) & (this.#slots.length - 1);
    }
    const made = this.#hashes.length;
    const from = this.#ends[made - 1] ?? 0;
    this.#slots[slot] = made;
    this.#hashes.push(hash);
    this.#starts.push(start);
    this.#ends.push(from + length);
    if (from + length > this.#letters.length) this.#letters = longer(this.#letters, from + length);
    this.#letters.set(cell.subarray(0, length), from);
    if (made * 2 > this.#slots.length) this.#grow();
    return made;
  }

  /** Sets the number of a row; says how many numbers more are held by it. */
  set(row: number, number: number): number {
    const before = this.of.length;
    if (row >= before) this.of = longer(this.of, row);
    this.of[row] = number;
    return this.of.length - before;
  }

  /** The column with so many rows. */
  held(rows: number): RepeatedTexts {
    const of = new Uint32Array(rows);
    of.set(this.of.subarray(0, rows));
    const lengthOf = (at: number) => (this.#ends[at] ?? 0) - (this.#ends[at - 1] ?? 0);
    return { texts: this.#starts.map((start, at) => this.text.slice(start, start + lengthOf(at))), of };
  }
}

/** Whether the line break at a place is the one that is looked for. */
const isEnding = (text: string, at: number, ending: string) =>
  text.startsWith(ending, at) && (ending !== '\r' || text.charCodeAt(at + 1) !== LF);

/** Letters of text between two words on how far the reading is. */
const CHUNK = 1 << 20;

/**
 * Parts text in which no quote stands. Null where its lines do not all end alike,
 * or differ so much in their cells that columns would take too much room. Throws
 * a Refusal for more than a table holds.
 */
export function partPlainText(text: string, delimiter: string, onProgress: (share: number) => void): Grid | null {
  const parting = delimiter.charCodeAt(0);
  const ending = /\r\n|\r|\n/.exec(text)?.[0] ?? '\n';
  const { length } = text;
  const columns: Column[] = [];
  // A longer cell makes a line that is refused.
  const cell = new Uint16Array(MOST_LINE + 1);
  let widths: Uint32Array = new Uint32Array(1024);
  let [row, column, cells, held] = [0, 0, 0, 0];
  let [lineStart, start, hash, told] = [0, 0, 0, CHUNK];
  for (let at = 0; at <= length; at++) {
    let code = LF;
    while (at < length) {
      code = text.charCodeAt(at);
      if (code === parting || code === LF || code === CR) break;
      // Thirty bits are a whole number in every engine.
      hash = (Math.imul(hash, 31) + code) & 0x3f_ff_ff_ff;
      cell[at - start] = code;
      at++;
    }
    const own = columns[column] ?? new Column(text);
    if (column === columns.length) columns.push(own);
    held += own.set(row, own.numberOf(cell, at - start, hash, start));
    if (held > MOST_HELD) return null;
    column++;
    cells++;
    hash = 0;
    start = at + 1;
    if (code === parting && at < length) continue;
    if (at < length && !isEnding(text, at, ending)) return null;
    limitLine(at - lineStart, row + 1);
    if (row >= widths.length) widths = longer(widths, row);
    widths[row++] = column;
    limitCells(row, cells);
    column = 0;
    if (at < length) at += ending.length - 1;
    start = at + 1;
    lineStart = start;
    if (at > told) {
      onProgress(at / length);
      told += CHUNK;
    }
  }
  return gridOfColumns(
    columns.map((each) => each.held(row)),
    widths.slice(0, row),
  );
}
