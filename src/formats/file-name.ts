/** File names made of what users wrote, safe on every system. */

import { distinct } from '../core/text/distinct.ts';
import { cutTo } from '../core/text/letters.ts';

/** Names that some systems keep for themselves. */
const RESERVED = /^(con|prn|aux|nul|com\d|lpt\d)$/i;
const LONGEST = 80;

/** Letters and digits of a text joined by hyphens, in lower case; `fallback` where there are none. */
export function safeName(text: string, fallback: string): string {
  const whole = text
    .normalize('NFC')
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase();
  const joined = cutTo(whole, LONGEST);
  if (joined === '') return fallback;
  return RESERVED.test(joined) ? `${joined}-${fallback}` : joined;
}

/** Safe names of several texts, told apart by a number where two would be the same. */
export const safeNames = (texts: readonly string[], fallback: string): string[] =>
  distinct(
    texts.map((text) => safeName(text, fallback)),
    (name, count) => `${name}-${count}`,
  );
