/**
 * Text beyond the tables of `measure`: letters of other scripts are shaped and
 * measured by what runs where the text is set, a shaping library on the server
 * and the browser itself on the screen.
 */
import { type FaceId, faceOf } from '../type/faces.ts';

/** Measures and knows letters that the tables do not have, and faces that have no tables. */
export interface Shaper {
  /** width of a text in the unit of its size; null while what it needs is not loaded */
  width(text: string, face: FaceId): number | null;
  /** whether a letter has a glyph in any face; null while that is not known */
  has(letter: string): boolean | null;
}

let shaper: Shaper | null = null;
let age = 0;
/** Widths by face and text; they are worked out anew when more is loaded. */
const known = new Map<string, number>();
const MOST_KNOWN = 20_000;

/** Sets what shapes text from now on. */
export function setShaper(next: Shaper): void {
  shaper = next;
  forgetWidths();
}

/** Letters have been loaded: what was measured roughly is measured anew. */
export function forgetWidths(): void {
  known.clear();
  age++;
}

/** Grows whenever widths are measured anew, for those who keep some. */
export const widthsAge = (): number => age;

/** Whether a letter has a glyph in a face that ships; null while that is not known. */
export const isShipped = (letter: string): boolean | null => (shaper ? shaper.has(letter) : null);

/** Ideographs, kana, Hangul and emoji are about as wide as high. */
const WIDE =
  /[\u1100-\u11ff\u2e80-\u9fff\uac00-\ud7af\uf900-\ufaff\uff00-\uff60\u{1f000}-\u{1faff}\u{20000}-\u{3ffff}]/u;
const NARROW_SHARE = 0.55;

/** Width as it mostly is, while the letters are on their way. */
function roughly(text: string): number {
  let width = 0;
  for (const letter of text) if (!/^[\p{M}\p{Cf}]$/u.test(letter)) width += WIDE.test(letter) ? 1 : NARROW_SHARE;
  return width;
}

/** Width of a text with letters beyond the tables, in the unit of its size. */
export function shapedWidth(text: string, asked: FaceId): number {
  const face = faceOf(asked).id;
  const key = `${face} ${text}`;
  const found = known.get(key);
  if (found !== undefined) return found;
  const width = shaper?.width(text, face) ?? roughly(text);
  if (known.size >= MOST_KNOWN) known.clear();
  known.set(key, width);
  return width;
}
