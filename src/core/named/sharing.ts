/** Making what is the same in two values the same thing, so that all that was worked out of it is found again. */
import { isProperties, isSame, type Properties } from './same.ts';

/** `value` with each part that is as it was in `before` taken from there, down to the given depth. */
export function sharing(before: unknown, value: unknown, depth: number): unknown {
  if (before === value) return before;
  if (depth === 0 || !isProperties(before) || !isProperties(value)) return isSame(before, value) ? before : value;
  const shared: Record<string, unknown> = {};
  let isAlike = Object.keys(before).length === Object.keys(value).length;
  for (const [step, inner] of Object.entries(value)) {
    const was = (before as Properties)[step];
    shared[step] = Object.hasOwn(before, step) ? sharing(was, inner, depth - 1) : inner;
    isAlike &&= shared[step] === was;
  }
  return isAlike ? before : shared;
}
