import { isCalled } from './called.ts';
import type { Column, Table } from './column.ts';
import { factsOf, sizeOf } from './facts.ts';
import { measuresOf, numberingsOf } from './measures.ts';

const isRising = ({ kind, cells }: Column) => kind === 'number' && cells.length > 1 && factsOf(cells).rising;

/**
 * The column that runs across: a date column, else ordered categories, else
 * other text, else a first column of ever rising numbers. Never a measure.
 */
export function chooseAcross(table: Table): Column | undefined {
  const { columns } = table;
  const [first] = columns;
  return (
    columns.find((column) => column.kind === 'date') ??
    columns.find((column) => column.kind === 'text' && column.ordered) ??
    columns.find((column) => column.kind === 'text') ??
    (first && isRising(first) ? first : undefined)
  );
}

/** The columns that could run across: dates, texts and ever rising numbers, never a measure. */
export function acrossCandidates(table: Table): Column[] {
  return table.columns.filter((column) => column.kind !== 'number' || isRising(column));
}

/** Lines of one figure share an axis: they need one unit and sizes that can be compared. */
const COMPARABLE = 20;

/** How many lines of a first figure can be told apart. */
const MOST_LINES = 6;

/** Columns of numbers that a first figure leaves out, and why. */
export interface LeftOut {
  /** `number`: its numbers tell periods or things apart and measure nothing */
  why: 'many' | 'unit' | 'size' | 'empty' | 'number';
  columns: Column[];
}

/**
 * The number columns to draw as lines at first: the first one and those with
 * the same unit whose sizes are within a factor of 20 of it, at most six; and
 * those that are left out, by the reason. Totals are neither.
 */
export function chooseMeasures(table: Table, across: string): { lines: Column[]; left: LeftOut[] } {
  const measures = measuresOf(table, across);
  const first = measures.find((column) => sizeOf(column.cells) > 0) ?? measures[0];
  if (first?.kind !== 'number') return { lines: [], left: [] };
  const size = sizeOf(first.cells);
  const lines: Column[] = [];
  const left: Record<LeftOut['why'], Column[]> = {
    many: [],
    unit: [],
    size: [],
    empty: [],
    number: numberingsOf(table, across),
  };
  for (const column of measures) {
    if (column.kind !== 'number') continue;
    const { low, high } = factsOf(column.cells);
    const ratio = sizeOf(column.cells) / size;
    if (low > high) left.empty.push(column);
    else if (column.unit !== first.unit) left.unit.push(column);
    // A course of nothing but zeros can stand beside any other.
    else if (ratio > COMPARABLE || (ratio > 0 && ratio < 1 / COMPARABLE)) left.size.push(column);
    else if (lines.length === MOST_LINES) left.many.push(column);
    else lines.push(column);
  }
  const reasons = (['many', 'unit', 'size', 'empty', 'number'] as const).filter((why) => left[why].length > 0);
  return { lines, left: reasons.map((why) => ({ why, columns: left[why] })) };
}

/** The columns to draw as lines at first. */
export const chooseLines = (table: Table, across: string): Column[] => chooseMeasures(table, across).lines;

/**
 * Keys of the columns of numbers whose titles hold one of some patterns, parted
 * by commas, in which a star stands for any letters. No pattern gives all.
 */
export function numbersNamed(table: Table, across: string, words: string): string[] {
  const patterns = words.split(',').flatMap((word) => word.trim() || []);
  return table.columns
    .filter(({ kind, key }) => kind === 'number' && key !== across)
    .filter(({ title }) => patterns.length === 0 || patterns.some((pattern) => isCalled(title, pattern)))
    .map(({ key }) => key);
}
