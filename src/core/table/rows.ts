/** Rows of cells as received, and what is tidied of them before a table is looked for. */
import { Refusal } from '../refusal.ts';
import { storableValue } from '../text/storable.ts';
import type { Lined } from './block.ts';
import { gridOfRows } from './grid.ts';
import { limitAcross } from './limits.ts';
import type { Finding } from './reading.ts';

/** Cells as received, whose texts can all be stored, with what the reader of the file has to say. */
export interface RawRows extends Lined {
  remarks: readonly Finding[];
  /** the decimal mark where the format settles it, as JSON and workbooks do */
  decimal?: '.';
  /** what the format says of each cell, a letter a cell in a text for each row: n for numbers, d for dates, s for texts, blank for none */
  types?: readonly string[];
}

/** Rows as a format gave them; says how many cells held what cannot be stored, where that is not known to be none. */
export function rawRows(
  received: readonly (readonly string[])[],
  { remarks, ...rest }: Omit<RawRows, 'grid'>,
  isStorable = false,
): RawRows {
  const made = isStorable ? null : storableValue(received);
  const { value: rows, replaced } = made ?? { value: received, replaced: 0 };
  const grid = gridOfRows(rows);
  if (replaced === 0) return { ...rest, grid, remarks };
  const text = `${replaced} ${replaced === 1 ? 'cell' : 'cells'} held characters that cannot be stored; each was replaced by “\uFFFD”.`;
  return { ...rest, grid, remarks: [...remarks, { text }] };
}

/** Rows without the columns that hold nothing at all between or beside others. */
export function withoutBlankColumns(raw: RawRows): RawRows {
  const used: boolean[] = [];
  /** the columns before this one are all used, as those of most tables are after a few rows */
  let known = 0;
  const { grid } = raw;
  for (let row = 0; row < grid.height; row++) {
    const width = grid.widthOf(row);
    if (width <= known) continue;
    for (let column = known; column < width; column++)
      if (!used[column] && grid.at(row, column).trim() !== '') used[column] = true;
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
    grid: grid.pickColumns(keep),
    ...(raw.types && { types: raw.types.map((row) => keep.map((column) => row[column] ?? ' ').join('')) }),
    remarks: [
      ...raw.remarks,
      {
        text: `${blank.length} ${many ? 'empty columns were' : 'empty column was'} left out.`,
      },
    ],
  };
}

const MOST_READ = 200;

/** Sentences that were parted at their commas: hardly a value, many words in a cell, and lines of different lengths. */
function isProse({ grid }: RawRows): boolean {
  const first = Array.from({ length: Math.min(MOST_READ, grid.height) }, (_, row) => grid.row(row));
  const read = first.filter((row) => row.some((cell) => cell.trim() !== ''));
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

/** Throws a Refusal for sentences. */
export function refuseProse(raw: RawRows): void {
  if (isProse(raw))
    throw new Refusal(
      'This is text, not a table: its lines are sentences, and no two of them divide into the same columns.',
    );
}
