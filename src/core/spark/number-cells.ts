/** Columns of numbers in print: written alike, so that they align on their decimal marks. */
import type { Locale } from '../text/locale.ts';
import { decimalsOfValues, formatBeside, formatNumber, missingSign } from '../text/number.ts';

/** Numbers of all records as they are printed. */
export interface NumberCells {
  /** NaN where there is none */
  values: Float64Array;
  texts: string[];
  /** what follows a number: its unit or its period; null where nothing does */
  asides: string[] | null;
  /** the unit that all rows share, which the header says */
  unit: string | null;
}

interface Writing {
  /** null for as many as the values need */
  decimals: number | null;
  /** whether what is above zero has a plus sign */
  signed: boolean;
  /** whether values are shares to be written in percent */
  percent: boolean;
  /** unit of each record; null for those without */
  unitOf(record: number): string | null;
  /** how many records are no sums; the numbers of these say how many decimals there are */
  own: number;
  /** what else stands behind a number, such as its period */
  asideOf?(record: number): string;
}

/** Writes numbers of all records; those in one unit have the same decimals. */
export function numberCells(values: Float64Array, writing: Writing, locale: Locale): NumberCells {
  const { signed, percent, own, unitOf, asideOf } = writing;
  const byUnit = new Map<string | null, number[]>();
  values.forEach((value, record) => {
    if (Number.isNaN(value)) return;
    const unit = unitOf(record);
    const known = byUnit.get(unit);
    if (known) known.push(value);
    else byUnit.set(unit, [value]);
  });
  // A sum many times as large as its parts must not take theirs away.
  const decimalsOfUnit = (unit: string | null) => {
    const parts = [...values.subarray(0, own)].filter(
      (value, record) => !Number.isNaN(value) && unitOf(record) === unit,
    );
    return decimalsOfValues(parts.length > 0 ? parts : (byUnit.get(unit) ?? []), locale.decimals ?? null);
  };
  const decimalsOf = new Map(
    [...byUnit.keys()].map((unit) => [unit, writing.decimals ?? (percent ? 1 : decimalsOfUnit(unit))]),
  );
  const isMixed = byUnit.size > 1;
  const texts = Array.from(values, (value, record) => {
    if (Number.isNaN(value)) return missingSign(locale);
    const decimals = decimalsOf.get(unitOf(record)) ?? 0;
    const shown = percent ? value * 100 : value;
    // A change of nearly nothing is none; a value of nearly nothing is one.
    const number = percent || signed ? formatNumber(shown, decimals, locale) : formatBeside(shown, decimals, locale);
    // What rounds to zero has no sign.
    const sign = signed && value > 0 && /[1-9]/.test(number) ? '+' : '';
    return `${sign}${number}${percent ? `${locale.beforePercent}%` : ''}`;
  });
  const hasAsides = (isMixed && !percent) || asideOf !== undefined;
  const asides = hasAsides
    ? Array.from(values, (value, record) => {
        if (Number.isNaN(value)) return '';
        const unit = isMixed && !percent ? (unitOf(record) ?? '') : '';
        return [unit, asideOf?.(record) ?? ''].filter(Boolean).join(', ');
      })
    : null;
  const [unit = null] = isMixed || percent ? [] : byUnit.keys();
  return { values, texts, asides, unit };
}

/** The part of a written number from its decimal mark on: what stands to the right of where numbers align. */
export function tailOf(text: string, locale: Locale): string {
  const mark = text.lastIndexOf(locale.decimal);
  if (mark >= 0) return text.slice(mark);
  return /\d/.test(text) ? text.slice(text.search(/\d(?!.*\d)/) + 1) : '';
}
