/** Telling the rows that head a table from its values: titles, units beneath them, periods across the top. */
import { DATE_SHAPES, YEAR_SHAPE } from './dates.ts';
import { isMissing } from './missing.ts';
import { isBound, partsOfNumber } from './number-text.ts';
import { areOrdered } from './ordered.ts';
import { isTotalTitle } from './titles.ts';

export const filledCount = (row: readonly string[]) => {
  let count = 0;
  for (const cell of row) if (cell.trim() !== '') count++;
  return count;
};

export const looksLikeData = (text: string) =>
  partsOfNumber(text) !== null || DATE_SHAPES.some((shape) => shape.read(text) !== null);

/** Ways of writing periods that can head columns; numbers that are none of these are values. */
const PERIOD_SHAPES = [YEAR_SHAPE, ...DATE_SHAPES].filter(
  ({ id }) => id !== 'serial' && id !== 'epoch' && id !== 'epoch-ms',
);

/** Labels of periods across the top of a table: dates of one shape that follow each other, or categories with an order of their own. */
export function arePeriods(labels: readonly string[]): boolean {
  if (labels.length < 3) return false;
  if (areOrdered(labels)) return true;
  return PERIOD_SHAPES.some((shape) => {
    const values = labels.map((label) => shape.read(label));
    if (values.includes(null)) return false;
    // Bare numbers are periods where each is later, or earlier, than the one before it.
    const steps = values.slice(1).map((value, index) => Number(value) - Number(values[index]));
    return !shape.weak || steps.every((step) => step > 0) || steps.every((step) => step < 0);
  });
}

/** So many rows show what stands in a column. */
const SHOWN = 20;

/**
 * Periods over columns of values, behind titles in words: “Hospital, Ward, Jan
 * 2023, Feb 2023”. They head what is below them where that holds no such
 * period: a row that holds a value of its columns' own kind is no header.
 */
function headsByPeriods(row: readonly string[], below: readonly (readonly string[])[]): boolean {
  if (looksLikeData(row[0] ?? '') || isMissing(row[0] ?? '')) return false;
  const shown = below.slice(0, SHOWN);
  const periods = row.flatMap((cell, column) => (looksLikeData(cell) ? [{ cell, column }] : []));
  return (
    periods.length > 0 &&
    shown.length > 0 &&
    periods.every(({ cell, column }) => {
      const shape = PERIOD_SHAPES.find((one) => one.read(cell) !== null);
      const own = shown.map((other) => other[column] ?? '').filter((text) => !isMissing(text));
      return shape !== undefined && own.length > 0 && own.every((text) => shape.read(text) === null && isValue(text));
    })
  );
}

const isValue = (text: string) => partsOfNumber(text) !== null || isBound(text);

/** A first row is a header unless its cells are numbers and dates like those below it. */
export function isHeader(row: readonly string[], below: readonly (readonly string[])[]): boolean {
  const filled = row.filter((cell) => !isMissing(cell));
  if (headsByPeriods(row, below)) return true;
  // Periods over series in rows look like data, but the cell in their corner says that they head it.
  if (!looksLikeData(row[0] ?? '') && arePeriods(seriesPeriods(row))) return true;
  return (
    filled.length === 0 || filled.filter(looksLikeData).length < filled.length / 2 || filled.length < row.length / 2
  );
}

/** Units of measure with their prefixes, and the words and signs that stand for others. */
const MEASURE =
  '(?:[kMGTmµμnhcd]?(?:m|g|t|l|L|W|Wh|V|A|VA|Hz|Pa|J|N|bar|K|s|mol|Ω|lx|var|varh|Sv|Bq|B)(?:[²³23]|-[123])?|°[CF]?|min|hr?s?|d|a|ppm|ppb|pH|NTU|dB(?:\\([A-Z]\\))?|rpm|kn|kt|nm|ft|mi|mph|psi|gal|px)';
const UNIT_ALONE = new RegExp(`^(?:[([].{1,30}[)\\]]|%|‰|[€$£]|${MEASURE}(?:\\s?[/·* ]\\s?${MEASURE}){0,2})$`);
const UNIT_WORDS =
  /^(?:(?:in )?(?:eur|usd|gbp|nok|sek|dkk|pln|chf)|(?:in )?(?:thousands?|millions?|mio\.?|mn|tsd\.?|tys\.?)(?: (?:eur|usd|gbp|nok|sek|dkk|pln|chf|zł|€))?|number|persons|no\.|anzahl|index|counts?|degrees?|deg\.?|volts?|amps?|watts?|percent|hours?|minutes?|seconds?|days?|tonnes?|litres?|metres?|samples?)$/i;

/** A row of units beneath the titles: nothing else stands in it, but for the word over the times. */
const areUnits = (row: readonly string[]) => {
  const filled = row.slice(1).filter((cell) => !isMissing(cell));
  return (
    filled.length > 0 &&
    !looksLikeData(row[0] ?? '') &&
    filled.every((cell) => {
      const unit = cell.trim();
      return (UNIT_ALONE.test(unit) || UNIT_WORDS.test(unit)) && partsOfNumber(cell) === null;
    })
  );
};

/** Rows that head a table at the most. */
export const HIGHEST = 3;

/** True where a cell may head its column: it is no word for missing, and values stand in the column below. */
const headsValues = (rows: readonly (readonly string[])[], at: number, column: number) =>
  !isMissing(rows[at]?.[column] ?? '') &&
  rows.slice(at + 1).some((row) => partsOfNumber(row[column] ?? '') !== null) &&
  // The row right below holds a value, or heads it, too.
  [rows[at + 1], rows[at + 2]].some((row) => row !== undefined && partsOfNumber(row[column] ?? '') !== null);

/** How many rows head a block: more than one where what follows the first still holds titles or units, and values come below. */
export function headRows(rows: readonly (readonly string[])[]): number {
  const hasValues = (row: readonly string[] | undefined) =>
    row?.slice(1).some((cell) => partsOfNumber(cell) !== null) === true;
  let count = 1;
  while (count < HIGHEST) {
    const row = rows[count];
    const below = rows[count + 1];
    if (!row || !below || !hasValues(below)) {
      // A level more may follow, under which values come at last.
      if (!row || !below || count + 1 >= HIGHEST || !hasValues(rows[count + 2])) break;
    }
    // A row of titles stands over values, or over more titles; what is missing is no title.
    if (row.slice(1).some((cell, at) => cell.trim() !== '' && !headsValues(rows, count, at + 1))) break;
    const rest = row.slice(1).filter((cell) => cell.trim() !== '');
    const arePeriodHeads = arePeriods(rest) && !looksLikeData(row[0] ?? '');
    const areTitles = rest.length > 0 && rest.every((cell) => !looksLikeData(cell)) && !looksLikeData(row[0] ?? '');
    const isBlankFirst = (row[0] ?? '').trim() === '';
    // A row of names is data, unless the table's first column has nothing there or it holds units.
    const isUpperSparse = rows.slice(0, count).some((head) => filledCount(head) < filledCount(row));
    if (!areUnits(row) && !(areTitles && (isBlankFirst || isUpperSparse)) && !(arePeriodHeads && isUpperSparse)) break;
    count++;
  }
  return count;
}

/** One row of titles from several: what an upper level says holds for the cells right of it until the next. */
export function joinHeads(rows: readonly (readonly string[])[]): string[] {
  const width = Math.max(...rows.map((row) => row.length));
  const levels = rows.map((row, level) => {
    const isUpper = level < rows.length - 1 && !areUnits(row);
    const isSparse = isUpper && filledCount(row) < width - 1;
    let last = '';
    return Array.from({ length: width }, (_, column) => {
      const cell = (row[column] ?? '').trim();
      if (cell !== '') last = cell;
      return cell !== '' || !isSparse || column === 0 ? cell : last;
    });
  });
  return Array.from({ length: width }, (_, column) => {
    let title = '';
    levels.forEach((level, at) => {
      const cell = level[column] ?? '';
      if (cell === '' || cell === title) return;
      const isUnit = at > 0 && areUnits(rows[at] ?? []);
      if (title === '') title = cell;
      else title = isUnit ? `${title} (${cell.replace(/^[([]|[)\]]$/g, '')})` : `${title} ${cell}`;
    });
    return title;
  });
}

/** The header cells after the first that are no totals. */
export function seriesPeriods(header: readonly string[]): string[] {
  return header.slice(1).filter((cell) => cell.trim() !== '' && !isTotalTitle(cell));
}
