/** Telling columns that measure something from those that number periods or things, which are never added up. */
import { isoWeek } from '../time/format.ts';
import type { Column, Table } from './column.ts';
import { factsOf } from './facts.ts';

/** Last words of the titles of codes. */
const CODE_TITLE = /(?:^|[\s_.])(?:id|ids|code|codes|nr|no|nº|key)\.?$/i;

/** So many rows in a row are no chance. */
const MANY_ROWS = 8;

/** What a number can say of a date that stands beside it. */
const PARTS: readonly ((date: Date) => number)[] = [
  (date) => date.getUTCFullYear(),
  (date) => date.getUTCMonth() + 1,
  (date) => Math.floor(date.getUTCMonth() / 3) + 1,
  (date) => Math.floor(date.getUTCMonth() / 6) + 1,
  (date) => date.getUTCDate(),
  (date) => date.getUTCHours(),
  (date) => date.getUTCDay() || 7,
  (date) => date.getUTCFullYear() * 100 + date.getUTCMonth() + 1,
  (date) => isoWeek(date.getTime()).week,
];

/** Titles of such columns in the six languages. */
const PART_TITLE =
  /\b(?:year|jahr|ann[ée]e|año|rok|vuosi|month|monat|mois|mes|miesi[ąa]c|kuukausi|quarter|quartal|kvartal|trimestre|kwarta[łl]|nelj[äa]nnes|half|week|woche|kw|semaine|semana|tydzie[ńn]|viikko|day|tag|jour|d[ií]a|dzie[ńn]|p[äa]iv[äa]|weekday|hour|stunde|heure|hora|godzina|tunti)\b/i;
/** So many rows without exception are no chance. */
const MANY = 24;

/** True when each number is the same part of the date beside it, and its title or their count leaves no doubt. */
function isPartOfDate(column: Column, dates: Column): boolean {
  let left = PARTS;
  let rows = 0;
  const seen = new Set<number>();
  for (let row = 0; row < column.cells.length && left.length > 0; row++) {
    const [cell, date] = [column.cells[row], dates.cells[row]];
    if (typeof cell !== 'number' || typeof date !== 'number') continue;
    const at = new Date(date);
    left = left.filter((part) => part(at) === cell);
    seen.add(cell);
    rows++;
  }
  return left.length > 0 && seen.size > 1 && (rows >= MANY || PART_TITLE.test(column.title.replaceAll('_', ' ')));
}

/** True when each name has one number of its own and no two share one, such as a pier and its code. */
function isCodeOf(column: Column, names: Column): boolean {
  const numberOf = new Map<unknown, number>();
  const nameOf = new Map<number, unknown>();
  let rows = 0;
  for (let row = 0; row < column.cells.length; row++) {
    const [cell, name] = [column.cells[row], names.cells[row]];
    if (typeof cell !== 'number' || typeof name !== 'string') continue;
    rows++;
    if ((numberOf.get(name) ?? cell) !== cell || (nameOf.get(cell) ?? name) !== name) return false;
    numberOf.set(name, cell);
    nameOf.set(cell, name);
  }
  return numberOf.size > 1 && rows >= 2 * numberOf.size;
}

/** True for numbers that count the rows: each one more than the one before. */
function isRowNumber({ cells }: Column): boolean {
  const [first] = cells;
  return cells.length >= MANY_ROWS && (first === 0 || first === 1) && cells.every((cell, row) => cell === first + row);
}

const known = new WeakMap<readonly Column[], ReadonlySet<Column>>();

/** The whole numbers of a table that number its periods or its things. */
function numberings(table: Table): ReadonlySet<Column> {
  const before = known.get(table.columns);
  if (before) return before;
  const dates = table.columns.filter(({ kind }) => kind === 'date');
  const names = table.columns.filter(({ kind }) => kind === 'text');
  const found = new Set(
    table.columns.filter((column) => {
      const { whole, low, high } = factsOf(column.cells);
      if (column.kind !== 'number' || column.unit !== null || !whole || low > high) return false;
      return (
        (CODE_TITLE.test(column.title) && low >= 0) ||
        isRowNumber(column) ||
        dates.some((date) => isPartOfDate(column, date)) ||
        names.some((name) => isCodeOf(column, name))
      );
    }),
  );
  known.set(table.columns, found);
  return found;
}

/**
 * The columns of numbers that measure something: no totals, not the column
 * across, and no whole numbers that are the year or month of a date beside
 * them, the code of a name, or called a code. Where nothing else is there,
 * those count as measures after all.
 */
export function measuresOf(table: Table, across?: string): Column[] {
  const numbers = table.columns.filter((column) => column.kind === 'number' && !column.total && column.key !== across);
  const numbering = numberings(table);
  const measures = numbers.filter((column) => !numbering.has(column));
  return measures.length > 0 ? measures : numbers;
}

/** The columns of numbers beside the measures of a table. */
export function numberingsOf(table: Table, across?: string): Column[] {
  const measures = new Set(measuresOf(table, across));
  return table.columns.filter(
    (column) => column.kind === 'number' && !column.total && column.key !== across && !measures.has(column),
  );
}
