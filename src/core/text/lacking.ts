import { lettersOf } from './letters.ts';
import { isBeyondLatin } from './scripts.ts';
import { isShipped } from './shaper.ts';

/** The letters of some texts for which no typeface that ships has a glyph, each with the first text it is in. */
export function lackingLetters(texts: Iterable<string>): { letter: string; text: string }[] {
  const found = new Map<string, string>();
  for (const text of texts) {
    if (!isBeyondLatin(text)) continue;
    for (const letter of lettersOf(text))
      if (!found.has(letter) && isShipped(letter) === false) found.set(letter, text);
  }
  return [...found].map(([letter, text]) => ({ letter, text }));
}
