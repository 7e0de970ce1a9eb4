import { type FaceId, faceOf } from '../type/faces.ts';
import { FIRST_FAMILY } from '../type/families.ts';
import { shapedWidth } from './shaper.ts';

/** Widths and pairs of the characters of a script in a face, in font units. */
export interface GlyphTable {
  /** [first code point, advances of it and the following ones; 0 where the font has no glyph] */
  advances: [number, number[]][];
  /** class of a character as the left and as the right member of a pair, and the adjustments by class */
  left: Record<string, number>;
  right: Record<string, number>;
  pairs: number[][];
}

/** What is kept of a font file, in font units. */
export interface FaceMetrics extends GlyphTable {
  unitsPerEm: number;
  ascent: number;
  descent: number;
  capHeight: number;
  xHeight: number;
  /** advance of the glyph that stands for a missing one */
  missing: number;
}

interface Measurer {
  metrics: FaceMetrics;
  /** advances of Latin letters and of signs, and of the letters of other scripts with the table they are in */
  advance: Map<number, number>;
  beyond: Map<number, { width: number; table: GlyphTable }>;
}

const measurers = new Map<string, Measurer>();
const handedIn = new Map<string, FaceMetrics>();

/** Hands in what is known of faces, before anything is measured in them. */
export function addMetrics(faces: Readonly<Record<string, FaceMetrics>>): void {
  for (const [face, metrics] of Object.entries(faces)) handedIn.set(face, metrics);
}

function* advancesIn({ advances }: GlyphTable): Generator<[number, number]> {
  for (const [first, widths] of advances)
    for (const [offset, width] of widths.entries()) if (width > 0) yield [first + offset, width];
}

/** The tables of a face; null for one that has none and is measured as it is shaped. */
function measurerOf(asked: FaceId): Measurer | null {
  const { id: face, family } = faceOf(asked);
  const known = measurers.get(face);
  if (known) return known;
  const metrics = handedIn.get(face);
  if (!metrics && family.id === FIRST_FAMILY.id && handedIn.size === 0)
    throw new Error('Text is measured before the tables of the first family are handed in.');
  if (!metrics) return null;
  const measurer: Measurer = { metrics, advance: new Map(advancesIn(metrics)), beyond: new Map() };
  measurers.set(face, measurer);
  return measurer;
}

/** Adds the widths and pairs of scripts that are not always there. */
export function addTables(face: FaceId, tables: readonly GlyphTable[]): void {
  const beyond = measurerOf(face)?.beyond;
  if (!beyond) throw new Error(`There are no metrics for the font face "${face}".`);
  for (const table of tables) for (const [code, width] of advancesIn(table)) beyond.set(code, { width, table });
}

/** Whether a face itself has a glyph for a character; null for a face that has no tables. */
export function hasGlyph(character: string, face: FaceId): boolean | null {
  const measurer = measurerOf(face);
  if (!measurer) return null;
  const { advance, beyond } = measurer;
  const code = character.codePointAt(0) ?? 0;
  return advance.has(code) || beyond.has(code) || isMark(character) || isInvisible(character);
}

const isMark = (character: string) => /^\p{M}$/u.test(character);
/** Joiners, direction marks and selectors take no room and need no glyph. */
export const isInvisible = (character: string): boolean => /^(?:\p{Cf}|\p{VS}|\n)$/u.test(character);

/** Width in font units of a text of Latin letters and signs; null where another letter is in it. */
function widthInLatin(text: string, { metrics, advance }: Measurer): number | null {
  let units = 0;
  let before = '';
  for (const character of text) {
    const width = advance.get(character.codePointAt(0) ?? 0);
    if (width === undefined) return null;
    units += width;
    if (before !== '') units += adjustment(metrics, before, character);
    before = character;
  }
  return units;
}

/**
 * The same of a text in several scripts. Signs belong to the letters before
 * them, and no pair is adjusted where one script goes over into another.
 */
function widthInScripts(text: string, { metrics, advance, beyond }: Measurer): number | null {
  let units = 0;
  let before = '';
  /** the table of the last letter */
  let script: GlyphTable | null = null;
  for (const character of text) {
    const code = character.codePointAt(0) ?? 0;
    const letter = beyond.get(code);
    const width = letter?.width ?? advance.get(code);
    if (width === undefined) {
      // A mark that has no letter of its own stands over the one before it.
      if ((before !== '' && isMark(character)) || isInvisible(character)) continue;
      return null;
    }
    units += width;
    const own: GlyphTable | null = letter?.table ?? (/^\p{L}$/u.test(character) ? metrics : null);
    const isOver = own !== null && script !== null && own !== script;
    if (before !== '' && !isOver) {
      const table = own ?? script ?? metrics;
      units += adjustment(table, before, character);
      // Pairs of signs alone are in the Latin table.
      if (table !== metrics && own === null) units += adjustment(metrics, before, character);
    }
    script = own ?? script;
    before = character;
  }
  return units;
}

function adjustment({ left, right, pairs }: GlyphTable, before: string, character: string): number {
  const [a, b] = [left[before], right[character]];
  return a === undefined || b === undefined ? 0 : (pairs[b]?.[a] ?? 0);
}

/**
 * Width of one line of text, in the unit of `size` (points in a scene). In the
 * first family, Latin, Greek and Cyrillic text is measured by the font's own
 * advance widths and pair adjustments; text with other letters, and all text of
 * other families, as it is shaped with the faces that have them, or roughly
 * where these are not loaded.
 */
export function textWidth(text: string, face: FaceId, size: number): number {
  const measurer = measurerOf(face);
  const composed = /[\u0300-\u036f]/.test(text) ? text.normalize('NFC') : text;
  if (!measurer) return shapedWidth(composed, face) * size;
  const units = widthInLatin(composed, measurer) ?? widthInScripts(composed, measurer);
  return units === null ? shapedWidth(composed, face) * size : (units * size) / measurer.metrics.unitsPerEm;
}

/** Height of capitals and figures above the baseline, in the unit of `size`. */
export function capHeight(face: FaceId, size: number): number {
  const metrics = measurerOf(face)?.metrics;
  return metrics ? (metrics.capHeight * size) / metrics.unitsPerEm : faceOf(face).family.capHeight * size;
}
