/** Counts and places up to ten in words, as people type them in the languages of reports. */
import type { Language } from '../text/language.ts';
import { languageOf } from '../text/language.ts';
import type { Locale } from '../text/locale.ts';
import { wordsIn } from './lexicon.ts';

/** From two on, all forms of the number and of its place, by their beginnings or whole. */
const FORMS: Readonly<Record<Language, string>> = {
  en: 'second|two third|three fourth|four fifth|five sixth|six seventh|seven eighth|eight ninth|nine tenth|ten',
  de: 'zweite[rnsm]?|zwei|zweimal dritte[rnsm]?|drei|dreimal vierte[rnsm]?|vier|viermal fünfte[rnsm]?|fünf sechste[rnsm]?|sechs siebte[rnsm]?|sieben achte[rnsm]?|acht neunte[rnsm]?|neun zehnte[rnsm]?|zehn',
  fr: 'deuxième|seconde?|deux troisième|trois quatrième|quatre cinquième|cinq sixième|six septième|sept huitième|huit neuvième|neuf dixième|dix',
  es: 'segund[oa]|dos tercer[oa]?|tres cuart[oa]|cuatro quint[oa]|cinco sext[oa]|seis séptim[oa]|siete octav[oa]|ocho noven[oa]|nueve décim[oa]|diez',
  pl: 'drugi|druga|drugie|dwa|dwóch trzeci|trzecia|trzecie|trzy|trzech czwart[yae]|cztery|czterech piąt[yae]|pięć|pięciu szóst[yae]|sześć|sześciu siódm[yae]|siedem|siedmiu ósm[yae]|osiem|ośmiu dziewiąt[yae]|dziewięć|dziewięciu dziesiąt[yae]|dziesięć|dziesięciu',
  fi: 'toinen|toista|toiseksi|kaksi|kahdesti kolmas|kolmatta|kolmanneksi|kolme neljäs|neljättä|neljänneksi|neljä viides|viidettä|viidenneksi|viisi kuudes|kuudetta|kuudenneksi|kuusi seitsemäs|seitsemättä|seitsemänneksi|seitsemän kahdeksas|kahdeksatta|kahdeksanneksi|kahdeksan yhdeksäs|yhdeksättä|yhdeksänneksi|yhdeksän kymmenes|kymmenettä|kymmenenneksi|kymmenen',
};

const FIRST = 2;
const patterns = new Map<Language, RegExp[]>();

function patternsOf(language: Language): RegExp[] {
  const known = patterns.get(language) ?? FORMS[language].split(' ').map((forms) => new RegExp(`^(?:${forms})$`, 'u'));
  patterns.set(language, known);
  return known;
}

/** A place in digits: “3rd”, “3.”, “3e”, “3.º”. */
const IN_DIGITS =
  /(?<![\p{L}\p{N}.,])(\d{1,2})(?:st|nd|rd|th|e|ème|\.?[ºª]|\.)?(?![\p{L}\p{N}%]|[ \u00a0\u202f]%|[.,]\d)/gu;

/** Counts and places that a text says: in words from two to ten, and in one or two digits. */
export function countsIn(text: string, locale: Locale): { text: string; value: number }[] {
  const forms = patternsOf(languageOf(locale));
  const inWords = wordsIn(text).flatMap(({ word }) => {
    // “second-highest” is a place and what it is of.
    const place = word
      .split('-')
      .reduce((found, part) => (found < 0 ? forms.findIndex((form) => form.test(part)) : found), -1);
    return place < 0 ? [] : [{ text: word, value: place + FIRST }];
  });
  const inDigits = [...text.matchAll(IN_DIGITS)].map(({ 1: digits = '' }) => ({ text: digits, value: Number(digits) }));
  return [...inWords, ...inDigits];
}
