/** Texts that have an order of their own. */
import { dateWords, monthNamed } from './date-words.ts';

const BUCKET = /^\d{1,2}(?::\d{2})?\s?[–—-]\s?\d{1,2}(?::\d{2})?(?:\s?h)?$/;
const CLOCK = /^\d{1,2}:\d{2}$/;
const WEEK_NUMBER = /^W\d{1,2}$/i;
const WEEKDAY = /^(mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?$/i;

/** A day of a month without its year: “01-Jan”. */
function isDayOfMonth(text: string): boolean {
  if (/^(?:0?[1-9]|[12]\d|3[01])\.(?:0?[1-9]|1[0-2])\.$/.test(text)) return true;
  const words = dateWords(text);
  const [day, ...others] = words ? [...words.before, ...words.after] : [];
  return day !== undefined && others.length === 0 && day.length <= 2 && Number(day) >= 1 && Number(day) <= 31;
}

/** True when all texts are times of day, ranges of them, weekdays, month names or days of a month: categories with an order of their own. */
export function areOrdered(texts: readonly string[]): boolean {
  const all = (test: (text: string) => boolean) => texts.length > 0 && texts.every((text) => test(text.trim()));
  return (
    all((text) => BUCKET.test(text)) ||
    all((text) => CLOCK.test(text)) ||
    all((text) => WEEKDAY.test(text)) ||
    all((text) => WEEK_NUMBER.test(text)) ||
    all((text) => monthNamed(text) !== undefined) ||
    all(isDayOfMonth)
  );
}
