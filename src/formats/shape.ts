/**
 * Text with letters of any script, ordered by the Unicode bidirectional
 * algorithm (bidi-js) and shaped with the faces that have its letters
 * (HarfBuzz); Node only. Importing this module makes `textWidth` exact for all
 * scripts.
 */
import bidiFactory from 'bidi-js';
import { Blob, Direction, Face, Font, Buffer as ShapingBuffer, shape } from 'harfbuzzjs';
import { lettersOf } from '../core/text/letters.ts';
import { hasGlyph, isInvisible } from '../core/text/measure.ts';
import { type FaceId, faceId, faceKey, faceOf, isStrong } from '../core/type/faces.ts';
import { FIRST_FAMILY } from '../core/type/families.ts';
import '../core/text/more-metrics.ts';
import { hasRightToLeft, isBeyondLatin, type ScriptId, scriptFamily, scriptsOf } from '../core/text/scripts.ts';
import { setShaper } from '../core/text/shaper.ts';
import { faceBytes, pageName, scriptBytes } from './fonts.ts';

const bidi = bidiFactory();

interface OpenFont {
  family: string;
  font: Font;
  unitsPerEm: number;
}

const opened = new Map<string, OpenFont>();

function openFont(key: string, family: string, bytes: () => Uint8Array): OpenFont {
  const known = opened.get(key);
  if (known) return known;
  const face = new Face(new Blob(bytes()));
  const made = { family, font: new Font(face), unitsPerEm: face.upem };
  opened.set(key, made);
  return made;
}

function mainFont(asked: FaceId): OpenFont {
  const face = faceOf(asked);
  return openFont(face.id, pageName(face), () => faceBytes(face.id));
}

/** Whether a face itself has a glyph for a character. */
export const isIn = (character: string, face: FaceId): boolean =>
  hasGlyph(character, face) ??
  (isInvisible(character) || mainFont(face).font.nominalGlyph(character.codePointAt(0) ?? 0) !== undefined);

/** The face of the first family that stands in for letters which another one lacks. */
export const standIn = (face: FaceId): FaceId => faceId({ ...faceKey(face), family: FIRST_FAMILY.id });
const scriptFont = (id: ScriptId, isBold: boolean) =>
  openFont(`${id} ${isBold && scriptFamily(id).bold}`, scriptFamily(id).family, () => scriptBytes(id, isBold));

/** A piece of text that one font sets, in the order in which it is read. */
interface Piece {
  text: string;
  font: OpenFont;
}

/** The first font that has all of a letter: the main one, those for other scripts, that of the first family; the main one, with its sign for what is missing, where none does. */
function fontFor(letter: string, face: FaceId, scripts: readonly ScriptId[]): OpenFont {
  const characters = [...letter];
  if (characters.every((character) => isIn(character, face))) return mainFont(face);
  const isBold = isStrong(face);
  const has = ({ font }: OpenFont) =>
    characters.every((character) => isInvisible(character) || font.nominalGlyph(character.codePointAt(0) ?? 0));
  const other = scripts.map((id) => scriptFont(id, isBold)).find(has);
  if (other) return other;
  const first = standIn(face);
  return mainFont(characters.every((character) => isIn(character, first)) ? first : face);
}

const EUROPEAN = [/\p{Script=Latin}/u, /\p{Script=Greek}/u, /\p{Script=Cyrillic}/u];

/** Parts a text where its font changes, or its script; signs belong to the letters before them. */
function piecesOf(text: string, face: FaceId, scripts: readonly ScriptId[]): Piece[] {
  if (!isBeyondLatin(text) && (hasGlyph('x', face) || [...text].every((character) => isIn(character, face))))
    return [{ text, font: mainFont(face) }];
  const pieces: Piece[] = [];
  let script = -1;
  for (const letter of lettersOf(text)) {
    const font = fontFor(letter, face, scripts);
    const own = EUROPEAN.findIndex((one) => one.test(letter));
    const isOver = own >= 0 && script >= 0 && own !== script;
    if (own >= 0) script = own;
    const last = pieces.at(-1);
    if (last?.font === font && !isOver) last.text += letter;
    else pieces.push({ text: letter, font });
  }
  return pieces;
}

/** Stretches of a text that run one way, from left to right as they are seen. */
function stretchesOf(text: string): { text: string; isRightToLeft: boolean }[] {
  if (!hasRightToLeft(text)) return [{ text, isRightToLeft: false }];
  const { levels } = bidi.getEmbeddingLevels(text, 'auto');
  const runs: { text: string; level: number }[] = [];
  for (let at = 0; at < text.length; at++) {
    const level = levels[at] ?? 0;
    const last = runs.at(-1);
    if (last?.level === level) last.text += text[at];
    else runs.push({ text: text[at] ?? '', level });
  }
  // Rule L2: from the highest level to the lowest odd one, runs at that level or above change their order.
  const highest = Math.max(0, ...runs.map(({ level }) => level));
  for (let level = highest; level > 0; level--)
    for (let from = 0; from < runs.length; from++) {
      if ((runs[from]?.level ?? 0) < level) continue;
      let to = from;
      while ((runs[to]?.level ?? 0) >= level) to++;
      runs.splice(from, to - from, ...runs.slice(from, to).reverse());
      from = to;
    }
  return runs.map(({ text: own, level }) => ({ text: own, isRightToLeft: level % 2 === 1 }));
}

/** A glyph with where it stands, all shares of the type size. */
export interface PlacedGlyph {
  font: OpenFont;
  glyph: number;
  x: number;
  y: number;
}

/** A piece of text that one family sets in one direction, by its name where pages are set; `x` is a share of the type size. */
interface PlacedPiece {
  text: string;
  family: string;
  x: number;
}

/** A text as it is set: its glyphs from left to right, and its width, as shares of the type size. */
interface Shaped {
  glyphs: readonly PlacedGlyph[];
  /** its pieces of one font and one direction, from left to right, and where each begins */
  pieces: readonly PlacedPiece[];
  width: number;
}

/** What was shaped: figures, names and dates come up again and again. */
const shaped = new Map<string, Shaped>();
const MOST_SHAPED = 5000;

/** Sets a text in a face, and in those for other scripts where it has their letters. */
export function shapeText(text: string, asked: FaceId): Shaped {
  const face = faceOf(asked).id;
  const key = `${face} ${text}`;
  const known = shaped.get(key);
  if (known) return known;
  const made = shapeAnew(text, face);
  if (shaped.size >= MOST_SHAPED) shaped.clear();
  shaped.set(key, made);
  return made;
}

/** Signs that run from right to left without a letter that says so, as they are seen from left to right: brackets change sides. */
const mirrored = (text: string) =>
  [...text]
    .reverse()
    .map((sign) => bidi.getMirroredCharacter(sign) ?? sign)
    .join('');

function shapeAnew(text: string, face: FaceId): Shaped {
  const scripts = scriptsOf(text);
  const glyphs: PlacedGlyph[] = [];
  const placed: PlacedPiece[] = [];
  let pen = 0;
  for (const stretch of stretchesOf(text)) {
    const pieces = piecesOf(stretch.text, face, scripts);
    for (const { text: own, font } of stretch.isRightToLeft ? pieces.reverse() : pieces) {
      const seen = stretch.isRightToLeft && !hasRightToLeft(own) ? mirrored(own) : own;
      placed.push({ text: seen, family: font.family, x: pen });
      const buffer = new ShapingBuffer();
      buffer.addText(own);
      buffer.setDirection(stretch.isRightToLeft ? Direction.RTL : Direction.LTR);
      buffer.guessSegmentProperties();
      shape(font.font, buffer);
      for (const { codepoint, xAdvance = 0, xOffset = 0, yOffset = 0 } of buffer.getGlyphInfosAndPositions()) {
        const share = 1 / font.unitsPerEm;
        glyphs.push({ font, glyph: codepoint, x: pen + xOffset * share, y: yOffset * share });
        pen += xAdvance * share;
      }
    }
  }
  return { glyphs, pieces: placed, width: pen };
}

/** Whether some face that ships has a glyph for a letter. */
export function isSet(letter: string): boolean {
  const scripts = scriptsOf(letter);
  return (
    fontFor(letter, 'sans-400', scripts) !== mainFont('sans-400') ||
    [...letter].every((one) => hasGlyph(one, 'sans-400'))
  );
}

setShaper({ width: (text, face) => shapeText(text, face).width, has: isSet });
