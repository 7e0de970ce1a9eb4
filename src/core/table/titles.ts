/** Reading column titles: keys, names fit for print, and units that a title carries. */
import { cutTo } from '../text/letters.ts';
import { magnitudeOf } from './magnitudes.ts';

const CURRENCIES = new Set(['eur', 'usd', 'gbp', 'chf', 'sek', 'nok', 'dkk', 'pln', 'isk', 'czk', 'jpy', 'cad', 'aud']);
/** Words that name a unit when they stand after a comma. */
const UNIT_WORDS = new Set([
  ...CURRENCIES,
  ...'% ‰ € $ £ k m mn bn thousand thousands million millions t tonnes kg g l litres m³ km min minutes h hours °c kwh mwh'.split(
    ' ',
  ),
]);

/** A word or sign of a currency as titles have it: a code in capitals, or a sign. */
const isCurrencyWord = (word: string) =>
  /^[€$£¥]$|^zł$|^kr\.?$/.test(word) || (/^[A-Z]{3}$/.test(word) && CURRENCIES.has(word.toLowerCase()));

/** True for words that can only be a unit: “Mio. EUR”, “thousands”. */
export const areUnitWords = (words: readonly string[]): boolean =>
  words.length > 0 &&
  words.every((word) => UNIT_WORDS.has(word.toLowerCase()) || isCurrencyWord(word) || magnitudeOf(word) !== undefined);

/**
 * A title whose unit stands behind or before it without a mark: “Betrag CHF”, “Load in t”, “EUR sales”; null for any
 * other. Only asked where a table comes in: a title that was kept without its unit must not lose the word.
 */
export function unitBeside(title: string): { name: string; unit: string } | null {
  const [, named, after = ''] = /^(.*\S)\s+(?:in|en|em|w|i)\s+(\S+(?:\s\S+)?)$/u.exec(title) ?? [];
  if (named && areUnitWords(after.split(' '))) return { name: named, unit: after };
  const words = title.trim().split(/\s+/);
  const [first = '', last = ''] = [words[0], words.at(-1)];
  if (words.length < 2) return null;
  if (isCurrencyWord(last)) {
    // “Sales Mio. EUR”, “Sales / EUR”.
    const size = magnitudeOf(words.at(-2) ?? '') !== undefined && words.length > 2 ? 2 : 1;
    const name = words
      .slice(0, -size)
      .join(' ')
      .replace(/\s*[/|–-]$/, '');
    return { name, unit: words.slice(-size).join(' ') };
  }
  return /^(?:[€$£]|EUR|USD|GBP|CHF)$/.test(first) ? { name: words.slice(1).join(' '), unit: first } : null;
}

/** A key for each title: lower case words joined by underscores, made distinct with a count. */
export function keysOf(titles: readonly string[]): string[] {
  const used = new Set<string>();
  return titles.map((title, index) => {
    const plain = title
      .normalize('NFKD')
      .replace(/\p{M}/gu, '')
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '_')
      .replace(/^_+|_+$/g, '');
    const base = cutTo(plain, 80) || `column_${index + 1}`;
    let key = base;
    for (let count = 2; used.has(key); count++) key = `${base}_${count}`;
    used.add(key);
    return key;
  });
}

/** The title of a column that has none of its own, by its number from 1 on. */
export const untitled = (number: number): string => `Column ${number}`;

const UNTITLED = /^Column (\d+)$/;

export const isUntitled = (title: string): boolean => UNTITLED.test(title);

/** A title beside others: one that only numbers a column takes the next number that is free, any other stays. */
export function freeTitle(title: string, taken: ReadonlySet<string>): string {
  const found = UNTITLED.exec(title);
  if (!found) return title;
  let number = Number(found[1]);
  while (taken.has(untitled(number))) number++;
  return untitled(number);
}

const YEAR = /(?<!\d)(?:1[5-9]|20)\d\d(?!\d)/;
/** Words for amounts at the prices of a year, which are units although they name one. */
const PRICES = /pri[cx]|prei[sz]|precio|cen[ay]|hin[nt]|dollar|euro|=/iu;

/** True for words that are a period or a number and no unit: a title has them in brackets as often. */
const arePeriod = (text: string): boolean => {
  if (/^(?:\d+|[qh][1-4]|fy ?\d{2})$/iu.test(text)) return true;
  if (!YEAR.test(text) || PRICES.test(text)) return false;
  return text.split(/[\s,/]+/u).every((word) => /^\d+$/.test(word) || !areUnitWords([word]));
};

const sentenceCase = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/**
 * Takes a column title apart into the name a reader would print and the unit
 * it carries: "on_time_pct" is "On time" in "%", "Passengers (thousands)" is
 * "Passengers" in "thousands", "fuel_eur_per_litre" is "Fuel" in "EUR per litre".
 */
export function readTitle(title: string): { name: string; unit: string | null } {
  const bracketed = /^(.+?)\s*[([]([^()[\]]{1,40})[)\]]\s*$/.exec(title);
  if (bracketed?.[1] && bracketed[2]) {
    if (arePeriod(bracketed[2])) return { name: title.trim(), unit: null };
    return { name: readTitle(bracketed[1]).name, unit: bracketed[2].trim() };
  }
  // “On time %” and “Share, %” alike.
  const [, measured, sign] = /^(.*[^\s,])[\s,]+([%‰])$/.exec(title) ?? [];
  if (measured && sign) return { name: readTitle(measured).name, unit: sign };
  const [, before, after = ''] = /^(.+),\s*([^,]{1,24})$/.exec(title) ?? [];
  if (before && after.split(/\s+/).every((word) => UNIT_WORDS.has(word.toLowerCase())))
    return { name: readTitle(before).name, unit: after.trim() };
  // Titles made by people are kept as they wrote them; only names made for machines are turned into words.
  if (!/^[\p{Ll}\p{N}]+(_[\p{Ll}\p{N}]+)*$/u.test(title)) return { name: title.trim(), unit: null };
  const words = title.split('_');
  const percent = words.findIndex((word) => word === 'pct' || word === 'percent');
  if (percent > 0 && percent === words.length - 1)
    return { name: sentenceCase(words.slice(0, percent).join(' ')), unit: '%' };
  const currency = words.findIndex((word) => CURRENCIES.has(word));
  if (currency > 0) {
    const [code = '', ...rest] = words.slice(currency);
    if (rest.length === 0 || rest[0] === 'per')
      return {
        name: sentenceCase(words.slice(0, currency).join(' ')),
        unit: [code.toUpperCase(), ...rest].join(' '),
      };
  }
  return { name: sentenceCase(words.join(' ')), unit: null };
}

/** True for the words that head a sum of what stands beside it. */
export function isTotalTitle(title: string): boolean {
  const first = title.charCodeAt(0);
  // A total is headed by a word; dates and numbers are told apart at once.
  if (first >= 48 && first <= 57) return false;
  return /^(grand |sub)?totals?\b|^all\s+\p{L}+$|^(sum|summe|gesamt|insgesamt|ensemble|suma|razem|yhteensä)\b/iu.test(
    title.trim(),
  );
}
