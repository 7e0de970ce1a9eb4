/** Loads typefaces for letters of other scripts, and has the browser measure what is set with them. */

import { lettersOf } from '../../core/text/letters.ts';
import { hasGlyph, textWidth } from '../../core/text/measure.ts';
import {
  cssFamilies,
  hasRightToLeft,
  isBeyondLatin,
  type ScriptId,
  scriptFamily,
  scriptsOf,
} from '../../core/text/scripts.ts';
import { forgetWidths, setShaper } from '../../core/text/shaper.ts';
import { type FaceId, faceOf } from '../../core/type/faces.ts';
import { isMissing, loadFaces, meanwhile } from './faces.ts';

/** Families for ideographs are too large to load whole; their letters come as they are needed. */
const BY_LETTER: ReadonlySet<ScriptId> = new Set(['sc', 'jp', 'kr']);
/** As many letters as one request asks for. */
const MOST_LETTERS = 200;

/** Families that are there whole, letters of the others that are there, and whether each letter has a glyph at all. */
const whole = new Set<ScriptId>();
const there = new Map<ScriptId, Set<string>>();
const known = new Map<string, boolean>();
let hasMore = false;

const partsOf = (letters: readonly string[]): string[][] =>
  Array.from({ length: Math.ceil(letters.length / MOST_LETTERS) }, (_, part) =>
    letters.slice(part * MOST_LETTERS, (part + 1) * MOST_LETTERS),
  );

async function addFace(id: ScriptId, weight: '400' | '600', letters: readonly string[] | null): Promise<void> {
  const { family, bold } = scriptFamily(id);
  const query = new URLSearchParams({ weight, ...(letters && { text: letters.join('') }) });
  const range = letters?.map((letter) => `U+${letter.codePointAt(0)?.toString(16)}`).join(',');
  const face = new FontFace(family, `url(/api/letters/${id}?${query})`, {
    weight: bold ? weight : '400 600',
    ...(range && { unicodeRange: range }),
  });
  document.fonts.add(await face.load());
}

/** Loads a family, or some more of its letters; true when there was anything to load. */
async function loadFamily(id: ScriptId, texts: readonly string[]): Promise<boolean> {
  if (!BY_LETTER.has(id)) {
    if (whole.has(id)) return false;
    const weights = scriptFamily(id).bold ? (['400', '600'] as const) : (['400'] as const);
    await Promise.all(weights.map((weight) => addFace(id, weight, null)));
    whole.add(id);
    return true;
  }
  const letters = there.get(id) ?? new Set<string>();
  there.set(id, letters);
  const missing = [...new Set(texts.join(''))].filter(
    (letter) => !letters.has(letter) && !hasGlyph(letter, 'sans-400'),
  );
  for (const part of partsOf(missing)) {
    await addFace(id, '400', part);
    for (const letter of part) letters.add(letter);
  }
  return missing.length > 0;
}

/** Asks which letters have no glyph; true when there was anything to ask. */
async function askFor(texts: readonly string[]): Promise<boolean> {
  const asked = [...new Set(texts.flatMap(lettersOf))].filter((letter) => isBeyondLatin(letter) && !known.has(letter));
  for (const part of partsOf(asked)) {
    const response = await fetch(`/api/letters/lacking?${new URLSearchParams({ text: part.join('') })}`);
    if (!response.ok) throw new Error(`Asking for letters gave ${response.status}.`);
    const { lacking } = (await response.json()) as { lacking: string[] };
    for (const letter of part) known.set(letter, !lacking.includes(letter));
  }
  return asked.length > 0;
}

/** The tables of Greek and Cyrillic script. */
async function loadMore(): Promise<boolean> {
  if (hasMore) return false;
  await import('../../core/text/more-metrics.ts');
  hasMore = true;
  return true;
}

const context = new OffscreenCanvas(1, 1).getContext('2d');
/** Measured at this size, so that nothing is rounded to pixels. */
const LARGE = 400;

function measure(text: string, face: FaceId): number | null {
  if (isMissing(face)) return textWidth(text, meanwhile(face), 1);
  if (!context || scriptsOf(text).some((id) => !whole.has(id) && !there.has(id))) return null;
  const { weight, italic, ...family } = faceOf(face);
  context.font = `${italic ? 'italic ' : ''}${weight} ${LARGE}px ${cssFamilies(family, text)}`;
  return context.measureText(hasRightToLeft(text) ? `\u2068${text}\u2069` : text).width / LARGE;
}

setShaper({
  width: measure,
  has: (letter) => ([...letter].every((one) => hasGlyph(one, 'sans-400')) ? true : (known.get(letter) ?? null)),
});

/** Loads what some texts need, and the faces they are set in; says whether anything was loaded, and whether anything could not be, which the next call tries again. */
export async function loadLetters(
  texts: readonly string[],
  faces: Iterable<FaceId>,
): Promise<{ isNew: boolean; hasFailed: boolean }> {
  const ids = new Set(texts.flatMap(scriptsOf));
  const loaded = await Promise.allSettled([
    loadFaces(faces),
    ...(texts.length > 0 ? [loadMore(), askFor(texts)] : []),
    ...[...ids].map((id) =>
      loadFamily(
        id,
        texts.filter((text) => scriptsOf(text).includes(id)),
      ),
    ),
  ]);
  const isNew = loaded.some((one) => one.status === 'fulfilled' && one.value);
  if (isNew) forgetWidths();
  const failed = loaded.filter((one) => one.status === 'rejected');
  for (const { reason } of failed) console.warn('Typefaces could not be loaded.', reason);
  return { isNew, hasFailed: failed.length > 0 };
}
