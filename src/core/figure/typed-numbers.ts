/** Numbers that were typed into words, and places along the axis that words name. */
import { isOfTime, leadsToValue, wordsIn } from '../fact/lexicon.ts';
import { periodInSentence } from '../fact/period-words.ts';
import { placeAlone } from '../fact/say.ts';
import type { FactSeries } from '../fact/series.ts';
import type { Locale } from '../text/locale.ts';

export interface TypedNumber {
  text: string;
  value: number;
  decimals: number;
  /** where it begins among the letters of its text */
  at: number;
  isPercent: boolean;
}

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** Numbers of a text as the locale writes them; years are none, for they are written so whatever the data are. */
export function numbersIn(text: string, { group, decimal }: Locale): TypedNumber[] {
  const pattern = new RegExp(`[-\u2212]?\\d+(?:${escaped(group)}\\d{3})*(?:${escaped(decimal)}\\d+)?`, 'gu');
  return [...text.matchAll(pattern)].flatMap(({ 0: found, index: at }) => {
    const value = Number(found.replaceAll(group, '').replace(decimal, '.').replace('\u2212', '-'));
    const decimals = found.split(decimal)[1]?.length ?? 0;
    const isYear = /^(?:19|20)\d\d$/.test(found);
    const isPercent = /^[ \u00a0\u202f]?%/.test(text.slice(at + found.length));
    // “3 piers” is hardly ever a value.
    const isDigit = /^\d$/.test(found) && !isPercent;
    return Number.isFinite(value) && decimals <= 20 && !isYear && !isDigit
      ? [{ text: found, value, decimals, at, isPercent }]
      : [];
  });
}

const plain = (text: string) => text.replace(/[\u00a0\u202f]/g, ' ').toLowerCase();

/** Whether a text has some words as they stand, and not as a part of others. */
export const hasWords = (text: string, words: string): boolean =>
  words !== '' && new RegExp(`(?<![\\p{L}\\p{N}])${escaped(plain(words))}(?![\\p{L}\\p{N}])`, 'u').test(plain(text));

/** A place along the axis in all ways that texts call it: short, in a sentence, and with its month in full. */
function namesOfPlace(series: FactSeries, place: number | string, locale: Locale): string[] {
  const { interval, years } = series;
  const alone = placeAlone({ ...series, keys: [place] }, 0, locale);
  if (interval === null || typeof place !== 'number') return [alone];
  const date = new Date(place);
  const [month, year] = [date.getUTCMonth(), date.getUTCFullYear()];
  const months =
    interval === 'month' ? [locale.months[month], locale.monthsShort[month]].map((of) => `${of} ${year}`) : [];
  return [
    alone,
    ...months,
    ...(['in', 'since'] as const).map((form) => periodInSentence(place, interval, form, locale, years)),
  ];
}

export const namesPlace = (text: string, series: FactSeries, place: number | string, locale: Locale): boolean =>
  namesOfPlace(series, place, locale).some((name) => hasWords(text, name));

/** Numbers of so many digits may count anything. */
const FEW_DIGITS = 2;
const LONG_WORD = 4;

/** Whether a number of a text counts something of which a line or column says nothing, as in “24 routes”. */
export function countsOther(
  { text: digits, at, decimals, isPercent }: Omit<TypedNumber, 'value'>,
  text: string,
  of: Pick<FactSeries, 'name' | 'unit'>,
  locale: Locale,
): boolean {
  if (isPercent || decimals > 0 || digits.replace(/\D/g, '').length > FEW_DIGITS) return false;
  const next = /^[ \u00a0\u202f]*(\p{L}[\p{L}\p{M}]*)/u.exec(text.slice(at + digits.length))?.[1]?.toLowerCase() ?? '';
  // Short words are units, or stand between a value and what it is of.
  if (next.length < LONG_WORD) return false;
  const isWordOf = (name: string) =>
    wordsIn(name).some(({ word }) => word.length >= LONG_WORD && next.startsWith(word.slice(0, -1)));
  if (isWordOf(of.name) || isWordOf(of.unit ?? '')) return false;
  // “over 32 months”
  if (isOfTime(next, locale)) return true;
  const before = wordsIn(text.slice(0, at)).at(-1)?.word ?? '';
  return !leadsToValue(before, locale);
}
