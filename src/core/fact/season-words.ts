/** The same part of every year in full words, as a title names it: “second quarter”, “mois de juillet”, “toisen neljänneksen”. */

import type { Language } from '../text/language.ts';
import { LOCALES, localeOf } from '../text/locale.ts';
import { isoWeek } from '../time/format.ts';
import type { Interval } from '../time/interval.ts';
import { POLISH_OF } from './period-words.ts';

interface Seasons {
  month: (month: number) => string;
  /** of a quarter, from 0 */
  quarter: (quarter: number) => string;
  half: (half: number) => string;
  week: (week: number) => string;
}

/** Months as a language names them in running words. */
const monthsOf = (language: Language) => localeOf(LOCALES.find((id) => id.startsWith(language)) ?? LOCALES[0]).months;

/** Words for the first to the fourth, with a noun behind them. */
const nthOf = (words: string, noun: string) => {
  const all = words.split(' ');
  return (place: number) => `${all[place] ?? ''} ${noun}`;
};

const FRENCH = 'premier deuxième troisième quatrième';
const SPANISH = 'primer segundo tercer cuarto';
const FINNISH = 'ensimmäisen toisen kolmannen neljännen';
const ENGLISH = 'first second third fourth';
const ROMAN = 'I II III IV';

const SEASONS: Readonly<Record<Language, Seasons>> = {
  en: {
    month: (month) => monthsOf('en')[month] ?? '',
    quarter: nthOf(ENGLISH, 'quarter'),
    half: nthOf(ENGLISH, 'half'),
    week: (week) => `week ${week}`,
  },
  de: {
    month: (month) => monthsOf('de')[month] ?? '',
    quarter: (quarter) => `${quarter + 1}. Quartal`,
    half: (half) => `${half + 1}. Halbjahr`,
    week: (week) => `Woche ${week}`,
  },
  fr: {
    month: (month) => {
      const name = monthsOf('fr')[month] ?? '';
      return /^[ao]/.test(name) ? `mois d’${name}` : `mois de ${name}`;
    },
    quarter: nthOf(FRENCH, 'trimestre'),
    half: nthOf(FRENCH, 'semestre'),
    week: (week) => `semaine ${week}`,
  },
  es: {
    month: (month) => `mes de ${monthsOf('es')[month] ?? ''}`,
    quarter: nthOf(SPANISH, 'trimestre'),
    half: nthOf(SPANISH, 'semestre'),
    week: (week) => `semana ${week}`,
  },
  pl: {
    month: (month) => POLISH_OF[month] ?? '',
    quarter: nthOf(ROMAN, 'kwartału'),
    half: nthOf(ROMAN, 'półrocza'),
    week: (week) => `${week}. tygodnia`,
  },
  fi: {
    month: (month) => `${monthsOf('fi')[month] ?? ''}n`,
    quarter: nthOf(FINNISH, 'neljänneksen'),
    half: nthOf(FINNISH, 'puoliskon'),
    week: (week) => `viikon ${week}`,
  },
};

/** The part of the year of a date (ms UTC); empty where its interval has none. */
export function seasonWords(ms: number, interval: Interval | null, language: Language): string {
  const month = new Date(ms).getUTCMonth();
  const said = SEASONS[language];
  if (interval === 'month') return said.month(month);
  if (interval === 'week') return said.week(isoWeek(ms).week);
  if (interval === 'quarter') return said.quarter(Math.floor(month / 3));
  return interval === 'half-year' ? said.half(Math.floor(month / 6)) : '';
}
