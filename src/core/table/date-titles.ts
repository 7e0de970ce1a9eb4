/** What the title of a column says of time, in the languages of the locales. */
import { plainLetters } from './date-words.ts';

const YEAR_WORDS = 'fiscal year|year|fy|jahr|année|annee|an|año|ano|rok|vuosi';

/** “budgetYear” as two words. */
const parted = (title: string) => title.replace(/(\p{Ll})(\p{Lu})/gu, '$1 $2');

/** How surely a title says that its column holds years: it is just the word, it holds the word, or neither. */
export function yearTitle(title: string): 'is' | 'has' | 'no' {
  if (new RegExp(`^\\s*(?:${YEAR_WORDS})\\s*$`, 'iu').test(title)) return 'is';
  return new RegExp(`(^|[^\\p{L}])(?:${YEAR_WORDS})($|[^\\p{L}])`, 'iu').test(parted(title)) ? 'has' : 'no';
}

const TIME_WORDS =
  /(^|[^\p{L}])(?:dates?|time|timestamp|datetime|periods?|months?|weeks?|quarters?|days?|years?|fy|season|datum|zeit|zeitpunkt|zeitraum|monat|woche|tag|jahr|quartal|periode|mois|jour|annee|trimestre|fecha|mes|dia|periodo|ano|semana|data|miesiac|okres|rok|kwartal|tydzien|dzien|paiva|paivamaara|kuukausi|kausi|vuosi|viikko|perioden|maand|kwartaal|jaar|mese|anno|giorno|settimana|manad|kvartal|vecka|dag|jakso|ym|ymd|yyyymm|epoch|unix|ts|when)($|[^\p{L}])/u;

/** True for a title that speaks of time in one of the languages. */
export const isTimeTitle = (title: string) => TIME_WORDS.test(plainLetters(parted(title)).replace(/[_\d]+/g, ' '));

/** True for a title that speaks of dates, and not of lengths of time. */
export const isDateTitle = (title: string) =>
  /(^|[^\p{L}])(?:dates?|datetime|timestamp|datum|fecha|data|paiva|paivamaara|pvm)($|[^\p{L}])/u.test(
    plainLetters(title).replace(/[_\d]+/g, ' '),
  );

const WEEK = /(?:^|[^\p{L}])(?:wk|week|kw|woche|kalenderwoche|semaine|semana|tydzie[nń]|viikko|vko)(?:$|[^\p{L}])/iu;

/** True for titles that speak of weeks. */
export const isWeekTitle = (title: string) => WEEK.test(title.replaceAll('_', ' '));

const SEASON =
  /(?:^|[^\p{L}])(?:seasons?|(?:school|academic|financial|fiscal) year|winter|saison|spielzeit|schuljahr|wirtschaftsjahr|ann[ée]e scolaire|temporada|curso|sezon|rok szkolny|kausi|lukuvuosi|seizoen|schooljaar|stagione|l[äa]s[åa]r)(?:$|[^\p{L}])/iu;

/** True for titles that speak of years that run over New Year. */
export const isSeasonTitle = (title: string) => SEASON.test(title.replaceAll('_', ' '));

const MONTH =
  /(?:^|[^\p{L}])(?:months?|monat|mois|mes|miesi[ąa]c|kuukausi|maand|mese|m[êe]s|m[åa]nad|måned|měsíc)(?:$|[^\p{L}])/iu;

/** True for titles that speak of months. */
export const isMonthTitle = (title: string) => MONTH.test(title.replaceAll('_', ' '));
