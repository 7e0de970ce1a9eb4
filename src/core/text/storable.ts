/** Text that can be stored and sent: no NUL, and no half of a surrogate pair. */

const LONE = /\0|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g;
const MIGHT_BE = /[\0\uD800-\uDFFF]/;

/** True for a text in which nothing has to be replaced; a whole file is looked through much faster than its cells. */
export const isStorable = (text: string): boolean => !MIGHT_BE.test(text) || !text.match(LONE);

/** A text with U+FFFD in the place of every character that cannot be stored. */
export const storable = (text: string): string => (MIGHT_BE.test(text) ? text.replace(LONE, '\uFFFD') : text);

export interface Storable<T> {
  value: T;
  /** how many texts had something replaced */
  replaced: number;
}

/**
 * A value with every text in it made storable; what needs no change stays the
 * same thing. Values nested deeper than `depth` give null.
 */
export function storableValue<T>(value: T, depth = 200): Storable<T> | null {
  let replaced = 0;
  let isTooDeep = false;
  const clean = (text: string) => {
    const made = storable(text);
    if (made !== text) replaced += 1;
    return made;
  };
  const walk = (at: unknown, left: number): unknown => {
    if (typeof at === 'string') return clean(at);
    if (typeof at !== 'object' || at === null) return at;
    if (left === 0) {
      isTooDeep = true;
      return at;
    }
    if (Array.isArray(at)) {
      let made: unknown[] | null = null;
      for (let index = 0; index < at.length; index++) {
        const inner: unknown = at[index];
        const now = walk(inner, left - 1);
        if (now !== inner) {
          made ??= [...(at as unknown[])];
          made[index] = now;
        }
      }
      return made ?? at;
    }
    const entries = Object.entries(at);
    let isChanged = false;
    const made = entries.map(([key, inner]): [string, unknown] => {
      const now: [string, unknown] = [clean(key), walk(inner, left - 1)];
      if (now[0] !== key || now[1] !== inner) isChanged = true;
      return now;
    });
    return isChanged ? Object.fromEntries(made) : at;
  };
  const made = walk(value, depth) as T;
  return isTooDeep ? null : { value: made, replaced };
}
