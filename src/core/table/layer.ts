/**
 * Texts that were typed into many cells of a column, put together in a block
 * beside the document: the name of a row and its text by turns. The received
 * cells under them stay as they are, and so do the kind and the names of rows.
 */
import type { Cell } from './column.ts';
import type { TypedTexts } from './typed-cells.ts';

/** The block of a layer. */
export const layerBlock = (texts: TypedTexts): Cell[] =>
  Object.entries(texts).flatMap(([row, text]) => (text === false ? [] : [row, text]));

const read = new WeakMap<readonly Cell[], TypedTexts>();

/** What was typed into cells, as the block of a layer holds it. */
export function textsOfLayer(cells: readonly Cell[]): TypedTexts {
  const known = read.get(cells);
  if (known) return known;
  const texts: Record<string, string | null> = {};
  for (let at = 0; at + 1 < cells.length; at += 2) {
    const text = cells[at + 1] ?? null;
    texts[String(cells[at])] = text === null ? null : String(text);
  }
  read.set(cells, texts);
  return texts;
}
