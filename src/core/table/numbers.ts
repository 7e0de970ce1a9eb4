/**
 * Reading numbers as people write them: separators of several countries,
 * brackets or a trailing sign for negatives, currencies, units, flags and
 * powers. Which mark is the decimal one, and what the words after numbers mean,
 * is decided from a whole column, never from one cell.
 */
import { type NumberParts, partsOfNumber } from './number-text.ts';
import { digitsOnly, plainNumber } from './plain-number.ts';

export interface NumberStyle {
  decimal: '.' | ',';
  /** k, m and bn after a number multiply it; else they are its unit */
  magnitudes?: boolean | undefined;
  /** the word after a number that is its unit, null for none; any other word makes it no number, but for flags */
  unit: string | null;
}

const GROUPS = /['’\s]/g;

/** Powers of ten. */
const MAGNITUDES: Readonly<Record<string, number>> = {
  k: 3,
  K: 3,
  T: 3,
  tsd: 3,
  'tsd.': 3,
  'tys.': 3,
  m: 6,
  M: 6,
  mn: 6,
  mln: 6,
  mio: 6,
  'mio.': 6,
  Mio: 6,
  'Mio.': 6,
  bn: 9,
  B: 9,
  mrd: 9,
  'mrd.': 9,
  Mrd: 9,
  'Mrd.': 9,
};
/** The power of ten that a word such as "k" multiplies by, or undefined. */
export const magnitudeOf = (word: string): number | undefined =>
  Object.hasOwn(MAGNITUDES, word) ? MAGNITUDES[word] : undefined;

/** Letters that say something of a value (provisional, estimated, revised, broken series), as offices put them. */
const FLAG = /^\(?(?:p|e|r|b|u|f|s|n|d|c|z|est|prov|rev|pe|bp|be|ep)\.?\)?$/;
const isFlag = (word: string) => FLAG.test(word);

/** Digits with marks as a plain decimal number under a style; null when the groups are of other lengths. */
function plainDigits(digits: string, decimal: '.' | ','): string | null {
  const other = decimal === '.' ? ',' : '.';
  const parts = digits.split(decimal);
  if (parts.length > 2) return null;
  const [whole = '', fraction = ''] = parts;
  if (fraction && !/^\d+$/.test(fraction)) return null;
  const groups = whole.replace(GROUPS, other).split(other);
  if (groups.length > 1) {
    const [first = '', ...rest] = groups;
    const last = rest.at(-1) ?? '';
    // Thousands, or lakhs and crores: two figures a group but for the last.
    const areThousands = first.length >= 1 && first.length <= 3 && rest.every((group) => group.length === 3);
    const areLakhs =
      rest.length > 1 &&
      first.length >= 1 &&
      first.length <= 2 &&
      last.length === 3 &&
      rest.slice(0, -1).every((group) => group.length === 2);
    if (!areThousands && !areLakhs) return null;
  }
  const plain = groups.join('');
  if (!/^\d*$/.test(plain) || (plain === '' && fraction === '')) return null;
  return `${plain || '0'}.${fraction || '0'}`;
}

const CREDIT = /^cr\.?$/i;
const DEBIT = /^dr\.?$/i;

/** A number that someone types: with a comma before one or two decimals, or a point; null where it is none. */
export const numberTyped = (text: string): number | null =>
  readNumber(text, { decimal: /,\d{1,2}$/.test(text.trim()) ? ',' : '.', magnitudes: true, unit: null });

/** Reads one number under a style; null when the text is not a number. The value of "12.5 %" is 12.5. */
export function readNumber(text: string, style: NumberStyle): number | null {
  const plain = style.decimal === '.' ? plainNumber(text) : Number.NaN;
  if (!Number.isNaN(plain)) return plain;
  const parts = partsOfNumber(text);
  if (!parts) return null;
  const digits = plainDigits(parts.digits, style.decimal);
  if (digits === null) return null;
  const { word } = parts;
  /** power of ten that a word multiplies by */
  let power = 0;
  let isCredit = false;
  if (word !== null && word !== style.unit) {
    const magnitude = style.magnitudes ? magnitudeOf(word) : undefined;
    isCredit = CREDIT.test(word);
    if (magnitude !== undefined) power = magnitude;
    else if (!isCredit && word !== '%' && word !== '‰' && !DEBIT.test(word) && !isFlag(word)) return null;
  }
  // Read with its power as one decimal number, so that 1.1 million is 1100000 to the last digit.
  const size = Number(`${digits}e${power + parts.exponent}`);
  if (!Number.isFinite(size)) return null;
  const isNegative = parts.negative !== isCredit;
  return isNegative && size !== 0 ? -size : size;
}

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
}

const SIMPLE = /^-?(\d+)(?:\.(\d+))?$/;
const bump = (into: Map<string, number>, key: string) => into.set(key, (into.get(key) ?? 0) + 1);

/** Counts a whole number without a mark by its length. */
function countWhole(digits: string, into: Tally) {
  const count = digits === '0' ? 0 : digitsOnly(digits);
  if (count > 4) into.long++;
  else if (count === 4) into.four++;
  else if (count > 0) into.short++;
}

function tallyParts(parts: NumberParts, text: string, into: Tally) {
  into.numbers++;
  if (parts.currency) bump(into.currencies, parts.currency);
  if (parts.marks) bump(into.marks, parts.marks);
  if (parts.word) {
    const known = into.words.get(parts.word) ?? { count: 0, attached: 0, text };
    known.count++;
    if (parts.attached) known.attached++;
    into.words.set(parts.word, known);
  }
  const says = evidence(parts.digits);
  if (says === '.') into.dots++;
  else if (says === ',') into.commas++;
  else if (says) {
    into.unsure ??= text;
    into.unsureOfFour ||= /^\d[.,]/.test(parts.digits);
  } else countWhole(parts.digits, into);
}

/** Adds what one text says to a tally. */
function tally(text: string, into: Tally) {
  // Plain digits with at most one dot, the usual case, are told apart without looking for signs, units and separators.
  if (digitsOnly(text) > 0) {
    into.numbers++;
    countWhole(text, into);
    return;
  }
  const simple = SIMPLE.exec(text);
  if (simple) {
    into.numbers++;
    const [, whole = '', fraction] = simple;
    if (fraction === undefined) {
      countWhole(whole, into);
      return;
    }
    if (fraction.length === 3 && whole.length <= 3 && whole !== '0') {
      into.unsure ??= text;
      into.unsureOfFour ||= whole.length === 1;
    } else into.dots++;
    return;
  }
  const parts = partsOfNumber(text);
  if (parts) tallyParts(parts, text, into);
}

/** A column this long is first judged by a spread sample. */
const LONG = 4000;
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

/**
 * Decides from the texts of a column how its numbers are written; a long column
 * is read whole only when a sample of it decides nothing. Where every mark could
 * group thousands (1,234), whole numbers without one tell: a longer one shows that
 * thousands are not grouped, a short one beside commas that decimals are not
 * written. When they do not tell either, a comma is taken to group and a point
 * to mark decimals, and the finding says that it is unsure.
 */
export function findStyle(texts: readonly string[], title = ''): StyleFinding {
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
  };
  const step = Math.max(1, Math.floor(texts.length / LONG));
  for (let row = 0; row < texts.length; row += step) tally(texts[row] ?? '', into);
  if (step > 1 && into.dots + into.commas === 0) for (const text of texts) tally(text, into);
  const { dots, commas, short, four, long, unsure, unsureOfFour } = into;
  const { magnitudes, ...words } = wordsOf(into, title);
  const styled = (decimal: '.' | ','): NumberStyle => ({
    decimal,
    ...(magnitudes && { magnitudes }),
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
