/** One number as people write it, taken apart: its digits, sign, unit, and the marks that stand beside it. */
import { monthNamed } from './date-words.ts';

const MISSING = new Set([
  '',
  '-',
  '--',
  '---',
  '–',
  '—',
  '.',
  '..',
  '...',
  '…',
  ':',
  'n/a',
  'na',
  'n.a.',
  'n.v.',
  'n/d',
  'n.d.',
  'nd',
  's/d',
  'k.a.',
  'k. a.',
  'b.d.',
  'bd',
  '#n/a',
  '#n/d',
  '#nv',
  'null',
  'nil',
  'none',
  'nan',
  'missing',
  '#div/0!',
  '#ref!',
  '#value!',
  '#name?',
  '#num!',
  '#null!',
  '#wert!',
  '#zahl!',
  '#valeur!',
]);

/** Error values of a spreadsheet: missing, and said to be so. */
export const isErrorCell = (text: string) =>
  /^#(?:div\/0!|ref!|value!|name\?|num!|null!|wert!|zahl!|valeur!)$/i.test(text.trim());

const LONGEST_MISSING = Math.max(...[...MISSING].map((word) => word.length));

/** True for an empty cell and for the words that stand for "no value". */
export function isMissing(text: string): boolean {
  const first = text.charCodeAt(0);
  // No such word begins with a digit, and most cells do.
  if (first >= 48 && first <= 57) return false;
  if (text.length > LONGEST_MISSING && text.trim().length > LONGEST_MISSING) return false;
  return MISSING.has(text) || MISSING.has(text.trim().toLowerCase());
}

const SIGNS = '$€£¥₽₴₺₹₩₪₫₱฿¢';
const CODES =
  'EUR|USD|GBP|CHF|SEK|NOK|DKK|PLN|JPY|CZK|HUF|RON|BGN|ISK|CAD|AUD|NZD|CNY|INR|RUB|UAH|TRY|BRL|MXN|ZAR|SGD|HKD|KRW';
const CURRENCY = `(?:US|CA|A|NZ|R)?[${SIGNS}]|(?:${CODES})(?![\\p{L}])|kr\\.?(?![\\p{L}])|zł|Kč|Ft(?![\\p{L}])|Fr\\.(?![\\p{L}])`;
const CURRENCY_ALONE = new RegExp(`^(?:${CURRENCY})$`, 'u');

/** True for the sign or the code of a currency. */
export const isCurrency = (unit: string) => CURRENCY_ALONE.test(unit);

const DIGITS = "(?:\\d[\\d.,'’\\s]*|[.,]\\d+)";
const EXPONENT = '(?:[eE][+-]?\\d{1,3})?';
/** A word that may be a unit, a flag or a magnitude: "kg", "%", "km/h", "p", "k", "m³". */
const WORD = '[\\p{L}%‰°µΩ](?:[\\p{L}%‰°µΩ²³/·.]|[23](?![\\p{L}\\d])){0,11}';
const MARKS = '[*†‡§#]{1,3}|[¹²³⁰⁴-⁹ᵃ-ᶻ]{1,3}|\\[\\w{1,3}\\]|\\((?:[a-z]{1,2}|\\d)\\)';

const NUMBER = new RegExp(
  `^(\\()?\\s*([-+−–])?\\s*(${CURRENCY})?\\s*([-+−])?\\s*(${DIGITS}${EXPONENT})\\s*(${WORD})?\\s*([-+−])?\\s*(\\))?\\s*(${WORD})?\\s*(${MARKS})?$`,
  'u',
);

export interface NumberParts {
  /** digits with their marks, such as "1,234.5" */
  digits: string;
  /** power of ten that the number is written with: "1.5E+06" */
  exponent: number;
  negative: boolean;
  /** the sign or code of a currency before or after it */
  currency: string | null;
  /** the word after it, whatever it means */
  word: string | null;
  /** it stands right at the digits */
  attached: boolean;
  /** marks of footnotes */
  marks: string | null;
}

const SUPERSCRIPTS = /[⁰¹²³⁴-⁹]+$/;

/** Takes a number apart; null when the text is not one. */
export function partsOfNumber(text: string): NumberParts | null {
  // “±0.0” is a change of nothing.
  const trimmed = text.trim().replace(/^±(?=[0.,]+(?:\s?%)?$)/, '');
  // The digit, or the point before it, is what all numbers have.
  if (trimmed.length > 60 || !/\d/.test(trimmed)) return null;
  const found = NUMBER.exec(trimmed);
  if (!found) return null;
  const [, open, before, currency, inner, all = '', word, behind, close, after, marks] = found;
  if (Boolean(open) !== Boolean(close)) return null;
  const signs = [before, inner, behind].filter((sign) => sign !== undefined);
  if (signs.length > 1 || (open && signs.length > 0) || (word && after)) return null;
  // “12E4” is a code as often as a power; people write powers with a sign, a point or a small e.
  if (/^\d+E\d+$/.test(all)) return null;
  const [, written = '', power] = /^(.*?)(?:[eE]([+-]?\d+))?$/.exec(all) ?? [];
  // “12-Jan” is a day without its year.
  const named = word ?? after;
  if (named !== undefined && named !== 'set' && monthNamed(named) !== undefined) return null;
  // “4th” counts places and is no amount.
  if (word !== undefined && /^(?:st|nd|rd|th)$/.test(word)) return null;
  let tail = word ?? after ?? null;
  let mark = marks ?? null;
  // A raised figure at the end of a word is a footnote, but for square and cubic units.
  const raised = tail && !/m[²³]$/.test(tail) ? SUPERSCRIPTS.exec(tail) : null;
  if (tail && raised) {
    mark ??= raised[0];
    tail = tail.slice(0, -raised[0].length) || null;
  }
  const isPaid = tail !== null && isCurrency(tail);
  if (currency && isPaid) return null;
  const unit = isPaid ? null : tail;
  return {
    digits: written.trim(),
    exponent: Number(power ?? 0),
    negative: Boolean(open) || (signs.length === 1 && signs[0] !== '+'),
    currency: currency ?? (isPaid ? tail : null),
    word: unit,
    attached: unit !== null && !/\s/.test(trimmed.charAt(trimmed.indexOf(unit, trimmed.search(/\d/)) - 1)),
    marks: mark,
  };
}
