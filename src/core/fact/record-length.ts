/** From what length on a line is a record, in which something can be the highest ever or for the first time. */
import { DAY } from '../time/calendar.ts';
import { partsOf } from '../time/interval.ts';
import type { RecordLength } from './claim.ts';
import type { Known } from './known.ts';

/** A year of the calendar, on average. */
const YEAR = 365.2425 * DAY;

/** So many values of years are a record. */
const YEARS = 10;
/** So many years of quarters or months are a record, and so many of what is shorter. */
const OF_MONTHS = 5;
const OF_DAYS = 3;
const MONTHS: Readonly<Partial<Record<string, number>>> = { month: 1, quarter: 3, 'half-year': 6 };

/** Whether finished values are many enough that “on record” and “for the first time” say something of more than the table. */
function isLong({ series: { interval, keys }, all }: Pick<Known, 'series' | 'all'>): boolean {
  if (interval === null) return false;
  const { base } = partsOf(interval);
  if (base === 'year') return all.length >= YEARS;
  const [first, last] = [keys[all[0] ?? -1], keys[all.at(-1) ?? -1]];
  if (typeof first !== 'number' || typeof last !== 'number') return false;
  // The last period counts with its length.
  const months = MONTHS[base];
  return (last - first) / YEAR + (months ?? 0) / 12 > (months === undefined ? OF_DAYS : OF_MONTHS) - 0.01;
}

/**
 * What may be said of the length of a line's record. Where the user said when it
 * begins, the words name that year; of a line that does not go back so far
 * nothing is a record, whatever its length.
 */
export function recordLength(known: Pick<Known, 'series' | 'all'>): RecordLength {
  const { interval, keys, recordsFrom } = known.series;
  if (recordsFrom === undefined || interval === null)
    return isLong(known) ? { record: true, begins: null } : { record: false };
  const first = keys[known.all[0] ?? -1];
  const goesBack = typeof first === 'number' && new Date(first).getUTCFullYear() <= recordsFrom;
  return goesBack ? { record: true, begins: recordsFrom } : { record: false };
}
