/** Rows as delimited text (RFC 4180), for other programs. */
import Papa from 'papaparse';

export type CsvCell = string | number | null;

/**
 * What a spreadsheet would take for a formula: OWASP's list (CSV injection) of
 * first letters, with their wide forms, after any blanks that it would drop.
 */
const FORMULA = /^\s*[=+\-@\t\r\n\uff1d\uff0b\uff0d\uff20]/;

/** A number in full, without what a calculation left behind its fifteenth digit; null for what is no number. */
export const plainNumber = (value: number | null | undefined): CsvCell =>
  value === undefined || value === null || !Number.isFinite(value) ? null : Number(value.toPrecision(15));

/**
 * Writes rows as delimited text. Texts that a spreadsheet would take for a
 * formula get an apostrophe before them, unless the text is to be `exact`.
 */
export const csvOf = (rows: readonly (readonly CsvCell[])[], exact: boolean): string =>
  `${Papa.unparse(rows as CsvCell[][], { escapeFormulae: exact ? false : FORMULA, newline: '\r\n' })}\r\n`;
