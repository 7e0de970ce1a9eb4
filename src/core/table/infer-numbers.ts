/** Telling columns of numbers from their texts, and saying what was assumed of their marks and words. */
import type { Column } from './column.ts';
import { countRead, type Inferred, isEnough, readAll, sampleOf, type TextColumn } from './infer-texts.ts';
import { isErrorCell } from './number-text.ts';
import { findStyle, magnitudeOf, type NumberStyle, readNumber, type StyleFinding } from './numbers.ts';
import type { ColumnReading, Finding } from './reading.ts';
import { readTitle } from './titles.ts';
import { listed } from './words.ts';

type NumberReading = Extract<ColumnReading, { as: 'number' }>;

const readAs = (key: string, reading: NumberReading) => ({ columns: { [key]: reading } });

/** The column read in a style. */
function readBy(column: TextColumn, style: NumberStyle, unit: string | null): Inferred & { unread: number } {
  const { cells, unread } = readAll(column.texts, (text) => readNumber(text, style));
  const { key, title } = column;
  const made: Column = {
    key,
    title,
    kind: 'number',
    unit: readTitle(title).unit ?? unit,
    whole: cells.every((cell) => typeof cell !== 'number' || Number.isInteger(cell)),
    total: false,
    ...(style.decimal === ',' ? { decimal: style.decimal } : {}),
    cells,
  };
  return { column: made, findings: [], unread };
}

/** The column read as its user chose; what does not fit stays as typed. */
export function numbersBy(column: TextColumn, filled: readonly string[], chosen: NumberReading): Inferred {
  const { style, unit } = findStyle(filled, column.title);
  const magnitudes = chosen.magnitudes ?? style.magnitudes;
  const isUnit = unit !== null && !(magnitudes && magnitudeOf(unit) !== undefined);
  const read = readBy(
    column,
    { decimal: chosen.decimal, magnitudes, unit: isUnit ? style.unit : null },
    isUnit ? unit : null,
  );
  return { column: read.column, findings: [] };
}

const MARK_NAMES = { '.': 'a point', ',': 'a comma' } as const;

/** What is said of the decimal mark where the column does not show it. */
function markFinding(column: TextColumn, { unsure, style }: StyleFinding, known: '.' | ',' | undefined): Finding[] {
  const { key, title } = column;
  if (!unsure) return [];
  const readings = (['.', ','] as const).map((mark) => ({
    mark,
    value: readNumber(unsure, { ...style, decimal: mark }),
    reading: readAs(key, { as: 'number', decimal: mark }),
  }));
  if (known)
    return [
      {
        column: key,
        text: `${title}: “${unsure}” was read with ${MARK_NAMES[known]} as the decimal mark, as elsewhere in the table.`,
        others: readings
          .filter(({ mark }) => mark !== known)
          .map(({ value, reading }) => ({ say: `Read it as ${value}`, reading })),
      },
    ];
  return [
    {
      column: key,
      asks: true,
      text: `${title}: is “${unsure}” ${readings.map(({ value }) => value).join(' or ')}? Nothing in the table decides.`,
      others: readings.map(({ value, reading }) => ({ say: `It is ${value}`, reading })),
    },
  ];
}

/** What is said of a letter after numbers, which multiplies them or is their unit. */
function letterFinding(column: TextColumn, { letter, style }: StyleFinding): Finding[] {
  if (!letter) return [];
  const { key, title } = column;
  const { word, text, open } = letter;
  const readings = [false, true].map((magnitudes) => ({
    magnitudes,
    value: readNumber(text, { ...style, magnitudes, unit: magnitudes ? null : word }),
    reading: readAs(key, { as: 'number', decimal: style.decimal, magnitudes }),
  }));
  const say = (magnitudes: boolean, value: number | null) => (magnitudes ? `${value}` : `${value} in ${word}`);
  const said = readings.map(({ magnitudes, value }) => say(magnitudes, value));
  if (open)
    return [
      {
        column: key,
        asks: true,
        text: `${title}: is “${text}” ${said.join(' or ')}? Nothing in the column decides.`,
        others: readings.map(({ reading }, index) => ({ say: `It is ${said[index]}`, reading })),
      },
    ];
  const multiplies = style.magnitudes === true;
  return [
    {
      column: key,
      text: `${title}: “${text}” was read as ${said[multiplies ? 1 : 0]}.`,
      others: readings
        .filter(({ magnitudes }) => magnitudes !== multiplies)
        .map(({ magnitudes, value, reading }) => ({ say: `Read it as ${say(magnitudes, value)}`, reading })),
    },
  ];
}

/** What is said of units, flags, credits and errors beside numbers. */
function wordFindings(column: TextColumn, { cells }: Column, { units, flags, ledger }: StyleFinding): Finding[] {
  const { key, title } = column;
  const findings: Finding[] = [];
  const say = (text: string) => findings.push({ column: key, text: `${title}: ${text}` });
  const plain = [{ say: 'Keep it as text', reading: { columns: { [key]: { as: 'text' as const } } } }];
  if (units.length > 1)
    findings.push({
      column: key,
      text: `${title}: values are in ${listed(units.map((unit) => `“${unit}”`))}; they were read as numbers without a unit.`,
      others: plain,
    });
  if (flags.size > 0) {
    const named = [...flags].map(([flag, count]) => `“${flag}” at ${count} ${count === 1 ? 'value' : 'values'}`);
    say(`${listed(named)} ${flags.size === 1 ? 'is a flag' : 'are flags'} and no part of the numbers.`);
  }
  if (ledger) say('credits (CR) count below zero, debits (DR) above it.');
  const errors = column.texts.filter((text, row) => cells[row] === null && isErrorCell(text));
  if (errors.length > 0)
    say(
      `${errors.length} ${errors.length === 1 ? 'cell holds an error' : 'cells hold errors'} of the spreadsheet (${listed([...new Set(errors.map((text) => text.trim()))])}) and ${errors.length === 1 ? 'counts' : 'count'} as missing.`,
    );
  return findings;
}

const DECIMALS = /^-?\d+\.(\d+)$/;

/** Where 1.9 stands beside 1.10, these may be numbered and no numbers: the zero would be lost. */
function zeroFinding(column: TextColumn, filled: readonly string[]): Finding[] {
  let least = Infinity;
  let zero: { text: string; decimals: number } | undefined;
  for (const text of filled.slice(0, SHORT)) {
    const decimals = DECIMALS.exec(text)?.[1] ?? '';
    if (decimals === '') continue;
    least = Math.min(least, decimals.length);
    if (decimals.endsWith('0') && decimals.length > (zero?.decimals ?? 0)) zero = { text, decimals: decimals.length };
  }
  if (!zero || zero.decimals <= least) return [];
  const { key, title } = column;
  return [
    {
      column: key,
      text: `${title}: “${zero.text}” was read as ${Number(zero.text)}, the same as without its zero.`,
      others: [{ say: 'Keep it as text', reading: { columns: { [key]: { as: 'text' } } } }],
    },
  ];
}

/** As many texts from the first on are looked at for lost zeros. */
const SHORT = 2000;

/** Units of different kinds, which cannot stand in one column of numbers. */
function mixedUnits(column: TextColumn, { units, style }: StyleFinding): Finding[] {
  const words = units.filter((unit) => unit.length > 0);
  if (words.length < 2 || style.unit === null) return [];
  return [
    {
      column: column.key,
      text: `${column.title}: numbers with several units (${listed(words.map((unit) => `“${unit}”`))}), so the column was kept as text.`,
      others: [{ say: 'Read them as numbers', reading: readAs(column.key, { as: 'number', decimal: style.decimal }) }],
    },
  ];
}

/**
 * Numbers when nearly all of the texts can be read in one style. Where they
 * cannot, `why` holds what there is to say of it. `known` is the decimal mark
 * that the format or other columns show.
 */
export function asNumbers(
  column: TextColumn,
  filled: readonly string[],
  known: '.' | ',' | undefined,
): { read: Inferred | null; why: Finding[] } {
  const sample = sampleOf(filled);
  const { style: sampled } = findStyle(sample, column.title);
  const either = (text: string) => readNumber(text, sampled) ?? readNumber(text, { ...sampled, decimal: ',' });
  const isLikely = isEnough(sample.length - countRead(sample, either), sample.length);
  const found = findStyle(isLikely ? filled : sample, column.title);
  const mixed = mixedUnits(column, found);
  if (!isLikely || mixed.length > 0) return { read: null, why: mixed };
  const { style, unsure, unit, certain } = found;
  const decimal = unsure && known ? known : style.decimal;
  const read = readBy(column, { ...style, decimal }, unit);
  if (!isEnough(read.unread, filled.length)) return { read: null, why: [] };
  const findings = [
    ...markFinding(column, found, known),
    ...letterFinding(column, found),
    ...wordFindings(column, read.column, found),
    ...zeroFinding(column, filled),
  ];
  return { read: { column: read.column, findings, ...(certain && { decided: decimal }) }, why: [] };
}
