/** The highest and the lowest value, and the latest one among all. */
import type { End, Fact } from '../claim.ts';
import type { Known } from '../known.ts';
import { recordLength } from '../record-length.ts';
import { rhythmOf } from '../rhythm.ts';

/** The first entries with the highest and with the lowest value. */
function ends({ entries, series: { values } }: Known, first: number): Readonly<Record<End, number>> {
  let [high, low] = [first, first];
  let [highest, lowest] = [values[first] ?? 0, values[first] ?? 0];
  // Of a million values a loop by index takes a third of the time.
  for (let index = 0; index < entries.length; index++) {
    const entry = entries[index] ?? 0;
    const value = values[entry] ?? 0;
    if (value > highest) [high, highest] = [entry, value];
    else if (value < lowest) [low, lowest] = [entry, value];
  }
  return { high, low };
}

/** All entries with the value of the best one; null where another is written like it, or beyond it, and is none of them. */
function tiesOf(
  { entries, series: { values }, written, decimals }: Known,
  best: number,
  sign: number,
): number[] | null {
  const top = values[best] ?? 0;
  // Only what is near the best can be written like it.
  const near = top - sign * 10 ** -decimals;
  const ties: number[] = [];
  for (let index = 0; index < entries.length; index++) {
    const entry = entries[index] ?? 0;
    const value = values[entry] ?? 0;
    if (value === top) ties.push(entry);
    else if ((value - near) * sign >= 0 && written(entry) * sign >= written(best) * sign) return null;
  }
  return ties;
}

/**
 * Highest and lowest of what is shown, with ties; never where another value is
 * written alike and is none of them. Those that nearly all values share are
 * said only when asked for.
 */
export function extremes(known: Known): Fact[] {
  const { series, entries, all, of } = known;
  const [first] = entries;
  if (first === undefined) return [];
  const best = ends(known, first);
  return (['high', 'low'] as const).flatMap((kind): Fact[] => {
    const sign = kind === 'high' ? 1 : -1;
    const ties = tiesOf(known, best[kind], sign);
    if (!ties || ties.length === entries.length) return [];
    const at = ties.at(-1) ?? first;
    const { from, until } = series.shown;
    const isOutside = (entry: number) => entry < from || entry >= until;
    const part = known.part && all.some((entry) => isOutside(entry) && of(entry) * sign >= of(at) * sign);
    const isRare = entries.length >= 3 && ties.length <= entries.length / 4 + 1;
    const weight = isRare ? (ties.length > 1 ? 15 : 30) : 0;
    return [{ series, claim: { kind, at, ties, part }, points: ties, weight }];
  });
}

/** That the latest value is the highest or lowest for some time, or of all there are. */
export function records(known: Known, at: number): Fact[] {
  const { series, all, of, written } = known;
  if (series.interval === null || all.length < 4) return [];
  const place = all.lastIndexOf(at);
  const near = 10 ** -known.decimals;
  return (['high', 'low'] as const).flatMap((end): Fact[] => {
    const sign = end === 'high' ? 1 : -1;
    let since = place - 1;
    while (since >= 0 && of(all[since] ?? 0) * sign < of(at) * sign) since--;
    const between = all.slice(since + 1, place);
    const isBelow = (entry: number) => (of(at) - of(entry)) * sign > near || written(entry) * sign < written(at) * sign;
    if (!between.every(isBelow)) return [];
    const entry = all[since];
    if (entry === undefined) {
      // What a window leaves out after it can be higher still.
      const isMost = all.every((other) => other === at || isBelow(other));
      const length = recordLength(known);
      // The most of some months is news of less.
      const weight = (length.record ? 90 : 50) + Math.min(10, all.length / 10);
      const claim = { kind: 'record' as const, end, at, count: all.length, ...length };
      return isMost ? [{ series, claim, points: [at], weight }] : [];
    }
    if (between.length < 3 || written(entry) * sign < written(at) * sign) return [];
    // A few months are often a season.
    const isRhythm = between.length < (rhythmOf(known) ?? 0);
    const weight = isRhythm ? 0 : 20 + Math.min(60, 2.5 * between.length);
    return [{ series, claim: { kind: 'since', end, at, since: entry }, points: [entry, at], weight }];
  });
}
