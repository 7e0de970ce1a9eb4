/** Words by hand and the data they were written for: when the data move on, what of the words no longer stands. */

import { saysSomething } from '../fact/lexicon.ts';
import { placeAlone } from '../fact/say.ts';
import type { SentencePart } from '../text/fact-ref.ts';
import { cutTo } from '../text/letters.ts';
import { LOCALES, type Locale, localeOf } from '../text/locale.ts';
import { formatNumber } from '../text/number.ts';
import type { Words } from '../text/rich.ts';
import { roundedTo } from '../text/rounding.ts';
import { typedIn, type Written, writtenForNone } from '../text/written.ts';
import { type Spoken, spokenIn } from './facts.ts';
import type { ResolvedFigure } from './resolve.ts';
import { statementsIn, type Untrue, untrueNow } from './stated.ts';
import { countsOther, hasWords, namesPlace, numbersIn, type TypedNumber } from './typed-numbers.ts';

const ENGLISH = localeOf(LOCALES[0]);

/** The last place with a value of what is drawn. */
function untilOf(all: readonly Spoken[]): number | string | null {
  let last: number | string | null = null;
  for (const { series } of all) {
    const { from, until } = series.shown;
    for (let entry = until - 1; entry >= from; entry--) {
      if (series.values[entry] === null || series.values[entry] === undefined) continue;
      const key = series.keys[entry] ?? null;
      if (last === null || (typeof key === 'number' && typeof last === 'number' && key > last)) last = key;
      break;
    }
  }
  return last;
}

/** Which value a typed number is: of the entries that are written alike the latest one, of the first line that has one. */
function valueMeant(all: readonly Spoken[], number: TypedNumber, text: string, locale: Locale) {
  const { value, decimals } = number;
  for (const { line, panel, series } of all) {
    if (countsOther(number, text, series, locale)) continue;
    const { from, until } = series.shown;
    for (let entry = until - 1; entry >= from; entry--) {
      const known = series.values[entry];
      const key = series.keys[entry];
      if (known === null || known === undefined || key === undefined || roundedTo(known, decimals) !== value) continue;
      return { line: line.line.id, panel, at: key };
    }
  }
  return null;
}

/** The first place that is drawn. */
function fromOf(all: readonly Spoken[]): number | string | null {
  const places = all.flatMap(({ series }) => series.keys[series.shown.from] ?? []);
  return places.length > 0 && places.every((place) => typeof place === 'number') ? Math.min(...places) : null;
}

/** How a place along the axis is written. */
function placeSayer(all: readonly Spoken[], locale: Locale): (place: number | string) => string {
  const series = all[0]?.series;
  return (place) =>
    series && typeof place === 'number' ? placeAlone({ ...series, keys: [place] }, 0, locale) : String(place);
}

/** For which data words are written now; null for words without a typed letter or digit. */
export function writtenFor(figure: ResolvedFigure, words: Words, locale: Locale): Written | null {
  const none = writtenForNone(words);
  if (!none) return null;
  const text = none.of;
  const all = spokenIn(figure);
  const first = fromOf(all);
  const series = all[0]?.series;
  const isNamed = first !== null && series !== undefined && namesPlace(text, series, first, locale);
  const stated = statementsIn(figure, text, locale);
  const numbers = numbersIn(text, locale).flatMap((number) => {
    const meant = stated.numbers.has(number.text) ? null : valueMeant(all, number, text, locale);
    const { value, decimals } = number;
    return meant ? [{ text: cutTo(number.text, 60), value, decimals, ...meant }] : [];
  });
  return {
    ...none,
    from: isNamed ? first : null,
    until: untilOf(all),
    numbers: numbers.slice(0, 40),
    statements: stated.statements,
  };
}

/** What of words by hand no longer stands. */
export interface Stale {
  /** where they begin, where the words name that */
  start: { was: string; now: string } | null;
  /** where the data ended and end now, as it is said; null where that did not change */
  end: { was: string; now: string } | null;
  numbers: { text: string; now: string | null }[];
  statements: Untrue[];
}

/** Whether words are left behind when the data end later: they name where those ended, or say something of them besides what is held against them. */
function hangsOnEnd(all: readonly Spoken[], { of, until, statements }: Written, locale: Locale): boolean {
  const series = all[0]?.series;
  if (series === undefined || until === null) return false;
  const year = typeof until === 'number' && series.interval !== null ? String(new Date(until).getUTCFullYear()) : '';
  const last = untilOf(all);
  const isOtherYear = typeof last === 'number' && String(new Date(last).getUTCFullYear()) !== year;
  // A report may have another language by now than that in which they were typed.
  const isNamed = LOCALES.some((id) => namesPlace(of, series, until, localeOf(id)));
  if (isNamed || (isOtherYear && hasWords(of, year))) return true;
  return statements.length === 0 && saysSomething(of, locale);
}

/** What no longer stands of words that were written for other data, and what is true instead, in the form that stands in them; null where all does. */
export function staleness(
  figure: ResolvedFigure,
  words: Words,
  written: Written | null,
  locale: Locale,
  part: SentencePart = 'sentence',
): Stale | null {
  if (written === null || written.of !== typedIn(words)) return null;
  const all = spokenIn(figure);
  // What is said of the words is said in the language of the application.
  const say = placeSayer(all, ENGLISH);
  const movedTo = (was: number | string | null, now: number | string | null) =>
    was === null || now === null || was === now ? null : { was: say(was), now: say(now) };
  const start = movedTo(written.from, fromOf(all));
  const statements = untrueNow(figure, written.statements, locale, part);
  const end = hangsOnEnd(all, written, locale) ? movedTo(written.until, untilOf(all)) : null;
  const numbers = written.numbers.flatMap(({ text, value: typed, decimals, line, panel, at }) => {
    const one = all.find((spoken) => spoken.line.line.id === line && spoken.panel === panel);
    const value = one?.series.values[one.series.keys.indexOf(at)] ?? null;
    if (value !== null && roundedTo(value, decimals) === typed) return [];
    return [{ text, now: value === null ? null : formatNumber(value, decimals, locale) }];
  });
  const isStale = start !== null || end !== null || numbers.length > 0 || statements.length > 0;
  return isStale ? { start, end, numbers, statements } : null;
}
