/** Cells on the clipboard: as texts for every program, and as values for tables of Rizo. */
import * as z from 'zod';
import { Cell, type Column } from '../../core/table/column.ts';
import { exactText } from '../../core/table/edit.ts';
import { textOfCell } from '../../core/table/written.ts';
import { readCellBlock, writeCellBlock } from '../../formats/cell-block.ts';

const Values = z.array(z.object({ kind: z.enum(['date', 'number', 'text']), cells: z.array(Cell) }));

/** The form in which cells go from one table to another without being written and read again. */
const CELLS = 'application/x-rizo-cells+json';

/** What is put on the clipboard, by its form. */
export type Copied = Readonly<Record<'text/plain' | typeof CELLS, string>>;

/** The cells of some columns, from one row to another. */
export function copiedCells(columns: readonly Column[], first: number, last: number): Copied {
  const taken = columns.map(({ kind, cells }) => ({ kind, cells: cells.slice(first, last + 1) }));
  const rows = Array.from({ length: Math.max(0, last - first + 1) }, (_, row) =>
    columns.map((column) => textOfCell(column, column.cells[first + row] ?? null)),
  );
  return { 'text/plain': writeCellBlock(rows), [CELLS]: JSON.stringify(taken) };
}

/** One column of what is pasted or typed. */
export class Pasted {
  readonly texts: readonly string[];
  readonly #values: z.infer<typeof Values>[number] | null;

  constructor(texts: readonly string[], values: z.infer<typeof Values>[number] | null = null) {
    this.texts = texts;
    this.#values = values;
  }

  /** The texts that a column reads as the values that were copied, where they are of its kind; else those that came. */
  textsFor(column: Column): readonly string[] {
    const values = this.#values;
    return values?.kind === column.kind ? values.cells.map((cell) => exactText(column, cell)) : this.texts;
  }

  /** The first cell over and over. */
  repeated(count: number): Pasted {
    const fill = <T>(value: T) => new Array<T>(count).fill(value);
    const values = this.#values && { ...this.#values, cells: fill(this.#values.cells[0] ?? null) };
    return new Pasted(fill(this.texts[0] ?? ''), values);
  }
}

/** Columns of a block whose rows may be of several lengths. */
function columnsOf(rows: readonly (readonly string[])[]): string[][] {
  const width = Math.max(0, ...rows.map((row) => row.length));
  return Array.from({ length: width }, (_, index) => rows.map((row) => row[index] ?? ''));
}

function valuesOf(text: string): z.infer<typeof Values> {
  try {
    return Values.safeParse(JSON.parse(text)).data ?? [];
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return [];
  }
}

/** The HTML of a page's table on the clipboard, or null where cells or text are there without it. */
export function pastedPage(data: DataTransfer): string | null {
  const html = data.getData('text/html');
  const isPage = data.getData(CELLS) === '' && !data.getData('text/plain').includes('\t') && /<table[\s>]/i.test(html);
  return isPage ? html : null;
}

/** The cells of the first table of a page. */
export async function cellsOfPage(html: string): Promise<Pasted[]> {
  const { readHtmlTables } = await import('../../formats/workbook.ts');
  const grid = readHtmlTables(html)[0]?.raw.grid;
  const rows = Array.from({ length: grid?.height ?? 0 }, (_, row) => grid?.row(row) ?? []);
  return columnsOf(rows).map((texts) => new Pasted(texts));
}

/** Cells on the clipboard: of Rizo, or parted by tabs. */
export function pastedCells(data: DataTransfer): Pasted[] {
  const [text, own] = [data.getData('text/plain'), data.getData(CELLS)];
  if (text === '') return [];
  const columns = columnsOf(readCellBlock(text));
  const values = valuesOf(own);
  const fits = values.length === columns.length && values.every(({ cells }) => cells.length === columns[0]?.length);
  return columns.map((texts, index) => new Pasted(texts, fits ? (values[index] ?? null) : null));
}
