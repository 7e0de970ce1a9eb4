/**
 * The different texts of a long column. Names, days and measures of a long table
 * repeat, and what is asked of each of their texts, such as whether it is a
 * number, is asked once for all rows that hold the same.
 */

export interface Repeats {
  /** the different texts, in the order in which they first stand in the column */
  readonly texts: readonly string[];
  /** which of them each row holds; null where each row has its own */
  readonly of: Uint32Array | null;
  /** at how many rows each of them stands; null where each stands at one */
  readonly counts: readonly number[] | null;
}

/** Shorter lists are gone through as they are. */
const LONG = 256;
/** So many rows tell whether texts repeat: where fewer than half of them do, all are taken as different. */
const TOLD_BY = 4096;

function find(all: readonly string[]): Repeats {
  const apart = { texts: all, of: null, counts: null };
  if (all.length < LONG) return apart;
  const known = new Map<string, number>();
  const texts: string[] = [];
  const counts: number[] = [];
  const of = new Uint32Array(all.length);
  for (let row = 0; row < all.length; row++) {
    const text = all[row] ?? '';
    let at = known.get(text);
    if (at === undefined) {
      at = texts.length;
      known.set(text, at);
      texts.push(text);
      counts.push(0);
      if (row >= TOLD_BY && texts.length * 2 > row) return apart;
    }
    counts[at] = (counts[at] ?? 0) + 1;
    of[row] = at;
  }
  return { texts, of, counts };
}

const found = new WeakMap<readonly string[], Repeats>();

/**
 * The list of texts that a column of `of.length` rows holds, of which it is told
 * which rows hold the same; what is asked of it later need not look for that.
 */
export function listOfRepeats(texts: readonly string[], of: Uint32Array): string[] {
  const list = new Array<string>(of.length);
  // Texts of other rows are left out, and the first to stand is the first in the list.
  const places = new Int32Array(texts.length).fill(-1);
  const held: string[] = [];
  const counts: number[] = [];
  const now = new Uint32Array(of.length);
  for (let row = 0; row < of.length; row++) {
    const number = of[row] ?? 0;
    let at = places[number] ?? -1;
    if (at < 0) {
      at = held.length;
      places[number] = at;
      held.push(texts[number] ?? '');
      counts.push(0);
    }
    counts[at] = (counts[at] ?? 0) + 1;
    now[row] = at;
    list[row] = held[at] ?? '';
  }
  const isApart = of.length < LONG || held.length * 2 > of.length;
  found.set(list, isApart ? { texts: list, of: null, counts: null } : { texts: held, of: now, counts });
  return list;
}

/** The different texts of a list that does not change any more. */
export function repeatsOf(all: readonly string[]): Repeats {
  let repeats = found.get(all);
  if (!repeats) {
    repeats = find(all);
    found.set(all, repeats);
  }
  return repeats;
}

/** Does something with each different text, and says at how many rows it stands. */
export function forEachText(all: readonly string[], act: (text: string, rows: number) => void): void {
  const { texts, counts } = repeatsOf(all);
  for (let at = 0; at < texts.length; at++) act(texts[at] ?? '', counts?.[at] ?? 1);
}

/** Whether any of the texts passes a test. */
export const someText = (all: readonly string[], test: (text: string) => boolean): boolean =>
  repeatsOf(all).texts.some((text) => test(text));

/** What is made of each text, for the rows in their order. */
export function mapTexts<T>(all: readonly string[], make: (text: string) => T): T[] {
  const { texts, of } = repeatsOf(all);
  const made = texts.map((text) => make(text));
  if (of === null) return made;
  const cells = new Array<T>(of.length);
  for (let row = 0; row < of.length; row++) cells[row] = made[of[row] ?? 0] as T;
  return cells;
}

/** The texts that pass a test; the list itself where all of them do. */
export function textsThat(all: readonly string[], test: (text: string) => boolean): readonly string[] {
  const { texts, of } = repeatsOf(all);
  const passes = texts.map((text) => test(text));
  if (!passes.includes(false)) return all;
  return of === null ? all.filter((_, row) => passes[row]) : all.filter((_, row) => passes[of[row] ?? 0]);
}
