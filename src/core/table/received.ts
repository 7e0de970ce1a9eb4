/** What stood in the cells of a column as they were received, kept beside what was read of it. */
import type { Cell, Column, ReceivedTexts } from './column.ts';
import { isWrittenPlainly } from './plain-number.ts';
import { repeatsOf } from './repeats.ts';
import { textOfCell } from './written.ts';

const PLAIN_DATES: Readonly<Record<string, RegExp>> = {
  iso: /^\d{4}-\d\d-\d\d$/,
  'iso-month': /^\d{4}-\d\d$/,
  year: /^\d{4}$/,
};

/** Tells texts that are sure to be what their value is written as, without writing it. */
function plainlyWritten(column: Column): (text: string) => boolean {
  if (column.kind === 'number') {
    const mark = column.decimal ?? '.';
    return (text) => isWrittenPlainly(text, mark);
  }
  const shape = column.kind === 'date' ? PLAIN_DATES[column.shape ?? 'iso'] : undefined;
  return shape ? (text) => shape.test(text) : () => false;
}

/** How the cells of a column are written, each value once. */
function writerOf(column: Column): (cell: Cell) => string {
  if (column.kind !== 'date') return (cell) => textOfCell(column, cell);
  const known = new Map<Cell, string>();
  return (cell) => {
    let text = known.get(cell);
    if (text === undefined) {
      text = textOfCell(column, cell);
      known.set(cell, text);
    }
    return text;
  };
}

/**
 * Of the texts that a column was read from, those that its values are not
 * written back as; null for every other cell. Undefined where there are none.
 */
export function receivedOf(column: Column, texts: readonly string[]): ReceivedTexts | undefined {
  const written = writerOf(column);
  const isPlain = plainlyWritten(column);
  const isWritten = (text: string, cell: Cell) => (typeof cell === 'number' && isPlain(text)) || text === written(cell);
  const { of, texts: different } = repeatsOf(texts);
  // Rows of the same text mostly hold the same value.
  const [seen, same] = [new Array<Cell | undefined>(different.length), new Array<boolean>(different.length)];
  let received: (string | null)[] | undefined;
  for (let row = 0; row < texts.length; row++) {
    const cell = column.cells[row] ?? null;
    const at = of?.[row] ?? row;
    if (seen[at] !== cell) {
      seen[at] = cell;
      same[at] = isWritten(texts[row] ?? '', cell);
    }
    if (same[at]) continue;
    received ??= new Array<string | null>(texts.length).fill(null);
    received[row] = texts[row] ?? null;
  }
  return received;
}

/** The cells of a column as the texts it was read from. */
export function textsOf(column: Column): string[] {
  const written = writerOf(column);
  const { received } = column;
  return column.cells.map((cell, row) => received?.[row] ?? written(cell));
}

/** The column with what was received of it, where that is more than its values tell. */
export function withReceived(column: Column, received: ReceivedTexts | undefined | null): Column {
  const { received: _, ...bare } = column;
  return received?.some((text) => text !== null) ? { ...bare, received } : bare;
}
