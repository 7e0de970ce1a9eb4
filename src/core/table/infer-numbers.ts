/** Telling columns of numbers from their texts. */
import type { Column } from './column.ts';
import type { Known } from './infer.ts';
import { countRead, type Inferred, isEnough, readAll, sampleOf, type TextColumn } from './infer-texts.ts';
import { lengthReader } from './lengths.ts';
import { magnitudeOf } from './magnitudes.ts';
import { markBySpeech } from './marks.ts';
import { numberFindings, readAs } from './number-findings.ts';
import { findStyle, type StyleFinding } from './number-style.ts';
import { isBound } from './number-text.ts';
import { type NumberStyle, readNumber } from './numbers.ts';
import type { Finding, NumberReading } from './reading.ts';
import { someText, textsThat } from './repeats.ts';
import { readTitle, unitBeside } from './titles.ts';
import { listed } from './words.ts';

/** Whether whole numbers of three figures stand among them. */
const hasThreeFigures = (texts: readonly string[]) => someText(texts, (text) => /^\s*[1-9]\d\d\s*$/.test(text));

/** The column read in a style; `none` is the number that stands for no value. */
function readBy(
  column: TextColumn,
  style: NumberStyle,
  unit: string | null,
  { none, isClock }: { none?: number | null | undefined; isClock: boolean },
): Inferred & { unread: number } {
  const { cells: read, unread } = readAll(column.texts, (text) => readNumber(text, style));
  const cells = none == null ? read : read.map((cell) => (cell === none ? null : cell));
  const { key, title } = column;
  const beside = unitBeside(title);
  const stated = readTitle(title).unit ?? beside?.unit ?? null;
  const made: Column = {
    key,
    title: beside?.name ?? title,
    kind: 'number',
    // A title's “h:mm” says how lengths were written, and not what they are read in.
    unit: isClock || stated === null ? unit : stated,
    whole: cells.every((cell) => typeof cell !== 'number' || Number.isInteger(cell)),
    total: false,
    ...(style.decimal === ',' ? { decimal: style.decimal } : {}),
    cells,
  };
  return { column: made, findings: [], unread };
}

/** The column read as its user chose; what does not fit stays as typed. */
export function numbersBy(column: TextColumn, filled: readonly string[], chosen: NumberReading): Inferred {
  const { style, unit, lengths } = findStyle(filled, column.title);
  const { decimal, magnitudes = style.magnitudes, shares, credits, none } = chosen;
  const isUnit = unit !== null && !(magnitudes && magnitudeOf(unit) !== undefined);
  if (lengths) {
    const clock = chosen.clock ?? lengths.clock;
    const own = lengths.open ? (clock === 'm:s' ? 's' : 'min') : lengths.unit;
    const timed = { decimal, unit: own, lengthOf: lengthReader(own, clock) };
    return { column: readBy(column, timed, own, { none, isClock: clock !== undefined }).column, findings: [] };
  }
  const read = readBy(
    column,
    { decimal, magnitudes, shares, credits, unit: isUnit ? style.unit : null, flagsBefore: style.flagsBefore },
    isUnit ? unit : null,
    { none, isClock: false },
  );
  return { column: read.column, findings: [] };
}

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
  { decimal: shown, speaks }: Pick<Known, 'decimal' | 'speaks'>,
): { read: Inferred | null; why: Finding[] } {
  const plain = textsThat(filled, (text) => !isBound(text));
  const bounds = filled.length - plain.length;
  // What is only a limit tells nothing of how the others are written, as long as there are others.
  if (plain.length < bounds || plain.length === 0) return { read: null, why: [] };
  const sample = sampleOf(plain);
  const { style: sampled } = findStyle(sample, column.title);
  const either = (text: string) => readNumber(text, sampled) ?? readNumber(text, { ...sampled, decimal: ',' });
  const isLikely = isEnough(sample.length - countRead(sample, either), sample.length);
  const found = findStyle(isLikely ? plain : sample, column.title);
  const mixed = mixedUnits(column, found);
  if (!isLikely || mixed.length > 0) return { read: null, why: mixed };
  const { style, unsure, unit, certain } = found;
  const spoken = unsure && speaks ? markBySpeech(unsure, speaks) : undefined;
  const decimal = unsure ? (shown ?? spoken ?? style.decimal) : style.decimal;
  const known = { shown, spoken, thousands: speaks?.thousands === true || hasThreeFigures(plain) };
  const read = readBy(column, { ...style, decimal }, unit, { isClock: found.lengths?.clock !== undefined });
  if (!isEnough(read.unread - bounds, plain.length)) return { read: null, why: [] };
  const findings = numberFindings(column, read.column, found, { known, filled });
  return { read: { column: read.column, findings, ...(certain && { decided: decimal }) }, why: [] };
}
