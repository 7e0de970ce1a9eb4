/** How places along the axis of a figure are written in running text, and which entry of a line is its latest. */
import type { Locale } from '../text/locale.ts';
import { msOf } from '../time/calendar.ts';
import { formatPeriod } from '../time/format.ts';
import type { ResolvedLine, ResolvedPlot } from './resolve.ts';

/** Writes where along the axis an entry of a line stands, as in "July 2026". */
export function placeWriter({ across }: ResolvedPlot, locale: Locale): (at: string) => string {
  if (across.kind !== 'date') return (at) => at;
  return (at) => formatPeriod(msOf(at), across.interval, locale);
}

/** Index of the last entry that has a value and is finished; of an unfinished line, its last value. */
export function latestOf({ values, unfinished }: ResolvedLine): number {
  const found = values.findLastIndex((value, index) => value !== null && index < unfinished);
  return found >= 0 ? found : values.findLastIndex((value) => value !== null);
}
