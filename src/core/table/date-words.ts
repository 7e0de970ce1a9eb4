/** Dates that hold the name of a month, in the languages of the locales and their neighbours: their numbers before and after it. */
import { LOCALES, localeOf } from '../text/locale.ts';
import names from './calendar-names.json' with { type: 'json' };

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
for (const [month, forms] of names.months.entries()) for (const name of list(forms)) MONTHS.set(name, month);
// Polish says "w styczniu".
add(list('styczniu lutym marcu kwietniu maju czerwcu lipcu sierpniu wrześniu październiku listopadzie grudniu'));
// Finnish says "tammikuussa" and "tammikuun".
const FINNISH = list('tammi helmi maalis huhti touko kesä heinä elo syys loka marras joulu');
for (const ending of ['kuussa', 'kuun', 'k']) add(FINNISH.map((stem) => stem + ending));
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

/** Which days of the week a word may name, from 0 for Sunday; short ones differ between languages. */
const WEEKDAYS = new Map<string, Set<number>>();
for (const [day, forms] of names.weekdays.entries())
  for (const name of list(forms)) WEEKDAYS.set(name, (WEEKDAYS.get(name) ?? new Set()).add(day));
for (const [name, day] of [
  ['sonnabend', 6],
  ['tues', 2],
  ['weds', 3],
  ['thur', 4],
  ['thurs', 4],
] as const)
  WEEKDAYS.set(name, new Set([day]));

const WEEKDAY = /^(\p{L}{2,}(?:-feira)?)\.?,?\s+(?=\d)/u;

/**
 * A date without the day of the week before it, and which days that may be;
 * `days` is null where none stands there.
 */
export function withoutWeekday(text: string): { rest: string; days: ReadonlySet<number> | null } {
  const found = /^\d/.test(text) ? null : WEEKDAY.exec(text);
  const days = found && WEEKDAYS.get(plainLetters(found[1] ?? '').replace(/-feira$/, ''));
  return found && days ? { rest: text.slice(found[0].length), days } : { rest: text, days: null };
}

/** Words and endings that stand in dates and say nothing of them. */
const FILLING = new Set([
  ...WEEKDAYS.keys(),
  ...list('st nd rd th er re o a in im en de del d of the w we z au le la el los dem den am on feira'),
]);

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
  let isWeekday = false;
  const before: string[] = [];
  const after: string[] = [];
  for (const word of plainLetters(text).match(/\p{L}+|\d+/gu) ?? []) {
    if (/\d/.test(word)) {
      (month === null ? before : after).push(word);
      continue;
    }
    const named = MONTHS.get(word);
    if (named !== undefined && month === null) month = named;
    // “mar. 3 janv. 2023” begins with a Tuesday, which March is called as well.
    else if (named !== undefined && isWeekday && before.length === 0) {
      month = named;
      before.push(...after.splice(0));
      isWeekday = false;
      continue;
    } else if (!FILLING.has(word)) return null;
    isWeekday ||= WEEKDAYS.has(word);
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
