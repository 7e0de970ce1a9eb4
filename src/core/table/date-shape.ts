/** A way of writing dates, and what such ways are made of: patterns, names of months, a time of day, marks that stand after a date. */
import { dateOf, daysInMonth } from '../time/calendar.ts';
import type { Interval } from '../time/interval.ts';
import { dateWords, plainLetters, withoutWeekday } from './date-words.ts';

export interface DateShape {
  id: string;
  /** how the shape is named in a remark */
  name: string;
  /** the finest interval that this way of writing can mean */
  least: Interval;
  /** its texts are as often numbers or codes, so that the whole column must bear it out */
  weak?: boolean;
  /** the date in ms UTC (the start of a period), or null when the text is not of this shape */
  read(text: string): number | null;
}

/** Years in two digits are those from 1950 to 2049. */
export function fullYear(text: string): number {
  const year = Number(text);
  if (text.length !== 2) return year;
  return year < 50 ? 2000 + year : 1900 + year;
}

/** A calendar day, or null for one that does not exist (31 February). `month` counts from 1. */
export function day(year: number, month: number, date: number): number | null {
  if (!(year >= 1000 && year < 10_000 && month >= 1 && month <= 12 && date >= 1)) return null;
  return date <= daysInMonth(year, month - 1) ? dateOf(year, month - 1, date) : null;
}

/** Reads texts through a memory of the last one: rows of a long table often repeat their date. */
function remembering(read: (text: string) => number | null): (text: string) => number | null {
  let lastText: string | undefined;
  let lastValue: number | null = null;
  return (text) => {
    if (text !== lastText) {
      lastValue = read(text);
      lastText = text;
    }
    return lastValue;
  };
}

/** Two decimal digits at a place of a text, or NaN. */
function pairAt(text: string, at: number): number {
  const tens = text.charCodeAt(at) - 48;
  const ones = text.charCodeAt(at + 1) - 48;
  return tens >= 0 && tens <= 9 && ones >= 0 && ones <= 9 ? tens * 10 + ones : Number.NaN;
}

/** A day written as ten letters, 2026-03-05, which most long tables have; null for any other text. */
export function plainIso(text: string): number | null {
  if (text.length !== 10 || text[4] !== '-' || text[7] !== '-') return null;
  return day(pairAt(text, 0) * 100 + pairAt(text, 2), pairAt(text, 5), pairAt(text, 8));
}

const CLOCK_AFTER =
  /[T ,]\s*(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,](\d{1,6}))?)?\s*([ap])?\.?(?:m\.?)?\s*(?:Z|UTC|GMT|[+-]\d{2}(?::?\d{2})?)?$/i;

/** A text parted into its date and its time of day in ms; null where the time is impossible. Offsets are left out: times are taken as written. */
function withoutClock(text: string): { date: string; clock: number } | null {
  if (!text.includes(':')) return { date: text, clock: 0 };
  const found = CLOCK_AFTER.exec(text);
  if (!found) return null;
  const [all, h = '', m = '', s = '0', fraction = '', half] = found;
  let hours = Number(h);
  if (half) {
    if (hours < 1 || hours > 12) return null;
    hours = (hours % 12) + (half.toLowerCase() === 'p' ? 12 : 0);
  }
  // 24:00 is the end of a day.
  const isEnd = hours === 24 && Number(m) === 0 && Number(s) === 0;
  if ((hours > 23 && !isEnd) || Number(m) > 59 || Number(s) > 59) return null;
  const ms = Number(fraction.padEnd(3, '0').slice(0, 3));
  return { date: text.slice(0, -all.length), clock: hours * 3_600_000 + Number(m) * 60_000 + Number(s) * 1000 + ms };
}

type Read = (text: string) => number | null;

/** Marks of footnotes and flags after a date: 2021*, 2021¹, 2021 (p), 2021 p. */
const MARKS = /(?:\s?[*†‡§¹²³⁴-⁹]{1,3}|\s?\([a-z]{1,4}\.?\)|(?<=\d)\s?(?:[pe]|est|prov|rev)\.?)$/;
const mayBeMarked = (text: string) => {
  const last = text.charCodeAt(text.length - 1);
  return (
    last > 127 ||
    last === 41 ||
    last === 42 ||
    last === 101 ||
    last === 112 ||
    last === 46 ||
    last === 116 ||
    last === 118
  );
};

/** The mark after a date, or null. */
export const markOfDate = (text: string): string | null =>
  mayBeMarked(text) && !text.includes(':') ? (MARKS.exec(text.trim())?.[0].trim() ?? null) : null;

/** Reads a date, and where that fails the date before a mark. */
const unmarked = (text: string, read: Read): number | null => {
  const at = read(text);
  if (at !== null || !mayBeMarked(text)) return at;
  const bare = text.replace(MARKS, '');
  return bare === text ? null : read(bare);
};

export const byPattern =
  (pattern: RegExp, read: (found: string[]) => number | null): Read =>
  (text) => {
    const found = pattern.exec(text);
    return found ? read(found.map((part) => part ?? '')) : null;
  };

export const shape = (id: string, name: string, least: Interval, read: Read, weak = false): DateShape => ({
  id,
  name,
  least,
  read: remembering((text) => unmarked(text.trim(), read)),
  ...(weak && { weak }),
});

const SPAN = /^(.*\d)\s*[-–—]\s*(\d.*)$/;

/** The first of two times or days of a span: “01.03.2023 00:00 - 01:00”; any other text as it is. */
function startOfSpan(text: string): string {
  const [, from = '', until = ''] = (text.length > 16 && SPAN.exec(text)) || [];
  const isClock = /\d:\d\d$/.test(from) && /^\d{1,2}:\d\d$|\d:\d\d$/.test(until);
  const areDays =
    /\d{4}$/.test(from) && /\d{4}$/.test(until) && from.length + 3 >= until.length && from.length <= until.length + 3;
  return isClock || (areDays && from.length >= 8) ? from.trim() : text;
}

/** A shape of days, which may have a time of day after them. */
export function dayShape(id: string, name: string, read: Read, quick: Read = () => null): DateShape {
  const atOf = (text: string): number | null => {
    const parts = withoutClock(startOfSpan(text));
    const at = parts && read(parts.date);
    return parts && at !== null ? at + parts.clock : null;
  };
  return {
    id,
    name,
    least: 'day',
    read: remembering((text) => {
      const known = quick(text);
      if (known !== null) return known;
      return unmarked(text.trim(), (bare) => {
        const at = atOf(bare);
        if (at !== null) return at;
        // “Mar” may be a Tuesday; it is taken for one only where it is no March.
        const { rest, days } = withoutWeekday(bare);
        const own = days ? atOf(rest) : null;
        // A day of the week decides between 3 April and 4 March.
        return own !== null && days?.has(new Date(own).getUTCDay()) ? own : null;
      });
    }),
  };
}

/** A shape with the name of a month, by how many numbers stand before and after it. */
export const wordShape = (
  id: string,
  name: string,
  before: number,
  after: number,
  read: (month: number, before: readonly string[], after: readonly string[]) => number | null,
): DateShape => {
  const ofText: Read = (text) => {
    const words = dateWords(text);
    return words && words.before.length === before && words.after.length === after
      ? read(words.month + 1, words.before, words.after)
      : null;
  };
  return before + after > 1 ? dayShape(id, name, ofText) : shape(id, name, 'month', ofText);
};

/** The same patterns over lower case letters without accents. */
export const byLetters =
  (pattern: RegExp, read: (found: string[]) => number | null): Read =>
  (text) =>
    text.length > LONGEST_WORDS ? null : byPattern(pattern, read)(plainLetters(text));
const LONGEST_WORDS = 40;
