/** Places in an order, as texts that sort: a new one fits between any two, so no other thing moves. */
import { generateNKeysBetween } from 'fractional-indexing';

/** True for a text that can stand as a place. */
export const PLACE = /^[A-Za-z][0-9A-Za-z]{0,200}$/;

/** Order of places, and of names where two places are the same because both were given at once. */
export function byPlace(a: readonly [name: string, place: string], b: readonly [name: string, place: string]): number {
  return a[1] < b[1] ? -1 : a[1] > b[1] ? 1 : a[0] < b[0] ? -1 : a[0] > b[0] ? 1 : 0;
}

type Placed = readonly [name: string, place: string];

/** Indices of a longest run of entries that rise (they need not be neighbours); null entries are in none. Patience sorting. */
function longestRising(entries: readonly (Placed | null)[]): Set<number> {
  const ends: number[] = [];
  const before: number[] = [];
  for (const [index, entry] of entries.entries()) {
    if (entry === null) continue;
    let low = 0;
    let high = ends.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (byPlace(entries[ends[middle] as number] as Placed, entry) < 0) low = middle + 1;
      else high = middle;
    }
    before[index] = low > 0 ? (ends[low - 1] as number) : -1;
    ends[low] = index;
  }
  const kept = new Set<number>();
  for (let at = ends.at(-1) ?? -1; at >= 0; at = before[at] ?? -1) kept.add(at);
  return kept;
}

/**
 * Places for names in their order. Those that stand in order already keep the
 * place they have; as few as possible get a new one, between their neighbours.
 */
export function placesFor(names: readonly string[], known: ReadonlyMap<string, string>): string[] {
  const had = names.map((name): Placed | null => {
    const place = known.get(name);
    return place === undefined ? null : [name, place];
  });
  const kept = longestRising(had);
  const places: string[] = [];
  for (let index = 0; index < names.length; ) {
    if (kept.has(index)) {
      places.push((had[index] as Placed)[1]);
      index++;
      continue;
    }
    const last = places.at(-1) ?? null;
    // Nothing fits between two equal places, so those that share the last one move up as well.
    let end = index;
    while (end < names.length && (!kept.has(end) || (last !== null && (had[end] as Placed)[1] <= last))) end++;
    const next = end < names.length ? (had[end] as Placed)[1] : null;
    places.push(...generateNKeysBetween(last, next, end - index));
    index = end;
  }
  return places;
}
