/** Reading dates as people write them. Each shape reads one way of writing; a column has one shape. */

import { DAY, HOUR, isoWeekStart, MINUTE, SECOND } from '../time/calendar.ts';
import {
  byLetters,
  byPattern,
  type DateShape,
  day,
  dayShape,
  fullYear,
  plainIso,
  shape,
  wordShape,
} from './date-shape.ts';
import { monthNamed } from './date-words.ts';

const ROMAN = ['i', 'ii', 'iii', 'iv'];
const ROMAN_MONTHS = [...ROMAN, 'v', 'vi', 'vii', 'viii', 'ix', 'x', 'xi', 'xii'];
const partNumber = (text: string) => (/\d/.test(text) ? Number(text) : ROMAN.indexOf(text) + 1);
const quarterOf = (year: string, quarter: string) => day(fullYear(year), partNumber(quarter) * 3 - 2, 1);
const halfOf = (year: string, half: string) => day(fullYear(year), partNumber(half) * 6 - 5, 1);

const ORDINAL = '(?:\\.|st|nd|rd|th|er|re|e|o|º|ª|°)?';
const YEAR = "(?:of |de |du )?['’]?(\\d{4}|\\d{2})";
const QUARTER_WORD =
  '(?:quarters?|quartal|vierteljahr|vj\\.?|trimestre|trim\\.?|kwartal|kwartaal|kvartal|kv\\.?|kw\\.?|neljannes|nelj\\.?|vuosineljannes|qtr\\.?)';
const HALF_WORD = '(?:half(?:[- ]year)?|halbjahr|hj\\.?|semestre|polrocze|puolivuosi)';
const WEEK_WORD = '(?:w|kw|wk|week|woche|vko|viikko|semaine|sem|semana|tydzien|tydz\\.?|s|v)';

const YEAR_FIRST = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/;

/** Shapes tried in order; the first of those that read most cells of a column wins. */
export const DATE_SHAPES: readonly DateShape[] = [
  dayShape(
    'iso',
    'year-month-day',
    byPattern(YEAR_FIRST, ([, y, m, d]) => day(Number(y), Number(m), Number(d))),
    plainIso,
  ),
  shape(
    'iso-month',
    'year-month',
    'month',
    byPattern(/^(\d{4})[-/](\d{1,2})$/, ([, y, m]) => day(Number(y), Number(m), 1)),
  ),
  dayShape(
    'day-dot',
    'day.month.year',
    byPattern(/^(\d{1,2})\.\s?(\d{1,2})\.\s?(\d{4}|\d{2})$/, ([, d, m, y = '']) =>
      day(fullYear(y), Number(m), Number(d)),
    ),
  ),
  dayShape(
    'month-day',
    'month/day/year',
    byPattern(/^(\d{1,2})([/-])(\d{1,2})\2(\d{4}|\d{2})$/, ([, m, , d, y = '']) =>
      day(fullYear(y), Number(m), Number(d)),
    ),
  ),
  dayShape(
    'day-month',
    'day/month/year',
    byPattern(/^(\d{1,2})([/-])(\d{1,2})\2(\d{4}|\d{2})$/, ([, d, , m, y = '']) =>
      day(fullYear(y), Number(m), Number(d)),
    ),
  ),
  wordShape('day-name', 'day, month name and year', 1, 1, (month, [d], [y = '']) =>
    d !== undefined && d.length <= 2 ? day(fullYear(y), month, Number(d)) : null,
  ),
  wordShape('name-day', 'month name, day and year', 0, 2, (month, _, [d = '', y = '']) =>
    d.length <= 2 && y.length === 4 ? day(Number(y), month, Number(d)) : null,
  ),
  wordShape('name-year', 'month name and year', 0, 1, (month, _, [y = '']) =>
    y.length === 4 || y.length === 2 ? day(fullYear(y), month, 1) : null,
  ),
  wordShape('year-name', 'year and month name', 1, 0, (month, [y = '']) =>
    y.length === 4 ? day(Number(y), month, 1) : null,
  ),
  shape(
    'month-year',
    'month/year',
    'month',
    byPattern(/^(\d{1,2})[-/](\d{4})$/, ([, m, y]) => day(Number(y), Number(m), 1)),
  ),
  shape(
    'month-code',
    'year and month after an M',
    'month',
    byPattern(/^(\d{4})[- ]?M(\d{1,2})$/i, ([, y, m]) => day(Number(y), Number(m), 1)),
  ),
  shape(
    'week-day',
    'ISO week and day',
    'day',
    byPattern(/^(\d{4})-?W(\d{2})-?([1-7])$/i, ([, y, w, d]) => {
      const start = isoWeekStart(Number(y), Number(w));
      return start === null ? null : start + (Number(d) - 1) * DAY;
    }),
  ),
  shape(
    'iso-basic',
    'year, month, day and time without marks',
    'day',
    byPattern(/^(\d{4})(\d{2})(\d{2})T(\d{2})(\d{2})(\d{2})?(?:Z|[+-]\d{2}:?\d{2})?$/, ([, y, mo, d, h, mi, s]) => {
      const at = day(Number(y), Number(mo), Number(d));
      const isClock = Number(h) < 24 && Number(mi) < 60 && Number(s ?? 0) < 60;
      return at === null || !isClock ? null : at + Number(h) * HOUR + Number(mi) * MINUTE + Number(s || 0) * SECOND;
    }),
  ),
  shape(
    'week',
    'ISO week',
    'week',
    byLetters(/^(\d{4})[- /]?(?:w|kw|wk|s|v)[- ]?(\d{1,2})$/, ([, y, w]) => isoWeekStart(Number(y), Number(w))),
  ),
  shape(
    'week-first',
    'ISO week and year',
    'week',
    byLetters(
      new RegExp(`^${WEEK_WORD}\\.?[- ]?(\\d{1,2})(?:[,. /-]+(\\d{4})|[/’'](\\d{2}))$`),
      ([, w, y = '', short = '']) => isoWeekStart(fullYear(y || short), Number(w)),
    ),
  ),
  shape(
    'quarter',
    'year and quarter',
    'quarter',
    byLetters(
      new RegExp(
        `^(\\d{4})[-/. :]*(?:(?:[qkt]|${QUARTER_WORD}) ?([1-4])|([1-4])${ORDINAL} ?(?:[qkt]|${QUARTER_WORD}))$`,
      ),
      ([, y = '', q = '', other = '']) => quarterOf(y, q || other),
    ),
  ),
  shape(
    'quarter-roman',
    'year and quarter in Roman figures',
    'quarter',
    byLetters(/^(\d{4})[-/. ]?t?[-/. ]?(i{1,3}|iv)$/, ([, y = '', q = '']) => quarterOf(y, q)),
  ),
  shape(
    'quarter-first',
    'quarter and year',
    'quarter',
    byLetters(
      new RegExp(
        `^(?:(?:[qkt]|${QUARTER_WORD}) ?([1-4]|i{1,3}|iv)|([1-4]|i{1,3}|iv)${ORDINAL} ?(?:[qkt]|${QUARTER_WORD}))[-/., ]*${YEAR}$`,
      ),
      ([, q, other, y = '']) => quarterOf(y, q || other || ''),
    ),
  ),
  shape(
    'roman-quarter',
    'quarter in Roman figures and year',
    'quarter',
    byLetters(/^(i{1,3}|iv)[-/. ]{1,2}(\d{4})$/, ([, q = '', y = '']) => quarterOf(y, q)),
  ),
  shape(
    'roman-month',
    'month in Roman figures and year',
    'month',
    byLetters(/^(i{1,3}|iv|vi{0,3}|ix|xi{0,2})[-/. ]{1,2}(\d{4})$/, ([, m = '', y = '']) =>
      day(Number(y), ROMAN_MONTHS.indexOf(m) + 1, 1),
    ),
  ),
  shape(
    'fiscal-quarter',
    'fiscal year and quarter',
    'quarter',
    byLetters(/^fy ?['’]?(\d{4}|\d{2})[-/ ]*q ?([1-4])$/, ([, y = '', q = '']) => quarterOf(y, q)),
  ),
  shape(
    'quarter-fiscal',
    'quarter and fiscal year',
    'quarter',
    byLetters(/^q ?([1-4])[-/ ]*fy ?['’]?(\d{4}|\d{2})$/, ([, q = '', y = '']) => quarterOf(y, q)),
  ),
  shape(
    'month-span',
    'first and last month of a quarter, and year',
    'quarter',
    byPattern(/^(\p{L}{3,})\.?\s?[-–]\s?(\p{L}{3,})\.?,?\s+(\d{4})$/u, ([, from = '', until = '', y]) => {
      const [first, last] = [monthNamed(from), monthNamed(until)];
      return first !== undefined && last === first + 2 && first % 3 === 0 ? day(Number(y), first + 1, 1) : null;
    }),
  ),
  shape(
    'half',
    'half-year',
    'half-year',
    byLetters(new RegExp(`^(\\d{4})[-/ ]?(?:h|hy|s|${HALF_WORD}) ?([12])$`), ([, y = '', h = '']) => halfOf(y, h)),
  ),
  shape(
    'half-first',
    'half-year and year',
    'half-year',
    byLetters(
      new RegExp(
        `^(?:(?:h|hy|s|${HALF_WORD}) ?([12]|i{1,2})|([12]|i{1,2})${ORDINAL} ?(?:h|${HALF_WORD}))[-/., ]*${YEAR}$`,
      ),
      ([, h, other, y = '']) => halfOf(y, h || other || ''),
    ),
  ),
  shape(
    'season',
    'years such as 2019/20',
    'year',
    byPattern(/^(?:FY ?)?(\d{4}) ?[/–-] ?(\d{4}|\d{2})$/i, ([, y = '', next = '']) =>
      Number(next) === (Number(y) + 1) % (next.length === 2 ? 100 : 10_000) ? day(Number(y), 1, 1) : null,
    ),
  ),
  shape(
    'fiscal',
    'fiscal year',
    'year',
    byPattern(/^(?:FY|GJ|EX) ?(\d{4}|\d{2})$/i, ([, y = '']) => day(fullYear(y), 1, 1)),
  ),
  shape(
    'season-short',
    'years such as 19/20',
    'year',
    byPattern(/^(\d{2})[/–-](\d{2})$/, ([, y = '', next = '']) =>
      Number(next) === (Number(y) + 1) % 100 ? day(fullYear(y), 1, 1) : null,
    ),
    true,
  ),
  shape(
    'decade',
    'decade',
    '10 years',
    byPattern(/^((?:1[6-9]|20)\d0)(?:['’]?s|er)$/, ([, y]) => day(Number(y), 1, 1)),
  ),
  shape(
    'compact',
    'year, month and day without marks',
    'day',
    byPattern(/^(\d{4})(\d{2})(\d{2})$/, ([, y, m, d]) => day(Number(y), Number(m), Number(d))),
    true,
  ),
  shape(
    'compact-month',
    'year and month without a mark',
    'month',
    byPattern(/^(\d{4})(\d{2})$/, ([, y, m]) => day(Number(y), Number(m), 1)),
    true,
  ),
  shape(
    'compact-week',
    'year and ISO week without a mark',
    'week',
    byPattern(/^(\d{4})(\d{2})$/, ([, y, w]) => isoWeekStart(Number(y), Number(w))),
    true,
  ),
  shape(
    'dot-month',
    'year.month',
    'month',
    byPattern(/^(\d{4})\.(\d{2})$/, ([, y, m]) => day(Number(y), Number(m), 1)),
    true,
  ),
  shape(
    'month-dot',
    'month.year',
    'month',
    byPattern(/^(\d{1,2})\.(\d{4})$/, ([, m, y]) => day(Number(y), Number(m), 1)),
    true,
  ),
  shape(
    'epoch',
    'seconds since 1970',
    'day',
    byPattern(/^(\d{9,10})(?:\.0+)?$/, ([, s]) => Number(s) * 1000),
    true,
  ),
  shape(
    'epoch-ms',
    'milliseconds since 1970',
    'day',
    byPattern(/^(\d{12,13})$/, ([, ms]) => Number(ms)),
    true,
  ),
  shape(
    'serial',
    'days since 30 December 1899',
    'day',
    byPattern(/^(\d{5})(?:\.(\d+))?$/, ([, days, part = '']) => {
      const at = (Number(days) - 25_569) * 86_400_000;
      return at + Math.round((Number(`0.${part || '0'}`) * 86_400_000) / 1000) * 1000;
    }),
    true,
  ),
];

/** A bare year; only taken as a date where the column's title or place says so. */
export const YEAR_SHAPE: DateShape = shape(
  'year',
  'year',
  'year',
  byPattern(/^(1[5-9]\d\d|2[01]\d\d)(?:\.0)?$/, ([, y]) => day(Number(y), 1, 1)),
  true,
);

/** Stamps as days, each the nearest one; only taken where its user says so. */
export const NEAREST_DAY: DateShape = shape('nearest-day', 'year-month-day to the nearest midnight', 'day', (text) => {
  const at = DATE_SHAPES.find(({ id }) => id === 'iso')?.read(text) ?? null;
  return at === null ? null : Math.round(at / DAY) * DAY;
});

/** All shapes, with those that are not tried by themselves. */
export const ALL_SHAPES: readonly DateShape[] = [YEAR_SHAPE, ...DATE_SHAPES, NEAREST_DAY];
