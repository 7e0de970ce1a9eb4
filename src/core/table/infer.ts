import type { Cell } from './column.ts';
import { areOrdered } from './dates.ts';
import { asDates, mixedDates, readDatesBy } from './infer-dates.ts';
import { countRead, type Inferred, isEnough, readAll, sampleOf, type TextColumn } from './infer-texts.ts';
import { findStyle, isMissing, readNumber } from './numbers.ts';
import type { ColumnReading, Finding } from './reading.ts';
import { readTitle } from './titles.ts';

/** What the rest of a table, or its user, says about how a column is written. */
export interface Known {
  /** what the user chose for this column */
  chosen?: ColumnReading | undefined;
  /** the order of day and month that other columns show */
  slashed?: string | undefined;
  /** the decimal mark that the format or other columns show */
  decimal?: '.' | ',' | undefined;
}

function numbersBy(
  column: TextColumn,
  decimal: '.' | ',',
  unit: string | null,
  findings: Finding[],
): Inferred & { unread: number } {
  const { cells, unread } = readAll(column.texts, (text) => readNumber(text, { decimal }));
  const whole = cells.every((cell) => typeof cell !== 'number' || Number.isInteger(cell));
  const { key, title } = column;
  return {
    column: {
      key,
      title,
      kind: 'number',
      unit: readTitle(title).unit ?? unit,
      whole,
      total: false,
      ...(decimal === ',' ? { decimal } : {}),
      cells,
    },
    findings,
    unread,
  };
}

const markName = { '.': 'a point', ',': 'a comma' } as const;

function asNumbers(column: TextColumn, filled: readonly string[], known: Known): Inferred | null {
  const sample = sampleOf(filled);
  const { style: sampled } = findStyle(sample);
  const either = (text: string) => readNumber(text, sampled) ?? readNumber(text, { decimal: ',' });
  if (!isEnough(sample.length - countRead(sample, either), sample.length)) return null;
  const { style, unsure, unit, certain } = findStyle(filled);
  const decimal = unsure && known.decimal ? known.decimal : style.decimal;
  const { key, title } = column;
  const findings: Finding[] = [];
  if (unsure) {
    const readings = (['.', ','] as const).map((mark) => ({
      mark,
      value: readNumber(unsure, { decimal: mark }),
      reading: { columns: { [key]: { as: 'number' as const, decimal: mark } } },
    }));
    if (known.decimal)
      findings.push({
        column: key,
        text: `${title}: “${unsure}” was read with ${markName[decimal]} as the decimal mark, as elsewhere in the table.`,
        others: readings
          .filter(({ mark }) => mark !== decimal)
          .map(({ value, reading }) => ({ say: `Read it as ${value}`, reading })),
      });
    else
      findings.push({
        column: key,
        asks: true,
        text: `${title}: is “${unsure}” ${readings.map(({ value }) => value).join(' or ')}? Nothing in the table decides.`,
        others: readings.map(({ value, reading }) => ({ say: `It is ${value}`, reading })),
      });
  }
  const read = numbersBy(column, decimal, unit, findings);
  if (!isEnough(read.unread, filled.length)) return null;
  return certain ? { ...read, decided: decimal } : read;
}

function asText(column: TextColumn, filled: readonly string[], findings: Finding[], ordered?: boolean): Inferred {
  const cells = column.texts.map((text): Cell => (text.trim() === '' ? null : text));
  const { key, title } = column;
  const found = ordered ?? areOrdered(filled);
  if (ordered === undefined && found)
    findings.push({
      column: key,
      text: `${title}: categories in an order of their own, “${filled[0]}” to “${filled.at(-1)}”.`,
      others: [{ say: 'They have no order', reading: { columns: { [key]: { as: 'text', ordered: false } } } }],
    });
  return { column: { key, title, kind: 'text', ordered: found, cells }, findings };
}

function asChosen(column: TextColumn, chosen: ColumnReading, filled: readonly string[]): Inferred {
  // What its user says of one column tells of the others, too.
  if (chosen.as === 'date') return { ...readDatesBy(column, chosen.shape), decided: chosen.shape };
  if (chosen.as === 'number')
    return { ...numbersBy(column, chosen.decimal, findStyle(filled).unit, []), decided: chosen.decimal };
  return asText(column, filled, [], chosen.ordered);
}

/**
 * Finds the kind of a column from its texts and reads them: dates when one
 * shape reads nearly all, then numbers, else text. `first` is true for the
 * first column, where rising years are an axis and not a measure.
 */
export function inferColumn(column: TextColumn, first: boolean, known: Known = {}): Inferred {
  const filled = column.texts.filter((text) => !isMissing(text));
  if (known.chosen) return asChosen(column, known.chosen, filled);
  const typed =
    filled.length > 0 ? (asDates(column, filled, first, known.slashed) ?? asNumbers(column, filled, known)) : null;
  return typed ?? asText(column, filled, mixedDates(column, filled));
}
