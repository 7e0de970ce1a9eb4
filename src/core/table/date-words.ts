/** Dates that hold the name of a month, in the languages of the locales: their numbers before and after it. */
import { LOCALES, localeOf } from '../text/locale.ts';

/** Lower case letters without their accents. */
export const plainLetters = (text: string) =>
  text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase().replaceAll('ł', 'l');

const MONTHS = new Map<string, number>();

const add = (names: readonly string[]) =>
  names.forEach((name, month) => {
    MONTHS.set(plainLetters(name).replace(/\.$/, ''), month);
  });

for (const id of LOCALES) {
  add(localeOf(id).months);
  add(localeOf(id).monthsShort);
  add(localeOf(id).monthsInDate ?? []);
}
const list = (text: string) => text.split(' ');
// Polish says "12 stycznia" and "w styczniu".
add(list('stycznia lutego marca kwietnia maja czerwca lipca sierpnia września października listopada grudnia'));
add(list('styczniu lutym marcu kwietniu maju czerwcu lipcu sierpniu wrześniu październiku listopadzie grudniu'));
// Finnish says "tammikuuta", "tammikuussa" and "tammikuun".
const FINNISH = list('tammi helmi maalis huhti touko kesä heinä elo syys loka marras joulu');
for (const ending of ['kuuta', 'kuussa', 'kuun', 'k']) add(FINNISH.map((stem) => stem + ending));
for (const [name, month] of [
  ['sept', 8],
  ['janner', 0],
  ['jaenner', 0],
  ['feber', 1],
  ['mrz', 2],
  ['maerz', 2],
  ['fev', 1],
  ['fevr', 1],
  ['sep', 8],
  ['set', 8],
  ['setiembre', 8],
] as const)
  MONTHS.set(name, month);

/** The month (from 0) that a word names. */
export const monthNamed = (word: string): number | undefined => MONTHS.get(plainLetters(word).replace(/\.$/, ''));

/** Words and endings that stand in dates and say nothing of them. */
const FILLING = new Set(
  list(
    'st nd rd th er re o a in im en de del d of the w we z au le la el los dem den am on ' +
      'mon monday tue tues tuesday wed wednesday thu thur thurs thursday fri friday sat saturday sun sunday ' +
      'montag dienstag mittwoch donnerstag freitag samstag sonnabend sonntag ' +
      'lundi mardi mercredi jeudi vendredi samedi dimanche lun mer jeu ven sam dim ' +
      'lunes martes miercoles jueves viernes sabado domingo mie jue vie sab dom ' +
      'poniedzialek wtorek sroda czwartek piatek sobota niedziela ' +
      'maanantai tiistai keskiviikko torstai perjantai lauantai sunnuntai',
  ),
);

/** A date taken apart at the name of its month. */
export interface DateWords {
  /** from 0 */
  month: number;
  before: readonly string[];
  after: readonly string[];
}

const LONGEST = 40;
const ALLOWED = /^[\p{L}\p{M}\d\s.,\-–/'’ºª]+$/u;

let lastText = '';
let lastWords: DateWords | null = null;

function takeApart(text: string): DateWords | null {
  if (text.length > LONGEST || !/\p{L}{3}/u.test(text) || !/\d/.test(text) || !ALLOWED.test(text)) return null;
  let month: number | null = null;
  const before: string[] = [];
  const after: string[] = [];
  for (const word of plainLetters(text).match(/\p{L}+|\d+/gu) ?? []) {
    if (/\d/.test(word)) {
      (month === null ? before : after).push(word);
      continue;
    }
    const named = MONTHS.get(word);
    if (named !== undefined && month === null) month = named;
    else if (!FILLING.has(word)) return null;
  }
  return month === null ? null : { month, before, after };
}

/** Takes a date apart; null for a text that names no month, or holds what dates do not. */
export function dateWords(text: string): DateWords | null {
  // Several shapes ask for the same text one after the other.
  if (text !== lastText) {
    lastText = text;
    lastWords = takeApart(text);
  }
  return lastWords;
}
