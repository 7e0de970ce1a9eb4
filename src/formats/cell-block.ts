/** Blocks of cells on the clipboard: rows parted by line breaks, cells by tabs, quoted where a cell holds either. */
import Papa from 'papaparse';

/** Reads a block; one empty line at its end is no row. */
export function readCellBlock(text: string): string[][] {
  const { data } = Papa.parse<string[]>(text, { delimiter: '\t', skipEmptyLines: false });
  const [only, ...others] = data.at(-1) ?? [];
  if (data.length > 1 && only === '' && others.length === 0) data.pop();
  return data;
}

export const writeCellBlock = (rows: readonly (readonly string[])[]): string =>
  Papa.unparse(rows as string[][], { delimiter: '\t', newline: '\n' });
