/** One number as people write it, taken apart: its digits, sign, unit, and the marks that stand beside it. */
import { monthNamed } from './date-words.ts';
import { magnitudeOf } from './magnitudes.ts';

const SIGNS = '$€£¥₽₴₺₹₩₪₫₱฿¢';
const CODES =
  'EUR|USD|GBP|CHF|SEK|NOK|DKK|PLN|JPY|CZK|HUF|RON|BGN|ISK|CAD|AUD|NZD|CNY|INR|RUB|UAH|TRY|BRL|MXN|ZAR|SGD|HKD|KRW';
const CURRENCY = `(?:US|CA|A|NZ|R)?[${SIGNS}]|(?:${CODES})(?![\\p{L}])|kr\\.?(?![\\p{L}])|zł|Kč|Ft(?![\\p{L}])|Fr\\.(?![\\p{L}])`;
const CURRENCY_ALONE = new RegExp(`^(?:${CURRENCY})$`, 'u');

/** True for the sign or the code of a currency. */
export const isCurrency = (unit: string) => CURRENCY_ALONE.test(unit);

const SIGN = '[-+−–‐‑]';
const DIGITS = "(?:\\d[\\d.,'’\\s]*|[.,]\\d+)";
const EXPONENT = '(?:[eE][+-]?\\d{1,3})?';
/** A word that may be a unit, a flag or a magnitude: "kg", "%", "km/h", "p", "k", "m³". */
const WORD = '[\\p{L}%‰°µΩ](?:[\\p{L}%‰°µΩ²³/·.]|[23](?![\\p{L}\\d])){0,11}(?:\\([A-Z]\\))?';
const MARKS = '[*†‡§#]{1,3}|[¹²³⁰⁴-⁹ᵃ-ᶻ]{1,3}|\\[\\w{1,3}\\]|\\((?:[a-z]{1,2}|\\d)\\)';
/** Words and signs before a number that is roughly so. */
const ABOUT =
  '~|≈|∼|ca\\.?(?=[\\s\\d])|(?:circa|approx\\.?|about|around|environ|env\\.|rund|etwa|aprox\\.?|około|ok\\.|noin)(?=\\s)|c\\.(?=\\s?\\d)';

/** All that may stand before the digits. */
const BEFORE = new RegExp(
  `^([*†‡]{1,3})?\\s*(?:(${ABOUT})\\s*)?(\\()?\\s*(${SIGN})?\\s*(${CURRENCY})?\\s*(\\()?\\s*(${SIGN})?\\s*(${DIGITS}${EXPONENT})`,
  'iu',
);
/** What may stand behind them, in any order: a bracket or a sign that makes it negative, marks, a currency, words. */
const BEHIND = new RegExp(`\\s*(?:(\\))|(${SIGN})|(${MARKS})|(${CURRENCY})|(${WORD}))`, 'uy');

export interface NumberParts {
  /** digits with their marks, such as "1,234.5" */
  digits: string;
  /** power of ten that the number is written with: "1.5E+06" */
  exponent: number;
  negative: boolean;
  /** the sign or code of a currency before or after it */
  currency: string | null;
  /** the word after it, whatever it means; behind a size, the unit */
  word: string | null;
  /** it stands right at the digits */
  attached: boolean;
  /** a word before the unit that multiplies: “Mio.” in “1,2 Mio. t” */
  size: string | null;
  /** the word or sign that says that it is roughly so: “ca.”, “~” */
  about: string | null;
  /** marks of footnotes, or a flag behind a unit */
  marks: string | null;
}

/** Letters that say something of a value (provisional, estimated, revised, broken series), as offices put them. */
const FLAG = /^\(?(?:p|e|r|b|u|f|s|n|d|c|z|est|prov|rev|pe|bp|be|ep)\.?\)?$/;
export const isFlag = (word: string) => FLAG.test(word);

const LEAD = /^\s*([perbufsndcz])\s?(?=[-+−]?[\d.,])/;

/** A flag before a number, as in “e82”, and the number; null for any other text. Codes such as “p50” look the same, so a column tells. */
export function flagBefore(text: string): { flag: string; number: string } | null {
  const [lead = '', flag] = LEAD.exec(text) ?? [];
  const number = text.slice(lead.length);
  return flag !== undefined && partsOfNumber(number)?.word === null ? { flag, number } : null;
}

/** What stands behind the digits. */
interface Behind {
  close: boolean;
  signs: string[];
  marks: string[];
  currencies: string[];
  words: { text: string; attached: boolean }[];
}

/** Takes what stands behind the digits apart; null where anything else is there. */
function behindOf(text: string, from: number): Behind | null {
  const found: Behind = { close: false, signs: [], marks: [], currencies: [], words: [] };
  let at = from;
  while (at < text.length) {
    BEHIND.lastIndex = at;
    const [all = '', close, sign, mark, currency, word] = BEHIND.exec(text) ?? [];
    if (all === '') return null;
    if (close) {
      if (found.close) return null;
      found.close = true;
    } else if (sign) found.signs.push(sign);
    else if (mark) found.marks.push(mark);
    else if (currency) found.currencies.push(currency);
    else if (word) found.words.push({ text: word, attached: !/^\s/.test(all) && !/\s/.test(text.charAt(at - 1)) });
    at += all.length;
  }
  return found;
}

/** Prices without pence: “5,-” and “1234:-”. */
const withoutDash = (text: string) => text.replace(/(\d)[.,:]\s?[-–—]{1,2}(?=\D*$)/, '$1');

/** Takes a number apart; null when the text is not one. */
export function partsOfNumber(text: string): NumberParts | null {
  // The digit is what all numbers have.
  if (text.length > 80 || !/\d/.test(text)) return null;
  // “±0.0” is a change of nothing.
  const trimmed = withoutDash(text.trim()).replace(/^±(?=0?[.,]?0*(?:[^\d.,]|$))/, '');
  const before = BEFORE.exec(trimmed);
  if (!before || trimmed.length > 60) return null;
  const [lead, mark, about, outer, sign, currency, inner, innerSign, all = ''] = before;
  const behind = behindOf(trimmed, lead.length);
  if (!behind) return null;
  const opened = [outer, inner].filter((one) => one !== undefined).length;
  const signs = [sign, innerSign, ...behind.signs].filter((one) => one !== undefined);
  const currencies = [currency, ...behind.currencies].filter((one) => one !== undefined);
  if (opened !== (behind.close ? 1 : 0) || signs.length > 1 || currencies.length > 1) return null;
  if (opened > 0 && signs.length > 0) return null;
  // “12E4” is a code as often as a power; people write powers with a sign, a point or a small e.
  if (/^\d+E\d+$/.test(all)) return null;
  const said = wordsBehind(behind);
  if (!said) return null;
  const [, written = '', power] = /^(.*?)(?:[eE]([+-]?\d+))?$/.exec(all) ?? [];
  return {
    digits: written.trim(),
    exponent: Number(power ?? 0),
    negative: opened > 0 || (signs.length === 1 && signs[0] !== '+'),
    currency: currencies[0] ?? null,
    about: about ?? null,
    ...said,
    marks: said.marks ?? mark ?? null,
  };
}

const SUPERSCRIPTS = /[⁰¹²³⁴-⁹]+$/;

/** What the words and marks behind a number are: a unit, what multiplies it, a flag; null where they are no such words. */
function wordsBehind({ words, marks }: Behind): Pick<NumberParts, 'word' | 'size' | 'attached' | 'marks'> | null {
  const [first, second] = words;
  if (words.length > 2 || marks.length > 1) return null;
  const [mark = null] = marks;
  // “12-Jan” is a day without its year.
  if (words.some(({ text }) => !/^(?:set|out|mag|gen|pro)$/.test(text) && monthNamed(text) !== undefined)) return null;
  // “4th” counts places and is no amount.
  if (!first) return { word: null, size: null, attached: false, marks: mark };
  if (/^(?:st|nd|rd|th)$/.test(first.text)) return null;
  if (second) {
    if (first.text.length > 1 && magnitudeOf(first.text) !== undefined)
      return { word: second.text, size: first.text, attached: false, marks: mark };
    return isFlag(second.text) && mark === null && !isFlag(first.text)
      ? { word: first.text, size: null, attached: first.attached, marks: second.text }
      : null;
  }
  // A raised figure at the end of a word is a footnote, but for square and cubic units.
  const raised = /m[²³]$/.test(first.text) ? null : SUPERSCRIPTS.exec(first.text);
  if (!raised) return { word: first.text, size: null, attached: first.attached, marks: mark };
  const bare = first.text.slice(0, -raised[0].length);
  return { word: bare || null, size: null, attached: first.attached, marks: mark ?? raised[0] };
}

const BOUND = /^\s*(?:[<>≤≥]=?|&[lg]t;)\s*(?=[\d.,])/;

/** True for a number that is only a limit, such as “<5”: what is below it was not told, or not to be told. */
export const isBound = (text: string) => BOUND.test(text) && partsOfNumber(text.replace(BOUND, '')) !== null;
