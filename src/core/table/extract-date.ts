/** The date up to which data were taken, where the words around a table say it. */
import { LOCALES, localeOf } from '../text/locale.ts';
import { addUnits, DAY, floorTo } from '../time/calendar.ts';
import { formatPeriod } from '../time/format.ts';
import { unitOf } from '../time/interval.ts';
import type { Column } from './column.ts';
import { DATE_SHAPES } from './dates.ts';
import type { Finding } from './reading.ts';

const ENGLISH = localeOf(LOCALES[0]);
const SAYS =
  /(?:as (?:of|at)|up to|until|through|data to|extract(?:ed)?(?: on)?|retrieved(?: on)?|status|stand|bis|état au|au|al|na dzień|stan na)[:\s]+(.{6,24})/giu;

/** A day that a text names after words such as "as of", "extracted" or "Stand"; null when it names none. */
export function extractDate(text: string): number | null {
  for (const [, found = ''] of text.matchAll(SAYS)) {
    // “Extract as of 12 April” says it twice.
    const after = found.replace(/^(?:as (?:of|at)|on|of|the|vom|am|du|le|del?)[:\s]+/i, '');
    // The longest beginning of the words that is a date with a day.
    for (let end = after.length; end >= 6; end--) {
      const words = after.slice(0, end).replace(/[.,;)\]]+$/, '');
      const shape = DATE_SHAPES.find(({ least, read }) => least === 'day' && read(words) !== null);
      if (shape) return shape.read(words);
    }
  }
  return null;
}

/**
 * Marks the last period of a date column as unfinished when the words around
 * the table say that the data end inside it.
 */
export function markByExtract(column: Column, words: readonly string[]): { column: Column; findings: Finding[] } {
  if (column.kind !== 'date' || column.unfinishedFrom !== undefined) return { column, findings: [] };
  const unit = unitOf(column.interval);
  let last = -Infinity;
  for (const cell of column.cells) if (typeof cell === 'number') last = Math.max(last, cell);
  if (!Number.isFinite(last)) return { column, findings: [] };
  const start = floorTo(last, unit);
  const end = addUnits(start, unit, 1);
  for (const text of words) {
    const at = extractDate(text);
    if (at === null || at < start || at + DAY >= end) continue;
    const finding: Finding = {
      column: column.key,
      text: `${column.title}: ${formatPeriod(start, column.interval, ENGLISH)} is unfinished: “${text}” says that the data end on ${formatPeriod(at, 'day', ENGLISH)}.`,
      others: [{ say: 'It is finished', reading: { unfinished: false } }],
    };
    return { column: { ...column, unfinishedFrom: start }, findings: [finding] };
  }
  return { column, findings: [] };
}
