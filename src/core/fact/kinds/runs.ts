/** Rises and falls without a break, and where a line turned. */
import type { Fact, Way } from '../claim.ts';
import type { Known } from '../known.ts';
import { partOfYear, periodOf } from '../places.ts';
import { rhythmOf } from '../rhythm.ts';

/** Which way the step to one of some entries goes, of what was received and not of how it is rounded; null where it is no step of one period. */
function wayTo(known: Known, entries: readonly number[], index: number): Way | null {
  const [before, entry] = [entries[index - 1], entries[index]];
  if (before === undefined || entry === undefined) return null;
  const difference = known.of(entry) - known.of(before);
  if (difference === 0 || (periodOf(known, entry) ?? 0) !== (periodOf(known, before) ?? 0) + 1) return null;
  return difference > 0 ? 'up' : 'down';
}

const LEAST = 3;
/** A line that has only risen for longer than this is known to rise. */
const MOST_NEWS = 12;

/** That the latest value is one of at least three rises or falls without a break. */
export function streaks(known: Known, at: number): Fact[] {
  const { series, all } = known;
  if (series.interval === null) return [];
  const place = all.indexOf(at);
  const way = wayTo(known, all, place);
  if (way === null) return [];
  let first = place - 1;
  while (wayTo(known, all, first) === way) first--;
  const count = place - first;
  if (count < LEAST) return [];
  // What never went another way is no news.
  const isAlways = count === all.length - 1 && count > MOST_NEWS;
  // Nor is what comes every year or week, as long as it does not go on for longer than that.
  const isRhythm = count < (rhythmOf(known) ?? 0);
  const weight = isRhythm ? 0 : isAlways ? 12 : (partOfYear(known, at) === null ? 40 : 26) + Math.min(40, 4 * count);
  return [{ series, claim: { kind: 'streak', way, at, count }, points: all.slice(first, place + 1), weight }];
}

/** The last place where at least three falls were followed by at least three rises, or the other way round. */
export function turns(known: Known): Fact[] {
  const { series, entries, of } = known;
  if (series.interval === null) return [];
  const ways = entries.map((_, index) => wayTo(known, entries, index));
  for (let place = entries.length - 1 - LEAST; place >= LEAST; place--) {
    const [into, out] = [ways[place], ways[place + 1]];
    const at = entries[place];
    if (at === undefined || !into || !out || into === out) continue;
    let before = 0;
    while (ways[place - before] === into) before++;
    let after = 0;
    while (ways[place + 1 + after] === out) after++;
    if (before < LEAST || after < LEAST) continue;
    const points = entries.slice(place - before, place + after + 1);
    const values = points.map(of);
    const all = entries.map(of);
    const spread = (of: readonly number[]) => of.reduce((a, b) => Math.max(a, b)) - of.reduce((a, b) => Math.min(a, b));
    // A ripple is no turn, and one long ago is no news.
    const isNews =
      rhythmOf(known) === null &&
      spread(values) >= spread(all) / 4 &&
      entries.length - place <= Math.max(12, entries.length / 3);
    const weight = isNews ? 26 + Math.min(8, before) + Math.min(8, after) : 0;
    return [{ series, claim: { kind: 'turn', way: out, at, before, after }, points, weight }];
  }
  return [];
}
