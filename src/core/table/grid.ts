/**
 * Cells in rows as they were received, however they lie in memory: each row a
 * list of its own, or each column as its different texts with one number a row,
 * which is how a long table takes the least time and room.
 */
import { listOfRepeats } from './repeats.ts';

export interface Grid {
  /** how many rows there are */
  readonly height: number;
  /** how many cells a row has; rows may differ */
  widthOf(row: number): number;
  /** the text of a cell; an empty one where the row has none */
  at(row: number, column: number): string;
  row(row: number): readonly string[];
  /** so many columns, each with a text for every row */
  columns(width: number): string[][];
  /** some of the rows, in the order in which they are given */
  pickRows(rows: readonly number[]): Grid;
  /** some of the columns, in the order in which they are given, which is rising */
  pickColumns(columns: readonly number[]): Grid;
}

/** A grid of rows that are lists of cells. */
export function gridOfRows(rows: readonly (readonly string[])[]): Grid {
  return {
    height: rows.length,
    widthOf: (row) => rows[row]?.length ?? 0,
    at: (row, column) => rows[row]?.[column] ?? '',
    row: (row) => rows[row] ?? [],
    columns: (width) => {
      // Row by row, since the cells of a row lie together.
      const columns = Array.from({ length: width }, () => new Array<string>(rows.length));
      rows.forEach((row, at) => {
        for (let column = 0; column < width; column++) (columns[column] as string[])[at] = row[column] ?? '';
      });
      return columns;
    },
    pickRows: (picked) => gridOfRows(picked.map((row) => rows[row] ?? [])),
    pickColumns: (picked) =>
      gridOfRows(rows.map((row) => picked.flatMap((column) => (column < row.length ? (row[column] ?? '') : [])))),
  };
}

/** A column as its different texts; `of` tells for each row which of them it holds. */
export interface RepeatedTexts {
  readonly texts: readonly string[];
  readonly of: Uint32Array;
}

/** Picks rows of numbers: a part of them, in the same memory, where they follow each other. */
function picker(rows: readonly number[]): (of: Uint32Array) => Uint32Array {
  const first = rows[0] ?? 0;
  return rows.every((row, at) => row === first + at)
    ? (of) => of.subarray(first, first + rows.length)
    : (of) => Uint32Array.from(rows, (row) => of[row] ?? 0);
}

/**
 * A grid of columns that each hold their different texts once. `widths` tells how
 * many cells each row has; a row that lacks a cell holds an empty text there.
 */
export function gridOfColumns(columns: readonly RepeatedTexts[], widths: Uint32Array): Grid {
  const widthOf = (row: number) => widths[row] ?? 0;
  const at = (row: number, column: number) => {
    const held = columns[column];
    return held?.texts[held.of[row] ?? 0] ?? '';
  };
  return {
    height: widths.length,
    widthOf,
    at,
    row: (row) => Array.from({ length: widthOf(row) }, (_, column) => at(row, column)),
    columns: (width) =>
      Array.from({ length: width }, (_, column) => {
        const held = columns[column];
        return held ? listOfRepeats(held.texts, held.of) : Array.from(widths, () => '');
      }),
    pickRows: (rows) => {
      const picked = picker(rows);
      return gridOfColumns(
        columns.map(({ texts, of }) => ({ texts, of: picked(of) })),
        picked(widths),
      );
    },
    pickColumns: (kept) => {
      const left = Uint32Array.from(
        { length: columns.length + 1 },
        (_, width) => kept.filter((at) => at < width).length,
      );
      return gridOfColumns(
        kept.flatMap((column) => columns[column] ?? []),
        widths.map((width) => left[width] ?? 0),
      );
    },
  };
}
