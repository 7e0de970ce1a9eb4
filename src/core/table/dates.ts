/** Reading dates as people write them. Each shape reads one way of writing; a column has one shape. */
import { LOCALES, localeOf } from '../text/locale.ts';
import { dateOf, daysInMonth, isoWeekStart } from '../time/calendar.ts';
import type { Interval } from '../time/interval.ts';

export interface DateShape {
  id: string;
  /** how the shape is named in a remark */
  name: string;
  /** the finest interval that this way of writing can mean */
  least: Interval;
  /** the date in ms UTC (the start of a period), or null when the text is not of this shape */
  read(text: string): number | null;
}

const monthNumbers = new Map<string, number>();
for (const id of LOCALES) {
  const locale = localeOf(id);
  for (const names of [locale.months, locale.monthsShort])
    names.forEach((name, month) => {
      monthNumbers.set(name.toLowerCase().replace(/\.$/, ''), month);
    });
}
monthNumbers.set('sept', 8);

const monthNamed = (name: string) => monthNumbers.get(name.toLowerCase().replace(/\.$/, ''));
const fullYear = (text: string) => (text.length === 2 ? 2000 + Number(text) : Number(text));

/** A calendar day, or null for one that does not exist (31 February). `month` counts from 1. */
function day(year: number, month: number, date: number): number | null {
  if (!(year >= 1000 && month >= 1 && month <= 12 && date >= 1)) return null;
  return date <= daysInMonth(year, month - 1) ? dateOf(year, month - 1, date) : null;
}

const clock = (hours = '0', minutes = '0', seconds = '0') =>
  Number(hours) * 3_600_000 + Number(minutes) * 60_000 + Number(seconds) * 1000;

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
function plainIso(text: string): number | null {
  if (text.length !== 10 || text[4] !== '-' || text[7] !== '-') return null;
  return day(pairAt(text, 0) * 100 + pairAt(text, 2), pairAt(text, 5), pairAt(text, 8));
}

function shape(
  id: string,
  name: string,
  least: Interval,
  pattern: RegExp,
  read: (found: string[]) => number | null,
  quick: (text: string) => number | null = () => null,
): DateShape {
  return {
    id,
    name,
    least,
    read: remembering((text) => {
      const known = quick(text);
      if (known !== null) return known;
      const found = pattern.exec(text.trim());
      return found ? read(found.map((part) => part ?? '')) : null;
    }),
  };
}

const WORD = '(\\p{L}{3,}\\.?)';

/** Shapes tried in order; the first of those that read most cells of a column wins. */
export const DATE_SHAPES: readonly DateShape[] = [
  shape(
    'iso',
    'year-month-day',
    'day',
    /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[T ](\d{1,2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?(?:Z|\+00:?00)?)?$/,
    ([, y, m, d, hours, minutes, seconds]) => {
      const at = day(Number(y), Number(m), Number(d));
      if (at === null || Number(hours) > 23 || Number(minutes) > 59 || Number(seconds) > 59) return null;
      return at + clock(hours || '0', minutes || '0', seconds || '0');
    },
    plainIso,
  ),
  shape('iso-month', 'year-month', 'month', /^(\d{4})[-/.](\d{1,2})$/, ([, y, m]) => day(Number(y), Number(m), 1)),
  shape('day-dot', 'day.month.year', 'day', /^(\d{1,2})\.\s?(\d{1,2})\.\s?(\d{4}|\d{2})$/, ([, d, m, y = '']) =>
    day(fullYear(y), Number(m), Number(d)),
  ),
  shape('month-day', 'month/day/year', 'day', /^(\d{1,2})([/-])(\d{1,2})\2(\d{4}|\d{2})$/, ([, m, , d, y = '']) =>
    day(fullYear(y), Number(m), Number(d)),
  ),
  shape('day-month', 'day/month/year', 'day', /^(\d{1,2})([/-])(\d{1,2})\2(\d{4}|\d{2})$/, ([, d, , m, y = '']) =>
    day(fullYear(y), Number(m), Number(d)),
  ),
  shape(
    'day-name',
    'day, month name and year',
    'day',
    new RegExp(`^(\\d{1,2})\\.?[ -]${WORD}[ -,]\\s?(\\d{4}|\\d{2})$`, 'u'),
    ([, d, name = '', y = '']) => {
      const month = monthNamed(name);
      return month === undefined ? null : day(fullYear(y), month + 1, Number(d));
    },
  ),
  shape(
    'name-day',
    'month name, day and year',
    'day',
    new RegExp(`^${WORD} (\\d{1,2}),? (\\d{4})$`, 'u'),
    ([, name = '', d, y]) => {
      const month = monthNamed(name);
      return month === undefined ? null : day(Number(y), month + 1, Number(d));
    },
  ),
  shape(
    'name-year',
    'month name and year',
    'month',
    new RegExp(`^${WORD}[ \\-/'’]{1,2}(\\d{4}|\\d{2})$`, 'u'),
    ([, name = '', y = '']) => {
      const month = monthNamed(name);
      return month === undefined ? null : day(fullYear(y), month + 1, 1);
    },
  ),
  shape('week', 'ISO week', 'week', /^(\d{4})[- ]?W(\d{1,2})$/i, ([, y, w]) => isoWeekStart(Number(y), Number(w))),
  shape('quarter', 'year and quarter', 'quarter', /^(\d{4})[- ]?[QKT]([1-4])$/i, ([, y, q]) =>
    day(Number(y), Number(q) * 3 - 2, 1),
  ),
  shape('quarter-first', 'quarter and year', 'quarter', /^[QKT]([1-4])[- /]?(\d{4}|\d{2})$/i, ([, q, y = '']) =>
    day(fullYear(y), Number(q) * 3 - 2, 1),
  ),
  shape('fiscal', 'fiscal year', 'year', /^FY ?(\d{4}|\d{2})(?:[/-]\d{2})?$/i, ([, y = '']) => day(fullYear(y), 1, 1)),
];

/** A bare year; only taken as a date where the column's title or place says so. */
export const YEAR_SHAPE: DateShape = shape('year', 'year', 'year', /^(1[5-9]\d\d|2[01]\d\d)$/, ([, y]) =>
  day(Number(y), 1, 1),
);

const YEAR_WORDS = 'fiscal year|year|fy|jahr|année|annee|an|año|ano|rok|vuosi';

/** How surely a title says that its column holds years: it is just the word, it holds the word, or neither. */
export function yearTitle(title: string): 'is' | 'has' | 'no' {
  if (new RegExp(`^\\s*(?:${YEAR_WORDS})\\s*$`, 'iu').test(title)) return 'is';
  return new RegExp(`(^|[^\\p{L}])(?:${YEAR_WORDS})($|[^\\p{L}])`, 'iu').test(title) ? 'has' : 'no';
}

const BUCKET = /^\d{1,2}(?::\d{2})?\s?[–—-]\s?\d{1,2}(?::\d{2})?(?:\s?h)?$/;
const CLOCK = /^\d{1,2}:\d{2}$/;
const WEEK_NUMBER = /^W\d{1,2}$/i;
const WEEKDAY = /^(mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?$/i;

/** True when all texts are times of day, ranges of them, weekdays or month names: categories with an order of their own. */
export function areOrdered(texts: readonly string[]): boolean {
  const all = (test: (text: string) => boolean) => texts.length > 0 && texts.every((text) => test(text.trim()));
  return (
    all((text) => BUCKET.test(text)) ||
    all((text) => CLOCK.test(text)) ||
    all((text) => WEEKDAY.test(text)) ||
    all((text) => WEEK_NUMBER.test(text)) ||
    all((text) => monthNamed(text) !== undefined)
  );
}
