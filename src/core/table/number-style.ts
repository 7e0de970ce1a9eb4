/** Finding from all texts of a column how its numbers are written: the decimal mark, and what the words beside them mean. */

import { sampleOf } from './infer-texts.ts';
import { type Lengths, lengthReader, lengthsAmong } from './lengths.ts';
import { magnitudeOf } from './magnitudes.ts';
import { flagBefore, isFlag, type NumberParts, partsOfNumber } from './number-text.ts';
import { CREDIT, DEBIT, type NumberStyle } from './numbers.ts';
import { digitsOnly } from './plain-number.ts';
import { forEachText, repeatsOf } from './repeats.ts';
import { readTitle } from './titles.ts';

/** What one cell says of the decimal mark: it must be this one, it may be either, or it says nothing. */
function evidence(digits: string): '.' | ',' | 'either.' | 'either,' | null {
  const dot = digits.lastIndexOf('.');
  const comma = digits.lastIndexOf(',');
  if (dot < 0 && comma < 0) return null;
  if (dot >= 0 && comma >= 0) return dot > comma ? '.' : ',';
  const mark = dot >= 0 ? '.' : ',';
  const other = mark === '.' ? ',' : '.';
  const parts = digits.split(mark);
  if (parts.length > 2) return other;
  const [whole = '', fraction = ''] = parts;
  // Where blanks part the thousands, the other mark is the decimal one.
  const isGrouped = /[\s'’]/.test(whole);
  const couldGroup =
    !isGrouped && fraction.length === 3 && whole.length >= 1 && whole.length <= 3 && !whole.startsWith('0');
  return couldGroup ? `either${mark}` : mark;
}

export interface StyleFinding {
  style: NumberStyle;
  /** an example that reads differently under the other mark, when nothing in the column decides */
  unsure: string | null;
  /** the unit or currency that every number with one carries */
  unit: string | null;
  /** units or currencies where there are several */
  units: string[];
  /** a letter that may multiply or may be the unit, with an example; `open` where the column does not say which */
  letter: { word: string; text: string; open: boolean } | null;
  /** flags that stand at some of the numbers, and at how many */
  flags: ReadonlyMap<string, number>;
  /** true when some text can be read in one way only */
  certain: boolean;
  /** credits and debits are told by letters */
  ledger: boolean;
  /** an example of numbers from 0 to 1 that stand without a sign beside others per cent */
  share: string | null;
  /** lengths of time that are written in parts */
  lengths: Lengths | null;
}

interface Tally {
  numbers: number;
  dots: number;
  commas: number;
  /** whole numbers without a mark: of up to three digits, of four, and longer */
  short: number;
  four: number;
  long: number;
  unsure: string | null;
  /** such a text with one digit before its mark, as in 1,234 */
  unsureOfFour: boolean;
  currencies: Map<string, number>;
  /** words after numbers: at how many, at how many of them without a blank, and an example */
  words: Map<string, { count: number; attached: number; text: string }>;
  marks: Map<string, number>;
  /** flags before numbers, which are no numbers where most of the column is written so */
  before: Map<string, number>;
}

const SIMPLE = /^-?(\d+)(?:\.(\d+))?$/;
const bump = (into: Map<string, number>, key: string, rows: number) => into.set(key, (into.get(key) ?? 0) + rows);

/** Counts a whole number without a mark by its length. */
function countWhole(digits: string, rows: number, into: Tally) {
  const count = digits === '0' ? 0 : digitsOnly(digits);
  if (count > 4) into.long += rows;
  else if (count === 4) into.four += rows;
  else if (count > 0) into.short += rows;
}

function tallyParts(parts: NumberParts, text: string, rows: number, into: Tally) {
  into.numbers += rows;
  if (parts.currency) bump(into.currencies, parts.currency, rows);
  if (parts.marks) bump(into.marks, parts.marks, rows);
  if (parts.about) bump(into.marks, parts.about, rows);
  if (parts.word) {
    const known = into.words.get(parts.word) ?? { count: 0, attached: 0, text };
    known.count += rows;
    if (parts.attached) known.attached += rows;
    into.words.set(parts.word, known);
  }
  const says = evidence(parts.digits);
  if (says === '.') into.dots += rows;
  else if (says === ',') into.commas += rows;
  else if (says) {
    into.unsure ??= text;
    into.unsureOfFour ||= /^\d[.,]/.test(parts.digits);
  } else countWhole(parts.digits, rows, into);
}

/** Adds what the text of some rows says to a tally. */
function tally(text: string, rows: number, into: Tally) {
  // Plain digits with at most one dot, the usual case, are told apart without looking for signs, units and separators.
  if (digitsOnly(text) > 0) {
    into.numbers += rows;
    countWhole(text, rows, into);
    return;
  }
  const simple = SIMPLE.exec(text);
  if (simple) {
    into.numbers += rows;
    const [, whole = '', fraction] = simple;
    if (fraction === undefined) {
      countWhole(whole, rows, into);
      return;
    }
    if (fraction.length === 3 && whole.length <= 3 && whole !== '0') {
      into.unsure ??= text;
      into.unsureOfFour ||= whole.length === 1;
    } else into.dots += rows;
    return;
  }
  const parts = partsOfNumber(text);
  if (parts) return tallyParts(parts, text, rows, into);
  const flagged = flagBefore(text);
  if (flagged) bump(into.before, flagged.flag, rows);
}

/** A word that may be a flag is the unit of a column only at this share of its numbers. */
const MOSTLY = 0.9;

type Words = Pick<StyleFinding, 'unit' | 'units' | 'letter' | 'flags' | 'ledger'> & { magnitudes: boolean };

/** What the words after numbers mean: a unit, flags, letters that multiply, credits and debits. */
function wordsOf({ numbers, currencies, words, marks }: Tally, title: string): Words {
  const flags = new Map(marks);
  const units: string[] = [...currencies.keys()];
  const letters: [string, { count: number; attached: number; text: string }][] = [];
  let ledger = false;
  let flagged = 0;
  for (const [word, { count }] of words) if (isFlag(word) && magnitudeOf(word) === undefined) flagged += count;
  for (const [word, seen] of words) {
    if (CREDIT.test(word) || DEBIT.test(word)) ledger = true;
    else if (magnitudeOf(word) !== undefined) letters.push([word, seen]);
    else if (isFlag(word) && flagged < MOSTLY * numbers) flags.set(word, seen.count);
    // A word at a few of the numbers is none that is known; those are not read.
    else if (seen.count >= 0.1 * numbers) units.push(word);
  }
  const [only] = letters;
  // Several letters, or a currency before them, say that they multiply; so do long words, and a title that speaks of the size.
  const isSized = /thousand|million|billion|\bmio\b|\bmrd\b|tausend|millier|miles|tys/i.test(title);
  const multiply = letters.length > 1 || currencies.size > 0 || isSized || (only !== undefined && only[0].length > 1);
  if (only && !multiply) {
    const [word, { count, attached, text }] = only;
    // One letter at all of the numbers is their unit; one at a few of them, right at the figures, multiplies those.
    const isAll = count >= numbers;
    // “12k” at all of them, or “12 k” at some, may mean either.
    const letter = { word, text, open: isAll ? attached === count : attached < count };
    return isAll
      ? { magnitudes: false, unit: word, units: [word], letter, flags, ledger }
      : { magnitudes: true, unit: null, units, letter, flags, ledger };
  }
  const [unit = null] = units.length === 1 ? units : [];
  return { magnitudes: letters.length > 0, unit, units, letter: null, flags, ledger };
}

const styleOfLengths = (lengths: Lengths): StyleFinding => ({
  style: { decimal: '.', unit: lengths.unit, lengthOf: lengthReader(lengths.unit, lengths.clock) },
  unsure: null,
  unit: lengths.unit,
  units: [lengths.unit],
  letter: null,
  flags: new Map(),
  certain: false,
  ledger: false,
  share: null,
  lengths,
});

/** The first of numbers from 0 to 1 that stand without a sign beside others per cent, all of which are above one. */
function shareAmong(texts: readonly string[], { words }: Tally): string | null {
  if (!words.has('%')) return null;
  let share: string | null = null;
  for (const text of texts) {
    const parts = partsOfNumber(text);
    if (!parts) continue;
    const size = Number(parts.digits.replace(',', '.'));
    if (parts.word === '%' ? size !== 0 && size <= 1 : size > 1) return null;
    if (parts.word === null && size > 0 && size < 1) share ??= text;
  }
  return share;
}

/** Letters before numbers are flags where fewer than half of them have one; else they are part of codes. */
function areFlagsBefore({ before, numbers }: Tally): boolean {
  const flagged = [...before.values()].reduce((sum, rows) => sum + rows, 0);
  return flagged > 0 && flagged < numbers;
}

/**
 * Decides from all texts of a column how its numbers are written. Where every mark could
 * group thousands (1,234), whole numbers without one tell: a longer one shows that
 * thousands are not grouped, a short one beside commas that decimals are not
 * written. When they do not tell either, a comma is taken to group and a point
 * to mark decimals, and the finding says that it is unsure.
 */
export function findStyle(texts: readonly string[], title = ''): StyleFinding {
  const sample = sampleOf(texts);
  const lengths = sample.some((text) => /\d\s?[\p{L}:]/u.test(text))
    ? lengthsAmong(sample, title, readTitle(title).unit)
    : null;
  if (lengths) return styleOfLengths(lengths);
  const into: Tally = {
    numbers: 0,
    dots: 0,
    commas: 0,
    short: 0,
    four: 0,
    long: 0,
    unsure: null,
    unsureOfFour: false,
    currencies: new Map(),
    words: new Map(),
    marks: new Map(),
    before: new Map(),
  };
  // All of them: what is said of flags and units is how many there are, and one number tells what others do not.
  forEachText(texts, (text, rows) => tally(text, rows, into));
  const { dots, commas, short, four, long, unsure, unsureOfFour } = into;
  const flagsBefore = areFlagsBefore(into);
  if (flagsBefore) for (const [flag, rows] of into.before) bump(into.marks, flag, rows);
  const { magnitudes, ...meant } = wordsOf(into, title);
  const words = { ...meant, share: shareAmong(repeatsOf(texts).texts, into), lengths: null };
  const styled = (decimal: '.' | ','): NumberStyle => ({
    decimal,
    ...(magnitudes && { magnitudes }),
    ...(flagsBefore && { flagsBefore }),
    unit: words.units.find((word) => !into.currencies.has(word)) ?? null,
  });
  if (dots + commas > 0 || unsure === null)
    return { ...words, style: styled(commas > dots ? ',' : '.'), unsure: null, certain: dots + commas > 0 };
  const mark = unsure.includes(',') ? ',' : '.';
  // Some write 1234 beside 12.345: only longer ones, or 1234 beside 1.234, show that thousands are not grouped.
  if (long > 0 || (four > 0 && unsureOfFour)) return { ...words, style: styled(mark), unsure: null, certain: true };
  // Programs drop the zeros of 5.000, so a short number beside points shows nothing.
  if (short > 0 && mark === ',') return { ...words, style: styled('.'), unsure: null, certain: true };
  return { ...words, style: styled('.'), unsure, certain: false };
}
