/**
 * Units that are words, such as “thousands” or “days”: said in the language of
 * the words around them and in the form that their number asks for. Plural
 * forms and units of time come from CLDR (through Intl).
 */
import { type Language, languageOf } from './language.ts';
import type { Locale } from './locale.ts';
import { formatNumber } from './number.ts';
import { withUnit } from './unit.ts';

/** How many zeros a word of size stands for. */
const SIZES: readonly (readonly [zeros: number, words: RegExp])[] = [
  [3, /^(?:in )?(?:thousands?|tsd\.?|tys\.?|milliers?|miles|tuhatta|’000|'000)$/iu],
  [6, /^(?:in )?(?:millions?|mio\.?|mn|mln|millionen|milj\.?|millones|miljoonaa)$/iu],
  [9, /^(?:in )?(?:billions?|bn|mrd\.?|mld|milliards?|milliarden|miljardia)$/iu],
  [12, /^(?:in )?(?:trillions?|tn)$/iu],
];
const LARGEST = 12;

type Forms = Readonly<Partial<Record<Intl.LDMLPluralRule, string>> & { other: string }>;
const always = (other: string): Forms => ({ other });

/** Words of size in each language, by their zeros. */
const SIZE_WORDS: Readonly<Record<Language, Readonly<Record<number, Forms>>>> = {
  en: { 3: always('thousand'), 6: always('million'), 9: always('billion'), 12: always('trillion') },
  de: { 3: always('Tsd.'), 6: always('Mio.'), 9: always('Mrd.'), 12: always('Bio.') },
  fr: {
    3: { one: 'millier', other: 'milliers' },
    6: { one: 'million', other: 'millions' },
    9: { one: 'milliard', other: 'milliards' },
    12: { one: 'billion', other: 'billions' },
  },
  es: {
    3: always('mil'),
    6: { one: 'millón', other: 'millones' },
    9: always('mil millones'),
    12: { one: 'billón', other: 'billones' },
  },
  pl: { 3: always('tys.'), 6: always('mln'), 9: always('mld'), 12: always('bln') },
  fi: { 3: { one: 'tuhat', other: 'tuhatta' }, 6: always('milj.'), 9: always('mrd.'), 12: always('bilj.') },
};

const PEOPLE: Readonly<Record<Language, Forms>> = {
  en: { one: 'person', other: 'people' },
  de: { one: 'Person', other: 'Personen' },
  fr: { one: 'personne', other: 'personnes' },
  es: { one: 'persona', other: 'personas' },
  pl: { one: 'osoba', few: 'osoby', many: 'osób', other: 'osoby' },
  fi: { one: 'henkilö', other: 'henkilöä' },
};

/** Units of time as tables write them, and what CLDR calls them. */
const TIMES: readonly (readonly [unit: string, words: RegExp])[] = [
  ['second', /^seconds?$/iu],
  ['minute', /^minutes?$/iu],
  ['hour', /^hours?$/iu],
  ['day', /^days?$/iu],
  ['week', /^weeks?$/iu],
  ['month', /^months?$/iu],
  ['year', /^years?$/iu],
];

/** A number as it is written, and what it is worth. */
interface Amount {
  value: number;
  decimals: number;
  text: string;
}

/** The form of a word that goes with a number; decimals that are seen count. */
function formFor(forms: Forms, { value, decimals }: Amount, locale: Locale): string {
  const rules = new Intl.PluralRules(languageOf(locale), { minimumFractionDigits: decimals });
  return forms[rules.select(Math.abs(value))] ?? forms.other;
}

function timeWord(unit: string, { value, decimals }: Amount, locale: Locale): string {
  const style = { style: 'unit', unit, unitDisplay: 'long', minimumFractionDigits: decimals } as const;
  const parts = new Intl.NumberFormat(languageOf(locale), style).formatToParts(Math.abs(value));
  return parts.find(({ type }) => type === 'unit')?.value ?? unit;
}

/** A unit taken apart into its word of size and what is counted so, as in “bn USD” and “€ million”; null where it has none. */
function sizedUnit(unit: string): { zeros: number; of: string | null } | null {
  const words = unit.trim().split(/\s+/u);
  const sizeOf = (word: string | undefined) => SIZES.find(([, form]) => word && form.test(word))?.[0];
  const [first, last] = [sizeOf(words[0]), sizeOf(words.at(-1))];
  if (first !== undefined) return { zeros: first, of: words.slice(1).join(' ') || null };
  return last === undefined ? null : { zeros: last, of: words.slice(0, -1).join(' ') };
}

/** From so many on a number takes the next larger word of size, with three of its digits. */
const LONG = 10_000;
const DIGITS = 3;

/** Whether a number is said with the next larger word: Spanish has no “1500 mil” and no “2710 mil millones”, French prefers “13 000 milliards” to a word that is another number in English. */
function isTooLong(value: number, zeros: number, language: Language): boolean {
  if (zeros >= LARGEST || (language === 'fr' && zeros === 9)) return false;
  return Math.abs(value) >= (language === 'es' && zeros % 6 === 3 ? LONG / 10 : LONG);
}

/** A number in the word of size that keeps it short. */
function shortened(amount: Amount, zeros: number, locale: Locale): { amount: Amount; zeros: number } {
  if (!isTooLong(amount.value, zeros, languageOf(locale))) return { amount, zeros };
  const value = amount.value / 1000;
  const decimals = Math.max(0, DIGITS - Math.floor(Math.log10(Math.abs(value))) - 1);
  return shortened({ value, decimals, text: formatNumber(value, decimals, locale) }, zeros + 3, locale);
}

/** What links a word of size to what is counted: “milliards de dollars”, “mil millones de dólares”, but “mil dólares” and “Mio. €”. */
function linkTo(counted: string, word: string, locale: Locale): string {
  const language = languageOf(locale);
  if (!/^\p{L}/u.test(counted) || (language !== 'fr' && (language !== 'es' || word === 'mil'))) return '';
  return language === 'fr' && /^[aeiouàâéèêëîïôùû]/iu.test(counted) ? 'd’' : 'de ';
}

/**
 * A number with its unit, as a sentence says it: “104 thousand”, “€131 million”,
 * “1 day”. One that `mayShorten` takes the next larger word of size from 10,000
 * on, with three of its digits: “25.5 trillion” for 25,462 billion.
 */
export function sayAmount(value: number, decimals: number, unit: string, locale: Locale, mayShorten = false): string {
  const amount = { value, decimals, text: formatNumber(value, decimals, locale) };
  const sized = sizedUnit(unit);
  if (sized) {
    const short = mayShorten ? shortened(amount, sized.zeros, locale) : { amount, zeros: sized.zeros };
    const forms = SIZE_WORDS[languageOf(locale)][short.zeros];
    if (!forms) return withUnit(amount.text, unit, locale);
    const word = formFor(forms, short.amount, locale);
    if (sized.of === null) return `${short.amount.text}\u00a0${word}`;
    const isSign = withUnit('1', sized.of, locale).startsWith(sized.of);
    return isSign
      ? `${withUnit(short.amount.text, sized.of, locale)}\u00a0${word}`
      : `${short.amount.text}\u00a0${word} ${linkTo(sized.of, word, locale)}${sized.of}`;
  }
  const time = TIMES.find(([, words]) => words.test(unit));
  if (time) return withUnit(amount.text, timeWord(time[0], amount, locale), locale);
  const people = /^(?:people|persons?)$/iu.test(unit) ? PEOPLE[languageOf(locale)] : undefined;
  return withUnit(amount.text, people ? formFor(people, amount, locale) : unit, locale);
}
