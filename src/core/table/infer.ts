/**
 * Finding the kind of a column from its texts. What it may be is weighed in
 * this order: dates that the column bears out (./plausible.ts), codes, numbers,
 * texts with an order of their own, and other texts. What was assumed is said,
 * with the other reading; where nothing decides, the user is asked.
 */
import type { Cell } from './column.ts';
import { asDates, mixedDates, readDatesBy } from './infer-dates.ts';
import { asNumbers, numbersBy } from './infer-numbers.ts';
import type { Inferred, TextColumn } from './infer-texts.ts';
import type { Speaks } from './marks.ts';
import { isMissing } from './missing.ts';
import { areOrdered } from './ordered.ts';
import { digitsOnly } from './plain-number.ts';
import type { ColumnReading, Finding } from './reading.ts';
import { mapTexts, repeatsOf, textsThat } from './repeats.ts';

/** What the rest of a table, its format, or its user says about how a column is written. */
export interface Known {
  /** what the user chose for this column */
  chosen?: ColumnReading | undefined;
  /** the order of day and month that other columns show */
  slashed?: string | undefined;
  /** the format says that all of it is numbers */
  typed?: boolean | undefined;
  /** the decimal mark that the format or other columns show */
  decimal?: '.' | ',' | undefined;
  /** what else of the table tells of its marks */
  speaks?: Speaks | undefined;
}

function asText(column: TextColumn, filled: readonly string[], findings: Finding[], ordered?: boolean): Inferred {
  const cells = mapTexts(column.texts, (text): Cell => (text.trim() === '' ? null : text));
  const { key, title } = column;
  const found = ordered ?? areOrdered(repeatsOf(filled).texts);
  if (ordered === undefined && found)
    findings.push({
      column: key,
      text: `${title}: categories with an order of their own, “${filled[0]}” to “${filled.at(-1)}”.`,
      others: [{ say: 'They have no order', reading: { columns: { [key]: { as: 'text', ordered: false } } } }],
    });
  return { column: { key, title, kind: 'text', ordered: found, cells }, findings };
}

function asChosen(column: TextColumn, chosen: ColumnReading, filled: readonly string[]): Inferred {
  // What its user says of one column tells of the others, too.
  if (chosen.as === 'date') return { ...readDatesBy(column, chosen.shape), decided: chosen.shape };
  if (chosen.as === 'number') return { ...numbersBy(column, filled, chosen), decided: chosen.decimal };
  return asText(column, filled, [], chosen.ordered);
}

/** Digits that begin with zeros are codes, which would lose them as numbers. */
function asCodes(column: TextColumn, filled: readonly string[]): Inferred | null {
  let example: string | undefined;
  for (const text of repeatsOf(filled).texts) {
    const code = text.trim();
    if (digitsOnly(code) === 0) return null;
    if (code.length > 1 && code.startsWith('0')) example ??= code;
  }
  if (example === undefined) return null;
  const { key, title } = column;
  const finding: Finding = {
    column: key,
    text: `${title}: kept as codes, since “${example}” would lose its zeros as a number.`,
    others: [{ say: 'Read them as numbers', reading: { columns: { [key]: { as: 'number', decimal: '.' } } } }],
  };
  return asText(column, filled, [finding]);
}

/**
 * Finds the kind of a column from its texts and reads them. `first` is true for
 * the first column, where rising years are an axis and not a measure.
 */
export function inferColumn(column: TextColumn, first: boolean, known: Known = {}): Inferred {
  const filled = textsThat(column.texts, (text) => !isMissing(text));
  if (known.chosen) return asChosen(column, known.chosen, filled);
  if (filled.length === 0) return asText(column, filled, []);
  const typed = known.typed === true;
  const dates = asDates(column, filled, { first, slashed: known.slashed, typed });
  if (dates) return dates;
  const codes = typed ? null : asCodes(column, filled);
  if (codes) return codes;
  const numbers = asNumbers(column, filled, known);
  if (numbers.read) return numbers.read;
  return asText(column, filled, [...numbers.why, ...mixedDates(column, filled)]);
}
