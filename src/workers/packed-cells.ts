/** Cells on their way between a worker and the page, in buffers that are handed over without a copy. */
import type { Cell } from '../core/table/column.ts';

export type PackedCells =
  /** numbers, NaN where there is none, and the texts that stand among them by row */
  | { kind: 'numbers'; values: Float64Array<ArrayBuffer>; gaps: boolean; texts: [row: number, text: string][] }
  /** texts by their place in a list, 0 where there is none and else one more than the place */
  | { kind: 'texts'; words: string[]; places: Uint32Array<ArrayBuffer> };

function packTexts(cells: readonly Cell[]): PackedCells {
  const words: string[] = [];
  const placeOf = new Map<string, number>();
  const places = new Uint32Array(cells.length);
  cells.forEach((cell, row) => {
    if (typeof cell !== 'string') return;
    let place = placeOf.get(cell);
    if (place === undefined) {
      place = words.push(cell);
      placeOf.set(cell, place);
    }
    places[row] = place;
  });
  return { kind: 'texts', words, places };
}

/** Packs cells. */
export function packCells(cells: readonly Cell[]): PackedCells {
  if (!cells.some((cell) => typeof cell === 'number')) return packTexts(cells);
  const values = new Float64Array(cells.length);
  const texts: [number, string][] = [];
  let gaps = false;
  cells.forEach((cell, row) => {
    values[row] = typeof cell === 'number' ? cell : Number.NaN;
    if (typeof cell === 'string') texts.push([row, cell]);
    gaps ||= typeof cell !== 'number';
  });
  return { kind: 'numbers', values, gaps, texts };
}

/** The buffer that is handed over with packed cells. */
export const bufferOf = (packed: PackedCells) => (packed.kind === 'numbers' ? packed.values : packed.places).buffer;

/** Texts that were packed. */
export const unpackTexts = (packed: PackedCells): (string | null)[] =>
  unpackCells(packed).map((cell) => (typeof cell === 'string' ? cell : null));

/** The cells that were packed. */
export function unpackCells(packed: PackedCells): Cell[] {
  if (packed.kind === 'texts') {
    const { words, places } = packed;
    return Array.from(places, (place) => (place === 0 ? null : (words[place - 1] ?? null)));
  }
  const { values, gaps, texts } = packed;
  if (!gaps) return Array.from(values);
  const cells: Cell[] = Array.from(values, (value) => (Number.isNaN(value) ? null : value));
  for (const [row, text] of texts) cells[row] = text;
  return cells;
}
