/** What a sentence with a verb says beside what its short form does: verbs claim more than a colon. */

import type { Language } from '../text/language.ts';
import { roundedTo } from '../text/rounding.ts';
import type { Fact } from './claim.ts';
import { seasonWords } from './season-words.ts';
import { decimalsOfSeries, type FactSeries } from './series.ts';

/** Which way a value went, as both are written. */
function wayBetween(series: FactSeries, from: number, at: number): 'up' | 'down' | 'same' {
  const decimals = decimalsOfSeries(series);
  const written = (entry: number) => roundedTo(series.values[entry] ?? 0, decimals);
  const difference = written(at) - written(from);
  return difference === 0 ? 'same' : difference > 0 ? 'up' : 'down';
}

/** The last entry before one that has a value. */
function entryBefore({ values }: FactSeries, at: number): number | undefined {
  for (let entry = at - 1; entry >= 0; entry--) if (values[entry] !== null) return entry;
  return undefined;
}

/** Whether nothing is told of what comes before or after an entry: what still rises has not peaked, and names have no course. */
function isAtEdge({ interval, shown, finished, values }: FactSeries, entry: number): boolean {
  const isTold = (at: number) => at >= shown.from && at < Math.min(shown.until, finished) && values[at] !== null;
  const told = values.flatMap((_, at) => (isTold(at) ? at : []));
  return interval === null || entry === told[0] || entry === told.at(-1);
}

const yes = (is: boolean) => (is ? 'yes' : 'no');

/** Places of a spoken sentence that its short form does not have; `place` says an entry as in “in July 2026”. */
export function spokenPlaces(
  { series, claim }: Fact,
  place: (entry: number) => string,
  language: Language,
): Record<string, string> {
  switch (claim.kind) {
    case 'first':
      return { way: wayBetween(series, claim.from, claim.at) };
    case 'since':
    case 'record': {
      const before = entryBefore(series, claim.at);
      return { way: before === undefined ? 'same' : wayBetween(series, before, claim.at) };
    }
    case 'high':
    case 'low':
      return { edge: yes(isAtEdge(series, claim.at)) };
    case 'crossing':
      return { inSince: place(claim.since), now: yes(claim.since === claim.at) };
    case 'rank':
      return claim.among === 'season'
        ? { seasonWords: seasonWords(Number(series.keys[claim.at]), series.interval, language) }
        : {};
    default:
      return {};
  }
}
