/**
 * Reading numbers as people write them: separators of several countries,
 * brackets or a trailing sign for negatives, percent, currency signs and
 * thousands letters. Which mark is the decimal one is decided from a whole
 * column, never from one cell.
 */
export interface NumberStyle {
  decimal: '.' | ',';
}

const MISSING = new Set([
  '',
  '-',
  '–',
  '—',
  '.',
  '..',
  '…',
  'n/a',
  'na',
  'n.a.',
  '#n/a',
  'null',
  'nil',
  'none',
  'nan',
  'missing',
]);

const LONGEST_MISSING = Math.max(...[...MISSING].map((word) => word.length));

/** True for an empty cell and for the words that stand for "no value". */
export function isMissing(text: string): boolean {
  const first = text.charCodeAt(0);
  // No such word begins with a digit, and most cells do.
  if (first >= 48 && first <= 57) return false;
  if (text.length > LONGEST_MISSING && text.trim().length > LONGEST_MISSING) return false;
  return MISSING.has(text) || MISSING.has(text.trim().toLowerCase());
}

const PLAIN = /^-?\d+(?:\.\d+)?$/;
const CURRENCY = '[$€£¥]|(?:EUR|USD|GBP|CHF|SEK|NOK|DKK|PLN|JPY)\\b';
const NUMBER_WITH_SIGNS = new RegExp(
  `^(\\()?\\s*([-+−–])?\\s*(${CURRENCY})?\\s*([-+−])?\\s*(\\d[\\d.,'’\\s]*|[.,]\\d+)\\s*(k|K|m|M|bn)?\\s*(%|‰|${CURRENCY})?\\s*([-+−])?\\s*(\\))?$`,
);
const GROUPS = /['’\s]/g;
const LETTERS: Record<string, number> = { k: 1e3, K: 1e3, m: 1e6, M: 1e6, bn: 1e9 };

interface NumberParts {
  /** digits with their marks, such as "1,234.5" */
  digits: string;
  negative: boolean;
  factor: number;
  /** percent or currency sign, if any */
  unit: string | null;
}

/** Takes signs, brackets, units and letters off a number; null when the text is not one. */
export function partsOfNumber(text: string): NumberParts | null {
  const found = NUMBER_WITH_SIGNS.exec(text.trim());
  if (!found) return null;
  const [, open, before, currency, inner, digits = '', letter, after, behind, close] = found;
  if (Boolean(open) !== Boolean(close)) return null;
  const signs = [before, inner, behind].filter((sign) => sign !== undefined);
  if (signs.length > 1 || (open && signs.length > 0)) return null;
  if (currency && after && after !== '%') return null;
  return {
    digits: digits.trim(),
    negative: Boolean(open) || (signs.length === 1 && signs[0] !== '+'),
    factor: letter ? (LETTERS[letter] ?? 1) : 1,
    unit: after ?? currency ?? null,
  };
}

/** Reads digits with marks under a style; null when the groups are not of three digits. */
function readDigits(digits: string, style: NumberStyle): number | null {
  const other = style.decimal === '.' ? ',' : '.';
  const parts = digits.split(style.decimal);
  if (parts.length > 2) return null;
  const [whole = '', fraction = ''] = parts;
  if (fraction && !/^\d+$/.test(fraction)) return null;
  const groups = whole.replace(GROUPS, other).split(other);
  if (groups.length > 1) {
    const [first = '', ...rest] = groups;
    if (first.length < 1 || first.length > 3 || rest.some((group) => group.length !== 3)) return null;
  }
  const plain = groups.join('');
  if (!/^\d*$/.test(plain) || (plain === '' && fraction === '')) return null;
  return Number(`${plain || '0'}.${fraction || '0'}`);
}

/** Reads one number under a style; null when the text is not a number. The value of "12.5 %" is 12.5. */
export function readNumber(text: string, style: NumberStyle): number | null {
  if (style.decimal === '.' && PLAIN.test(text)) return Number(text);
  const parts = partsOfNumber(text);
  if (!parts) return null;
  const size = readDigits(parts.digits, style);
  if (size === null) return null;
  const value = size * parts.factor;
  return parts.negative && value !== 0 ? -value : value;
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
  const couldGroup = fraction.length === 3 && whole.length >= 1 && whole.length <= 3 && !whole.startsWith('0');
  return couldGroup ? `either${mark}` : mark;
}

export interface StyleFinding {
  style: NumberStyle;
  /** an example that reads differently under the other mark, when nothing in the column decides */
  unsure: string | null;
  /** the percent or currency sign that every number with a sign carries */
  unit: string | null;
  /** true when some text can be read in one way only */
  certain: boolean;
}

interface Tally {
  dots: number;
  commas: number;
  /** whole numbers without a mark: of up to three digits, and longer */
  short: number;
  long: number;
  unsure: string | null;
  units: Map<string, number>;
}

const SIMPLE = /^-?(\d+)(?:\.(\d+))?$/;

/** Adds what one text says to a tally. */
function tally(text: string, into: Tally) {
  // Plain digits with at most one dot, the usual case, are told apart without looking for signs, units and separators.
  const simple = SIMPLE.exec(text);
  if (simple) {
    const [, whole = '', fraction] = simple;
    if (fraction === undefined) {
      if (whole.length > 3) into.long++;
      else if (whole !== '0') into.short++;
      return;
    }
    if (fraction.length === 3 && whole.length <= 3 && whole !== '0') into.unsure ??= text;
    else into.dots++;
    return;
  }
  const parts = partsOfNumber(text);
  if (!parts) return;
  if (parts.unit) into.units.set(parts.unit, (into.units.get(parts.unit) ?? 0) + 1);
  const says = evidence(parts.digits);
  if (says === '.') into.dots++;
  else if (says === ',') into.commas++;
  else if (says) into.unsure ??= text;
}

/** A column this long is first judged by a spread sample. */
const LONG = 4000;

/**
 * Decides the decimal mark of a column from its texts; a long column is read
 * whole only when a sample of it decides nothing. Where every mark could group
 * thousands (1,234), whole numbers without one tell: a long one shows that
 * thousands are not grouped, a short one beside commas that decimals are not
 * written. When they do not tell either, a comma is taken to group and a point to mark
 * decimals, and the finding says that it is unsure.
 */
export function findStyle(texts: readonly string[]): StyleFinding {
  const into: Tally = { dots: 0, commas: 0, short: 0, long: 0, unsure: null, units: new Map() };
  const step = Math.max(1, Math.floor(texts.length / LONG));
  for (let row = 0; row < texts.length; row += step) tally(texts[row] ?? '', into);
  if (step > 1 && into.dots + into.commas === 0) for (const text of texts) tally(text, into);
  const { dots, commas, short, long, unsure, units } = into;
  const [unit = null] = units.size === 1 ? units.keys() : [];
  if (dots + commas > 0 || unsure === null)
    return { style: { decimal: commas > dots ? ',' : '.' }, unsure: null, unit, certain: dots + commas > 0 };
  const mark = unsure.includes(',') ? ',' : '.';
  if (long > 0) return { style: { decimal: mark }, unsure: null, unit, certain: true };
  // Programs drop the zeros of 5.000, so a short number beside points shows nothing.
  if (short > 0 && mark === ',') return { style: { decimal: '.' }, unsure: null, unit, certain: true };
  return { style: { decimal: '.' }, unsure, unit, certain: false };
}
