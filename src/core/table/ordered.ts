/** Texts that have an order of their own. */
import { monthNamed } from './date-words.ts';

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
