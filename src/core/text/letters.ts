const segmenter = new Intl.Segmenter('en', { granularity: 'grapheme' });
/** Each of these is a letter of its own. */
const PLAIN = /^[\x20-\x7e\xa0-\u02ff]*$/;

/** The letters of a text as a reader counts them: an accented letter, a syllable or an emoji is one. */
export const lettersOf = (text: string): string[] =>
  PLAIN.test(text) ? [...text] : Array.from(segmenter.segment(text), ({ segment }) => segment);

/**
 * As much of a text as fits in so many UTF-16 units, by which schemas and
 * columns count, without cutting a letter: half an emoji cannot be stored.
 */
export function cutTo(text: string, most: number): string {
  if (text.length <= most) return text;
  // One letter more than fits is looked at, and no letter is longer than this but by mischief.
  const near = text.slice(0, most + 64);
  if (PLAIN.test(near)) return text.slice(0, most);
  let end = 0;
  for (const { segment } of segmenter.segment(near)) {
    if (end + segment.length > most) break;
    end += segment.length;
  }
  return text.slice(0, end);
}

/** A text with its first letter as a capital. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
