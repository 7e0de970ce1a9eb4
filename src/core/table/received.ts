/** What stood in the cells of a column as they were received, kept beside what was read of it. */
import type { Cell, Column, ReceivedTexts } from './column.ts';
import { textOfCell } from './written.ts';

/** Digits that are written back as they are: no zero too many, no more figures than a number holds. */
const WRITTEN_BACK = { '.': /^-?(?:0|[1-9]\d*)(?:\.\d*[1-9])?$/, ',': /^-?(?:0|[1-9]\d*)(?:,\d*[1-9])?$/ };

/** True for texts of numbers that are sure to be written back as they are, told without writing them. */
function isPlain(text: string, decimal: '.' | ','): boolean {
  return text.length < 16 && WRITTEN_BACK[decimal].test(text) && !/^-?0[.,]0000|^-0$/.test(text);
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
  const decimal = column.kind === 'number' ? (column.decimal ?? '.') : null;
  let received: (string | null)[] | undefined;
  texts.forEach((text, row) => {
    const cell = column.cells[row] ?? null;
    if (typeof cell === 'number' && decimal !== null && isPlain(text, decimal)) return;
    if (text === written(cell)) return;
    received ??= new Array<string | null>(texts.length).fill(null);
    received[row] = text;
  });
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
